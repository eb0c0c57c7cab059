"""Laying out the edge that a round is worked into: the round below, the ring, a foundation, the ends of rows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from itertools import accumulate, takewhile
from typing import TYPE_CHECKING

from mossring.notation.tree import Act, Chain, Label, Node, Repeat, Skip, Target, Together, Where, Work
from mossring.stitches.table import composed, lookup
from mossring.working.edge import Edge
from mossring.working.fabric import RING, Made, WorkedRound
from mossring.working.starting import from_hook, makes, mesh_start, stands_for

if TYPE_CHECKING:
    from mossring.working.work import State


@dataclass(slots=True)
class Laid:
    """An edge ready to be worked into. nodes: the round's instructions, `2nd ch from hook` made a place on it.

    extra: places that no round made. free: the next number. written: the round has a start of its own now.
    """

    edge: Edge
    nodes: tuple[Node, ...]
    free: int
    extra: list[Made] = field(default_factory=list)
    written: bool = False


def lay_edge(state: State, nodes: tuple[Node, ...], flat: bool) -> Laid:
    """The edge for the next round. flat: the next round is a row."""
    before = state.before
    if before is None:
        if state.begin.kind == "foundation":
            return _foundation(state, nodes, flat)
        if state.begin.kind == "ring" and _along_chains(nodes):
            there = [Made(state.free + i, "fch", (), 0, (0, 0)) for i in range(state.begin.chains)]
            return Laid(Edge(there, []), nodes, state.free + len(there), there)
        return Laid(Edge([_ring()], [], ring=True), _gathered(nodes), state.free)
    if not before.made:
        return Laid(Edge([_ring()], []), nodes, state.free)
    if flat:
        edge = Edge(before.made, before.corners, line=True)
        edge.turn()
        return _lengthened(state, edge, nodes) or Laid(edge, nodes, state.free)
    if before.line:
        return _about_rows(state, nodes)
    edge = Edge(before.made, before.corners, before.hook)
    if state.turn_next or state.turning:
        edge.turn()
    return Laid(edge, nodes, state.free)


def _gathered(nodes: Sequence[Node]) -> tuple[Node, ...]:
    """In a ring `dc3tog` without a place has its legs in the ring: there is nothing below to work together."""
    out: list[Node] = []
    for node in nodes:
        if isinstance(node, Repeat):
            out.append(replace(node, body=_gathered(node.body)))
        elif isinstance(node, Together) and not any(isinstance(leg, Where) and leg.said for leg in node.legs):
            tog = lookup(node.make.stitch or "sc")
            cluster = replace(node.make, stitch=composed("cl", tog.base, tog.legs))
            out.append(Work((cluster,), Where("next", (Target("ring"),), node.span), node.span))
        else:
            out.append(node)
    return tuple(out)


def _ring() -> Made:
    return Made(RING, "ch", (), 0, (0, 0), 1)


# ---- foundations --------------------------------------------------------------------------


def _foundation(state: State, nodes: tuple[Node, ...], flat: bool) -> Laid:
    """The chain (or foundation stitches), nearest the hook first; for rounds its other side follows."""
    begin = state.begin
    nth, nodes = from_hook(nodes), tuple(nodes)
    worked = any(isinstance(n, Work | Repeat) for n in nodes[1:])
    if nth is None and worked and isinstance(nodes[0], Skip) and nodes[0].where.mode in ("next", "first"):
        nth, nodes = nodes[0].where.count + 1, nodes[1:]  # `miss 1 ch, 1 dc in each of next 10 ch`
    nth = _to_turn(begin.chains, nodes) if nth is None and flat else nth
    skipped, nodes, written = (0, nodes, False) if nth is None else _turning_chain(nth, nodes, state, flat)
    n = max(1, begin.chains - skipped)
    kind = begin.stitch or "fch"
    there = [Made(state.free + i, kind, (), 0, (0, 0)) for i in range(n)]
    if flat:
        return Laid(Edge(there, [], line=True), nodes, state.free + n, there, written)
    back = [Made(state.free + n + i, kind, (), 0, (0, 0)) for i in range(max(0, n - 2))]
    made = there + back
    edge = Edge(made, [0, n - 1] if n > 1 else [0], far=n - 1)
    return Laid(edge, nodes, state.free + len(made), made, written)


def _lengthened(state: State, edge: Edge, nodes: tuple[Node, ...]) -> Laid | None:
    """A row that goes on over chains made where it begins (`ch 6, dc in 4th ch from hook, dc in next 2 ch, ...`): they
    lie before the row below, as a foundation of its own. None: it doesn't."""
    chains = sum(node.n for node in takewhile(lambda n: isinstance(n, Chain | Act), nodes) if isinstance(node, Chain))
    nth = from_hook(nodes)
    if nth is None or not nth <= chains:
        return None
    skipped, nodes, written = _turning_chain(nth, nodes, state, flat=True)
    there = [Made(state.free + i, "fch", (), 0, (0, 0)) for i in range(chains - skipped)]
    longer = Edge([*there, *edge.made], [c + len(there) for c in edge.corners], line=True)
    longer.turned, longer.longer = edge.turned, len(there)
    return Laid(longer, nodes, state.free + len(there), there, written)


