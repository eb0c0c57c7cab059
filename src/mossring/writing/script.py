"""A worked round as a script: what the hands do, one step after another, from the written start."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache, lru_cache
from itertools import groupby
from typing import NamedTuple

from mossring.stitches import lookup
from mossring.working import ALONG, RING, SURFACE, Made, Tied, WorkedRound
from mossring.writing.beginning import PLAIN_WAY, Way, begin_by
from mossring.writing.walk import COMMON, NEXT, Earlier, Group, Item, Place, Walk, seen, skips_to_stitch


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
    worked into, where this is the first round on one; of a row that goes on over chains of its own (lengthens)
    those. hook: number of the place in which the hook rests at the
    end. ends_in_space: length of the space that the last stitch closes (`ch 1 and sc`; 0: none). kept: why the
    round keeps its own way of beginning. direct: a hook that comes anew finds the first place as the next of
    its kind. left: what is to be skipped at the end, as in Place. start_part: the loop that the first stitch takes.
    anew: where a yarn that begins the round is joined, where one does (see Walk.anew).
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
    lengthens: bool = False
    hook: int = 0
    ends_in_space: int = 0
    kept: str = ""
    direct: bool = False
    start_part: str = ""
    anew: Place | None = None


def script_of(done: WorkedRound, hook: int, earlier: Earlier, way: Way = PLAIN_WAY) -> Script | None:
    """The script of a round. hook: number of the place in which the hook rests after the round below.

    earlier: every stitch so far. way: where the round is to begin and how to end. None: the round
    makes no stitch.
    """
    if done.surface:
        return _on_surface(done, hook, earlier)
    walk = Walk(done, hook, earlier)
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
        steps.touched = walk.ring or (not gap and walk.edge[u0].kind != "ch")
        steps.begun = u0 if not gap else -1
        steps.passed += range(0 if walk.ring or gap else u0)
        steps.space = u0 if not walk.ring and walk.edge[u0].kind == "ch" else -1
    for g in groups[1:] if opens else groups:
        steps.add(g)
    steps.flush()
    start_part = order[0].part
    first_place = _first_place(walk, first, u0, gap) if opens else Place("ring")
    left = () if walk.ring or not placed else _left(walk, steps, u0 if opens else 0, bool(reach) and not gap, gap)
    whole = _is_whole(walk, steps.out, 1 if opens else 0)
    if done.line and not whole and not part:
        steps.out = _to_the_end(walk, steps.out)
    if done.extra and done.number == 1 and not done.line and opens and u0 == 0:
        steps.out = _around_the_end(steps.out, _cast(done) - 1)
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
        done.line and done.number > 1,
        last.number if space else order[0].number,
        space,
        kept,
        opens and not gap and (walk.ring or _is_next(walk, u0)),
        start_part,
        _anew(walk, done, u0, gap, way) if way.new_yarn and opens else None,
    )


def _around_the_end(steps: list[Step], far: int) -> list[Step]:
    """The steps about a foundation chain, the last chain called so, and behind it the other side. far: its index."""
    at = 1
    for k, step in enumerate(steps):
        if step.place is None:
            continue
        if step.place.kind != "ch":
            return steps
        at += sum(n for _, n in step.place.skips)
        if at <= far < at + step.many:
            before = [step._replace(many=far - at)] if far > at else []
            behind = [step._replace(many=at + step.many - far - 1)] if at + step.many - 1 > far else []
            there = step._replace(place=step.place._replace(kind="last", stitch="ch"), many=1)
            then = [*behind, *steps[k + 1 :]]
            return [*steps[:k], *before, there, *([Step((_OTHER_SIDE,)), *then] if then else [])]
        at += step.many
    return steps


_OTHER_SIDE = Item("other side", 1)


def _to_the_end(walk: Walk, steps: list[Step]) -> list[Step]:
    """The steps of a row whose last stitch goes into the last place: called so, or by the turning chain that it is the
    top of."""
    last = steps[-1] if steps else None
    number, chains, more = walk.earlier.top
    if last is None or last.place is None or last.place.kind != "st" or last.place.part or not walk.edge:
        return steps
    top = bool(chains) and walk.edge[-1].number == number
    if not top and last.many > 1:
        return steps
    place = Place("turning", chains, last.place.skips if last.many == 1 else (), stitch=str(more)) if top else None
    end = [last._replace(place=place or last.place._replace(kind="last"), many=1)]
    return [*steps[:-1], *([last._replace(many=last.many - 1)] if last.many > 1 else []), *end]


def _anew(walk: Walk, done: WorkedRound, u0: int, gap: bool, way: Way) -> Place | None:
    """Where a new yarn is joined: opposite to the join of the round below, where the style asks for that."""
    if done.extra:  # about a foundation or row ends it begins where the hook is
        kind = {"fch": "ch", "end": "end"}.get(walk.edge[u0].kind, "st")
        return None if u0 or gap or walk.edge[u0].kind == "ch" else Place("first", stitch=kind)
    place = walk.anew(u0, gap)
    opposite = min(walk.corners, key=lambda u: (abs(2 * u - len(walk.edge)), u), default=-1)
    if place is None or way.reach != "other corner" or opposite != u0:
        return place
    return place._replace(kind="opposite", round=done.below[0].round, skips=())


def _on_surface(done: WorkedRound, hook: int, earlier: Earlier) -> Script:
    """Slip stitches on the face of rounds: run by run of those that go over stitches of one kind, or over all of a
    round (a step whose place names no stitch). The hook's place stays where the round before left it."""
    over = [earlier.find()[m.feet[0]] for m in done.made]
    steps = []
    for number, feet in groupby(over, lambda m: m.round):
        gone = list(feet)
        whole = [m for m in earlier.find().values() if m.round == number and m.counted]
        if len(gone) == len(whole):
            steps.append(Step((_SURFACE,), Place("deep", round=number), len(gone)))
            continue
        for kind, run in groupby(gone, lambda m: m.kind):
            steps.append(Step((_SURFACE,), Place("deep", round=number, stitch=kind), len(list(run))))
    return Script((), (), Place("ring"), tuple(steps), done.made[0].number, False, part=SURFACE, hook=hook)


