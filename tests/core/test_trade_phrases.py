"""Phrases of the trade: what they are worked into, and that they come back from the written words."""

from __future__ import annotations

import pytest

from core.sound import feet, last, sound
from mossring.analysis import analyse

RING = "Terms: US\nRnd 1: ch 1, 9 sc in magic ring; join\n"
MESH = "Terms: US\nRnd 1: 14 dc in ring; join\nRnd 2: ch 1, [sc in next st, ch 3, sk 1 st] 7 times; join\n"
STRIP = (
    "Terms: US\nRow 1: Ch 8, hdc in 3rd ch from hook and in each ch across, turn (6 hdc)\n"
    "Rows 2-5: ch 1, hdc in each st, turn\n"
)


def test_a_chain_that_rises_amid_a_round_has_a_top() -> None:
    wheel = RING + "Rnd 2: *sl st in next sc, ch 3, 2 dc in same sc; rep from * around\n"
    found = sound(wheel + "Rnd 3: *dc in next 2 dc, 2 dc in top of next ch-3; rep from * around")
    assert last(found) == {"dc": 36}
    assert ("ch", 2, "ch 3") in feet(found)


def test_a_chain_that_is_said_to_count_amid_a_round_is_a_stitch() -> None:
    wheel = RING + "Rnd 2: *sl st in next sc, ch 3 (counts as dc), 2 dc in same sc; rep from * around (27 dc)"
    assert last(sound(wheel)) == {"slst": 9, "dc": 27}


def test_a_sweep_over_spaces_ends_behind_the_last_that_it_worked() -> None:
    mesh = "*ch 3, sk 2 ch, sc in next ch; rep twice, turn"
    row = f"Terms: US\nRow 1: Ch 12, sc in 2nd ch from hook, sc in next ch, {mesh}\n"
    found = sound(row + "Row 2: ch 1, sc in first st, 4 sc in each ch-3 sp across, sc in last 2 sts, turn")
    assert last(found) == {"sc": 15}


def test_working_over_a_space_into_one_below() -> None:
    net = "Terms: US\nRnd 1: [2 dc, ch 1] 7 times in ring; join\n"
    net += "Rnd 2: [sc in next 2 dc, ch 3, sk ch-1 sp] 7 times; join\n"
    found = sound(net + "Rnd 3: [dc in next 2 sc, working over ch-3 sp, 3 dc in next ch-1 sp of rnd 1] 7 times; join")
    assert last(found) == {"dc": 35}
    assert ("ch", 1, "") in feet(found)
    assert ("ch", 2, "") not in feet(found)


@pytest.mark.parametrize("words", ["Place loop on marker", "Put live loop of A onto a stitch marker"])
def test_a_loop_on_a_marker_is_parked(words: str) -> None:
    text = (
        f"Terms: US\nRnd 1: With A, 12 dc in ring; join. {words}.\nRnd 2: With B, join in any st, sc in each st; join."
    )
    acts = [a for r in analyse(text).draft.rounds for a in r.worked.acts]
    assert [(a.what, a.yarn) for a in acts] == [("park", "A")]


@pytest.mark.parametrize("loop", ["BLO", "back loop"])
def test_a_sweep_over_a_round_further_down(loop: str) -> None:
    petals = RING + "Rnd 2: (sl st, ch 2, dc, ch 2, sl st) in FLO of each sc around\n"
    found = sound(petals + f"Rnd 3: 2 hdc in {loop} of each sc of rnd 1 around; join")
    assert last(found) == {"hdc": 18}
    assert feet(found) == {("sc", 1, "back")}


def test_one_chain_of_the_next_space() -> None:
    words = "*ch 4, sc in 2nd ch of next ch-3 sp; rep from * 5 times more, ch 4; join"
    found = sound(f"{MESH}Rnd 3: sl st in ch-3 sp, ch 1, sc in same sp, {words}")
    assert last(found) == {"sc": 7, "ch-4": 7}
    assert feet(found) == {("ch", 2, ""), ("ch", 2, "ch 2")}


@pytest.mark.parametrize("end", ["to form last ch-3 sp", "to form corner ch-3 sp", "(forms last ch-3 sp)"])
def test_what_closes_a_round_forms_a_space_of_a_said_length(end: str) -> None:
    assert last(
        sound(f"Terms: US\nRnd 1: ch 3, 2 dc in ring, [ch 3, 3 dc in ring] 3 times, ch 1, hdc in top of ch-3 {end}.")
    ) == {
        "dc": 12,
        "ch-3": 4,
    }


@pytest.mark.parametrize(
    ("words", "kind"), [("FPdc2tog around next 2 sts", "fpdc2tog"), ("BPhdc3tog over next 3 sts", "bphdc3tog")]
)
def test_raised_decreases(words: str, kind: str) -> None:
    found = sound(f"Terms: US\nRnd 1: 18 dc in ring; join\nRnd 2: [{words}, ch 2] around; join")
    legs = int(kind[-4])
    assert last(found) == {kind: 18 // legs, "ch-2": 18 // legs}
    assert {len(m.feet) for m in found.draft.rounds[-1].worked.made if m.feet} == {legs}


def test_first_and_last_about_a_piece_in_rows_are_those_of_an_edge() -> None:
    border = (
        "Border: ch 1, 3 sc in first st, sc in each st to last st, 3 sc in last st, sc in next 5 row ends, "
        "3 sc in first ch of foundation, sc in next 4 ch, 3 sc in last ch, sc in next 5 row ends; join (30 sc)"
    )
    found = sound(STRIP + border)
    assert last(found) == {"sc": 30}
    assert found.size is not None
    assert found.size.side_to_side == pytest.approx((6 + 2 * 0.95) * found.draft.gauge.width_mm)


def test_an_edge_worked_too_far_is_told_in_its_last_place() -> None:
    text = STRIP + "Border: ch 1, 3 sc in first st, sc in next 5 sts, 3 sc in last st, sc in next 5 row ends; join"
    told = [f for f in analyse(text).findings if f.severity == "stop"]
    assert [text[f.start : f.end] for f in told] == ["last st"]


def test_the_nth_of_a_group_is_that_of_each_half_of_a_corner() -> None:
    shells = "Terms: US\nRnd 1: ch 1, 5 sc in ring; join\nRnd 2: (3 dc, ch 1, 3 dc) in each st around; join\n"
    found = sound(
        shells
        + "Rnd 3: [sc in 3rd dc of next group, ch 2, sc in ch-1 sp, ch 2, sc in 1st dc of next group, ch 2] 5 times"
    )
    assert last(found) == {"sc": 15, "ch-2": 15}


@pytest.mark.parametrize(
    ("words", "spaces"),
    [
        ("Repeat Rnd 2, working dc in each of the 5 dc along each side", "ch-1"),
        ("as for Rnd 2 but change to B", "ch-1"),
        ("Repeat Rnd 2, working (dc, ch 4, dc) in each corner", "ch-4"),
    ],
)
def test_a_round_as_another_but_for_what_is_said(words: str, spaces: str) -> None:
    text = "Terms: US\nRnd 1: With A, [3 dc, ch 1] 4 times in ring; join\n"
    text += f"Rnd 2: dc in each dc, (dc, ch 1, dc) in each ch-1 sp; join\nRnd 3: {words} (28 dc)"
    found = sound(text)
    assert last(found) == {"dc": 28, spaces: 4}
    assert found.draft.rounds[-1].worked.yarn == ("B" if "to B" in words else "A")
