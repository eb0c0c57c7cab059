"""Counts of whole motifs against number series that anybody can look up, and against their closed forms.

The series are those of the On-Line Encyclopedia of Integer Sequences, by their A-numbers; numbers and terms from
memory, and each is computed here from its closed form.
"""

from __future__ import annotations

from itertools import accumulate

import pytest

from mossring.analysis import analyse
from mossring.draft import Draft, work_draft


def _counts(text: str) -> list[int]:
    draft: Draft = work_draft(text)
    assert all(r.worked.troubles == [] for r in draft.rounds)
    return [r.worked.stitches for r in draft.rounds]


def _disc(stitch: str, first: int, rounds: int, terms: str = "US") -> str:
    lines = [f"Terms: {terms}", f"Rnd 1: {first} {stitch} in ring", f"Rnd 2: 2 {stitch} in each st"]
    lines += [f"Rnd {k}: [{k - 2} {stitch}, 2 {stitch} in next st] {first} times" for k in range(3, rounds + 1)]
    return "\n".join(lines)


@pytest.mark.parametrize("first", [6, 7, 8, 10, 12])
def test_a_disc_of_n_rounds_holds_so_many_times_a_triangular_number(first: int) -> None:
    """T(n) = n(n+1)/2, A000217; for six to begin with, six times them, A028896: 6, 18, 36, 60, 90."""
    counts = _counts(_disc("sc", first, 8))
    assert counts == [first * k for k in range(1, 9)]
    assert list(accumulate(counts)) == [first * n * (n + 1) // 2 for n in range(1, 9)]


def test_a_disc_of_six_with_its_ring_is_a_centred_hexagon() -> None:
    """The ring's hole for one, then 7, 19, 37, 61: the centred hexagonal numbers 3n(n+1)+1, A003215."""
    assert [1 + n for n in accumulate(_counts(_disc("sc", 6, 8)))] == [3 * n * (n + 1) + 1 for n in range(1, 9)]


@pytest.mark.parametrize("terms", ["US", "UK"])
@pytest.mark.parametrize("sides", [3, 4, 5, 6, 8])
def test_a_granny_of_n_rounds_holds_triangular_numbers_of_groups(sides: int, terms: str) -> None:
    """Round n has n groups a side, so n sides T(n) of them in all: for a square 4, 12, 24, 40, A046092."""
    dc = "dc" if terms == "US" else "tr"
    lines = [f"Terms: {terms}", f"Rnd 1: [3 {dc} in ring, ch 2] {sides} times"]
    for k in range(2, 8):
        fill = f", [3 {dc} in next ch-1 sp, ch 1] {k - 2} times" if k > 2 else ""
        lines.append(f"Rnd {k}: [(3 {dc}, ch 2, 3 {dc}) in next ch-2 sp, ch 1{fill}] {sides} times")
    counts = _counts("\n".join(lines))
    assert [n // 3 for n in accumulate(counts)] == [sides * n * (n + 1) // 2 for n in range(1, 8)]


@pytest.mark.parametrize("sides", [3, 4, 5, 6, 8])
@pytest.mark.parametrize(("first", "beside"), [(1, 1), (2, 1), (3, 1), (3, 2), (4, 2), (5, 3)])
def test_a_solid_polygon_is_an_arithmetic_series(sides: int, first: int, beside: int) -> None:
    """a, a + d, a + 2d, ...: d is 2 x sides x stitches beside a corner's chain; n rounds hold n(2a + (n-1)d)/2."""
    corner = f"({beside} dc, ch 2, {beside} dc) in corner"
    lines = ["Terms: US", f"Rnd 1: [{first} dc in ring, ch 2] {sides} times"]
    lines += [f"Rnd {k}: [dc in each st to corner, {corner}] around" for k in range(2, 8)]
    counts = _counts("\n".join(lines))
    a, d = sides * first, 2 * sides * beside
    assert counts == [a + d * k for k in range(7)]
    assert sum(counts) == 7 * (2 * a + 6 * d) // 2


@pytest.mark.parametrize("sides", [4, 6])
def test_the_sides_that_the_corners_leave(sides: int) -> None:
    """Between n corners of a round lie n equal sides: what the round holds, shared out."""
    text = f"Terms: US\nRnd 1: [3 dc in ring, ch 2] {sides} times\n" + "\n".join(
        f"Rnd {k}: [dc in each st to corner, (2 dc, ch 2, 2 dc) in corner] around" for k in range(2, 6)
    )
    for r in work_draft(text).rounds[1:]:
        assert r.worked.per_side() == [r.worked.stitches // sides] * sides


@pytest.mark.parametrize("spokes", [5, 6, 8, 10])
def test_a_net_doubles_and_halves_by_its_loops(spokes: int) -> None:
    """A net has a loop for each stitch: n(ch) = n(sc), however long the loops."""
    lines = ["Terms: US", f"Rnd 1: {2 * spokes} sc in ring", f"Rnd 2: [sc in next st, ch 5, skip 1 st] {spokes} times"]
    lines += [f"Rnd {k}: [sc in next ch-{k + 2} sp, ch {k + 3}] {spokes} times" for k in range(3, 7)]
    draft = work_draft("\n".join(lines))
    assert draft.shape.sides == 0
    for k, r in enumerate(draft.rounds[1:], 2):
        assert r.worked.counts() == {"sc": spokes}
        assert r.worked.spaces() == {f"ch-{k + 3}": spokes}


@pytest.mark.parametrize(("sides", "rounds"), [(3, 5), (4, 6), (6, 4)])
def test_a_triangle_of_rows_and_a_polygon_of_rounds_agree(sides: int, rounds: int) -> None:
    """A polygon worked solid is as many wedges as it has sides: a wedge of one dc more at each end a row."""
    corner = "(dc, ch 1, dc) in corner"
    text = f"Terms: US\nRnd 1: [2 dc in ring, ch 1] {sides} times\n" + "\n".join(
        f"Rnd {k}: [dc in each st to corner, {corner}] around" for k in range(2, rounds + 1)
    )
    wedge = "Terms: US\nRow 1: ch 4, dc in 4th ch from hook, turn\n" + "\n".join(
        f"Row {k}: ch 3, dc in same st, dc in each st to last st, 2 dc in last st, turn" for k in range(2, rounds + 1)
    )
    polygon, rows = _counts(text), _counts(wedge)
    assert polygon == [sides * n for n in rows]
    assert analyse(text).draft.shape.sides == sides
