"""`As Rnd 3, with ...`: every way to say how a round grows on another, with what must come out (no source)."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse

SOLID = (
    "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times (12 dc)\n"
    "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in next 3 dc] 4 times (28 dc)\n"
    "Rnd 3: [(2 dc, ch 2, 2 dc) in corner, dc in next 7 dc] 4 times (44 dc)\n"
)
GRANNY = (
    "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
    "Rnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] 4 times\n"
    "Rnd 3: [(3 dc, ch 2, 3 dc) in corner, ch 1, 3 dc in ch-1 sp, ch 1] 4 times\n"
)
CIRCLE = (
    "Terms: US\nShape: circle\nRnd 1: 12 dc in ring\nRnd 2: 2 dc in each st around\n"
    "Rnd 3: [dc in next st, 2 dc in next st] around\n"
)


def counts(text: str) -> list[int]:
    return [r.worked.stitches for r in analyse(text).draft.rounds]


def serious(text: str) -> list[tuple[str, int]]:
    return [(f.code, f.round) for f in analyse(text).findings if f.severity != "hint" and f.family != 5]


@pytest.mark.parametrize(
    "words",
    [
        "As Rnd 3.",
        "Rep Rnd 3.",
        "Repeat round 3, with 4 more dc on each side.",
        "As Rnd 3, working 4 more dc along each side",
        "As Rnd 3, with 11 dc between corners.",
        "As Rnd 3, but with 11 dc between corner spaces (60 dc)",
        "As Rnd 3, but with 11 dc between each corner",
        "As Rnd 3, but work 11 dc on each side",
        "Same as Rnd 3 with 11 dc along each side",
        "As Rnd 3, with 11 dc on each side instead of 7",
        "As Rnd 3, with 11 dc between corners instead of 7. (60 dc)",
        "As Rnd 3, with 15 dc on each side",
        "Continue in the same way.",
        "As round 3, with four more dc on each side",
    ],
)
def test_a_solid_square_grows_by_its_corners(words: str) -> None:
    text = f"{SOLID}Rnd 4: {words}"
    grown = 60 if words not in ("As Rnd 3.", "Rep Rnd 3.") else counts(text)[-1]
    assert counts(text) == [12, 28, 44, grown]
    assert not serious(text) or words in ("As Rnd 3.", "Rep Rnd 3.")


@pytest.mark.parametrize(
    "words",
    [
        "As Rnd 3, with 3 more dc on each side",
        "As Rnd 3, with 5 more dc on each side",
        "As Rnd 3, with 12 dc between corners",
        "As Rnd 3, with 10 dc on each side",
    ],
)
def test_a_side_that_does_not_grow_so_is_told_once(words: str) -> None:
    assert serious(f"{SOLID}Rnd 4: {words}") == [("MR210", 4)]


def test_the_number_that_is_right_is_offered() -> None:
    found = [f for f in analyse(f"{SOLID}Rnd 4: As Rnd 3, with 12 dc between corners").findings if f.code == "MR210"]
    assert [x.label for x in found[0].fixes] == ["Say 11"]
    found = [f for f in analyse(f"{SOLID}Rnd 4: As Rnd 3, with 5 more dc on each side").findings if f.code == "MR210"]
    assert [x.label for x in found[0].fixes] == ["Say 4 more"]


@pytest.mark.parametrize(
    "words",
    [
        "As Rnd 3, with 1 more group on each side",
        "As Rnd 3, with one more group of 3 dc along each side",
        "As Rnd 3, with 2 groups on each side instead of 1",
        "As Rnd 3, but work two groups of 3 dc along each side instead of one",
        "As Rnd 3, working 3 dc, ch 1 in each ch-1 sp along the sides",
        "As Rnd 3, with 3 dc in each side sp",
        "In each corner work (3 dc, ch 2, 3 dc), in each side sp 3 dc, with ch 1 between all groups",
        "[(3 dc, ch 2, 3 dc) in corner, ch 1, (3 dc in next ch-1 sp, ch 1) to corner] 4 times",
    ],
)
def test_a_granny_grows_by_a_group_a_side(words: str) -> None:
    text = f"{GRANNY}Rnd 4: {words}"
    assert counts(text) == [12, 24, 36, 48]
    assert not serious(text)


@pytest.mark.parametrize("last", [4, 5, 7])
def test_a_range_grows_on_itself(last: int) -> None:
    text = f"{SOLID}Rnds 4-{last}: As Rnd 3, with 4 more dc on each side each round"
    assert counts(text) == [12, 28, 44, *range(60, 60 + 16 * (last - 3), 16)]
    assert not serious(text)


@pytest.mark.parametrize(
    "stated", ["(60, 76 and 92 dc)", "(60, 76, 92 dc)", "(60; 76; 92 dc)", "(60, then 76, then 92 dc)"]
)
def test_a_range_states_a_count_for_each(stated: str) -> None:
    text = f"{SOLID}Rnds 4-6: As Rnd 3, with 4 more dc on each side each round. "
    assert not serious(text + stated)
    assert serious(text + stated.replace("76", "78")) == [("MR301", 5)]


@pytest.mark.parametrize(
    "words",
    [
        "As Rnd 3, with 1 more dc between increases",
        "As Rnd 3, with 2 dc between increases",
        "Continue in the same way, with one more dc between increases each round",
        "Continue as established.",
    ],
)
def test_a_circle_grows_between_its_increases(words: str) -> None:
    text = f"{CIRCLE}Rnd 4: {words}"
    assert counts(text) == [12, 24, 36, 48]
    assert not serious(text)


@pytest.mark.parametrize(
    "side",
    [
        "dc in each st",
        "dc in each dc",
        "dc in each st to corner",
        "dc in each st across side",
        "1 in each st",
        "dc in each dc along the side",
    ],
)
@pytest.mark.parametrize(
    ("frame", "times"),
    [("[(2 dc, ch 2, 2 dc) in corner, {}] 4 times", 4), ("*{}, (2 dc, ch 2, 2 dc) in corner; rep from * around", 4)],
)
def test_a_side_may_leave_unsaid_how_far_it_goes(side: str, frame: str, times: int) -> None:
    text = f"{SOLID}Rnd 4: {frame.format(side)}"
    assert counts(text)[-1] == 44 + times * 4
    assert not serious(text)


SIDE_BEGUN = (
    "US\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: ch 3, dc in next 2 dc, [(2 dc, ch 2, 2 dc) in corner, dc in next 3"
    " dc] 3 times, (2 dc, ch 2, 2 dc) in corner, join (28 dc)\n"
)


@pytest.mark.parametrize(
    "told",
    [
        "Rnds 3-5: as Rnd 2, with 4 more dc on each side each round (44, 60, 76 dc)",
        "Rnds 3-5: continue in the same way (44, 60, 76 dc)",
        "Rnd 3: as Rnd 2, but with 7 dc along each side (44)\nRnd 4: as Rnd 3, but with 11 dc along each side (60)\n"
        "Rnd 5: as Rnd 4, but with 15 dc along each side (76)",
    ],
)
def test_a_round_that_begins_amid_a_side_is_closed_by_its_last_corner(told: str) -> None:
    """What the last corner puts before the start is worked when the round is told again."""
    result = analyse(SIDE_BEGUN + told)
    assert [r.worked.per_side() for r in result.draft.rounds[2:]] == [[11] * 4, [15] * 4, [19] * 4]
    assert [f for f in result.findings if f.severity != "hint"] == []


@pytest.mark.parametrize(
    ("told", "right"),
    [
        ("[3 dc in next ch-1 sp, ch 1]", True),
        ("[5 tr in next ch-9 sp, ch 4]", False),
        ("[3 tr in next ch-1 sp, ch 1]", False),
        ("[2 dc in next ch-1 sp, ch 1]", False),
        ("[3 dc in next ch-1 sp, ch 2]", False),
        ("[3 dc in next frob, ch 1]", False),
    ],
)
def test_what_each_side_has_more_of_is_no_word_passed_over(told: str, right: bool) -> None:
    text = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
    text += "Rnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] around\n"
    text += "Rnd 3: [(3 dc, ch 2, 3 dc) in corner, ch 1, 3 dc in next ch-1 sp, ch 1] around\n"
    found = analyse(f"{text}Rnd 4: as Rnd 3, with 1 more {told} on each side")
    stops = [f.round for f in found.findings if f.severity == "stop"]
    assert stops == ([] if right else [4])
    assert found.draft.rounds[3].worked.stitches == 48
