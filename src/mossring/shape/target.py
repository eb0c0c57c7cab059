"""From a finished size back to rounds and hook, and what blocking may do."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from mossring.notation.header import Shape
from mossring.shape.gauge import Gauge
from mossring.shape.ledger import Entry
from mossring.shape.size import size_of

BLOCKED = 0.03
"""What a motif grows when it is pinned out damp, give or take as much (common practice, no source)."""
UNSURE, SURE = 0.12, 0.03
"""How far a size may be out: by a usual gauge, and by one that was measured (common practice, no source)."""
STRETCH_SOLID, STRETCH_OPEN = 0.05, 0.12
"""How far fabric of stitches in stitches, and of stitches in spaces, can safely be stretched in blocking."""


@dataclass(frozen=True, slots=True)
class Range:
    """A length in mm and how far it may be out either way."""

    mm: float
    out: float


def sizes(mm: float, measured: bool, scatter: float = 0.0) -> tuple[Range, Range]:
    """A size before and after blocking. scatter: of the samples about the fit, where there are any."""
    share = max(SURE, scatter) if measured else UNSURE
    return Range(mm, mm * share), Range(mm * (1 + BLOCKED), mm * (share**2 + BLOCKED**2) ** 0.5)


@dataclass(frozen=True, slots=True)
class Plan:
    """How to come to a wanted size. rounds: as many, giving mm; hook: what to try with the rounds there are (0: no
    hook will do); change: which round to repeat or to leave out; caution: what blocking would have to do."""

    rounds: int
    mm: float
    hook: float
    change: str
    caution: str


def plan(wanted: float, entries: Sequence[Entry], shape: Shape, gauge: Gauge, hook: float) -> Plan | None:
    """The plan for a motif `wanted` mm across; None before there is a round. Past the rounds that there are, each
    further one is taken to be like the last."""
    across = [s.side_to_side for e in entries if (s := size_of(e, shape, gauge))]
    if not across or wanted <= 0:
        return None
    have = across[-1]
    step = across[-1] - across[-2] if len(across) > 1 else across[-1]
    while across[-1] < wanted and step > 0 and len(across) < len(entries) + 400:
        across.append(across[-1] + step)
    best = min(range(len(across)), key=lambda k: abs(across[k] - wanted))
    n, now = best + 1, len(entries)
    if n > now:
        more = n - now
        change = f"Repeat the last round {more} more time{'s' if more > 1 else ''}, growing as it does."
    elif n < now:
        change = f"Leave out the last {now - n} rounds." if now - n > 1 else "Leave out the last round."
    else:
        change = "The rounds there are come nearest."
    tried = round(hook * wanted / have * 4) / 4
    near = 0.75 * hook <= tried <= 1.34 * hook
    return Plan(
        n, across[best], tried if near else 0.0, change, stretch_caution(wanted / across[best] - 1, entries[-1])
    )


def stretch_caution(stretch: float, entry: Entry) -> str:
    """A word where blocking would have to stretch the fabric past what is safe for it; `` where not."""
    safe = STRETCH_SOLID + (STRETCH_OPEN - STRETCH_SOLID) * entry.openness
    if stretch <= safe:
        return ""
    return (
        f"Blocking would have to stretch it by {stretch:.0%}; this fabric safely gives {safe:.0%}, "
        "and strained yarn breaks."
    )


def heat_caution(fibres: Sequence[str]) -> str:
    """How a yarn of these fibres must not be blocked; `` where nothing is known against it."""
    made = [f for f in fibres if f in ("acrylic", "polyester", "nylon")]
    if made:
        return (
            f"No steam and no hot iron on {made[0]}: heat melts it for good. "
            "Block it damp and cold; the ball band has the last word."
        )
    if any(f in ("wool", "merino", "alpaca", "mohair") for f in fibres):
        return "Wool felts in hot water and by rubbing: soak it cool, press it out; the ball band has the last word."
    return ""
