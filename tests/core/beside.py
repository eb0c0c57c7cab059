"""A text beside its long form: what is found in it, and whether both come to the same fabric."""

from __future__ import annotations

from mossring.analysis import analyse
from mossring.draft import Draft, work_draft
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet


def found(text: str) -> list[str]:
    """Codes and rounds of what is said against a text, but for how it lies."""
    return [f"{f.code} {f.round}" for f in analyse(text).findings if f.severity != "hint" and f.family != 5]


def same(text: str, other: str) -> Draft:
    """Both work without a word said against them, to the same fabric, and are written so that they read back."""
    one, two = work_draft(text), work_draft(other)
    assert found(text) == found(other) == []
    assert same_fabric(one.fabric, two.fabric)
    for terms in ("us", "uk"):
        assert same_fabric(work_draft(as_text(write_sheet(one, terms))).fabric, one.fabric)
    return one
