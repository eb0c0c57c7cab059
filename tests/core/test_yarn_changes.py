"""Yarns from round to round: fastened off and joined anew, drawn through at the join, or carried; and the words of the
written rounds by rule."""

from __future__ import annotations

import re

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from core.motifs import motifs
from kernel import examples
from mossring.draft import work_draft
from mossring.stitches.terms import TERMS, Dialect
from mossring.styles import SCHOOLS, Style, read_style
from mossring.working import same_fabric
from mossring.writing import Sheet, as_text, write_sheet
from mossring.writing.yarns import CARRIED, changes, ends_to_weave


@st.composite
def striped(draw: st.DrawFn) -> str:
    """A generated motif whose rounds are worked in up to three yarns."""
    text: str = draw(motifs)
    return re.sub(
        r"^(Rnd \d+):",
        lambda m: f"{m[1]} with {draw(st.sampled_from('ABC'))}:" if m[1] != "Rnd 1" else m[0],
        text,
        flags=re.M,
    )


def yarns(text: str) -> list[set[str]]:
    return [{m.yarn for m in r.worked.made} for r in work_draft(text).rounds]


@given(striped(), st.sampled_from(["us", "uk"]), st.sampled_from(SCHOOLS["colour"]), st.sampled_from(SCHOOLS["labels"]))
@settings(max_examples=examples(300), deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_it_reads_back_to_the_same_fabric_in_the_same_yarns(
    text: str, terms: Dialect, colour: str, labels: str
) -> None:
    draft = work_draft(text)
    style = read_style(f"colour {colour}; labels {labels}")
    assert not style.cannot
    written = as_text(write_sheet(draft, terms, style))
    assert same_fabric(draft.fabric, work_draft(written).fabric), written
    assert yarns(written) == yarns(text), written
    assert as_text(write_sheet(work_draft(written), terms, style)) == written  # its own school stays its own


_MAKES = re.compile(r"\b(?:sl st|ss|sc|hdc|dc|htr|hdtr|tr|dtr|trtr|ch)\b")


@given(striped(), st.sampled_from(SCHOOLS["colour"]))
@settings(max_examples=examples(150), deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_rules_of_the_words(text: str, colour: str) -> None:
    """No slip stitch in a yarn that isn't in the work; no two neighbouring repeats alike; at the end all is fastened
    off."""
    sheet = write_sheet(work_draft(text), "us", read_style(f"colour {colour}"))
    in_work = {"A"}
    for r in sheet.rounds:
        joined = re.match(r"(?:join|with) ([A-Z])\b", r.text)
        named = re.search(r" with ([A-Z])$", r.label)
        if joined:
            assert joined[1] not in in_work
            in_work.add(joined[1])
        elif named:
            assert named[1] in in_work
        assert not re.search(r"(\[[^][]*\]) (?:twice|\d+ times), \1", r.text)
        through = re.search(r"changing to ([A-Z])", r.text)
        in_work |= {through[1]} if through else set()
        off = re.search(r"Fasten off ([A-Z])", r.then)
        in_work -= {off[1]} if off else set()
    assert not sheet.rounds or sheet.rounds[-1].then == "Fasten off"


@given(striped(), st.sampled_from(["us", "uk"]))
@settings(max_examples=examples(100), deadline=None, suppress_health_check=[HealthCheck.too_slow])
def test_every_stitch_that_is_written_is_in_the_abbreviations_and_no_other(text: str, terms: Dialect) -> None:
    sheet = write_sheet(work_draft(text), terms)
    plain = {t.abbr for t in TERMS[terms].values()}
    told = {abbr for abbr, _ in sheet.abbreviations} & plain
    words = " ".join([sheet.begin, *sheet.starts, *(f"{r.words} {r.counts}" for r in sheet.rounds), *_made(sheet)])
    used = {abbr for abbr in plain if re.search(rf"(?<![A-Za-z]){re.escape(abbr)}(?![A-Za-z])", words)}
    told -= {a for a in told - used if re.search(rf"{re.escape(a)}\d?tog|(?:[FB]P|\d-){re.escape(a)}", words)}
    assert told == used, as_text(sheet)


def _made(sheet: Sheet) -> list[str]:
    return [how for _, how in [*sheet.special, *sheet.names]]


STRIPES = "Terms: US\nShape: circle\nRnd 1 with A: 8 hdc in ring\nRnd 2 with B: 2 hdc in each st around\n" + "\n".join(
    f"Rnd {k} with {yarn}: [hdc in next {k - 2} sts, 2 hdc in next st] around" for k, yarn in enumerate("ABCCCA", 3)
)


def test_each_school_of_colour_says_what_becomes_of_a_yarn() -> None:
    def told(style: str) -> list[str]:
        return [r.then for r in write_sheet(work_draft(STRIPES), "us", read_style(style)).rounds]

    cut = ["Fasten off A", "Fasten off B", "Fasten off A", "Fasten off B", "", "", "Fasten off C", "Fasten off"]
    assert told("") == told("colour at the join") == cut
    assert told("colour carried") == ["Do not cut A", "Do not cut B", *cut[2:]]  # four rounds on it is cut


@pytest.mark.parametrize(("style", "ends"), [("", 12), ("colour at the join", 12), ("colour carried", 8)])
def test_ends_are_two_a_piece(style: str, ends: int) -> None:
    """A piece of yarn has two ends (fact); over more than so many rounds nobody carries one (common practice, no
    source)."""
    rounds = [r.worked for r in work_draft(STRIPES).rounds]
    assert ends_to_weave(changes(rounds, read_style(style))) == ends
    assert CARRIED == 2


GRANNY = """Terms: US
Shape: square
Rnd 1: [3 dc in ring, ch 2] 4 times
Rnd 2 with B: [(3 dc, ch 2, 3 dc) in corner, ch 1] around
Rnd 3 with C: [3 sc in corner, sc in each st and in each ch-1 sp to corner] around
Rnd 4 with A: [3 sc in corner, sc in each st to corner] around
Rnd 5 with B: [3 hdc in corner, hdc in each st to corner] around
"""


def test_a_new_yarn_is_joined_where_one_place_is_like_another_or_where_it_is_told() -> None:
    starts = [r.text.split(", ")[0] for r in write_sheet(work_draft(GRANNY), "us").rounds[1:]]
    assert starts[:2] == [f"join {yarn} with sl st in any ch-2 sp" for yarn in "BC"]
    assert re.fullmatch(r"join A with sl st in (any corner st|\d\w\w st after join)", starts[2])


LOPSIDED = """Terms: US
Shape: circle
Rnd 1: 12 dc in ring
Rnd 2: dc in next 4 sts, 3 dc in next st, dc in next 7 sts
Rnd 3 with B: sc in next 2 sts, 2 sc in next st, sc in next 11 sts
"""


def test_where_no_place_is_like_another_it_is_counted_from_the_join() -> None:
    draft = work_draft(LOPSIDED)
    sheet = write_sheet(draft, "us")
    assert sheet.rounds[2].text.startswith("join B with sl st in same st as join, ch 1, ")
    assert same_fabric(draft.fabric, work_draft(as_text(sheet)).fabric)


WRITTEN = """Terms: US
Shape: circle
Rnd 1: ch 2 (does not count), 12 dc in magic ring, join with sl st in first dc.
Rnd 2: ch 2 (counts as dc), dc in same st, 2 dc in each st around, join with sl st in top of ch-2.
Rnd 3: With B, standing dc in any st, 2 dc in next st, [dc in next st, 2 dc in next st] 11 times, sl st in first dc.
Rnd 4: ch 3 (counts as dc), dc in each st around, do not join.
Rnd 5: sc in each st around, join with sl st in first sc.
"""


def test_what_a_round_said_of_its_start_and_join_is_written() -> None:
    texts = [r.text for r in write_sheet(work_draft(WRITTEN), "us", Style()).rounds]
    assert texts[0].startswith("ch 2 (does not count), 12 dc in ring, join with sl st in first dc")
    assert texts[1].startswith("ch 2 (counts as dc), dc in same st")
    assert texts[2].startswith("with B, standing dc in ")
    assert texts[3].endswith("do not join")
    assert texts[4] == "sc in each st around, join with sl st in first sc"


def test_a_style_that_is_asked_for_speaks_for_all_rounds_the_motifs_own_for_those_that_say_nothing() -> None:
    both = WRITTEN.replace("Shape:", "Style: start ch-3 counts\nShape:") + "Rnd 6: dc in each st around"
    own = [r.text for r in write_sheet(work_draft(both), "us").rounds]
    assert own[0].startswith("ch 2 (does not count)")
    assert own[5].startswith("ch 3")
    asked = [r.text for r in write_sheet(work_draft(both), "us", read_style("start chainless")).rounds]
    assert all(asked[k].startswith("(sc, ch 1) (counts as dc)") for k in (0, 1, 3, 5))


SPIRAL = """Terms: US
Rnd 1: 6 sc in magic ring, do not join, place marker.
Rnd 2: 2 sc in each st around.
Rnd 3: [sc in next st, 2 sc in next st] around.
Rnd 4: sc in each st around, join with sl st in first sc.
"""


def test_a_spiral_is_one_until_it_is_joined() -> None:
    texts = [r.text for r in write_sheet(work_draft(SPIRAL), "us").rounds]
    assert texts == [
        "6 sc in ring, do not join",
        "2 sc in each st around",
        "[sc in next st, 2 sc in next st] 6 times",
        "sc in each st around, join with sl st in first sc",
    ]


@pytest.mark.parametrize(
    "round_two",
    [
        "ch 3 (counts as dc), dc in same st, change to B, 2 dc in each of 5 sts, change to A, 2 dc in each of 6 sts",
        "ch 3 (counts as dc), change to B, dc in same st, [change to A, dc in next, change to B, dc in same] 11 times",
        "[dc in next 2 sts, change to B, (dc, ch 1, dc) in next st, change to A] 4 times",
    ],
)
@pytest.mark.parametrize("terms", ["us", "uk"])
def test_a_change_amid_a_round_is_written_where_it_is(round_two: str, terms: Dialect) -> None:
    text = f"Terms: US\nRnd 1: 12 dc in ring\nRnd 2: {round_two}, join with sl st in first st\n"
    draft = work_draft(text)
    again = work_draft(as_text(write_sheet(draft, terms)))
    assert same_fabric(draft.fabric, again.fabric)
    for r, other in zip(draft.rounds, again.rounds, strict=True):
        assert [m.yarn for m in r.worked.made] == [m.yarn for m in other.worked.made]
