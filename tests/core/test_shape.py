"""Gauge, ledger, size: numbers worked out by hand."""

from __future__ import annotations

from math import cos, pi, sqrt

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.notation import Shape
from mossring.shape import bands, size_of
from mossring.shape.gauge import DEFAULT_WIDTH_MM, Gauge, read_gauge
from mossring.shape.ledger import Entry, judge, start_radius


def entry(radius: float) -> Entry:
    """A ledger entry of which only the radius matters."""
    return Entry((0, 0), 0, radius, 0, 0, (1, 1), 0, 0, 0, (0, 0), "flat", extent=radius)


def gauge(line: str) -> Gauge:
    return work_draft(f"Terms: US\n{line}\nRnd 1: 12 dc in ring").gauge


def test_a_stated_gauge_is_taken_by_its_stitch() -> None:
    g = gauge("Gauge: 14 dc x 7.5 rounds = 10 cm")
    assert g.measured
    assert g.width_mm == pytest.approx(100 / 14)
    assert g.height("dc") == pytest.approx((100 / 7.5) / (100 / 14))
    assert g.height("sc") / g.height("dc") == pytest.approx(0.95 / 1.91)


@pytest.mark.parametrize(
    ("line", "width"),
    [
        ("Gauge: 16 sc x 18 rows = 4 in", 101.6 / 16),
        ("Gauge: 16 sc and 18 rounds = 100 mm", 100 / 16),
        ("Gauge: loose", DEFAULT_WIDTH_MM),
        ("Gauge: 0 dc x 7 rounds = 10 cm", DEFAULT_WIDTH_MM),
        ("Hook: 10 mm", 2 * DEFAULT_WIDTH_MM),
        ("Hook: H-8", DEFAULT_WIDTH_MM),
        ("Hook: 500 mm", DEFAULT_WIDTH_MM),
    ],
)
def test_widths(line: str, width: float) -> None:
    assert gauge(line).width_mm == pytest.approx(width)


def test_a_uk_gauge_is_read_in_uk_terms() -> None:
    draft = work_draft("Terms: UK\nTension: 14 tr x 7.5 rounds = 10 cm\nRnd 1: 12 tr in ring")
    assert read_gauge(draft.doc, "uk").height("dc") == pytest.approx((100 / 7.5) / (100 / 14))


def test_the_ledger_of_a_square_by_hand() -> None:
    text = "Shape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
    text += "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around"
    first, second = (r.entry for r in work_draft(text).rounds)
    assert first.radius == pytest.approx(0.1 + 1.91)
    assert second.radius == pytest.approx(0.1 + 2 * 1.91)
    assert second.edge == (28, pytest.approx(28 + 8 * 0.6))
    assert second.growth == pytest.approx(16)
    assert second.needed == pytest.approx(8 * 1.91)
    assert second.fullness == (pytest.approx(28 / (8 * 3.92)), pytest.approx(32.8 / (8 * 3.92)))
    assert second.openness == pytest.approx((16 + 12) / (28 + 12))


def test_a_round_that_squares_a_circle_off_accepts_both_constants() -> None:
    text = "Shape: circle to square\nRnd 1: 12 dc in ring\nRnd 2: 2 dc in each st around\n"
    text += "Rnd 3: [sc in next 5 sts, (dc, ch 2, dc) in next st] 4 times"
    e = work_draft(text).rounds[2].entry
    assert e.constant == (pytest.approx(2 * pi), pytest.approx(8))
    assert e.height == pytest.approx(0.95)  # at mid side
    assert e.fullness == (pytest.approx(28 / (8 * e.radius)), pytest.approx((28 + 4.8) / (2 * pi * e.radius)))


def test_a_chain_ring_is_wider_than_a_magic_one() -> None:
    draft = work_draft("Begin: ch 6, join with sl st to form ring\nRnd 1: 12 dc in ring")
    assert start_radius(draft.doc.begin) == pytest.approx(6 * 0.6 / (2 * pi))


