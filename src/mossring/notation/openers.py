"""What an instruction opens with: the habits of the trade, each by the words that it may begin with, in the order in
which they are tried. What none of them reads is stitches."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import lru_cache
from typing import TYPE_CHECKING

from mossring.notation import (
    acts,
    begins,
    closing,
    endings,
    grouping,
    increases,
    likening,
    links,
    neighbours,
    once_around,
    places,
    placing,
    remarks,
    repeating,
    row_ends,
    sofar,
    surface,
    targets,
    throughout,
)
from mossring.notation.cursor import GROUP_WORDS, LOOP_PARTS, STITCH_WORDS, Cursor
from mossring.notation.marks import Marks
from mossring.notation.targets import ROUND_WORDS
from mossring.notation.tree import Chain, Join, Make, Node, Repeat, SayCorner, Skip, Target, Until, Where, Work
from mossring.notation.until import END
from mossring.notation.words import FILL, NUMBERS

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

Opener = Callable[["Reader", list[Node], Marks, int], bool]
"""Reads one instruction onto the nodes; false with nothing read where it is of another kind. The number is how deep in
brackets it stands. Raises UnreadableError where it is of this kind and can't be read."""

_OPEN = ("(", "[")
_INTO = ("in", "into")
_SEPARATORS = (",", ";", ".")
_BEGINNING = ("beginning", "begin", "beg", "starting", "start")
_CENTRES = ("mr", "mc", "loop", "ring", "knot")
_LOOPED = ("ring", "circle", "loop", "knot")
_SKIPPING = ("sk", "skip", "miss", "skipping", "missing")


