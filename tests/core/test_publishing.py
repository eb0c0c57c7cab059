"""The document that makers get: what it tells besides the rounds, in what order, and that it stands by itself."""

from __future__ import annotations

import re
from pathlib import Path
from xml.etree import ElementTree

import pytest

from mossring.analysis import analyse
from mossring.chart import charted
from mossring.publishing import ORDER, Document, as_data, as_html, as_markdown, as_text, publish
from mossring.publishing.facts import finishing, level, notions, size
from mossring.publishing.measures import both, inches
from mossring.shape.weights import WEIGHTS
from mossring.styles import Style, read_style
from mossring.working import same_fabric

ROOT = Path(__file__).parents[2]
DEMO = {path.stem[:2]: path.read_text() for path in sorted((ROOT / "demo").glob("*.txt"))}
GRANNY = """Motif: Wave tile
Terms: US
Shape: square
Yarn A: medium, kelp, 50 g = 90 m
Yarn B: medium, acrylic, foam
Hook: 5 mm
Gauge: 14 dc x 7.5 rounds = 10 cm
Designer: The Quay Choir
Rnd 1: [3 dc in ring, ch 2] 4 times
Rnd 2 with B: [(3 dc, ch 2, 3 dc) in corner, ch 1] around
Rnd 3 with A: [(3 dc, ch 2, 3 dc) in corner, ch 1, 3 dc in next ch-1 sp, ch 1] around
"""


def published(text: str = GRANNY, **options: object) -> Document:
    return publish(analyse(text), "us", **options)  # type: ignore[arg-type]


def told(document: Document, key: str) -> object:
    sections = as_data(document)["sections"]
    assert isinstance(sections, dict)
    return sections.get(key)


@pytest.mark.parametrize(
    ("mm", "words"),
    [(84, "3 1/4"), (85.7, "3 3/8"), (25.4, "1"), (12.7, "1/2"), (0.4, "0"), (152.4, "6"), (305, "12")],
)
def test_inches_are_in_eighths(mm: float, words: str) -> None:
    """An inch is 25.4 mm (international inch, 1959)."""
    assert inches(mm) == words


def test_a_length_is_told_in_both() -> None:
    assert both(84) == "8.4 cm / 3 1/4 in"
    assert both(1524) == "152 cm / 60 in"


def test_the_sections_stand_in_their_order_and_none_is_empty() -> None:
    keys = [s.key for s in published().sections]
    assert keys == [k for k in ORDER if k in keys]
    assert {"picture", "size", "gauge", "hook", "yarn", "rounds", "chart", "finishing", "words", "credits"} <= set(keys)
    assert all(s.parts for s in published().sections)


def test_a_designer_chooses_sections_and_their_order() -> None:
    assert [s.key for s in published(sections=("rounds", "yarn", "weather")).sections] == ["rounds", "yarn"]


def test_the_gauge_is_that_of_the_first_rounds_and_the_swatch() -> None:
    gauge = told(published(), "gauge")
    assert isinstance(gauge, list)
    assert re.fullmatch(r"Rnds 1-3 measure \d+\.\d cm / \d+( \d/\d)? in across\.", gauge[0])
    assert gauge[1] == "14 dc x 7.5 rounds = 10 cm"


def test_after_blocking_a_piece_is_no_smaller_and_no_more_stretched_than_is_safe() -> None:
    """Stretch is safe to about 5 % in solid fabric and 10 to 15 % in open fabric (common practice, no source)."""
    for text in DEMO.values():
        sizes = dict(size(analyse(text)))
        if sizes:
            before, after = (float(re.match(r"[\d.]+", sizes[k])[0]) for k in ("Off the hook", "After blocking"))  # type: ignore[index]
            assert before <= after <= before * 1.1


