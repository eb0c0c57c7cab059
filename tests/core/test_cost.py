"""What reading costs: it grows with the text, whatever its instructions open with. Counted, not timed."""

from __future__ import annotations

import pytest

from mossring.notation.marks import MAX_NESTING
from mossring.notation.reader import Reader, read_round

OPENINGS = [
    "in next sp 3 dc, ",
    "in each sp: 3 dc, ch 2, ",
    "next corner 3 dc, ",
    "each st gets 2 dc, ",
    "fill corner with 3 dc, ",
    "corners: 3 dc; ",
    "side gaps: 3 dc, ",
    "between groups: 3 dc, ",
    "dc in each st and 2 dc in each sp, ",
    "dc in each st, 2 dc in each sp, ",
    "3 lots of (dc, ",
    "2 x (dc, ",
    "(in next sp: dc, ",
    "over joining sc: dc, ",
    "ending with dc in last st, ",
    "4 groups of 3 dc with ch 2 between, ",
    "dc, repeat, ",
    "dc, ch 1, twice, ",
    "dc (3 times), ",
    "*dc*; work 3 times, ",
    "dc and 2 dc alternately, ",
    "[dc] 4 times, omit last dc, ",
]


@pytest.mark.parametrize("words", OPENINGS)
def test_twice_the_text_is_twice_the_work(words: str, monkeypatch: pytest.MonkeyPatch) -> None:
    calls = 0
    instruction = Reader.instruction

    def counted(self, nodes, marks, depth):  # type: ignore[no-untyped-def]
        nonlocal calls
        calls += 1
        instruction(self, nodes, marks, depth)

    monkeypatch.setattr(Reader, "instruction", counted)
    costs = []
    for n in (50, 100):
        calls = 0
        read_round(words * n, "us")
        costs.append(calls)
    assert costs[1] <= 2.5 * costs[0] + 20
    assert costs[0] <= 50 * MAX_NESTING


@pytest.mark.parametrize("words", ["dc, repeat, ", "dc + ch 2 (3 times), ", "then dc in sp, dc, repeat, "])
def test_no_repeat_looks_back_over_the_whole_round(words: str) -> None:
    """Some thousand of them are read with the rest: what a repeat may speak of lies near it."""
    tree = read_round(words * 1500, "us")
    assert tree.body
