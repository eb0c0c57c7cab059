"""Reading places: `next 5 sts`, `each st to corner`, `same ch-2 sp`, `sp between next 2 groups`."""

from __future__ import annotations

from mossring.notation.cursor import SPACE_WORDS, STITCH_WORDS, Cursor
from mossring.notation.tree import Target, Until, Where

RING = Target("ring")
ANY_STITCH = Target("st")
CORNER = Target("corner")
END = Until("end")
_INTO = ("in", "into", "on", "to", "at")


def read_places(c: Cursor) -> list[Where]:
    """What follows `in`: one place, or several joined by `and`. Raises UnreadableError if there is none."""
    places = [read_place(c)]
    while c.at("and") or (c.at(",") and c.ahead().text == "and" and c.ahead(2).text in _INTO):
        save = c.i
        c.accept(",")
        c.accept("and")
        said = c.accept("in", "into")
        if not said and not _opens_place(c):
            c.i = save
            break
        places.append(read_place(c))
    return _one_sweep(places)


def _opens_place(c: Cursor) -> bool:
    return c.at("next", "each", "every", "same", "following", "foll", "last", "corner", *SPACE_WORDS) or (
        c.at("ch", "chain") and (c.ahead().text in SPACE_WORDS or c.ahead(2).text in SPACE_WORDS)
    )


def _one_sweep(places: list[Where]) -> list[Where]:
    """`each st and in each ch-1 sp to corner` is one sweep over both kinds, as far as the last one says."""
    if len(places) < 2 or any(p.mode != "each" for p in places):
        return places
    targets = tuple(t for p in places for t in p.targets)
    until = next((p.until for p in reversed(places) if p.until is not END), END)
    return [Where("each", targets, (places[0].span[0], places[-1].span[1]), until=until)]


def read_place(c: Cursor) -> Where:
    """One place, without its `in`."""
    i = c.i
    c.accept("the")
    ring = _ring(c)
    if ring:
        return Where("next", (ring,), c.span_from(i))
    if c.accept("each", "every", "all"):
        return _each(c, i)
    if c.accept("same"):
        return _same(c, i)
    if c.accept("next", "following", "foll"):
        n = _count(c)
        return Where("next", (_target(c),), c.span_from(i), 1 if n is None else n)
    if c.at("first", "beg", "beginning", "last") or c.token.text == "1st":
        last = c.at("last")
        c.i += 1
        n = _count(c)
        target = _target(c)
        _as_what(c)
        return Where("last" if last else "first", (target,), c.span_from(i), 1 if n is None else n)
    if c.accept("any"):
        return Where("any", (_target(c),), c.span_from(i))
    if c.at("rem", "remaining"):
        return _each(c, i)
    n = _count(c)
    if n is not None:
        return Where("next", (_target(c),), c.span_from(i), n)
    return Where("next", (_target(c),), c.span_from(i))


def _ring(c: Cursor) -> Target | None:
    """The ring, or the one chain that round 1 is worked into (`2nd ch from hook`: its number is in `chains`)."""
    save = c.i
    nth = c.ordinal()
    if nth is not None and c.accept("ch", "chain") and c.accept("from"):
        c.accept("the")
        if c.accept("hook"):
            return Target("ring", chains=nth)
    c.i = save
    c.accept("magic", "adjustable", "sliding", "center", "centre")
    if c.accept("ring", "circle"):
        return RING
    c.i = save
    return None


def _count(c: Cursor) -> int | None:
    """How many places; `2ch sp` and `2 ch sp` are a length and not a count."""
    if c.token.kind == "num" and c.ahead().text in ("ch", "chain") and c.ahead(2).text in SPACE_WORDS:
        return None
    return c.number()


def _each(c: Cursor, i: int) -> Where:
    c.accept("of")
    c.accept("the")
    first = c.at("first")
    counted = c.accept("next", "following", "foll", "first", "last", "rem", "remaining")
    n = _count(c)
    target = _target(c)
    if counted and n is not None:
        return Where("next", (target,), c.span_from(i), n)
    if first:
        return Where("next", (target,), c.span_from(i))
    until = read_until(c) or END
    return Where("each", (target,), c.span_from(i), until=until)


