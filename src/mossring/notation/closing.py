"""Reading how a round begins and closes: `ch 3 (counts as dc)`, `join with sl st in top of beg ch-3`, `turn`."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import takewhile
from typing import Literal

from mossring.notation import places, targets
from mossring.notation.cursor import SPACE_WORDS, STITCH_WORDS, YARN_NAME, Cursor, UnreadableError
from mossring.notation.tree import Act, Chain, Join, Label, Make, Node, Where, Work

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
            reached = slipped and node.where.mode == "each" and node.where.targets[0].kind in ("sp", "corner")
            return reached or (isinstance(first, Chain) and node.where.mode in ("same", "start"))
        if isinstance(node, Act):
            continue
        return False
    return False


def read_label(c: Cursor) -> Label | None:
    """`(counts as dc)` or `, counts as first dc` after a chain."""
    if c.token.text in ("(", "["):
        return read_bracket_label(c)
    save = c.i
    c.accept(",")
    label = _label(c)
    if label is None:
        c.i = save
    return label


def read_bracket_label(c: Cursor) -> Label | None:
    """A bracket that only says what a starting chain stands for; None with nothing read otherwise."""
    save = c.i
    closer = {"(": ")", "[": "]"}.get(c.token.text)
    c.i += 1
    label = _label(c)
    if label is not None and closer:
        for _ in range(12):  # `here and throughout` and the like
            if c.accept(closer):
                said = any(t.text == "throughout" for t in c.tokens[save : c.i])
                return replace(label, throughout=said)
            if c.token.kind == "end":
                break
            c.i += 1
    c.i = save
    return None


def read_bracketed_yarn(c: Cursor) -> Act | None:
    """`(A)`, `[with B]`: the yarn that the next instructions are worked in; None with nothing read otherwise."""
    i = c.i
    closer = {"(": ")", "[": "]"}[c.token.text]
    c.i += 1
    c.accept("with", "in", "using")
    c.accept("yarn", "color", "colour")
    if _is_name(c):
        name = _name(c)
        if c.accept(closer):
            return Act("yarn", c.span_from(i), name)
    c.i = i
    return None


def _label(c: Cursor) -> Label | None:
    save = c.i
    while c.at("skipped", "missed", "unworked", "beg", "beginning", "these", "this", "the", "first", "turning"):
        c.i += 1
    skipped = c.i > save
    c.number()
    if not (c.accept("ch", "chs", "chain", "chains") and (c.number() or True)) and not skipped:
        c.i = save
    if c.accept("does", "do", "don't", "doesn't", "dont"):
        c.accept("not")
        if c.accept("count", "counts"):
            _to_end_of_label(c)
            return Label(None)
        return None
    if c.accept("not"):
        if c.accept("counted", "counting") or (c.accept("a", "as") and c.at(*STITCH_WORDS)):
            _to_end_of_label(c)
            return Label(None)
        return None
    if not c.accept("counts", "count", "counted", "counting", "=", "is", "stands", "for"):
        return _short_label(c)
    if c.accept("not"):
        _to_end_of_label(c)
        return Label(None)
    c.accept("as", "for")
    c.accept("the", "a", "an", "your")
    c.accept("first", "1st", "beg", "one")
    c.accept_phrase("ch", "and") or c.accept_phrase("ch", "plus")
    legged = c.legged()
    n = None if legged else c.number()
    key = legged[0] if legged else c.stitch()
    if key is None:
        key = _special_key(c)
    if key is None and c.accept(*STITCH_WORDS):  # `counts as a stitch`: as whatever it stands for
        return Label("st")
    if key is None:
        return None
    if key == "ch":
        m = c.number()
        c.accept("sp", "space")
        return Label("ch", n or m or 1)
    chains = 0
    save = c.i
    if c.accept("and", "plus", "+", "&", ","):
        n = c.number()
        if c.accept("ch", "chain"):
            chains = n or c.number() or 1
            c.accept("sp", "space")
        else:
            c.i = save
    while c.at("here", "now", "throughout", "and", "now"):
        if c.at("and") and c.ahead().text not in ("throughout", "now", "here"):
            break
        c.i += 1
    return Label(key, chains)


def read_told_label(c: Cursor) -> Label | None:
    """`The skipped chains count as a dc.`: a label in a sentence of its own."""
    save = c.i
    c.accept("the", "these")
    label = _label(c) if c.at("skipped", "missed", "unworked") else None
    if label is None:
        c.i = save
    return label


def _short_label(c: Cursor) -> Label | None:
    """`ch 4 (dc + ch 1)`, `3 ch (1 tr)`: what it counts as, without saying so."""
    if c.token.kind == "num" and c.token.value == 1:
        c.i += 1
    key = c.stitch()
    if key not in (None, "ch") and c.at(")", "]") and c.ahead().text in (",", ";", "."):  # `ch 3 (dc),`
        return Label(key)
    if key not in (None, "ch") and c.at(",") and _chains_close(c):  # `ch 6 (dc, ch 3),`
        c.i += 1
    elif key is None or not c.accept("+", "plus"):
        return None
    before = c.number()
    if not c.accept("ch", "chain"):
        return Label(key, before) if before else None  # `(dc + 2)`
    return Label(key, before or c.number() or 1)


def _chains_close(c: Cursor) -> bool:
    """Whether `, ch 3)` comes next, and no place behind it."""
    ch = next((k for k in (1, 2) if c.ahead(k).text in ("ch", "chain")), 0)
    return bool(ch) and c.ahead(3).text == ")" and c.ahead(4).text in (",", ";", ".", "")


def _special_key(c: Cursor) -> str | None:
    """The stitch that a special stitch's name stands for, where it is one stitch."""
    group = c.named() or ()
    return group[0].stitch if len(group) == 1 and isinstance(group[0], Make) else None


