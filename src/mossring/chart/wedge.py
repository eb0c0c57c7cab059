"""One side of a large motif and its two corners: what a chart of many rounds shows, for the other sides are like it."""

from __future__ import annotations

from dataclasses import dataclass
from math import atan2, cos, pi, radians, sin

from mossring.chart.drawing import Drawn
from mossring.chart.symbols import SCALE, Point
from mossring.draft import Draft
from mossring.laid import guess

FEW_ROUNDS = 8
"""Up to so many rounds a chart shows the whole piece."""
_POLYGON = 3
_BESIDE = 0.03
"""So many radians beyond its two corners a wedge reaches, for what leans over."""


@dataclass(frozen=True, slots=True)
class Wedge:
    """Paths of the stitches shown, round by round; the box that holds them, in the picture's units (left, top, width,
    height) once the drawing is turned; times: how many such sides the piece has."""

    rounds: list[list[str]]
    box: tuple[float, float, float, float]
    times: int


def wedge_of(draft: Draft, drawn: Drawn) -> Wedge | None:
    """The upper side of a motif of many rounds; None where the whole piece is shown: few rounds, no polygon, or sides
    that aren't alike."""
    done = draft.outermost.worked
    if len(draft.rounds) <= FEW_ROUNDS or len(done.corners) < _POLYGON or done.line or len(set(done.per_side())) > 1:
        return None
    tops: dict[int, Point] = {}
    guess(draft, tops)
    turn = radians(drawn.turn)
    angles = sorted(_angle(tops[done.made[c].number], turn) for c in done.corners)
    sides = [(a, b if b > a else b + 2 * pi) for a, b in zip(angles, [*angles[1:], angles[0]], strict=True)]
    first, last = min(sides, key=lambda side: abs(_from_up((side[0] + side[1]) / 2)))
    shown: list[list[str]] = []
    points: list[Point] = [(0.0, 0.0)]
    for r, paths in zip(draft.rounds, drawn.rounds, strict=True):
        kept = []
        for m, path in zip(r.worked.made, paths, strict=False):
            at = tops.get(m.number)
            if at is None or not _between(_angle(at, turn), first - _BESIDE, last + _BESIDE):
                continue
            kept.append(path)
            points.append(_turned(at, turn))
        shown.append(kept)
    left, right = (f(p[0] for p in points) * SCALE for f in (min, max))
    top, bottom = (f(p[1] for p in points) * SCALE for f in (min, max))
    margin = 2 * SCALE
    box = (left - margin, top - margin, right - left + 2 * margin, bottom - top + 2 * margin)
    return Wedge(shown, box, len(done.corners))


def _turned(p: Point, turn: float) -> Point:
    """A place of the fabric, whose y grows upwards, in the picture, whose y grows downwards, once that is turned."""
    x, y = p[0], -p[1]
    return (x * cos(turn) - y * sin(turn), x * sin(turn) + y * cos(turn))


def _angle(p: Point, turn: float) -> float:
    """Of a place, in the picture."""
    x, y = _turned(p, turn)
    return atan2(y, x)


def _from_up(angle: float) -> float:
    """How far an angle is from straight up, from -pi to pi."""
    return (angle + pi / 2 + pi) % (2 * pi) - pi


def _between(angle: float, first: float, last: float) -> bool:
    return (angle - first) % (2 * pi) <= last - first
