"""What a round leaves unsaid: tried in other ways only where it comes out wrong, and taken only with a proof."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.working import same_fabric

GRANNY = (
    "Terms: US\nRnd 1: ch 3 (counts as dc), 2 dc in ring, ch 2, (3 dc in ring, ch 2) 3 times, join. (12 dc)\n"
    "Rnd 2: sl st to corner, ch 3, (2 dc, ch 2, 3 dc) in same sp, ch 1, "
    "*(3 dc, ch 2, 3 dc) in next ch-2 sp, ch 1; rep from * twice more, join. (24 dc)\n"
)
PLACED = (
    "*3 dc in next ch-1 sp, ch 1, (3 dc, ch 2, 3 dc) in next ch-2 sp, ch 1; rep from * twice more, 3 dc in next ch-1 sp"
)
UNPLACED = "*3 dc, ch 1, (3 dc, ch 2, 3 dc), ch 1; rep from * twice more, 3 dc"
BEGUN = "Rnd 3: sl st to corner, ch 3, (2 dc, ch 2, 3 dc) in same sp, ch 1, "


@pytest.mark.parametrize("count", ["", " (36 dc)"])
def test_groups_without_places_are_the_fabric_of_those_with_them(count: str) -> None:
    """By the count where one is stated, else by even sides where the next stitches give none."""
    there, unsaid = (work_draft(f"{GRANNY}{BEGUN}{words}, ch 1, join.{count}\n") for words in (PLACED, UNPLACED))
    assert [r.worked.stitches for r in there.rounds] == [12, 24, 36]
    assert same_fabric(there.fabric, unsaid.fabric)


def test_a_wrong_count_of_groups_without_places_is_told_of_the_count() -> None:
    result = analyse(f"{GRANNY}{BEGUN}{UNPLACED}, ch 1, join. (37 dc)\n")
    assert [(f.code, f.round) for f in result.findings] == [("MR301", 3)]
    assert result.draft.rounds[2].worked.stitches == 36


def test_a_round_that_divides_is_never_read_otherwise() -> None:
    """`2 dc` without a place is one in each of two, whatever a round below has spaces for."""
    draft = work_draft("Terms: US\nRnd 1: [dc in ring, ch 1] 12 times\nRnd 2: [2 dc, ch 1] 6 times\n")
    assert {len(m.feet) for m in draft.rounds[1].worked.made if m.counted} == {1}
    assert draft.rounds[1].worked.stitches == 12


def test_two_and_one_of_a_stitch_are_never_three() -> None:
    """`*2 hdc, 1 hdc*` is an increase and a plain stitch where that fits; where neither does, it is told."""
    text = "Terms: US\nRnd 1: 8 hdc in magic ring\nRnd 2: *2 hdc, 1 hdc* x 4\n"
    assert not analyse(text).stopped
    assert work_draft(text).rounds[1].worked.stitches == 12
    assert not analyse(text.replace("x 4", "x 4 (12)")).stopped
    for wrong in (text.replace("x 4", "x 5"), text.replace("x 4", "x 4 (11)")):
        assert [f.round for f in analyse(wrong).findings if f.severity != "hint"] == [2]


def test_without_a_count_a_repeat_of_other_stitches_that_does_not_divide_stays_one() -> None:
    """What else it might mean is nobody's to guess: it is told."""
    text = "Terms: US\nRnd 1: 8 hdc in magic ring\nRnd 2: *dc in next 2 sts, hdc in next st* around\n"
    assert [f.round for f in analyse(text).findings if f.severity != "hint"] == [2]


SQUARE = (
    "Terms: US\nRnd 1: ch 3 (counts as dc), 2 dc in ring, ch 2, (3 dc in ring, ch 2) 3 times, join. (12 dc)\n"
    "Rnd 2: ch 3, dc in next 2 dc, *(2 dc, ch 2, 2 dc) in corner sp, dc in next 3 dc; rep from * twice, "
    "(2 dc, ch 2, 2 dc) in last sp, join. (28 dc)\n"
)


@pytest.mark.parametrize(
    "line",
    [
        "ch 3, dc in next 4 dc, *corner in corner sp, dc in next 7 dc; rep from * twice, corner in last sp, "
        "dc in last 2 dc",
        "ch 3, dc in each dc around with a corner in each corner sp",
        "ch 3, dc in each dc around, working a corner as before in each ch-2 sp",
    ],
)
def test_a_corner_is_the_one_that_the_rounds_before_had(line: str) -> None:
    explicit = line.replace("a corner as before", "(2 dc, ch 2, 2 dc)").replace("a corner", "(2 dc, ch 2, 2 dc)")
    explicit = explicit.replace("corner in", "(2 dc, ch 2, 2 dc) in").replace(
        "each (2 dc, ch 2, 2 dc) in", "each corner"
    )
    meant, told = (work_draft(f"{SQUARE}Rnd 3: {words}, join. (44 dc)\n") for words in (line, explicit))
    assert meant.rounds[2].worked.stitches == 44
    assert same_fabric(meant.fabric, told.fabric)


def test_a_corner_that_nobody_has_had_is_asked_after() -> None:
    text = "Terms: US\nRnd 1: 12 dc in ring\nRnd 2: *dc in next 2 dc, corner in next dc; rep from * around\n"
    assert "MR105" in {f.code for f in analyse(text).findings}


@pytest.mark.parametrize(
    ("rounds", "counts"),
    [
        (
            "Rnd 1: (sc, ch 2) x 10 in ring, join\nRnd 2: sl st in sp, ch 2, hdc in sp, 2 hdc in each sp, join (20)",
            [10, 20],
        ),
        ("Rnd 1: ch 2, 9 hdc in ring, join (9)\nRnd 2: ch 2, 2 hdc in each st, join (18)", [9, 18]),
        ("Rnd 1: ch 2, 9 hdc in ring, join (10)\nRnd 2: ch 2, hdc in same st, 2 hdc in each st, join (20)", [10, 20]),
    ],
)
def test_whether_two_chains_count_is_what_the_counts_say(rounds: str, counts: list[int]) -> None:
    result = analyse(f"Terms: US\n{rounds}\n")
    assert [r.worked.stitches for r in result.draft.rounds] == counts
    assert not result.stopped


def test_lines_that_end_in_counts_are_rounds_where_none_is_headed() -> None:
    text = (
        "The little disc (UK)\n6dc into a magic ring (6)\n2dc into each st (12)\n[1dc, 2dc into next st] repeat (18)\n"
    )
    assert [r.worked.stitches for r in work_draft(text).rounds] == [6, 12, 18]
    assert not work_draft("The little disc (UK)\nMade of 12 dc (12)\nand of 24 dc (24)\n").rounds


@pytest.mark.parametrize(
    ("words", "count"),
    [("sk dc", 0), ("miss 1 ch, ch 3", 0), ("sk 1 ch", 0), ("miss 1 ch, sc in each of next 8 ch", 8)],
)
def test_chains_missed_at_the_start_of_a_foundation(words: str, count: int) -> None:
    """They turn where something is worked behind them; alone they are told, and never raised."""
    result = analyse(f"Terms: US\nBegin: ch 9\nRow 1: {words}\n")
    assert result.draft.rounds[0].worked.stitches == count
