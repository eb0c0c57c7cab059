"""A sheet as text or plain data. Text is itself a pattern file that the reader reads."""

from __future__ import annotations

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
    out += [_note(n) for n in sheet.all_notes]
    for r in sheet.rounds:
        out.append(r.line)
        out += [_note(n) for n in r.notes]
    return "\n".join(out) + "\n"


def _note(text: str) -> str:
    return text if text.startswith("#") or text.lower().startswith("note") else f"Note: {text}"


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
        "notes": sheet.all_notes,
    }
