"""Whatever the hand, the same round: habits of writing that mean the same thing."""

from __future__ import annotations

from pathlib import Path

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.notation import read_shape
from mossring.working import same_fabric


def groups() -> list[tuple[str, str, str, str]]:
    out = []
    text = (Path(__file__).parent / "same_meaning.txt").read_text()
    for block in text.split("\n\n"):
        lines = [x for x in block.splitlines() if x and not x.startswith("#")]
        terms, _, ground = lines[0].partition(" | ")
        out += [(terms, ground, lines[1], other) for other in lines[2:]]
    return out


def motif(terms: str, ground: str, line: str) -> str:
    rounds = "\n".join(f"Rnd {n}: {text}" for n, text in enumerate([*ground.split(" / "), line], 1))
    return f"Terms: {terms}\nShape: {'circle' if 'sc' in ground and '3 sc' not in ground else 'square'}\n{rounds}\n"


@pytest.mark.parametrize(("terms", "ground", "one", "other"), groups(), ids=lambda x: x[:50])
def test_the_same_round_in_other_words(terms: str, ground: str, one: str, other: str) -> None:
    a, b = work_draft(motif(terms, ground, one)), work_draft(motif(terms, ground, other))
    assert same_fabric(a.fabric, b.fabric), [r.worked.tally() for r in (a.rounds[-1], b.rounds[-1])]
    assert [f for f in analyse(motif(terms, ground, other)).findings if f.severity == "stop"] == []


@pytest.mark.parametrize(
    "head", ["Rnd 1:", "Round 1:", "R1:", "ROUND 1 -", "Rnd 1)", "Rnd. 1.", "rnd 1 (RS):", "R 1 :"]
)
def test_heads_of_rounds(head: str) -> None:
    assert work_draft(f"{head} 12 dc in ring").rounds[0].worked.stitches == 12


def test_a_round_over_several_lines() -> None:
    text = "Shape: square\nRnd 1: [3 dc in ring,\n       ch 2] 4 times\nNote: that was it\n"
    assert work_draft(text).rounds[0].worked.tally() == {"dc": 12, "ch-2": 4}


@pytest.mark.parametrize(
    ("words", "sides"), [("Square", 4), ("7-gon", 7), ("circle to hexagon", 6), ("half square", 1), ("blob", None)]
)
def test_shapes(words: str, sides: int | None) -> None:
    shape = read_shape(words)
    assert (shape.sides if shape else None) == sides


def test_a_shape_that_is_not_said_is_found_from_the_corners() -> None:
    body = "Rnd 1: [2 dc in ring, ch 2] 6 times\nRnds 2-3: [(dc, ch 2, dc) in corner, dc in each st to corner] around"
    draft = work_draft(body)
    assert (draft.shape.name, draft.said_shape) == ("hexagon", False)
    assert work_draft("Rnd 1: 12 dc in ring\nRnd 2: 2 dc in each st around").shape.name == "circle"


WHEEL = "Rnd 1: 8 sc in ring\nRnd 2: (dc2-cl, ch 2, dc2-cl, ch 2) in each st around\n"


@pytest.mark.parametrize(
    ("after", "shape"),
    [
        ("Rnd 3: 3 dc in each ch-2 sp around", "circle"),
        ("Rnd 3: 2 dc in each ch-2 sp around\nRnd 4: sc in each st around", "circle"),
        ("Rnd 3: [(2 dc, ch 2, 2 dc) in next ch-2 sp, 3 dc in next ch-2 sp] 8 times", "circle to octagon"),
    ],
)
def test_eight_groups_are_a_wheel_until_a_round_makes_corners_of_them(after: str, shape: str) -> None:
    assert work_draft(WHEEL + after).shape.name in (shape, shape.removeprefix("circle to "))


def test_one_round_about_a_chain_is_an_oblong() -> None:
    corners = "(3 dc, ch 2, 3 dc, ch 2, 3 dc) in last ch, dc in next 8 ch, (3 dc, ch 2, 3 dc) in first ch, ch 2, join"
    draft = work_draft(f"Ch 13\nRnd 1: 2 dc in 4th ch from hook, dc in next 8 ch, {corners}")
    assert (draft.shape.name, draft.rounds[0].worked.per_side()) == ("rectangle", [14, 3, 14, 3])
