"""Where each stitch lies by the ledger: rounds as circles or polygons at its radii, stitches spread along them.

Lengths are in stitch widths, angles in radians counter-clockwise (the way a right-handed worker goes round,
right side facing). Nothing is relaxed: a round that cups or ruffles lies at its radius all the same.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial
from itertools import pairwise
from math import atan2, cos, hypot, pi, sin
from typing import NamedTuple

from mossring.draft import Draft, DraftRound
from mossring.shape.ledger import TRIANGLE, start_radius
from mossring.working import Made

Point = tuple[float, float]


class Reach(NamedTuple):
    """How far from the middle a round ends, and how high its stitches stand."""

    radius: float
    height: float


@dataclass(slots=True)
class Laid:
    """One round laid out. tops: where each stitch or space ends up. corner: angle of the first corner, if any."""

    tops: dict[int, Point]
    corner: float | None


def centre_radius(draft: Draft) -> float:
    """How far from the middle the stitches of round 1 stand."""
    return max(0.35, start_radius(draft.doc.begin))


def guess(
    draft: Draft, tops: dict[int, Point] | None = None, radii: Sequence[Reach] = (), ring: float = 0.0
) -> list[Laid]:
    """Where each stitch lies by the ledger alone, round by round; one without stitches lies where the last did. tops:
    takes up the places of all of them. radii, ring: others than the ledger's."""
    tops = {} if tops is None else tops
    ring = ring or centre_radius(draft)
    below: Laid | None = None
    out: list[Laid] = []
    for k, r in enumerate(draft.rounds):
        at = radii[k] if radii else Reach(r.entry.drawn, r.entry.height)
        if r.worked.surface:
            laid = Laid({m.number: tops[m.feet[0]] for m in r.worked.made}, below.corner if below else None)
        else:
            laid = below = r.kept(("laid", *at), partial(_lay, r, at, draft.shape.sides, tops, below, ring))
        tops.update(laid.tops)
        out.append(laid)
    return out


def _lay(r: DraftRound, at: Reach, sides: int, tops: dict[int, Point], below: Laid | None, ring: float) -> Laid:
    made = r.worked.made[::-1] if r.worked.turned else r.worked.made
    if not made:
        return Laid(below.tops if below else {}, below.corner if below else None)
    radius = max(at.radius, ring + 0.3)
    if r.worked.line:
        return _half(r, radius, sides) if 0 < sides < TRIANGLE else _row(r, at, tops)
    if r.entry.straight:
        return _oblong(r, at.radius, made, tops)
    feet_at = [_foot_angle(m, tops) for m in made]
    corners = sorted(len(made) - 1 - c if r.worked.turned else c for c in r.worked.corners)
    corner = below.corner if below else None
    if _half_bare(feet_at):
        places = _arc(made, [tops[f] for m in made for f in m.feet if f in tops], at.height)
    elif len(corners) == sides and sides >= 3:
        places, corner = _polygon(made, corners, feet_at, radius, below, sides)
    else:
        places = _circle(made, feet_at, radius)
    here = {m.number: p for m, p in zip(made, places, strict=True)}
    return Laid(here, corner)


def _row(r: DraftRound, at: Reach, tops: dict[int, Point]) -> Laid:
    """A row as a row: the stitches side by side at its height, right side facing, over what they stand on."""
    made = r.worked.made[::-1] if r.worked.turned else r.worked.made
    middles, length = _middles(made)
    y = at.radius
    off = [
        tops[m.feet[0]][0] - length / 2 + x for m, x in zip(made, middles, strict=True) if m.feet and m.feet[0] in tops
    ]
    begins = length / 2 + (sum(off) / len(off) if off else 0.0)
    places = [(begins - x, y) for x in middles]
    here = {m.number: p for m, p in zip(made, places, strict=True)}
    under = r.worked.extra
    over = {m.feet[0]: p for m, p in zip(made, places, strict=True) if m.feet}
    lies = [over.get(m.number, (0.0, y)) for m in under] if r.number > 1 else _spread(r, length)
    base = {m.number: (p[0], y - at.height) for m, p in zip(under, lies, strict=False)}
    return Laid({**base, **here}, None)


