"""`as Rnd 3, with 4 more dc on each side`: a round's instructions, made to run as far as each side now goes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import groupby

from mossring.notation.targets import ANY_STITCH, CORNER
from mossring.notation.tree import Act, Chain, Growth, Make, Node, Repeat, Span, Target, Together, Until, Where, Work
from mossring.notation.until import END
from mossring.stitches.table import composed, is_stitch

_TO_CORNER = Until("target", CORNER)


def grown_as_told(body: Sequence[Node], told: Growth) -> tuple[Node, ...] | None:
    """The instructions grown to their corners, or, where none are spoken of, between their increases."""
    if told.kind == "between in all":
        return spread(body, 0, told.n)
    if told.kind == "between":
        return spread(body, told.n)
    if told.kind == "on" and any(isinstance(n, Work) and n.also for n in body):
        return tuple(body)  # `dc in each dc, (2 dc, ch 2, 2 dc) in each corner` goes around by itself
    if told.kind == "on" and not has_corner(body):
        return spread(body, 1)
    if told.kind in ("groups", "on") and only_corners(body):
        return with_groups(body)
    more = grown(body)
    return None if more is None else _to_the_start(more)


def _to_the_start(body: tuple[Node, ...]) -> tuple[Node, ...]:
    """Grown instructions that begin amid a side, and end with the corner before it, with what that corner has put
    before the start: `ch 3, dc in next 2 dc, [corner, dc in next 3 dc] 3 times, corner` told again."""
    start, side = (*body[:2], None, None)[:2]
    last = max((k for k, n in enumerate(body) if isinstance(n, Work | Repeat)), default=0)
    end = body[last]
    end = end.body[-1] if isinstance(end, Repeat) and end.body else end
    begun = isinstance(start, Chain) and start.n > 1 and isinstance(side, Work) and side.where.until == _TO_CORNER
    if not begun or not isinstance(side, Work) or not isinstance(end, Work) or not _about_chain(end):
        return body
    rest = replace(side, where=replace(side.where, until=END))
    return (*body[: last + 1], rest, *body[last + 1 :])


def grown(body: Sequence[Node]) -> tuple[Node, ...] | None:
    """The instructions with every counted run along a side worked `to corner`; None if a side is no single run.

    A run is one stitch in each of so many stitches, or one group in each of so many spaces.
    """
    out: list[Node] = []
    i = 0
    while i < len(body):
        node = body[i]
        unit = _unit(body, i)
        if unit:
            if len(unit) == 1 and out and isinstance(out[-1], Chain):  # the chain stands before each of them
                unit = [out.pop(), *unit]
                i -= 1
            out.append(Repeat(tuple(unit), None, node.span, until=_TO_CORNER))
            i = _after(body, i, unit)
        elif isinstance(node, Repeat) and not has_corner(node.body):
            inner = _unit(node.body, 0)
            if not inner or len(inner) != len(node.body):
                return None
            out.append(replace(node, times=None, until=_TO_CORNER, times_span=None))
            i += 1
        elif isinstance(node, Repeat):
            within = grown(node.body)
            if within is None:
                return None
            out.append(replace(node, body=within))
            i += 1
        else:
            out.append(_swept(node))
            i += 1
    return None if _two_runs(out) else tuple(out)


def to_next_space(body: Sequence[Node], first: Sequence[Node] = ()) -> tuple[Node, ...]:
    """The instructions with every sweep that names no end (`dc in each st, (2 dc, ch 2, 2 dc) in corner`) worked as far
    as the space that comes after it. first: what comes again behind the last of them."""
    out: list[Node] = []
    after = _next_space(first)
    for node in reversed(body):
        if isinstance(node, Repeat):
            inner = to_next_space(node.body, node.body)
            node = node if inner == node.body else replace(node, body=inner)
        sweeps = isinstance(node, Work) and node.where.mode == "each" and node.where.until == END
        if isinstance(node, Work) and sweeps and after and node.where.targets[0].kind == "st":
            node = replace(node, where=replace(node.where, until=Until("target", after)))
        out.append(node)
        if not isinstance(node, Chain | Act):
            after = _next_space([node])
    return tuple(reversed(out))


def _next_space(body: Sequence[Node]) -> Target | None:
    """The space that the first of some instructions is worked in; None where it goes anywhere else."""
    node = next((n for n in body if not isinstance(n, Chain | Act)), None)
    if not isinstance(node, Work) or node.where.mode != "next" or _slips(node) or not node.where.targets:
        return None
    return node.where.targets[0] if node.where.targets[0].is_space else None


def with_groups(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions of a round of nothing but corners, with a group like half a corner in each space between."""
    out: list[Node] = []
    for k, node in enumerate(body):
        before = body[k - 1] if k else None
        link = body[k + 1] if k + 1 < len(body) and isinstance(body[k + 1], Chain) else None
        if isinstance(node, Repeat):
            out.append(replace(node, body=with_groups(node.body)))
        elif isinstance(node, Work) and _about_chain(node) and node.where.mode == "each":
            once = replace(node, where=replace(node.where, mode="next", until=None))
            out.append(Repeat(with_groups([once]), None, node.span, until=node.where.until))
        elif isinstance(node, Work) and _about_chain(node):
            out += [node, *([] if link else [_side_of(node, None)])]
        elif isinstance(node, Chain) and isinstance(before, Work) and _about_chain(before):
            out += [node, _side_of(before, node)]
        else:
            out.append(node)
    return tuple(out)


