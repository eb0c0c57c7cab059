"""What stands in a round and asks for no stitch is passed; what counts, colours and places round it say is kept.

Common practice, no source: these are ways of putting things.
"""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import Draft, work_draft
from mossring.notation.heads import read_first, read_head
from mossring.notation.pasted import definitions_in, worked_into
from mossring.notation.reader import read_round
from mossring.notation.tree import Make, Target, Work
from mossring.working import same_fabric

CIRCLE = "Terms: US\nShape: circle\nRnd 1: 12 dc in ring\n"
SQUARE = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
TIGHT = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: [(3 dc, ch 2, 3 dc) in corner] 4 times\n"


def worked(text: str) -> Draft:
    """The text worked, with nothing said of it but how it lies."""
    result = analyse(text)
    assert [f.message for f in result.findings if f.severity != "hint" and f.family != 5] == []
    return result.draft


def stitches(text: str) -> list[int]:
    return [r.worked.stitches for r in worked(text).rounds]


@pytest.mark.parametrize(
    "words",
    [
        "2 dc in each st around (this is the last increase)",
        "2 dc in each st around (the ring may wave a wee bit)",
        "2 dc in each st (so two in every one), join",
        "with RS facing you, 2 dc in each st around",
        "with wrong side facing, 2 dc in each st around, join",
        "working loosely from left to right, 2 dc in each st around",
        "2 dc in each st around, taking care not to pull",
        "2 dc in each st around. Pull the tail tight.",
        "2 dc in each st around, sl st in first dc to finish",
        "start with 2 dc in next st, 2 dc in each of next 11 sts",
    ],
)
def test_what_asks_for_no_stitch_is_passed(words: str) -> None:
    assert stitches(f"{CIRCLE}Rnd 2: {words}") == [12, 24]


@pytest.mark.parametrize(
    "words",
    ["2 dc in each frob around", "[frobnicate in next st, 2 dc in next st] around", "(3 dcx, ch 2) in next st"],
)
def test_what_may_ask_for_a_stitch_is_not(words: str) -> None:
    assert [f.round for f in analyse(f"{CIRCLE}Rnd 2: {words}").findings if f.severity == "stop"] == [2]


@pytest.mark.parametrize(
    ("count", "stated"),
    [
        ("(36 dc, i.e. 12 groups)", [(36, "dc", False), (12, "groups", False)]),
        ("(28 dc - 7 on each side)", [(28, "dc", False), (7, "", True)]),
        ("(28: 7 on each side)", [(28, "", False), (7, "", True)]),
        ("(48 dc, 8 on each side)", [(48, "dc", False), (8, "", True)]),
        ("(12 sc, 3 dc on each side)", [(12, "sc", True), (3, "dc", True)]),
        ("[28 sts, not counting the ch-3]", [(28, "sts", False)]),
        ("—12 dc and 4 ch-2 sps. Fasten off.", [(12, "dc", False), (4, "ch-2", False)]),
    ],
)
def test_counts_with_a_gloss(count: str, stated: list[tuple[int, str, bool]]) -> None:
    tree = read_round(f"dc in next st, join{count}", "us")
    assert [(s.n, s.what, s.per_side) for s in tree.stated] == stated
    assert not tree.troubles


@pytest.mark.parametrize("words", ["2 ch. Ss to top of 3 ch", "1 ch. join", "(2 dc, ch 2, 2 dc), sk 2"])
def test_what_is_work_and_no_count(words: str) -> None:
    assert not read_round(f"dc in next st, {words}", "us").stated


@pytest.mark.parametrize(
    ("line", "yarn"),
    [
        ("Round 1, in toffee: 12 tr in ring", "toffee"),
        ("Rnd 2 with pale green: 12 tr in ring", "pale green"),
        ("Round 3 (colour 2): 12 tr in ring", "colour 2"),
        ("Round Four (colour three): 12 tr in ring", "colour 3"),
        ("Rnd 5 (B): 12 tr in ring", "B"),
        ("Rnd 1 in magic ring: 12 tr", ""),
        ("Rnd 1: 12 tr in ring", ""),
    ],
)
def test_yarns_in_heads(line: str, yarn: str) -> None:
    head = read_head(line)
    assert head is not None
    assert head.yarn == yarn


def test_named_colours_become_yarns_of_the_pattern() -> None:
    text = "Terms: UK\nShape: circle\nRound 1, in toffee: 12 tr in ring\nRound 2, in mint: 2 tr in each st around"
    draft = worked(text)
    assert [r.worked.yarn for r in draft.rounds] == ["toffee", "mint"]


@pytest.mark.parametrize(
    ("line", "row"), [("Foundation row: dc in each ch", True), ("Set-up round: 12 dc in ring", False)]
)
def test_a_first_round_without_a_number(line: str, row: bool) -> None:
    head = read_first(line)
    assert head is not None
    assert (head.first, head.row) == (1, row)


