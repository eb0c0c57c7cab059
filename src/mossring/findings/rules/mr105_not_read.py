"""An instruction that can't be read.

Every word is known, but together they don't make an instruction: a place is missing after "in", a repeat
has no asterisk to go back to, a group inside a group names a place of its own. The instruction was left out.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR105"
SEVERITY: Severity = "stop"


_SAYS = {
    "place": "I can't tell which place is meant here.",
    "instruction": "I can't read an instruction here.",
    "place in a place": "A group worked in one place can't name another place inside it.",
    "legs": "The legs of this stitch and the places named for them don't go together.",
    "no star": "There is no matching * to repeat from.",
}


def check(look: Look) -> Iterator[Finding]:
    for t in look.troubles(*_SAYS):
        why = "It was left out; the rest of the round was read."
        yield look.finding(CODE, SEVERITY, t.span, _SAYS[t.kind], why)