def _side_of(corner: Work, link: Chain | None) -> Repeat:
    """Groups in the spaces (with the chain behind each), or in the gaps, up to the next corner."""
    make = next(n for n in reversed(corner.group) if isinstance(n, Make))
    place = Target("sp", chains=link.n) if link else Target("gap")
    group = replace(corner, group=(make,), where=Where("next", (place,), corner.where.span))
    return Repeat((group, *([link] if link else [])), None, corner.span, until=_TO_CORNER)


def spread(body: Sequence[Node], more: int, in_all: int | None = None) -> tuple[Node, ...] | None:
    """The instructions with `more` stitches added between increases, or with `in_all` of them there; None if the
    round has no repeated increase. A run that stands beside no increase (the side of an oblong) stays as it is."""
    inner = [replace(n, body=spread(n.body, more, in_all) or n.body) if isinstance(n, Repeat) else n for n in body]
    grew = any(a is not b and a != b for a, b in zip(inner, body, strict=True))
    increases = [k for k, n in enumerate(inner) if _is_increase(n)]
    runs = [k for k, n in enumerate(inner) if _is_run(n)]
    if increases and runs:
        k = runs[-1]
        inner[k] = _longer(inner[k], more, in_all)
    elif increases and not grew:
        k = increases[-1]
        inner.insert(k + 1, _longer(_plain_of(inner[k]), more - 1, in_all))
    elif not grew:
        return None
    elif len(inner) > 1 and isinstance(inner[0], Chain) and inner[0].n > 1 and _is_increase(inner[1]):
        count = more if in_all is None else in_all - 1  # `ch 3, 2 dc in next st, *...*`: the start is the first of them
        plain = _plain_of(inner[1])
        inner[1:1] = [replace(plain, where=replace(plain.where, count=count))] if count > 0 else []
    return tuple(inner)


def in_full(body: Sequence[Node]) -> bool:
    """Whether instructions go once around by themselves: `continue in pattern, working (3 dc, ch 2, 3 dc) in each
    corner and 3 dc in each ch-1 sp` says all of its round."""
    sweeps = [n for n in body if isinstance(n, Work) and n.where.mode == "each" and n.where.until == END]
    return any(n.also and CORNER in [w.where.targets[0] for w in (n, *n.also)] for n in sweeps)


