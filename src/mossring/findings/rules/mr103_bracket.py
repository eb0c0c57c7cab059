"""A bracket that is never closed, or closed without being opened.

Round and square brackets hold a group worked in one place or a repeat; each needs its partner. An open
bracket is taken to close at the end of the round, a stray closing one is passed over.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR103"
SEVERITY: Severity = "stop"


def check(look: Look) -> Iterator[Finding]:
    for t in look.troubles("bracket"):
        mark = str(t.data["mark"])
        if mark in "([":
            closer = ")" if mark == "(" else "]"
            message = f"The “{mark}” here is never closed with “{closer}”."
        else:
            message = f"This “{mark}” closes a bracket that was never opened."
        yield look.finding(CODE, SEVERITY, t.span, message, "Check where the group or the repeat ends.")
        return
