"""A chart in words, for those who can't see it."""

from __future__ import annotations

from mossring.chart.signs import Drawing
from mossring.draft import Draft
from mossring.stitches import Dialect, lookup
from mossring.stitches.terms import term

_BEGINS = {"ring": "a ring of {n} chains", "one chain": "one chain", "magic ring": "a loop of yarn"}


def chart_told(draft: Draft, drawing: Drawing, dialect: Dialect) -> str:
    """What a chart shows: the shape, where it begins, which way it goes, and what each round is made of."""
    if not draft.rounds:
        return "Nothing is worked yet."
    line = draft.outermost.worked.line
    begin = draft.doc.begin
    begins = _BEGINS.get(begin.kind, "a foundation of {n} chains").format(n=begin.chains)
    what = "rows" if line else "rounds"
    out = [f"{draft.shape.name.capitalize()} in {len(draft.rounds)} {what}, begun on {begins}."]
    if not line:
        out.append("Right-side rounds go counter-clockwise.")
    if drawing.times > 1:
        out.append(f"One of {drawing.times} like sides is drawn, with both its corners.")
    for r, side in zip(draft.rounds, drawing.sides, strict=True):
        made = ", ".join(_counted(kind, n, dialect) for kind, n in r.worked.tally().items())
        face = " from the wrong side" if side == "WS" else ""
        out.append(f"{r.line.word} {r.number}{face}: {made or 'no stitch'}.")
    return " ".join(out)


def _counted(kind: str, n: int, dialect: Dialect) -> str:
    if kind.startswith("ch-"):
        return f"{n} {kind} {'space' if n == 1 else 'spaces'}"
    return f"{n} {term(lookup(kind).key, dialect).abbr}"
