"""Rounds that take in: decreases told one by one, by their number, and spread over a round."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from kernel import examples
from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.working import WorkedRound, same_fabric
from mossring.writing import as_text, write_sheet


def _last(text: str) -> WorkedRound:
    worked = work_draft(text).rounds[-1].worked
    assert worked.troubles == []
    assert worked.unworked == 0
    return worked


def _round_of(n: int, stitch: str = "sc") -> str:
    return f"Terms: US\nRnd 1: {n} {stitch} in ring\n"


@given(st.integers(8, 60), st.integers(1, 30))
@settings(max_examples=examples(60), deadline=None)
def test_decreases_are_spread_as_evenly_as_they_can_be(below: int, fewer: int) -> None:
    """Every stitch below is a foot once; the plain runs between decreases differ by one stitch at most: so Bresenham's
    line puts its steps (Bresenham 1965, IBM Systems Journal 4; from memory)."""
    fewer = min(fewer, below // 2)
    worked = _last(f"{_round_of(below)}Rnd 2: decrease {fewer} sts evenly ({below - fewer})\n")
    assert worked.counts().get("sc2tog", 0) == fewer
    assert worked.stitches == below - fewer
    feet = [foot for m in worked.made for foot in m.feet]
    assert sorted(feet) == sorted(m.number for m in worked.below)
    taken = [k for k, m in enumerate(worked.made) if m.kind == "sc2tog"]
    runs = [b - a - 1 for a, b in zip(taken, [*taken[1:], taken[0] + len(worked.made)], strict=True)]
    assert max(runs) - min(runs) <= 1


@pytest.mark.parametrize(("stitch", "made"), [("sc", "sc2tog"), ("hdc", "hdc2tog"), ("dc", "dc2tog"), ("tr", "tr2tog")])
def test_two_together_are_of_the_stitch_below(stitch: str, made: str) -> None:
    worked = _last(f"{_round_of(24, stitch)}Rnd 2: decrease 6 sts evenly (18)\n")
    assert worked.counts() == {stitch: 12, made: 6}


@pytest.mark.parametrize(
    ("words", "left"),
    [
        ("decrease 6 sts evenly", 18),
        ("dec 6 evenly around", 18),
        ("decreasing 6 sts evenly spaced", 18),
        ("dec by 8 sts evenly", 16),
        ("[2 sc, sc2tog] 6 times", 18),
        ("[sc in next 2 sts, dec] 6 times", 18),
        ("[dec, sc in next st] around", 16),
        ("sc2tog around", 12),
        ("*sc2tog; rep from * to end", 12),
        ("[sc3tog] 8 times", 8),
        ("[sc in next st, sc3tog] 6 times", 12),
    ],
)
def test_ways_to_take_in(words: str, left: int) -> None:
    text = f"{_round_of(24)}Rnd 2: {words} ({left})\n"
    assert _last(text).stitches == left
    assert [f.code for f in analyse(text).findings if f.severity != "hint"] == []
    draft = work_draft(text)
    for terms in ("us", "uk"):
        assert same_fabric(work_draft(as_text(write_sheet(draft, terms))).fabric, draft.fabric)


def test_a_ball_of_twelve_a_round_ends_as_it_began() -> None:
    """Six more a round and six fewer a round: the halves of a ball mirror each other (common practice, no source)."""
    more = [f"Rnd {k}: increase 6 sc evenly ({6 * k})" for k in range(2, 6)]
    fewer = [f"Rnd {k}: decrease 6 sc evenly ({6 * (11 - k)})" for k in range(7, 11)]
    rounds = ["Terms: US", "Rnd 1: 6 sc in ring (6)", *more, "Rnd 6: sc around (30)", *fewer]
    counts = [r.worked.stitches for r in work_draft("\n".join(rounds)).rounds]
    assert counts == [6, 12, 18, 24, 30, 30, 24, 18, 12, 6]
    assert [f.code for f in analyse("\n".join(rounds)).findings if f.family < 5] == []


@pytest.mark.parametrize(("words", "most"), [("decrease 13 sts evenly", 12), ("decrease 30 sts evenly", 12)])
def test_more_decreases_than_pairs_are_told_by_the_count(words: str, most: int) -> None:
    """Twenty-four stitches have twelve pairs: more than those can't be taken in by two together."""
    text = f"{_round_of(24)}Rnd 2: {words} ({24 - most - 1})\n"
    assert [f.code for f in analyse(text).findings if f.severity == "stop"] == ["MR301"]


@pytest.mark.parametrize("said", ["decrease 0 sts evenly", "decrease no sts evenly"])
def test_no_decreases_are_no_instruction(said: str) -> None:
    found = analyse(f"{_round_of(12)}Rnd 2: {said}\n").findings
    assert [f.round for f in found if f.severity == "stop"][:1] == [2]
