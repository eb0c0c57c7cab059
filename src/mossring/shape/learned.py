"""Learning from the hook: what finished rounds measured, against what they were predicted to.

`Measured:` lines say, round by round, `Rnd 3 = 8.2 cm across, flat; Rnd 5 = 13 cm across, bowl`, or `= 9 cm side` for
the edge from corner to corner. Across tells how high stitches stand, a side how wide they are.
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from math import exp, hypot, log, pi, sqrt
from typing import Literal

from mossring.notation.header import Shape
from mossring.notation.lazy import lazily
from mossring.notation.parts import Document
from mossring.shape.gauge import LENGTH, Gauge, Measurement, millimetres
from mossring.shape.ledger import Entry
from mossring.shape.size import size_of

Lay = Literal["", "bowl", "flat", "waves", "leaning"]
What = Literal["across", "side"]
ODD = 0.06
"""A measurement this far from what the others suggest is named, if it is also past what the tape explains."""
TAPE_MM = 2.5
"""How far a tape laid on soft fabric reads wrong: it counts for little on a large piece, for much on round 1."""
PRIOR = 25.0
"""How much one measurement counts against the assumption that stitches keep their proportions: 1 in 25."""
UNMEASURED = (
    "How wide a stitch is was never measured: until a side is, or “stitches in 10 cm” on a gauge line, edges may come "
    "out a tenth longer or shorter."
)

_SAMPLE = lazily(
    r"(?:rnd|round|rd|row|r)\.?\s{0,3}(?P<n>\d{1,4})\s{0,3}[:=]?\s{0,3}" + LENGTH + r"(?P<rest>[^;]*)",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class Sample:
    """One finished round measured: mm across (side to side, or the diameter), or along one side; and how it lay."""

    round: int
    mm: float
    what: What = "across"
    lay: Lay = ""


@dataclass(frozen=True, slots=True)
class Compared:
    """A sample with what was predicted before and after the fit, in mm; odd: why it is an outlier, or ``; lies: what
    to say where it lay otherwise than was expected."""

    sample: Sample
    before: float
    after: float
    odd: str = ""
    lies: str = ""


@dataclass(frozen=True, slots=True)
class Fit:
    """Predictions moved to what was measured. width, height: the factors on both. told: what moved and by how much.

    scatter: the standard deviation of the samples about the fit, as a share.
    """

    gauge: Gauge
    width: float
    height: float
    told: str
    compared: list[Compared]
    scatter: float


def read_samples(doc: Document) -> list[Sample]:
    """Every sample that the header's `Measured:` lines tell of, in order."""
    out = []
    for key, value in doc.header:
        if key.lower() != "measured":
            continue
        for m in _SAMPLE.finditer(value):
            rest = m["rest"].lower()
            lay = next((x for x in ("bowl", "flat", "waves", "leaning") if x.rstrip("s") in rest), "")
            what: What = "side" if re.search(r"\b(a|per|each|one)? ?side\b(?! to)", rest) else "across"
            mm = millimetres(m)
            if mm > 0:
                out.append(Sample(int(m["n"]), mm, what, lay))  # type: ignore[arg-type]
    return out


def from_gauge(found: Sequence[Measurement], last: int) -> list[Sample]:
    """`side after 5 rounds = 13 cm` on a gauge line is a sample of the motif itself (without a number: of its end)."""
    return [Sample(int(m.n) or last, m.mm) for m in found if m.how == "across"]


def predicted(entry: Entry, shape: Shape, gauge: Gauge, what: What) -> float | None:
    """What a round measures by the ledger, in mm; None where it can't be told."""
    if what == "across":
        size = size_of(entry, shape, gauge)
        return size.side_to_side if size else None
    corners = shape.sides if shape.sides >= 3 else 0
    return entry.edge[1] / corners * gauge.width_mm if corners else entry.edge[1] / pi * gauge.width_mm


Pair = tuple[Sample, float, float]
"""A sample, what its round was predicted to measure in mm, and the logarithm of how far it is off."""


def fit(samples: Sequence[Sample], entries: Sequence[Entry], shape: Shape, gauge: Gauge) -> Fit | None:
    """Least squares on logarithms of width and height, the height held to the width where nothing tells it apart; a
    sample that the others contradict has no part in it. None without a sample of a round that there is.
    """
    pairs = []
    for s in samples:
        entry = entries[s.round - 1] if 1 <= s.round <= len(entries) else None
        before = predicted(entry, shape, gauge, s.what) if entry else None
        if before:
            pairs.append((s, before, log(s.mm / before)))
    if not pairs:
        return None
    kept, out = _believed(pairs)
    width, height = _least_squares([(s, off) for s, _, off in kept])
    residuals = [off - (height if s.what == "across" else width) for s, _, off in kept]
    scatter = sqrt(sum(r * r for r in residuals) / max(1, len(residuals) - 1))
    compared = []
    for k, (s, before, off) in enumerate(pairs):
        moved_by = height if s.what == "across" else width
        odd = _odd(s, off - moved_by, entries, shape, gauge, moved_by) if k in out else ""
        compared.append(Compared(s, before, before * exp(moved_by), odd, _lies(s, entries[s.round - 1])))
    moved = replace(gauge, width_mm=gauge.width_mm * exp(width), tall=gauge.tall * exp(height - width), measured=True)
    moved = replace(moved, heights=tuple((k, h * exp(height - width)) for k, h in gauge.heights))
    told = _told(gauge, moved)
    if "width" not in gauge.known and not any(s.what == "side" for s, *_ in kept):
        told += f" {UNMEASURED}"
    return Fit(moved, exp(width), exp(height), told, compared, scatter)