def _to_end_of_label(c: Cursor) -> None:
    c.accept("as") and c.accept("a", "the", "first")
    c.accept(*STITCH_WORDS) or c.stitch()
    while c.at("here", "throughout", "now"):
        c.i += 1


def read_join(c: Cursor, may_close: bool, after_chain: bool = False) -> Join | None:
    """A close of the round; None with nothing read. may_close: something was worked before it at this level;
    after_chain: chains, so that `ch 1, sc in top of beg ch-3` closes."""
    i = c.i
    if c.phrase("do", "not", "join") or c.phrase("don't", "join"):
        c.i += 3 if c.at("do") else 2
        return Join(None, "", c.span_from(i))
    if c.accept("join", "joining", "close"):
        return _read_joined(c, i)
    if not may_close:
        return None
    stitch = c.stitch()
    if stitch == "slst" and c.at("to") and c.ahead().text in ("form", "make"):
        return _finish(c, i, stitch, *_NOWHERE)
    if stitch and stitch != "ch" and c.accept("to", "in", "into"):
        if stitch == "slst" and c.accept("join", "close", "finish"):
            if c.at("in", "into") and any(c.ahead(k).text == "ring" for k in (1, 2)):
                c.i += 2 if c.ahead().text == "ring" else 3
                return Join(stitch, "", c.span_from(i), forms_ring=True)
            return _finish(c, i, stitch, *(_into(c) if c.accept("in", "into", "to") else _NOWHERE))
        c.accept("the")
        if stitch == "slst" and targets.read_ring(c) and c.at("to") and c.ahead().text in ("form", "make"):
            return _finish(c, i, stitch, *_NOWHERE)  # `sl st in 4th ch from hook to form ring`
        where = _into(c)
        closes = stitch == "slst" or after_chain or c.phrase("to", "join") or c.phrase("to", "close")
        if (where[0] == "chain" and closes) or (stitch == "slst" and where[0] == "stitch"):
            return _finish(c, i, stitch, *where)
    elif stitch == "slst" and c.at("top"):
        return _finish(c, i, stitch, *_into(c))
    elif stitch == "slst" and (c.at("join") or _nothing_more(c)):
        return _finish(c, i, stitch, *_NOWHERE)
    c.i = i
    if c.stitch() == "slst" and c.accept("to") and (c.stitch() or c.accept(*STITCH_WORDS)) and _nothing_more(c):
        return _finish(c, i, "slst", "stitch", None, None)  # `sl st to sc.`
    c.i = i
    return None


_NOWHERE: tuple[str, int | None, int | None] = ("", None, None)


def _nothing_more(c: Cursor) -> bool:
    """Whether the round ends here but for its count: a slip stitch that names no place joins."""
    k = 0
    while c.ahead(k).text in (",", ";", "."):
        k += 1
    t = c.ahead(k)
    if t.text in ("(", "[", "-") and c.ahead(k + 1).kind == "num":
        return True
    return t.kind == "end" or (k > 0 and (t.kind == "num" or t.text in ("(", "[", "<", "-", "=", "turn", "fasten")))


