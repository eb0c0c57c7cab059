"""A worked round as a script: what the hands do, one step after another, from the written start."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

from mossring.working import RING, Made, WorkedRound

MOST_SLIPS = 6
"""Further than this nobody slip-stitches to begin a round: it then begins where the hook is."""


class Item(NamedTuple):
    """A run inside a group: stitch key and how many (`ch`: of what length).

    part: the loop. closing: chains that close a cluster. hung: chains that a picot is of, or whose last one
    carries the stitch.
    """

    kind: str
    n: int
    part: str = ""
    closing: int = 0
    hung: int = 0
    carried: bool = False


class Place(NamedTuple):
    """Where a step goes, seen from the hook. kind: ring, st, ch, end, sp, group, between, same, rest, deep,
    both (two places as one), legs (one after the other).

    chains: length of a space. part: which chain of it. round: of a deep place, whose stitch is `stitch`.
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


class Step(NamedTuple):
    """A group worked in `many` places like `place` one after the other, or what is made in no place (None)."""

    items: tuple[Item, ...]
    place: Place | None = None
    many: int = 1


@dataclass(frozen=True, slots=True)
class Script:
    """A round to be written. reach: slip stitches to the start. first: the items of the first place (none: no start).

    all_around: the rest is one run through every stitch. start: number of the first stitch. part: the loop
    that all stitches take. onto: the earlier round it is worked into. cast: chains of the foundation that are
    worked into, where this is the first round on one. hook: number of the place in which the hook rests at the
    end. ends_in_space: length of the space that the last stitch closes (`ch 1 and sc`; 0: none). kept: why the
    round keeps its own way of beginning. direct: a hook that comes anew finds the first place as the next of
    its kind. left: what is to be skipped at the
    end, as in Place.
    """

    reach: tuple[Place, ...]
    first: tuple[Item, ...]
    first_place: Place
    steps: tuple[Step, ...]
    start: int
    all_around: bool
    left: tuple[tuple[str, int], ...] = ()
    part: str = ""
    onto: int = 0
    cast: int = 0
    hook: int = 0
    ends_in_space: int = 0
    kept: str = ""
    direct: bool = False


class Way(NamedTuple):
    """Where a round is to begin, in the words of `Style:` (begins, reach), and whether its last stitch closes
    the corner's space. new_yarn: the round begins with another yarn."""

    begins: str = ""
    reach: str = ""
    ends_in_space: bool = False
    new_yarn: bool = False


PLAIN_WAY = Way()


class _Group(NamedTuple):
    items: tuple[Item, ...]
    feet: tuple[int, ...] = ()
    gap: bool = False
    part: str = ""


_NEXT = {"": Place("st"), "fch": Place("ch"), "end": Place("end")}
"""The next stitch: by far the commonest place; the next chain of a foundation, the next row end."""
_COMMON = tuple(_NEXT.values())


