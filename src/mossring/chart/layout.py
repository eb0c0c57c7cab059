"""Where each stitch lies: rounds as circles or polygons at the ledger's radii, stitches spread along them.

Lengths are in stitch widths, angles in radians counter-clockwise (the way a right-handed worker goes round,
right side facing). Nothing is relaxed: a round that cups or ruffles is drawn at its radius all the same.
"""

from __future__ import annotations

from bisect import bisect_right
from collections import Counter
from dataclasses import dataclass
from math import atan2, cos, hypot, pi, sin
from typing import cast

from mossring.chart.symbols import chain_marks, symbol
from mossring.draft import Draft, DraftRound
from mossring.shape.ledger import start_radius
from mossring.working import RING, Made

Point = tuple[float, float]


@dataclass(slots=True)
class Laid:
    """One round laid out. tops: where each stitch or space ends up. corner: angle of the first corner, if any."""

    tops: dict[int, Point]
    paths: list[str]
    corner: float | None


@dataclass(slots=True)
class Drawn:
    """A motif drawn. rounds: for each round the SVG path of each stitch, in working order.

    reach: half the side of the square that holds it; turn: degrees that set the outermost polygon on its side.
    """

    rounds: list[list[str]]
    reach: float
    turn: float


def draw(draft: Draft) -> Drawn:
    """The drawing of a draft; rounds without stitches are empty."""
    tops: dict[int, Point] = {}
    ring = max(0.35, start_radius(draft.doc.begin))
    below: Laid | None = None
    rounds: list[list[str]] = []
    for r in draft.rounds:
        laid = cast("Laid | None", r.memo.get("chart"))
        if laid is None:
            laid = _lay(r, draft.shape.sides, tops, below, ring)
            r.memo["chart"] = laid
        tops.update(laid.tops)
        rounds.append(laid.paths)
        below = laid
    corner = below.corner if below else None
    turn = 0.0
    if corner is not None and draft.shape.sides:
        turn = -pi / 2 - pi / draft.shape.sides - corner
    return Drawn(rounds, _extent(below, turn) if below else 1.0, -turn * 180 / pi)


def _extent(outer: Laid, turn: float) -> float:
    """Half the side of the square that holds the drawing once it is turned."""
    c, s = cos(turn), sin(turn)
    reach = [max(abs(x * c - y * s), abs(x * s + y * c)) for x, y in outer.tops.values()]
    return max([1.0, *reach])


def _lay(r: DraftRound, sides: int, tops: dict[int, Point], below: Laid | None, ring: float) -> Laid:
    made = r.worked.made[::-1] if r.worked.turned else r.worked.made
    if not made:
        return Laid(below.tops if below else {}, [], below.corner if below else None)
    radius = max(r.entry.radius, ring + 0.3)
    feet_at = [_foot_angle(m, tops) for m in made]
    corners = sorted(len(made) - 1 - c if r.worked.turned else c for c in r.worked.corners)
    corner = below.corner if below else None
    if len(corners) == sides and sides >= 3:
        places, corner = _polygon(made, corners, feet_at, radius, below, sides)
    else:
        places = _circle(made, feet_at, radius)
    here = {m.number: p for m, p in zip(made, places, strict=True)}
    paths = _paths(made, places, here, tops, ring)
    return Laid(here, paths[::-1] if r.worked.turned else paths, corner)


def _foot_angle(m: Made, tops: dict[int, Point]) -> float | None:
    feet = m.feet
    if len(feet) == 1 and feet[0] in tops:
        x, y = tops[feet[0]]
        return atan2(y, x)
    found = [tops[f] for f in feet if f in tops]
    if not found:
        return None
    return atan2(sum(p[1] for p in found), sum(p[0] for p in found))


def _middles(made: list[Made]) -> tuple[list[float], float]:
    """Where along the round (in stitch widths) the middle of each stitch is, and the whole length."""
    at = 0.0
    out = []
    for m in made:
        w = m.width
        out.append(at + w / 2)
        at += w
    return out, at


