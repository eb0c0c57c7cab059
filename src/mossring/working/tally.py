"""What a round is stated to come to against what it was worked to."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import groupby
from operator import attrgetter

from mossring.notation.tree import Stated
from mossring.stitches import composed, lookup
from mossring.working.corners import groups
from mossring.working.fabric import WorkedRound


def due(stated: Sequence[Stated], number: int, first: int, last: int) -> list[Stated]:
    """The counts that are for round `number` among those stated for the rounds from first to last together."""
    length = last - first + 1
    series = len(stated) == length > 1 and len({s.what for s in stated}) == 1
    meant = (s.round if s.round is not None else first + k if series else last for k, s in enumerate(stated))
    return [s for s, n in zip(stated, meant, strict=True) if n == number]


def mismatches(done: WorkedRound, stated: Sequence[Stated], owed: Sequence[Stated]) -> Iterator[tuple[Stated, int]]:
    """The counts owed by a round that differ, with what was worked; stated: all that stand beside them."""
    stated = list(
        {(s.what, s.n if s.what == "groups" else 0): s for s in stated}.values()
    )  # of each kind one is enough
    for s in owed:
        have = counted(done, s, stated)
        if have is not None and s.n not in _beside_groups(done, s.what, stated):
            yield s, have


def _beside_groups(done: WorkedRound, what: str, source: Sequence[Stated]) -> set[int]:
    """How many such stitches stand outside the groups that are counted beside them: `4 shells, 12 dc`."""
    every = groups(done.made)
    out: set[int] = set()
    for s in source:
        if s.what == "groups" and what != "groups":
            for size in {len(g) for g in every}:
                inside = [g for g in every if len(g) == size]
                if len(inside) == s.n:
                    out.add(_total(done, what) - sum(done.made[i].kind == what for g in inside for i in g))
    return out


def counted(done: WorkedRound, s: Stated, stated: Sequence[Stated] = ()) -> int | None:
    """What was worked where it differs from a stated count; None when it agrees or can't be told.

    Stitches worked together count as the one they make (`15 sc`, one of them sc3tog), and raised ones as what they are
    made of, unless they are stated beside."""
    if s.what == "chains":
        return None
    if s.what == "corners":
        have = len(done.corners)
        return have if have and s.n not in (have, _total(done, "sps")) else None
    if s.what == "groups" or _groups_called_clusters(done, s):
        sizes = [sum(1 for i in g if done.made[i].counted) for g in groups(done.made)]
        many = [sum(1 for size in sizes if size >= least) for least in (2, 3, 5)]
        many.append(sum(1 for g in groups(done.made) for size in _runs(done, g) if size >= 2))
        if done.line:  # blocks, which slip stitches and chains part, wherever each of their stitches stands
            many.append(sum(runs and len(list(run)) > 1 for runs, run in groupby(done.made, _is_counted)))
        if s.like:
            many.append(sum(f" {_kinds(done, g)} ".count(f" {s.like} ") for g in groups(done.made)))
        return None if s.n in many or not many[0] else min(many, key=lambda n: abs(n - s.n))
    if s.per_side and s.what in ("", "sts"):
        sides = done.per_side()
        fits = [x for x in sides if s.n - x in _corner_stitches(done)]
        return None if not sides or len(fits) == len(sides) else next(x for x in sides if x not in fits)
    have = _total(done, s.what)
    together = {k: n for k, n in done.counts().items() if _counts_as(k, s.what)}
    if not any(o.what in together or o.what == "-cl" for o in stated):
        have += sum(together.values())
    if s.per_side:
        n = len(done.corners)
        if not n or have % n:
            return None
        corner = sum(1 for c in done.corners if done.made[c].kind == s.what) // n
        return None if s.n in (have // n, have // n - corner, have // n + corner) else have // n
    return None if have == s.n else have


_is_counted = attrgetter("counted")


def _counts_as(kind: str, what: str) -> bool:
    return lookup(kind).made in ("tog", "post") and lookup(kind).base == what


def _groups_called_clusters(done: WorkedRound, s: Stated) -> bool:
    """`(4 clusters)` of a round that holds none, and groups of stitches in one place: to some they are the same."""
    return s.what == "-cl" and not _total(done, s.what) and any(len(g) > 1 for g in groups(done.made))


def _kinds(done: WorkedRound, group: list[int]) -> str:
    return " ".join(done.made[i].kind for i in group)


def _runs(done: WorkedRound, group: list[int]) -> Iterator[int]:
    """How many stitches stand side by side in one place, between its chains: `3 tr, 1 ch, 3 tr` are two groups."""
    run = 0
    for i in group:
        if done.made[i].counted:
            run += 1
        else:
            yield run
            run = 0
    yield run


def _corner_stitches(done: WorkedRound) -> tuple[int, ...]:
    return (0, 1, 2) if done.corners and done.made[done.corners[0]].counted else (0,)


def _total(done: WorkedRound, what: str) -> int:
    slips = sum(m.kind == "slst" for m in done.made)
    if what in ("", "sts"):
        return done.stitches or slips  # a round of slip stitches has no others to count
    if what == "slst":
        return slips
    if what == "sps":
        return sum(done.spaces().values())
    if what.startswith("ch-"):
        return done.spaces().get(what, 0)
    if what == "-puff" and "puff" in done.counts():
        return done.counts()["puff"]
    if what.startswith("-"):
        made = ("cl", "tog") if what == "-cl" else (what[1:],)
        return sum(n for k, n in done.counts().items() if lookup(k).made in made)
    counts = done.counts()
    own = lookup(what)
    if own.made == "tog" and what not in counts:  # with all its legs in one place it is a cluster
        return counts.get(composed("cl", own.base, own.legs), 0)
    if own.made == "foundation" and what not in counts:  # the row that is worked along with its chains
        return counts.get(own.base, 0)
    return counts.get(what, 0)
