"""Text into tokens: words, numbers, ordinals and marks, each with its place in the text."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

Kind = Literal["word", "num", "ord", "mark", "end"]

_TOKEN = re.compile(
    r"(?P<ord>\d+(?:st|nd|rd|th)\b)"
    r"|(?P<num>\d+)"
    r"|(?P<with>\bw/)"
    r"|(?P<word>[^\W\d_]+(?:['’][^\W\d_]+)*)"
    r"|(?P<star>\*+)"
    r"|(?P<mark>\S)",
    re.IGNORECASE,
)
_JOINED = re.compile(r"(hdc|htr|dtr|dc|tr)(cls?|pcs?)|(ch)(sps?|lps?)|(cs)(hdc|htr|sc|dc|tr)", re.IGNORECASE)
"""`3trcl`, `4dcpc`, `2chsp`, `csdc`: what a stitch is of and how it is made, a space, a chainless start in one word."""
_SHORT = 3
"""Letters of a word too short for two."""
_SPLIT = {"cs": "chainless"}
_SAME = {
    "–": "-",
    "—": "-",
    "‒": "-",
    "‐": "-",
    "\u2011": "-",
    "−": "-",
    "×": "x",
    "{": "[",
    "}": "]",
    "’": "'",
    "‘": "'",
    "…": ".",
    "→": "-",
}


@dataclass(slots=True)
class Token:
    """One token. `text` is lower case and normalised; `tight`: nothing stands between it and the one before."""

    kind: Kind
    text: str
    start: int
    end: int
    tight: bool
    value: int = 0


_ANY = r"ch|sl|sts?|sps?|sc|hdc|dc|htr|tr|dtr|rep|beg|sk|lps?|tog|inc|dec|rem|cl|pc"
_DOTTED = re.compile(rf"\b(?:(?i:{_ANY})(?=\.(?:[,;:)\]]| [a-z]))|(?i:ch|sk|inc|dec|rem)(?=\. ?[\d-]))\.")
_NEVER_LAST = re.compile(r"\b(?:bet|betw|btw|foll|adj)\.(?= [a-z\d])", re.IGNORECASE)
"""Abbreviations that end no sentence: their full stop is no stop even where it is the only one."""
_SPACED_OUT = re.compile(r"\b(?:s\.s|d\.c|s\.c|t\.r|h\.t\.r|d\.t\.r|h\.d\.c)\.", re.IGNORECASE)
"""`s.s.`, `d.c.`: abbreviations with a full stop behind each letter."""
_BROKEN = re.compile(r"\n?[^\W_]")
"""What may follow a hyphen that only joins, also where a line is broken behind it."""
_TIED = re.compile(
    r"\b(?:ch ?\d|\d ?ch)(?P<behind>[-/])(?=\d* ?(?:sc|hdc|dc|htr|tr|dtr)\b)"
    r"|(?:\b|(?<=\d))(?:sc|hdc|dc|htr|tr|dtr)(?P<before>[-/])(?=(?:\d ?ch|ch ?\d)(?:[-/]\d* ?[a-z]| x|[,;.)\]]|$))",
    re.IGNORECASE,
)
"""`3tr-2ch-3tr`, `3dc/ch2/3dc`: what ties the stitches of a group to its chains, as a `+` does."""
_NO_STOP = "\u00ad"
"""Stands where a full stop ended no sentence: passed over."""
_QUOTES = frozenset("\"“”'‘’")
_FEW = 2


def undotted(text: str) -> str:
    """A text that puts a full stop behind its abbreviations (`ch. 3, 2 dc. in same sp.`), with those blanked out."""
    if "." not in text:
        return text
    text = _NEVER_LAST.sub(lambda m: m[0][:-1] + _NO_STOP, text)
    text = _SPACED_OUT.sub(lambda m: m[0].replace(".", "") + _NO_STOP * m[0].count("."), text)
    if len(_DOTTED.findall(text)) <= _FEW:
        return text
    return _DOTTED.sub(lambda m: m[0][:-1] + _NO_STOP, text)


@lru_cache(maxsize=4096)
def _two(word: str) -> tuple[str, ...]:
    """The two words that are written as one; none for another."""
    joined = _JOINED.fullmatch(word)
    return tuple(x for x in joined.groups() if x) if joined else ()


def tokenize(text: str) -> list[Token]:
    """Tokens of one round's text, offsets counted from its first character; ends with an `end` token.

    A hyphen between letters or digits (`ch-2`, `3-dc`) only joins them and is dropped; a loose one stays, and so does
    a long dash (`beg ch-3—12 dc`).
    """
    out: list[Token] = []
    last = -1
    tied = {m.end(m.lastgroup or 0) - 1 for m in _TIED.finditer(text)} if "-" in text or "/" in text else ()
    for m in _TOKEN.finditer(text):
        start, end = m.span()
        kind = m.lastgroup
        raw = m[0]
        tight = start == last
        last = end
        if kind == "word":
            joined = _two(raw) if len(raw) > _SHORT else ()
            if joined:
                first, second = joined
                middle = start + len(first)
                out.append(Token("word", _SPLIT.get(first.lower(), first.lower()), start, middle, tight))
                out.append(Token("word", second.lower(), middle, end, True))
            elif raw in "tT" and text[end : end + 3].lower() == "-ch":
                out.append(Token("word", "turning", start, end, tight))
            else:
                out.append(Token("word", raw.lower().replace("’", "'"), start, end, tight))
        elif raw == _NO_STOP or raw in _QUOTES:
            continue
        elif kind == "num":
            out.append(Token("num", raw, start, end, tight, int(raw) if len(raw) < 10 else 10**9))
        elif kind == "ord":
            digits = raw[:-2]
            out.append(Token("ord", raw.lower(), start, end, tight, int(digits) if len(digits) < 10 else 10**9))
        elif kind == "with":
            out.append(Token("word", "with", start, end, tight))
        else:
            mark = "+" if start in tied else _SAME.get(raw, raw)
            if mark == "-" and tight and out and out[-1].text == "-":  # `--`
                continue
            if mark == "-" and raw != "—" and tight and _BROKEN.match(text, end):
                continue
            if mark == "x":
                out.append(Token("word", "x", start, end, tight))
            else:
                out.append(Token("mark", mark, start, end, tight))
    out.append(Token("end", "", len(text), len(text), False))
    return out
