"""Words passed over.

Some words of the round can't be read, but without them it comes to the count that it states, or, where they say nothing
of stitches and places, it uses the round below to the last stitch. So the round was worked without them. If they were
meant to change what is made, write them in other words. The same is told where "3 sc in same st", at the end of a
repeat, was taken for three in the next one.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR110"
SEVERITY: Severity = "hint"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("passed over"):
        message = f"I passed over “{t.data['words']}”."
        why = f"Without these words {look.name.lower()} comes out as it should."
        yield look.finding(CODE, SEVERITY, t.span, message, why)
    for t in look.troubles("taken for"):
        message = f"I took “{t.data['words']}” for the next stitch."
        why = f"So {look.name.lower()} comes to what it says; in the same stitch it would not."
        yield look.finding(CODE, SEVERITY, t.span, message, why)
