"""The fabric ruffles.

The edge is too long for its distance from the centre, so the rim waves. The ledger compares what the edge
measures with what lies flat needs; open work, whose chains shorten and whose groups spread, is given
more room than solid work. Fewer stitches in the corner, or a taller stitch, mend it.
A piece that is meant to says so: `Lies: waves` above its rounds, or in a note.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.level import judged
from mossring.findings.look import Look

CODE = "MR502"
SEVERITY: Severity = "warn"


def in_motif(look: Look) -> Iterator[Finding]:
    yield from judged(look, CODE, SEVERITY, "ruffles")
