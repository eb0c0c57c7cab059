"""What a round has had so far, once more: `six times`, `all round`, `continue in this way`, behind its instructions."""

from __future__ import annotations

import re
from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import grouping, places, targets
from mossring.notation.cursor import Cursor
from mossring.notation.lazy import lazily
from mossring.notation.marks import MAX_NESTING, Marks
from mossring.notation.tokens import Token
from mossring.notation.tree import Act, Chain, Make, Node, Repeat, Skip, Span, Together, Until, Where, Work
from mossring.notation.until import END, read_until
from mossring.notation.words import NUMBERS

if TYPE_CHECKING:
    from mossring.notation.reader import Reader


def alternately(r: Reader, nodes: list[Node]) -> bool:
    """`1 dc and 2 dc alternately`: the two in turn, all round."""
    c = r.c
    i = c.i
    pair = nodes[-2:]
    if c.ahead().text.startswith(("colour", "color", "yarn")):
        return False
    if not pair or not isinstance(pair[-1], Work):
        return (c.opens_stitch(1) or c.opens_stitch(2)) and _alternating(r, nodes)
    if len(pair) < 2 or not all(isinstance(n, Work) and n.where.mode in ("next", "same") for n in pair):
        return False
    c.i += 1
    until = read_until(c) or END
    body = tuple(grouping.in_one_place(n) for n in pair)
    nodes[-2:] = [Repeat(body, None, (pair[0].span[0], c.span_from(i)[1]), until=until)]
    return True


def _alternating(r: Reader, nodes: list[Node]) -> bool:
    """`alternate 1 dc and 2 dc in each st`: the two in turn."""
    c = r.c
    i = c.i
    c.i += 1
    c.accept("between")
    both: list[Node] = []
    r.instruction(both, Marks(), 0)
    c.accept("and")
    r.instruction(both, Marks(), 0)
    one, other = (*both, None, None)[:2]
    if len(both) != _SEVERAL or not isinstance(one, Work) or not isinstance(other, Work) or one.where.said:
        raise c.fail("instruction", token=c.tokens[i])
    until = other.where.until or read_until(c) or END
    where = replace(other.where, mode="next", until=None)
    both = [grouping.in_one_place(one), grouping.in_one_place(other)]
    body = tuple(replace(n, where=where) for n in both if isinstance(n, Work))
    nodes.append(Repeat(body, None, c.span_from(i), until=until))
    return True


def times_behind(r: Reader, nodes: list[Node], marks: Marks) -> bool:
    """`dc in next st, 2 dc in next st, six times`: what the round has so far, or what stands between stars, so many
    times in all; `...; do this 3 times`: what its sentence has."""
    c = r.c
    i = c.i
    if _all_this(c):
        times = c.times()
        _in_all(c)
        begun = _sentence(r, nodes, marks)
        if times is not None and len(nodes) > begun:
            c.forgive(i)
            times += any(t.text in ("more", "again") for t in c.tokens[i : c.i])
            _once_more(nodes, begun, times, c.span_from(i))
            marks.open.clear()
            marks.close.clear()
            return True
        c.i = i
    if _times_in_brackets(r, nodes, marks):
        return True
    if not marks.open and (_and_times(r, nodes) or _in_ring_times(r, nodes)):
        return True
    c.at("-") and c.ahead().text in (*NUMBERS, "twice", "thrice") and c.accept("-")
    behind = c.tokens[c.i - 1].text in (",", ";", "-") or (marks.close and c.tokens[i - 1].text == ".")
    hole = isinstance(nodes[-1], Chain) and nodes[-1].label is None  # `3 dc, ch 2 four times in ring`
    last = nodes[-1]
    placed = isinstance(last, Work) and last.where.said and last.where.mode == "next" and last.where.count == 1
    unmarked = not (marks.open or marks.close) or (c.at("x") and not marks.close)  # `*..., 2 dc in gap x 2*`
    alone = placed and not behind and unmarked  # `(3 dc, ch 1) in next sp three times`
    together = _since_stop(r, nodes, i) if c.at("x", "*") and unmarked and not behind else 0
    times = c.times() if behind or hole or alone or together >= _SEVERAL else None
    _in_all(c)
    if times and hole and c.accept("in", "into") and not targets.read_ring(c):
        times = None
    so_often = c.tokens[i].text == "x"
    if times is None or times < 2 or not (c.ends(0) or c.at("=") or (so_often and c.at("*", ")", "]"))):
        c.i = i
        return False
    run = len(nodes) - marks.open[next(iter(marks.close))] if marks.close else run_so_far(nodes)
    since = _since_then(r, nodes, i)
    run = since if _SEVERAL <= since < run and not marks.close else run
    tied = _since_comma(r, nodes, i) if hole and not behind else together  # `ch 3 2 dc ch 1, 3 dc ch 1 three times`
    run = tied if _SEVERAL <= tied < run and not marks.close else run
    sentence = len(nodes) - r.begun if r.begun else 0
    run = sentence if _SEVERAL <= sentence < run and not marks.close else run
    run = 1 if alone and isinstance(last, Work) and (len(last.group) > 1 or marks.open) else run
    if run < 1:
        c.i = i
        return False
    nodes[len(nodes) - run :] = [Repeat(again(nodes, run), times, c.span_from(i), times_span=c.span_from(i))]
    if not (so_often and alone):
        marks.open.clear()
        marks.close.clear()
    return True


