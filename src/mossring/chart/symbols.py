"""Chart symbols as SVG paths: oval, dot, cross, T with a slash for each yarn over.

After the Craft Yarn Council's chart symbols and JIS L 0201 (shapes from memory); the half triple, which
neither lists, is drawn as a triple without its head. Units: SCALE to a stitch width; y grows downwards.
"""

from __future__ import annotations

from math import hypot

from mossring.stitches import STITCHES

SCALE = 10.0
Point = tuple[float, float]
_MOST_OVALS = 12


def _at(p: Point) -> str:
    return f"{p[0] * SCALE:.1f} {-p[1] * SCALE:.1f}"


def symbol(kind: str, foot: Point, top: Point) -> str:
    """The path of one stitch from its foot to its top."""
    dx, dy = top[0] - foot[0], top[1] - foot[1]
    length = hypot(dx, dy) or 1.0
    ux, uy = dx / length, dy / length
    px, py = -uy, ux
    if kind == "slst":
        return _oval(top, (ux, uy), 0.14, 0.14)

    def point(along: float, across: float) -> Point:
        return (foot[0] + ux * along + px * across, foot[1] + uy * along + py * across)

    if kind == "sc":
        mid, arm = length * 0.5, min(0.3, length * 0.38)
        return (
            f"M{_at(point(mid - arm, -arm))}L{_at(point(mid + arm, arm))}"
            f"M{_at(point(mid - arm, arm))}L{_at(point(mid + arm, -arm))}"
        )
    low, high = length * 0.08, length * 0.92
    path = f"M{_at(point(low, 0))}L{_at(point(high, 0))}"
    if kind != "htr":
        path += f"M{_at(point(high, -0.3))}L{_at(point(high, 0.3))}"
    slashes = max(0, STITCHES[kind].yarn_overs - (kind == "hdc"))
    for k in range(slashes):
        mid = high - (high - low) * (0.3 + 0.14 * k)
        path += f"M{_at(point(mid - 0.12, -0.22))}L{_at(point(mid + 0.12, 0.22))}"
    return path


def chain_marks(before: Point, middle: Point, after: Point, chains: int) -> str:
    """A space as its chains: ovals from the stitch before to the stitch after, by way of its middle."""
    n = min(chains, _MOST_OVALS)
    out = []
    for k in range(n):
        t = (k + 1) / (n + 1)
        x = (1 - t) ** 2 * before[0] + t * t * after[0]
        y = (1 - t) ** 2 * before[1] + t * t * after[1]
        bend = 2 * t * (1 - t)
        # the control point that makes the curve pass through the middle
        cx, cy = 2 * middle[0] - (before[0] + after[0]) / 2, 2 * middle[1] - (before[1] + after[1]) / 2
        p = (x + bend * cx, y + bend * cy)
        dx, dy = after[0] - before[0], after[1] - before[1]
        d = hypot(dx, dy) or 1.0
        out.append(_oval(p, (dx / d, dy / d), min(0.28, d / (n + 1) * 0.55), 0.15))
    return "".join(out)


def _oval(p: Point, along: Point, a: float, b: float) -> str:
    """A closed oval at p, half-axes a along the direction and b across it (four curves)."""
    ux, uy = along
    k = 0.5523

    def point(x: float, y: float) -> str:
        return _at((p[0] + ux * x - uy * y, p[1] + uy * x + ux * y))

    return (
        f"M{point(a, 0)}C{point(a, b * k)} {point(a * k, b)} {point(0, b)}"
        f"S{point(-a, b * k)} {point(-a, 0)}S{point(-a * k, -b)} {point(0, -b)}S{point(a, -b * k)} {point(a, 0)}Z"
    )
