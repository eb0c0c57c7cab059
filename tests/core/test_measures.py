"""Gauge in the ways people measure, learning from finished rounds, sizes, targets, yarn: against worked examples."""

from __future__ import annotations

import random

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.publishing import as_html, as_markdown, publish
from mossring.relaxed import relax
from mossring.shape import heat_caution, plan, read_yarn, size_of, sizes, used
from mossring.shape.gauge import DEFAULT_WIDTH_MM
from mossring.shape.learned import Sample, fit, predicted
from mossring.shape.target import stretch_caution
from mossring.stitches.terms import Dialect
from mossring.writing import as_text, write_sheet


def square(rounds: int, header: str = "") -> str:
    lines = [f"{header}\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times"]
    group = "(2 dc, ch 2, 2 dc)"
    lines += [f"Rnd {r}: [{group} in corner, dc in each st to corner] around" for r in range(2, rounds + 1)]
    return "\n".join(lines)


def granny(rounds: int, header: str = "") -> str:
    lines = [f"{header}\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times"]
    for r in range(2, rounds + 1):
        groups = f", [3 dc in next sp between groups] {r - 2} times" if r > 2 else ""
        lines.append(f"Rnd {r}: [(3 dc, ch 2, 3 dc) in corner{groups}] around")
    return "\n".join(lines)


def across(text: str) -> float:
    draft = work_draft(text)
    size = size_of(draft.rounds[-1].entry, draft.shape, draft.gauge)
    assert size is not None
    return size.side_to_side


CIRCLE_TO_SQUARE = """
Shape: circle to square
Rnd 1: 12 dc in ring
Rnd 2: 2 dc in each st around
Rnd 3: [2 dc in next st, dc in next st] 12 times
Rnd 4: [(dc, tr, ch 1, tr, dc) in next st, dc in next st, hdc in next st, sc in next 4 sts, hdc in next st,
 dc in next st] 4 times
Rnd 5: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around"""


# ---- gauge ---------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("line", "width", "dc"),
    [
        # worked by hand: width = length / stitches, height = length / rows
        ("14 dc x 7 rounds = 10 cm", 100 / 14, 100 / 7),
        ("14 dc and 7 rows = 4 in", 101.6 / 14, 101.6 / 7),
        ("16 dc = 10 cm; 8 rows of dc = 10 cm", 6.25, 12.5),
        ("16 dc = 10 cm", 6.25, 6.25 * 1.91),
        ("16 sc x 18 rows = 10 cm", 6.25, 100 / 18 / 0.95 * 1.91),
        ("1 round of dc = 14 mm", 14 / 1.91, 14.0),
    ],
)
def test_a_gauge_is_what_was_measured(line: str, width: float, dc: float) -> None:
    gauge = work_draft(f"Terms: US\nGauge: {line}\nRnd 1: 12 dc in ring").gauge
    assert gauge.measured
    assert gauge.width_mm == pytest.approx(width)
    assert gauge.height("dc") * gauge.width_mm == pytest.approx(dc)


def test_a_circle_tells_the_scale() -> None:
    """Six rounds of dc across: twice six heights and the hole in the middle."""
    header = "Terms: US\nGauge: circle of 6 rounds of dc = 16.5 cm"
    text = header + "\nShape: circle\nRnd 1: 12 dc in ring\nRnds 2-6: dc in each st around"
    assert across(text) == pytest.approx(165, rel=0.01)


def test_only_what_was_measured_is_called_known() -> None:
    gauge = work_draft("Terms: US\nGauge: 16 dc = 10 cm; 20 rows of sc = 10 cm\nRnd 1: 12 dc in ring").gauge
    assert gauge.known == {"width", "sc"}
    assert gauge.height("sc") * gauge.width_mm == pytest.approx(5.0)


def test_uk_words_are_uk_stitches() -> None:
    uk = work_draft("Terms: UK\nTension: 16 tr x 8 rounds = 10 cm\nRnd 1: 12 tr in ring").gauge
    us = work_draft("Terms: US\nGauge: 16 dc x 8 rounds = 10 cm\nRnd 1: 12 dc in ring").gauge
    assert uk == us


@pytest.mark.parametrize("line", ["", "tight", "0 dc = 10 cm", "14 dc x 7 rounds = 0 cm", "x = y"])
def test_a_gauge_that_says_nothing_leaves_the_default(line: str) -> None:
    assert not work_draft(f"Gauge: {line}\nRnd 1: 12 dc in ring").gauge.measured


