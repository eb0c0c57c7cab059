"""A document as a pattern file in the draft's own notation, and as data."""

from __future__ import annotations

from mossring.publishing.document import Document, Pairs, Picture, Rounds, Table
from mossring.writing import as_data as sheet_data
from mossring.writing import as_text as sheet_text


def as_text(document: Document) -> str:
    """A pattern file that reads back to the same fabric; what isn't ready stands above it as comments."""
    return "".join(f"# Not ready: {doubt}\n" for doubt in document.doubts) + sheet_text(document.sheet)


def as_data(document: Document) -> dict[str, object]:
    """The document as one JSON-ready object: its instructions, and what the other sections tell."""
    told: dict[str, object] = {}
    for s in document.sections:
        for part in s.parts:
            if isinstance(part, Rounds | Picture):
                continue
            if isinstance(part, Pairs):
                told[s.key] = [{"name": a, "value": b} for a, b in part.rows]
            elif isinstance(part, Table):
                told[s.key] = [list(row) for row in part.rows]
            else:
                told[s.key] = list(part.lines)
    return {**sheet_data(document.sheet), "doubts": document.doubts, "sections": told}
