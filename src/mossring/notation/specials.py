"""Special stitches that are groups, or go over several places, by the names that a motif gives them."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import places, sweeps, targets
from mossring.notation.cursor import Cursor, Named
from mossring.notation.marks import MAX_TIMES
from mossring.notation.tree import Chain, Make, Node, Repeat, Skip, Span, Where, Work
from mossring.notation.until import read_until

if TYPE_CHECKING:
    from mossring.notation.reader import Reader


def grouped(r: Reader, name: Named, n: int, i: int) -> list[Node]:
    """A special stitch of several stitches, n of them: in the places that are named, or in the next."""
    c = r.c
    group = name.group
    if all(isinstance(g, Chain) or (isinstance(g, Make) and g.stitch == "picot") for g in group):
        return list(group)
    group = tuple(_respan(g, c.span_from(i)) for g in group)
    if name.wide:
        return _crossed(c, group, n, i)
    slip, chain = (*group[:2], None, None)[:2]
    begins = isinstance(slip, Make) and slip.stitch == "slst" and isinstance(chain, Chain) and "corner" in name.words
    if isinstance(slip, Make) and isinstance(chain, Chain) and begins and n == 1:
        span = c.span_from(i)  # `beg corner = sl st in ch-2 sp, ch 3, (2 dc, ch 2, 3 dc) in same sp`
        there = name.place or Where("next", (targets.CORNER,), span, bare=True)
        return [Work((slip,), replace(there, span=span), span), chain, Work(group[2:], Where("same", (), span), span)]
    around = places.at_place(c)
    c.accept_phrase("as", "before") or c.accept_phrase("as", "established")
    if c.accept("in", "into", "to", "on", "at") or around or c.at("between"):
        if around:
            c.i += 1
        wheres = places.read_places(c)
        span = c.span_from(i)
        ring = wheres[0].targets and wheres[0].targets[0].kind == "ring"
        if n > 1 and ring:  # `4 groups in the ring`, which chains may come between
            return [Repeat((Work(group, wheres[0], span),), n, span, times_span=span)]
        return sweeps.swept(r, [Work(group * min(n, MAX_TIMES), w, span) for w in wheres])
    until = read_until(c) if c.at("around", "across", "to") else None
    if n == 1 and until is None and (times := c.times()):  # `V-st 4 times`
        n = times
    if name.place and until is None:  # `corner`, which its definition has worked in the corner space
        return [Work(group, replace(name.place, count=n, span=c.span_from(i)), c.span_from(i))]
    where = Where("next", (targets.ANY_STITCH,), c.span_from(i), n, said=False)
    if until is not None:
        where = Where("each", (targets.ANY_STITCH,), c.span_from(i), until=until)
    elif isinstance(group[0], Chain) and n == 1:  # `beg V-st`: a start, where the hook is
        where = Where("same", (), c.span_from(i), said=False)
    return [Work(group, where, c.span_from(i))]


def _crossed(c: Cursor, body: tuple[Node, ...], n: int, i: int) -> list[Node]:
    """A special stitch that goes over several places: once, so many times, over so many stitches, or to the end."""
    wide = sum(b.where.count for b in body if isinstance(b, Work | Skip) and b.where.mode == "next")
    if c.at("in", "over", "across") and c.ahead().text in ("next", "each", "first", "last"):
        c.i += 1
        where = places.read_places(c)[0]
        n = max(1, where.count // wide)
        if where.until:
            return [Repeat(body, None, c.span_from(i), until=where.until)]
    elif until := read_until(c):
        return [Repeat(body, None, c.span_from(i), until=until)]
    elif n == 1:
        n = c.times() or 1
    return list(body) if n == 1 else [Repeat(body, n, c.span_from(i))]


def _respan(node: Node, span: Span) -> Node:
    if isinstance(node, Work | Skip):
        return replace(node, span=span, where=replace(node.where, span=span))
    return replace(node, span=span)
