"""The two schools that change the fabric: turning each round or never, closing clusters or not."""

from __future__ import annotations

from mossring.stitches.table import lookup
from mossring.working.fabric import Made, WorkedRound, mirrored


def turned_to(done: WorkedRound, turned: bool) -> WorkedRound:
    """The round worked with the other face to the worker: the other way round, posts and loops mirrored."""
    if done.turned == turned:
        return done
    n = len(done.made)
    out = WorkedRound(done.number, [_other_face(m) for m in reversed(done.made)])
    out.below = done.below[:1] + done.below[:0:-1]
    out.below_corners, out.extra = done.below_corners, done.extra
    out.corners = sorted(n - 1 - c for c in done.corners)
    out.hook = n - 1 - done.hook if done.hook else 0
    out.turned, out.closed, out.line = turned, done.closed, done.line
    out.yarn, out.corner_said, out.acts = done.yarn, done.corner_said, done.acts
    return out


def clusters_closed(done: WorkedRound, chains: int) -> WorkedRound:
    """The round with every cluster closed with so many chains (0: not closed)."""
    if not any(_cluster(m) and m.closing != chains for m in done.made):
        return done
    out = WorkedRound(done.number, [_closed(m, chains) if _cluster(m) else m for m in done.made])
    out.below, out.below_corners, out.extra = done.below, done.below_corners, done.extra
    out.corners, out.hook, out.turned, out.closed, out.line = (
        done.corners,
        done.hook,
        done.turned,
        done.closed,
        done.line,
    )
    out.yarn, out.corner_said, out.acts = done.yarn, done.corner_said, done.acts
    return out


def _cluster(m: Made) -> bool:
    return lookup(m.kind).made == "cl"


def _copy(m: Made) -> Made:
    out = Made(m.number, m.kind, m.feet, m.round, m.span, m.chains)
    for name in ("yarn", "start", "part", "gap", "closing"):
        setattr(out, name, getattr(m, name))
    return out


def _closed(m: Made, chains: int) -> Made:
    out = _copy(m)
    out.closing = chains
    return out


def _other_face(m: Made) -> Made:
    out = _copy(m)
    out.kind, out.part = mirrored(m.kind, m.part)
    out.feet = m.feet[::-1]
    return out
