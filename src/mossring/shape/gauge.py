"""Gauge: how wide a stitch is in mm and how high each kind stands."""

from __future__ import annotations

import re
from dataclasses import dataclass

from mossring.notation.document import Document
from mossring.shape.hooks import hook_mm
from mossring.stitches.table import THIRD_LOOP_HEIGHT, lookup
from mossring.stitches.terms import Dialect, spellings

DEFAULT_WIDTH_MM = 7.1
"""One dc on a 5 mm hook in medium yarn: a round of dc adds 12-15 mm to the radius (common practice, no source)."""
DEFAULT_HOOK_MM = 5.0

_GAUGE = re.compile(
    r"(?P<n>\d+(?:\.\d+)?)\s*(?P<st>[a-z ]+?)\s*(?:sts?|stitches)?\s*(?:x|×|by|and|,)\s*(?P<m>\d+(?:\.\d+)?)\s*"
    r"(?:rounds?|rnds?|rows?)\s*=\s*(?P<len>\d+(?:\.\d+)?)\s*(?P<unit>cm|mm|in(?:ch(?:es)?)?|\")",
    re.IGNORECASE,
)
_MM = {"cm": 10.0, "mm": 1.0}


@dataclass(frozen=True, slots=True)
class Gauge:
    """width_mm: one stitch along the edge. tall: factor on every default height. measured: from the designer."""

    width_mm: float = DEFAULT_WIDTH_MM
    tall: float = 1.0
    measured: bool = False

    def height(self, kind: str, part: str = "") -> float:
        """Height of a stitch kind, in stitch widths; worked into the third loop it lies lower."""
        lower = THIRD_LOOP_HEIGHT if part == "third" else 1.0
        return lookup(kind).height * self.tall * lower


def read_gauge(doc: Document, dialect: Dialect) -> Gauge:
    """From `Gauge: 14 dc x 7.5 rounds = 10 cm`; else scaled by the hook; else the default."""
    m = _GAUGE.search(doc.value("Gauge") or doc.value("Tension"))
    if m:
        key = spellings(dialect).get(tuple(m["st"].lower().split()), "dc")
        length = float(m["len"]) * _MM.get(m["unit"].lower(), 25.4)
        n, rounds = float(m["n"]), float(m["m"])
        if n > 0 and rounds > 0 and length > 0 and lookup(key).height > 0:
            width = length / n
            return Gauge(width, (length / rounds / width) / lookup(key).height, True)
    mm = hook_mm(doc.value("Hook")) or DEFAULT_HOOK_MM
    return Gauge(DEFAULT_WIDTH_MM * mm / DEFAULT_HOOK_MM)