class _Walk:
    """The edge of the round below in working direction, the hook's place first."""

    def __init__(self, done: WorkedRound, hook: int, find: dict[int, Made]) -> None:
        below = done.below
        self.ring = not below
        self.line = done.line
        self.find = find
        self.number = done.number
        k = 0
        if below and not done.line and not done.extra:
            there = {m.number: i for i, m in enumerate(below)}
            while hook not in there and hook in find and find[hook].feet:
                hook = find[hook].feet[0]
            k = there.get(hook, 0)
        self.edge = below[k:] + below[:k]
        self.at = {m.number: i for i, m in enumerate(self.edge)}
        self.used: set[int] = set()
        self.corners = {self.at[c] for c in done.below_corners if c in self.at}

    def place(self, g: _Group) -> tuple[int, bool]:
        """Index of a place, and whether it is the gap before that index."""
        if self.ring:
            return 0, False
        if g.gap:
            a, b = self.at[g.feet[0]], self.at[g.feet[1]]
            return max(a, b) if abs(a - b) == 1 else 0, True
        return self.at[g.feet[0]], False

    def on_edge(self, g: _Group) -> bool:
        return self.ring or all(f in self.at for f in g.feet)

    def deep(self, g: _Group) -> Place:
        """A place in lower rounds, or one there and one on the edge taken together."""
        parts = []
        for foot in g.feet:
            m = self.find[foot]
            kind = "sp" if m.kind == "ch" else "st"
            stitch = "" if m.kind == "ch" else m.kind
            parts.append(Place("deep", m.chains if kind == "sp" else 0, (), "", m.round, stitch))
        return parts[0] if len(parts) == 1 else Place("both", parts=tuple(parts))

    def phrase(self, pos: int, touched: bool, u: int, between: bool) -> Place:
        """How to name place u for a reader whose next place is `pos`; `touched`: the hook is amid a run."""
        if self.ring:
            return Place("ring")
        n = len(self.edge)
        if u == pos and not between and self.edge[u % n].kind != "ch":
            return _NEXT.get(self.edge[u % n].kind, _NEXT[""])
        passed = [m for k in range(pos, u) if _seen(m := self.edge[k % n])]
        if between:
            return self._gap(pos, u, passed)
        target = self.edge[u % n]
        if target.kind != "ch":
            skips = _skips_to_stitch(passed, [self.at[m.number] in self.corners for m in passed])
            return Place({"fch": "ch", "end": "end"}.get(target.kind, "st"), 0, skips)
        return Place("sp", target.chains, _skips_to_space(passed, touched))

    def _gap(self, pos: int, u: int, passed: list[Made]) -> Place:
        stitches = sum(1 for m in passed if m.kind != "ch")
        first = next((k for k in range(pos, u + 1) if self._new_group(k) and k % len(self.edge) not in self.used), None)
        if first == u:
            return Place("group")
        return Place("between", 0, (("st", stitches - 1),) if stitches > 1 else ())

    def _new_group(self, k: int) -> bool:
        n = len(self.edge)
        a, b = self.edge[(k - 1) % n], self.edge[k % n]
        return bool(a.feet) and bool(b.feet) and a.feet != b.feet


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


def script_of(done: WorkedRound, hook: int, find: dict[int, Made], way: Way = PLAIN_WAY) -> Script | None:
    """The script of a round. hook: number of the place in which the hook rests after the round below.

    find: every earlier stitch by its number. way: where the round is to begin and how to end. None: the round
    makes no stitch.
    """
    walk = _Walk(done, hook, find)
    order, kept = begin_by(done, walk, way)
    if not order:
        return None
    onto = done.below[0].round if done.below and not done.extra and done.below[0].round != done.number - 1 else 0
    part = _common_part(order)
    groups = _groups(order, part)
    first = groups[0]
    # slip stitches need no start: they are steps like all others; nor can a start stand in a lower round
    placed = bool(first.feet) and walk.on_edge(first)
    opens = placed and first.items[0].kind != "slst"
    u0, gap = walk.place(first) if placed else (0, False)
    reach = _reach(walk, u0, gap) if opens else ()
    steps = _Steps(walk)
    if opens:
        if gap:
            walk.used.add(u0)
        steps.pos = max(u0 if gap else u0 + 1, steps.after(first, u0))
        steps.touched = walk.ring or gap or walk.edge[u0].kind != "ch"
        steps.begun = u0 if not gap else -1
        steps.space = u0 if not walk.ring and walk.edge[u0].kind == "ch" else -1
    for g in groups[1:] if opens else groups:
        steps.add(g)
    first_place = _first_place(walk, first, u0, gap) if opens else Place("ring")
    left = () if walk.ring or not placed else _left(walk, steps, u0, bool(reach) and not gap)
    whole = _is_whole(walk, steps.out, 1 if opens else 0)
    items = first.items if opens else ()
    last = order[-1]
    space = last.chains if way.ends_in_space and last.kind == "ch" and not kept and not done.line else 0
    if space:
        steps.out.pop()
    return Script(
        reach,
        items,
        first_place,
        tuple(steps.out),
        order[0].number,
        whole,
        left,
        part,
        onto,
        _cast(done),
        last.number if space else order[0].number,
        space,
        kept,
        opens and not gap and (walk.ring or _is_next(walk, u0)),
    )


def _is_next(walk: _Walk, u: int) -> bool:
    """Whether place u is the first of its kind from the hook's place on."""
    m = walk.edge[u]
    return u == 0 or (m.kind == "ch" and all(walk.edge[k].what != m.what for k in range(u)))


def _cast(done: WorkedRound) -> int:
    """How many chains of a foundation the round is worked into (their other side not counted)."""
    if done.number > 1 or not done.extra or done.extra[0].kind != "fch":
        return 0
    return len(done.extra) if done.line else (len(done.extra) + 2) // 2


