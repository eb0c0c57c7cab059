"""A round's instructions as else they might be meant: with other places for what names none. Which of them is meant
is not decided here (see mossring.readings)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise

from mossring.notation.grouping import in_one_place, is_slip, unsaid
from mossring.notation.sofar import again
from mossring.notation.targets import ANY_STITCH, CORNER, RING
from mossring.notation.tree import Act, Chain, Join, Make, Node, Repeat, Skip, Target, Together, Where, Work
from mossring.notation.until import END


def heaped(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with each `2 hdc` of a repeat that names no place as two in one place: `*2 hdc, 1 hdc* x 8` is
    said of both."""
    return tuple(replace(n, body=tuple(map(in_one_place, n.body))) if isinstance(n, Repeat) else n for n in body)


def said_twice(body: Sequence[Node]) -> bool:
    """Whether a repeat asks for a stitch and then for the same again, `2 dc, 1 dc`, `2 dc, dc in next`: nobody says
    three so."""
    return any(
        _plain(one) == _plain(two) != "" and _several(one) != _several(two) and 1 in (one.where.count, two.where.count)
        for n in body
        if isinstance(n, Repeat)
        for one, two in pairwise(n.body)
        if isinstance(one, Work) and isinstance(two, Work)
    )


def _several(work: Work) -> bool:
    return work.where.count > 1 and not work.where.said


def _plain(work: Work) -> str:
    """The stitch of a work that makes one in each place, and says at most that they are the next ones."""
    make = work.group[0] if len(work.group) == 1 else None
    if not isinstance(make, Make) or make.n > 1 or not make.is_plain:
        return ""
    return make.stitch if work.where.mode == "next" and work.where.targets == (ANY_STITCH,) else ""


