"""What stands there is worked, or it is told: never something else in silence."""

from __future__ import annotations

import pytest

from mossring.analysis import Analysis, analyse
from mossring.working import RING

CIRCLE = "Terms: US\nShape: circle\nRnd 1: 12 dc in ring\n"
SQUARE = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
TWICE = CIRCLE + "Rnd 2: 2 dc in each st around\n"


def told(found: Analysis, number: int) -> list[str]:
    return [f.code for f in found.findings if f.round == number and f.severity == "stop"]


@pytest.mark.parametrize(
    ("text", "code"),
    [
        ("Rnd 2: working into sts of Rnd 6, hdc in each st", "MR209"),
        ("Rnd 2: work in back loops of rnd 2, hdc in each st", "MR209"),
        ("Rnd 2: [dc in next st, dc in next dc of rnd 7] 12 times", "MR209"),
        ("Rnd 2: [hdc in ch-1 sp of rnd 4 and ch-1 sp of rnd 1 together, ch 1] 6 times", "MR209"),
    ],
)
def test_a_round_that_is_not_there_is_told(text: str, code: str) -> None:
    found = analyse(CIRCLE + text)
    assert told(found, 2) == [code]
    assert len(found.draft.rounds) == 2


def test_round_1_has_nothing_to_stand_on() -> None:
    assert told(analyse("Terms: US\nRnd 1: work into the sts of Rnd 2, 8 hdc in ring"), 1) == ["MR209"]


def test_two_spaces_of_two_rounds_are_both_worked() -> None:
    below = SQUARE + "Rnd 2: [(2 dc, ch 1, 2 dc) in corner, dc in each st to corner] around\n"
    spread = "Rnd 3: [3 tr in ch-2 sp of rnd 1 and ch-{} sp of rnd 2 together, ch 1, dc in each st to corner] around"
    found = analyse(below + spread.format(1))
    taken = {m.feet for m in found.draft.rounds[-1].worked.made if m.kind == "tr"}
    kinds = {f.round for r in found.draft.rounds for f in r.worked.made for feet in taken if f.number in feet}
    assert len(taken) == 4
    assert kinds == {1, 2}
    assert told(analyse(below + spread.format(3)), 3) == ["MR201"]


@pytest.mark.parametrize("odd", ["in the heel of", "in neck of", "in the inner edge of", "in the left arm of"])
@pytest.mark.parametrize(
    ("below", "words"),
    [
        (CIRCLE, "2 hdc {} each st around (24 hdc)"),
        (CIRCLE, "[hdc in next st, 2 hdc {} next st] 6 times (18 hdc)"),
        (SQUARE, "[(2 dc, ch 2, 2 dc) {} corner, dc in each st to corner] around (28 dc)"),
    ],
)
def test_odd_words_within_a_place_are_told(below: str, words: str, odd: str) -> None:
    """Whatever count bears a round out, a place that nobody knows is not passed over."""
    assert told(analyse(f"{below}Rnd 2: {words.format(odd)}"), 2)
    assert told(analyse(f"{below}Rnd 2: {words.format('in')}"), 2) == []


def test_words_between_instructions_may_be_passed_over() -> None:
    found = analyse(CIRCLE + "Rnd 2: happily, 2 hdc in each st around (24 hdc)")
    assert found.draft.rounds[-1].worked.stitches == 24
    assert [f.code for f in found.findings if f.severity != "hint"] == []


def test_which_loop_is_no_odd_word() -> None:
    assert told(analyse(CIRCLE + "Rnd 2: [hdc in next st, 2 hdc in next] x6 BLO (18)"), 2)


@pytest.mark.parametrize("words", ["each shell centre", "centre of each shell", "each fan middle"])
def test_the_centre_of_a_shell_is_its_middle_stitch(words: str) -> None:
    shells = CIRCLE + "Rnd 2: [sk next st, 5 dc in next st, sk next st, sc in next st] 3 times\n"
    found = analyse(f"{shells}Rnd 3: 5 dc in {words} around")
    below, made = found.draft.rounds[1].worked.made, found.draft.rounds[2].worked.made
    middle = [m.number for k, m in enumerate(below) if m.kind == "dc" and k % 6 == 2]
    assert {m.feet for m in made} == {(n,) for n in middle}


