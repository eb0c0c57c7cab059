"""Groups as steps: what the hands do, each with its place as a hook sees it."""

from __future__ import annotations

from functools import lru_cache
from typing import NamedTuple

from mossring.writing.walk import COMMON, NEXT, Group, Item, Place, Walk


class Step(NamedTuple):
    """A group worked in `many` places like `place` one after the other, or what is made in no place (None)."""

    items: tuple[Item, ...]
    place: Place | None = None
    many: int = 1


_STITCH = NEXT[""]


class Steps:
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
        if not self._run:
            return
        last = self.out[-1] if self.out else None
        place = last.place if last else None
        if last and place and last.items == self._run_items and place._replace(skips=()) == self._run_place:
            self.out[-1] = last._replace(many=last.many + self._run)  # `sk next st, sc in next 3 sts`
        else:
            self.out.append(Step(self._run_items, self._run_place, self._run))
        self._run, self._run_place = 0, None


@lru_cache(maxsize=4096)
def _may_count(items: tuple[Item, ...]) -> bool:
    """`dc2tog in next 2 sts` would be one stitch over two places: such are written one by one."""
    return not any("tog" in i.kind for i in items)
