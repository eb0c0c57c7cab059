"""How a round begins and closes, in every habit of the trade: what counts, what is joined, what the last stitch closes.

Common practice, no source: a chain of three stands for a dc, of two for an hdc, of four for a tr; one that nobody
speaks of counts as the stitch whose height it has, and as none where the count or the join says so.
"""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import Draft, work_draft
from mossring.styles.style import read_style
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

RING = {"us": "Terms: US\nShape: circle\n", "uk": "Terms: UK\nShape: circle\n"}


def first(words: str, dialect: str = "us") -> Draft:
    return work_draft(f"{RING[dialect]}Rnd 1: {words}")


def second(words: str) -> Draft:
    return work_draft(f"{RING['us']}Rnd 1: 12 dc in ring\nRnd 2: {words}")


COUNTED = [
    "ch 3, 11 dc in ring, join",
    "ch 3 (counts as dc), 11 dc in ring, join",
    "ch 3 (counts as first dc), 11 dc in ring, join with sl st in top of ch-3",
    "ch 3 (= 1 dc), 11 dc in ring, sl st to 3rd ch",
    "ch 3 [first dc], 11 dc in ring, sl st in top of ch-3",
    "ch 3 - counts as dc - 11 dc in ring, join",
    "ch 3, which counts as the first dc, then 11 dc in ring. Join.",
    "chain 3 (counts as a double crochet here and throughout), 11 double crochet in ring, join",
    "12 dc in ring (ch 3 counts as first dc), join",
    "12 dc in ring (3 ch as first dc), join",
    "12 dc in ring, the first is ch 3, join",
    "12 dc in ring, the first replaced by ch 3, join",
    "standing dc, 11 dc in ring, join",
    "chainless dc, 11 dc in ring, join",
    "(sc, ch 1) (counts as dc), 11 dc in ring, join",
    "ch 2 (counts as dc), 11 dc in ring, join with sl st in top of ch-2",
    "ch 3, 11 dc in ring, sl st in top of ch-3. (12 dc)",
]
UNCOUNTED = [
    "ch 3 (does not count), 12 dc in ring, join in first dc",
    "ch 2 (doesn't count as a st), 12 dc in ring, join",
    "ch 1, 12 dc in ring, join in first dc",
    "ch 2, 12 dc in ring, sl st in first dc (12 dc)",
    "ch 3, 12 dc in ring, sl st to first dc (12)",
    "ch 2 - does not count as a stitch - 12 dc in ring, join to first dc",
    "ch 2 (not a st), 12 dc in ring, join",
    "12 dc in ring, join",
    "12 dc in ring, sl st in first dc",
    "12 dc in ring, do not join",
    "12 dc in ring. Spiral.",
]


@pytest.mark.parametrize("words", COUNTED)
def test_a_start_that_counts_is_one_of_the_twelve(words: str) -> None:
    done = first(words).rounds[0].worked
    assert done.stitches == 12
    assert done.made[0].start or words.startswith("12 dc")  # told behind the twelve, it is one of them anyway
    assert not done.troubles


@pytest.mark.parametrize("words", UNCOUNTED)
def test_a_start_that_does_not_count_is_none_of_them(words: str) -> None:
    done = first(words).rounds[0].worked
    assert done.stitches == 12
    assert not done.made[0].start
    assert not done.troubles


@pytest.mark.parametrize(("words", "kind"), [(w, "dc") for w in COUNTED[:4]])
def test_the_british_say_the_same_of_a_treble(words: str, kind: str) -> None:
    british = words.replace("dc", "tr").replace("sl st", "ss")
    assert same_fabric(first(british, "uk").fabric, first(words).fabric)
    assert {m.kind for m in first(british, "uk").rounds[0].worked.made} == {kind}


@pytest.mark.parametrize(("n", "kind"), [(2, "hdc"), (3, "dc"), (4, "tr"), (5, "dtr")])
def test_a_chain_that_nobody_speaks_of_counts_by_its_height(n: int, kind: str) -> None:
    done = first(f"ch {n}, 9 {kind} in ring, join with sl st in top of ch-{n}").rounds[0].worked
    assert done.stitches == 10
    assert {m.kind for m in done.made} == {kind}


