"""Reading repeats: brackets, asterisks, `rep from * around, ending last rep at **`, `rep between [ ]`."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import acts, grouping, labels, likening, places, stitching, targets
from mossring.notation.cursor import GROUP_WORDS, STITCH_WORDS, Cursor, UnreadableError
from mossring.notation.targets import ROUND_WORDS
from mossring.notation.tree import Chain, Make, Node, Repeat, Skip, Together, Trouble, Until, Work
from mossring.notation.words import NUMBERS

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

MAX_NESTING = 40
MAX_TIMES = 10_000
_OPEN = {"(": ")", "[": "]"}
_STARS = ("*", "**", "***")


class Marks:
    """Where the asterisks of one level stand: index into its nodes of the opening and the closing one."""

    def __init__(self) -> None:
        self.open: dict[str, int] = {}
        self.close: dict[str, int] = {}

    def put(self, star: str, index: int) -> None:
        if star in self.open and star not in self.close and index > self.open[star]:
            self.close[star] = index
        else:
            self.open[star] = index
            self.close.pop(star, None)


def closed(r: Reader, nodes: list[Node], marks: Marks, star: str) -> None:
    """`*3 dc, ch 2* x3`: a repeat between two stars with its times right behind them (so many in all)."""
    c = r.c
    if star not in marks.close:
        return
    at = c.i
    times = c.times()
    until = places.read_until(c) if times is None and c.at("around", "to", "until", "across") else None
    placed = times is None and until is None and c.at("in", "into")
    if times is None and until is None and not placed:
        return
    first = marks.open.pop(star)
    del marks.close[star]
    body = tuple(nodes[first:])
    del nodes[first:]
    if placed:  # `*dc, ch 1* in each st around`
        c.i += 1
        group = grouping.as_group(r, list(body))
        nodes.extend(stitching.swept(r, [Work(group, w, c.span_from(at)) for w in places.read_places(c)]))
        return
    span = c.span_from(at)
    if body and times is not None and c.at("in", "into"):  # `*3 dc, ch 1* five times in ring`
        c.i += 1
        many = (Repeat(grouping.as_group(r, list(body)), min(times, MAX_TIMES), span, times_span=span),)
        nodes.extend(Work(many, w, c.span_from(at)) for w in places.read_places(c))
        return
    if not body:
        return
    whole = Repeat(body, min(times, MAX_TIMES) if times is not None else None, span, until, times_span=span)
    omitted = _omitted(r)  # `*...* 4 times leaving last 2 dc unworked`
    short = _shortened(body, omitted) if omitted and whole.times else None
    nodes.extend((replace(whole, times=(whole.times or 1) - 1), *short) if short is not None else (whole,))


def times_behind(r: Reader, nodes: list[Node], marks: Marks) -> bool:
    """`dc in next st, 2 dc in next st, six times`: what the round has so far, or what stands between stars, so many
    times in all."""
    c = r.c
    i = c.i
    times = c.times() if c.tokens[i - 1].text in (",", ";") or (marks.close and c.tokens[i - 1].text == ".") else None
    run = len(nodes) - marks.open[next(iter(marks.close))] if marks.close else _run_so_far(nodes)
    if times is None or times < 2 or run < 1 or not (c.token.kind == "end" or c.at(",", ";", ".", "(", "[")):
        c.i = i
        return False
    nodes[len(nodes) - run :] = [Repeat(_again(nodes, run), times, c.span_from(i), times_span=c.span_from(i))]
    marks.open.clear()
    marks.close.clear()
    return True


def bracket(r: Reader, nodes: list[Node], depth: int) -> None:
    """A bracket: a label, a group for a place, a repeat, or just instructions held together."""
    c = r.c
    i = c.i
    opener = c.token.text
    yarn = acts.read_bracketed_yarn(c)
    if yarn is not None:
        nodes.append(yarn)
        if len(nodes) == 1 and depth == 0:
            r.yarn = r.yarn or yarn.yarn
        return
    label = labels.read_bracket_label(c)
    if label is not None:
        grouping.label_last(nodes, label, c.span_from(i)[1])
        grouping.start_place(r, nodes)
        return
    if _remark(r):
        return
    if depth >= MAX_NESTING:
        c.i = len(c.tokens) - 1
        c.troubles.append(Trouble("nesting", (c.tokens[i].start, c.tokens[i].end), {"limit": MAX_NESTING}))
        return
    c.i += 1
    inner = r.sequence(_OPEN[opener], depth + 1)
    if not c.accept(_OPEN[opener]) and not any(t.kind == "nesting" for t in c.troubles):
        c.troubles.append(Trouble("bracket", (c.tokens[i].start, c.tokens[i].end), {"mark": opener}))
    begun = len(nodes)
    nodes.extend(_after_bracket(r, inner, i))
    r.bracketed = (begun, len(nodes))


_SIDES = ({"corner"}, {"rs"}, {"ws"}, {"right", "side"}, {"wrong", "side"})
"""What a bracket may only remark on."""


def _remark(r: Reader) -> bool:
    """A bracket that only remarks (`(first V-st made)`, `[ch 2 at start doesn't count]`) is passed."""
    c = r.c
    closer = _OPEN[c.token.text]
    k = 1
    words = set()
    while c.ahead(k).text != closer:
        if c.ahead(k).kind == "end" or c.ahead(k).text in _OPEN or k > 16:
            return False
        words.add(c.ahead(k).text)
        k += 1
    remarks = words & {"made", "completed", "counts", "count", "note", "magic", "is"} or words in _SIDES
    remarks = remarks or bool(words and words <= GROUP_WORDS)  # `5 dc in next dc (shell)`
    remarks = remarks or {"same", "as"} <= words  # `(same ch as first dc)`
    if not remarks or c.ahead(k + 1).text in ("in", "into"):
        return False
    c.i += k + 1
    return True


_WORKING = frozenset(
    {"rep", "repeat", "sk", "skip", "miss", "turn", "inc", "dec", "join", "ring", "magic", "mr", "as", "rnd", "rnds"}
    | {"*", "**", "(", "[", "next", "each", "same", "times", "twice", "loop", "loops", "blo", "flo", "spiral"}
    | {"continue", "continuous", "behind", "around", "begin", "marker", "with", "change", "using", "drop", "in"}
)
"""Words of instructions: a sentence with one of them is no mere remark."""
_TELLING = frozenset({"you", "your", "this", "these", "it", "note", "nb", "tip", "remember", "check", "weave", "sew"})
"""Words that open a sentence that tells of the work and asks for no stitch."""
_SETTING = frozenset({"blo", "flo", "loop", "loops", "back", "front", "spiral", "turn", "turned", "worked", "behind"})


def passed_remark(c: Cursor) -> bool:
    """A whole sentence that asks for no stitch (`Weave in all ends.`, `Your hexagon may wave a little.`) is passed,
    with the words in it that nobody knows."""
    if c.i and c.tokens[c.i - 1].text not in (".", "!"):
        return False
    k = 0
    while c.ahead(k).kind != "end" and c.ahead(k).text not in (".", "!"):
        k += 1
    words = [c.ahead(j) for j in range(k)]
    texts = {t.text for t in words}
    told = c.token.text in _TELLING and not texts & _SETTING
    asks = texts & _WORKING or any(t.kind == "num" or c.opens_stitch(j) for j, t in enumerate(words))
    if len(words) < 3 or (asks and not told) or any(t.text in NUMBERS for t in words if not told):
        return False
    first, last = words[0].start, words[-1].end
    c.troubles[:] = [t for t in c.troubles if not (first <= t.span[0] and t.span[1] <= last)]
    c.i += k
    return True


def _after_bracket(r: Reader, inner: list[Node], i: int) -> list[Node]:
    c = r.c
    times_at = c.i
    if c.at("rep", "repeat", "work") and c.ahead().text not in ("from", "*", "**"):  # `(...) repeat 6 times`
        c.i += 1
    times = c.times()
    if times is None and c.i > times_at and (c.token.kind == "end" or c.at("(", "[", "-", ".", ";", ",", "around")):
        far = places.read_until(c) or places.END  # `[...] repeat`
        return [Repeat(tuple(inner), None, c.span_from(i), until=far)]
    if times is None:
        c.i = times_at
    times_span = c.span_from(times_at) if times is not None else None
    until: Until | None = None
    if times is None and not stitching.at_place(c):
        until = places.read_until(c)
    elif times is not None and times > MAX_TIMES:
        r.trouble("times", times_at, limit=MAX_TIMES, n=times)
        times = 1
    if c.accept("in", "into", "over", "on") or c.at("between") or stitching.at_place(c):
        c.accept("around")
        wheres = places.read_places(c)
        group = grouping.as_group(r, inner)
        if times is not None:
            group = (Repeat(group, times, c.span_from(i), times_span=times_span),)
        return stitching.swept(r, [Work(group, w, c.span_from(i)) for w in wheres])
    if times is None and until is None:
        return inner
    return [Repeat(tuple(inner), times, c.span_from(i), until=until, times_span=times_span)]


def rep(r: Reader, nodes: list[Node], marks: Marks) -> None:
    """`rep from * 3 more times`, `rep * to * twice`, `rep from * around, ending last rep at **`, `rep rnd 3`."""
    c = r.c
    i = c.i
    c.i += 1
    if c.at(*ROUND_WORDS, "last", "previous") or (c.token.kind == "ord" and c.ahead().text in ROUND_WORDS):
        likening.round_number(r, i)
        return
    c.accept("from")
    c.accept("the")
    starred = marks.close or marks.open
    if c.at("between") and starred and c.ahead().text in _STARS:  # `repeat between * and *`, `repeat between *`
        c.i += 1
        while c.token.text in _STARS and c.ahead().text in ("and", *_STARS):  # also `repeat between *s`
            c.i += 1
            c.accept("and")
    elif c.accept("between") or (c.at("section", "part", "sts") and c.ahead().text in ("in", "between")):
        while c.accept("section", "part", "sts", "in", "between", "[", "]", "*", "(", ")", "and", "the", "brackets"):
            pass
        _rep_last(r, nodes, i)
        return
    if c.accept("(", "["):
        while c.accept("to", ")", "]", "(", "["):
            pass
        _rep_last(r, nodes, i)
        return
    star = c.token.text
    if star not in _STARS and (marks.close or marks.open):  # `*...*. Repeat ten more times.`, `*...; repeat all round`
        star = next(iter(marks.close or marks.open))
        c.i -= 1
    elif star not in _STARS and (begun := _run_so_far(nodes)):
        _rep_all(r, nodes, begun, i)
        return
    elif star not in _STARS or star not in marks.open:
        raise c.fail("no star")
    c.i += 1
    c.accept("s")
    first, last = marks.open[star], marks.close.get(star, len(nodes))
    if c.token.text in _STARS or (c.at("to", "-") and c.ahead().text in _STARS):  # `rep * to *`, `rep * *`
        c.accept("to", "-")
        last = marks.open.get(c.token.text, last) if c.token.text != star else last
        c.i += 1
    times, until, span = _times_or_until(r, i)
    cut = marks.open.get("**") if star == "*" else None
    cut = cut - first if cut is not None and first < cut < len(nodes) else None
    if star in marks.close or last < len(nodes):
        body = tuple(nodes[first:last])
        more = any(t.text in ("more", "all", "total", "altogether") for t in c.tokens[i : c.i])
        again = Repeat(body, times, c.span_from(i), until=until, times_span=span, loose=times is not None and not more)
        nodes.append(again)
        return
    body = tuple(nodes[first:])
    del nodes[first:]
    total = None if times is None else times + 1
    whole = Repeat(body, total, c.span_from(i), until=until, times_span=span)
    cut = _cut_said(r, cut)
    in_all = any(t.text == "x" for t in c.tokens[i : c.i])  # `rep from * x3`: three in all, where four don't fit
    omitted = None
    if cut is None and (ended := _ending_with(r, whole)) is not None:
        nodes.append(ended)
    elif cut is None and (omitted := _omitted(r)) and total and (short := _shortened(body, omitted)) is not None:
        nodes.extend((replace(whole, times=total - 1), *short))
    else:
        nodes.append(replace(whole, cut=cut, loose=in_all or omitted is not None))
    del marks.open[star]


def _run_so_far(nodes: list[Node]) -> int:
    """How many of the last instructions a `repeat to end` without a star means: all since the round's start."""
    run = 0
    for node in reversed(nodes):
        at_start = isinstance(node, Work) and node.where.mode in ("same", "start", "any")
        if not isinstance(node, Work | Chain | Skip | Repeat) or at_start or (isinstance(node, Chain) and node.label):
            break
        run += 1
    body = nodes[len(nodes) - run :]
    begins = next((k for k, n in enumerate(body) if not isinstance(n, Chain)), len(body))
    last = body[-1] if body else None
    ends_alike = isinstance(last, Chain) and begins and replace(last, span=(0, 0)) == replace(body[0], span=(0, 0))
    return run - begins if run == len(nodes) or ends_alike else run  # `ch 1, 2 dc in next sp, ch 1, repeat`


