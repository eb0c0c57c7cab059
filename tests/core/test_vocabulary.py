"""Everything a motif is made of: one case each, in both forms, in both dialects, written and read again."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
import yaml

from mossring.analysis import analyse, as_data
from mossring.draft import Draft, work_draft
from mossring.stitches import Dialect
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

FOLDER = Path(__file__).parent.parent / "vocabulary"
CASES = [(f"{p.stem}: {c['name']}", c) for p in sorted(FOLDER.glob("*.yml")) for c in yaml.safe_load(p.read_text())]


def pattern(case: dict[str, Any], terms: Dialect, line: str) -> str:
    """The case's motif with its last round in these words, in US or UK terms."""
    before = "Terms: US\n" + case["before"]
    if terms == "uk":
        draft = work_draft(before)
        before = as_text(write_sheet(draft, "uk"))
    number = sum(1 for x in before.splitlines() if x.startswith(("Rnd ", "Row "))) + 1
    return before + f"{'Row' if case.get('row') else 'Rnd'} {number}: {line}\n"


def ways(case: dict[str, Any]) -> list[str]:
    lines: list[tuple[Dialect, str | None]] = [("us", case["fabric"]), ("us", case["written"]), ("uk", case["uk"])]
    return [pattern(case, terms, line) for terms, line in lines if line]


def work(text: str) -> Draft:
    found = analyse(text)
    serious = [f"{f.code} {f.message}" for f in found.findings if f.severity != "hint" and f.family < 5]
    assert not serious, (text, serious)
    return found.draft


@pytest.mark.parametrize("case", [c for _, c in CASES], ids=[name for name, _ in CASES])
def test_each_way_of_saying_it_works_to_the_same_fabric(case: dict[str, Any]) -> None:
    drafts = [work(text) for text in ways(case)]
    for draft in drafts:
        last = as_data(analyse(draft.doc.text))["rounds"][-1]  # type: ignore[index]
        assert (last["counts"], last["spaces"]) == (case["counts"], case["spaces"]), draft.doc.text
        assert last["parked"] == case.get("parked", {})
        assert same_fabric(drafts[0].fabric, draft.fabric), draft.doc.text


@pytest.mark.parametrize("terms", ["us", "uk"])
@pytest.mark.parametrize("case", [c for _, c in CASES], ids=[name for name, _ in CASES])
def test_it_is_written_so_that_it_reads_the_same(case: dict[str, Any], terms: Dialect) -> None:
    for text in ways(case):
        draft = work_draft(text)
        written = as_text(write_sheet(draft, terms))
        again = work(written)
        assert same_fabric(draft.fabric, again.fabric), written
