"""Short hands: what a designer leaves out because any hook would know. Common practice, no source.

Each is read beside its long form, and must come to the same fabric; where the short form would hide a mistake, the
mistake is still told.
"""

from __future__ import annotations

import pytest

from core.beside import found, same
from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.findings import apply

CIRCLE = "Terms: US\nShape: circle\nRnd 1: 12 dc in ring\n"
SQUARE = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
GRANNY = SQUARE + "Rnd 2: [(3 dc, ch 2, 3 dc) in corner] 4 times\n"
CORNER = "(2 dc, ch 2, 2 dc)"
SOLID = SQUARE + f"Rnd 2: [{CORNER} in corner, dc in next 3 dc] 4 times\n"


# ---- rounds told by other rounds -----------------------------------------------------------------------------------

SEVEN = SOLID + f"Rnd 3: [{CORNER} in corner, dc in next 7 dc] 4 times"


@pytest.mark.parametrize(
    "words",
    [
        "as Rnd 2, but dc in 7 dc on each side",
        "As Rnd 2 but dc in each of 7 dc on each side.",
        "as Rnd 2, with 7 dc per side between the corners",
        "ditto, with 7 dc per side between corners",
        "Ditto, but dc in 7 dc on each side. (44 dc)",
        "same as Rnd 2, but with 7 dc between corners",
        "as rd 2, with 7 dc in place of 3 dc along each side",
    ],
)
def test_a_round_like_another_with_longer_sides(words: str) -> None:
    draft = same(f"{SOLID}Rnd 3: {words}", SEVEN)
    assert draft.rounds[-1].worked.per_side() == [11, 11, 11, 11]


@pytest.mark.parametrize("words", ["as Rnd 2, but dc in 6 dc on each side", "ditto, with 8 dc per side"])
def test_sides_of_another_length_than_there_are_are_told(words: str) -> None:
    assert [code[-1] for code in found(f"{SOLID}Rnd 3: {words}")] == ["3"]


@pytest.mark.parametrize("heads", ["Rows 2 + 3", "Rows 2+3", "Rows 2 & 3", "Rows 2 and 3", "Rows 2-3"])
def test_two_rows_under_one_head(heads: str) -> None:
    row = "Terms: US\nRows\nFoundation: ch 12\nRow 1: dc in 4th ch from hook, dc in each ch to end, turn\n"
    draft = work_draft(f"{row}{heads}: ch 3, dc in each st across, turn")
    assert [r.worked.stitches for r in draft.rounds] == [10, 10, 10]
    assert found(f"{row}{heads}: ch 3, dc in each st across, turn") == []


# ---- repeats -------------------------------------------------------------------------------------------------------

INCREASED = CIRCLE + "Rnd 2: [2 dc in next st] 12 times\nRnd 3: [2 dc in next st, dc in next st] 12 times"


@pytest.mark.parametrize(
    "words",
    [
        "(2 dc, 1 dc) rep",
        "(2 dc, 1 dc) repeat around",
        "*2 dc, 1 dc* around",
        "(2 dc, dc in next) around",
        "[2 dc, dc in next] repeat to end (36)",
        "*2 dc in next st, dc in next st; from * 11 more times",
        "*2 dc in next st, dc in next st*; * to * all round",
        "*2 dc in next st, dc in next st*, * to * 11 more times",
        "[2 dc in next st, dc in next st], repeat the brackets 11 more times",
        "2 dc in same st, dc in next st; repeat all around",
        "ch 1, 2 dc in same st, dc in next st; repeat around, join",
    ],
)
def test_a_repeat_that_says_little(words: str) -> None:
    draft = same(f"{CIRCLE}Rnd 2: [2 dc in next st] 12 times\nRnd 3: {words}", INCREASED)
    assert draft.rounds[-1].worked.stitches == 36


@pytest.mark.parametrize(
    ("words", "code"),
    [
        ("[2 dc, dc in next] repeat to end (30)", "MR301 3"),  # its own count is a slip
        ("(2 dc in next st, dc in next 4 sts) around", "MR204 3"),  # a place is named, and it does not divide
        ("*2 dc in next st, dc in next st; from * 12 more times", "MR202 3"),  # once too often
    ],
)
def test_a_short_repeat_hides_no_mistake(words: str, code: str) -> None:
    assert found(f"{CIRCLE}Rnd 2: [2 dc in next st] 12 times\nRnd 3: {words}") == [code]


def test_what_a_chain_stands_for_does_not_come_again() -> None:
    """`ch 3, dc in same st, 2 dc in next st; repeat`: the increase in the chain's own place is the start's."""
    draft = work_draft(CIRCLE + "Rnd 2: ch 3, dc in same st, 2 dc in next st; repeat around, join")
    assert draft.rounds[-1].worked.stitches == 24
    assert not draft.rounds[-1].worked.troubles