def test_thicker_yarn_and_larger_hooks_make_wider_stitches() -> None:
    def width(header: str) -> float:
        return work_draft(f"{header}\nRnd 1: 12 dc in ring").gauge.width_mm

    weights = ["lace", "fingering", "sport", "DK", "worsted", "chunky", "super bulky", "jumbo"]
    widths = [width(f"Yarn A: {w}") for w in weights]
    assert widths == sorted(widths)
    assert width("Yarn A: medium\nHook: 5 mm") == pytest.approx(DEFAULT_WIDTH_MM)
    assert width("Yarn A: medium\nHook: 4 mm") < width("Yarn A: medium") < width("Yarn A: medium\nHook: 6 mm")


# ---- sizes: common practice, no source (medium yarn, 5 mm hook), within 15 % from defaults alone ----


@pytest.mark.parametrize(
    ("text", "mm"),
    [
        (square(6), 150),
        (granny(32), 790),
        (square(30), 910),
        (CIRCLE_TO_SQUARE, 130),
    ],
)
def test_common_sizes_come_out_from_defaults(text: str, mm: float) -> None:
    assert across(text) == pytest.approx(mm, rel=0.1)


def test_low_stitches_are_narrower() -> None:
    """Common practice, no source: 16 to 17 sc to 10 cm in medium yarn on 5 mm, 13 to 14 dc."""

    def to_ten(kind: str, header: str = "Yarn A: medium\nHook: 5 mm") -> float:
        text = f"Terms: US\n{header}\nShape: rows\nBegin: ch 21\nRow 1: {kind} in each ch across"
        return 100 / work_draft(text).gauge.width_mm

    assert 16 <= to_ten("sc") <= 17
    assert 13 <= to_ten("dc") <= 14.5
    assert to_ten("dc") < to_ten("hdc") < to_ten("sc")
    assert to_ten("sc", "Gauge: 15 sc = 10 cm") == pytest.approx(15)  # what was measured is what it is


@pytest.mark.parametrize(
    ("weight", "hook", "least", "most"),
    [
        # the Craft Yarn Council's Standard Yarn Weight System (from memory): sc in 4 in, at the middle of its hooks
        ("super fine", 2.9, 21, 32),
        ("fine", 4.0, 16, 20),
        ("light", 5.0, 12, 17),
        ("medium", 6.0, 11, 14),
        ("bulky", 7.75, 8, 11),
        ("super bulky", 12.0, 6, 9),
    ],
)
def test_widths_lie_in_the_published_ranges(weight: str, hook: float, least: int, most: int) -> None:
    """Within a tenth, as a range of hooks goes with each range of stitches."""
    text = f"Terms: US\nYarn A: {weight}\nHook: {hook} mm\nShape: rows\nBegin: ch 21\nRow 1: sc in each ch across"
    assert least * 0.9 <= 101.6 / work_draft(text).gauge.width_mm <= most * 1.1


def test_a_larger_hook_makes_a_larger_granny() -> None:
    """Common practice, no source: five rounds in medium yarn on 6 mm measure about 15.5 cm."""
    assert across(granny(5, "Yarn A: medium\nHook: 6 mm")) == pytest.approx(155, rel=0.1)


@pytest.mark.parametrize(("text", "mm", "k"), [(square(6), 150, 3), (granny(32), 790, 8), (square(30), 910, 5)])
def test_one_measured_round_brings_them_within_four_percent(text: str, mm: float, k: int) -> None:
    """A round of the same piece, had it been measured, moves the rest with it."""
    rounds = len(work_draft(text).rounds)
    at_k = mm * k / rounds
    assert across(f"Measured: Rnd {k} = {at_k:.1f} mm across\n{text}") == pytest.approx(mm, rel=0.04)


def test_a_dc_round_adds_12_to_15_mm_to_the_radius() -> None:
    assert 24 <= across(square(7)) - across(square(6)) <= 30


def test_the_settled_size_agrees_with_the_ledger_where_it_lies_flat() -> None:
    for text in (square(7), granny(7)):
        found = relax(work_draft(text))
        assert found is not None
        assert found.lie.outline.across * DEFAULT_WIDTH_MM == pytest.approx(across(text), rel=0.08)


# ---- learning ------------------------------------------------------------------------------


def test_predictions_move_to_what_was_measured() -> None:
    plain = work_draft(square(6))
    sizes_before = [size_of(r.entry, plain.shape, plain.gauge) for r in plain.rounds]
    said = "; ".join(f"Rnd {k} = {sizes_before[k - 1].side_to_side * 1.08:.1f} mm across, flat" for k in (2, 4, 6))  # type: ignore[union-attr]
    draft = work_draft(square(6, f"Measured: {said}"))
    assert draft.fit is not None
    assert draft.fit.width == pytest.approx(1.08, abs=0.01)
    assert draft.fit.told.startswith("Stitches are 8% wider")
    assert not any(c.odd for c in draft.fit.compared)
    assert all(c.after == pytest.approx(c.sample.mm, rel=0.01) for c in draft.fit.compared)
    assert [c.sample.lay for c in draft.fit.compared] == ["flat"] * 3


