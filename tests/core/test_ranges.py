"""Like rounds told once, and patterns in full words: both read as the same fabric."""

from __future__ import annotations

from pathlib import Path

import pytest

from kernel import marks
from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.stitches import Dialect
from mossring.working import same_fabric
from mossring.writing import as_text, write_pattern

ROOT = Path(__file__).parents[2]
MOTIFS = sorted((ROOT / "demo").glob("*.txt")) + sorted((ROOT / "tests" / "patterns").glob("pasted-[!m]*.txt"))

SOLID = """Terms: US
Shape: square
Rnd 1: [3 dc in ring, ch 2] 4 times
Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around
Rnds 3-6: as Rnd 2
"""
GRANNY = """Terms: US
Shape: square
Rnd 1: [3 dc in ring, ch 2] 4 times
Rnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] around
Rnd 3: [(3 dc, ch 2, 3 dc) in corner, ch 1, 3 dc in next ch-1 sp, ch 1] around
Rnd 4: [(3 dc, ch 2, 3 dc) in corner, ch 1, [3 dc in next ch-1 sp, ch 1] twice] around
Rnd 5: [(3 dc, ch 2, 3 dc) in corner, ch 1, [3 dc in next ch-1 sp, ch 1] 3 times] around
"""


def lines(text: str, terms: Dialect = "us") -> list[str]:
    return [r.line for r in write_pattern(work_draft(text), terms).rounds]


def test_growing_rounds_are_told_by_the_first_of_them() -> None:
    assert (
        lines(SOLID)[-1]
        == "Rnds 3-6: as Rnd 2, with 4 more dc on each side each round. Fasten off. (44, 60, 76, 92 dc)"
    )
    assert lines(SOLID, "uk")[-1].startswith("Rnds 3-6: as Rnd 2, with 4 more tr on each side")
    more = "1 more [3 dc in next ch-1 sp, ch 1] on each side each round"
    assert lines(GRANNY)[-1] == f"Rnds 3-5: as Rnd 2, with {more}. Fasten off. (36, 48, 60 dc)"


def test_rounds_that_are_the_same_are_told_once() -> None:
    tube = "Terms: US\nShape: circle\nRnd 1: 12 sc in ring\n" + "\n".join(
        f"Rnd {k}: sc in each st around" for k in range(2, 7)
    )
    assert lines(tube)[-1] == "Rnds 3-6: as Rnd 2. Fasten off. (12 sc)"


def test_what_differs_is_told_apart() -> None:
    coloured = SOLID.replace("Rnds 3-6: as Rnd 2", "Rnd 3 with B: as Rnd 2\nRnd 4 with A: as Rnd 2")
    assert [x.split(":")[0] for x in lines(coloured)] == ["Rnd 1 with A", "Rnd 2", "Rnd 3", "Rnd 4"]
    one_more = SOLID.replace("Rnds 3-6: as Rnd 2", "Rnd 3: as Rnd 2")
    assert len(lines(one_more)) == 3  # a single round is told by itself


WAYS: list[tuple[Dialect, bool]] = [("us", False), ("uk", True), ("us", True), ("uk", False)]
"""Dialects, and whether in full words: pasted patterns, of which there are many, take turns."""


@pytest.mark.parametrize(
    ("path", "terms", "plain"),
    [
        pytest.param(path, *way, id=f"{path.stem}-{way[0]}-{'full words' if way[1] else 'short'}", marks=marks(path))
        for k, path in enumerate(MOTIFS)
        for way in (WAYS[k % 4 : k % 4 + 1] if path.stem.startswith("pasted") else WAYS)
    ],
)
def test_reads_as_the_same_fabric(path: Path, terms: Dialect, plain: bool) -> None:
    draft = work_draft(path.read_text())
    written = as_text(write_pattern(draft, terms, plain=plain))
    again = analyse(written)
    assert same_fabric(again.draft.fabric, draft.fabric), written
    assert not [f.message for f in again.findings if f.severity == "stop"], written


def test_full_words_hold_no_abbreviation() -> None:
    sheet = write_pattern(work_draft(SOLID), "uk", plain=True)
    assert "treble crochet" in sheet.rounds[0].text
    assert not {"tr", "ss", "ch", "sp", "st", "sts"} & set(" ".join(r.text for r in sheet.rounds).split())
    assert sheet.abbreviations == []


ROWS = (
    "Terms: US\nRow 1: Ch 11, sc in 2nd ch from hook and in each ch across, turn. (10)\n"
    "Row 2: Ch 1, sc in each st, turn. (10)\nRow 3: Ch 1, hdc in each st, turn. (10)\n"
)


@pytest.mark.parametrize(
    ("line", "kinds"),
    [
        ("Repeat rows 2 and 3.", ["sc", "hdc"]),
        ("Rep Rows 2-3", ["sc", "hdc"]),
        ("Rep Row 2", ["sc"]),
        ("repeat row 3.", ["hdc"]),
        ("Repeat rows 2 and 3 twice.", ["sc", "hdc", "sc", "hdc"]),
        ("Repeat Row 2 three more times.", ["sc", "sc", "sc"]),
        ("Repeat Rows 2 and 3 to Row 7", ["sc", "hdc", "sc", "hdc"]),
        ("Repeat rows 2 and 3 until you have 6 rows.", ["sc", "hdc", "sc"]),
        ("Rows 4-6: Repeat Row 2.", ["sc", "sc", "sc"]),
    ],
)
def test_rows_asked_for_again_below_the_others(line: str, kinds: list[str]) -> None:
    draft = work_draft(ROWS + line)
    assert [next(iter(r.worked.counts())) for r in draft.rounds[3:]] == kinds
    assert all(r.worked.stitches == 10 for r in draft.rounds)
