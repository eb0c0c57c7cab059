"""The outline of a piece with its measurements, as it is pinned out."""

from __future__ import annotations

from html import escape
from math import cos, pi, sin, sqrt, tan
from typing import NamedTuple

from mossring.draft import Draft
from mossring.publishing.measures import both
from mossring.shape import Size
from mossring.shape.ledger import TRIANGLE
from mossring.shape.size import HALF_HEXAGON

Point = tuple[float, float]

_WIDE = 46.0
"""Millimetres of paper that the longer way of an outline takes."""
_OFF, _TEXT = 6.0, 3.2
"""How far off the outline a measure stands, and how tall its words are, in millimetres of paper."""
_LETTER = 0.52
_INK = "#2b2b2b"


class Measure(NamedTuple):
    """A length between two points of the piece, in mm, and which way off it its line stands."""

    a: Point
    b: Point
    off: Point
    words: str


class Outline(NamedTuple):
    """The corners of a piece about its middle, in mm; what is measured on it; round: a circle in a box of those."""

    corners: list[Point]
    measures: list[Measure]
    round: bool = False


_BELOW, _ABOVE, _RIGHT, _LEFT = (0.0, 1.0), (0.0, -1.0), (1.0, 0.0), (-1.0, 0.0)
_SQUARE = 4


def schematic(draft: Draft, size: Size, title: str) -> str:
    """The outline as an SVG, y downwards; size: of the piece as it is pinned out, in mm."""
    outline, measures, is_round = _shaped(draft, size)
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    scale = _WIDE / max(max(xs) - min(xs), max(ys) - min(ys))
    at = [(x * scale, y * scale) for x, y in outline]
    points = " ".join(f"{x:.1f},{y:.1f}" for x, y in at)
    radius = _WIDE / 2
    shape = f'<circle r="{radius:.1f}"/>' if is_round else f'<polygon points="{points}"/>'
    body = [f'<g fill="none" stroke="{_INK}" stroke-width="0.5" stroke-linejoin="round">{shape}</g>']
    box = list(at)
    for m in measures:
        drawn, reached = _measured(m, scale)
        body.append(drawn)
        box += reached
    left, top = min(x for x, _ in box) - 1, min(y for _, y in box) - 1
    wide, tall = max(x for x, _ in box) - left + 1, max(y for _, y in box) - top + 1
    told = "; ".join(f"{m.words}" for m in measures)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.1f}mm" height="{tall:.1f}mm" role="img" '
        f'viewBox="{left:.1f} {top:.1f} {wide:.1f} {tall:.1f}" font-family="Literata, Georgia, serif">'
        f"<title>{escape(title)}</title><desc>{escape(told)}</desc>{''.join(body)}</svg>\n"
    )


def _shaped(draft: Draft, size: Size) -> Outline:
    across, sides = size.side_to_side, draft.shape.sides
    if sides == 1:
        corners = [(0.0, 0.0), (across, 0.0), (0.0, across)]
        above = Measure(corners[0], corners[1], _ABOVE, both(across))
        return Outline(corners, [above, Measure(corners[2], corners[0], _LEFT, both(across))])
    if sides == HALF_HEXAGON:
        r, tall = across / 2, across * sqrt(3) / 4
        corners = [(r * cos(pi * k / 3), r * sin(pi * k / 3)) for k in range(4)]
        long_edge = Measure(corners[3], corners[0], _ABOVE, both(across))
        return Outline(corners, [long_edge, Measure((r, 0.0), (r, tall), _RIGHT, both(tall))])
    if draft.outermost.entry.flat_piece:
        return _oblong(across, sqrt(max(0.0, size.corner_to_corner**2 - across**2)))
    if size.length:
        return _oblong(size.length, across)
    if sides < TRIANGLE:
        r = across / 2
        return Outline(_box(across, across), [Measure((-r, r), (r, r), _BELOW, both(across))], True)
    return _polygon(across, sides)


def _oblong(wide: float, tall: float) -> Outline:
    box = _box(wide, tall)
    return Outline(box, [Measure(box[3], box[2], _BELOW, both(wide)), Measure(box[1], box[2], _RIGHT, both(tall))])


def _polygon(across: float, sides: int) -> Outline:
    """On one of its sides: that side, how tall and, where its corners stand further out, how wide it is."""
    apothem = across / 2 if sides % 2 == 0 else across / (1 + 1 / cos(pi / sides))
    reach, half = apothem / cos(pi / sides), apothem * tan(pi / sides)
    corners = [(reach * sin(a), reach * cos(a)) for a in (pi / sides + 2 * pi * k / sides for k in range(sides))]
    wide, top, bottom = max(x for x, _ in corners), min(y for _, y in corners), max(y for _, y in corners)
    side = Measure((-half, bottom), (half, bottom), _BELOW, both(2 * half))
    measures = [side, Measure((wide, top), (wide, bottom), _RIGHT, both(bottom - top))]
    if sides > _SQUARE:
        measures.append(Measure((-wide, top), (wide, top), _ABOVE, both(2 * wide)))
    return Outline(corners, measures)


def _box(wide: float, tall: float) -> list[Point]:
    x, y = wide / 2, tall / 2
    return [(-x, -y), (x, -y), (x, y), (-x, y)]


def _measured(m: Measure, scale: float) -> tuple[str, list[Point]]:
    """A line with a bar at both ends and its words beyond it; and the corners of what that takes up."""
    ox, oy = m.off
    (ax, ay), (bx, by) = ((x * scale + ox * _OFF, y * scale + oy * _OFF) for x, y in (m.a, m.b))
    bars = "".join(f"M{x - ox:.1f} {y - oy:.1f}L{x + ox:.1f} {y + oy:.1f}" for x, y in ((ax, ay), (bx, by)))
    x, y = (ax + bx) / 2, (ay + by) / 2
    wide = len(m.words) * _TEXT * _LETTER
    anchor = "middle" if not ox else "start" if ox > 0 else "end"
    x += ox * 2
    y += _TEXT * 0.35 if ox else _TEXT * (1.2 if oy > 0 else -0.5)
    line = f'<path d="M{ax:.1f} {ay:.1f}L{bx:.1f} {by:.1f}{bars}" fill="none" stroke="{_INK}" stroke-width="0.25"/>'
    words = f'x="{x:.1f}" y="{y:.1f}" font-size="{_TEXT}" text-anchor="{anchor}"'
    text = f'<text {words} fill="{_INK}">{escape(m.words)}</text>'
    begins = {"middle": x - wide / 2, "start": x, "end": x - wide}[anchor]
    return line + text, [(ax, ay), (bx, by), (begins, y - _TEXT), (begins + wide, y + _TEXT * 0.3)]
