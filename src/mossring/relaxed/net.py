"""The fabric as a net of springs: every stitch a spring from its foot to its top, neighbours tied along the round.

Lengths are in stitch widths. A point of the net is a stitch's top, the middle of a chain space, or the centre; where
a stitch stands in a gap or shares a space with others, its foot lies between points.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from itertools import accumulate
from math import hypot, pi, tan

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from mossring.draft import Draft, DraftRound
from mossring.shape.gauge import SPACE_HEIGHT
from mossring.shape.ledger import start_radius
from mossring.stitches.table import CHAIN_WIDTH
from mossring.working import RING, Made

Floats = NDArray[np.float64]

LEG, HOOP, SHEAR, CHAIN, FOLD, STAND, SAG = 0, 1, 2, 3, 4, 5, 6
STIFFNESS = {LEG: 1.0, HOOP: 1.0, SHEAR: 0.3, CHAIN: 1.0, FOLD: 0.6, STAND: 0.15, SAG: 0.1}
"""How stiff each kind of spring is; legs and hoops 1 (the unit), shear so weak that a swirl can lean."""
SQUEEZE = {LEG: 0.35, HOOP: 0.35, SHEAR: 1.0, CHAIN: 0.02, FOLD: 1.0, STAND: 1.0, SAG: 1.0}
"""How much of its stiffness a spring keeps when it is pressed: stitches bunch, chains go slack."""
FOLDED = 0.75
"""The share of the way past a stitch that its neighbours keep from each other when they are pressed together."""
OPEN_SQUEEZE = 0.15
"""What a hoop keeps of it between stitches that stand in spaces: groups can spread and close up."""

Spot = tuple[tuple[int, float], ...]
"""A place on the net: points and their shares, which add up to 1."""


@dataclass(slots=True)
class Net:
    """Springs over points. numbers: the fabric's number of each point (0 is the centre).

    spots: one row a spring, the vector from its one end to the other as shares of the points. begins: the point at
    the one end. rest: lengths.
    kind, stiff, squeeze: of each spring. rings: for each round the points along its edge in working order, and
    whether they close. hangs: what hangs from a stitch (picots), and which. round_of: the round of each spring.
    """

    numbers: list[int]
    spots: sparse.csr_matrix
    begins: NDArray[np.int32]
    rest: Floats
    kind: NDArray[np.int8]
    stiff: Floats
    squeeze: Floats
    rings: list[tuple[list[int], bool]]
    hangs: dict[int, int]
    round_of: NDArray[np.int32]
    bends: sparse.csr_matrix

    @property
    def size(self) -> int:
        return len(self.numbers)


def net_of(draft: Draft) -> Net:
    """The net of a worked draft. Rounds without stitches add nothing."""
    return _Knotter(draft).net()


class _Knotter:
    """Points and springs as they are tied, round after round."""

    def __init__(self, draft: Draft) -> None:
        self.draft = draft
        self.gauge = draft.gauge
        self.index: dict[int, int] = {RING: 0}
        self.numbers = [RING]
        self.width = [1.0]
        self.alias: dict[int, int] = {}
        self.rows: list[tuple[Spot, Spot, float, int, float, int]] = []
        self.rings: list[tuple[list[int], bool]] = []
        self.beside: dict[int, tuple[int, int, float]] = {}
        self.radius = {RING: start_radius(draft.doc.begin)}
        self.turned: dict[int, bool] = {}
        self.bends: list[tuple[int, int, int, float]] = []
        self.foot_of: dict[int, int] = {}
        self.below: dict[int, int] = {}

    def net(self) -> Net:
        for r in self.draft.rounds:
            self._round(r)
        self._sag()
        m, n = len(self.rows), len(self.numbers)
        row, col, share = [], [], []
        for k, (a, b, *_) in enumerate(self.rows):
            for spot, sign in ((a, 1.0), (b, -1.0)):
                for point, part in spot:
                    row.append(k)
                    col.append(point)
                    share.append(sign * part)
        spots = sparse.csr_matrix((share, (row, col)), shape=(m, n))
        begins = np.array([r[0][0][0] for r in self.rows], dtype=np.int32)
        rest = np.array([r[2] for r in self.rows])
        kind = np.array([r[3] for r in self.rows], dtype=np.int8)
        stiff = np.array([STIFFNESS[r[3]] for r in self.rows])
        squeeze = np.array([r[4] for r in self.rows])
        rounds = np.array([r[5] for r in self.rows], dtype=np.int32)
        return Net(
            self.numbers,
            spots,
            begins,
            rest,
            kind,
            stiff,
            squeeze,
            self.rings,
            self.alias,
            rounds,
            _second_differences(self.bends, n),
        )

    def _point(self, m: Made) -> int:
        self.index[m.number] = len(self.numbers)
        self.numbers.append(m.number)
        self.width.append(m.width)
        return self.index[m.number]

    def at(self, number: int) -> int:
        while number in self.alias:
            number = self.alias[number]
        return self.index[number]

    def _tie(self, a: Spot, b: Spot, rest: float, kind: int, squeeze: float, rnd: int) -> None:
        self.rows.append((a, b, rest, kind, squeeze, rnd))

    def _round(self, r: DraftRound) -> None:
        done = r.worked
        if done.surface:
            self.alias.update((m.number, m.feet[0]) for m in done.made)
            return
        self._foundation(r)
        last = 0
        edge: list[Made] = []
        for m in done.made:
            if m.carried:
                self.alias[m.number] = last
                continue
            last = m.number
            edge.append(m)
            self._point(m)
            self.radius[m.number] = r.entry.drawn
            self.turned[m.number] = done.turned
        if not edge:
            return
        self.below = {point: k for k, point in enumerate(self.rings[-1][0])} if self.rings else {}
        self._legs(r, edge)
        self._hoops(edge, r.number, wrap=not done.line)
        self._unfold(edge, r.number, wrap=not done.line)
        self._shear(edge, r.number, wrap=not done.line)

    def _foundation(self, r: DraftRound) -> None:
        """The chains of a foundation as points in a line; its other side and row ends are points already."""
        chains = []
        for m in r.worked.extra:
            if m.feet:
                self.alias[m.number] = m.feet[0]
            else:
                chains.append(m)
                self._point(m)
                self.radius[m.number] = r.entry.drawn - r.entry.height if r.number > 1 else 0.0
        beyond = r.worked.below[len(chains) : len(chains) + 1] if r.worked.line and r.number > 1 else []
        if chains:  # those by which a row goes on hang at the end of the row below
            self._hoops([*chains, *beyond], 0, wrap=False)

    def _legs(self, r: DraftRound, edge: Sequence[Made]) -> None:
        sharing: dict[tuple[int, ...], list[Made]] = {}
        for m in edge:
            if m.feet:
                sharing.setdefault(m.feet, []).append(m)
        place = {m.number: k for k, m in enumerate(edge)}
        corners = {r.worked.made[c].number for c in r.worked.corners} if not r.worked.line else set()
        for feet, those in sharing.items():
            group = _in_turn(those, edge)
            self._stand(feet, group, place, r)
            spots = self._feet(feet, group, r.worked.turned)
            slants = self._slants(group, corners)
            for m, places, slant in zip(group, spots, slants, strict=True):
                height = self._height(m)
                for spot in places:
                    self._tie(((self.index[m.number], 1.0),), spot, hypot(height, slant), LEG, SQUEEZE[LEG], r.number)
                    below = spot[0][0]
                    self.foot_of.setdefault(self.index[m.number], below)
                    if below in self.foot_of and len(spot) == 1:
                        self.bends.append((self.index[m.number], below, self.foot_of[below], max(height, 0.25) ** -3))

    def _slants(self, group: Sequence[Made], corners: Collection[int]) -> list[float]:
        """How far along its side each stitch of a group in one stitch leans, where the group turns a corner: the side
        lies a height further out, and its corner so far along it from the foot as the polygon is pointed."""
        at = next((k for k, m in enumerate(group) if m.number in corners), None)
        if at is None or len(group) < 3 or len(corners) < 3 or self.at(group[0].feet[0]) in self.beside:
            return [0.0] * len(group)
        far = self._height(group[at]) * tan(pi / len(corners))
        ends = list(accumulate(m.width for m in group))
        middles = [end - m.width / 2 for end, m in zip(ends, group, strict=True)]
        return [max(-far, far - abs(middle - middles[at])) for middle in middles]

    def _stand(self, feet: tuple[int, ...], group: Sequence[Made], place: dict[int, int], r: DraftRound) -> None:
        """A group in a space stands upright on it: its outer stitches are tied crosswise to the space's neighbours."""
        point = self.at(feet[0]) if len(feet) == 1 else -1
        beside = self.beside.get(point)
        many = len(group)
        if beside is None or place[group[-1].number] - place[group[0].number] != many - 1:
            return  # no space, or a corner: its chain bends the group
        before, after, _ = beside
        near, far = (after, before) if r.worked.turned != self.turned.get(feet[0], False) else (before, after)
        half = (self.width[point] + (self.width[before] + self.width[after]) / 2) / 2
        reach = half + sum(m.width for m in group[1:]) / 2
        for m, to in ((group[0], far), (group[-1], near)):
            rest = hypot(self._height(m), reach)
            self._tie(((self.index[m.number], 1.0),), ((to, 1.0),), rest, STAND, SQUEEZE[STAND], r.number)

    def _height(self, m: Made) -> float:
        """How far the top stands from its foot: at least the stitch's height, more from a round further down."""
        height = self.gauge.height(m.kind, m.part)
        if len(m.feet) == 1 and self.at(m.feet[0]) in self.beside:
            height *= SPACE_HEIGHT
        below = max(self.radius.get(self._host(f), 0.0) for f in m.feet)
        if m.feet == (RING,):
            return height + self.radius[RING]
        return max(height, (self.radius[m.number] - below) * 0.95) if self._deep(m) else height

    def _host(self, number: int) -> int:
        while number in self.alias:
            number = self.alias[number]
        return number

    def _deep(self, m: Made) -> bool:
        return bool(self.below) and all(self.at(f) not in self.below for f in m.feet)

    def _feet(self, feet: tuple[int, ...], those: Sequence[Made], turned: bool) -> list[list[Spot]]:
        """Where each of some stitches in one place stands; a stitch over several places has as many legs."""
        points = [self.at(f) for f in feet if self._host(f) in self.index]
        if len(points) > 1 and those[0].gap:
            return [[((points[0], 0.5), (points[1], 0.5))] for _ in those]
        if len(points) > 1:
            return [[((p, 1.0),) for p in points] for _ in those]
        point = points[0]
        beside = self.beside.get(point)
        if beside is None:
            return [[((point, 1.0),)] for _ in those]
        before, after, spread = beside
        n = len(those)
        sense = -1.0 if turned != self.turned.get(feet[0], False) else 1.0
        out: list[list[Spot]] = []
        for k in range(n):
            aside = sense * ((k + 0.5) / n - 0.5) * spread
            out.append([((point, 1.0), (after, aside), (before, -aside))])
        return out

    def _hoops(self, edge: Sequence[Made], rnd: int, wrap: bool) -> None:
        points = [self.index[m.number] for m in edge]
        n = len(edge)
        self.rings.append((points, wrap))
        for k in range(n if wrap and n > 2 else n - 1):
            a, b = edge[k], edge[(k + 1) % n]
            loose = a.kind == "ch" or b.kind == "ch"
            kind = CHAIN if loose else HOOP
            squeeze = SQUEEZE[CHAIN] if loose else OPEN_SQUEEZE if self._open(a, b) else SQUEEZE[HOOP]
            self._tie(((points[k], 1.0),), ((points[(k + 1) % n], 1.0),), (a.width + b.width) / 2, kind, squeeze, rnd)
        for k in range(n if wrap and n > 2 else n - 2):
            middle = edge[(k + 1) % n]
            height = self._height(middle) if middle.feet else 1.0
            self.bends.append((points[k], points[(k + 1) % n], points[(k + 2) % n], height))
        for k, m in enumerate(edge):
            if m.kind == "ch" and n > 2:
                before, after = edge[k - 1], edge[(k + 1) % n]
                width = m.chains * CHAIN_WIDTH
                spread = width / (width + (before.width + after.width) / 2)
                self.beside[points[k]] = (points[k - 1], points[(k + 1) % n], spread)

    def _unfold(self, edge: Sequence[Made], rnd: int, wrap: bool) -> None:
        """Stitches can't pass through one another: next but one, they keep most of what lies between."""
        n = len(edge)
        for k in range(n if wrap and n > 3 else n - 2):
            a, b, c = edge[k], edge[(k + 1) % n], edge[(k + 2) % n]
            solid = sum(m.width * share for m, share in ((a, 0.5), (b, 1.0), (c, 0.5)) if m.kind != "ch")
            rest = FOLDED * solid
            if rest:
                self._tie(
                    ((self.index[a.number], 1.0),), ((self.index[c.number], 1.0),), rest, FOLD, SQUEEZE[FOLD], rnd
                )

    def _sag(self) -> None:
        """A space that nothing is worked into hangs loosely between its neighbours."""
        pulled = {foot[0][0] for _, foot, _, kind, *_ in self.rows if kind == LEG}
        for point, (before, after, _) in self.beside.items():
            if point not in pulled:
                middle: Spot = ((before, 0.5), (after, 0.5))
                self._tie(((point, 1.0),), middle, self.width[point] / 2, SAG, SQUEEZE[SAG], 0)

    def _open(self, a: Made, b: Made) -> bool:
        """Whether two neighbours stand in spaces, where they can slide."""
        return all(f in self.index and self.index[f] in self.beside for m in (a, b) for f in m.feet[:1])

    def _shear(self, edge: Sequence[Made], rnd: int, wrap: bool) -> None:
        """Diagonals of each field between two stitches that stand side by side in stitches side by side."""
        n = len(edge)
        for k in range(n if wrap and n > 2 else n - 1):
            a, b = edge[k], edge[(k + 1) % n]
            if len(a.feet) != 1 or len(b.feet) != 1:
                continue
            f, g = self.at(a.feet[0]), self.at(b.feet[0])
            if f in self.beside or g in self.beside or f not in self.below or g not in self.below:
                continue
            if abs(self.below[f] - self.below[g]) not in (1, len(self.below) - 1):
                continue
            height = (self._height(a) + self._height(b)) / 2
            middle = ((a.width + b.width) / 2 + (self.width[f] + self.width[g]) / 2) / 2
            rest = hypot(height, middle)
            self._tie(((self.index[a.number], 1.0),), ((g, 1.0),), rest, SHEAR, SQUEEZE[SHEAR], rnd)
            self._tie(((self.index[b.number], 1.0),), ((f, 1.0),), rest, SHEAR, SQUEEZE[SHEAR], rnd)