def _all_this(c: Cursor) -> bool:
    """`do this`, `all this`, `all`, `likewise` before `4 times`: passed."""
    i = c.i
    c.accept("do", "likewise")
    c.accept("all")
    c.accept("of")
    c.accept("this", "that", "these")
    return c.i > i


def _in_all(c: Cursor) -> None:
    c.accept_phrase("in", "all") or c.accept("altogether", "total")


_OTHER_SIDES = lazily(
    r"(?:(?:do|work) )?(?:(?:the )?same|likewise) (?:again )?(?:on|for|along|to) (?:(?:the|all|each|every|of|other|"
    r"remaining|\w+(?= sides| corners| edges)) )*(?:side|corner|edge)s?\b"
    r"|(?:do|work) (?:all|the other) (?:\w+ )?sides\b(?: (?:alike|likewise|the same|in the same way))?"
    r"|all (?:\w+ )?sides (?:alike|the same|like this)\b",
    re.IGNORECASE,
)


def other_sides(r: Reader, nodes: list[Node], marks: Marks) -> bool:
    """`..., same on the other 3 sides`, `..., do all 4 sides`, `all sides alike`: what its sentence has, all round."""
    c = r.c
    said = _OTHER_SIDES.match(c.text, c.token.start)
    begun = _sentence(r, nodes, marks)
    if not said or len(nodes) <= begun or (marks.open and not marks.close):
        return False
    i = c.i
    while c.token.kind != "end" and c.token.start < said.end():
        c.i += 1
    c.forgive(i)
    if not marks.close and not _start_within(nodes, begun):
        begun = max(begun, len(nodes) - run_so_far(nodes))
    _once_more(nodes, begun, None, c.span_from(i))
    marks.open.clear()
    marks.close.clear()
    return True


def _sentence(r: Reader, nodes: list[Node], marks: Marks) -> int:
    """Where what stands between stars begins, else the sentence, or the one before where this has had nothing yet."""
    if marks.close:
        return marks.open[next(iter(marks.close))]
    return r.begun if len(nodes) > r.begun else r.begun_before


def _start_within(nodes: list[Node], begun: int) -> int:
    """Where the starting chain stands with which what comes again begins, that is a stitch of its first side; else 0
    (nothing is slipped before a chain that the round begins with)."""
    k = next(
        (k for k in range(begun, len(nodes)) if not isinstance(nodes[k], Act) and not grouping.is_slip(nodes[k])), 0
    )
    start = nodes[k] if k + 1 < len(nodes) else None
    stands = isinstance(start, Chain) and start.n > 1 and (start.label is None or start.label.stitch)
    return k + 1 if stands and _with_its_start(nodes[k + 1]) else 0


def _once_more(nodes: list[Node], begun: int, times: int | None, span: Span) -> None:
    """The instructions from begun on, so many times in all (None: all round); where they begin with the chain of a
    first stitch, the others begin with that stitch."""
    after = _start_within(nodes, begun)
    whole = _with_its_start(nodes[after]) if after else None
    if whole is None:
        body = again(nodes, len(nodes) - begun)
        until = END if times is None else None
        nodes[begun:] = [Repeat(body, times, span, until, times_span=span, loose=times is None)]
    elif times is None:
        nodes.append(Repeat((whole, *nodes[after + 1 :]), None, span, END, loose=True))
    elif times > 1:
        nodes.append(Repeat((whole, *nodes[after + 1 :]), times - 1, span, times_span=span, loose=True))