def read(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """Whether the next instruction opens with a habit of its own: then it is read onto the nodes."""
    _named_before(r.c)
    return any(opener(r, nodes, marks, depth) for opener in _for(r.c.token.text))


@lru_cache(maxsize=4096)
def _for(word: str) -> tuple[Opener, ...]:
    return tuple(opener for words, opener in OPENERS if not words or word in words)


def _named_before(c: Cursor) -> None:
    """`corner (2 dc, ch 2, 2 dc) in ch-2 sp`, `Side: dc in next 3 dc`, `Corner in ch-2 sp: 2 dc, ...`: what it is for
    is passed."""
    k = 2
    while c.at("corner") and c.ahead().text in _INTO and c.ahead(k).kind in ("word", "num"):
        k += 1
    if c.at("corner") and c.ahead().text == "of" and c.ahead(2).text in _OPEN:  # `corner of (2 dc, ch 2, 2 dc) in sp`
        c.i += 2
    elif c.at("corner") and (c.ahead().text in _OPEN or (k > 2 and c.ahead(k).text == ":")):
        c.i += 1
    elif c.at("corner", "side") and c.ahead().text == ":":
        c.i += 2


# ---- brackets and repeats -----------------------------------------------------------------


def _repeat_bracket(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`3 dc, ch 2 (repeat this 4 times)`: what its sentence has, so often in all."""
    c = r.c
    i = c.i
    if depth or c.ahead().text not in ("rep", "repeat") or marks.open:
        return False
    c.i += 2
    c.accept("this", "that", "these", "it")
    run = min(len(nodes) - r.begun, sofar.run_so_far(nodes))
    times = c.times() if run > 0 else None
    if times is None or not c.accept(")", "]"):
        c.i = i
        return False
    nodes[len(nodes) - run :] = [Repeat(sofar.again(nodes, run), times, c.span_from(i), times_span=c.span_from(i))]
    return True


def _times_bracket(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`6 x [2 sc in next st, sc in next st]`, `three lots of (3 dc, ch 2)`."""
    c = r.c
    save = c.i
    many = c.number()
    lots = c.accept("lots", "sets", "groups", "repeats", "reps") and c.accept("of")
    if not many or not (lots or c.accept("x")) or c.token.text not in _OPEN:
        c.i = save
        return False
    closer, opened = {"(": ")", "[": "]"}[c.token.text], c.i
    c.i += 1
    inner = r.sequence(closer, depth + 1)
    if not c.accept(closer):
        r.trouble("bracket", opened, mark=c.tokens[opened].text)
    nodes.append(Repeat(tuple(inner), many, c.span_from(c.i - 1)))
    return True


def _bracket(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    repeating.bracket(r, nodes, depth)
    return True


def _move(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`move to corner`: by slip stitches, as any hook would."""
    c = r.c
    if depth or c.ahead().text not in ("to", "into", "along", "over", "across"):
        return False
    i = c.i
    c.i += 1
    while c.accept("along", "over", "across", "to", "into"):
        pass
    make = Make("slst", 1, c.span_from(i))
    nodes.append(Work((make,), places.read_places(c)[0], c.span_from(i)))
    return True


def _repeat(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    c = r.c
    k = 1 + (c.ahead().text in repeating.PARTS)
    part = c.ahead(k).text in ("between", "in") and c.ahead(k + 1).text in ("*", "**", "stars", "asterisks", "(", "[")
    part = part or (not nodes and c.ahead().text in ROUND_WORDS and c.ahead(2).kind == "num")  # `work row 2 twice more`
    if c.at("work") and not part and not (c.ahead().text == "from" and c.ahead(2).text in ("*", "**")):
        return False
    if c.at("from") and c.ahead().text not in ("*", "**"):  # `*...; from * 7 more times`
        return False
    repeating.rep(r, nodes, marks)
    return True


def _on_around(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return depth == 0 and not begins.only_acts(nodes) and sofar.on_around(r, nodes, marks)


def _times_behind(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return bool(nodes) and depth == 0 and sofar.times_behind(r, nodes, marks)


def _at_both_ends(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return not depth and r.shaped and row_ends.at_both_ends(r, nodes)


def _chains_between(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return bool(nodes) and links.chains_between(r.c, nodes)


def _groups_of(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    t = r.c.token
    opens = t.kind == "num" or t.text in NUMBERS or t.text in GROUP_WORDS
    return opens and links.groups_of(r, nodes)


def _as_round(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return likening.as_round(r) or likening.continued(r)


# ---- how the round is worked --------------------------------------------------------------


def _spiral(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`Spiral.`, `continuous rounds` by themselves: the round isn't joined."""
    c = r.c
    i = c.i
    while c.accept("spiral", "spirals", "continuous", *ROUND_WORDS):
        pass
    if depth or not (c.token.kind == "end" or c.at(*_SEPARATORS, "-")):
        c.i = i
        return False
    c.accept("-")
    nodes.append(Join(None, "", c.span_from(i)))
    return True


def _beside_the_last(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`working in front of dc just made`, `behind it`, `going back`: how a stitch crosses another, which moves none."""
    c = r.c
    save = c.i
    c.accept("working")
    if c.accept_phrase("going", "back") or c.accept_phrase("in", "front", "of") or c.accept("behind"):
        while c.accept(*_THOSE, *STITCH_WORDS) or c.stitch():
            pass
        if c.at(*_SEPARATORS) or c.token.kind == "end":
            return True
    c.i = save
    return False


_THOSE = ("first", "last", "these", "those", "that", "it", "them", "just", "made", "worked", "previous")


# ---- acts and joins -----------------------------------------------------------------------


def _act(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    fresh = depth == 0 and begins.only_acts(nodes)
    act = acts.read_act(r.c, fresh)
    if act is None:
        return False
    if fresh:
        r.yarn = r.yarn or act.yarn
    nodes.append(act)
    return True


def _join(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    after_chain = isinstance(nodes[-1], Chain) and not begins.only_acts(nodes[:-1]) if nodes else False
    join = closing.read_join(r.c, (bool(nodes) or r.repeat_of is not None) and depth == 0, after_chain)
    if join is None:
        return False
    nodes.append(join)
    return True


def _not_turned(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return r.c.accept_phrase("do", "not", "turn") or r.c.accept_phrase("don't", "turn")


# ---- places -------------------------------------------------------------------------------


def _skip(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    c = r.c
    i = c.i
    c.i += 1
    c.accept("over")
    if c.accept("nothing", "none"):
        return True
    from_first = c.at("first")
    sweep = nodes[-1] if nodes and not depth else None
    wheres = places.read_places(c)
    swept = isinstance(sweep, Work) and sweep.where.mode == "each" and sweep.where.until == END
    corner = wheres[0].targets[:1] == (targets.CORNER,) or "corner" in {t.text for t in c.tokens[i : c.i]}
    if swept and corner and len(wheres) == 1:  # `sc in each st, skipping the corner sps`: a sweep over stitches does
        return True
    if from_first and wheres[0].count > 1:  # `skip first 2 sts`: the one that the start stands on is the first of them
        wheres[0] = replace(wheres[0], mode="first")
    if c.accept("behind"):  # `sk st behind FPtr`, `sk next st behind the post just made`
        while c.accept(*_THOSE, *STITCH_WORDS, "post", "each") or c.stitch():
            pass
    nodes.extend(Skip(w, c.span_from(i)) for w in wheres)
    return True


def _say_corner(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`corner ch 2`, `corner tr`: which place is the corner."""
    c = r.c
    i = c.i
    c.i += 1
    if c.accept("ch", "chain"):
        nodes.append(SayCorner(Target("sp", chains=c.number()), c.span_from(i)))
        return True
    grouped = c.at(*GROUP_WORDS) and c.ahead().text in _OPEN and c.accept(*GROUP_WORDS)  # `corner group (3 dc, ...)`
    if grouped or c.at(*_OPEN):  # `*dc in next 3 dc, corner (2 dc, ch 2, 2 dc)*`
        more: list[Node] = []
        r.instruction(more, Marks(), depth)
        if grouping.unplaced(more) and any(isinstance(n, Chain) for n in more):
            where = Where("next", (targets.CORNER,), c.span_from(i), bare=True)
            more = [Work(grouping.as_group(r, more), where, c.span_from(i))]
        nodes += more
        return True
    stitch = c.stitch()
    if stitch is None or c.at(*_INTO):
        c.i = i
        return False
    nodes.append(SayCorner(Target("st", stitch), c.span_from(i)))
    return True


def _increasing_every(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return increases.increased_every(r, nodes)


def _ends_with(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`2 sc in each st, ending with 1 sc in last st`: the sweep stops before what ends it."""
    c = r.c
    save = c.i
    c.i += 1
    c.accept("with", "by")
    c.accept("working")
    sweep = nodes[-1] if nodes else None
    opens = c.token.kind == "num" or c.opens_stitch() or c.at("(", "[")
    if opens and isinstance(sweep, Repeat) and sweep.times is None and not depth:
        return True  # `[...] to end, finishing with ...`: it goes on with what it says
    if opens and isinstance(sweep, Work) and sweep.where.mode == "each" and sweep.where.until == END:
        more: list[Node] = []
        r.instruction(more, Marks(), depth)
        end = more[0] if len(more) == 1 else None
        told = end.where.span if isinstance(end, Work) and not end.where.targets[0].is_space else (0, 0)
        if isinstance(end, Work) and "last" in c.text[slice(*told)].lower():
            until = Until("last", targets.ANY_STITCH, end.where.count)
            nodes[-1:] = [replace(sweep, where=replace(sweep.where, until=until)), end]
            return True
    c.i = save
    return False


def _omitted(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`[...] 4 times, omitting last dc`: so many stitches fewer in the last pass."""
    last = nodes[-1] if nodes and not depth else None
    if not isinstance(last, Repeat) or not last.times or last.times < 2:
        return False
    less = endings.omitted(r)
    short = endings.shortened(last.body, less) if less else None
    if short is not None:
        nodes[-1:] = [replace(last, times=last.times - 1), *short]
    return less is not None


def _all_in(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`..., all in next sp`: where what stands before it goes."""
    c = r.c
    k = 2 if c.ahead().text == "worked" else 1
    if not nodes or c.ahead(k).text not in _INTO:
        return False
    c.i += k + 1
    where = places.read_places(c)[0]
    if where.targets and where.targets[0].kind != "ring":
        if not isinstance(nodes[-1], Work | Chain | Repeat):
            raise c.fail("instruction")
        nodes.append(Work((), where, c.span_from(c.i - 1)))
        r.all_in = True
    return True


# ---- what asks for no stitch --------------------------------------------------------------


def _told_to(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`you begin with a magic ring into which you work 6 sc`: who does it, and where once more."""
    c = r.c
    i = c.i
    again = c.accept("in", "into") and c.accept("which", "this")
    c.accept("you", "we")
    if c.i == i or not c.at("work", "make", "crochet", "begin", "start", "chain"):
        c.i = i
        return False
    again and c.accept("work", "make", "crochet")
    return True


def _finished(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`sl st in first dc to finish`."""
    if r.c.ahead().text not in ("finish", "end", "complete", "secure") or not nodes:
        return False
    r.c.i += 2
    return True


def _remark(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return depth == 0 and (remarks.clause(r.c, nodes) or remarks.motion(r.c, nodes))


def _alternately(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return depth == 0 and sofar.alternately(r, nodes)


def _all_round(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return not depth and not marks.open and sofar.all_round(r, nodes)


def _other_sides(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    return not depth and sofar.other_sides(r, nodes, marks)


def _once(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`sc around once more`, `... once`: as it says anyway."""
    k = 1 + (r.c.ahead().text == "more")
    if not nodes or depth or not (r.c.ends(k) or r.c.ahead(k).kind == "end"):
        return False
    r.c.i += k
    return True


def _both_loops(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`2 dc in each st, both loops`: as any stitch is worked."""
    c = r.c
    k = 1 + c.at("in", "through", "under")
    if (
        not nodes
        or c.ahead(k - 1).text != "both"
        or c.ahead(k).text not in ("loop", "loops", "lps")
        or not c.ends(k + 1)
    ):
        return False
    c.i += k + 1
    return True


def _fill(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    r.c.i += 1
    return True


_DOING = ("pop", "put", "place", "crochet", "add", "do", "get", "work")


def _does(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`put 6 sc into it`: a word for working, before a number of stitches."""
    c = r.c
    grouped = c.at("crochet") and c.ahead().text in ("*", *_OPEN)
    if not grouped and (c.ahead().kind != "num" or not c.opens_stitch(2)):
        return False
    c.i += 1
    return True


OPENERS: tuple[tuple[tuple[str, ...] | frozenset[str], Opener], ...] = (
    ((), neighbours.read),
    (("surface", "work", *map(str, range(1, 10))), surface.read),
    (_OPEN, _times_behind),
    (_OPEN, begins.chain_is_first),
    ((), begins.chain_ring),
    ((), _times_bracket),
    (_OPEN, _repeat_bracket),
    (_OPEN, _bracket),
    (("all", "around", "round", "throughout", "to"), _all_round),
    (("alternately", "alternating", "alternate"), _alternately),
    (("same", "the", "likewise", "do", "work", "all"), _other_sides),
    (("rep", "repeat", "reps", "work", "from"), _repeat),
    (("move", "slide", "travel"), _move),
    (("continue", "cont", "continuing", "so"), _on_around),
    (("working", "going", "in", "behind"), _beside_the_last),
    (("working", "crocheting"), placing.over_space),
    (throughout.SETTING_WORDS, throughout.setting),
    ((), _as_round),
    (("spiral", "spirals", "continuous"), _spiral),
    (acts.ACT_WORDS, _act),
    ((), _times_behind),
    (("each", "every"), placing.each_gets),
    (("fill",), placing.filled),
    (("with", "separated", "joined", "between", "after", "each", "every"), _chains_between),
    ((), _at_both_ends),
    ((), _groups_of),
    ((), _join),
    (_SKIPPING, _skip),
    (("corner",), _say_corner),
    ((*LOOP_PARTS, "back", "front"), throughout.part_led),
    (placing.LABELS, placing.labelled),
    (("between", "working", "work"), placing.between_first),
    (("you", "we", *_INTO), _told_to),
    (_INTO, placing.place_first),
    (("next",), placing.next_first),
    (("over", "around", "under"), placing.over_close),
    (("increasing", "inc", "increase", "working", "with", "making", "2", "two", "3", "three"), _increasing_every),
    (("ending", "end", "finishing", "finish"), _ends_with),
    (("working", "worked", "work", "all"), throughout.part_behind),
    (("all",), _all_in),
    (("omit", "omitting"), _omitted),
    (("counting", "including", *_BEGINNING), begins.begun_with),
    (_BEGINNING, begins.begun_in),
    ((), begins.label),
    (("first",), begins.first_is_chain),
    ((), begins.chain_is_first),
    (("both", "in", "through", "under"), _both_loops),
    (("even",), once_around.even),
    (("once",), _once),
    (("do", "don't"), _not_turned),
    (("to",), _finished),
    ((), _remark),
    (("mr", "mc"), begins.so_many_in_ring),
    (("magic", "adjustable", "sliding", "slip", "form", *_CENTRES), begins.ring),
    (_DOING, _does),
    (FILL, _fill),
)
"""The words that an instruction of each kind may begin with (empty: any), and what reads it."""
