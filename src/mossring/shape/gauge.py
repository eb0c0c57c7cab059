"""Gauge: how wide a stitch is in mm and how high each kind stands, from whatever ways it was measured in.

A `Gauge:` line may hold several measurements, apart by semicolons: `14 dc x 7.5 rounds = 10 cm`,
`7 rows of sc = 4 in`, `1 round of hdc = 9 mm`, `circle of 6 rounds of dc = 16 cm`, `side after 5 rounds = 13 cm`. What
was measured counts; the rest stands in the usual proportions to it. Without any, width follows yarn weight and hook.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from math import exp, log
from typing import Literal

from mossring.notation.lazy import lazily
from mossring.notation.parts import Document
from mossring.shape.hooks import hook_mm
from mossring.shape.weights import read_yarn
from mossring.stitches.table import THIRD_LOOP_HEIGHT, lookup
from mossring.stitches.terms import Dialect, spellings, term
from mossring.working.fabric import WorkedRound

DEFAULT_WIDTH_MM = 7.25
"""One dc on a 5 mm hook in medium yarn: a round of dc adds 12-15 mm to the radius (common practice, no source)."""
DEFAULT_HOOK_MM = 5.0
WIDTHS = {"sc": 0.86, "revsc": 0.86, "slst": 0.86, "hdc": 0.95}
"""How wide a stitch stands to a dc in the same yarn and hand, where it is narrower: 16 to 17 sc to 10 cm where 14 dc
are (medium yarn, 5 mm; common practice, no source)."""
BY_HOOK = 0.85
"""By what power of the hook's size stitches widen in one yarn: five rounds of a granny in medium yarn measure 12.5 cm
on 5 mm and 15.5 on 6 (a power of 1.1), the yarn itself stays as thick (common practice, no source)."""
SPACE_HEIGHT = 0.9
"""A stitch into a space stands about a tenth lower than one into a stitch (common practice, no source)."""
START_MM = 0.1

LENGTH = r"(?P<len>\d{1,5}(?:[.,]\d{1,5})?)\s{0,3}(?P<unit>cm|mm|in(?:ch(?:es)?)?|\")"
_STITCHES = r"(?P<n>\d{1,5}(?:[.,]\d{1,5})?)\s{0,3}(?P<st>[a-z ]{0,30}?)\s{0,3}(?:sts?|stitches)?"
_ROWS = r"(?P<m>\d{1,5}(?:[.,]\d{1,5})?)\s{0,3}(?:rounds?|rnds?|rows?)"
_BOTH = lazily(_STITCHES + r"\s{0,3}(?:x|×|by|and|,)\s{0,3}" + _ROWS + r"\s{0,3}(?:=|to|in|over)\s{0,3}" + LENGTH, re.I)
_SOME_ROWS = lazily(
    _ROWS + r"\s{0,3}(?:of|in)?\s{0,3}(?P<st>[a-z ]{1,30}?)\s{0,3}(?:=|to|over|is|are)\s{0,3}" + LENGTH, re.I
)
_CIRCLE = lazily(
    r"circle\s{0,3}(?:of|after)?\s{0,3}"
    + _ROWS
    + r"\s{0,3}(?:(?:of|in)\s{0,3}(?P<st>[a-z ]{1,30}?))?\s{0,3}(?:=|is)\s{0,3}"
    + LENGTH,
    re.I,
)
_SIDE = lazily(
    r"(?:(?P<what>side|across|diameter|motif)\s{0,3}(?:after|of|at)?\s{0,3})(?:"
    + _ROWS
    + r")?\s{0,3}(?:=|is)\s{0,3}"
    + LENGTH,
    re.I,
)
_ONLY_STITCHES = lazily(_STITCHES + r"\s{0,3}(?:=|to|in|over)\s{0,3}" + LENGTH, re.I)
_MM = {"cm": 10.0, "mm": 1.0}

How = Literal["stitches", "rows", "circle", "across"]


@dataclass(frozen=True, slots=True)
class Measurement:
    """One thing measured: n stitches or rounds of a kind (`` where none is named), and their length in mm."""

    how: How
    n: float
    kind: str
    mm: float


@dataclass(frozen=True, slots=True)
class Gauge:
    """width_mm: one stitch along the edge. tall: factor on every default height that was not measured itself.

    heights: measured ones, in stitch widths, by kind. measured: from the designer. known: what was measured, by name:
    `width`, and the kinds whose height was.
    """

    width_mm: float = DEFAULT_WIDTH_MM
    tall: float = 1.0
    measured: bool = False
    heights: tuple[tuple[str, float], ...] = ()
    known: frozenset[str] = frozenset()

    def height(self, kind: str, part: str = "") -> float:
        """Height of a stitch kind, in stitch widths; worked into the third loop it lies lower."""
        lower = THIRD_LOOP_HEIGHT if part == "third" else 1.0
        own = next((h for k, h in self.heights if k == kind), None)
        return (lookup(kind).height * self.tall if own is None else own) * lower


def read_gauge(doc: Document, dialect: Dialect) -> Gauge:
    """From the `Gauge:` line; else from yarn weight and hook; else the default."""
    base = default_gauge(doc)
    found = list(measurements(doc.value("Gauge") or doc.value("Tension"), dialect))
    return solved(base, found) if found else base


def gauge_words(gauge: Gauge, dialect: Dialect) -> str:
    """A gauge as a gauge line says it, by its dc: `14.1 dc x 7.4 rounds = 10 cm`."""
    width, height = gauge.width_mm, gauge.height("dc") * gauge.width_mm
    return f"{100 / width:.2f} {term('dc', dialect).abbr} x {100 / height:.2f} rounds = 10 cm"


def default_gauge(doc: Document) -> Gauge:
    """Width of a dc by the yarn's weight, as with the hook that is usual for it, and by the hook."""
    yarn = read_yarn(" ".join([*doc.yarns.values(), doc.value("Yarn")]))
    usual = yarn.weight.hook if yarn.weight else None
    hook = hook_mm(doc.value("Hook")) or usual or DEFAULT_HOOK_MM
    usual = usual or hook
    return Gauge(DEFAULT_WIDTH_MM * usual / DEFAULT_HOOK_MM * (hook / usual) ** BY_HOOK)


