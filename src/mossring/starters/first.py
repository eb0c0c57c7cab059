"""Where a motif starts: a header and a first round that the next rounds can lie flat on."""

from __future__ import annotations

from mossring.stitches.terms import Dialect, term

_SIDES = {"square": 4, "hexagon": 6, "pentagon": 5, "triangle": 3, "octagon": 8}
_RING = {"sc": 6, "hdc": 8, "dc": 12, "tr": 16}
"""Stitches of a first round that lies flat (common practice, no source)."""
SHAPES = (
    *_SIDES,
    "circle",
    "circle to square",
    "circle to hexagon",
    "circle to pentagon",
    "circle to octagon",
    "rectangle",
    "half square",
    "half hexagon",
    "oval",
)
"""Shapes that a new motif can begin with."""
STITCHES = tuple(_RING)
BEGINS = {"magic ring": "magic ring", "chain ring": "ch 4, join with {slst} to form ring", "one chain": "ch 2"}
"""Centres to begin with, and how each is written."""
OBLONG_CHAINS = 12


def first_text(
    shape: str, dialect: Dialect, title: str, stitch: str = "dc", begin: str = "magic ring", chains: int = OBLONG_CHAINS
) -> str:
    """A new motif's text with round 1, as many stitches as lie flat; chains: the foundation of a rectangle or an oval.

    Raises KeyError for a shape, stitch or centre that isn't in SHAPES, STITCHES or BEGINS.
    """
    if shape not in SHAPES:
        raise KeyError(shape)
    x = term(stitch, dialect).abbr
    centre = BEGINS[begin].format(slst=term("slst", dialect).abbr)
    line = _first_line(shape, x, _RING[stitch])
    if shape in ("rectangle", "oval"):
        centre = f"ch {chains} (foundation)"
    word = "Row" if shape.startswith("half ") else "Rnd"
    head = (
        f"Motif: {' '.join(title.split())}",
        f"Terms: {dialect.upper()}",
        f"Shape: {shape}",
        f"Begin: {centre}",
    )
    return "\n".join((*head, f"{word} 1: {line}")) + "\n"


def _first_line(shape: str, x: str, ring: int) -> str:
    if shape == "rectangle":
        return f"[(2 {x}, ch 2, {x}, ch 2, 2 {x}) in corner, {x} in each ch to corner] twice"
    if shape == "half square":
        return f"{x} in ring, ch 1, 3 {x} in ring, ch 2, 3 {x} in ring, ch 1, {x} in ring"
    if shape == "half hexagon":
        many = round(ring / 6)
        end, side = f"{many + 1} {x} in ring", f"{many} {x} in ring" if many > 1 else f"{x} in ring"
        return f"{end}, ch 2, {side}, ch 2, {end}"
    if shape == "oval":
        return f"[{ring // 2} {x} in corner, {x} in each ch to corner] twice"
    sides = _SIDES.get(shape, 0)
    if not sides:
        return f"{ring} {x} in ring"
    chain = 1 if sides == 8 else 2
    return f"[{max(1, round(ring / sides))} {x} in ring, ch {chain}] {sides} times"
