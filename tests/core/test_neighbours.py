"""Joining to finished neighbours in the last round: worked, counted, written and drawn."""

from __future__ import annotations

import pytest

from core.sound import in_every_school
from mossring.analysis import Analysis, analyse, as_data
from mossring.chart import as_svg, draw
from mossring.stitches.terms import Dialect
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

DIALECTS: tuple[Dialect, ...] = ("us", "uk")
SQUARE = "Terms: US\nRnd 1: [3 dc, ch 3] 4 times in ring; join\nRnd 2: "
FREE = "[(3 dc, ch 3, 3 dc) in next sp, ch 1] "


def joined(text: str) -> Analysis:
    """Read and worked without a word, and written so that it comes back, joins and all."""
    found = analyse(text)
    assert [f for f in found.findings if f.family != 5] == []
    for terms in DIALECTS:
        again = analyse(as_text(write_sheet(found.draft, terms)))
        assert same_fabric(again.draft.fabric, found.draft.fabric)
        assert again.draft.rounds[-1].worked.neighbours().keys() == found.draft.rounds[-1].worked.neighbours().keys()
    return found


@pytest.mark.parametrize(
    "tie",
    [
        "sl st in corresponding ch-3 sp of previous motif",
        "sl st in adjacent ch-3 loop of neighbouring square",
        "sc in adjoining corner of motif 1",
        "join with sl st to corner of first square",
        "sl st to finished tile",
        "sl st in the matching corner sp of the second hexagon",
    ],
)
def test_a_corner_drawn_to_a_neighbour_keeps_its_place(tie: str) -> None:
    found = joined(
        f"{SQUARE}{FREE}twice, [(3 dc, ch 1, {tie}, ch 1, 3 dc) in next sp, ch 1] twice; join (24 dc, 4 ch-3 sps)"
    )
    done = found.draft.rounds[-1].worked
    assert (done.spaces(), len(done.corners), done.stitches) == ({"ch-3": 4, "ch-1": 4}, 4, 24)
    assert list(done.neighbours().values()) == [[4]]  # from the third corner to the fourth


def test_two_neighbours_meet_at_a_corner() -> None:
    one, other = "sl st in corner of motif 1", "sl st in corner of motif 2"
    corners = [f"{one}", f"{one}, {other}", f"{other}"]
    words = ", ".join(f"(3 dc, ch 1, {ties}, ch 1, 3 dc) in next sp, ch 1" for ties in corners)
    found = joined(f"{SQUARE}{FREE}once, {words}; join")
    assert found.draft.rounds[-1].worked.neighbours() == {"motif 1": [3], "motif 2": [4]}
    in_every_school(found)
    rounds = as_data(found)["rounds"]
    assert isinstance(rounds, list)
    assert rounds[-1]["neighbours"] == {"motif 1": [3], "motif 2": [4]}


def test_a_join_in_place_of_a_side_chain() -> None:
    tie = "sl st in next ch-1 sp of previous motif"
    corner = "(3 dc, ch 2, sl st in corner of previous motif, ch 1, 3 dc) in next sp"
    found = joined(f"{SQUARE}{FREE}twice, {corner}, {tie}, {corner}, ch 1; join")
    assert found.draft.rounds[-1].worked.neighbours() == {"previous motif": [4]}


def test_a_circle_joined_stitch_by_stitch() -> None:
    circle = "Terms: US\nRnd 1: 12 dc in ring; join\nRnd 2: 2 dc in each of next 10 sts, "
    found = joined(
        circle + "[dc in next st, sl st in corresponding st of other motif, dc in same st] twice; join (24 dc)"
    )
    done = found.draft.rounds[-1].worked
    assert done.stitches == 24
    assert done.neighbours() == {"other motif": []}
    assert found.verdict == "flat"


def test_joins_are_drawn_dotted_outwards() -> None:
    tie = "(3 dc, ch 1, sl st in corner of motif 2, ch 1, 3 dc) in next sp, ch 1"
    found = analyse(f"{SQUARE}{FREE}3 times, {tie}; join")
    drawn = draw(found.draft)
    (tie,) = [sign for sign in drawn.beside if sign.role == "tie"]
    start, end = ([float(x) for x in p.split()] for p in tie.path.removeprefix("M").split("L"))
    assert end[0] ** 2 + end[1] ** 2 > start[0] ** 2 + start[1] ** 2
    assert "stroke-dasharray" in as_svg(drawn, "joined")


def test_a_motif_of_its_own_is_no_neighbour() -> None:
    found = analyse(f"{SQUARE}{FREE}4 times around motif; join with sl st to first dc")
    assert found.draft.rounds[-1].worked.ties() == []
