"""The tree a round is read into. Every node carries its span: (start, end) in the round's own text."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

Span = tuple[int, int]


@dataclass(frozen=True, slots=True)
class Trouble:
    """Something that could not be read or worked: what kind, where, and the facts a finding needs."""

    kind: str
    span: Span
    data: dict[str, object] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Target:
    """What may be worked into. kind `st` with a stitch key or none, `sp` with a chain length or none.

    A `ring` with chains is the one chain that far from the hook.
    """

    kind: Literal["ring", "st", "sp", "corner", "between", "group"]
    stitch: str | None = None
    chains: int | None = None


@dataclass(frozen=True, slots=True)
class Until:
    """How far an `each` or a repeat goes: to the end, to a target (excluded), or to the last n targets."""

    kind: Literal["end", "target", "last"]
    target: Target | None = None
    count: int = 0


@dataclass(frozen=True, slots=True)
class Where:
    """A place: which targets, picked how, how many of them."""

    mode: Literal["next", "same", "first", "last", "each", "any", "start"]
    targets: tuple[Target, ...]
    span: Span
    count: int = 1
    until: Until | None = None
    said: bool = True


@dataclass(frozen=True, slots=True)
class Label:
    """What a starting chain is said to stand for: a stitch key and chains besides, or nothing at all."""

    stitch: str | None
    chains: int = 0
    throughout: bool = False


@dataclass(frozen=True, slots=True)
class Chain:
    n: int
    span: Span
    label: Label | None = None


@dataclass(frozen=True, slots=True)
class Make:
    """n stitches of one kind, in whatever place the group around them has.

    stitch `` is the stitch of the round below: an increase in a round that names no stitch.
    """

    stitch: str
    n: int
    span: Span
    start: Literal["", "standing", "chainless"] = ""


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
class Skip:
    where: Where
    span: Span


@dataclass(frozen=True, slots=True)
class Repeat:
    """The body worked `times` times, or (None) as far as `until`. `cut`: where the last pass stops short."""

    body: tuple[Node, ...]
    times: int | None
    span: Span
    until: Until | None = None
    cut: int | None = None
    times_span: Span | None = None


@dataclass(frozen=True, slots=True)
class Join:
    """How the round is closed: by a slip stitch, by a stitch that stands for chains, or not at all."""

    stitch: str | None
    into: Literal["chain", "stitch", ""]
    span: Span
    nth: int | None = None
    of: int | None = None
    space: int | None = None
    forms_ring: bool = False


@dataclass(frozen=True, slots=True)
class Act:
    """What changes no stitch by itself: turn, fasten off, place marker, a yarn change."""

    what: Literal["turn", "fasten off", "marker", "yarn", "attach"]
    span: Span
    yarn: str = ""
    where: Where | None = None


@dataclass(frozen=True, slots=True)
class SayCorner:
    """The designer says which place is the corner: `corner ch 2`, `corner tr`."""

    target: Target
    span: Span


Node = Chain | Make | Work | Skip | Repeat | Join | Act | SayCorner


@dataclass(frozen=True, slots=True)
class Stated:
    """One count the designer stated. what: a stitch key, `sts`, `ch-2`, `sps`, `groups` or `` for a bare number."""

    n: int
    what: str
    span: Span
    per_side: bool = False
    round: int | None = None


@dataclass(frozen=True, slots=True)
class RoundTree:
    """One round's text, read. `written`: it has a start or a join outside every repeat.

    ring: chains of a ring that the round makes for itself (`ch 4, join to form ring, ...`).
    """

    body: tuple[Node, ...]
    stated: tuple[Stated, ...]
    troubles: tuple[Trouble, ...]
    written: bool
    yarn: str = ""
    repeat_of: int | None = None
    repeat_span: Span = (0, 0)
    ring: int | None = None
