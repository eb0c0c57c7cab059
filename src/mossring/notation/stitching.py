"""Reading stitches: plain ones, clusters, posts, picots, special stitches, increases, with their places."""

from __future__ import annotations

from dataclasses import replace
from itertools import takewhile
from typing import TYPE_CHECKING, Literal

from mossring.notation import (
    grouping,
    increases,
    labels,
    legs,
    links,
    once_around,
    places,
    sides,
    specials,
    sweeps,
    targets,
    unnamed,
)
from mossring.notation.cursor import (
    BEGINNING,
    CHAIN_WORDS,
    GROUP_WORDS,
    SPACE_WORDS,
    STITCH_WORDS,
    Cursor,
    Named,
    UnreadableError,
)
from mossring.notation.marks import Marks
from mossring.notation.targets import ROUND_WORDS
from mossring.notation.tree import (
    Act,
    Chain,
    Make,
    Node,
    Repeat,
    Skip,
    Target,
    Where,
    Work,
)
from mossring.notation.until import END, read_until
from mossring.notation.words import NUMBERS
from mossring.stitches.table import lookup

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_STOPS = (",", ";", ".", "and", "to", "")
PICOT_CHAINS = 3
"""A picot that nobody described has three chains (common practice, no source)."""
_OPEN = {"(": ")", "[": "]"}
_BARE_PLACES = ("between", "mr", "each", "same", "next", "every", "per")
"""Words of a place that stand without an `in` before them in a notebook: `2 dc same st`."""


def stitches(r: Reader) -> list[Node]:
    """Chains and stitches, with or without a place."""
    c = r.c
    i = c.i
    part = targets.read_part(c)
    if c.at("inc", "incs", "increase", "increases", "increasing"):
        evenly = increases.increased_evenly(r)
        if evenly or not c.at("increasing"):
            return evenly or increases.increase(r)
    if once_around.opens(c):
        return once_around.read(r, i)
    if c.at(*increases.DECREASES):
        return increases.increased_evenly(r) or increases.decrease(r)
    name = c.name()
    start = "" if name else _start(c)
    name = name or c.name()
    if name:
        return _special(r, name, 1, i, start)
    at = c.i
    n = c.number()
    c.accept("more")
    if n is not None and c.at("x") and c.ahead().text in ("inc", "incs", *increases.DECREASES):  # `6 x inc`
        c.i += 1
    elif n is not None and c.at("x") and c.opens_stitch(1) and c.ahead().text not in CHAIN_WORDS:  # `8 x sc in ring`
        c.i += 1
        return placed(r, Make(c.stitch() or "", n, c.span_from(i), part=part or r.part), i)
    if n is not None and c.at("inc", "incs", "increases"):
        return increases.increase(r, n)
    if n is not None and c.at(*increases.DECREASES):
        return increases.decrease(r, n)
    pair = n in (2, 3) and c.token.tight and c.ahead().text in ("inc", "incs", "increase")
    if pair and c.opens_stitch():  # `2-dc inc`
        r.last_stitch = c.stitch()
        return increases.increase(r, made=n or 1)
    if n is not None and (name := c.name()):
        return _special(r, name, n, i, start)
    if n is not None and c.opens_stitch() and (key := c.stitch()) and c.at("inc", "incs", "increases"):  # `12 dc inc`
        r.last_stitch = key
        return increases.increase(r, n)
    c.i = at
    return _counted(r, i, start, part)


def _start(c: Cursor) -> str:
    before = [t.text for t in c.tokens[max(0, c.i - 8) : c.i]]
    joined = before[-1:] == ["with"] and not {"join", "attach"}.isdisjoint(before)  # `join with a sc in any st`
    if c.accept("standing", "chainless"):
        return c.tokens[c.i - 1].text
    if c.accept(*BEGINNING):
        return "beg"
    return "standing" if joined else ""


