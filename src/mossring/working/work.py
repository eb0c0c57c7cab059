"""One round after another: the state between rounds, and the function that works the next one."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from mossring.notation.document import Begin
from mossring.notation.tree import Label, Node, RoundTree, Trouble
from mossring.working.budget import MAX_STITCHES, Budget
from mossring.working.corners import find_corners
from mossring.working.edge import Edge
from mossring.working.fabric import RING, Made, WorkedRound
from mossring.working.worker import Worker


@dataclass(frozen=True, slots=True)
class State:
    """All that the next round depends on. `before`: the round just worked, None before round 1."""

    begin: Begin
    sides: int
    before: WorkedRound | None = None
    number: int = 0
    free: int = RING + 1
    stitches_left: int = MAX_STITCHES
    known: tuple[tuple[int, Label], ...] = ()
    yarn: str = "A"
    turning: bool = False
    turn_next: bool = False


def work_round(state: State, tree: RoundTree, body: Sequence[Node] | None = None, yarn: str = "") -> State:
    """Work one round's tree on what stands so far; the new state's `before` is the round.

    body: what to work instead of the tree's own nodes (`as Rnd 3`). Never raises; troubles are in the round.
    """
    before = state.before
    number = state.number + 1
    if before is None or not before.made:
        edge = Edge([Made(RING, "ch", (), 0, (0, 0), 1)], [], ring=before is None)
    else:
        edge = Edge(before.made, before.corners, before.hook)
        if state.turn_next or state.turning:
            edge.turn()
    budget = Budget(stitches=state.stitches_left)
    known = dict(state.known)
    worker = Worker(edge, number, state.free, budget, known, yarn or state.yarn)
    worker.run(tree.body if body is None else body, tree.written)
    done = WorkedRound(number, worker.made, closed=worker.closed, yarn=worker.yarn)
    done.turned = (before.turned if before else False) != edge.turned
    done.troubles = worker.troubles
    done.corner_said = worker.corner_said
    done.corners = find_corners(
        done.made,
        before.made if before else [],
        before.corners if before else [],
        state.sides,
        worker.corner_said,
    )
    if worker.hook_on_space and done.made and done.made[-1].kind == "ch":
        done.hook = len(done.made) - 1
    _settle(done, edge, before)
    return State(
        state.begin,
        state.sides,
        done,
        number,
        worker.free,
        budget.stitches,
        tuple(known.items()),
        worker.yarn,
        state.turning,
        worker.turn_after,
    )


def _settle(done: WorkedRound, edge: Edge, before: WorkedRound | None) -> None:
    """Sectors and roles, and what the round before keeps unworked."""
    n = len(done.made)
    face = "WS" if done.turned else "RS"
    corners = set(done.corners)
    sector = 0
    for k in range(n):
        m = done.made[k]
        m.face = face
        if k in corners:
            sector += 1
            m.role = "corner"
        m.sector = max(sector, 1) if sector else len(corners)
        if m.start:
            m.role = "start"
    left, spaces = edge.left_over()
    done.unworked = len(left)
    stopped = any(t.kind in ("past the end", "no such place", "limit") for t in done.troubles)
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
