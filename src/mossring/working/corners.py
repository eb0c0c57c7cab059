"""Finding the corners of a round: n places, each a chain space or a stitch."""

from __future__ import annotations

from collections.abc import Iterable

from mossring.stitches.table import lookup
from mossring.working.fabric import RING, Made


def groups(made: list[Made]) -> list[list[int]]:
    """Indices of the stitches worked in one place each, with the chains between them, around the ring."""
    out: list[list[int]] = []
    last: tuple[int, ...] | None = None
    group: list[int] = []
    waiting: list[int] = []
    for i, feet in enumerate([m.feet for m in made]):
        if not feet:
            waiting.append(i)
        elif feet != last or (waiting and feet == (RING,)):
            group = [i]
            out.append(group)
            waiting, last = [], feet
        else:
            if waiting:
                group += waiting
                waiting = []
            group.append(i)
    if len(out) > 1 and made[out[0][0]].feet == made[out[-1][-1]].feet != (RING,):
        head = list(range(out[0][0]))
        out[0] = out.pop() + waiting + head + out[0]
    return out


CHAIN_CENTRE = 3
"""The best class of corner: a group with a chain in it."""


def find_corners(
    made: list[Made], before: list[Made], corners_before: Iterable[int], n: int, said: tuple[str, int] | None
) -> list[int]:
    """Indices of the corners of a round, n of them or as many as the round has; none for a circle.

    before: the round below and the indices of its corners. said: kind and chain length, when the designer said it.
    """
    if n < 1 or not made:
        return []
    if said:
        return [i for i, m in enumerate(made) if m.kind == said[0] and (not said[1] or m.chains == said[1])]
    if n == 1:
        return _apex(made)
    in_ring = all(m.feet in ((RING,), ()) for m in made)
    if not in_ring:
        found = _by_groups(made, n)
        if found:
            return found
        kept = _longest_space(made, n)
        if kept and any(before[c].kind == "ch" for c in corners_before):
            return kept
        carried = _carried(made, before, corners_before)
        if carried:
            return carried
    return _longest_space(made, n) or _taller_stitch(made, n) or _all_spaces(made, n)


def _apex(made: list[Made]) -> list[int]:
    """The one corner of a half square: nearest the middle of the row, in a group about a chain if there is one."""
    middle = (len(made) - 1) / 2
    in_ring = all(m.feet in ((RING,), ()) for m in made)
    spaces = [i for i, m in enumerate(made) if m.kind == "ch"]
    if not in_ring:
        about = [g for g in groups(made) if len(g) >= 3 and any(made[i].kind == "ch" for i in g[1:-1])]
        spaces = [i for g in about for i in g[1:-1] if made[i].kind == "ch"]
    found = min(spaces, key=lambda i: abs(i - middle), default=round(middle))
    return [found] if abs(found - middle) <= len(made) / 6 else [round(middle)]


def _by_groups(made: list[Made], n: int) -> list[int]:
    """The best class of groups in one place that occurs n times: chain at the centre, taller stitch, odd group. Groups
    about a chain of one length are alike even where one of them has a stitch more."""
    all_groups = [g for g in groups(made) if len(g) >= 2]
    spaces = {i for i, m in enumerate(made) if m.kind == "ch"}
    chained = [g for g in all_groups if not spaces.isdisjoint(g)]
    about: dict[int, list[int]] = {}
    for g in chained:
        chains = spaces.intersection(g)
        if len(chains) == 1:
            about.setdefault(made[min(chains)].chains, []).append(min(chains))
    best, corners = _best_class(made, chained, n)
    if best[0] < CHAIN_CENTRE:
        best, corners = _best_class(made, all_groups, n)
    if best[0] < CHAIN_CENTRE:
        every = [c for at in about.values() for c in at]  # one of them longer than the others, by a slip
        corners = every if len(every) == n and n > 1 else corners
        corners = next((at for _, at in sorted(about.items(), reverse=True) if len(at) == n), corners)
    return sorted(corners)