def _along_chains(nodes: Sequence[Node]) -> bool:
    """Whether a round goes into the chains of its ring one by one: `sc in each ch around`."""
    for node in nodes:
        if isinstance(node, Repeat):
            return _along_chains(node.body)
        if isinstance(node, Work) and node.where.targets:
            return node.where.targets[0].kind == "chain"
    return False


def _to_turn(chains: int, nodes: Sequence[Node]) -> int | None:
    """`Ch 10.` above `9 sc, turn`: which chain from the hook the first goes into, where one is left over, to turn."""
    works = [n for n in nodes if not isinstance(n, Act)]
    made = [n.where.count for n in works if isinstance(n, Work) and not n.where.said and n.where.mode == "next"]
    return 2 if len(made) == len(works) and sum(made) == chains - 1 else None


def _turning_chain(nth: int, nodes: tuple[Node, ...], state: State, flat: bool) -> tuple[int, tuple[Node, ...], bool]:
    """How many chains of the foundation only turn, and the instructions with the start they stand for.

    Skipped chains that count as a stitch stand beside the chain that the first stitch goes into; in a round they are
    one of that end's stitches and stand in the same chain.
    """
    label: Label | None = None
    acts = tuple(takewhile(lambda n: isinstance(n, Act), nodes))
    rest = list(nodes[len(acts) :])
    while rest and isinstance(head := rest[0], Chain):
        label = head.label or label
        rest.pop(0)
    chain = Chain(nth - 1, rest[0].span, label)
    plain = [_on_foundation(node) for node in rest]
    following = next((m.stitch for m in makes(rest)), "")
    counts = stands_for(chain, plain, dict(state.known)) if following else Label(None)
    if counts.stitch is None and label is None:
        counts = mesh_start(chain.n, plain) or counts
    if counts.stitch is None:
        return nth - 1, (*acts, *plain), True
    start = replace(chain, label=counts)
    first = plain[0]
    if not flat and isinstance(first, Work):
        return nth - 1, (*acts, start, replace(first, where=Where("same", (), first.span)), *plain[1:]), True
    passed = Skip(Where("next", (Target("chain"),), chain.span, counts.chains), chain.span) if counts.chains else None
    return max(0, nth - 2 - counts.chains), (*acts, start, *((passed,) if passed else ()), *plain), True


def _on_foundation(node: Node) -> Node:
    """`2nd ch from hook` as the next chain of the foundation."""
    if not isinstance(node, Work) or not node.where.targets or node.where.targets[0].kind != "ring":
        return node
    return replace(node, where=Where("next", (Target("chain"),), node.where.span))


# ---- about a piece worked in rows ---------------------------------------------------------


def _about_rows(state: State, nodes: tuple[Node, ...]) -> Laid:
    """Down the row ends, along the foundation, up the other row ends, across the last row."""
    rows = [r for r in state.past if r.line and r.made]
    last = rows[-1]
    free = state.free
    near, far = _ends(rows)
    edges: list[Made] = []
    extra: list[Made] = []
    for m in near:
        extra.append(Made(free, "end", (m.number,), 0, (0, 0)))
        free += 1
    if rows[0].extra:
        base = rows[0].extra if len(rows) % 2 == 0 else rows[0].extra[::-1]
        for m in base:
            extra.append(Made(free, m.kind, (m.number,), 0, (0, 0)))
            free += 1
    for m in far:
        extra.append(Made(free, "end", (m.number,), 0, (0, 0)))
        free += 1
    edges = [*extra, *last.made]
    corners = [len(extra) + c for c in last.corners] or _four_corners(len(near), len(extra), len(edges))
    edge = Edge(edges, corners)
    sides = [len(near), len(extra) - len(near) - len(far), len(far), len(last.made)]
    edge.stops = tuple(accumulate(sides[::-1] if state.turn_next else sides))
    if state.turn_next:
        edge.made = edge.made[::-1]
        edge.turned = True
        edge.corners = {len(edges) - 1 - c for c in edge.corners}
    return Laid(edge, nodes, free, extra)


def _four_corners(end: int, above: int, whole: int) -> list[int]:
    """The corners of an edge about rows: the end stitches of the foundation, from place `end` on, and of the last row,
    which begins at place `above`; none where one of them is a point."""
    far = above - end
    return sorted({end, far - 1, above, whole - 1}) if far - 1 > end and whole - 1 > above else []


def _ends(rows: Sequence[WorkedRound]) -> tuple[list[Made], list[Made]]:
    """The end stitch of each row on the hook's side, from the last row down, and on the other, from row 1 up."""
    near, far = [], []
    for k, row in enumerate(reversed(rows)):
        stitches = [m for m in row.made if m.feet]
        if not stitches:
            continue
        first, last = stitches[0], stitches[-1]
        near.append(last if k % 2 == 0 else first)
        far.append(first if k % 2 == 0 else last)
    return near, far[::-1]
