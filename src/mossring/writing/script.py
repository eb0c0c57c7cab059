"""A worked round as a script: what the hands do, one step after another, from the written start."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from mossring.working import RING, Made, WorkedRound

MOST_SLIPS = 6
"""Further than this nobody slip-stitches to begin a round: it then begins where the hook is."""

Item = tuple[str, int]
"""A run inside a group: stitch key and how many, or ("ch", length)."""


@dataclass(frozen=True, slots=True)
class Place:
    """Where a step goes, seen from the hook. kind: ring, st, sp, group, between.

    skips: what is passed with a word of its own, as (target, count) with target "st" or a chain length.
    """

    kind: str
    chains: int = 0
    skips: tuple[tuple[str, int], ...] = ()


@dataclass(frozen=True, slots=True)
class Step:
    """A group worked in `count` places like `place` one after the other, or (items empty) chains alone."""

    items: tuple[Item, ...]
    place: Place | None = None
    count: int = 1
    chains: int = 0


@dataclass(frozen=True, slots=True)
class Script:
    """A round to be written. reach: slip stitches to the start. first: the items of the first place (none: no start).

    all_around: the rest is one run through every stitch. start: number of the first stitch.
    left: what is to be skipped at the end, as in Place.
    """

    reach: tuple[Place, ...]
    first: tuple[Item, ...]
    first_place: Place
    steps: tuple[Step, ...]
    start: int
    all_around: bool
    left: tuple[tuple[str, int], ...] = ()


_NEXT = Place("st")
"""The next stitch: by far the commonest place."""


class _Walk:
    """The edge of the round below in working direction, the hook's place first."""

    def __init__(self, below: WorkedRound | None, start: int, turned: bool) -> None:
        self.ring = below is None or not below.made
        self.edge: list[Made] = []
        self.at: dict[int, int] = {}
        self.corners: set[int] = set()
        if below is None or not below.made:
            return
        made = below.made
        k = next((i for i, m in enumerate(made) if m.number == start), 0)
        edge = made[k:] + made[:k]
        self.edge = edge[:1] + edge[:0:-1] if turned else edge
        self.at = {m.number: i for i, m in enumerate(self.edge)}
        self.corners = {self.at[made[c].number] for c in below.corners}

    def place(self, feet: tuple[int, ...]) -> tuple[int, bool]:
        """Index of a place, and whether it is the gap before that index."""
        if self.ring:
            return 0, False
        if len(feet) == 2:
            return max(self.at[f] for f in feet) if abs(self.at[feet[0]] - self.at[feet[1]]) == 1 else 0, True
        return self.at[feet[0]], False

    def phrase(self, pos: int, touched: bool, u: int, between: bool) -> Place:
        """How to name place u for a reader whose next place is `pos`; `touched`: the hook is amid a run."""
        if self.ring:
            return Place("ring")
        n = len(self.edge)
        if u == pos and not between and self.edge[u % n].kind != "ch":
            return _NEXT
        passed = [m for k in range(pos, u) if _seen(m := self.edge[k % n])]
        if between:
            return self._gap(pos, u, passed)
        target = self.edge[u % n]
        if target.kind != "ch":
            skips = _skips_to_stitch(passed, [self.at[m.number] in self.corners for m in passed])
            return Place("st", 0, skips)
        return Place("sp", target.chains, _skips_to_space(passed, touched))

    def _gap(self, pos: int, u: int, passed: list[Made]) -> Place:
        stitches = sum(1 for m in passed if m.kind != "ch")
        first = next((k for k in range(pos, u + 1) if self._new_group(k)), None)
        if first == u:
            return Place("group")
        return Place("between", 0, (("st", stitches - 1),) if stitches > 1 else ())

    def _new_group(self, k: int) -> bool:
        n = len(self.edge)
        a, b = self.edge[(k - 1) % n], self.edge[k % n]
        return a.kind != "ch" and b.kind != "ch" and a.feet != b.feet


