"""The round runs past its end.

Every place of the round below has been reached, and the instructions want more: a repeat is worked once
too often, or a count along a side is too high.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import number_edits

CODE = "MR202"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("past the end"):
        left = int(str(t.data.get("left", 0)))
        message = f"{look.name} runs past its end here: the edge is used up."
        if left:
            remain = f"{some(left, 'place')} remain{'s' * (left == 1)}"
            message = f"{look.name} asks for a place that is not left: {remain} before its start."
        why = "A repeat may be worked once too often, or a count along a side too high."
        yield look.finding(CODE, SEVERITY, t.span, message, why, number_edits(look, -1))
        return