@pytest.mark.parametrize(
    ("words", "kinds"),
    [
        ("ch 4 (counts as dc and ch 1), [dc in ring, ch 1] 5 times, join in 3rd ch of ch-4", "dc ch " * 6),
        ("ch 5 (counts as dc + ch 2), [dc in ring, ch 2] 5 times, sl st in 3rd ch of ch-5", "dc ch " * 6),
        ("ch 4 (dc, ch 1), *dc in ring, ch 1; rep from * 4 more times, join to 3rd ch", "dc ch " * 6),
        ("ch 5 (counts as tr and ch 1), [tr in ring, ch 1] 5 times, join in 4th ch of ch-5", "tr ch " * 6),
        ("ch 3 (counts as hdc and ch 1), [hdc in ring, ch 1] 5 times, join in 2nd ch of ch-3", "hdc ch " * 6),
    ],
)
def test_a_start_may_have_chains_of_its_own(words: str, kinds: str) -> None:
    assert " ".join(m.kind for m in first(words).rounds[0].worked.made) == kinds.strip()


CLOSES = [
    ("join", True, None),
    ("join with sl st in first dc", True, None),
    ("sl st in first dc", True, None),
    ("sl st to close", True, None),
    ("slip stitch to the top of the first dc", True, None),
    ("close with a sl st", True, None),
    ("ss in first dc to join", True, None),
    ("do not join", False, None),
    ("don't join", False, None),
    ("ch 1, sc in first dc (counts as ch-2 sp)", True, 2),
    ("ch 1, join with hdc in first dc (counts as ch-3 sp)", True, 3),
    ("ch 2, sl st in first dc", True, 2),
    ("ch 3, join", True, 3),
]


@pytest.mark.parametrize(("words", "closed", "space"), CLOSES)
def test_a_close_joins_or_not_and_may_be_the_last_space(words: str, closed: bool, space: int | None) -> None:
    done = first(f"standing dc, 11 dc in ring, {words}").rounds[0].worked
    assert done.closed is closed
    assert done.stitches == 12
    assert [m.chains for m in done.made if m.kind == "ch"] == ([space] if space else [])


@pytest.mark.parametrize(
    ("words", "stitches"),
    [
        ("sl st in next st, ch 3 (counts as dc), dc in same st, 2 dc in each st around, join", 24),
        ("ch 3, dc in same st as join, 2 dc in each rem st, join", 24),
        ("ch 3, dc in base of ch-3, 2 dc in each st around, join in top of ch-3", 24),
        ("ch 1, 2 sc in same st, 2 sc in each st around, join", 24),
        ("join B in any st, ch 3, dc in same st, 2 dc in each st around, join", 24),
        ("join B with sc in any st, sc in each rem st, join", 12),
        ("with B, standing dc in any st, dc in same st, 2 dc in each st around, join", 24),
        ("attach yarn to any st, ch 3 (counts as dc), dc in each st around, join", 12),
        ("turn, ch 1, sc in each st around, join", 12),
        ("ch 1, turn, sc in each st around, join", 12),
    ],
)
def test_a_later_round_begins_wherever_it_says(words: str, stitches: int) -> None:
    done = second(words).rounds[1].worked
    assert done.stitches == stitches
    assert not done.troubles


STYLES = ["", "start ch-3 counts", "start ch-3 does not count", "start chainless", "start standing", "join none"]


@pytest.mark.parametrize("style", STYLES)
@pytest.mark.parametrize("dialect", ["us", "uk"])
@pytest.mark.parametrize("words", [COUNTED[1], COUNTED[12], UNCOUNTED[0], UNCOUNTED[2]])
def test_every_school_writes_the_same_stitches(words: str, dialect: str, style: str) -> None:
    draft = first(words)
    text = as_text(write_sheet(draft, dialect, read_style(style)))
    again = analyse(text)
    assert again.draft.rounds[0].worked.stitches == 12
    assert not [f for f in again.findings if f.severity != "hint"], text


@pytest.mark.parametrize(
    ("words", "code"),
    [
        ("ch 3 (counts as dc), 12 dc in ring, join (12 dc)", "MR301"),
        ("ch 3 (counts as dc), 10 dc in ring, join (12 dc)", "MR301"),
        ("ch 2 (does not count), 11 dc in ring, join (12 dc)", "MR301"),
    ],
)
def test_a_start_that_was_counted_wrongly_shows_in_the_count(words: str, code: str) -> None:
    found = [f.code for f in analyse(f"{RING['us']}Rnd 1: {words}").findings if f.severity != "hint"]
    assert found == [code]
