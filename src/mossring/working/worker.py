"""The hook: it moves along the edge of the round before and makes the stitches of one round."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from mossring.notation.legs import in_loop, without_loop
from mossring.notation.tree import (
    Act,
    Chain,
    Join,
    Label,
    Make,
    Node,
    Onto,
    Repeat,
    SayCorner,
    Skip,
    Span,
    Surface,
    Target,
    Together,
    ToNeighbour,
    Trouble,
    Where,
    Work,
)
from mossring.stitches.table import lookup
from mossring.working import lower, passes, quick, reach
from mossring.working.budget import Budget, OverLimitError, UnworkableError
from mossring.working.deep import Depths
from mossring.working.edge import SKIPPED, SLIPPED, WORKED, Edge
from mossring.working.fabric import RING, Manner, WorkedRound
from mossring.working.making import Maker
from mossring.working.opening import fades_out, find_start, open_round
from mossring.working.starting import by_height, first_place, flat, makes

_LOOP = Target("sp")
"""`in the loop`: in round 1, the ring."""


def _names_ring(node: Node) -> bool:
    """Whether something is worked in the ring by that name: so `2nd ch from hook` is none of its chains."""
    if not isinstance(node, Work):
        return False
    return Target("ring") in node.where.targets or any(_names_ring(n) for n in node.group)


class Worker(Maker):
    """Works one round. After `run`, `made` and `troubles` are complete and `edge` knows what was left.

    on: the number of the round whose edge it is. surfaced: by round, the place after the last one that was gone over
    on its face. lift: chains left at the end for the next round to begin with. parked: what became of loops, in order.
    attached: where new yarn was joined, if that is a place further down. begun: how the words begin the round; closer:
    the stitch that closes it in place of chains, and how many chains lie before it.
    """

    def __init__(
        self,
        edge: Edge,
        number: int,
        first_free: int,
        budget: Budget,
        known: dict[int, Label],
        yarn: str,
        past: Sequence[WorkedRound] = (),
        closing: int = 0,
    ) -> None:
        super().__init__(number, first_free, budget, yarn, closing)
        self.edge = edge
        self.known = known
        self.past = past
        self.on = next((r.number for r in reversed(past) if not r.surface), 0)
        self.depths = Depths(past, edge, self.on)
        self.surfaced: dict[int, int] = {}
        self.troubles: list[Trouble] = []
        self.hook_on_space = False
        self.closed = not edge.line
        self.closing_done = False
        self.joined = False
        self.turn_after = False
        self.corner_said: tuple[str, int] | None = None
        below = next((m.kind for m in edge.made if m.counted and m.kind != "fch"), "sc")
        self.plain = lookup(below).base or below
        self.written = False
        self.counting = False
        self.loop_from: tuple[int, ...] = ()
        self.loop_held = False
        self.last_space = -1
        self.in_one_chain = False
        self.attached: Where | None = None
        self.begun: Manner | None = None
        self.closer: tuple[str, int] = ("", 0)
        self.lift: Chain | None = None
        self.acts: list[Act] = []
        self._chain_in: tuple[int, int] = (-1, 0)
        self.tail: dict[int, bool] = {}
        self.short: frozenset[int] = frozenset()
        self.closing_repeats: frozenset[int] = frozenset()
        self.most_passes: dict[int, int] = {}

    # ---- the round ------------------------------------------------------------------------

    def run(self, body: Sequence[Node], written: bool) -> None:
        """Work the nodes. Unworkable instructions become troubles and are passed over."""
        self.written = written
        self.tail = passes.before_more_work(body)
        self.closing_repeats = passes.before_the_join(body)
        self.passed: dict[int, int] = {}
        self.short = passes.before_the_start(body) if self.edge.line else frozenset()
        place = first_place(body)
        one = place is not None and bool(place.targets) and bool(place.targets[0].chains)
        self.in_one_chain = one and not any(_names_ring(n) for n in flat(body))
        try:
            self._go(body, written)
        except OverLimitError as e:
            self.troubles.append(e.trouble)
        if self.joined:
            self._lift()
        self.end_space()
        if not self.edge.line:
            self.close_gap()
        self.keep_places()

    def _go(self, body: Sequence[Node], written: bool) -> None:
        body = self._begin(list(body), written)
        for k, node in enumerate(body):
            if self._skips_base(body[k : k + 2]):
                continue
            try:
                self.node(node)
            except OverLimitError:
                raise
            except UnworkableError as e:
                used_up = not self.edge.ring and self.edge.pos >= self.edge.end
                before = body[k - 1] if k else None
                ends = isinstance(node, Work) and node.where.mode == "last"  # `around, (dc, ch 2, dc) in last sp`
                ends = ends or (self.edge.line and isinstance(node, Join))  # `across, dc in 3rd ch of turning ch`
                if used_up and ends and isinstance(before, Repeat) and before.times is None:
                    passes.one_less(self, before)
                if used_up and fades_out(body, k):
                    self.closing_done = True
                    return
                self.troubles.append(e.trouble)

    def _begin(self, body: list[Node], written: bool) -> list[Node]:
        """The round's start made; gives what is left to work. What can't be made of it is told, and passed over."""
        try:
            if body and isinstance(body[0], Onto):
                onto = body.pop(0)
                assert isinstance(onto, Onto)
                lower.onto(self, onto)
            if written:
                return open_round(self, body)
            if not self.edge.ring:
                find_start(self, body)
        except OverLimitError:
            raise
        except UnworkableError as e:
            self.troubles.append(e.trouble)
        return body

    def _skips_base(self, nodes: Sequence[Node]) -> bool:
        """`ch 3 (counts as dc), skip 1 st, dc in each st` in a row: what is skipped is where the chain stands."""
        skip, sweep = nodes if len(nodes) > 1 else (None, None)
        started = self.edge.line and len(self.made) == 1 and self.made[0].start
        if not started or not isinstance(skip, Skip) or not isinstance(sweep, Work):
            return False
        return skip.where.mode == "next" and skip.where.count == 1 and sweep.where.mode == "each"

    # ---- nodes ----------------------------------------------------------------------------

    def node(self, node: Node) -> None:
        self.budget.step(node.span, 2)
        if isinstance(node, Work):
            self._work(node)
        elif isinstance(node, Chain):
            self._chain_amid(node)
        elif isinstance(node, Repeat):
            passes.repeat(self, node)
        elif isinstance(node, Together):
            self._together(node)
        elif isinstance(node, Make):
            self.picot(node)
        elif isinstance(node, ToNeighbour):
            self.to_neighbour(node)
        elif isinstance(node, Surface):
            lower.surface(self, node)
        elif isinstance(node, Skip):
            self._skip(node)
        elif isinstance(node, Join):
            self._join(node)
        elif isinstance(node, Act):
            self._act(node)
        elif isinstance(node, Onto):
            lower.onto(self, node)
        elif isinstance(node, SayCorner):
            kind = "ch" if node.target.kind == "sp" else node.target.stitch or ""
            self.corner_said = (kind, node.target.chains or 0)

    def _work(self, node: Work) -> None:
        if self.attached and node.where.mode in ("same", "start") and not self.made:
            group = tuple(in_loop(m, self.attached) if isinstance(m, Make) else m for m in node.group)
            node = replace(node, group=group, where=replace(without_loop(self.attached), mode="next"))
        where = node.where
        target = where.targets[0] if where.targets else None
        from_hook = target and target.chains and target.kind == "ring" and self._hangs()
        if where.mode == "made" or from_hook or self.goes_along(node):
            self.hang_work(node)
        elif self.edge.ring:
            self._into_ring(node)
        elif where.mode == "together":
            lower.together(self, node)
        elif lower.is_below(self, where):
            lower.work(self, node)
        elif target and target.kind == "chain" and where.mode in ("next", "each"):
            self._chain_by_chain(node)
        elif where.mode == "each":
            self._each(node)
        elif not quick.in_next(self, node):
            for k in range(where.count):
                self.counting = k > 0
                u = reach.find(self, where)
                self.in_place(node.group, u, node.span, target)
            self.counting = False

    def _chain_amid(self, node: Chain) -> None:
        """Chains amid a round; where they are said to count as a stitch (`sl st in next sc, ch 3 (counts as dc)`), that
        stands where they rise."""
        label, below = node.label, self.made[-1] if self.made else None
        if label is None or label.stitch in (None, "ch") or below is None or not below.feet or self.chain:
            self.add_chain(node.n, node.span)
            return
        assert label.stitch is not None
        kind = by_height(node.n) if label.stitch == "st" else label.stitch
        self.make(kind, below.feet, node.span).start = True
        self.add_chain(label.chains, node.span)

    def _hangs(self) -> bool:
        """Whether `3rd ch from hook` is a chain just made, and not the one that all of round 1 stands in."""
        if self.edge.ring and self.in_one_chain:
            return False
        return bool(self.chain) or bool(self.made and self.made[-1].carried)

    def _into_ring(self, node: Work) -> None:
        where = node.where
        target = where.targets[0] if where.targets else Target("ring")
        if where.mode == "each":
            raise UnworkableError("around a ring", node.span)
        to_ring = target.kind in ("ring", "centre") or target == _LOOP or where.mode in ("same", "start")
        if where.said and not to_ring:
            raise UnworkableError("ring has no stitches", where.span)
        self.edge.last = 0
        for _ in range(where.count):
            self.group(node.group, (RING,), node.span)

    def _chain_by_chain(self, node: Work) -> None:
        """Into chains one by one: those of a foundation, or of a space."""
        where = node.where
        stop = reach.until(self, where.until) if where.mode == "each" else self.edge.end
        count = where.count if where.mode == "next" else 10**6
        if 0 < self.edge.longer >= self.edge.pos:  # of the chains by which a row goes on
            stop = min(stop, self.edge.longer)
        for _ in range(count):
            u, nth = self._chain_in
            if nth and nth < self.edge.at(u).chains:
                nth += 1
            else:
                found = self.edge.find(where.targets[0], self.edge.pos, stop)
                if found is None and self.edge.line:  # a chain of the turning chain, which stands for a stitch
                    found = self.edge.find(Target("start"), self.edge.pos, stop)
                if found is None:
                    if where.mode == "each":
                        return
                    if self.edge.far is not None and where.count == 1 and sum(m.n for m in makes(node.group)) > 1:
                        self.in_place(node.group, self.edge.start_place(), node.span)  # the chain that came first
                        return
                    raise UnworkableError("past the end", where.span, target=where.targets[0], left=0)
                u, nth = found, 1 if self.edge.at(found).kind == "ch" else 0
            self._chain_in = (u, nth)
            self.in_place(node.group, u, node.span, Target("sp", part=f"ch {nth}") if nth else None)

    def _each(self, node: Work) -> None:
        edge = self.edge
        # what is named besides goes before `each st`, corners before any other space, and a space before a gap
        sweeps = [(work, t) for work in (*reversed(node.also), node) for t in work.where.targets]
        sweeps.sort(key=lambda sweep: (sweep[1].kind != "corner", sweep[1].kind == "gap"))
        stop = reach.until(self, node.where.until)
        if id(node) in self.short and stop == edge.end and edge.at(stop - 1).start:
            stop -= 1
        if node.where.targets[0].stitch == "end":
            stop = self._last_row_end(stop)
        u = edge.pos
        n = len(edge.made)
        self.budget.step(node.span, 1 + (stop - u) // quick.PASSED)
        worked: set[int] = set()
        alone = node.group[0] if len(node.group) == 1 else None
        plain = isinstance(alone, Make) and alone.is_plain and alone.stitch not in ("slst", "picot")
        into = sweeps[0][1]
        if plain and isinstance(alone, Make) and len(sweeps) == 1 and into.kind == "st" and not into.part:
            u = quick.in_each(self, alone.stitch, alone.n, into, stop, node.span)
            stop = u
        while u < stop:
            m = edge.made[u % n]
            for work, target in sweeps:
                if edge.fits(m, u, target):
                    edge.between = edge.is_between(u, target)
                    self.in_place(work.group, u, work.span, target)
                    worked.add(id(work))
                    stop = min(stop, edge.end)
                    break
            u += 1
        swept = edge.last + 1 if worked and all(t.is_space for _, t in sweeps) else u  # `..., hdc in last 2 sts`
        edge.pos = max(edge.pos, swept)
        if (
            not worked
            and len(sweeps) == 1
            and into.stitch
            and not any(edge.fits(m, k, into) for k, m in enumerate(edge.made))
        ):
            raise UnworkableError("no such place", node.where.span, target=into, left=0)
        if node.also and not edge.line:
            passes.all_found(node, worked)

    def _last_row_end(self, stop: int) -> int:
        """Where the row ends of one side stop."""
        edge = self.edge
        u = edge.pos
        while u < stop and edge.at(u).kind != "end":
            u += 1
        while u < stop and edge.at(u).kind == "end":
            u += 1
        return u

    def _together(self, node: Together) -> None:
        """One stitch over several places."""
        if self.edge.ring:
            raise UnworkableError("ring has no stitches", node.span)
        for _ in range(node.make.n):
            feet: list[int] = []
            for leg in node.legs:
                if isinstance(leg, Skip):
                    self._skip(leg)
                elif leg.targets and leg.targets[0].round:
                    feet.append(lower.down(self, leg.targets[0], leg))
                else:
                    u = reach.find(self, leg)
                    feet += self.edge.feet(u)
                    self.edge.work(u)
                    self.edge.between = False
            self.make_as(replace(node.make, n=1), tuple(feet), node.span)

    def in_place(self, group: Sequence[Node], u: int, span: Span, target: Target | None = None) -> None:
        edge = self.edge
        feet = edge.feet(u)
        gap = edge.between
        part = target.part if target is not None else ""
        if target is not None and target.kind == "start" and edge.at(u).kind == "ch" and not gap:
            part = f"ch {edge.at(u).chains}"
        alone = group[0] if group else None
        if target is not None and target.kind == "centre":
            edge.pass_group(u)
        if not gap and edge.made[u % len(edge.made)].kind == "ch":
            self.last_space = u
        elif not gap and target is not None and target.kind == "sp":
            edge.opened.add(u % len(edge.made))
        if len(group) == 1 and isinstance(alone, Make):
            edge.work(u, SLIPPED if alone.stitch == "slst" else WORKED)
            if alone.n == 1 and not (part or gap) and alone.is_plain:
                self.make(alone.stitch, feet, span)
            else:
                self.make_as(alone, feet, span, part, gap)
        else:
            edge.work(u)
            self.group(group, feet, span, part, gap)
        edge.between = False

    def group(
        self, group: Sequence[Node], feet: tuple[int, ...], span: Span, part: str = "", gap: bool = False
    ) -> None:
        for node in group:
            if isinstance(node, Make):
                if node.stitch == "picot":
                    self.picot(node)
                else:
                    self.make_as(node, feet, span if len(group) == 1 else node.span, part, gap)
            elif isinstance(node, Chain):
                self.add_chain(node.n, node.span)
            elif isinstance(node, ToNeighbour):
                self.to_neighbour(node)
            elif isinstance(node, Work):
                self.hang_work(node)
            elif isinstance(node, Repeat):
                for _ in range(node.times if node.times is not None else 1):
                    self.budget.step(span)
                    self.group(node.body, feet, span, part, gap)

    def _skip(self, node: Skip) -> None:
        edge = self.edge
        if edge.ring:
            raise UnworkableError("ring has no stitches", node.span)
        if node.over:
            edge.mark(reach.find(self, node.where), SKIPPED)
            return
        if edge.first is None and not self.made and edge.pos == 0 and node.where.mode == "next":
            edge.begin_here()
        target = node.where.targets[0] if node.where.targets else None
        if target and target.round:
            for _ in range(node.where.count):
                lower.down(self, target, node.where)
            return
        left, where = node.where.count, node.where
        if where.mode == "first" and left > 1:
            where = replace(where, mode="next")
            left -= len(self.made) == 1 and self.made[0].start
        while left > 0:
            u = reach.find(self, where)
            edge.between = False
            for k in edge.group_of(u) if target and target.kind == "centre" else (u,):
                edge.mark(k, SKIPPED)
                edge.pos = k + 1
            left -= edge.at(u).chains if target and target.kind == "chain" and edge.at(u).kind == "ch" else 1

    def _join(self, node: Join) -> None:
        if self.edge.line and node.stitch and node.into:
            self._end_row(node)
            return
        self.closing_done = True
        if node.stitch is None:
            self.closed = False
            return
        if self.loop_from and self.chain:
            self.make(node.stitch, self.loop_from, node.span)
        if node.space:
            self.closer = (node.stitch, self.chain)
            lengths = {m.chains for m in self.made if m.kind == "ch"}
            both = node.space + self.chain  # `ch 1, hdc`: three chains, where the other spaces have so many; else two
            said = both if not node.told and both in lengths else node.space if node.space > self.chain else both
            if not node.told and not self.chain and lengths and said not in lengths:  # as long as the others
                said = max((n for n in lengths if n < said), default=min(lengths))
            self.chain = max(said, self.chain + 1)
            if not self.chain_span[1]:
                self.chain_span = node.span
            self.hook_on_space = True
        self.end_space()
        self.joined = True

    def _end_row(self, node: Join) -> None:
        """In a row, `dc in top of beg ch-3` is the last stitch and joins nothing."""
        target = Target("start") if node.into == "chain" else Target("st")
        where = Where("last", (target,), node.span)
        self.in_place((Make(node.stitch or "dc", 1, node.span),), reach.find(self, where), node.span)

    def _act(self, node: Act) -> None:
        edge = self.edge
        begun = edge.line and len(self.made) == 1 and self.made[0].start  # `ch 4, turn`: the row goes on from there
        if node.what == "turn" and not begun:
            if self.made:
                self.turn_after = True
                self._lift()
            elif not edge.line:
                edge.turn()
        if node.what in ("park", "pick up"):
            self.acts.append(node if node.yarn else replace(node, yarn=self.yarn))
        if node.yarn and node.what != "park":
            self.end_space()
            self.yarn = node.yarn
        if node.what == "attach" and node.where is not None and not edge.ring and not self.made:
            if lower.is_below(self, node.where):
                self.attached = node.where
                return
            u = (reach.from_join(self, node.where) + node.where.past) % len(edge.made)
            edge.last = u
            edge.last_between = edge.between
            edge.pos = edge.base = u
            if any(t.kind == "centre" for t in node.where.targets):
                edge.pass_group(u)

    def _lift(self) -> None:
        """Chains made behind the join, or just before the work is turned, lift the hook for what comes next and are no
        space."""
        if self.chain and (self.edge.line or self.closing_done):
            self.lift = Chain(self.chain, self.chain_span)
            self.chain = 0
