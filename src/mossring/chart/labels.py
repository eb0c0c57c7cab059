"""What stands beside the symbols of a chart: the number of each round next to its start, and which way it goes."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise
from math import atan2, cos, pi, sin

from mossring.chart.signs import Sign, ways
from mossring.chart.symbols import SCALE, Point, strokes
from mossring.writing.styled import Styled

TALL = 0.8
"""How tall the figures of a label are, in stitch widths."""
_WIDE = 0.8
"""How wide a figure is, as a share of its height."""
_CLEAR = 0.25
"""So much room is left about a label where there is room."""
_ARROW = "\u2192"
"""The arrow in a row of a label, which is drawn."""
_LONG = 1.7
"""The room that an arrow takes."""
_NEXT_ROW = 1.0
"""From the middle of a row of a label to the next."""
_CELL = 0.2
Cell = tuple[int, int]
"""A square of the picture, _CELL stitch widths wide."""


def labels(
    rounds: Sequence[Styled], drawn: Sequence[Sign], tops: Mapping[int, Point], line: bool, firsts: Mapping[int, int]
) -> list[Sign]:
    """The number of each round beside its start, with an arrow where the way turns (and for the last round), and `WS`
    where it is worked from the wrong side, beside it or under it. Each where it lies most clear of the signs drawn, as
    near as can be. firsts: the stitch (its number) that each round shown begins with."""
    taken = _cells(drawn)
    out: list[Sign] = []
    turns = len({s.done.turned for s in rounds}) > 1
    for k, s in enumerate(rounds):
        first = firsts.get(k, 0)
        if first not in tops:
            continue
        number, wrong = str(s.round.number), turns and s.done.turned
        arrow = turns or k == len(rounds) - 1
        back, outwards = ways(tops[first], line, turned=s.done.turned)
        spots = _spots(tops[first], back, outwards, s.round.entry.height)
        lies = ((place, far + 0.3 * len(rows), rows) for place, far in spots for rows in _forms(number, wrong, arrow))
        (x, y), rows = _best(sorted(lies, key=lambda lie: lie[1]), taken)
        for row, (wide, at) in zip(rows, _boxes((x, y), rows), strict=True):
            words = row.removesuffix(_ARROW)
            if words:
                place = (at[0] - (_LONG / 2 if row != words else 0.0), at[1])
                out.append(Sign("label", s.round.number, "", "", place, text=words))
            if row != words:
                begins = (at[0] + wide / 2 - 0.65, at[1])
                out.append(Sign("arrow", s.round.number, "", _arrow(begins, (-back[0], -back[1])), begins))
            taken.update(_box(at, wide, TALL))
    return out


def _spots(at: Point, back: Point, out: Point, tall: float) -> Iterator[tuple[Point, float]]:
    """Where a label may lie, and how far that is from where one looks for it: just behind the start, half way up."""
    for away in (0.9, 1.2, 1.5, 1.9, 2.4, 3.0):
        for up in (-0.5, -0.25, -0.75, 0.0, 0.4, 0.9, 1.5, -1.0):
            for side in (1.0, -0.85):
                place = (
                    at[0] + back[0] * away * side + out[0] * up * tall,
                    at[1] + back[1] * away * side + out[1] * up * tall,
                )
                yield place, away - 0.9 + abs(up + 0.5) * tall / 2 + (side < 0) * 0.4
    for up in (0.7, 1.2, 1.8, 2.5):  # beyond the start
        yield (at[0] + out[0] * up, at[1] + out[1] * up), up


def _forms(number: str, wrong: bool, arrow: bool) -> Iterator[tuple[str, ...]]:
    """The rows in which a label may stand: all in one, or one under the other where there is less room beside."""
    parts = (number, *(["WS"] if wrong else []), *([_ARROW] if arrow else []))
    for first in range(len(parts), 0, -1):
        yield tuple(filter(None, (_row(parts[:first]), _row(parts[first:]))))
    if len(parts) > 2:
        yield parts


def _row(parts: Sequence[str]) -> str:
    return " ".join(parts).replace(f" {_ARROW}", _ARROW)


def _boxes(at: Point, rows: Sequence[str]) -> list[tuple[float, Point]]:
    """How wide each row is, and its middle, where the middle of them all is at a place."""
    out = []
    for k, row in enumerate(rows):
        words = row.removesuffix(_ARROW)
        wide = len(words) * _WIDE * TALL + (_LONG if row != words else 0.0)
        out.append((wide, (at[0], at[1] + ((len(rows) - 1) / 2 - k) * _NEXT_ROW)))
    return out


def _best(lies: Sequence[tuple[Point, float, tuple[str, ...]]], taken: set[Cell]) -> tuple[Point, tuple[str, ...]]:
    """Where a label lies best, and in which rows, of ways to lie in the order of how far they are: what is so
    far that it would be no better with nothing near isn't looked at."""
    best, found = -1e9, lies[0]
    for at, far, rows in lies:
        if _worth(at, far, (), taken) <= best:
            break
        if (worth := _worth(at, far, rows, taken)) > best:
            best, found = worth, (at, far, rows)
    return found[0], found[2]


def _worth(at: Point, far: float, rows: Sequence[str], taken: set[Cell]) -> float:
    """How good a spot is: how little lies there and about it, and how near it is."""
    on: set[Cell] = set()
    near: set[Cell] = set()
    for wide, middle in _boxes(at, rows):
        on |= taken & _box(middle, wide, TALL)
        near |= taken & _box(middle, wide + 2 * _CLEAR, TALL + 2 * _CLEAR)
    return -3.0 * len(on) - 0.15 * len(near) - far * far


def _box(at: Point, wide: float, tall: float) -> set[Cell]:
    """The cells of a box about a place."""
    (left, right), (low, high) = (
        (int((v - size / 2) // _CELL), int((v + size / 2) // _CELL)) for v, size in ((at[0], wide), (at[1], tall))
    )
    return {(x, y) for x in range(left, right + 1) for y in range(low, high + 1)}


def _cells(drawn: Sequence[Sign]) -> set[Cell]:
    """The cells that strokes go through."""
    out: set[Cell] = set()
    for sign in drawn:
        for (ax, ay), (bx, by) in pairwise(sign.points()):
            n = max(1, round(max(abs(bx - ax), abs(by - ay)) / (_CELL * SCALE)))
            steps = ((ax + (bx - ax) * k / n, ay + (by - ay) * k / n) for k in range(n + 1))
            out.update((int(x / SCALE // _CELL), int(-y / SCALE // _CELL)) for x, y in steps)
    return out


def _arrow(at: Point, way: Point) -> str:
    """A short arrow about a place."""
    angle = atan2(way[1], way[0])
    tip, tail = ((at[0] + side * 0.6 * cos(angle), at[1] + side * 0.6 * sin(angle)) for side in (1, -1))
    barbs = [(tip[0] + 0.35 * cos(angle + a), tip[1] + 0.35 * sin(angle + a)) for a in (pi * 0.82, -pi * 0.82)]
    return strokes([tail, tip]) + strokes([barbs[0], tip, barbs[1]])
