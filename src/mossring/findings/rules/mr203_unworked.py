"""Stitches left unworked.

Part of a side was worked and the rest left, or the round ended before it came round. A whole run of
stitches passed on the way to a named space or corner is not counted here: that is how patterns are
written. If the stitches are meant to be left, say so with "sk".
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import number_edits

CODE = "MR203"
SEVERITY: Severity = "warn"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("unworked"):
        left, spaces = int(str(t.data["stitches"])), int(str(t.data["spaces"]))
        parts = ([some(left, "stitch", "stitches")] if left else []) + ([some(spaces, "space")] if spaces else [])
        below = look.below.number if look.below else 0
        message = f"{look.name} leaves {' and '.join(parts)} of round {below} unworked."
        why = "The round ends before it comes round." if spaces else "A side is partly worked and then left."
        yield look.finding(CODE, SEVERITY, t.span, message, why, number_edits(look, 1))
