"""The main job against the outside: geometry, published tables, and what the trade counts on."""

from __future__ import annotations

from math import cos, pi, sin

import networkx as nx
import pytest
from hypothesis import given, settings
from shapely.geometry import Point, Polygon

from core.motifs import granny, solid
from mossring.analysis import analyse
from mossring.draft import Draft, work_draft
from mossring.shape import growth_constant
from mossring.shape.hooks import hook_mm, hook_name
from mossring.stitches import STITCHES, term
from mossring.working import RING

# ---- geometry, against shapely's buffers -------------------------------------------------------


def regular(n: int, apothem: float) -> Polygon:
    far = apothem / cos(pi / n)
    return Polygon([(far * cos(2 * pi * k / n), far * sin(2 * pi * k / n)) for k in range(n)])


@pytest.mark.parametrize("n", [3, 4, 5, 6, 7, 8, 12])
@pytest.mark.parametrize("h", [0.95, 1.91, 2.65])
def test_a_polygon_grows_by_its_constant_a_height(n: int, h: float) -> None:
    """Offsetting with sharp corners: shapely's mitred buffer."""
    shape = regular(n, 5.0)
    grown = shape.buffer(h, join_style="mitre", mitre_limit=50)
    assert grown.length - shape.length == pytest.approx(growth_constant(n) * h, rel=1e-9)


@pytest.mark.parametrize("h", [0.95, 1.27, 1.91, 2.65])
def test_a_circle_grows_by_two_pi_a_height(h: float) -> None:
    """Offsetting a disc: shapely's round buffer, which has many corners but no circle."""
    a, b = Point(0, 0).buffer(5, quad_segs=4000), Point(0, 0).buffer(5 + h, quad_segs=4000)
    assert b.length - a.length == pytest.approx(growth_constant(0) * h, rel=1e-6)


def test_the_constants_as_they_are_tabled() -> None:
    """2 n tan(pi/n) worked out by hand; the limit is the circle's."""
    table = {3: 10.392, 4: 8.0, 5: 7.265, 6: 6.928, 8: 6.627, 0: 6.283}
    for n, c in table.items():
        assert growth_constant(n) == pytest.approx(c, abs=5e-4)
    assert growth_constant(10_000) == pytest.approx(growth_constant(0), rel=1e-6)


# ---- terms, against the Craft Yarn Council's lists -----------------------------------------------

# Craft Yarn Council, "Crochet abbreviations" and "US/UK conversion" (values from memory);
# half triple and triple treble: common practice, no source.
US_TO_UK = {
    "sc": ("single crochet", "dc", "double crochet"),
    "hdc": ("half double crochet", "htr", "half treble crochet"),
    "dc": ("double crochet", "tr", "treble crochet"),
    "htr": ("half treble crochet", "hdtr", "half double treble crochet"),
    "tr": ("treble crochet", "dtr", "double treble crochet"),
    "dtr": ("double treble crochet", "trtr", "triple treble crochet"),
}


@pytest.mark.parametrize("us", US_TO_UK)
def test_us_and_uk_names(us: str) -> None:
    words, uk, uk_words = US_TO_UK[us]
    assert (term(us, "us").abbr, term(us, "us").words) == (us, words)
    assert (term(us, "uk").abbr, term(us, "uk").words) == (uk, uk_words)


def test_slip_stitch_chain_skip() -> None:
    """Craft Yarn Council: sl st, ch, sk; UK habit ss, miss (values from memory)."""
    assert term("slst", "us").abbr == "sl st"
    assert term("slst", "uk").abbr == "ss"
    assert term("ch", "us").abbr == term("ch", "uk").abbr == "ch"


def test_yarn_overs_before_insertion() -> None:
    """Craft Yarn Council's stitch descriptions (values from memory)."""
    published = {"sc": 0, "hdc": 1, "dc": 1, "htr": 2, "tr": 2, "dtr": 3}
    assert {key: STITCHES[key].yarn_overs for key in published} == published


