"""What a round is stated to come to against what was worked, in the ways in which designers count."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import DraftRound, work_draft
from mossring.working.tally import due, mismatches

GRANNY = (
    "Terms: US\n"
    "Rnd 1: Ch 3 (counts as dc), 2 dc in ring, ch 2, *3 dc in ring, ch 2; rep from * 2 more times, join\n"
    "Rnd 2: Sl st to ch-2 sp, ch 3, (2 dc, ch 2, 3 dc) in same sp, ch 1, *(3 dc, ch 2, 3 dc) in next ch-2 sp, ch 1; "
    "rep from * 2 more times, join {}\n"
)
"""Two rounds of a granny square: 24 dc, 4 corners, 4 side spaces, 8 groups, 6 dc a side."""
DISC = "Terms: US\nRnd 1: 12 sc in ring\nRnd 2: [sc in next 2 sc, sc2tog] 3 times {}\n"
"""6 sc and 3 sc2tog."""


def wrong(text: str) -> list[tuple[int, int]]:
    """(stated, worked) of every count that differs in the last round."""
    r = work_draft(text).rounds[-1]
    owed = due(r.tree.stated, r.number, r.line.first, r.line.last)
    return [(s.n, have) for s, have in mismatches(r.worked, r.tree.stated, owed)]


@pytest.mark.parametrize(
    "count",
    [
        "(24)",
        "(24 dc)",
        "[24 sts]",
        "- 24 dc",
        "= 24",
        "(24 dc, 4 ch-2 sps, 4 ch-1 sps)",
        "(24 dc, 8 sps)",
        "(24 dc, 4 corner sps, 4 ch-1 sps)",
        "(24 dc, 4 ch-2 corners)",
        "(8 groups)",
        "(6 dc per side)",
        "(24 dc; 6 on each side)",
        "(6 dc per side, 4 corner spaces)",
        "(24 dc, 8 clumps)",  # of what nobody defined nothing is said
        "(8 V-stitches)",
        "24 dc. Fasten off.",
    ],
)
def test_a_count_that_agrees(count: str) -> None:
    assert wrong(GRANNY.format(count)) == []
    assert not analyse(GRANNY.format(count)).stopped


@pytest.mark.parametrize(
    ("count", "differs"),
    [
        ("(23)", (23, 24)),
        ("(24 dc, 3 ch-2 sps)", (3, 4)),
        ("(24 dc, 7 sps)", (7, 8)),
        ("(24 dc, 5 corner sps)", (5, 4)),
        ("(9 groups)", (9, 8)),
        ("(7 dc per side)", (7, 6)),
        ("(24 sc)", (24, 0)),
    ],
)
def test_a_count_that_differs(count: str, differs: tuple[int, int]) -> None:
    assert wrong(GRANNY.format(count)) == [differs]


@pytest.mark.parametrize(
    ("count", "differs"),
    [
        ("(9)", []),
        ("(9 sc)", []),  # three of them sc2tog: as everybody counts decreases (common practice, no source)
        ("(6 sc, 3 sc2tog)", []),
        ("(6 sc)", [(6, 9)]),  # with the decreases left out it is the number that a slip would give
        ("(10 sc)", [(10, 9)]),
    ],
)
def test_stitches_worked_together_count_as_the_one_they_make(count: str, differs: list[tuple[int, int]]) -> None:
    assert wrong(DISC.format(count)) == differs


def rounds(words: str) -> list[DraftRound]:
    return work_draft(f"Terms: US\nRnd 1: 6 sc in ring\nRnd 2: 2 sc in each st around\n{words}\n").rounds


@pytest.mark.parametrize(
    ("words", "owed"),
    [
        ("Rnds 3-5: sc in each st around (12)", [[], [], [12]]),  # one count for all: of the last
        ("Rnds 3-5: sc in each st around (12, 12, 13)", [[12], [12], [13]]),
        ("Rnds 3-4: sc in each st around (12 in rnd 3, 12 in rnd 4)", [[12], [12]]),
        ("Rnd 3: sc in each st around (12 sc, 0 ch-2 sps)", [[12, 0]]),
    ],
)
def test_which_round_a_count_is_for(words: str, owed: list[list[int]]) -> None:
    done = rounds(words)[2:]
    assert [[s.n for s in due(r.tree.stated, r.number, r.line.first, r.line.last)] for r in done] == owed


def test_a_miscount_of_rows_that_go_to_the_end_is_told_once() -> None:
    """The second row is as much too long as the first: it is the stitches then, and they are told where they begin."""
    text = (
        "Terms: US\nCh 18.\n"
        "Row 1: Dc in 4th ch from hook (skipped chs count as dc) and in each ch across; turn. (16 dc)\n"
        "Row 2: Ch 3 (counts as dc), dc in first st and in each st across; turn. (16 dc)\n"
        "Row 3: Ch 3, dc in next st and in each st across. (16 dc)\n"
    )
    found = [f for f in analyse(text).findings if f.severity != "hint"]
    assert [(f.code, f.round) for f in found] == [("MR301", 2)]
    assert any("next" in x.label for x in found[0].fixes), "into the next stitch and not the first"


def test_two_counts_misstated_in_rounds_of_fixed_numbers_are_told_each() -> None:
    text = (
        "Terms: US\nRnd 1: 12 dc in magic ring. Join. (12)\n"
        "Rnd 2: *(dc, tr, ch 2, tr, dc) in next st, dc in next 2 sts. Repeat from * 3 more times. Join. (28)\n"
        "Rnd 3: *(2 dc, ch 2, 2 dc) in corner space, dc in next 5 sts. Repeat from * 3 more times. Join. (40)\n"
    )
    assert [(f.code, f.round) for f in analyse(text).findings if f.severity == "stop"] == [("MR301", 2), ("MR301", 3)]
