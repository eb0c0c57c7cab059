"""Rows shaped at both their ends, turned and begun as makers say it (common practice, no source; our own wording)."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.stitches import Dialect
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

NINE = "Terms: US\nCh 10.\nRow 1: sc in 2nd ch from hook and in each ch across, turn (9)\n"
SHAPED = [
    ("ch 1, inc at both ends, turn", 11),
    ("ch 1, increase 1 st at each end, turn", 11),
    ("ch 1, inc in first and last st, sc in between, turn", 11),
    ("ch 1, 2 sc in first and last st, sc in each st between, turn", 11),
    ("ch 1, sc2tog at both ends, sc between, turn", 7),
    ("ch 1, dec 1 at each end of row, turn", 7),
]


@pytest.mark.parametrize(("words", "count"), SHAPED)
@pytest.mark.parametrize("dialect", ["us", "uk"])
def test_a_row_is_shaped_at_both_ends_and_written_back(words: str, count: int, dialect: Dialect) -> None:
    result = analyse(f"{NINE}Row 2: {words}\nRow 3: ch 1, sc in each st across ({count})")
    assert [r.worked.stitches for r in result.draft.rounds] == [9, count, count]
    assert [f for f in result.findings if f.severity != "hint"] == []
    again = work_draft(as_text(write_sheet(result.draft, dialect)))
    assert same_fabric(again.fabric, result.draft.fabric)


@pytest.mark.parametrize("turn", ["3 ch, turn", "turn with 3 ch", "turn, 3 ch", "turn and work 3 ch"])
def test_the_chain_beside_a_turn_begins_the_next_row(turn: str) -> None:
    rows = f"1 tr in 4th ch from hook, 1 tr in each ch to end, {turn}", "miss first tr, 1 tr in each tr to end"
    draft = work_draft(f"Terms: UK\nMake 23 ch.\n1st row: {rows[0]}\n2nd row: {rows[1]}, 1 tr in top of turning ch")
    assert [r.worked.stitches for r in draft.rounds] == [21, 21]
    assert not any(r.worked.spaces() for r in draft.rounds)


@pytest.mark.parametrize(
    "cast",
    ["CO: ch 10", "Foundation row: Chain 10.", "Set-up: ch 10", "Chain ten.", "Ch 9 (plus 1 for turning)", "Ch 9 + 1"],
)
def test_a_foundation_is_cast_under_many_names(cast: str) -> None:
    draft = work_draft(NINE.replace("Ch 10.", f"Strip\n{cast}"))
    assert (draft.doc.begin.kind, draft.doc.begin.chains) == ("foundation", 10)
    assert [r.worked.stitches for r in draft.rounds] == [9]
