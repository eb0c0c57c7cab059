"""A round named that doesn't exist.

"Rep Rnd 3" or "as Rnd 3" works an earlier round again, and "in next sc of rnd 3" or "working into the sts of
rnd 3" goes into one; the number named isn't among the rounds above.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR209"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("no such round"):
        number = t.data["round"]
        message = f"There is no round {number} above that could be repeated."
        if t.data.get("into"):
            message = f"There is no round {number} below this one to work into."
        yield look.finding(CODE, SEVERITY, t.span, message)