def ended(body: Sequence[Node], end: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with what a round that is as another says of its own end, in place of the stitches that end
    that one behind its last repeat and its last corner, and before it closes."""
    corners = [n for n in end if isinstance(n, Work) and n.where.mode == "each" and n.where.targets[0].is_space]
    for corner in corners:  # `as Rnd 2, working (2 dc, ch 3, 2 dc) in each corner`
        body = tuple(_cornered(n, corner) for n in body)
    works = tuple(n for n in end if isinstance(n, Work | Repeat) and n not in corners)
    last = max((k for k, n in enumerate(body) if isinstance(n, Repeat | Work) and not _is_run(n)), default=-1)
    if not works or last < 0:
        return tuple(body)
    return (*body[: last + 1], *works, *(n for n in body[last + 1 :] if not isinstance(n, Work)))


def _cornered(node: Node, corner: Work) -> Node:
    """The node with what is worked in this corner, and where, in place of what its own corners have."""
    if isinstance(node, Repeat):
        return replace(node, body=tuple(_cornered(n, corner) for n in node.body))
    if not isinstance(node, Work):
        return node
    also = tuple(_as_corner(w, corner) for w in node.also)
    return replace(_as_corner(node, corner), also=also)


def _as_corner(node: Work, corner: Work) -> Work:
    where = replace(node.where, targets=corner.where.targets)
    return replace(node, group=corner.group, where=where) if _in_corner(node) else node


def _in_corner(node: Work) -> bool:
    target = node.where.targets[0] if node.where.targets else None
    return target is not None and (target.kind == "corner" or (target.is_space and _about_chain(node)))


def one_in_each(span: Span) -> tuple[Node, ...]:
    """A stitch in each, of the kind that is there."""
    return (Work((Make("", 1, span),), Where("each", (ANY_STITCH,), span, until=END), span),)


def evenly(body: Sequence[Node], n: int, below: Sequence[str]) -> tuple[Node, ...]:
    """The instructions with n increases (less than none: decreases) spread over their sweep. below: the stitches that
    it goes over, by kind; one that is not named is as they are."""
    k = next((k for k, x in enumerate(body) if isinstance(x, Work) and x.where.mode == "each"), -1)
    sweep = body[k] if k >= 0 else None
    if not isinstance(sweep, Work) or not below:
        return tuple(body)
    make = next((m for m in sweep.group if isinstance(m, Make)), Make("", 1, sweep.span))
    one = Work((replace(make, stitch=make.stitch or below[0]),), Where("next", (ANY_STITCH,), sweep.span), sweep.span)
    starts = k > 0 and isinstance(first := body[0], Chain) and first.n > 1  # which is the first stitch of them all
    edge, total = len(below), len(below) + n
    if n < 0:
        return (*body[:k], *_taken_in(one, edge, total), *body[k + 1 :])
    made = [-(-(j + 1) * total // edge) + -j * total // edge for j in range(edge)]
    out: list[Node] = []
    for several, run in groupby(made[starts:]):
        count = sum(1 for _ in run)
        out += [replace(one, where=replace(one.where, count=count))] if several == 1 else [_of(one, several)] * count
    if starts and made[0] > 1:
        out.insert(0, replace(_of(one, made[0] - 1), where=replace(one.where, mode="same")))
    return (*body[:k], *out, *(x for x in body[k + 1 :] if not (isinstance(x, Work) and x.where.mode == "each")))


def _taken_in(one: Work, edge: int, total: int) -> list[Node]:
    """So many stitches in all over more places of an edge, two together where there are too many."""
    make = one.group[0]
    assert isinstance(make, Make)
    legs = [(j + 1) * edge // total - j * edge // total for j in range(max(0, total))]
    if not legs or not is_stitch(key := composed("tog", make.stitch, 2)) or not set(legs) <= {1, 2}:
        return [replace(one, where=replace(one.where, mode="each", until=END))]
    out: list[Node] = []
    for several, run in groupby(legs):
        count = sum(1 for _ in run)
        pair = Together(replace(make, stitch=key, n=count), (one.where, one.where), one.span)
        out.append(pair if several == 2 else replace(one, where=replace(one.where, count=count)))
    return out


def _of(one: Work, n: int) -> Work:
    """So many where a work makes one."""
    return replace(one, group=tuple(replace(m, n=n) if isinstance(m, Make) else m for m in one.group))


def _is_increase(node: Node) -> bool:
    if not isinstance(node, Work) or len(node.group) != 1 or node.where.count != 1 or node.where.mode == "each":
        return False
    make = node.group[0]
    return isinstance(make, Make) and make.n in (2, 3)


def _plain_of(node: Node) -> Work:
    """One stitch in the next place, of the kind that an increase has two of."""
    assert isinstance(node, Work)
    assert isinstance(node.group[0], Make)
    return replace(node, group=(replace(node.group[0], n=1),), where=Where("next", (ANY_STITCH,), node.where.span))


def _longer(node: Node, more: int, in_all: int | None) -> Node:
    assert isinstance(node, Work)
    count = in_all if in_all is not None else node.where.count + more
    return replace(node, where=replace(node.where, count=max(1, count)))


def _swept(node: Node) -> Node:
    """A counted run along a side as a sweep to the corner."""
    if not _is_run(node) or not isinstance(node, Work):
        return node
    return replace(node, where=Where("each", (ANY_STITCH,), node.where.span, until=_TO_CORNER))


def _is_run(node: Node) -> bool:
    if not isinstance(node, Work) or len(node.group) != 1 or node.where.mode not in ("next", "last"):
        return False
    make, target = node.group[0], node.where.targets[0]
    return isinstance(make, Make) and make.n == 1 and make.stitch != "slst" and target.kind == "st"


def _is_corner(node: Node) -> bool:
    if not isinstance(node, Work):
        return False
    kinds = [t.kind for t in node.where.targets]
    about = len(node.group) >= 3 and any(isinstance(n, Chain) for n in node.group)
    return "corner" in kinds or about or _is_three_in_one(node)


def _is_three_in_one(node: Work) -> bool:
    """`3 sc in next st`: the corner of a round that has no spaces."""
    make = node.group[0] if len(node.group) == 1 else None
    in_st = node.where.mode == "next" and node.where.count == 1 and any(t.kind == "st" for t in node.where.targets)
    return isinstance(make, Make) and make.n == 3 and in_st


def last_corner(body: Sequence[Node]) -> Work | None:
    """The last group about a chain that a round works into a space: its corner, where it has any."""
    for node in reversed(body):
        found = last_corner(node.body) if isinstance(node, Repeat) else None
        works = (*reversed(node.also), node) if isinstance(node, Work) else ()
        spaced = (w for w in works if _about_chain(w) and any(t.is_space for t in w.where.targets[:1]))
        if found := found or next(spaced, None):
            return found
    return None


def only_corners(body: Sequence[Node]) -> bool:
    """Whether all that a round works are groups about a chain, in its corners."""
    works = [n for n in body if isinstance(n, Work) and not _slips(n)]
    repeats = [n.body for n in body if isinstance(n, Repeat)]
    return bool(works or repeats) and all(_about_chain(n) for n in works) and all(only_corners(b) for b in repeats)


def _slips(node: Work) -> bool:
    return any(isinstance(m, Make) and m.stitch == "slst" for m in node.group)


def _about_chain(node: Work) -> bool:
    return len(node.group) >= 3 and isinstance(node.group[-1], Make) and any(isinstance(n, Chain) for n in node.group)


def has_corner(body: Sequence[Node]) -> bool:
    """Whether a round's instructions speak of a corner."""
    return any(_is_corner(n) or (isinstance(n, Repeat) and has_corner(n.body)) for n in body)


def _two_runs(nodes: Sequence[Node]) -> bool:
    """Whether two sweeps follow one another with no corner between."""
    swept = False
    for node in nodes:
        sweep = isinstance(node, Work) and node.where.mode == "each" and not _is_corner(node)
        if sweep and swept:
            return True
        swept = sweep or (swept and not _is_corner(node) and not isinstance(node, Repeat))
    return False


def _unit(body: Sequence[Node], i: int) -> list[Node]:
    """A group in a side's space, with the chain behind it, that begins at node i; empty if there is none."""
    node = body[i]
    if not isinstance(node, Work) or _is_corner(node) or node.where.mode not in ("next", "last"):
        return []
    if not node.where.targets or node.where.targets[0].kind not in ("sp", "gap", "group"):
        return []
    if any(isinstance(m, Make) and m.stitch == "slst" for m in node.group):
        return []
    chain = body[i + 1] if i + 1 < len(body) else None
    several = node.where.count > 1  # `3 tr in each of next 2 gaps`
    once = replace(node, where=replace(node.where, mode="next", count=1))  # `3 tr in last 1-ch sp`: of those there now
    return [once, chain] if isinstance(chain, Chain) and not several else [once]


def _after(body: Sequence[Node], i: int, unit: Sequence[Node]) -> int:
    """Where the units like the one at node i end."""
    chained = isinstance(unit[0], Chain)
    while i < len(body):
        if chained and not isinstance(body[i], Chain):
            break
        found = _unit(body, i + chained) if i + chained < len(body) else []
        if not found:
            break
        i += min(len(unit), len(found) + chained)
    return i
