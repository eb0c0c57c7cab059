"""A motif that may lean to one side.

Stitches sit a little to the side of those they stand in. Worked always from the right side, that adds up, and a
solid square of many rounds leans. Cures: turn the work after every round; begin each new colour in the opposite
corner; or block it square (common practice, no source). This is a hint, no fault.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look
from mossring.stitches import lookup

CODE = "MR606"
SEVERITY: Severity = "hint"
MANY = 8
"""Rounds from which the lean of solid fabric is seen (common practice, no source)."""
OPEN = 0.5
TALL = 1.5


def in_motif(look: Look) -> Iterator[Finding]:
    rounds = look.draft.rounds
    if look.index != len(rounds) - 1 or len(rounds) < MANY or look.draft.shape.sides < 3:
        return
    if look.round.entry.openness > OPEN or any(r.worked.turned or r.worked.line for r in rounds):
        return
    kinds = rounds[-2].worked.counts()
    most = max(kinds, key=lambda k: kinds[k], default="sc")
    if lookup(most).height < TALL:
        return
    message = f"{len(rounds)} solid rounds worked from the right side may lean to one side."
    why = "Turning after every round cures it, or beginning each new colour in the opposite corner."
    yield look.finding(CODE, SEVERITY, (0, 0), message, why)
