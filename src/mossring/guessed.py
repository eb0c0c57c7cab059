"""The shape of a motif that states none: by its title, by the corners that its last rounds have, by its rows."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable
from itertools import pairwise, takewhile
from typing import TYPE_CHECKING

from mossring.notation import Document, Shape
from mossring.notation.header import POLYGONS, SHAPES
from mossring.notation.lazy import lazily
from mossring.stitches import lookup
from mossring.working import WorkedRound
from mossring.working.corners import groups
from mossring.working.tally import due, mismatches

if TYPE_CHECKING:
    from mossring.draft import Draft, DraftRound

Work = Callable[[Shape], "Draft"]
RECTANGLE = 4
_GUESSED_SIDES = (4, 6, 5, 3, 8)
_NAMED = {n: name for name, n in POLYGONS.items()}


def guess_shape(doc: Document, work: Work) -> Draft:
    """No `Shape:`: what the title says if a round bears it out, else the corners that the last rounds have; rows that
    begin in a ring and have one corner are a half square. work: the draft worked as a shape."""
    titled = titled_shape(doc)
    if in_rows(doc) and doc.begin.kind in ("magic ring", "ring"):
        draft = work(_HALF_HEXAGON)
        if draft.doc.begin.kind != "foundation" and _has_three_sides(draft):
            return draft
        draft = work(Shape("half square", 1))
        if draft.doc.begin.kind != "foundation" and _rounds_with(draft, 1):
            return draft
    if titled is not None:
        draft = work(titled)
        if _rounds_with(draft, titled.sides):
            return draft
    if titled is None and _called_round(doc):
        return work(Shape("circle", 0))
    for n in _GUESSED_SIDES:
        draft = work(Shape(_NAMED[n], n))
        if n != RECTANGLE and draft.doc.begin.kind == "foundation":
            continue
        if len(draft.rounds) > 1 and _ends_in(draft, n):
            if (begun := _begun_with(draft, n)) is not None:
                other = work(begun)
                if begun.sides % n or _cornered_so_far(other, draft):
                    return other
            first_corners = next((r for r in draft.rounds if r.worked.corners), None)
            if first_corners is not draft.rounds[0]:
                draft.shape = Shape(f"circle to {_NAMED[n]}", n, True)
            return _oblong(draft, n)
        if len(draft.rounds) == 1 and len(draft.rounds[0].worked.corners) == n:
            return _oblong(draft, n)
    circle = work(Shape("circle", 0))
    told = titled or _told_shape(circle, work)
    return _oblong(work(told), told.sides) if told else _no_circle(circle)


_HALF_HEXAGON = Shape("half hexagon", 2)


def _has_three_sides(draft: Draft) -> bool:
    """Whether every row of several, but the first, makes two corners, with as many stitches on each side, or nearly."""
    rows = [r.worked for r in draft.rounds[1:]]
    made = all(len(r.corners) == _HALF_HEXAGON.sides and all(_in_one_place(r, c) for c in r.corners) for r in rows)
    return bool(rows) and made and all(max(r.per_side()) - min(r.per_side()) <= _NEARLY for r in rows)


_NEARLY = 2


def _in_one_place(done: WorkedRound, corner: int) -> bool:
    """Whether a corner lies amid what is worked in one place."""
    around = [done.made[k % len(done.made)].feet for k in (corner - 1, corner + 1)]
    return bool(around[0]) and around[0] == around[1]


def _begun_with(draft: Draft, n: int) -> Shape | None:
    """The shape that round 1 has the spaces for, where the last rounds show n corners and one of them doesn't work out:
    it may be they that have lost some."""
    first = draft.rounds[0].worked
    lengths = [m.chains for m in first.made if m.kind == "ch"]
    spaces = len(lengths) if len(set(lengths)) == 1 else 0
    if spaces not in _NAMED or spaces == n or not any(map(_comes_wrong, draft.rounds[1:])):
        return None
    return Shape(_NAMED[spaces], spaces)


def _cornered_so_far(draft: Draft, other: Draft) -> bool:
    """Whether the rounds before the first that comes out wrong have all the corners of their shape, two at least, where
    those of another shape have none of its own."""
    right = list(takewhile(lambda r: not _comes_wrong(r), draft.rounds))
    cornered = all(len(r.worked.corners) == draft.shape.sides for r in right)
    return len(right) > 1 and cornered and not any(r.worked.corners for r in other.rounds[: len(right)])


def _comes_wrong(r: DraftRound) -> bool:
    """Whether a round can't be worked as it says, or comes to another count than it states."""
    owed = due(r.tree.stated, r.number, r.line.first, r.line.last)
    return bool(r.worked.troubles) or any(mismatches(r.worked, r.tree.stated, owed))


