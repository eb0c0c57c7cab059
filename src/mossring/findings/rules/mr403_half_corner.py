"""The corner that a round begins with, worked half or once too often.

A round may begin with half of a corner and finish with the other half, or begin with the whole corner. Half and
nothing at the end leaves a motif with a corner too few; the whole and half again leaves one too full.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look
from mossring.working import WorkedRound
from mossring.working.corners import groups

CODE = "MR403"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    if look.draft.shape.sides < 3 or not look.round.tree.written:
        return
    said = half_corner(look.round.worked, look.draft.shape.sides)
    if said == "never":
        message = f"{look.name} begins with half a corner and never works the other half."
        why = "Finish in the place where the round began: the missing stitches, then the corner's chain."
    elif said == "twice":
        message = f"{look.name} works the corner that it begins with once more at its end."
        why = "The corner was whole already: leave the last stitches into it out."
    else:
        return
    yield look.finding(CODE, SEVERITY, (0, 0), message, why)


def half_corner(done: WorkedRound, sides: int) -> str:
    """`never` where the first corner holds half of what the others do, `twice` where it holds half more."""
    if not done.below_corners:
        return ""
    kinds: dict[tuple[tuple[str, int], ...], int] = {}
    first: tuple[tuple[str, int], ...] | None = None
    for g in groups(done.made):
        feet = done.made[g[0]].feet
        if len(feet) != 1 or feet[0] not in done.below_corners:
            continue
        made = _without_slips([(done.made[i].kind, done.made[i].chains) for i in g])
        if 0 in g or done.made[0].feet == feet:
            first = made
        else:
            kinds[made] = kinds.get(made, 0) + 1
    usual = max(kinds, key=lambda k: kinds[k], default=None)
    if usual is None or first is None or kinds[usual] != sides - 1 or not any(k == "ch" for k, _ in usual):
        return ""
    halves = _halves(usual)
    if first in halves:
        return "never"
    return "twice" if any(first in (usual + h, h + usual) for h in halves) or len(first) > len(usual) else ""


def _without_slips(kinds: list[tuple[str, int]]) -> tuple[tuple[str, int], ...]:
    """What a corner holds, without slip stitches into it and the chains between them and it."""
    kept = [k for k in kinds if k[0] != "slst"]
    if len(kept) < len(kinds):
        while kept and kept[0][0] == "ch":
            kept = kept[1:]
        while kept and kept[-1][0] == "ch":
            kept.pop()
    return tuple(kept)


def _halves(kinds: tuple[tuple[str, int], ...]) -> list[tuple[tuple[str, int], ...]]:
    """What stands before the corner's chain and after it."""
    middle = next(i for i, (k, _) in enumerate(kinds) if k == "ch")
    return [h for h in (kinds[:middle], kinds[middle + 1 :], kinds[: middle + 1], kinds[middle:]) if h]
