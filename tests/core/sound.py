"""Motifs that must be read and worked without a word, and come back from the written words."""

from __future__ import annotations

from mossring.analysis import Analysis, analyse
from mossring.stitches.terms import Dialect
from mossring.styles import read_style
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

DIALECTS: tuple[Dialect, ...] = ("us", "uk")


def sound(text: str) -> Analysis:
    """Read and worked without a word, and written so that it comes back."""
    found = analyse(text)
    assert [f for f in found.findings if f.family not in (5, 6)] == []
    for terms in DIALECTS:
        again = analyse(as_text(write_sheet(found.draft, terms)))
        assert same_fabric(again.draft.fabric, found.draft.fabric)
    return found


def in_every_school(found: Analysis) -> None:
    """However it is to be started, turned and joined, it is the same fabric but for what the sheet says it changes."""
    fabric = found.draft.fabric
    for school in SCHOOLS:
        sheet = write_sheet(found.draft, "uk", read_style(school))
        again = analyse(as_text(sheet)).draft.fabric
        assert [r.surface for r in again.rounds] == [r.surface for r in fabric.rounds], school
        assert [r.ties() for r in again.rounds] == [r.ties() for r in fabric.rounds] or sheet.changes, school
        assert sum(len(r.ties()) for r in again.rounds) == sum(len(r.ties()) for r in fabric.rounds), school
        assert same_fabric(again, fabric) or sheet.changes, school


SCHOOLS = ("start ch-2 does not count", "start standing", "start chainless", "turn every round", "join none")


def last(found: Analysis) -> dict[str, int]:
    """How many of each the last round has."""
    r = found.draft.rounds[-1].worked
    return {**r.counts(), **r.spaces()}


def feet(found: Analysis) -> set[tuple[str, int, str]]:
    """What the last round's stitches stand in: kind, round and part."""
    kinds = {m.number: (m.kind, m.round) for r in found.draft.rounds for m in r.worked.made}
    made = found.draft.rounds[-1].worked.made
    return {(*kinds.get(foot, ("?", 0)), m.part) for m in made for foot in m.feet}


def codes(text: str) -> list[tuple[str, int]]:
    """What is told of a text, but for how it lies: codes and rounds."""
    return [(f.code, f.round) for f in analyse(text).findings if f.family != 5 and f.severity != "hint"]
