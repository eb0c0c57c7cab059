"""The pictures of a motif, as the command line asks for them."""

from __future__ import annotations

import argparse

from mossring.chart import (
    chart_svg,
    chart_told,
    chartable,
    charted,
    draw,
    fabric_of,
    fabric_svg,
    inks,
    on_paper,
)
from mossring.draft import Draft
from mossring.laid import Point
from mossring.styles import own_style, read_style


def picture_of(draft: Draft, args: argparse.Namespace) -> str:
    """The chart of a draft with its key, or its fabric at rest: in symbols (`settled`) or in yarn (`fabric`). `` where
    it has more stitches than a chart has room for."""
    title = draft.doc.title or "Untitled motif"
    terms = args.terms or draft.dialect
    colours = inks(draft.doc.yarns, [r.worked.yarn or "A" for r in draft.rounds])
    worn = [colours[r.worked.yarn or "A"] for r in draft.rounds]
    if args.look == "fabric":
        return fabric_svg(fabric_of(draft, _at_rest(draft)), title, worn)
    if args.look == "chart" and not chartable(draft):
        return ""
    style = read_style(args.style or "", own_style(draft.doc.style))
    drawing = charted(draft, style, whole=args.whole) if args.look == "chart" else draw(draft, _at_rest(draft))
    told = chart_told(draft, drawing, terms)
    used = [r.worked.yarn or "A" for r in draft.rounds]
    yarns = [f"yarn {y}: {draft.doc.yarns[y]}" if draft.doc.yarns.get(y) else f"yarn {y}" for y in used]
    return chart_svg(drawing, f"{title}: {args.look}", told, terms, on_paper(drawing, args.ink, worn, yarns))


def _at_rest(draft: Draft) -> dict[int, Point] | None:
    """Where the stitches come to rest; None (the ledger's places) where there is no fabric to settle."""
    from mossring.relaxed import relax

    found = relax(draft)
    return {n: (x, y) for n, (x, y, _) in found.plane.items()} if found else None
