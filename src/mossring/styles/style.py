"""A style of writing rounds, and reading one from `Style:` or the command line."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from typing import Literal

from mossring.notation.header import Begin, read_begin
from mossring.stitches.table import lookup
from mossring.working.fabric import WorkedRound

CHAINLESS = {"dc": 1, "tr": 2}
"""Chains on a single crochet that stand for a taller first stitch (common practice, no source)."""


@dataclass(frozen=True, slots=True)
class Style:
    """How rounds are begun, reached, closed and turned; what is left at `` is as the motif has it.

    begin: the centre (None: the motif's own). start: what the first stitch is (`none`: it is made at once);
    start_chains: how many stand for a dc, others as many more or fewer as they are taller or lower (exact: for whatever
    comes first); counts: whether the starting chain counts. begins: where a round begins. reach: how the hook gets
    there. join: how it is closed; closer: by which stitch behind how many chains, where it is known. turn, cluster:
    these change the fabric. colour: how another yarn begins. labels: whether each round says what its chain counts as.
    asked: the questions that were answered; where they weren't, a round keeps the way its own words have. cannot: what
    was asked for and isn't known. As it stands: counting chain, slip stitches, joined, each yarn fastened off.
    """

    begin: Begin | None = None
    start: Literal["chain", "standing", "chainless", "none"] = "chain"
    start_chains: int | None = None
    exact: bool = False
    counts: bool = True
    begins: Literal["", "corner", "split corner", "mid side"] = ""
    reach: Literal["", "slip stitch", "mid side start", "other corner"] = ""
    join: Literal["slip stitch", "sc", "none"] = "slip stitch"
    closer: tuple[str, int] = ("", 0)
    turn: Literal["", "never", "every round"] = ""
    cluster: Literal["", "closed", "open"] = ""
    colour: Literal["fasten off", "at the join", "carried"] = "fasten off"
    labels: Literal["once", "each round"] = "once"
    asked: frozenset[str] = frozenset()
    cannot: tuple[str, ...] = ()

    def chains_for(self, kind: str) -> int | None:
        """How many chains stand for a first stitch of a kind; None if none ever do."""
        usual = lookup(kind).chains
        if not usual:
            return None
        if self.start_chains is None or self.exact:
            return self.start_chains or usual[0]
        return max(min(2, usual[0]), usual[0] + self.start_chains - lookup("dc").chains[0])

    def loose_chains(self, kind: str) -> int:
        """How many chains lift the hook where they count as nothing: one less than those that count."""
        stitch = lookup(kind)
        usual = stitch.chains or (lookup(stitch.base).chains if stitch.base else ())
        if self.start_chains and not self.counts:
            return self.start_chains if self.exact else max(1, usual[0] + self.start_chains - 3) if usual else 1
        return max(1, usual[0] - 1) if usual else 1

    def as_worked(self, done: WorkedRound, goes_on: bool) -> Style:
        """The style of a round: where its words are written out theirs, wherever no other was asked for; a round that
        isn't joined, or goes on from one that isn't, begins with its first stitch. goes_on: it does so."""
        manner = done.manner
        own: dict[str, object] = {}
        said = manner is not None and manner.start != "none"
        if "start" not in self.asked and manner and said:
            own |= {"start": manner.start, "start_chains": manner.chains or None, "exact": True}
            own |= {"counts": manner.counts or manner.start != "chain"}
        if not said and (goes_on or not done.closed) and not done.line:
            own["start"] = "none"
        if "join" not in self.asked and manner:
            own |= {"join": manner.join, "closer": (manner.closer, manner.lead)}
        return replace(self, **own) if own else self  # type: ignore[arg-type]


_KEYS = ("round begins at", "begin", "start", "reach", "join", "turn", "cluster", "colour", "labels")
SCHOOLS: dict[str, tuple[str, ...]] = {
    "begin": ("magic ring", "ch 4 ring", "one chain"),
    "start": (
        "ch-3 counts",
        "ch-2 counts",
        "ch-1 does not count",
        "ch-2 does not count",
        "standing",
        "chainless",
    ),
    "round begins at": ("corner", "split corner", "mid side"),
    "reach": ("slip stitch", "mid side start", "other corner"),
    "join": ("slip stitch", "ch 1 and sc", "none"),
    "turn": ("never", "every round"),
    "cluster": ("closed", "open"),
    "colour": ("fasten off", "at the join", "carried"),
    "labels": ("once", "each round"),
}
"""The schools that practitioners hold to, by question; each value is written as `Style:` has it."""


def own_style(text: str) -> Style:
    """A motif's own `Style:`, for the rounds that only say what the fabric is. Its centre, its turning and its clusters
    are in the fabric already."""
    parts = [p for p in text.split(";") if not re.match(r"\s*(begin|turn|cluster)\b", p, re.IGNORECASE)]
    return replace(read_style(";".join(parts)), asked=frozenset())


def read_style(text: str, base: Style | None = None) -> Style:
    """`begin magic ring; start ch-3 counts; join slip stitch`, over a base; what isn't known is in `cannot`."""
    style = base or Style()
    for part in (" ".join(p.lower().split()) for p in text.split(";")):
        if not part:
            continue
        key = next((k for k in _KEYS if part.startswith(k + " ")), None)
        value = part[len(key) :].strip() if key else ""
        changed = _one(style, key, value)
        if changed is None or key is None:
            style = replace(style, cannot=(*style.cannot, part))
        else:
            style = replace(changed, asked=style.asked | {key})
    return style


def _one(style: Style, key: str | None, value: str) -> Style | None:
    if key == "begin":
        begin = Begin("one chain", 2) if value == "one chain" else read_begin(value)
        return replace(style, begin=begin) if begin else None
    if key == "start":
        return _start(style, value)
    if key == "round begins at" and value in ("corner", "split corner", "mid side"):
        return replace(style, begins=value)  # type: ignore[arg-type]
    if key == "reach" and value.removesuffix("es") in ("slip stitch", "mid side start", "other corner"):
        return replace(style, reach=value.removesuffix("es"))  # type: ignore[arg-type]
    if key == "join":
        return _join(style, value)
    if key == "turn" and value in ("never", "every round"):
        return replace(style, turn=value)  # type: ignore[arg-type]
    if key == "cluster" and value in ("closed", "open"):
        return replace(style, cluster=value)  # type: ignore[arg-type]
    if key == "colour" and value in SCHOOLS["colour"]:
        return replace(style, colour=value)  # type: ignore[arg-type]
    if key == "labels" and value in SCHOOLS["labels"]:
        return replace(style, labels=value)  # type: ignore[arg-type]
    return None


def _start(style: Style, value: str) -> Style | None:
    if value in ("standing", "chainless"):
        return replace(style, start=value)  # type: ignore[arg-type]
    m = re.fullmatch(r"ch[- ]?(\d)\s+(counts|does not count)", value)
    return replace(style, start="chain", start_chains=int(m[1]), counts=m[2] == "counts") if m else None


def _join(style: Style, value: str) -> Style | None:
    if value in ("slip stitch", "slip stitch to chain", "slip stitch to first stitch"):
        return replace(style, join="slip stitch")
    if value in ("ch 1 and sc", "ch-1 and sc", "ch 1 and dc"):
        return replace(style, join="sc")
    return replace(style, join="none") if value in ("none", "none (spiral)", "spiral") else None
