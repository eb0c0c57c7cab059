"""What a round means where its words alone don't tell: repeats around a ring, joins by what they are for, corners begun
with their own chain, stitches that chains lead over. Each is read beside its long form."""

from __future__ import annotations

import pytest

from core.beside import found, same
from mossring.draft import work_draft

SIDED = {3: "triangle", 4: "square", 5: "pentagon", 6: "hexagon", 8: "octagon"}


# ---- repeats around a ring, which has no end ------------------------------------------------------------------------


@pytest.mark.parametrize("sides", SIDED)
@pytest.mark.parametrize("several", [2, 3])
@pytest.mark.parametrize("counted", [True, False])
def test_around_a_ring_is_as_often_as_the_count_or_the_shape_says(sides: int, several: int, counted: bool) -> None:
    count = f" ({sides * several} dc)" if counted else ""
    head = f"{SIDED[sides].capitalize()} coaster, US terms\nShape: {SIDED[sides]}\n"
    around = f"Rnd 1: *{several} dc in ring, ch 2; rep from * around.{count}\n"
    same(head + around, f"{head}Rnd 1: [{several} dc in ring, ch 2] {sides} times{count}\n")


@pytest.mark.parametrize("sides", SIDED)
def test_the_last_pass_around_a_ring_ends_at_its_stars(sides: int) -> None:
    text = (
        f"Terms: US\nShape: {SIDED[sides]}\nRnd 1: ch 3 (counts as dc), dc in ring, *ch 2**, 2 dc in ring; rep from * "
        f"around, ending last rep at **; sl st in top of beg ch-3. ({2 * sides} dc)\n"
    )
    draft = work_draft(text)
    assert found(text) == []
    assert draft.rounds[0].worked.counts() == {"dc": 2 * sides}
    assert draft.rounds[0].worked.spaces() == {"ch-2": sides}


def test_a_count_that_no_number_of_passes_comes_to_is_told() -> None:
    text = "Terms: US\nShape: square\nRnd 1: *3 dc in ring, ch 2; rep from * around. (13 dc)\n"
    assert found(text) == ["MR208 1"]


# ---- what a repeat repeats ------------------------------------------------------------------------------------------

FIRST = "Terms: US\nShape: square\nBegin: magic ring\nRnd 1: ch 3 (counts as dc), "
ROUND_1 = FIRST + "2 dc in ring, [ch 2, 3 dc in ring] 3 times, ch 2, sl st in top of ch-3"


@pytest.mark.parametrize(
    "words",
    [
        "2 dc in ring, ch 2, 3 dc in ring, ch 2 three times, sl st in top of ch-3",
        "2 dc, ch 2, 3 dc, ch 2 (three times), sl st in top of ch-3",
        "2 dc, ch 2, 3 dc, ch 2, repeat 2 more times, sl st in top of ch-3",
        "2 dc + ch 2, 3 dc + ch 2 (three times) into ring, sl st in top of ch-3",
        "2 dc in ring, ch 2. 3 dc in ring, ch 2, three times. Sl st in top of ch-3",
        "2 dc in ring, ch 2, three lots of (3 dc in ring, ch 2), sl st in top of ch-3",
        "2 dc in ring, ch 2, 3 x (3 dc in ring, ch 2), sl st in top of ch-3",
    ],
)
def test_what_says_the_start_again_is_what_is_repeated(words: str) -> None:
    """`ch 3, 2 dc, ch 2` and then `3 dc, ch 2`: the start with its chain for a stitch, so often more."""
    same(f"{FIRST}{words}\n", ROUND_1 + "\n")


GRANNY = ROUND_1 + (
    "\nRnd 2: sl st to sp, ch 3, (2 dc, ch 2, 3 dc) in same sp, [(3 dc, ch 2, 3 dc) in next sp] 3 times, join\n"
)


def test_from_then_on_is_what_is_repeated() -> None:
    start = "Rnd 3: sl st to sp, ch 3, (2 dc, ch 2, 3 dc) in same sp, 3 dc between groups, "
    group = "(3 dc, ch 2, 3 dc) in next ch-2 sp"
    long = f"[{group}, 3 dc between groups] 3 times, join"
    then = f"then {group} and 3 dc between groups, repeat 3 times in all, join"
    same(GRANNY + start + then, GRANNY + start + long)


