"""A stated count that differs from what was worked.

The count at the end of a round is what a maker checks against, so a wrong one is the mistake that a
hundred people find first. Either the number is wrong or an instruction is; both mends are offered when
both would come out right. A count per side may include the corner stitch or not; a bare number counts stitches.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import chain_edits, kind_edits, number_edits
from mossring.notation.tree import Stated
from mossring.stitches import TERMS, lookup
from mossring.working import WorkedRound
from mossring.working.corners import groups

CODE = "MR301"
SEVERITY: Severity = "stop"


def check(look: Look) -> Iterator[Finding]:
    wrong = list(mismatches(look)) if look.index is not None else []
    if not wrong:
        return
    stated, have = wrong[0]
    side = " on each side" if stated.per_side else ""
    message = f"{look.name} says {stated.n} {look.stitch(stated.what, stated.n)}{side}, and works out at {have}."
    left = sum(1 for _ in look.troubles("unworked")) and look.round.worked.unworked
    why = f"{some(left, 'stitch', 'stitches')} of the round below left unworked." if left else ""
    finding = look.finding(CODE, SEVERITY, stated.span, message, why, _mends(look, wrong))
    finding.most = 2
    yield finding


def _mends(look: Look, wrong: list[tuple[Stated, int]]) -> Iterator[Fix]:
    at = look.round.line.at
    if look.round.line.first == look.round.line.last:
        edits = []
        for stated, have in wrong:
            m = re.search(r"\d+|[a-z]+", look.round.line.text[stated.span[0] : stated.span[1]], re.IGNORECASE)
            if m:
                edits.append(Edit(at + stated.span[0] + m.start(), at + stated.span[0] + m.end(), str(have)))
        yield Fix(f"State {wrong[0][1]}", tuple(edits), states=True)
    yield from _other_kind(look, wrong)
    stated = wrong[0][0]
    if stated.what.startswith("ch-") and wrong[0][1] < stated.n:
        yield from chain_edits(look, int(stated.what[3:]))
    yield from number_edits(look, 1 if wrong[0][1] < stated.n else -1)


def _other_kind(look: Look, wrong: list[tuple[Stated, int]]) -> Iterator[Fix]:
    """So many stitches in all as are stated, but some of another kind."""
    stated = wrong[0][0]
    counts = look.round.worked.counts()
    if stated.what in TERMS["us"] and not stated.per_side and look.round.worked.stitches == stated.n:
        for kind in counts:
            if kind != stated.what and kind in TERMS["us"]:
                yield from kind_edits(look, kind, stated.what)


def mismatches(look: Look) -> Iterator[tuple[Stated, int]]:
    """Stated counts of the round that differ, with what was worked."""
    r = look.round
    source = r.tree.stated
    length = r.line.last - r.line.first + 1
    series = len(source) == length > 1 and len({s.what for s in source}) == 1
    for k, s in enumerate(source):
        due = s.round if s.round is not None else r.line.first + k if series else r.line.last
        if due != r.number:
            continue
        have = counted(r.worked, s)
        if have is not None and s.n not in _beside_groups(r.worked, s.what, source):
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


def counted(done: WorkedRound, s: Stated) -> int | None:
    """What was worked where it differs from a stated count; None when it agrees or can't be told."""
    if s.what == "chains":
        return None
    if s.what == "groups":
        sizes = [sum(1 for i in g if done.made[i].counted) for g in groups(done.made)]
        many = [sum(1 for size in sizes if size >= least) for least in (2, 3, 5)]
        many.append(sum(1 for g in groups(done.made) for size in _runs(done, g) if size >= 2))
        if s.like:
            many.append(sum(f" {_kinds(done, g)} ".count(f" {s.like} ") for g in groups(done.made)))
        return None if s.n in many or not many[0] else many[0]
    if s.per_side and s.what in ("", "sts"):
        sides = done.per_side()
        fits = [x for x in sides if s.n - x in _corner_stitches(done)]
        return None if not sides or len(fits) == len(sides) else next(x for x in sides if x not in fits)
    have = _total(done, s.what)
    if s.per_side:
        n = len(done.corners)
        if not n or have % n:
            return None
        corner = sum(1 for c in done.corners if done.made[c].kind == s.what) // n
        return None if s.n in (have // n, have // n - corner, have // n + corner) else have // n
    return None if have == s.n else have


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
    if what in ("", "sts"):
        return done.stitches
    if what == "sps":
        return sum(done.spaces().values())
    if what.startswith("ch-"):
        return done.spaces().get(what, 0)
    if what == "-puff" and "puff" in done.counts():
        return done.counts()["puff"]
    if what.startswith("-"):
        made = ("cl", "tog") if what == "-cl" else (what[1:],)
        return sum(n for k, n in done.counts().items() if lookup(k).made in made)
    return done.counts().get(what, 0)
