"""A style of writing rounds, and reading one from `Style:` or the command line."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace

from mossring.notation.document import Begin, read_begin
from mossring.stitches.table import lookup


@dataclass(frozen=True, slots=True)
class Style:
    """begin: the centre (None: the motif's own). start_chains: how many, where that many stand for the stitch.

    counts: whether the starting chain counts as a stitch. cannot: what was asked for and isn't written yet.
    As it stands: the motif's own centre, counting chain, first half of the corner, slip stitches, joined.
    """

    begin: Begin | None = None
    start_chains: int | None = None
    counts: bool = True
    cannot: tuple[str, ...] = ()

    def chains_for(self, kind: str) -> int | None:
        """How many chains stand for a first stitch of a kind; None if none ever do."""
        usual = lookup(kind).chains
        if not usual:
            return None
        return self.start_chains if self.start_chains in usual else usual[0]

    def loose_chains(self, kind: str) -> int:
        """How many chains lift the hook where they count as nothing: one less than those that count."""
        if self.start_chains and not self.counts:
            return self.start_chains
        stitch = lookup(kind)
        usual = stitch.chains or (lookup(stitch.base).chains if stitch.base else ())
        return max(1, usual[0] - 1) if usual else 1


_AS_WRITTEN = {
    "round begins at": ("corner",),
    "reach": ("slip stitch", "slip stitches"),
    "join": ("slip stitch", "slip stitch to chain", "slip stitch to first stitch"),
    "turn": ("never",),
    "cluster": ("closed", "open"),
}
_KEYS = ("round begins at", "begin", "start", "reach", "join", "turn", "cluster")


def own_style(text: str) -> Style:
    """A motif's own `Style:`. Its centre and its turning are in the fabric already and need no writing."""
    parts = [p for p in text.split(";") if not re.match(r"\s*(begin|turn)\b", p, re.IGNORECASE)]
    return read_style(";".join(parts))


def read_style(text: str, base: Style | None = None) -> Style:
    """`begin magic ring; start ch-3 counts; join slip stitch`, over a base; what can't be written is in `cannot`."""
    style = base or Style()
    for part in (" ".join(p.lower().split()) for p in text.split(";")):
        if not part:
            continue
        key = next((k for k in _KEYS if part.startswith(k + " ")), None)
        value = part[len(key) :].strip() if key else ""
        changed = _one(style, key, value)
        style = changed if changed else replace(style, cannot=(*style.cannot, part))
    return style


def _one(style: Style, key: str | None, value: str) -> Style | None:
    if key == "begin":
        begin = read_begin(value)
        return replace(style, begin=begin) if begin else None
    if key == "start":
        m = re.fullmatch(r"ch[- ]?(\d)\s+(counts|does not count)", value)
        return replace(style, start_chains=int(m[1]), counts=m[2] == "counts") if m else None
    if key in _AS_WRITTEN and value in _AS_WRITTEN[key]:
        return style
    return None