def test_a_round_that_ends_like_it_begins_repeats_what_lies_between() -> None:
    text = CIRCLE + "Rnd 2: ch 1, sc in same st, ch 3, sk 2 sts, sc in next st; repeat around"
    worked = work_draft(text).rounds[-1].worked
    assert [m.kind for m in worked.made[:3]] == ["sc", "ch", "sc"]
    assert worked.made[2].feet == (worked.made[0].feet[0] + 3,)


# ---- places --------------------------------------------------------------------------------------------------------

GAPS = GRANNY + "Rnd 3: [(3 dc, ch 2, 3 dc) in corner, 3 dc in next sp between groups] 4 times"


@pytest.mark.parametrize(
    "words",
    [
        "[(3 dc, ch 2, 3 dc) corner, 3 dc in next sp between groups] 4 times",
        "*(3 dc, ch 2, 3 dc) corner, 3 dc bet. groups; rep from * around",
        "[(3 dc, ch 2, 3 dc) in corner, 3 dc in next sp] 4 times",
        "*(3 dc, ch 2, 3 dc) in corner, 3 dc in next sp*, * to * all round",
        "[(3 dc, ch 2, 3 dc) in corner, 3 dc in gap] 4 times. Twelve groups.",
    ],
)
def test_the_next_space_of_a_granny_may_be_a_gap(words: str) -> None:
    draft = same(f"{GRANNY}Rnd 3: {words}", GAPS)
    assert draft.rounds[-1].worked.stitches == 36


def test_a_gap_is_not_meant_where_a_space_is_left_out() -> None:
    """Side spaces of chains that are passed are still told."""
    text = SQUARE + "Rnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] 4 times\nRnd 3: [(3 dc, ch 2, 3 dc) in corner] 4 times"
    assert found(text) == ["MR205 3"]


@pytest.mark.parametrize(
    "yarn",
    ["new colour in any ch-2 sp,", "New colour in any corner:", "join new colour in any ch-2 sp,", "With new colour,"],
)
def test_a_new_colour_goes_in_anywhere(yarn: str) -> None:
    words = "(3 dc, ch 2, 3 dc) in corner, [(3 dc, ch 2, 3 dc) in next corner] 3 times"
    assert found(f"{SQUARE}Rnd 2: {yarn} {words}") == []
    assert work_draft(f"{SQUARE}Rnd 2: {yarn} {words}").rounds[-1].worked.stitches == 24


def test_a_corner_that_is_whole_takes_no_more_at_the_end() -> None:
    """Slipped to the corner stitch, three worked there: the round ends on the last side."""
    square = "Terms: US\nShape: square\nRnd 1: 8 sc in ring\nRnd 2: [3 hdc in next sc, hdc in next sc] 4 times\n"
    text = (
        square + "Rnd 3: sl st in next st, ch 2 (counts as hdc), 2 hdc in same st, *hdc in next 3 sts, 3 hdc in corner "
    )
    text += "st; rep from * ending hdc in each of last 3 sts, join. (24 hdc)"
    draft = work_draft(text)
    assert found(text) == []
    assert draft.rounds[-1].worked.stitches == 24


def test_a_corner_begun_by_half_is_ended_at_the_end() -> None:
    words = f"sl st to corner, ch 3, dc in sp, dc in next 3 dc, [{CORNER} in corner, dc in next 3 dc] 3 times, "
    text = f"{SQUARE}Rnd 2: {words}2 dc in corner, ch 2, join"
    worked = work_draft(text).rounds[-1].worked
    assert found(text) == []
    assert worked.per_side() == [7, 7, 7, 7]


# ---- how it begins -------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "ring",
    [
        "Magic ring and ch 3.",
        "Make a magic ring, chain 3.",
        "Ch 4, join with sl st, ch 3.",
        "Ch 4, sl st to ring; ch 3",
    ],
)
def test_chains_told_with_the_ring_begin_the_first_round(ring: str) -> None:
    text = f"A hatch\nUS terms\n\n{ring}\nRnd 1: 2 dc in ring, ch 2, [3 dc in ring, ch 2] 3 times, join. (12 dc)"
    first = work_draft(text).rounds[0].worked
    assert first.stitches == 12
    assert first.made[0].start
    assert found(text) == []


