"""Which mend is offered first: the one with which the round that follows comes right as well.

Common practice, no source: how makers find the slip in a pattern that doesn't come out.
"""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.findings import Finding, apply

GRANNY = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times (12 dc)\n"
SOLID_US = (
    "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times (12 dc)\n"
    "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, {} in next 3 dc] 4 times (28 dc)\n"
    "Rnd 3: [(2 dc, ch 2, 2 dc) in corner, dc in next 7 dc] 4 times (44 dc)"
)


def serious(text: str) -> list[Finding]:
    return [f for f in analyse(text).findings if f.severity != "hint" and f.family != 5]


def only(text: str) -> Finding:
    found = serious(text)
    assert len(found) == 1, [(f.code, f.round, f.message) for f in found]
    return found[0]


def test_a_stitch_of_another_height_is_made_one_of_the_count() -> None:
    text = SOLID_US.format("tr")
    f = only(text)
    assert (f.code, f.round) == ("MR301", 2)
    assert f.fixes[0].label == "Make it dc"
    assert apply(text, f.fixes[0].edits) == SOLID_US.format("dc")


def test_without_a_count_the_height_itself_is_told() -> None:
    text = SOLID_US.format("tr").replace(" (28 dc)", "").replace("7 dc]", "7 sts]").replace(" (44 dc)", "")
    f = only(text)
    assert (f.code, f.round) == ("MR702", 2)
    assert apply(text, f.fixes[0].edits) == text.replace("tr in", "dc in")


def test_a_chain_left_out_is_put_back() -> None:
    around = "*3 dc in next ch-1 sp, ch 2; rep from * 6 more times, join"
    text = (
        "Terms: US\nShape: circle\nRnd 1: [dc in ring, ch 1] 8 times\n"
        f"Rnd 2: sl st in ch-1 sp, ch 3, 2 dc in same sp, {around} (24 dc, 8 ch-2 sps)"
    )
    f = only(text)
    assert (f.code, f.round) == ("MR301", 2)
    assert text.replace("same sp, *", "same sp, ch 2, *") in [apply(text, fix.edits) for fix in f.fixes]


def test_the_next_round_tells_which_number_slipped() -> None:
    round_3 = "sl st to corner, ch 3, {} dc, ch 2, 3 dc in same sp, *3 dc in gap, (3 dc, ch 2, {} dc) in corner"
    text = (
        f"{GRANNY}Rnd 2: [(3 dc, ch 2, 3 dc) in corner] 4 times (24 dc)\n"
        f"Rnd 3: {round_3.format(2, 4)}; rep from * twice more, 3 dc in gap, join\n"
        "Rnd 4: sc in each dc around, 3 sc in each corner (48 sc)"
    )
    f = only(text)
    assert f.round == 3
    right = text.replace("(3 dc, ch 2, 4 dc)", "(3 dc, ch 2, 3 dc)")
    assert right in [apply(text, fix.edits) for fix in f.fixes]
    assert serious(right) == []


@pytest.mark.parametrize(
    ("title", "times", "told"),
    [
        ("Bell Square", "four", [("MR402", 1)]),
        ("Bell Square", "three", []),
        ("Bell Tile", "four", []),
        ("Square for a hexagon tile", "four", []),
    ],
)
def test_a_title_that_names_another_shape(title: str, times: str, told: list[tuple[str, int]]) -> None:
    text = (
        f"{title}, US terms\nRnd 1: ch 3, 2 dc in magic ring, ch 2, (3 dc in ring, ch 2) {times} times, join\n"
        "Rnd 2: sl st to sp, ch 3, 2 dc, ch 2, 3 dc in same sp, *(3 dc, ch 2, 3 dc) in next sp; rep from * to end, join"
    )
    assert [(f.code, f.round) for f in serious(text)] == told


@pytest.mark.parametrize("lacking", ["every corner but one", "one corner"])
def test_corners_that_lack_their_chain(lacking: str) -> None:
    first, others = (
        ("3 dc, 3 dc", "3 dc, ch 1, 3 dc") if lacking == "every corner but one" else ("3 dc, ch 1, 3 dc", "3 dc, 3 dc")
    )
    rounds = "Rnd 1: [3 dc in ring, ch 1] 6 times\nRnd 2: [(3 dc, ch 1, 3 dc) in corner] 6 times"
    again = f"[({others}) in next ch-1 sp, 3 dc between groups] 5 times"
    text = f"Terms: US\nShape: hexagon\n{rounds}\nRnd 3: ({first}) in next ch-1 sp, 3 dc between groups, {again}"
    f = only(text)
    assert (f.code, f.round) == ("MR402", 3)
    assert f.message.startswith(
        "In round 3 one corner" if lacking == "one corner" else "Corner 1 of round 3 has no chain"
    )


def test_a_hundred_thousand_characters_cost_no_evening() -> None:
    """Mends and endings of spirals are looked for in few places, however many instructions lack theirs."""
    text = f"Shape: circle\nRnd 1: 12 dc in ring\nRnd 2: 2 dc in next st, {'dc in next st, ' * 6000}"
    result = analyse(text)
    assert [f.code for f in result.findings if f.round == 2] == ["MR202"]


VEES = (
    "Terms: {terms}\nRnd 1: 12 {dc} in ring\nRnd 2: [V-st in next st] 12 times\n"
    "Rnd 3: [V-st in next ch-1 sp, ch 1] around"
)


@pytest.mark.parametrize(("terms", "dc"), [("US", "dc"), ("UK", "tr")])
def test_a_stitch_that_nobody_described_is_asked_for_once(terms: str, dc: str) -> None:
    text = VEES.format(terms=terms, dc=dc)
    found = only(text)
    assert (found.code, found.round) == ("MR105", 2)
    assert "V-st" in found.message
    assert [f.label for f in found.fixes] == [f"Say that it is ({dc}, ch 1, {dc})"]
    mended = apply(text, found.fixes[0].edits)
    assert not serious(mended)
    assert [r.worked.stitches for r in analyse(mended).draft.rounds] == [12, 24, 24]


def test_a_name_of_the_designers_own_is_asked_for_without_a_guess() -> None:
    found = only("Terms: US\nRnd 1: 12 dc in ring\nRnd 2: [limpet st in next st] 12 times")
    assert (found.code, found.round) in {("MR101", 2), ("MR105", 2)}
    assert not found.fixes
