"""What holds for a whole round: `In BLO, ...`, `BLO: ...`, `working behind rnd 3`, `..., working in back loops`."""

from __future__ import annotations

from typing import TYPE_CHECKING

from mossring.notation import grouping, targets
from mossring.notation.cursor import CHAIN_WORDS, STITCH_WORDS, Cursor
from mossring.notation.marks import Marks
from mossring.notation.targets import ROUND_WORDS
from mossring.notation.tree import Join, Node, Onto, Repeat, Work

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_SEPARATORS = (",", ";", ".")
_WORKING = ("work", "working", "worked", "now", "continue", "continuing", "go")
SETTING_WORDS = (*_WORKING, "turn", "rotate", "behind", "over", "before", "on", "along", "in", "through")


def setting(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """What holds for a whole round: `In BLO, ...`, `working in back loops only`, `working behind rnd 3`."""
    if depth:
        return False
    c = r.c
    save = c.i
    if c.at("rotate") and c.ends(1):  # to work along the other side of a foundation
        c.i += 1
        return True
    turned = any(c.accept_phrase(word, "to") for word in ("turn", "rotate"))
    for word in ("turn", "rotate"):
        c.accept_phrase(word, "and")
    while c.accept(*_WORKING):
        pass
    if c.phrase("in", "spiral") or c.phrase("in", "continuous"):
        while c.accept("in", "continuous", "spiral", *ROUND_WORDS):
            pass
        nodes.append(Join(None, "", c.span_from(save)))
        return True
    if c.accept("behind", "over", "before") and c.accept("petals", "petal", "shells", "rnd", "round", "sts"):
        while c.token.kind in ("word", "num") and not c.at(*_SEPARATORS, "in"):
            c.i += 1
        return True
    c.accept("back")
    if (c.accept("on", "along", "in", "down", "up", "across") or turned) and _the_other(c):
        at = c.i
        while c.at("side", "edge", "of", "foundation", "beg", "starting", "ch", "chain", "chs", "chains"):
            c.i += 1
        if c.tokens[at - 1].text != "second" or c.at(",", ":") or c.tokens[at].text in ("side", "edge"):
            return True  # `in second ch from hook` is another matter
    c.i = save
    worked = c.accept("working", "work")
    if (worked and c.accept("in", "into", "through")) or c.accept("in", "through"):
        i = c.i
        if c.accept("back") and c.accept("bump", "bumps", "ridge"):  # how a foundation chain is worked into
            while c.at("of", "each", "starting", "foundation", *CHAIN_WORDS):
                c.i += 1
            return True
        c.i = i
        if (c.accept("both") and c.accept("loop", "loops", "lps")) and (
            c.accept("again", "only") or c.at(*_SEPARATORS) or c.token.kind == "end"
        ):
            r.part = ""
            return True
        part = targets.read_part(c)
        onto = targets.read_round_meant(c) if part else 0
        if not part and worked and c.accept("sts", "stitches"):
            onto = targets.read_round_meant(c)
        part and c.accept("each", "every", "all") and (c.accept(*STITCH_WORDS) or c.stitch())  # `loop of each st`
        while c.at("only", "throughout", "around", "for", "this", "whole", "entire", "rnd", "round", "all"):
            c.i += 1
        closes = _only_closes(c)
        if (part or onto) and (c.at(*_SEPARATORS, ":") or closes):
            if not c.accept(":") and not onto and nodes and isinstance(nodes[-1], Work | Repeat) and closes:
                nodes[-1] = grouping.in_part(nodes[-1], part)  # `dc in each dc, working in BLO. Join.`
                return True
            r.part = part
            if onto:
                nodes.append(Onto(onto, c.span_from(i)))
            return True
    c.i = save
    return False


def _only_closes(c: Cursor) -> bool:
    """Whether no more stitches come: the round closes, or ends."""
    k = 0
    while c.ahead(k).text in _SEPARATORS:
        k += 1
    return c.ahead(k).kind == "end" or c.ahead(k).text in ("join", "sl", "ss", "slip", "slst", "turn", "(", "[", "-")


def part_led(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`BLO: dc in each dc`: the loop that the whole round is worked in."""
    c = r.c
    i = c.i
    part = "" if depth else targets.read_part(c)
    if part and c.accept(":"):
        r.part = part
        return True
    c.i = i
    return False


def part_behind(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`, working in back loops only` behind what is worked so."""
    c = r.c
    save = c.i
    c.i += 1
    part = targets.read_part(c) if nodes and c.accept("in", "into", "through") else ""
    if part and (c.token.kind == "end" or c.at(*_SEPARATORS, "(", "[", "-")):
        nodes[-1] = grouping.in_part(nodes[-1], part)
        return True
    c.i = save
    return False


def _the_other(c: Cursor) -> bool:
    return c.accept("other", "opposite", "second", "underside", "bottom")
