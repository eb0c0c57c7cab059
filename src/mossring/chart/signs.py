"""What a picture is made of: one list of signs, replayed as SVG, on paper and on the screen."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from math import cos, hypot, radians, sin
from typing import Literal, NamedTuple

from mossring.chart.symbols import SCALE, Point

_NUMBER = re.compile(r"-?\d+\.?\d*")
Role = Literal["stitch", "start", "reach", "join", "ring", "space", "loop", "tie", "label", "arrow", "bracket"]


class Sign(NamedTuple):
    """One sign of a picture. path: its strokes, SCALE units to a stitch width, y downwards. kind: stitch key, `ch`,
    `slst`; none for what is no stitch. at: where it ends up (its top), in stitch widths, y upwards: what it is found
    by, or the middle of a text. number: of its stitch in the fabric (0: of none). text: a word in place of
    strokes. part: the loop that a stitch takes (`back`, `front`, `third`)."""

    role: Role
    round: int
    kind: str
    path: str
    at: Point
    number: int = 0
    text: str = ""
    part: str = ""

    def points(self) -> list[Point]:
        """The points of its strokes, or of the box of its text, as the picture has them (see `path`)."""
        if self.text:
            x, y, wide = self.at[0] * SCALE, -self.at[1] * SCALE, len(self.text) * 0.32 * SCALE
            return [(x - wide, y - SCALE / 2), (x + wide, y + SCALE / 2)]
        numbers = [float(n) for n in _NUMBER.findall(self.path)]
        return list(zip(numbers[::2], numbers[1::2], strict=True))


@dataclass(slots=True)
class Drawing:
    """A motif drawn. rounds: the signs of each round, in working order. centre: of the ring or foundation. beside:
    what is said next to the rounds: their numbers, the way round, ties to neighbours.

    reach: half the side of the square that holds it (0: it is as large as its signs); turn: degrees that set the
    outermost polygon on its side; middle: how far above the first row the middle of a flat piece lies. sides: which
    side of the fabric faces whoever works each round (`RS`, `WS`). times: of how many sides like the one drawn the
    piece has (1: all of it is drawn).
    """

    rounds: list[list[Sign]]
    centre: list[Sign]
    reach: float
    turn: float = 0.0
    middle: float = 0.0
    beside: list[Sign] = field(default_factory=list)
    sides: list[str] = field(default_factory=list)
    times: int = 1

    def every(self) -> list[Sign]:
        return [*self.centre, *(sign for signs in self.rounds for sign in signs), *self.beside]


def ways(at: Point, line: bool, *, turned: bool) -> tuple[Point, Point]:
    """The way back along a round and the way outwards at a place (in rows: up), both of length 1."""
    d = hypot(*at)
    x, y = (0.0, 1.0) if line or not d else (at[0] / d, at[1] / d)
    return ((-y, x) if turned else (y, -x)), (x, y)


def turned(p: Point, turn: float) -> Point:
    """A place turned by so many degrees, as a picture turns (clockwise, for its y grows downwards)."""
    c, s = cos(radians(turn)), sin(radians(turn))
    return (p[0] * c + p[1] * s, p[1] * c - p[0] * s)
