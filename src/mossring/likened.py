"""A round that is as another: which one it means, and what it adds to that."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import replace

from mossring.notation import RoundLine, RoundTree, Trouble
from mossring.notation.growing import ended, evenly, grown_as_told, has_corner, in_full, one_in_each
from mossring.notation.tree import Chain, Growth, Make, Repeat, Work
from mossring.working import State


def meant(
    tree: RoundTree,
    bodies: dict[int, RoundTree],
    line: RoundLine,
    number: int,
    below: Sequence[str],
    troubles: list[Trouble],
) -> RoundTree:
    """The round that `as Rnd 3` means, or which of them `as Rnds 2 and 3` does in its turn, grown where it says so;
    the tree itself if there is none. below: the stitches that it is worked into, by kind."""
    nth = number - line.first
    first, last = tree.repeat_of or -1, tree.repeat_to or -1
    number_meant = (first + line.shift if first > 0 else line.first + first) + nth % max(1, last - first + 1)
    if first == -1 or (nth and tree.grows and last == first):  # each round of a range grows on the one before it
        number_meant = number - 1
    end = [n for n in tree.body if n.span[0] >= tree.repeat_span[1]]
    if in_full(end):
        return tree
    source = bodies.get(number_meant, tree)
    if source is tree:
        troubles.append(Trouble("no such round", tree.repeat_span, {"round": number_meant}))
        return tree
    if end:
        source = replace(source, body=ended(source.body, end))
    if not tree.grows:
        return source
    told = tree.grows[0]
    body = grown_as_told(source.body, told)
    spread = any(isinstance(n, Repeat) for n in source.body) or has_corner(source.body)
    if told.kind == "on" and told.n and below and (body is None or not spread):
        body = evenly(one_in_each(told.span), told.n, below)
    if body is None:
        troubles.append(Trouble("not grown", tree.repeat_span, {"round": number_meant}))
        return source
    return replace(source, body=body)


def _such_groups(told: Growth, grown: int, before: State, after: State) -> bool:
    """Whether sides that have grown by so many stitches can have grown by the groups told: as many stitches of those
    kinds, in spaces that are there, with chains that were made."""
    made = after.last.tally() if after.last else {}
    there = before.before.tally() if before.before else {}
    sides = len(after.last.per_side()) if after.last else 0
    works = [n for n in told.told if isinstance(n, Work)]
    stitches = [m for work in works for m in work.group if isinstance(m, Make)]
    chains = [c.n for c in told.told if isinstance(c, Chain)]
    into = [t.chains for work in works for t in work.where.targets if t.kind == "sp" and t.chains]
    more = Counter(chains)
    right = all(m.stitch in made for m in stitches) and all(
        made.get(f"ch-{n}", 0) - there.get(f"ch-{n}", 0) == told.n * sides * times for n, times in more.items()
    )
    return right and all(f"ch-{n}" in there for n in into) and grown == told.n * sum(m.n for m in stitches)


def grown_otherwise(tree: RoundTree, before: State, after: State, corner: Work | None) -> Iterator[Trouble]:
    """What `with 4 more dc on each side` says, where the sides turn out to grow by another number, or `with 8 dc on
    each side`, where there are as many neither with what their corners hold nor without."""
    had = before.before.per_side() if before.before else []
    have = after.last.per_side() if after.last else []
    if not had or len(had) != len(have):
        return
    more = sum(g.n for g in tree.grows if g.kind == "side")
    if more and any(b - a != more for a, b in zip(had, have, strict=True)):
        yield Trouble("grows otherwise", tree.grows[0].span, {"said": more, "have": have[0] - had[0]})
    for g in tree.grows:
        if g.told and not _such_groups(g, have[0] - had[0], before, after):
            yield Trouble("other groups", g.span, {"have": have[0] - had[0]})
    said = next((g for g in tree.grows if g.kind == "side in all"), None)
    about = sum(m.n for m in corner.group if isinstance(m, Make)) if corner else 0  # what the corners put beside them
    if said and said.n not in (have[0], have[0] - about):
        data: dict[str, object] = {"said": said.n, "have": have[0] - about, "in all": True}
        yield Trouble("grows otherwise", said.span, data)
