"""Chart symbols as SVG paths: oval, dot, cross, T with a slash for each yarn over.

After the Craft Yarn Council's chart symbols and JIS L 0201 (shapes from memory); the half triple, which
neither lists, is drawn as a triple without its head. Units: SCALE to a stitch width; y grows downwards.
"""

from __future__ import annotations

from functools import cache
from math import hypot

from mossring.stitches import STITCHES, Stitch, lookup

SCALE = 10.0
Point = tuple[float, float]
_MOST_OVALS = 12
_PICOT = ((-0.16, 0.18), (0.0, 0.36), (0.16, 0.18))
_OVAL = "M%.1f %.1fC%.1f %.1f %.1f %.1f %.1f %.1fC%.1f %.1f %.1f %.1f %.1f %.1fZ"
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
        return (0.5, -0.3, -0.3), (0.5, 0.3, 0.3), (0.5, -0.3, 0.3), (0.5, 0.3, -0.3)
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
        return _oval(top, (1.0, 0.0), 0.14, 0.14)
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
    n = min(chains, _MOST_OVALS)
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
        out.append(_oval(p, along, half, 0.15))
    return "".join(out)


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
