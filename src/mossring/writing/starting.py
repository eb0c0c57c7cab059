"""How a written round begins and ends: on chains, standing, at once, closed by a slip stitch or a stitch of its own."""

from __future__ import annotations

from collections.abc import Sequence

from mossring.stitches import lookup
from mossring.styles import CHAINLESS, Style
from mossring.working import WorkedRound
from mossring.writing.script import Script
from mossring.writing.walk import Item, Place


def cast_on(script: Script, style: Style) -> tuple[int, bool]:
    """Chains of a foundation that only turn, and whether they count as the first stitch."""
    first = script.first[0]
    chains = style.chains_for(first.kind) if style.counts and not first.part else None
    alone = len(script.first) == 1 and first.n == 1
    goes_on = bool(script.steps) and script.steps[0].place == Place("ch")
    if chains is None or not alone or not goes_on:
        return style.loose_chains(first.kind), False
    return chains, True


def how_begun(script: Script, style: Style, joins: bool) -> str:
    """How a round's first stitch is made: on a `foundation`, as a beginning `cluster`, `standing` (where a yarn comes
    anew), `chainless`, with no chain (`none`), or behind a `chain`."""
    first, at = script.first[0], script.first_place
    if script.cast and at.kind == "ch":
        return "foundation"
    if lookup(first.kind).made == "cl" and not first.part and at.kind != "legs":
        return "cluster"
    if style.start == "standing" and joins and _plain_start(script) and script.direct:
        return "standing"
    if style.start == "chainless" and _plain_start(script) and first.kind in CHAINLESS:
        return "chainless"
    return "none" if style.start == "none" else "chain"


def start_of(script: Script, style: Style) -> tuple[int, bool, int]:
    """The chains a round begins with, whether they stand for its first stitch, and those behind it that are made with
    them (`ch 5 (counts as dc and ch 2)`)."""
    kind = script.first[0].kind
    chains = style.chains_for(kind) if style.counts and _plain_start(script) else None
    if chains is None:
        return style.loose_chains(kind), False, 0
    rest = less_one(script.first)
    if rest:
        return chains, True, rest[0].n if rest[0].kind == "ch" else 0
    then = script.steps[0] if script.steps else None
    return chains, True, then.items[0].n if then and then.place is None and then.items[0].kind == "ch" else 0


def _plain_start(script: Script) -> bool:
    """Whether a chain may stand for a round's first stitch."""
    at = script.first_place
    return not script.first[0].part and not script.start_part and not at.part and at.kind != "legs"


def cluster_chains(base: str, style: Style) -> int:
    """The chains before a beginning cluster: as its words have it, else one less than its legs would stand on."""
    if style.exact and style.start == "chain" and style.counts and style.start_chains:
        return style.start_chains
    usual = lookup(base).chains
    return max(1, (usual[0] if usual else 1) - 1)


def begins_at_once(script: Script, style: Style, joins: bool, goes_on: bool) -> bool:
    """Whether the round begins with its first stitch, without a chain: where the hook is, or in a space ahead where it
    goes on from a round that isn't joined. joins: another yarn begins it."""
    at = script.first_place.kind
    here = not script.cast and ((at in ("ring", "st") and not script.reach) or (at == "sp" and goes_on))
    return style.start == "none" and here and not (joins and script.anew)


def may_spiral(script: Script, done: WorkedRound) -> bool:
    """A round may go on from the one below without a join where it begins in the next stitch or the ring."""
    begins = script.first_place.kind in ("ring", "st") and not script.reach and not script.cast
    return begins and done.closed and not done.line and not done.turned and not script.onto and not script.part


def closing_stitch(space: int, style: Style) -> tuple[str, int]:
    """The stitch that closes a round amid a space of so many chains, and the chains that lead up to it."""
    stitch, tall = {1: ("sc", 1), 2: ("sc", 1), 3: ("hdc", 2)}.get(space, ("dc", 3))
    return style.closer if style.closer[0] else (stitch, space - tall)


def less_one(items: Sequence[Item]) -> list[Item]:
    """The items of the first place without its first stitch."""
    first = items[0]
    return [first._replace(n=first.n - 1), *items[1:]] if first.n > 1 else list(items[1:])
