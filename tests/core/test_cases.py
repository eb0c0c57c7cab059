"""The motifs whose numbers must come out, by the command line as other programs use it."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from mossring_cli.__main__ import main

CASES = sorted((Path(__file__).parent.parent / "cases").glob("*.json"))


def missing(want: Any, have: Any, path: str = "") -> list[str]:
    """Where `have` does not contain `want`: keys of objects, lists in order and whole."""
    if isinstance(want, dict):
        return [
            m
            for k, v in want.items()
            for m in ([f"{path}.{k}"] if k not in have else missing(v, have[k], f"{path}.{k}"))
        ]
    if isinstance(want, list) and len(want) == len(have):
        return [m for i, (a, b) in enumerate(zip(want, have, strict=True)) for m in missing(a, b, f"{path}[{i}]")]
    return [] if want == have else [f"{path}: {want!r} is {have!r}"]


@pytest.mark.parametrize("path", CASES, ids=lambda p: p.stem)
def test_case(path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    want = json.loads(path.read_text())
    code = main(["check", str(path.with_suffix(".txt")), "--json"])
    have = json.loads(capsys.readouterr().out)
    assert code == want.pop("exit")
    rounds = {r["number"]: r for r in have["rounds"]}
    for r in want.pop("rounds", []):
        assert missing(r, rounds[r["number"]]) == []
    for f in want.pop("findings_include", []):
        assert any(g["round"] == f["round"] and g["code"][2] in f["families"] for g in have["findings"]), f
    if want.pop("findings", None) == []:
        assert [g for g in have["findings"] if g["severity"] != "hint"] == []
    assert missing(want, have) == []