def _seen(m: Made) -> bool:
    """Slip stitches are no stitches to count along: they are passed without a word."""
    return m.counted or m.kind == "ch"


def _skips_to_stitch(passed: list[Made], corner: list[bool]) -> tuple[tuple[str, int], ...]:
    """Stitches passed are named; spaces are passed silently, unless they are corners."""
    out: list[tuple[str, int]] = []
    for m, is_corner in zip(passed, corner, strict=True):
        if m.kind == "ch" and not is_corner:
            continue
        key = "st" if m.kind != "ch" else str(m.chains)
        if out and out[-1][0] == key == "st":
            out[-1] = (key, out[-1][1] + 1)
        else:
            out.append((key, 1))
    return tuple(out)


def _skips_to_space(passed: list[Made], touched: bool) -> tuple[tuple[str, int], ...]:
    """Spaces passed are named; a run of stitches is passed silently unless part of it was worked."""
    out: list[tuple[str, int]] = []
    amid = touched
    for m in passed:
        if m.kind == "ch":
            out.append((str(m.chains), 1))
            amid = False
        elif amid:
            if out and out[-1][0] == "st":
                out[-1] = ("st", out[-1][1] + 1)
            else:
                out.append(("st", 1))
    return tuple(out)


def script_of(done: WorkedRound, below: WorkedRound | None, hook: int) -> Script | None:
    """The script of a round. hook: number of the stitch in which the round below was joined. None: no stitch."""
    turned = below is not None and below.turned != done.turned
    walk = _Walk(below, hook, turned)
    order = _from_start(done, walk)
    if not order:
        return None
    groups = _groups(order)
    first_items, first_feet = groups[0]
    u0, gap = walk.place(first_feet)
    opens = first_items[0][0] != "slst"  # slip stitches need no start: they are steps like all others
    reach = _reach(walk, u0, gap) if opens else ()
    pos = (u0 if gap else u0 + 1) if opens else 0
    touched = opens and (walk.ring or gap or walk.edge[u0].kind != "ch")
    steps, pos, touched = _steps(walk, groups[1:] if opens else groups, pos, touched)
    first_place = Place("ring") if walk.ring else _named(walk, u0, gap)
    left = () if walk.ring else _left(walk, pos, touched, u0, bool(reach) and not gap)
    whole = _is_whole(walk, steps, 1 if opens else 0)
    return Script(reach, first_items if opens else (), first_place, tuple(steps), order[0].number, whole, left)


def _steps(
    walk: _Walk, groups: Sequence[tuple[tuple[Item, ...], tuple[int, ...]]], pos: int, touched: bool
) -> tuple[list[Step], int, bool]:
    """The groups as steps from place `pos` on; also the place after the last, and whether it is amid a run."""
    steps: list[Step] = []
    n = max(1, len(walk.edge))
    for items, feet in groups:
        if not feet:
            steps.append(Step((), chains=items[0][1]))
            continue
        u, gap = walk.place(feet)
        if not walk.ring and u < pos:
            u += n
        place = walk.phrase(pos, touched, u, gap)
        pos, touched = (u if gap else u + 1), walk.ring or gap or walk.edge[u % n].kind != "ch"
        last = steps[-1] if steps else None
        if last and place is _NEXT and last.place is _NEXT and last.items == items:
            steps[-1] = Step(items, place, last.count + 1)
        else:
            steps.append(Step(items, place))
    return steps, pos, touched


def _is_whole(walk: _Walk, steps: Sequence[Step], begun: int) -> bool:
    """Whether the steps are one run through every stitch that is left (`in each st around`)."""
    if len(steps) != 1 or steps[0].place is not _NEXT or len(steps[0].items) != 1 or walk.corners:
        return False
    return steps[0].count == sum(1 for m in walk.edge if m.counted) - begun


