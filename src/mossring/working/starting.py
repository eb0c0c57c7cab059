"""What a starting chain stands for, where a round in fabric form begins, and what `sc to close` stands for."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence

from mossring.notation.tree import Chain, Join, Label, Make, Node, Repeat, Together, Where, Work
from mossring.stitches.table import lookup

_BY_HEIGHT = {2: "hdc", 3: "dc", 4: "tr", 5: "dtr"}


def makes(nodes: Sequence[Node]) -> Iterator[Make]:
    """Every stitch-making node, in the order of the text."""
    for node in nodes:
        if isinstance(node, Make):
            yield node
        elif isinstance(node, Work):
            yield from makes(node.group)
        elif isinstance(node, Together):
            yield node.make
        elif isinstance(node, Repeat):
            yield from makes(node.body)


def first_place(nodes: Sequence[Node]) -> Where | None:
    """The first place that the nodes go to, however deep it stands in repeats."""
    for node in nodes:
        if isinstance(node, Work):
            return node.where
        if isinstance(node, Together):
            return next((leg for leg in node.legs if isinstance(leg, Where)), None)
        if isinstance(node, Repeat):
            inner = first_place(node.body)
            if inner:
                return inner
        elif not isinstance(node, Chain | Make):
            where = getattr(node, "where", None)
            if isinstance(where, Where):
                return where
    return None


def stands_for(chain: Chain, after: Sequence[Node], known: dict[int, Label]) -> Label:
    """What an opening chain stands for: what it says, what was said `throughout`, or what the round shows.

    Unlabelled, a single chain never counts. A taller one is judged by where the round is joined, then by
    whether it has the height of the stitch that follows (the table of starting chains: common practice).
    """
    if chain.label and chain.label.stitch != "st":
        return chain.label
    counts = chain.label is not None
    place = first_place(after)
    if nth := from_hook(after):  # `ch 4, 11 dc in 4th ch from hook`: the three skipped chains may stand for a stitch
        chain = Chain(nth - 1, chain.span)
    first = bool(place and place.targets and place.targets[0].kind == "start" and place.mode == "next")
    if (chain.n <= 1 or first) and not counts:  # `ch 2, FPdc around ch-3`: the chain stands where that stitch goes
        return Label(None)
    before = known.get(chain.n)
    join = next((n for n in reversed(after) if isinstance(n, Join)), None)
    if before and (before.throughout or (before.stitch is None and not (join and join.into == "chain"))):
        return before
    worked = Counter[str]()
    for m in makes(after):
        if m.stitch not in ("slst", ""):
            stitch = lookup(m.stitch)  # a post stitch is as tall as what it is made of, or nearly
            full = stitch.made == "post" and lookup(stitch.base).chains[:1] == (chain.n,)
            worked[stitch.base if full else m.stitch] += m.n
    following = next(iter(worked), None)
    if following and chain.n not in lookup(following).chains:  # judged by what most of the round is
        most = worked.most_common(1)[0][0]
        own = lookup(following)  # `ch 3, popcorn in next st, *dc in next st, ...`
        base = "" if own.made == "post" else own.base
        fitting = (k for k in (most, base) if worked[k] and chain.n in lookup(k).chains)
        following = next(fitting, following)
    if join and join.nth and (join.of or chain.n) > join.nth:
        return Label(_replacing(join.nth, following), chain.n - join.nth)
    tall = following is not None and lookup(following).chains[:1] == (chain.n,)
    if join and join.into == "stitch" and not counts and not (join.top and tall):
        return Label(None)
    fits = following is not None and chain.n in lookup(following).chains
    if not (fits or counts or before) and (meshed := mesh_start(chain.n, after, beside=0)):
        return meshed
    if fits or counts or (join and join.into == "chain"):
        return Label(_replacing(chain.n, following))
    return before or Label(None)


def from_hook(nodes: Sequence[Node]) -> int | None:
    """Which chain from the hook the first stitch goes into, where the round says so."""
    place = first_place(nodes)
    return place.targets[0].chains if place and place.targets and place.targets[0].kind == "ring" else None


def mesh_start(chains: int, after: Sequence[Node], beside: int = 1) -> Label | None:
    """`dc in 6th ch from hook, *ch 1, sk 1 ch, dc in next ch`: five chains are a dc, a chain, and one passed over
    (beside: times the space); `ch 4, sk 1 st, dc in next st, *ch 1, ...`: a dc and a chain."""
    first = next(makes(after), None)
    across = next((n.n for n in flat(after) if isinstance(n, Chain)), 0)
    tall = lookup(first.stitch).chains[:1] if first and first.stitch else ()
    return Label(first.stitch, across) if first and across and tall == (chains - (1 + beside) * across,) else None


def _replacing(n: int, following: str | None) -> str:
    if following and n in lookup(following).chains:
        return following
    return by_height(n)


def by_height(n: int) -> str:
    """The stitch that so many chains are as high as."""
    return _BY_HEIGHT.get(n, "dc" if n > 2 else "sc")


def flat(body: Sequence[Node]) -> Iterator[Node]:
    """The nodes in order, repeats opened."""
    for node in body:
        if isinstance(node, Repeat):
            yield from flat(node.body)
        else:
            yield node
