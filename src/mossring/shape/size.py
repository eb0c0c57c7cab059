"""The finished size, from the ledger's radius and the gauge."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import cos, hypot, pi, sqrt

from mossring.notation.header import Shape
from mossring.shape.gauge import Gauge
from mossring.shape.ledger import Entry

HALF_HEXAGON = 2
"""The corners of a half hexagon."""


@dataclass(frozen=True, slots=True)
class Size:
    """In mm, lying flat and unblocked. measured: from a stated gauge, not from the default. length: the longer way of
    an oblong, 0 for what is as long as it is wide."""

    side_to_side: float
    corner_to_corner: float
    measured: bool
    length: float = 0.0


def size_of(entry: Entry, shape: Shape, gauge: Gauge) -> Size | None:
    """Size of a motif by the ledger entry of its last round.

    Side to side is the distance across: between opposite sides, or from a side to the corner facing it when
    the number of sides is odd. Oblongs and row-worked pieces are measured across their shorter way (rows:
    along the last row); a half square along one of its two equal sides, a half hexagon along its long edge.
    """
    if entry.extent <= 0:
        return None
    w, sides = gauge.width_mm, shape.sides
    r = entry.extent * w
    if sides == 1:
        return Size(2 * r, 2 * r * sqrt(2), gauge.measured)
    if sides == HALF_HEXAGON:
        return Size(2 * r / cos(pi / 6), 2 * r / cos(pi / 6), gauge.measured)
    if entry.flat_piece:
        return Size(entry.width * w, hypot(entry.width * w, r), gauge.measured)
    longer = entry.straight / 2 * w
    if sides < 3:
        return Size(2 * r, 2 * r + longer, gauge.measured, 2 * r + longer if longer else 0.0)
    if longer:
        return Size(2 * r, hypot(2 * r, 2 * r + longer), gauge.measured, 2 * r + longer)
    reach = r / cos(pi / sides)
    if sides % 2 == 0:
        return Size(2 * r, 2 * reach, gauge.measured)
    return Size(r + reach, 2 * reach * cos(pi / (2 * sides)), gauge.measured)


def size_at_widest(entries: Sequence[Entry], shape: Shape, gauge: Gauge) -> Size | None:
    """Size of a motif by the round that reaches furthest: behind petals that isn't the last. entries: of its rounds."""
    widest = max(entries, key=lambda entry: entry.extent, default=None)
    return size_of(widest, shape, gauge) if widest else None