def _left(walk: _Walk, pos: int, touched: bool, u0: int, reached: bool) -> tuple[tuple[str, int], ...]:
    """What lies between the last place and the first and needs a word: parts of runs, and spaces."""
    n = len(walk.edge)
    slipped = range(n + 1, n + u0 + 1) if reached else range(0)
    rest = [m for k in range(pos, u0 + n) if k not in slipped and _seen(m := walk.edge[k % n])]
    if not rest:
        return ()
    amid = (touched and rest[0].kind != "ch") or (walk.edge[u0].kind != "ch" and rest[-1].kind != "ch")
    if not amid and all(m.kind != "ch" for m in rest):
        return ()
    return _skips_to_stitch(rest, [True] * len(rest))


def _named(walk: _Walk, u: int, gap: bool) -> Place:
    if gap:
        return Place("group")
    m = walk.edge[u]
    return Place("sp", m.chains) if m.kind == "ch" else Place("st")


def _from_start(done: WorkedRound, walk: _Walk) -> list[Made]:
    """The round's stitches and spaces from the one it is written to begin with."""
    made = done.made
    n = len(made)
    firsts = [i for i in range(n) if made[i].counted and _opens(made, i)]
    if not firsts:
        firsts = [i for i in range(n) if made[i].counted][:1] or [i for i in range(n) if made[i].kind != "ch"]
    if not firsts:
        return []
    start = firsts[0]
    if not walk.ring:
        own = walk.place(made[start].feet)
        if own[0] > MOST_SLIPS or own[1] or made[start].kind == "slst":
            start = min(firsts, key=lambda i: _distance(walk, made[i].feet))
    return made[start:] + made[:start]


def _distance(walk: _Walk, feet: tuple[int, ...]) -> tuple[bool, int]:
    """How far a place is from the hook; gaps last, the one just before the hook a whole round away."""
    u, gap = walk.place(feet)
    return gap, u or (len(walk.edge) if gap else 0)


def _opens(made: list[Made], i: int) -> bool:
    """Whether stitch i is the first in its place (in the ring: any after a space, or the first of all)."""
    n = len(made)
    if made[i].feet == (RING,):
        return i == 0 or made[i - 1].kind == "ch"
    j = i - 1
    while made[j % n].kind == "ch" and (i - j) < n:
        j -= 1
    return made[j % n].feet != made[i].feet or (i - j) >= n


def _groups(order: Sequence[Made]) -> list[tuple[tuple[Item, ...], tuple[int, ...]]]:
    """Stitches in one place with the chains between them, and chains between places (no feet)."""
    out: list[tuple[list[Item], tuple[int, ...]]] = []
    waiting: Item | None = None
    for m in order:
        if m.kind == "ch":
            waiting = ("ch", m.chains)
            continue
        in_ring = m.feet == (RING,)
        if out and out[-1][1] == m.feet and not (waiting and in_ring):
            items = out[-1][0]
            if waiting:
                items.append(waiting)
            if items[-1][0] == m.kind:
                items[-1] = (m.kind, items[-1][1] + 1)
            else:
                items.append((m.kind, 1))
        else:
            if waiting:
                out.append(([waiting], ()))
            out.append(([(m.kind, 1)], m.feet))
        waiting = None
    if waiting:
        out.append(([waiting], ()))
    return [(tuple(items), feet) for items, feet in out]


def _reach(walk: _Walk, u: int, gap: bool) -> tuple[Place, ...]:
    """The places slip-stitched into on the way from the join to place u."""
    if walk.ring or u == 0:
        return ()
    out: list[Place] = []
    stitches = 0
    for k in range(1, u + (0 if gap else 1)):
        m = walk.edge[k]
        if m.kind != "ch":
            stitches += m.counted
            continue
        if k < u:
            continue
        if stitches:
            out.append(Place("st", stitches))
        out.append(Place("sp", m.chains))
        stitches = 0
    if stitches:
        out.append(Place("st", stitches))
    if gap:
        out.append(Place("group"))
    return tuple(out)