def _again(nodes: list[Node], run: int) -> tuple[Node, ...]:
    """The last instructions as they come again: their first stitch is then the next one."""
    return tuple(
        replace(n, where=replace(n.where, mode="next")) if isinstance(n, Work) and n.where.mode == "first" else n
        for n in nodes[len(nodes) - run :]
    )


def _rep_all(r: Reader, nodes: list[Node], run: int, i: int) -> None:
    """`1 dc in first st, 2 dc in next st; repeat to end`: the first stitch is the next one when it comes again."""
    r.c.accept("beg", "beginning", "start")
    times, until, span = _times_or_until(r, i)
    if r.c.at("in", "into"):  # `3 dc, ch 2, repeat 3 more times in ring`
        save = r.c.i
        r.c.i += 1
        r.c.accept("the")
        r.c.i = r.c.i if targets.read_ring(r.c) else save
    body = _again(nodes, run)
    del nodes[len(nodes) - run :]
    more = any(t.text in ("more", "again") for t in r.c.tokens[i : r.c.i])
    total = None if times is None else times + 1
    nodes.append(Repeat(body, total, r.c.span_from(i), until=until, times_span=span, loose=not more))


def _cut_said(r: Reader, cut: int | None) -> int | None:
    """A `**` counts as the end of the last repeat only if `ending last rep at **` follows."""
    c = r.c
    save = c.i
    c.accept(",", ";")
    if cut is not None and c.accept("ending", "end"):
        while c.token.kind == "word":
            c.i += 1
        if c.accept("**"):
            return cut
    c.i = save
    return None


