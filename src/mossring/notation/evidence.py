"""Which dialect a text is in, by evidence: words only one dialect has, and chains that give a stitch away."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache

from mossring.notation.tree import Span
from mossring.stitches.table import lookup
from mossring.stitches.terms import PROVES, TERMS, Dialect


@dataclass(frozen=True, slots=True)
class Evidence:
    """One word or phrase that speaks for a dialect. weight 3 proves it, 2 is strong, 1 a habit."""

    dialect: Dialect
    weight: int
    span: Span
    why: str


_WORD = re.compile(r"[a-z]+", re.IGNORECASE)
_COUNTS = re.compile(
    r"\bch[ -]?(\d)\s*\(?,?\s*counts? as (?:the |a |first |1st )*([a-z]+)(?: (?:and|plus|\+) (?:a )?ch[ -]?(\d))?",
    re.IGNORECASE,
)
_HABITS: dict[str, tuple[Dialect, int]] = {
    "ss": ("uk", 1),
    "miss": ("uk", 2),
    "tension": ("uk", 2),
    "yrh": ("uk", 2),
    "skip": ("us", 1),
    "sk": ("us", 1),
    "gauge": ("us", 2),
}


@lru_cache(maxsize=64)
def evidence(text: str) -> tuple[Evidence, ...]:
    """Everything in a text that tells its dialect, in order; each word once per kind of evidence."""
    found: dict[str, Evidence] = {}
    words = set()
    for m in _WORD.finditer(text):
        w = m.group().lower().removesuffix("s") if m.group().lower() not in ("ss", "miss") else m.group().lower()
        words.add(w)
        if w in PROVES and w not in found:
            found[w] = Evidence(PROVES[w], 3, m.span(), f"“{m.group()}” is a {PROVES[w].upper()} term only")
        elif w in _HABITS and w not in found:
            dialect, weight = _HABITS[w]
            found[w] = Evidence(dialect, weight, m.span(), f"“{m.group()}” is what {dialect.upper()} texts say")
    for m in _COUNTS.finditer(text):
        for dialect in ("us", "uk"):
            key = next((k for k, t in TERMS[dialect].items() if t.abbr == m[2].lower()), None)
            tall = int(m[1]) - int(m[3] or 0)
            if key and tall > 2 and tall in lookup(key).chains and m.group() not in found:
                why = f"a ch {tall} that counts as {m[2]} has the height of the {dialect.upper()} stitch"
                found[m.group()] = Evidence(dialect, 3, m.span(), why)
    if "htr" in words and "dc" in words and not words & {"sc", "hdc"}:
        at = re.search(r"\bhtr\b", text, re.IGNORECASE)
        if at:
            found["htr"] = Evidence("uk", 2, at.span(), "“htr” beside “dc”, with no “sc”")
    half = re.search(r"\bhalf[ -]trebles?\b", text, re.IGNORECASE)
    if half and "hdc" not in words and not re.search(r"\bhalf[ -]double", text, re.IGNORECASE):
        found["half treble"] = Evidence("uk", 2, half.span(), "“half treble”, and no “half double”")
    return tuple(sorted(found.values(), key=lambda e: e.span))


def likely_dialect(text: str) -> Dialect:
    """The dialect the evidence points to; US where it is silent or even."""
    weight = {"us": 0, "uk": 0}
    for e in evidence(text):
        weight[e.dialect] += e.weight
    return "uk" if weight["uk"] > weight["us"] else "us"
