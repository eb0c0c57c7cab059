"""`check` and `write`: exit codes, formats, files that are no patterns."""

from __future__ import annotations

import json
import random
from pathlib import Path

import pytest

from mossring_cli.__main__ import main

CASE = str(Path(__file__).parent.parent / "cases" / "moongate-circle-to-square.txt")


@pytest.mark.parametrize(
    ("content", "code", "exit_code"),
    [
        (b"", "MR107", 1),
        (b"\n\n   \n", "MR107", 1),
        (random.Random(7).randbytes(60_000), "MR108", 2),
        (b"\x89PNG\r\n\x1a\n\0\0\0", "MR108", 2),
        (b"[" * 1_000_000, "MR104", 1),
        (b"Rnd 1: " + b"[" * 190_000, "MR104", 1),
        (b"Rnd 1: [[[[dc in ring] 9999 times] 9999 times] 9999 times] 9999 times", "MR104", 1),
        (b"Rnd 1: [[[] 9999 times] 9999 times] 9999 times", "MR104", 1),
        (b"Rnd 1: 6 sc in ring\nRnd 2: [ch 1] around", "MR208", 1),
        (b"Rnd 1: 6 sc in ring\nRnds 2-999999: sc in each st around", "MR104", 1),
        (b"Rnd 1: " + b"9" * 5000 + b" dc in ring", "MR104", 1),
    ],
    ids=lambda x: repr(x)[:24],
)
def test_a_bad_file_is_one_clear_finding(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], content: bytes, code: str, exit_code: int
) -> None:
    path = tmp_path / "bad.txt"
    path.write_bytes(content)
    assert main(["check", str(path), "--json"]) == exit_code
    found = json.loads(capsys.readouterr().out)["findings"]
    assert code in [f["code"] for f in found]
    assert len([f for f in found if f["severity"] == "stop"]) == 1


def test_a_file_that_is_not_there(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["check", str(tmp_path / "none.txt")]) == 2
    assert main(["write", str(tmp_path / "none.txt"), "--terms", "us"]) == 2
    assert main(["check", str(tmp_path)]) == 2
    assert "can't be opened" in capsys.readouterr().err


def test_terms_can_be_said_for_a_text_that_does_not_say(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "bare.txt"
    path.write_text("Shape: circle\nRnd 1: 6 dc in ring\n")
    counts = {}
    for terms in ("us", "uk"):
        main(["check", str(path), "--terms", terms, "--json"])
        counts[terms] = json.loads(capsys.readouterr().out)["rounds"][0]["counts"]
    assert counts == {"us": {"dc": 6}, "uk": {"sc": 6}}


def test_evidence_tells_the_dialect(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "uk.txt"
    path.write_text("Shape: circle\nRnd 1: ch 3 (counts as tr), 11 tr in ring, join with ss in top of beg ch-3\n")
    main(["check", str(path), "--json"])
    out = json.loads(capsys.readouterr().out)
    assert out["terms"] == "uk"
    assert out["rounds"][0]["counts"] == {"dc": 12}


@pytest.mark.parametrize("terms", ["us", "uk"])
def test_written_text_is_read_without_a_complaint(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], terms: str
) -> None:
    out = tmp_path / "out.txt"
    assert main(["write", CASE, "--terms", terms, "-o", str(out)]) == 0
    assert main(["check", str(out), "--json"]) == 0
    assert json.loads(capsys.readouterr().out)["findings"] == []


@pytest.mark.parametrize("format", ["markdown", "html", "json", "pdf"])
def test_every_format_is_written(tmp_path: Path, format: str) -> None:
    out = tmp_path / "out"
    assert main(["write", CASE, "--terms", "us", "--format", format, "-o", str(out)]) == 0
    data = out.read_bytes()
    assert data.startswith(b"%PDF") if format == "pdf" else b"Moongate" in data


def test_a_style_that_can_not_be_written_is_named(capsys: pytest.CaptureFixture[str]) -> None:
    main(["write", CASE, "--terms", "us", "--style", "start ch-2 counts; join by magic"])
    said = capsys.readouterr()
    assert "Note: Ch 2 counts as dc throughout." in said.out
    assert "join by magic" in said.err


def test_a_style_changes_no_stitch_and_the_centre_when_told(capsys: pytest.CaptureFixture[str]) -> None:
    main(["write", CASE, "--terms", "uk", "--style", "begin ch 4 ring; start ch-2 does not count"])
    said = capsys.readouterr().out
    assert "Begin: ch 4, join with ss to form ring" in said
    assert "Note: Ch 2 at the beginning of a round does not count as a stitch." in said
    assert "ch 2, 12 tr in ring" in said
