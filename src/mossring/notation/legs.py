"""Reading stitches finished together: where their legs stand, and what is skipped between them."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import places, targets
from mossring.notation.cursor import Cursor, UnreadableError
from mossring.notation.posts import BACK_POST, FRONT_POST
from mossring.notation.tree import Make, Node, Repeat, Skip, Together, Trouble, Where, Work
from mossring.notation.until import read_until
from mossring.stitches.table import composed, is_stitch, lookup

if TYPE_CHECKING:
    from mossring.notation.reader import Reader


def together(r: Reader, make: Make, i: int) -> list[Node]:
    """The places of the legs: `over next 3 sts`, `over next st and next ch-2 sp`, `in same sp`, or none said."""
    c = r.c
    legs = lookup(make.stitch).legs
    if c.accept("over", "in", "into", "across", "using", "on") or places.at_place(c):
        c.accept("around", "over")
        wheres = places.read_places(c)
        place = wheres[0].targets[0] if wheres[0].targets else None
        if len(wheres) == 1 and wheres[0].mode == "each" and place and place.is_space:  # one cluster in each space
            key = composed("cl", lookup(make.stitch).base, legs)
            return [Work((replace(make, stitch=key),), wheres[0], c.span_from(i))]
        if len(wheres) == 1 and wheres[0].mode == "each":
            each = Where("next", wheres[0].targets, wheres[0].span)
            span = c.span_from(i)
            body = (Together(replace(make, n=1), (each,) * legs, span),)
            return [Repeat(body, None, span, until=wheres[0].until)]
        return _legs(r, make, wheres, legs, i)
    first = _first_leg(r, make, legs, i)
    if first:
        return first
    until = read_until(c) if c.at("around", "across", "to", "all") else None
    one = Where("next", (targets.ANY_STITCH,), make.span, said=False)
    node = Together(make, (one,) * legs, c.span_from(i))
    at = c.i
    times = c.times() if make.n == 1 and not until else None  # `sc3tog 4 times`
    if until or times:
        span = c.span_from(i)
        one_each = (replace(node, make=replace(make, n=1)),)
        return [Repeat(one_each, times, span, until=until, times_span=c.span_from(at) if times else None)]
    return [node]


def _legs(r: Reader, make: Make, wheres: list[Where], legs: int, i: int) -> list[Node]:
    c = r.c
    apart = [replace(w, count=1) for w in wheres for _ in range(w.count)]
    if lookup(make.stitch).linked and 2 <= len(apart) <= MOST_LINKED:  # the first reaches over one more
        legs = len(apart)
    elif len(apart) == 1 and not lookup(make.stitch).linked:  # in one place it is a cluster
        make = replace(make, stitch=composed("cl", lookup(make.stitch).base, legs))
        return [Work((in_loop(make, wheres[0]),), without_loop(wheres[0]), c.span_from(i))]
    if len(apart) % legs:
        raise UnreadableError(Trouble("legs", c.span_from(i), {"legs": legs, "places": len(apart)}))
    between = _skipped_between(c)
    out: list[Node] = []
    for k in range(0, len(apart), legs):
        these: list[Where | Skip] = []
        for w in apart[k : k + legs]:
            if these:
                these += between
            these.append(without_loop(w))
        out.append(Together(in_loop(replace(make, n=1), apart[k]), tuple(these), c.span_from(i)))
    until = read_until(c) if len(out) == 1 and c.at("around", "across", "to", "all") else None
    return [Repeat(tuple(out), None, c.span_from(i), until=until)] if until else out  # `dc2tog over next 2 sts around`


MOST_LINKED = 3
"""The most places that one star takes: the first of a round one more than the others (common practice, no source)."""


def _skipped_between(c: Cursor) -> list[Skip]:
    """`, sk ch-2 sp between`: what is left unworked between two legs."""
    save = c.i
    c.accept(",")
    at = c.i
    if c.accept("sk", "skip", "skipping", "miss", "missing", "omitting"):
        try:
            wheres = places.read_places(c)
        except UnreadableError:
            c.i = save
            return []
        if c.accept("between", "inbetween") or c.accept_phrase("in", "between"):
            c.accept("legs", "them", "sts", "stitches")
            return [Skip(w, c.span_from(at)) for w in wheres]
    c.i = save
    return []


def _first_leg(r: Reader, make: Make, legs: int, i: int) -> list[Node]:
    """`working first leg in same st and second leg in next st`."""
    c = r.c
    save = c.i
    c.accept(",")
    if not c.accept("working", "with", "placing", "work"):
        c.i = save
        return []
    wheres: list[Where | Skip] = []
    while c.ordinal() is not None or c.accept("first", "last", "other"):
        if not c.accept("leg", "legs", "half"):
            continue
        c.accept("in", "into", "over")
        wheres.append(places.read_place(c))
        c.accept(",")
        c.accept("and")
    if len(wheres) != legs:
        c.i = save
        return []
    return [Together(make, tuple(wheres), c.span_from(i))]


def in_loop(make: Make, where: Where) -> Make:
    """The loop that a place names belongs to the stitch (`in BLO of next 5 sts`)."""
    part = next((t.part for t in where.targets if t.part and not t.part.startswith("ch ")), "")
    if part in (FRONT_POST, BACK_POST):  # `dc around the post of next dc`: a raised one
        raised = composed("post", make.stitch, 0, part == FRONT_POST)
        return replace(make, stitch=raised) if is_stitch(raised) else make
    return replace(make, part=part) if part else make


def without_loop(where: Where) -> Where:
    if not any(t.part and not t.part.startswith("ch ") for t in where.targets):
        return where
    return replace(where, targets=tuple(t if t.part.startswith("ch ") else replace(t, part="") for t in where.targets))
