"""What doesn't simply stand on the round below: leaves along their chains, rows that go on over chains of their own,
stars, slip stitches on the face, stitches that an earlier round left."""

from __future__ import annotations

import pytest

from core.sound import codes, feet, in_every_school, last, sound
from mossring.analysis import analyse, as_data
from mossring.chart import draw
from mossring.draft import work_draft
from mossring.relaxed.net import net_of
from mossring.styles import read_style
from mossring.writing import as_text, write_sheet

DISC = "Terms: US\nRnd 1: 12 dc in ring; join (12 dc)\nRnd 2: 2 dc in each dc; join (24 dc)\n"
BLOCK = "Ch 6, dc in 4th ch from hook and in next 2 ch"
MORE = "sl st in ch-3 sp of next block, ch 3, 3 dc in same sp"


# ---- leaves -------------------------------------------------------------------------------


def test_a_leaf_is_worked_back_along_its_chains() -> None:
    leaf = "ch 7, sc in 2nd ch from hook, hdc in next ch, dc in next 3 ch, hdc in next ch"
    found = sound(f"Terms: US\nRnd 1: 9 sc in ring; join\nRnd 2: *sl st in next sc, {leaf}; rep from * around; join")
    assert last(found) == {"slst": 9, "sc": 9, "hdc": 18, "dc": 27}
    assert found.draft.rounds[-1].entry.edge == pytest.approx((9.0, 9.0))  # leaves hang free: the edge is what holds


def test_chains_that_a_leaf_leaves_are_a_space() -> None:
    found = sound(
        "Terms: US\nRnd 1: 6 sc in ring; join\nRnd 2: *sc in next sc, ch 8, sl st in 2nd ch from hook, sc in next 3 ch;"
        " rep from * around; join"
    )
    assert last(found) == {"sc": 24, "slst": 6, "ch-3": 6}
    assert not any(m.kind == "picot" for m in found.draft.rounds[-1].worked.made)


def test_several_in_one_chain_of_a_leaf() -> None:
    leaf = "ch 7, (sc, hdc) in 2nd ch from hook, 2 dc in next ch, hdc in each ch across"
    found = sound(f"Terms: US\nRnd 1: 8 sc in ring; join\nRnd 2: *sl st in next sc, {leaf}; rep from * around; join")
    assert last(found) == {"slst": 8, "sc": 8, "hdc": 40, "dc": 16}
    assert all(draw(found.draft).rounds[1])


def test_leaves_and_lines_on_the_face_in_every_school() -> None:
    """Turning a round leaves each leaf as it is made, and what lies on the face where it lies."""
    leaf = "ch 5, sl st in 2nd ch from hook, sc in next ch, hdc in next 2 ch"
    leaves = f"Rnd 3: *sl st in next dc, {leaf}, sk 1 dc, sl st in next dc; rep from * around; join"
    in_every_school(sound(f"{DISC}{leaves}\nRnd 4: surface sl st in each dc of rnd 1"))
    in_every_school(sound(f"{DISC}Rnd 3: surface sl st around\nRnd 4: sc in each dc; join"))


def test_a_leaf_from_the_ring() -> None:
    found = sound(
        "Terms: UK\nRound 1: (5 ch, 1 dc in 2nd ch from hook, 1 htr in each of next 3 ch, ss in ring) 5 times."
    )
    assert last(found) == {"slst": 5, "sc": 5, "hdc": 15}


def test_a_leaf_longer_than_its_chains_is_told() -> None:
    leaf = "ch 4, sc in 2nd ch from hook, sc in next 4 ch"
    text = f"Terms: US\nRnd 1: 6 sc in ring; join\nRnd 2: *sl st in next sc, {leaf}; rep from *"
    assert codes(text) == [("MR208", 2)]


def test_a_leaf_is_drawn_out_along_its_chains() -> None:
    text = "Terms: US\nRnd 1: 6 sc in ring; join\nRnd 2: *sl st in next sc, {}; rep from * around; join"
    long, short = (f"ch {n}, sc in 2nd ch from hook, sc in next {n - 2} ch" for n in (9, 4))
    reach = [draw(work_draft(text.format(leaf))).reach for leaf in (short, long)]
    assert reach[1] - reach[0] == pytest.approx(5 * 0.6)  # so many chains more, side by side


