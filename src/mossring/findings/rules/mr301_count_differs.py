"""A stated count that differs from what was worked.

The count at the end of a round is what a maker checks against, so a wrong one is the mistake that a
hundred people find first. Either the number is wrong or an instruction is; both mends are offered when
both would come out right. A count per side may include the corner stitch or not; a bare number counts stitches.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import chain_edits, kind_edits, number_edits, place_edits
from mossring.notation.tree import Stated
from mossring.stitches import TERMS

CODE = "MR301"
SEVERITY: Severity = "stop"


def check(look: Look) -> Iterator[Finding]:
    wrong = list(look.mismatches())
    if not wrong:
        return
    stated, have = wrong[0]
    side = " on each side" if stated.per_side else ""
    message = f"{look.name} says {stated.n} {look.stitch(stated.what, stated.n)}{side}, and works out at {have}."
    left = sum(1 for _ in look.troubles("unworked")) and look.round.worked.unworked
    why = f"{some(left, 'stitch', 'stitches')} of the round below left unworked." if left else ""
    finding = look.finding(CODE, SEVERITY, stated.span, message, why, _mends(look, wrong))
    finding.most = 2
    yield finding


def _mends(look: Look, wrong: list[tuple[Stated, int]]) -> Iterator[Fix]:
    at = look.round.line.at
    if look.round.line.first == look.round.line.last:
        edits = []
        for stated, have in wrong:
            m = re.search(r"\d+|[a-z]+", look.round.line.text[stated.span[0] : stated.span[1]], re.IGNORECASE)
            if m:
                edits.append(Edit(at + stated.span[0] + m.start(), at + stated.span[0] + m.end(), str(have)))
        yield Fix(f"State {wrong[0][1]}", tuple(edits), states=True)
    yield from _other_kind(look, wrong)
    stated = wrong[0][0]
    if stated.what.startswith("ch-") and wrong[0][1] < stated.n:
        yield from chain_edits(look, int(stated.what[3:]))
    if wrong[0][1] - stated.n == 1:
        yield from place_edits(look)
    yield from number_edits(look, 1 if wrong[0][1] < stated.n else -1)


def _other_kind(look: Look, wrong: list[tuple[Stated, int]]) -> Iterator[Fix]:
    """So many stitches in all as are stated, but some of another kind."""
    stated = wrong[0][0]
    counts = look.round.worked.counts()
    if stated.what in TERMS["us"] and not stated.per_side and look.round.worked.stitches == stated.n:
        for kind in counts:
            if kind != stated.what and kind in TERMS["us"]:
                yield from kind_edits(look, kind, stated.what)
