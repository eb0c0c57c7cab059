"""Reading repeats: brackets, asterisks, `rep from * around, ending last rep at **`, `rep between [ ]`."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import (
    acts,
    endings,
    grouping,
    increases,
    labels,
    legs,
    likening,
    links,
    places,
    remarks,
    sweeps,
    targets,
)
from mossring.notation.cursor import Cursor
from mossring.notation.lazy import lazily
from mossring.notation.marks import MAX_NESTING, MAX_TIMES, Marks
from mossring.notation.sofar import again, behind_then, run_so_far
from mossring.notation.stated import read_stated
from mossring.notation.targets import ROUND_WORDS
from mossring.notation.tree import Chain, Node, Repeat, Span, Target, Together, Trouble, Until, Where, Work
from mossring.notation.until import ALONG_A_SIDE, END, read_until
from mossring.notation.words import NUMBERS

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_OPEN = {"(": ")", "[": "]"}
_SEPARATORS = (",", ";", ".")
_STARS = ("*", "**", "***")


_LAST = lazily(r"[\s.;,]*(?:[(\[<=–—-]*\s*\d+(?!\s*(?:times|x\b|more))(?:\s*[A-Za-z-]+){0,2}[)\]>]?)?[\s.]*")
"""Nothing but a count, to the end of a round."""
_ONLY_JOINS = lazily(r"[\s.;,]*(?:join|sl st|slst|ss|slip ?st(?:itch)?)\b(?!.*(?:\brep|\btimes\b|\*)).*", re.IGNORECASE)
"""A join, and nothing behind it that speaks of a repeat."""


def closed(r: Reader, nodes: list[Node], marks: Marks, star: str) -> None:
    """`*3 dc, ch 2* x3`: a repeat between two stars with its times right behind them (so many in all)."""
    c = r.c
    if star not in marks.close:
        return
    at = c.i
    c.at(";", ",") and c.ahead().text == "work" and c.ahead(2).kind == "num" and c.accept(";", ",")
    c.at("work") and c.ahead().kind == "num" and c.accept("work")  # `*...*; work 3 times`
    times = c.times()
    c.i = at if times is None else c.i
    c.at(",") and c.ahead().text == "to" and c.ahead(2).text in ("last", "end") and c.accept(",")
    until = read_until(c) if times is None and c.at("around", "to", "until", "across", "all") else None
    placed = times is None and until is None and c.at("in", "into")
    alone = _LAST.fullmatch(c.text, c.token.start) or _ONLY_JOINS.fullmatch(c.text, c.token.start)
    if times is None and c.i == at and alone:  # `*1 dc, 2 dc in next* (36)`: all round
        until = END
    if times is None and until is None and not placed:
        return
    first = marks.open.pop(star)
    del marks.close[star]
    body = tuple(nodes[first:])
    del nodes[first:]
    if placed:  # `*dc, ch 1* in each st around`
        c.i += 1
        group = grouping.as_group(r, list(body))
        nodes.extend(sweeps.swept(r, [Work(group, w, c.span_from(at)) for w in places.read_places(c)]))
        return
    span = c.span_from(at)
    if body and times is not None and c.at("in", "into"):  # `*3 dc, ch 1* five times in ring`
        c.i += 1
        nodes.extend(_many_in(r, grouping.as_group(r, list(body)), min(times, MAX_TIMES), at, span))
        return
    if not body:
        return
    body = again(list(body), len(body), starred=True)
    whole = Repeat(body, min(times, MAX_TIMES) if times is not None else None, span, until, times_span=span)
    omitted = endings.omitted(r)  # `*...* 4 times leaving last 2 dc unworked`
    short = endings.shortened(body, omitted) if omitted and whole.times else None
    nodes.extend((replace(whole, times=(whole.times or 1) - 1), *short) if short is not None else (whole,))


def bracket(r: Reader, nodes: list[Node], depth: int) -> None:
    """A bracket: a label, a group for a place, a repeat, or just instructions held together."""
    if not _beside_the_work(r, nodes, depth):
        held(r, nodes, depth)


def held(r: Reader, nodes: list[Node], depth: int) -> None:
    """A bracket with instructions in it: what stands behind it says what they are for."""
    c = r.c
    i = c.i
    opener = c.token.text
    if depth >= MAX_NESTING:
        c.i = len(c.tokens) - 1
        c.troubles.append(Trouble("nesting", (c.tokens[i].start, c.tokens[i].end), {"limit": MAX_NESTING}))
        return
    c.i += 1
    inner = r.sequence(_OPEN[opener], depth + 1)
    if not c.accept(_OPEN[opener]) and not any(t.kind == "nesting" for t in c.troubles):
        c.troubles.append(Trouble("bracket", (c.tokens[i].start, c.tokens[i].end), {"mark": opener}))
    begun = len(nodes)
    last = nodes[-1] if nodes else None
    until = last.where.until if isinstance(last, Work) else last.until if isinstance(last, Repeat) else None
    nodes.extend(_after_bracket(r, inner, i, at_corner=until == ALONG_A_SIDE))
    r.bracketed = (begun, len(nodes))


def _beside_the_work(r: Reader, nodes: list[Node], depth: int) -> bool:
    """Whether a bracket only names a yarn, says what a chain counts as, or remarks: it is passed then."""
    c = r.c
    i = c.i
    yarn = acts.read_bracketed_yarn(c)
    if yarn is not None:
        nodes.append(yarn)
        if len(nodes) == 1 and depth == 0:
            r.yarn = r.yarn or yarn.yarn
        return True
    last = nodes[-1] if nodes else None
    labelled = isinstance(last, Chain) and last.label is not None  # `ch 4 (dc + ch 1), [dc + ch 1] 5 times`
    label = None if labelled else labels.read_bracket_label(c)
    if label is not None:
        grouping.label_last(nodes, label, c.span_from(i)[1])
        grouping.start_place(r, nodes)
        return True
    if remarks.bracket(c):
        if "first" in {t.text for t in c.tokens[i : c.i]}:
            grouping.close_last(nodes)  # `ch 3, 3 dc in same st, drop loop, ..., ch 1 (first popcorn made)`
        return True
    return False


def _named_bare(c: Cursor) -> bool:
    """Whether a place comes next without an `in` before it."""
    save = c.i
    opens = c.accept("next", "same", "each", "every") and targets.opens_target(c)
    c.i = save
    return bool(opens)


def _after_bracket(r: Reader, inner: list[Node], i: int, at_corner: bool) -> list[Node]:
    """What a bracket and the words behind it mean. at_corner: what stands before it ends at a corner."""
    c = r.c
    times_at = c.i
    pair = c.ahead().text + c.ahead(2).text in ("()", "[]") and c.ahead(4).text == "more"  # `Repeat { } 2 more times`
    if (
        c.at("rep", "repeat", "work") and c.ahead().text not in ("from", "*", "**") and not pair
    ):  # `(...) repeat 6 times`
        c.i += 1
    times = c.times()
    if times is None and c.i > times_at and (c.token.kind == "end" or c.at("(", "[", "-", ".", ";", ",", "around")):
        far = read_until(c) or END  # `[...] repeat`
        return [Repeat(again(inner, len(inner), starred=True), None, c.span_from(i), until=far)]
    if times is None:
        c.i = times_at
    times_span = c.span_from(times_at) if times is not None else None
    until: Until | None = None
    if times is None and c.at("all") and c.ahead().text in ("in", "into"):  # `(2 dc, ch 2, 2 dc) all in corner`
        c.i += 1
    elif times is None and not places.at_place(c):
        until = read_until(c)
    elif times is not None and times > MAX_TIMES:
        r.trouble("times", times_at, limit=MAX_TIMES, n=times)
        times = 1
    if c.at("over", "across") and len(inner) == 1 and isinstance(inner[0], Together):  # `(dc2tog) over next 2 sts`
        return legs.together(r, inner[0].make, i)
    based = c.at("at") and c.ahead().text in ("base", "top", "same")  # `(tr, ch 2, 2 tr) at base of ch 4`
    bare = c.at("corner", "corners") and c.ahead().text in (*_SEPARATORS, ")", "]", "*", "")  # `(dc, ch 2, dc) corner`
    bare = bare or (_named_bare(c) and grouping.unplaced(inner))  # `(dc, ch 1, dc) next st`
    if based or bare or c.accept("in", "into", "over", "on") or c.at("between") or places.at_place(c):
        c.accept("at")
        c.accept("around")
        group = grouping.as_group(r, inner)
        if (every := increases.every_other(c, group, i)) is not None:
            return [every]
        if times is not None and times_span:
            return _many_in(r, group, times, i, times_span)
        return sweeps.swept(r, [Work(group, w, c.span_from(i)) for w in places.read_places(c)])
    if times is None and until is None:
        # `7 dc, corner (2 dc, ch 2, 2 dc)`, `dc to corner, (2 dc, ch 2, 2 dc)`
        cornered = (at_corner or c.tokens[i - 1].text == "corner") and len(inner) > 1 and grouping.unplaced(inner)
        place = Where("next", (targets.CORNER,), c.span_from(i))
        return [Work(grouping.as_group(r, inner), place, c.span_from(i))] if cornered else inner
    body = again(inner, len(inner), starred=True)  # `(2 dc in first, 1 dc in next) x 10`
    return [Repeat(body, times, c.span_from(i), until=until, times_span=times_span)]


def _many_in(r: Reader, group: tuple[Node, ...], times: int, i: int, times_span: Span) -> list[Node]:
    """`(3 dc, ch 1) 4 times in ring`: all in one place; `... 3 times in the corners`, `in next 3 corners`: in turn."""
    c = r.c
    at = c.i
    wheres = places.read_places(c)
    where, span = wheres[0], c.span_from(i)
    all_of = where.mode == "each" and not any(t.text in ("each", "every", "all", "both") for t in c.tokens[at : c.i])
    if len(wheres) == 1 and (all_of or (where.mode == "next" and where.count == times)):
        once = replace(where, mode="next", count=1, until=None)
        return [Repeat((Work(group, once, span),), times, span, times_span=times_span)]
    many = (Repeat(group, times, span, times_span=times_span),)
    return sweeps.swept(r, [Work(many, w, span) for w in wheres])


PARTS = ("section", "part", "sts", "bit")
"""Words for what stands between two marks."""


def rep(r: Reader, nodes: list[Node], marks: Marks) -> None:
    """`rep from * 3 more times`, `rep * to * twice`, `rep from * around, ending last rep at **`, `rep rnd 3`."""
    c = r.c
    i = c.i
    c.i += 1
    if c.at(*ROUND_WORDS, "last", "previous") or (c.token.kind == "ord" and c.ahead().text in ROUND_WORDS):
        likening.round_number(r, i)
        return
    counted = c.at("(", "[") and _counts_next(c)  # `1 sc, 2 sc in next, repeat (18)`
    if c.at("(", "[") and not counted and c.ahead().text not in ("to", "(", "[", ")", "]"):
        bracket(r, nodes, 0)  # `Repeat (3 dc, ch 2, 3 dc) in next corners`
        return
    c.accept("from") or c.accept("this", "that")
    c.at("last", "first") and c.ahead().text in _STARS and c.accept("last", "first")
    starred = marks.close or marks.open
    c.at(*PARTS) and starred and c.ahead().text == "between" and c.accept(*PARTS)
    if c.at("between") and starred and c.ahead().text in _STARS:  # `repeat between * and *`, `repeat between *`
        c.i += 1
        while c.token.text in _STARS and c.ahead().text in ("and", *_STARS):  # also `repeat between *s`
            c.i += 1
            c.accept("and")
    elif starred and c.at("between") and c.ahead().text in ("stars", "asterisks", "asterisk"):
        c.i += 2
    elif c.accept("between") or (c.at("section", "part", "sts") and c.ahead().text in ("in", "between")):
        while c.accept("section", "part", "sts", "in", "between", "[", "]", "*", "(", ")", "and", "brackets"):
            pass
        _rep_last(r, nodes, i)
        return
    if c.accept("brackets", "bracket"):  # `repeat the brackets twice more`
        _rep_last(r, nodes, i)
        return
    if not counted and c.accept("(", "["):
        while c.accept("to", ")", "]", "(", "["):
            pass
        _rep_last(r, nodes, i)
        return
    star = c.token.text
    if star not in _STARS and (marks.close or marks.open):  # `*...*. Repeat ten more times.`, `*...; repeat all round`
        star = next(iter(marks.close or marks.open))
        c.i -= 1
    elif star == "**" not in marks.open and "*" in marks.close:  # `repeat **`: what stands between two of them
        star = "*"
    elif star not in _STARS and (begun := run_so_far(nodes)):
        _rep_all(r, nodes, min(begun, behind_then(r, nodes, i)), i)
        return
    elif star not in _STARS or star not in marks.open:
        raise c.fail("no star")
    c.i += 1
    c.accept("s")
    first, last = marks.open[star], marks.close.get(star, len(nodes))
    dots = next(k for k in range(len(c.tokens)) if c.ahead(k).text != ".")
    c.i += dots if c.ahead(dots).text in _STARS else 0  # `repeat *...* twice`
    if c.token.text in _STARS or (c.at("to", "-") and c.ahead().text in _STARS):  # `rep * to *`, `rep * *`
        c.accept("to", "-")
        last = marks.open.get(c.token.text, last) if c.token.text != star else last
        c.i += 1
    times, until, span = _times_or_until(r, i)
    closed = star in marks.close or last < len(nodes)
    body = again(nodes[first:last], last - first, starred=True)
    cut = marks.open.get("**") if star == "*" else None
    cut = cut - first if cut is not None and first < cut < last else None
    if not closed:
        del nodes[first:]
    total = times if closed or times is None else times + 1
    told = any(t.text in ("more", "again", "all", "total", "altogether") for t in c.tokens[i : c.i])
    if closed and total and not told and c.tokens[i].text == "work":  # `*...*, work from * to * 5 times`: in all
        total -= 1
    if until is not None and (many := _groups_wanted(r.c, body, nodes[:first], i)):
        total, until = many - closed, None
    nodes.extend(_ended(r, Repeat(body, total, c.span_from(i), until=until, times_span=span), cut, i))
    if closed:
        return
    del marks.open[star]


def _counts_next(c: Cursor) -> bool:
    """Whether a stated count comes next."""
    save, troubles = c.i, len(c.troubles)
    counted = read_stated(c) is not None
    c.i = save
    del c.troubles[troubles:]
    return counted


def _groups_wanted(c: Cursor, body: Sequence[Node], before: Sequence[Node], i: int) -> int | None:
    """`rep from * until there are 4 groups`, in the ring, which has no end: how many passes that is in all."""
    ring = any(t.text in ("magic", "mr", "ring") for t in c.tokens[:i])
    here = [n.where.targets[:1] for n in body if isinstance(n, Work)]
    unsaid = all(not n.where.said for n in body if isinstance(n, Work))
    if (targets.RING,) not in here and not (ring and (unsaid or (Target("sp"),) in here)):  # `in the loop`
        return None
    told = [t for t in c.tokens[i : c.i] if t.kind == "num" or t.text in NUMBERS]
    n = (told[0].value or NUMBERS.get(told[0].text, 0)) if told else 0
    begun = any(isinstance(x, Chain) and x.n > 1 for x in before) and any(isinstance(x, Work) for x in before)
    return n - begun if n > begun else None


def _ended(r: Reader, whole: Repeat, cut: int | None, i: int) -> list[Node]:
    """A repeat with what is said of how its last pass ends, and what stands for that pass."""
    stop, cut = cut, endings.cut_said(r, cut)
    after = endings.after_corner(r, whole.body) if cut is None and whole.times is not None else None
    if after is not None:
        return [replace(whole, cut=after)]
    more = any(t.text in ("more", "again", "all", "total", "altogether") for t in r.c.tokens[i : r.c.i])
    if stop is not None and endings.up_to_cut(r):
        return [replace(whole, loose=whole.times is not None and not more), *whole.body[:stop]]
    if cut is None and (ended := endings.ending_with(r, whole)) is not None:
        return [ended]
    omitted = endings.omitted(r) if cut is None else None
    short = endings.shortened(whole.body, omitted) if omitted and whole.times else None
    if short is not None:
        return [replace(whole, times=(whole.times or 1) - 1), *short]
    in_all = whole.times is not None and not more  # `rep from * 6 times`: six in all, where seven don't fit
    return [replace(whole, cut=cut, loose=in_all or omitted is not None)]


def _rep_all(r: Reader, nodes: list[Node], run: int, i: int) -> None:
    """`1 dc in first st, 2 dc in next st; repeat to end`: the first stitch is the next one when it comes again."""
    r.c.accept("beg", "beginning", "start")
    times, until, span = _times_or_until(r, i)
    body = again(nodes, run)
    del nodes[len(nodes) - run :]
    more = any(t.text in ("more", "again") for t in r.c.tokens[i : r.c.i])
    in_all = r.c.text[r.c.tokens[i].start :][:8].lower() == "repeated"  # `3 dc, 2 ch, repeated 4 times`
    total = None if times is None else times + (more or not in_all)
    nodes.append(Repeat(body, total, r.c.span_from(i), until=until, times_span=span, loose=not more))


def _rep_last(r: Reader, nodes: list[Node], i: int) -> None:
    times, until, span = _times_or_until(r, i)
    bracketed = r.bracketed[1] == len(nodes)
    if not nodes or not (bracketed or isinstance(nodes[-1], Repeat | Work | Together)):
        raise r.c.fail("no star", token=r.c.tokens[i])
    last = nodes[-1]
    begun = r.bracketed[0] if bracketed else len(nodes) - 1
    body = last.body if isinstance(last, Repeat) and last.times is None else tuple(nodes[begun:])
    total = None if times is None else times + 1
    nodes[begun:] = [Repeat(body, total, r.c.span_from(i), until=until, times_span=span)]


def _times_or_until(r: Reader, i: int) -> tuple[int | None, Until | None, tuple[int, int] | None]:
    c = r.c
    at = c.i
    times = c.times()
    if times is not None:
        if c.accept_phrase("in", "all") or c.accept_phrase("in", "total") or c.accept("altogether", "total"):
            times = max(0, times - 1)
        if times >= MAX_TIMES:
            r.trouble("times", at, limit=MAX_TIMES, n=times)
            times = 0
        span = c.span_from(at)
        links.in_ring(c)
        return times, None, span
    if c.accept("in", "into"):  # `rep from * in each of next 5 ch-1 sps`
        where = places.read_places(c)[0]
        if where.mode == "each":
            return (None, where.until or END, None)
        return (where.count, None, c.span_from(at))
    if c.accept("for", "on", "along"):  # `repeat for remaining sides`
        while c.at("remaining", "rem", "other", "each", "all") or c.token.kind == "num" or c.token.text in NUMBERS:
            c.i += 1
        if c.accept("side", "sides", "corner", "corners"):
            return (None, END, None)
        c.i = at
    if c.accept("across", "along", "on", "for"):  # `rep from * across next 2 sides`
        n = c.number() if c.accept("next", "following") else None
        if n and c.accept("side", "sides", "corners"):
            return (n, None, c.span_from(at))
        c.i = at
    until = read_until(c)
    return (None, until or END, None)
