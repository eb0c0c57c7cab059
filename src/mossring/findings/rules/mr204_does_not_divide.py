"""A repeat that does not divide into the round.

"Around" works the repeat again and again until the round is full. The last time it began, there were not
enough places left to finish it. Either the repeat or the round below is a stitch or two out.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import number_edits

CODE = "MR204"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("does not divide"):
        passes, left = int(str(t.data["passes"])), int(str(t.data["left"]))
        have = look.below.worked.stitches if look.below else 0
        message = (
            f"The repeat does not divide: after {some(passes, 'time')} {some(left, 'stitch', 'stitches')} are left."
        )
        if left == 1:
            message = message.replace("are left", "is left")
        why = f"Round {look.below.number if look.below else 0} has {have} stitches to work into."
        yield look.finding(CODE, SEVERITY, t.span, message, why, number_edits(look))
        return