def _counted(r: Reader, i: int, start: str, part: str) -> list[Node]:
    """A stitch with its number before or behind it: `3 dc`, `dc 5`, `dc`, `2 3-dc cls`, `dc3tog`."""
    c = r.c
    _reaching(c)
    if r.last_stitch and c.at("once", "twice", "thrice") and c.ahead().text in ("in", "into"):  # `and twice in next`
        return placed(r, Make(r.last_stitch, c.times() or 1, c.span_from(i), part=part or r.part), i)
    legged = c.legged()
    n = None if legged else c.number()
    c.accept("more")
    _reaching(c)
    start = start or _start(c)
    part = part or (targets.read_part(c) if n is not None else "")  # `2 BLO sc in next st`
    key = legged[0] if legged else c.stitch()
    if key is None and n is not None and unnamed.goes_on(c):  # `dc in next st, 2 in next st`: of the same stitch
        key = r.last_stitch or ""
        return placed(r, Make(key, n, c.span_from(i), part=part or r.part), i)
    if key is None and (name := unnamed.special(c)):
        raise c.fail("undefined", name=name)
    if key is None:
        raise c.fail("instruction")
    if key == "ch":
        node = _chain(c, n, i)
        said = c.token.text
        if over := _over_corners(c):  # `FPdc around each dc, ch 2 at each corner`
            r.all_in = said == "in"  # with what stands before it and names no place: `3 dc, ch 1 in each corner`
            return [Work((node,), over, c.span_from(i))]
        placed_last = c.ahead().text in ("same", "next", "corner", "side", "each", "every", *SPACE_WORDS)
        placed_last = placed_last or any(c.ahead(k).text in SPACE_WORDS and _of_chains(c, k) for k in (2, 3))
        at = c.i
        if c.accept("in", "into") and targets.read_ring(c):  # `[1 ch, 2 tr] 5 times, 1 ch into ring`
            return [node]
        c.i = at
        if c.at("in", "into") and placed_last:  # `3 ch, 1 tr, 1 ch into same sp`
            c.i += 1
            r.all_in = True
            return [Work((node,), w, c.span_from(i)) for w in places.read_places(c)[:1]]
        return [node]
    if key == "picot":
        return [_picot(c, i)]
    _called_also(c, key)
    if n is None and not legged and c.at("inc", "incs", "increase"):  # `dc inc in next st`
        r.last_stitch = key
        return increases.increase(r)
    if not legged and c.at(*increases.DECREASES):  # `dc dec over next 2 sts`
        r.last_stitch = key
        return increases.decrease(r, n or 1)
    if n is None and not legged and c.at("x") and c.ahead().kind == "num" and c.ahead(2).text in ("in", "into"):
        c.i += 1  # `tr x2 in sp`
    after = c.number() if n is None and not legged and not _chains_next(c) else None
    if after in (2, 3) and c.token.tight and c.at("inc", "incs"):  # `dc2inc`
        r.last_stitch = key
        return increases.increase(r, made=after)
    if after is not None and (c.at(*STITCH_WORDS) or (c.at("times") and c.ahead().text in ("in", "into"))):
        c.i += 1  # `dc 5 sts`, `single crochet 6 times into ring`
    if key == "slst" and after is not None and c.opens_stitch() and not c.at(*CHAIN_WORDS) and c.ahead().text in _STOPS:
        c.stitch()  # `ss 2 tr, ss in sp`
    grouped = c.at(*GROUP_WORDS) and c.ahead().text in ("in", "into")  # `5-dc shell in next st`
    plainly = c.at(*STITCH_WORDS) and (c.ends(1) or c.ahead().text in (")", "]", "in", "into"))  # `6 sc sts in ring`
    if n is not None and (grouped or plainly):
        c.i += 1
    part = part or targets.read_part(c, after=True) or r.part
    count = legged[1] if legged else n if n is not None else after
    make = Make(key, 1 if count is None else count, c.span_from(i), part=part, closing=_closing(c))
    if start:
        make = replace(make, start=start)  # type: ignore[arg-type]
        if start == "beg":
            _made_so(c)
    stitch = lookup(key)
    r.last_stitch = key if not stitch.made else stitch.base or r.last_stitch
    if stitch.made == "tog" or (stitch.made == "cl" and c.at("over", "across", "using", "working")):
        return legs.together(r, make, i)
    return placed(r, make, i)


