"""Not a text file.

Patterns are plain text (UTF-8). This file holds bytes that no text has; it may be a picture, a word
processor's file or a PDF. Copy the words out of it and paste them instead.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR108"
SEVERITY: Severity = "stop"


def of_file(look: Look) -> Iterator[Finding]:
    for t in look.troubles("not text"):
        message = "This is not a text file: copy the words of the pattern and paste those."
        yield look.finding(CODE, SEVERITY, t.span, message)
