"""Candidate mends: the numbers of a round, each a little more or less."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence

from mossring.findings.finding import Edit, Fix
from mossring.findings.look import Look
from mossring.notation.lazy import lazily
from mossring.notation.tree import Chain, Make, Node, Repeat, Span, Work
from mossring.notation.words import TIMES
from mossring.shape import growth_constant
from mossring.stitches import term

_STEPS = (1, 2, 3)
_MOST = 40


def number_edits(look: Look, sign: int = 0) -> Iterator[Fix]:
    """Each counted number of the round changed by up to three, nearest first: where a miscount would be.

    sign: whether stitches are lacking (1) or too many (-1), where that is known. Lengths of chains come last, by one:
    they change no count of stitches.
    """
    line = look.round.line
    body = look.round.tree.body
    counts = sorted(_numbers(line.text, body), key=lambda n: not any(a <= n[0] < b for a, b in lopsided(body)))
    chains = list(_chain_lengths(line.text, body))
    single = list(_without_number(line.text, body))
    ways = [(k,) for s in (sign, -sign) for k in (s, 2 * s, 3 * s)] if sign else [(k, -k) for k in _STEPS]
    tried = 0
    for way in ways:
        more = (chains if abs(way[0]) == 1 else []) + (single if way == (1,) else [])
        for start, end, now, words in counts + more:
            for step in way:
                if now + step < 1 or tried >= _MOST:
                    continue
                tried += 1
                text = words.format(now + step)
                shown = _around(line.text, start, end, text)
                yield Fix(f"Make it “{shown}”", (Edit(line.at + start, line.at + end, text),))


def lopsided(body: Sequence[Node]) -> list[Span]:
    """The groups about a chain that have more stitches on one side of it: likely slips."""
    halves = [(n, _corner_halves(n)) for n in nodes_in(body) if isinstance(n, Work)]
    return [(h[0].span[0], h[1].span[1]) for _, h in halves if h and h[0].n != h[1].n]


def _around(text: str, start: int, end: int, new: str) -> str:
    """The words round a number, with the new number in place."""
    a = max(text.rfind(c, 0, start) for c in ",;()[]*.") + 1
    stops = [i for i in (text.find(c, end) for c in ",;()[].") if i >= 0]
    b = min(stops) if stops else len(text)
    return (text[a:start] + new + text[end:b]).strip()


Number = tuple[int, int, int, str]
"""Where a number stands (start, end), its value, and how another one is written in its place."""


def _numbers(text: str, body: Sequence[Node]) -> Iterator[Number]:
    """The numbers that say how many: stitches, places, times (not chain lengths)."""
    seen: set[Span] = set()
    for node in nodes_in(body):
        span = None
        if isinstance(node, Make):
            span = node.span
        elif isinstance(node, Work):
            span = node.where.span
        elif isinstance(node, Repeat):
            span = node.times_span
        found = _number_in(text, span) if span else None
        if found and found[:2] not in seen:
            seen.add(found[:2])
            yield found


_PLACES = lazily(r"(?<=next )\d+(?= ch(?:s|ains?)?\b(?!-| sp| loop| lp))", re.IGNORECASE)
"""How many chains of a foundation are worked into: no length of a space."""


def _number_in(text: str, span: Span) -> Number | None:
    a, b = span
    m = _PLACES.search(text[a:b]) or re.search(r"(?<![\d-])\d+(?!\d|[ -]?ch\b|(?:st|nd|rd|th)\b)", text[a:b])
    if m and not re.search(r"ch[- ]?$", text[: a + m.start()]):
        return a + m.start(), a + m.end(), int(m.group()), "{}"
    times = re.match(r"(once|twice|thrice)( more)?", text[a:b], re.IGNORECASE)
    if times:
        more = times[2] or ""
        return a, a + times.end(), TIMES[times[1].lower()], "{}" + more + " times"
    return None


def _without_number(text: str, body: Sequence[Node]) -> Iterator[Number]:
    """Stitches told without a number, one in a place that is named: `tr in last tr`."""
    for node in nodes_in(body):
        make = node.group[0] if isinstance(node, Work) and len(node.group) == 1 else None
        if isinstance(node, Work) and node.where.said and isinstance(make, Make) and make.n == 1:
            at = make.span[0]
            if not re.search(r"\d", text[slice(*make.span)]) and text[slice(*make.span)].strip():
                yield at, at, 1, "{} "


def _chain_lengths(text: str, body: Sequence[Node]) -> Iterator[Number]:
    for node in nodes_in(body):
        m = re.search(r"\d+", text[node.span[0] : node.span[1]]) if isinstance(node, Chain) else None
        if m:
            at = node.span[0]
            yield at + m.start(), at + m.end(), int(m.group()), "{}"


def chain_edits(look: Look, chains: int) -> Iterator[Fix]:
    """A chain of this length put behind each instruction in turn that has none: where one was left out."""
    line = look.round.line
    word = "ch {}" if re.search(r"\bch[ -]?\d", line.text, re.IGNORECASE) else "{} ch"
    nodes = list(nodes_in(look.round.tree.body))
    for node, after in zip(nodes, [*nodes[1:], None], strict=True):
        if isinstance(node, Work) and not isinstance(after, Chain) and node.span != (0, 0):
            at = line.at + node.span[1]
            text = ", " + word.format(chains)
            yield Fix(f"Put “{text[2:]}” behind “{line.text[slice(*node.span)]}”", (Edit(at, at, text),))


def place_edits(look: Look) -> Iterator[Fix]:
    """The first stitch worked into the next place and not the first or same one: where the starting chain stands."""
    line = look.round.line
    works = [n for n in nodes_in(look.round.tree.body) if isinstance(n, Work)]
    if works and works[0].where.mode in ("first", "same") and works[0].where.said:
        a, b = works[0].where.span
        m = re.search(r"\b(?:first|same)\b", line.text[a:b], re.IGNORECASE)
        if m:
            at, end = a + m.start(), a + m.end()
            yield Fix(f"Make it “{_around(line.text, at, end, 'next')}”", (Edit(line.at + at, line.at + end, "next"),))


def kind_edits(look: Look, is_kind: str, meant: str) -> Iterator[Fix]:
    """Each instruction that makes one kind of stitch, making another instead: a word of the other dialect."""
    line, dialect = look.round.line, look.draft.dialect
    now, then = term(is_kind, dialect).abbr, term(meant, dialect).abbr
    for node in nodes_in(look.round.tree.body):
        m = re.search(rf"\b{now}\b", line.text[slice(*node.span)]) if isinstance(node, Make) else None
        if m and isinstance(node, Make) and node.stitch == is_kind:
            at = line.at + node.span[0] + m.start()
            yield Fix(f"Make it {then}", (Edit(at, at + len(now), then),))


def nodes_in(body: Sequence[Node]) -> Iterator[Node]:
    """The nodes of a round, outer ones before what they hold."""
    for node in body:
        yield node
        if isinstance(node, Repeat):
            yield from nodes_in(node.body)
        elif isinstance(node, Work):
            yield from nodes_in(node.group)
            yield from nodes_in(node.also)


def corner_edits(look: Look, pairs: Sequence[tuple[int, int]] = ()) -> Iterator[Fix]:
    """The corner of this round, and of the like ones after it, with more or fewer stitches each side; pairs: so many
    before and behind it."""
    own = corner_of(look.round.tree.body)
    if own is None or look.index is None:
        return
    left, right = own
    like = [(look.round.line, own)]
    for r in look.draft.rounds[look.index + 1 :]:
        theirs = corner_of(r.tree.body)
        if r.line is not like[-1][0] and theirs and (theirs[0].n, theirs[1].n) == (left.n, right.n):
            like.append((r.line, theirs))
    where = f", from round {look.round.number} on" if len(like) > 1 else ""
    for a, b in pairs or _steps(left.n, right.n):
        edits = []
        for line, (before, after) in like:
            edits.append(recount(line.text, line.at, before, a))
            if after is not before:
                edits.append(recount(line.text, line.at, after, b))
        if right is left:
            shown = f"{a} in the corner"
        else:
            shown = f"{a} each side of the corner" if a == b else f"{a} before and {b} after the corner"
        yield Fix(f"Work {shown}{where}", tuple(edits), way="corner")


def corner_of(body: Sequence[Node]) -> tuple[Make, Make] | None:
    """The stitches before and after the corner in a round's words, if they stand there once."""
    return next((h for n in nodes_in(body) if isinstance(n, Work) and (h := _corner_halves(n))), None)


