"""Stitches and groups with chains between them: `3 tr in each sp with 1 ch between`, `4 groups of 3 tr in the ring`."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import places, sides, sweeps, targets
from mossring.notation.cursor import GROUP_WORDS, STITCH_WORDS, Cursor
from mossring.notation.marks import MAX_TIMES
from mossring.notation.targets import ANY_STITCH
from mossring.notation.tree import Chain, Label, Make, Node, Repeat, Where, Work
from mossring.notation.until import END

if TYPE_CHECKING:
    from mossring.notation.reader import Reader


def chains_between(c: Cursor, nodes: list[Node]) -> bool:
    """`12 dc in ring with ch 1 between each`, `(3 dc, ch 2, 3 dc) in each corner, ch 1 between corners`: what was just
    made is made one by one, with chains behind each."""
    i = c.i
    if c.accept("each", "every"):  # `2 tr in each sp, each pair separated by 1 ch`
        c.stitch() or c.accept(*STITCH_WORDS, *GROUP_WORDS, "one", "pair", "cl")
        if not c.at("separated"):
            c.i = i
            return False
    begun = c.i
    apart = c.at("separated", "joined")
    c.accept("with", "separated", "joined") and c.accept("by")
    chain = nodes[-1] if c.i == begun and nodes and isinstance(nodes[-1], Chain) else None
    made = nodes[:-1] if chain else nodes
    n = chain.n if chain else c.chains()
    each = n and made and (c.accept("between", "after") or apart)
    sided = bool(n and made) and not each and sides.on_each_side(c)  # `with ch 1 along the sides`
    each = (each or sided) and (
        sided
        or c.accept("each", "every", "all", "them")
        or c.at(*GROUP_WORDS, *STITCH_WORDS, "corner", "corners", "cl", "clusters")
        or apart
        or c.ends(0)
    )
    pairs = c.at("pairs") and isinstance(made[-1], Work) and len(made[-1].group) == 1  # `ch 1 between pairs`
    nth = 2 if each and pairs else c.ordinal() if each else None  # `12 dc in ring with ch 1 after every second dc`
    one = _one_by_one(made[-1]) if each else None
    if one is not None and nth is not None:
        one = _so_many_at_once(one, nth)
    if not n or one is None or not isinstance(made[-1], Work | Repeat):
        c.i = i
        return False
    c.accept("corner")
    c.stitch() or c.accept(*STITCH_WORDS, *GROUP_WORDS, "one", "corners", "cl", "clusters")
    in_ring(c)  # `..., with 2 ch between each, in magic ring`
    again = c.i
    c.accept(",", ";")
    c.i = c.i if c.chains() == n else again  # `, ch 1` for the last of them
    links = (Chain(n, c.span_from(i)),)
    if isinstance(made[-1], Work) and made[-1].also:  # `..., and 3 dc in each ch-1 sp, with ch 1 between groups`
        nodes[len(made) - 1 :] = [_linked(made[-1], links)]
        return True
    start = made[-2] if len(made) > 1 else None
    started = isinstance(start, Chain) and start.n > 1 and _stands_alone(start.label)
    span, body = made[-1].span, (*one.body, *links)
    nodes[len(made) - 1 :] = [*(links if started else ()), replace(one, body=body, span=(span[0], c.span_from(i)[1]))]
    return True


def groups_of(r: Reader, nodes: list[Node]) -> bool:
    """`4 groups of 3 tr in the ring, 2 ch between`, `a group of 3 dc in next sp`, `3 tr x 4 in the ring`: stitches in
    groups by their number."""
    c = r.c
    i = c.i
    if (groups := _so_many_groups(r)) is None:
        return False
    n, make, link = groups
    placed = c.accept("in", "into") or (c.phrase(",", "in") and c.accept(",") and c.accept("in"))
    wheres = places.read_places(c) if placed else [Where("next", (ANY_STITCH,), make.span, said=False)]
    link = link or _link(c)
    span = c.span_from(i)
    where, links = wheres[0], (Chain(link, span),) if link else ()
    apart = not where.said or (where.targets and where.targets[0].kind == "ring")
    if n > 1 and apart:
        each = Work((make,), where, span) if where.said else _one_each(make, where)
        nodes.append(Repeat((each, *links), n, span, times_span=span))
        return True
    nodes.extend(sweeps.swept(r, [Work(_side_by_side(n, make, links), w, span) for w in wheres]))
    return True


def groups_in_place(r: Reader) -> tuple[Node, ...] | None:
    """`in each corner two groups of 3 dc with ch 2 between`: what goes there; None with nothing read."""
    i = r.c.i
    groups = _so_many_groups(r)
    if groups is None:
        return None
    n, make, link = groups
    return _side_by_side(n, make, (Chain(link, r.c.span_from(i)),) if link else ())


def _side_by_side(n: int, make: Make, links: tuple[Chain, ...]) -> tuple[Node, ...]:
    further: tuple[Node, ...] = (*links, make)
    return (make, *further * (n - 1))


def _so_many_groups(r: Reader) -> tuple[int, Make, int] | None:
    """`4 groups of 3 tr with 2 ch between`: how many, of what, and the chains between them (0: none said)."""
    c = r.c
    i = c.i
    n = c.number() or 1
    if c.accept(*GROUP_WORDS, "sts") and c.accept("of"):  # `6 sets of 2 dc`
        pairs = c.tokens[c.i - 2].text in ("pair", "pairs")
        several, key = c.number() or 1 + pairs, c.stitch()
        c.accept("each")
    elif (grouped := _so_many_in_group(c)) is not None:  # `two 3-dc groups with ch 2 between in each corner`
        several, key = grouped
    else:  # `3 tr x 4 in the ring`
        several, key = n, c.stitch()
        n = (c.number() or 0) if c.accept("x") and several > 1 else 0
        n = n if c.at("in", "into", "with", "separated") else 0
    if not key or key == "ch" or not 0 < n <= MAX_TIMES:
        c.i = i
        return None
    return n, Make(key, several, c.span_from(i), part=r.part), _link(c)


def _so_many_in_group(c: Cursor) -> tuple[int, str] | None:
    """`3-dc groups`: how many stitches of what kind."""
    save = c.i
    n, key = c.number(), c.stitch()
    if n and key not in (None, "ch") and c.accept(*GROUP_WORDS) and c.at("with", "separated", ",", "in", "into"):
        return n, key or ""
    c.i = save
    return None


def _one_each(make: Make, where: Where) -> Work:
    """So many stitches, one in each place."""
    return Work((replace(make, n=1),), replace(where, count=make.n), make.span)


def _link(c: Cursor) -> int:
    """`, with 2 ch between each`, behind groups: how many chains; 0 with nothing read."""
    save = c.i
    c.accept(",")
    c.at("each") and c.ahead().text in ("followed", "separated") and c.accept("each")
    c.accept("with", "separated", "followed") and c.accept("by")
    apart = c.tokens[c.i - 1].text == "by"
    n = c.chains()
    if n and (c.accept("between", "after") or apart):
        c.accept("each", "every", "them", "all")
        c.accept(*GROUP_WORDS)
        return n
    c.i = save
    return 0


def _linked(sweep: Work, links: tuple[Chain, ...]) -> Work:
    """A sweep with chains behind whatever it works in a place."""
    also = tuple(replace(work, group=(*work.group, *links)) for work in sweep.also)
    return replace(sweep, group=(*sweep.group, *links), also=also)


def _stands_alone(label: Label | None) -> bool:
    """Whether a starting chain is a stitch and no more: one that counts for nothing, or has chains of its own behind
    it, needs none."""
    return label is None or (label.stitch is not None and not label.chains)


def _so_many_at_once(one: Repeat, n: int) -> Repeat | None:
    """A repeat of one stitch as one of n at a time; None where they don't come out even."""
    work = one.body[0] if len(one.body) == 1 else None
    make = work.group[0] if isinstance(work, Work) and len(work.group) == 1 else None
    if not isinstance(work, Work) or not isinstance(make, Make) or not one.times or one.times % n:
        return None
    return replace(one, body=(replace(work, group=(replace(make, n=n),)),), times=one.times // n)


def _one_by_one(node: Node) -> Repeat | None:
    """What a node makes at one place, repeated as often as it does."""
    if isinstance(node, Repeat):
        return node
    if not isinstance(node, Work):
        return None
    once = replace(node.where, mode="next", count=1, until=None)
    if node.where.mode == "each":
        return Repeat((replace(node, where=once),), None, node.span, until=node.where.until or END)
    make = node.group[0] if len(node.group) == 1 else None
    if node.where.count > 1:
        return Repeat((replace(node, where=once),), node.where.count, node.span, times_span=node.span)
    if isinstance(make, Make) and make.n > 1:
        one = replace(node, group=(replace(make, n=1),))
        return Repeat((one,), make.n, node.span, times_span=node.span)
    return None


def in_ring(c: Cursor) -> None:
    """`3 dc, ch 2, repeat 3 more times in ring`, `... in same ch`: where round 1 goes anyway."""
    save = c.i
    c.accept(",")
    if not (c.accept("in", "into") and (targets.read_ring(c) or c.accept_phrase("same", "ch"))):
        c.i = save
