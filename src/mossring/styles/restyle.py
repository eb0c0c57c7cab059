"""The two schools that change the fabric: turning each round or never, closing clusters or not."""

from __future__ import annotations

from copy import copy
from dataclasses import replace

from mossring.stitches.table import lookup
from mossring.working.fabric import Made, WorkedRound, backwards, mirrored


def turned_to(done: WorkedRound, turned: bool) -> WorkedRound:
    """The round worked with the other face to the worker: the other way round, posts and loops mirrored."""
    if done.turned == turned or done.surface:
        return done
    n = len(done.made)
    return replace(
        done,
        made=[_other_face(m) for m in backwards(done.made)],
        below=done.below[:1] + done.below[:0:-1],
        corners=sorted(n - 1 - c for c in done.corners),
        hook=n - 1 - done.hook if done.hook else 0,
        turned=turned,
        _tally=None,  # it is counted anew
        _counts=None,
        _spaces=None,
        _sides=None,
    )


def clusters_closed(done: WorkedRound, chains: int) -> WorkedRound:
    """The round with every cluster closed with so many chains (0: not closed)."""
    if not any(_cluster(m) and m.closing != chains for m in done.made):
        return done
    return replace(done, made=[_closed(m, chains) if _cluster(m) else m for m in done.made])


def _cluster(m: Made) -> bool:
    return lookup(m.kind).made == "cl"


def _closed(m: Made, chains: int) -> Made:
    out = copy(m)
    out.closing = chains
    return out


def _other_face(m: Made) -> Made:
    out = copy(m)
    out.kind, out.part = mirrored(m.kind, m.part)
    out.feet = m.feet[::-1]
    return out
