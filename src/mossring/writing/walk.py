"""The edge of the round below as a writer sees it from the hook: what comes next, and what is passed on the way."""

from __future__ import annotations

from typing import NamedTuple

from mossring.working import RING, Made, Tie, WorkedRound


class Item(NamedTuple):
    """A run inside a group: stitch key and how many (`ch`: of what length).

    part: the loop, or ALONG. closing: chains that close a cluster. hung: chains that a picot is of, or whose last
    one carries the stitch; of one ALONG the chains that carry one each. along: so many chains more are made for
    what comes behind it along them. ties: it joins neighbours.
    """

    kind: str
    n: int
    part: str = ""
    closing: int = 0
    hung: int = 0
    carried: bool = False
    along: int = 0
    ties: tuple[Tie, ...] = ()


NO_STITCH = ("ch", "picot", "yarn", "other side")
"""Kinds of items that are no stitch with a place: chains, what hangs from others, a change of yarn (its part: to
which), and the word of where the other side of a chain begins."""


class Place(NamedTuple):
    """Where a step goes, seen from the hook. kind: ring, st, ch, end, sp, group, between, same, rest, deep,
    skipped (passed before), both (two places as one), legs (one after the other).

    chains: length of a space. part: which chain of it; of a deep place `free`: one that nothing stands in yet.
    round: of a deep place, whose stitch is `stitch`.
    skips: what is passed with a word of its own, as (target, count) with target "st" or a chain length.
    parts: the places of `both` and `legs`.
    """

    kind: str
    chains: int = 0
    skips: tuple[tuple[str, int], ...] = ()
    part: str = ""
    round: int = 0
    stitch: str = ""
    parts: tuple[Place, ...] = ()


class Group(NamedTuple):
    items: tuple[Item, ...]
    feet: tuple[int, ...] = ()
    gap: bool = False
    part: str = ""


_TWO = 2
NEXT = {"": Place("st"), "fch": Place("ch"), "end": Place("end")}
"""The next stitch: by far the commonest place; the next chain of a foundation, the next row end."""
COMMON = tuple(NEXT.values())


class Earlier:
    """Every stitch so far by its number, and what stands in what: put together only where that is asked for. waiting:
    what was made since. top: number of the stitch that the last round's starting chain stands for, how many chains do,
    and how many lie on them besides (none: it began otherwise)."""

    def __init__(self) -> None:
        self.waiting: list[list[Made]] = []
        self._find: dict[int, Made] = {}
        self._stood_in: set[int] = set()
        self._kinds: set[tuple[int, str, int]] = set()
        self._looks: dict[int, int] = {}
        self.top: tuple[int, int, int] = (0, 0, 0)

    def look(self, m: Made) -> int:
        """A number for all that a place looks like: what it is, and what it stands on, down to the centre."""
        self.find()
        return self._looks.get(m.number, 0)

    def _look_at(self, made: list[Made]) -> None:
        before = next((m.feet for m in reversed(made) if m.feet), ())
        for m in made:
            on = tuple([self._looks.get(foot, 0) for foot in m.feet])
            self._looks[m.number] = hash((m.what, on, bool(m.feet) and m.feet == before))
            before = m.feet or before

    def find(self) -> dict[int, Made]:
        for made in self.waiting:
            self._look_at(made)
            self._find.update((m.number, m) for m in made)
            feet = {foot for m in made for foot in m.feet if foot in self._find}
            self._kinds.update((o.round, o.kind, o.chains) for o in map(self._find.__getitem__, feet))
            self._stood_in |= feet
        self.waiting.clear()
        return self._find

    def is_free_among(self, m: Made) -> bool:
        """Whether nothing stands in a place, where something stands in others of its kind in its round."""
        self.find()
        return m.number not in self._stood_in and (m.round, m.kind, m.chains) in self._kinds


