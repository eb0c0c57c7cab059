"""Too few or too many corners.

A motif of n sides has n corners in every round once it has any. A corner is a chain space or a stitch at
the centre of a group that comes n times; where the draft means another place, "corner ch 2" or
"corner tr" in the round says which.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import number_edits

CODE = "MR402"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    if look.index is None:
        return
    n = look.draft.shape.sides
    if n < 3 or look.round.worked.line:
        return
    have = len(look.round.worked.corners)
    below = look.below
    if have == n or not look.round.worked.made:
        return
    had = below is not None and len(below.worked.corners) == n
    last = look.index == len(look.draft.rounds) - 1
    if had or have:
        message = f"{look.name} shows {some(have, 'corner')}, and a {look.draft.shape.name} has {n}."
        why = f"Round {below.number} had {n}." if had and below else ""
    elif last and look.draft.said_shape and look.index > 0 and not look.draft.shape.squares_off:
        message = f"No round shows the {n} corners of a {look.draft.shape.name} yet."
        why = "The rounds so far make a circle."
    else:
        return
    severity = SEVERITY if had else "hint"
    yield look.finding(CODE, severity, (0, 0), message, why, number_edits(look) if had else ())
