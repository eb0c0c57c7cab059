"""Rounds asked for in words that don't say which.

A line below the rounds asks for more of them, and not how many, or not in words that are known: `Repeat Rnd 2 until it
is as large as you like.` It is kept as a note, and none came of it. To have them counted, judged and written, write
them out, as in `Rnds 4-6: as Rnd 3`.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look
from mossring.notation.lazy import lazily

CODE = "MR111"
SEVERITY: Severity = "hint"
_ROUNDS = r"(?:rnds?|rounds?|rows?)"
_ASKS = lazily(
    rf"(?:then |now )?(?:rep(?:eat)?|work|continue|carry on|keep|make|crochet|increase|decrease|go on|do)\b.{{0,80}}\b"
    rf"(?:{_ROUNDS} \d|until|(?:more|further|next (?:\w+ )?){_ROUNDS})"
    rf"|(?:\w+ )?(?:more|further) {_ROUNDS}\b",
    re.IGNORECASE,
)


def of_file(look: Look) -> Iterator[Finding]:
    doc = look.draft.doc
    if not doc.rounds:
        return
    for note in doc.notes:
        if note.kind != "note" or note.at < doc.rounds[0].at or not _ASKS.match(note.text.strip()):
            continue
        message = "This line asks for rounds, and none came of it."
        why = "It doesn't say how many, or not in words that I know. “Rnds 4-6: as Rnd 3” would."
        finding = look.finding(CODE, SEVERITY, (0, 0), message, why)
        finding.start, finding.end = note.at, note.at + len(note.text)
        yield finding
