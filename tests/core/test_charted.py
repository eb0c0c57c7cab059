"""The chart: all that is worked, each once, in published symbols, with room between them."""

from __future__ import annotations

import re
from collections import Counter
from itertools import combinations
from pathlib import Path
from xml.etree import ElementTree

import pytest
from hypothesis import HealthCheck, given, settings
from shapely import STRtree
from shapely.geometry import LineString, MultiPoint, box
from shapely.geometry.base import BaseGeometry

from core.motifs import motifs
from mossring.chart import Drawing, chart_svg, chart_told, chartable, charted, fabric_of, fabric_svg, key_of, on_paper
from mossring.chart.labels import TALL
from mossring.chart.layout import chart_places
from mossring.chart.signs import Sign
from mossring.chart.symbols import SCALE
from mossring.draft import Draft, work_draft
from mossring.stitches import lookup
from mossring.styles import own_style, read_style

DEMO = sorted((Path(__file__).parents[2] / "demo").glob("*.txt"))
SHEETS = sorted((Path(__file__).parents[1] / "sheets").glob("*.txt"))
SVG = "{http://www.w3.org/2000/svg}"


def drawn(text: str, style: str = "") -> tuple[Draft, Drawing]:
    draft = work_draft(text)
    return draft, charted(draft, read_style(style, own_style(draft.doc.style)))


def roles(drawing: Drawing, k: int) -> Counter[tuple[str, str]]:
    return Counter((sign.role, sign.kind) for sign in drawing.rounds[k])


SQUARE = "Terms: US\nShape: square\nBegin: ch 4 ring\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
SECOND = "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in next 3 sts] around"


@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(motifs)
def test_every_stitch_and_chain_is_drawn_once(text: str) -> None:
    """As many symbols as stitches, but for the one that a starting chain stands for; as many ovals as chains, but for
    those a stitch closes."""
    draft = work_draft(text)
    drawing = charted(draft, whole=True)
    for r, signs in zip(draft.rounds, drawing.rounds, strict=True):
        own = {m.number for m in r.worked.made}
        assert {s.number for s in signs if s.role in ("stitch", "start", "space")} == own
        stitches = Counter(s.number for s in signs if s.role == "stitch" and s.kind != "ch")
        assert set(stitches.values()) <= {1}
        chains = Counter(s.number for s in signs if s.role == "space")
        closed = {s.number for s in signs if s.role == "join"}
        for m in r.worked.made:
            if m.kind == "ch" and m.number not in closed:
                assert chains[m.number] == m.chains


@pytest.mark.parametrize(
    ("style", "start"),
    [
        ("", {("start", "ch"): 3}),
        ("start ch 2 counts", {("start", "ch"): 2}),
        ("start ch 2 does not count", {("start", "ch"): 2, ("stitch", "dc"): 12}),
        ("start chainless", {("start", "sc"): 1, ("start", "ch"): 1}),
    ],
)
def test_a_start_is_drawn_as_it_is_made(style: str, start: dict[tuple[str, str], int]) -> None:
    """As many ovals as chains, whether they stand for a stitch or only lift the hook."""
    _, drawing = drawn(SQUARE, style)
    found = roles(drawing, 0)
    for key, n in start.items():
        assert found[key] == n, found
    assert found["stitch", "dc"] == (12 if ("stitch", "dc") in start else 11)


def test_slip_stitches_lead_to_a_start_and_close_a_round() -> None:
    _, drawing = drawn(SQUARE + SECOND)
    found = roles(drawing, 1)
    assert found["reach", "slst"] == 3  # over two stitches into the corner
    assert found["join", "slst"] == 1
    _, spiral = drawn("Terms: US\nShape: spiral\nRnd 1: 6 sc in ring\nRnd 2: 2 sc in each st around", "join spiral")
    assert roles(spiral, 1)["join", "slst"] == 0


def test_a_stitch_that_closes_a_corner_stands_for_its_chains() -> None:
    _, drawing = drawn(SQUARE + SECOND, "join ch 1 and sc; round begins at split corner")
    found = roles(drawing, 1)
    assert found["join", "sc"] == 1
    assert found["join", "slst"] == 0
    assert found["space", "ch"] == 2 * 4 - 1


def test_a_chain_that_closes_a_cluster_is_drawn_on_it() -> None:
    begun = "Terms: US\nShape: hexagon\nRnd 1: ch 2, 2-dc cl in ring, ch 3, [3-dc cl in ring, ch 3] 5 times, join"
    for style, chains in (("cluster closed", 6), ("cluster open", 0)):
        _, drawing = drawn(begun, style)
        found = roles(drawing, 0)
        assert found["stitch", "ch"] == chains
        assert found["start", "ch"] == 2
        assert found["stitch", "dc3-cl"] == 5
        assert found["start", "dc3-cl"] == 1