def _circle(made: list[Made], feet_at: list[float | None], radius: float) -> list[Point]:
    middles, length = _middles(made)
    angles = [2 * pi * x / length for x in middles]
    x = sum(cos(f - a) for f, a in zip(feet_at, angles, strict=True) if f is not None)
    y = sum(sin(f - a) for f, a in zip(feet_at, angles, strict=True) if f is not None)
    offset = atan2(y, x) if hypot(x, y) > 1e-9 else 0.0
    return [(radius * cos(a + offset), radius * sin(a + offset)) for a in angles]


def _polygon(
    made: list[Made],
    corners: list[int],
    feet_at: list[float | None],
    radius: float,
    below: Laid | None,
    sides: int,
) -> tuple[list[Point], float]:
    """Stitches spread along straight sides, each corner at its vertex."""
    middles, length = _middles(made)
    first = _first_corner(made, corners, feet_at, below, sides)
    marks = [middles[c] for c in corners]
    far = radius / cos(pi / sides)
    out = []
    for x in middles:
        k = bisect_right(marks, x + 1e-9) - 1
        a = marks[k] if k >= 0 else marks[-1] - length
        b = marks[k + 1] if k + 1 < sides else marks[0] + length
        t = (x - a) / (b - a)
        u, v = first + 2 * pi * k / sides, first + 2 * pi * (k + 1) / sides
        out.append((far * ((1 - t) * cos(u) + t * cos(v)), far * ((1 - t) * sin(u) + t * sin(v))))
    return out, first


def _first_corner(
    made: list[Made], corners: list[int], feet_at: list[float | None], below: Laid | None, sides: int
) -> float:
    """The angle of the first corner: over the corner below, or where the feet of all corners are."""
    x = y = 0.0
    n = len(made)
    for k, c in enumerate(corners):
        near = [feet_at[(c + d) % n] for d in (0, 1, -1)]
        for f in near:
            if f is not None:
                x += cos(f - 2 * pi * k / sides)
                y += sin(f - 2 * pi * k / sides)
    angle = atan2(y, x) if hypot(x, y) > 1e-9 else 0.0
    if below is None or below.corner is None:
        return angle
    step = 2 * pi / sides
    return below.corner + step * round((angle - below.corner) / step)


def _paths(
    made: list[Made], places: list[Point], here: dict[int, Point], tops: dict[int, Point], ring: float
) -> list[str]:
    """The symbol of each stitch, from its foot to its place."""
    n = len(made)
    share = Counter(m.feet for m in made if m.kind != "ch")
    seen: Counter[tuple[int, ...]] = Counter()
    out = []
    for i, m in enumerate(made):
        if m.kind == "ch":
            out.append(chain_marks(places[i - 1], places[i], places[(i + 1) % n], m.chains))
            continue
        foot = _foot(m, places[i], seen[m.feet], share[m.feet], tops, ring)
        seen[m.feet] += 1
        out.append(symbol(m.kind, foot, places[i]))
    return out


def _foot(m: Made, top: Point, index: int, of: int, tops: dict[int, Point], ring: float) -> Point:
    """Where a stitch begins: on its foot, a little to its side of it when several share the place."""
    feet = m.feet
    if feet == (RING,) or any(f not in tops for f in feet):
        d = hypot(*top) or 1.0
        return (top[0] / d * ring, top[1] / d * ring)
    x, y = tops[feet[0]]
    if len(feet) > 1:
        x = sum(tops[f][0] for f in feet) / len(feet)
        y = sum(tops[f][1] for f in feet) / len(feet)
    if of == 1:
        return (x, y)
    d = hypot(x, y) or 1.0
    aside = (index - (of - 1) / 2) * min(0.18, 0.9 / of)
    return (x - y / d * aside, y + x / d * aside)
