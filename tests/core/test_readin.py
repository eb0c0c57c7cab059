"""Reading in: each line of a pasted text is understood, kept as a note or marked."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from kernel import marked, right
from mossring.draft import work_draft
from mossring.readin import pattern_text, read_in, taken
from mossring.working import same_fabric
from mossring.writing import as_data, write_pattern

PASTED = sorted((Path(__file__).parent.parent / "patterns").glob("pasted-[!m]*.txt"))
NOTES = """Bell rope square
Materials: any aran
Special stitches
Cluster (cl): 3-dc cluster
In UK terms
Ch 6, join to form a ring.

Round 1: ch 2, 2-tr cl in ring, ch 2, [3-tr cl in ring, ch 2] 7 times, join
Work it loosely.
Round 2: ss in nxet ch-2 sp, frobnicate
"""


def kinds(text: str) -> list[tuple[str, str]]:
    return [(text[x.start : x.end].split(" ")[0], x.kind) for x in read_in(text).lines]


def test_every_line_is_told() -> None:
    assert kinds(NOTES) == [
        ("Bell", "understood"),
        ("Materials:", "understood"),
        ("Special", "note"),
        ("Cluster", "understood"),
        ("In", "understood"),
        ("Ch", "understood"),
        ("", "blank"),
        ("Round", "understood"),
        ("Work", "note"),
        ("Round", "not understood"),
    ]


def test_what_each_line_became_and_the_nearest_reading() -> None:
    lines = read_in(NOTES).lines
    assert lines[4].became == "Terms: UK"
    assert lines[5].became == "Begin: ring of 6 chains"
    assert lines[7].became.startswith("Rnd 1: ch 2, 2-tr cl in ring (counts as 3-tr cl)")
    marks = lines[9].marks
    assert [NOTES[m.start : m.end] for m in marks] == ["nxet", "frobnicate"]
    assert marks[0].nearest == "Write “next”"


def test_rounds_that_share_a_line_become_a_line_each() -> None:
    (line,) = read_in("Rnd 1: 6 sc in magic ring. Rnd 2: 2 sc in each sc around.").lines
    assert [became.split(":")[0] for became in line.became.splitlines()] == ["Rnd 1", "Rnd 2"]


def test_evidence_is_shown() -> None:
    found = read_in("Rnd 1: 12 sc in ring\nRnd 2: 2 sc in each st around")
    assert found.why_terms == ["“sc” is a US term only"]
    assert found.why_shape == "Its rounds have no corners."
    assert read_in("Terms: UK\nRnd 1: 12 tr in ring").why_terms == ["The text says so."]
    assert read_in("Rnd 1: 12 dc in ring").why_terms[0].startswith("Nothing tells")


@pytest.mark.parametrize("path", marked(right(PASTED)))
def test_right_patterns_are_understood_and_taken_as_they_are(path: Path) -> None:
    read = read_in(path.read_text())
    assert "not understood" not in {x.kind for x in read.lines}
    assert same_fabric(work_draft(taken(read)).fabric, read.analysis.draft.fabric)


@pytest.mark.parametrize("path", PASTED[:6], ids=lambda p: p.stem)
def test_our_own_json_comes_back(path: Path) -> None:
    draft = work_draft(path.read_text())
    data = json.dumps(as_data(write_pattern(draft, "uk")))
    assert same_fabric(work_draft(pattern_text(data)).fabric, draft.fabric)


def test_any_other_json_is_a_text_like_all_others() -> None:
    assert pattern_text('{"a": 1}') == '{"a": 1}'
    assert pattern_text("Rnd 1: 6 sc in ring") == "Rnd 1: 6 sc in ring"


def test_what_a_line_defines_is_called_by_its_own_name() -> None:
    text = (
        "Bell rope, US terms\n"
        "Cluster (cl): 3-dc cluster\n"
        "Beginning cluster (beg cl): ch 2, 2-dc cluster\n"
        "FP = front post dc; BP = back post dc\n"
        "Rnd 1: beg cl in magic ring, ch 2, [cl, ch 2] 7 times, join (8 cl)\n"
    )
    became = [line.became for line in read_in(text).lines]
    assert became[1:4] == ["defines cl", "defines beg cl", "defines FP and BP"]


def test_a_line_whose_number_is_odd_was_read_all_the_same() -> None:
    read = read_in("US\nR1: 6 sc in MR (6)\nR3: 2 sc in each st (12)\n")
    assert [line.kind for line in read.lines[1:]] == ["understood", "understood"]
    assert [mark.message for mark in read.lines[2].marks] == ["Round 2 is missing: after round 1 stands round 3."]


def test_a_line_that_asks_for_rounds_nobody_can_count_is_a_note_that_says_so() -> None:
    text = "Rnd 1: 12 dc in ring\nRnd 2: 2 dc in each dc\nRepeat Rnd 2 until it is large enough.\nWeave in the ends.\n"
    asks, remark = read_in(text).lines[2:]
    assert (asks.kind, remark.kind, remark.marks) == ("note", "note", [])
    assert [text[m.start : m.end] for m in asks.marks] == ["Repeat Rnd 2 until it is large enough."]
    assert not asks.marks[0].stops
