"""All of round 1 in one chain: read with the chains above it or in it, and written so that a hand can follow it.

`Ch 4. Rnd 1: 11 dc in 4th ch from hook`: the chains passed over are the first stitch, or lift the hook (common
practice, no source).
"""

from __future__ import annotations

import re

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.styles.style import read_style
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

ROUNDS = {
    "dc": "ch 3 (counts as dc), 11 dc in {}, join with sl st in top of beg ch-3",
    "sc": "ch 1, 6 sc in {}, join with sl st in first sc",
    "hdc": "ch 2 (does not count), 8 hdc in {}, join with sl st in first hdc",
    "tr": "ch 4 (counts as tr), 15 tr in {}, join with sl st in top of beg ch-4",
    "groups": "ch 3 (counts as dc), 2 dc in {0}, [ch 2, 3 dc in {0}] 3 times, ch 2, join with sl st in top of beg ch-3",
    "net": "ch 4 (counts as dc and ch 1), [dc in {}, ch 1] 11 times, join with sl st in 3rd ch of beg ch-4",
    "clusters": "[3-dc cl in {}, ch 2] 6 times",
}
STYLES = ("", "start ch-3 does not count", "start chainless", "start standing", "join none")


def _draft(round_one: str):
    return work_draft(f"Terms: US\nBegin: ch 2\nRnd 1: {round_one.format('2nd ch from hook')}")


@pytest.mark.parametrize("dialect", ["us", "uk"])
@pytest.mark.parametrize("style", STYLES)
@pytest.mark.parametrize("name", ROUNDS)
def test_what_is_written_comes_back(name: str, style: str, dialect: str) -> None:
    draft = _draft(ROUNDS[name])
    text = as_text(write_sheet(draft, dialect, read_style(style)))
    again = analyse(text)
    assert same_fabric(again.draft.fabric, draft.fabric), text
    assert not [f for f in again.findings if f.severity != "hint"], text


@pytest.mark.parametrize("style", STYLES)
@pytest.mark.parametrize("name", ROUNDS)
def test_it_begins_on_as_many_chains_as_the_place_says(name: str, style: str) -> None:
    text = as_text(write_sheet(_draft(ROUNDS[name]), "us", read_style(style)))
    begun = re.search(r"^Begin: ch (\d+)$", text, re.MULTILINE)
    assert begun, text
    assert set(re.findall(r"(\d+)(?:nd|rd|th) ch from hook", text)) == {begun[1]}, text


def test_the_start_is_those_passed_over() -> None:
    text = as_text(write_sheet(_draft(ROUNDS["dc"]), "us"))
    assert "Begin: ch 4\nRnd 1: 11 dc in 4th ch from hook (skipped 3 ch count as dc), join" in text
    text = as_text(write_sheet(_draft(ROUNDS["dc"]), "us", read_style("start ch-3 does not count")))
    assert "Begin: ch 4\nRnd 1: 12 dc in 4th ch from hook (skipped 3 ch do not count), join" in text


@pytest.mark.parametrize(
    ("first", "count"),
    [
        ("Ch 4.\nRnd 1: 11 dc in 4th ch from hook, join. (12 dc)", 12),
        ("Ch 4.\nRnd 1: 11 dc in 4th ch from hook, join.", 12),
        ("Ch 4.\nRnd 1: 12 dc in 4th ch from hook, sl st to first dc. (12 dc)", 12),
        ("Ch 5.\nRnd 1: 15 tr in 5th ch from hook, join. (16 tr)", 16),
        ("Ch 4.\nRow 1: 2 dc in 4th ch from hook, turn. (3 dc)", 3),
        ("Ch 3.\nRnd 1: 9 hdc in 3rd ch from hook, join. (10 hdc)", 10),
        ("Ch 3.\nRnd 1: 8 hdc in 3rd ch from hook, sl st to first hdc. (8 hdc)", 8),
        ("Ch 2.\nRnd 1: 6 sc in 2nd ch from hook, join. (6 sc)", 6),
    ],
)
def test_chains_above_the_round_are_read_like_chains_in_it(first: str, count: int) -> None:
    within = re.sub(r"(Ch \d)\.\n(R\w+ 1:)", r"\2 \1,", first)
    for text in (first, within):
        result = analyse("Terms: US\n" + text)
        assert result.draft.rounds[0].worked.stitches == count, text
        assert not [f for f in result.findings if f.severity != "hint"], text