@pytest.mark.parametrize(("stitches", "stated"), [(10, 18), (14, 26), (15, 28)])
def test_what_is_said_of_the_same_stitch_is_not_moved_to_suit_a_count(stitches: int, stated: int) -> None:
    begun = f"Terms: US\nShape: circle\nRnd 1: {stitches} hdc in ring\n"
    text = f"{begun}Rnd 2: ch 2 (counts as hdc), hdc in same st, 2 hdc in each st around ({stated} hdc)"
    found = analyse(text)
    assert found.draft.rounds[-1].worked.stitches == 2 * stitches
    assert told(found, 2) == ["MR301"]


def test_where_same_is_taken_for_the_next_it_is_said() -> None:
    found = analyse(CIRCLE + "Rnd 2: [3 hdc, 2 hdc in same st] around (15 hdc)")
    assert found.draft.rounds[-1].worked.stitches == 15
    assert ["same st" in f.message for f in found.findings if f.code == "MR110"] == [True]


@pytest.mark.parametrize(
    ("where", "kind"),
    [
        ("post of next dc", "fphdc"),
        ("the front post of next dc", "fphdc"),
        ("back post of next dc", "bphdc"),
        ("the stem of next dc", "fphdc"),
        ("the stem of next dc from behind", "bphdc"),
        ("the post of next dc from the back", "bphdc"),
    ],
)
def test_around_a_post_is_a_raised_stitch(where: str, kind: str) -> None:
    here = analyse(f"{CIRCLE}Rnd 2: [hdc around {where}, ch 1] 12 times").draft.rounds[-1].worked
    assert here.counts() == {kind: 12}
    deep = (
        f"{TWICE}Rnd 3: [dc in next st, hdc around {where.replace('next dc', 'next dc of rnd 1')}, sk next st] 12 times"
    )
    found = analyse(deep)
    assert found.draft.rounds[-1].worked.counts() == {"dc": 12, kind: 12}
    first = {m.number for m in found.draft.rounds[0].worked.made}
    assert {f for m in found.draft.rounds[-1].worked.made if m.kind == kind for f in m.feet} == first


@pytest.mark.parametrize("behind", ["FPtr", "the FPtr just made", "post st", "it"])
def test_what_is_skipped_behind_a_stitch_is_no_further_stitch(behind: str) -> None:
    words = f"[dc in next st, FPtr around next dc of rnd 1, sk next st behind {behind}] 12 times"
    found = analyse(f"{TWICE}Rnd 3: {words}")
    assert found.draft.rounds[-1].worked.counts() == {"dc": 12, "fptr": 12}
    assert told(found, 3) == []


def test_the_ring_is_no_stitch() -> None:
    """The feet of round 1 are the centre, whatever it is called there."""
    for words in ("9 hdc into the centre", "9 hdc into the centre of a magic ring"):
        made = analyse(f"Terms: US\nRnd 1: {words}").draft.rounds[0].worked.made
        assert {m.feet for m in made} == {(RING,)}


def rounds(found: Analysis) -> list[dict[str, int]]:
    return [{**r.worked.counts(), **r.worked.spaces()} for r in found.draft.rounds]


def test_a_spiral_stays_one_until_a_join() -> None:
    found = analyse(
        "Terms: US\nRnd 1: 7 hdc in magic ring, do not join\nRnd 2: 2 hdc in each st around (14 hdc)\n"
        "Rnd 3: *hdc in next st, 2 hdc in next st; rep from * around, join with sl st (21 hdc)\n"
        "Rnd 4: ch 1, *hdc in next 2 sts, 2 hdc in next st; rep from * around (28 hdc)"
    )
    assert [r.worked.closed for r in found.draft.rounds] == [False, False, True, True]


