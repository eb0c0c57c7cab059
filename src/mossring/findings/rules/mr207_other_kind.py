"""Stitches of another kind passed on the way to a named one.

"In next dc" names its stitch; on the way there the hook passed stitches of another kind. Often that is
meant; if so, "sk" says it more plainly.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look, some

CODE = "MR207"
SEVERITY: Severity = "hint"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("other kind"):
        n = int(str(t.data["stitches"]))
        message = f"{look.name} passes {some(n, 'stitch', 'stitches')} of another kind on the way to a named one."
        yield look.finding(CODE, SEVERITY, t.span, message, "If they are to be left, write “sk”.")
