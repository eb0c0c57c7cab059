"""The commonest instructions, read without asking every habit of the trade whether they are its own: stitches and
chains up to their comma or bracket, and stitches in the next place, in each stitch or in a corner."""

from __future__ import annotations

from typing import TYPE_CHECKING

from mossring.notation import stitching, targets
from mossring.notation.cursor import CHAIN_WORDS, SPACE_WORDS, STITCH_WORDS, Cursor
from mossring.notation.tree import Chain, Make, Node, Where, Work
from mossring.stitches.table import lookup
from mossring.stitches.terms import TERMS, spellings

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_STOPS = (",", ")", "]")
_BEHIND = (",", "(", "[", "*", "")
"""What an instruction stands behind that nothing before it has a say in."""


def read(r: Reader, depth: int) -> list[Node] | None:
    """The nodes of `3 dc,`, `ch 2)`, `2 dc in next st`, `dc in each st`, `dc in corner`; None with nothing read for
    any other instruction."""
    c = r.c
    i = c.i
    if c.names or (i and c.tokens[i - 1].text not in _BEHIND):
        return None
    nodes = _stitches(r, c, i) or (_chains(c, i) if depth else None)
    if nodes is None:
        c.i = i
    return nodes


def opens_group(c: Cursor) -> bool:
    """Whether a bracket opens on stitches and chains told in the plainest words (`(2 dc, ch 2, 2 dc)`, `[dc in next 3
    sts, (`), that can be no label and no remark."""
    at = c.i + 1 + (c.ahead().text in _OPENERS)
    first = c.tokens[min(at, len(c.tokens) - 1)]
    told = 2 * (first.kind == "num" and first.value > 1)
    if not c.opens_stitch(at - c.i + (first.kind == "num")):
        return False
    for t in c.tokens[at : at + _LONGEST]:
        if t.text in _CLOSERS:
            return told > 1
        if t.text in _OPENERS:
            return True
        if t.text == ",":
            told += 1
        elif t.kind != "num" and t.text not in _PLAINEST:
            return False
    return False


_OPENERS, _CLOSERS, _LONGEST = ("(", "["), (")", "]"), 16
_PLAINEST = frozenset({"in", "next", "each", "to", "corner", "ring", *STITCH_WORDS, *SPACE_WORDS, *CHAIN_WORDS}) | {
    words[0] for dialect in TERMS for words in spellings(dialect) if len(words) == 1
}
"""Words of a group that say nothing but what is made, and where."""


def _chains(c: Cursor, i: int) -> list[Node] | None:
    """`ch 2`, `2 ch` in a bracket, with more instructions behind them."""
    c.i = i
    n = c.chains()
    if n is None or not (c.at(")", "]") or (c.at(",") and _opens(c))):
        return None
    return [Chain(n, c.span_from(i))]


def _opens(c: Cursor) -> bool:
    """Whether stitches come behind the comma."""
    return c.opens_stitch(1) or (c.ahead().kind == "num" and c.opens_stitch(2)) or c.ahead().text == "["


def _stitches(r: Reader, c: Cursor, i: int) -> list[Node] | None:
    n = c.token.value if c.token.kind == "num" else None
    if n is not None:
        c.i += 1
    if not c.opens_stitch() or c.at(*CHAIN_WORDS):
        return None
    key = c.stitch()
    if key is None or (not n and n is not None) or lookup(key).made or key in ("slst", "picot"):
        return None
    many, span = 1 if n is None else n, c.span_from(i)
    if c.at(*_STOPS):
        if c.at(",") and not _opens(c) and c.ahead().text not in CHAIN_WORDS:
            return None
        where = Where("next", (targets.ANY_STITCH,), span, many, said=False)
        r.last_stitch = key
        return [Work((Make(key, 1, span, part=r.part),), where, span)]
    make = Make(key, many, span, part=r.part)
    if not c.at("in") or not _plainly_placed(c):
        return None
    r.last_stitch = key
    if (
        c.ahead().text == "next"
        and c.ahead(2).text in STITCH_WORDS
        and c.ahead(3).text in _STOPS
        and c.ahead(4).text != "and"
    ):
        at = c.i + 1
        c.i += 3
        return [Work((make,), Where("next", (targets.ANY_STITCH,), c.span_from(at)), c.span_from(i))]
    return stitching.placed(r, make, i)


def _plainly_placed(c: Cursor) -> bool:
    """Whether `next st`, `next 3 sts`, `next ch-1 sp`, `each st`, `corner` or `ring` comes behind the `in`."""
    first, second = c.ahead(), c.ahead(2)
    if first.text == "next":
        return second.kind == "num" or second.text in STITCH_WORDS or second.text in CHAIN_WORDS
    alone = first.text in ("corner", "ring") and second.text in _STOPS
    return alone or (first.text == "each" and second.text in STITCH_WORDS)
