"""A round that is as another: which one it means, and what it adds to that."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from mossring.notation import RoundLine, RoundTree, Trouble
from mossring.notation.growing import ended, evenly, grown_as_told, has_corner, in_full, one_in_each
from mossring.notation.tree import Make, Repeat, Work
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
    said = next((g for g in tree.grows if g.kind == "side in all"), None)
    about = sum(m.n for m in corner.group if isinstance(m, Make)) if corner else 0  # what the corners put beside them
    if said and said.n not in (have[0], have[0] - about):
        data: dict[str, object] = {"said": said.n, "have": have[0] - about, "in all": True}
        yield Trouble("grows otherwise", said.span, data)
