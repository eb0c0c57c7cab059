"""Every stitch once: its key, how high and wide it stands, what starts a round in its place.

Keys are US abbreviations whatever dialect a text is in. Heights and widths are in stitch widths
(the width of one stitch along the edge = 1). The heights of sc, hdc, dc and tr follow from the
circles that lie flat in common practice (6, 8, 12 and 16-17 a round: height = increase / 2 pi);
those of sl st, htr and dtr are common practice, no source. Stitches made of others have keys made of
theirs: `dc3-cl`, `dc5-pc`, `dc5-bobble`, `hdc3-puff`, `sc2tog`, `fpdc`, `fpdc2tog`, `fsc`, `esc`.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from functools import cache, lru_cache
from typing import Literal

CHAIN_WIDTH = 0.6
"""What one chain along an edge measures, in stitch widths, when it is not slack (common practice, no source)."""
POST_HEIGHT = 0.9
"""A post stitch stands about a tenth lower than its plain form (common practice, no source)."""
THIRD_LOOP_HEIGHT = 0.75
"""A stitch into the third loop stands lower: hdc so worked lie flat at 6 a round (common practice, no source)."""
EXTENDED = 0.32
"""How much taller a stitch is that is extended by a loop: an extended sc stands like an hdc (common practice, no
source)."""

Making = Literal["", "cl", "pc", "bobble", "puff", "tog", "post", "foundation", "extended"]


@dataclass(frozen=True, slots=True)
class Stitch:
    """One kind of stitch.

    height, width: in stitch widths. chains: the starting chains that stand in for it, tallest
    habit first (empty: none ever counts as this stitch). counted: whether a stitch count includes it.
    made: how it is made of others, of which base stitch and of how many legs. linked: its legs reach on from the one
    before, so that they never stand in one place.
    """

    key: str
    height: float
    width: float = 1.0
    chains: tuple[int, ...] = ()
    yarn_overs: int = 0
    counted: bool = True
    made: Making = ""
    base: str = ""
    legs: int = 1
    front: bool = True
    linked: bool = False


STITCHES: dict[str, Stitch] = {
    s.key: s
    for s in (
        Stitch("ch", 0.0, CHAIN_WIDTH, counted=False),
        Stitch("slst", 0.25, counted=False),
        Stitch("picot", 0.0, 0.0, counted=False),
        Stitch("sc", 0.95),
        Stitch("revsc", 0.6),
        Stitch("hdc", 1.27, chains=(2,), yarn_overs=1),
        Stitch("dc", 1.91, chains=(3, 2), yarn_overs=1),
        Stitch("htr", 2.28, chains=(3,), yarn_overs=2),
        Stitch("tr", 2.65, chains=(4,), yarn_overs=2),
        Stitch("dtr", 3.4, chains=(5,), yarn_overs=3),
        Stitch("fch", 0.0, 1.0),
        Stitch("end", 0.0, 1.0),
        Stitch("puff", 1.27, 1.15, yarn_overs=1, made="puff", base="hdc", legs=3),
        Stitch("star", 1.5, 2.0, made="tog", base="hdc", legs=2, linked=True),
    )
}
"""The stitches that are made of no others; `fch` is a chain of a foundation and `end` a row end, to work into. A star
is of loops drawn up along the one before it and in the next two stitches, closed by a chain, its eye; it stands as high
as an hdc and a little (common practice, no source)."""

_MANY = re.compile(r"((?:fp|bp)?(?:sc|hdc|dc|htr|tr|dtr))(\d+)(-cl|-pc|-bobble|-puff|tog)")
_ON = re.compile(r"(fp|bp|f|e)(sc|hdc|dc|htr|tr|dtr)")
_WIDTHS = {"cl": 1.15, "pc": 1.3, "bobble": 1.15, "puff": 1.15, "tog": 1.0}
MOST_LEGS = 12


@cache
def lookup(key: str) -> Stitch:
    """The stitch of a key. Raises KeyError for a key that no stitch has."""
    found = STITCHES.get(key)
    if found:
        return found
    if m := _MANY.fullmatch(key):
        making: Making = m[3].removeprefix("-")  # type: ignore[assignment]
        legs = int(m[2])
        if not 2 <= legs <= MOST_LEGS:
            raise KeyError(key)
        base = lookup(m[1])
        if base.made and making not in ("cl", "tog"):
            raise KeyError(key)
        return replace(base, key=key, width=_WIDTHS[making], chains=(), made=making, base=base.key, legs=legs)
    if m := _ON.fullmatch(key):
        base = STITCHES[m[2]]
        if m[1] == "f":
            return replace(base, key=key, chains=(), made="foundation", base=base.key)
        if m[1] == "e":
            return replace(base, key=key, height=base.height + EXTENDED, chains=(), made="extended", base=base.key)
        height = base.height * POST_HEIGHT
        return replace(base, key=key, height=height, chains=(), made="post", base=base.key, front=m[1] == "fp")
    raise KeyError(key)


@lru_cache(maxsize=4096)
def is_stitch(key: str) -> bool:
    """Whether a key is that of a stitch (`dc`, `dc3-cl`) and not of a space (`ch-2`) or a count of something."""
    try:
        lookup(key)
    except KeyError:
        return False
    return True


@lru_cache(maxsize=4096)
def composed(making: Making, base: str, legs: int, front: bool = True) -> str:
    """The key of a stitch made of others: `composed("cl", "dc", 3)` is `dc3-cl`."""
    if making == "post":
        return ("fp" if front else "bp") + base
    if making in ("foundation", "extended"):
        return making[0] + base
    return f"{base}{legs}tog" if making == "tog" else f"{base}{legs}-{making}"
