"""Slips of the pen in every right pattern: each is told once, in its round, and nothing is told of the others.

The slips are common practice, no source: a count along a side one off, a repeat too few, a count misstated. A slip
that changes no stitch (`sl st in next 3 sts and in corner`, where two lie before it) is nothing to tell.
"""

from __future__ import annotations

import re
import zlib
from functools import cache
from pathlib import Path

import pytest

from kernel import marks
from kernel import right as right_ones
from mossring.analysis import Analysis, analyse
from mossring.draft import DraftRound
from mossring.findings import Finding
from mossring.working import same_fabric

PATTERNS = right_ones()
FIVE_CORNERS = "pasted-goldcrest-popcorn-tile-us"
"""No count, no name and no later round tells how many corners it was to have."""
_STITCH = r"(?:sts?|sc|hdc|htr|dc|tr)\b"
SLIPS = {
    "one more on a side": (rf"(?<=next )(\d)(?= {_STITCH})", 1),
    "one fewer on a side": (rf"(?<=next )([3-9])(?= {_STITCH})", -1),
    "a repeat too few": (r"\b([2-9])(?= more times)", -1),
    "a count misstated": (rf"(?<=[(\[])(\d\d)(?= {_STITCH}[^()\[\]]{{0,30}}[)\]])", 1),
    "a repeat too many": (r"\b([2-9])(?= more times)", 1),
    "a corner fuller on one side": (r"(?<=\()([123])(?= (?:dc|tr|htr|hdc), (?:ch \d|\d ch), \1 )", 1),
}


@cache
def right(path: Path) -> Analysis:
    return analyse(path.read_text())


def slipped(path: Path, slip: str) -> tuple[str, DraftRound] | None:
    """The text with its last such slip, and the round it is in; None if there is no room for one."""
    text = path.read_text()
    pattern, by = SLIPS[slip]
    for m in reversed(list(re.finditer(pattern, text))):
        for r in right(path).draft.rounds:
            if r.line.at <= m.start() < r.line.at + len(r.line.text):
                return text[: m.start(1)] + str(int(m[1]) + by) + text[m.end(1) :], r
    return None


def drawn(path: Path) -> list[str]:
    """One of the slips that a pattern has room for, by the lot of its name."""
    text = path.read_text()
    room = [slip for slip, (pattern, _) in SLIPS.items() if re.search(pattern, text)]
    lot = zlib.crc32(path.stem.encode())
    return room[lot % len(room) :][:1] if room else []


CASES = [
    pytest.param(path, slip, id=f"{path.stem}-{slip}", marks=marks(path))
    for path in PATTERNS
    for slip in drawn(path)
    if (path.stem, slip) != (FIVE_CORNERS, "a repeat too many")
]


def told(analysis: Analysis, of_lie: bool) -> list[Finding]:
    return [f for f in analysis.findings if f.severity != "hint" and (f.family == 5) == of_lie]


@pytest.mark.parametrize(("path", "slip"), CASES)
def test_a_slip_is_told_once_in_its_round(path: Path, slip: str) -> None:
    made = slipped(path, slip)
    if made is None:
        pytest.skip("it stands in no round")
    text, r = made
    after = analyse(text)
    told_anyway = slip in ("a count misstated", "a repeat too many")
    if not told_anyway and same_fabric(after.draft.fabric, right(path).draft.fabric):
        pytest.skip("it changes no stitch")
    found = told(after, of_lie=False)
    here = range(r.line.first, r.line.last + 1)
    assert [(f.code, f.round) for f in found if f.round not in here] == []
    assert len(found) <= 1, [(f.code, f.message) for f in found]
    if r.tree.stated or slip == "a repeat too many":
        assert len(found) == 1


@pytest.mark.parametrize(("path", "slip"), [c for c in CASES if c.values[1] == "a count misstated"])
def test_a_misstated_count_says_nothing_new_of_how_it_lies(path: Path, slip: str) -> None:
    made = slipped(path, slip)
    if made is None:
        pytest.skip("it stands in no round")
    before = {(f.code, f.round) for f in told(right(path), of_lie=True)}
    assert {(f.code, f.round) for f in told(analyse(made[0]), of_lie=True)} <= before