def test_a_ring_is_drawn_as_it_is_made() -> None:
    _, drawing = drawn(SQUARE)
    assert Counter(s.kind for s in drawing.centre) == {"ch": 4, "slst": 1}
    _, loop = drawn(SQUARE.replace("ch 4 ring", "magic ring"))
    assert [s.kind for s in loop.centre] == ["ring"]
    _, rows = drawn("Shape: rows\nTerms: US\nBegin: ch 14\nRow 1: dc in 4th ch from hook and in each ch across")
    assert {s.role for s in rows.centre} == {"ring"}


def test_numbers_stand_beside_starts_and_sides_are_told_apart() -> None:
    text = (
        SQUARE.replace("4 times", "4 times, turn")
        + SECOND
        + ", turn\n"
        + SECOND.replace("2:", "3:").replace("3 sts", "7 sts")
    )
    draft, drawing = drawn(text)
    assert [r.worked.face for r in draft.rounds] == ["RS", "WS", "RS"]
    assert " ".join(s.text for s in drawing.beside if s.role == "label") == "1 2 WS 3"
    assert len([s for s in drawing.beside if s.role == "arrow"]) == 3
    inks = on_paper(drawing).rounds
    assert inks[0] == inks[2] != inks[1]
    assert len(set(on_paper(drawing, "black").rounds)) == 1
    _, plain = drawn(SQUARE + SECOND)
    assert len([s for s in plain.beside if s.role == "arrow"]) == 1


@pytest.mark.parametrize("path", [*DEMO, *SHEETS], ids=lambda p: p.stem)
def test_a_number_lies_on_no_symbol(path: Path) -> None:
    """But for a touch, where a motif is so dense that there is no room nearer."""
    drawing = charted(work_draft(path.read_text()))
    strokes = STRtree([LineString(s.points()) for s in drawing.every() if s.role != "label" and len(s.points()) > 1])
    for label in (s for s in drawing.beside if s.role == "label"):
        x, y = label.at[0] * SCALE, -label.at[1] * SCALE
        wide, tall = len(label.text) * 0.6 * TALL * SCALE, 0.8 * TALL * SCALE
        words = box(x - wide / 2, y - tall / 2, x + wide / 2, y + tall / 2)
        on = sum(strokes.geometries[k].intersection(words).length for k in strokes.query(words))
        assert on < SCALE / 2, (label.text, on / SCALE)


@pytest.mark.parametrize("path", DEMO, ids=lambda p: p.stem)
def test_the_picture_says_of_each_symbol_what_it_is(path: Path) -> None:
    draft = work_draft(path.read_text())
    drawing = charted(draft)
    svg = ElementTree.fromstring(chart_svg(drawing, path.stem, chart_told(draft, drawing, "uk"), "uk"))
    assert svg[0].text == path.stem
    told = svg[1].text or ""
    assert all(f" {r.number}" in told for r in draft.rounds)
    marks = [e for e in svg.iter(f"{SVG}path") if "data-kind" in e.attrib]
    assert Counter((e.attrib["data-role"], e.attrib["data-kind"]) for e in marks) == Counter(
        (s.role, s.kind) for s in drawing.every() if s.kind and s.role != "tie"
    )
    left, top, wide, high = (float(x) for x in svg.attrib["viewBox"].split())
    for mark in marks:
        numbers = [float(n) for n in re.findall(r"-?\d+\.\d", mark.attrib["d"])]
        assert left <= min(numbers[::2]) <= max(numbers[::2]) <= left + wide
        assert top <= min(numbers[1::2]) <= max(numbers[1::2]) <= top + high
    shown = {e.attrib["data-kind"] for e in marks}
    assert {e.attrib["data-key"] for e in svg.iter(f"{SVG}g") if "data-key" in e.attrib} - {"", "ink", "tie"} == shown


def test_the_key_is_in_the_terms_of_the_sheet() -> None:
    _, drawing = drawn(SQUARE + SECOND + "\nRnd 3: sc in BLO in each st and ch-2 sp around")
    us, uk = ({e.kind: e.words for e in key_of(drawing, terms)} for terms in ("us", "uk"))
    assert us["dc"] == "dc: double crochet"
    assert uk["dc"] == "tr: treble crochet"
    assert "back loop only" in us.values()


def shape_of(sign: Sign) -> BaseGeometry:
    return MultiPoint(sign.points()).convex_hull


def overlapping(drawing: Drawing) -> list[tuple[Sign, Sign]]:
    """Pairs of stitches of which one covers more than a quarter of the other, by what their strokes enclose."""
    signs = [s for signs in drawing.rounds for s in signs if s.role in ("stitch", "start", "space")]
    shapes = [shape_of(s) for s in signs]
    tree = STRtree(shapes)
    out = []
    for k, shape in enumerate(shapes):
        for other in tree.query(shape):
            if other <= k or min(shape.area, shapes[other].area) == 0:
                continue
            if shape.intersection(shapes[other]).area > min(shape.area, shapes[other].area) / 4:
                out.append((signs[k], signs[other]))
    return out


