"""Repeats: pass after pass as often as said, or until no pass can begin before the end."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import TYPE_CHECKING

from mossring.notation.tree import Act, Join, Make, Node, Repeat, SayCorner, Skip, Target, Together, Where, Work
from mossring.notation.until import END
from mossring.working import lower, quick, reach
from mossring.working.budget import OverLimitError, UnworkableError
from mossring.working.edge import SKIPPED
from mossring.working.starting import first_place, flat

if TYPE_CHECKING:
    from mossring.working.worker import Worker


class AgainError(Exception):
    """The round is to be worked again: a repeat `to end` may run so many passes only."""

    def __init__(self, node: int, passes: int) -> None:
        super().__init__(node, passes)
        self.node = node
        self.passes = passes


def repeat(w: Worker, node: Repeat) -> None:
    if node.times is not None:
        times = min(node.times, w.most_passes.get(id(node), node.times))
        for k in range(quick.in_spaces(w, node, times) if node.cut is None else 0, times):
            w.budget.step(node.span)
            last = k == node.times - 1
            for inner in node.body[: node.cut] if last and node.cut is not None else node.body:
                _again(w, node, inner, k if last and node.loose else 0)
        return
    if w.edge.ring:
        raise UnworkableError("around a ring", node.span)
    _around(w, node)


def _again(w: Worker, node: Repeat, inner: Node, passes: int) -> None:
    """One node of a repeat; its times were all of them if the last pass finds nothing left."""
    try:
        w.node(inner)
    except UnworkableError as e:
        if passes and e.trouble.kind == "past the end":
            raise AgainError(id(node), passes) from e
        raise


def _around(w: Worker, node: Repeat) -> None:
    """Pass after pass until no pass can begin before the end."""
    edge = w.edge
    where = first_place(node.body)
    if where is None:
        raise UnworkableError("repeat goes nowhere", node.span)
    cap = reach.until(w, node.until) if node.until and node.until.kind != "end" else None
    edge.caps.append(cap)
    passes = 0
    most = w.most_passes.get(id(node), -1)
    try:
        while edge.pos < edge.end and passes != most and (passes == 0 or _another(w, node)):
            before = (edge.pos, w.depths.taken)
            w.budget.step(node.span, 2)
            _pass(w, node, passes, cap)
            passes += 1
            if edge.pos <= before[0] and w.depths.taken <= before[1] and passes > 1:
                raise UnworkableError("repeat goes nowhere", node.span)
        w.passed[id(node)] = passes
        if passes == most and node.cut is not None:
            for inner in node.body[: node.cut]:
                w.node(inner)
    finally:
        edge.caps.pop()


def one_less(w: Worker, node: Repeat) -> None:
    """The round is to be worked again with the last pass cut short, where it wasn't yet."""
    if node_passes := w.passed.get(id(node), 0) * (id(node) not in w.most_passes):
        raise AgainError(id(node), node_passes - 1)


def _another(w: Worker, repeat: Repeat, begun: int = 0) -> bool:
    """Whether a further pass can begin, or go on with node `begun`: its first place is still to come, after what it
    skips; or what it skips is all that is left, and the join is for its only stitch."""
    edge, body = w.edge, repeat.body[begun:]
    pos = edge.pos
    skipped: list[int] = []
    deep: list[Where] = []
    for node in flat(body):
        if isinstance(node, Skip) and node.where.mode == "next":
            for _ in range(node.where.count):
                u = edge.find(node.where.targets[0], pos)
                if u is None:
                    return True  # begun, and then does not divide
                skipped.append(u)
                pos = u + 1
        elif isinstance(node, Work) and node.where.targets and node.where.targets[0].round:
            deep.append(node.where)
        elif isinstance(node, Work):
            return _to_come(w, node.where, pos, skipped, node is body[-1] and joins_for(w, repeat))
        elif isinstance(node, Together):
            leg = next((x for x in node.legs if isinstance(x, Where)), None)
            return leg is not None and _to_come(w, leg, pos, skipped)
    return any(w.depths.left(t, lower.number_of(w, t)) for where in deep for t in where.targets)


def joins_for(w: Worker, repeat: Repeat) -> bool:
    """Whether the last stitch of a repeat, one in the next place, is the one that the round began with, where it comes
    round to it: the join stands for it (`sc in same st, *ch 3, sk 1 st, sc in next st; rep from * around; join`)."""
    last = repeat.body[-1]
    made = w.made[0] if w.made else None
    if id(repeat) not in w.closing_repeats or made is None or not isinstance(last, Work) or len(last.group) != 1:
        return False
    if not any(isinstance(node, Skip) for node in repeat.body[-3:-1]):
        return False
    if w.edge.first is None or made.feet != (w.edge.at(w.edge.first).number,):
        return False
    one = last.group[0]
    return (
        isinstance(one, Make)
        and (one.stitch, one.n) == (made.kind, 1)
        and (last.where.mode, last.where.count) == ("next", 1)
        and last.where.targets[0].kind == "st"
    )


