"""How much yarn a motif takes, by yarn: metres, grams and balls, with how far it may be out."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil

from mossring.notation.parts import Document
from mossring.shape.gauge import Gauge
from mossring.shape.weights import read_yarn
from mossring.stitches.table import lookup
from mossring.working.fabric import WorkedRound

TAILS_MM = 300.0
"""Yarn in the two ends of each start and each change (common practice, no source)."""
UNSURE, WEIGHED = 0.2, 0.05
"""How far the figures may be out: as they are, and once a motif was weighed."""
_A_CHAIN = 3.0
_FOR_HEIGHT = (2.5, 6.55)
"""Yarn in a stitch, in stitch widths: so much for its top and so much for each stitch width that it stands high; a
chain takes 3. A line through what the trade counts with: sl st 4, sc 8.5, hdc 11.5, dc 15, tr 20 (from memory; weigh a
motif to calibrate)."""


@dataclass(frozen=True, slots=True)
class Used:
    """What one yarn comes to. out: how far each figure may be off, as a share. balls: 0 where no ball is described."""

    yarn: str
    words: str
    metres: float
    grams: float
    balls: int
    out: float


def used(doc: Document, rounds: Sequence[WorkedRound], gauge: Gauge) -> list[Used]:
    """By yarn, in the order in which they are used; a `Weighed: 23 g` line scales all."""
    lengths: dict[str, float] = {}
    last = ""
    for r in rounds:
        yarn = r.yarn or "A"
        cast = _A_CHAIN * sum(not m.feet for m in r.extra)  # a foundation's chains
        length = (cast + sum(_stitch(m.kind, m.chains, m.closing, gauge) for m in r.made)) * gauge.width_mm
        lengths[yarn] = lengths.get(yarn, 0.0) + length + (TAILS_MM if yarn != last else 0.0)
        last = yarn
    words = {y: doc.yarns.get(y, doc.value("Yarn") if y == "A" else "") for y in lengths}
    grams = {y: mm / 1000 / read_yarn(words[y]).metres_a_gram for y, mm in lengths.items()}
    weighed = read_weighed(doc)
    factor = weighed / sum(grams.values()) if weighed and sum(grams.values()) else 1.0
    out = []
    for y, mm in lengths.items():
        yarn_said = read_yarn(words[y])
        g = grams[y] * factor
        balls = ceil(g * (1 + (WEIGHED if weighed else UNSURE)) / yarn_said.grams) if yarn_said.grams else 0
        out.append(Used(y, words[y], mm / 1000 * factor, g, balls, WEIGHED if weighed else UNSURE))
    return out


def read_weighed(doc: Document) -> float:
    """Grams of the finished motif from a `Weighed:` line, or 0."""
    m = re.search(r"(?<!\d)(\d{1,6}(?:[.,]\d{1,4})?)\s{0,3}(g|oz)", doc.value("Weighed"), re.IGNORECASE)
    return float(m[1].replace(",", ".")) * (28.35 if m[2].lower() == "oz" else 1.0) if m else 0.0


def _stitch(kind: str, chains: int, closing: int, gauge: Gauge) -> float:
    """Yarn in one stitch or space, in stitch widths."""
    if kind in ("ch", "picot"):
        return _A_CHAIN * chains
    stitch = lookup(kind)
    top, high = _FOR_HEIGHT
    return top + high * gauge.height(kind) * max(1, stitch.legs) + _A_CHAIN * closing
