"""One round after another: the state between rounds, and the function that works the next one."""

from __future__ import annotations

from bisect import bisect
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

from mossring.notation.header import Begin
from mossring.notation.tree import Act, Chain, Join, Label, Node, RoundTree, Surface, Trouble
from mossring.working.budget import Budget
from mossring.working.corners import find_corners
from mossring.working.edge import Edge
from mossring.working.fabric import RING, SURFACE, Manner, WorkedRound
from mossring.working.laying import Laid, lay_edge
from mossring.working.left import left_over
from mossring.working.passes import AgainError
from mossring.working.starting import from_hook
from mossring.working.worker import Worker


@dataclass(frozen=True, slots=True)
class State:
    """All that the next round depends on. past: the rounds worked so far, innermost first; empty before round 1.

    rows: a flat piece, turned after every row. lift: chains that the row before left to begin with.
    closing: chains that close every cluster. plain: the stitch that all is worked in.
    spiral: a round that says nothing of a join isn't joined; nor is one that goes on from a round that wasn't.
    """

    begin: Begin
    sides: int
    past: tuple[WorkedRound, ...] = ()
    free: int = RING + 1
    known: tuple[tuple[int, Label], ...] = ()
    yarn: str = "A"
    turning: bool = False
    turn_next: bool = False
    rows: bool = False
    lift: Chain | None = None
    closing: int = 0
    spiral: bool = False
    plain: str = ""

    @property
    def last(self) -> WorkedRound | None:
        """The round just worked."""
        return self.past[-1] if self.past else None

    @property
    def before(self) -> WorkedRound | None:
        """The round that the next one stands on: the last that doesn't lie on the face of others."""
        return next((r for r in reversed(self.past) if not r.surface), None)


def work_round(
    state: State,
    tree: RoundTree,
    budget: Budget,
    body: Sequence[Node] | None = None,
    yarn: str = "",
    around: bool = False,
) -> State:
    """Work one round's tree on what stands so far; the new state's `last` is the round.

    body: what to work instead of the tree's own nodes (`as Rnd 3`). around: a round about a piece worked in
    rows. budget: what it may cost; less is left of it afterwards. Never raises; troubles are in the round.
    """
    before = state.before
    number = len(state.past) + 1
    nodes = tuple(tree.body if body is None else body)
    if tree.cast and before is not None and body is None:  # chains to work back along, no beginning of the piece
        nodes = (Chain(tree.cast, nodes[0].span), *nodes)
    flat_piece = state.rows and not around
    written = tree.written
    if state.lift is not None:
        nodes = (state.lift, *nodes)
        written = True
    budget.purse.spend(_PER_ROUND)
    worker, laid, known = _worked(state, nodes, flat_piece, written, yarn, budget)
    if other := _counted_otherwise(state, tree, worker):
        again = _worked(other, nodes, flat_piece, written, yarn, budget)
        if before is None or (not again[0].troubles and _counted(again[0]) in _said(tree)):
            worker, laid, known = again
    budget.stitches = worker.budget.stitches
    edge = worker.edge
    spiral = state.spiral or (before is not None and not before.closed and not flat_piece)
    closed = worker.closed and (worker.closing_done or not spiral)
    own = worker.made[-1].yarn if worker.made else worker.yarn  # a change behind its last stitch is for the next round
    done = WorkedRound(number, worker.made, closed=closed, yarn=own, line=flat_piece)
    done.below = [] if edge.ring else edge.made
    done.extra = laid.extra
    done.hung = worker.hung
    done.surface = before is not None and _on_surface(nodes, done)
    done.below_corners = frozenset(edge.made[c].number for c in edge.corners) if not edge.ring else frozenset()
    done.manner = _manner(worker, closed)
    done.acts = worker.acts
    done.turned = edge.turned if before is None else before.turned != edge.turned
    done.troubles = worker.troubles
    done.corner_said = worker.corner_said
    done.corners = find_corners(
        done.made,
        edge.made if before else [],
        edge.corners if before else [],
        state.sides if not flat_piece or state.sides < _POLYGON else 0,
        worker.corner_said,
    )
    last = done.made[-1].kind if done.made else ""
    if (worker.hook_on_space and last == "ch") or (worker.loop_from and last == "slst"):
        done.hook = len(done.made) - 1
    done.onto = _onto(done, state.past)
    _settle(done, edge, before)
    return replace(
        state,
        past=(*state.past, done),
        free=worker.free,
        known=tuple(known.items()),
        yarn=worker.yarn,
        turn_next=worker.turn_after or (state.turn_next and done.surface),
        lift=worker.lift,
    )


def _manner(worker: Worker, closed: bool) -> Manner | None:
    """How the words of a round began and closed it."""
    if worker.begun is None:
        return None
    closer, lead = worker.closer
    join = "none" if not closed else "sc" if closer else "slip stitch"
    return worker.begun._replace(join=join, closer=closer, lead=lead)


def _on_surface(nodes: Sequence[Node], done: WorkedRound) -> bool:
    """Whether a round lies on the face of others, whether or not it could be worked."""
    meant = any(isinstance(n, Surface) for n in nodes) and all(isinstance(n, Surface | Act | Join) for n in nodes)
    return meant or (bool(done.made) and all(m.part == SURFACE for m in done.made))


