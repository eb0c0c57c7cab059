"""Reading slip stitches worked on the face of finished fabric: `surface sl st in each dc of rnd 1 around`."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import places
from mossring.notation.marks import Marks
from mossring.notation.targets import ANY_STITCH, ROUND_WORDS
from mossring.notation.tree import Node, Surface, Target, Where
from mossring.notation.until import END, read_until

if TYPE_CHECKING:
    from mossring.notation.cursor import Cursor
    from mossring.notation.reader import Reader

_ALONG = ("around", "over", "along", "through", "across", "on", "in", "into", "between")


def read(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """A line of slip stitches on the face of a round, which leaves the edge as it was."""
    c = r.c
    i = c.i
    c.accept("work")
    many = c.number()
    if not c.accept("surface") or not (c.accept("crochet") or c.stitch() == "slst"):
        c.i = i
        return False
    where = _where(c)
    if many and where.mode == "each":
        where = replace(where, mode="next", count=many, until=None)
    nodes.append(Surface(where, c.span_from(i)))
    return True


def _where(c: Cursor) -> Where:
    i = c.i
    c.accept("all")
    if c.at("around") and (c.ends(1) or c.ahead().text in (",", *_ALONG)):  # `surface sl st around, over rnd 2`
        c.i += 1
        c.ahead().text in _ALONG and c.accept(",")
    if c.accept(*_ALONG):
        if number := _round(c):
            c.accept("around")
            return Where("each", (Target("st", round=number),), c.span_from(i), until=END)
        return places.read_place(c)
    until = read_until(c) or END
    return Where("each", (ANY_STITCH,), c.span_from(i), until=until)


def _round(c: Cursor) -> int:
    """The number of the round whose stitches are gone over, where nothing but the round is named; of two, the stitches
    lie between them: the tops of the first."""
    save = c.i
    c.accept("sts", "stitches", "tops") and c.accept("of")
    c.accept(*ROUND_WORDS)
    one = c.number() if c.i > save else None
    if one:
        c.accept("and", "&") and c.accept(*ROUND_WORDS)
        other = c.number()
        return min(one, other) if other else one
    c.i = save
    return 0
