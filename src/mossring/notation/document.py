"""A pattern file into its parts: header, beginning, rounds, notes. Offsets are into the whole text."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from typing import Literal

from mossring.notation.tree import Span, Trouble
from mossring.stitches.terms import TERMS, Dialect, dialect_of

MAX_CHARACTERS = 200_000
"""A pattern of ten pages has about 20,000 characters; ten times that is a book, not a motif."""
MAX_FOUNDATION = 2000
"""Chains of a foundation: ten metres of medium yarn, wider than anything worked in one piece."""
MAX_ROUNDS = 200
"""The widest pieces made round by round (about 80 rounds) fit twice over."""

_ROUND = re.compile(
    r"^[ \t]*(?:(?P<with>with|using|in)\s+(?P<yarn>[A-Z])\s*[,:]\s*)?"
    r"(?P<word>rounds?|rnds?\.?|rows?|r)\s*\.?\s*(?P<first>\d{1,6})"
    r"(?P<more>(?:\s*(?:-|–|—|to|and|&|,)\s*(?:(?:rnd|round|row|r)\s*)?\d{1,6})*)"
    r"\s*(?:\((?P<side>RS|WS|right side|wrong side)\))?"
    r"(?:[ ,(]*(?:with|in|using)?[ ]*(?:yarn|colou?r)?[ ]+(?P<named>[A-Z])[ )]*(?=[:.)]))?"
    r"\s*(?P<end>[:.)]+|\s[-–—](?=\s))\s*",
    re.IGNORECASE,
)
_HEADER = re.compile(r"^(?P<key>[A-Za-z][A-Za-z0-9 /'-]{0,30}?)[ \t]*:[ \t]*(?P<value>.*?)[ \t]*$")
_TELLING = frozenset({"begin", "gauge", "tension", "abbreviations", "stitches", "special stitches"})
"""Header keys whose line is evidence of a dialect."""
STITCH_KEY = re.compile(r"(?:special )?stitch (.+)")
"""The header key that defines a special stitch: `Stitch petal: 4-dc cl, ch 1`."""
_POLYGONS = {
    "triangle": 3,
    "square": 4,
    "pentagon": 5,
    "hexagon": 6,
    "heptagon": 7,
    "octagon": 8,
    "rectangle": 4,
    "half square": 1,
}


@dataclass(frozen=True, slots=True)
class Shape:
    """What a motif is to become. sides: 0 for a circle; squares_off: it begins as a circle."""

    name: str
    sides: int
    squares_off: bool = False


@dataclass(frozen=True, slots=True)
class Begin:
    """The centre. kind: magic ring, a chain ring of n, all of round 1 in one chain (the 2nd of n), or a
    foundation of n chains or, where `stitch` is one, of n such foundation stitches."""

    kind: Literal["magic ring", "ring", "one chain", "foundation"] = "magic ring"
    chains: int = 0
    span: Span = (0, 0)
    stitch: str = ""


@dataclass(frozen=True, slots=True)
class RoundLine:
    """One line of rounds: numbers first to last, its instruction text and where that text starts."""

    first: int
    last: int
    text: str
    at: int
    head: Span
    word: str = "Rnd"
    side: str = ""
    yarn: str = ""


@dataclass(frozen=True, slots=True)
class Line:
    """A line that is neither round nor known header: kept and written back in its place."""

    kind: Literal["note", "comment", "header", "blank"]
    text: str
    at: int


@dataclass(slots=True)
class Document:
    """A motif's text, taken apart. `terms` None: the text doesn't say."""

    text: str
    title: str = ""
    terms: Dialect | None = None
    terms_span: Span = (0, 0)
    shape: Shape | None = None
    begin: Begin = field(default_factory=Begin)
    style: str = ""
    yarns: dict[str, str] = field(default_factory=dict)
    header: list[tuple[str, str]] = field(default_factory=list)
    rounds: list[RoundLine] = field(default_factory=list)
    notes: list[Line] = field(default_factory=list)
    troubles: list[Trouble] = field(default_factory=list)
    rows: bool = False
    stitches: list[tuple[str, str]] = field(default_factory=list)
    telling: list[Span] = field(default_factory=list)

    def words(self) -> str:
        """The text with all but its instructions blanked out: titles, yarns and notes speak for no dialect."""
        keep = [(r.at, r.at + len(r.text)) for r in self.rounds] + self.telling
        out = [" "] * len(self.text)
        for a, b in keep:
            out[a:b] = self.text[a:b]
        return "".join(out)

    def value(self, key: str) -> str:
        """A header value by its key (case-blind), or ''."""
        return next((v for k, v in self.header if k.lower() == key.lower()), "")


def read_document(text: str) -> Document:
    """Take a pattern file apart. Never raises; what is wrong is in `troubles`."""
    doc = Document(text)
    if len(text) > MAX_CHARACTERS:
        data: dict[str, object] = {"limit": MAX_CHARACTERS, "n": len(text), "what": "characters"}
        doc.troubles.append(Trouble("limit", (0, 1), data))
        return doc
    if "\x00" in text or text.count("�") > max(4, len(text) // 50):
        doc.troubles.append(Trouble("not text", (0, min(1, len(text))), {}))
        return doc
    at = 0
    for raw in text.splitlines(keepends=True):
        _line(doc, raw.rstrip("\r\n"), at)
        at += len(raw)
    if not doc.rounds and not doc.troubles:
        doc.troubles.append(Trouble("no rounds", (0, min(1, len(text))), {}))
    return doc


def _line(doc: Document, line: str, at: int) -> None:
    bare = line.strip()
    if not bare:
        doc.notes.append(Line("blank", line, at))
    elif bare.startswith("#"):
        doc.notes.append(Line("comment", line, at))
    elif m := _ROUND.match(line):
        _round(doc, m, line, at)
    elif _continues(doc, line):
        last = doc.rounds[-1]
        doc.rounds[-1] = RoundLine(
            last.first,
            last.last,
            doc.text[last.at : at + len(line)],
            last.at,
            last.head,
            last.word,
            last.side,
            last.yarn,
        )
    elif m := _HEADER.match(bare):
        _header(doc, m["key"], m["value"], (at + line.index(bare), at + len(line.rstrip())))
    elif not doc.title and not doc.rounds and not doc.header:
        doc.title = bare
        doc.notes.append(Line("header", line, at))
    else:
        doc.notes.append(Line("note", line, at))


def _continues(doc: Document, line: str) -> bool:
    """An indented line goes on with the round above it; so does one after a comma or inside a bracket."""
    if not doc.rounds:
        return False
    above = doc.rounds[-1]
    between = doc.text[above.at + len(above.text) :]
    if not between.startswith(("\n" + line, "\r\n" + line)):
        return False
    if line[:1] in (" ", "\t"):
        return True
    tail = above.text.rstrip()
    unfinished = tail.endswith((",", ";")) or tail.count("(") + tail.count("[") > tail.count(")") + tail.count("]")
    return unfinished and (line[:1].islower() or line[:1] in "*[(" or line[:1].isdigit())


def _round(doc: Document, m: re.Match[str], line: str, at: int) -> None:
    numbers = [int(m["first"]), *(int(n) for n in re.findall(r"\d+", m["more"]))]
    yarn = (m["named"] or m["yarn"] or "").upper()
    start = m.end()
    text = line[start:]
    stripped = text.rstrip()
    side = (m["side"] or "").lower()
    doc.rounds.append(
        RoundLine(
            min(numbers),
            max(numbers),
            stripped,
            at + start,
            (at + m.start("word"), at + m.end()),
            "Row" if m["word"].lower().startswith("row") else "Rnd",
            "WS" if side in ("ws", "wrong side") else "RS" if side else "",
            yarn,
        )
    )


def _header(doc: Document, key: str, value: str, span: Span) -> None:
    k = key.lower().strip()
    doc.header.append((key, value))
    if k in _TELLING:
        doc.telling.append(span)
    if k == "motif":
        doc.title = value
    elif k == "terms":
        doc.terms = dialect_of(value)
        doc.terms_span = span
        if doc.terms is None:
            doc.troubles.append(Trouble("terms", span, {"value": value}))
    elif m := STITCH_KEY.fullmatch(k):
        doc.stitches.append((m[1], value))
        doc.telling.append(span)
    elif k == "shape":
        doc.shape = read_shape(value)
        if doc.shape is None:
            doc.troubles.append(Trouble("shape", span, {"value": value}))
    elif k == "begin":
        begin = read_begin(value, span, doc.terms)
        if begin is None:
            doc.troubles.append(Trouble("begin", span, {"value": value}))
        else:
            doc.begin = begin
    elif k == "style":
        doc.style = value
        m = re.search(r"\bbegin ([^;]+)", value, re.IGNORECASE)
        begin = read_begin(m[1], span) if m else None
        if begin and not doc.value("begin"):
            doc.begin = begin
    elif k == "worked":
        doc.rows = value.lower().startswith("row")
    elif k == "note" or k == "notes":
        doc.header.pop()
        doc.notes.append(Line("note", f"{key}: {value}", span[0]))
    elif m := re.fullmatch(r"yarn\s*([a-z])?", k):
        doc.yarns[(m[1] or "a").upper()] = value


def read_shape(value: str) -> Shape | None:
    """`square`, `circle to hexagon`, `9-gon`; None for anything else."""
    v = " ".join(value.lower().replace("-", " ").split())
    if v in ("circle", "round", "spiral"):
        return Shape("circle", 0)
    if v in _POLYGONS:
        return Shape(v, _POLYGONS[v])
    if m := re.fullmatch(r"circle to (?:an? )?(.+)", v):
        inner = read_shape(m[1])
        return Shape(f"circle to {inner.name}", inner.sides, True) if inner and inner.sides >= 3 else None
    if m := re.fullmatch(r"(\d{1,2}) ?(?:gon|sided|sides)", v):
        n = int(m[1])
        return Shape(f"{n}-gon", n) if 3 <= n <= 24 else None
    return None


def read_begin(value: str, span: Span = (0, 0), dialect: Dialect | None = None) -> Begin | None:
    """`magic ring`; `ch 4, join with sl st to form ring`; `ch 2` (all of round 1 in the 2nd chain from the hook);
    `ch 24` (a foundation chain); `31 fsc` (foundation stitches, in US terms unless the dialect says otherwise)."""
    v = " ".join(value.lower().split())
    if re.search(r"\b(magic|adjustable|sliding)\b", v):
        return Begin("magic ring", 0, span)
    if m := re.fullmatch(r"(\d{1,4}) (?:(?:foundation )?(sc|hdc|dc|tr|htr)|f(sc|hdc|dc|tr|htr))s?", v):
        key = TERMS[dialect or "us"]
        stitch = next((k for k, t in key.items() if t.abbr == (m[2] or m[3])), "sc")
        return Begin("foundation", int(m[1]), span, f"f{stitch}") if int(m[1]) <= MAX_FOUNDATION else None
    m = re.search(r"\b(?:ch(?:ain)?s?[ -]?(\d{1,4})|(\d{1,4}) ?ch(?:ain)?s?)\b", v)
    if not m:
        return Begin("magic ring", 0, span) if v in ("ring", "") else None
    n = int(m[1] or m[2])
    if re.search(r"\b(ring|join|ss|sl st|slip)\b", v):
        return Begin("ring", n, span) if 2 <= n <= 60 else None
    if n <= 4 and not re.search(r"\bfoundation\b", v):
        return Begin("one chain", n, span) if n >= 1 else None
    return Begin("foundation", n, span) if n <= MAX_FOUNDATION else None