def test_yarn_is_told_by_weight_category_in_both_measures_with_whole_balls() -> None:
    """A yard is 0.9144 m; the categories 0 to 7 are the Craft Yarn Council's, medium is 4 (from memory)."""
    rows = told(published(), "yarn")
    assert isinstance(rows, list)
    assert [row[:3] for row in rows] == [["A", "medium (4)", "kelp, 50 g = 90 m"], ["B", "medium (4)", "acrylic, foam"]]
    for row in rows:
        metres, yards = int(row[3].split()[0]), int(row[4].split()[0])
        assert metres - 1 <= yards * 0.9144 <= metres + 1
    assert rows[0][6] == "1 of 50 g"
    assert [w.key for w in WEIGHTS].index("medium") == 4


def test_the_hook_has_all_its_names() -> None:
    assert told(published(), "hook") == ["5 mm (US H-8, UK 6)"]


def test_ends_are_two_for_each_piece_of_yarn() -> None:
    """Two for each piece of yarn used (common practice, no source)."""
    result = analyse(GRANNY)
    assert finishing(result, Style())[0].startswith("Weave in 6 ends")
    assert finishing(result, read_style("colour carried"))[0].startswith("Weave in 4 ends")
    assert any("No steam and no hot iron on acrylic" in line for line in finishing(result, Style()))


def test_what_is_for_a_baby_says_what_to_mind() -> None:
    careful = finishing(analyse(GRANNY.replace("Hook:", "For: a baby's pram\nHook:")), Style())
    assert any("product safety rules" in line for line in careful)
    assert not any("baby" in line for line in finishing(analyse(GRANNY), Style()))


@pytest.mark.parametrize(
    ("number", "hard"),
    [("05", "Basic"), ("02", "Easy"), ("03", "Easy"), ("12", "Intermediate"), ("13", "Intermediate")],
)
def test_how_hard_it_is_has_a_reason(number: str, hard: str) -> None:
    """Basic, Easy, Intermediate, Complex are the Craft Yarn Council's levels (from memory)."""
    found, why = level(analyse(DEMO[number]).draft)
    assert (found, bool(why)) == (hard, True)


def test_a_spiral_needs_a_marker() -> None:
    assert "a stitch marker" in notions(
        analyse("Terms: US\nRnd 1: 6 sc in ring, do not join\nRnd 2: 2 sc in each st").draft
    )


def test_more_than_two_changes_of_colour_are_a_table() -> None:
    rows = told(publish(analyse(DEMO["02"]), "us"), "colours")
    assert isinstance(rows, list)
    assert [row[:2] for row in rows] == [[f"Rnd {k}", "AB"[(k - 1) % 2]] for k in range(1, 6)]
    assert told(published(), "colours") is None


def test_the_words_of_the_other_terms() -> None:
    rows = told(published(), "words")
    assert isinstance(rows, list)
    assert [(row["name"], row["value"]) for row in rows] == [("sl st", "ss"), ("dc", "tr"), ("gauge", "tension")]


def test_what_is_not_certain_stands_above_it_all() -> None:
    document = published(GRANNY.replace("ch 1, 3 dc in next ch-1 sp, ch 1]", "ch 1, 3 dc in next ch-5 sp, ch 1]"))
    assert len(document.doubts) == 1
    assert document.doubts[0].startswith("Rnd 3 is not certain: ")
    assert as_text(document).startswith("# Not ready: Rnd 3")
    assert "Rnd 3 is not certain" in as_markdown(document)
    assert "not certain" in as_html(document).replace("\u00a0", " ")
    assert published().doubts == []


def test_the_text_reads_back_to_the_same_fabric() -> None:
    assert same_fabric(analyse(as_text(published())).draft.fabric, analyse(GRANNY).draft.fabric)


def test_a_page_stands_by_itself() -> None:
    page = as_html(published())
    assert not re.findall(r"""(?:src|href)=["'](?!data:)|url\((?!data:)""", page)
    assert page.count("<svg") == 3
    assert 'lang="en-US"' in page


