"""Reading in: a pasted pattern line by line, what was understood of each and what it became."""

from __future__ import annotations

import json
from bisect import bisect_left
from dataclasses import dataclass, field
from typing import Literal

from mossring.analysis import Analysis, analyse
from mossring.draft import Draft
from mossring.findings import Finding, Fix
from mossring.notation import names_told
from mossring.notation.evidence import evidence
from mossring.notation.parts import Line
from mossring.stitches import Dialect
from mossring.writing import as_text, write_sheet

_READ_ON = ("MR102", "MR109", "MR110")
"""Findings about words with which, or without which, the line could be read, or about its number."""
Kind = Literal["understood", "note", "not understood", "blank"]


@dataclass(frozen=True, slots=True)
class Mark:
    """Words that weren't understood, or that a finding is about; `nearest`: what they were probably meant to be."""

    start: int
    end: int
    message: str
    nearest: str = ""
    stops: bool = True
    fix: Fix | None = None


@dataclass(slots=True)
class ReadLine:
    """One line of the text: where it stands, what it is, what it became."""

    start: int
    end: int
    kind: Kind
    became: str = ""
    marks: list[Mark] = field(default_factory=list)


@dataclass(slots=True)
class ReadIn:
    """A text read in. why_terms, why_shape: the evidence, where the text doesn't state them."""

    analysis: Analysis
    lines: list[ReadLine]
    why_terms: list[str]
    why_shape: str


def pattern_text(text: str) -> str:
    """A pattern file from what was dropped: our own JSON becomes one, any other text is one already."""
    if not text.lstrip().startswith("{"):
        return text
    try:
        data = json.loads(text)
        rounds = [f"{r['label']}: {r['text']}. ({r['counts']})" for r in data["rounds"]]
        head = [f"Motif: {data['motif']}", f"Terms: {data['terms'].upper()}", f"Shape: {data['shape']}"]
        head += [f"{m['key']}: {m['value']}" for m in data.get("materials", [])]
        head += [f"Stitch {s['name']}: {s['made']}" for s in data.get("stitches", [])]
        return "\n".join([*head, f"Begin: {data['begin']}", *map(str, data.get("notes", [])), *rounds]) + "\n"
    except (ValueError, KeyError, TypeError, AttributeError):
        return text


def read_in(text: str, terms: Dialect | None = None) -> ReadIn:
    """Read a pasted pattern. Never raises."""
    result = analyse(text, terms)
    draft = result.draft
    there = _There(draft)
    lines = []
    at = 0
    for raw in text.splitlines(keepends=True):
        end = at + len(raw.rstrip("\r\n"))
        lines.append(_line(draft, result.findings, at, end, there))
        at += len(raw)
    return ReadIn(result, lines, _why_terms(draft), _why_shape(draft))


class _There:
    """What stands where in a text: notes, heads of rounds and what their words came to, the words of rounds."""

    def __init__(self, draft: Draft) -> None:
        self.became = _became(draft)
        self.notes = {n.at: n for n in reversed(draft.doc.notes)}
        self.heads = sorted(r.head[0] for r in draft.doc.rounds)
        self.rounds = sorted((r.at, r.at + len(r.text)) for r in draft.doc.rounds)

    def heads_in(self, start: int, end: int) -> list[int]:
        return self.heads[bisect_left(self.heads, start) : bisect_left(self.heads, end)]

    def is_in_round(self, start: int, end: int) -> bool:
        """Whether a line has words of a round that begins above it or in it."""
        k = bisect_left(self.rounds, (end, 0)) - 1
        return k >= 0 and start < self.rounds[k][1]


def _line(draft: Draft, findings: list[Finding], start: int, end: int, there: _There) -> ReadLine:
    text = draft.doc.text[start:end]
    if not text.strip():
        return ReadLine(start, end, "blank")
    here = [f for f in findings if f.round and start <= f.start < max(end, start + 1)]
    marks = [_mark(f) for f in here if f.severity != "hint" or f.family == 1]
    heads = there.heads_in(start, end)
    if heads or there.is_in_round(start, end):
        unread = any(f.family == 1 and f.code not in _READ_ON and start <= f.start < end for f in findings)
        words = "\n".join(there.became[h] for h in heads if h in there.became)
        return ReadLine(start, end, "not understood" if unread else "understood", words, marks)
    note = there.notes.get(start)
    if note is None:
        return ReadLine(start, end, "understood", " ".join(draft.doc.plain[start:end].split()), marks)
    asks = next((f for f in findings if f.code == "MR111" and start <= f.start < end), None)
    if asks is not None:
        return ReadLine(start, end, "note", "", [_mark(asks)])
    return _noted(draft, note, start, end)


def _noted(draft: Draft, note: Line, start: int, end: int) -> ReadLine:
    """A line between the rounds: what it says of the motif, or a note."""
    text = note.text.strip()
    if note.kind == "begin":
        kind, n = draft.doc.begin.kind, draft.doc.begin.chains
        says = {"ring": f"ring of {n} chains", "foundation": f"foundation of {n} chains"}.get(kind, kind)
        return ReadLine(start, end, "understood", f"Begin: {says}")
    if note.kind == "definition":
        told = " and ".join(names_told(text, draft.names, draft.dialect))
        return ReadLine(start, end, "understood" if told else "note", f"defines {told}" if told else "")
    if note.kind == "header":
        return ReadLine(start, end, "understood", f"Title: {draft.doc.title}")
    if note.kind == "heading" and draft.doc.terms and draft.doc.terms_span[0] in range(start, end + 1):
        return ReadLine(start, end, "understood", f"Terms: {draft.doc.terms.upper()}")
    return ReadLine(start, end, "note")


def _mark(f: Finding) -> Mark:
    fix = f.fixes[0] if f.fixes else None
    return Mark(f.start, f.end, f.message, fix.label if fix else "", f.severity == "stop", fix)


def _became(draft: Draft) -> dict[int, str]:
    """What the words of each head came to, by where it stands: a line a round, in the motif's dialect, with counts."""
    sheet = write_sheet(draft, draft.dialect)
    by_number = {r.number: r.line for r in sheet.rounds}
    out: dict[int, str] = {}
    for r in draft.rounds:
        line = by_number.get(r.number, "")
        out[r.line.head[0]] = f"{out[r.line.head[0]]}\n{line}" if r.line.head[0] in out else line
    return out


def _why_terms(draft: Draft) -> list[str]:
    if draft.said_terms:
        return ["The text says so."]
    told = [e.why for e in evidence(draft.doc.words()) if e.dialect == draft.dialect]
    if draft.by_lie:
        told.append(f"In {draft.dialect.upper()} terms its rounds lie flatter than in the other.")
    return told or ["Nothing tells: US terms are taken until you say otherwise."]


def _why_shape(draft: Draft) -> str:
    if draft.said_shape:
        return "The text says so."
    if draft.shape.sides >= 3:
        return f"Its rounds have {draft.shape.sides} corners."
    return "Its rounds have no corners."


def taken(read: ReadIn) -> str:
    """The text as the notation would have it: every round written out, ready for the bench."""
    draft = read.analysis.draft
    return as_text(write_sheet(draft, draft.dialect))
