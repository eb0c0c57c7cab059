"""Ways of putting one round, each with the stitches that must come out: see idioms.txt."""

from __future__ import annotations

from pathlib import Path

import pytest

from mossring.analysis import analyse

WAYS: list[tuple[str, int, str]] = []
_on = ""
for _line in (Path(__file__).parent / "idioms.txt").read_text().splitlines():
    if _line.startswith(("us | ", "uk | ")):
        _on = f"Terms: {_line[:2].upper()}\n" + _line[5:].replace(" / ", "\n") + "\n"
    elif _line and not _line.startswith("#"):
        _stitches, _words = _line.split(" | ", 1)
        WAYS.append((_on, int(_stitches), _words))


@pytest.mark.parametrize(("before", "stitches", "line"), WAYS, ids=[line[:60] for _, _, line in WAYS])
def test_the_round_comes_out_as_meant(before: str, stitches: int, line: str) -> None:
    word = "Row" if "Row" in before else "Rnd"
    found = analyse(f"{before}{word} {before.count(word) + 1}: {line}")
    assert found.draft.rounds[-1].worked.stitches == stitches
    assert [f.message for f in found.findings if f.severity != "hint" and f.family != 5] == []
