"""Oblongs: the chain to cast for a wanted shape, and the rounds that match a square beside it.

An oblong grown from a foundation chain keeps length minus width: the chain decides the shape, the rounds the
size (geometry).
"""

from __future__ import annotations

from dataclasses import dataclass

from mossring.shape import Gauge


@dataclass(frozen=True, slots=True)
class Oblong:
    """chains: to work into; rounds: of the stitch; length_mm, width_mm: what those come out at."""

    chains: int
    rounds: int
    length_mm: float
    width_mm: float


def oblong(length_mm: float, width_mm: float, gauge: Gauge, stitch: str = "dc") -> Oblong:
    """The oblong nearest to a length and width. Raises ValueError unless length > width > 0."""
    if not length_mm > width_mm > 0:
        raise ValueError("an oblong is longer than it is wide")
    chains = max(2, round((length_mm - width_mm) / gauge.width_mm) + 1)
    rounds = rounds_for(width_mm, gauge, stitch)
    width = 2 * rounds * gauge.height(stitch) * gauge.width_mm
    return Oblong(chains, rounds, width + (chains - 1) * gauge.width_mm, width)


def rounds_for(width_mm: float, gauge: Gauge, stitch: str = "dc") -> int:
    """How many rounds make an oblong as wide as a square of this side: at least one."""
    return max(1, round(width_mm / 2 / (gauge.height(stitch) * gauge.width_mm)))
