"""The hook: it moves along the edge of the round before and makes the stitches of one round."""

from __future__ import annotations

from collections.abc import Sequence

from mossring.notation.tree import (
    Act,
    Chain,
    Join,
    Label,
    Make,
    Node,
    Repeat,
    SayCorner,
    Skip,
    Span,
    Target,
    Trouble,
    Until,
    Where,
    Work,
)
from mossring.working.budget import MAX_STITCHES, Budget, OverLimitError, UnworkableError
from mossring.working.edge import SKIPPED, SLIPPED, WORKED, Edge
from mossring.working.fabric import RING, Made
from mossring.working.opening import find_start, open_round
from mossring.working.starting import first_place, flat


class Worker:
    """Works one round. After `run`, `made` and `troubles` are complete and `edge` knows what was left."""

    def __init__(
        self, edge: Edge, number: int, first_free: int, budget: Budget, known: dict[int, Label], yarn: str
    ) -> None:
        self.edge = edge
        self.round = number
        self.free = first_free
        self.budget = budget
        self.known = known
        self.yarn = yarn
        self.made: list[Made] = []
        self.troubles: list[Trouble] = []
        self.chain = 0
        self.chain_span: Span = (0, 0)
        self.hook_on_space = False
        self.closed = True
        self.turn_after = False
        self.corner_said: tuple[str, int] | None = None
        self.plain = next((m.kind for m in edge.made if m.counted), "sc")
        self.written = False
        self.counting = False
        self.loop_from: tuple[int, ...] = ()

    # ---- the round ------------------------------------------------------------------------

    def run(self, body: Sequence[Node], written: bool) -> None:
        """Work the nodes. Unworkable instructions become troubles and are passed over."""
        self.written = written
        try:
            self._go(body, written)
        except OverLimitError as e:
            self.troubles.append(e.trouble)
        self._space()
        self._close_gap()

    def _go(self, body: Sequence[Node], written: bool) -> None:
        if written:
            try:
                body = open_round(self, list(body))
            except OverLimitError:
                raise
            except UnworkableError as e:  # a start that can't be made: work what is left without it
                self.troubles.append(e.trouble)
        elif not self.edge.ring:
            find_start(self, body)
        for node in body:
            try:
                self.node(node)
            except OverLimitError:
                raise
            except UnworkableError as e:
                self.troubles.append(e.trouble)

    # ---- nodes ----------------------------------------------------------------------------

    def node(self, node: Node) -> None:
        self.budget.step(node.span)
        if isinstance(node, Work):
            self._work(node)
        elif isinstance(node, Chain):
            self.add_chain(node.n, node.span)
        elif isinstance(node, Repeat):
            self._repeat(node)
        elif isinstance(node, Skip):
            self._skip(node)
        elif isinstance(node, Join):
            self._join(node)
        elif isinstance(node, Act):
            self._act(node)
        elif isinstance(node, SayCorner):
            kind = "ch" if node.target.kind == "sp" else node.target.stitch or ""
            self.corner_said = (kind, node.target.chains or 0)

    def _work(self, node: Work) -> None:
        where = node.where
        if self.edge.ring:
            self._into_ring(node)
            return
        if where.mode == "each":
            self._each(node)
            return
        for k in range(where.count):
            self.counting = k > 0
            u = self.find(where)
            self.in_place(node.group, u, node.span)
        self.counting = False

    def _into_ring(self, node: Work) -> None:
        where = node.where
        target = where.targets[0] if where.targets else Target("ring")
        if where.mode == "each":
            raise UnworkableError("around a ring", node.span)
        if where.said and target.kind != "ring" and where.mode not in ("same", "start"):
            raise UnworkableError("ring has no stitches", where.span)
        self.edge.last = 0
        for _ in range(where.count):
            self._group(node.group, (RING,), node.span)

    def _each(self, node: Work) -> None:
        edge = self.edge
        sweeps = [*reversed(node.also), node]  # what is named besides goes before `each st`
        stop = self._until(node.where.until)
        u = edge.pos
        n = len(edge.made)
        while u < stop:
            m = edge.made[u % n]
            for work in sweeps:
                if any(edge.fits(m, u, t) for t in work.where.targets):
                    edge.between = False
                    self.in_place(work.group, u, work.span)
                    stop = min(stop, edge.end)
                    break
            u += 1
        self.budget.step(node.span, max(1, u - edge.pos))
        edge.pos = max(edge.pos, u)

    def _until(self, until: Until | None) -> int:
        """The place (excluded) where a sweep stops; without such a place, the end of the round."""
        edge = self.edge
        if until is None or until.kind == "end":
            return edge.end
        if until.kind == "last" and until.target:
            return edge.last_places(until.target, until.count)[0]
        assert until.target is not None
        found = edge.find(until.target, edge.pos)
        return edge.end if found is None else found

    def in_place(self, group: Sequence[Node], u: int, span: Span) -> None:
        edge = self.edge
        feet = edge.feet(u)
        alone = group[0] if len(group) == 1 else None
        if isinstance(alone, Make):
            edge.work(u, SLIPPED if alone.stitch == "slst" else WORKED)
            for _ in range(alone.n):
                self.make(alone.stitch, feet, span)
        else:
            edge.work(u)
            self._group(group, feet, span)
        edge.between = False

    def _group(self, group: Sequence[Node], feet: tuple[int, ...], span: Span) -> None:
        for node in group:
            if isinstance(node, Make):
                words = span if len(group) == 1 else node.span
                for _ in range(node.n):
                    self.make(node.stitch, feet, words)
            elif isinstance(node, Chain):
                self.add_chain(node.n, node.span)
            elif isinstance(node, Repeat):
                for _ in range(node.times if node.times is not None else 1):
                    self.budget.step(span)
                    self._group(node.body, feet, span)

    def make(self, kind: str, feet: tuple[int, ...], span: Span) -> None:
        if self.chain:
            self._space()
        self.budget.stitch(span)
        m = Made(self.free, kind or self.plain, feet, self.round, span)
        m.yarn = self.yarn
        self.free += 1
        self.made.append(m)

    def add_chain(self, n: int, span: Span) -> None:
        if n <= 0:
            return
        self.budget.stitches -= min(n, MAX_STITCHES)
        if self.budget.stitches < 0:
            raise OverLimitError("limit", span, limit=MAX_STITCHES, n=MAX_STITCHES, what="stitches")
        if not self.chain:
            self.chain_span = span
        self.chain += n

    def _space(self) -> None:
        """The chains made since the last stitch become a space."""
        if not self.chain:
            return
        m = Made(self.free, "ch", (), self.round, self.chain_span, self.chain)
        m.yarn = self.yarn
        self.free += 1
        self.made.append(m)
        self.chain = 0

    def _close_gap(self) -> None:
        """Chains at the end and at the beginning of a round are one space."""
        made = self.made
        if len(made) > 1 and made[0].kind == "ch" and made[-1].kind == "ch":
            made[0].chains += made[-1].chains
            made.pop()

    def _skip(self, node: Skip) -> None:
        edge = self.edge
        if edge.ring:
            raise UnworkableError("ring has no stitches", node.span)
        if edge.first is None and not self.made and edge.pos == 0 and node.where.mode == "next":
            edge.begin_here()
        for _ in range(node.where.count):
            u = self.find(node.where)
            edge.mark(u, SKIPPED)
            edge.pos = u + 1

    def _join(self, node: Join) -> None:
        if node.stitch is None:
            self.closed = False
            return
        if self.loop_from and self.chain:
            self.make(node.stitch, self.loop_from, node.span)
        if node.space:
            said = node.space if node.space > self.chain or not self.chain else node.space + self.chain
            self.chain = max(said, self.chain + 1)
            if not self.chain_span[1]:
                self.chain_span = node.span
            self.hook_on_space = True

    def _act(self, node: Act) -> None:
        edge = self.edge
        if node.what == "turn":
            if self.made:
                self.turn_after = True
            else:
                edge.turn()
        if node.yarn:
            self._space()
            self.yarn = node.yarn
        if node.what == "attach" and node.where is not None and not edge.ring and not self.made:
            u = self.find(node.where)
            edge.last = u
            edge.pos = edge.base = u

    # ---- places ---------------------------------------------------------------------------

    def find(self, where: Where) -> int:
        """The place meant, as an index on the edge; what is passed on the way is noted."""
        edge = self.edge
        mode = where.mode
        target = where.targets[0] if where.targets else None
        if edge.ring:
            raise UnworkableError("ring has no stitches", where.span)
        if mode in ("same", "start"):
            return self._same(where, target)
        assert target is not None
        if target.kind == "ring":
            raise UnworkableError("no ring", where.span)
        if mode == "last":
            places = edge.last_places(target, 1)
            if places[0] < edge.end:
                return self._arrive(places[0], target)
            raise self._missing(where, target)
        if mode == "first" and edge.first is not None:
            u = edge.find(target, edge.first, edge.first + len(edge.made))
            if u is None:
                raise self._missing(where, target)
            return u
        u = edge.find(target, edge.pos)
        if u is None and self._half_corner() and edge.open_start(target):
            return edge.end
        if u is None:
            raise self._missing(where, target)
        return self._arrive(u, target)

    def _same(self, where: Where, target: Target | None) -> int:
        edge = self.edge
        u = edge.start_place() if where.mode == "start" else edge.here()
        if edge.between:
            return u
        if target is not None and target.kind in ("sp", "corner") and not edge.matches(u, target):
            raise self._missing(where, target)
        return u

    def _half_corner(self) -> bool:
        """Written form may finish at the end the corner that it began with: so far it holds stitches only."""
        if not self.written or len(self.made) < 2:
            return False
        feet = self.made[0].feet
        k = next((i for i, m in enumerate(self.made) if m.kind == "ch" or m.feet != feet), len(self.made))
        return not any(m.feet == feet for m in self.made[k:])

    def _arrive(self, u: int, target: Target) -> int:
        edge = self.edge
        if edge.first is None:
            edge.note_before_first(u, target)
        else:
            edge.crossed = False
            edge.note_passed(edge.pos, u, target)
            if edge.crossed and self.counting and not any(t.kind == "over the corner" for t in self.troubles):
                self.troubles.append(Trouble("over the corner", (0, 0), {}))
        return u

    def _missing(self, where: Where, target: Target) -> UnworkableError:
        edge = self.edge
        past = edge.first is not None and edge.find(target, 0, len(edge.made)) is not None
        kind = "past the end" if past else "no such place"
        return UnworkableError(kind, where.span, target=target, left=max(0, edge.end - edge.pos))

    # ---- repeats --------------------------------------------------------------------------

    def _repeat(self, node: Repeat) -> None:
        if node.times is not None:
            for k in range(node.times):
                self.budget.step(node.span)
                last = k == node.times - 1
                for inner in node.body[: node.cut] if last and node.cut else node.body:
                    self.node(inner)
            return
        if self.edge.ring:
            raise UnworkableError("around a ring", node.span)
        self._around(node)

    def _around(self, node: Repeat) -> None:
        """Pass after pass until no pass can begin before the end."""
        edge = self.edge
        where = first_place(node.body)
        if where is None:
            raise UnworkableError("repeat goes nowhere", node.span)
        cap = self._until(node.until) if node.until and node.until.kind != "end" else None
        edge.caps.append(cap)
        passes = 0
        try:
            while edge.pos < edge.end and (passes == 0 or self._another(node.body)):
                before = (edge.pos, len(self.made))
                self._pass(node, passes, cap)
                passes += 1
                if edge.pos <= before[0] and passes > 1:
                    raise UnworkableError("repeat goes nowhere", node.span)
        finally:
            edge.caps.pop()

    def _another(self, body: Sequence[Node]) -> bool:
        """Whether a further pass can begin: its first place is still to come, after what it skips."""
        edge = self.edge
        pos = edge.pos
        skipped: list[int] = []
        for node in flat(body):
            if isinstance(node, Skip) and node.where.mode == "next":
                for _ in range(node.where.count):
                    u = edge.find(node.where.targets[0], pos)
                    if u is None:
                        return True  # begun, and then does not divide
                    skipped.append(u)
                    pos = u + 1
            elif isinstance(node, Work):
                return self._to_come(node.where, pos, skipped)
        return False

    def _to_come(self, where: Where, pos: int, skipped: list[int]) -> bool:
        edge = self.edge
        if where.mode in ("same", "start", "first", "last", "any") or not where.targets:
            return False
        if any(edge.find(t, pos) is not None for t in where.targets):
            return True
        if skipped and edge.find(Target("st"), pos) is None:
            for u in skipped:
                edge.mark(u, SKIPPED)
        return False

    def _pass(self, node: Repeat, passes: int, cap: int | None) -> None:
        edge = self.edge
        left = sum(1 for u in range(edge.pos, edge.end) if edge.at(u).counted) if passes else 0
        for k, inner in enumerate(node.body):
            if node.cut is not None and k == node.cut:
                rest = first_place(node.body[k:])
                if rest is None or edge.pos >= edge.end or not self._another(node.body[k:]):
                    edge.pos = max(edge.pos, edge.end)
                    return
            try:
                self.node(inner)
            except OverLimitError:
                raise
            except UnworkableError as e:
                if passes and edge.pos >= edge.end and k and _sweeps(node.body[k - 1]):
                    return  # the last side ends where the round began; its corner was the first
                if passes and e.trouble.kind == "past the end":
                    raise UnworkableError(
                        "does not divide", node.span, passes=passes, left=left, inner=e.trouble.span
                    ) from e
                raise


def _sweeps(node: Node) -> bool:
    return isinstance(node, Work) and node.where.mode == "each"