def _half(r: DraftRound, radius: float, corners: int) -> Laid:
    """A row of half a polygon: along its sides about the middle of the long edge, that edge above."""
    made = r.worked.made[::-1] if r.worked.turned else r.worked.made
    middles, length = _middles(made)
    at = sorted(len(made) - 1 - c if r.worked.turned else c for c in r.worked.corners)
    even = [length * k / (corners + 1) for k in range(1, corners + 1)]
    stops = [0.0, *([middles[c] for c in at] if len(at) == corners else even), length]
    reach = radius / cos(pi / (2 * (corners + 1)))
    ends = [(reach * cos(pi * k / (corners + 1)), -reach * sin(pi * k / (corners + 1))) for k in range(corners + 2)]
    places = []
    for x in middles:
        side = next(k for k in range(corners + 1) if x <= stops[k + 1] or k == corners)
        (ax, ay), (bx, by) = ends[side], ends[side + 1]
        t = (x - stops[side]) / ((stops[side + 1] - stops[side]) or 1.0)
        places.append((ax + (bx - ax) * t, ay + (by - ay) * t))
    here = {m.number: p for m, p in zip(made, places, strict=True)}
    return Laid(here, None)


def _spread(r: DraftRound, length: float) -> list[Point]:
    """Places of a foundation's chains under the first row."""
    n = len(r.worked.extra)
    return [(length / 2 - (k + 0.5) * length / n, 0.0) for k in range(n)]


def _oblong(r: DraftRound, radius: float, made: list[Made], tops: dict[int, Point]) -> Laid:
    """Stitches along the outline about a foundation chain: two straight sides and a half circle at each end."""
    half = r.entry.straight / 4
    here: dict[int, Point] = {}
    n = len(r.worked.extra)
    for k, m in enumerate(r.worked.extra):
        here[m.number] = _on_oblong(k / n, half, 0.15)
    known = {**tops, **here}
    middles, length = _middles(made)
    shares = [x / length for x in middles]
    feet = [_share(known[m.feet[0]], half) if m.feet and m.feet[0] in known else None for m in made]
    x = sum(cos(2 * pi * (f - s)) for f, s in zip(feet, shares, strict=True) if f is not None)
    y = sum(sin(2 * pi * (f - s)) for f, s in zip(feet, shares, strict=True) if f is not None)
    offset = atan2(y, x) / (2 * pi)
    corners = sorted(len(made) - 1 - c if r.worked.turned else c for c in r.worked.corners)
    if len(corners) == 4:
        places = _on_rectangle(made, corners, middles, length, half, radius, known)
        here.update((m.number, p) for m, p in zip(made, places, strict=True))
        return Laid(here, None)
    places = [_on_oblong(s + offset, half, radius) for s in shares]
    here.update((m.number, p) for m, p in zip(made, places, strict=True))
    return Laid(here, None)


def _on_rectangle(
    made: list[Made],
    corners: list[int],
    middles: list[float],
    length: float,
    half: float,
    radius: float,
    known: dict[int, Point],
) -> list[Point]:
    """Stitches along the four sides of an oblong with corners; the first side lies where its feet are."""
    across, up = half + radius, radius
    around = [(across, -up), (across, up), (-across, up), (-across, -up)]  # counter-clockwise from below right
    a, b = corners[:2]
    feet = [known[f] for m in made[a : b + 1] for f in m.feet[:1] if f in known]
    x = sum(p[0] for p in feet) / len(feet) if feet else 0.0
    y = sum(p[1] for p in feet) / len(feet) if feet else 1.0
    long_first = b - a > (corners[3] - corners[0]) / 3
    first = (1 if y >= 0 else 3) if long_first else (0 if x >= 0 else 2)
    marks = [middles[c] for c in corners]
    out = []
    for at in middles:
        k = (bisect_right(marks, at + 1e-9) - 1) % 4
        begin = marks[k] if at >= marks[0] else marks[3] - length
        end = marks[k + 1] if k < 3 else (marks[0] + length if at >= marks[0] else marks[0])
        t = (at - begin) / (end - begin)
        (x0, y0), (x1, y1) = around[(first + k) % 4], around[(first + k + 1) % 4]
        out.append((x0 + (x1 - x0) * t, y0 + (y1 - y0) * t))
    return out