def _in_turn(those: Sequence[Made], edge: Sequence[Made]) -> list[Made]:
    """Stitches in one place in the order they stand there: a place begun at the round's start ends at its end."""
    if len(those) < 2 or those[0] is not edge[0] or those[-1] is not edge[-1]:
        return list(those)
    place = {m.number: k for k, m in enumerate(edge)}
    cut = max(range(1, len(those)), key=lambda k: place[those[k].number] - place[those[k - 1].number])
    return [*those[cut:], *those[:cut]]


def _second_differences(bends: Sequence[tuple[int, int, int, float]], n: int) -> sparse.csr_matrix:
    """One row for three points in line: how far the middle one stands out of it, twice.

    Weighted so that the fabric bends alike along and across its rounds: a curvature c shows as c d^2 over points
    d apart, and a stitch has the area w h; so h for a hoop (d = w = 1) and 1/h^3 for a leg (d = h).
    """
    m = len(bends)
    row = np.repeat(np.arange(m), 3)
    col = np.array([b[:3] for b in bends], dtype=np.int64).reshape(-1)
    weight = np.sqrt([b[3] for b in bends])
    return sparse.csr_matrix((np.tile([1.0, -2.0, 1.0], m) * np.repeat(weight, 3), (row, col)), shape=(m, n))
