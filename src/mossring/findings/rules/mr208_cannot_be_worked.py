"""An instruction that can't be worked here.

Round 1 goes into the ring: there are no stitches yet to count along, so it says "12 dc in ring" or
"[3 dc, ch 2] 4 times", never "around". Later rounds can't reach the ring. A repeat "around" must work
into something, or it would never end.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR208"
SEVERITY: Severity = "stop"


_SAYS = {
    "around a ring": "A ring has no stitches to go around: say how many times.",
    "ring has no stitches": "There are no stitches to work into yet: round 1 goes into the ring.",
    "no ring": "Only round 1 can be worked into the ring.",
    "repeat goes nowhere": "This repeat works into nothing, so it would never come round.",
    "chain too short": "So many chains have not been made to work back into.",
    "sweep in a lower round": "Say how many: “each” doesn't tell where to stop in a round further down.",
    "nothing worked": "Nothing in this round makes a stitch.",
}


_SAID_ELSEWHERE = ("limit", "no such round", "no such place", "not reached")


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles(*_SAYS):
        if t.kind == "nothing worked" and any(True for _ in look.troubles(*_SAID_ELSEWHERE)):
            continue
        yield look.finding(CODE, SEVERITY, t.span, _SAYS[t.kind])
        return
