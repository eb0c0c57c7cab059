"""Yarn as a header line names it: its weight, its fibre, how much is in a ball.

The eight weights and the hooks that go with them are after the Craft Yarn Council's Standard Yarn Weight System
(from memory), each with the usual names of both dialects.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from mossring.notation.lazy import lazily


@dataclass(frozen=True, slots=True)
class Weight:
    """One weight of yarn: its names, the hook in mm that usually goes with it, and metres in 100 g of wool.

    Metres are common practice, no source: the middle of what balls are labelled with.
    """

    key: str
    names: tuple[str, ...]
    hook: float
    metres: float


WEIGHTS = (
    Weight("lace", ("lace", "laceweight", "thread", "2 ply", "1 ply"), 2.0, 800),
    Weight("super fine", ("super fine", "fingering", "sock", "baby", "4 ply", "3 ply"), 3.0, 400),
    Weight("fine", ("fine", "sport", "5 ply"), 3.5, 320),
    Weight("light", ("light", "dk", "double knitting", "light worsted", "8 ply"), 4.0, 225),
    Weight("medium", ("medium", "worsted", "aran", "afghan", "10 ply"), 5.0, 180),
    Weight("bulky", ("bulky", "chunky", "12 ply"), 6.5, 120),
    Weight("super bulky", ("super bulky", "super chunky", "roving"), 10.0, 70),
    Weight("jumbo", ("jumbo", "arm"), 15.0, 35),
)
_NAMES = sorted(((n, w) for w in WEIGHTS for n in w.names), key=lambda nw: -len(nw[0]))
_BALL = lazily(
    r"(?P<g>\d{1,5}(?:[.,]\d{1,5})?)\s{0,3}g(?:rams?|r)?\b\s{0,3}(?:=|/|,|x|per|with|of)?\s{0,3}(?P<m>\d{1,5}(?:[.,]\d{1,5})?)\s{0,3}(?P<u>m|metres?|meters?|yd|yds|yards?)\b"
    r"|(?P<m2>\d{1,5}(?:[.,]\d{1,5})?)\s{0,3}(?P<u2>m|metres?|meters?|yd|yds|yards?)\b\s{0,3}(?:=|/|,|per|in|to)?\s{0,3}(?P<g2>\d{1,5}(?:[.,]\d{1,5})?)\s{0,3}g",
    re.IGNORECASE,
)
_FIBRES = ("acrylic", "polyester", "nylon", "wool", "merino", "alpaca", "mohair", "cotton", "linen", "silk", "bamboo")


@dataclass(frozen=True, slots=True)
class Yarn:
    """What a yarn's words say: weight (None: not said), grams and metres of a ball (0: not said), fibres."""

    weight: Weight | None
    grams: float
    metres: float
    fibres: tuple[str, ...]

    @property
    def metres_a_gram(self) -> float:
        """From the ball, else as is usual for the weight, else for a medium yarn."""
        if self.grams and self.metres:
            return self.metres / self.grams
        return (self.weight or WEIGHTS[4]).metres / 100


def read_yarn(words: str) -> Yarn:
    """`medium, kelp wool, 50 g = 85 m`."""
    low = " ".join(words.lower().replace("-", " ").split())
    weight = next((w for n, w in _NAMES if n in low and re.search(rf"\b{re.escape(n)}\b", low)), None)
    m = _BALL.search(low)
    grams = metres = 0.0
    if m:
        grams = float((m["g"] or m["g2"]).replace(",", "."))
        metres = float((m["m"] or m["m2"]).replace(",", "."))
        if (m["u"] or m["u2"]).startswith("y"):
            metres *= 0.9144
    return Yarn(weight, grams, metres, tuple(f for f in _FIBRES if f in low and re.search(rf"\b{f}\b", low)))
