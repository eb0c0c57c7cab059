"""Candidate mends of a round that cups or ruffles besides the numbers of its corner: half steps, heights, a round."""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.draft import DraftRound
from mossring.findings.finding import Edit, Fix
from mossring.findings.look import Look
from mossring.findings.nudge import corner_of, recount
from mossring.stitches import TERMS

_BY_HEIGHT = ("sc", "hdc", "dc", "tr", "dtr")


def half_steps(look: Look, more: bool) -> Iterator[Fix]:
    """Every second round of a stretch with one stitch more (or fewer) each side of the corner: 2 and 3 in turn."""
    stretch = _stretch(look)
    if len(stretch) < 2:
        return
    first = corner_of(stretch[0].tree.body)
    if first is None:
        return
    n = first[0].n + (1 if more else -1)
    if n < 1:
        return
    for begin in (0, 1):
        edits = []
        for r in stretch[begin::2]:
            own = corner_of(r.tree.body)
            if own is None:
                return
            edits.append(recount(r.line.text, r.line.at, own[0], n))
            if own[1] is not own[0]:
                edits.append(recount(r.line.text, r.line.at, own[1], n))
        a, b = (n, first[0].n) if begin == 0 else (first[0].n, n)
        yield Fix(
            f"Work {a} and {b} each side of the corner in turn, from round {stretch[0].number} on",
            tuple(edits),
            way="half",
        )


def other_heights(look: Look, taller: bool) -> Iterator[Fix]:
    """The stretch in the next taller or lower stitch, where it is all worked in one."""
    stretch = _stretch(look)
    dialect = look.draft.dialect
    kinds = {k for r in stretch for k in r.worked.counts()} - {"slst"}
    if len(kinds) != 1 or not stretch:
        return
    (kind,) = kinds
    if kind not in _BY_HEIGHT:
        return
    at = _BY_HEIGHT.index(kind) + (1 if taller else -1)
    if not 0 <= at < len(_BY_HEIGHT):
        return
    now, then = TERMS[dialect][kind].abbr, TERMS[dialect][_BY_HEIGHT[at]].abbr
    edits = [
        Edit(r.line.at + m.start(), r.line.at + m.end(), then)
        for r in stretch
        for m in re.finditer(rf"(?<![A-Za-z]){re.escape(now)}(?![A-Za-z])", r.line.text)
    ]
    if edits:
        how = "taller" if taller else "lower"
        where = f", from round {stretch[0].number} on" if len(stretch) > 1 else ""
        yield Fix(f"Work {then}, which is {how}, instead of {now}{where}", tuple(edits), way="height")


def plain_round(look: Look) -> Iterator[Fix]:
    """A round without increases before the one that ruffles; the rounds after it count one up."""
    if not look.index:
        return
    later = look.draft.rounds[look.index :]
    lines = list({id(r.line): r.line for r in later}.values())
    if any(line.first != line.last or re.search(r"(?i)\b(rnd|round|row)s? ?\d", line.text) for line in lines):
        return
    dialect = look.draft.dialect
    kind = max(look.round.worked.counts().items(), key=lambda kn: kn[1], default=("dc", 0))[0]
    if kind not in _BY_HEIGHT:
        return
    text = look.draft.doc.text
    edits = []
    for line in lines:
        start, end = line.head
        number = re.search(r"\d+", text[start:end])
        if number is None:
            return
        edits.append(Edit(start + number.start(), start + number.end(), str(int(number[0]) + 1)))
    start, end = lines[0].head
    head = text[start:end].rstrip()
    head = head if head.endswith((":", ".", ")")) else head + ":"
    plain = f"{head} {TERMS[dialect][kind].abbr} in each st around\n"
    edits[0] = Edit(start, edits[0].end, plain + text[start : edits[0].start] + edits[0].text)
    yield Fix(f"Work a plain round before round {look.round.number}", tuple(edits), way="plain")


def _stretch(look: Look) -> list[DraftRound]:
    """The round and those after it that are judged alike, each on a line of its own."""
    if look.index is None:
        return []
    out: list[DraftRound] = []
    for r in look.draft.rounds[look.index :]:
        if r.entry.verdict != look.round.entry.verdict:
            break
        if out and r.line is out[-1].line:
            return []
        out.append(r)
    return out if out[0].line.first == out[0].line.last else []