def test_a_round_missed_is_named() -> None:
    plain = work_draft(square(8))
    at = [size_of(r.entry, plain.shape, plain.gauge).side_to_side for r in plain.rounds]  # type: ignore[union-attr]
    said = "; ".join(f"Rnd {k} = {at[(k if k != 5 else 4) - 1]:.1f} mm across" for k in (2, 3, 5, 7, 8))
    draft = work_draft(square(8, f"Measured: {said}"))
    assert draft.fit is not None
    odd = [c for c in draft.fit.compared if c.odd]
    assert [c.sample.round for c in odd] == [5]
    assert "smaller than the others suggest" in odd[0].odd
    assert "was a round missed?" in odd[0].odd


@pytest.mark.parametrize(("rounds", "right", "out"), [((3, 5, 7), 90, 0.02), ((2, 3, 5, 7, 8), 96, 0.015)])
def test_a_sample_far_out_is_taken_out_and_no_other_is_accused(rounds: tuple[int, ...], right: int, out: float) -> None:
    """A hundred makers whose tape is right within one in a hundred, and one of whose rounds is out by a sixth: it is
    named, no other is, and the size comes out as if it had not been measured."""
    draft = work_draft(square(8))
    entries = [r.entry for r in draft.rounds]
    sizes_before = [predicted(e, draft.shape, draft.gauge, "across") or 0.0 for e in entries]
    lot = random.Random(5)
    named, missed = 0, []
    for _ in range(100):
        wrong, hand = lot.choice(rounds[1:]), lot.uniform(0.9, 1.1)
        samples = [
            Sample(k, sizes_before[k - 1] * hand * lot.gauss(1, 0.01) * (lot.choice((0.84, 1.17)) if k == wrong else 1))
            for k in rounds
        ]
        found = fit(samples, entries, draft.shape, draft.gauge)
        assert found is not None
        named += [c.sample.round for c in found.compared if c.odd] == [wrong]
        missed.append(abs(found.compared[-1].after / (sizes_before[rounds[-1] - 1] * hand) - 1))
    assert named >= right
    assert sorted(missed)[right - 1] <= out


def test_it_is_said_when_no_width_was_ever_measured() -> None:
    across_only = work_draft(square(5, "Measured: Rnd 4 = 12 cm across")).fit
    with_side = work_draft(square(5, "Measured: Rnd 4 = 12 cm across; Rnd 4 = 12 cm side")).fit
    with_gauge = work_draft(square(5, "Gauge: 14 dc = 10 cm\nMeasured: Rnd 4 = 12 cm across")).fit
    said = [f is not None and "never measured" in f.told for f in (across_only, with_side, with_gauge)]
    assert said == [True, False, False]


def test_sides_and_widths_tell_width_from_height() -> None:
    plain = work_draft(square(6))
    entry = plain.rounds[5].entry
    side = entry.edge[1] / 4 * plain.gauge.width_mm
    draft = work_draft(
        square(6, f"Measured: Rnd 6 = {side * 1.1:.1f} mm side; Rnd 6 = {across(square(6)):.1f} mm across")
    )
    assert draft.fit is not None
    assert draft.fit.width == pytest.approx(1.1, abs=0.02)
    assert draft.fit.height == pytest.approx(1.0, abs=0.02)
    assert "lower" in draft.fit.told


def test_measurements_of_rounds_that_are_not_there_are_passed_over() -> None:
    assert work_draft(square(3, "Measured: Rnd 9 = 20 cm across")).fit is None
    assert work_draft(square(3, "Measured: soon")).fit is None


def test_a_measured_motif_changes_no_stitch() -> None:
    plain, learned = work_draft(square(5)), work_draft(square(5, "Measured: Rnd 4 = 8 cm across"))
    assert [r.worked.stitches for r in plain.rounds] == [r.worked.stitches for r in learned.rounds]


# ---- target, blocking, yarn ----------------------------------------------------------------


def test_a_wanted_size_is_a_number_of_rounds() -> None:
    draft = work_draft(square(6))
    entries = [r.entry for r in draft.rounds]
    for wanted, rounds in ((across(square(4)), 4), (across(square(6)), 6), (across(square(9)), 9)):
        found = plan(wanted, entries, draft.shape, draft.gauge, 5.0)
        assert found is not None
        assert found.rounds == rounds
        assert found.mm == pytest.approx(wanted, rel=0.01)
    less = plan(across(square(6)) * 0.9, entries, draft.shape, draft.gauge, 5.0)
    assert less is not None
    assert less.hook == 4.5


def test_a_size_says_how_far_it_may_be_out() -> None:
    before, after = sizes(150, measured=False)
    sure, _ = sizes(150, measured=True)
    assert before.out > sure.out
    assert after.mm > before.mm
    assert after.out > before.out


