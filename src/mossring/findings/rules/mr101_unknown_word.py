"""A word that is no stitch, place or instruction.

The reader knows the stitches and the working words of both dialects. A word outside that list can't
be worked, so the instruction it stands in is left out, up to the next comma; everything else in the
round is still read. Notes belong on a line of their own, or after "Note:".
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR101"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("unknown word"):
        word = t.data["word"]
        message = f"“{word}” is not a word of the trade that I know."
        yield look.finding(CODE, SEVERITY, t.span, message, "The instruction it stands in was left out.")
