"""How far a repeat or a sweep goes: `around`, `to corner`, `until 2 sts remain`."""

from __future__ import annotations

from mossring.notation.cursor import CHAIN_WORDS, SPACE_WORDS, STITCH_WORDS, Cursor, UnreadableError
from mossring.notation.targets import ANY_STITCH, CORNER, opens_target, read_target
from mossring.notation.tree import Target, Until
from mossring.notation.words import NUMBERS

END = Until("end")
"""To the end of the round."""
ALONG_A_SIDE = Until("target", CORNER)
"""To the next corner; beside what is worked in each corner, along every side."""


def read_until(c: Cursor) -> Until | None:
    """`around`, `to corner`, `across side`, `to next ch-2 sp`, `to last 2 sts`, `to end`; None if not said."""
    c.at("evenly") and c.ahead().text in ("around", "round", "across") and c.accept("evenly")
    c.accept_phrase("all", "way") or (c.at("all") and c.ahead().text in ("around", "round") and c.accept("all"))
    if c.at("of") and c.ahead().text in ("round", "rnd") and c.ends(2):  # `in all sts of the round`
        c.i += 2
        return END
    if c.accept("around", "round", "throughout"):
        c.accept("round", "rnd", "ring", "circle")
        return _to_last(c) or (read_until(c) if c.at("until", "till") else None) or END
    sided = c.at("on") and c.ahead(1 + (c.ahead().text in ("each", "every", "all"))).text in ("side", "sides")
    if c.accept("across", "along") or (sided and c.accept("on")):
        c.accept("each", "every", "this", "next", "all")
        c.accept("other")
        if c.accept("sides", "edges"):  # `3 dc in each sp along the sides`
            return END
        side = c.accept("side", "edge")
        if side and c.accept("of"):
            c.accept("foundation")
            c.accept(*CHAIN_WORDS)
            return Until("across")
        if side:
            c.accept("to") and (c.accept("next"), c.accept("corner"))
        elif c.accept("to"):
            return _until_what(c)
        c.accept("row")
        return ALONG_A_SIDE if side else Until("across")
    if c.at("between"):
        return _between_corners(c)
    if _to_join(c):
        return END
    up = c.at("up") and c.ahead().text == "to"
    if (up or c.at("to", "until", "till")) and not c.phrase("to", "join") and not c.phrase("to", "form"):
        till = c.at("until", "till")
        c.i += 2 if up else 1
        if till and _so_many_worked(c):
            return END
        return _until_what(c)
    return None


def _to_join(c: Cursor) -> bool:
    """`to join; join`, `to the join`: to the end. A join that is to be made there (`sl st in first dc to join`) is no
    end."""
    joins = c.ahead(2).text in (";", ",", ".") and c.ahead(3).text in ("join", "ss", "sl", "slst", "slip")
    if c.phrase("to", "the", "join") or c.phrase("to", "joining") or (c.phrase("to", "join") and joins):
        c.i += 3 if c.ahead().text == "the" else 2
        return True
    return False


def _between_corners(c: Cursor) -> Until | None:
    """`dc in each dc between corners`, `in between`: along a side."""
    save = c.i
    c.i += 1
    c.accept("each", "every", "all", "these", "those")
    if c.accept("corners", "corner", "them") or c.token.kind == "end" or c.at(",", ";", ".", ")", "]", "(", "*"):
        return ALONG_A_SIDE
    c.i = save
    return None


def _so_many_worked(c: Cursor) -> bool:
    """`until you have 12 spokes`, `until 16 sc`, `until 3 corners are done`: where the round, or the words behind it,
    end it anyway."""
    save = c.i
    c.accept("you", "there") and c.accept("have", "are")
    if c.number() and c.token.kind == "word" and not c.at(*CHAIN_WORDS, "and", "then"):
        c.i += 1
        c.accept("of") and (c.number(), c.stitch() or c.accept(*STITCH_WORDS))  # `four sets of 3 dc`
        c.accept("are", "have") and c.accept("been")
        c.accept("done", "made", "worked", "completed", "complete", "formed")
        if not c.at("remain", "remains", "left"):  # `until one tr remains` is another matter
            c.forgive(save)
            return True
    c.i = save
    return False


def _to_last(c: Cursor) -> Until | None:
    """`around to last 2 sts`."""
    if c.at("to", "until") and "last" in (c.ahead().text, c.ahead(2).text):
        c.i += 1
        return _until_what(c)
    return None


def _until_what(c: Cursor) -> Until:
    if (left := _until_left(c)) is not None:
        return left
    if c.accept("end", "beg", "beginning", "start"):
        if c.accept("of"):
            return END if c.accept("rnd", "round") else Until("across")
        return Until("across")
    if c.accept("last"):
        if c.accept("side", "edge"):
            return END  # the words behind it are for that side
        n = read_count(c)
        target = _rest_or_target(c)
        return Until("last", target, 1 if n is None else n)
    n = c.number() if c.accept("within") else None
    if n is not None:
        return Until("last", read_target(c), n)
    c.accept("next", "each", "following", "other", "same", "first")
    return Until("target", read_target(c))


def _until_left(c: Cursor) -> Until | None:
    """`until one tr remains`, `until 2 sts are left`."""
    save = c.i
    n = c.number()
    if n is not None and opens_target(c):
        target = read_target(c)
        c.accept("is", "are")
        if c.accept("remain", "remains", "left", "remaining"):
            return Until("last", target, n)
    c.i = save
    return None


def _rest_or_target(c: Cursor) -> Target:
    """What is counted from the end: `last 2 sts`, `last 2` for short."""
    save = c.i
    try:
        return read_target(c)
    except UnreadableError:
        c.i = save
        if c.token.kind == "end" or c.at(",", ";", ".", ")", "]"):
            return ANY_STITCH
        raise


def read_count(c: Cursor) -> int | None:
    """How many places; `2ch sp`, `2 ch sp` and `two-chain sp` are a length and `3-dc cl` a stitch, not a count."""
    if c.token.kind == "num" or (c.token.text in NUMBERS and (c.token.text != "one" or _hyphened(c))):
        many = c.ahead(2).text in ("sps", "spaces", "loops", "lps") and not _hyphened(c)  # `next 5 ch sps`
        if c.ahead().text in CHAIN_WORDS and c.ahead(2).text in (*SPACE_WORDS, "corner", "corners") and not many:
            return None
        save = c.i
        if c.legged():
            c.i = save
            return None
    return c.number()


def _hyphened(c: Cursor) -> bool:
    """Whether the next two tokens are one word: `5-ch`, `5ch`."""
    return c.text[c.token.end : c.ahead().start].strip() != "" or c.token.end == c.ahead().start
