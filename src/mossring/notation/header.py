"""What a header says of the whole: the shape a motif is to become, and how it begins."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

from mossring.notation.lazy import lazily
from mossring.notation.pasted import COUNT
from mossring.notation.tree import Span
from mossring.notation.words import NUMBERS
from mossring.stitches.terms import TERMS, Dialect

MAX_FOUNDATION = 2000
"""Chains of a foundation: ten metres of medium yarn, wider than anything worked in one piece."""
POLYGONS = {
    "triangle": 3,
    "square": 4,
    "pentagon": 5,
    "hexagon": 6,
    "heptagon": 7,
    "octagon": 8,
    "nonagon": 9,
}
"""Polygons by name, with their sides."""
SHAPES = POLYGONS | {"rectangle": 4, "half square": 1, "half hexagon": 2, "oval": 0, "piece in rows": 0}
"""Shapes by name, with their sides; of a half one, worked in rows, with its corners. An oval is an oblong with round
ends."""


@dataclass(frozen=True, slots=True)
class Shape:
    """What a motif is to become. sides: 0 for a circle, oval, piece in rows; squares_off: it begins as a circle."""

    name: str
    sides: int
    squares_off: bool = False


@dataclass(frozen=True, slots=True)
class Begin:
    """The centre. kind: magic ring, a chain ring of n, all of round 1 in one chain (the 2nd of n), or a
    foundation of n chains or, where `stitch` is one, of n such foundation stitches. start: so many chains are said
    to come next, which round 1 begins with."""

    kind: Literal["magic ring", "ring", "one chain", "foundation"] = "magic ring"
    chains: int = 0
    span: Span = (0, 0)
    stitch: str = ""
    start: int = 0


def read_shape(value: str) -> Shape | None:
    """`square`, `circle to hexagon`, `9-gon`; None for anything else."""
    v = " ".join(value.lower().replace("-", " ").split())
    if v in ("circle", "round", "spiral"):
        return Shape("circle", 0)
    v = "piece in rows" if v in ("rows", "in rows") else v
    if v in SHAPES:
        return Shape(v, SHAPES[v])
    if m := re.fullmatch(r"circle to (?:an? )?(.+)", v):
        inner = read_shape(m[1])
        return Shape(f"circle to {inner.name}", inner.sides, True) if inner and inner.sides >= 3 else None
    if m := re.fullmatch(r"(\d{1,2}) ?(?:gon|sided|sides)", v):
        n = int(m[1])
        return Shape(f"{n}-gon", n) if 3 <= n <= 24 else None
    return None


_STARTED = lazily(
    r"\b(?:ring|circle|loop|join|mr|ss|sl st)\b[\s,;.]+(?:and |then )?(?:ch(?:ain)?[ -]?([1-6])|([1-6]) ?ch)\W*$"
)
"""`magic ring and ch 3`: the chains that round 1 begins with."""


def read_begin(value: str, span: Span = (0, 0), dialect: Dialect | None = None) -> Begin | None:
    """`magic ring`; `ch 4, join with sl st to form ring`; `ch 2` (all of round 1 in the 2nd chain from the hook);
    `ch 24` (a foundation chain); `31 fsc` (foundation stitches, in US terms unless the dialect says otherwise)."""
    v = " ".join(value.lower().split())
    start = int(m[1] or m[2]) if (m := _STARTED.search(v)) else 0
    if re.search(r"\b(magic|adjustable|sliding)\b", v):
        return Begin("magic ring", 0, span, start=start)
    if m := re.fullmatch(r"(\d{1,4}) (?:(?:foundation )?(sc|hdc|dc|tr|htr)|f(sc|hdc|dc|tr|htr))s?", v):
        key = TERMS[dialect or "us"]
        stitch = next((k for k, t in key.items() if t.abbr == (m[2] or m[3])), "sc")
        return Begin("foundation", int(m[1]), span, f"f{stitch}") if int(m[1]) <= MAX_FOUNDATION else None
    m = re.search(rf"\b(?:ch(?:ain(?:ing)?)?s?[ -]?(?:of )?({COUNT})|({COUNT}) ?ch(?:ain)?s?)\b", v)
    if not m:
        return Begin("magic ring", 0, span) if v in ("ring", "") else None
    said = m[1] or m[2]
    n = int(said) if said.isdigit() else sum(NUMBERS[w] for w in re.split("[ -]", said))
    if more := re.match(r"\W*(?:\+|plus|and|then) ?(\d{1,2})\b", v[m.end() :]):  # `16 ch + 1`, to turn with
        n += int(more[1])
    if re.search(r"\b(ring|join|ss|sl st|slip)\b", v):
        return Begin("ring", n, span, start=start) if 2 <= n <= 60 else None
    if n <= 4 and not re.search(r"\bfoundation\b", v):
        return Begin("one chain", n, span) if n >= 1 else None
    return Begin("foundation", n, span) if n <= MAX_FOUNDATION else None
