"""The stitch that hides under a corner, left out on every side.

The first stitch after a corner lies under the corner's own stitches and is easily missed. Where just one stitch
is left on each side, that one was probably not counted: the edge comes out short by one a side and tightens.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.findings.nudge import nodes_in, number_edits
from mossring.notation.tree import Work
from mossring.working import WorkedRound

CODE = "MR404"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    if not hidden(look.round.worked):
        return
    n = look.round.worked.unworked
    message = f"{look.name} leaves one stitch on each of the {n} sides: was the one that hides in the corner counted?"
    why = "The first stitch after a corner lies under the corner's own stitches, and is the first of the side."
    yield look.finding(CODE, SEVERITY, (0, 0), message, why, _mends(look))


def _mends(look: Look) -> Iterator[Fix]:
    """One stitch more along every side, or every one but that in which the round begins or ends, whose other part has
    it; else one number more."""
    line = look.round.line
    sides = [n for n in nodes_in(look.round.tree.body) if isinstance(n, Work) and _along(n)]
    for part in (sides, sides[:-1], sides[1:]):
        edits = [e for n in part if (e := _one_more(line.text, line.at, n))]
        if len(edits) == len(part) > 1:
            yield Fix("Work one stitch more along every side: " + ", ".join(e.text for e in edits), tuple(edits))
    yield from number_edits(look, 1)


def _along(node: Work) -> bool:
    where = node.where
    return where.mode == "next" and bool(where.targets) and where.targets[0].kind == "st" and len(node.group) == 1


def _one_more(text: str, at: int, node: Work) -> Edit | None:
    """`next 2 dc` as `next 3 dc`, `next dc` as `next 2 dc`."""
    a, b = node.where.span
    m = re.search(r"\bnext(?: (\d+))?\b", text[a:b])
    return Edit(at + a + m.start(), at + a + m.end(), f"next {int(m[1] or 1) + 1}") if m else None


def hidden(done: WorkedRound) -> bool:
    """Whether just one stitch was left on every side, the one before the corner: the count began one too late."""
    if len(done.left) != len(done.below_corners) or len(done.left) < 3:
        return False
    below = done.below
    before = {below[i - 1].number for i, m in enumerate(below) if m.number in done.below_corners}
    return set(done.left) == before