_SURFACE = Item("slst", 1)


def _is_next(walk: Walk, u: int) -> bool:
    """Whether place u is the first of its kind from the hook's place on."""
    m = walk.edge[u]
    return u == 0 or (m.kind == "ch" and all(walk.edge[k].what != m.what for k in range(u)))


def _cast(done: WorkedRound) -> int:
    """How many chains of a foundation the round is worked into (their other side not counted)."""
    joined = not done.line and not done.below_corners  # chains joined into a ring
    if not done.extra or done.extra[0].kind != "fch" or joined:
        return 0
    return len(done.extra) if done.line else (len(done.extra) + 2) // 2


_STITCH = NEXT[""]


class _Steps:
    """Groups as steps. pos: the place after the last; touched: it is amid a run; space: the space worked last.
    passed: places that were passed over; crossed: those of them that were worked after all."""

    def __init__(self, walk: Walk) -> None:
        self.walk = walk
        self.out: list[Step] = []
        self.pos = 0
        self.touched = False
        self.space = -1
        self.begun = -1
        self.passed: list[int] = []
        self.crossed: set[int] = set()
        self._run = 0
        self._run_items: tuple[Item, ...] = ()
        self._run_place: Place | None = None

    def add(self, g: Group) -> None:
        walk = self.walk
        pos, edge = self.pos, walk.edge
        if not (walk.ring or g.gap or g.part or pos >= len(edge)) and g.feet == (edge[pos].number,):
            kind = edge[pos].kind
            if kind != "ch":  # in the very next stitch, by far the commonest
                self.pos, self.touched = pos + 1, True
                self._next(g, NEXT.get(kind, _STITCH))
                return
        if len(g.feet) == 1 and (walk.ring or g.feet[0] in walk.at):
            self._along(g)
        elif not g.feet:
            self._put(Step(g.items))
        elif not walk.on_edge(g):
            self._below(g)
        elif len(g.feet) > 1 and not g.gap:
            self._put(Step(g.items, self.legs(g)))
        else:
            self._along(g)

    def _below(self, g: Group) -> None:
        """A place in lower rounds; one on the edge that belongs to it is passed with it."""
        self._put(Step(g.items, self.walk.deep(g)))
        on_edge = [self.walk.at[f] for f in g.feet if f in self.walk.at]
        if on_edge:
            u = self._ahead(on_edge[0])
            self.pos, self.touched = u + 1, self.walk.edge[u % len(self.walk.edge)].kind != "ch"

    def _ahead(self, u: int) -> int:
        return u if u >= self.pos else u + len(self.walk.edge)

    def legs(self, g: Group, first: int | None = None) -> Place:
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

    def after(self, g: Group, u0: int) -> int:
        """The place after a first group, whose legs may reach on."""
        if len(g.feet) > 1 and not g.gap and not self.walk.ring:
            return max(self.walk.at[f] for f in g.feet) + 1
        return u0

    def _along(self, g: Group) -> None:
        walk = self.walk
        n = max(1, len(walk.edge))
        u, gap = walk.place(g)
        if not walk.ring and u == self.begun and u < self.pos and not gap and self.pos > u + 1:
            self._put(Step(g.items, Place("start", walk.edge[u].chains)))  # the corner that the round began
            return
        if not walk.ring and u < self.pos:
            if u == self.pos - 1 and not gap and walk.edge[u].kind != "ch" and not g.part:
                self._put(Step(g.items, Place("same")))  # in another yarn
                return
            if u == self.space and not gap:
                self._put(Step(g.items, Place("rest", walk.edge[u].chains, part=g.part)))
                return
            back, on = self.pos - u, u + n - self.pos
            if not gap and back < on and u == self._first_passed():
                self.passed.remove(u)
                self.crossed.add(u)
                self._put(Step(g.items, Place("skipped", walk.edge[u].chains, part=g.part)))
                return
            u += n
        self.passed += range(self.pos, u)
        place = walk.phrase(self.pos, self.touched, u, gap)
        if g.part:
            place = place._replace(part=g.part)
        if gap:
            walk.used.add(u % n)
        self.pos, self.touched = (u if gap else u + 1), walk.ring or (not gap and walk.edge[u % n].kind != "ch")
        if not walk.ring and not gap and walk.edge[u % n].kind == "ch":
            self.space = u % n
        if place in COMMON:
            self._next(g, COMMON[COMMON.index(place)])
        else:
            self._put(Step(g.items, place))

    def _first_passed(self) -> int:
        """The first of the places passed last; -1 where none is left."""
        run = self.passed[-1:]
        while run and run[0] - 1 in self.passed:
            run = [run[0] - 1]
        return run[0] if run else -1

    def _next(self, g: Group, place: Place) -> None:
        """One more of the same in the next stitch, or the first of them."""
        if self._run_place is place and self._run_items == g.items:
            self._run += 1
            return
        self.flush()
        if _may_count(g.items):
            self._run_items, self._run_place, self._run = g.items, place, 1
        else:
            self.out.append(Step(g.items, place))

    def _put(self, step: Step) -> None:
        self.flush()
        self.out.append(step)

    def flush(self) -> None:
        """End the run that is being counted."""
        if self._run:
            self.out.append(Step(self._run_items, self._run_place, self._run))
            self._run, self._run_place = 0, None