def of_stitches(gauge: Gauge, rounds: Sequence[WorkedRound]) -> Gauge:
    """A gauge that was never measured, for the stitches of a piece: low ones are narrower than a dc."""
    kinds = Counter[str]()
    for r in rounds:
        kinds.update(r.counts())
    many = sum(kinds.values())
    if gauge.measured or not many:
        return gauge
    share = sum(n * WIDTHS.get(lookup(kind).base or kind, 1.0) for kind, n in kinds.items()) / many
    return replace(gauge, width_mm=gauge.width_mm * share)


def measurements(text: str, dialect: Dialect) -> Iterator[Measurement]:
    """What a gauge line says was measured; parts that say nothing of the kind are passed over."""
    for part in re.split(r";|\.\s", text):
        if m := _CIRCLE.search(part):
            yield Measurement("circle", _number(m["m"]), _kind(m["st"], dialect) or "dc", millimetres(m))
        elif m := _SIDE.search(part):
            yield Measurement("across", _number(m["m"] or "0"), "", millimetres(m))
        elif m := _BOTH.search(part):
            kind = _kind(m["st"], dialect) or "dc"
            if _number(m["n"]) and _number(m["m"]):
                yield Measurement("stitches", _number(m["n"]), kind, millimetres(m))
                yield Measurement("rows", _number(m["m"]), kind, millimetres(m))
        elif (m := _SOME_ROWS.search(part)) and _kind(m["st"], dialect):
            yield Measurement("rows", _number(m["m"]), _kind(m["st"], dialect), millimetres(m))
        elif (m := _ONLY_STITCHES.search(part)) and _kind(m["st"], dialect):
            yield Measurement("stitches", _number(m["n"]), _kind(m["st"], dialect), millimetres(m))


def solved(base: Gauge, found: list[Measurement]) -> Gauge:
    """The gauge that goes with what was measured: width, then heights, the rest in proportion (mean of logarithms)."""
    good = [m for m in found if m.mm > 0 and (m.n > 0 or m.how == "across")]
    widths = [m.mm / m.n for m in good if m.how == "stitches"]
    rows = {m.kind: m.mm / m.n for m in good if m.how == "rows" and lookup(m.kind).height > 0}
    circles = [m for m in good if m.how == "circle" and lookup(m.kind).height > 0]
    if not widths and not rows and not circles:
        return base
    per_height = [mm / lookup(k).height for k, mm in rows.items()]
    per_height += [m.mm / 2 / (m.n * lookup(m.kind).height + START_MM) for m in circles]
    if widths:
        width = _mean(widths)
        tall = _mean(per_height) / width if per_height else base.tall
    else:  # heights alone: stitches as wide as is usual for their height
        width, tall = _mean(per_height) / base.tall, base.tall
    heights = tuple(sorted((k, mm / width) for k, mm in rows.items()))
    known = frozenset({*rows, *(m.kind for m in circles), *(["width"] if widths else [])})
    return replace(base, width_mm=width, tall=tall, measured=True, heights=heights, known=known)


def across_measured(doc: Document, dialect: Dialect) -> list[Measurement]:
    """The sides of the motif itself that a gauge line tells of: they are measured against what it works out at."""
    return [m for m in measurements(doc.value("Gauge") or doc.value("Tension"), dialect) if m.how == "across"]


def _mean(values: list[float]) -> float:
    return exp(sum(log(v) for v in values) / len(values))


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def millimetres(m: re.Match[str]) -> float:
    """The length that a match of `LENGTH` tells."""
    return _number(m["len"]) * _MM.get(m["unit"].lower(), 25.4)


def _kind(words: str | None, dialect: Dialect) -> str:
    """The stitch that the words name, `` for none."""
    spelt = tuple((words or "").lower().split())
    return spellings(dialect).get(spelt, "") if spelt else ""
