"""Too much to try everything.

An answer takes no more than so much work, whatever the text, so that typing never waits. What a motif of
ordinary size needs is a small part of it. In a very large one, or in one where much is wrong, the shape is
taken from the first rounds, and fewer other readings and mends are tried. The rounds themselves are worked
and counted to the end, unless another finding says where they stop.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR112"
SEVERITY: Severity = "hint"


def at_end(look: Look) -> Iterator[Finding]:
    draft = look.draft
    if draft.by_first:
        rounds = f"the first {draft.by_first} rounds" if draft.by_first > 1 else "round 1"
        message = f"The shape, {draft.shape.name}, was taken from {rounds}: there is too much here to try it on all."
        yield look.finding(CODE, SEVERITY, (0, 0), message, f"A line “Shape: {draft.shape.name}” says it for sure.")
    elif draft.spare.cut:
        message = "There is too much here to try everything: some mends, or other readings, were not looked for."
        yield look.finding(CODE, SEVERITY, (0, 0), message, "What is worked and counted is complete.")
