"""What a round comes to, in the designer's units: `24 dc, 4 ch-2 sps`, `6 clusters`."""

from __future__ import annotations

from mossring.stitches import lookup
from mossring.working import WorkedRound
from mossring.writing.phrases import Phrases

_UNITS = {"cl": "cluster", "puff": "puff", "bobble": "bobble", "pc": "popcorn"}
"""What stitches of several legs are counted as."""


def counts_of(done: WorkedRound, phrases: Phrases) -> str:
    """`24 dc, 4 ch-2 sps`."""
    made = done.counts()
    said = {k: n for k, n in made.items() if lookup(k).counted or len(made) == 1}
    clear = sum(lookup(k).made in ("cl", "tog") for k in said) < 2
    parts = [_counted(k, n, phrases) if clear else f"{n} {phrases.word(k)}" for k, n in said.items()]
    for key, n in done.spaces().items():
        phrases.use("sp")
        parts.append(f"{n} {key} sps" if n > 1 else f"{n} {key} sp")
    sides = done.per_side()
    even = f"; {sides[0]} sts on each side" if len(sides) > 2 and len(set(sides)) == 1 and sides[0] > 1 else ""
    return ", ".join(parts) + even


def _counted(kind: str, n: int, phrases: Phrases) -> str:
    """`24 dc`, `12 bells`, `6 clusters`, `8 puffs`: so many, in the designer's own unit where there is one."""
    stitch = lookup(kind)
    alone = [(items[0], name) for items, name in phrases.names.items() if len(items) == 1]
    own = {name for item, name in alone if (item.kind, item.n) == (kind, 1) and stitch.made}
    unit = own.pop() if len(own) == 1 else _UNITS.get(stitch.made, "picot" if kind == "picot" else "")
    if not unit:
        return f"{n} {phrases.word(kind)}"
    phrases.word(kind)
    return f"{n} {unit}" + ("s" if n > 1 and _takes_plural(unit) else "")


def _takes_plural(name: str) -> bool:
    return len(name) > 1 and name[-1].islower() and name[-1] != "s"