@pytest.mark.parametrize(("after", "numbers"), [("Row 2", [1, 2]), ("Row 1", [1, 2])])
def test_rows_after_a_foundation_row(after: str, numbers: list[int]) -> None:
    first = "Foundation row: Chain 12, sc in 2nd ch from hook and in each ch across, turn."
    text = f"{first}\n{after}: Ch 1, sc in each sc, turn."
    assert [r.number for r in worked(text).rounds] == numbers


@pytest.mark.parametrize(
    ("text", "rows"),
    [
        ("Ch 9.\nR1: sc in 2nd ch from hook and in each ch to end, turn\nR2: ch 1, sc in each st, turn", True),
        ("R1: 8 sc in ring, join, turn\nR2: ch 1, 2 sc in each st, join, turn", False),
    ],
)
def test_r_is_a_row_or_a_round(text: str, rows: bool) -> None:
    assert all((r.line.word == "Row") is rows for r in worked(text).rounds)


@pytest.mark.parametrize(
    ("words", "target"),
    [
        ("in sp between this dc and the next", Target("between", nth=-1)),
        ("in sp between last st and next st", Target("between", nth=-1)),
        ("between the 2 tr", Target("between", "tr")),
        ("in sp between next 2 sts", Target("between")),
    ],
)
def test_gaps_beside_the_hook_and_within_pairs(words: str, target: Target) -> None:
    body = read_round(f"2 dc {words}", "us").body
    assert isinstance(body[0], Work)
    assert body[0].where.targets == (target,)


def test_a_space_is_a_gap_where_there_are_no_chains() -> None:
    groups = worked(f"{TIGHT}Rnd 3: [(3 dc, ch 2, 3 dc) in corner, 3 dc in sp between groups] 4 times")
    circle = "Terms: US\nShape: circle\nRnd 1: 12 dc in ring\nRnd 2: [2 dc in next st] 12 times\n"
    said = worked(f"{circle}Rnd 3: [3 dc in sp between groups] 12 times")
    short = worked(f"{circle}Rnd 3: [3 dc in next sp] 12 times")
    assert same_fabric(said.fabric, short.fabric)
    assert groups.rounds[-1].worked.per_side() == [9, 9, 9, 9]


@pytest.mark.parametrize(
    "words", ["join B with sc in any st", "join with a sc in any st", "with B, join with sc in any st"]
)
def test_new_yarn_joined_with_a_stitch(words: str) -> None:
    draft = worked(f"{CIRCLE}Rnd 2: {words}, sc in same st, 2 sc in each of next 11 sts, join")
    assert draft.rounds[-1].worked.counts() == {"sc": 24}


@pytest.mark.parametrize(
    "names", ["Beg PC: ch 3, 4 dc in same place, finish as for PC", "Beg PC: as PC but begun on ch 3"]
)
def test_the_beginning_of_a_known_stitch(names: str) -> None:
    text = (
        "Circle in popcorns, US terms\nPopcorn (PC): 5 dc in one place, drop loop, draw it through the first dc\n"
        f"{names}\nRnd 1: 12 dc in ring, join\n"
        "Rnd 2: Beg PC in same st, ch 2, *PC in next dc, ch 2; rep from * around, join"
    )
    assert worked(text).rounds[-1].worked.counts() == {"dc5-pc": 12}


def test_motions_of_the_hand_make_a_popcorn() -> None:
    tree = read_round("ch 3, 4 dc in same st, take hook out, insert in top of ch 3, draw loop through, ch 2", "us")
    made = tree.body[0]
    assert isinstance(made, Work)
    assert made.group == (Make("dc5-pc", 1, made.group[0].span, start="beg"),)  # type: ignore[union-attr]
    assert not tree.troubles


def test_a_stitch_over_two_places_begins_a_round() -> None:
    start = "ch 3, dc in next st (counts as dc2tog), ch 4"
    text = f"{CIRCLE}Rnd 2: {start}, *dc2tog over next 2 sts, ch 4; rep from * 4 more times, join"
    assert worked(text).rounds[-1].worked.counts() == {"dc2tog": 6}


@pytest.mark.parametrize(
    ("place", "spaces"),
    [("in next v-st", {"ch-1": 6}), ("in ch-1 sp of next v-st", {"ch-1": 6})],
)
def test_a_named_group_is_worked_into_in_its_middle(place: str, spaces: dict[str, int]) -> None:
    head = "Terms: US\nShape: circle\nStitch v-st: (dc, ch 1, dc)\nRnd 1: 6 dc in ring\nRnd 2: v-st in each st around\n"
    done = worked(f"{head}Rnd 3: [v-st {place}] 6 times").rounds[-1].worked
    assert done.spaces() == spaces
    assert done.unworked == 0


def test_a_sweep_that_makes_more_in_each_place() -> None:
    text = f"{CIRCLE}Rnd 2: FPdc around each st and dc in the top of the same st all the way around"
    assert worked(text).rounds[-1].worked.counts() == {"fpdc": 12, "dc": 12}


