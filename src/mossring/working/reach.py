"""Finding the place meant on the edge, and what is passed on the way."""

from __future__ import annotations

from collections import Counter
from typing import TYPE_CHECKING

from mossring.notation.tree import Target, Trouble, Until, Where
from mossring.working.budget import UnworkableError

if TYPE_CHECKING:
    from mossring.working.worker import Worker


def find(w: Worker, where: Where) -> int:
    """The place meant, as an index on the edge; what is passed on the way is noted."""
    edge = w.edge
    mode = where.mode
    target = where.targets[0] if where.targets else None
    if edge.ring:
        raise UnworkableError("ring has no stitches", where.span)
    if mode in ("same", "start"):
        return _same(w, where, target)
    if mode == "rest":
        return w.last_space
    if mode == "skipped":
        return _skipped(w, where)
    assert target is not None
    if mode == "last" or target.kind == "corner":
        look(w, where, len(edge.made) if mode == "last" else len(edge.corners))
    if target.kind == "ring":
        raise UnworkableError("no ring", where.span)
    if mode == "last" and edge.end_is_used(target):
        raise _missing(w, where, target)
    if mode == "last" and target.kind not in ("gap", "group", "between"):
        places = edge.last_places(target, 1)
        if places[0] < edge.across or edge.is_between(places[0], target):
            edge.between = edge.is_between(places[0], target)
            return _arrive(w, where, places[0], target)
        if edge.far is not None and edge.pos >= edge.end and edge.first is not None:
            return edge.start_place()  # the other side of a foundation ends in the chain where the first one began
        raise _missing(w, where, target)
    if mode == "first" and edge.first is not None and not edge.stops:
        u = edge.find(target, edge.first, edge.first + len(edge.made) if not edge.line else edge.end)
        if u is None:
            raise _missing(w, where, target)
        return u
    begun = not w.made or (len(w.made) == 1 and w.made[0].start)
    if where.bare and edge.slipped and begun and edge.matches(edge.last, target):
        return edge.last
    u = edge.find(target, edge.pos)
    if u is None and (target.kind == "start" or _half_corner(w)) and edge.open_start(target):
        return edge.end
    if u is None and holds_a_loop(w, target):
        w.loop_held = True
        return edge.end
    if u is None and target.kind == "sp" and target.chains:
        u = edge.beside_start()  # `in ch-4 sp`, what a turning ch-4 leaves beside the stitch it counts as
    if u is None and target.kind == "sp" and not target.chains and not where.bare:
        u = edge.find(Target("gap"), edge.pos)  # `next 2 spaces`, the ones between groups
    if u is None and len(w.made) <= 1 and target.stitch and edge.at(edge.last).kind == "ch":
        return edge.here()  # `dc over htr`, the stitch that closed the round below in its corner
    if u is None:
        raise _missing(w, where, target)
    return _arrive(w, where, u, target)


def from_join(w: Worker, where: Where) -> int:
    """The place where another yarn is joined: counted from where the round below was joined, or opposite to it, where
    that is said."""
    edge = w.edge
    if where.from_join == "opposite":
        n = len(edge.made)
        look(w, where, n)
        there = [u for u in range(n) if edge.matches(u, where.targets[0])]
        if there:
            return min(there, key=lambda u: (abs(2 * u - n), u))
    if where.from_join == "after":
        edge.pos = edge.base + 1
        for _ in range(where.count - 1):
            edge.pos = find(w, where) + 1
    return find(w, where)


def holds_a_loop(w: Worker, target: Target) -> bool:
    """Whether the last loop is still to be held, where the first one hangs."""
    return bool(w.loop_from) and not w.loop_held and target.kind == "st" and w.edge.first == w.edge.base


_LOOKED_AT = 16
"""Places that the hook looks at in a step, going over many for one."""


