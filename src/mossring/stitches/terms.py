"""What a stitch is called in US and in UK terms.

The correspondence of the two dialects and the US abbreviations follow the Craft Yarn Council's
published lists (values from memory); half triple and triple treble are common practice.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Literal

from mossring.stitches.table import lookup

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


@cache
def term(key: str, dialect: Dialect) -> Term:
    """The term of a stitch key in a dialect, also of one made of others. Raises KeyError for an unknown key."""
    if key == "slst" and dialect == "uk":
        return _UK_SLIP
    if key in TERMS[dialect]:
        return TERMS[dialect][key]
    if key in _NAMED:
        return _NAMED[key]
    return _composed(key, dialect)


_NAMED = {
    "picot": Term("picot", "picot", "picot"),
    "puff": Term("puff", "puff", "puff stitch"),
    "star": Term("star", "star st", "star stitch", (), "star sts"),
    "fch": Term("fch", "foundation ch", "foundation chain"),
    "end": Term("end", "row end", "row end"),
}
_MADE_WORDS = {"cl": "cluster", "pc": "popcorn", "bobble": "bobble", "puff": "puff"}


def _composed(key: str, dialect: Dialect) -> Term:
    if key == "revsc":
        base = TERMS[dialect]["sc"]
        return Term(key, f"rev {base.abbr}", f"reverse {base.words} (crab stitch)")
    stitch = lookup(key)
    base = term(stitch.base, dialect)
    if stitch.made == "tog":
        return Term(key, f"{base.abbr}{stitch.legs}tog", f"{base.words} {stitch.legs} together")
    if stitch.made == "post":
        side = "front" if stitch.front else "back"
        return Term(key, f"{side[0].upper()}P{base.abbr}", f"{side} post {base.words}")
    if stitch.made == "foundation":
        return Term(key, f"f{base.abbr}", f"foundation {base.words}")
    if stitch.made == "extended":
        return Term(key, f"e{base.abbr}", f"extended {base.words}")
    name = _MADE_WORDS[stitch.made]
    return Term(key, f"{stitch.legs}-{base.abbr} {stitch.made}", f"{name} of {stitch.legs} {base.words}")


@cache
def spellings(dialect: Dialect) -> dict[tuple[str, ...], str]:
    """Every way to spell a stitch in a dialect, as lower-case words -> key; longest spellings first."""
    out: dict[tuple[str, ...], str] = {}
    for t in TERMS[dialect].values():
        for spelling in (t.abbr, t.words, *t.also):
            base = tuple(spelling.split())
            out[base] = t.key
            last = base[-1]
            if not last.endswith(("s", "stitch")):
                out[(*base[:-1], last + "s")] = t.key
    out[("slip", "stitches")] = "slst"
    for words in (("sl", "sts"), ("slip", "st"), ("slip", "sts"), ("sl", "stitch"), ("sl", "stitches")):
        out[words] = "slst"
    _add_made(out, dialect)
    return dict(sorted(out.items(), key=lambda item: -len(item[0])))


def _add_made(out: dict[tuple[str, ...], str], dialect: Dialect) -> None:
    """Posts, foundation, extended and reverse stitches, by every habit of naming them."""
    for key in ("sc", "hdc", "dc", "htr", "tr", "dtr"):
        t = TERMS[dialect][key]
        for name in (t.abbr, t.words, t.words.removesuffix(" crochet")):
            inner = tuple(name.split())
            for side, full in (("fp", "front"), ("bp", "back")):
                for words in ((side,), (full, "post"), ("raised", full)):
                    out[(*words, *inner)] = side + key
                out[("raised", *inner, full)] = side + key
            out[("foundation", *inner)] = "f" + key
            for word in ("extended", "ext"):
                out[(word, *inner)] = "e" + key
        for side in ("fp", "bp"):
            for word in (side + t.abbr, t.abbr + side, f"r{t.abbr}{side[0]}"):
                out[(word,)] = out[(word + "s",)] = side + key
            out[(t.abbr, side)] = side + key
        out[("f" + t.abbr,)] = "f" + key
        out[("e" + t.abbr,)] = out[("e" + t.abbr + "s",)] = out[("ext" + t.abbr,)] = "e" + key
    single = TERMS[dialect]["sc"]
    crab = ("crab stitch", "crab stitches", "crab st", "crab sts", f"rev{single.abbr}", f"r{single.abbr}")
    for name in (f"rev {single.abbr}", f"reverse {single.abbr}", f"reverse {single.words}", *crab):
        out[tuple(name.split())] = "revsc"
    for name in ("puff", "puffs", "puff st", "puff sts", "puff stitch", "puff stitches"):
        out[tuple(name.split())] = "puff"
    for name in (
        "star st",
        "star sts",
        "star stitch",
        "star stitches",
        "star",
        "stars",
        "star eye",
        "star eyes",
        "eye",
        "eyes",
    ):
        out[tuple(name.split())] = "star"  # what stands on one stands in its eye
    out[("picot",)] = out[("picots",)] = "picot"


def dialect_of(value: str) -> Dialect | None:
    """`us` or `uk` from what a header says ("UK", "US terms", "British"); None if it says neither."""
    words = value.lower().replace(".", "").split()
    if "us" in words or "american" in words or "usa" in words:
        return "us"
    if "uk" in words or "british" in words:
        return "uk"
    return None


def ordinal(n: int) -> str:
    """`1st`, `2nd`, `3rd`, `4th`; of few, as chains are."""
    return f"{n}{ {1: 'st', 2: 'nd', 3: 'rd'}.get(n, 'th') }"