def _made_so(c: Cursor) -> None:
    """`beg cluster (ch 3, dc2tog)`: how it is made is passed."""
    words = list(takewhile(lambda t: t.text not in (")", ""), (c.ahead(k) for k in range(1, 14))))
    stands = any(t.text in CHAIN_WORDS for t in words) and any(t.text in ("tog", "cl", "cluster") for t in words)
    if c.at("(") and stands and c.ahead(len(words) + 1).text == ")":
        c.i += len(words) + 2


def _reaching(c: Cursor) -> None:
    """`long dc in st 2 rounds below`, `spike sc in rnd 1`: that it reaches down is told by its place."""
    if c.at("long", "spike", "elongated", "dropped") and c.opens_stitch(1):
        place = takewhile(lambda t: t.text not in (",", ";", ".", ""), (c.ahead(k) for k in range(2, 14)))
        c.i += any(t.text in ROUND_WORDS or t.text == "below" for t in place)


def _called_also(c: Cursor, key: str) -> None:
    """`crab st (reverse sc)`: the same stitch by another of its names."""
    save = c.i
    if not (c.accept("(") and c.stitch() == key and c.accept(")")):
        c.i = save


def _closing(c: Cursor) -> int:
    """`(closed)`: a chain closes the cluster and belongs to it."""
    if c.accept_phrase("(", "closed", ")") or c.accept("closed"):
        return 1
    return 0


def _chains_next(c: Cursor) -> bool:
    """Whether a number that comes next is that of chains: `tr 2 ch tr in sp`."""
    return c.token.kind == "num" and c.ahead().text in CHAIN_WORDS and c.ahead(2).kind != "num"


def _chain(c: Cursor, n: int | None, i: int) -> Node:
    if n is None:
        c.at("of") and c.ahead().text in NUMBERS and c.accept("of")  # `make a chain of four`
        n = c.number()
    if c.accept("picot", "picots"):
        return Make("picot", 1, c.span_from(i), chains=PICOT_CHAINS if n is None else n)
    node = Chain(1 if n is None else n, c.span_from(i))
    label = labels.read_label(c)
    return replace(node, label=labels.of_chain(label, node.n), span=c.span_from(i)) if label else node


def _of_chains(c: Cursor, k: int) -> bool:
    """Whether the words up to the kth from here are `ch-1 sp`, `2 ch sp`."""
    return any(c.ahead(j).text in CHAIN_WORDS for j in range(1, k))


def _over_corners(c: Cursor) -> Where | None:
    """`at each corner`, `over each corner sp`, `over corner` behind chains, which pass there; None if nothing of it."""
    save = c.i
    if c.accept("at", "over", "in") and (c.tokens[save].text != "in" or c.at("each", "every")):
        each = c.accept("each", "every") or c.at("corners")
        if each and c.accept("of"):
            c.accept("first", "next", "other")
        n = c.number() if each and c.ahead().text in ("corners", *SPACE_WORDS) else None
        if targets.opens_target(c) or c.at("corners"):
            target = targets.CORNER if c.accept("corners") else targets.read_target(c)
            if n and target.is_space:
                return Where("next", (target,), c.span_from(save), n)
            if target.is_space:
                until = read_until(c) or END if each else None
                return Where("each" if each else "next", (target,), c.span_from(save), until=until)
    c.i = save
    return None