@pytest.mark.parametrize(
    "typed",
    [
        "<script>alert(1)</script>",
        "<img src='file:///etc/passwd'>",
        "\u202ename\u200f",
        "a\x07b\x1bc",
        "x" * 10_000,
        "& < >",
    ],
)
def test_what_is_typed_stays_words(typed: str) -> None:
    text = GRANNY.replace("Wave tile", typed).replace("kelp", typed)
    page = as_html(published(text))
    assert "<script" not in page
    assert "<img" not in page
    assert "\x07" not in page
    assert "\x1b" not in page
    assert "\\[3 dc in ring, ch 2" not in page
    assert "ch 2, \\[3 dc in ring, ch 2] 3 times" in as_markdown(published(text))


def granny(rounds: int, shape: str = "square", sides: int = 4) -> str:
    lines = ["Terms: US", f"Shape: {shape}", f"Rnd 1: [3 dc in ring, ch 2] {sides} times"]
    for k in range(2, rounds + 1):
        groups = f", [3 dc in next ch-1 sp, ch 1] {k - 2} times" if k > 2 else ""
        lines.append(f"Rnd {k}: [(3 dc, ch 2, 3 dc) in corner, ch 1{groups}] around")
    return "\n".join(lines)


@pytest.mark.parametrize(("shape", "sides"), [("square", 4), ("hexagon", 6)])
def test_a_chart_of_many_rounds_shows_one_side_and_its_corners(shape: str, sides: int) -> None:
    draft = analyse(granny(10, shape, sides)).draft
    drawing = charted(draft)
    assert drawing.times == sides
    for r, signs in zip(draft.rounds[1:], drawing.rounds[1:], strict=True):
        shown = {sign.number for sign in signs if sign.role in ("stitch", "start")}
        side = r.worked.per_side()[0]
        # corner groups of three and three, whole at both ends
        assert len(shown) == side + 6
    words = told(publish(analyse(granny(10, shape, sides)), "us"), "chart")
    assert words == [f"One side with both its corners is shown; the piece has {sides} of them, each worked like it."]
    assert charted(analyse(granny(8, shape, sides)).draft).times == 1
    assert charted(draft, whole=True).times == 1


@pytest.mark.parametrize(
    ("shape", "rounds", "corners", "measures"),
    [
        ("square", "[3 dc in ring, ch 2] 4 times", 4, 2),
        ("hexagon", "[2 dc in ring, ch 2] 6 times", 6, 3),
        ("pentagon", "[3 dc in ring, ch 2] 5 times", 5, 3),
        ("circle", "12 dc in ring", 0, 1),
        ("half square", "(3 dc, ch 2, 3 dc) in ring", 3, 2),
        ("rows", "", 4, 2),
    ],
)
def test_the_outline_has_its_measurements(shape: str, rounds: str, corners: int, measures: int) -> None:
    """Side, height and width of a regular polygon fit each other (geometry: side 2 r tan(pi / n), across corners
    2 r / cos(pi / n) for even n)."""
    worked = f"Rnd 1: {rounds}" if rounds else "Begin: ch 14\nRow 1: dc in 4th ch from hook and in each ch across"
    result = analyse(f"Terms: US\nShape: {shape}\nGauge: 16 sts, 20 rows = 10 cm\n{worked}")
    document = publish(result, "us")
    (picture,) = next(s.parts for s in document.sections if s.key == "schematic")
    svg = ElementTree.fromstring(picture.svg)
    polygon = svg.find(".//{*}polygon")
    assert len(polygon.attrib["points"].split()) == corners if polygon is not None else corners == 0
    said = [e.text or "" for e in svg.iter("{http://www.w3.org/2000/svg}text")]
    assert len(said) == measures
    cm = [float(words.split(" cm")[0]) for words in said]
    if shape == "hexagon":
        side, tall, wide = cm
        assert tall == pytest.approx(side * 3**0.5, abs=0.15)
        assert wide == pytest.approx(2 * side, abs=0.15)
    if shape == "pentagon":
        side, tall, wide = cm
        assert wide == pytest.approx(side * (1 + 5**0.5) / 2, abs=0.15)
        assert tall == pytest.approx(side * (5 + 2 * 5**0.5) ** 0.5 / 2, abs=0.15)
    pinned = dict(next(p.rows for s in document.sections if s.key == "size" for p in s.parts))["After blocking"]
    assert any(words in pinned for words in said)
