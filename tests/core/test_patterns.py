"""Patterns of our own in many hands, right ones and ones with a planted mistake: what is found, and nothing else.

A text is analysed once, and all is asked of that one answer. Every push asks it of a kernel of patterns, which together
reach every branch that all of them reach; `./mossring test --all` of them all.
"""

from __future__ import annotations

from pathlib import Path

import pytest

from digests import digest, kept
from kernel import KERNEL, PATTERNS, marked
from mossring.analysis import Analysis, analyse
from mossring.stitches.terms import Dialect
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

TESTS = Path(__file__).parent.parent
DIGESTS = kept()
DIALECTS: tuple[Dialect, ...] = ("us", "uk")


def serious(found: Analysis) -> list[str]:
    return [f"{f.code} {f.round}" for f in found.findings if f.severity != "hint" and f.family != 5]


@pytest.mark.parametrize("path", marked(PATTERNS))
def test_it_comes_to_what_its_first_line_says(path: Path) -> None:
    """Findings below the level, each in its round; terms and shape; stitches by round. All besides, by digest. What is
    right comes back from its words, in both dialects."""
    text = path.read_text()
    found = analyse(text)
    draft = found.draft
    expected, shape, counts = text.splitlines()[0].removeprefix("# expect:").split("|")
    assert (", ".join(serious(found)) or "nothing") == expected.strip()
    assert f"{draft.dialect} {draft.shape.name}" == shape.strip()
    assert [r.worked.stitches for r in draft.rounds] == [int(n) for n in counts.split()]
    name = path.relative_to(TESTS.parent).as_posix()
    assert digest(found) == DIGESTS[name], "another reading: python tests/digests.py show"
    if expected.strip() != "nothing":
        return
    for terms in DIALECTS:
        written = as_text(write_sheet(draft, terms))
        again = analyse(written)
        assert same_fabric(again.draft.fabric, draft.fabric), written
        assert serious(again) == [], written


def test_the_kernel_names_patterns_that_there_are() -> None:
    assert {p.stem for p in PATTERNS} >= KERNEL
