"""The writer: whole patterns to the letter, folding, styles, renderers that escape."""

from __future__ import annotations

import os
from pathlib import Path
from xml.etree import ElementTree

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mossring.analysis import analyse
from mossring.chart import as_svg, draw
from mossring.draft import work_draft
from mossring.laid import guess
from mossring.stitches import Dialect
from mossring.styles import own_style, read_style
from mossring.working import Fabric, same_fabric
from mossring.writing import as_text, write_pattern, write_sheet
from mossring.writing.repeats import Again, fold
from mossring.writing.styled import styled_rounds

ROOT = Path(__file__).parents[2]
GOLDEN = ROOT / "tests" / "golden"
DEMO = sorted((ROOT / "demo").glob("*.txt"))


@pytest.mark.parametrize("terms", ["us", "uk"])
@pytest.mark.parametrize("path", DEMO, ids=lambda p: p.stem)
def test_demo_patterns_to_the_letter(path: Path, terms: str) -> None:
    """What a change of the writer changes is seen here. GOLDEN=new writes the files anew: read them."""
    out = as_text(write_sheet(work_draft(path.read_text()), "uk" if terms == "uk" else "us"))
    golden = GOLDEN / f"{path.stem}-{terms}.txt"
    if os.environ.get("GOLDEN") == "new":
        golden.write_text(out)
    assert out == golden.read_text()


SHEETS = sorted((ROOT / "tests" / "sheets").glob("*.txt"))


@pytest.mark.parametrize("terms", ["us", "uk"])
@pytest.mark.parametrize("path", SHEETS, ids=lambda p: p.stem)
def test_other_shapes_and_schools_to_the_letter(path: Path, terms: Dialect) -> None:
    """Motifs over shapes, schools and yarn changes, with like rounds told once: each sheet was read line by line. What
    is written comes to the same fabric, with nothing to be said against it that the draft didn't have."""
    found = analyse(path.read_text())
    out = as_text(write_pattern(found.draft, terms))
    golden = GOLDEN / f"{path.stem}-{terms}.txt"
    if os.environ.get("GOLDEN") == "new":
        golden.write_text(out)
    assert out == golden.read_text()
    again = analyse(out)
    rounds = [s.done for s in styled_rounds(found.draft, own_style(found.draft.doc.style))]
    assert same_fabric(again.draft.fabric, Fabric(0, rounds, found.draft.shape.sides)), out
    assert {f.code for f in again.findings if f.severity != "hint"} <= {f.code for f in found.findings}


def unfold(folded: list) -> list:
    out: list = []
    for f in folded:
        out += unfold(list(f.body)) * f.times if isinstance(f, Again) else [f]
    return out


@given(st.lists(st.sampled_from("abc"), max_size=40))
def test_folding_loses_nothing(steps: list[str]) -> None:
    assert unfold(fold(steps)) == steps


def test_folding_finds_the_widest_repeat_and_the_inner_one() -> None:
    assert fold(list("xababyababyababy")) == ["x", Again((Again(("a", "b"), 2), "y"), 3)]
    assert fold(list("abc")) == ["a", "b", "c"]


def rounds(text: str, terms: str = "us", style: str = "") -> list[str]:
    sheet = write_sheet(work_draft(text), "uk" if terms == "uk" else "us", read_style(style))
    return [r.text for r in sheet.rounds]


GRANNY = (
    "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] around"
)


def test_the_style_of_the_trade() -> None:
    assert rounds(GRANNY)[1] == (
        "sl st in next 2 sts and in next ch-2 sp, ch 3, (2 dc, ch 2, 3 dc) in same sp, "
        "ch 1, [(3 dc, ch 2, 3 dc) in next ch-2 sp, ch 1] 3 times, join with sl st in top of beg ch-3"
    )


