"""How a round is opened: where fabric form begins, what moves and what starts in written form."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import islice
from typing import TYPE_CHECKING

from mossring.notation.tree import Act, Chain, Join, Label, Make, Node, Repeat, Span, Together, Where, Work
from mossring.stitches.table import lookup
from mossring.working import reach
from mossring.working.edge import SLIPPED, Edge
from mossring.working.fabric import Manner
from mossring.working.starting import first_place, flat, from_hook, makes, stands_for

if TYPE_CHECKING:
    from mossring.working.worker import Worker


def find_start(worker: Worker, body: Sequence[Node]) -> None:
    """Where a round that begins without a word does: after a corner if it runs `to corner`, or counts a whole side."""
    where = first_place(body)
    to_corner = (
        where is not None
        and where.mode == "each"
        and where.until is not None
        and where.until.target is not None
        and where.until.target.kind == "corner"
        and where.targets[0].kind != "corner"
    )
    if (to_corner and not _ends_amid_side(body)) or _counts_a_side(worker, body):
        worker.edge.go_after_corner()


def _ends_amid_side(body: Sequence[Node]) -> bool:
    """Whether stitches of a side are worked behind its repeats (`..., 1 dc in last dc`): so its first side begins where
    the hook is, too."""
    works = [n for n in body if isinstance(n, Work | Repeat | Together)]
    last = works[-1] if len(works) > 1 and any(isinstance(n, Repeat) for n in works[:-1]) else None
    return (
        isinstance(last, Work) and last.where.said and bool(last.where.targets) and last.where.targets[0].kind == "st"
    )


def _counts_a_side(worker: Worker, body: Sequence[Node]) -> bool:
    """Whether a round that begins with `7 dc, (2 dc, ch 2, 2 dc) in corner` means a whole side, though it would begin
    amid one."""
    edge = worker.edge
    n = 0
    for node in islice(_in_order(body), 2 * len(edge.made)):  # no side is longer
        if isinstance(node, Make):  # a picot
            continue
        where = node.where if isinstance(node, Work) else None
        if where is None or where.mode != "next" or not where.targets:
            return False
        if where.targets[0].kind == "corner" or any(edge.matches(u, where.targets[0]) for u in edge.corners):
            break
        if where.targets[0].kind != "st" or not edge.corners:
            return False
        n += where.count
    else:
        return False
    return n not in (0, edge.to_corner(edge.pos)) and n == edge.to_corner(min(edge.corners) + 1)


def _in_order(body: Sequence[Node]) -> Iterator[Node]:
    """The nodes as they are worked, each repeat as often as it says."""
    for node in body:
        if isinstance(node, Repeat):
            holds = any(True for _ in flat(node.body))
            for _ in range((node.times or 1) if holds else 0):
                yield from _in_order(node.body)
        else:
            yield node


def open_round(worker: Worker, body: list[Node]) -> list[Node]:
    """Written form: slip stitches that only move, then the starting chain. Returns what is left to do."""
    i = 0
    moves: list[Node] = []
    while i < len(body) and (slips(body[i]) or isinstance(body[i], Act)):
        moves.append(body[i])
        i += 1
    chain = body[i] if i < len(body) and isinstance(body[i], Chain) else None
    group = body[i] if i < len(body) and isinstance(body[i], Work) else None
    opens_group = isinstance(group, Work) and bool(group.group) and isinstance(group.group[0], Chain)
    if chain is None and not moves and worker.edge.ring and any(isinstance(n, Join) for n in body):
        # who lifts the hook without a word counts no chain of 2 either
        worker.known.setdefault(2, Label(None, said=False))
    if chain is None and not opens_group and any(slips(m) for m in moves) and not _standing(body[i:]):
        moves = [m for m in moves if isinstance(m, Act)]
        i = len([m for m in body[:i] if isinstance(m, Act)])
        if any(slips(m) for m in body[: len(moves)]):
            moves, i = [], 0
    for k, move in enumerate(moves):
        last = not any(slips(m) for m in moves[k + 1 :])
        _slip_to(worker, move, last) if slips(move) else worker.node(move)
    if chain is None and moves and _sweeps_spaces(body[i:]) and worker.edge.at(worker.edge.last).kind == "ch":
        worker.edge.stand()
    if isinstance(chain, Chain) and i + 1 < len(body):
        cluster = beginning_cluster(chain, body[i + 1], body[i + 2 :])
        if cluster is not None:
            worker.begun = Manner("chain", chain.n, True)
            _start_together(worker, cluster)
            return body[i + 2 :]
    if isinstance(chain, Chain) and not _loop(chain, body[i + 1 :]):
        _start_chain(worker, chain, body[i + 1 :])
        return body[i + 1 :]
    if opens_group and isinstance(group, Work):
        _start_group(worker, group, body[i + 1 :])
        return body[i + 1 :]
    first = next(flat(body[i:]), None)
    if not isinstance(first, Chain):
        make = next(makes(body[i:]), None)
        worker.begun = Manner(make.start if make and make.start in ("standing", "chainless") else "none")
    if isinstance(first, Chain) and not worker.edge.ring:
        _hang_loop(worker)
    elif not moves and not worker.edge.ring:
        find_start(worker, body)
    return body[i:]


def _hang_loop(worker: Worker) -> None:
    """A round that begins with a loop of chains hangs it in the hook's own place, where the join will be."""
    edge = worker.edge
    worker.loop_from = edge.feet(edge.here())
    edge.work(edge.last, SLIPPED)