def _on_oblong(share: float, half: float, radius: float) -> Point:
    """The point a share of the way around an oblong: 0 at the right end, then over the top to the left."""
    at = (share % 1.0) * (4 * half + 2 * pi * radius)
    quarter = pi * radius / 2
    for x0, y0, straight, turn in ((half, 1, True, 0.0), (-half, -1, False, pi)):
        if at < quarter:
            angle = turn + at / radius
            return (x0 + radius * cos(angle), radius * sin(angle))
        at -= quarter
        if at < 2 * half:
            return (x0 - at if straight else x0 + at, y0 * radius)
        at -= 2 * half
        if at < quarter:
            angle = turn + pi / 2 + at / radius
            return (-x0 + radius * cos(angle), radius * sin(angle))
        at -= quarter
    return (half + radius, 0.0)


def _share(p: Point, half: float) -> float:
    """The share of the way around at which a point lies, on the oblong through it."""
    x, y = p
    radius = max(0.05, abs(y) if abs(x) <= half else hypot(abs(x) - half, y))
    around = 4 * half + 2 * pi * radius
    quarter = pi * radius / 2
    if x > half:
        at = atan2(y, x - half) * radius
    elif x < -half:
        at = quarter + 2 * half + (atan2(y, x + half) % (2 * pi) - pi / 2) * radius
    elif y >= 0:
        at = quarter + half - x
    else:
        at = quarter * 3 + 2 * half + (x + half)
    return (at / around) % 1.0


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
    if not at:  # nothing but what hangs: side by side all the same
        return [k + 0.5 for k in range(len(made))], float(len(made))
    return out, at


def _circle(made: list[Made], feet_at: list[float | None], radius: float) -> list[Point]:
    middles, length = _middles(made)
    angles = [2 * pi * x / length for x in middles]
    x = sum(cos(f - a) for f, a in zip(feet_at, angles, strict=True) if f is not None)
    y = sum(sin(f - a) for f, a in zip(feet_at, angles, strict=True) if f is not None)
    offset = atan2(y, x) if hypot(x, y) > 1e-9 else 0.0
    return [(radius * cos(a + offset), radius * sin(a + offset)) for a in angles]


def _half_bare(feet_at: list[float | None]) -> bool:
    """Whether more than half of the round below has nothing standing on it, side by side: one that is still being made,
    or was left."""
    at = sorted(a for a in feet_at if a is not None)
    gaps = [b - a for a, b in pairwise(at)] + [at[0] + 2 * pi - at[-1]] if at else [0.0]
    return max(gaps) > pi


def _arc(made: list[Made], feet: list[Point], height: float) -> list[Point]:
    """Stitches side by side over the middle of what they stand on."""
    middles, length = _middles(made)
    radius = sum(hypot(*p) for p in feet) / len(feet) + height
    middle = atan2(sum(p[1] for p in feet), sum(p[0] for p in feet))
    angles = [middle + (x - length / 2) / radius for x in middles]
    return [(radius * cos(a), radius * sin(a)) for a in angles]


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
    ends = [marks[-1] - length, *marks, marks[0] + length]
    vertices = [(far * cos(u), far * sin(u)) for u in (first + 2 * pi * k / sides for k in range(-1, sides + 1))]
    out = []
    for x in middles:
        k = bisect_right(marks, x + 1e-9)
        t = (x - ends[k]) / (ends[k + 1] - ends[k])
        (x0, y0), (x1, y1) = vertices[k], vertices[k + 1]
        out.append((x0 + (x1 - x0) * t, y0 + (y1 - y0) * t))
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
