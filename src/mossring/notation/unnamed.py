"""What stands where a stitch should be named: numbers of the stitch named last (`dc in next st, 2 in next`), and the
name of a special stitch that nobody described."""

from __future__ import annotations

from mossring.notation import targets
from mossring.notation.cursor import CHAIN_WORDS, GROUP_WORDS, STITCH_WORDS, Cursor
from mossring.notation.words import ORDINALS

_OPEN = ("(", "[")
_MOST = 16
"""So far ahead a place is looked for."""


def goes_on(c: Cursor) -> bool:
    """Whether a place follows where a stitch should be named, of this number or of one behind it (`1, 2 in next`)."""
    if c.at(",", "and", "+") and c.ahead().text in ("inc", "incs", "dec"):  # `(1, inc) 7 times`
        return True
    k = 0
    while k < _MOST and c.ahead(k).text == "," and c.ahead(k + 1).kind == "num":
        k += 2
    if k:
        return c.ahead(k).text in ("in", "into") and c.ahead(k + 1).text in ("next", "each", "same")
    if _in_a_bracket(c):
        return True
    if not c.at("in", "into"):
        return False
    c.i += 1
    opens = c.at(*_ELSEWHERE) or c.token.value == 1 or targets.opens_target(c)  # `2 in 1`
    opens = opens or (c.token.text in ORDINALS and c.ends(1))  # `1 sc in first st, 3 in second`
    c.i -= 1
    return opens


def special(c: Cursor) -> str:
    """A special stitch that nobody described, by its name: `V-st in next st`, `shell in next sp`; or nothing."""
    k = 2 if c.ahead().text in STITCH_WORDS and c.token.kind == "word" else 1
    if not (k > 1 or c.at(*GROUP_WORDS)) or c.ahead(k).text not in ("in", "into", "around", "over"):
        return ""
    return c.text[c.token.start : c.ahead(k - 1).end]


def _in_a_bracket(c: Cursor) -> bool:
    """Whether a number alone in a bracket is one of stitches: `(2, ch 2, 2) in corner`, `[1, (dc, ch 1, dc)] x 6`."""
    if c.i > 1 and c.tokens[c.i - 2].text in _OPEN and c.at(",", "+"):
        return c.ahead().text in (*CHAIN_WORDS, *_OPEN)
    before = [t.text for t in c.tokens[max(0, c.i - 4) : c.i - 1]]
    return (
        before[-1:] in ([","], ["+"])
        and not set(CHAIN_WORDS).isdisjoint(before)
        and c.at(")", "]")
        and c.ahead().text in ("in", "into", "x", ",")
    )


_ELSEWHERE = ("each", "every", "next", "same", "first", "last", "ring", "all", "magic", "mr", "mc", "circle", "loop")
