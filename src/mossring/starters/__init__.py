"""Where a motif starts: a header and a first round that the next rounds can lie flat on."""

from __future__ import annotations

from mossring.stitches.terms import Dialect, term

_FIRST = {
    "square": "[3 {dc} in ring, ch 2] 4 times",
    "hexagon": "[2 {dc} in ring, ch 2] 6 times",
    "pentagon": "[2 {dc} in ring, ch 2] 5 times",
    "triangle": "[4 {dc} in ring, ch 2] 3 times",
    "octagon": "[2 {dc} in ring, ch 1] 8 times",
    "circle": "12 {dc} in ring",
    "circle to square": "12 {dc} in ring",
    "circle to hexagon": "12 {dc} in ring",
}
SHAPES = tuple(_FIRST)
"""Shapes that a new motif can begin with."""


def first_text(shape: str, dialect: Dialect, title: str) -> str:
    """A new motif's text with round 1, about twelve double crochet (US) in a magic ring: a flat centre.

    Raises KeyError for a shape that isn't in SHAPES.
    """
    first = _FIRST[shape].format(dc=term("dc", dialect).abbr)
    head = (
        f"Motif: {' '.join(title.split())}",
        f"Terms: {dialect.upper()}",
        f"Shape: {shape}",
        "Begin: magic ring",
    )
    return "\n".join((*head, f"Rnd 1: {first}")) + "\n"
