"""The layout of a chart: circles, polygons, oblongs and rows as even as can be, opened up where symbols would crowd.

A chart is no picture of the fabric: a round lies where its symbols have room, not where its yarn lies.
"""

from __future__ import annotations

from itertools import pairwise
from math import hypot, pi, tan

from mossring.draft import Draft, DraftRound
from mossring.laid import Point, Reach, centre_radius, guess
from mossring.shape.ledger import TRIANGLE
from mossring.stitches import lookup
from mossring.working import SURFACE

ROOM = 1.0
"""Stitch widths that a symbol has along its round."""
_LOWEST = 1.1
"""So high is the lowest round drawn: a cross with room above it and below."""


_TALLER = 1.4
"""A stitch drawn more than so many times as tall as it is, beside taller ones, is drawn lower than they are."""


def chart_places(draft: Draft) -> tuple[dict[int, Point], float]:
    """Where each stitch of a chart ends, in stitch widths, and the radius of its ring."""
    sides = draft.shape.sides
    heights = [_height(r) for r in draft.rounds]
    ring = _ring(draft)
    first = draft.rounds[0] if draft.rounds else None
    about_ring = first is None or not (first.worked.line or first.entry.straight)
    if first is not None and about_ring:
        ring = max(ring, _needed(first, sides) - heights[0])
    out = ring if first is None or about_ring else first.entry.drawn - heights[0]
    radii: list[Reach] = []
    angular = False
    for r, height in zip(draft.rounds, heights, strict=True):
        if not r.worked.surface:
            out = out + height if r.worked.line else max(_above(r, out, sides, angular), _needed(r, sides))
            angular = _is_polygon(r, sides)
        radii.append(Reach(out, height))
    tops: dict[int, Point] = {}
    guess(draft, tops, radii, ring)
    for r, height in zip(draft.rounds, heights, strict=True):
        _lower(r, height, tops, ring)
    return tops, ring


def _ring(draft: Draft) -> float:
    """The radius of the centre: a chain ring wide enough for its chains to be seen one by one."""
    begin = draft.doc.begin
    return max(
        centre_radius(draft), (begin.chains + 1) * RING_CHAIN / (2 * pi) + RING_EDGE if begin.kind == "ring" else 0.0
    )


RING_CHAIN, RING_EDGE = 0.62, 0.25
"""How long a chain of a ring is drawn, and how far out of its chains stitches begin, in stitch widths."""


def _height(r: DraftRound) -> float:
    """How high the symbols of a round stand: as the tallest of them."""
    tall = [lookup(kind).height for kind in r.worked.counts()]
    picots = 0.8 if r.worked.hung and "picot" in r.worked.counts() else 0.0
    return max([_LOWEST, *tall]) + picots


def _is_polygon(r: DraftRound, sides: int) -> bool:
    return TRIANGLE <= sides == len(r.worked.corners) and not r.entry.straight


def _above(r: DraftRound, below: float, sides: int, angular: bool) -> float:
    """How far out a round ends on one that ends at `below`, so that each stitch has its height. About a circle (not
    angular) the tall stitches of a polygon stand in its corners, where there is more room than amid its sides."""
    if not _is_polygon(r, sides) or angular:
        return below + _height(r)
    made, corners = r.worked.made, sorted(r.worked.corners)
    around = [*corners, corners[0] + len(made)]
    far = 0.0
    for a, b in pairwise(around):
        for k in range(a, b):
            m = made[k % len(made)]
            across = (2 * (k - a) / (b - a) - 1) * tan(pi / sides)
            tall = max(lookup(m.kind).height, _LOWEST) if m.feet else 0.0
            far = max(far, (below + tall) / hypot(1.0, across))
    return far


def _needed(r: DraftRound, sides: int) -> float:
    """The radius at which a round has room for its symbols side by side."""
    around = sum(m.width for m in r.worked.made if m.part != SURFACE) * ROOM
    if r.worked.line or not around:
        return 0.0
    full = 2 * sides * tan(pi / sides) if _is_polygon(r, sides) else 2 * pi
    return max(0.0, around - r.entry.straight) / full


def _lower(r: DraftRound, height: float, tops: dict[int, Point], ring: float) -> None:
    """Low stitches among tall ones end at their own height, not at that of the round."""
    if r.worked.surface:
        return
    for m in r.worked.made:
        own = max(lookup(m.kind).height, _LOWEST) if m.feet else height
        if own * _TALLER >= height:
            continue
        x, y = tops[m.number]
        feet = [tops[f] for f in m.feet if f in tops]
        d = hypot(x, y) or 1.0
        fx, fy = (sum(p[k] for p in feet) / len(feet) for k in (0, 1)) if feet else (x / d * ring, y / d * ring)
        tall = hypot(x - fx, y - fy)
        if tall > own * _TALLER:
            tops[m.number] = (fx + (x - fx) * own / tall, fy + (y - fy) * own / tall)