@pytest.mark.parametrize("openness", [0.0, 0.5, 1.0])
def test_verdicts_at_the_edges_of_the_bands(openness: float) -> None:
    flat, blocks = bands(openness)
    step = 1e-6
    assert judge(5, flat[0], flat[0], openness) == "flat"
    assert judge(5, flat[0] - step, flat[0] - step, openness) == "blocks out"
    assert judge(5, flat[1] + step, flat[1] + step, openness) == "blocks out"
    assert judge(5, blocks[0] - step, blocks[0] - step, openness) == "cups"
    assert judge(5, blocks[1] + step, blocks[1] + step, openness) == "ruffles"
    assert judge(5, 0.1, 9.0, openness) == "flat"  # slack chains reach over the whole band
    assert judge(1, 0.1, 0.1, openness) == "unknown"


def test_open_fabric_forgives_more_than_solid() -> None:
    (solid_flat, solid_blocks), (open_flat, open_blocks) = bands(0.0), bands(1.0)
    assert open_flat[0] < solid_flat[0] < 1 < solid_flat[1] < open_flat[1]
    assert open_blocks[0] < solid_blocks[0] < 1 < solid_blocks[1] < open_blocks[1]


def test_sizes_of_polygons_by_their_geometry() -> None:
    g = Gauge(width_mm=10)
    square, hexagon, pentagon, circle = (size_of(entry(5), Shape("", n), g) for n in (4, 6, 5, 0))
    assert square
    assert hexagon
    assert pentagon
    assert circle
    assert (square.side_to_side, square.corner_to_corner) == (100, pytest.approx(100 * sqrt(2)))
    assert (hexagon.side_to_side, hexagon.corner_to_corner) == (100, pytest.approx(200 / sqrt(3)))
    assert pentagon.side_to_side == pytest.approx(50 + 50 / cos(pi / 5))
    side = 2 * 50 * (1 / cos(pi / 5) ** 2 - 1) ** 0.5
    assert pentagon.corner_to_corner == pytest.approx(
        side * (1 + sqrt(5)) / 2
    )  # a diagonal is the golden ratio of a side
    assert circle.side_to_side == circle.corner_to_corner == 100
    assert size_of(entry(0), Shape("", 4), g) is None


def verdicts(text: str) -> list[str]:
    return [r.entry.verdict for r in work_draft(text).rounds]


def test_petals_stand_out_as_scallops() -> None:
    """Half a circle over its foot is pi / 2 as long as its chord (geometry): petals low at both ends lie flat with that
    much more edge; level groups of as many stitches do not."""
    start = "Terms: US\nShape: circle\nRnd 1: 6 sc in ring\nRnd 2: 2 sc in each st around\n"
    loops = start + "Rnd 3: [ch 3, sk next st, sl st in next st] 6 times\n"
    petals = verdicts(loops + "Rnd 4: (sc, hdc, 3 dc, hdc, sc) in each ch-3 sp around\n")
    level = verdicts(loops + "Rnd 4: 7 sc in each ch-3 sp around\n")
    assert petals[-1] == "flat"
    assert level[-1] == "ruffles"


def test_one_plain_round_evens_an_edge_and_a_second_cups() -> None:
    """Common practice, no source: a motif ends with a plain round of single crochet."""
    start = "Terms: US\nShape: circle\nRnd 1: 12 dc in ring\nRnd 2: 2 dc in each st around\n"
    assert verdicts(start + "Rnd 3: sc in each st around\n")[-1] == "blocks out"
    assert verdicts(start + "Rnds 3-5: sc in each st around\n")[-1] == "cups"
    assert verdicts(start + "Rnd 3: dc in each st around\n")[-1] == "cups"


def test_a_granny_triangle_lies_flat_and_a_solid_one_with_as_many_does_not() -> None:
    """Common practice, no source."""
    granny = "Terms: US\nShape: triangle\nRnd 1: [3 dc in ring, ch 3] 3 times\n"
    granny += "Rnd 2: [(3 dc, ch 3, 3 dc) in corner, ch 1] around\n"
    granny += "Rnd 3: [(3 dc, ch 3, 3 dc) in corner, ch 1, 3 dc in next ch-1 sp, ch 1] around\n"
    solid = "Terms: US\nShape: triangle\nRnd 1: [3 dc in ring, ch 3] 3 times\n"
    solid += "Rnds 2-4: [(dc, ch 3, dc) in corner, dc in each st to corner] around\n"
    assert verdicts(granny)[1:] == ["flat", "flat"]
    assert verdicts(solid)[-1] == "cups"