def _oblong(draft: Draft, n: int) -> Draft:
    """The draft, as a rectangle where it has four corners about a foundation chain."""
    if n == RECTANGLE and draft.doc.begin.kind == "foundation":
        draft.shape = Shape("rectangle", n)
    return draft


def _no_circle(draft: Draft) -> Draft:
    """The draft, as what it is where it has no corners and doesn't grow from one point."""
    if draft.rounds and draft.rounds[-1].entry.flat_piece:
        draft.shape = Shape("piece in rows", 0)
    elif draft.rounds and draft.rounds[-1].entry.straight:
        draft.shape = Shape("oval", 0)
    return draft


def _told_shape(circle: Draft, work: Work) -> Shape | None:
    """The shape of a motif whose last round is too wrong to show it: the number of corners that most rounds have, where
    they speak of corners or all but one have them. circle: as it works without a shape."""
    doc = circle.doc
    speaks = any("corner" in line.text.lower() for line in doc.rounds)
    if not speaks and not any(r.worked.troubles for r in circle.rounds):
        return None
    shapes = [Shape(_NAMED[n], n) for n in _GUESSED_SIDES]
    having = {s: _rounds_with(draft, s.sides) for s in shapes if _made_corners(draft := work(s), s.sides)}
    most = max(having, key=lambda s: having[s], default=None)
    if most is None:
        return None
    return most if speaks or having[most] >= max(2, len(doc.rounds) - 1) else None


def titled_shape(doc: Document) -> Shape | None:
    """The shape that a title names."""
    words = [_SHORT_NAMES.get(w, w) for w in re.findall(r"[a-z]+", doc.title.lower())]
    for half in ("half square", "half hexagon"):
        if half in " ".join(words):
            return Shape(half, SHAPES[half])
    every = [n for name, n in POLYGONS.items() if name in words]
    if len(every) != 1:
        return None
    named = every[0]
    return Shape(f"circle to {_NAMED[named]}", named, True) if "circle" in words else Shape(_NAMED[named], named)


_ROUND = lazily(
    r"\b(?:circle|circular|disc|disk|wheel|round(?=\W*$| (?:mat|coaster|base|motif|doily|patch)\b))\b", re.IGNORECASE
)
"""A title that calls the motif round."""


def _called_round(doc: Document) -> bool:
    """Whether the title calls the motif round, and no round speaks of corners."""
    return bool(_ROUND.search(doc.title)) and not any("corner" in line.text.lower() for line in doc.rounds)


_SHORT_NAMES = {"hex": "hexagon", "oct": "octagon", "pent": "pentagon"}


def _rounds_with(draft: Draft, corners: int) -> int:
    return sum(len(r.worked.corners) == corners for r in draft.rounds)


def _ends_in(draft: Draft, n: int) -> bool:
    """Whether the last rounds have n corners, or the last one squares a circle off with n chain spaces."""
    before, last = (r.worked for r in draft.rounds[-2:])
    if len(last.corners) != n or len(last.made) == n:  # a ball that closes ends in so few stitches
        return False
    spaces = all(last.made[c].kind == "ch" for c in last.corners)
    if not _made_corners(draft, n) or _of_two_lengths(before) or _of_two_lengths(last):
        return False
    if not before.corners and not last.troubles and (spaces or all(_peaks(last, c) for c in last.corners)):
        return True
    return len(before.corners) == n