def _with_its_start(first: Node) -> Work | None:
    """`ch 3, dc in next 2 dc`: the side that begins so, where it begins with a stitch: one more in the next places."""
    if not isinstance(first, Work) or first.where.mode != "next" or len(first.group) != 1:
        return None
    return replace(first, where=replace(first.where, count=first.where.count + 1))


def _times_in_brackets(r: Reader, nodes: list[Node], marks: Marks) -> bool:
    """`3 dc, ch 2 (x4) in ring`, `(3 dc, ch 2) (4 times)`: what stands before it, so often."""
    c = r.c
    i = c.i
    opened = c.accept("(", "[")
    repeated = opened and c.accept("rep", "repeat")  # `(repeat this 2 more times)`
    repeated = repeated and c.accept("this", "that", "these")
    times = c.times() if opened else None
    if times is None or times + repeated < _SEVERAL or not c.accept(")", "]"):
        c.i = i
        return False
    times += repeated and any(t.text in ("more", "again") for t in c.tokens[i : c.i])
    line = c.text.rfind("\n", 0, c.tokens[i].start)
    if repeated and line >= 0:  # what its line has
        begun = sum(n.span[0] < line for n in nodes)
        nodes[begun:] = [Repeat(tuple(nodes[begun:]), times, c.span_from(i), times_span=c.span_from(i))]
        return True
    if c.at("in", "into"):
        save = c.i
        c.i += 1
        c.i = c.i if targets.read_ring(c) else save
    if marks.close:
        begun = marks.open[next(iter(marks.close))]
    else:
        run = run_so_far(nodes)
        plus = any(t.text in ("+", "&") for t in _words_before(r, i))  # `2dc + ch2, 3dc + ch2 (three times)`
        tied = _since_comma(r, nodes, i) if plus else 0
        run = tied if _SEVERAL <= tied < run else run
        begun = r.bracketed[0] if r.bracketed[1] == len(nodes) else len(nodes) - run
    if begun >= len(nodes):
        c.i = i
        return False
    nodes[begun:] = [Repeat(again(nodes, len(nodes) - begun), times, c.span_from(i), times_span=c.span_from(i))]
    marks.open.clear()
    marks.close.clear()
    return True


def all_round(r: Reader, nodes: list[Node]) -> bool:
    """`1 dc, 2 dc in next, all round`: as `repeat to end`, behind single stitches; from the last `then` on."""
    c = r.c
    i = c.i
    last = nodes[-1] if nodes else None
    one = isinstance(last, Work) and last.where.mode == "next" and last.where.said
    begun = min(run_so_far(nodes), _since_then(r, nodes, i))
    alone = c.tokens[i - 1].text not in (",", ";", ".")  # `2 sc in one st around`
    if not one or begun < (1 if alone else _SEVERAL):
        return False
    if read_until(c) not in (END, Until("across")) or not (c.ends(0) or c.at("(", "[", ".", ";", ",", "=", "-")):
        c.i = i
        return False
    nodes[len(nodes) - begun :] = [Repeat(again(nodes, begun), None, c.span_from(i), until=END)]
    return True


def _since_then(r: Reader, nodes: list[Node], i: int) -> int:
    """How many of the last instructions stand behind the last `then`, or the last `;`; all of them without one."""
    then = next((t.start for t in _words_before(r, i - 1) if t.text in ("then", ";")), 0)
    return sum(n.span[0] >= then for n in nodes)


def behind_then(r: Reader, nodes: list[Node], i: int) -> int:
    """How many instructions stand behind the last `then` or full stop, if they begin in a space: `..., then (3 dc, ch
    1, 3 dc) in next corner and 3 dc between next two groups, repeat 5 times in all`; else all of them."""
    then = next((t.start for t in _words_before(r, i) if t.text == "then"), 0)
    then = max(then, nodes[r.begun].span[0] if 0 < r.begun < len(nodes) else 0)
    run = [n for n in nodes[-_FAR:] if n.span[0] >= then]
    opens = run[0] if len(run) >= _SEVERAL else None
    spaced = isinstance(opens, Work) and bool(opens.where.targets) and opens.where.targets[0].is_space
    return len(run) if spaced else len(nodes)


def _since_stop(r: Reader, nodes: list[Node], i: int) -> int:
    """How many of the last instructions stand together, with nothing between them: `1 sc 1 inc x6`."""
    stop = next((t.start for t in _words_before(r, i) if t.kind == "mark" or t.text in ("and", "then")), -1)
    return sum(n.span[0] > stop for n in nodes[-_FAR:])