@lru_cache(maxsize=4096)
def _may_count(items: tuple[Item, ...]) -> bool:
    """`dc2tog in next 2 sts` would be one stitch over two places: such are written one by one."""
    return not any("tog" in i.kind for i in items)


def _is_whole(walk: Walk, steps: Sequence[Step], begun: int) -> bool:
    """Whether the steps are one run through every stitch that is left (`in each st around`)."""
    if len(steps) != 1 or len(steps[0].items) != 1 or walk.corners:
        return False
    chained = walk.line and steps[0].place == NEXT["fch"]
    if steps[0].place != NEXT[""] and not chained:
        return False
    return steps[0].many == sum(1 for m in walk.edge if m.counted or (chained and m.kind == "fch")) - begun


def _left(walk: Walk, steps: _Steps, u0: int, reached: bool, gap: bool) -> tuple[tuple[str, int], ...]:
    """What lies between the last place and the first and needs a word: parts of runs, and spaces."""
    n = len(walk.edge)
    slipped = set(range(n + 1, n + u0 + 1) if reached else ()) | {u + n for u in steps.crossed}
    stop = n if walk.line else u0 + n
    rest = [m for k in range(steps.pos, stop) if k not in slipped and seen(m := walk.edge[k % n])]
    if not rest or _passed_silently(walk, steps, rest):
        return ()
    amid = (steps.touched and rest[0].kind != "ch") or (walk.edge[u0].kind != "ch" != rest[-1].kind and not gap)
    if not amid and all(m.kind != "ch" for m in rest):
        return ()
    return skips_to_stitch(rest, [True] * len(rest))


def _passed_silently(walk: Walk, steps: _Steps, rest: Sequence[Made]) -> bool:
    """Whether only spaces are left, such as are passed on the way to stitches all along the round."""
    lengths = [m.chains for m in walk.edge if m.kind == "ch"]
    plain = bool(steps.out) and steps.out[-1].place in COMMON
    return plain and all(
        m.kind == "ch" and walk.at[m.number] not in walk.corners and lengths.count(m.chains) > 2 for m in rest
    )


