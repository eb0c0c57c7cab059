"""Where each way of naming a place puts the hook, as an index on the round below (common practice, no source).

The round below is a small square: three stitches, a space of two chains, four times. Stitch 0 is its first.
"""

from __future__ import annotations

import pytest

from mossring.draft import DraftRound, work_draft

BELOW = {
    "us": "Terms: US\nShape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\n",
    "uk": "Terms: UK\nShape: square\nRnd 1: [3 tr in ring, ch 2] 4 times\n",
}
CIRCLE = "Terms: US\nShape: circle\nRnd 1: 8 sc in ring\n"


def worked(words: str, below: str = BELOW["us"]) -> DraftRound:
    return work_draft(f"{below}Rnd 2: {words}").rounds[-1]


def feet(r: DraftRound) -> list[int | tuple[int, ...]]:
    """For each stitch the index of its foot on the round below; of stitches over several places all of them."""
    at = {m.number: k for k, m in enumerate(r.worked.below)}
    out: list[int | tuple[int, ...]] = []
    for m in r.worked.made:
        if m.feet:
            places = tuple(at[f] for f in m.feet)
            out.append(places[0] if len(places) == 1 else places)
    return out


@pytest.mark.parametrize(
    ("words", "expected"),
    [
        ("dc in next st", [0]),
        ("dc in first st", [0]),
        ("dc in the very first stitch", [0]),
        ("dc in next 3 sts", [0, 1, 2]),
        ("dc in each of next 3 sts", [0, 1, 2]),
        ("3 dc", [0, 1, 2]),
        ("3 dc in next st", [0, 0, 0]),
        ("dc in next st, dc in same st", [0, 0]),
        ("dc in next st, 2 dc in the following st", [0, 1, 1]),
        ("sk 1 st, dc in next st", [1]),
        ("skip 2, dc", [2]),
        ("sk next st, dc in next st, dc in skipped st", [1, 0]),
        ("sk 2 sts, dc in next st, dc in each of the 2 skipped sts", [2, 0, 1]),
        ("dc in next ch-2 sp", [3]),
        ("dc in next sp", [3]),
        ("2 dc in corner", [3, 3]),
        ("dc in next corner, dc in next corner", [3, 7]),
        ("dc in each ch-2 sp around", [3, 7, 11, 15]),
        ("dc in each of next 2 ch-2 sps", [3, 7]),
        ("2 dc in each corner", [3, 3, 7, 7, 11, 11, 15, 15]),
        ("dc in last st", [14]),
        ("dc in last ch-2 sp", [15]),
        ("dc in next 3 dc, dc in next sp, dc in next dc", [0, 1, 2, 3, 4]),
        ("dc in next dc, dc in next ch-2 sp, dc in same sp", [0, 3, 3]),
        ("dc in next st, (dc, ch 1, dc) in ch-2 sp", [0, 3, 3]),
        ("dc in each st to corner, 2 dc in corner, dc in next st", [0, 1, 2, 3, 3, 4]),
        ("dc2tog over next 2 sts", [(0, 1)]),
        ("dc2tog, dc in next st", [(0, 1), 2]),
        ("sc3tog over next 3 sts", [(0, 1, 2)]),
        ("dc2tog over next 2 sts skipping 1 st between", [(0, 2)]),
        ("dc dec over next 2 sts", [(0, 1)]),
        ("dc in sp between next 2 sts", [(0, 1)]),
    ],
)
def test_a_place_is_where_its_words_say(words: str, expected: list[int | tuple[int, ...]]) -> None:
    assert feet(worked(words)) == expected


@pytest.mark.parametrize(
    ("words", "expected"),
    [
        ("1 tr in each of next 2 tr", [0, 1]),
        ("miss 1 tr, 1 tr in next tr", [1]),
        ("miss next tr, 1 tr in next tr, 1 tr in missed tr", [1, 0]),
        ("3 tr in 2-ch sp", [3, 3, 3]),
        ("3 tr into corner space", [3, 3, 3]),
        ("tr2tog over next 2 tr", [(0, 1)]),
        ("1 tr in foll tr, 2 tr in foll tr", [0, 1, 1]),
        ("2 tr in each 2-ch sp to end", [3, 3, 7, 7, 11, 11, 15, 15]),
    ],
)
def test_so_does_a_place_in_british_words(words: str, expected: list[int | tuple[int, ...]]) -> None:
    assert feet(worked(words, BELOW["uk"])) == expected


@pytest.mark.parametrize(
    ("words", "expected"),
    [
        ("sc in each st around", list(range(8))),
        ("2 sc in each st around", [k for k in range(8) for _ in range(2)]),
        ("[sc in next st, 2 sc in next st] 4 times", [0, 1, 1, 2, 3, 3, 4, 5, 5, 6, 7, 7]),
        ("*sc, inc; rep from * around", [0, 1, 1, 2, 3, 3, 4, 5, 5, 6, 7, 7]),
        ("[sc in next st, 2 in next st] around", [0, 1, 1, 2, 3, 3, 4, 5, 5, 6, 7, 7]),
        ("[sk 1 st, sc in next st] 4 times", [1, 3, 5, 7]),
        ("sc in every other st around", [0, 2, 4, 6]),
        ("[sk 1, dc in next, dc in skipped] 4 times", [1, 0, 3, 2, 5, 4, 7, 6]),
        ("[dec] 4 times", [(0, 1), (2, 3), (4, 5), (6, 7)]),
        ("sc in each st to last 2 sts, sc2tog", [0, 1, 2, 3, 4, 5, (6, 7)]),
        ("sc in next 3 sts, leave rem sts unworked", [0, 1, 2]),
        ("sl st in next 2 sts, ch 1, sc in same st, sc in next st", [2, 3]),
        ("ch 3 (counts as dc), dc in same st, dc in next st", [0, 0, 1]),
        ("ch 3 (counts as dc), dc in next st, dc in next st", [0, 1, 2]),
        ("ch 2 (does not count), dc in first st, dc in next st", [0, 1]),
        ("join yarn in any st, ch 1, sc in same st, sc in next st", [0, 1]),
        ("sc in first st, sc in last st", [0, 7]),
    ],
)
def test_a_ring_of_eight_is_worked_where_it_is_said(words: str, expected: list[int | tuple[int, ...]]) -> None:
    assert feet(worked(words, CIRCLE)) == expected


@pytest.mark.parametrize(
    ("words", "left"),
    [
        ("dc in next ch-3 sp", "no such place"),
        ("dc in skipped st", "no such place"),
        ("dc in next 20 sts", "past the end"),
        ("dc in next tr", "no such place"),
        ("[dc in next 5 sts] 3 times", "does not divide"),
    ],
)
def test_a_place_that_is_not_there_is_told(words: str, left: str) -> None:
    troubles = {t.kind for t in worked(words).worked.troubles}
    assert troubles & {left, "past the end", "no such place"}


@pytest.mark.parametrize("stitch", ["sc", "hdc", "dc", "tr"])
@pytest.mark.parametrize("n", [1, 2, 3, 5])
def test_so_many_in_one_place_share_their_foot(stitch: str, n: int) -> None:
    r = worked(f"{n} {stitch} in next ch-2 sp", BELOW["us"])
    assert feet(r) == [3] * n
    assert {m.kind for m in r.worked.made} == {stitch}
