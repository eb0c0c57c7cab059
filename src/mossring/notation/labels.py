"""Reading what a starting chain stands for: `(counts as dc)`, `, counts as first dc and ch 1`, `(dc + ch 1)`."""

from __future__ import annotations

from dataclasses import replace

from mossring.notation.cursor import CHAIN_WORDS, SPACE_WORDS, STITCH_WORDS, Cursor
from mossring.notation.tree import Label, Make
from mossring.stitches.table import composed, lookup

THE_REST = -1
"""Chains that stand for a space: as many as there are more than the stitch is high."""


def of_chain(label: Label, n: int) -> Label:
    """The label of n chains, of which some stand for the stitch and the rest for a space."""
    if label.chains != THE_REST or not label.stitch:
        return label
    return replace(label, chains=max(0, n - (lookup(label.stitch).chains or (n,))[0]))


def read_label(c: Cursor) -> Label | None:
    """`(counts as dc)` or `, counts as first dc` after a chain."""
    if c.token.text in ("(", "["):
        return read_bracket_label(c)
    save = c.i
    c.accept(",", "-")
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
                c.forgive(save)
                said = any(t.text == "throughout" for t in c.tokens[save : c.i])
                return replace(label, throughout=said)
            if c.token.kind == "end":
                break
            c.i += 1
    c.i = save
    return None


_STANDS = ("stands", "stand", "standing", "for")
_CHAINS_MEANT = (
    *("skipped", "missed", "unworked", "beg", "beginning", "turning", "first"),
    *("these", "this", "that", "which"),
)
"""Words for the chains that a label speaks of."""


def _label(c: Cursor) -> Label | None:
    save = c.i
    c.token.kind == "num" and c.ahead().text in ("skipped", "missed") and c.number()  # `the 3 skipped ch count as a dc`
    while c.at(*_CHAINS_MEANT, "1st"):
        c.i += 1
    skipped = c.i > save
    c.number()
    if not (c.accept("ch", "chs", "chain", "chains") and (c.number() or True)) and not skipped:
        c.i = save
    if c.accept("does", "do", "don't", "doesn't", "dont"):
        n_t = c.tokens[c.i - 1].text not in ("does", "do")
        if not (c.accept("not") or n_t) and c.at("count", "counts"):  # `does count as a stitch`
            return _label(c)
        if c.accept("count", "counts"):
            _to_end_of_label(c)
            return Label(None)
        return None
    if c.at("nc", "dnc") and c.ahead().text in (")", "]"):  # `ch 2 (nc)`
        c.i += 1
        return Label(None)
    if c.accept("isn't", "isnt", "aren't"):
        _to_end_of_label(c)
        return Label(None)
    if c.accept("not"):
        if c.accept("counted", "counting") or (c.accept("as") and c.at(*STITCH_WORDS)) or c.accept(*STITCH_WORDS):
            _to_end_of_label(c)
            return Label(None)
        return None
    c.at("to") and c.ahead().text in ("stand", "count") and c.accept("to")
    bracketed = c.at("as") and c.tokens[c.i - 1].text in ("(", "[")  # `3 ch (as 1 tr)`
    if not (bracketed or c.accept("counts", "count", "counted", "counting", "=", "is", *_STANDS)):
        return _short_label(c) if c.tokens[save - 1].text in ("(", "[") else None
    if c.accept("not"):
        _to_end_of_label(c)
        return Label(None)
    c.accept("as", "for")
    c.accept("your")
    c.accept("first", "1st", "beg", "one", "last", "final")
    c.accept_phrase("ch", "and") or c.accept_phrase("ch", "plus")
    if c.at("ch") and c.ahead().kind == "num" and c.ahead(2).text in ("and", "plus", "+"):  # `ch 1 and first dc`
        c.i += 3
        c.accept("first", "1st", "one")
    legged = c.legged()
    n = None if legged else c.number()
    key = legged[0] if legged else c.stitch()
    if key is None:
        key = _special_key(c)
    key is None and c.at("post") and c.ahead().text in STITCH_WORDS and c.accept("post")
    if key is None and c.accept(*STITCH_WORDS):  # `counts as a stitch`: as whatever it stands for
        return Label("st")
    if key is None:
        return None
    if key == "ch":
        m = c.number()
        c.accept(*SPACE_WORDS)
        return Label("ch", n or m or 1)
    chains = 0
    save = c.i
    if c.accept("and", "plus", "+", "&", ","):
        n = c.number()
        if c.accept("corner") and c.accept(*SPACE_WORDS):
            chains = THE_REST
        elif c.accept(*CHAIN_WORDS):
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
    """`The skipped chains count as a dc.`, `(sc, ch 1) counts as dc`: a label in a sentence of its own, or behind
    brackets."""
    save = c.i
    c.accept("these")
    bracketed = c.at("counts", "count") and c.i > 0 and c.tokens[c.i - 1].text in (")", "]")
    label = _label(c) if bracketed or c.at("skipped", "missed", "unworked") else None
    if label is None:
        c.i = save
    return label


def _short_label(c: Cursor) -> Label | None:
    """`ch 4 (dc + ch 1)`, `3 ch (1 tr)`, `3 ch, tr in ring (first cluster)`: what it counts as, without saying so."""
    first = c.tokens[c.i - 1].text in ("first", "beg", "beginning")
    if first and c.at("cl", "cluster") and c.ahead().text in (")", "]", "made"):
        c.i += 1
        c.accept("made")
        return Label(composed("cl", "dc", 2))  # of as many legs as stand there
    if c.token.kind == "num" and c.token.value == 1:
        c.i += 1
    key = c.stitch()
    key and c.accept("made")  # `ch 3 (first dc made)`
    if (
        key not in (None, "ch") and c.at(")", "]") and c.ahead().text in (",", ";", ".", "and", "then", "+")
    ):  # `ch 3 (dc),`
        return Label(key)
    if key not in (None, "ch") and c.at(",", "and", "&") and _chains_close(c):  # `ch 6 (dc, ch 3),`
        c.i += 1
    elif key is None or not c.accept("+", "plus"):
        return None
    before = c.number()
    if not c.accept(*CHAIN_WORDS):
        return Label(key, before) if before and c.at(")", "]") else None  # `(dc + 2)`
    return Label(key, before or c.number() or 1)


_GOES_ON = (",", ";", ".", "and", "then", "+")


def _chains_close(c: Cursor) -> bool:
    """Whether `, ch 3)` comes next, and no place behind it."""
    ch = next((k for k in (1, 2) if c.ahead(k).text in ("ch", "chain")), 0)
    return bool(ch) and c.ahead(3).text == ")" and c.ahead(4).text in (",", ";", ".", "")


def _special_key(c: Cursor) -> str | None:
    """The stitch that a special stitch's name stands for, where it is one stitch."""
    group = c.named() or ()
    return group[0].stitch if len(group) == 1 and isinstance(group[0], Make) else None


def _to_end_of_label(c: Cursor) -> None:
    c.accept("as") and c.accept("first")
    c.accept(*STITCH_WORDS) or c.stitch()
    while c.at("here", "throughout", "now") or (c.at("in") and c.ahead().text in ("this", "pattern")):
        c.i += 2 if c.at("in") else 1
        c.accept("pattern", "motif")
