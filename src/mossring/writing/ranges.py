"""Like rounds told once: `Rnds 4-7: as Rnd 3, with 4 more dc on each side each round`.

A run of rounds is collapsed only after it has been read again and worked to the same fabric.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from mossring.draft import Draft, try_draft
from mossring.stitches import Dialect, term
from mossring.working import Fabric, same_fabric
from mossring.writing.sheet import Sheet, SheetRound
from mossring.writing.styled import Styled

FEWEST = 2
"""Rounds worth telling by another one: a single one is told as quickly by itself."""


@dataclass(frozen=True, slots=True)
class _Run:
    """Rounds first+1 to last (indices) that go as round `first` goes, each with `more` stitches a side."""

    first: int
    last: int
    more: int


def collapse(
    sheet: Sheet, rounds: Sequence[Styled], meant: Fabric, as_text: Callable[[Sheet], str], draft: Draft
) -> None:
    """Tell like rounds of a sheet by the first of them. meant: the fabric that must come out again. draft: what was
    written; from what it has to spare the proof is taken, and without proof each round is told by itself."""
    single = sheet.rounds
    if len(single) != len(rounds):
        return
    told = list(single[:1])
    k = 1
    while k < len(single):
        told.append(single[k])
        run = _run(single, rounds, k)
        if run is not None and draft.spare.affords(draft.cost):
            one = _told(sheet.dialect, run, single, rounds)
            sheet.rounds = [*told, one, *single[run.last + 1 :]]
            if same_fabric(try_draft(as_text(sheet), draft, terms=False).fabric, meant):
                told.append(one)
                k = run.last
        k += 1
    sheet.rounds = told


def _run(single: Sequence[SheetRound], rounds: Sequence[Styled], k: int) -> _Run | None:
    """The rounds that go on as round k does, if they are enough to be told by it."""
    if k + FEWEST >= len(rounds):
        return None
    more = _more(rounds[k], rounds[k + 1])
    last = k
    while last + 1 < len(rounds) and _goes_on(single, rounds, k, last + 1, more):
        last += 1
    return _Run(k, last, more) if more is not None and last - k >= FEWEST else None


def _goes_on(single: Sequence[SheetRound], rounds: Sequence[Styled], first: int, k: int, more: int | None) -> bool:
    """Whether round k goes as the one before it: the same stitches, so many more a side, no new yarn or face."""
    a, b = rounds[first], rounds[k]
    if more is None or _more(rounds[k - 1], b) != more or single[k - 1].notes or b.yarns.begins:
        return False
    if a.script is None or b.script is None or a.done.line != b.done.line:
        return False
    if not a.done.line and a.done.turned != b.done.turned:
        return False
    return _kinds(a) == _kinds(b) and (more > 0 or _words(single[first]) == _words(single[k]))


def _words(r: SheetRound) -> str:
    return r.text.removesuffix(", turn")


def _kinds(s: Styled) -> set[str]:
    return set(s.done.tally())


def _more(a: Styled, b: Styled) -> int | None:
    """How many stitches more each side of b has than each of a; None if the sides differ in that."""
    one, other = a.done.per_side(), b.done.per_side()
    if not one and not other:
        return 0 if a.done.tally() == b.done.tally() else None
    grown = {y - x for x, y in zip(one, other, strict=True)} if len(one) == len(other) else set()
    return grown.pop() if len(grown) == 1 and min(grown) >= 0 else None


def _told(dialect: Dialect, run: _Run, single: Sequence[SheetRound], rounds: Sequence[Styled]) -> SheetRound:
    """The one line for a run of rounds, with the count of each."""
    first, last = rounds[run.first + 1].round, rounds[run.last].round
    like = rounds[run.first].round.number
    done = [rounds[k].done for k in range(run.first + 1, run.last + 1)]
    kinds = {k for d in done for k in d.counts()}
    word = term(next(iter(kinds)), dialect).abbr if len(kinds) == 1 else "sts"
    numbers = [str(d.stitches) for d in done]
    counts = ", ".join(numbers if len(set(numbers)) > 1 else numbers[:1]) + f" {word}"
    text = f"as {first.line.word} {like}"
    if run.more:
        text += f", with {run.more} more {word} on each side each round"
    notes = single[run.last].notes
    label = f"{first.line.word}s {first.number}-{last.number}"
    return SheetRound(first.number, label, text, counts, notes)