def look(w: Worker, where: Where, places: int) -> None:
    """What it costs to look at so many places. Raises OverLimitError."""
    w.budget.step(where.span, places // _LOOKED_AT)


def until(w: Worker, stop: Until | None) -> int:
    """The place (excluded) where a sweep stops; without such a place, the end of the round."""
    edge = w.edge
    if stop is None or stop.kind == "end":
        return edge.end
    if stop.kind == "across":
        return edge.across
    assert stop.target is not None
    if stop.kind == "last":
        return edge.last_places(stop.target, stop.count)[0]
    found = edge.find(stop.target, edge.pos)
    edge.between = False
    return edge.end if found is None else found


def _same(w: Worker, where: Where, target: Target | None) -> int:
    edge = w.edge
    u = edge.start_place() if where.mode == "start" else edge.here()
    if edge.between or u % len(edge.made) in edge.opened:
        return u
    if target is not None and target.is_space and not edge.matches(u, target):
        if target.kind != "corner" and w.last_space >= 0 and edge.matches(w.last_space, target):
            return w.last_space  # a loop in portions: the rest of it
        if where.mode == "start" and target.kind == "sp" and not target.chains and not edge.slipped:
            return u  # `1 sc in same sp as last sl st`, the join: a space is any place, for some
        ahead = edge.find(target, edge.pos) if len(w.made) <= 1 else None
        edge.between = False
        if ahead is not None:
            missing = sum(edge.at(k).counted for k in range(max(1, edge.pos), ahead))
            data: dict[str, object] = {"target": target, "missing": missing, "chains": edge.at(ahead).chains}
            error = UnworkableError("not reached", where.span)
            error.trouble.data.update(data)
            raise error
        raise _missing(w, where, target)
    return u


def _skipped(w: Worker, where: Where) -> int:
    """The first of those skipped last that is left: `sk 2 sts, dc in next 2 sts, dc in each of 2 skipped sts`."""
    edge = w.edge
    edge.between = False
    look(w, where, edge.pos)
    found = next((u for u in range(edge.pos - 1, -1, -1) if edge.was_skipped(u)), None)
    if found is None:
        raise _missing(w, where, where.targets[0])
    while edge.was_skipped(found - 1):
        found -= 1
    return found


def _half_corner(w: Worker) -> bool:
    """Written form may finish at the end the corner that it began with: so far it holds stitches only."""
    if not w.written or len(w.made) < 2:
        return False
    feet = w.made[0].feet
    k = next((i for i, m in enumerate(w.made) if m.kind == "ch" or m.feet != feet), len(w.made))
    others = Counter(m.feet for m in w.made[k:] if m.kind != "ch")
    whole = k > 1 and others and k >= max(others.values())  # as many as any other place holds
    here = k + others.pop(feet, 0)  # `5 ch, 2 tr in same sp`, whose chain is the corner's, and one more to come
    return not whole and (here == k or here < max(others.values(), default=0))


def _arrive(w: Worker, where: Where, u: int, target: Target) -> int:
    edge = w.edge
    if edge.first is None:
        edge.note_before_first(u, target)
        passed = sum(edge.at(k).counted for k in range(edge.pos, u))
        if edge.slipped and target.is_space and passed and edge.at(edge.last).counted:
            data: dict[str, object] = {"target": target, "missing": passed, "chains": edge.at(u).chains, "on": True}
            w.troubles.append(Trouble("not reached", where.span, data))
    else:
        edge.crossed = False
        edge.note_passed(edge.pos, u, target, w.chain)
        if edge.crossed and w.counting and not any(t.kind == "over the corner" for t in w.troubles):
            w.troubles.append(Trouble("over the corner", (0, 0), {}))
    return u


def _missing(w: Worker, where: Where, target: Target) -> UnworkableError:
    edge = w.edge
    look(w, where, len(edge.made))
    past = edge.first is not None and edge.find(target, 0, len(edge.made)) is not None
    edge.between = False
    kind = "past the end" if past else "no such place"
    return UnworkableError(kind, where.span, target=target, left=max(0, edge.end - edge.pos))