def _same(c: Cursor, i: int) -> Where:
    if c.accept("place"):
        target = None
    elif _opens_target(c):
        target = _target(c)
    else:
        target = None
    mode = "start" if _as_what(c) else "same"
    targets = (target,) if target else ()
    return Where("start" if mode == "start" else "same", targets, c.span_from(i))


def _as_what(c: Cursor) -> bool:
    """`as join`, `as beg ch-3`, `as last st`: True when it points at the start of the round."""
    if not c.accept("as"):
        return False
    start = False
    while c.token.kind in ("word", "num", "ord") and not c.at("to", "and"):
        start = start or c.at("beg", "beginning", "join", "joining", "start", "starting", "first", "sl", "ss")
        c.i += 1
    return start


def _opens_target(c: Cursor) -> bool:
    t = c.token
    if t.text in SPACE_WORDS or t.text in STITCH_WORDS or t.text in ("corner", "ch", "chain", "ring"):
        return True
    if t.kind == "num":
        return c.ahead().text in ("ch", "chain", *SPACE_WORDS)
    save = c.i
    found = c.stitch() is not None
    c.i = save
    return found


def _target(c: Cursor) -> Target:
    """What is worked into: a stitch, a space by its length, a corner, between groups."""
    if c.accept("corner", "corners"):
        save = c.i
        if _opens_target(c):
            inner = _target(c)
            if inner.kind == "sp" or inner == ANY_STITCH or inner.kind == "st":
                return CORNER
        c.i = save
        return CORNER
    between = _between(c)
    if between:
        return between
    if c.accept(*STITCH_WORDS):
        return ANY_STITCH
    if c.accept(*SPACE_WORDS):
        if c.accept("between"):
            return _after_between(c)
        return Target("sp")
    space = _chain_space(c)
    if space:
        return space
    ring = _ring(c)
    if ring:
        return ring
    if c.accept("group", "groups", "shell", "shells", "set", "sets"):
        return Target("group")
    key = c.stitch()
    if key is None or key == "ch":
        raise c.fail("place")
    return Target("st", key)


def _between(c: Cursor) -> Target | None:
    return _after_between(c) if c.accept("between") else None


def _after_between(c: Cursor) -> Target:
    c.accept("the")
    c.accept("next", "each", "following")
    c.number()
    if c.accept("group", "groups", "shell", "shells", "set", "sets"):
        return Target("group")
    if c.accept(*STITCH_WORDS) or c.stitch():
        return Target("between")
    raise c.fail("place")


def _chain_space(c: Cursor) -> Target | None:
    """`ch-2 sp`, `2ch-sp`, `ch sp`, `chain space`, `ch-5 loop`."""
    save = c.i
    n = c.number()
    if c.accept("ch", "chs", "chain", "chains"):
        m = c.number()
        if c.accept(*SPACE_WORDS):
            return Target("sp", chains=m if m is not None else n)
    c.i = save
    return None


def read_until(c: Cursor) -> Until | None:
    """`around`, `to corner`, `across side`, `to next ch-2 sp`, `to last 2 sts`, `to end`; None if not said."""
    if c.accept("around", "round", "throughout"):
        c.accept("the") and c.accept("round", "rnd", "ring", "circle")
        return END
    if c.accept("across", "along"):
        c.accept("the", "each", "this", "next")
        side = c.accept("side", "edge")
        if side:
            c.accept("to") and (c.accept("next"), c.accept("corner"))
        elif c.accept("to"):
            return _until_what(c)
        return Until("target", CORNER) if side else END
    if c.at("to", "until", "till") and not c.phrase("to", "join") and not c.phrase("to", "form"):
        c.i += 1
        return _until_what(c)
    return None


def _until_what(c: Cursor) -> Until:
    c.accept("the")
    if c.accept("end", "beg", "beginning", "start"):
        c.accept("of") and (c.accept("the"), c.accept("rnd", "round", "row"))
        return END
    if c.accept("last"):
        n = _count(c)
        return Until("last", _target(c), 1 if n is None else n)
    c.accept("within") and c.number()
    c.accept("next", "each", "following", "other", "same")
    return Until("target", _target(c))