def test_blocking_past_what_fabric_gives_is_warned_of() -> None:
    solid, open_work = work_draft(square(6)).rounds[-1].entry, work_draft(granny(6)).rounds[-1].entry
    assert not stretch_caution(0.03, solid)
    assert "strained yarn breaks" in stretch_caution(0.10, solid)
    assert not stretch_caution(0.10, open_work)


def test_heat_is_warned_of() -> None:
    assert "melts" in heat_caution(read_yarn("medium, teal acrylic").fibres)
    assert "felts" in heat_caution(read_yarn("dk merino").fibres)
    assert heat_caution(read_yarn("dk").fibres) == ""


@pytest.mark.parametrize(
    ("words", "grams", "metres"),
    [("DK, 50 g = 125 m", 50, 125), ("worsted 100g/170m", 100, 170), ("220 yd per 100 g", 100, 201.2), ("plain", 0, 0)],
)
def test_a_ball_is_read(words: str, grams: float, metres: float) -> None:
    yarn = read_yarn(words)
    assert (yarn.grams, yarn.metres) == (grams, pytest.approx(metres, rel=0.001))


def test_yarn_is_counted_by_colour_and_weighing_calibrates_it() -> None:
    text = "Yarn A: medium, teal, 100 g = 180 m\nYarn B: medium, sand, 50 g = 90 m\n" + square(4).replace(
        "Rnd 3:", "Rnd 3 with B:"
    )
    draft = work_draft(text)
    a, b = used(draft.doc, [r.worked for r in draft.rounds], draft.gauge)
    assert (a.yarn, b.yarn) == ("A", "B")
    assert a.grams == pytest.approx(a.metres / 1.8, rel=0.001)
    assert a.balls == b.balls == 1
    weighed = work_draft("Weighed: 40 g\n" + text)
    again = used(weighed.doc, [r.worked for r in weighed.rounds], weighed.gauge)
    assert sum(u.grams for u in again) == pytest.approx(40)
    assert again[0].out < a.out


def metres(text: str) -> float:
    draft = work_draft(text)
    return sum(u.metres for u in used(draft.doc, [r.worked for r in draft.rounds], draft.gauge))


@pytest.mark.parametrize(("kind", "widths"), [("sc", 8.5), ("hdc", 11.5), ("dc", 15.0), ("tr", 20.0), ("slst", 4.0)])
def test_a_stitch_takes_the_yarn_that_the_trade_counts_with(kind: str, widths: float) -> None:
    """From memory: what each stitch takes, in widths of a stitch, and a chain 3; here of a hundred more, each in
    a chain of its own, without the tails."""
    row = "Terms: US\nShape: rows\nBegin: ch {n}\nRow 1: {kind} in each ch across"
    more, less = (metres(row.format(n=n, kind=kind.replace("slst", "sl st"))) for n in (201, 101))
    width = work_draft(row.format(n=101, kind=kind.replace("slst", "sl st"))).gauge.width_mm
    assert (more - less) * 1000 / 100 / width == pytest.approx(widths + 3, rel=0.07)


@pytest.mark.parametrize(
    ("header", "least", "most"),
    [("Yarn A: medium\nHook: 5 mm", 800, 1440), ("Yarn A: super bulky\nHook: 10 mm", 560, 840)],
)
def test_an_area_of_squares_takes_what_makers_use(header: str, least: float, most: float) -> None:
    """Common practice, no source: medium yarn on 5 mm takes 1,000 to 1,200 m a square metre, super bulky on 10 mm about
    700, each a fifth more or less."""
    text = square(12, header)
    assert least <= metres(text) / (across(text) / 1000) ** 2 <= most


def test_a_large_granny_takes_what_makers_used() -> None:
    """Common practice, no source: 32 rounds in medium yarn took makers 600 to 860 m."""
    assert 600 <= metres(granny(32)) <= 860


@pytest.mark.parametrize("terms", ["us", "uk"])
def test_a_gauge_and_what_was_measured_come_back_from_writing(terms: Dialect) -> None:
    """A US gauge of dc is a UK gauge of tr; measured rounds stand in the text, but not in what makers are given."""
    header = "Terms: US\nGauge: 14 dc x 7 rounds = 10 cm; 18 rows of sc = 10 cm\nMeasured: Rnd 3 = 8 cm across, flat"
    draft = work_draft(square(4, header))
    sheet = write_sheet(draft, terms)
    again = work_draft(as_text(sheet))
    assert again.gauge == draft.gauge
    assert "Measured: Rnd 3 = 8 cm across, flat" in as_text(sheet)
    document = publish(analyse(square(4, header)), terms)
    assert "Measured" not in as_markdown(document) + as_html(document)
