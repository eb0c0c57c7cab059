"""What stands in a round and asks for no stitch: remarks, how the work is held, the motions of the hook."""

from __future__ import annotations

import re
from dataclasses import replace

from mossring.notation import places, targets
from mossring.notation.cursor import CHAIN_WORDS, GROUP_WORDS, SPACE_WORDS, STITCH_WORDS, Cursor, UnreadableError
from mossring.notation.tree import Chain, Make, Node, Work
from mossring.notation.words import NUMBERS
from mossring.stitches.table import composed, is_stitch

_OPEN = {"(": ")", "[": "]"}
_SEPARATORS = (",", ";", ".")

_SIDES = ({"spiral"}, {"corner"}, {"rs"}, {"ws"}, {"right", "side"}, {"wrong", "side"})
"""What a bracket may only remark on."""


_REMARKING = frozenset(
    {"the", "this", "these", "that", "those", "so", "you", "your", "it", "which", "where", "when", "if", "see", "not"}
    | {
        "center",
        "centre",
        "middle",
        "around",
        "behind",
        "under",
        "over",
        "being",
        "making",
        "counting",
        "or",
        "optional",
        "note",
        "about",
        "approx",
        "i",
        "e",
        "for",
        "instead",
        "always",
        "remember",
        "sub",
        "substitute",
        "substituting",
        "replace",
        "replacing",
        "one",
    }
)
"""How a bracket begins that tells of what was worked and asks for nothing."""


_RING = frozenset({"a", "magic", "ring", "circle", "loop", "in", "into", "or", "use", "using", "start", "with"})


_LONGEST = 16
"""Words of a bracket that only remarks."""


def bracket(c: Cursor) -> bool:
    """A bracket that only remarks (`(first V-st made)`, `[ch 2 at start doesn't count]`) is passed."""
    closer = _OPEN[c.token.text]
    held = c.tokens[c.i + 1 : c.i + 2 + _LONGEST]
    k = next((k for k, t in enumerate(held, 1) if t.text == closer or t.text in _OPEN or t.kind == "end"), 0)
    if not k or held[k - 1].text != closer:
        return False
    words = {t.text for t in held[: k - 1]}
    after = c.ahead(k + 1)
    again = after.kind == "num" or after.text in ("x", "*", "twice", "thrice", "around", "to", *NUMBERS)
    remarks = _tells_of_chains(words, again) or _tells(words, again) or _opens_a_remark(c, words)
    remarks = remarks or (not again and _first_of_a_name(c, closer))
    inside = (c.ahead().start, c.ahead(k - 1).end)
    odd = any(t.kind in ("unknown word", "misspelt") and inside[0] <= t.span[0] < inside[1] for t in c.troubles)
    asks = words & {",", ";", "in", "into", *_ASKING} or any(c.ahead(j).kind == "num" for j in range(1, k))
    remarks = remarks or (odd and k > _FEW and not asks and not again)  # `(slip over the tr to get there)`
    if not remarks or after.text in ("in", "into"):
        return False
    c.i += k + 1
    c.forgive(c.i - k - 1)
    return True


def _first_of_a_name(c: Cursor, closer: str) -> bool:
    """`(first V-st)`, behind what it was made of."""
    save = c.i
    c.i += 1
    made = (c.accept("first") or c.ordinal() == 1) and (bool(c.named()) or c.accept("popcorn", "pc", "bobble", "puff"))
    told = bool(made) and c.at(closer)
    c.i = save
    return told


def _tells_of_chains(words: set[str], again: bool) -> bool:
    """`(ch 3 + 11 dc)`, `(3 ch = 1 tr)`, `(1st tr: 3 ch)`, `(3 ch for first tr)`: what the chains of the start are."""
    if words.isdisjoint(CHAIN_WORDS):
        return False
    first = not words.isdisjoint(("1st", "first"))
    begins = "with" in words and not words.isdisjoint(("begin", "start"))  # `(begin first cl with ch 2)`
    return ("+" in words and not again) or "=" in words or (first and (begins or not words.isdisjoint((":", "for"))))


def _tells(words: set[str], again: bool) -> bool:
    """`(first V-st made)`, `(RS)`, `(magic ring)`, `(shell)`, `(same ch as first dc)`; again: it is worked so often."""
    plain = words - {"half", "first", "last", "second", "third", "next", "another"}
    return (
        not words.isdisjoint(("completed", "counts", "count", "note", "is", "makes", "forms"))
        or ("made" in words and not again)
        or words in _SIDES
        or bool(plain & {"corner", "side"} and plain <= _CALLED)
        or ("magic" in words and words <= _RING)
        or bool(plain and plain <= GROUP_WORDS)
        or {"same", "as"} <= words
    )


