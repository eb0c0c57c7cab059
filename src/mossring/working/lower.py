"""Places in rounds further down than the one below: what is worked in them, and rounds worked into one of them."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation.tree import Onto, Surface, Target, Where, Work
from mossring.working import reach
from mossring.working.budget import UnworkableError
from mossring.working.deep import Depths
from mossring.working.edge import Edge
from mossring.working.fabric import SURFACE

if TYPE_CHECKING:
    from mossring.working.worker import Worker


def is_below(w: Worker, where: Where) -> bool:
    """Whether a place is in a round further down than the one below."""
    number = where.targets[0].round if where.targets else 0
    return number != 0 and number != w.on


def work(w: Worker, node: Work) -> None:
    """Into a round further down: the edge below stays as it is. `each` is every one that is left there."""
    where, target = node.where, node.where.targets[0]
    if where.mode == "each" and where.until is not None and where.until.target is not None:
        raise UnworkableError("sweep in a lower round", where.span)
    if where.mode == "each":
        number = _number_of(w, target, where)
        feet = [m.number for m in w.depths.find_all(target, number)]
        if not feet:
            raise UnworkableError("no such place", where.span, target=target, left=0)
    else:
        feet = [down(w, target, where) for _ in range(where.count)]
    for foot in feet:
        w.group(node.group, (foot,), node.span, part=target.part)


def together(w: Worker, node: Work) -> None:
    """Into several places taken as one, in this round below and a lower one."""
    feet = tuple(down(w, t, node.where) for t in node.where.targets)
    w.group(node.group, feet, node.span)


def down(w: Worker, target: Target, where: Where) -> int:
    """The number of the place meant, in whichever round it is."""
    number = number_of(w, target)
    if not target.round or number == w.on:
        u = reach.find(w, replace(where, mode="next", targets=(replace(target, round=0),)))
        w.edge.work(u)
        return w.edge.at(u).number
    found = w.depths.find(target, _number_of(w, target, where))
    if found is None:
        raise UnworkableError("no such place", where.span, target=target, left=0)
    return found.number


def _number_of(w: Worker, target: Target, where: Where) -> int:
    """The number of the lower round that a place is in, looked through. Raises UnworkableError if there is none."""
    number = number_of(w, target)
    if w.depths.round(number) is None:
        raise UnworkableError("no such round", where.span, round=number, into=True)
    reach.look(w, where, w.depths.places(number))
    return number


def number_of(w: Worker, target: Target) -> int:
    """The number of the round that a place belongs to (`2 rnds below` counted from this one)."""
    return target.round if target.round > 0 else w.round + target.round


def onto(w: Worker, node: Onto) -> None:
    """The round is worked into an earlier one."""
    number = node.round if node.round > 0 else w.round + node.round
    if number == w.on or w.made:
        return
    done = w.depths.round(number)
    if done is None or not done.made:
        raise UnworkableError("no such round", node.span, round=number, into=True)
    here = w.depths.under(number, w.edge.at(0)) if w.edge.made else 0.0
    turned = w.past[w.on - 1].turned != w.edge.turned
    w.edge = Edge(done.made, done.corners, round(here) % len(done.made))
    if done.turned != turned:
        w.edge.turn()
    w.edge.turned = w.past[w.on - 1].turned != turned
    w.depths = Depths(w.past, w.edge, w.on)


def surface(w: Worker, node: Surface) -> None:
    """Slip stitches over stitches of a round worked before, in their order, each once."""
    where, target = node.where, node.where.targets[0]
    number = number_of(w, target) if target.round else w.on
    done = w.past[number - 1] if 1 <= number <= len(w.past) and not w.past[number - 1].surface else None
    if done is None or not done.made:
        raise UnworkableError("no such round", node.span, round=number, into=True)
    reach.look(w, where, len(done.made))
    looking = Edge(done.made, done.corners)
    ahead = range(w.surfaced.get(number, 0), len(done.made))
    over = [k for k in ahead if looking.fits(done.made[k], k, replace(target, round=0))]
    if where.mode != "each":
        if len(over) < where.count:
            raise UnworkableError(
                "past the end" if ahead else "no such place", where.span, target=target, left=len(over)
            )
        over = over[: where.count]
    if not over:
        raise UnworkableError("no such place", where.span, target=target, left=0)
    for m in w.make_each("slst", [(done.made[k].number,) for k in over], node.span):
        m.part = SURFACE
    w.surfaced[number] = over[-1] + 1
    w.depths.taken += len(over)