class _Steps:
    """Groups as steps. pos: the place after the last; touched: it is amid a run; space: the space worked last."""

    def __init__(self, walk: _Walk) -> None:
        self.walk = walk
        self.out: list[Step] = []
        self.pos = 0
        self.touched = False
        self.space = -1
        self.begun = -1

    def add(self, g: _Group) -> None:
        walk = self.walk
        if not g.feet:
            self.out.append(Step(g.items))
        elif not walk.on_edge(g):
            self._below(g)
        elif len(g.feet) > 1 and not g.gap:
            self.out.append(Step(g.items, self.legs(g)))
        else:
            self._along(g)

    def _below(self, g: _Group) -> None:
        """A place in lower rounds; one on the edge that belongs to it is passed with it."""
        self.out.append(Step(g.items, self.walk.deep(g)))
        on_edge = [self.walk.at[f] for f in g.feet if f in self.walk.at]
        if on_edge:
            u = self._ahead(on_edge[0])
            self.pos, self.touched = u + 1, self.walk.edge[u % len(self.walk.edge)].kind != "ch"

    def _ahead(self, u: int) -> int:
        return u if u >= self.pos else u + len(self.walk.edge)

    def legs(self, g: _Group, first: int | None = None) -> Place:
        """The places of the legs one after the other; `first`: the place that the hook is in already."""
        walk = self.walk
        parts: list[Place] = []
        for foot in g.feet:
            u = walk.at[foot]
            if u == first or (parts == [] and (self.pos - 1) % len(walk.edge) == u and u < self.pos):
                parts.append(Place("same"))
                self.pos = max(self.pos, u + 1)
                continue
            u = self._ahead(u)
            parts.append(walk.phrase(self.pos, self.touched, u, False))
            self.pos, self.touched = u + 1, walk.edge[u % len(walk.edge)].kind != "ch"
        return Place("legs", 0, parts[0].skips, parts=(parts[0]._replace(skips=()), *parts[1:]))

    def after(self, g: _Group, u0: int) -> int:
        """The place after a first group, whose legs may reach on."""
        if len(g.feet) > 1 and not g.gap and not self.walk.ring:
            return max(self.walk.at[f] for f in g.feet) + 1
        return u0

    def _along(self, g: _Group) -> None:
        walk = self.walk
        n = max(1, len(walk.edge))
        u, gap = walk.place(g)
        if not walk.ring and u == self.begun and u < self.pos and not gap and self.pos > u + 1:
            self.out.append(Step(g.items, Place("start", walk.edge[u].chains)))  # the corner that the round began
            return
        if not walk.ring and u < self.pos:
            if u == self.space and not gap:
                self.out.append(Step(g.items, Place("rest", walk.edge[u].chains, part=g.part)))
                return
            u += n
        place = walk.phrase(self.pos, self.touched, u, gap)
        if g.part:
            place = place._replace(part=g.part)
        if gap:
            walk.used.add(u % n)
        self.pos, self.touched = (u if gap else u + 1), walk.ring or gap or walk.edge[u % n].kind != "ch"
        if not walk.ring and not gap and walk.edge[u % n].kind == "ch":
            self.space = u % n
        last = self.out[-1] if self.out else None
        if last and place in _COMMON and last.place == place and last.items == g.items and _may_count(g.items):
            self.out[-1] = Step(g.items, place, last.many + 1)
        else:
            self.out.append(Step(g.items, place))


def _may_count(items: Sequence[Item]) -> bool:
    """`dc2tog in next 2 sts` would be one stitch over two places: such are written one by one."""
    return not any("tog" in i.kind for i in items)


def _is_whole(walk: _Walk, steps: Sequence[Step], begun: int) -> bool:
    """Whether the steps are one run through every stitch that is left (`in each st around`)."""
    if len(steps) != 1 or steps[0].place != _NEXT[""] or len(steps[0].items) != 1 or walk.corners:
        return False
    return steps[0].many == sum(1 for m in walk.edge if m.counted) - begun