@pytest.mark.parametrize(
    ("style", "start", "top"),
    [
        ("start ch-2 counts", "ch 2, 2 dc in ring", "top of beg ch-2"),
        ("start ch-2 counts; labels each round", "ch 2 (counts as dc), 2 dc in ring", "top of beg ch-2"),
        ("start ch-2 does not count", "ch 2, 3 dc in ring", "first dc"),
        ("start ch-2 does not count; labels each round", "ch 2 (does not count), 3 dc in ring", "first dc"),
        ("start ch-1 does not count", "ch 1, 3 dc in ring", "first dc"),
    ],
)
def test_starts_by_style(style: str, start: str, top: str) -> None:
    first = rounds(GRANNY, style=style)[0]
    assert first.startswith(start)
    assert first.endswith(f"join with sl st in {top}")


def test_a_motif_is_written_in_its_own_style_unless_told() -> None:
    text = GRANNY.replace("Terms: US", "Terms: US\nStyle: begin ch 4 ring; start ch-2 counts; turn every round")
    draft = work_draft(text)
    own = write_sheet(draft, "us")
    assert own.begin == "ch 4, join with sl st to form ring"
    assert own.rounds[0].text.startswith("ch 2, 2 dc in ring")
    assert own.starts == ["ch 2 counts as dc throughout."]
    assert own.rounds[0].text.endswith(", turn")
    assert own.cannot == []
    told = write_sheet(draft, "us", read_style("start ch-3 counts", own_style(draft.doc.style)))
    assert told.rounds[0].text.startswith("ch 3, 2 dc in ring")
    assert told.starts == ["ch 3 counts as dc throughout."]
    assert same_fabric(work_draft(as_text(own)).fabric, draft.fabric)


@pytest.mark.parametrize("terms", ["us", "uk"])
def test_a_corner_that_was_said_and_a_key_that_is_not_known_are_written_back(terms: str) -> None:
    text = GRANNY.replace("Terms: US", "Terms: US\nWeather: fog\nCorner: sharp")
    text = text.replace("ch 1] around", "ch 1] around, corner ch 2")
    text += "\nRnd 3: [3 dc in corner, dc in next st, tr in next 3 sts, dc in next 2 sts] around, corner dc"
    draft = work_draft(text)
    out = as_text(write_sheet(draft, "uk" if terms == "uk" else "us"))
    again = work_draft(out)
    assert "Weather: fog\nCorner: sharp\n" in out
    assert [len(r.worked.corners) for r in again.rounds] == [len(r.worked.corners) for r in draft.rounds]
    assert "corner ch 2" in out
    assert ("corner tr" if terms == "uk" else "corner dc") in out


def test_abbreviations_are_those_that_occur_and_no_others() -> None:
    sheet = write_sheet(work_draft("Terms: US\nShape: circle\nRnd 1: 6 sc in ring"), "uk")
    assert [a for a, _ in sheet.abbreviations] == ["ch", "ss", "dc", "rnd(s)"]
    turned = "Terms: US\nShape: circle\nYarn A: tar\nYarn B: foam\nRnd 1 with A: 6 sc in ring, turn\n"
    turned += "Rnd 2 with B: [2-dc cl in next st, ch 1] around"
    sheet = write_sheet(work_draft(turned), "uk", read_style("start standing"))
    assert sheet.abbreviations[-4:] == [
        ("RS", "right side"),
        ("WS", "wrong side"),
        ("rnd(s)", "round(s)"),
        ("yrh", "yarn round hook"),
    ]
    sheet = write_sheet(work_draft(turned.replace("2-dc cl", "dc")), "us", read_style("start standing"))
    assert [name for name, _ in sheet.special] == ["standing dc"]


def test_colours_and_notes_stand_where_they_belong() -> None:
    text = GRANNY.replace("Rnd 2:", "Note: weigh it now\nRnd 2 with B:") + "\n# wet it\n"
    sheet = write_sheet(work_draft(text), "us")
    assert [r.label for r in sheet.rounds] == ["Rnd 1 with A", "Rnd 2"]
    assert [r.then for r in sheet.rounds] == ["Fasten off A", "Fasten off"]
    assert [r.notes for r in sheet.rounds] == [("Note: weigh it now",), ("# wet it",)]
    assert work_draft(as_text(sheet)).rounds[1].worked.yarn == "B"