EIGHT = (
    "Terms: US\nShape: octagon\nRnd 1: ch 3 (counts as dc), dc in ring, (ch 1, 2 dc in ring) 7 times, ch 1, join\n"
    "Rnd 2: sl st to sp, ch 3, dc, ch 1, 2 dc in same sp, (2 dc, ch 1, 2 dc) in each sp around, join (32 dc)\n"
)


@pytest.mark.parametrize(
    "words",
    [
        "*corner, dc in next 4 dc; rep from * to last 2 sts, dc in last 2 dc",
        "*corner, dc in next 4 dc; rep from * 6 more times, corner, dc in next 2 dc",
        "[corner, dc in next 4 dc] 7 times, corner, dc in last 2 dc",
        "[corner, dc in next 4 dc] to end, finishing with corner, dc in last 2 dc",
    ],
)
def test_a_repeat_to_the_last_stitches_ends_amid_a_pass(words: str) -> None:
    """The last corner lies before the last two stitches: it belongs to the pass that they cut short."""
    corner = "(dc, ch 1, dc) in next ch-1 sp"
    draft = work_draft(f"{EIGHT}Rnd 3: ch 3, dc in next dc, {words.replace('corner', corner)}, join (48 dc)\n")
    assert found(draft.doc.text) == []
    assert draft.rounds[2].worked.per_side() == [6] * 8


# ---- joins and where a round begins ---------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "join",
    [
        "slip st to top of ch-3",
        "slip st to join",
        "sl st to close",
        "ss to join to top of 3 ch",
        "sl st into top ch of ch-3",
        "slip stitch to join in top of ch 3",
        "sl stitch in top of beg ch-3",
        "sl st to finish",
    ],
)
def test_a_join_by_what_it_is_for(join: str) -> None:
    body = "2 dc in ring, [ch 2, 3 dc in ring] 3 times, ch 2, "
    second = "\nRnd 2: ch 3, dc in next 2 dc, [corner, dc in next 3 dc] 3 times, corner, join\n".replace(
        "corner", "(2 dc, ch 2, 2 dc) in ch-2 sp"
    )
    same(f"{FIRST}{body}{join}{second}", f"{FIRST}{body}join{second}")


@pytest.mark.parametrize(
    "begun",
    [
        "With B, draw up a loop in any ch-2 sp, ch 3",
        "With B, pull up a loop in any ch-2 sp, ch 3",
        "Join B in any ch-2 sp, ch 3",
        "With B, join in any ch-2 sp, ch 3",
    ],
)
def test_yarn_is_joined_with_a_loop_drawn_up(begun: str) -> None:
    rest = "(2 dc, ch 2, 3 dc) in same sp, [(3 dc, ch 2, 3 dc) in next ch-2 sp] 3 times, join"
    draft = work_draft(f"{ROUND_1}\nRnd 2: {begun}, {rest} (24 dc)\n")
    assert found(draft.doc.text) == []
    assert draft.rounds[1].worked.per_side() == [6, 6, 6, 6]
    assert {m.yarn for m in draft.rounds[1].worked.made} == {"B"}


def test_a_corner_begun_with_its_own_chain_is_finished_at_the_end() -> None:
    """`5 ch` is a treble and the corner's chain: two more go into that corner first, and one at the end."""
    text = (
        "Terms: UK\nShape: square\nRnd 1: 5 ch (1 tr + 2 ch), *4 tr in ring, 2 ch; rep from * twice, 3 tr in ring, "
        "ss in 3rd of 5 ch\nRnd 2: ss into sp, 5 ch, 2 tr in same sp, *1 tr in each of next 4 tr, "
        "(2 tr, 2 ch, 2 tr) in corner sp; rep from * twice, 1 tr in each of next 4 tr, 1 tr in corner sp, "
        "ss in 3rd of 5 ch (32 tr)\n"
    )
    assert found(text) == []
    assert work_draft(text).rounds[1].worked.per_side() == [8, 8, 8, 8]