def _ending_with(r: Reader, whole: Repeat) -> Repeat | None:
    """`ending last rep with ch 5`: the last pass stops before its own such chain, and the words that follow end it;
    `ending with 3 dc in last sp`: the repeat stops before that place. None with nothing read for other words."""
    c = r.c
    save, troubles = c.i, len(c.troubles)
    c.accept(",", ";")
    if c.accept("ending", "end", "finishing", "finish"):
        c.accept("the")
        c.accept("last", "final") and c.accept("rep", "repeat")
        if c.accept("with") or not c.at("at", "before", "after", "on", "in"):
            at = c.i
            end: list[Node] = []
            try:
                r.instruction(end, Marks(), MAX_NESTING - 1)
            except UnreadableError:
                end = []
            c.i = at
            del c.troubles[troubles:]
            first = end[0] if end else None
            if isinstance(first, Work) and first.where.said and whole.times is None:
                return _ending_like(whole, first)
            like = [k for k, n in enumerate(whole.body) if isinstance(first, Chain | Skip) and type(n) is type(first)]
            if like:
                if isinstance(first, Skip):  # what is skipped last lies at the round's end anyway
                    r.instruction([], Marks(), MAX_NESTING - 1)
                return replace(whole, cut=like[-1])
    c.i = save
    del c.troubles[troubles:]
    return None


