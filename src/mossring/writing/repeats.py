"""Finding what repeats in a row of steps, so that it is written once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

from mossring.writing.steps import Step

T = TypeVar("T")

LONGEST = 64
"""Steps in one repeat: a side with more than 64 different steps is written out."""


@dataclass(frozen=True, slots=True)
class Again(Generic[T]):
    """The body, `times` times in all."""

    body: tuple[T | Again[T], ...]
    times: int


def fold(steps: Sequence[T], longest: int = LONGEST) -> list[T | Again[T]]:
    """The steps with adjoining repetitions folded, those that save most first at each point."""
    if len(steps) > 2000:
        longest = min(longest, 12)
    out: list[T | Again[T]] = []
    i = 0
    while i < len(steps):
        period, times = _best(steps, i, longest)
        if times < 2:
            out.append(steps[i])
            i += 1
            continue
        out.append(Again(tuple(fold(steps[i : i + period], period // 2)), times))
        i += period * times
    return out


def _best(steps: Sequence[T], i: int, longest: int) -> tuple[int, int]:
    """Period and number of repetitions, from step i on, that leave the fewest steps to write."""
    best = (1, 1)
    saved = 0
    left = len(steps) - i
    for q in range(1, min(longest, left // 2) + 1):
        if steps[i] != steps[i + q]:
            continue
        n = 1
        while i + (n + 1) * q <= len(steps) and steps[i + n * q : i + (n + 1) * q] == steps[i : i + q]:
            n += 1
        if n > 1 and q * (n - 1) > saved:
            best, saved = (q, n), q * (n - 1)
    return best


def unit_of(steps: Sequence[Step]) -> int:
    """How many steps make the smallest whole of which the round is several, the first step of the round being as it may
    but for what is passed before it; 0 where it isn't."""
    n = len(steps)
    for q in range(1, min(n // 2, LONGEST) + 1):
        if n % q or not _alike(steps[0], steps[q]):
            continue
        if steps[1:q] == steps[q + 1 : 2 * q] and all(steps[k] == steps[k + q] for k in range(q, n - q)):
            return q
    return 0


def _alike(first: Step, other: Step) -> bool:
    """Whether the first step of a round is as another, which may have to pass something first."""
    if first.place is None or other.place is None or first.place.kind == "legs":
        return first == other
    return first == other._replace(place=other.place._replace(skips=first.place.skips))


def width(a: Again[Step]) -> int:
    return a.times * sum(width(b) if isinstance(b, Again) else 1 for b in a.body)
