"""A loop that was parked and forgotten, or parked on the other side.

Two colours worked in turn keep one loop parked while the other works. A parked loop lies on the same side of
the fabric every time, or the strands cross; and it has to be picked up again before the end.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.tree import Act
from mossring.parked import parked_after

CODE = "MR604"
SEVERITY: Severity = "warn"


def in_motif(look: Look) -> Iterator[Finding]:
    last = look.index == len(look.draft.rounds) - 1
    if not (last or look.round.worked.acts):
        return
    sides = [a.side for r in look.draft.rounds for a in r.worked.acts if a.what == "park" and a.side]
    for act in look.round.worked.acts:
        if act.what == "park" and act.side and act.side != sides[0]:
            message = f"{look.name} parks the loop of {act.yarn} at the {act.side}; so far it lay at the {sides[0]}."
            why = "Drop it to the same side each time, or the strands cross."
            yield look.finding(CODE, SEVERITY, act.span, message, why, _same_side(look, act, sides[0]))
    parked = parked_after(look.draft, look.round) if last else {}
    if last and parked:
        yarn = next(iter(parked))
        message = f"The loop of {yarn} is parked and never picked up again."
        why = "Pick it up and fasten it off, or it unravels."
        yield look.finding(CODE, SEVERITY, (0, 0), message, why, _pick_up(look, yarn))


def _same_side(look: Look, act: Act, side: str) -> Iterator[Fix]:
    line = look.round.line
    words = line.text[act.span[0] : act.span[1]]
    other = "front" if side == "back" else "back"
    at = words.lower().find(other)
    if at >= 0:
        start = line.at + act.span[0] + at
        yield Fix(f"Park it at the {side}", (Edit(start, start + len(other), side),))


def _pick_up(look: Look, yarn: str) -> Iterator[Fix]:
    end = look.round.line.at + len(look.round.line.text)
    yield Fix(f"Pick up {yarn} and fasten it off", (Edit(end, end, f", pick up {yarn}, fasten off"),))
