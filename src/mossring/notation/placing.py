"""What opens with its place: `in next ch-2 sp work ...`, `corners: ...`, `fill each corner with ...`."""

from __future__ import annotations

from typing import TYPE_CHECKING

from mossring.notation import places, sides, stitching, sweeps, targets
from mossring.notation.cursor import CHAIN_WORDS, GROUP_WORDS, SPACE_WORDS
from mossring.notation.marks import Marks
from mossring.notation.tree import Make, Node, Skip, Target, Where, Work
from mossring.notation.until import END

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_OPEN = ("(", "[")


def place_first(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`in next ch-2 sp work (3 dc, ch 2, 3 dc)`, `in ring, ch 3, ...`; `work in dc to end` names a stitch,
    `work in dc as established` one in each stitch."""
    c = r.c
    if r.in_place:
        return False
    i = c.i
    c.i += 1
    if c.opens_stitch():
        save = c.i
        key = c.stitch()
        if key and any(c.accept_phrase("as", word) for word in ("established", "set", "before")):
            where = Where("each", (targets.ANY_STITCH,), c.span_from(i), until=END)
            nodes.extend(sweeps.swept(r, [Work((Make(key, 1, c.span_from(save)),), where, c.span_from(i))]))
            return True
        to_end = c.at("to", "around", "across", "throughout")
        c.i = save
        if to_end:
            nodes.extend(stitching.stitches(r))
            return True
    wheres = places.read_places(c)
    told = c.tokens[i : c.i]
    chained = [t.value for t in told if t.kind == "num"] if any(t.text in CHAIN_WORDS for t in told) else []
    ring = wheres[0].targets and wheres[0].targets[0].kind == "ring"
    if ring and chained:  # `into a ring of 4 ch`
        r.ring = chained[0]
    if (c.accept(":", ",") or c.at(";", ".") or c.token.kind == "end") and ring:
        return True  # all that follows goes into the ring, or all before it
    c.accept("work", "make", "working")
    c.accept(":")
    if not ring or not c.chained():
        nodes.extend(sweeps.swept(r, stitching.worked_in(r, wheres, i, depth)))
    return True


def next_first(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`next corner 3 dc, ch 2, 3 dc`: the place, and what is worked there."""
    c = r.c
    if r.in_place:
        return False
    i = c.i
    k = 2 if c.ahead().text in ("corner", *SPACE_WORDS) else 0
    if not k or not (c.opens_stitch(k) or (c.ahead(k).kind == "num" and c.opens_stitch(k + 1))):
        return False
    nodes.extend(sweeps.swept(r, stitching.worked_in(r, places.read_places(c), i, depth)))
    return True


def between_first(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`between groups: 3 dc`, `working between the groups, 3 dc`: in each of the gaps, or in the next of a repeat."""
    c = r.c
    if r.in_place:
        return False
    i = c.i
    working = c.accept("working", "work")
    between = c.accept("between") and c.accept(*GROUP_WORDS)
    if not between or not (c.accept(":", "work", "make") or (working and c.accept(","))):
        c.i = i
        return False
    where = Where("each", (Target("gap"),), c.span_from(i), until=END)
    if marks.open or (depth and not r.sweeping):
        where = Where("next", (Target("gap"),), c.span_from(i))
    nodes.extend(sweeps.swept(r, stitching.worked_in(r, [where], i, depth)))
    return True


def labelled(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`corners: 3 dc, ch 2, 3 dc; sides: 7 dc`, `between corners: ...`: what comes in each corner, and on each side;
    `side gaps: 3 dc`: in each gap between groups."""
    c = r.c
    if r.in_place:
        return False
    i = c.i
    k = next(k for k in range(6) if c.ahead(k).text not in _SIDED or k == 5)
    grouped = c.at("corners") and k == 1 and c.ahead().text in _OPEN  # `1 dc in each dc, corners (2 dc, ch 2, 2 dc)`
    sided = any(c.ahead(j).text in ("sides", "side", "between", "elsewhere") for j in range(k))
    told = sided and c.ahead().text in ("each", "every") and c.ahead(k).kind == "num" and c.opens_stitch(k + 1)
    if c.at("corner") or not k or not (c.ahead(k).text == ":" or grouped or told):  # `over each side 3 dc`
        return False
    gaps = any(c.ahead(j).text in ("gaps", "gap") for j in range(k))
    c.i = i + k + (c.ahead(k).text == ":")
    if not sided:
        each = Where("each", (targets.CORNER,), c.span_from(i), until=END)
        nodes.extend(sweeps.swept(r, stitching.worked_in(r, [each], i, depth)))
        return True
    if gaps:
        each = Where("each", (Target("gap"),), c.span_from(i), until=END)
        nodes.extend(sweeps.swept(r, stitching.worked_in(r, [each], i, depth)))
        return True
    before = len(nodes)
    r.instruction(nodes, Marks(), depth)
    nodes[before:] = [sides.of_each(n) for n in nodes[before:]]
    return True


_SIDED = (
    "over",
    "corners",
    "corner",
    "sides",
    "side",
    "between",
    "elsewhere",
    "along",
    "on",
    "each",
    "every",
    "all",
    "gaps",
    "gap",
)
"""Words before a colon that say where on the motif the words behind it belong."""
LABELS = tuple(w for w in _SIDED if w not in ("corner", "all", "gap"))
"""Such of them as one may begin with."""


def filled(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`fill each corner with 3 dc, ch 2, 3 dc`: a place, and what is worked there."""
    c = r.c
    if r.in_place:
        return False
    i = c.i
    c.i += 1
    if c.at("each", "every", "next", "all") or targets.opens_target(c):
        return _place_then(r, nodes, depth, i, ("with",))
    c.i = i
    return False


def each_gets(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`each st gets 2 dc`: a place, and what is worked there."""
    c = r.c
    if r.in_place:
        return False
    told = any(c.ahead(k).text in _GETS for k in range(1, 5))
    return told and _place_then(r, nodes, depth, c.i, _GETS)


_GETS = ("gets", "get", "receives", "takes")


def _place_then(r: Reader, nodes: list[Node], depth: int, i: int, words: tuple[str, ...]) -> bool:
    """A place, one of these words, and what is worked there; else nothing is read from token i on."""
    c = r.c
    wheres = places.read_places(c)
    if not c.accept(*words):
        c.i = i
        return False
    nodes.extend(sweeps.swept(r, stitching.worked_in(r, wheres, i, depth)))
    return True


def over_close(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`over the sc just made: standing dc, dc`: in the space that the round below was closed with."""
    c = r.c
    if r.in_place:
        return False
    i = c.i
    c.i += 1
    closing_one = c.accept("joining", "closing")
    named = c.stitch() is not None or c.accept("join")
    closing_one = c.accept_phrase("just", "made") or closing_one
    if not named or not (c.accept(":") or (closing_one and c.accept(","))):
        c.i = i
        return False
    nodes.extend(stitching.worked_in(r, [Where("same", (), c.span_from(i))], i, depth))
    return True


def over_space(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`working over next ch-2 sp, tr in st of rnd 2`: the chains of the round below are passed, and worked in."""
    c = r.c
    i = c.i
    c.i += 1
    c.accept("over") and c.accept("next", "same")
    space = targets.read_space(c) if c.i > i + 1 else None
    if space is None or not c.ends(0):
        c.i = i
        return False
    if c.tokens[c.i - 1].text not in _SEVERAL:
        span = c.span_from(i)
        nodes.append(Skip(Where("next", (space,), span), span, over=True))
    return True


_SEVERAL = ("sps", "spaces", "loops", "lps")
