"""Reading what makes no stitch: `turn`, `fasten off`, a marker, a change of yarn, a loop that is parked."""

from __future__ import annotations

from dataclasses import replace
from itertools import takewhile

from mossring.notation import places
from mossring.notation.cursor import CHAIN_WORDS, SPACE_WORDS, STITCH_WORDS, YARN_NAME, Cursor, UnreadableError
from mossring.notation.targets import opens_target, read_round_meant, read_target
from mossring.notation.tree import Act, Where
from mossring.notation.words import ORDINALS


def read_bracketed_yarn(c: Cursor) -> Act | None:
    """`(A)`, `[with B]`: the yarn that the next instructions are worked in; None with nothing read otherwise."""
    i = c.i
    closer = {"(": ")", "[": "]"}[c.token.text]
    c.i += 1
    c.accept("with", "in", "using")
    c.accept("yarn", "colour")
    if _is_name(c):
        name = _name(c)
        if c.accept(closer):
            return Act("yarn", c.span_from(i), name)
    c.i = i
    return None


_CUTTING = ("cut", "break", "fasten", "finish")
ACT_WORDS = frozenset(
    {
        "turn",
        "t",
        "do",
        "don't",
        "fasten",
        "finish",
        "f",
        "fo",
        "new",
        "cut",
        "break",
        "pm",
        "mark",
        "place",
        "move",
        "put",
        "slip",
        "hold",
        "keep",
        "remove",
        "pick",
        "return",
        "drop",
        "park",
        "draw",
        "pull",
    }
    | {
        "use",
        "insert",
        "add",
        "leave",
        "yarn",
        "colour",
        "change",
        "changing",
        "switch",
        "with",
        "using",
        "in",
        "join",
        "attach",
    }
)


_MARKING = ("use", "using", "insert", "attach", "add", "with")


def read_act(c: Cursor, fresh: bool = False) -> Act | None:
    """Turn, fasten off, a marker, a change of yarn; None with nothing read. fresh: nothing is worked before it."""
    if c.token.text not in ACT_WORDS:
        return None
    i = c.i
    if c.accept("turn") or (c.ends(1) and c.token.start not in c.yarns and c.accept("t")):  # `dc across. T.`
        after = c.i
        c.accept("with") or c.accept_phrase("and", "work") or c.accept_phrase("and", "make")
        c.i = c.i if c.chained() else after  # `turn with 3 ch`
        return Act("turn", c.span_from(i))
    if c.at("do", "don't") and (k := 2 if c.ahead().text == "not" else 1) and c.ahead(k).text in _CUTTING:
        c.i += k + 1  # `do not cut the yarn`
        while c.at("off", "yarn", "it", "thread", "yet") or _is_name(c):
            c.i += 1
        return Act("marker", c.span_from(i))
    if c.accept("fo") or c.accept_phrase("f", ".", "o"):
        return Act("fasten off", c.span_from(i))
    if (
        c.phrase("fasten", "off")
        or c.phrase("finish", "off")
        or (c.at("cut", "break") and (_is_name(c, 1) or c.ahead().text == "yarn"))
    ):
        c.i += 1
        c.accept("off")
        c.accept("yarn", "colour") and c.token.kind == "num" and c.number()
        _name(c)
        while c.at("and", "weave", "darn", "sew", "in", "ends"):
            if c.at("and") and c.ahead().text not in ("weave", "darn", "sew"):
                break
            c.i += 1
        return Act("fasten off", c.span_from(i))
    k = 1 + (c.ahead().text in STITCH_WORDS)
    marker = c.at("place", "move", "put", "remove", *_MARKING) and c.ahead(k).text in ("marker", "markers")
    if c.accept("pm", "mark") or marker or (c.at("move") and c.ahead().text == "it"):
        while c.token.kind in ("word", "ord", "num") or _another_number(c):  # `mark sts 2, 4, 6 and 8`
            c.i += 1
        return Act("marker", c.span_from(i))
    return _read_parked(c, i) or _read_held(c, i) or _read_yarn(c, i, fresh)


def _another_number(c: Cursor) -> bool:
    """Whether a comma comes, and behind it nothing but a number."""
    return c.at(",") and c.ahead().kind == "num" and (c.ends(2) or c.ahead(2).text in ("and", "&"))


def _read_parked(c: Cursor, i: int) -> Act | None:
    """`drop loop of A to back`, `park A in front`, `pick up loop of B`."""
    pick = c.accept_phrase("pick", "up") or c.accept_phrase("return", "to")
    if not pick and not c.accept("drop", "park", "leave"):
        return None
    c.accept("loop", "lp", "yarn") and c.accept("of")
    c.accept("yarn", "colour")
    if not _is_name(c):
        c.i = i
        return None
    name = _name(c)
    side = ""
    while c.token.kind == "word" and not c.at("and"):
        side = side or {"back": "back", "behind": "back", "front": "front"}.get(c.token.text, "")
        c.i += 1
    return Act("pick up" if pick else "park", c.span_from(i), name, side=side)


_HOLDERS = ("marker", "markers", "holder", "pin")