def _picot(c: Cursor, i: int) -> Make:
    n = c.number() if c.token.kind == "num" and not c.ahead().text.startswith("ch") else None
    return Make("picot", 1, c.span_from(i), chains=PICOT_CHAINS if n is None else n)


def placed(r: Reader, make: Make, i: int) -> list[Node]:
    """The place after a stitch, or none: `5 dc`, `2 dc in next 3 sts`, `dc in next 2 dc and in ch-2 sp`."""
    c = r.c
    if c.at("all") and c.ahead().text in ("in", "into"):
        c.i += 1
        r.all_in = True
    if make.n == 1 and c.at("once", "twice", "thrice") and c.ahead().text in ("in", "into"):  # `dc twice in each st`
        make = replace(make, n=c.times() or 1)
    save = c.i
    several = sides.whole(c, Where("next", (targets.ANY_STITCH,), (0, 0), make.n))
    if several.until:  # `7 dc along each side`
        return [Work((replace(make, n=1),), replace(several, span=c.span_from(i)), c.span_from(i))]
    if _along_foundation(c) and not c.at("in", "into"):
        c.i = save
    if (
        c.at("over")
        and make.n > 1
        and c.ahead().value == make.n
        and (c.opens_stitch(2) or c.ahead(2).text in STITCH_WORDS)
    ):
        c.i += 1  # `7 dc over 7 dc`: one in each
        place = replace(places.read_places(c)[0], count=make.n)
        return [Work((replace(make, n=1),), place, c.span_from(i))]
    around = places.at_place(c)
    if c.at("over", "across", "along") and c.ahead().text in ("to", "into") and make.stitch == "slst":
        c.i += 1
    to_end = c.at("to") and make.stitch != "slst" and _goes_as_far(c, i)  # `dc to end`, `dc to corner`
    if not to_end and (c.accept("in", "into", "to", "on", "at") or around or c.at(*_BARE_PLACES)):
        if around:
            c.i += 1
        if (every := increases.every_other(c, (make,), i)) is not None:
            return [every]
        wheres = [sides.whole(c, w) for w in places.read_places(c)]
        _along_foundation(c)
        if make.stitch and lookup(make.stitch).made == "post":  # `FPdc around ch-3`: the chain that began the round
            wheres = [replace(w, targets=(Target("start"),)) if _is_space(w) else w for w in wheres]
        span = c.span_from(i)
        if wheres[0].past or (wheres[0].mode == "any" and make.stitch == "slst"):  # where the round begins
            raised = legs.in_loop(make, wheres[0])
            stands = [Work((raised,), Where("same", (), span), span)] if make.stitch != "slst" else []
            return [Act("attach", span, where=legs.without_loop(wheres[0])), *stands]
        return sweeps.swept(r, [Work((legs.in_loop(make, w),), legs.without_loop(w), span) for w in wheres])
    if c.at("across", "along") and c.ahead().kind == "num":  # `dc across 3`, `dc along 7 sts`
        c.i += 1
        n = c.number() or 1
        target = targets.ANY_STITCH if c.ends(0) else targets.read_target(c)
        return [Work((make,), Where("next", (target,), c.span_from(i), n), c.span_from(i))]
    if make.n > 1 and c.at("along") and (c.ends(1) or c.ahead().text in ("*", "**", ")", "]")):  # `3 dc along`
        c.i += 1
        return [
            Work((replace(make, n=1),), Where("next", (targets.ANY_STITCH,), c.span_from(i), make.n), c.span_from(i))
        ]
    if make.n > 1 and _along_rows(c):
        place = Where("next", (Target("st", "end"),), c.span_from(i), make.n)
        return [Work((replace(make, n=1),), place, c.span_from(i))]
    until = None
    all_round = c.at("all") and c.ahead().text in ("around", "round")
    if all_round or c.at("around", "across", "along", "to", "until", "throughout", "up"):
        until = read_until(c)
    if until is not None:
        where = Where("each", (targets.ANY_STITCH,), c.span_from(i), until=until, said=make.stitch != "slst")
        return sweeps.swept(
            r, [Work((replace(make, n=1),), where, c.span_from(i))] if make.n == 1 else _each_of(make, where)
        )
    slips = make.stitch == "slst"
    times = c.times() if make.n == 1 and (c.at("x") or (slips and c.at("twice"))) else None
    mode: Literal["next", "same"] = "same" if make.start in ("beg", "standing") and not times else "next"
    where = Where(mode, (targets.ANY_STITCH,), make.span, times or make.n, said=False)
    moved: list[Node] = [Work((replace(make, n=1),), where, make.span)]
    if slips and times and c.at("and", "&") and c.ahead().text in ("in", "into", "to"):  # `sl st x2 and into sp`
        c.i += 2
        moved += [Work((replace(make, n=1),), w, c.span_from(i)) for w in places.read_places(c)]
    return moved