def _left(walk: _Walk, steps: _Steps, u0: int, reached: bool) -> tuple[tuple[str, int], ...]:
    """What lies between the last place and the first and needs a word: parts of runs, and spaces."""
    n = len(walk.edge)
    slipped = range(n + 1, n + u0 + 1) if reached else range(0)
    stop = n if walk.line else u0 + n
    rest = [m for k in range(steps.pos, stop) if k not in slipped and _seen(m := walk.edge[k % n])]
    if not rest:
        return ()
    amid = (steps.touched and rest[0].kind != "ch") or (walk.edge[u0].kind != "ch" and rest[-1].kind != "ch")
    if not amid and all(m.kind != "ch" for m in rest):
        return ()
    return _skips_to_stitch(rest, [True] * len(rest))


def _first_place(walk: _Walk, first: _Group, u: int, gap: bool) -> Place:
    if walk.ring:
        return Place("ring")
    if gap:
        return Place("group")
    if len(first.feet) > 1:
        steps = _Steps(walk)
        steps.pos = u
        return steps.legs(first, u)
    m = walk.edge[u]
    kind = "ch" if m.kind == "fch" else "st"
    return Place("sp", m.chains, part=first.part) if m.kind == "ch" else Place(kind)


def begin_by(done: WorkedRound, walk: _Walk, way: Way) -> tuple[list[Made], str]:
    """The round's stitches from where it is to begin, and why it keeps its own beginning if it must."""
    own = _from_start(done, walk)
    if way == PLAIN_WAY or not own or (way.ends_in_space and done.line):
        return own, ""
    if done.line:
        return own, "a row begins at its end"
    if done.extra:
        return own, "the first round about a foundation or row ends begins where the hook is"
    wanted, why = _wanted(done, walk, way)
    if not wanted:
        return own, why
    far = [i for i in wanted if walk.ring or _distance(walk, done.made[i])[1] <= MOST_SLIPS or way.new_yarn]
    if not far:
        return own, "it begins further away than anybody would slip stitch"
    by_distance = sorted(far, key=lambda i: _distance(walk, done.made[i]) if not walk.ring else (False, i))
    start = by_distance[1] if way.reach == "other corner" and way.new_yarn and len(far) > 1 else by_distance[0]
    return done.made[start:] + done.made[:start], ""


def _wanted(done: WorkedRound, walk: _Walk, way: Way) -> tuple[list[int], str]:
    """Indices of the stitches that the round may begin with, or none and why."""
    made = done.made
    n = len(made)
    simple = [i for i in range(n) if made[i].counted and made[i].feet and _simple(made[i], walk)]
    firsts = [i for i in simple if _opens(made, i)]
    if way.ends_in_space or way.begins == "split corner":
        halves = [c + 1 for c in done.corners if made[c].kind == "ch"]
        found = [i % n for i in halves if i % n in simple and (walk.ring or made[i % n].feet == made[i - 2].feet)]
        return found, "its corners have no chain to stop in the middle of"
    if way.reach == "mid side start":
        found = [i for i in firsts if not walk.ring and walk.place(_place_of(made[i])) == (0, False)]
        return found, "nothing is worked where the hook is, so that slip stitches are needed"
    if way.begins == "mid side":
        return _mid_side(done, firsts), "it has no corners, and so no sides"
    if way.begins == "corner" or way.reach == "other corner":
        if walk.ring:
            return [i for i in firsts if i == 0 or not made[i - 1].feet], "it has no corners"
        found = [i for i in firsts if any(walk.at[f] in walk.corners for f in made[i].feet)]
        return found, "the round below has no corners"
    return firsts, "it has no stitch to begin with"


def _mid_side(done: WorkedRound, firsts: list[int]) -> list[int]:
    """For each side, the stitch nearest its middle of those that open their place."""
    n = len(done.made)
    marks = sorted(done.corners)
    out = []
    for k, a in enumerate(marks):
        b = marks[k + 1] if k + 1 < len(marks) else marks[0] + n
        inside = [i for i in firsts if a < i < b or a < i + n < b]
        if inside:
            middle = (a + b) / 2
            out.append(min(inside, key=lambda i: min(abs(i - middle), abs(i + n - middle))))
    return out


