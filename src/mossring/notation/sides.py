"""What a round says of all its sides at once: `(2 dc, ch 2, 2 dc) in each corner, 7 dc along each side`."""

from __future__ import annotations

from dataclasses import replace

from mossring.notation import grouping
from mossring.notation.cursor import CHAIN_WORDS, SPACE_WORDS, Cursor
from mossring.notation.tree import Chain, Node, Repeat, Until, Where, Work
from mossring.notation.until import END

_SIDE = Until("side")


def on_each_side(c: Cursor) -> bool:
    """`on each side`, `between the corners` behind what is worked there."""
    save = c.i
    if c.accept("between"):  # `2 groups between the corners`
        c.accept("each", "every", "all")
        if c.accept("corners", "corner"):
            return True
        c.i = save
        return False
    said = c.accept("on", "along", "per", "in", "into", "for", "across", "down")
    c.accept("each", "every", "all")
    if not (said and c.accept("side", "sides", "edge")):
        c.i = save
        return False
    c.accept("between") and c.accept("corners", "corner", *SPACE_WORDS)
    return True


def whole(c: Cursor, where: Where) -> Where:
    """The next so many places as all those of each side, if that is said behind them: `on each side`, or, of places
    that are named, `between`."""
    save = c.i
    if where.targets and where.span != (0, 0) and where.count > 1 and c.at("between") and c.ends(1):
        c.i += 1
        return replace(where, until=_SIDE)
    if where.mode != "next" or where.count == 1 or not on_each_side(c):
        return where
    if c.at(*SPACE_WORDS, *CHAIN_WORDS) or c.token.kind == "num":  # `3 dc in each side sp`
        c.i = save
        return where
    return replace(where, until=_SIDE)


def of_each(node: Node) -> Node:
    """`7 dc` as what each side is worked in."""
    if isinstance(node, Work) and node.where.mode == "next" and node.where.count > 1:
        return replace(node, where=replace(node.where, until=_SIDE))
    return node


def in_turn(body: list[Node]) -> list[Node]:
    """What is worked in each corner, and what on each side, one after the other all round: from the corner on, or, in
    a round that has begun in a corner, from the side."""
    k = next((k for k, n in enumerate(body) if isinstance(n, Work) and n.where.until == _SIDE), -1)
    side = body[k] if k >= 0 else None
    if not isinstance(side, Work):
        return body
    side = replace(side, where=replace(side.where, until=None))
    others = [j for j in (k - 1, k + 1) if 0 <= j < len(body) and _in_each_corner(body[j])]
    corner = body[others[0]] if others else None
    if not isinstance(corner, Work):
        return [*body[:k], side, *body[k + 1 :]]
    first, last = sorted((k, others[0]))
    corner = replace(corner, where=replace(corner.where, mode="next", until=None))
    span = (min(side.span[0], corner.span[0]), max(side.span[1], corner.span[1]))
    begun = any(_begun(n) for n in body[:first])
    order = (side, corner) if begun or first == k else (corner, side)
    return [*body[:first], Repeat(order, None, span, END, 1 if begun else None, loose=begun), *body[last + 1 :]]


def _in_each_corner(node: Node) -> bool:
    return (
        isinstance(node, Work)
        and node.where.mode == "each"
        and node.where.until == END
        and (node.where.targets[0].kind == "corner" or node.where.targets[0].is_space)
        and not node.also
    )


def _begun(node: Node) -> bool:
    """Whether a corner has been worked: a beginning in a space, with a hole in it."""
    return isinstance(node, Work) and not grouping.is_slip(node) and any(isinstance(m, Chain) for m in node.group)
