"""US and UK terms look mixed.

The two dialects share words with different meanings: a US double crochet is a UK treble. A text that says
it is in one and uses words that only the other has is a trap for every maker. The words that give it away are
marked; where a word has one meaning only, it was worked as that.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.evidence import evidence

CODE = "MR701"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    if look.index is not None:
        return
    draft = look.draft
    mine, other = draft.dialect, "uk" if draft.dialect == "us" else "us"
    found = evidence(draft.doc.words())
    against = [e for e in found if e.dialect == other]
    proof = [e for e in against if e.weight == 3]
    habits = sum(e.weight for e in against)
    own = sum(e.weight for e in found if e.dialect == mine)
    if not proof and not (habits >= 3 and own == 0):
        return
    first = (proof or against)[0]
    number = next((r.number for r in draft.rounds if r.line.at <= first.span[0] < r.line.at + len(r.line.text)), 0)
    read = "says it is" if draft.said_terms else "reads as"
    finding = look.finding(
        CODE,
        SEVERITY,
        first.span,
        f"The text {read} in {mine.upper()} terms, but {first.why}.",
        "; ".join(e.why for e in (proof or against)[1:4]),
        _restate(look, other, own) if draft.doc.terms else (),
    )
    finding.round = number
    yield finding


def _restate(look: Look, other: str, own: int) -> Iterator[Fix]:
    """Change the header, when nothing in the text speaks for what it says."""
    doc = look.draft.doc
    if own == 0:
        a, b = doc.terms_span
        yield Fix(f"Read it as {other.upper()} terms", (Edit(a, b, f"Terms: {other.upper()}"),))
