"""Places that a round comes back to: `same st as join`, `st where you started`, `base of ch 3`, `the skipped sts`."""

from __future__ import annotations

from mossring.notation.cursor import CHAIN_WORDS, STITCH_WORDS, Cursor
from mossring.notation.targets import ANY_STITCH, ends_here, opens_target, read_target
from mossring.notation.tree import Where
from mossring.notation.until import read_count

START_WORDS = ("beg", "beginning", "starting", "start", "turning", "first")


def same(c: Cursor, i: int) -> Where:
    """What follows `same`: the place of the last stitch, or of the round's start where it says `as join`."""
    target = read_target(c) if not c.accept("place") and opens_target(c) else None
    return Where("start" if as_what(c) else "same", (target,) if target else (), c.span_from(i))


def as_what(c: Cursor) -> bool:
    """`as join`, `as beg ch-3`, `as last st`: True when it points at the start of the round."""
    if not c.accept("as"):
        return False
    start = False
    while c.token.kind in ("word", "num", "ord") and not c.at("to", "and"):
        start = start or c.at("beg", "beginning", "join", "joining", "start", "starting", "first", "sl", "ss")
        c.i += 1
    return start


def where_begun(c: Cursor) -> bool:
    """`where you started`, `you began in`, `at the start of the round`, behind a place: where the round began."""
    if c.token.kind != "word":
        return False
    save = c.i
    c.accept("that", "in", "which")
    if c.accept("where", "you", "at", "round", "rnd"):
        c.accept("you", "round", "rnd", "this", "your")
        c.accept("first", "just")
        if c.accept(*_BEGAN):
            c.accept("in", "from", "with", "at")
            c.accept("of", "round", "rnd") and c.accept("round", "rnd", "this")
            return True
    c.i = save
    return False


_BEGAN = ("started", "began", "begun", "start", "starts", "begins", "beginning", "joined", "join")


def at_base(c: Cursor) -> bool:
    """`st at base of ch-3`, `base of beg ch-3`: where the start stands."""
    save = c.i
    c.accept(*STITCH_WORDS)
    c.accept("at")
    if c.at("below") and c.tokens[c.i - 1].text in STITCH_WORDS and c.ahead().text != "next":
        c.i += 1
        return True
    if c.accept("base") and (ends_here(c) or c.accept("of")):
        c.accept("same")
        c.accept(*START_WORDS)
        c.number()
        if c.accept(*CHAIN_WORDS):
            c.number()
        return True
    c.i = save
    return False


def skipped(c: Cursor, i: int) -> Where | None:
    """`skipped st`, `the 2 skipped sts`, `st just skipped`: what the hook has just passed over, worked after all; a
    place of a round further down is none of them."""
    save = c.i
    if not any(t.text in _SKIPPED for t in c.tokens[save : save + 5]):
        return None
    n = read_count(c)
    c.accept("first", "second", "2nd", "1st")  # one after the other, in the order in which they stand
    before = c.accept("just") or c.accept(*_SKIPPED)
    c.accept(*_SKIPPED)
    target = read_target(c) if opens_target(c) else ANY_STITCH if before and ends_here(c) else None
    c.accept("you", "you've", "that")
    c.accept("just")
    behind = not before and target is not None and c.accept(*_SKIPPED)
    c.accept("just")
    if target is None or target.round or target.kind not in ("st", "sp", "chain") or not (before or behind):
        c.i = save
        return None
    return Where("skipped", (target,), c.span_from(i), n or 1)


_SKIPPED = ("skipped", "missed")
