"""A document as Markdown: headings, lists, tables, a paragraph a round."""

from __future__ import annotations

from mossring.publishing.document import Document, Pairs, Part, Picture, Rounds, Table

_TERMS = {"us": "US", "uk": "UK"}


def as_markdown(document: Document) -> str:
    """The document's words; its pictures are left to formats that hold them."""
    out = [f"# {_star(document.title)}", "", f"*{_TERMS[document.dialect]} terms.*", ""]
    out += [line for doubt in document.doubts for line in (f"> **Not ready:** {_star(doubt)}", "")]
    for s in document.sections:
        lines = [line for part in s.parts for line in _part(part)]
        out += [f"## {s.title}", "", *lines] if lines else []
    return "\n".join(out)


def _part(part: Part) -> list[str]:
    if isinstance(part, Picture):
        return []
    if isinstance(part, Pairs):
        return [*(f"- **{_star(a)}**: {_star(b)}" for a, b in part.rows), ""]
    if isinstance(part, Table):
        lines = (part.head, ("---",) * len(part.head), *part.rows)
        return [*("| " + " | ".join(map(_cell, row)) + " |" for row in lines), ""]
    if isinstance(part, Rounds):
        out = [f"**{part.begins_as}:** {_star(part.begin)}.", ""]
        for r in part.rounds:
            out += [f"**{r.label}:** {_star(r.words)} *({r.counts})*", ""]
            out += [line for n in r.notes for line in (f"> {_star(n.lstrip('# ').removeprefix('Note:').strip())}", "")]
        return out
    return [line for words in part.lines for line in (_star(words), "")]


def _star(text: str) -> str:
    return text.replace("*", "\\*").replace("[", "\\[")


def _cell(text: str) -> str:
    return _star(text).replace("|", "\\|") if text != "---" else text