def test_the_space_slipped_into_is_the_first_that_is_called_next() -> None:
    """Where the round comes out only so: six spaces with a chain skipped behind each."""
    two = "Terms: US\nRnd 1: [3 dc in ring, ch 2] 6 times\nRnd 2: [(dc, ch 3, dc) in ch-2 sp, ch 1] 6 times\n"
    here, there = (
        f"{two}Rnd 3: {begun}([3 dc, ch 2, 3 dc] in next ch-3 sp, skip ch-1 sp) 6 times, join (36 dc)\n"
        for begun in ("sl st in ch-3 sp, ", "")
    )
    assert found(here) == []
    assert work_draft(here).rounds[2].worked.counts()["dc"] == work_draft(there).rounds[2].worked.counts()["dc"] == 36


# ---- stitches passed without a word ----------------------------------------------------------------------------------


@pytest.mark.parametrize(("chains", "told"), [(2, []), (1, []), (0, ["MR404 2"])])
def test_what_chains_lead_over_is_passed(chains: int, told: list[str]) -> None:
    """`ch 2, (dc, ch 3, dc) in corner` over one stitch is lace; without the chain the stitch was forgotten."""
    over = f"ch {chains}, " if chains else ""
    text = f"{ROUND_1}\nRnd 2: [{over}dc in next 2 dc, {over}(dc, ch 3, dc) in ch-2 sp] 4 times\n"
    assert found(text) == told


def test_more_than_chains_can_lead_over_is_told() -> None:
    text = "Terms: US\nShape: square\nRnd 1: [6 dc in ring, ch 2] 4 times\nRnd 2: [dc in next 2 dc, ch 1, "
    assert found(text + "(dc, ch 3, dc) in ch-2 sp] 4 times\n") != []


@pytest.mark.parametrize(
    "words", ["sc in each st, skipping the corner sps", "sc in each st around, skip corner spaces", "sc in each st"]
)
def test_corners_that_a_sweep_passes_anyway(words: str) -> None:
    draft = work_draft(f"{ROUND_1}\nRnd 2: {words}\n")
    assert draft.rounds[1].worked.counts() == {"sc": 12}
    assert draft.rounds[1].worked.troubles == []


# ---- stitches by their number alone --------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("short", "long"),
    [
        ("[3 dc, (2, ch 2, 2) in corner] 4 times", "[3 dc, (2 dc, ch 2, 2 dc) in corner] 4 times"),
        ("[3 dc over 3 dc, (2 dc, ch 2, 2 dc) over ch 2] 4 times", "[3 dc, (2 dc, ch 2, 2 dc) in corner] 4 times"),
        ("[3 dc, (dc x2, ch 2, dc x2) in corner] 4 times", "[3 dc, (2 dc, ch 2, 2 dc) in corner] 4 times"),
        ("next corner 3 dc, ch 2, 3 dc, next corner 3 dc, ch 2, 3 dc, next corner 3 dc, ch 2, 3 dc, next corner 3 dc, "
         "ch 2, 3 dc", "[(3 dc, ch 2, 3 dc) in corner] 4 times"),
    ],
)  # fmt: skip
def test_a_number_alone_is_of_the_stitches_round_it(short: str, long: str) -> None:
    square = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: "
    same(square + short, square + long)


@pytest.mark.parametrize(
    ("words", "count"),
    [
        ("1 sc and 2 sc alternately", 18),
        ("sc, inc around", 18),
        ("[1, inc] 6 times", 18),
        ("*1 sc, inc3; rep from * around", 24),
        ("*5 sc, 3 sc in same st*, 2 times", 16),
    ],
)
def test_ways_of_increasing(words: str, count: int) -> None:
    text = f"Terms: US\nRnd 1: 6 sc in ring\nRnd 2: 2 sc in each st (12)\nRnd 3: {words} ({count})\n"
    assert found(text) == []
    assert work_draft(text).rounds[2].worked.stitches == count