def test_a_round_into_an_earlier_one_stands_as_far_out_as_that() -> None:
    """18 dc worked into the 6 sc of round 1: a circle of (0.1 + 0.95 + 1.91) x 2 pi = 18.6 widths, whatever round 2
    has; by hand, from the heights of docs/flatness.md."""
    draft = work_draft(
        "Terms: US\nRnd 1: 6 sc in magic ring\nRnd 2: in FLO, 2 sc in each st\n"
        "Rnd 3: working in unused back loops of rnd 1, 3 dc in each st"
    )
    entry = draft.rounds[2].entry
    assert entry.radius == pytest.approx(0.1 + 0.95 + 1.91)
    assert entry.fullness[0] == pytest.approx(18 / (2 * pi * (0.1 + 0.95 + 1.91)), rel=0.01)
    assert entry.verdict == "flat"


def test_petals_of_three_stand_out_between_slip_stitches_only() -> None:
    petals = "Terms: US\nRnd 1: 12 sc in magic ring\nRnd 2: [ch 3, 3 dc in next st, ch 3, {} in next st] 6 times"
    held, free = (work_draft(petals.format(low)).rounds[1].entry for low in ("sl st", "sc"))
    assert held.fullness[0] < free.fullness[0]
    assert (held.verdict, free.verdict) == ("flat", "ruffles")


def test_how_a_broken_round_lies_says_nothing_of_those_before_it() -> None:
    circle = "Terms: US\nRnd 1: 10 dc in magic ring\nRnd 2: [dc in next st, 2 dc in next st] 5 times\nRnd 3: {}\n"
    whole = analyse(circle.format("[2 dc in next st, 3 dc in next st, 2 dc in next st] 5 times"))
    broken = analyse(circle.format("[2 dc in next st, 3 dc in next st, 2 dc in next st] 6 times"))
    assert [(f.code, f.severity) for f in whole.findings if f.round == 2] == [("MR501", "hint")]
    assert [(f.code, f.severity) for f in broken.findings if f.round == 2] == [("MR501", "hint")]
    assert "brings it back" in whole.findings[0].message
    assert "brings it back" not in broken.findings[0].message


def test_a_round_that_could_not_be_read_is_not_judged() -> None:
    draft = work_draft("Terms: US\nRnd 1: 12 dc in ring\nRnd 2: [limpet st in next st] 12 times")
    assert [r.entry.verdict for r in draft.rounds] == ["unknown", "unknown"]


CAP = "Terms: US\nRnd 1: 6 sc in magic ring\nRnd 2: 2 sc in each st\nRnd 3: [sc in next st, 2 sc in next st] 6 times\n"
EVEN = "sc in each st around"


@pytest.mark.parametrize(
    ("rounds", "severity"),
    [
        ((EVEN, EVEN), "hint"),  # a wall
        ((EVEN, EVEN, "[sc in next st, sc2tog] 6 times"), "hint"),  # it closes again
        ((EVEN, EVEN, "[sc in next 2 sts, 2 sc in next st] 6 times"), "warn"),  # it goes on as a disc does
    ],
)
def test_what_is_plainly_hollow_is_no_fault(rounds: tuple[str, ...], severity: str) -> None:
    """A basket's wall or a ball cups because it is meant to (common practice, no source): said, and not warned of."""
    text = CAP + "".join(f"Rnd {k}: {words}\n" for k, words in enumerate(rounds, 4))
    assert [(f.code, f.severity) for f in analyse(text).findings if f.family == 5] == [("MR501", severity)]


def test_even_rounds_excuse_no_ruffles() -> None:
    """18 dc, doubled twice, wave; two even rounds behind them make them no basket."""
    disc = "Terms: US\nRnd 1: 18 dc in magic ring\nRnd 2: 2 dc in each st\nRnd 3: 2 dc in each st\n"
    for text in (disc, disc + "Rnd 4: dc in each st around\nRnd 5: dc in each st around\n"):
        assert [(f.code, f.round, f.severity) for f in analyse(text).findings] == [("MR502", 2, "warn")]
