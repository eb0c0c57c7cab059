"""What the hook makes: stitches, chains that become spaces, and what is worked into chains just made."""

from __future__ import annotations

from collections.abc import Sequence

from mossring.notation.tree import Chain, Make, Span, Target, ToNeighbour, Work
from mossring.stitches.table import lookup
from mossring.working.budget import MAX_STITCHES, Budget, UnworkableError
from mossring.working.fabric import ALONG, Made, Tie, Tied


class Maker:
    """The stitches of one round as they are made.

    chain: chains made since the last stitch, but for those that carry others. wing: how many stitches were worked,
    last of all, into chains just made, of which `chain` are left. hung: how many stitches hang from others in all.
    """

    def __init__(self, number: int, first_free: int, budget: Budget, yarn: str, closing: int) -> None:
        self.round = number
        self.free = first_free
        self.budget = budget
        self.yarn = yarn
        self.closing = closing
        self.made: list[Made] = []
        self.chain = 0
        self.wing = 0
        self.hung = 0
        self.ties: list[Tie] = []
        self.chain_span: Span = (0, 0)
        self.plain = "sc"

    def make(self, kind: str, feet: tuple[int, ...], span: Span) -> Made:
        """One stitch. kind ``: the stitch of the round below."""
        return self.make_each(kind, (feet,), span)[0]

    def make_each(self, kind: str, places: Sequence[tuple[int, ...]], span: Span) -> list[Made]:
        """One stitch in each of these places, without chains between. kind ``: the stitch of the round below."""
        if self.chain or self.wing:
            self.end_space()
        self.budget.stitch(span, len(places))
        kind, number, yarn = kind or self.plain, self.round, self.yarn
        counted = lookup(kind).counted
        new = [Made(free, kind, feet, number, span, 0, yarn, counted) for free, feet in enumerate(places, self.free)]
        self.free += len(new)
        self.made += new
        return new

    def make_as(self, node: Make, feet: tuple[int, ...], span: Span, part: str = "", gap: bool = False) -> None:
        """The stitches of a node in one place, with their loop and what closes them."""
        new = self.make_each(node.stitch, (feet,) * min(node.n, MAX_STITCHES + 1), span)
        part = part or node.part
        closed = bool(new) and "-cl" in new[0].kind
        if part or gap or node.start or closed:
            for m in new:
                m.part = part
                m.gap = gap
                m.start = bool(node.start)
                m.closing = (node.closing or self.closing) if closed else 0

    def add_chain(self, n: int, span: Span) -> None:
        if n <= 0:
            return
        self.budget.chains(span, n)
        if self.wing:
            self.end_space()
        if not self.chain:
            self.chain_span = span
        self.chain += n

    def goes_along(self, node: Work) -> bool:
        """Whether a place is the next of chains just made, of which the last ones carry something already, or the same
        as what hangs there last."""
        chained = bool(self.wing) and node.where.targets[:1] == (Target("chain"),)
        return chained and (bool(self.chain) or node.where.mode == "same")

    def hang_work(self, node: Work) -> None:
        """What is worked into chains just made: into the nth from the hook, which carry it and are no space; or back
        along them, in each of so many, or of all that are left."""
        if self.goes_along(node):
            count = self.chain if node.where.mode == "each" else node.where.count
            if count > self.chain and node.where.mode != "same":
                raise UnworkableError("chain too short", node.where.span, nth=count, chains=self.chain)
            for _ in range(count):
                self._hang(node, 0 if node.where.mode == "same" else 1, ALONG)
            return
        nth = (node.where.targets[0].chains if node.where.targets else 0) or 0
        if nth > self.chain and not (self.made and self.made[-1].carried and not self.chain):
            raise UnworkableError("chain too short", node.span, nth=nth, chains=self.chain)
        self._hang(node, min(nth, self.chain), "")

    def _hang(self, node: Work, carried: int, part: str) -> None:
        """A group in one chain: so many chains carry the first of it, and nothing more the others."""
        hangs = bool(carried)
        for inner in node.group:
            if isinstance(inner, Chain):
                self.add_chain(inner.n, inner.span)
            elif isinstance(inner, Make):
                self._carry(inner, carried, node.span, part)
                carried, part = 0, ALONG if hangs else part

    def _carry(self, node: Make, carried: int, span: Span, part: str) -> None:
        wing, left = self.wing, self.chain - carried
        self.wing = self.chain = 0
        for _ in range(node.n):
            m = self.make(node.stitch, (), span)
            m.chains, m.part = carried, part
            carried, part = 0, ALONG if carried else part
            if "-cl" in m.kind:
                m.closing = node.closing or self.closing
        self.wing, self.chain = wing + node.n, left
        self.hung += node.n

    def picot(self, node: Make) -> None:
        """A picot: it hangs where the hook is, from the stitch or in the chains just made."""
        for _ in range(node.n):
            self.make("picot", (), node.span).chains = node.chains
        self.hung += node.n

    def end_space(self) -> None:
        """The chains made since the last stitch become a space, which lies before what hangs from their end."""
        wing = self.made[len(self.made) - self.wing :]
        if self.chain:
            del self.made[len(self.made) - self.wing :]
            number = wing[0].number if wing else self.free
            m = Made(number, "ch", (), self.round, self.chain_span, self.chain, self.yarn)
            if self.ties:
                m = Tied(number, "ch", self.round, self.chain_span, self.chain, self.yarn, tuple(self.ties))
                self.ties = []
            self.made += [m, *wing]
            self.free += 1
            for hung in wing:
                hung.number += 1
        self.chain = self.wing = 0

    def to_neighbour(self, node: ToNeighbour) -> None:
        """A stitch into a neighbour: amid chains it belongs to their space, else it hangs where the hook is."""
        if self.wing:
            self.end_space()
        tie = Tie(node.stitch, node.place, node.whom, self.chain)
        if self.chain:
            self.ties.append(tie)
            return
        self.budget.stitch(node.span, 1)
        self.made.append(Tied(self.free, "slst", self.round, node.span, 0, self.yarn, (tie,)))
        self.free += 1

    def keep_places(self) -> None:
        """A join amid a space stands for one of its chains, where the other spaces of its kind have one more: so a
        corner keeps its place."""
        spaces = [m for m in self.made if m.kind == "ch"]
        lengths = {m.chains for m in spaces if not isinstance(m, Tied)}
        for m in spaces:
            if isinstance(m, Tied) and m.chains not in lengths and m.chains + 1 in lengths:
                m.chains += 1
                m.ties = (m.ties[0]._replace(stands=1), *m.ties[1:])

    def close_gap(self) -> None:
        """Chains at the end and at the beginning of a round are one space."""
        made = self.made
        if isinstance(made[-1] if made else None, Tied):
            return
        if len(made) > 1 and made[0].kind == "ch" and made[-1].kind == "ch":
            made[0].chains += made[-1].chains
            made.pop()