def _since_comma(r: Reader, nodes: list[Node], i: int) -> int:
    """How many of the last instructions stand behind the last comma."""
    comma = next((t.start for t in _words_before(r, i) if t.text == ","), 0)
    return sum(n.span[0] > comma for n in nodes[-_FAR:])


_FAR = 200
"""Words or instructions before a repeat that it may speak of: nobody looks back further."""


def _words_before(r: Reader, i: int) -> list[Token]:
    """The words before word i, the nearest first."""
    return r.c.tokens[max(0, i - _FAR) : max(0, i)][::-1]


_SEVERAL = 2


def _in_ring_times(r: Reader, nodes: list[Node]) -> bool:
    """`(3 dc, ch 2) in MR 4 times`."""
    c = r.c
    last = nodes[-1] if nodes else None
    i = c.i
    in_ring = isinstance(last, Work) and last.where.said and last.where.targets == (targets.RING,)
    times = c.times() if in_ring else None
    if last is None or times is None:
        return False
    nodes[-1:] = [Repeat((last,), times, c.span_from(i), times_span=c.span_from(i))]
    return True


def _and_times(r: Reader, nodes: list[Node]) -> bool:
    """`2 ch and 3 tr in ring three times`, `2 ch and 3 tr three times in the ring`: both, so often."""
    c = r.c
    i = c.i
    chain, work = (*nodes[-2:], None, None)[:2]
    both = isinstance(chain, Work) and chain.where.said  # `3 dc in next corner and 3 dc in next sp three times`
    linked = isinstance(chain, Chain) and not chain.label and isinstance(work, Work) and len(work.group) == 1
    if chain is None or not isinstance(work, Work) or not (both or linked):
        return False
    times = c.times()
    if times and not _joined(c, i, chain, work):
        times = None
    if times and not work.where.said and c.accept("in", "into"):
        where = places.read_places(c)[0]
        work = replace(work, group=grouping.as_group(r, [work]), where=where)
    if not times or not work.where.said:
        c.i = i
        return False
    nodes[-2:] = [Repeat((chain, work), times, c.span_from(i), times_span=c.span_from(i))]
    return True


def _joined(c: Cursor, i: int, one: Node, other: Node) -> bool:
    """Whether an `and` stands between two instructions that end before token i."""
    k = i - 1
    while k > 0 and c.tokens[k].start >= other.span[0]:
        k -= 1
    while k > 0 and c.tokens[k].start >= one.span[1] and c.tokens[k].text != "and":
        k -= 1
    return c.tokens[k].text == "and" and c.tokens[k].start >= one.span[1]


def on_around(r: Reader, nodes: list[Node], marks: Marks) -> bool:
    """`..., continue in this way all round`, `..., and so on around` amid a round: what it has had since its first
    star, or since its start."""
    c = r.c
    k = 1
    while c.ahead(k).text in _ON:
        k += 1
    begun = marks.first if marks.first >= 0 else len(nodes) - run_so_far(nodes)
    ends = c.ahead(k).kind == "end" or c.ahead(k).text in (",", ";", ".", "(", "[", "-")
    goes_on = c.at("continue", "cont", "continuing") or (c.at("so") and c.ahead().text == "on")
    if not goes_on or not ends or k == 1 or begun >= len(nodes):
        return False
    i = c.i
    c.i += k
    body = again(nodes, len(nodes) - begun)
    nodes[begun:] = [Repeat(body, None, c.span_from(i), until=END, loose=True)]
    return True


_ON = frozenset(
    {"in", "this", "same", "way", "manner", "pattern", "as", "established", "all", "around", "round", "to", "end", "on"}
    | {"like", "so", "rnd", "of", "until", "that"}
)