def _steps(left: int, right: int) -> list[tuple[int, int]]:
    """Pairs of counts near (left, right), the smallest change first, even pairs before odd ones."""
    if left != right:
        pairs = [(n, n) for n in (left, right)] + [(left + 1, right + 1)]
    else:
        pairs = [(left + d, right + d) for d in (1, -1)]
        pairs += [(left, right + 1), (left - 1, right)]
        pairs += [(left + d, right + d) for d in (2, -2, 3, -3)]
    return [(a, b) for a, b in pairs if a >= 1 and b >= 1]


def _corner_halves(work: Work) -> tuple[Make, Make] | None:
    """The stitches before and after the corner's chain; one and the same for a plain odd group in a corner."""
    group = work.group
    at_corner = bool(work.where.targets) and work.where.targets[0].kind == "corner"
    if len(group) == 3 and isinstance(group[0], Make) and isinstance(group[1], Chain) and isinstance(group[2], Make):
        return group[0], group[2]
    if at_corner and len(group) == 1 and isinstance(group[0], Make):
        return group[0], group[0]
    return None


def recount(text: str, at: int, make: Make, n: int) -> Edit:
    """The edit that makes a `3 dc` into `n dc`."""
    a, b = make.span
    m = re.search(r"\d+", text[a:b])
    if m:
        return Edit(at + a + m.start(), at + a + m.end(), str(n))
    return Edit(at + a, at + a, f"{n} ")


def ring_edits(look: Look) -> Iterator[Fix]:
    """Round 1 with more or fewer stitches in the ring: what a circle's growth hangs on. The usual number first."""
    first = Look(look.draft, 0)
    line = first.round.line
    usual = round(growth_constant(0) * first.round.entry.height)
    for start, end, now, _ in list(_numbers(line.text, first.round.tree.body))[:1]:
        for n in (usual, *(now + step for step in (1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6))):
            if n >= 3 and n != now:
                edit = Edit(line.at + start, line.at + end, str(n))
                yield Fix(f"Begin with {n} in round {first.round.number}", (edit,), way="ring")
