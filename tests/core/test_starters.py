"""First rounds, next rounds, squaring off, oblongs: what is offered works, lies flat and reads as it says."""

from __future__ import annotations

from math import cos, hypot, pi

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.laid import guess
from mossring.shape import Gauge
from mossring.starters import BEGINS, SHAPES, STITCHES, first_text, next_rounds, oblong, rounds_for, square_off
from mossring.stitches import Dialect

SQUARE = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
CIRCLE = "Terms: {0}\nShape: circle\nRnd 1: 12 {1} in ring\nRnd 2: 2 {1} in each st around\n"


@pytest.mark.parametrize("begin", BEGINS)
@pytest.mark.parametrize("stitch", STITCHES)
@pytest.mark.parametrize("shape", SHAPES)
def test_first_rounds_work(shape: str, stitch: str, begin: str) -> None:
    for terms in ("us", "uk"):
        found = analyse(first_text(shape, terms, "A beginning", stitch, begin))
        assert [f.message for f in found.findings if f.severity != "hint"] == []
        assert found.draft.shape.name == shape
        assert found.draft.rounds[0].worked.counts().keys() == {stitch}


@pytest.mark.parametrize(
    "text",
    [
        SQUARE,
        SQUARE + "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around\n",
        SQUARE + "Rnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] around\n",
        CIRCLE.format("US", "dc"),
        CIRCLE.format("UK", "tr"),
        CIRCLE.format("US", "dc") + "Rnd 3: [sc in next st, ch 2, sk next st] 12 times\n",
    ],
)
def test_what_is_offered_works_and_lies_as_it_says(text: str) -> None:
    offers = next_rounds(work_draft(text))
    assert offers
    for offer in offers:
        found = analyse(text + offer.line)
        last = found.draft.rounds[-1]
        assert [f.message for f in found.findings if f.round == last.number and f.family < 5] == [], offer
        assert (last.entry.verdict, last.worked.stitches) == (offer.verdict, offer.stitches)
        assert offer.verdict in ("flat", "blocks out", "unknown")


def test_kinds_of_next_rounds() -> None:
    names = {o.name for o in next_rounds(work_draft(SQUARE))}
    assert {
        "Work even in dc",
        "Granny groups, ch 1 between",
        "Net of chain loops",
        "Border that evens the edge",
    } <= names
    circle = next_rounds(work_draft(CIRCLE.format("US", "dc")))
    assert "[dc in next st, 2 dc in next st] 12 times" in " ".join(o.line for o in circle)  # common practice: +12
    assert any(o.name == "Square off to a square" for o in circle)


def test_nothing_follows_what_makes_no_stitch() -> None:
    assert next_rounds(work_draft("")) == []
    assert next_rounds(work_draft("Rnd 1: frob")) == []


@pytest.mark.parametrize(
    ("count", "rounds", "stitches"),
    [
        # common practice, no source: the arrangements on circles of dc
        (36, 3, ("hdc", "hdc", "sc", "sc", "sc", "sc", "hdc", "hdc")),
        (24, 2, ("hdc", "sc", "sc", "sc", "hdc")),
    ],
)
def test_squaring_off_by_common_practice(count: int, rounds: int, stitches: tuple[str, ...]) -> None:
    gauge = Gauge()
    squared = square_off(count, 4, 0.1 + rounds * gauge.height("dc"), gauge)
    assert squared
    assert (squared.stitches, squared.corner) == (stitches, "dc")


def test_squaring_off_on_48() -> None:
    """48: eleven a side and the corner, rising towards it, alike both ways (common practice, no source)."""
    gauge = Gauge()
    squared = square_off(48, 4, 0.1 + 4 * gauge.height("dc"), gauge)
    assert squared
    kinds = squared.stitches
    assert len(kinds) == 11
    assert kinds == kinds[::-1]
    heights = [gauge.height(k) for k in kinds[5:]]
    assert heights == sorted(heights)
    carried = next_rounds(work_draft(CIRCLE.format("US", "dc") + "Rnd 3: 2 dc in each st around"))
    assert any("scaffold" in o.name and "ch 6" in o.line for o in carried)  # every third stitch carries a loop


def test_squaring_off_needs_whole_sides() -> None:
    assert square_off(35, 4, 6, Gauge()) is None
    assert square_off(12, 4, 2, Gauge()) is None