# ---- the drawing ---------------------------------------------------------------------------------


@pytest.mark.parametrize("path", DEMO, ids=lambda p: p.stem)
def test_a_mark_for_every_stitch_and_nothing_outside_the_picture(path: Path) -> None:
    draft = work_draft(path.read_text())
    drawn = draw(draft)
    assert [len(r) for r in drawn.rounds] == [len(r.worked.made) for r in draft.rounds]
    numbers = [
        float(x) for r in drawn.rounds for d in r for x in d.path.translate(str.maketrans("MLCSZ", "     ")).split()
    ]
    assert max(abs(x) for x in numbers) <= (drawn.reach * 2**0.5 + 1) * 10
    svg = ElementTree.fromstring(as_svg(drawn, "A & <b>"))
    assert svg[0].text == "A & <b>"
    assert len(svg[1]) == len(draft.rounds) + bool(drawn.centre)


def test_corners_lie_one_above_the_other() -> None:
    text = "Shape: hexagon\nRnd 1: [2 dc in ring, ch 2] 6 times\n"
    text += "Rnds 2-4: [(dc, ch 2, dc) in corner, dc in each st to corner] around"
    draft = work_draft(text)
    angles = {round((laid.corner or 0.0) % (3.141592653589793 / 3), 6) for laid in guess(draft)}
    assert len(angles) == 1


SHELLS = "Terms: US\nShape: circle\nRnd 1: 8 sc in ring, join\nRnd 2: ch 3, 4 dc in same st, 5 dc in next 7 sts, join\n"
LAYERS = "Terms: US\nShape: circle\nRnd 1: ch 1, 6 sc in ring, join\nRnd 2: ch 1, [sc in next sc, ch 3] 6 times, join\n"


@pytest.mark.parametrize(
    ("text", "us", "uk"),
    [
        (
            SHELLS + "Rnd 3: [sc in center dc of next shell, ch 5] 8 times, join",
            "[ch 5, sc in center dc of next 5-dc group] 7 times",
            "[ch 5, dc in centre tr of next 5-tr group] 7 times",
        ),
        (
            SHELLS + "Rnd 3 with C: [sc in center dc of next shell, ch 5] 8 times, join",
            "join C with sl st in center dc of any 5-dc group, ch 1, sc in same st, "
            "[ch 5, sc in center dc of next 5-dc group] 7 times, ch 5, join",
            "join C with ss in centre tr of any 5-tr group, ch 1, dc in same st, "
            "[ch 5, dc in centre tr of next 5-tr group] 7 times, ch 5, join",
        ),
        (
            LAYERS
            + "Rnd 3: [(sc, 3 dc, sc) in next ch-3 sp] 6 times, join\n"
            + "Rnd 4: working behind rnd 3, [sc in next sc of rnd 2, ch 4] 6 times, join",
            "working behind rnd 3, [sc in next sc of rnd 2, ch 4] 6 times",
            "working behind rnd 3, [dc in next dc of rnd 2, ch 4] 6 times",
        ),
        (
            "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
            "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around\n"
            "Rnd 3: [3 sc in corner, sc in next 3 sts, sc in next dc of rnd 1, sk 1 st, sc in next 3 sts] around",
            "sc in next 3 sts, spike sc in next dc of rnd 1, sk next st, sc in next 3 sts",
            "dc in next 3 sts, spike dc in next tr of rnd 1, miss next st, dc in next 3 sts",
        ),
    ],
    ids=["centre", "any centre", "behind", "spike"],
)
def test_a_place_is_named_as_makers_name_it(text: str, us: str, uk: str) -> None:
    draft = work_draft(text)
    for terms, words in (("us", us), ("uk", uk)):
        written = as_text(write_sheet(draft, terms))
        assert words in written
        assert ("spike" in words) == ("Special stitches: spike" in written)
        again = analyse(written)
        assert same_fabric(again.draft.fabric, draft.fabric), written
        assert not [f for f in again.findings if f.severity == "stop"]
