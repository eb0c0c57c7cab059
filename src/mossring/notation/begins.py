"""How round 1 begins, and what its first stitch is: `beginning with 6 sc in ring`, `starting in 2nd ch from hook`,
`ch 3 counting as the first`, `MR 6`."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import grouping, labels, places, targets
from mossring.notation.cursor import CHAIN_WORDS, Cursor
from mossring.notation.marks import Marks
from mossring.notation.tree import Act, Chain, Label, Make, Node, Repeat, Where, Work

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_INTO = ("in", "into")
_OPEN = ("(", "[")
_SEPARATORS = (",", ";", ".")
_BEGINNING = ("beginning", "begin", "beg", "starting", "start")
_LOOPED = ("ring", "circle", "loop", "knot")


def only_acts(nodes: Sequence[Node]) -> bool:
    """Whether nothing is worked yet: a few changes of yarn and the like at most."""
    return len(nodes) < grouping.MOST_AT_START and all(isinstance(n, Act) for n in nodes)


def begun_with(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`beginning with 6 sc in ring`; `12 dc in ring, beginning with ch 3 as first dc`, which changes no count."""
    c = r.c
    if c.at(*_BEGINNING) and c.ahead().text != "with":
        return False
    c.i = min(c.i + 2, len(c.tokens) - 1)
    if targets.read_ring(c):
        return True
    if (
        not depth and only_acts(nodes) and (chain := _as_first(c))
    ):  # `beginning with ch 3 as the first dc, dc in each dc`
        nodes.append(chain)
        return True
    knot = c.at("slip") and c.ahead().text in _LOOPED
    works = knot or c.token.kind == "num" or c.at("standing", "chainless") or c.opens_stitch()
    if not only_acts(nodes) or depth or not works:
        while c.token.kind in ("word", "num", "ord") or c.at("-"):
            c.i += 1
    return True


def _as_first(c: Cursor) -> Chain | None:
    """`ch 3 as the first dc`: a start that counts; None with nothing read."""
    i = c.i
    n = c.chains()
    if n and c.accept("as", "for"):
        c.accept("your")
        first = c.accept("first", "1st")
        key = c.stitch()
        if first and key not in (None, "ch"):
            return Chain(n, c.span_from(i), Label(key))
    c.i = i
    return None


def begun_in(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`starting in 2nd ch from hook, sc in next 9 ch`; `start in any corner: *(3 dc, ...`."""
    c = r.c
    if c.ahead().text not in _INTO:
        return False
    i = c.i
    c.i += 2
    where = places.read_places(c)[0]
    chained = bool(where.targets) and where.targets[0].kind == "ring"
    if not chained and (c.at(":", ".", ";") or c.ahead().text in ("*", *_OPEN)):
        nodes.append(Act("attach", c.span_from(i), where=where))
        return True
    c.accept(",", ":")
    begun: list[Node] = []
    r.instruction(begun, Marks(), depth)
    first = begun[0] if begun else None
    if not isinstance(first, Work) or first.where.mode not in ("next", "each", "same"):
        raise c.fail("instruction")
    rest = first.where.count - 1
    goes_on = rest or first.where.mode == "each"  # `starting in 2nd ch from hook, 2 sc in this ch` does not
    after = [replace(first, where=replace(first.where, count=max(1, rest)))] if goes_on else []
    nodes += [replace(first, where=where), *after, *begun[1:]]
    return True


def first_is_chain(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`12 tr in ring, the first replaced by 3 ch`, `first = ch 3`: how the round starts, which changes no count."""
    c = r.c
    k = 1
    while c.ahead(k).kind in ("word", "num") or c.ahead(k).text == "=":
        k += 1
    said = {c.ahead(j).text for j in range(1, k)}
    if said.isdisjoint(("replaced", "as", "is", "being", "=")) or said.isdisjoint(CHAIN_WORDS):
        return False
    c.i += k
    return True


def chain_is_first(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`14 tr into ring, 3 ch counting as the first`, `(3 ch as first tr)`: the same."""
    c = r.c
    if c.at("(") and nodes and {c.ahead().text, c.ahead(2).text} & {*CHAIN_WORDS}:
        i = c.i
        c.i += 1
        if chain_is_first(r, nodes, marks, depth) and c.accept(")"):
            return True
        c.i = i
        return False
    worked = bool(nodes) and isinstance(nodes[-1], Work | Repeat) and not grouping.is_slip(nodes[-1])
    if depth or not worked or not (c.token.kind == "num" or c.at(*CHAIN_WORDS)):
        return False
    i = c.i
    if c.chains() is None or not c.accept("counting", "counts", "counted", "for", "as", "replacing", "instead"):
        c.i = i
        return False
    while c.token.kind in ("word", "num", "ord"):
        c.i += 1
    if {t.text for t in c.tokens[i : c.i]}.isdisjoint(("first", "1st")):
        c.i = i
        return False
    return True


def label(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    label = labels.read_told_label(r.c)
    if label is None:
        return False
    grouping.label_last(nodes, label, r.c.span_from(r.c.i - 1)[1])
    return True


def so_many_in_ring(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`MR 6`: so many single crochet in the ring, as they are worked in pieces that grow in sc (common practice, no
    source)."""
    c = r.c
    if c.ahead().kind != "num" or nodes or not c.ends(2):
        return False
    i = c.i
    n = c.ahead().value
    c.i += 2
    r.last_stitch = "sc"
    span = c.span_from(i)
    nodes.append(Work((Make("sc", n, span),), Where("next", (targets.RING,), span), span))
    return True


def chain_ring(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`4 ch ring`, `ch 4 ring`: the ring by its chains."""
    c = r.c
    if nodes or depth or c.ahead(2).text not in _LOOPED:
        return False
    save = c.i
    n = c.chains()
    if n is None or not c.accept(*_LOOPED) or not (c.at(*_SEPARATORS) or c.token.kind == "end"):
        c.i = save
        return False
    r.ring = n
    return True


def ring(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`make a ring of 4 ch`, `magic ring`: what round 1 goes into."""
    c = r.c
    if c.at("magic", "adjustable", "sliding", "slip"):
        if c.ahead().text not in _LOOPED:
            return False
        c.i += 2
        return True
    chain = nodes[0] if len(nodes) == 1 else None
    if isinstance(chain, Chain) and c.at("ring") and c.ends(1):  # `ch 4; ring. Ch 3, ...`
        c.i += 1
        r.ring = chain.n
        nodes.clear()
        return True
    if not only_acts(nodes):
        return False
    save = c.i
    formed = c.accept("form")
    if c.accept("ring") and c.accept("of", "with", "from", "using"):
        r.ring = c.chains()
    if formed and not r.ring:
        c.i = save
        return False
    c.i = c.i if r.ring and c.i > save + 1 else save + 1
    return True
