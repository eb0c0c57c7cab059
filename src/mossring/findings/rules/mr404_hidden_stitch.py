"""The stitch that hides under a corner, left out on every side.

The first stitch after a corner lies under the corner's own stitches and is easily missed. Where just one stitch
is left on each side, that one was probably not counted: the edge comes out short by one a side and tightens.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look
from mossring.findings.nudge import number_edits
from mossring.working import WorkedRound

CODE = "MR404"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    if not hidden(look.round.worked):
        return
    n = look.round.worked.unworked
    message = f"{look.name} leaves one stitch on each of the {n} sides: was the one that hides in the corner counted?"
    why = "The first stitch after a corner lies under the corner's own stitches, and is the first of the side."
    yield look.finding(CODE, SEVERITY, (0, 0), message, why, number_edits(look))


def hidden(done: WorkedRound) -> bool:
    """Whether just one stitch was left on every side, the one before the corner: the count began one too late."""
    if len(done.left) != len(done.below_corners) or len(done.left) < 3:
        return False
    below = done.below
    before = {below[i - 1].number for i, m in enumerate(below) if m.number in done.below_corners}
    return set(done.left) == before
