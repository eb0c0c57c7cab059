"""A sheet as text, Markdown, HTML or plain data. Text is itself a pattern file that the reader reads."""

from __future__ import annotations

from html import escape

from mossring.writing.sheet import Sheet

_TERMS = {"us": "US", "uk": "UK"}


def as_text(sheet: Sheet) -> str:
    """A pattern file in the draft notation."""
    out = [f"Motif: {sheet.title}", f"Terms: {_TERMS[sheet.dialect]}", f"Shape: {sheet.shape}"]
    out += [f"{k}: {v}" for k, v in (*sheet.materials, *sheet.kept)]
    if sheet.abbreviations:
        out.append("Abbreviations: " + "; ".join(f"{a} = {w}" for a, w in sheet.abbreviations))
    if sheet.special:
        out.append("Special stitches: " + "; ".join(f"{a} = {how}" for a, how in sheet.special))
    out += [f"Stitch {name}: {made}" for name, made in sheet.names]
    out.append(f"{sheet.begins_as}: {sheet.begin}")
    out += [_note(n) for n in _notes(sheet)]
    for r in sheet.rounds:
        out.append(r.line)
        out += [_note(n) for n in r.notes]
    return "\n".join(out) + "\n"


def _notes(sheet: Sheet) -> list[str]:
    """What is said before the rounds: of starting chains, and the designer's own notes."""
    return [start[0].upper() + start[1:] for start in sheet.starts] + sheet.opening_notes


def _note(text: str) -> str:
    return text if text.startswith("#") or text.lower().startswith("note") else f"Note: {text}"


def as_markdown(sheet: Sheet) -> str:
    """Headings, a list of materials, a table of abbreviations, a paragraph a round."""
    out = [f"# {sheet.title}", "", f"*{_TERMS[sheet.dialect]} terms. Shape: {sheet.shape}.*", ""]
    if sheet.materials:
        out += ["## Materials", ""] + [f"- {k}: {v}" for k, v in sheet.materials] + [""]
    out += ["## Abbreviations", "", "| | |", "|---|---|"]
    out += [f"| {a} | {w} |" for a, w in sheet.abbreviations] + [""]
    if sheet.special or sheet.names:
        out += ["## Special stitches", ""]
        out += [f"- **{_star(a)}**: {_star(how)}" for a, how in [*sheet.names, *sheet.special]] + [""]
    out += ["## Pattern", "", f"**{sheet.begins_as}:** {sheet.begin}.", ""]
    out += [line for n in _notes(sheet) for line in (f"> {_plain(n)}", "")]
    for r in sheet.rounds:
        out += [f"**{r.label}:** {_star(r.words)} *({r.counts})*", ""]
        out += [line for n in r.notes for line in (f"> {_plain(n)}", "")]
    return "\n".join(out)


def _star(text: str) -> str:
    return text.replace("*", "\\*").replace("[", "\\[")


def _plain(note: str) -> str:
    return note.lstrip("# ").removeprefix("Note:").strip()


_CSS = """
@page { size: A4; margin: 20mm 22mm; @bottom-right { content: counter(page); font-size: 9pt } }
body { font: 11pt/1.5 Georgia, 'DejaVu Serif', serif; color: #20261f; max-width: 42rem; margin: 2rem auto; }
h1 { font-size: 22pt; margin: 0 0 .2em } h2 { font-size: 13pt; margin: 1.6em 0 .4em }
.terms { color: #4c5a49 } dl { display: grid; grid-template-columns: 7em 1fr; gap: .1em 1em; margin: 0 }
dt { font-weight: bold } dd { margin: 0 } .round { margin: .55em 0; break-inside: avoid }
.round b { margin-right: .3em } .count { color: #4c5a49; white-space: nowrap } .note { font-style: italic }
"""


def as_html(sheet: Sheet) -> str:
    """A complete page, its styles inside it; also what the PDF is made from."""
    terms = _TERMS[sheet.dialect]
    body = [f"<h1>{escape(sheet.title)}</h1>", f'<p class="terms">{terms} terms · {escape(sheet.shape)}</p>']
    if sheet.materials:
        body.append("<h2>Materials</h2>" + _dl(sheet.materials))
    body.append("<h2>Abbreviations</h2>" + _dl(sheet.abbreviations))
    if sheet.special or sheet.names:
        body.append("<h2>Special stitches</h2>" + _dl([*sheet.names, *sheet.special]))
    body.append(f"<h2>Pattern</h2><p><b>{sheet.begins_as}:</b> {escape(sheet.begin)}.</p>")
    body += [f'<p class="note">{escape(_plain(n))}</p>' for n in _notes(sheet)]
    for r in sheet.rounds:
        body.append(
            f'<p class="round"><b>{escape(r.label)}:</b> {escape(r.words)} '
            f'<span class="count">({escape(r.counts)})</span></p>'
        )
        body += [f'<p class="note">{escape(_plain(n))}</p>' for n in r.notes]
    head = f'<meta charset="utf-8"><title>{escape(sheet.title)}</title><style>{_CSS}</style>'
    return f'<!doctype html><html lang="en"><head>{head}</head><body>{"".join(body)}</body></html>\n'


def _dl(pairs: list[tuple[str, str]]) -> str:
    return "<dl>" + "".join(f"<dt>{escape(a)}</dt><dd>{escape(b)}</dd>" for a, b in pairs) + "</dl>"


def as_data(sheet: Sheet) -> dict[str, object]:
    """The sheet as one JSON-ready object."""
    return {
        "motif": sheet.title,
        "terms": sheet.dialect,
        "shape": sheet.shape,
        "begin": sheet.begin,
        "materials": [{"key": k, "value": v} for k, v in sheet.materials],
        "measured": [{"key": k, "value": v} for k, v in sheet.kept],
        "abbreviations": [{"abbr": a, "words": w} for a, w in sheet.abbreviations],
        "stitches": [{"name": a, "made": how} for a, how in sheet.names],
        "special": [{"name": a, "made": how} for a, how in sheet.special],
        "rounds": [
            {
                "number": r.number,
                "label": r.label,
                "text": r.words.removesuffix("."),
                "counts": r.counts,
                "notes": list(r.notes),
            }
            for r in sheet.rounds
        ],
        "notes": _notes(sheet),
    }
