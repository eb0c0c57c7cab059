"""The core's results in the shapes of the wire."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import asdict

from mossring.analysis import analyse, finding_data, joins
from mossring.chart import Drawing, draw, inks, threads
from mossring.draft import Draft, DraftRound, work_draft
from mossring.parked import parked_after
from mossring.readin import pattern_text, read_in, taken
from mossring.relaxed import Progress, Relaxed, relaxing, stitch_mm
from mossring.starters import next_rounds
from mossring.stitches import Dialect, is_stitch, term
from mossring.styles import own_style, read_style
from mossring.writing import Sheet, as_text, write_pattern


def answer(text: str, line: int | None = None) -> dict[str, object]:
    """Everything the bench shows of a text that somebody writes in a line of."""
    result = analyse(text, line=line)
    draft = result.draft
    size = result.size
    return {
        "title": draft.doc.title,
        "terms": draft.dialect,
        "terms_said": draft.said_terms,
        "shape": draft.shape.name,
        "sides": draft.shape.sides,
        "verdict": result.verdict,
        "stopped": result.stopped,
        "size": {
            "side_to_side": size.side_to_side,
            "corner_to_corner": size.corner_to_corner,
            "length": size.length,
            "measured": size.measured,
        }
        if size
        else None,
        "rounds": [_round(draft, k, r.number in result.making) for k, r in enumerate(draft.rounds)],
        "findings": [finding_data(f) for f in result.findings],
        "drawing": _drawing(draw(draft)),
    }


def settling_answer(text: str) -> Iterator[dict[str, object]]:
    """The fabric coming to rest: how far it is, and last how it lies. Nothing but the end where there is no fabric."""
    draft = work_draft(text)
    for found in relaxing(draft):
        if isinstance(found, Progress):
            yield {"progress": round(found.share, 3)}
        else:
            yield {"progress": 1.0, "settled": _settled(draft, found)}
            return
    yield {"progress": 1.0, "settled": None}


def _settled(draft: Draft, found: Relaxed) -> dict[str, object]:
    w = stitch_mm(draft, found)
    out = found.lie.outline
    used = [r.worked.yarn or "A" for r in draft.rounds]
    colours = inks(draft.doc.yarns, used)
    plane = {n: (p[0], p[1]) for n, p in found.plane.items()}
    return {
        "lie": {
            "verdict": found.lie.verdict,
            "why": found.lie.why,
            "rise": found.lie.rise * w,
            "bowl": found.lie.bowl * w,
            "wave": found.lie.wave * w,
            "across": out.across * w,
            "corners": out.corners * w,
            "length": out.length * w,
            "angles": out.angles,
            "bow": out.bow,
            "stands": out.stands * w,
            "lean": out.lean,
            "strain": found.lie.strain,
            "came_to_rest": found.came_to_rest,
        },
        "drawing": _drawing(draw(draft, plane)),
        "threads": threads(draft, found.space),
        "flat": threads(draft, found.plane),
        "strain": [[round(found.strain.get(m.number, 0.0), 3) for m in r.worked.made] for r in draft.rounds],
        "open": [r.worked.line for r in draft.rounds],
        "inks": [colours[y] for y in used],
        "width_mm": w,
    }


def _drawing(drawn: Drawing) -> dict[str, object]:
    return {
        "reach": drawn.reach,
        "turn": drawn.turn,
        "middle": drawn.middle,
        "foundation": "".join(sign.path for sign in drawn.centre),
        "rounds": [[sign.path for sign in signs] for signs in drawn.rounds],
        "ties": "".join(sign.path for sign in drawn.beside),
    }


def pattern_answer(text: str, terms: Dialect, style: str, plain: bool) -> dict[str, object]:
    """The pattern in a dialect and a style, and the same as a pattern file."""
    draft = work_draft(text)
    wanted = read_style(style, own_style(draft.doc.style))
    sheet = write_pattern(draft, terms, wanted, plain)
    return {
        **sheet_answer(sheet),
        "special": [{"name": a, "value": how} for a, how in [*sheet.names, *sheet.special]],
        "cannot": sheet.cannot,
        "changes": sheet.changes,
        "text": as_text(sheet),
    }


def offers_answer(text: str) -> list[dict[str, object]]:
    """The rounds that could come next."""
    return [
        {"name": o.name, "line": o.line, "verdict": o.verdict, "stitches": o.stitches}
        for o in next_rounds(work_draft(text))
    ]


def read_in_answer(text: str, terms: Dialect | None) -> dict[str, object]:
    """A pasted text line by line."""
    text = pattern_text(text)
    read = read_in(text, terms)
    draft = read.analysis.draft
    return {
        "text": text,
        "title": draft.doc.title,
        "terms": draft.dialect,
        "why_terms": read.why_terms,
        "shape": draft.shape.name,
        "why_shape": read.why_shape,
        "rounds": len(draft.rounds),
        "verdict": read.analysis.verdict,
        "taken": taken(read),
        "lines": [
            {
                "start": x.start,
                "end": x.end,
                "kind": x.kind,
                "became": x.became,
                "marks": [
                    {
                        "start": m.start,
                        "end": m.end,
                        "message": m.message,
                        "nearest": m.nearest,
                        "stops": m.stops,
                        "fix": m.fix and {"label": m.fix.label, "edits": [asdict(e) for e in m.fix.edits]},
                    }
                    for m in x.marks
                ],
            }
            for x in read.lines
        ],
    }


def _round(draft: Draft, k: int, making: bool) -> dict[str, object]:
    r = draft.rounds[k]
    e = r.entry
    at = r.line.at
    unjudged = making or r.worked.surface
    spans: list[int] = []
    for m in r.worked.made:
        spans += (at + m.span[0], at + m.span[1])
    return {
        "number": r.number,
        "label": f"{r.line.word} {r.number}",
        "start": r.line.head[0],
        "end": at + len(r.line.text),
        "stitches": r.worked.stitches if not r.worked.surface else len(r.worked.made),
        "counts": _counts(r, draft),
        "per_side": r.worked.per_side(),
        "corners": len(r.worked.corners),
        "corner_added": _corner_added(draft, k),
        "making": making,
        "surface": r.worked.surface,
        "growth": None if unjudged else e.growth,
        "needed": None if unjudged else e.needed,
        "fullness": list(e.fullness),
        "verdict": "unknown" if unjudged else e.verdict,
        "yarn": r.worked.yarn,
        "parked": parked_after(draft, r),
        "spans": spans,
    }


def _counts(r: DraftRound, draft: Draft) -> str:
    """`24 dc, 4 ch-2 sps` in the words of the text."""
    parts = []
    for key, n in r.worked.tally().items():
        if is_stitch(key):
            parts.append(f"{n} {term(key, draft.dialect).abbr}")
        else:
            parts.append(f"{n} {key} sp{'s' if n > 1 else ''}")
    return "; ".join([", ".join(parts), *joins(r.worked)])


def _corner_added(draft: Draft, k: int) -> float | None:
    """How many stitches each corner added over the round below; None without corners in both."""
    if not k:
        return None
    now, before = draft.rounds[k].worked, draft.rounds[k - 1].worked
    n = len(now.corners)
    if not n or len(before.corners) != n:
        return None
    return (now.stitches - before.stitches) / n


def sheet_answer(sheet: Sheet) -> dict[str, object]:
    return {
        "terms": sheet.dialect,
        "title": sheet.title,
        "begin": sheet.begin,
        "materials": [{"name": k, "value": v} for k, v in sheet.materials],
        "abbreviations": [{"name": a, "value": w} for a, w in sheet.abbreviations],
        "notes": sheet.all_notes,
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
    }
