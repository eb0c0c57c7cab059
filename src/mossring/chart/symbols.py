"""Chart symbols as SVG paths: oval, dot, cross, T with a slash for each yarn over.

After the Craft Yarn Council's chart symbols and JIS L 0201 (shapes from memory); the half triple, which
neither lists, is drawn as a triple without its head. Units: SCALE to a stitch width; y grows downwards.
"""

from __future__ import annotations

from functools import cache
from math import cos, hypot, pi, sin

from mossring.stitches import STITCHES, Stitch, lookup

SCALE = 10.0
Point = tuple[float, float]
_MOST_OVALS = 12
_PICOT = ((-0.16, 0.18), (0.0, 0.36), (0.16, 0.18))
_OVAL = "M%.1f %.1fC%.1f %.1f %.1f %.1f %.1f %.1fC%.1f %.1f %.1f %.1f %.1f %.1fZ"
_ABOVE = 0.12
"""How far above its foot, as a share of its height, a starting chain begins."""
_CROSS = 0.62
"""Where the cross of a single crochet is: as high as that, so that those in one place stand apart."""
_BULGE = 4 / 3
"""How far the handles of a curve stand out that bulges by 1, as half an oval does."""

Mark = tuple[float, float, float]
"""A point of a symbol: share of the stitch's length, stitch widths further along, stitch widths across."""
Line = tuple[float, float, float, float]
"""A line whose middle is on the stitch: the share of its middle, then how far its end lies from there: share of the
stitch's length, stitch widths further along, stitch widths across."""


def _marks(kind: str) -> tuple[Mark, ...]:
    """The symbol of a kind as pairs of points, a line between each pair."""
    stitch = lookup(kind)
    if stitch.made in ("cl", "bobble", "pc", "puff", "tog"):
        return _legs(stitch)
    if stitch.made == "post":
        side = 0.3 if stitch.front else -0.3
        return (*_marks(stitch.base), (0.08, 0, 0), (0.0, 0, side), (0.0, 0, side), (-0.08, 0, side))
    if stitch.made == "foundation":
        return (*_marks(stitch.base), (0.05, 0, -0.3), (0.05, 0, 0.3))
    if stitch.made == "extended":  # a foot of its own below the plain stitch (our own; the published lists have none)
        return (*_marks(stitch.base), (0.3, 0, 0), (0.0, 0, 0), (0.0, 0, -0.2), (0.0, 0, 0.2))
    if kind == "revsc":
        return (*_marks("sc"), (0.9, 0, -0.3), (0.9, 0, 0.3))
    if kind == "sc":
        return (_CROSS, -0.3, -0.3), (_CROSS, 0.3, 0.3), (_CROSS, -0.3, 0.3), (_CROSS, 0.3, -0.3)
    low, high = 0.08, 0.92
    out: list[Mark] = [(low, 0, 0), (high, 0, 0)]
    if kind != "htr":
        out += [(high, 0, -0.3), (high, 0, 0.3)]
    for k in range(STITCHES[kind].yarn_overs - (kind == "hdc")):
        at = high - (high - low) * (0.3 + 0.14 * k)
        out += [(at, -0.12, -0.22), (at, 0.12, 0.22)]
    return tuple(out)


def _legs(stitch: Stitch) -> tuple[Mark, ...]:
    """Legs that meet at the top: bowed out of one foot, or apart at their feet where they stand in several."""
    out: list[Mark] = []
    apart = stitch.made == "tog"
    for k in range(stitch.legs):
        off = (k - (stitch.legs - 1) / 2) * 0.28
        middle = (0.5, 0, off * (0.5 if apart else 1))
        out += [(0.08, 0, off if apart else 0.0), middle, middle, (0.92, 0, 0)]
    if stitch.made in ("cl", "tog"):
        out += [(0.92, 0, -0.3), (0.92, 0, 0.3)]
    if stitch.made == "pc":
        out += [(0.96, 0, -0.2), (1.04, 0, 0.0), (1.04, 0, 0.0), (0.96, 0, 0.2)]
    return tuple(out)