def test_the_same_ring_without_them_is_not_the_same_round() -> None:
    """The text of the round is the same; what stands above it is not."""
    words = "Rnd 1: 2 dc in ring, ch 2, [3 dc in ring, ch 2] 3 times, join."
    with_chains = work_draft(f"A hatch\nUS terms\n\nMagic ring and ch 3.\n{words}")
    without = work_draft(f"A hatch\nUS terms\n\nMagic ring.\n{words}")
    assert [d.rounds[0].worked.stitches for d in (with_chains, without)] == [12, 11]


@pytest.mark.parametrize(
    ("cast", "chains"),
    [
        ("Ch 16 + 1.", 17),
        ("Make 16 ch + 1.", 17),
        ("Chain 16, + 1 for turning", 17),
        ("Make a chain of 17.", 17),
        ("Foundation: 17 ch", 17),
        ("Ch 15 + 2 turning ch", 17),
    ],
)
def test_a_foundation_and_its_turning_chain(cast: str, chains: int) -> None:
    row = f"Row 1: sc in 2nd ch from hook, sc in each ch across. ({chains - 1} sc)"
    draft = work_draft(f"A strap\nUS terms\n\n{cast}\n{row}")
    assert draft.doc.begin.chains == chains
    assert draft.rounds[0].worked.stitches == chains - 1
    assert not draft.rounds[0].worked.troubles


@pytest.mark.parametrize(
    "words",
    [
        "2 sc in 2nd ch, sc in next 3 ch, 4 sc in last ch; along the other side sc in next 3 ch, 2 sc in the last",
        "2 sc in second ch from hook, sc in 3 ch, 4 sc in last ch, along the other side sc in 3 ch, 2 sc in last",
        "begin in second chain: sc in 4 ch, 5 sc in end ch; along the other side: sc in 3 ch, 2 sc in last ch",
    ],
)
def test_an_oblong_from_the_second_chain(words: str) -> None:
    draft = work_draft(f"An oblong\nUS terms\n\nCh 6.\nRnd 1: {words}. (14 sc)")
    assert draft.rounds[0].worked.stitches == 14
    assert found(f"An oblong\nUS terms\n\nCh 6.\nRnd 1: {words}. (14 sc)") == []


# ---- counts --------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("count", "wrong"),
    [
        ("sl st. Four ch-2 sps.", "sl st. Five ch-2 sps."),
        ("sl st. 24 dc with 4 corners", "sl st. 22 dc with 4 corners"),
        ("sl st. (24 dc with 4 corners)", "sl st. (22 dc with 4 corners)"),
        ("join: 24 dc, turn.", "join: 25 dc, turn."),
        ("join - 24 dc, turn.", "join - 26 dc, turn."),
    ],
)
def test_a_count_however_it_is_told(count: str, wrong: str) -> None:
    words = SQUARE + "Rnd 2: [(3 dc, ch 2, 3 dc) in corner] 4 times, "
    assert found(words + count) == []
    assert found(words + wrong) == ["MR301 2"]


def test_work_behind_a_close_is_no_count() -> None:
    """`sc in 9 ch, 4 sc in last ch`: the comma is no end of the round."""
    draft = work_draft("An oblong\nUS terms\n\nCh 11.\nRnd 1: sc in 2nd ch from hook, sc in 8 ch, 4 sc in last ch")
    assert draft.rounds[0].worked.stitches == 13


LINES = ["MR, 6 sc", "inc in each st", "(sc, inc) x 6", "(2 sc, inc) x 6"]


@pytest.mark.parametrize("count", [" - {}", " = {}", " ({})", " [{}]", " — {} sc"])
def test_lines_that_end_in_their_count_are_rounds(count: str) -> None:
    lines = [words + count.format(6 * k) for k, words in enumerate(LINES, 1)]
    draft = work_draft("A disc, US terms\n\n" + "\n".join(lines))
    assert [r.worked.stitches for r in draft.rounds] == [6, 12, 18, 24]


def test_the_first_cluster_is_told_in_a_bracket() -> None:
    text = "A ring of clusters\nUS terms\ncl = dc3tog in the same place\n"
    text += "Rnd 1: Into magic ring work 8 cl with ch 1 between (begin first cl with ch 2). Join to first cl."
    assert work_draft(text).rounds[0].worked.counts() == {"dc3-cl": 8}
    assert found(text) == []


# ---- getting there -------------------------------------------------------------------------------------------------

ALL_CORNERS = SQUARE + f"Rnd 2: [{CORNER} in corner, dc in next 3 dc] 4 times"
REST = f"dc in next 3 dc, [{CORNER} in next corner, dc in next 3 dc] 3 times, join"


