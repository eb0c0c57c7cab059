"""Sides that are not alike.

From corner to corner every side of a regular motif has the same count; on a rectangle opposite sides have.
A short side usually means a stitch hidden in the corner was missed, or the start drifted along.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look
from mossring.findings.nudge import number_edits

CODE = "MR401"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    if look.index is None:
        return
    done = look.round.worked
    sides = done.per_side()
    n = look.draft.shape.sides
    if len(sides) != n or n < 3 or len(set(sides)) == 1:
        return
    if look.draft.shape.name == "rectangle" and sides[:2] == sides[2:]:
        return
    usual = max(set(sides), key=sides.count)
    odd = [k for k, s in enumerate(sides, 1) if s != usual]
    if sides.count(usual) == 1:
        message = f"The sides of {look.name.lower()} have {', '.join(map(str, sides))} stitches."
    else:
        which = f"side {odd[0]} has" if len(odd) == 1 else f"sides {', '.join(map(str, odd))} have"
        differ = ", ".join(str(sides[k - 1]) for k in odd)
        message = f"In {look.name.lower()} {which} {differ} stitches where the others have {usual}."
    why = "Sides are counted from corner to corner, beginning where the round begins."
    yield look.finding(CODE, SEVERITY, (0, 0), message, why, number_edits(look))