def all_in_space(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with `2 dc, ch 2, 2 dc in corner sp`, which has no brackets, worked all of it in that space."""
    out: list[Node] = []
    for node in body:
        whole = node
        if isinstance(node, Repeat):
            whole = replace(node, body=all_in_space(node.body))
        elif isinstance(node, Work) and node.where.said and node.where.targets and node.where.targets[0].is_space:
            before, chain = (*out[-2:], None, None)[:2]
            half = in_one_place(before) if isinstance(before, Work) and unsaid(before) else None
            if isinstance(half, Work) and isinstance(chain, Chain) and not chain.label and len(half.group) == 1:
                whole = replace(node, group=(*half.group, chain, *node.group))
                del out[-2:]
        out.append(whole)
    return tuple(out)


def passing_behind(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with a stitch passed behind each that reaches further down, where nobody says so: `*sc in next
    3 sts, dc in st 2 rounds below; rep from *`."""
    out: list[Node] = []
    for k, node in enumerate(body):
        out.append(replace(node, body=passing_behind(node.body)) if isinstance(node, Repeat) else node)
        deep = isinstance(node, Work) and node.where.mode == "next" and any(t.round for t in node.where.targets)
        beside = (body[k - 1], body[(k + 1) % len(body)])
        if isinstance(node, Work) and deep and not any(isinstance(n, Skip) for n in beside):
            passed = Where("next", (ANY_STITCH,), node.span, node.where.count)
            out.append(Skip(passed, node.span))
    return tuple(out)


def into_spaces(body: Sequence[Node], wide: int, side: Target) -> tuple[Node, ...]:
    """The instructions of a round of groups that names no places (`*1 ch, 3 tr, 1 ch, 3 tr, 2 ch, 3 tr* 4 times`), with
    each group in the next space. wide: groups with so long a chain between them, or a longer one, share a space.
    side: where a group goes that has none."""
    out: list[Node] = []
    for node in body:
        own = in_one_place(node)
        if isinstance(node, Repeat):
            out.append(replace(node, body=into_spaces(node.body, wide, side)))
        elif not isinstance(own, Work) or not unsaid(own) or len(own.group) != 1:
            out.append(node)
        elif (before := _other_half(out, wide)) is not None:
            targets = (Target("sp"),) if before.where.targets == (side,) else before.where.targets
            group = (*before.group, out[-1], *own.group)
            out[-2:] = [replace(before, group=group, where=replace(before.where, targets=targets))]
        else:
            out.append(replace(own, where=Where("next", (side,), node.span)))
    return tuple(out)


def halves_in(place: Target, body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with what is alike before and after a chain, and names no place, in the next such place (a
    corner, a stitch): `5 dc, (2 dc, ch 2, 2 dc), 2 dc`."""
    out: list[Node] = []
    for node in body:
        before, chain = (*out[-2:], None, None)[:2]
        if isinstance(node, Repeat):
            out.append(replace(node, body=halves_in(place, node.body)))
        elif isinstance(chain, Chain) and not chain.label and (half := _half(before)) and half == _half(node):
            out[-2:] = [Work((half, chain, half), Where("next", (place,), node.span), node.span)]
        else:
            out.append(node)
    return tuple(out)


def corners_in_stitches(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with `(2 dc, ch 2, 2 dc) in corner` as said of the next stitch, where no corners are yet."""
    return tuple(
        replace(n, body=corners_in_stitches(n.body))
        if isinstance(n, Repeat)
        else replace(n, where=replace(n.where, targets=(ANY_STITCH,)))
        if isinstance(n, Work) and n.where.mode == "next" and n.where.targets == (CORNER,)
        else n
        for n in body
    )


def each_in_its_own(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with `*5 sc, 3 sc in same st*` as said of the next stitch, all three in one: `same` is said of
    the three. A single stitch goes where it is said to go, and so do several where no repeat has such."""
    if not any(isinstance(n, Repeat) and _in_its_own(n) != n for n in body):
        return tuple(body)
    return (
        (*body[:1], *map(_in_its_own, body[1:])) if not isinstance(body[0], Repeat) else tuple(map(_in_its_own, body))
    )


def _in_its_own(node: Node) -> Node:
    if isinstance(node, Repeat):
        return replace(node, body=tuple(map(_in_its_own, node.body)))
    if not isinstance(node, Work) or node.where.mode != "same" or node.where.targets not in ((), (ANY_STITCH,)):
        return node
    several = len(node.group) > 1 or (isinstance(node.group[0], Make) and node.group[0].n > 1)
    return replace(node, where=replace(node.where, mode="next", targets=(ANY_STITCH,))) if several else node


def taken_for_next(was: Sequence[Node], now: Sequence[Node]) -> list[Where]:
    """The places said to be the same that were taken for the next ones."""
    out: list[Where] = []
    for one, two in zip(was, now, strict=False):
        if isinstance(one, Repeat) and isinstance(two, Repeat):
            out += taken_for_next(one.body, two.body)
        elif isinstance(one, Work) and isinstance(two, Work) and (one.where.mode, two.where.mode) == ("same", "next"):
            out.append(one.where)
    return out


def in_the_ring(body: Sequence[Node]) -> list[tuple[Node, ...]]:
    """The instructions with a repeat `around`, as of a round that has an end, so many times: up to a dozen."""
    k = next((k for k, n in enumerate(body) if isinstance(n, Repeat) and n.times is None and n.until == END), -1)
    whole = body[k] if k >= 0 else None
    rings = any(isinstance(n, Work) and n.where.targets[:1] == (RING,) for n in getattr(whole, "body", ()))
    if not isinstance(whole, Repeat) or not rings:
        return []
    return [(*body[:k], replace(whole, times=n, until=None), *body[k + 1 :]) for n in range(2, 13)]


def ended_amid(body: Sequence[Node]) -> list[tuple[Node, ...]]:
    """The instructions with a repeat to the last stitches whose last pass ends behind one of its instructions:
    `*(dc, ch 1, dc) in sp, dc in next 4 dc; rep from * to last 2 sts, dc in last 2 sts`."""
    k = next((k for k, n in enumerate(body) if isinstance(n, Repeat) and n.until and n.until.kind == "last"), -1)
    whole = body[k] if k >= 0 else None
    if not isinstance(whole, Repeat) or whole.cut is not None:
        return []
    return [(*body[:k], replace(whole, cut=n), *body[k + 1 :]) for n in range(1, len(whole.body))]


def from_the_base(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions of a row with the stitch that its turning chain stands on among those it skips first: `4 ch,
    miss 2 dc, 1 tr in next dc`."""
    k = next((k for k, n in enumerate(body) if isinstance(n, Skip)), -1)
    skip = body[k] if k == 1 and isinstance(body[0], Chain) else None
    if not isinstance(skip, Skip) or skip.where.mode != "next" or skip.where.count < 2:
        return tuple(body)
    return (body[0], replace(skip, where=replace(skip.where, count=skip.where.count - 1)), *body[2:])


def begun_there(start: Chain, body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with a starting chain that only the notes speak of: before the first stitches, in the space that
    they go to if there is one."""
    first = body[0] if body else None
    spaced = isinstance(first, Work) and first.where.mode in ("first", "next") and bool(first.where.targets)
    if not isinstance(first, Work) or not spaced or not first.where.targets[0].is_space:
        return (start, *body)
    slip = Work((Make("slst", 1, first.span),), first.where, first.span)
    return (slip, start, replace(first, where=replace(first.where, mode="same")), *body[1:])


def from_here(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with the first place called `next`, behind slip stitches into such a place, as that one."""
    k = next((k for k, n in enumerate(body) if not (isinstance(n, Act) or is_slip(n))), 0)
    first = body[k] if 0 < k < len(body) else None
    if isinstance(first, Repeat) and first.times:
        return (*body[:k], replace(first, body=tuple(_bare(n) for n in first.body)), *body[k + 1 :])
    return tuple(body)


def _bare(node: Node) -> Node:
    named = isinstance(node, Work) and node.where.mode == "next" and bool(node.where.targets)
    if isinstance(node, Work) and named and node.where.targets[0].is_space:
        return replace(node, where=replace(node.where, bare=True))
    return node


def _half(node: Node | None) -> Make | None:
    """Stitches of one kind that name no place, as said of one: in a space there are no loops."""
    if not isinstance(node, Work) or not unsaid(node) or node.where.targets != (ANY_STITCH,):
        return None
    make = node.group[0] if len(node.group) == 1 else None
    return replace(make, n=node.where.count, span=(0, 0), part="") if isinstance(make, Make) and make.n == 1 else None


def into_gaps(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with `3 dc in next sp`, `3 dc in each side sp` as said of gaps between groups, where no chains
    are."""
    return tuple(
        replace(n, body=into_gaps(n.body)) if isinstance(n, Repeat) else _in_gap(n) if isinstance(n, Work) else n
        for n in body
    )


def _in_gap(work: Work) -> Work:
    also = tuple(_in_gap(w) for w in work.also)
    spaced = work.where.mode in ("next", "each") and work.where.targets == (Target("sp"),) and len(work.group) == 1
    where = replace(work.where, targets=(Target("gap"),)) if spaced else work.where
    return replace(work, where=where, also=also) if spaced or also else work


def _other_half(out: Sequence[Node], wide: int) -> Work | None:
    """What was put into one space just before a chain so long, or a longer one."""
    before, chain = (*out[-2:], None, None)[:2]
    once = isinstance(before, Work) and before.where.count <= 1 and not is_slip(before)
    return before if once and isinstance(chain, Chain) and chain.n >= wide and isinstance(before, Work) else None


def repeated(body: Sequence[Node]) -> tuple[Node, ...]:
    """`1 sc, inc (18)`, `sc, inc around`: single stitches and increases one after the other, again to the end of the
    round."""
    begins = next((k for k, n in enumerate(body) if not isinstance(n, Act) and not _one_chain(n)), len(body))
    ends = next((k for k, n in enumerate(body) if isinstance(n, Join)), len(body))
    run = list(body[begins:ends])
    last = run[-1] if run else None
    to_end = isinstance(last, Work) and last.where.until is not None and last.where.until.kind in ("end", "across")
    if isinstance(last, Work) and last.where.mode == "each" and to_end and not last.also:
        run[-1] = replace(last, where=replace(last.where, mode="next", until=None))
    plain = all(isinstance(n, Together) or (isinstance(n, Work) and _one_kind(n)) for n in run)
    if len(run) < _RUN or not plain or ends < len(body) - 1:
        return tuple(body)
    span = (run[0].span[0], run[-1].span[1])
    return (*body[:begins], Repeat(again(run, len(run)), None, span, until=END), *body[ends:])


_RUN = 2


def _one_kind(work: Work) -> bool:
    return work.where.mode in ("next", "first") and len(work.group) == 1 and isinstance(work.group[0], Make)


def _one_chain(node: Node) -> bool:
    return isinstance(node, Chain) and node.n == 1