_MIDDLE = ("center", "centre", "middle")


def _goes_as_far(c: Cursor, i: int) -> bool:
    """Whether `to` says how far a stitch goes, and not into what; i: where the instruction began."""
    cornered = "corner" in (c.ahead().text, c.ahead(2).text if c.ahead().text == "next" else "")
    return c.ahead().text in ("end", "last", *_MIDDLE) or (cornered and c.tokens[i].kind != "num")


def _along_foundation(c: Cursor) -> bool:
    """`in each of next 11 ch along foundation`, `tr along other side in next 3 ch`: which side that is shows anyway."""
    if not c.at("along", "across", "on") or c.ahead().text not in _FOUNDATION:
        return False
    c.i += 1
    while c.accept(*_FOUNDATION, *CHAIN_WORDS, "side", "edge", "of"):
        pass
    return True


def _along_rows(c: Cursor) -> bool:
    """`down row ends`, `along left side edge` behind so many stitches: one for each row end."""
    k = 1
    while c.ahead(k).text in _ROW_ENDS:
        k += 1
    ends = c.ahead(k).kind == "end" or c.ahead(k).text in (",", ";", ".", "and", ")", "]")
    if not c.at("along", "down", "up", "across", "over") or not ends or c.ahead(k - 1).text not in ("ends", "edge"):
        return False
    c.i += k
    return True


_ROW_ENDS = ("row", "rows", "ends", "end", "side", "edge", "of", "left", "right", "first", "second", "other", "next")
_FOUNDATION = ("foundation", "bottom", "base", "other", "opposite", "underside", "beg", "starting")


def _is_space(where: Where) -> bool:
    return len(where.targets) == 1 and where.targets[0].kind in ("sp", "gap")


def _each_of(make: Make, where: Where) -> list[Node]:
    return [Work((make,), where, where.span)]


def worked_in(r: Reader, wheres: list[Where], i: int, depth: int) -> list[Node]:
    """What is worked in places named first: a bracketed group, or one kind of stitch."""
    c = r.c
    if c.token.text in _OPEN:
        opener = c.token
        at = c.i
        c.i += 1
        inner = r.sequence(_OPEN[opener.text], depth + 1)
        if not c.accept(_OPEN[opener.text]):
            r.trouble("bracket", at, mark=opener.text)
        group = grouping.as_group(r, inner)
        if not group:
            raise c.fail("instruction", token=opener)
        times = c.times()
        if times is not None:  # `into ring work [4 tr, 3 ch] three times`
            group = (Repeat(group, times, c.span_from(i)),)
        return [Work(group, w, c.span_from(i)) for w in wheres]
    made = c.named() or links.groups_in_place(r)
    if made is not None:
        return [Work(made, w, c.span_from(i)) for w in wheres]
    if c.at("standing", "chainless") or c.chained():  # `into same corner: ch 3, 2 dc, ch 2, 3 dc.`
        first: list[Node] = []
        r.instruction(first, Marks(), depth + 1)
        whole = (*grouping.as_group(r, first), *_more_in_place(r, depth, _again(wheres[0])))
        return [Work(whole, w, c.span_from(i)) for w in wheres]
    legged = c.legged()
    n = legged[1] if legged else c.number()
    key = legged[0] if legged else c.stitch()
    if key is None:
        raise c.fail("instruction")
    make = Make(key, 1 if n is None else n, c.span_from(i), part=r.part)
    group = (make, *_more_in_place(r, depth, _again(wheres[0])))
    times = c.times() if len(group) > 1 or c.at("x") else None
    if times is not None:  # `in ring make 3 dc, ch 2 four times`
        group = (Repeat(group, times, c.span_from(i)),)
    if len(group) > 1 or times is not None:
        return [Work(group, w, c.span_from(i)) for w in wheres]
    return [Work((legs.in_loop(make, w),), legs.without_loop(w), c.span_from(i)) for w in wheres]