def _best_class(made: list[Made], among: list[list[int]], n: int) -> tuple[tuple[int, float], list[int]]:
    """The rank of the best class of groups that occurs n times, and the centre of each of its groups."""
    seen: dict[tuple[tuple[str, int], ...], list[list[int]]] = {}
    for g in among:
        seen.setdefault(tuple([(made[i].kind, made[i].chains) for i in g]), []).append(g)
    best: tuple[int, float] = (0, 0.0)
    corners: list[int] = []
    for kinds, all_of_it in seen.items():
        if len(all_of_it) != n:
            continue
        centre = _centre(kinds)
        if centre is None:
            continue
        where, rank = centre
        width = sum(lookup(k).width if k != "ch" else 0.6 * c for k, c in kinds)
        if (rank, width) > best:
            best = (rank, width)
            corners = [g[where] for g in all_of_it]
    return best, corners


def _centre(kinds: tuple[tuple[str, int], ...]) -> tuple[int, int] | None:
    """Index of the centre of a group, and its class (3 chain, 2 taller stitch, 1 odd plain group)."""
    chains = [i for i, (k, _) in enumerate(kinds) if k == "ch"]
    mid = len(kinds) // 2
    if len(chains) == 1:
        return chains[0], CHAIN_CENTRE
    if len(kinds) % 2 == 0:
        return None
    if kinds[mid][0] == "ch":
        return mid, 3
    tall = lookup(kinds[mid][0]).height
    if all(lookup(k).height < tall for i, (k, _) in enumerate(kinds) if i != mid and k != "ch"):
        return mid, 2
    return (mid, 1) if len(kinds) - len(chains) >= 3 else None


def _longest_space(made: list[Made], n: int) -> list[int]:
    lengths: dict[int, list[int]] = {}
    for i, m in enumerate(made):
        if m.kind == "ch":
            lengths.setdefault(m.chains, []).append(i)
    for chains in sorted(lengths, reverse=True):
        if len(lengths[chains]) == n:
            return lengths[chains]
    return []


def _all_spaces(made: list[Made], n: int) -> list[int]:
    """Spaces of whatever length, where there are just n of them."""
    spaces = [i for i, m in enumerate(made) if m.kind == "ch"]
    return spaces if len(spaces) == n else []


def _taller_stitch(made: list[Made], n: int) -> list[int]:
    kinds: dict[str, list[int]] = {}
    for i, m in enumerate(made):
        if m.kind != "ch":
            kinds.setdefault(m.kind, []).append(i)
    if len(kinds) < 2:
        return []
    tallest = max(kinds, key=lambda k: lookup(k).height)
    return kinds[tallest] if len(kinds[tallest]) == n else []


def _carried(made: list[Made], before: list[Made], corners_before: Iterable[int]) -> list[int]:
    """The centre of what was worked in each corner of the round before."""
    standing: dict[int, list[int]] = {}
    order = [i for g in groups(made) for i in g]
    for i in order:
        for f in made[i].feet:
            standing.setdefault(f, []).append(i)
    there = [standing[before[c].number] for c in corners_before if before[c].number in standing]
    if len(there) > 2 and there[0][0] == 1 and len(there[0]) + 1 == len(there[1]) == len(there[-1]):
        there[0] = [0, *there[0]]  # the starting chain stands beside its own corner
    out: list[int] = []
    for here in there:
        if len(here) > 1 and (between := _space_within(made, here)) is not None:
            out.append(between)
        else:
            out.append(here[len(here) // 2] if len(here) % 2 else here[len(here) // 2 - 1])
    return sorted(set(out))


def _space_within(made: list[Made], here: list[int]) -> int | None:
    """The space nearest the middle of a corner's stitches, if they enclose one."""
    spaces = [(i + 1) % len(made) for i in here[:-1] if made[(i + 1) % len(made)].kind == "ch"]
    return spaces[len(spaces) // 2] if spaces else None
