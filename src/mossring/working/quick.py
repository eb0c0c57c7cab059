"""The commonest instructions, made at once: so many stitches one in each of the next, one in each to the end."""

from __future__ import annotations

from bisect import bisect_left
from typing import TYPE_CHECKING

from mossring.notation.targets import ANY_STITCH
from mossring.notation.tree import Chain, Make, Repeat, Span, Target, Work
from mossring.stitches.table import lookup
from mossring.working.budget import MAX_STITCHES
from mossring.working.edge import WORKED, Edge
from mossring.working.fabric import Made

if TYPE_CHECKING:
    from mossring.working.worker import Worker

PASSED = 8
"""Places that a sweep looks at in a step; what it makes there is counted besides."""


def in_next(w: Worker, node: Work) -> bool:
    """`dc in next 12 sts`, where just these come next and nothing lies between: made at once."""
    edge, where = w.edge, node.where
    if where.mode != "next" or edge.first is None or where.targets != (ANY_STITCH,) or len(node.group) != 1:
        return False
    alone = node.group[0]
    if not isinstance(alone, Make) or alone.n != 1 or not alone.is_plain or alone.stitch in ("slst", "picot"):
        return False
    made, n, u, stop = edge.made, len(edge.made), edge.pos, edge.pos + where.count
    if stop > edge.end or edge.between or where.bare:
        return False
    into = [made[k % n] for k in range(u, stop)]
    if not all(m.counted for m in into):
        return False
    w.budget.step(node.span, where.count // PASSED)
    w.make_each(alone.stitch, [(m.number,) for m in into], node.span)
    for k in range(u, stop):
        edge.marks[k % n] = WORKED
    edge.last, edge.last_between, edge.pos = stop - 1, False, stop
    return True


def in_each(w: Worker, kind: str, many: int, target: Target, stop: int, span: Span) -> int:
    """One stitch in each stitch, or so many: by far the commonest sweep. Returns the place where it stops."""
    edge = w.edge
    made, n, u = edge.made, len(edge.made), edge.pos
    edge.between = False
    anything = target == ANY_STITCH
    fits = [m.counted if anything else edge.fits(m, k, target) for k, m in enumerate(made)]
    while u < stop and not fits[u % n]:
        u += 1
    if u >= stop:
        return u
    edge.work(u)  # the first may settle where the round ends
    w.make_each(kind, ((made[u % n].number,),) * many, span)
    stop = min(stop, edge.end)
    into = [k for k in range(u + 1, stop) if fits[k % n]]
    feet = [(made[k % n].number,) for k in into[: MAX_STITCHES // many + 1]]
    w.make_each(kind, feet if many == 1 else [f for f in feet for _ in range(many)], span)
    for k in into:
        edge.marks[k % n] = WORKED
    if into:
        edge.last = into[-1]
        edge.pos = max(edge.pos, edge.last + 1)
    return max(stop, u + 1)


def in_spaces(w: Worker, node: Repeat, times: int) -> int:
    """`[3 dc in next ch-1 sp, ch 1] 12 times`: how many of so many passes were made at once, as far as such spaces
    come."""
    work, chain = node.body if len(node.body) == 2 else (None, None)
    edge = w.edge
    if not isinstance(work, Work) or not isinstance(chain, Chain) or chain.label or edge.ring or edge.line:
        return 0
    make, where = work.group[0] if len(work.group) == 1 else None, work.where
    if not isinstance(make, Make) or not make.is_plain or make.stitch in ("slst", "picot", ""):
        return 0
    into = where.targets[0] if where.targets else None
    if into is None or into != Target("sp", chains=into.chains) or into.chains is None or chain.n < 1:
        return 0
    if (where.mode, where.count, where.bare) != ("next", 1, False) or edge.first is None or edge.between or w.wing:
        return 0
    places = _such_spaces(edge, into, times, w.chain, chain.n)
    if not places:
        return 0
    w.budget.step(node.span, 5 * len(places))
    w.end_space()
    w.budget.stitch(work.span, make.n * len(places))
    w.budget.chains(chain.span, chain.n * len(places))
    kind, number, yarn, counted = make.stitch, w.round, w.yarn, lookup(make.stitch).counted
    free, n, each = w.free, len(edge.made), make.n + 1
    feet = [(edge.made[u % n].number,) for u in places]
    new: list[Made] = [None] * (each * len(places))  # type: ignore[list-item]  # each stitch and each space in turn
    for k in range(make.n):
        new[k::each] = [
            Made(free + k + each * j, kind, foot, number, work.span, 0, yarn, counted) for j, foot in enumerate(feet)
        ]
    new[make.n :: each] = [
        Made(free + at, "ch", (), number, chain.span, chain.n, yarn, False) for at in range(make.n, len(new), each)
    ]
    w.made += new[:-1]  # the last chains are no space yet
    for u in places:
        edge.marks[u % n] = WORKED
    w.free, w.chain, w.chain_span = free + len(new) - 1, chain.n, chain.span
    edge.last = w.last_space = places[-1]
    edge.last_between, edge.pos = False, places[-1] + 1
    return len(places)


def _such_spaces(edge: Edge, into: Target, most: int, chains: int, later: int) -> list[int]:
    """The next spaces of this kind, so many at most, as far as nothing is to be noted on the way: no other space lies
    between, and more stitches than the chains that lead over them (chains before the first, then `later`)."""
    made, n, end = edge.made, len(edge.made), edge.end
    spaces, before = edge.spaces
    turn, at = divmod(edge.pos, n)
    first = bisect_left(spaces, at)
    ahead = [u + n * turn for u in spaces[first : first + most]]
    ahead += [u + n * (turn + 1) for u in spaces[: most - len(ahead)]]
    out: list[int] = []
    past, least = before[at] + before[n] * turn, chains
    for u in ahead:
        m, there = made[u % n], before[u % n] + before[n] * (u // n)
        if u >= end or m.chains != into.chains or there - past <= least:
            break
        out.append(u)
        past, least = there, later
    return out
