"""The hook on the edge: starts, joins, turns, corners, and one mistake told once."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

SQUARE = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"


def codes(text: str) -> list[tuple[str, int]]:
    return [(f.code, f.round) for f in analyse(text).findings if f.severity != "hint"]


def test_every_stitch_knows_where_it_belongs() -> None:
    draft = work_draft(SQUARE + "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around")
    below, done = draft.rounds[0].worked, draft.rounds[1].worked
    corners = [done.made[c] for c in done.corners]
    assert {m.kind for m in corners} == {"ch"}
    assert {done.role(c) for c in done.corners} == {"corner"}
    assert sorted({done.sector(k) for k in range(len(done.made))}) == [1, 2, 3, 4]
    assert (done.sector(done.corners[1] - 1), done.sector(done.corners[1])) == (1, 2)
    numbers = {m.number for m in below.made}
    assert all(f in numbers for m in done.made for f in m.feet)
    feet = [m.feet for m in done.made if m.kind == "dc"]
    assert len(set(feet)) == 16  # four corner spaces and twelve stitches


def test_a_split_corner_is_one_corner() -> None:
    split = SQUARE + (
        "Rnd 2: sl st in next 2 dc and in ch-2 sp, ch 3, 2 dc in same sp, *ch 1, (3 dc, ch 2, 3 dc) in next ch-2 sp; "
        "rep from * 2 more times, ch 1, 3 dc in first ch-2 sp, ch 2, join with sl st in top of beg ch-3."
    )
    whole = SQUARE + "Rnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] around"
    assert same_fabric(work_draft(split).fabric, work_draft(whole).fabric)
    assert codes(split) == []


def test_a_single_crochet_that_closes_leaves_the_hook_in_the_corner() -> None:
    text = SQUARE.replace(
        "[3 dc in ring, ch 2] 4 times", "ch 3, 2 dc in ring, [ch 2, 3 dc in ring] 3 times, ch 1, sc in top of beg ch-3"
    )
    draft = work_draft(
        text + "Rnd 2: ch 3, 2 dc in same sp, ch 1, [(3 dc, ch 2, 3 dc) in next ch-2 sp, ch 1] 3 times, "
        "3 dc in same sp as beg ch-3, ch 2, join"
    )
    assert draft.rounds[0].worked.tally() == {"dc": 12, "ch-2": 4}
    assert draft.rounds[1].worked.tally() == {"dc": 24, "ch-1": 4, "ch-2": 4}


def test_a_turned_round_runs_the_other_way_round_the_same_places() -> None:
    second = "Rnd 2: sc in next st, 2 sc in next st, [sc in next 2 sts] 4 times"
    straight = f"Shape: circle\nRnd 1: [2 sc in ring, ch 1] 5 times\n{second}"
    turned = straight.replace("5 times", "5 times, turn", 1)
    a, b = work_draft(straight).rounds[1].worked, work_draft(turned).rounds[1].worked
    assert not a.turned
    assert b.turned
    assert (a.face, b.face) == ("RS", "WS")
    assert a.stitches == b.stitches


@pytest.mark.parametrize(
    ("start", "stitches"),
    [
        ("ch 3, dc in next 11 sts, join with sl st in top of beg ch-3", 12),
        ("ch 3 (counts as dc), dc in each st around, join", 12),
        ("ch 2 (does not count), dc in each st around, join with sl st in first dc", 12),
        ("ch 1, sc in each st around, join", 12),
        ("ch 2, dc in each st around, join with sl st in first dc", 12),
        ("standing dc in first st, dc in each rem st, join", 12),
        ("ch 4 (counts as dc and ch 1), [dc in next st, ch 1] 11 times, join with sl st in 3rd ch of beg ch-4", 12),
        ("ch 3, dc in same st, 2 dc in each st around, join with sl st in top of ch-3", 24),
        ("sl st in next st, ch 3, dc in each st around, join", 12),
    ],
)
def test_starts(start: str, stitches: int) -> None:
    draft = work_draft(f"Terms: US\nShape: circle\nRnd 1: 12 dc in ring\nRnd 2: {start}")
    done = draft.rounds[1].worked
    assert done.stitches == stitches
    assert done.unworked == 0
    assert [t.kind for t in done.troubles] == []


def test_what_was_said_to_hold_throughout_holds() -> None:
    text = """Terms: US
