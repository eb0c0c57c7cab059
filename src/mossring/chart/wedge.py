"""One side of a large motif and its two corners: what a chart of many rounds shows, for the other sides are like it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from math import atan2, pi
from typing import NamedTuple

from mossring.chart.signs import Sign
from mossring.chart.symbols import Point, strokes
from mossring.draft import Draft
from mossring.shape.ledger import TRIANGLE
from mossring.writing.styled import Styled

FEW_ROUNDS = 8
"""Up to so many rounds a chart shows the whole piece."""
_BESIDE = 0.03
"""So many radians beyond its two corners a side reaches, in rounds that have no corners."""


class Side(NamedTuple):
    """The stitches of one side, by number; which way it faces, in radians; its two corners in the last round; times:
    how many such sides the piece has."""

    shown: frozenset[int]
    angle: float
    ends: tuple[int, int]
    times: int


def sides_drawn(draft: Draft) -> int:
    """Of how many sides like the one drawn a motif has; 1 where all of it is drawn: few rounds, no polygon, or sides
    that aren't alike."""
    if len(draft.rounds) <= FEW_ROUNDS or not draft.shape.sides:
        return 1
    done = draft.outermost.worked
    odd = done.line or len(set(done.per_side())) > 1 or draft.outermost.entry.straight
    return 1 if odd or len(done.corners) < TRIANGLE else len(done.corners)


def side_of(draft: Draft, rounds: Sequence[Styled], tops: Mapping[int, Point]) -> Side | None:
    """The side of a motif of many rounds in which most rounds begin; None where the whole piece is shown."""
    if sides_drawn(draft) == 1:
        return None
    done = draft.outermost.worked
    corners = sorted(done.corners)
    at = [_angle(tops[done.made[c].number]) for c in corners]
    starts = [_angle(tops[s.script.start]) for s in rounds if s.script and s.script.start in tops]
    sides = [_span(at, k, turned=done.turned) for k in range(len(at))]
    begun = Counter(next((k for k, (a, b) in enumerate(sides) if _between(x, a, b)), 0) for x in starts)
    k = begun.most_common(1)[0][0] if begun else 0
    first, last = sides[k]
    shown: set[int] = set()
    for s in rounds:
        shown.update(_shown(s, tops, first, last, len(corners)))
    ends = (done.made[corners[k]].number, done.made[corners[(k + 1) % len(corners)]].number)
    return Side(frozenset(shown), first + ((last - first) % (2 * pi)) / 2, ends, len(corners))


def _span(at: Sequence[float], k: int, *, turned: bool) -> tuple[float, float]:
    """The angles of a corner and the next, counter-clockwise."""
    a, b = at[k], at[(k + 1) % len(at)]
    return (b, a) if turned else (a, b)


def _shown(s: Styled, tops: Mapping[int, Point], first: float, last: float, n: int) -> set[int]:
    """The stitches of a round that belong to a side: from corner to corner with the whole of both corner groups; by
    their angle where the round has no corners."""
    made, corners = s.done.made, sorted(s.done.corners)
    size = len(made)
    if len(corners) != n:
        return {m.number for m in made if _between(_angle(tops[m.number]), first - _BESIDE, last + _BESIDE)}
    middle = first + ((last - first) % (2 * pi)) / 2
    spans = [(a, b if b > a else b + size) for a, b in zip(corners, [*corners[1:], corners[0]], strict=True)]

    def off(span: tuple[int, int]) -> float:
        side = [tops[made[i % size].number] for i in range(span[0], span[1] + 1)]
        angle = atan2(sum(y for _, y in side), sum(x for x, _ in side))
        return abs((angle - middle + pi) % (2 * pi) - pi)

    a, b = min(spans, key=off)
    while a > b - size and made[(a - 1) % size].feet and made[(a - 1) % size].feet in _near(s, a):
        a -= 1
    end = b
    while b < a + size and made[(b + 1) % size].feet and made[(b + 1) % size].feet in _near(s, end):
        b += 1
    return {made[i % size].number for i in range(a, b + 1)}


def _near(s: Styled, corner: int) -> tuple[tuple[int, ...], ...]:
    """What the corner's group stands in."""
    made = s.done.made
    if made[corner % len(made)].feet:
        return (made[corner % len(made)].feet,)
    return (made[(corner - 1) % len(made)].feet, made[(corner + 1) % len(made)].feet)


def bracket(ends: tuple[Point, Point], times: int) -> list[Sign]:
    """A bracket outside a side that faces up, with how many such sides there are."""
    (ax, ay), (bx, by) = sorted(ends)
    y = max(ay, by) + 2.2
    line = [(ax, y - 0.5), (ax, y), (bx, y), (bx, y - 0.5)]
    words = Sign("bracket", 0, "", "", ((ax + bx) / 2, y + 0.9), text=f"{times} times")
    return [Sign("bracket", 0, "", strokes(line), line[0]), words]


def _angle(p: Point) -> float:
    return atan2(p[1], p[0])


def _between(angle: float, first: float, last: float) -> bool:
    return (angle - first) % (2 * pi) <= (last - first) % (2 * pi)
