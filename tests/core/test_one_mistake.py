"""One mistake, one finding: what only follows from another, and what only looks like one, is not told beside it."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse

NEXT = "(3 tr, 2 ch, 3 tr) in next 2-ch sp"
GAP = "3 tr between groups"
GRANNY = f"Granny, UK terms\nRnd 1: [3 tr in ring, 2 ch] 4 times\nRnd 2: [{NEXT}] 4 times (24 tr)\n"
LATER = f"Rnd 4: [{NEXT}, {GAP}, {GAP}] 4 times (48 tr)\n"
WRONG = [
    (f"Rnd 3: [{NEXT}, {GAP}] 3 times, {NEXT} (36 tr)\n{LATER}", 3),
    (f"Rnd 3: [{NEXT}, {GAP}] 3 times, {NEXT.replace('2 ch', '3 ch')}, {GAP} (36 tr)\n", 3),
    (f"Rnd 3: [{NEXT}, {GAP}] 4 times (35 tr)\n{LATER}", 3),
]


@pytest.mark.parametrize(("rounds", "number"), WRONG)
def test_what_follows_from_a_mistake_is_told_once(rounds: str, number: int) -> None:
    found = [f.round for f in analyse(GRANNY + rounds).findings if f.severity != "hint" and f.family != 5]
    assert found == [number]


def test_a_slip_of_the_chain_is_no_other_dialect() -> None:
    """Every other round begins with ch 4 for a tr: the one with ch 3 is a slip, and told as that."""
    start = "ch {} (counts as tr), tr in next {} tr, [(2 tr, ch 3, 2 tr) in corner, tr in next {} tr] 4 times"
    text = "Square, US terms\nRnd 1: ch 4 (counts as tr), 3 tr in ring, [ch 3, 4 tr in ring] 3 times, ch 3, join\n"
    wrong = text + "Rnd 2: " + start.format(3, 3, 0).split(", [")[0]
    wrong += ", [(2 tr, ch 3, 2 tr) in corner, tr in next 4 tr] 3 times, (2 tr, ch 3, 2 tr) in corner, join\n"
    found = [(f.code, f.round) for f in analyse(wrong).findings if f.severity != "hint" and f.family != 5]
    assert found == [("MR601", 2)]


def test_a_slip_stitch_into_a_corner_is_no_half_of_it() -> None:
    text = (
        "Cluster hexagon, US terms\nRnd 1: [3-dc cl in ring, ch 2] 6 times, join\n"
        "Rnd 2: sl st in ch-2 sp, [(3-dc cl, ch 3, 3-dc cl) in next ch-2 sp, ch 1] 6 times, join\n"
    )
    assert [f.code for f in analyse(text).findings if f.severity != "hint" and f.family != 5] == []