# Craft Yarn Council, hook sizes (values from memory); the old UK numbers: common practice, no source.
HOOKS = [
    (2.25, "B-1", "13"),
    (3.5, "E-4", "9"),
    (4.0, "G-6", "8"),
    (5.0, "H-8", "6"),
    (6.0, "J-10", "4"),
    (8.0, "L-11", "0"),
]


@pytest.mark.parametrize(("mm", "us", "uk"), HOOKS)
def test_hook_sizes(mm: float, us: str, uk: str) -> None:
    assert hook_name(mm, uk=False) == f"{mm:g} mm (US {us})"
    assert hook_name(mm, uk=True) == f"{mm:g} mm (UK {uk})"
    for words in (f"{mm:g} mm", f"US {us}", us, f"UK {uk}", hook_name(mm, uk=True)):
        assert hook_mm(words) == mm, words


@pytest.mark.parametrize("words", ["", "a hook", "900 mm", "UK 77"])
def test_hooks_that_no_table_has(words: str) -> None:
    assert hook_mm(words) is None


# ---- what the trade counts on (common practice, no source) ---------------------------------------


def circle(stitch: str, first: int, rounds: int) -> Draft:
    lines = ["Shape: circle", f"Rnd 1: {first} {stitch} in ring", f"Rnd 2: 2 {stitch} in each st around"]
    lines += [f"Rnd {k}: [{stitch} in next {k - 2} sts, 2 {stitch} in next st] around" for k in range(3, rounds + 1)]
    return work_draft("\n".join(lines))


@pytest.mark.parametrize(("stitch", "first"), [("sc", 6), ("hdc", 8), ("dc", 12), ("tr", 16), ("tr", 17)])
def test_flat_circles_lie_flat(stitch: str, first: int) -> None:
    draft = circle(stitch, first, 8)
    assert [r.worked.stitches for r in draft.rounds] == [first * k for k in range(1, 9)]
    assert {r.entry.verdict for r in draft.rounds[2:]} == {"flat"}


@pytest.mark.parametrize(("stitch", "first"), [("dc", 11), ("dc", 13)])
def test_one_more_or_fewer_still_blocks(stitch: str, first: int) -> None:
    assert {r.entry.verdict for r in circle(stitch, first, 8).rounds[2:]} <= {"flat", "blocks out"}


@pytest.mark.parametrize(
    ("stitch", "first", "verdict"),
    [
        ("dc", 9, "cups"),
        ("dc", 15, "ruffles"),
        ("dc", 16, "ruffles"),
        ("sc", 4, "cups"),
        ("sc", 5, "cups"),
        ("sc", 8, "ruffles"),
        ("sc", 10, "ruffles"),
    ],
)
def test_wrong_circles_are_caught(stitch: str, first: int, verdict: str) -> None:
    assert circle(stitch, first, 8).rounds[-1].entry.verdict == verdict


@pytest.mark.parametrize(
    ("sides", "corner", "verdict"),
    [
        (4, "2 dc, ch 2, 2 dc", "flat"),
        (4, "2 dc, tr, 2 dc", "flat"),
        (4, "dc, ch 2, dc", "cups"),
        (4, "3 dc, ch 2, 3 dc", "ruffles"),
        (6, "dc, ch 2, dc", "flat"),
        (6, "2 dc, ch 2, 2 dc", "ruffles"),
        (5, "2 dc, ch 2, 2 dc", "ruffles"),
    ],
)
def test_solid_polygons(sides: int, corner: str, verdict: str) -> None:
    names = {4: "square", 5: "pentagon", 6: "hexagon"}
    first = f"[{12 // sides} dc in ring, ch 2] {sides} times"
    text = f"Shape: {names[sides]}\nRnd 1: {first}\nRnds 2-8: [({corner}) in corner, dc in each st to corner] around"
    result = analyse(text)
    assert result.verdict == verdict
    assert [f for f in result.findings if f.family < 5] == []


