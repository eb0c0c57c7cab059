"""Round numbers that skip or repeat.

Rounds are worked in the order they stand in. A number that is missing or comes twice usually means a line
was lost or pasted twice, and whoever follows the pattern will stop here.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR109"
SEVERITY: Severity = "warn"


def in_motif(look: Look) -> Iterator[Finding]:
    r = look.round
    if r.number != r.line.first:
        return
    due = look.below.number + 1 if look.below else 1
    if look.below is None and r.line is not look.draft.doc.rounds[0]:
        return  # a line that only makes the ring was numbered too
    if r.number == due or (look.below is None and r.number == 0):
        return
    if look.index and look.index > 1 and r.number == look.draft.rounds[look.index - 2].number + 2:
        return  # the one below has the wrong number, and that was told there
    head = (r.line.head[0] - r.line.at, r.line.head[1] - r.line.at)
    what = f"Round {due} is missing" if r.number > due else f"Round {r.number} comes again"
    finding = look.finding(CODE, SEVERITY, (0, 0), f"{what}: after round {due - 1} stands round {r.number}.")
    finding.start, finding.end = r.line.at + head[0], r.line.at + head[1]
    yield finding