def run_so_far(nodes: list[Node]) -> int:
    """How many of the last instructions a `repeat to end` without a star means: all since the round's start, or what is
    as that was with its chain for a stitch."""
    if (alike := _as_the_start(nodes)) > 0:
        return alike
    run = 0
    for node in reversed(nodes[-_FAR:]):
        at_start = isinstance(node, Work) and node.where.mode in ("same", "start", "any")
        at_start = at_start and not (_comes_back(node) and any(map(_goes_on, nodes[: len(nodes) - run - 1])))
        if at_start and run and _repeats_too(nodes, len(nodes) - run - 1):
            run += 1
            break
        moves = grouping.is_slip(node) and all(map(grouping.is_slip, nodes[: len(nodes) - run]))  # to where it begins
        if (
            moves
            or not isinstance(node, Work | Chain | Skip | Repeat | Together)
            or _deep(node)
            or at_start
            or (isinstance(node, Chain) and node.label)
        ):
            break
        run += 1
    body = nodes[len(nodes) - run :]
    begins = next((k for k, n in enumerate(body) if not isinstance(n, Chain)), len(body))
    last = body[-1] if body else None
    ends_alike = isinstance(last, Chain) and begins and replace(last, span=(0, 0)) == replace(body[0], span=(0, 0))
    return run - begins if run == len(nodes) or ends_alike else run  # `ch 1, 2 dc in next sp, ch 1, repeat`


def _as_the_start(nodes: list[Node]) -> int:
    """`ch 3, 2 dc, ch 2, 3 dc, ch 2`: how many instructions say again what the round began with; 0 where none do."""
    if len(nodes) > _FAR:
        return 0
    k = next((k for k, n in enumerate(nodes) if isinstance(n, Chain) and n.n > 1), len(nodes))
    several = (len(nodes) - k - 1) // 2
    one, other = nodes[k + 1 : k + 1 + several], nodes[k + 1 + several :]
    first, again = (*one[:1], *other[:1], None, None)[:2]
    if several < _SEVERAL or len(one) != len(other) or not isinstance(first, Work) or not isinstance(again, Work):
        return 0
    if _as_said(first.where) != _as_said(again.where) or _so_many(first) + 1 != _so_many(again):
        return 0
    alike = [type(a) is type(b) and _as_said(a) == _as_said(b) for a, b in zip(one[1:], other[1:], strict=True)]
    return several if all(alike) and _made(first) == _made(again) else 0


def _as_said(said: Node | Where) -> object:
    """What an instruction or a place says, but how many stitches, wherever it stands in the text."""
    if isinstance(said, Where):
        return (said.mode, said.targets, said.said)
    return said.n if isinstance(said, Chain) else (_made(said), _so_many(said)) if isinstance(said, Work) else said


def _made(work: Work) -> list[object]:
    return [m.stitch if isinstance(m, Make) else m for m in work.group]


def _so_many(work: Work) -> int:
    """How many stitches an instruction of one kind makes."""
    return work.where.count * sum(m.n for m in work.group if isinstance(m, Make))


def _deep(node: Node) -> bool:
    """Whether repeats go as deep into each other as they may."""
    depth = 0
    inner: Node | None = node
    while isinstance(inner, Repeat) and depth < MAX_NESTING:
        depth += 1
        inner = next((n for n in inner.body if isinstance(n, Repeat)), None)
    return depth >= MAX_NESTING


def _comes_back(node: Node) -> bool:
    """Whether it goes into the space worked last: `3 dc in sp, ch 2, 3 dc in same sp`."""
    return isinstance(node, Work) and node.where.mode == "same" and any(t.is_space for t in node.where.targets)


def _goes_on(node: Node) -> bool:
    return isinstance(node, Work) and node.where.mode == "next" and node.where.said and not grouping.is_slip(node)


def _repeats_too(nodes: list[Node], k: int) -> bool:
    """`ch 1, (dc, ch 1, dc) in same st, dc in next st; repeat around`: what the round begins with comes again. Not
    where it ends alike (`sc in same st, ch 3, sk 2 sts, sc in next st; repeat`), nor where chains are a stitch."""
    first, last = nodes[k], nodes[-1]
    tall = any(not isinstance(n, Chain) or n.n > 1 for n in nodes[:k])
    if tall or not isinstance(first, Work) or first.where.mode != "same" or not isinstance(last, Work):
        return False
    return [_bare(n) for n in first.group] != [_bare(n) for n in last.group]


def _bare(node: Node) -> Node:
    return replace(node, span=(0, 0))


def again(nodes: list[Node], run: int, starred: bool = False) -> tuple[Node, ...]:
    """The last instructions as they come again: their first stitch is then the next one. starred: behind a star."""
    first = len(nodes) - run
    return tuple(
        replace(n, where=replace(n.where, mode="next"))
        if isinstance(n, Work) and (n.where.mode == "first" or (k == first and not starred and _repeats_too(nodes, k)))
        else n
        for k, n in enumerate(nodes)
        if k >= first
    )
