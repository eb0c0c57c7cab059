"""Reading how a round closes: `join with sl st in top of beg ch-3`, `hdc in first sc to join`, `join`."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from mossring.notation import labels, targets
from mossring.notation.cursor import SPACE_WORDS, STITCH_WORDS, Cursor
from mossring.notation.tree import Act, Chain, Join, Make, Node, Work
from mossring.notation.words import NUMBERS

_CHAINS_TALL = {"sc": 1, "hdc": 2, "dc": 3, "htr": 3, "tr": 4}
"""Chains that a closing stitch stands for when a space is closed with it (common practice, no source)."""


def starts_with_chain(body: Sequence[Node]) -> bool:
    """Whether the round opens with a starting chain (alone, after slip stitches, or first in a group), or slips to a
    space to fill it and all the others."""
    slipped = False
    for node in body:
        if isinstance(node, Chain):
            return True
        if isinstance(node, Work):
            first = node.group[0] if node.group else None
            if isinstance(first, Make) and first.stitch == "slst":
                slipped = True
                continue
            if isinstance(first, Make) and first.start:
                return True
            reached = slipped and node.where.mode == "each" and node.where.targets[0].is_space
            return reached or (isinstance(first, Chain) and node.where.mode in ("same", "start"))
        if isinstance(node, Act):
            continue
        return False
    return False


_ON_AND_ON = (
    "continue",
    "work",
    "working",
    "in",
    "spiral",
    "continuous",
    "rnds",
    "rounds",
    "from",
    "here",
    "now",
    "on",
)


def read_join(c: Cursor, may_close: bool, after_chain: bool = False) -> Join | None:
    """A close of the round; None with nothing read. may_close: something was worked before it at this level;
    after_chain: chains, so that `ch 1, sc in top of beg ch-3` closes."""
    i = c.i
    if c.phrase("do", "not", "join") or c.phrase("don't", "join"):
        c.i += 3 if c.at("do") else 2
        save = c.i
        while c.accept(",", "but", "and", *_ON_AND_ON):  # `do not join but continue in a spiral`
            pass
        c.i = c.i if c.tokens[c.i - 1].text in _ON_AND_ON and c.ends(0) else save
        return Join(None, "", c.span_from(i))
    if c.accept("join", "joining", "close"):
        return _read_joined(c, i)
    if not may_close:
        return None
    if c.token.value == 1 and c.opens_stitch(1):
        slips = c.ahead().text in ("sl", "ss", "slst")
        c.i += after_chain or slips  # `1 ch, 1 dc in top of 3 ch`, `1 ss into first dc`
    stitch = c.stitch()
    if stitch == "slst" and c.at("to") and c.ahead().text in ("form", "make", "close", "finish", "end"):
        return _finish(c, i, stitch, *_NOWHERE)
    if stitch == "slst" and c.accept_phrase("to", "join"):  # `sl st to join`, `sl st to join to first sc`
        return _finish(c, i, stitch, *(_into(c) if c.accept("in", "into", "to", "with") else _NOWHERE))
    if stitch and stitch != "ch" and c.accept("to", "in", "into"):
        if stitch == "slst" and c.accept("join", "close", "finish"):
            if c.at("in", "into") and any(c.ahead(k).text == "ring" for k in (1, 2)):
                c.i += 2 if c.ahead().text == "ring" else 3
                return Join(stitch, "", c.span_from(i), forms_ring=True)
            c.accept("round", "rnd")
            return _finish(c, i, stitch, *(_into(c) if c.accept("in", "into", "to") else _NOWHERE))
        if stitch == "slst" and targets.read_ring(c) and c.at("to") and c.ahead().text in ("form", "make"):
            return _finish(c, i, stitch, *_NOWHERE)  # `sl st in 4th ch from hook to form ring`
        where = _into(c)
        if where == _NOWHERE and stitch == "slst" and c.accept("top") and _nothing_more(c):
            return _finish(c, i, stitch, *where)
        if stitch == "slst" and c.at("first") and c.ahead().text == "to" and c.ahead(2).text in ("form", "make"):
            c.i += 1  # `slip into the first to make a ring`
            return _finish(c, i, stitch, *_NOWHERE)
        closes = (
            stitch == "slst"
            or after_chain
            or _counts_as_chain(c)
            or _nothing_more(c)
            or c.phrase("to", "join")
            or c.phrase("to", "close")
        )
        own = where[0] == "stitch" and after_chain and (_counts_as_chain(c) or _nothing_more(c))
        if (where[0] == "chain" and closes) or (stitch == "slst" and where[0] == "stitch") or own:
            return _finish(c, i, stitch, *where)
    elif stitch == "slst" and (c.at("top") or c.token.kind == "ord"):  # `ss 3rd ch`, `ss 1st dc`
        where = _into(c)
        if where != _NOWHERE:
            return _finish(c, i, stitch, *where)
    elif stitch == "slst" and (c.at("join") or _nothing_more(c)):
        return _finish(c, i, stitch, *_NOWHERE)
    c.i = i
    if c.stitch() == "slst" and c.accept("to") and (c.stitch() or c.accept(*STITCH_WORDS)) and _nothing_more(c):
        return _finish(c, i, "slst", "stitch", None, None)  # `sl st to sc.`
    c.i = i
    return None


def _counts_as_chain(c: Cursor) -> bool:
    """Whether `(counts as ch 1)` comes next: what is worked stands for a space."""
    save = c.i
    label = labels.read_label(c)
    c.i = save
    return label is not None and label.stitch == "ch"


_NOWHERE: tuple[str, int | None, int | None] = ("", None, None)


def _nothing_more(c: Cursor) -> bool:
    """Whether the round ends here but for its count: a slip stitch that names no place joins."""
    k = 0
    while c.ahead(k).text in (",", ";", "."):
        k += 1
    all_in = k + (c.ahead(k).text == "-")
    if c.ahead(all_in).text == "all" and c.ahead(all_in + 1).text in ("in", "into", "worked"):  # `ss - all in ring`
        return True
    t = c.ahead(k)
    if t.text in ("(", "[", "-", "=") and c.ahead(k + 1).kind == "num":
        return True
    number = t.kind == "num" or t.text in NUMBERS
    counted = number and c.ahead(k + 2).text not in ("in", "into")  # `4 sc in last ch` is work, no count
    return t.kind == "end" or (k > 0 and (counted or t.text in _AFTER_JOIN))


_AFTER_JOIN = ("(", "[", "<", "-", "=", "turn", "fasten", "finish", "cut", "break", "drop", "change", "weave", "fo")


def _read_joined(c: Cursor, i: int) -> Join:
    c.accept("round", "rnd", "ring", "circle") and c.accept_phrase("and", "join")  # `close circle and join with sl st`
    c.accept("with", "by", "using")
    stitch = c.stitch() or "slst"
    where = _NOWHERE
    shaped = c.at("to") and c.ahead().text in ("form", "make", "join", "close")
    if not shaped and c.accept("in", "into", "to", "on", "at"):
        if c.accept("ring", "circle"):  # `5 ch, join in ring`, `join to a ring with ss`
            c.accept("with", "by") and c.stitch()
            return Join(stitch, "", c.span_from(i), forms_ring=True)
        where = _into(c)
        if where == _NOWHERE and c.accept("next"):  # `join with sl st in next sc`: where a spiral ends
            return _finish(c, i, stitch, *_chain_or_stitch(c))
    return _finish(c, i, stitch, *where)


_BEGUN = ("beg", "beginning", "starting", "start", "first", "turning", "skipped", "missed")


def _into(c: Cursor) -> tuple[str, int | None, int | None]:
    """Where a round is closed: (`chain` or `stitch`, which chain, of how many). `` if it is no such place."""
    targets.read_part(c)
    for place in (_top, _nth_chain, _so_many_chains, _begun):
        save = c.i
        where = place(c)
        if where != _NOWHERE:
            return where
        c.i = save
    return _NOWHERE


def _top(c: Cursor) -> tuple[str, int | None, int | None]:
    """`top of beg ch-3`, `top of first dc`."""
    if not c.accept("top", "top's"):
        return _NOWHERE
    c.at("ch", "chain") and c.ahead().text == "of" and c.accept("ch", "chain")  # `top ch of ch-3`
    c.accept("of")
    c.ahead().text in ("skipped", "missed") and c.number()  # `top of the 3 skipped ch`
    c.accept("skipped", "missed")
    c.accept(*_BEGUN)
    return _chain_or_stitch(c)


def _nth_chain(c: Cursor) -> tuple[str, int | None, int | None]:
    """`3rd ch of beg ch-6`, `3rd of 5 ch`."""
    nth = c.ordinal()
    if nth is None or not (c.accept("ch", "chain") or c.at("of")) or c.at("from"):
        return _NOWHERE
    of = None
    if c.accept("of"):
        c.accept(*_BEGUN)
        began = _chain_or_stitch(c) if not c.at("next", "each") else _NOWHERE
        if began == _NOWHERE and c.at("next", "each", *SPACE_WORDS):  # `sc in 2nd ch of next ch-3 sp`
            return _NOWHERE
        of = began[2]
    return ("chain", nth, of)


def _so_many_chains(c: Cursor) -> tuple[str, int | None, int | None]:
    """`3ch`, `ch-3`, and no space."""
    n = c.number()
    if not c.accept("ch", "chain"):
        return _NOWHERE
    m = c.number()
    if not (n or m) or c.at(*SPACE_WORDS, "corner", "corners", "-"):
        return _NOWHERE
    c.accept("top")
    return ("chain", None, n if n is not None else m)


def _begun(c: Cursor) -> tuple[str, int | None, int | None]:
    """`beg ch-3`, `first sc`, `standing dc`, `base of first ch-4`, `first` for short."""
    base = c.accept_phrase("base", "of")
    if not c.accept("beg", "beginning", "starting", "first", "1st", "standing"):
        return _NOWHERE
    c.accept("standing", "chainless")
    if c.accept_phrase("sl", "st") or c.accept("ss") or _nothing_more(c):
        return ("stitch", None, None)
    began = _chain_or_stitch(c)
    if c.at("of") and (c.ahead().text in ("ch", "chain") or c.ahead().kind == "num"):  # `first ch of ch-3`: of a picot
        return _NOWHERE
    return ("stitch", None, None) if base and began != _NOWHERE else began


def _chain_or_stitch(c: Cursor) -> tuple[str, int | None, int | None]:
    """What a round began with: a chain of so many, or a stitch."""
    c.accept("standing", "chainless")
    if c.named() or c.legged():
        return ("stitch", None, None)
    n = c.number()
    if c.accept("ch", "chain", "chains"):
        counted = c.opens_stitch(1) or c.ahead().text in STITCH_WORDS  # `in top of turning ch 12 dc.`
        n = c.number() if n is None and not counted else n
        return _NOWHERE if c.at("made", *SPACE_WORDS) else ("chain", None, n)
    if c.stitch() or c.accept(*STITCH_WORDS):
        return ("stitch", None, None)
    return _NOWHERE


def _formed(c: Cursor) -> int:
    """`to form last ch-2 sp`, `(forms corner ch-3 sp)` behind what closes the round: how long that space is in all."""
    i = c.i
    bracketed = c.accept("(")
    if c.accept_phrase("to", "form") or c.accept_phrase("to", "make") or c.accept("form", "forms", "forming", "makes"):
        c.accept("last", "final", "first", "corner", "next")
        c.accept("corner")
        space = targets.read_space(c)
        if space is not None and space.chains and (not bracketed or c.accept(")")):
            return space.chains
    c.i = i
    return 0


def _finish(c: Cursor, i: int, stitch: str, into: str, nth: int | None, of: int | None) -> Join:
    """The join with what may trail: `with sl st`, `to join`, `of rnd`, `(counts as ch-2 sp)`."""
    how = c.i
    c.i = how if not (c.accept("with", "by", "using") and c.stitch() == "slst") else c.i
    if c.accept("of"):
        c.accept("this", "same")
        c.accept("rnd", "round")
    elif c.at("as") and c.ahead().text in ("before", "usual", "for", "in"):  # `join as before`
        while c.token.kind in ("word", "num", "ord"):
            c.i += 1
    forms = False
    formed = _formed(c)
    if c.phrase("to", "finish") or c.phrase("to", "end"):  # `htr into top of 3 ch to finish in corner`
        c.i += 2
        c.accept("in", "at", "off") and c.accept("corner", "middle")
        c.accept("of") and c.accept("corner")
        c.accept("rnd", "round")
    if c.phrase("to", "join") or c.phrase("to", "close") or c.phrase("to", "form") or c.phrase("to", "make"):
        forms = c.ahead().text in ("form", "make")
        c.i += 2
        forms = c.accept("ring", "circle") and forms
        c.accept("rnd", "round")
        how = c.i  # `join to form ring with sl st`
        c.i = c.i if c.accept("with", "by", "using") and c.stitch() == "slst" else how
    space, told = (formed, True) if formed else (None, False)
    if stitch != "slst" and not told:
        label = labels.read_label(c)
        told = label is not None and label.stitch == "ch"
        space = label.chains if label and told else _CHAINS_TALL.get(stitch, 1)
    kind: Literal["chain", "stitch", ""] = "chain" if into == "chain" else "stitch" if into == "stitch" else ""
    top = kind == "stitch" and any(t.text == "top" for t in c.tokens[i : c.i])
    return Join(stitch, kind, c.span_from(i), nth, of, space, forms, told, top)
