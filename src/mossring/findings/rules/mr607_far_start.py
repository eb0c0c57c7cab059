"""A round that slip-stitches far to where it begins.

Slip stitches on the way to a start lie on the edge and draw it together. Two or three into a corner are the habit of
the trade (common practice, no source); over more, the round may as well begin where the hook is.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.tree import Act, Work
from mossring.working.opening import slips

CODE = "MR607"
SEVERITY: Severity = "hint"
FEW = 3
"""So many slip stitches may lead to a start."""


def in_motif(look: Look) -> Iterator[Finding]:
    r = look.round
    if not r.worked.manner or r.worked.manner.start == "none" or r.worked.line or look.troubled:
        return
    moves: list[Work] = []
    for node in r.tree.body:
        if isinstance(node, Work) and slips(node):
            moves.append(node)
        elif not isinstance(node, Act):
            break
    over = sum(m.where.count for m in moves if m.where.mode == "next" and m.where.targets[0].kind == "st")
    if over <= FEW:
        return
    span = (moves[0].span[0], moves[-1].span[1])
    message = f"{look.name} slip-stitches over {over} stitches to where it begins."
    why = "So many draw the edge together there and show; it can begin nearer."
    yield look.finding(CODE, SEVERITY, span, message, why, _nearer(look))


def _nearer(look: Look) -> Iterator[Fix]:
    """The round in other words, from a start nearer to the hook."""
    from mossring.styles import Style  # only here are words written in a judgement
    from mossring.writing import write_sheet

    draft, line = look.draft, look.round.line
    style = Style(labels="each round", asked=frozenset({"round begins at"}))
    written = next((s for s in write_sheet(draft, draft.dialect, style).rounds if s.number == look.round.number), None)
    if written is not None and line.first == line.last:
        yield Fix("Begin it nearer", (Edit(line.at, line.at + len(line.text), f"{written.text}. ({written.counts})"),))