def _ending_like(whole: Repeat, last: Work) -> Repeat:
    """A repeat whose last pass goes on with these words from where they resemble its own: the same stitches in a
    place of the same kind. Where nothing does, they follow its last whole pass."""
    kind = [(t.kind, t.chains) for t in last.where.targets]
    there = [
        k
        for k, n in enumerate(whole.body)
        if isinstance(n, Work)
        and _stitches(n) == _stitches(last)
        and [(t.kind, t.chains) for t in n.where.targets] == kind
    ]
    if there:
        return replace(whole, cut=there[-1], loose=True)
    if last.where.mode == "last":
        return replace(whole, until=Until("last", last.where.targets[0], last.where.count))
    return whole


def _stitches(work: Work) -> list[tuple[str, int]]:
    return [(getattr(n, "stitch", "ch"), n.n) for n in work.group if isinstance(n, Make | Chain)]


def _omitted(r: Reader) -> int | None:
    """`omitting last 2 sc`: so many stitches fewer in the last pass; 0 where it just ends where the round does
    (`omitting last corner`, `ending last rep before corner`); None with nothing read for other words."""
    c = r.c
    save = c.i
    c.accept(",", ";")
    ending = c.accept("ending", "end")
    if ending:
        c.accept("the")
        if c.accept("last", "final") and c.accept("rep", "repeat") and c.accept("before", "after", "at"):
            _pass_words(c)
            return 0
    at = c.i
    if c.accept("working") and c.accept("the", "last") and c.token.kind == "word":  # `working last sl st in first sc`
        c.accept("last")
        if c.stitch() and c.accept("in", "into") and c.at("first", "top", "beg", "joining", "same"):
            _pass_words(c)
            return 0
    c.i = at
    if c.accept("omitting", "omit", "leaving", "skipping", *(("without",) if ending else ())):
        c.accept("off", "out")
        c.accept("the")
        if c.accept("last", "final") or ending:
            n = c.number()
            stitches = (c.stitch() not in (None, "ch") or c.accept(*STITCH_WORDS)) and not c.at("in", "into")
            _pass_words(c)
            return (n or 1) if stitches else 0
    c.i = save
    return None


def _pass_words(c: Cursor) -> None:
    while c.token.kind in ("word", "num", "ord"):
        c.i += 1


def _shortened(body: Sequence[Node], n: int) -> tuple[Node, ...] | None:
    """A pass without its last n stitches, one in each place; None where it doesn't end in so many."""
    last = body[-1] if body else None
    if not isinstance(last, Work) or last.where.mode != "next" or len(last.group) != 1:
        return None
    make = last.group[0]
    left = last.where.count - n
    if not isinstance(make, Make) or make.n != 1 or left < 0:
        return None
    return (*body[:-1], replace(last, where=replace(last.where, count=left))) if left else tuple(body[:-1])


def _rep_last(r: Reader, nodes: list[Node], i: int) -> None:
    times, until, span = _times_or_until(r, i)
    if not nodes or not isinstance(nodes[-1], Repeat | Work | Together):
        raise r.c.fail("no star", token=r.c.tokens[i])
    last = nodes[-1]
    begun = r.bracketed[0] if r.bracketed[1] == len(nodes) else len(nodes) - 1
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
        return times, None, c.span_from(at)
    until = places.read_until(c)
    return (None, until or places.END, None)