@pytest.mark.parametrize("sides", [4, 5, 6, 8])
def test_a_squared_side_is_lowest_in_the_middle(sides: int) -> None:
    """A straight side at distance a is a / cos(angle) away (geometry), so it rises to the corner."""
    gauge = Gauge()
    squared = square_off(sides * 9, sides, sides * 9 / (2 * pi), gauge)
    assert squared
    heights = [gauge.height(k) for k in squared.stitches]
    assert heights == heights[::-1]
    assert heights[len(heights) // 2] == min(heights)
    assert squared.error < (1 / cos(pi / sides)) * 0.2


def test_an_oblong_keeps_length_minus_width() -> None:
    """Geometry: each round adds as much to the length as to the width."""
    gauge = Gauge(width_mm=7)
    small, large = oblong(200, 140, gauge), oblong(260, 200, gauge)
    assert small.chains == large.chains
    assert small.length_mm - small.width_mm == pytest.approx(large.length_mm - large.width_mm)
    assert small.length_mm - small.width_mm == pytest.approx(60, abs=gauge.width_mm)
    assert large.rounds > small.rounds == rounds_for(140, gauge)
    with pytest.raises(ValueError, match="longer"):
        oblong(100, 100, gauge)


@pytest.mark.parametrize("terms", ["us", "uk"])
def test_offers_are_in_the_motif_s_own_terms(terms: Dialect) -> None:
    dc = "dc" if terms == "us" else "tr"
    lines = " ".join(o.line for o in next_rounds(work_draft(CIRCLE.format(terms.upper(), dc))))
    assert ("sk next" in lines) == (terms == "us")
    assert ("miss next" in lines) == (terms == "uk")


def test_rows_go_on_in_rows() -> None:
    rows = "Terms: US\nShape: square\nWorked: rows\nBegin: 10 fsc\nRow 1: sc in each st across, turn\n"
    lines = [o.line for o in next_rounds(work_draft(rows))]
    assert "Row 2: dc in each st across, turn" in lines
    half = first_text("half square", "us", "A pennant")
    for _ in range(3):
        (offer,) = next_rounds(work_draft(half))
        half += offer.line + "\n"
    grown = work_draft(half).rounds
    assert [r.worked.per_side() for r in grown] == [[4, 4], [7, 7], [10, 10], [13, 13]]


@pytest.mark.parametrize("stitch", ["sc", "hdc", "dc", "tr"])
@pytest.mark.parametrize("chains", [12, 25])
def test_an_oval_grows_at_its_ends_and_lies_flat(stitch: str, chains: int) -> None:
    text = first_text("oval", "us", "Landing Mat", stitch, chains=chains)
    straight = 2 * (chains - 2)
    for number in range(2, 5):
        offers = {o.name: o for o in next_rounds(work_draft(text))}
        text += offers[f"Grow at the ends in {stitch}"].line + "\n"
        found = analyse(text)
        assert (found.verdict, found.findings, found.draft.shape.name) == ("flat", [], "oval")
        ends = found.draft.rounds[0].worked.stitches - straight
        assert found.draft.rounds[-1].worked.stitches == straight + number * ends
    assert found.size is not None
    across = found.size.length - found.size.side_to_side  # a foundation keeps length minus width (geometry)
    assert across == pytest.approx((chains - 1) * found.draft.gauge.width_mm)


@pytest.mark.parametrize("stitch", ["sc", "dc"])
def test_a_half_hexagon_has_two_corners_and_grows_at_both_and_at_its_ends(stitch: str) -> None:
    text = first_text("half hexagon", "us", "Hull Filler", stitch)
    for number in range(2, 6):
        offer = next(o for o in next_rounds(work_draft(text)) if o.name == f"Work even in {stitch}")
        text += offer.line + "\n"
        found = analyse(text)
        done = found.draft.rounds[-1].worked
        many = {"sc": 1, "dc": 2}[stitch] + 2 * (number - 1)
        assert (found.findings, done.per_side()) == ([], [many + 1, many, many + 1])
    shaped = analyse(text.replace("Shape: half hexagon\n", ""))
    assert shaped.draft.shape.name == "half hexagon"


def test_a_half_hexagon_is_drawn_along_three_sides_of_one() -> None:
    text = first_text("half hexagon", "us", "Hull Filler", "dc")
    draft = work_draft(text)
    tops = {n: p for laid in guess(draft) for n, p in laid.tops.items()}
    made = draft.rounds[-1].worked.made
    a, b = (tops[made[c].number] for c in draft.rounds[-1].worked.corners)
    assert hypot(*a) == pytest.approx(hypot(*b))
    assert a[1] == pytest.approx(b[1])
    assert a[0] - b[0] == pytest.approx(hypot(*a))  # a regular hexagon's side is as long as its corners are far out
