"""Counted stitches run over a corner.

A count along the side is higher than the side has stitches, so it goes on across the corner space and
into the next side.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look
from mossring.findings.nudge import number_edits

CODE = "MR206"
SEVERITY: Severity = "warn"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("over the corner"):
        sides = look.below.worked.per_side() if look.below else []
        have = f" A side of round {look.below.number} has {max(sides)}." if sides and look.below else ""
        message = f"{look.name} counts on over a corner into the next side."
        why = f"The count along the side is higher than the side.{have}"
        stuck = any(True for _ in look.troubles("past the end", "no such place", "does not divide"))
        yield look.finding(CODE, "stop" if stuck else SEVERITY, t.span, message, why, number_edits(look))
        return
