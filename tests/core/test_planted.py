"""One mistake planted in a right pattern: found in its round by its own rule, and nothing else is told."""

from __future__ import annotations

from pathlib import Path

import pytest
import yaml

from mossring.analysis import analyse

TESTS = Path(__file__).parent.parent
PATTERN = yaml.safe_load((TESTS / "planted" / "square.yml").read_text())
RIGHT: str = PATTERN["right"]
HANDS = yaml.safe_load((TESTS / "planted" / "hands.yml").read_text())


def told(text: str) -> list[str]:
    return [f"{f.code} {f.round}" for f in analyse(text).findings]


def test_nothing_is_told_of_the_right_one() -> None:
    assert told(RIGHT) == []


@pytest.mark.parametrize("mistake", PATTERN["mistakes"], ids=lambda m: m["name"])
def test_one_mistake_one_finding(mistake: dict[str, str]) -> None:
    assert mistake["was"] in RIGHT
    assert told(RIGHT.replace(mistake["was"], mistake["now"], 1)) == [mistake["finding"]]


@pytest.mark.parametrize("mistake", HANDS, ids=lambda m: m["name"])
def test_one_mistake_in_another_hand_is_told_once(mistake: dict[str, str]) -> None:
    right = (TESTS / "patterns" / f"{mistake['pattern']}.txt").read_text()
    assert mistake["was"] in right
    found = analyse(right.replace(mistake["was"], mistake["now"], 1)).findings
    assert [f"{f.code} {f.round}" for f in found if f.severity != "hint"] == [mistake["finding"]]


SLIP = "UK terms\n1: 12 tr in ring. 12\n2: 2 tr in each tr. 24\n3: (2 tr in next tr, 1 tr in next 2 tr) 8 times. 36\n"


@pytest.mark.parametrize(
    ("after", "told_too"),
    [
        ("4: (2 tr in next tr, 1 tr in next 2 tr) 12 times. 48\n", []),
        ("4: (2 tr in next tr, 1 tr in next 2 tr) 12 times. 48\n5: 1 tr in each tr. 49\n", ["MR301 5"]),
        ("4: (2 tr in next tr, 1 tr in next 3 tr) 8 times. 40\n", []),
    ],
)
def test_the_next_round_shows_whether_the_count_or_the_stitches_are_wrong(after: str, told_too: list[str]) -> None:
    """No change of one number mends round 3; what comes later is judged by 36 stitches where it is worked on 36."""
    found = [f"{f.code} {f.round}" for f in analyse(SLIP + after).findings if f.family != 5]
    assert found == ["MR301 3", *told_too]


def test_a_round_that_is_missing_is_told_and_not_what_comes_of_it() -> None:
    rounds = ["R1: 6 sc in MR (6)", "R2: 2 sc in each st (12)", "R3: (sc, 2 sc in next) x6 (18)"]
    rounds += ["R4: (2 sc, 2 sc in next) x6 (24)", "R5: (3 sc, 2 sc in next) x6 (30)", "R6: sc in each st (30)"]
    for k in (1, 2, 3):
        text = "US terms\n" + "\n".join(rounds[:k] + rounds[k + 1 :])
        assert [f"{f.code} {f.round}" for f in analyse(text).findings if f.family != 5] == [f"MR109 {k + 2}"]


def test_a_number_that_is_passed_over_hides_no_other_mistake() -> None:
    text = "US terms\nR1: 6 sc in MR (6)\nR3: 2 sc in each st (12)\nR4: (sc, 2 sc in next) x5 (18)"
    assert [f"{f.code} {f.round}" for f in analyse(text).findings if f.family != 5] == ["MR109 3", "MR301 4"]
