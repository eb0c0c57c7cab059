"""A chain space passed over without a word.

On the way to the named space or corner the hook passes another one. If that is meant, say "sk"; if not,
something is to be worked into it.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import number_edits

CODE = "MR205"
SEVERITY: Severity = "warn"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("space passed"):
        n = int(str(t.data["spaces"]))
        lengths = t.data["lengths"]
        assert isinstance(lengths, list)
        named = " and ".join(f"ch-{k}" for k in lengths)
        message = f"{look.name} passes over {some(n, named + ' space')} without working or skipping."
        why = "If it is meant, write “sk next ch sp” there."
        yield look.finding(CODE, SEVERITY, t.span, message, why, number_edits(look))