class Walk:
    """The edge of the round below in working direction, the hook's place first."""

    def __init__(self, done: WorkedRound, hook: int, earlier: Earlier) -> None:
        below = done.below
        self.ring = not below
        self.line = done.line
        self.earlier = earlier
        self.number = done.number
        k = 0
        if below and not done.line and not done.extra:
            there = {m.number: i for i, m in enumerate(below)}
            while hook not in there and (rested := earlier.find().get(hook)) and rested.feet:
                hook = rested.feet[0]
            k = there.get(hook, 0)
        self.edge = below[k:] + below[:k]
        self.at = {m.number: i for i, m in enumerate(self.edge)}
        self.used: set[int] = set()
        self.corners = {self.at[c] for c in done.below_corners if c in self.at}

    def place(self, g: Group) -> tuple[int, bool]:
        """Index of a place, and whether it is the gap before that index."""
        if self.ring:
            return 0, False
        if g.gap:
            a, b = self.at[g.feet[0]], self.at[g.feet[1]]
            return max(a, b) if abs(a - b) == 1 else 0, True
        return self.at[g.feet[0]], False

    def anew(self, u: int, gap: bool = False) -> Place | None:
        """How a yarn that comes anew finds place u, or the gap before it: in any of its kind, where one is like another
        (`any`, or `any centre` of a group of `chains` stitches), else counted from where the round below was joined
        (`nth`, `chains` its length and `skips` the count).
        None in the ring, and for a gap like few others."""
        if self.ring:
            return None
        m, n = self.edge[u], len(self.edge)
        looks = [(self.earlier.look(p), k in self.corners) for k, p in enumerate(self.edge)]
        period = _period(looks)
        if gap:
            group = self.new_group(u)
            gaps = [k for k in range(n) if not group or self.new_group(k)]
            if not all((k - u) % period == 0 for k in gaps) or not all(p.feet for p in self.edge):
                first = [k for k in gaps if k][:1] == [u]
                return (
                    Place("nearest", stitch="sp between next 2 groups" if group else "sp between next 2 sts")
                    if first
                    else None
                )
            return Place("any", stitch="sp between groups" if group else "sp between 2 sts")
        alike = [k for k, p in enumerate(self.edge) if seen(p) and (p.kind, p.chains) == (m.kind, m.chains)]
        if m.kind != "ch":
            alike = [k for k, p in enumerate(self.edge) if p.counted and p.kind != "ch"]
        words = "sp" if m.kind == "ch" else {"fch": "ch", "end": "end"}.get(m.kind, "st")
        if not self.line and all((k - u) % period == 0 for k in alike):
            return Place("any", m.chains, stitch=words)
        if m.kind != "ch" and (size := self._any_centre(u, period)):
            return Place("any centre", size, stitch=m.kind)
        if not self.line and u in self.corners and all((k - u) % period == 0 for k in self.corners):
            return Place("any corner", m.chains, stitch=words)
        if u == 0:
            return Place("first" if self.line else "join", m.chains, stitch=words)
        nth = len([k for k in alike if 0 < k <= u])
        return Place("nth", m.chains, (("", nth),), stitch=words)

    def on_edge(self, g: Group) -> bool:
        return self.ring or all(f in self.at for f in g.feet)

    def deep(self, g: Group) -> Place:
        """A place in lower rounds, or one there and one on the edge taken together."""
        parts = []
        for foot in g.feet:
            m = self.earlier.find()[foot]
            kind = "sp" if m.kind == "ch" else "st"
            stitch = "" if m.kind == "ch" else m.kind
            free = "free" if self.earlier.is_free_among(m) else ""
            parts.append(Place("deep", m.chains if kind == "sp" else 0, (), free, m.round, stitch))
        return parts[0] if len(parts) == 1 else Place("both", parts=tuple(parts))

    def phrase(self, pos: int, touched: bool, u: int, between: bool) -> Place:
        """How to name place u for a reader whose next place is `pos`; `touched`: the hook is amid a run."""
        if self.ring:
            return Place("ring")
        n = len(self.edge)
        if u == pos and not between and self.edge[u % n].kind != "ch":
            return NEXT.get(self.edge[u % n].kind, NEXT[""])
        if pos and self.line and self.edge[pos - 1].kind == "fch" != self.edge[pos % n].kind:
            touched = False  # behind the chains by which a row goes on
        passed = [m for k in range(pos, u) if seen(m := self.edge[k % n])]
        if between:
            return self._gap(pos, u, passed)
        target = self.edge[u % n]
        if target.kind != "ch":
            if size := self._centre_of(pos, u):
                return Place("centre", size, stitch=target.kind)
            skips = skips_to_stitch(passed, [self.at[m.number] in self.corners for m in passed])
            return Place({"fch": "ch", "end": "end"}.get(target.kind, "st"), 0, skips)
        return Place("sp", target.chains, _skips_to_space(passed, touched))

    def _centre_of(self, pos: int, u: int) -> int:
        """The size of the group of like stitches in whose centre place u is, where it is the next such group ahead and
        nothing but its own stitches, and those left of the one before it, is passed on the way; 0 where it isn't."""
        size, half = self._group_about(u)
        if not size or (self.line and not half <= u < len(self.edge) - half):
            return 0
        return size if pos in (u - half, u - 2 * half) and self._alike(pos, u - half) else 0

    def is_centre(self, u: int) -> bool:
        """Whether place u is the centre of a group."""
        return self._group_about(u)[0] > 0

    def _group_about(self, u: int) -> tuple[int, int]:
        """The size of the group of like stitches in whose centre place u is (0: in none), and how many stitches on
        either side stand where it stands."""
        edge, n = self.edge, len(self.edge)
        target = edge[u % n]
        like, half = 0, 1  # how far on both sides stitches are of its kind, and how far they stand where it stands
        while half < n // 2 and all(edge[k % n].feet == target.feet for k in (u - half, u + half)):
            if like == half - 1 and all(edge[k % n].kind == target.kind for k in (u - half, u + half)):
                like = half
            half += 1
        half -= 1
        ends = (edge[(u - half - 1) % n], edge[(u + half + 1) % n])
        whole = like and RING not in target.feet and all(m.feet != target.feet and m.feet for m in ends)
        return (2 * like + 1 if whole else 0), half

    def _any_centre(self, u: int, period: int) -> int:
        """The size of the group in whose centre place u is, where all stitches stand in groups and one centre is like
        another; else 0."""
        n = len(self.edge)
        alone = any(
            m.counted and m.feet not in (self.edge[k - 1].feet, self.edge[(k + 1) % n].feet)
            for k, m in enumerate(self.edge)
            if m.kind != "ch"
        )
        size = 0 if alone or self.line else self._group_about(u)[0]
        same = (k for k in range(n) if size and self._group_about(k)[0] == size)
        return size if all((k - u) % period == 0 for k in same) else 0

    def _alike(self, start: int, stop: int) -> bool:
        """Whether all places from one to another stand in one place."""
        return len({self.edge[k % len(self.edge)].feet for k in range(start, stop)}) < _TWO

    def _gap(self, pos: int, u: int, passed: list[Made]) -> Place:
        stitches = sum(1 for m in passed if m.kind != "ch")
        first = next((k for k in range(pos, u + 1) if self.new_group(k) and k % len(self.edge) not in self.used), None)
        if first == u:
            return Place("group")
        if not stitches and pos:
            return Place("beside")
        return Place("between", 0, (("st", stitches - 1),) if stitches > 1 else ())

    def new_group(self, k: int) -> bool:
        """Whether another group begins at place k than the one before it."""
        n = len(self.edge)
        a, b = self.edge[(k - 1) % n], self.edge[k % n]
        return bool(a.feet) and bool(b.feet) and a.feet != b.feet


def seen(m: Made) -> bool:
    """Slip stitches are no stitches to count along: they are passed without a word."""
    return m.counted or m.kind == "ch"


def skips_to_stitch(passed: list[Made], corner: list[bool]) -> tuple[tuple[str, int], ...]:
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


def _period(looks: list[tuple[int, bool]]) -> int:
    """The least number of places by which an edge can be turned so that it looks the same."""
    n = len(looks)
    fail = [0] * n
    k = 0
    for i in range(1, n):
        while k and looks[i] != looks[k]:
            k = fail[k - 1]
        k += looks[i] == looks[k]
        fail[i] = k
    period = n - fail[-1] if n else 1
    return period if n and n % period == 0 else n
