"""The finished size, from the ledger's radius and the gauge."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, pi

from mossring.shape.gauge import Gauge


@dataclass(frozen=True, slots=True)
class Size:
    """In mm, lying flat and unblocked. measured: from a stated gauge, not from the default."""

    side_to_side: float
    corner_to_corner: float
    measured: bool


def size_of(radius: float, sides: int, gauge: Gauge) -> Size | None:
    """Size of a motif whose mid sides are `radius` stitch widths from the centre (0 sides: a circle).

    Side to side is the distance across: between opposite sides, or from a side to the corner
    facing it when the number of sides is odd.
    """
    if radius <= 0:
        return None
    r = radius * gauge.width_mm
    if sides < 3:
        return Size(2 * r, 2 * r, gauge.measured)
    reach = r / cos(pi / sides)
    if sides % 2 == 0:
        return Size(2 * r, 2 * reach, gauge.measured)
    return Size(r + reach, 2 * reach * cos(pi / (2 * sides)), gauge.measured)
