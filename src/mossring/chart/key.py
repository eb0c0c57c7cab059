"""The key of a chart: the symbols that it shows, and no others, by their names in a dialect."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from mossring.chart.signs import Drawing
from mossring.chart.symbols import chain, circle, dot, loop_sign, picot, strokes, symbol
from mossring.stitches import STITCHES, Dialect, lookup
from mossring.stitches.terms import term

_FIRST = ("ring", "ch", "slst", "picot")
_LOOPS = {"back": "back loop only", "front": "front loop only", "third": "3rd loop"}


class Entry(NamedTuple):
    """A symbol, standing on (0, 0) and so many stitch widths tall, and what it stands for. ink: its own colour."""

    path: str
    tall: float
    words: str
    kind: str = ""
    ink: str = ""


def key_of(drawing: Drawing, dialect: Dialect, inks: Sequence[tuple[str, str]] = ()) -> list[Entry]:
    """What each symbol drawn is called: the centre and chains first, then stitches from the lowest to the tallest,
    then the loops they take and what the inks say (inks: words and colour of each)."""
    drawn = drawing.every()
    kinds = {s.kind for s in drawn if s.kind and s.role != "tie"}
    ordered = [k for k in _FIRST if k in kinds]
    ordered += sorted(kinds.difference(_FIRST), key=lambda k: (lookup(k).made != "", lookup(k).height, k))
    out = [_entry(kind, dialect) for kind in ordered]
    loops = {s.part for s in drawn}
    out += [Entry(loop_sign(k, (0.0, 0.3), (0.0, 1.3)), 0.6, words) for k, words in _LOOPS.items() if k in loops]
    if any(s.role == "loop" for s in drawn):
        out.append(Entry(circle((0.0, 0.4), 0.36), 0.8, "loop left on its yarn", "loop"))
    if any(s.role == "tie" for s in drawn):
        out.append(Entry(strokes([(-0.6, 0.3), (0.6, 0.3)]), 0.6, "joined to a neighbour", "tie"))
    return out + [Entry(strokes([(-0.8, 0.3), (0.8, 0.3)]), 0.6, words, "ink", ink) for words, ink in inks]


def _entry(kind: str, dialect: Dialect) -> Entry:
    if kind == "ring":
        return Entry(circle((0.0, 0.5), 0.5), 1.0, "loop of yarn (magic ring)", kind)
    named = term(kind, dialect)
    words = f"{named.abbr}: {named.words}" if named.abbr != named.words else named.words
    if kind == "ch":
        return Entry(chain((-1.0, 0.3), (0.0, 0.3), (1.0, 0.3)), 0.6, words, kind)
    if kind == "slst":
        return Entry(dot((0.0, 0.3)), 0.6, words, kind)
    if kind == "picot":
        return Entry(picot((0.0, 0.0), 3, (0.0, 1.0)), 1.0, words, kind)
    tall = max(0.8, min(lookup(kind).height, STITCHES["tr"].height))
    return Entry(symbol(kind, (0.0, 0.0), (0.0, tall)), tall, words, kind)