@pytest.mark.parametrize(
    "words",
    [
        f"sl st in next 2 dc and in ch-2 sp, ch 3, (dc, ch 2, 2 dc) in same sp, {REST}",
        f"sl st x 3, ch 3, (dc, ch 2, 2 dc) in same sp, {REST}",
        f"sl st 3, ch 3, dc, ch 2, 2 dc in sp, {REST}",
        f"move to corner, ch 3, (dc, ch 2, 2 dc) in it, {REST}",
        f"Move along to ch-2 sp. Ch 3, dc, ch 2, 2 dc in it. {REST}",
        f"(sl st, ch 3, dc, ch 2, 2 dc) in ch-2 sp, {REST}",
        f"sl st to corner. Ch 3, dc, ch 2, 2 dc in this sp. {REST}",
    ],
)
def test_ways_to_the_corner(words: str) -> None:
    """Round 1 is joined to its first stitch: two stitches lie between the hook and the space."""
    first = "ch 3, 2 dc in ring, ch 2, [3 dc in ring, ch 2] 3 times, join"
    draft = work_draft(f"Terms: US\nShape: square\nRnd 1: {first}\nRnd 2: {words}")
    assert found(f"Terms: US\nShape: square\nRnd 1: {first}\nRnd 2: {words}") == []
    assert draft.rounds[1].worked.stitches == 28
    assert draft.rounds[1].worked.per_side() == [7, 7, 7, 7]
    opening = draft.rounds[1].worked.made[0]
    assert draft.rounds[1].worked.below[opening.feet[0] - 1].kind == "ch"


def test_a_petal_that_ends_in_a_slip_stitch_is_worked_as_it_is_said() -> None:
    petal = "(sl st, ch 2, 2 dc, ch 2, sl st) in next st"
    text = f"{CIRCLE}Rnd 2: {petal}, [{petal}] 11 times"
    made = work_draft(text).rounds[1].worked.made
    assert [m.kind for m in made[:2]] == ["slst", "ch"]


# ---- named stitches ------------------------------------------------------------------------------------------------

V = "(dc, ch 1, dc)"


@pytest.mark.parametrize(
    "title",
    ["Mole, US, V-st = (dc, ch 1, dc)", "Mole; US; V-st = dc, ch 1, dc", "Mole (US)\nV-st: (dc, ch 1, dc)"],
)
@pytest.mark.parametrize("place", ["sp of each V-st", "ch-1 sp of each V-st around", "each ch-1 sp", "each V-st"])
def test_a_stitch_that_the_title_defines(title: str, place: str) -> None:
    rounds = "Rnd 1: 8 sc in magic ring, join.\n"
    rounds += "Rnd 2: ch 4, dc in same sc (first V-st), V-st in each of next 7 sc, join to 3rd ch of ch 4.\n"
    rounds += f"Rnd 3: sl st to sp, ch 1, 3 sc in same sp, 3 sc in {place}, join. (24 sc)"
    draft = work_draft(f"{title}\n\n{rounds}")
    assert found(f"{title}\n\n{rounds}") == []
    assert [r.worked.stitches for r in draft.rounds] == [8, 16, 24]
    assert draft.rounds[1].worked.spaces() == {"ch-1": 8}


# ---- what the mend is ----------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("words", "mended"),
    [
        ("2 dc in each of next 11 dc, dc in last dc", "2 dc in last dc"),
    ],
)
def test_a_single_stitch_may_be_the_one_that_is_lacking(words: str, mended: str) -> None:
    """One mistake, one finding: the round below it, worked on the mended one, is right."""
    text = f"{CIRCLE}Rnd 2: {words} (24)\nRnd 3: [dc in next dc, 2 dc in next dc] 12 times (36)"
    findings = [f for f in analyse(text).findings if f.severity != "hint"]
    assert [(f.code, f.round) for f in findings] == [("MR301", 2)]
    assert any(mended in fix.label for fix in findings[0].fixes)


# ---- counts of two things ------------------------------------------------------------------------------------------


@pytest.mark.parametrize("count", ["- 12, 4 sp", "(12, 4 ch-2 sps)", "= 12 (and 4 sps)", "- 12, 4 corners"])
def test_a_bare_number_before_spaces_is_of_stitches(count: str) -> None:
    text = f"Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times, sl st {count}"
    assert found(text) == []
    assert found(text.replace("12", "13")) == ["MR301 1"]


def test_bare_numbers_before_stitches_are_of_rounds() -> None:
    text = SQUARE + "Rnds 2-3: [(2 dc, ch 2, 2 dc) in corner, dc in each dc to corner] 4 times (28, 44 dc)"
    assert found(text) == []
    assert found(text.replace("44", "45")) == ["MR301 3"]


