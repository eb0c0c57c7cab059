"""A sheet in full words: `double crochet in next 3 stitches` for whoever doesn't read abbreviations."""

from __future__ import annotations

import re
from dataclasses import replace

from mossring.stitches import Dialect, term
from mossring.stitches.terms import WORDS
from mossring.writing.sheet import Sheet

_ALWAYS = {
    "sts": "stitches",
    "st": "stitch",
    "sps": "spaces",
    "sp": "space",
    "rep": "repeat",
    "beg": "beginning",
    "rnd": "round",
    "BLO": "back loop only",
    "FLO": "front loop only",
    "cl": "cluster",
    "pc": "popcorn",
}
_KEYS = ("slst", "ch", "sc", "hdc", "dc", "htr", "tr", "dtr", "revsc")


def in_full(sheet: Sheet) -> Sheet:
    """The same sheet without abbreviations; it reads as the same fabric."""
    own = {name: name for name, _ in sheet.names}
    words = {**_words(sheet.dialect), **own}
    pattern = re.compile(
        r"(?<![A-Za-z])(?<![A-Za-z]-)("
        + "|".join(map(re.escape, sorted(words, key=len, reverse=True)))
        + r")(?![A-Za-z\d])"
    )

    def full(text: str) -> str:
        return pattern.sub(lambda m: words[m[1]], text)

    rounds = [
        r._replace(label=r.label.replace("Rnd", "Round"), text=full(r.text), counts=full(r.counts))
        for r in sheet.rounds
    ]
    starts = [full(start) for start in sheet.starts]
    names = [(name, full(made)) for name, made in sheet.names]
    special = [(full(name), full(made)) for name, made in sheet.special]
    return replace(
        sheet, begin=full(sheet.begin), starts=starts, rounds=rounds, names=names, special=special, abbreviations=[]
    )


def _words(dialect: Dialect) -> dict[str, str]:
    out = dict(_ALWAYS)
    for key in _KEYS:
        t = term(key, dialect)
        out[t.abbr] = t.words.split(" (")[0]
    for side, full in (("FP", "front post"), ("BP", "back post")):
        for key in ("sc", "hdc", "dc", "htr", "tr", "dtr"):
            t = term(key, dialect)
            out[side + t.abbr] = f"{full} {t.words}"
            out["e" + t.abbr] = f"extended {t.words}"
    if dialect == "us":
        out["sk"] = WORDS["us"]["skipping"]
    return out