def _read_joined(c: Cursor, i: int) -> Join:
    c.accept("the")
    c.accept("round", "rnd", "ring")
    c.accept("with", "by", "using")
    c.accept("a", "an")
    stitch = c.stitch() or "slst"
    where = _NOWHERE
    shaped = c.at("to") and c.ahead().text in ("form", "make", "join", "close")
    if not shaped and c.accept("in", "into", "to", "on", "at"):
        c.accept("the", "a")
        if c.accept("ring", "circle"):  # `5 ch, join in ring`, `join to a ring with ss`
            c.accept("with", "by") and (c.accept("a"), c.stitch())
            return Join(stitch, "", c.span_from(i), forms_ring=True)
        where = _into(c)
    return _finish(c, i, stitch, *where)


_BEGUN = ("beg", "beginning", "starting", "start", "first", "turning")


def _into(c: Cursor) -> tuple[str, int | None, int | None]:
    """Where a round is closed: (`chain` or `stitch`, which chain, of how many). `` if it is no such place."""
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
    c.accept("of")
    c.accept("the")
    c.accept(*_BEGUN)
    return _chain_or_stitch(c)


def _nth_chain(c: Cursor) -> tuple[str, int | None, int | None]:
    """`3rd ch of beg ch-6`, `3rd of 5 ch`."""
    nth = c.ordinal()
    if nth is None or not (c.accept("ch", "chain") or c.at("of")) or c.at("from"):
        return _NOWHERE
    of = None
    if c.accept("of"):
        c.accept("the")
        c.accept(*_BEGUN)
        began = _chain_or_stitch(c)
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
    return ("chain", None, n if n is not None else m)


def _begun(c: Cursor) -> tuple[str, int | None, int | None]:
    """`beg ch-3`, `first sc`, `standing dc`, `base of first ch-4`, `first` for short."""
    base = c.accept_phrase("base", "of") and (c.accept("the") or True)
    if not c.accept("beg", "beginning", "starting", "first", "1st", "standing"):
        return _NOWHERE
    c.accept("standing", "chainless")
    if c.accept_phrase("sl", "st") or c.accept("ss") or _nothing_more(c):
        return ("stitch", None, None)
    began = _chain_or_stitch(c)
    return ("stitch", None, None) if base and began != _NOWHERE else began


def _chain_or_stitch(c: Cursor) -> tuple[str, int | None, int | None]:
    """What a round began with: a chain of so many, or a stitch."""
    if c.legged() or c.named():
        return ("stitch", None, None)
    n = c.number()
    if c.accept("ch", "chain", "chains"):
        m = c.number()
        return _NOWHERE if c.at("made") else ("chain", None, n if n is not None else m)
    if c.stitch() or c.accept(*STITCH_WORDS):
        return ("stitch", None, None)
    return _NOWHERE


def _finish(c: Cursor, i: int, stitch: str, into: str, nth: int | None, of: int | None) -> Join:
    """The join with what may trail: `to join`, `of rnd`, `(counts as ch-2 sp)`."""
    if c.accept("of"):
        c.accept("the", "this", "same")
        c.accept("rnd", "round")
    elif c.at("as") and c.ahead().text in ("before", "usual", "for", "in"):  # `join as before`
        while c.token.kind in ("word", "num", "ord"):
            c.i += 1
    forms = False
    if c.phrase("to", "join") or c.phrase("to", "close") or c.phrase("to", "form") or c.phrase("to", "make"):
        forms = c.ahead().text in ("form", "make")
        c.i += 2
        c.accept("the", "a")
        forms = c.accept("ring", "circle") and forms
        c.accept("rnd", "round")
    space = None
    label = read_label(c) if stitch != "slst" else None
    if stitch != "slst":
        space = label.chains if label and label.stitch == "ch" else _CHAINS_TALL.get(stitch, 1)
    kind: Literal["chain", "stitch", ""] = "chain" if into == "chain" else "stitch" if into == "stitch" else ""
    return Join(stitch, kind, c.span_from(i), nth, of, space, forms)


_ACT_WORDS = frozenset(
    {
        "turn",
        "fasten",
        "finish",
        "f",
        "cut",
        "break",
        "pm",
        "place",
        "move",
        "put",
        "remove",
        "pick",
        "return",
        "drop",
        "park",
    }
    | {"leave", "yarn", "color", "colour", "change", "changing", "switch", "with", "using", "in", "join", "attach"}
)