# ---- again and again -----------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "words",
    [
        f"{CORNER} in corner, dc in next 3 dc, four times",
        f"work {CORNER} in corner and dc in next 3 dc, 4 times",
        f"*{CORNER} in corner, dc in next 3 dc*; repeat *...* three times",
        f"*{CORNER} in corner, dc in next 3 dc*, * to * three more times",
        "*2 dc, ch 2, 2 dc in corner, dc in next 3 dc; from * three more times",
    ],
)
def test_all_of_it_again(words: str) -> None:
    same(f"{SQUARE}Rnd 2: {words}", ALL_CORNERS)


def test_what_stands_behind_then_comes_again_and_not_what_stands_before_it() -> None:
    words = f"dc in next 3 dc, then {CORNER} in corner and dc in next 3 dc, 3 times; {CORNER} in last corner"
    draft = work_draft(f"{SQUARE}Rnd 2: {words}")
    assert found(f"{SQUARE}Rnd 2: {words}") == []
    assert draft.rounds[1].worked.per_side() == [7, 7, 7, 7]


# ---- sides and corners told at once, and what stands between, below or before the rounds ---------------------------


@pytest.mark.parametrize("said", ["6 dc along each side", "dc in 8 dc on each side"])
def test_a_side_told_with_too_few_or_too_many_is_told_back(said: str) -> None:
    right = SOLID + f"Rnd 3: {CORNER} in each corner, 7 dc along each side"
    same(right, SEVEN)
    assert [f.split()[1] for f in found(SOLID + f"Rnd 3: {CORNER} in each corner, {said}")] == ["3"]


def test_groups_between_groups_come_behind_the_spaces() -> None:
    long = GRANNY + "Rnd 3: [(3 dc, ch 2, 3 dc) in corner, 3 dc between groups] 4 times"
    for short in (
        "Into every ch-2 sp: (3 dc, ch 2, 3 dc); between groups: 3 dc",
        "(3 dc, ch 2, 3 dc) in each ch-2 sp; 3 dc between groups",
        "*Working into the corner, 3 dc, ch 2, 3 dc; working between the groups, 3 dc; repeat from * 3 times more",
    ):
        same(GRANNY + "Rnd 3: " + short, long)


def test_a_corner_described_below_the_rounds() -> None:
    below = SQUARE + "Rnd 2: [3 dc, corner] 4 times\nCorner: 2 dc, ch 2, 2 dc in the ch-2 sp."
    same(below, SQUARE + f"Rnd 2: [dc in next 3 dc, {CORNER} in corner] 4 times")
    assert analyse(SQUARE + "Rnd 2: [3 dc, corner] 4 times").findings  # nobody says what it is


def test_rounds_told_in_prose() -> None:
    told = (
        "Terms: US\nBegin with a magic ring. For the first round, work 6 single crochet in the ring. "
        "For the second round, work 2 single crochet in each stitch. For round 3, work 1 single crochet in the next "
        "stitch and twice in the one after, all round."
    )
    draft = work_draft(told)
    assert [r.worked.stitches for r in draft.rounds] == [6, 12, 18]
    assert not [f for f in analyse(told).findings if f.severity != "hint" and f.family < 5]


def test_a_group_in_the_other_dialect_s_height_is_told_once() -> None:
    """Fact of the trade: a UK treble is a US double crochet (Craft Yarn Council's table of US and UK terms)."""
    text = (
        "Terms: UK\nShape: square\nRnd 1: [3 tr in ring, 2 ch] 4 times\n"
        "Rnd 2: [(3 tr, 2 ch, 3 tr) in corner, 1 ch] 4 times\n"
        "Rnd 3: [(3 tr, 2 ch, 3 tr) in corner, 1 ch, 3 {} in 1-ch sp, 1 ch] 4 times"
    )
    told = {word: [f.code for f in analyse(text.format(word)).findings] for word in ("tr", "dc", "htr")}
    assert told == {"tr": [], "dc": ["MR702"], "htr": []}  # no dialect calls a treble htr


@pytest.mark.parametrize("said", ["Puddle flower (UK)", "Puddle flower. UK. In rounds.", "Puddle (UK, for beginners)"])
def test_a_title_says_the_terms_and_keeps_its_words_when_they_are_mended(said: str) -> None:
    text = f"{said}\nRnd 1: 6 sc in ring\nRnd 2: 2 sc in each sc around (12)"
    finding = next(f for f in analyse(text).findings if f.code == "MR701")
    mended = apply(text, next(fix for fix in finding.fixes if fix.label == "Read it as US terms").edits)
    assert mended.splitlines()[:2] == [said, "Terms: US"]
    assert not [f for f in analyse(mended).findings if f.code == "MR701"]
