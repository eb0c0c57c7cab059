"""Which dialect a text is in, by evidence: words only one dialect has, and chains that give a stitch away."""

from __future__ import annotations

import re
from dataclasses import dataclass

from mossring.notation.kept import Kept
from mossring.notation.lazy import lazily
from mossring.notation.tree import Span
from mossring.stitches.table import lookup
from mossring.stitches.terms import PROVES, TERMS, Dialect, Term


@dataclass(frozen=True, slots=True)
class Evidence:
    """One word or phrase that speaks for a dialect. weight 3 proves it, 2 is strong, 1 a habit."""

    dialect: Dialect
    weight: int
    span: Span
    why: str


_WORD = lazily(r"[a-z]+", re.IGNORECASE)
_CHAINS = r"(?:ch(?:ain)?s?[ -]?(?P<{0}>\d)|(?P<{0}_>\d)[ -]?ch(?:ain)?s?)"
_COUNTS = lazily(
    r"(?:\b|(?<=\d))"
    + _CHAINS.format("tall")
    + r"\b[\s(\[,]*(?:at (?:the )?(?:start|beginning)(?: of (?:a|the|each|every) (?:round|rnd|row))? )?"
    r"(?:(?:always |this )?(?:counts?|counted|counting|stands?)(?: here| now| throughout)* (?:as|for)|=|equals|is"
    r"|replaces) ?"
    r"(?:(?:the|an?|your|first|1st|1|one) ?)*(?P<as>[a-z]+(?: (?:double|treble))?(?: crochet)?)"
    r"(?:(?: (?:and|plus) |[ ,+&]+)(?:a )?" + _CHAINS.format("more") + r")?",
    re.IGNORECASE,
)
_SAYS = ("count", "stand", "=", "equals", "is", "replaces")
"""One of these says what chains count as."""
_STARTS = lazily(
    r"(?:[:.)]|\d|^)[ \t]*" + _CHAINS.format("start") + r"(?![ \d]*(?:\(|\[|=|sp))"
    r"[^\n(\[]{0,60}?(?<![a-z])(?P<stitch>dc|tr|htr|dtr|trebles?)(?![a-z])",
    re.IGNORECASE | re.MULTILINE,
)
"""A round's starting chain, with no word of what it counts as, and the first stitch behind it."""
_STARTING: dict[tuple[str, str], Dialect] = {
    ("3", "tr"): "uk",
    ("3", "treble"): "uk",
    ("3", "dc"): "us",
    ("4", "dtr"): "uk",
    ("2", "htr"): "uk",
}
"""The dialect in which such a chain has the height of such a stitch."""
_NUMBER_FIRST = lazily(r"(?<![\d-])\d ?ch\b(?! ?-?sp)", re.IGNORECASE)
_CHAIN_FIRST = lazily(r"\bch ?-?\d", re.IGNORECASE)
_HABITS: dict[str, tuple[Dialect, int]] = {
    "ss": ("uk", 1),
    "miss": ("uk", 2),
    "tension": ("uk", 2),
    "yrh": ("uk", 2),
    "skip": ("us", 1),
    "sk": ("us", 1),
    "gauge": ("us", 2),
}


@Kept
def evidence(text: str) -> tuple[Evidence, ...]:
    """Everything in a text that tells its dialect, in order; each word once per kind of evidence."""
    found: dict[str, Evidence] = {}
    low = text.lower()
    words = {_singular(word) for word in _WORD.findall(" ".join(set(low.split())))}
    telling = not (words.isdisjoint(PROVES) and words.isdisjoint(_HABITS))
    for m in _WORD.finditer(text) if telling else ():
        w = _singular(m.group().lower())
        if w in PROVES and w not in found:
            found[w] = Evidence(PROVES[w], 3, m.span(), f"“{m.group()}” is a {PROVES[w].upper()} term only")
        elif w in _HABITS and w not in found:
            dialect, weight = _HABITS[w]
            found[w] = Evidence(dialect, weight, m.span(), f"“{m.group()}” is what {dialect.upper()} texts say")
    for m in _COUNTS.finditer(text) if any(word in low for word in _SAYS) else ():
        for dialect in ("us", "uk"):
            key = next((k for k, t in TERMS[dialect].items() if _is_called(t, m["as"].lower())), None)
            tall = int(m["tall"] or m["tall_"]) - int(m["more"] or m["more_"] or 0)
            if key and tall > 2 and tall in lookup(key).chains and m.group() not in found:
                why = f"a ch {tall} that counts as {m['as']} has the height of the {dialect.upper()} stitch"
                found[m.group()] = Evidence(dialect, 3, m.span(), why)
    if "htr" in words and "dc" in words and not words & {"sc", "hdc"}:
        at = re.search(r"\bhtr\b", text, re.IGNORECASE)
        if at:
            found["htr"] = Evidence("uk", 1, at.span(), "“htr” beside “dc”, with no “sc”")
    if words & {"tr", "treble"} and not words & {"sc", "hdc", "dc", "single", "double"}:
        at = re.search(r"(?<![a-z])tr(?:eble)?s?\b", text, re.IGNORECASE)
        if at:
            found["tr"] = Evidence("uk", 1, at.span(), "all in “tr”, and no “dc” or “sc”")
    half = re.search(r"\bhalf[ -]trebles?\b", text, re.IGNORECASE) if "half" in low else None
    if half and "hdc" not in words and not re.search(r"\bhalf[ -]double", text, re.IGNORECASE):
        found["half treble"] = Evidence("uk", 2, half.span(), "“half treble”, and no “half double”")
    begun = [(m, m["start"] or m["start_"], m["stitch"].lower().removesuffix("s")) for m in _STARTS.finditer(text)]
    for dialect in ("us", "uk"):
        here = [one for one in begun if _STARTING.get(one[1:]) == dialect]
        if here and 2 * len(here) > len(begun):
            m, chains, stitch = here[0]
            why = f"a round that begins with ch {chains} and then {stitch} has the heights of {dialect.upper()} terms"
            found["starts"] = Evidence(dialect, 2, m.span(), why)
    first = _NUMBER_FIRST.search(text)
    if first and len(_NUMBER_FIRST.findall(text)) > 2 * len(_CHAIN_FIRST.findall(text)):
        why = f"“{first[0]}”, the number first, is what UK texts say"
        found["number first"] = Evidence("uk", 1, first.span(), why)
    return tuple(sorted(found.values(), key=lambda e: e.span))


def _singular(word: str) -> str:
    return word if word in ("ss", "miss") else word.removesuffix("s")


def _is_called(term: Term, word: str) -> bool:
    return word.removesuffix("s") in (term.abbr, term.words, term.words.removesuffix(" crochet"))


HABIT = 1
"""The weight of a habit, which proves nothing by itself."""


def weighed(text: str) -> int:
    """By how much the evidence speaks for UK terms; less than none: for US terms."""
    return sum(e.weight if e.dialect == "uk" else -e.weight for e in evidence(text))