@cache
def _drawn(kind: str) -> tuple[tuple[Line, ...], tuple[Mark, ...], str]:
    """The symbol of a kind: its lines whose middle is on the stitch, the ends of the others, the path of all."""
    marks = _marks(kind)
    on: list[Line] = []
    beside: list[Mark] = []
    for one, other in zip(marks[::2], marks[1::2], strict=True):
        (s, a, b), (t, c, d) = one, other
        if a + c == b + d == 0:
            on.append(((s + t) / 2, (t - s) / 2, (c - a) / 2, (d - b) / 2))
        else:
            beside += (one, other)
    return tuple(on), tuple(beside), "M%.1f %.1fL%.1f %.1f" * (len(marks) // 2)


def symbol(kind: str, foot: Point, top: Point) -> str:
    """The path of one stitch from its foot to its top."""
    if kind == "slst":
        return dot(top)
    if kind == "picot":
        return "".join(_oval((top[0] + a, top[1] + b), (1.0, 0.0), 0.16, 0.1) for a, b in _PICOT)
    fx, fy = foot[0] * SCALE, -foot[1] * SCALE
    dx, dy = top[0] * SCALE - fx, -top[1] * SCALE - fy
    unit = SCALE / (hypot(dx, dy) or 1.0)
    ux, uy = dx * unit, dy * unit
    on, beside, path = _drawn(kind)
    points: list[float] = []
    for share, reach, along, across in on:
        x, y = fx + dx * share, fy + dy * share
        wx, wy = dx * reach + ux * along - uy * across, dy * reach + uy * along + ux * across
        points += (x - wx, y - wy, x + wx, y + wy)
    for share, along, across in beside:
        points += (fx + dx * share + ux * along - uy * across, fy + dy * share + uy * along + ux * across)
    return path % tuple(points)


def chain_marks(before: Point, middle: Point, after: Point, chains: int) -> str:
    """A space as its chains: ovals from the stitch before to the stitch after, by way of its middle."""
    return "".join(path for path, _ in chain_ovals(before, middle, after, min(chains, _MOST_OVALS)))


def chain_ovals(before: Point, middle: Point, after: Point, n: int) -> list[tuple[str, Point]]:
    """The chains of a space one by one, each with where it lies."""
    dx, dy = after[0] - before[0], after[1] - before[1]
    d = hypot(dx, dy) or 1.0
    along, half = (dx / d, dy / d), min(0.28, d / (n + 1) * 0.55)
    # the control point that makes the curve pass through the middle
    cx, cy = 2 * middle[0] - (before[0] + after[0]) / 2, 2 * middle[1] - (before[1] + after[1]) / 2
    out = []
    for k in range(n):
        t = (k + 1) / (n + 1)
        a, bend, b = (1 - t) ** 2, 2 * t * (1 - t), t * t
        p = (a * before[0] + bend * cx + b * after[0], a * before[1] + bend * cy + b * after[1])
        slope = (
            2 * ((1 - t) * (cx - before[0]) + t * (after[0] - cx)),
            2 * ((1 - t) * (cy - before[1]) + t * (after[1] - cy)),
        )
        steep = hypot(*slope)
        out.append((_oval(p, (slope[0] / steep, slope[1] / steep) if steep else along, half, 0.15), p))
    return out


def upright_chains(foot: Point, top: Point, n: int) -> list[tuple[str, Point]]:
    """Chains one on the other, from just above a foot to a top, each with where it lies."""
    foot = (foot[0] + (top[0] - foot[0]) * _ABOVE, foot[1] + (top[1] - foot[1]) * _ABOVE)
    dx, dy = top[0] - foot[0], top[1] - foot[1]
    d = hypot(dx, dy) or 1.0
    at = [(foot[0] + dx * (k + 0.5) / n, foot[1] + dy * (k + 0.5) / n) for k in range(n)]
    return [(_oval(p, (dx / d, dy / d), min(0.4, 0.46 * d / n), 0.15), p) for p in at]


def picot(top: Point, n: int, out: Point) -> str:
    """A ring of so many chains on a stitch. out: the way outwards (of length 1)."""
    far = max(0.22, n * 0.36 / (2 * pi))
    x, y = top[0] + out[0] * (far + 0.1), top[1] + out[1] * (far + 0.1)
    at = [2 * pi * (k + 0.5) / n for k in range(n)]
    return "".join(_oval((x + far * cos(a), y + far * sin(a)), (-sin(a), cos(a)), 0.17, 0.1) for a in at)


def oval(at: Point, along: Point) -> str:
    """One chain, lying along a way of length 1."""
    return _oval(at, along, 0.28, 0.15)


def dot(at: Point) -> str:
    """A slip stitch."""
    return _oval(at, (1.0, 0.0), 0.14, 0.14)


def circle(at: Point, radius: float) -> str:
    """The loop of yarn that round 1 is worked into."""
    return _oval(at, (1.0, 0.0), radius, radius)


def loop_sign(part: str, foot: Point, top: Point) -> str:
    """The half loop below a stitch that takes one loop: open to the outside for the back loop, to the inside for the
    front loop; the third loop (in neither list) as the back loop with a line below it."""
    dx, dy = top[0] - foot[0], top[1] - foot[1]
    d = hypot(dx, dy) or 1.0
    ux, uy = dx / d, dy / d
    bend = 0.22 if part == "front" else -0.22
    lines = [[(k / 4 * 0.3, bend * ((k / 4) ** 2 - 0.5)) for k in range(-4, 5)]]
    if part == "third":
        lines.append([(-0.3, -0.3), (0.3, -0.3)])
    return "".join(strokes([(foot[0] - uy * a + ux * b, foot[1] + ux * a + uy * b) for a, b in line]) for line in lines)


def together(kind: str, feet: list[Point], top: Point) -> str:
    """Stitches worked together: a leg from each foot, one head."""
    stitch = lookup(kind)
    legs = "".join(_leg(stitch, foot, top) for foot in feet)
    x, y = (sum(f[k] for f in feet) / len(feet) for k in (0, 1))
    dx, dy = top[0] - x, top[1] - y
    d = hypot(dx, dy) or 1.0
    wx, wy = -dy / d * 0.3, dx / d * 0.3
    return legs + strokes([(top[0] - wx, top[1] - wy), (top[0] + wx, top[1] + wy)])


def _leg(stitch: Stitch, foot: Point, top: Point) -> str:
    """One leg, with a slash for each yarn over but the first of a half double crochet."""
    fx, fy, dx, dy = foot[0], foot[1], top[0] - foot[0], top[1] - foot[1]
    d = hypot(dx, dy) or 1.0
    ux, uy = dx / d, dy / d
    out = strokes([(fx + dx * 0.08, fy + dy * 0.08), top])
    for k in range(STITCHES[stitch.base].yarn_overs - (stitch.base == "hdc")):
        x, y = fx + dx * (0.62 - 0.14 * k), fy + dy * (0.62 - 0.14 * k)
        a, b = ux * 0.12 + uy * 0.22, uy * 0.12 - ux * 0.22
        out += strokes([(x - a, y - b), (x + a, y + b)])
    return out


def strokes(at: list[Point]) -> str:
    """The path of a line through places of the fabric."""
    return "M" + "L".join(f"{x * SCALE:.1f} {-y * SCALE:.1f}" for x, y in at)


def chain(before: Point, at: Point, after: Point) -> str:
    """A single chain of a foundation, lying along its neighbours."""
    dx, dy = after[0] - before[0], after[1] - before[1]
    d = hypot(dx, dy) or 1.0
    return _oval(at, (dx / d, dy / d), 0.4, 0.15)


def _oval(p: Point, along: Point, a: float, b: float) -> str:
    """A closed oval at p, half-axes a along the direction and b across it."""
    ux, uy = along
    x, y = p[0] * SCALE, -p[1] * SCALE
    lx, ly = ux * a * SCALE, -uy * a * SCALE
    wx, wy = uy * b * _BULGE * SCALE, ux * b * _BULGE * SCALE
    ax, ay, bx, by = x + lx, y + ly, x - lx, y - ly  # both its ends
    one, other = (ax - wx, ay - wy, bx - wx, by - wy), (bx + wx, by + wy, ax + wx, ay + wy)
    return _OVAL % (ax, ay, *one, bx, by, *other, ax, ay)
