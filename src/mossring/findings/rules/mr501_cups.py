"""The fabric cups.

The edge is too short for its distance from the centre, so the rim draws in and the motif becomes a bowl.
The ledger adds up, round by round, what the edge measures (chains counted as nothing and at full length)
and what lies flat needs: 2 pi times the height of a round for a circle, 2 n tan(pi/n) for n sides. More
stitches in the corner, or a lower stitch, mend it. A longer corner chain eases a tight chainer's corner,
but doesn't replace missing stitches, so it isn't offered as a mend.
A piece that is meant to says so: `Lies: bowl` above its rounds, or in a note. One that ends in two even rounds or more,
or closes again, shows it by itself: that is a hint.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.level import judged
from mossring.findings.look import Look

CODE = "MR501"
SEVERITY: Severity = "warn"


def in_motif(look: Look) -> Iterator[Finding]:
    yield from judged(look, CODE, SEVERITY, "cups")
