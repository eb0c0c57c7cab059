"""A worked round as a script: what the hands do, one step after another, from the written start."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby

from mossring.working import SURFACE, Made, WorkedRound
from mossring.writing.beginning import PLAIN_WAY, Way, begin_by
from mossring.writing.grouped import common_part, groups
from mossring.writing.steps import Step, Steps
from mossring.writing.walk import COMMON, NEXT, Earlier, Group, Item, Place, Walk, seen, skips_to_stitch


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
    anew: where a yarn that begins the round is joined, where one does (see Walk.anew). slips: numbers of what is
    slipped into on the way to the start.
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
    slips: tuple[int, ...] = ()


_GROUPS = 3
"""What is left behind the last centre belongs to so many groups less one: its own, and the first."""
_LOOP = 3
"""So many chains between two stitches make the loop that the next petal is worked in."""


def works_behind(script: Script) -> bool:
    """Whether a round goes behind those before it: all of it into a lower one, with loops of chains between."""
    places = {s.place.kind for s in script.steps if s.place}
    loops = any(s.place is None and s.items[0].kind == "ch" and s.items[0].n >= _LOOP for s in script.steps)
    return loops and (bool(script.onto) or (places == {"deep"} and not script.first))


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
    part = common_part(order)
    grouped = groups(order, part)
    first = grouped[0]
    # slip stitches need no start: they are steps like all others; nor can a start stand in a lower round
    placed = bool(first.feet) and walk.on_edge(first)
    opens = placed and first.items[0].kind != "slst"
    u0, gap = walk.place(first) if placed else (0, False)
    reach = _reach(walk, u0, gap) if opens else ()
    steps = Steps(walk)
    if opens:
        if gap:
            walk.used.add(u0)
        steps.pos = max(u0 if gap else u0 + 1, steps.after(first, u0))
        steps.touched = walk.ring or (not gap and walk.edge[u0].kind != "ch")
        steps.begun = u0 if not gap else -1
        steps.passed += range(0 if walk.ring or gap else u0)
        steps.space = u0 if not walk.ring and walk.edge[u0].kind == "ch" else -1
    for g in grouped[1:] if opens else grouped:
        steps.add(g)
    steps.flush()
    start_part = order[0].part
    first_place = _first_place(walk, first, u0, gap) if opens else Place("ring")
    reached = bool(reach) and not gap and not way.new_yarn
    left = () if walk.ring or not placed else _left(walk, steps, u0 if opens else 0, reached, gap)
    whole = _is_whole(walk, steps.out, 1 if opens else 0)
    if done.line and not whole and not part and steps.pos >= len(walk.edge):
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
        _slips(walk, u0, gap) if opens and not way.new_yarn else (),
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


def _is_whole(walk: Walk, steps: Sequence[Step], begun: int) -> bool:
    """Whether the steps are one run through every stitch that is left (`in each st around`)."""
    if len(steps) != 1 or len(steps[0].items) != 1 or walk.corners:
        return False
    chained = walk.line and steps[0].place == NEXT["fch"]
    if steps[0].place != NEXT[""] and not chained:
        return False
    return steps[0].many == sum(1 for m in walk.edge if m.counted or (chained and m.kind == "fch")) - begun


def _left(walk: Walk, steps: Steps, u0: int, reached: bool, gap: bool) -> tuple[tuple[str, int], ...]:
    """What lies between the last place and the first and needs a word: parts of runs, and spaces."""
    n = len(walk.edge)
    slipped = set(range(n + 1, n + u0 + 1) if reached else ()) | {u + n for u in steps.crossed}
    stop = n if walk.line else u0 + n
    rest = [m for k in range(steps.pos, stop) if k not in slipped and seen(m := walk.edge[k % n])]
    if not rest or _passed_silently(walk, steps, rest, reached or not u0 or walk.is_centre(u0)):
        return ()
    amid = (steps.touched and rest[0].kind != "ch") or (walk.edge[u0].kind != "ch" != rest[-1].kind and not gap)
    if not amid and all(m.kind != "ch" for m in rest):
        return ()
    return skips_to_stitch(rest, [True] * len(rest))


def _passed_silently(walk: Walk, steps: Steps, rest: Sequence[Made], whole: bool) -> bool:
    """Whether only spaces are left, such as are passed on the way to stitches all along the round; or only stitches of
    groups whose centres were worked into (whole: nothing is left before the first place)."""
    last = next((step.place for step in reversed(steps.out) if step.place), None)
    if whole and last and last.kind == "centre" and len({m.feet for m in rest}) < _GROUPS:
        return all(m.kind != "ch" for m in rest)
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
        steps = Steps(walk)
        steps.pos = u
        return steps.legs(first, u)
    m = walk.edge[u]
    kind = "ch" if m.kind == "fch" else "st"
    return Place("sp", m.chains, part=first.part) if m.kind == "ch" else Place(kind)


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
        out.append(Place("beside" if between and u == 1 else "between" if between else "group"))
    return tuple(out)


def _slips(walk: Walk, u: int, gap: bool) -> tuple[int, ...]:
    """Numbers of the places that `_reach` leads through; a gap has none."""
    if walk.ring or u == 0:
        return ()
    way = walk.edge[1 : u + (not gap)]
    stitches = [m.number for m in way if m.kind != "ch" and m.counted]
    if gap:
        return tuple(stitches[: len(stitches) - (not walk.new_group(u))])
    return (*stitches, walk.edge[u].number) if walk.edge[u].kind == "ch" else tuple(stitches)


def with_first(script: Script, steps: list[Step]) -> list[Step]:
    """The steps with the first place as one of them: the hook goes there as it goes to all others."""
    first, then = Step(script.first, script.first_place), steps[0] if steps else None
    if then is not None and then.items == first.items and then.place == first.place and first.place != Place("ring"):
        return [then._replace(many=then.many + 1), *steps[1:]]
    return [first, *steps]