@pytest.mark.parametrize("join", ["join", "ending with sl st in first pc", "ending last rep with sl st in first pc"])
@pytest.mark.parametrize(
    ("first", "others", "kind"),
    [
        ("beg pc", "3-dc pc", "dc3-pc"),
        ("beg bobble", "6-hdc bobble", "hdc6-bobble"),
        ("ch 3, 3-dc pc (counts as first 4-dc pc)", "4-dc pc", "dc4-pc"),
        ("ch 4, 2-tr puff", "3-tr puff", "tr3-puff"),
    ],
)
def test_what_begins_a_round_has_the_legs_of_the_others(first: str, others: str, kind: str, join: str) -> None:
    found = analyse(
        f"Terms: US\nRnd 1: ch 5, join; {first} in ring, ch 2, *{others} in ring, ch 2; rep from * 5 more times; {join}"
    )
    assert rounds(found) == [{kind: 7, "ch-2": 7}]


@pytest.mark.parametrize("join", ["join", "ending with sl st in first hdc", "ch 4, join", "ch 4, sk last 2 sts, join"])
def test_the_join_stands_for_the_last_stitch_of_a_mesh(join: str) -> None:
    mesh = "Rnd 2: ch 1, hdc in same st, *ch 4, sk 2 sts, hdc in next st; rep from * around"
    found = analyse(f"Terms: US\nRnd 1: 15 dc in ring; join\n{mesh}; {join}\nRnd 3: 5 sc in each ch-4 sp around")
    assert rounds(found)[1:] == [{"hdc": 5, "ch-4": 5}, {"sc": 25}]
    assert not [f for f in found.findings if f.severity == "stop"]


def test_the_last_loop_is_held_where_the_first_one_hangs() -> None:
    loops = "Rnd 2: *ch 6, sk next 3 sts, sc in next st; rep from * around; join"
    assert rounds(analyse(f"Terms: US\nRnd 1: 16 dc in ring; join\n{loops}"))[1] == {"ch-6": 4, "sc": 4}


@pytest.mark.parametrize("end", ["join", "to last 2 sts, ch 5, join"])
def test_loops_over_corners_that_are_stitches_leave_nothing(end: str) -> None:
    square = "Terms: US\nRnd 1: ch 1, 4 sc in ring; join\nRnd 2: ch 1, 3 sc in each st around; join (12 sc)\n"
    end = f"around; {end}" if end == "join" else f"around {end}"
    found = analyse(f"{square}Rnd 3: ch 1, sc in same st, *ch 5, sk 2 sts, sc in next st; rep from * {end}")
    assert rounds(found)[2] == {"sc": 4, "ch-5": 4}
    assert not {"MR202", "MR203", "MR204"} & {f.code for f in found.findings}


def test_a_round_behind_petals_lies_as_far_out_as_what_it_stands_on() -> None:
    rose = (
        "Terms: US\nRnd 1: ch 1, 15 sc in magic ring; join\n"
        "Rnd 2: *ch 3, sk 2 sts, sl st in next st; rep from * around\n"
        "Rnd 3: (sc, hdc, 2 dc, hdc, sc) in each ch-3 sp around\n"
        "Rnd 4: behind petals, *ch 4, sl st in next sl st of rnd 2; rep from * around\n"
        "Rnd 5: (sc, hdc, 4 dc, hdc, sc) in each ch-4 sp around\n"
        "Rnd 6: behind petals, *ch 6, sl st in next sl st of rnd 4; rep from * around"
    )
    found = analyse(rose)
    assert [r.worked.onto for r in found.draft.rounds] == [0, 1, 2, 2, 4, 4]
    radii = [r.entry.radius for r in found.draft.rounds]
    assert radii[3] == pytest.approx(radii[1] + 0.25)
    assert radii[5] < radii[4]
    assert not [f for f in found.findings if f.code in ("MR501", "MR502")]
    assert found.size is not None
    assert found.size.side_to_side > 2 * radii[5] * found.draft.gauge.width_mm


@pytest.mark.parametrize("words", ["sc in each sc to corner", "2 hdc in each hdc to corner", "tr in each tr to corner"])
def test_a_sweep_over_stitches_that_are_not_there_is_told(words: str) -> None:
    assert told(analyse(f"{SQUARE}Rnd 2: [(2 dc, ch 2, 2 dc) in corner, {words}] around"), 2) == ["MR201"]
