"""The fabric will need blocking.

The edge is a little short or long for its distance from the centre: not enough to cup or ruffle once it is
pinned out, wetted and dried. Nothing need be changed; it is good to know before the last round.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.level import explain
from mossring.findings.look import Look

CODE = "MR503"
SEVERITY: Severity = "hint"


def in_motif(look: Look) -> Iterator[Finding]:
    if look.index != len(look.draft.rounds) - 1:
        return
    if look.round.entry.verdict == "blocks out":
        yield look.finding(CODE, SEVERITY, (0, 0), f"{look.name} will want blocking to lie flat.", explain(look))
