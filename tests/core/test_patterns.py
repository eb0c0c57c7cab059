"""Patterns of our own in many hands, right ones and ones with a planted mistake: what is found, and nothing else."""

from __future__ import annotations

from pathlib import Path

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.stitches.terms import Dialect
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

PATTERNS = sorted((Path(__file__).parent.parent / "patterns").glob("*.txt"))


@pytest.mark.parametrize("path", PATTERNS, ids=lambda p: p.stem)
def test_what_is_found(path: Path) -> None:
    """The first line says which findings (below the level) are expected, each in its round."""
    text = path.read_text()
    expected = text.splitlines()[0].removeprefix("# expect: ")
    found = [f"{f.code} {f.round}" for f in analyse(text).findings if f.severity != "hint" and f.family != 5]
    assert (", ".join(found) or "nothing") == expected


@pytest.mark.parametrize("terms", ["us", "uk"])
@pytest.mark.parametrize("path", [p for p in PATTERNS if "nothing" in p.read_text()[:40]], ids=lambda p: p.stem)
def test_right_ones_come_back_the_same(path: Path, terms: Dialect) -> None:
    draft = work_draft(path.read_text())
    written = as_text(write_sheet(draft, terms))
    assert same_fabric(work_draft(written).fabric, draft.fabric), written
    assert [f.code for f in analyse(written).findings if f.severity != "hint" and f.family != 5] == [], written