Shape: circle
Rnd 1: ch 3 (does not count as a st here and throughout), 12 dc in ring, join
Rnd 2: ch 3, 2 dc in each st around, join
"""
    assert [r.worked.stitches for r in work_draft(text).rounds] == [12, 24]


def test_one_mistake_is_told_once_and_its_consequences_are_not() -> None:
    text = SQUARE + (
        "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in next 2 sts] around (28 dc)\n"
        "Rnd 3: [(2 dc, ch 2, 2 dc) in corner, dc in next 7 sts] around (44 dc)\n"
        "Rnd 4: [(2 dc, ch 2, 2 dc) in corner, dc in next 11 sts] around (60 dc)\n"
    )
    assert codes(text) == [("MR301", 2)]


def test_two_mistakes_are_two_findings_though_one_follows_the_other() -> None:
    text = SQUARE + (
        "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in next 2 sts] around (28 dc)\n"
        "Rnd 3: [(2 dc, ch 2, 2 dc) in corner, dc in next 7 sts] around (44 dc)\n"
        "Rnd 4: [(2 dc, ch 2, 2 dc) in corner, dc in next 11 sts] around (62 dc)\n"
    )
    assert codes(text) == [("MR301", 2), ("MR301", 4)]


def test_an_unreadable_word_does_not_blame_the_rounds_after_it() -> None:
    text = SQUARE + (
        "Rnd 2: [(2 dc, ch 2, 2 frobs) in corner, dc in next 3 sts] around (28 dc)\n"
        "Rnd 3: [(2 dc, ch 2, 2 dc) in corner, dc in next 7 sts] around (44 dc)\n"
    )
    assert codes(text) == [("MR101", 2)]


def test_results_do_not_depend_on_what_was_worked_before() -> None:
    """The cache holds results and never decides them."""
    from mossring.draft import forget

    text = SQUARE + "Rnds 2-4: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around"
    warm = work_draft(text)
    forget()
    cold = work_draft(text)
    assert same_fabric(warm.fabric, cold.fabric)
    assert [r.entry for r in warm.rounds] == [r.entry for r in cold.rounds]


def test_a_net_of_loops_held_by_slip_stitches() -> None:
    """The first loop hangs in the join, which holds the last one too."""
    text = """Terms: US
