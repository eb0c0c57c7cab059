"""Every rule against its cases: texts that must be found out, and texts that must be left alone."""

from __future__ import annotations

from pathlib import Path

import pytest
import yaml

from mossring.analysis import analyse
from mossring.findings import RULES, apply

HERE = Path(__file__).parent
PAGES = HERE.parents[1] / "docs" / "findings"
CODES = [rule.CODE for rule in RULES]


def cases() -> list[tuple[str, dict[str, str], bool]]:
    """(code, case, wanted): a case marked `clean` must be left alone by its rule."""
    return [
        (path.stem, case, not case.get("clean", False))
        for path in sorted(HERE.glob("MR*.yml"))
        for case in yaml.safe_load(path.read_text())
    ]


@pytest.mark.parametrize(
    ("code", "case", "wanted"), cases(), ids=lambda x: x["name"] if isinstance(x, dict) else str(x)
)
def test_case(code: str, case: dict[str, str], wanted: bool) -> None:
    found = [f for f in analyse(case["text"]).findings if f.code == code]
    if not wanted:
        assert found == []
        return
    assert len(found) == 1, "one mistake, one finding"
    f = found[0]
    if "at" in case:
        assert case["text"][f.start : f.end] == case["at"]
    if "fixed" in case:
        assert case["fixed"] in [apply(case["text"], fix.edits) for fix in f.fixes]
    for fix in f.fixes:
        mended = analyse(apply(case["text"], fix.edits))
        assert not [g for g in mended.findings if g.code == code], f"{fix.label} mends nothing"


@pytest.mark.parametrize("code", CODES)
def test_every_rule_has_cases_of_both_kinds_and_a_page(code: str) -> None:
    mine = [wanted for c, _, wanted in cases() if c == code]
    assert True in mine
    assert False in mine
    rule = RULES[CODES.index(code)]
    assert (PAGES / f"{code}.md").read_text() == rule_page(code, rule.SEVERITY, rule.__doc__ or "")


def rule_page(code: str, severity: str, doc: str) -> str:
    from mossring_cli.house.pages import page

    return page(code, severity, doc)
