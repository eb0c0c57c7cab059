"""What several instructions make together: groups for one place, picots, labels, a round's first place."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import labels, places, sweeps
from mossring.notation.lazy import lazily
from mossring.notation.targets import CORNER
from mossring.notation.tree import (
    Act,
    Chain,
    Join,
    Label,
    Make,
    Node,
    Repeat,
    Skip,
    Target,
    Together,
    ToNeighbour,
    Trouble,
    Where,
    Work,
)
from mossring.stitches.table import composed, is_stitch, lookup

if TYPE_CHECKING:
    from mossring.notation.reader import Reader


MOST_AT_START = 24
"""More instructions than this are no beginning any more."""


def as_group(r: Reader, inner: list[Node]) -> tuple[Node, ...]:
    """What stood in brackets, as a group for one place. A place inside is a trouble; the stitches stay."""
    out: list[Node] = []
    for node in inner:
        if isinstance(node, Work):
            out += _grouped(r, node)
        elif isinstance(node, Together):
            if any(isinstance(leg, Where) and leg.said for leg in node.legs):
                r.c.troubles.append(Trouble("place in a place", node.span, {}))
            whole = _in_one(node)
            out += whole.group if isinstance(whole, Work) else [node.make]
        elif isinstance(node, Repeat):
            out.append(replace(node, body=as_group(r, list(node.body))))
        elif isinstance(node, Chain | Make | ToNeighbour):
            out.append(node)
        else:
            r.c.troubles.append(Trouble("place in a place", node.span, {}))
    return tuple(out)


def _grouped(r: Reader, node: Work) -> Sequence[Node]:
    where = node.where
    if _on_chain(where) or where.mode == "made":
        return [node]
    bare = where.count == 1 and bool(node.group) and where.span == node.group[0].span  # `[inc] in each st`
    if where.said and not bare and where.mode not in ("same", "start"):
        r.c.troubles.append(Trouble("place in a place", where.span, {}))
    make = node.group[0] if node.group else None
    if not where.said and isinstance(make, Make) and len(node.group) == 1:
        return [replace(make, n=where.count)]
    return node.group


def _on_chain(where: Where) -> bool:
    target = where.targets[0] if where.targets else Target("st")
    return target.kind == "ring" and target.chains is not None


def settle(nodes: list[Node], text: str, all_in: bool = False, starred: int = 0) -> None:
    """`3 dc, ch 1, 3 dc all in next sp` (all_in) is one group, back to the last star (starred) at most; so are `3 dc,
    ch 2, 3 dc in corner` and `dc, ch 2 and dc in next st`; chains and a slip stitch back into them are a picot."""
    if all_in:
        _all_in(nodes, starred)
    _one_each(nodes)
    _one_group(nodes, text)
    _chained_there(nodes, starred)
    sweeps.two_sweeps(nodes)
    _along_the_chain(nodes)
    if len(nodes) < 2 or not isinstance(nodes[-2], Chain) or not isinstance(nodes[-1], Work):
        return
    chain, work = nodes[-2], nodes[-1]
    make = work.group[0] if len(work.group) == 1 else None
    if not isinstance(make, Make) or make.stitch != "slst" or chain.label or chain.n < 2:
        return
    if _on_chain(work.where):
        nth = work.where.targets[0].chains or chain.n
    elif work.where.mode == "made" or (work.where.mode == "first" and work.where.targets[0].kind == "chain"):
        nth = chain.n
    else:
        return
    if nth > chain.n:
        return
    picot = Make("picot", 1, (chain.span[0], work.span[1]), chains=nth)
    nodes[-2:] = [replace(chain, n=chain.n - nth), picot] if nth < chain.n else [picot]


def _along_the_chain(nodes: list[Node]) -> None:
    """`ch 8, sl st in 2nd ch from hook, sc in next ch`: what goes on along its chain is no picot."""
    chain, picot, work = (*nodes[-3:], None, None, None)[:3]
    if not (isinstance(chain, Chain) and isinstance(picot, Make) and isinstance(work, Work)):
        return
    if picot.stitch != "picot" or (work.where.mode, work.where.targets) != ("next", (Target("chain"),)):
        return
    place = Where("next", (Target("ring", chains=picot.chains),), picot.span)
    slip = Work((Make("slst", 1, picot.span),), place, picot.span)
    nodes[-3:-1] = [replace(chain, n=chain.n + picot.chains), slip]


def _chained_there(nodes: list[Node], starred: int) -> None:
    """`*2 dc, ch 1 in next ch-2 sp*`: both go there, for a chain goes into nothing."""
    stitches, chain = (*nodes[-2:], None, None)[:2]
    if len(nodes) - starred != 2 or not isinstance(stitches, Work) or not isinstance(chain, Work):
        return
    own = in_one_place(stitches)
    alone = len(chain.group) == 1 and isinstance(chain.group[0], Chain)
    placed = chain.where.said and bool(chain.where.targets) and chain.where.targets[0].is_space
    if alone and placed and unsaid(stitches) and isinstance(own, Work):
        nodes[-2:] = [replace(own, where=chain.where), chain.group[0]]


def _one_each(nodes: list[Node]) -> None:
    """`dc, hdc, sc, hdc, dc in next 5 sts`: five stitches for five places, one in each."""
    last = nodes[-1] if nodes else None
    if not isinstance(last, Work) or not last.where.said or last.where.mode != "next" or last.where.count < 3:
        return
    n = last.where.count
    before = nodes[-n:-1]
    singles = len(before) == n - 1 and all(unsaid(node) and _single(node) for node in before)
    kinds = {
        node.group[0].stitch
        for node in nodes[-n:]
        if isinstance(node, Work) and node.group and isinstance(node.group[0], Make)
    }
    if singles and _single(replace(last, where=replace(last.where, count=1))) and len(kinds) > 1:
        nodes[-1] = replace(last, where=replace(last.where, count=1))


def _single(node: Node) -> bool:
    if not isinstance(node, Work) or len(node.group) != 1 or node.where.count != 1:
        return False
    make = node.group[0]
    return isinstance(make, Make) and make.n == 1


def _all_in(nodes: list[Node], starred: int) -> None:
    """The last place is that of all before it that names none; a starting chain stands there too."""
    last = nodes[-1] if nodes else None
    if not isinstance(last, Work):
        return
    k = len(nodes) - 1
    while k > starred and (isinstance(nodes[k - 1], Chain) or unsaid(nodes[k - 1])):
        k -= 1
    slipped = bool(k) and is_slip(nodes[k - 1])
    if slipped and isinstance(nodes[k], Chain):
        nodes[-1] = replace(last, where=replace(last.where, mode="same"))
        return  # the start: see one_place_at_start
    group: list[Node] = []
    for n in nodes[k:-1]:
        group += [replace(m, n=n.where.count) for m in n.group if isinstance(m, Make)] if isinstance(n, Work) else [n]
    nodes[k:] = [replace(last, group=(*group, *last.group), span=(nodes[k].span[0], last.span[1]))]


def unsaid(node: Node) -> bool:
    return isinstance(node, Work) and not node.where.said and not is_slip(node)


_APART = lazily(r"[,;.&+]|\band\b|\bthen\b", re.IGNORECASE)


def _one_group(nodes: list[Node], text: str) -> None:
    """Alike before and after a chain, and only then the place: both halves are worked there; in each stitch if nothing
    stands between them (`dc ch 1 dc in each st`)."""
    if len(nodes) < 3 or not isinstance(nodes[-2], Chain) or nodes[-2].label:
        return
    before, chain, after = nodes[-3:]
    if not isinstance(before, Work) or not isinstance(after, Work) or not after.where.said:
        return
    if not before.group or not after.group:
        return
    if before.where.said:
        if _alone_in_corner(before) and _alone_in_corner(after):  # `2 dc in corner, ch 2, 2 more dc in corner`
            nodes[-3:] = [replace(before, group=(*before.group, chain, *after.group), also=after.also)]
        return
    kinds = [t.kind for t in after.where.targets]
    one, other = before.group[0], after.group[0]
    if after.where.span[0] < other.span[0]:  # `3 dc, ch 1, into next corner 3 dc`
        return
    stitch = kinds[:1] == ["st"] and after.where.mode == "next" and after.where.count == 1
    tied = kinds[:1] == ["st"] and after.where.mode == "each" and not _APART.search(text, before.span[0], other.span[0])
    if not (stitch or tied or kinds[:1] in (["sp"], ["corner"])) or len(after.group) > 1 or len(before.group) > 1:
        return
    if (
        isinstance(one, Make)
        and isinstance(other, Make)
        and (one.stitch, before.where.count) == (other.stitch, other.n)
    ):
        group = (replace(one, n=before.where.count), chain, other)
        nodes[-3:] = [replace(after, group=group, span=(before.span[0], after.span[1]))]


def _alone_in_corner(work: Work) -> bool:
    """Whether it is one kind of stitch in a corner that is not said to be the next."""
    where = work.where
    in_corner = (where.mode, where.targets, where.count) == ("next", (CORNER,), 1) and where.bare
    return in_corner and len(work.group) == 1 and isinstance(work.group[0], Make)


def one_place_at_start(nodes: list[Node]) -> None:
    """`sl st to corner, ch 3, 2 dc, ch 2, 3 dc in same sp`: the whole beginning is worked in that space."""
    last = nodes[-1] if nodes else None
    if not isinstance(last, Work) or len(nodes) > MOST_AT_START:
        return
    same = last.where.mode == "same"
    place = last if last.where.targets else next((n for n in nodes[:-1] if is_slip(n)), None)  # `3 dc in same`
    if not isinstance(place, Work) or not place.where.targets or not (same or last.where.targets):
        return
    space = place.where.targets[0].is_space
    if not same and not (space and last.where.bare):
        return
    if not same and last.where.targets[0].chains is not None:  # `in ch-2 sp`, where it slipped to
        slipped = (n.where.targets for n in nodes[:-1] if isinstance(n, Work) and is_slip(n))
        if last.where.targets not in slipped:
            return
    k = next((i for i, n in enumerate(nodes) if not isinstance(n, Act) and not is_slip(n)), 0)
    start, between = nodes[k], nodes[k + 1 : -1]
    about_chain = any(isinstance(n, Chain) for n in between)
    arrived = k > 0 or (isinstance(start, Work) and start.where.said)  # `standing dc in any ch-2 sp`
    if not (arrived if space else about_chain) or not (isinstance(start, Chain) or stands(start)) or not between:
        return
    between = [_in_one(n) if isinstance(n, Together) else n for n in between]
    unsaid = all(isinstance(n, Chain) or (isinstance(n, Work) and not n.where.said) for n in between)
    if unsaid and all(n.label is None for n in between if isinstance(n, Chain)):
        group: list[Node] = []
        for n in between:
            group += (
                [replace(m, n=n.where.count) for m in n.group if isinstance(m, Make)] if isinstance(n, Work) else [n]
            )
        span = (start.span[0], last.span[1])
        there = replace(last.where, mode="same")
        begun = [replace(last, group=(group.pop(0),), where=there)] if between[0] is not nodes[k + 1] else []
        nodes[k + 1 :] = [*begun, replace(last, group=(*group, *last.group), where=there, span=span)]


def _in_one(node: Together) -> Node:
    """`dc2tog` that names no place as a cluster in one."""
    if any(isinstance(leg, Skip) or leg.said for leg in node.legs):
        return node
    tog = lookup(node.make.stitch)
    make = replace(node.make, stitch=composed("cl", tog.base, tog.legs))
    return Work((make,), Where("next", (), node.span, said=False), node.span)


def all_at_start(nodes: list[Node]) -> None:
    """`sl st to corner, ch 3, 2 dc, ch 2, 3 dc, ...`: where the second half has as many stitches as the start and the
    first, nobody means but the space where the hook is."""
    if not 4 <= len(nodes) <= MOST_AT_START or not unsaid(nodes[-1]):
        return
    before, (start, first, chain, second) = nodes[:-4], nodes[-4:]
    at = before[-1] if before else None
    place = at.where if isinstance(at, Act) or (isinstance(at, Work) and is_slip(at)) else None
    if isinstance(start, Work) and start.where.said and len(start.group) == 1:  # `in any corner, ch 3, 2 dc, ch 2, ...`
        place, start = start.where, start.group[0]
    if place is None or not place.targets or not place.targets[0].is_space:
        return
    if not all(isinstance(n, Act) or is_slip(n) for n in before) or not isinstance(start, Chain) or start.n < 2:
        return
    if not isinstance(first, Work) or not isinstance(chain, Chain) or not isinstance(second, Work):
        return
    one, other = first.group[0], second.group[0]
    if not isinstance(one, Make) or not isinstance(other, Make) or one.stitch != other.stitch or not unsaid(first):
        return
    if chain.label is None and first.where.count + 1 == second.where.count:
        group = (replace(one, n=first.where.count), chain, replace(other, n=second.where.count))
        nodes[-3:] = [Work(group, Where("same", (), second.span), (first.span[0], second.span[1]))]


def is_name(node: Node) -> bool:
    """Whether a node is a stitch by itself, without a number or a place."""
    return unsaid(node) and _single(node)


def unplaced(nodes: Sequence[Node]) -> bool:
    """Whether nothing here has a place of its own yet."""
    return all(isinstance(n, Chain) or unsaid(n) for n in nodes)


def in_one_place(node: Node) -> Node:
    make = node.group[0] if isinstance(node, Work) and unsaid(node) and len(node.group) == 1 else None
    if not isinstance(node, Work) or not isinstance(make, Make) or node.where.count < 2:
        return node
    return replace(node, group=(replace(make, n=node.where.count),), where=replace(node.where, count=1))


def stands(node: Node) -> bool:
    """Whether a node is a standing stitch, in whatever place the hook is."""
    first = node.group[0] if isinstance(node, Work) and node.group else None
    if not isinstance(node, Work) or not isinstance(first, Make) or first.start != "standing":
        return False
    return not node.where.said or (node.where.mode == "any" and node.where.targets[0].is_space)


def in_part(node: Node, part: str) -> Node:
    """An instruction with all its stitches in a loop."""
    if isinstance(node, Make):
        return replace(node, part=part)
    if isinstance(node, Repeat):
        return replace(node, body=tuple(in_part(n, part) for n in node.body))
    return replace(node, group=tuple(in_part(n, part) for n in node.group)) if isinstance(node, Work) else node


def close_last(nodes: list[Node]) -> None:
    """A chain behind a stitch that begins the round on several legs closes it."""
    work, chain = (*nodes[-2:], None, None)[:2]
    make = work.group[0] if isinstance(work, Work) and len(work.group) == 1 else None
    begun = isinstance(make, Make) and make.start and lookup(make.stitch).made
    if begun and isinstance(work, Work) and isinstance(make, Make) and isinstance(chain, Chain) and chain.n == 1:
        nodes[-2:] = [replace(work, group=(replace(make, closing=1),))]


def is_slip(node: Node) -> bool:
    """Whether a node is a slip stitch."""
    first = node.group[0] if isinstance(node, Work) and node.group else None
    return isinstance(first, Make) and first.stitch == "slst"


def label_last(nodes: list[Node], label: Label, end: int) -> None:
    """`(counts as dc)` after a chain, after `sc, ch 1`, after `ch 2, 2-dc cl`: what stands there is that stitch."""
    if not nodes:
        return
    last = nodes[-1]
    if isinstance(last, Chain):
        nodes[-1] = replace(last, label=labels.of_chain(label, last.n), span=(last.span[0], end))
        _chainless(nodes, label)
        return
    begun = next((k for k, n in enumerate(nodes) if not isinstance(n, Act) and not is_slip(n)), 0)
    start = nodes[begun]
    if (
        isinstance(last, Join) and isinstance(start, Chain) and not start.label
    ):  # `ch 3, ..., join. (Ch 3 counts as dc.)`
        nodes[begun] = replace(start, label=replace(labels.of_chain(label, start.n), throughout=True))
        return
    before = nodes[-2] if len(nodes) > 1 else None
    if (
        isinstance(last, Work) and _on_chain(last.where) and not isinstance(before, Chain)
    ):  # `dc in 4th ch from hook (skipped 3 chs count as dc)`
        nth = last.where.targets[0].chains or 1
        nodes.insert(-1, Chain(nth - 1, (last.span[0], last.span[0]), label))
        return
    stitch = label.stitch or ""
    made = lookup(stitch).made if is_stitch(stitch) else ""
    if isinstance(last, Work) and isinstance(before, Chain) and made == "tog" and last.where.mode == "next":
        here = Where("same", (), before.span)  # `ch 3, dc in next st (counts as dc2tog)`
        feet = (here, *(replace(last.where, count=1) for _ in range(last.where.count)))
        span = (before.span[0], end)
        make = Make(composed("tog", lookup(stitch).base, len(feet)), 1, span, start="beg")
        nodes[-2:] = [Together(make, feet, span)]
    elif isinstance(last, Work) and isinstance(before, Chain) and made == "cl":
        own = last.group[0] if last.group else None
        closing = own.closing if isinstance(own, Make) else 0
        if isinstance(own, Make):  # the chain is a leg, whatever number of them `a cluster` has elsewhere
            legs = lookup(own.stitch).legs if lookup(own.stitch).made else 1
            stitch = composed("cl", lookup(own.stitch).base or own.stitch, legs + 1)
        make = Make(stitch, 1, (before.span[0], end), start="beg", closing=closing)
        nodes[-2:] = [Work((make,), last.where, (before.span[0], end))]


def start_place(r: Reader, nodes: list[Node]) -> None:
    """`(sc, ch 1) (counts as dc) in same st`: the place after the label."""
    last = nodes[-1] if nodes else None
    c = r.c
    if not isinstance(last, Work) or not isinstance(last.group[0], Make):
        return
    if not last.where.said and c.accept("in", "into"):
        nodes[-1] = replace(last, where=places.read_places(c)[0])
    elif last.where.said and c.at("and", "&") and c.ahead().text in ("in", "into", "each", "next"):
        c.i += 1
        c.accept("in", "into")
        nodes += [replace(last, where=w, span=w.span) for w in places.read_places(c)]


def begun_chainless(body: Sequence[Node], stitch: str) -> tuple[Node, ...]:
    """A round's instructions where its notes say that `(sc, ch 1)` at its start is such a stitch."""
    k = next((k for k, n in enumerate(body) if not isinstance(n, Act) and not is_slip(n)), len(body))
    first, then = (*body[k : k + 2], None, None)[:2]
    group = first.group if isinstance(first, Work) else ()
    if isinstance(then, Chain) and len(group) == 1 and not then.label:
        group, after = (*group, then), k + 2
    else:
        after = k + 1
    if not isinstance(first, Work) or len(group) != 2 or not isinstance(group[1], Chain) or group[1].n != 1:
        return tuple(body)
    sc, span = group[0], (first.span[0], (then or first).span[1] if after > k + 1 else first.span[1])
    if not isinstance(sc, Make) or (sc.stitch, sc.n) != ("sc", 1) or stitch == "sc":
        return tuple(body)
    start = Make(stitch, 1, span, start="chainless")
    return (*body[:k], replace(first, group=(start,), span=span), *body[after:])


def _chainless(nodes: list[Node], label: Label) -> None:
    """`sc, ch 1 (counts as dc)`: a chainless start."""
    if len(nodes) < 2 or label.stitch in (None, "ch"):
        return
    work, chain = nodes[-2], nodes[-1]
    make = work.group[0] if isinstance(work, Work) and len(work.group) == 1 else None
    if isinstance(work, Work) and isinstance(make, Make) and make.stitch == "sc" and isinstance(chain, Chain):
        span = (work.span[0], chain.span[1])
        start = Make(label.stitch or "", 1, span, start="chainless")
        nodes[-2:] = [Work((start,), work.where, span)]