def read_act(c: Cursor, fresh: bool = False) -> Act | None:
    """Turn, fasten off, a marker, a change of yarn; None with nothing read. fresh: nothing is worked before it."""
    if c.token.text not in _ACT_WORDS:
        return None
    i = c.i
    if c.accept("turn"):
        return Act("turn", c.span_from(i))
    if c.accept_phrase("f", ".", "o"):
        return Act("fasten off", c.span_from(i))
    if (
        c.phrase("fasten", "off")
        or c.phrase("finish", "off")
        or (c.at("cut", "break") and (_is_name(c, 1) or c.ahead().text in ("the", "yarn")))
    ):
        c.i += 1
        c.accept("off", "the")
        c.accept("yarn")
        _name(c)
        while c.at("and", "weave", "in", "ends"):
            if c.at("and") and c.ahead().text != "weave":
                break
            c.i += 1
        return Act("fasten off", c.span_from(i))
    if c.accept("pm") or (c.at("place", "move", "put", "remove") and c.ahead().text in ("marker", "a", "the")):
        while c.token.kind in ("word", "ord", "num"):
            c.i += 1
        return Act("marker", c.span_from(i))
    return _read_parked(c, i) or _read_yarn(c, i, fresh)


def _read_parked(c: Cursor, i: int) -> Act | None:
    """`drop loop of A to back`, `park A in front`, `place A on marker`, `pick up loop of B`."""
    pick = c.accept_phrase("pick", "up") or c.accept_phrase("return", "to")
    if not pick and not c.accept("drop", "park", "leave"):
        return None
    c.accept("the")
    c.accept("loop", "lp", "yarn") and c.accept("of")
    c.accept("yarn", "color", "colour")
    if not _is_name(c):
        c.i = i
        return None
    name = _name(c)
    side = ""
    while c.token.kind == "word" and not c.at("and"):
        side = side or {"back": "back", "behind": "back", "front": "front"}.get(c.token.text, "")
        c.i += 1
    return Act("pick up" if pick else "park", c.span_from(i), name, side=side)


def _speaks_of_yarn(c: Cursor) -> bool:
    """`join B`, `with colour A`, `attach the new yarn`."""
    if _is_name(c, 1):
        return True
    k = 2 if c.ahead().text == "the" else 1
    numbered = c.ahead(k + 1).kind == "num"
    if c.ahead(k).text in ("color", "colour", "yarn") and (_is_name(c, k + 1) or numbered):
        return True
    if not c.at("join", "attach"):
        return False
    if c.ahead(k).text in ("yarn", "new", "next", "color", "colour"):
        return True
    words = (c.ahead(k).text for k in range(1, 9))
    return "any" in takewhile(lambda w: w not in (",", ";", ".", "", "(", "*"), words)


def _is_name(c: Cursor, k: int = 0) -> bool:
    t = c.ahead(k)
    return t.kind == "word" and (t.start in c.yarns or YARN_NAME.fullmatch(c.text[t.start : t.end]) is not None)


def _name(c: Cursor) -> str:
    """The yarn called next: `A`, `MC`, `light blue`."""
    words: list[str] = []
    while _is_name(c) and (not words or c.token.start in c.yarns):
        words.append(c.token.text)
        c.i += 1
    if words and c.token.kind == "num" and c.token.tight:  # `CC1`
        words[-1] += str(c.number())
    name = " ".join(words)
    return name if len(name) > 3 else name.upper()


def _read_yarn(c: Cursor, i: int, fresh: bool) -> Act | None:
    """`change to B`, `with B`, `in B`, `join B with sl st in any corner`, `attach yarn in any ch-2 sp`."""
    what = "yarn"
    if c.accept("change", "changing", "switch"):
        c.accept("to")
    elif c.at("yarn", "color", "colour") and _is_name(c, 1):
        pass
    elif fresh and c.at("join") and c.ahead().text in ("in", "into"):  # `with colour 2 join in 1-ch sp`
        what = "attach"
        c.i += 1
    elif c.at("with", "using", "in", "join", "attach") and _speaks_of_yarn(c):
        what = "attach" if c.at("join", "attach") else "yarn"
        c.i += 1
        c.accept("the")
        c.accept("new")
    else:
        return None
    called = c.accept("yarn", "color", "colour")
    name = f"colour {c.number()}" if called and c.token.kind == "num" else _name(c)
    if name:
        pass
    elif what == "yarn":
        c.i = i
        return None
    where: Where | None = None
    if what == "attach":
        c.accept("with") and (c.accept("a"), c.stitch())
        if c.accept("in", "into", "to", "at") or c.at("between"):
            try:
                where = places.read_place(c)
            except UnreadableError:
                where = None
            if c.at("with") and not _is_name(c, 1):  # `in any sp with a sl st`
                c.i += 1
                c.accept("a")
                c.stitch()
    return Act("attach" if what == "attach" else "yarn", c.span_from(i), name, where)