def _slip_to(worker: Worker, node: Node, into: bool) -> None:
    """Slip stitches along the edge: the hook moves, nothing is made. into: `sl st in each st to corner` ends in it."""
    if not isinstance(node, Work):
        return
    edge = worker.edge
    if edge.pos == 0 and not edge.slipped and not _all_before_a_space(edge, node):
        edge.pos = 1
    until = node.where.until
    if until is not None and until.target is not None and (into or not node.where.said):  # `sl st to corner`: into it
        node = replace(node, where=Where("next", (until.target,), node.where.span))
    into_loop = bool(node.where.targets) and node.where.targets[0].kind == "chain"
    for _ in range(1 if into_loop else node.where.count):  # `sl st in next 2 ch`: along the chains of one loop
        u = reach.find(worker, node.where)
        if not node.where.said:  # `sl st x 3` goes from place to place, and over no space
            u = next((k for k in range(edge.pos, u) if edge.at(k).kind == "ch"), u)
        edge.slip(u)
        if node.where.targets[0].kind == "centre":
            edge.pass_group(u)
        if edge.at(u).kind == "ch":
            worker.last_space = u


def _all_before_a_space(edge: Edge, node: Work) -> bool:
    """Whether a row, just turned, goes over so many stitches as lie before its first space: so over the last one made,
    too (`sl st in next 3 dc and in ch-3 sp`)."""
    before = next((u for u in range(len(edge.made)) if edge.at(u).kind == "ch" or edge.at(u).start), 0)
    return edge.line and before == node.where.count > 1 and node.where.targets[0].kind == "st"


def _start_chain(worker: Worker, chain: Chain, after: Sequence[Node]) -> None:
    label = stands_for(chain, after, worker.known)
    unsaid = worker.edge.ring and label.stitch is None and chain.n > 1  # round 1 shows that it counts for nothing
    if label.throughout or chain.label or unsaid:
        join = next((n for n in reversed(after) if isinstance(n, Join)), None)
        first = bool(label.stitch and join and join.into == "stitch")  # the chain is called the first stitch
        told = worker.known.get(chain.n)
        if (
            not (told and told.throughout) or label.throughout
        ):  # what holds throughout holds after a round that says more
            worker.known[chain.n] = replace(label, throughout=True) if first else label
    edge = worker.edge
    if label.stitch is None or label.stitch == "ch":
        edge.stand()
        if label.stitch == "ch":
            worker.add_chain(chain.n, chain.span)
        else:
            worker.begun = Manner("chain", chain.n)
        return
    of_all = not worker.past and from_hook(after) == chain.n  # `ch 4, 11 dc in 4th ch from hook`: the first is no start
    alone = 0 if of_all and label.chains else chain.n - of_all - label.chains  # one chain is centre, start and space
    worker.begun = Manner("chain", alone, True)
    u = edge.here()
    _make_start(worker, label, u, chain.span)


def _start_group(worker: Worker, work: Work, after: Sequence[Node]) -> None:
    """`(ch 3, 2 dc, ch 2, 3 dc) in same sp`."""
    chain = work.group[0]
    assert isinstance(chain, Chain)
    rest = work.group[1:]
    u = reach.find(worker, work.where)
    inner = Work(rest[:1], Where("same", (), work.span), work.span) if rest else None
    cluster = beginning_cluster(chain, inner, [*rest[1:], *after]) if inner else None
    if isinstance(cluster, Work):
        worker.begun = Manner("chain", chain.n, True)
        worker.in_place((*cluster.group, *rest[1:]), u, work.span)
        return
    label = stands_for(chain, [*rest, *after], worker.known)
    worker.begun = Manner("chain", chain.n - label.chains, label.stitch is not None)
    if label.stitch is None:
        worker.edge.last = u
        worker.edge.pos = u
        worker.in_place(rest, u, work.span)
        return
    _make_start(worker, label, u, chain.span)
    worker.in_place(rest, u, work.span)


