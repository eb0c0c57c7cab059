"""A spiral without a marker.

Rounds that aren't joined show no beginning. A marker in the first stitch of the round, moved up in every round,
is the only thing to count by; moved late or early, the count drifts though no stitch is wrong.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR605"
SEVERITY: Severity = "hint"


def in_motif(look: Look) -> Iterator[Finding]:
    if look.index != 1 or look.round.worked.line or look.round.worked.closed:
        return
    text = look.draft.doc.text.lower()
    if "marker" in text or " pm" in text:
        return
    message = "These rounds aren't joined: mark the first stitch of each and move the marker up."
    yield look.finding(CODE, SEVERITY, (0, 0), message, "Without it nothing shows where a round begins.")
