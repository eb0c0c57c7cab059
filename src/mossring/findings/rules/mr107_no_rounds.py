"""Nothing to work: no round was found.

A round begins with "Rnd 1:", "Round 1:" or "R1:" on a line of its own, followed by its instructions.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR107"
SEVERITY: Severity = "stop"


def of_file(look: Look) -> Iterator[Finding]:
    for t in look.troubles("no rounds"):
        message = "There is no round here yet. Begin one with “Rnd 1:” and its instructions."
        yield look.finding(CODE, SEVERITY, t.span, message)