_NEAR = 60
"""Characters in which the word that a bracket opens with is looked for."""
_CALLED = {"corner", "corners", "side", "sides", "made", *SPACE_WORDS}
"""What a bracket may call the space that was made just before it: `ch 5 (corner loop)`."""


def _opens_a_remark(c: Cursor, words: set[str]) -> bool:
    """`(the middle one of the 3)`, `(shell = 5 dc)`: told by the word that it opens with."""
    opening = re.match(r"\W*(\w+)", c.text[c.token.end :][:_NEAR])
    if opening is None:
        return False
    told = opening[1].lower() in _REMARKING and not (c.ahead().text == "one" and c.opens_stitch(2))
    placed = opening[1].lower() in ("in", "into", "each", "every", "next")  # `(in next corner: 3 tr, 2 ch, 3 tr)`
    return told or (not opening[1][0].isdigit() and not placed and not words.isdisjoint(("=", ":")))


_WORKING = frozenset(
    {"rep", "repeat", "sk", "skip", "miss", "turn", "inc", "dec", "join", "ring", "magic", "mr", "as", "rnd", "rnds"}
    | {"*", "**", "(", "[", "next", "each", "same", "times", "twice", "loop", "loops", "blo", "flo", "spiral"}
    | {"continue", "continuous", "behind", "around", "begin", "marker", "with", "change", "using", "drop", "in"}
    | {"slide", "travel"}
)
"""Words of instructions: a sentence with one of them is no mere remark."""
_ATTACHED = frozenset({"yarn", "colour", "any", "corner", *SPACE_WORDS, *STITCH_WORDS})
_TELLING = frozenset({"you", "your", "this", "these", "it", "note", "nb", "tip", "remember", "check", "weave", "sew"})
"""Words that open a sentence that tells of the work and asks for no stitch."""
_SETTING = frozenset({"blo", "flo", "loop", "loops", "back", "front", "spiral", "turn", "turned", "worked", "behind"})


def sentence(c: Cursor) -> bool:
    """A whole sentence that asks for no stitch (`Weave in all ends.`, `Your hexagon may wave a little.`) is passed,
    with the words in it that nobody knows."""
    if c.i and c.tokens[c.i - 1].text not in (".", "!"):
        return False
    ends = next(k for k in range(c.i, len(c.tokens)) if c.tokens[k].kind == "end" or c.tokens[k].text in (".", "!"))
    words, k = c.tokens[c.i : ends], ends - c.i
    texts = {t.text for t in words}
    told = c.token.text in _TELLING and not texts & _SETTING
    told = told and not (c.token.text == "you" and texts & {"work", "make"} and texts & {"in", "into"})
    attaches = "attach" in texts and texts & _ATTACHED
    called = any(texts.issuperset(name.words) for name in c.names)
    asks = (
        texts & _WORKING or attaches or called or any(t.kind == "num" or c.opens_stitch(j) for j, t in enumerate(words))
    )
    if len(words) < 3 or (asks and not told) or any(t.text in NUMBERS for t in words if not told):
        return False
    c.i += k
    c.forgive(c.i - k)
    return True


def clause(c: Cursor, nodes: list[Node]) -> bool:
    """A clause that only tells how: it is passed."""
    return (
        _facing(c)
        or colours_in_turn(c)
        or _manner(c, nodes)
        or _last_of_all(c)
        or _made(c)
        or _before_joining(c)
        or _even(c)
    )


def _even(c: Cursor) -> bool:
    """`no increases: dc in each st`, `without increasing`: what is left out."""
    if not c.at("no", "without") or c.ahead().text not in ("inc", "incs", "increase", "increases", "increasing"):
        return False
    c.i += 2
    c.accept(":")
    return True


def _before_joining(c: Cursor) -> bool:
    """`before the ss`, `before joining`: what is worked last comes before the join anyway."""
    save = c.i
    if c.accept("before"):
        c.accept("you", "final", "last")
        if (c.accept("join", "joining", "closing", "close") or c.stitch() == "slst") and c.ends(0):
            return True
    c.i = save
    return False


def _facing(c: Cursor) -> bool:
    """`with RS facing you`: how the work is held."""
    save = c.i
    c.accept("with")
    if (c.accept("rs", "ws") or (c.accept("right", "wrong") and c.accept("side"))) and c.accept("facing"):
        c.accept("you", "up", "out")
        return True
    c.i = save
    return False


def _made(c: Cursor) -> bool:
    """`- first V-st made`: what the words before it came to."""
    k = 1
    while c.ahead(k).kind in ("word", "ord") and k < _MADE_WORDS:
        k += 1
    if not c.at("-") or c.ahead(k - 1).text not in ("made", "formed", "completed", "done"):
        return False
    c.i += k
    c.forgive(c.i - k)
    return True


_MADE_WORDS = 8
_FEW = 3
_MANNERS = frozenset(
    {"working", "being", "making", "taking", "keeping", "holding", "remembering", "noting", "catching"}
)


