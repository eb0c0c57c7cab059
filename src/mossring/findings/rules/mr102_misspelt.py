"""A word that looks misspelt.

The word isn't known, but it is a letter or two from one that is. The round is worked as if the likely
word stood there, so that one slip of the fingers does not hide what follows; the mend puts it in the text.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look

CODE = "MR102"
SEVERITY: Severity = "stop"


def check(look: Look) -> Iterator[Finding]:
    for t in look.troubles("misspelt"):
        word, likely = str(t.data["word"]), str(t.data["likely"])
        edit = Edit(*look.span(t.span), likely)
        yield look.finding(
            CODE,
            SEVERITY,
            t.span,
            f"“{word}” looks misspelt: I read it as “{likely}”.",
            "The round was worked with the likely word.",
            [Fix(f"Write “{likely}”", (edit,))],
        )
