"""The tree a round is read into. Every node carries its span: (start, end) in the round's own text."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

Span = tuple[int, int]
GrowthKind = Literal["side", "side in all", "groups", "between", "between in all", "on", "evenly"]


@dataclass(frozen=True, slots=True)
class Trouble:
    """Something that could not be read or worked: what kind, where, and the facts a finding needs."""

    kind: str
    span: Span
    data: dict[str, object] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Target:
    """What may be worked into. kind `st` with a stitch key or none, `sp` with a chain length or none, `gap`: a space
    with or without a chain across it.

    `start` is the top of a starting chain, `centre` the middle of a group (of one whose places are `stitch`:
    `dc ch dc`) or (nth) the nth of its stitches, -1 the last; run: of those that no chain parts. `between` with a
    stitch: the two of that kind which stand in one place, with -1: the one just worked and the next; `chain` each
    chain by itself. A `ring` with chains is the one chain that far from the hook. part: see Made; round: of an earlier
    round (0: the round below), free: one that nothing stands in.
    """

    kind: Literal["ring", "st", "sp", "gap", "corner", "between", "group", "start", "centre", "chain"]
    stitch: str | None = None
    chains: int | None = None
    part: str = ""
    round: int = 0
    nth: int = 0
    run: bool = False
    free: bool = False

    @property
    def is_space(self) -> bool:
        """Whether it lies between stitches, so that several are worked into it side by side."""
        return self.kind in ("sp", "gap", "corner")


@dataclass(frozen=True, slots=True)
class Until:
    """How far an `each` or a repeat goes: to the end of the round or of this side of a foundation chain
    (`across`), to a target (excluded), to the last n targets, or to the end of each side in turn."""

    kind: Literal["end", "across", "target", "last", "side"]
    target: Target | None = None
    count: int = 0


@dataclass(frozen=True, slots=True)
class Where:
    """A place: which targets, picked how, how many of them. `together`: all the targets as one place;
    `rest`: the space worked last, once more; `made`: what was made just before; `skipped`: what was skipped last.
    bare: `in sp` without a `next`, which is the hook's own place when it has just come to such a space.
    past: so many places further on, as in `the first dc after any ch-2 sp`. from_join: `after` the place where the
    round below was joined, or `opposite` to it."""

    mode: Literal["next", "same", "first", "last", "each", "any", "start", "together", "rest", "made", "skipped"]
    targets: tuple[Target, ...]
    span: Span
    count: int = 1
    until: Until | None = None
    said: bool = True
    bare: bool = False
    past: int = 0
    from_join: Literal["", "after", "opposite"] = ""


@dataclass(frozen=True, slots=True)
class Label:
    """What a starting chain is said to stand for: a stitch key and chains besides, or nothing at all (None). said: in
    so many words; else it is taken from how other rounds begin."""

    stitch: str | None
    chains: int = 0
    throughout: bool = False
    said: bool = True


@dataclass(frozen=True, slots=True)
class Chain:
    n: int
    span: Span
    label: Label | None = None


@dataclass(frozen=True, slots=True)
class Make:
    """n stitches of one kind, in whatever place the group around them has.

    stitch `` is the stitch of the round below: an increase in a round that names no stitch.
    part: the loop it is worked in; closing: chains that close it; chains: those of a picot.
    """

    stitch: str
    n: int
    span: Span
    start: Literal["", "standing", "chainless", "beg"] = ""
    part: str = ""
    closing: int = 0
    chains: int = 0

    @property
    def is_plain(self) -> bool:
        """Whether its stitch says all there is to say."""
        return not (self.part or self.start or "-" in self.stitch)


@dataclass(frozen=True, slots=True)
class Skip:
    """Places passed over. over: before the hook passes them, what comes next is worked over them, further down."""

    where: Where
    span: Span
    over: bool = False


@dataclass(frozen=True, slots=True)
class Together:
    """A stitch whose legs stand in several places, finished as one: `sc2tog over next 2 sts`, n times.

    legs: the places, with what is skipped between them.
    """

    make: Make
    legs: tuple[Where | Skip, ...]
    span: Span


@dataclass(frozen=True, slots=True)
class Work:
    """A group worked in a place (each place, when the place names several).

    also: other groups in other places of the same sweep (`sc in each st and 2 sc in each ch-2 sp around`).
    """

    group: tuple[Node, ...]
    where: Where
    span: Span
    also: tuple[Work, ...] = ()


@dataclass(frozen=True, slots=True)
class Repeat:
    """The body worked `times` times, or (None) as far as `until`. cut: where the last pass stops short;
    loose: it stops wherever the round ends (`omitting last corner`); with times, one pass early where those
    turn out to be all of them (`*...*, rep * to * 12 times`)."""

    body: tuple[Node, ...]
    times: int | None
    span: Span
    until: Until | None = None
    cut: int | None = None
    times_span: Span | None = None
    loose: bool = False


@dataclass(frozen=True, slots=True)
class Join:
    """How the round is closed: by a slip stitch, by a stitch that stands for chains (told: for how many), or not at
    all. top: in the top of a stitch that it names, which may be the chain it began with."""

    stitch: str | None
    into: Literal["chain", "stitch", ""]
    span: Span
    nth: int | None = None
    of: int | None = None
    space: int | None = None
    forms_ring: bool = False
    told: bool = False
    top: bool = False


@dataclass(frozen=True, slots=True)
class Act:
    """What changes no stitch by itself: turn, fasten off, place marker, a yarn change, a loop parked.

    side: where a parked loop lies (`front`, `back` or unsaid).
    """

    what: Literal["turn", "fasten off", "marker", "yarn", "attach", "park", "pick up"]
    span: Span
    yarn: str = ""
    where: Where | None = None
    side: str = ""


@dataclass(frozen=True, slots=True)
class SayCorner:
    """The designer says which place is the corner: `corner ch 2`, `corner tr`."""

    target: Target
    span: Span


@dataclass(frozen=True, slots=True)
class Onto:
    """The whole round is worked into an earlier one: `working in back loops of rnd 2`."""

    round: int
    span: Span


@dataclass(frozen=True, slots=True)
class ToNeighbour:
    """A stitch worked into a finished neighbour, which joins the two and is none of this piece. place: where, in words
    of both dialects (`ch-2 sp`, `corner sp`, `st`, `` if it isn't said); whom: the neighbour, as it is called."""

    stitch: str
    place: str
    whom: str
    span: Span


@dataclass(frozen=True, slots=True)
class Surface:
    """Slip stitches on the face of the fabric, over stitches of a round worked before (`round` of the target; 0: the
    last one): the edge stays as it was."""

    where: Where
    span: Span


Node = Chain | Make | Work | Together | Skip | Repeat | Join | Act | SayCorner | Onto | ToNeighbour | Surface


@dataclass(frozen=True, slots=True)
class Stated:
    """One count the designer stated. what: a stitch key, `sts`, `ch-2`, `sps`, `corners`, `groups` (like:
    what the places of each are, where they have a name of their own) or `` for a bare number."""

    n: int
    what: str
    span: Span
    per_side: bool = False
    round: int | None = None
    like: str = ""


@dataclass(frozen=True, slots=True)
class Growth:
    """What a round adds to the one that it is as: n more stitches or groups on each side, n more stitches between
    increases, n on each side or between increases in all, n increases spread over it (`evenly`), or whatever keeps the
    growth going (`on`). told: what of each group is told in full."""

    kind: GrowthKind
    n: int
    span: Span
    told: tuple[Node, ...] = ()


@dataclass(frozen=True, slots=True)
class RoundTree:
    """One round's text, read. `written`: it has a start or a join outside every repeat.

    ring: chains of a ring that the round makes for itself (`ch 4, join to form ring, ...`); cast: of a foundation.
    repeat_of, repeat_to: the rounds that it is as, the first and the last (-1: the round before).
    grows: what `as Rnd 3, with 4 more dc on each side` adds. unread: the clauses that could not be read.
    cost: how many instructions were looked for in it, those not found and those found more than once included.
    """

    body: tuple[Node, ...]
    stated: tuple[Stated, ...]
    troubles: tuple[Trouble, ...]
    written: bool
    yarn: str = ""
    repeat_of: int | None = None
    repeat_to: int | None = None
    repeat_span: Span = (0, 0)
    ring: int | None = None
    grows: tuple[Growth, ...] = ()
    cast: int | None = None
    unread: tuple[Span, ...] = ()
    cost: int = field(default=0, compare=False, repr=False)