@pytest.mark.parametrize("like", ["adding one more 3-dc group on each side", "with one extra group along each side"])
def test_groups_grow_with_the_chain_that_stands_before_them(like: str) -> None:
    rounds = f"{SQUARE}Rnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] 4 times\nRnd 3: "
    before = "[(3 dc, ch 2, 3 dc) in corner, ch 1, 3 dc in next ch-1 sp, ch 1] 4 times\nRnd 4: "
    said = worked(f"{rounds}{before}as Rnd 3, {like}").rounds[-1].worked
    assert said.spaces() == {"ch-2": 4, "ch-1": 12}
    assert said.per_side() == [12, 12, 12, 12]


def test_the_last_row_tells_what_the_starts_are() -> None:
    assert [(s.n, s.chains, s.tall) for s in worked_into("ch 1, dc in 3rd ch of turning ch-4")] == [(4, 1, 3)]
    assert worked_into("sc in 2nd ch of ch-5 sp") == []


def test_two_definitions_on_a_line() -> None:
    names = [
        d.names
        for d in definitions_in("Cluster: tr3tog in the same place. First cluster: 2ch, tr2tog in the same place.")
    ]
    assert names == [("Cluster",), ("First cluster",)]


def test_chains_behind_the_join_lift_the_hook() -> None:
    first = "Terms: US\nShape: circle\nRnd 1: 8 hdc in ring; sl st in first st; ch 1 (8)\n"
    text = f"{first}Rnd 2: 2 hdc in each st; sl st in first st; ch 1 (16)"
    assert stitches(text) == [8, 16]
    assert work_draft(text).rounds[-1].worked.spaces() == {}


@pytest.mark.parametrize(
    ("words", "plain"),
    [
        ("Ch. 3, dc. in same st., 2 dc. in each st. around; join with sl. st. in top of ch. 3", "dotted"),
        ("3ch, 1dc in same st, 2dc in each st around, ss in top of 3ch. That gives us 24 dc.", "told"),
        ("2 dc in each st around, join. You should have 24 dc.", "told"),
        ("2 dc in each st around, join. Total: 24 sts", "told"),
        ("2 dc in each st around, join. Stitch count: 24 dc", "told"),
    ],
)
def test_notebooks_and_talk(words: str, plain: str) -> None:
    tree = worked(f"{CIRCLE}Rnd 2: {words}").rounds[-1].tree
    assert [s.n for s in tree.stated] == ([24] if plain == "told" else [])


def test_full_stops_that_end_sentences_stay() -> None:
    start = "ss into 2-ch sp. 3 ch, 2 dc, 2 ch, 3 dc in same sp."
    text = f"{SQUARE}Rnd 2: {start} *3 dc, 2 ch, 3 dc in next sp; rep from * to end"
    assert stitches(text) == [12, 24]


TABLE = """Wheel, US

| Rnd | Instructions | Count |
|---|---|---|
| 1 | 12 dc in magic ring, join | 12 |
| 2 | 2 dc in each st around, join | 24 dc |
"""


@pytest.mark.parametrize(
    "text",
    [
        TABLE,
        "Wheel, US\n(R1) 12 dc in ‘magic’ ring; join\n(R2) 2 dc in each st; join",
        "Wheel, US\nStep 1: 12 dc in a magic ring.\nStep 2: 2 dc in each st.",
        "Wheel, US\nRnd1- 12 dc in ring, join\nRnd2- 2 dc in each st, join",
        "Wheel, US\nR1 = 12 dc in ring = 12\nR2 = 2 dc in each = 24",
        "Wheel (US): R1: 12 dc in MR, join. R2: 2 dc in each st, join (24).",
        "Wheel, US\nRound 1: 12 dc into the third chain from your hook\nRound 2: *2 dc in the one after* around",
        "Wheel, US\nRnd 1: 3ch (as 1 dc), 11 dc in ring.\nRnd 2: 3ch (as 1 dc), dc in same st, 2 dc in each st. Join.",
    ],
)
def test_rounds_however_they_are_set_out(text: str) -> None:
    assert stitches(text) == [12, 24]


def test_a_piece_told_in_few_signs() -> None:
    text = "Terms: US\nShape: circle\nR1: MR 6\nR2: 6 inc [12]\nR3: (1 sc, 1 inc) x6 [18]\nR4: (1 sc, 1 dec) x6 [12]"
    assert stitches(text) == [6, 12, 18, 12]


def test_yarns_by_their_order() -> None:
    text = (
        f"{SQUARE}Rnd 2: Join the second colour to a corner space. 3 ch, 2 dc, 2 ch and 3 dc all into the same space, "
    )
    draft = worked(text + "* 1 ch, 3 dc, 2 ch and 3 dc all into the next space. Repeat from * twice more. 1 ch. Join.")
    assert draft.rounds[-1].worked.yarn == "colour 2"


@pytest.mark.parametrize("sp", ["2chsp", "2ch-sp", "2ch sp", "ch2sp", "2 chsp"])
def test_a_space_in_one_word(sp: str) -> None:
    assert stitches(f"{SQUARE}Rnd 2: [(3 dc, ch 2, 3 dc) in next {sp}, ch 1] 4 times") == [12, 24]


def test_a_round_and_all_after_it() -> None:
    head = read_head("Round 4 onwards: 12 dc in ring")
    assert head is not None
    assert (head.first, head.last) == (4, 4)
