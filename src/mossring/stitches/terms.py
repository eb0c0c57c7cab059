"""What a stitch is called in US and in UK terms.

The correspondence of the two dialects and the US abbreviations follow the Craft Yarn Council's
published lists (values from memory); half triple and triple treble are common practice.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Literal

Dialect = Literal["us", "uk"]


@dataclass(frozen=True, slots=True)
class Term:
    """A stitch's name in one dialect: abbreviation as written, full words, other spellings read."""

    key: str
    abbr: str
    words: str
    also: tuple[str, ...] = ()
    plural: str = ""


_SHARED = (
    Term("ch", "ch", "chain", ("chain", "chains", "chs")),
    Term("slst", "sl st", "slip stitch", ("sl st", "ss", "slip stitch", "slst", "sl", "slip"), "sl sts"),
)

TERMS: dict[Dialect, dict[str, Term]] = {
    "us": {
        t.key: t
        for t in (
            *_SHARED,
            Term("sc", "sc", "single crochet", ("single",)),
            Term("hdc", "hdc", "half double crochet", ("half double",)),
            Term("dc", "dc", "double crochet", ("double",)),
            Term("htr", "htr", "half treble crochet", ("half treble", "half triple crochet", "half triple")),
            Term("tr", "tr", "treble crochet", ("treble", "triple crochet", "triple", "trc")),
            Term(
                "dtr",
                "dtr",
                "double treble crochet",
                ("double treble", "double triple crochet", "double triple"),
            ),
        )
    },
    "uk": {
        t.key: t
        for t in (
            *_SHARED,
            Term("sc", "dc", "double crochet", ("double",)),
            Term("hdc", "htr", "half treble crochet", ("half treble",)),
            Term("dc", "tr", "treble crochet", ("treble",)),
            Term("htr", "hdtr", "half double treble crochet", ("half double treble",)),
            Term("tr", "dtr", "double treble crochet", ("double treble",)),
            Term("dtr", "trtr", "triple treble crochet", ("triple treble", "ttr", "tr tr")),
        )
    },
}
"""Dialect -> stitch key -> its term. In UK writing a slip stitch is written `ss` (see `term`)."""

_UK_SLIP = Term("slst", "ss", "slip stitch", (), "ss")

PROVES: dict[str, Dialect] = {"sc": "us", "hdc": "us", "hdtr": "uk", "trtr": "uk", "ttr": "uk"}
"""Abbreviations that exist in one dialect only."""

WORDS: dict[Dialect, dict[str, str]] = {
    "us": {"skip": "sk", "skipping": "skip", "gauge": "gauge", "yarn over": "yo"},
    "uk": {"skip": "miss", "skipping": "miss", "gauge": "tension", "yarn over": "yrh"},
}
"""The words of the trade that differ though they name no stitch."""


def term(key: str, dialect: Dialect) -> Term:
    """The term of a stitch key in a dialect. Raises KeyError for an unknown key."""
    if key == "slst" and dialect == "uk":
        return _UK_SLIP
    return TERMS[dialect][key]


@cache
def spellings(dialect: Dialect) -> dict[tuple[str, ...], str]:
    """Every way to spell a stitch in a dialect, as lower-case words -> key; longest spellings first."""
    out: dict[tuple[str, ...], str] = {}
    for t in TERMS[dialect].values():
        for spelling in (t.abbr, t.words, *t.also):
            base = tuple(spelling.split())
            out[base] = t.key
            last = base[-1]
            if not last.endswith("s"):
                out[(*base[:-1], last + "s")] = t.key
    out[("slip", "stitches")] = "slst"
    out[("sl", "sts")] = "slst"
    return dict(sorted(out.items(), key=lambda item: -len(item[0])))


def dialect_of(value: str) -> Dialect | None:
    """`us` or `uk` from what a header says ("UK", "US terms", "British"); None if it says neither."""
    words = value.lower().replace(".", "").split()
    if "us" in words or "american" in words or "usa" in words:
        return "us"
    if "uk" in words or "british" in words:
        return "uk"
    return None
