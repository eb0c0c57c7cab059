"""Two like halves in one corner, and no chain between them.

`(2 dc, 2 dc) in corner` is how nobody writes four stitches: the chain that made the corner was left out between the
halves. Without it the next round finds no corner there.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.tree import Make, Node, Repeat, Work

CODE = "MR408"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    if look.below is None:
        return
    halves = list(_halves(look.round.tree.body))
    if not halves:
        return
    done = look.round.worked
    n = max((m.chains for m in done.below if m.number in done.below_corners), default=0)
    if not n:
        return
    message = f"{look.name} works two halves in one corner with no chain between them."
    why = f"The corners of the round below have ch {n}; without one the next round finds no corner."
    yield look.finding(CODE, SEVERITY, halves[0].span, message, why, _mend(look, halves, n))


def _halves(body: Sequence[Node]) -> Iterator[Work]:
    """Groups of two like halves, each worked in one space."""
    for node in body:
        if isinstance(node, Repeat):
            yield from _halves(node.body)
        elif isinstance(node, Work) and len(node.group) == 2 and node.where.targets and node.where.targets[0].is_space:
            one, other = node.group
            if isinstance(one, Make) and isinstance(other, Make) and (one.stitch, one.n) == (other.stitch, other.n):
                yield node


def _mend(look: Look, halves: Sequence[Work], n: int) -> Iterator[Fix]:
    chain = f", ch {n}"
    ends = sorted({work.group[0].span[1] for work in halves})
    at = look.round.line.at
    yield Fix(f"Put ch {n} between the halves", tuple(Edit(at + end, at + end, chain) for end in ends))
