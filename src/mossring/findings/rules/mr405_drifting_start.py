"""One side short, the one on which the round begins.

A starting chain that isn't seen as a stitch, or a start one place further on in every round, drifts along its
side: the count of that side comes out short while all the others agree.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import number_edits
from mossring.working import WorkedRound

CODE = "MR405"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    if not look.round.tree.written or look.draft.shape.name == "rectangle":
        return
    short = drift(look.round.worked, look.draft.shape.sides)
    if not short:
        return
    sides = look.round.worked.per_side()
    message = f"In {look.name.lower()} the side on which it begins is short by {some(short, 'stitch', 'stitches')}."
    why = (
        f"It has {min(sides)} where the others have {max(sides)}: the start has drifted, or the starting chain was not "
        "worked into at the end of the round below."
    )
    yield look.finding(CODE, SEVERITY, (0, 0), message, why, number_edits(look))


def drift(done: WorkedRound, sides: int) -> int:
    """By how much the side that holds the round's start is shorter than all the others; 0 if it isn't."""
    counts = done.per_side()
    if sides < 3 or len(counts) != sides or not done.made or done.corners[0] == 0:
        return 0
    others = set(counts[1:])
    return max(0, others.pop() - counts[0]) if len(others) == 1 else 0
