"""A word that looks misspelt.

The word isn't known, but it is a letter or two from one that is. The round is worked as if the likely
word stood there, so that one slip of the fingers does not hide what follows; the mend puts it in the text. It is a
stop where a stitch or a number may be meant, for those decide what is made, and a hint in any other word.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.words import NUMBERS, TIMES
from mossring.stitches.terms import spellings

CODE = "MR102"
SEVERITY: Severity = "stop"


def check(look: Look) -> Iterator[Finding]:
    for t in look.troubles("misspelt"):
        word, likely = str(t.data["word"]), str(t.data["likely"])
        severity: Severity = SEVERITY if _decides(likely) else "hint"
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