def _to_come(w: Worker, where: Where, pos: int, skipped: list[int], joined: bool = False) -> bool:
    edge = w.edge
    if where.mode in ("same", "start", "first", "last", "any") or not where.targets:
        return False
    if any(edge.find(t, pos) is not None for t in where.targets):
        return True
    if skipped and edge.find(Target("st"), pos) is None:
        if joined or reach.holds_a_loop(w, where.targets[0]):
            return True
        for u in skipped:
            edge.mark(u, SKIPPED)
    return False


def _pass(w: Worker, node: Repeat, passes: int, cap: int | None) -> None:
    edge = w.edge
    begun = edge.pos
    for k, inner in enumerate(node.body):
        if node.cut is not None and k == node.cut:
            rest = first_place(node.body[k:])
            if rest is None or edge.pos >= edge.end or not _another(w, node, k):
                edge.pos = max(edge.pos, edge.end)
                return
        try:
            w.node(inner)
        except OverLimitError:
            raise
        except UnworkableError as e:
            swept = passes and edge.pos >= edge.end and k and _sweeps(node.body[k - 1])
            if swept and not w.tail.get(id(node)):
                return  # the last side ends where the round began; its corner was the first
            if passes and node.loose and node.cut is not None and k >= node.cut:
                raise AgainError(id(node), passes) from e  # the last pass goes on with the words behind it
            if passes and node.loose:
                return
            if passes and k == len(node.body) - 1 and edge.pos >= edge.end and joins_for(w, node):
                return
            ran_out = e.trouble.kind in ("past the end", "no such place")
            if passes and id(node) in w.tail and ran_out and (node.cut is None or k >= node.cut):
                raise AgainError(id(node), passes) from e  # what is left is for the words behind it
            if passes and e.trouble.kind == "past the end":
                left = sum(1 for u in range(begun, edge.end) if edge.at(u).counted)
                raise UnworkableError(
                    "does not divide", node.span, passes=passes, left=left, inner=e.trouble.span
                ) from e
            raise


def before_the_join(body: Sequence[Node]) -> frozenset[int]:
    """The repeats `around` behind which nothing is made but a join."""
    rest = list(itertools.takewhile(lambda node: isinstance(node, Join | Act | SayCorner), reversed(body)))
    last = body[len(body) - len(rest) - 1 :][:1] if any(isinstance(node, Join) for node in rest) else ()
    return frozenset(id(node) for node in last if isinstance(node, Repeat) and node.times is None)


def before_more_work(body: Sequence[Node]) -> dict[int, bool]:
    """The repeats `around` behind which more is worked in the round, and whether that is in stitches still to come."""
    out: dict[int, bool] = {}
    after: Node | None = None
    for node in reversed(body):
        if isinstance(node, Repeat) and node.times is None and after is not None:
            out[id(node)] = isinstance(after, Work) and _in_stitches(after.where)
        after = node if isinstance(node, Work | Together | Repeat) else after
    return out


def _in_stitches(where: Where) -> bool:
    return where.mode == "next" and where.said and where.targets[:1] != () and where.targets[0].kind == "st"


def before_the_start(body: Sequence[Node]) -> frozenset[int]:
    """The sweeps of a row to its end behind which the chain that began the row below is worked on its own."""
    return frozenset(
        id(one)
        for one, then in itertools.pairwise(body)
        if _sweeps(one) and isinstance(one, Work) and one.where.until and one.where.until.kind in ("end", "across")
        if (isinstance(then, Join) and then.into == "chain")
        or (isinstance(then, Work) and then.where.targets and then.where.targets[0].kind == "start")
    )


def _sweeps(node: Node) -> bool:
    return isinstance(node, Work) and node.where.mode == "each"


def all_found(sweep: Work, worked: set[int]) -> None:
    """Of what is worked on the way round, nothing may be meant for spaces that there are none of. worked: the ids of
    what found its places. Raises UnworkableError."""
    for work in (sweep, *sweep.also):
        spaces = all(t.is_space or t.kind == "gap" for t in work.where.targets)
        if id(work) not in worked and spaces and sweep.where.until == END:
            raise UnworkableError("no such place", work.where.span, target=work.where.targets[0], left=0)
