"""Findings as data: edits that are exact, mends that hold, and quiet where there is nothing to say."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from core.motifs import circle, granny, motifs
from kernel import examples
from mossring.analysis import analyse, as_data
from mossring.findings import Edit, apply
from mossring.findings.finding import between
from mossring.writing import as_text, write_sheet

SQUARE = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"


@given(st.text(alphabet="ab \n", max_size=80), st.text(alphabet="ab \n", max_size=80))
def test_edits_between_two_texts_turn_one_into_the_other(old: str, new: str) -> None:
    assert apply(old, between(old, new)) == new


def test_edits_are_carried_out_whatever_their_order() -> None:
    assert apply("one two three", [Edit(8, 13, "3"), Edit(0, 3, "1")]) == "1 two 3"


@given(motifs)
@settings(max_examples=examples(120), deadline=None)
def test_a_motif_that_works_has_no_stop(text: str) -> None:
    assert not analyse(text).stopped


@given(circle() | granny(), st.data())
@settings(max_examples=examples(48), deadline=None)
def test_a_wrong_number_stated_in_any_round_is_found_there_and_mended(text: str, data: st.DataObject) -> None:
    """Write a motif with its counts, spoil one, and the finding and its mend must give the text back."""
    right = as_text(write_sheet(analyse(text).draft, "us"))
    lines = right.splitlines()
    rounds = [i for i, line in enumerate(lines) if line.startswith("Rnd")]
    at = data.draw(st.sampled_from(rounds))
    head, _, counts = lines[at].rpartition("(")
    n, _, rest = counts.partition(" ")
    lines[at] = f"{head}({int(n) + 1} {rest}"
    found = [f for f in analyse("\n".join(lines) + "\n").findings if f.severity == "stop"]
    assert [(f.code, f.round) for f in found] == [("MR301", rounds.index(at) + 1)]
    assert right in [apply("\n".join(lines) + "\n", fix.edits) for fix in found[0].fixes]


@pytest.mark.parametrize("swap", [("around", "arround"), ("corner", "cornor"), ("each", "eech"), ("next", "netx")])
def test_a_slip_in_any_word_is_mended_to_the_letter(swap: tuple[str, str]) -> None:
    right = SQUARE + "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in next st, dc in each st to corner] around (28 dc)\n"
    wrong = right.replace(swap[0], swap[1], 1)
    (f,) = analyse(wrong).findings
    assert f.code == "MR102"
    assert apply(wrong, f.fixes[0].edits) == right


def test_findings_stand_in_the_order_of_the_text_and_inside_it() -> None:
    text = SQUARE + "Rnd 2: [(2 dc, ch 2, 2 dc) in cornr, frobnicate in next 3 sts] around\n"
    text += "Rnd 3: sc in ech st around (9 sc)\n"
    found = analyse(text).findings
    assert [f.start for f in found] == sorted(f.start for f in found)
    assert all(0 <= f.start < f.end <= len(text) for f in found)
    assert {f.code for f in found} >= {"MR101", "MR102"}


def test_every_round_that_ruffles_for_the_same_reason_is_told_once() -> None:
    text = SQUARE + "Rnds 2-9: [(3 dc, ch 2, 3 dc) in corner, dc in each st to corner] around\n"
    assert [f.code for f in analyse(text).findings if f.severity != "hint"] == ["MR502"]


def test_a_round_that_is_brought_back_is_a_hint() -> None:
    text = SQUARE + (
        "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around\n"
        "Rnd 3: [(5 dc, ch 2, 5 dc) in corner, dc in each st to corner] around\n"
        "Rnd 4: dc in each st and in each ch-2 sp around\n"
        "Rnd 5: dc in each st around\n"
    )
    level = [f for f in analyse(text).findings if f.family == 5]
    assert all(f.severity == "hint" for f in level if f.round == 3)


def test_the_data_of_an_analysis_is_plain() -> None:
    import json

    data = as_data(analyse(SQUARE))
    assert json.loads(json.dumps(data)) == data
    assert data["size_mm"] is not None
    (first,) = data["rounds"]  # type: ignore[misc]
    assert set(first) == {
        "number",
        "making",
        "surface",
        "neighbours",
        "stitches",
        "counts",
        "spaces",
        "per_side",
        "corners",
        "closed",
        "unworked",
        "growth",
        "needed",
        "fullness",
        "verdict",
        "yarn",
        "parked",
    }