_POLYGON = 3
"""The least sides of a whole piece: a half square has one corner in each row, a half hexagon two."""
_PER_ROUND = 35
"""Steps that a round takes however few stitches it has: its edge, its corners, its place in the ledger."""


def _worked(
    state: State, nodes: tuple[Node, ...], flat: bool, written: bool, yarn: str, budget: Budget
) -> tuple[Worker, Laid, dict[int, Label]]:
    """The round worked; once more wherever a repeat `to end` took what the words behind it are for."""
    most: dict[int, int] = {}
    laid = lay_edge(state, nodes, flat)
    while True:
        known = dict(state.known)
        number = len(state.past) + 1
        worker = Worker(
            laid.edge, number, laid.free, replace(budget), known, yarn or state.yarn, state.past, state.closing
        )
        worker.most_passes = most
        if laid.edge.ring and state.plain:
            worker.plain = state.plain
        try:
            worker.run(laid.nodes, written or laid.written)
        except AgainError as again:
            most[again.node] = again.passes
            laid = replace(laid, edge=lay_edge(state, nodes, flat).edge)
            continue
        return worker, laid, known


def _counted_otherwise(state: State, tree: RoundTree, worker: Worker) -> State | None:
    """Where a round that nobody said its chain counts in comes out wrong with it (`ch 2, 12 dc in ring, sl st to top of
    first dc (12)`), the state that knows the chain for no stitch; where one whose chain was only taken to count for
    nothing comes out wrong without it, the state that knows nothing of it."""
    chain = next((n for n in tree.body if isinstance(n, Chain)), None)
    known = dict(state.known)
    worked, said = _counted(worker), _said(tree)
    if chain is None and state.before is None and (nth := from_hook(tree.body)) == _LIFT + 1:
        uncounted = replace(state, known=(*state.known, (nth - 1, Label(None, throughout=True))))
        return uncounted if worked - 1 in said and worked not in said else None  # `hdc in 3rd ch from hook (20 hdc)`
    if chain is None or chain.label:
        return None
    if (label := known.pop(chain.n, None)) is not None:
        unlike = said and worked not in said and state.before is not None
        return replace(state, known=tuple(known.items())) if unlike and not label.said else None
    passed = chain.n - (from_hook(tree.body[1:]) == chain.n)  # `ch 3, 10 hdc in 3rd ch from hook (10 hdc)`
    uncounted = replace(state, known=(*state.known, (passed, Label(None, throughout=True))))
    if state.before is not None:
        wrong = said and (worked not in said or worker.troubles) and chain.n > 1 and tree.body[0] is chain
        counted = any(r.made and r.made[0].start for r in state.past)  # as rounds before it show
        return uncounted if wrong and not counted else None
    join = next((n for n in reversed(tree.body) if isinstance(n, Join)), None)
    if passed > _LIFT and (join is None or not join.top):
        return None
    return uncounted if worked - 1 in said and worked not in said else None


_LIFT = 2
"""So few chains may lift the hook and count for nothing, without a word."""


def _counted(worker: Worker) -> int:
    return sum(m.counted for m in worker.made)


def _said(tree: RoundTree) -> set[int]:
    """The counts of stitches that a round states."""
    others = ("ch", "sps", "corners", "groups")
    return {s.n for s in tree.stated if not s.per_side and not s.what.startswith(others)}


_SHARE = 4
"""A round stands on the last one that has one in so many of its feet: others reach down, or catch what lies over."""


def _onto(done: WorkedRound, past: Sequence[WorkedRound]) -> int:
    """The number of the round that a round stands on: mostly the one before it; behind petals, one further down."""
    edge = done.below[0].round if done.below and not done.extra else 0
    top = edge or len(past)
    begins = [r.made[0].number if r.made else r.number for r in past[:top]]
    feet = [foot for m in done.made for foot in m.feet if foot]
    least = begins[-1] if begins else 0
    if min(feet, default=least) >= least:
        return top
    deep = len([foot for foot in feet if foot < least])
    if _SHARE * (len(feet) - deep) >= len(feet):
        return top
    held = Counter(bisect(begins, foot) for foot in feet)
    return max((number for number, n in held.items() if _SHARE * n >= len(feet)), default=top)


def _settle(done: WorkedRound, edge: Edge, before: WorkedRound | None) -> None:
    """What the round before keeps unworked."""
    left, spaces = left_over(edge)
    done.unworked = len(left)
    done.left = [edge.made[k].number for k in left]
    stopped = any(
        t.kind in ("past the end", "no such place", "limit") or (t.kind == "not reached" and "on" not in t.data)
        for t in done.troubles
    )
    if (left or spaces) and done.made and not stopped:
        data: dict[str, object] = {"stitches": len(left), "spaces": len(spaces)}
        done.troubles.append(Trouble("unworked", (0, 0), data))
    if edge.passed_spaces and not stopped:
        lengths = sorted({edge.made[k].chains for k in edge.passed_spaces})
        passed: dict[str, object] = {"spaces": len(edge.passed_spaces), "lengths": lengths}
        done.troubles.append(Trouble("space passed", (0, 0), passed))
    if edge.other_kinds:
        done.troubles.append(Trouble("other kind", (0, 0), {"stitches": edge.other_kinds}))
    if not done.made:
        done.troubles.append(Trouble("nothing worked", (0, 0), {}))
