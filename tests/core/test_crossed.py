"""Crossed stitches: what is skipped is worked after all, behind or in front (common practice, no source)."""

from __future__ import annotations

from itertools import pairwise

import pytest

from mossring.analysis import analyse
from mossring.chart import draw
from mossring.draft import Draft, work_draft
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

TERMS = {"us": ("US", "dc", "sk"), "uk": ("UK", "tr", "miss")}


def draft(skipped: int, over: int, pairs: int, dialect: str, rows: bool = False) -> Draft:
    """`over` stitches are worked behind `skipped` ones, which follow; so often as there are pairs."""
    terms, dc, sk = TERMS[dialect]
    n = (skipped + over) * pairs
    body = f"{sk} {skipped} sts, {dc} in next {over} sts, {dc} in each of {skipped} skipped sts"
    if skipped == 1:
        body = f"{sk} 1 st, {dc} in next {over} sts, {dc} in skipped st"
    if rows:
        sc = {"us": "sc", "uk": "dc"}[dialect]
        below = f"Begin: ch {n + 1}\nRow 1: {sc} in 2nd ch from hook and in each ch across\n"
        return work_draft(f"Terms: {terms}\n{below}Row 2: ch 1, [{body}] {pairs} times")
    return work_draft(f"Terms: {terms}\nRnd 1: {n} {dc} in ring\nRnd 2: [{body}] {pairs} times")


def feet(d: Draft) -> list[int]:
    done = d.rounds[-1].worked
    at = {m.number: k for k, m in enumerate(done.below)}
    return [at[m.feet[0]] for m in done.made]


@pytest.mark.parametrize("dialect", ["us", "uk"])
@pytest.mark.parametrize("rows", [False, True])
@pytest.mark.parametrize(("skipped", "over"), [(1, 1), (1, 2), (2, 1), (2, 2), (3, 3), (3, 1)])
@pytest.mark.parametrize("pairs", [3, 6])
def test_every_stitch_is_worked_once_and_in_its_order(
    skipped: int, over: int, pairs: int, rows: bool, dialect: str
) -> None:
    d = draft(skipped, over, pairs, dialect, rows)
    unit = skipped + over
    expected = [k * unit + j for k in range(pairs) for j in (*range(skipped, unit), *range(skipped))]
    assert feet(d) == expected
    assert not d.rounds[-1].worked.troubles


@pytest.mark.parametrize("dialect", ["us", "uk"])
@pytest.mark.parametrize("rows", [False, True])
@pytest.mark.parametrize(("skipped", "over"), [(1, 1), (1, 2), (2, 1), (2, 2), (3, 3)])
def test_it_comes_back_from_what_is_written(skipped: int, over: int, rows: bool, dialect: str) -> None:
    d = draft(skipped, over, 4, "us", rows)
    text = as_text(write_sheet(d, dialect))
    assert same_fabric(work_draft(text).fabric, d.fabric), text
    assert "skipped" in text
    assert not work_draft(text).rounds[-1].worked.troubles


@pytest.mark.parametrize(
    "words",
    [
        "*sk next st, dc in next st, dc in skipped st; rep from * around",
        "*skip 1 st, dc in next st, working in front of dc just made, dc in st just skipped; rep from * around",
        "*skip 1 st, dc in next st, working behind it, dc in the skipped st; rep from * around",
        "*skip 1 st, dc in next st, going back, dc in the stitch you just skipped; rep from * around",
        "[sk 1, dc in next, dc in skipped] 6 times",
        "[miss 1 st, dc in next st, dc in missed st] 6 times",
    ],
)
def test_it_is_said_in_many_ways(words: str) -> None:
    said = work_draft(f"Terms: US\nRnd 1: 12 dc in ring\nRnd 2: {words}")
    assert feet(said) == [k for pair in range(6) for k in (2 * pair + 1, 2 * pair)]


@pytest.mark.parametrize(
    "words",
    [
        "cross st 6 times, join",
        "*cross st; rep from * 5 more times (6 cross sts)",
        "[cross st] x6",
        "cross st x6",
        "6 cross sts",
        "cross st around",
        "work cross st to end",
        "cross st over next 12 sts",
        "cross st, *cross st, rep from * around",
    ],
)
def test_it_may_have_a_name(words: str) -> None:
    defined = "Cross st: skip next st, dc in next st, dc in skipped st."
    said = work_draft(f"US terms\n{defined}\nRnd 1: 12 dc in ring\nRnd 2: {words}")
    assert feet(said) == [k for pair in range(6) for k in (2 * pair + 1, 2 * pair)]


def test_what_was_never_skipped_is_told() -> None:
    result = analyse("Terms: US\nRnd 1: 12 dc in ring\nRnd 2: [dc in next st, dc in skipped st] 6 times")
    assert {f.round for f in result.findings if f.severity == "stop"} == {2}


def test_a_skipped_stitch_that_is_left_is_still_told() -> None:
    below = "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n"
    crossing = "[(2 dc, ch 2, 2 dc) in corner, sk 1 st, dc in next st, dc in skipped st, dc in next st] 4 times (28 dc)"
    assert not [f for f in analyse(f"{below}Rnd 2: {crossing}").findings if f.severity != "hint" and f.family != 5]
    lost = crossing.replace(", dc in skipped st", "")
    assert [f.round for f in analyse(f"{below}Rnd 2: {lost}").findings if f.severity != "hint"] == [2]


def test_each_of_them_is_drawn() -> None:
    d = draft(1, 1, 6, "us")
    paths = [sign.path for sign in draw(d).rounds[-1]]
    assert len(paths) == len(d.rounds[-1].worked.made)
    assert all(paths)
    assert all(b < a for a, b in list(pairwise(feet(d)))[::2])