@pytest.mark.parametrize("side", [0, 1, 2])
def test_a_granny_lies_flat_whatever_its_side_chain(side: int) -> None:
    ch = f", ch {side}" if side else ""
    where = f"next ch-{side} sp" if side else "sp between next 2 groups"
    lines = ["Shape: square", "Rnd 1: [3 dc in ring, ch 2] 4 times"]
    lines += [
        f"Rnd {k}: [(3 dc, ch 2, 3 dc) in corner{ch}{f', 3 dc in {where}{ch}' * (k - 2)}] around" for k in range(2, 9)
    ]
    draft = work_draft("\n".join(lines))
    for k, r in enumerate(draft.rounds, 1):
        assert r.worked.per_side() == [3 * k] * 4  # groups a side = the number of the round
    assert {r.entry.verdict for r in draft.rounds[2:]} <= {"flat", "blocks out"}


def test_one_stitch_each_side_of_a_square_corner_counts_3_5_7_9_11_13() -> None:
    corner = "(dc, ch 2, dc) in corner"
    text = f"Shape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnds 2-6: [{corner}, dc in each st to corner] around"
    assert [r.worked.per_side()[0] for r in work_draft(text).rounds] == [3, 5, 7, 9, 11, 13]


def test_three_sc_into_each_corner_of_a_hexagon_of_eleven_make_84() -> None:
    text = """Shape: hexagon
Rnd 1: [3 hdc in ring, ch 2] 6 times
Rnds 2-5: [(hdc, ch 2, hdc) in corner, hdc in each st to corner] around
Rnd 6: [3 sc in corner, sc in each st to corner] around"""
    draft = work_draft(text)
    assert draft.rounds[4].worked.per_side() == [11] * 6
    assert draft.rounds[5].worked.stitches == 84


def test_sixteen_in_a_ring_then_a_chain_between_make_48() -> None:
    text = """Shape: circle
Begin: ch 5, join with sl st to form ring
Rnd 1: 16 dc in ring
Rnd 2: [dc in next st, ch 1] around
Rnd 3: [dc in next dc, 2 dc in next ch-1 sp] around"""
    assert [r.worked.stitches for r in work_draft(text).rounds] == [16, 16, 48]


@pytest.mark.parametrize(
    ("rounds", "centimetres"), [(6, 15.0), (30, 91.0)], ids=["six dc rounds", "thirty solid rounds"]
)
def test_sizes_by_the_usual_gauge(rounds: int, centimetres: float) -> None:
    """Medium yarn, 5 mm hook: a dc round adds 12 to 15 mm to the radius; common practice, no source."""
    body = "[(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around"
    text = f"Shape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnds 2-{rounds}: {body}"
    size = analyse(text).size
    assert size is not None
    assert size.side_to_side / 10 == pytest.approx(centimetres, rel=0.15)


# ---- the stitch graph, against networkx ----------------------------------------------------------


def graph(draft: Draft) -> nx.Graph:
    """Stitches and spaces as nodes; neighbours on a round, and feet, as edges."""
    g = nx.Graph()
    for r in draft.rounds:
        made = [m.number for m in r.worked.made]
        nx.add_cycle(g, made) if len(made) > 2 else None
        for m in r.worked.made:
            feet = [f for f in m.feet if f != RING]
            if len(feet) == 2:  # the gap between two stitches is one place
                g.add_edges_from((tuple(feet), f) for f in feet)
                feet = [tuple(feet)]
            g.add_edges_from((m.number, f) for f in feet)
    return g


@given(solid() | granny())
@settings(max_examples=25, deadline=None)
def test_fabric_is_planar_and_obeys_euler(text: str) -> None:
    """A flat piece is a planar graph; V - E + F = 2 with the faces that networkx finds by walking them."""
    g = graph(work_draft(text))
    planar, embedding = nx.check_planarity(g)
    assert planar
    seen: set[tuple[int, int]] = set()
    faces = 0
    for u, v in embedding.edges:
        if (u, v) not in seen:
            embedding.traverse_face(u, v, seen)
            faces += 1
    parts = nx.number_connected_components(g)
    assert g.number_of_nodes() - g.number_of_edges() + faces - 2 * parts == 0