def _read_held(c: Cursor, i: int) -> Act | None:
    """`place loop on marker`, `put live loop of A onto a stitch marker at back`: parked; the yarn that is live, where
    none is named."""
    if not c.accept("place", "put", "slip", "leave", "hold", "keep"):
        return None
    c.accept("live", "working", "last", "current")
    held = c.accept("loop", "lp")
    name = _name(c) if (c.accept("of", "from") or not held) and _is_name(c) else ""
    on = (held or name) and c.accept("on", "in", "into")
    while on and c.accept("locking", "safety", *STITCH_WORDS):
        pass
    if not on or not c.accept(*_HOLDERS):
        c.i = i
        return None
    side = ""
    while c.token.kind == "word" and c.at("in", "at", "to", "back", "behind", "front", "of", "work"):
        side = side or {"back": "back", "behind": "back", "front": "front"}.get(c.token.text, "")
        c.i += 1
    return Act("park", c.span_from(i), name, side=side)


def _speaks_of_yarn(c: Cursor) -> bool:
    """`join B`, `with colour A`, `attach the new yarn`."""
    if _is_name(c, 1):
        return True
    nth = c.ahead().kind == "ord" or c.ahead().text in ("first", *ORDINALS)
    if nth and c.ahead(2).text in ("colour", "yarn"):
        return True
    numbered = c.ahead(2).kind == "num"
    if c.ahead().text in ("colour", "yarn") and (_is_name(c, 2) or numbered):
        return True
    if not c.at("join", "attach"):
        return False
    if c.ahead().text in ("yarn", "new", "next", "colour"):
        return True
    words = (c.ahead(k).text for k in range(1, 9))
    return "any" in takewhile(lambda w: w not in (",", ";", ".", "", "(", "*"), words)


_YARNS = ("yarn", "colour")


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


def _to_space(c: Cursor) -> bool:
    """`join to corner`, `join to 2 ch sp`: where a round begins, and no join that closes one."""
    k = 3 if c.ahead(2).kind == "num" else 2
    return c.ahead().text == "to" and c.ahead(k).text in ("corner", *SPACE_WORDS, *CHAIN_WORDS)


def _read_yarn(c: Cursor, i: int, fresh: bool) -> Act | None:
    """`change to B`, `with B`, `in B`, `join B with sl st in any corner`, `attach yarn in any ch-2 sp`."""
    what, name = "yarn", ""
    if (
        c.at("with", "using")
        and c.ahead().text in ("new", "next", "contrast", "contrasting")
        and c.ahead(2).text in _YARNS
    ):
        c.i += 3  # `with new colour, join with sc in any st`
        return Act("marker", c.span_from(i))
    if c.accept("change", "changing", "switch"):
        c.accept("to")
    elif c.at("yarn", "colour") and _is_name(c, 1):
        pass
    elif fresh and c.at("new") and c.ahead().text in _YARNS and c.ahead(2).text in ("in", "into", "at", "to"):
        what = "attach"  # `new colour in any ch-2 sp`
        c.i += 1
    elif fresh and c.at("draw", "pull") and c.ahead().text == "up" and c.ahead(2).text in ("loop", "lp"):
        what = "attach"  # `with B, draw up a loop in any ch-1 sp`
        c.i += 3
    elif fresh and c.at("join") and (c.ahead().text in ("in", "into") or _to_space(c)):  # `with B join in 1-ch sp`
        what = "attach"
        c.i += 1
    elif c.at("with", "using", "in", "join", "attach") and _speaks_of_yarn(c):
        what = "attach" if c.at("join", "attach") else "yarn"
        c.i += 1
        c.accept("new", "next")
        nth = 1 if c.accept("first") else c.ordinal()
        if nth and c.accept("yarn", "colour"):
            name = f"colour {nth}"
    else:
        return None
    called = not name and c.accept("yarn", "colour")
    name = name or (f"colour {c.number()}" if called and c.token.kind == "num" else _name(c))
    if name:
        pass
    elif what == "yarn":
        c.i = i
        return None
    where: Where | None = None
    if what == "attach":
        at = c.i
        if c.accept("with") and c.stitch() not in (None, "slst"):
            c.i = at + 1  # `join B with sc in any st`: the first stitch of the round, standing on the hook
            return Act("attach", c.span_from(i), name)
        if c.accept("in", "into", "to", "at", "around") or c.at("between"):
            try:
                where = _from_join(c) or places.read_place(c)
                if where.mode in ("any", "next") and c.accept("after", "past", "following"):
                    where = replace(places.read_place(c), past=1)
            except UnreadableError:
                where = None
            if where and c.accept_phrase("opposite", "join"):
                where = replace(where, from_join="opposite")
                read_round_meant(c)
            if c.at("with") and not _is_name(c, 1):  # `in any sp with a sl st`, `... with a standing dc`
                at = c.i
                c.i += 1
                c.i = c.i if c.stitch() == "slst" else at + 1
    return Act("attach" if what == "attach" else "yarn", c.span_from(i), name, where)


def _from_join(c: Cursor) -> Where | None:
    """`3rd st after the join`: a place counted on from where the round below was joined; None with nothing read."""
    i = c.i
    nth = c.ordinal()
    if nth is not None and opens_target(c):
        target = read_target(c)
        if c.accept_phrase("after", "join"):
            return Where("next", (target,), c.span_from(i), nth, from_join="after")
    c.i = i
    return None