# ---- rows that go on over chains of their own -------------------------------------------------


def test_a_square_from_corner_to_corner() -> None:
    rows = [f"Row 1: {BLOCK}, turn. (1 block)"]
    rows += [f"Row {n}: {BLOCK}, {', '.join([MORE] * (n - 1))}, turn. ({n} blocks)" for n in (2, 3, 4)]
    back = "Sl st in next 3 dc and in ch-3 sp, ch 3, 3 dc in same sp"
    rows += [
        f"Row {8 - n}: {', '.join([back] + [MORE] * (n - 1))}, sl st in ch-3 sp of last block, turn. ({n} blocks)"
        for n in (3, 2)
    ]
    found = sound("Terms: US\n" + "\n".join(rows))
    # a block of four, and of each one more a slip stitch, three chains and three stitches (no source)
    assert [r.worked.stitches for r in found.draft.rounds] == [4, 7, 10, 13, 10, 7]
    assert [r.worked.counts().get("slst", 0) for r in found.draft.rounds] == [0, 1, 2, 3, 3, 2]


def test_blocks_are_counted() -> None:
    text = f"Terms: US\nRow 1: {BLOCK}, turn\nRow 2: {BLOCK}, {MORE}, turn (3 blocks)"
    assert codes(text) == [("MR301", 2)]


def test_the_space_of_a_turning_chain_is_the_place_said() -> None:
    text = f"Terms: US\nRow 1: {BLOCK}, turn\nRow 2: {BLOCK}, sl st in ch-3 sp, ch 3, 3 dc in same sp, turn"
    found = sound(text)
    start = found.draft.rounds[0].worked.made[0]
    in_it = [m.kind for m in found.draft.rounds[1].worked.made if m.feet == (start.number,)]
    assert in_it == ["slst", "dc", "dc", "dc"]


@pytest.mark.parametrize(
    "row",
    [
        "Row 3: Ch 6, sc in 2nd ch from hook, sc in next 4 ch, sc in next 8 sc",
        "Row 3: Ch 6, sc in 2nd ch from hook and in next 4 ch, sc in each sc across",
    ],
)
def test_a_row_made_longer_by_chains(row: str) -> None:
    plain = "Terms: US\nRow 1: Ch 9, sc in 2nd ch from hook and in next 7 ch, turn\n"
    found = sound(f"{plain}Row 2: ch 1, sc in each sc across, turn\n{row}. (13 sc)")
    assert last(found) == {"sc": 13}
    tied = net_of(found.draft)
    assert tied.size == 1 + 8 + 8 + 8 + 5 + 13  # the centre, two foundations, three rows


def test_more_than_the_chains_made_for_it_is_told() -> None:
    text = f"Terms: US\nRow 1: {BLOCK}, turn\nRow 2: {BLOCK}, {MORE}, turn\n"
    assert codes(f"{text}Row 3: Ch 6, dc in 4th ch from hook and in next 4 ch, {MORE}, {MORE}") == [("MR202", 3)]


# ---- stars --------------------------------------------------------------------------------


def test_stars_go_over_two_and_are_worked_into_by_their_eyes() -> None:
    found = sound(
        f"{DISC}Rnd 3: ch 1, star st around; join in eye of first star. (12 star sts)\n"
        "Rnd 4: ch 1, 3 sc in eye of each star; join. (36 sc)"
    )
    assert [r.worked.stitches for r in found.draft.rounds] == [12, 24, 12, 36]
    assert feet(found) == {("star", 3, "")}
    assert found.draft.rounds[2].entry.edge == found.draft.rounds[1].entry.edge  # as wide as the two it stands on


def test_a_star_is_told_how_it_is_made() -> None:
    uk = as_text(write_sheet(work_draft(DISC + "Rnd 3: [star st over next 2 sts] 12 times; join"), "uk"))
    assert "star st = pull up a loop" in uk
    assert "yrh, pull through all loops, ch 1" in uk


@pytest.mark.parametrize(
    ("round_3", "told"),
    [
        ("star st around; join (11 stars)", [("MR301", 3)]),
        ("[star st over next 5 sts] around; join", [("MR105", 3)]),
        ("star st in next 23 sts; join", [("MR105", 3)]),
    ],
)
def test_stars_gone_wrong(round_3: str, told: list[tuple[str, int]]) -> None:
    assert codes(f"{DISC}Rnd 3: {round_3}") == told


