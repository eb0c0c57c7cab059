"""A word that looks misspelt.

The word isn't known, but it is a letter or two from one that is. The round is worked as if the likely
word stood there, so that one slip of the fingers does not hide what follows; the mend puts it in the text. It is a
stop where a stitch or a number may be meant, for those decide what is made, unless the word is long and near no other
one, or the round comes to the stitches of that name that it states. In any other word it is a hint.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.words import NUMBERS, TIMES, unmistakable
from mossring.stitches.terms import spellings

CODE = "MR102"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("misspelt"):
        word, likely = str(t.data["word"]), str(t.data["likely"])
        severity: Severity = SEVERITY if _decides(likely) and not _sure(look, word, likely) else "hint"
        edit = Edit(*look.span(t.span), likely)
        yield look.finding(
            CODE,
            severity,
            t.span,
            f"“{word}” looks misspelt: I read it as “{likely}”.",
            "The round was worked with the likely word.",
            [Fix(f"Write “{likely}”", (edit,))],
        )


def _decides(word: str) -> bool:
    """Whether what is made hangs on the word: a stitch, a number, how often."""
    return word in NUMBERS or word in TIMES or (word,) in spellings("us") or (word,) in spellings("uk")


def _sure(look: Look, word: str, likely: str) -> bool:
    """Whether the word can be no other: by its letters, or by what the round states and comes to."""
    dialect = look.draft.dialect
    if unmistakable(word, dialect):
        return True
    key = spellings(dialect).get((likely,)) if look.index is not None else None
    return bool(key) and any(s.what == key for s in look.round.tree.stated) and not any(look.mismatches())