def _manner(c: Cursor, nodes: list[Node]) -> bool:
    """`taking care not to twist`: how something is done; it asks for no stitch. Single crochet `working from left to
    right` is reverse single crochet."""
    if c.token.text not in _MANNERS:
        return False
    save = c.i
    c.i += 1
    while c.token.kind == "word" and not c.at("and", "then", *_ASKING, *NUMBERS):
        if targets.opens_target(c) and not c.at(*GROUP_WORDS):  # `keeping petals to front` asks for nothing
            break
        c.i += 1
    ends = c.token.kind == "end" or c.at(*_SEPARATORS, *_OPEN, "and", "then")
    if c.i - save < 3 or not ends:
        c.i = save
        return False
    c.forgive(save)
    last = nodes[-1] if nodes else None
    if isinstance(last, Work) and {"left", "right"} <= {t.text for t in c.tokens[save : c.i]}:
        nodes[-1] = replace(last, group=tuple(_reversed(node) for node in last.group))
    return True


def _reversed(node: Node) -> Node:
    return replace(node, stitch="revsc") if isinstance(node, Make) and node.stitch == "sc" else node


def colours_in_turn(c: Cursor) -> bool:
    """`alternating colours and`, `changing colour each round`: which yarn, and no stitch."""
    save = c.i
    if not (
        c.accept("alternating", "changing", "switching") and c.accept("colour", "colours", "color", "colors", "yarns")
    ):
        c.i = save
        return False
    c.accept("every", "each", "in") and c.accept("time", "rnd", "round", "row")
    c.accept("and")
    return True


def _last_of_all(c: Cursor) -> bool:
    """`working last dc in top of turning ch`: where a sweep ends anyway."""
    save = c.i
    if c.accept("ending", "end") and c.at("with") and _in_last_chains(c):
        return True
    c.i = save
    c.accept("ending", "end") and c.accept("with", "by")
    c.accept("working", "making", "placing", "with", "work")
    said = c.i > save  # `last sc in top of ch-3` needs no `working` before it
    placed = c.accept("last", "final") and (c.stitch() or c.accept(*STITCH_WORDS)) and c.accept("in", "into")
    if placed and (said or c.at("top", "turning", "beg")):
        try:
            places.read_place(c)
        except UnreadableError:
            c.i = save
        return c.i > save
    c.i = save
    return False


def _in_last_chains(c: Cursor) -> bool:
    """`with sc in 4th and 3rd chains of turning chain`: the last places that a sweep across comes to anyway."""
    k = 0
    while c.ahead(k).kind in ("word", "num", "ord"):
        k += 1
    told = [c.ahead(j) for j in range(k)]
    if not any(t.text == "turning" for t in told) or not any(t.kind == "ord" for t in told):
        return False
    c.i += k
    c.forgive(c.i - k)
    return True


_ASKING = ("each", "next", "inc", "dec", "same", "loops")


_HANDLING = ("take", "remove", "withdraw", "insert", "draw", "pull", "tighten", "wind", "wrap", "yo", "yrh", "drop")


def motion(c: Cursor, nodes: list[Node]) -> bool:
    """`pull ring tight`; `remove hook, insert it in first dc, draw loop through`: what the hand does. Where the loop
    is dropped, the stitches just worked in one place are a popcorn."""
    if c.at("complete", "finish") and c.ahead().text == "as":  # `3 dc in same st and complete as a popcorn`
        i = c.i
        while c.token.kind in ("word", "num"):
            c.i += 1
        c.forgive(i)
        if {t.text for t in c.tokens[i : c.i]} & {"pc", "popcorn"}:
            _popcorn(nodes)
        return True
    if not c.at(*_HANDLING) or (c.at("drop") and c.ahead().text not in ("loop", "lp", "hook")):
        return False
    i = c.i
    while c.token.kind != "end" and not c.at(*_SEPARATORS, *_OPEN, ")", "]", "*"):
        c.i += 1
    c.forgive(i)
    told = {t.text for t in c.tokens[i : c.i]}
    if told & {"take", "remove", "withdraw", "drop"} and told & {"hook", "loop", "lp"}:
        _popcorn(nodes)
    return True


def _popcorn(nodes: list[Node]) -> None:
    last = nodes[-1] if nodes else None
    made = last.group[0] if isinstance(last, Work) and len(last.group) == 1 else None
    if not isinstance(last, Work) or not isinstance(made, Make) or not made.is_plain:
        return
    before = nodes[-2] if len(nodes) > 1 else None
    begins = isinstance(before, Chain)
    key = composed("pc", made.stitch, made.n + begins)
    if is_stitch(key):
        make = Make(key, 1, made.span, start="beg" if begins else "")
        nodes[-1 - begins :] = [Work((make,), last.where, last.span)]
