"""Rounds that are still being written: what stands in them so far, before they close."""

from __future__ import annotations

from mossring.draft import Draft, DraftRound
from mossring.findings import Finding
from mossring.notation.tree import Join

_OPEN = "MR103"
_SHORT = ("unworked", "nothing worked")


def in_the_making(draft: Draft, line: int | None) -> frozenset[int]:
    """The numbers of the rounds still being written: with a bracket open; and the last one, with the caret in it, as
    long as it stops short and says neither how many stitches it has nor how it joins.

    line: in which line of the text, from 0, the caret is, if anybody is writing.
    """
    open_yet = {r.number for r in draft.rounds if _open(r)}
    last = draft.rounds[-1] if draft.rounds else None
    if last and line is not None and _has(draft, last, line) and not last.tree.stated:
        joins = any(isinstance(node, Join) for node in last.tree.body)
        if not joins and any(t.kind in _SHORT for t in last.worked.troubles):
            open_yet.add(last.number)
    return frozenset(open_yet)


def told_already(draft: Draft, making: frozenset[int], line: int | None, f: Finding) -> bool:
    """Whether a finding may be told of its round: of one still being written only words that can't be read, and a
    bracket left open once the caret has gone."""
    if f.round not in making:
        return True
    written_on = any(r.number == f.round and line is not None and _has(draft, r, line) for r in draft.rounds)
    return f.family == 1 and not (f.code == _OPEN and written_on)


def _open(r: DraftRound) -> bool:
    return any(t.kind == "bracket" and t.data.get("mark") in ("(", "[") for t in r.tree.troubles)


def _has(draft: Draft, r: DraftRound, line: int) -> bool:
    return (
        draft.doc.text.count("\n", 0, r.line.at) <= line <= draft.doc.text.count("\n", 0, r.line.at + len(r.line.text))
    )
