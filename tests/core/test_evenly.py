"""Increases spread over a round, ends of like rounds, places that a round comes back to: by what must hold of each."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from kernel import examples
from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.working import WorkedRound, same_fabric
from mossring.writing import as_text, write_sheet


def _last(text: str) -> WorkedRound:
    worked = work_draft(text).rounds[-1].worked
    assert worked.troubles == []
    assert worked.unworked == 0
    return worked


@given(st.integers(4, 40), st.integers(1, 60), st.booleans())
@settings(max_examples=examples(60), deadline=None)
def test_increases_are_spread_as_evenly_as_they_can_be(below: int, more: int, starts: bool) -> None:
    """Every stitch is worked, as many are added as are said, and no place gets two more than another: pigeonholes."""
    chain, join = ("ch 3, ", ", join with sl st in top of ch-3") if starts else ("", "")
    worked = _last(f"Terms: US\nRnd 1: {below} dc in ring\nRnd 2: {chain}dc around, increasing {more} dc evenly{join}")
    assert worked.stitches == below + more
    made: dict[tuple[int, ...], int] = {}
    for m in worked.made:
        if m.counted:
            made[m.feet] = made.get(m.feet, 0) + 1
    assert len(made) == below
    assert max(made.values()) - min(made.values()) <= 1


@given(st.integers(6, 30), st.integers(1, 30))
@settings(max_examples=examples(20), deadline=None)
def test_what_was_spread_is_written_out_and_read_again(below: int, more: int) -> None:
    draft = work_draft(f"Terms: US\nRnd 1: {below} sc in ring\nRnd 2: increase {more} sc evenly\nRnd 3: as Rnd 2")
    for terms in ("us", "uk"):
        assert same_fabric(work_draft(as_text(write_sheet(draft, terms))).fabric, draft.fabric)


@pytest.mark.parametrize(
    ("terms", "stitch", "each"), [("us", "dc", 12), ("us", "sc", 6), ("uk", "tr", 12), ("uk", "dc", 6)]
)
def test_a_circle_that_grows_evenly_lies_flat(terms: str, stitch: str, each: int) -> None:
    """The counting facts of circles (common practice, no source): a dc circle grows by 12, an sc circle by 6."""
    rounds = "\n".join(f"Rnd {k}: increase {each} {stitch} evenly ({each * k})" for k in range(2, 7))
    result = analyse(f"Terms: {terms}\nRnd 1: {each} {stitch} in ring\n{rounds}\n")
    assert result.verdict == "flat"
    assert [f.code for f in result.findings if f.severity != "hint"] == []


@pytest.mark.parametrize("said", ["increase ² sts evenly", "increase 0 sts evenly", "increase many sts evenly"])
def test_a_number_of_increases_that_is_none_is_told(said: str) -> None:
    found = analyse(f"Terms: US\nRnd 1: 6 sc in ring\nRnd 2: {said}\n").findings
    assert [f.round for f in found if f.severity == "stop"][:1] == [2]


SQUARE = "Terms: US\nRnd 1: 12 dc in ring\nRnd 2: *dc in next 2 dc, (2 dc, ch 2, 2 dc) in next dc; rep from * around\n"
THIRD = "Rnd 3: *dc in each dc to ch-2 sp, (2 dc, ch 2, 2 dc) in ch-2 sp; rep from * around, dc in last 2 dc\n"


@pytest.mark.parametrize(
    "said",
    [
        "As Rnd 3, ending with dc in last 4 dc",
        "as Rnd 3, dc in each of last 4 dc",
        "Rep Rnd 3, but end with dc in each of last 4 dc before joining",
        "Rep Rnd 3, finishing with dc in each of last 4 dc. Join",
    ],
)
def test_the_end_of_a_like_round_stands_in_place_of_the_other_one(said: str) -> None:
    told = work_draft(f"{SQUARE}{THIRD}Rnd 4: {said}\n")
    spelt = work_draft(SQUARE + THIRD + THIRD.replace("Rnd 3", "Rnd 4").replace("last 2", "last 4"))
    assert [r.worked.stitches for r in told.rounds] == [12, 24, 40, 56]
    assert same_fabric(told.fabric, spelt.fabric)


@pytest.mark.parametrize(
    ("word", "count", "severity"),
    [
        ("doulbe crochet", "(24)", "hint"),  # long, and near one word only
        ("dcc", "(24)", "stop"),  # short, and nothing says what it is
        ("dcc", "(24 dc)", "hint"),  # short, and the round comes to the stitches of that name
        ("dcc", "(25 dc)", "stop"),
    ],
)
def test_a_slip_that_can_be_no_other_word_is_a_hint(word: str, count: str, severity: str) -> None:
    found = analyse(f"Terms: US\nRnd 1: 12 dc in ring\nRnd 2: 2 {word} in each dc {count}\n").findings
    assert [f.severity for f in found if f.code == "MR102"] == [severity]
