"""Every school of beginning, reaching, closing and turning: written in it, a motif reads as the same fabric."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import product
from pathlib import Path

import pytest
from _pytest.mark.structures import ParameterSet
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from core.motifs import motifs
from kernel import examples
from mossring.analysis import analyse
from mossring.draft import Draft, work_draft
from mossring.stitches import Dialect
from mossring.styles import SCHOOLS, Style, read_style
from mossring.working import Fabric, same_fabric
from mossring.writing import as_text, write_sheet
from mossring.writing.styled import styled_rounds

ROOT = Path(__file__).parents[2]
MOTIFS = sorted((ROOT / "demo").glob("*.txt")) + sorted(
    p for p in (ROOT / "tests" / "cases").glob("*.txt") if p.stem not in ("lost-stitches", "wrong-word")
)
STYLES = [f"{key} {value}" for key, values in SCHOOLS.items() for value in values]
BUNDLES = [
    "round begins at split corner; join ch 1 and sc",
    "round begins at mid side; start chainless; turn every round",
    "start standing; reach other corner; turn every round",
    "start ch-2 does not count; round begins at split corner",
    "begin ch 4 ring; join none; start chainless",
]


def meant(draft: Draft, style: Style) -> Fabric:
    """The fabric that a style makes of a motif: the same but for turning and cluster closing."""
    return Fabric(0, [s.done for s in styled_rounds(draft, style)], draft.shape.sides)


def _in_schools() -> Iterator[ParameterSet]:
    """Every motif in every school; on push each motif in every third, in another third than the motif before it."""
    for (k, path), (n, style) in product(enumerate(MOTIFS), enumerate(STYLES + BUNDLES)):
        marks = () if (k + n) % 3 == 0 else (pytest.mark.all,)
        yield pytest.param(path, style, id=f"{path.stem}-{style}", marks=marks)


@pytest.mark.parametrize(("path", "style"), _in_schools())
def test_reads_as_the_same_fabric(path: Path, style: str) -> None:
    draft = work_draft(path.read_text())
    wanted = read_style(style)
    assert not wanted.cannot
    for terms in ("us", "uk"):
        written = as_text(write_sheet(draft, terms, wanted))
        assert same_fabric(work_draft(written).fabric, meant(draft, wanted)), written
        serious = [f.message for f in analyse(written).findings if f.severity == "stop"]
        assert not serious, (written, serious)


@given(
    motifs,
    st.sampled_from(["us", "uk"]),
    st.lists(st.sampled_from(STYLES), min_size=1, max_size=4, unique_by=lambda x: x.split()[0]),
)
@settings(max_examples=examples(300), deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_generated_motifs_in_any_school(text: str, terms: Dialect, schools: list[str]) -> None:
    """Every shape, school and dialect: what is written works to the fabric that the style means."""
    draft = work_draft(text)
    style = read_style("; ".join(schools))
    written = as_text(write_sheet(draft, terms, style))
    assert same_fabric(work_draft(written).fabric, meant(draft, style)), written


GRANNY = """Terms: US
Shape: square
Rnd 1: [3 dc in ring, ch 2] 4 times
Rnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] around
Rnd 3 with B: [(3 dc, ch 2, 3 dc) in corner, ch 1, 3 dc in next ch-1 sp, ch 1] around
"""


def line(style: str, number: int, text: str = GRANNY, terms: Dialect = "us") -> str:
    return write_sheet(work_draft(text), terms, read_style(style)).rounds[number - 1].words


@pytest.mark.parametrize(
    ("style", "number", "words"),
    [
        ("start ch-2 counts; labels each round", 2, "ch 2 (counts as dc)"),
        ("start ch-2 counts", 2, "ch 2, (2 dc, ch 2, 3 dc) in same sp"),
        ("start ch-2 does not count; labels each round", 2, "ch 2 (does not count), (3 dc, ch 2, 3 dc) in same sp"),
        ("start chainless", 2, "(sc, ch 1) (counts as dc) in same sp"),
        ("start standing", 3, "with B, standing dc in any ch-2 sp, (2 dc, ch 2, 3 dc) in same sp"),
        ("round begins at split corner", 2, "3 dc in same sp as first st, ch 2, join"),
        ("join ch 1 and sc", 2, "ch 1, join with sc in top of beg ch-3 (counts as ch-2 sp)"),
        ("turn every round", 2, "Fasten off A. Turn."),
        ("reach other corner", 3, "join B with sl st in corner ch-2 sp opposite join of rnd 2, ch 3"),
    ],
)
def test_how_a_school_is_written(style: str, number: int, words: str) -> None:
    assert words in line(style, number)


def test_what_a_style_can_not_do_is_said_and_why() -> None:
    circle = "Terms: US\nShape: circle\nRnd 1: 12 dc in ring\nRnd 2: 2 dc in each st around"
    sheet = write_sheet(work_draft(circle), "us", read_style("join ch 1 and sc"))
    assert sheet.cannot == [
        f"Rnd {k} keeps its own beginning: its corners have no chain to stop in the middle of." for k in (1, 2)
    ]
    unknown = write_sheet(work_draft(circle), "us", read_style("start by magic"))
    assert unknown.cannot == ["“start by magic” is no school that I know."]


def test_a_style_that_changes_the_fabric_says_so() -> None:
    sheet = write_sheet(work_draft(GRANNY), "us", read_style("turn every round"))
    assert sheet.changes == ["Turning changes the fabric: round 2 is now worked from the wrong side."]
    assert [r.label for r in sheet.rounds] == ["Rnd 1 (RS) with A", "Rnd 2 (WS)", "Rnd 3 (RS)"]
    clusters = "Terms: US\nShape: circle\nRnd 1: [3-dc cl in ring, ch 2] 6 times"
    sheet = write_sheet(work_draft(clusters), "us", read_style("cluster closed"))
    assert sheet.changes == ["The clusters of round 1 are now closed with a chain."]
    assert [how.endswith("ch 1 to close") for _, how in sheet.special] == [True, True]
    assert "closed" not in sheet.rounds[0].text


def test_posts_and_loops_are_mirrored_where_the_face_changes() -> None:
    text = "Terms: US\nShape: circle\nRnd 1: 12 dc in ring\nRnd 2: [FPdc around next st, BLO dc in next st] around"
    turned = line("turn every round", 2, text)
    assert "BPdc" in turned
    assert "FLO" in turned
    assert "FPdc" not in turned


@pytest.mark.parametrize(("one", "other"), list(product(["round begins at corner", "start chainless"], ["uk", "us"])))
def test_a_style_never_moves_a_stitch(one: str, other: str) -> None:
    draft = work_draft(GRANNY)
    written = as_text(write_sheet(draft, "uk" if other == "uk" else "us", read_style(one)))
    assert same_fabric(draft.fabric, work_draft(written).fabric)