def _make_start(worker: Worker, label: Label, u: int, span: Span) -> None:
    assert label.stitch is not None
    worker.edge.work(u)
    worker.make(label.stitch, worker.edge.feet(u), span)
    worker.made[-1].start = True
    worker.made[-1].gap = worker.edge.between
    if label.chains:
        worker.add_chain(label.chains, span)


def _loop(chain: Chain, after: Sequence[Node]) -> bool:
    """Whether a chain at the head of a round is a loop that a slip stitch holds, and no start."""
    held = next((m.stitch for m in makes(after)), None)
    return chain.label is None and chain.n > 1 and held == "slst"


def slips(node: Node) -> bool:
    """Whether a node is a slip stitch into a place of its own."""
    return (
        isinstance(node, Work)
        and len(node.group) == 1
        and isinstance(node.group[0], Make)
        and node.group[0].stitch == "slst"
        and node.where.mode in ("next", "first", "each")
    )


def fades_out(body: Sequence[Node], k: int) -> bool:
    """Whether from node k on these are the few stitches, one in each of the next, by which a spiral ends: the last a
    slip stitch."""
    rest = (body[j] for j in range(k, len(body)))
    works = list(islice((n for n in rest if not isinstance(n, Act)), FADING + 1))
    return 0 < len(works) <= FADING and slips(works[-1]) and all(_one_in_next(n) for n in works)


FADING = 4
"""The most stitches by which a spiral comes down to its edge."""


def _one_in_next(node: Node) -> bool:
    return isinstance(node, Work) and len(node.group) == 1 and (node.where.mode, node.where.count) == ("next", 1)


def _standing(body: Sequence[Node]) -> bool:
    """Whether slip stitches only moved the hook: to a standing stitch, or to where the next stitch goes."""
    first = next(makes(body), None)
    place = first_place(body)
    arrived = place is not None and place.bare and place.targets[0].is_space
    there = place is not None and (arrived or (place.mode == "same" and place.said))
    return isinstance(first, Make) and (bool(first.start) or there or _sweeps_spaces(body))


def _sweeps_spaces(body: Sequence[Node]) -> bool:
    """Whether what comes is worked in each space (`(2 dc, ch 2, 2 dc) in each corner, 1 dc in each st` counts): so
    in the one that a slip stitch has just reached, too."""
    first = next((n for n in flat(body) if isinstance(n, Work | Together)), None)
    works = (first, *first.also) if isinstance(first, Work) else ()
    return any(w.where.mode == "each" and w.where.targets[0].is_space for w in works)


def beginning_cluster(chain: Chain, node: Node, after: Sequence[Node]) -> Work | Together | None:
    """A short chain and a cluster (or popcorn, bobble, puff) of one leg less than all the others have begin a round as
    one of them."""
    make = node.make if isinstance(node, Together) else None
    if isinstance(node, Work) and len(node.group) == 1 and isinstance(node.group[0], Make):
        make = node.group[0]
    whole = _one_leg_more(make, after) if make else None
    if make is None or whole is None or (chain.label and chain.label.stitch != whole):
        return None
    full = replace(make, stitch=whole, start="beg")
    if isinstance(node, Together):
        here = Where("same", (), node.span)
        return replace(node, make=full, legs=(here, *node.legs))
    return replace(node, group=(full,)) if isinstance(node, Work) else None


_OF_LEGS = ("cl", "tog", "pc", "bobble", "puff")


def _one_leg_more(make: Make, after: Sequence[Node]) -> str | None:
    """The key of the later stitch that has one leg more than this one, if there is one."""
    own = lookup(make.stitch) if make.stitch else None
    if own is None or own.made not in _OF_LEGS or make.n != 1:
        return None
    alike = _OF_LEGS[:2] if own.made in _OF_LEGS[:2] else (own.made,)
    for m in makes(after):
        later = lookup(m.stitch) if m.stitch else None
        if later and later.made in alike and later.base == own.base and later.legs == own.legs + 1:
            return m.stitch
    return None


def _start_together(worker: Worker, node: Work | Together) -> None:
    here = isinstance(node, Work) and (node.where.mode in ("same", "start") or not node.where.said)
    if isinstance(node, Work) and here and not worker.edge.ring:
        worker.in_place(node.group, worker.edge.here(), node.span)
    else:
        worker.node(node)