def _first_place(walk: Walk, first: Group, u: int, gap: bool) -> Place:
    if walk.ring:
        return Place("ring")
    if gap:
        return Place("group" if walk.new_group(u) else "between")
    if len(first.feet) > 1:
        steps = _Steps(walk)
        steps.pos = u
        return steps.legs(first, u)
    m = walk.edge[u]
    kind = "ch" if m.kind == "fch" else "st"
    return Place("sp", m.chains, part=first.part) if m.kind == "ch" else Place(kind)


def _common_part(order: Sequence[Made]) -> str:
    """The loop that all stitches but a start take; `` where they differ."""
    if not any(m.part for m in order):
        return ""
    parts = {m.part for k, m in enumerate(order) if m.feet and k and not m.part.startswith("ch ")}
    first = order[0].part
    part = parts.pop() if len(parts) == 1 else ""
    return part if first in ("", part) else ""


def _groups(order: Sequence[Made], part: str) -> list[Group]:
    """Stitches in one place with what hangs between them, and what is made between places (no feet)."""
    out: list[Group] = []
    items: tuple[Item, ...] = ()
    waiting: list[Item] = []
    last: Made | None = None
    at: tuple[int, ...] = ()
    yarn = order[0].yarn
    for m in order:
        feet = m.feet
        if m.yarn != yarn:
            yarn = m.yarn
            if last is not None:
                out.append(Group(items, at, last.gap, _nth(last) if last.part else ""))
                last, at = None, ()
            out += [Group((w,)) for w in (*waiting, Item("yarn", 1, yarn))]
            waiting = []
        if not feet:
            _append(waiting, _item(m, part))
            continue
        own = _plain(m.kind) if not (m.part or m.closing) else (_item(m, part),)
        if feet == at and last is not None and _goes_with(last, m) and not (waiting and feet == (RING,)):
            grown = list(items)
            for more in (*waiting, *own):
                _append(grown, more)
            items = tuple(grown)
        else:
            if last is not None:
                out.append(Group(items, at, last.gap, _nth(last) if last.part else ""))
            if waiting:
                out += [Group((w,)) for w in waiting]
            items, last, at = own, m, feet
        if waiting:
            waiting = []
    if last is not None:
        out.append(Group(items, at, last.gap, _nth(last) if last.part else ""))
    return out + [Group((w,)) for w in waiting]


def _goes_with(last: Made, m: Made) -> bool:
    """Whether a stitch in the same place as the last is worked in one group with it."""
    return last.gap == m.gap and not _alone(m) and _nth(last) == _nth(m)


def _alone(m: Made) -> bool:
    """A stitch with its legs in several places is a step of its own; one in places taken as one is not."""
    return len(m.feet) > 1 and not m.gap and lookup(m.kind).legs > 1


def _nth(m: Made) -> str:
    return m.part if m.part.startswith("ch ") else ""


@cache
def _plain(kind: str) -> tuple[Item]:
    return (Item(kind, 1),)


def _item(m: Made, part: str) -> Item:
    if m.feet and not m.part and not m.closing:
        return _plain(m.kind)[0]
    if m.kind == "ch" or isinstance(m, Tied):
        return Item(m.kind, m.chains, ties=m.ties if isinstance(m, Tied) else ())
    own = "" if m.part == part or m.part.startswith("ch ") else m.part
    return Item(m.kind, 1, own, m.closing, m.chains, m.carried)


def _append(items: list[Item], item: Item) -> None:
    """One more item, counted with the last where it is the same."""
    last = items[-1] if items else None
    if last and item.carried and item.kind == last.kind != "picot" and not item.hung:  # into the same chain, or top
        if last.part == ALONG and last.hung > 1:
            items[-1:] = [last._replace(hung=last.hung - 1), last._replace(hung=1)]
        items[-1] = items[-1]._replace(n=last.n + 1)
        return
    if item.part == ALONG and not item.hung:
        items.append(item)
        return
    if last and item.part == ALONG:
        root = max(k for k, i in enumerate(items) if i.carried and i.part != ALONG)
        items[root] = items[root]._replace(along=items[root].along + 1)
        if last._replace(hung=1) == item:
            items[-1] = last._replace(hung=last.hung + 1)
        else:
            items.append(item)
        return
    same = last is not None and last[0] == item[0] != "ch" and last[2:] == item[2:] and not item.carried
    if last is not None and same:
        items[-1] = last._replace(n=last.n + 1)
    else:
        items.append(item)


def _reach(walk: Walk, u: int, gap: bool) -> tuple[Place, ...]:
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
    between = gap and not walk.new_group(u)
    if stitches > between:
        out.append(Place("st", stitches - between))
    if gap:
        out.append(Place("between" if between else "group"))
    return tuple(out)
