"""A document as one page of HTML that stands by itself; also what the PDF is made from."""

from __future__ import annotations

import re
from html import escape
from itertools import takewhile
from typing import Literal

from mossring.publishing.document import Document, Pairs, Part, Picture, Rounds, Section, Table

Paper = Literal["a4", "letter"]
_TERMS = {"us": "US terms", "uk": "UK terms"}
_CSS = """
@page { size: %(paper)s; margin: 18mm 18mm 20mm;
  @top-left { content: string(title); font: 8.5pt %(face)s; color: #5d665b }
  @top-right { content: string(terms); font: 8.5pt %(face)s; color: #5d665b }
  @bottom-right { content: "page " counter(page) " of " counter(pages); font: 8.5pt %(face)s; color: #5d665b } }
@page :first { @top-left { content: none } @top-right { content: none } }
body { font: 10.5pt/1.45 %(face)s; color: #20261f; max-width: 174mm; margin: 8mm auto; orphans: 2; widows: 2 }
@media screen { body { padding: 0 6mm } }
@media print { body { margin: 0; max-width: none } }
h1 { font-size: 21pt; line-height: 1.15; margin: 0; string-set: title content() }
.terms { color: #4c5a49; margin: 1mm 0 5mm; string-set: terms content() }
.doubts { border: 0.4mm solid #a4481f; padding: 2mm 3mm; margin: 0 0 5mm }
h2 { font-size: 12pt; margin: 5mm 0 1.2mm; break-after: avoid }
section { break-inside: auto } section.short { break-inside: avoid }
p { margin: 0 0 1mm }
dl { display: table; margin: 0 } dl div { display: table-row } dt, dd { display: table-cell; padding: 0 4mm 0.3mm 0 }
dt { font-weight: 600; white-space: nowrap } dd { margin: 0 }
.abbreviations dl, .words dl { display: block; columns: 3; column-gap: 6mm }
.abbreviations dl div, .words dl div { display: block; break-inside: avoid }
.abbreviations dt, .abbreviations dd, .words dt, .words dd { display: inline }
.abbreviations dt, .words dt { margin-right: 2mm }
table { border-collapse: collapse } th { font-weight: 400; color: #5d665b; text-align: left }
th, td { padding: 0.4mm 5mm 0.4mm 0; vertical-align: baseline }
.round { margin: 0 0 2mm 16mm; break-inside: avoid } .round b { float: left; width: 15mm; margin-left: -16mm }
.begin { break-after: avoid } .wide .round { margin-left: 26mm } .wide .round b { width: 25mm; margin-left: -26mm }
.count { color: #4c5a49 } .note { font-style: italic; margin-left: 16mm; break-before: avoid }
figure { margin: 2mm 0; break-inside: avoid } figure svg, figure img { display: block; width: 100%%; height: auto }
.top { display: flex; justify-content: space-between; align-items: flex-start; gap: 8mm; margin: 0 0 2mm }
.picture { flex: none; width: 36%%; max-width: 62mm; box-sizing: border-box; margin: 0 }
.picture { padding: 3mm; border-radius: 2mm; background: #f1f3ec }
.picture.dark { background: #4c5a49 }
.chart svg, .schematic svg, .chart img, .schematic img { width: auto; max-width: 100%% }
.frac sup, .frac sub { font-size: 0.68em; line-height: 0 } .frac sub { vertical-align: -0.12em }
.frac sup { vertical-align: 0.42em }
"""


def as_html(document: Document, *, paper: Paper = "a4", faces: str = "") -> str:
    """The page, its styles and pictures inside it. faces: CSS that brings the text faces along, called Literata."""
    terms = _TERMS[document.dialect]
    face = "Literata, Georgia, 'DejaVu Serif', serif"
    css = faces + _CSS % {"paper": "A4" if paper == "a4" else "letter", "face": face}
    top = f'<h1>{_words(document.title)}</h1><p class="terms">{terms}</p>'
    doubts = "".join(f"<p>{_words(d)}</p>" for d in document.doubts)
    top += f'<div class="doubts">{doubts}</div>' if doubts else ""
    pictures = [p for s in document.sections if s.key == "picture" for p in s.parts if isinstance(p, Picture)]
    beside = "".join(_beside(p) for p in pictures)
    facts = list(takewhile(lambda s: s.key in _BESIDE, document.sections))
    top += "".join(_section(s) for s in facts if s.key != "picture")
    body = [f'<div class="top"><div>{top}</div>{beside}</div>']
    body += [_section(s) for s in document.sections[len(facts) :] if s.key != "picture"]
    head = f'<meta charset="utf-8"><title>{escape(document.title)}, {terms}</title><style>{css}</style>'
    lang = f"en-{_LANG[document.dialect]}"
    return f'<!doctype html><html lang="{lang}"><head>{head}</head><body>{"".join(body)}</body></html>\n'


