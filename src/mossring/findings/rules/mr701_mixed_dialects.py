"""US and UK terms look mixed.

The two dialects share words with different meanings: a US double crochet is a UK treble. A text that says
it is in one and uses words that only the other has is a trap for every maker. The words that give it away are
marked; where a word has one meaning only, it was worked as that.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.evidence import Evidence, evidence
from mossring.stitches.terms import PROVES, TERMS, term

CODE = "MR701"
SEVERITY: Severity = "warn"
_FEW = 2
"""Words of the other dialect that pass for slips."""


def of_file(look: Look) -> Iterator[Finding]:
    draft = look.draft
    mine, other = draft.dialect, "uk" if draft.dialect == "us" else "us"
    found = evidence(draft.doc.words())
    against = [e for e in found if e.dialect == other]
    proof = [e for e in against if e.weight == 3]
    if draft.said_terms and len(proof) == 1 and _slip_of_the_chain(draft.doc.words(), proof[0], found):
        return
    habits = sum(e.weight for e in against)
    own = sum(e.weight for e in found if e.dialect == mine)
    if not proof and not (habits >= 3 and own == 0):
        return
    first = (proof or against)[0]
    number = next((r.number for r in draft.rounds if r.line.at <= first.span[0] < r.line.at + len(r.line.text)), 0)
    read = "says it is" if draft.said_terms else "reads as"
    finding = look.finding(
        CODE,
        "hint" if draft.said_terms and not proof else SEVERITY,  # who says UK terms may still say gauge
        first.span,
        f"The text {read} in {mine.upper()} terms, but {first.why}.",
        "; ".join(e.why for e in (proof or against)[1:4]),
        _mends(look, other, own),
    )
    finding.round = number
    finding.most = 2
    yield finding


def _slip_of_the_chain(words: str, e: Evidence, found: Sequence[Evidence]) -> bool:
    """Whether it is a chain that counts as a stitch of which the text has no other, or of which another chain has the
    right height: a slip of the chain (MR601)."""
    stitch = re.search(r"(?<![a-zA-Z])[a-z]+$", words[e.span[0] : e.span[1]].rstrip(" )"), re.IGNORECASE)
    if stitch is None or " counts as " not in e.why:
        return False
    if any(x.dialect != e.dialect and " counts as " in x.why for x in found):
        return True
    return len(re.findall(rf"\b{stitch[0]}s?\b", words)) == 1


def _mends(look: Look, other: str, own: int) -> Iterator[Fix]:
    """One slip is a word to change; a text full of them is a header to change."""
    words = list(_own_words(look))
    if len(words) <= _FEW:
        yield from _reword(words)
    if look.draft.doc.terms:
        yield from _restate(look, other, own)
    if len(words) > _FEW:
        yield from _reword(words)


def _own_words(look: Look) -> Iterator[Edit]:
    """Each word that only the other dialect has, as this one says it."""
    draft = look.draft
    other = TERMS["us" if draft.dialect == "uk" else "uk"]
    keys = {t.abbr: key for key, t in other.items() if PROVES.get(t.abbr) not in (None, draft.dialect)}
    for m in re.finditer(r"\b(" + "|".join(keys) + r")\b", draft.doc.words()):
        yield Edit(m.start(), m.end(), term(keys[m[1]], draft.dialect).abbr)


def _reword(words: list[Edit]) -> Iterator[Fix]:
    if words:
        yield Fix(f"Write “{words[0].text}”", tuple(words))


def _restate(look: Look, other: str, own: int) -> Iterator[Fix]:
    """Change the header, when nothing in the text speaks for what it says; a title or a sentence keeps its words."""
    doc = look.draft.doc
    if own == 0:
        a, b = doc.terms_span
        terms = f"Terms: {other.upper()}"
        header = doc.text[a:b].lower().startswith("terms")
        edit = Edit(a, b, terms) if header else Edit(b, b, f"\n{terms}")
        yield Fix(f"Read it as {other.upper()} terms", (edit,))