def _of_two_lengths(done: WorkedRound) -> bool:
    """Whether what passes for corners are spaces of two lengths, so the corners and the sides of fewer."""
    lengths = Counter(done.made[c].chains for c in done.corners if done.made[c].kind == "ch")
    return len(lengths) > 1 and lengths.total() == len(done.corners) and min(lengths.values()) > 1


def _peaks(done: WorkedRound, corner: int) -> bool:
    """Whether a corner is a taller stitch between two of the same place."""
    made = [done.made[k % len(done.made)] for k in (corner - 1, corner, corner + 1)]
    heights = [lookup(m.kind).height for m in made]
    return done.works_corner(corner) and heights[0] < heights[1] > heights[2]


def _made_corners(draft: Draft, n: int) -> bool:
    """Whether a round makes corners: a wheel of more than four groups, and rounds that pass over them, has none."""
    last = draft.rounds[-1].worked if draft.rounds else None
    return n <= RECTANGLE or any(_shows_corners(r.worked, n, r.worked is last) for r in draft.rounds[1:])


def _shows_corners(done: WorkedRound, n: int, last: bool) -> bool:
    """Whether the corners of a round are made in it, and are neither some among many places that are alike nor (unless
    it is the last round) all there is of it, nor shells."""
    told = (tuple(done.made[k].kind for k in g if done.made[k].kind != "slst") for g in groups(done.made))
    kinds = [kind for kind in told if kind]
    net = len(done.made) == 2 * n and all(a.kind != b.kind for a, b in pairwise(done.made))  # a stitch, a loop, ...
    alike = len(set(kinds)) == 1 and (
        net or len(kinds) > n or ("ch" not in kinds[0] and len(kinds[0]) > _MOST_IN_CORNER)
    )
    return any(map(done.works_corner, done.corners)) and not alike and (last or len(kinds) > n)


_MOST_IN_CORNER = 3
"""Stitches in one place, no chain among them, that may be a corner: `3 sc in each sc` makes a hexagon of six."""
_JOINS = lazily(
    r"\bnot join\b(?!.*\bturn)"
    r"|\b(?<!not )(?:join|close|(?:ss|sl st|slst|slip stitch) (?:(?:in)?to|in (?:top|the top|first)))\b",
    re.IGNORECASE,
)
"""A `Row 1` that is joined is a round, and one that is neither joined nor turned."""
_OWN_RING = lazily(r"\b(?:join|ss|sl st|slst|slip stitch)\b[^.;]{0,40}\b(?:ring|loop|circle)\b", re.IGNORECASE)
"""What makes the ring that it goes into joins no row."""


def in_rows(doc: Document) -> bool:
    return not doc.spiral and any(
        line.word == "Row" and not _JOINS.search(_OWN_RING.sub("", line.text)) for line in doc.rounds[:1]
    )


# ---- how it lies: which terms are meant where no word tells ------------------------------


def rounds_amiss(draft: Draft) -> int:
    """How many rounds cup or ruffle, or don't work at all."""
    troubled = (bool(r.tree.troubles or r.troubles or r.worked.troubles) for r in draft.rounds)
    return sum(r.entry.verdict in ("cups", "ruffles") or bad for r, bad in zip(draft.rounds, troubled, strict=True))


def evenly_grown(draft: Draft) -> bool:
    """Whether a circle grows by what lies flat, from its third round on: 8 `dc` a round are neither 6 nor 12."""
    shares = [r.entry.growth / r.entry.needed for r in draft.rounds[2:] if r.entry.needed > 0]
    return all(abs(share - 1) <= _ABOUT for share in shares)


_ABOUT = 0.25
"""By how much, as a share of what lies flat, such a circle may grow otherwise."""


def far_off(draft: Draft) -> bool:
    """Whether a round grows by less than half of what lies flat, or twice as much: corners alone bring about less."""
    lain = [r.entry for r in draft.rounds if r.entry.verdict in ("cups", "ruffles")]
    return any(not _LITTLE * e.needed <= e.growth <= _MUCH * e.needed for e in lain)


_LITTLE, _MUCH = 0.45, 2.0
"""Shares of what lies flat: a US square of dc with one stitch each side of its corners, which cups, grows by 0.52."""
