"""A round repeated that doesn't exist.

"Rep Rnd 3" or "as Rnd 3" works an earlier round again; the number named isn't among the rounds above.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR209"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("no such round"):
        message = f"There is no round {t.data['round']} above that could be repeated."
        yield look.finding(CODE, SEVERITY, t.span, message)
