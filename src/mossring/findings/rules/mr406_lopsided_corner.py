"""Corners with more stitches on one side of the chain than on the other.

A corner such as (4 dc, ch 2, 3 dc), alike all round, makes every side of the motif lean the same way. Where other
rounds have even corners and none has this one, a number may have slipped; it is also a half step between two even
corners, and a pinwheel keeps it from round to round.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.draft import DraftRound
from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look
from mossring.findings.nudge import corner_edits, lopsided
from mossring.working import WorkedRound

CODE = "MR406"
SEVERITY: Severity = "hint"


def in_motif(look: Look) -> Iterator[Finding]:
    if look.draft.shape.sides < 3:
        return
    if not look.round.kept("lopsided", lambda: lopsided(look.round.tree.body)):
        return
    leaning = _halves_of(look.round)
    if leaning is None or leaning[0] == leaning[1]:
        return
    others = [_halves_of(r) for k, r in enumerate(look.draft.rounds) if k != look.index]
    if leaning in others or leaning[::-1] in others or not any(h and h[0] == h[1] for h in others):
        return
    a, b = leaning
    message = f"Every corner of {look.name.lower()} has {a} before its chain and {b} behind it."
    why = "So all sides lean one way, and no other round does so."
    yield look.finding(
        CODE,
        SEVERITY,
        (0, 0),
        message,
        why,
        corner_edits(look, sorted(((a, a), (b, b)), key=lambda even: even not in others)),
    )


def _halves_of(r: DraftRound) -> tuple[int, int] | None:
    return r.kept("halves", lambda: halves(r.worked))


def halves(done: WorkedRound) -> tuple[int, int] | None:
    """How many stitches of one kind stand in a corner's place before and behind its chain; None where the corners are
    not such places, or not alike."""
    found: set[tuple[int, int]] = set()
    for c in done.corners:
        before, kinds = _run(done, c, -1)
        behind, more = _run(done, c, 1)
        if done.made[c].kind != "ch" or not before or not behind or len(kinds | more) != 1:
            return None
        found.add((before, behind))
    return found.pop() if len(found) == 1 else None


def _run(done: WorkedRound, c: int, step: int) -> tuple[int, set[str]]:
    """Stitches beside a corner's chain that stand in the place of the nearest, and their kinds."""
    n = len(done.made)
    feet = done.made[(c + step) % n].feet
    k, kinds = 0, set()
    while k < n and feet and (m := done.made[(c + step * (k + 1)) % n]).feet == feet:
        kinds.add(m.kind)
        k += 1
    return k, kinds
