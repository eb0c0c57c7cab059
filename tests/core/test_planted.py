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