def _from_start(done: WorkedRound, walk: _Walk) -> list[Made]:
    """The round's stitches and spaces from the one it is written to begin with."""
    made = done.made
    n = len(made)
    if done.line:
        return made if any(m.feet for m in made) else []
    firsts = [i for i in range(n) if made[i].counted and made[i].feet and _opens(made, i) and _simple(made[i], walk)]
    if not firsts:
        firsts = [i for i in range(n) if made[i].feet and _opens(made, i)]
    if not firsts:
        firsts = [i for i in range(n) if made[i].feet]
    if not firsts:
        return []
    start = firsts[0]
    if done.extra and done.number == 1:
        return _from_first_chain(made, walk)
    if not walk.ring and _simple(made[start], walk):
        own, gap = walk.place(_place_of(made[start]))
        if own > MOST_SLIPS or gap or made[start].kind == "slst":
            start = min(firsts, key=lambda i: _distance(walk, made[i]))
    return made[start:] + made[:start]


def _from_first_chain(made: list[Made], walk: _Walk) -> list[Made]:
    """A round on a foundation begins with all that stands in the chain nearest the hook."""
    n = len(made)
    first = walk.edge[0].number
    k = next((i for i in range(n) if first in made[i].feet and first not in made[i - 1].feet), 0)
    return made[k:] + made[:k]


def _simple(m: Made, walk: _Walk) -> bool:
    """Whether a round can well begin with this stitch: one place, on the edge."""
    return (len(m.feet) == 1 or m.gap) and (walk.ring or all(f in walk.at for f in m.feet))


def _place_of(m: Made) -> _Group:
    return _Group((), m.feet, m.gap)


def _distance(walk: _Walk, m: Made) -> tuple[bool, int]:
    """How far a place is from the hook; gaps last, the one just before the hook a whole round away."""
    u, gap = walk.place(_place_of(m))
    return gap, u or (len(walk.edge) if gap else 0)


def _opens(made: list[Made], i: int) -> bool:
    """Whether stitch i is the first in its place (in the ring: any after a space, or the first of all)."""
    n = len(made)
    if made[i].feet == (RING,):
        return i == 0 or not made[i - 1].feet
    j = i - 1
    while not made[j % n].feet and (i - j) < n:
        j -= 1
    return made[j % n].feet != made[i].feet or (i - j) >= n


def _common_part(order: Sequence[Made]) -> str:
    """The loop that all stitches but a start take; `` where they differ."""
    parts = {m.part for k, m in enumerate(order) if m.feet and k and not m.part.startswith("ch ")}
    first = order[0].part
    part = parts.pop() if len(parts) == 1 else ""
    return part if first in ("", part) else ""


def _groups(order: Sequence[Made], part: str) -> list[_Group]:
    """Stitches in one place with what hangs between them, and what is made between places (no feet)."""
    out: list[tuple[list[Item], Made | None]] = []
    waiting: list[Item] = []
    for m in order:
        item = _item(m, part)
        if not m.feet:
            _append(waiting, item)
            continue
        last = out[-1][1] if out else None
        one_place = last is not None and (last.feet, last.gap) == (m.feet, m.gap) and _nth(last) == _nth(m)
        if one_place and not (waiting and m.feet == (RING,)) and _alone(m) is False:
            items = out[-1][0]
            for w in waiting:
                _append(items, w)
            _append(items, item)
        else:
            out += [([w], None) for w in waiting]
            out.append(([item], m))
        waiting = []
    out += [([w], None) for w in waiting]
    return [_Group(tuple(items), m.feet, m.gap, _nth(m)) if m else _Group(tuple(items)) for items, m in out]


def _alone(m: Made) -> bool:
    """A stitch over several places is a step of its own."""
    return len(m.feet) > 1 and not m.gap


def _nth(m: Made) -> str:
    return m.part if m.part.startswith("ch ") else ""


def _item(m: Made, part: str) -> Item:
    if m.kind == "ch":
        return Item("ch", m.chains)
    own = "" if m.part == part or m.part.startswith("ch ") else m.part
    return Item(m.kind, 1, own, m.closing, m.chains, m.carried)


def _append(items: list[Item], item: Item) -> None:
    """One more item, counted with the last where it is the same."""
    last = items[-1] if items else None
    if last and item.carried and item.kind == last.kind != "picot" and not item.hung:  # into the same chain
        items[-1] = last._replace(n=last.n + 1)
        return
    same = last is not None and last[0] == item[0] != "ch" and last[2:] == item[2:] and not item.carried
    if last is not None and same:
        items[-1] = last._replace(n=last.n + 1)
    else:
        items.append(item)


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
