"""What becomes of each yarn between rounds: fastened off and joined anew, drawn through at the join, or carried."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from mossring.styles import Style
from mossring.working import WorkedRound

CARRIED = 2
"""Rounds in other yarns over which a yarn is carried at most: over more it is cut (common practice, no source)."""


class Change(NamedTuple):
    """What a round does with its yarns. first: the one it begins with; joins: that one is joined anew (else it is at
    hand); begins: it is another than the round below ended with. ends: the yarn whose use ends with the round (``: it
    goes on); kept: that one is carried on to a later round. then: the yarn that is drawn through at the join."""

    first: str
    joins: bool = False
    begins: bool = False
    ends: str = ""
    kept: bool = False
    then: str = ""


def changes(rounds: Sequence[WorkedRound], style: Style) -> list[Change]:
    """What each round does with its yarns, in a style."""
    out: list[Change] = []
    lying: set[str] = set()  # carried, or parked on their loops
    before = ""
    for k, done in enumerate(rounds):
        first, last = _ends_of(done)
        begins = bool(before) and first != before
        joins = begins and first not in lying and not (k and _drawn_through(rounds[k - 1], done, style))
        parked = {a.yarn for a in done.acts if a.what == "park"}
        lying = (lying | parked) - {first}
        then = rounds[k + 1] if k + 1 < len(rounds) else None
        following = _ends_of(then)[0] if then else ""
        ends = last if following != last and last not in parked else ""
        through = following if ends and then and _drawn_through(done, then, style) else ""
        kept = bool(ends) and style.colour == "carried" and last in _used_soon(rounds, k)
        if kept:
            lying.add(last)
        out.append(Change(first, joins, begins, ends, kept, through))
        before = last
    return out


def ends_to_weave(told: Sequence[Change]) -> int:
    """How many ends of yarn the piece has: two for each piece of yarn that is used."""
    lying: set[str] = set()
    pieces = 0
    for k, change in enumerate(told):
        if k == 0 or (change.begins and change.first not in lying):
            pieces += 1
        lying = (lying - {change.first}) | ({change.ends} if change.kept else set())
    return 2 * pieces


def _drawn_through(done: WorkedRound, then: WorkedRound, style: Style) -> bool:
    """Whether the last loop of a round is drawn through in the yarn of the next, so that this is at hand."""
    lies_on = done.surface or then.surface or any(a.what in ("park", "pick up") for a in (*done.acts, *then.acts))
    return style.colour != "fasten off" and not lies_on


def _used_soon(rounds: Sequence[WorkedRound], k: int) -> set[str]:
    """The yarns of the rounds up to which one is carried from round k on."""
    return {_ends_of(r)[0] for r in rounds[k + 2 : k + 2 + CARRIED]}


def _ends_of(done: WorkedRound) -> tuple[str, str]:
    """The yarns of a round's first stitch and its last."""
    return (done.made[0].yarn, done.made[-1].yarn) if done.made else (done.yarn, done.yarn)