def _beside(p: Picture) -> str:
    return f'<figure class="picture{" dark" * p.dark}">{p.svg}</figure>'


_LANG = {"us": "US", "uk": "GB"}
_BESIDE = ("picture", "size", "hook", "notions", "gauge", "level")
"""Sections that may stand beside the picture."""
_SHORT = ("size", "hook", "notions", "gauge", "level", "finishing", "colours", "words", "chart", "schematic", "yarn")


def _section(s: Section) -> str:
    kind = f"{s.key} short" if s.key in _SHORT else s.key
    return f'<section class="{kind}"><h2>{escape(s.title)}</h2>{"".join(map(_part, s.parts))}</section>'


def _part(part: Part) -> str:
    if isinstance(part, Pairs):
        return "<dl>" + "".join(f"<div><dt>{_words(a)}</dt><dd>{_words(b)}</dd></div>" for a, b in part.rows) + "</dl>"
    if isinstance(part, Table):
        head = "".join(f"<th>{escape(name)}</th>" for name in part.head)
        rows = ("".join(f"<td>{_words(cell)}</td>" for cell in row) for row in part.rows)
        return f"<table><tr>{head}</tr>" + "".join(f"<tr>{row}</tr>" for row in rows) + "</table>"
    if isinstance(part, Rounds):
        return _rounds(part)
    if isinstance(part, Picture):
        return f"<figure>{part.svg}</figure>"
    return "".join(f"<p>{_words(line)}</p>" for line in part.lines)


def _rounds(part: Rounds) -> str:
    out = [f'<p class="round begin"><b>{_words(part.begins_as)}</b>{_words(_capital(part.begin))}.</p>']
    named = [(*r.label.partition(" with ")[::2], r) for r in part.rounds]
    for name, yarn, r in named:
        count = f'<span class="count">({_words(r.counts)})</span>'
        told = f"With {yarn}: {r.words}" if yarn else _capital(r.words)
        out.append(f'<p class="round"><b>{_words(name)}</b><span>{_words(told)}</span> {count}</p>')
        out += [f'<p class="note">{_words(n.lstrip("# ").removeprefix("Note:").strip())}</p>' for n in r.notes]
    wide = any(len(name) > _NARROW for name, _, _ in named)
    return f'<div class="wide">{"".join(out)}</div>' if wide else "".join(out)


_NARROW = 7
"""Signs of a round's name that stand in the narrow margin."""


def _capital(words: str) -> str:
    return words[:1].upper() + words[1:]


_TIED = re.compile(
    r"(?<=\d) (?=[a-z])|(?<=\b[Cc]h) (?=\d)|(?<=\b(?:Rnd|Row|rnd|row)) (?=\d)"
    r"|(?<=\b(?:Rnds|Rows)) (?=\d)|(?<=\b[Ss]l) (?=st\b)"
)
"""Where no line breaks: `ch 2`, `Rnd 4`, `3 more times`, `sl st`."""


def _words(text: str) -> str:
    """Words for the page: escaped, tied where no line may break, fractions as one sign, of their own making where the
    face has none."""
    text = "".join(c for c in text if c == "\t" or ord(c) >= _FIRST_SIGN)
    tied = escape(_TIED.sub("\u00a0", text))
    return _FRACTION.sub('<span class="frac"><sup>\\1</sup>\u2044<sub>\\2</sub></span>', tied)


_FRACTION = re.compile(r"(?:(?<=\d) )?\b([1357])/([248])(?=\u00a0in\b)")
_FIRST_SIGN = 32
"""Below it lie signs that steer machines and print as nothing."""
