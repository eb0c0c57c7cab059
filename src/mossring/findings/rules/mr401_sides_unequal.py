"""Sides that are not alike.

From corner to corner every side of a regular motif has the same count; on a rectangle opposite sides have.
A short side usually means a stitch hidden in the corner was missed, or the start drifted along.
"""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import number_edits
from mossring.working import Tied

CODE = "MR401"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    done = look.round.worked
    sides = done.per_side()
    n = look.draft.shape.sides
    if len(sides) != n or n < 3:
        return
    if len(set(sides)) == 1:
        yield from _spaces(look)
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


def _spaces(look: Look) -> Iterator[Finding]:
    """Sides of as many stitches, one of which lacks a chain that all the others have."""
    done = look.round.worked
    if sum(done.spaces().values()) <= len(done.corners):
        return  # no spaces but the corners'
    made, n = done.made, len(done.made)
    marks = sorted(done.corners)
    stops = [*marks[1:], marks[0] + n]
    joined = "slst" in done.counts()  # a join instead of a chain
    spaces = [i for i, m in enumerate(made) if m.kind == "ch" or (joined and isinstance(m, Tied))]
    spaces += [i + n for i in spaces]
    sides = [bisect_left(spaces, b) - bisect_right(spaces, a) for a, b in zip(marks, stops, strict=True)]
    usual = max(set(sides), key=sides.count)
    if sides.count(usual) != len(sides) - 1 or look.draft.shape.name == "rectangle":
        return
    odd = next(k for k, s in enumerate(sides, 1) if s != usual)
    message = (
        f"In {look.name.lower()} one side has {some(sides[odd - 1], 'chain space')} where the others have {usual}."
    )
    why = "Sides are counted from corner to corner: a chain was left out, or worked once too often."
    yield look.finding(CODE, SEVERITY, (0, 0), message, why, number_edits(look))
