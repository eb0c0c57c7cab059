"""Squaring off a circle: which heights along one side come nearest to a polygon."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, pi

from mossring.shape import Gauge

_PALETTE = ("sc", "hdc", "dc", "tr")


@dataclass(frozen=True, slots=True)
class SquaredSide:
    """One side: the stitches between two corners, and the stitch of which a corner is made.

    error: root mean square of how far the stitches miss the heights wanted, in stitch widths.
    """

    stitches: tuple[str, ...]
    corner: str
    error: float


def square_off(count: int, sides: int, radius: float, gauge: Gauge, corner: str = "dc") -> SquaredSide | None:
    """The stitches of one side when `count` stitches of a circle are divided among the sides of a polygon.

    radius: of the circle, in stitch widths. A straight side at distance a from the centre lies a / cos(angle)
    away at an angle from its middle (geometry), so the stitches rise towards the corner. Fabric gives: the
    corner is worked no higher than `corner`, and what is wanted between is lowered in proportion (common
    practice: sc, sc, hdc, hdc, dc on 36 stitches). None where the stitches don't divide or are too few.
    """
    per_side, left = divmod(count, sides)
    if left or per_side < 4:
        return None
    low = gauge.height("sc")
    apart = 2 * pi / count
    between = per_side - 1
    angles = [(i - (between - 1) / 2) * apart for i in range(between)]
    at_corner = (radius + low) / cos(pi / sides) - radius
    share = min(1.0, (gauge.height(corner) - low) / (at_corner - low)) if at_corner > low else 1.0
    wanted = [low + share * ((radius + low) / cos(a) - radius - low) for a in angles]
    kinds = tuple(min(_PALETTE, key=lambda k: abs(gauge.height(k) - w)) for w in wanted)
    misses = [(gauge.height(k) - w) ** 2 for k, w in zip(kinds, wanted, strict=True)]
    return SquaredSide(kinds, corner, (sum(misses) / len(misses)) ** 0.5)