# ---- on the face --------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("words", "n", "over"),
    [
        ("surface sl st in each dc of rnd 1 around", 12, 1),
        ("Surface slip stitch around rnd 2", 24, 2),
        ("work surface sl sts over sts of round 1", 12, 1),
        ("surface sl st in next 9 dc of rnd 2", 9, 2),
        ("holding yarn at back, surface sl st around, fasten off", 24, 2),
        ("surface crochet in each st around", 24, 2),
        ("7 surface sl sts over sts of rnd 1", 7, 1),
        ("surface sl st around between rnds 1 and 2", 12, 1),
    ],
)
def test_slip_stitches_on_the_face_leave_the_edge_as_it_was(words: str, n: int, over: int) -> None:
    found = sound(
        f"{DISC}Rnd 3: With B, {words}. ({n} sl st)\n"
        "Rnd 4: With A, [2 dc in next dc, dc in next dc] around; join (36 dc)"
    )
    line, after = (r.worked for r in found.draft.rounds[2:])
    assert (line.surface, line.counts(), line.onto) == (True, {"slst": n}, over)
    assert {m.round for m in after.below} == {2}
    assert found.draft.rounds[3].entry.verdict == "flat"
    rounds = as_data(found)["rounds"]
    assert isinstance(rounds, list)
    assert (rounds[2]["surface"], rounds[2]["verdict"], rounds[2]["growth"]) == (True, "unknown", None)


def test_each_line_on_the_face_that_cannot_be_worked_is_told_for_itself() -> None:
    lines = ["each st of rnd 9", "each ch-2 sp of rnd 1", "next 30 dc of rnd 2"]
    text = DISC + "\n".join(f"Rnd {k}: surface sl st in {line}" for k, line in enumerate(lines, 3))
    assert codes(text + "\nRnd 6: sc in each dc; join (24 sc)") == [("MR209", 3), ("MR201", 4), ("MR202", 5)]


def test_a_line_on_the_face_is_no_side_to_turn_from() -> None:
    draft = work_draft(f"{DISC}Rnd 3: surface sl st around\nRnd 4: sc in each dc; join")
    words = as_text(write_sheet(draft, "us", read_style("turn every round")))
    assert [line[6:10] for line in words.splitlines() if line.startswith("Rnd ")] == ["(RS)", "(WS)", "(RS)", "(RS)"]


def test_a_line_on_the_face_is_drawn_where_it_lies() -> None:
    draft = work_draft(DISC + "Rnd 3: surface sl st in each dc of rnd 1")
    assert len(draw(draft).rounds[2]) == 12
    assert draw(draft).reach == draw(work_draft(DISC)).reach


# ---- left by an earlier round -------------------------------------------------------------


def test_unworked_stitches_of_a_lower_round_are_those_that_nothing_stands_in() -> None:
    text = "Terms: US\nRnd 1: 14 sc in ring; join\nRnd 2: [dc in next sc, ch 2, sk 1 sc] 7 times; join\n"
    found = sound(text + "Rnd 3: [2 sc in next dc, tr in next unworked sc of rnd 1] 7 times; join")
    left = {m.number for m in found.draft.rounds[0].worked.made[1::2]}
    assert {m.feet[0] for m in found.draft.rounds[2].worked.made if m.kind == "tr"} == left
    again = sound(text + "Rnd 3: [2 sc in next dc, tr in next unworked sc 2 rnds below] 7 times; join")
    assert {m.feet[0] for m in again.draft.rounds[2].worked.made if m.kind == "tr"} == left
    assert codes(text + "Rnd 3: [2 sc in next dc, 2 tr in next 2 unworked sc of rnd 1] 7 times; join") != []


def test_a_place_that_a_lower_round_lacks_is_told_as_its_own() -> None:
    found = analyse(DISC + "Rnd 3: [dc in next dc, tr in next ch-2 sp of rnd 1] around; join")
    assert [f.message for f in found.findings if f.code == "MR201"] == ["Round 1 has no ch-2 sp to work into here."]
