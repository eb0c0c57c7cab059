"""Counts behind a round: every way to state them is read, agrees with a right round, and is told of a wrong one.

How counts are written is common practice, no source.
"""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.notation import read_round

ROUND = "[(2 dc, ch 2, 2 dc) in corner, dc in next 3 dc] 4 times"
BELOW = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"

RIGHT = [
    "(28 dc)",
    "(28)",
    "(28 sts)",
    "[28 dc]",
    "<28>",
    "- 28 dc",
    "-- 28 dc",
    ". 28 dc",
    ". 28 dc.",
    "= 28 dc",
    "= 28",
    ": 28 dc",
    "-> 28 dc",
    "(28 dc, 4 ch-2 sps)",
    "(28 dc, 4 corners)",
    "(28 dc, 4 corner sps)",
    "(28 dc + 4 ch-2 sps)",
    "(28 dc and 4 ch-2 sps)",
    "(28 dc; 4 ch-2 sps)",
    "(28 dc / 4 ch-2 sps)",
    "(28 dc total)",
    "(total: 28 dc)",
    "(28 dc in all)",
    "(7 dc per side)",
    "(7 sts on each side)",
    "(4 sides of 7 dc)",
    "(28 dc, 7 on each side)",
    "(28 dc, i.e. 7 on each side)",
    "(28 double crochet)",
    "(twenty eight dc)",
    ". You should have 28 dc.",
    ". You now have 28 dc.",
    ". There are 28 dc.",
    "(28 dc). Fasten off.",
    ". Fasten off. (28 dc)",
    "- 28 dc. Turn.",
    "*28 dc*",
]


@pytest.mark.parametrize("said", RIGHT)
def test_a_right_count_is_read_and_agrees(said: str) -> None:
    text = f"{BELOW}Rnd 2: {ROUND} {said}" if said[0] not in ".:" else f"{BELOW}Rnd 2: {ROUND}{said}"
    result = analyse(text)
    assert result.draft.rounds[1].worked.stitches == 28
    assert result.draft.rounds[1].tree.stated, said
    assert not [f for f in result.findings if f.severity != "hint"], said


@pytest.mark.parametrize(
    "said", [s for s in RIGHT if "28" in s and s not in ("(28 dc, 7 on each side)", "(28 dc, i.e. 7 on each side)")]
)
def test_a_wrong_one_is_told_once(said: str) -> None:
    wrong = said.replace("28", "30")
    text = f"{BELOW}Rnd 2: {ROUND} {wrong}" if said[0] not in ".:" else f"{BELOW}Rnd 2: {ROUND}{wrong}"
    found = [(f.code, f.round) for f in analyse(text).findings if f.severity != "hint" and f.family != 5]
    assert found == [("MR301", 2)], said


@pytest.mark.parametrize(
    ("said", "counts"),
    [
        ("(24 dc, 8 ch-1 sps)", [(24, "dc"), (8, "ch-1")]),
        ("(24 dc, 8 1-ch sps)", [(24, "dc"), (8, "ch-1")]),
        ("(12 clusters)", [(12, "-cl")]),
        ("(12 3-dc cl)", [(12, "dc3-cl")]),
        ("(6 popcorns, 12 dc)", [(6, "-pc"), (12, "dc")]),
        ("(8 puffs)", [(8, "-puff")]),
        ("(12 groups)", [(12, "groups")]),
        ("(8 groups of 3 dc)", [(8, "groups")]),
        ("(12 shells)", [(12, "groups")]),
        ("(15 dc, 5 picots)", [(15, "dc"), (5, "picot")]),
        ("(24, 36, 48 dc)", [(24, "dc"), (36, "dc"), (48, "dc")]),
        ("(24, 36 and 48 dc)", [(24, "dc"), (36, "dc"), (48, "dc")]),
        ("(16 sc, 4 sps)", [(16, "sc"), (4, "sps")]),
        ("(10 FPdc, 10 dc)", [(10, "fpdc"), (10, "dc")]),
        ("(24 esc)", [(24, "esc")]),
    ],
)
def test_what_is_counted(said: str, counts: list[tuple[int, str]]) -> None:
    stated = read_round(f"dc in each st around {said}", "us").stated
    assert [(s.n, s.what) for s in stated] == counts


@pytest.mark.parametrize(
    "words",
    [
        "(3 dc, ch 2, 3 dc) in corner",
        "[2 dc, ch 1] 4 times",
        "(dc, ch 1, dc) in next st",
        "(3 dc in next sp, ch 1) twice",
        "(2 sc, picot, 2 sc) in next sp",
    ],
)
def test_what_is_worked_is_never_taken_for_a_count(words: str) -> None:
    assert not read_round(f"dc in next st, {words}, dc in next st", "us").stated
    assert not read_round(words, "us").stated


@pytest.mark.parametrize("dialect", ["us", "uk"])
@pytest.mark.parametrize("n", [6, 12, 18, 24])
def test_a_count_in_either_dialect_is_of_the_same_stitch(n: int, dialect: str) -> None:
    tall = {"us": "dc", "uk": "tr"}[dialect]
    stated = read_round(f"2 {tall} in each st around ({n} {tall})", dialect).stated
    assert [(s.n, s.what) for s in stated] == [(n, "dc")]
