"""How the last pass of a repeat ends otherwise: `ending last rep at **`, `ending with ch 5`, `omitting last 2 sc`."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import grouping
from mossring.notation.cursor import STITCH_WORDS, Cursor, UnreadableError
from mossring.notation.marks import Marks
from mossring.notation.tree import Chain, Make, Node, Repeat, Skip, Until, Work

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_DEPTH = 38
"""As deep as instructions may nest, less what they hold: none of an ending opens another repeat."""


def cut_said(r: Reader, cut: int | None) -> int | None:
    """A `**` ends the last repeat only if that is said: `ending last rep at **`, `ending at ** on last rep`."""
    c = r.c
    save = c.i
    c.accept(",", ";")
    if cut is not None and c.accept("ending", "end", "finishing", "finish", "stopping", "stop"):
        while c.token.kind == "word":
            c.i += 1
        if c.accept("**"):
            while c.accept("on", "in", "of", "for", "last", "final", "rep", "repeat", "time"):
                pass
            return cut
    c.i = save
    return None


def up_to_cut(r: Reader) -> bool:
    """`rep from * twice more, then from * to ** once`: whether a pass as far as the `**` comes behind."""
    c = r.c
    save = c.i
    while c.accept(",", ";", ".", "and", "then", "rep", "repeat", "work", "from"):
        pass
    told = c.accept("*") and c.accept("to", "-", "until") and c.accept("**")
    if told and c.times() in (None, 1):
        c.accept("more", "time", "again")
        return True
    c.i = save
    return False


def after_corner(r: Reader, body: Sequence[Node]) -> int | None:
    """`but end last repeat after the corner`, `ending with a corner`: how many of its instructions the last pass has;
    None with nothing read."""
    c = r.c
    save = c.i
    c.accept(",", ";")
    c.accept("but")
    corners = [k for k, n in enumerate(body) if isinstance(n, Work) and any(isinstance(m, Chain) for m in n.group)]
    if len(corners) == 1 and c.accept("ending", "end", "finishing", "finish", "stopping", "stop"):
        c.accept("last", "final") and c.accept("rep", "repeat", "time")
        if c.accept("after", "at", "with", "on"):
            c.accept("last", "final", "fourth")
            if c.accept("corner") and c.ends(0):
                return corners[0] + 1
    c.i = save
    return None


def ending_with(r: Reader, whole: Repeat) -> Repeat | None:
    """`ending last rep with ch 5`: the last pass stops before its own such chain, and the words that follow end it;
    `ending with 3 dc in last sp`: the repeat stops before that place. None with nothing read for other words."""
    c = r.c
    save, troubles = c.i, len(c.troubles)
    c.accept(",", ";")
    c.accept("but")
    if c.accept("ending", "end", "finishing", "finish"):
        c.accept("last", "final") and c.accept("rep", "repeat")
        if c.accept("with") or not c.at("at", "before", "after", "on", "in"):
            at = c.i
            end = _next_two(r)
            c.i = at
            del c.troubles[troubles:]
            first = end[0] if end else None
            if isinstance(first, Work):
                return _ending_like(whole, end)
            like = [k for k, n in enumerate(whole.body) if _begins_like(n, first)]
            then = end[1] if len(end) > 1 else None
            like = [k for k in like if then and k + 1 < len(whole.body) and _alike(whole.body[k + 1], then)] or like
            if like:
                if isinstance(first, Skip):  # what is skipped last lies at the round's end anyway
                    r.instruction([], Marks(), _DEPTH)
                return replace(whole, cut=like[-1])
    c.i = save
    del c.troubles[troubles:]
    return None


def _begins_like(node: Node, first: Node | None) -> bool:
    """Whether an ending that begins so may stand for the last pass from this instruction on."""
    if isinstance(first, Repeat) and isinstance(node, Repeat):
        return first.times == node.times and len(first.body) == len(node.body)
    return isinstance(first, Chain | Skip) and type(node) is type(first)


def _next_two(r: Reader) -> list[Node]:
    """The next two instructions, or what can be read of them; `1 tr, 1 ch, 1 tr in corner` is one."""
    end: list[Node] = []
    try:
        r.instruction(end, Marks(), _DEPTH)
        for _ in range(_HALVES):
            if not end or (len(end) > 1 and not _half(end)) or not r.c.accept(","):
                break
            r.instruction(end, Marks(), _DEPTH)
            grouping.settle(end, r.c.text)
    except UnreadableError:
        pass
    return end


_HALVES = 3


def _half(end: Sequence[Node]) -> bool:
    """Whether what is read so far may be the first half of a corner."""
    first = end[0]
    return len(end) == 2 and isinstance(first, Work) and not first.where.said and isinstance(end[1], Chain)


def _ending_like(whole: Repeat, end: Sequence[Node]) -> Repeat:
    """A repeat whose last pass goes on with these words from where they resemble its own: the same stitches in a
    place of the same kind, and then the next. Where nothing does, they follow its last whole pass."""
    last = end[0]
    assert isinstance(last, Work)
    there = [k for k, n in enumerate(whole.body) if _alike(n, last)]
    if there:
        on = [k for k in there if len(end) > 1 and k + 1 < len(whole.body) and _alike(whole.body[k + 1], end[1])]
        return replace(whole, cut=(on or there)[-1], loose=True)
    if last.where.mode == "last":
        place = last.where.targets
        there = [k for k, n in enumerate(whole.body) if k and isinstance(n, Work) and n.where.targets == place]
        until = Until("last", place[0], last.where.count)
        return replace(whole, until=until, cut=there[-1] if there else None)
    return whole


def _alike(one: Node, other: Node) -> bool:
    """Whether two instructions make the same stitches in places of the same kind."""
    if not isinstance(one, Work) or not isinstance(other, Work) or _stitches(one) != _stitches(other):
        return False
    first, second = one.where.targets, other.where.targets
    return [(t.kind, t.chains) for t in first] == [(t.kind, t.chains) for t in second]


def _stitches(work: Work) -> list[tuple[str, int]]:
    return [(getattr(n, "stitch", "ch"), n.n) for n in work.group if isinstance(n, Make | Chain)]


def omitted(r: Reader) -> int | None:
    """`omitting last 2 sc`: so many stitches fewer in the last pass; 0 where it just ends where the round does
    (`omitting last corner`, `ending last rep before corner`); None with nothing read for other words."""
    c = r.c
    save = c.i
    c.accept(",", ";")
    c.accept("but")
    ending = c.accept("ending", "end")
    if ending:
        if c.accept("last", "final") and c.accept("rep", "repeat") and c.accept("before", "after", "at"):
            _pass_words(c)
            return 0
        if c.at("in", "into"):  # `ending in 5th ch of turning ch`
            _pass_words(c)
            return 0
    at = c.i
    if c.accept("working", "with") and c.accept("only"):  # `working only 1 sc after last ch-1 sp`
        _pass_words(c)
        return 0
    c.i = at
    if c.accept("working") and c.accept("last"):  # `working last sl st in first sc`
        c.accept("last")
        placed = c.stitch() and c.accept("in", "into")
        if placed and (c.at(*_ENDS) or c.token.kind == "ord"):
            _pass_words(c)
            return 0
    c.i = at
    missing = c.at("missing") and c.ahead().text == "out" and c.accept("missing")
    less = ("omitting", "omit", "leaving", "leave", "skipping", "skip", *(("without",) if ending else ()))
    if missing or c.accept(*less):
        c.accept("off", "out")
        if c.accept("last", "final") or ending:
            n = c.number()
            stitches = (c.stitch() not in (None, "ch") or c.accept(*STITCH_WORDS)) and not c.at("in", "into")
            _pass_words(c)
            return (n or 1) if stitches else 0
    c.i = save
    return None


_ENDS = ("first", "top", "beg", "joining", "same", "turning", "last")
"""Words of the place where a round or a row ends."""


def _pass_words(c: Cursor) -> None:
    while c.token.kind in ("word", "num", "ord"):
        c.i += 1


def shortened(body: Sequence[Node], n: int) -> tuple[Node, ...] | None:
    """A pass without its last n stitches, one in each place; None where it doesn't end in so many."""
    last = body[-1] if body else None
    if not isinstance(last, Work) or last.where.mode != "next" or len(last.group) != 1:
        return None
    make = last.group[0]
    if isinstance(make, Make) and make.n == n > 1 and last.where.count == 1:  # `2 dc in next st`
        return tuple(body[:-1])
    left = last.where.count - n
    if not isinstance(make, Make) or make.n != 1 or left < 0:
        return None
    return (*body[:-1], replace(last, where=replace(last.where, count=left))) if left else tuple(body[:-1])