SOLID = [
    (f"Shape: {shape}\nTerms: US\nRnd 1: [{first} {kind} in ring, ch 2] {n} times\n")
    + "\n".join(
        f"Rnd {k}: [({more} {kind}, ch 2, {more} {kind}) in corner, {kind} in each st to corner] around"
        for k in range(2, 13)
    )
    for shape, n, first, more, kind in (
        ("square", 4, 3, 2, "dc"),
        ("hexagon", 6, 2, 1, "dc"),
        ("pentagon", 5, 3, 2, "hdc"),
        ("square", 4, 2, 1, "sc"),
        ("square", 4, 4, 3, "tr"),
    )
] + [
    "Shape: circle\nTerms: US\nRnd 1: 12 dc in ring\nRnd 2: 2 dc in each st around\n"
    + "\n".join(f"Rnd {k}: [dc in next {k - 2} sts, 2 dc in next st] 12 times" for k in range(3, 13)),
    "Shape: circle\nTerms: US\nRnd 1: 6 sc in ring\nRnd 2: 2 sc in each st around\n"
    + "\n".join(f"Rnd {k}: [sc in next {k - 2} sts, 2 sc in next st] 6 times" for k in range(3, 13)),
]


@pytest.mark.parametrize("text", SOLID, ids=range(len(SOLID)))
def test_no_symbol_covers_more_than_a_quarter_of_another(text: str) -> None:
    draft = work_draft(text)
    assert len(draft.rounds) == 12
    assert [(a.kind, a.round, b.kind, b.round) for a, b in overlapping(charted(draft, whole=True))] == []


@pytest.mark.parametrize(("kind", "n"), [("dc", 20), ("sc", 14)])
def test_a_crowded_centre_is_opened_up(kind: str, n: int) -> None:
    draft = work_draft(f"Shape: circle\nTerms: US\nRnd 1: {n} {kind} in ring\nRnd 2: {kind} in each st around")
    places, ring = chart_places(draft)
    tops = [places[m.number] for m in draft.rounds[0].worked.made]
    near = min((ax - bx) ** 2 + (ay - by) ** 2 for (ax, ay), (bx, by) in combinations(tops, 2)) ** 0.5
    assert near > 0.9
    assert abs((tops[0][0] ** 2 + tops[0][1] ** 2) ** 0.5 - ring - max(1.1, lookup(kind).height)) < 0.01


@pytest.mark.parametrize("path", DEMO[:4], ids=lambda p: p.stem)
def test_the_fabric_is_drawn_in_its_yarns(path: Path) -> None:
    draft = work_draft(path.read_text())
    drawing = fabric_of(draft)
    assert [len(r) for r in drawing.rounds] == [len(r.worked.made) for r in draft.rounds]
    colours = [f"#00000{k}" for k in range(len(draft.rounds))]
    svg = ElementTree.fromstring(fabric_svg(drawing, "Yarn", colours))
    assert [p.attrib["stroke"] for p in svg.iter(f"{SVG}path")][1::2] == colours


def test_light_yarn_is_darkened_on_paper() -> None:
    _, drawing = drawn(SQUARE)
    ink = on_paper(drawing, "yarn", ["#ffffff"], ["yarn A: white"])
    assert ink.rounds == ["#737373"]
    assert ink.said == [("yarn A: white", "#737373")]


def test_what_has_too_many_stitches_is_not_charted() -> None:
    many = work_draft("Terms: US\nRnd 1: 7000 sc in ring")
    assert not chartable(many)
    sides = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
    sides += "Rnds 2-40: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around"
    large = work_draft(sides)
    assert chartable(large)
    shown = charted(large)
    assert sum(map(len, shown.rounds)) < sum(len(r.worked.made) for r in large.rounds) / 3


def test_a_working_loop_that_waits_is_shown_with_its_yarn() -> None:
    text = "Terms: US\nRnd 1: With A, 12 dc in ring; join. Place loop on marker.\n"
    _, drawing = drawn(text + "Rnd 2: With B, join in any st, sc in each st; join.")
    waits = [s for s in drawing.beside if s.number and s.role in ("loop", "label")]
    assert [(s.role, s.text) for s in waits] == [("loop", ""), ("label", "A")]
    assert "loop left on its yarn" in [e.words for e in key_of(drawing, "us")]
    svg = ElementTree.fromstring(chart_svg(drawing, "Loops", "", "us"))
    assert next(e.text for e in svg.iter(f"{SVG}text") if e.attrib.get("data-role") == "label") == "A"
