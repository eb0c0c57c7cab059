"""A finding: what is wrong, where, why, and edits that mend it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from difflib import SequenceMatcher
from typing import Literal

Severity = Literal["stop", "warn", "hint"]


@dataclass(frozen=True, slots=True)
class Edit:
    """Replace text[start:end] by `text`; offsets are into the motif's whole text."""

    start: int
    end: int
    text: str


@dataclass(frozen=True, slots=True)
class Fix:
    """Edits that go together, in the designer's words. states: they change a stated count, no stitch. way: of mends
    that go the same way only the first that comes right is offered (``: each stands for itself)."""

    label: str
    edits: tuple[Edit, ...]
    states: bool = False
    way: str = ""


Propose = Iterable[Fix]


@dataclass(slots=True)
class Finding:
    """code: MR + three digits. round: as the designer numbered it (0: the file). start, end: in the whole text.

    propose: candidates for `fixes`, best first, made only when asked for; the first `most` that come right
    when worked are offered.
    """

    code: str
    severity: Severity
    round: int
    start: int
    end: int
    message: str
    why: str = ""
    fixes: list[Fix] = field(default_factory=list)
    propose: Propose | None = None
    most: int = 1

    @property
    def family(self) -> int:
        return int(self.code[2])


def apply(text: str, edits: Iterable[Edit]) -> str:
    """The text with non-overlapping edits carried out."""
    out = text
    for e in sorted(edits, key=lambda e: e.start, reverse=True):
        out = out[: e.start] + e.text + out[e.end :]
    return out


def between(old: str, new: str) -> tuple[Edit, ...]:
    """The edits that turn one text into the other, as short as the characters allow."""
    matcher = SequenceMatcher(None, old, new, autojunk=False) if len(old) < 4000 else None
    if matcher is None:
        return _line_edits(old, new)
    return tuple(Edit(i, j, new[k:m]) for tag, i, j, k, m in matcher.get_opcodes() if tag != "equal")


def _line_edits(old: str, new: str) -> tuple[Edit, ...]:
    """Line by line, for texts with the same number of lines."""
    out = []
    at = 0
    for a, b in zip(old.splitlines(keepends=True), new.splitlines(keepends=True), strict=True):
        if a != b:
            out.append(Edit(at, at + len(a), b))
        at += len(a)
    return tuple(out)
