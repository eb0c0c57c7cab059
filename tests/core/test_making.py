"""A round that is still being written has no verdict, nor growth, until it closes."""

from __future__ import annotations

import pytest

from mossring.analysis import Analysis, analyse, as_data

SQUARE = "Terms: US\nRnd 1: [3 dc, ch 2] 4 times in ring\n"
RIGHT = "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in next 3 dc] around"


def last(found: Analysis) -> dict[str, object]:
    data = as_data(found)["rounds"]
    assert isinstance(data, list)
    return data[-1]


@pytest.mark.parametrize("so_far", range(RIGHT.index("[") + 1, RIGHT.index("]")))
@pytest.mark.parametrize("line", [2, None])
def test_a_bracket_left_open_is_in_the_making(so_far: int, line: int | None) -> None:
    found = analyse(SQUARE + RIGHT[:so_far], line=line)
    done = last(found)
    assert (done["making"], done["growth"], done["verdict"]) == (True, None, "unknown")
    assert {f.family for f in found.findings if f.round == 2} <= {1}
    assert any(f.code == "MR103" for f in found.findings) == (line is None)


def test_what_stands_so_far_is_counted() -> None:
    assert last(analyse(SQUARE + "Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in next dc", line=2))["stitches"] == 5


@pytest.mark.parametrize(
    ("words", "line", "making"),
    [
        ("Rnd 2: (2 dc, ch 2, 2 dc) in next sp, dc in next 3 dc", 2, True),
        ("Rnd 2: (2 dc, ch 2, 2 dc) in next sp, dc in next 3 dc", 1, False),  # the caret is elsewhere
        ("Rnd 2: (2 dc, ch 2, 2 dc) in next sp, dc in next 3 dc", None, False),
        ("Rnd 2: (2 dc, ch 2, 2 dc) in next sp, dc in next 3 dc; join", 2, False),  # it says that it ends
        ("Rnd 2: (2 dc, ch 2, 2 dc) in next sp, dc in next 3 dc (28 dc)", 2, False),
        (RIGHT, 2, False),
    ],
)
def test_the_last_round_is_in_the_making_where_somebody_writes_and_it_stops_short(
    words: str, line: int | None, making: bool
) -> None:
    found = analyse(SQUARE + words, line=line)
    assert last(found)["making"] is making
    assert bool([f for f in found.findings if f.round == 2]) is (words != RIGHT and not making)


def test_the_verdict_is_that_of_what_is_finished() -> None:
    flat = SQUARE + RIGHT + "\n"
    assert analyse(flat + "Rnd 3: [dc in corner", line=3).verdict == analyse(flat).verdict == "flat"