Shape: circle
Rnd 1: 12 sc in ring
Rnd 2: ch 3, sk next st, sl st in next st, [ch 3, sk next st, sl st in next st] 4 times, ch 3, sk next st, join
Rnd 3: sl st in next ch-3 sp, ch 1, 4 sc in same sp, 4 sc in each ch-3 sp around, join
"""
    draft = work_draft(text)
    assert draft.rounds[1].worked.tally() == {"ch-3": 6, "slst": 6}
    assert draft.rounds[2].worked.stitches == 24
    written = as_text(write_sheet(draft, "uk"))
    assert same_fabric(work_draft(written).fabric, draft.fabric)


def test_all_of_round_1_in_one_chain() -> None:
    text = "Terms: UK\nShape: square\nBegin: ch 2\nRnd 1: [2 dc in 2nd ch from hook, ch 2] 4 times\n"
    draft = work_draft(text)
    assert draft.rounds[0].worked.tally() == {"sc": 8, "ch-2": 4}
    out = as_text(write_sheet(draft, "us"))
    assert "Begin: ch 2\n" in out
    assert "in ring" not in out
    assert same_fabric(work_draft(out).fabric, draft.fabric)


def test_titles_and_notes_are_no_evidence_of_a_dialect() -> None:
    text = "Motif: An hdc octagon in US style\nTerms: UK\nShape: circle\nNote: gauge is not sc\nRnd 1: 6 dc in ring\n"
    assert codes(text) == []


@pytest.mark.parametrize(
    ("line", "corners"),
    [
        ("[(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around", "ch"),  # a chain at the centre
        ("[(dc, tr, dc) in corner, dc in each st to corner] around", "tr"),  # a taller stitch
        ("[5 dc in corner, dc in each st to corner] around", "dc"),  # an odd plain group
        ("[tr in corner, dc in each st to corner] around", "tr"),  # the one taller stitch
        ("[2 sc in corner, sc in each st to corner] around", "sc"),  # carried on from the round before
        ("dc in each st and in each ch-2 sp around", "dc"),
        (
            "[3 dc in corner, dc in next st, tr in next st, dc in next st] around, corner tr",
            "tr",
        ),  # as the designer says
    ],
)
def test_where_the_corners_are(line: str, corners: str) -> None:
    done = work_draft(SQUARE + f"Rnd 2: {line}").rounds[1].worked
    assert [done.made[c].kind for c in done.corners] == [corners] * 4
    assert len(set(done.per_side())) == 1


def test_a_circle_has_no_corners_whatever_its_groups() -> None:
    draft = work_draft("Shape: circle\nRnd 1: [2 dc in ring, ch 2] 4 times\nRnd 2: 5 dc in each ch-2 sp around")
    assert [r.worked.corners for r in draft.rounds] == [[], []]


def test_yarns_change_from_round_to_round_and_within_one() -> None:
    text = (
        "Shape: circle\nRnd 1 with B: 6 sc in ring\nRnd 2: 2 sc in each of next 3 sts, change to C, 2 sc in each rem st"
    )
    first, second = (r.worked for r in work_draft(text).rounds)
    assert {m.yarn for m in first.made} == {"B"}
    assert [m.yarn for m in second.made] == ["B"] * 6 + ["C"] * 6


def test_a_new_yarn_joined_in_another_corner_begins_there() -> None:
    text = SQUARE + "Rnd 2: join B with sl st in any corner, ch 3, (2 dc, ch 2, 3 dc) in same sp, "
    text += "*ch 1, (3 dc, ch 2, 3 dc) in next ch-2 sp; rep from * 2 more times, ch 1, join"
    draft = work_draft(text)
    assert draft.rounds[1].worked.tally() == {"dc": 24, "ch-2": 4, "ch-1": 4}
    assert {m.yarn for m in draft.rounds[1].worked.made} == {"B"}


def test_an_earlier_round_again() -> None:
    text = SQUARE + "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around\n"
    text += "Rnds 3-4: Rep Rnd 2 (44, 60 dc)\nRnd 5: as Rnd 2"
    assert [r.worked.stitches for r in work_draft(text).rounds] == [12, 28, 44, 60, 76]
    assert codes(text) == []


def test_spirals_are_not_closed() -> None:
    text = "Shape: circle\nRnd 1: 6 sc in ring, do not join\n"
    text += "Rnd 2: 2 sc in each st around, do not join"
    rounds = work_draft(text).rounds
    assert [r.worked.closed for r in rounds] == [False, False]
    assert [r.worked.stitches for r in rounds] == [6, 12]
    assert "do not join" in as_text(write_sheet(work_draft(text), "us"))


LOOPS = (
    "Terms: US\nRnd 1: [sc in ring, ch 3] 8 times\nRnd 2: [(sc, hdc, dc, hdc, sc) in next ch-3 sp] 8 times\n"
    "Rnd 3: ch 4, *sl st between next 2 groups, ch 4; rep from * 6 more times, join with sl st to base of first ch-4\n"
)


def test_loops_that_begin_a_round_are_closed_where_the_first_one_hangs() -> None:
    """The slip stitch that closes the last loop is where the hook stands: the next loop is the first one made."""
    draft = work_draft(LOOPS + "Rnd 4: sl st in next loop, ch 3, 3 dc in same loop, 4 dc in each loop around, join")
    loops, done = draft.rounds[2].worked, draft.rounds[3].worked
    assert loops.tally() == {"slst": 8, "ch-4": 8}
    assert loops.made[loops.hook].kind == "slst"
    assert done.tally() == {"dc": 32}
    assert done.made[0].feet == (loops.made[0].number,)


def test_a_gap_is_a_chain_space_or_none_between_groups() -> None:
    granny = "Shape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: [(3 dc, ch 2, 3 dc) in corner{}] 4 times\n"
    third = "Rnd 3: [(3 dc, ch 2, 3 dc) in corner, 3 dc in next gap] around"
    with_chain, without = (work_draft(granny.format(side) + third) for side in (", ch 1", ""))
    for draft in (with_chain, without):
        assert draft.rounds[2].worked.tally() == {"dc": 36, "ch-2": 4}
        assert draft.rounds[2].worked.troubles == []
    assert sum(m.gap for m in with_chain.rounds[2].worked.made) == 0
    assert sum(m.gap for m in without.rounds[2].worked.made) == 12


def test_a_mesh_begins_with_a_stitch_a_chain_and_one_passed_over() -> None:
    """22 chains: 3 and 1 over, then 10 stitches on 19, one chain passed under each of the 9 spaces."""
    text = (
        "Worked: rows\nBegin: ch 22\nRow 1: dc in 6th ch from hook, *ch 1, sk 1 ch, dc in next ch; rep from * to end\n"
    )
    done = work_draft(text).rounds[0].worked
    assert done.tally() == {"dc": 10, "ch-1": 9}
    assert done.made[0].start
    assert done.troubles == []


def test_a_spiral_may_end_with_a_slip_stitch_into_what_comes_next() -> None:
    text = "Shape: circle\nRnd 1: 6 sc in magic ring\nRnd 2: 2 sc in each st around, sl st in next sc, fasten off"
    assert work_draft(text).rounds[1].worked.tally() == {"sc": 12}
    assert codes(text) == []


def test_a_slip_stitch_amid_a_round_has_to_have_its_place() -> None:
    text = "Shape: circle\nRnd 1: 6 sc in magic ring\nRnd 2: [sc in next st] 6 times, sl st in next st, 2 sc in next st"
    assert codes(text) == [("MR202", 2)]


@pytest.mark.parametrize(
    ("first", "second", "stitches"),
    [
        ("8 hdc in magic ring, sl st to join", "ch 2, 2 hdc in each, sl st to join", 16),
        ("ch 2, 8 hdc in magic ring, sl st to first hdc", "ch 2, 2 hdc in each st, join", 16),
        ("ch 2, 7 hdc in magic ring, sl st in top of ch 2", "ch 2, hdc in same st, 2 hdc in each st, join", 16),
    ],
)
def test_whether_a_chain_of_two_counts(first: str, second: str, stitches: int) -> None:
    draft = work_draft(f"Terms: US\nRnd 1: {first}\nRnd 2: {second}")
    assert draft.rounds[1].worked.stitches == stitches


def test_the_last_place_on_a_foundation_is_the_one_that_came_first() -> None:
    round_1 = (
        "2 dc in 4th ch from hook, dc in next 7 ch, 6 dc in last ch, dc in next 7 ch, 3 dc in next ch, join in ch-3"
    )
    done = work_draft(f"Terms: US\nBegin: ch 12\nRnd 1: {round_1}").rounds[0].worked
    assert done.tally() == {"dc": 26}
    assert done.made[0].feet == done.made[-1].feet