def _again(where: Where) -> bool:
    """Whether what is worked in a place comes again in others."""
    return where.mode == "each" or where.count > 1


def _more_in_place(r: Reader, depth: int, each: bool) -> tuple[Node, ...]:
    """`in each sp work 3 dc, ch 1, 3 dc.`: what follows up to the full stop, where it names no place of its own. each:
    a chain may be the last of it, for it comes again."""
    c = r.c
    save, troubles = c.i, len(c.troubles)
    more: list[Node] = []
    halves: tuple[int, tuple[Node, ...]] = (0, ())  # `ch 2, 3 dc` behind `3 dc`, and where they end
    while (at := c.i) and c.accept(",", "and", "+"):
        if [type(n) for n in more] == [Chain, Work] and all(_in_same_place(n) for n in more):
            halves = (at, tuple(more))
        c.accept("and")
        elsewhere = c.at("next") and c.ahead().text in ("corner", *SPACE_WORDS)  # `next corner 3 dc, ...`
        if elsewhere or c.at("in", "into", "each", "every", "fill"):  # `, and in each ch-1 sp make ...`
            c.i = at
            break
        outer, r.in_place = r.in_place, True  # what opens with a place of its own belongs no more to this one
        try:
            r.instruction(more, Marks(), depth + 1)
        except UnreadableError:
            more = [Skip(Where("next", (), (0, 0)), (0, 0))]
            break
        finally:
            r.in_place = outer
    plain = all(isinstance(n, Chain) or (isinstance(n, Work) and not n.where.said) for n in more)
    at = c.i
    again = c.times() is not None
    ends = c.token.kind == "end" or c.at(".", ";", ")", "]", "*", ",", "and")
    c.i = at
    if more and plain and ends and (each or again or isinstance(more[-1], Work)):
        return grouping.as_group(r, more)
    c.i = halves[0] or save
    del c.troubles[troubles:]
    return grouping.as_group(r, list(halves[1]))


def _in_same_place(node: Node) -> bool:
    return isinstance(node, Chain) or (isinstance(node, Work) and not node.where.said and not grouping.is_slip(node))


# ---- special stitches ---------------------------------------------------------------------


def _special(r: Reader, name: Named, n: int, i: int, start: str) -> list[Node]:
    """A special stitch by its name, in its place."""
    c = r.c
    group = name.group
    if not group:
        raise c.fail("instruction", token=c.tokens[i])
    alone = group[0] if len(group) == 1 else None
    if isinstance(alone, Make) and alone.n == 1:
        if alone.start:
            start = alone.start
        if alone.stitch == "picot":
            return [replace(alone, span=c.span_from(i))]
        make = replace(alone, n=n, span=c.span_from(i), start=start, part=r.part)  # type: ignore[arg-type]
        if c.at("over") or lookup(alone.stitch).made == "tog":
            return legs.together(r, make, i)
        return placed(r, make, i)
    return specials.grouped(r, name, n, i)