def _lies(s: Sample, entry: Entry) -> str:
    """Where a round lay otherwise than the arithmetic has it: what may be the cause."""
    said = entry.verdict
    if s.lay == "bowl" and said in ("flat", "ruffles"):
        return f"Round {s.round} lay in a bowl and was expected {_EXPECTED[said]}: a tight join or corner draws it in."
    if s.lay == "waves" and said in ("flat", "cups"):
        return f"Round {s.round} lay in waves and was expected {_EXPECTED[said]}: are there stitches too many?"
    if s.lay == "flat" and said in ("cups", "ruffles"):
        return f"Round {s.round} lay flat and was expected {_EXPECTED[said]}: your stitches give more than is usual."
    if s.lay == "leaning":
        return (
            f"Round {s.round} leans: stitches never turned lean one way; turn every second round, or block it straight."
        )
    return ""


_EXPECTED = {"flat": "flat", "cups": "to cup", "ruffles": "to ruffle"}


def _sure(s: Sample) -> float:
    """How far a measurement may be out, as a share: two in a hundred, and the tape."""
    return hypot(0.02, TAPE_MM / s.mm)


def _least_squares(offs: Sequence[tuple[Sample, float]]) -> tuple[float, float]:
    """Logarithms of the factors on width and height: (w - a)^2 for sides, (h - a)^2 across, each by how sure it is,
    and (h - w)^2 / PRIOR."""
    sides = [(off, (0.03 / _sure(s)) ** 2) for s, off in offs if s.what == "side"]
    across = [(off, (0.03 / _sure(s)) ** 2) for s, off in offs if s.what == "across"]
    tie = 1 / PRIOR
    a, b = sum(w for _, w in sides) + tie, sum(w for _, w in across) + tie
    p, q = sum(off * w for off, w in sides), sum(off * w for off, w in across)
    det = a * b - tie * tie
    return (b * p + tie * q) / det, (a * q + tie * p) / det


def _believed(pairs: Sequence[Pair]) -> tuple[list[Pair], set[int]]:
    """The samples that agree, and which (by their place) don't: the one that the others contradict most is taken out,
    and the rest looked at anew, as one that is far out pulls the fit away from those that are right. Of two that differ
    neither can be told to be wrong."""
    inside = dict(enumerate(pairs))
    out: set[int] = set()
    while len(inside) > max(2, len(pairs) // 2):
        far = {k: _contradicted(inside, k) for k in inside}
        worst = max(far, key=lambda k: far[k])
        if far[worst] < 1:
            break
        del inside[worst]
        out.add(worst)
    return list(inside.values()), out


def _contradicted(pairs: Mapping[int, Pair], k: int) -> float:
    """How far one sample is from what the others suggest, in what is named and past what the tape explains."""
    s, _, off = pairs[k]
    width, height = _least_squares([(other, o) for i, (other, _, o) in pairs.items() if i != k])
    return abs(off - (height if s.what == "across" else width)) / max(ODD, 2.5 * _sure(s))


def _odd(s: Sample, far: float, entries: Sequence[Entry], shape: Shape, gauge: Gauge, moved_by: float) -> str:
    """What to say of a sample that the others contradict: a round missed or worked twice, if that explains it."""
    share = exp(far) - 1
    less = "smaller" if share < 0 else "larger"
    said = f"Round {s.round} measured {abs(share):.0%} {less} than the others suggest"
    factor = exp(moved_by)
    for other, cause in ((s.round - 1, "was a round missed?"), (s.round + 1, "was a round worked twice?")):
        if 1 <= other <= len(entries):
            there = predicted(entries[other - 1], shape, gauge, s.what)
            if there and abs(log(s.mm / (there * factor))) < abs(far) / 2:
                return f"{said}: {cause}"
    return f"{said}: measure it again."


def _told(before: Gauge, after: Gauge) -> str:
    """What moved and by how much."""
    w = after.width_mm / before.width_mm - 1
    t = after.tall / before.tall - 1
    out = [f"Stitches are {abs(w):.0%} {'wider' if w > 0 else 'narrower'} than assumed" if abs(w) >= 0.005 else ""]
    if abs(t) >= 0.01:
        out.append(f"and for their width {abs(t):.0%} {'taller' if t > 0 else 'lower'}")
    told = " ".join(x for x in out if x)
    return (told[0].upper() + told[1:] + ".") if told else "The predictions fit as they are."
