"""`mossring settle`: how a fabric lies, in words and as data."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from mossring_cli.__main__ import parser

CAP = Path(__file__).parents[2] / "demo" / "07-lantern-cap.txt"


def run(*arguments: str) -> int:
    args = parser().parse_args(["settle", *arguments])
    code: int = args.run(args)
    return code


def test_it_says_how_the_fabric_lies(capsys: pytest.CaptureFixture[str]) -> None:
    assert run(str(CAP)) == 0
    out = capsys.readouterr().out
    assert out.startswith("Lantern Cap: cups. Settled, the rim stands up")
    assert "cm across" in out


def test_as_data_and_as_a_drawing(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    assert run(str(CAP), "--json", "-o", str(tmp_path / "cap.svg")) == 0
    found = json.loads(capsys.readouterr().out)
    assert found["verdict"] == found["ledger"] == "cups"
    assert found["bowl_mm"] > 10
    assert len(found["angles"]) == 4
    assert (tmp_path / "cap.svg").read_text().startswith("<svg")


def test_without_fabric_it_says_so(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    (tmp_path / "empty.txt").write_text("Motif: Nothing\n")
    assert run(str(tmp_path / "empty.txt")) == 2
    assert "no fabric" in capsys.readouterr().err
