"""Notebooks and pages: rounds that no head announces, heads with ornaments, steps, Roman lists; titles that tell the
shape; starts that only the notes speak of."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft

DISC = ["6 sc in magic ring", "2 sc in each st (12)", "[sc, 2 sc in next] 6 times (18)", "[2 sc, inc] 6 times (24)"]


def _counts(text: str) -> list[int]:
    result = analyse(text)
    assert [f.message for f in result.findings if f.severity != "hint" and f.family != 5] == []
    return [r.worked.stitches for r in result.draft.rounds]


HEADS = {
    "hearts": [f"♥ R{k} ♥ " for k in range(1, 5)],
    "flowers": [f"✿ Round {k}: " for k in range(1, 5)],
    "arrows": [f"Rnd {k} → " for k in range(1, 5)],
    "small Roman": [f"{n}. " for n in ("i", "ii", "iii", "iv")],
    "large Roman": [f"{n}) " for n in ("I", "II", "III", "IV")],
    "steps": [f"Step {k + 1}. Round {k}: " for k in range(1, 5)],
    "a long dash": [f"{n} round—" for n in ("1st", "2nd", "3rd", "4th")],
    "laps by words": [f"Round {n}: " for n in ("one", "two", "three", "four")],
    "sides and yarns": [f"Rnd {k} (RS) (A): " for k in range(1, 5)],
    "shouted": [f"RND {k}. " for k in range(1, 5)],
    "numbers": [f"{k}) " for k in range(1, 5)],
    "bullets": [f"• Rnd {k}: " for k in range(1, 5)],
}


@pytest.mark.parametrize("heads", HEADS.values(), ids=HEADS)
def test_rounds_by_their_heads(heads: list[str]) -> None:
    lines = [head + words for head, words in zip(heads, DISC, strict=True)]
    assert _counts("\n".join(["Little lid", "US terms", *lines])) == [6, 12, 18, 24]


def test_steps_that_make_the_ring_are_no_rounds() -> None:
    steps = ["Step 1. Make a magic ring.", *(f"Step {k + 1}. Round {k}: {w}" for k, w in enumerate(DISC, 1))]
    assert _counts("\n".join(["Lid, step by step", *steps])) == [6, 12, 18, 24]


@pytest.mark.parametrize(
    "lines",
    [
        ["6 in ring", "2 in each", "[1, 2 in next] 6x", "[2, 2 in next] 6x"],
        ["6 sc in mr", "2 in each", "(1, inc) x 6", "(2, inc) x 6"],
        ["6 in magic ring", "2 in each st", "[1, inc] 6 times", "[2, inc] 6 times"],
    ],
)
def test_a_notebook_without_heads(lines: list[str]) -> None:
    assert _counts("\n".join(["lid. sc. spiral.", *lines])) == [6, 12, 18, 24]


@pytest.mark.parametrize(
    "prose",
    [
        "I love a magic ring.\nDouble crochet is my favourite.",
        "Notes\n2 balls in each colour\n3 mm hook",
        "Worked in the round.\nSlip the last stitch.",
    ],
)
def test_prose_is_no_notebook(prose: str) -> None:
    """What asks for no stitch in a ring is told to begin a round, as it was typed so far."""
    assert [f.code for f in analyse(prose).findings if f.severity == "stop"] == ["MR107"]


@pytest.mark.parametrize(
    "all_of_it", ["sc only", "All sc.", "Everything in sc", "sc throughout", "Worked entirely in sc"]
)
def test_a_stitch_for_all_rounds(all_of_it: str) -> None:
    rounds = "R1 6 in mr\nR2 inc x 6 =12\nR3 (1, inc) x 6 =18"
    draft = work_draft(f"my lid\nUS terms\n{all_of_it}\n{rounds}\n")
    assert [r.worked.counts() for r in draft.rounds] == [{"sc": 6}, {"sc": 12}, {"sc": 18}]
    other = work_draft(f"my lid\nUS terms\n{all_of_it.replace('sc', 'hdc')}\n{rounds}\n")
    assert [r.worked.counts() for r in other.rounds] == [{"hdc": 6}, {"hdc": 12}, {"hdc": 18}]


def test_rounds_on_one_line_with_their_yarns() -> None:
    line = "R1 (A): 8 sc in MR. R2 (A): 2 sc in each sc. (16) R3 (B): (sc, 2 sc in next) x 8. (24)"
    draft = work_draft(f"Spiked coaster\nUS terms\n{line}\n")
    assert [r.worked.stitches for r in draft.rounds] == [8, 16, 24]
    assert [r.line.yarn for r in draft.rounds] == ["A", "A", "B"]


@pytest.mark.parametrize("sides", [5, 6, 8])
@pytest.mark.parametrize(
    ("title", "round_"),
    [("V-stitch round", True), ("Round coaster", True), ("A small disc", True), ("Wheel", True), ("Lattice", False)],
)
def test_a_title_that_calls_it_round(title: str, round_: bool, sides: int) -> None:
    """Groups about a chain make corners, unless the title says that they are those of a wheel."""
    rounds = f"Rnd 1: [2 dc in ring, ch 1] {sides} times\nRnd 2: [(2 dc, ch 1, 2 dc) in next ch-1 sp] {sides} times\n"
    rounds += f"Rnd 3: [(2 dc, ch 1, 2 dc) in next ch-1 sp, 2 dc between groups] {sides} times\n"
    assert work_draft(f"{title}\nUS terms\n{rounds}").shape.sides == (0 if round_ else sides)


def test_round_one_tells_the_shape_where_later_rounds_lose_corners() -> None:
    """Four spaces, then three groups, then four again: it is the second round that is short."""
    text = (
        "Granny, US\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: [(3 dc, ch 2, 3 dc) in next ch-2 sp] 3 times\n"
        "Rnd 3: [(3 dc, ch 2, 3 dc) in next ch-2 sp, 3 dc between groups] 4 times\n"
    )
    found = [(f.code, f.round) for f in analyse(text).findings if f.severity != "hint" and f.family != 5]
    assert [number for _, number in found] == [2]
    assert work_draft(text).shape.sides == 4


def test_a_start_that_only_the_notes_tell() -> None:
    notes = "Rounds start with a sl st into the first ch-1 space and a ch 3 that counts as a dc.\nSl st to join.\n"
    first = "Rnd 1: ch 3, dc in ring, ch 1, [2 dc in ring, ch 1] 5 times. 12 dc\n"
    group = "(2 dc, ch 1, 2 dc) in next sp"
    second = f"Rnd 2: (dc, ch 1, 2 dc) in first sp, [{group}] 5 times. 24 dc\n"
    assert _counts(f"Hexagon\nUS terms\n{notes}{first}{second}") == [12, 24]
