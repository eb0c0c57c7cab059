"""The ways in which a round that cups or ruffles is mended, each worked before it is offered."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.findings.finding import apply


def rounds(*lines: str, shape: str = "circle") -> str:
    return "\n".join([f"Terms: US\nShape: {shape}", *(f"Rnd {k}: {line}" for k, line in enumerate(lines, 1))])


PENTAGON = rounds(
    "[2 dc in ring, ch 2] 5 times",
    *["[(dc, ch 2, dc) in corner, dc in each st to corner] around"] * 6,
    shape="pentagon",
)
CIRCLE_OF_8 = rounds(
    "8 sc in ring",
    "2 sc in each st around",
    *[f"[2 sc in next st, sc in next {k} sts] 8 times" for k in range(1, 9)],
)
CASES = [(PENTAGON, "in turn"), (PENTAGON, "each side of the corner"), (CIRCLE_OF_8, "which is taller")]


@pytest.mark.parametrize(("text", "words"), CASES)
def test_a_mend_of_its_kind_is_offered_and_comes_right(text: str, words: str) -> None:
    found = next(f for f in analyse(text).findings if f.family == 5)
    labels = [fix.label for fix in found.fixes]
    fix = next((fix for fix in found.fixes if words in fix.label), None)
    assert fix is not None, labels
    mended = analyse(apply(text, fix.edits))
    verdicts = [r.entry.verdict for r in mended.draft.rounds[found.round - 1 :]]
    assert not {"cups", "ruffles"} & set(verdicts)
    assert verdicts[-1] == "flat"
    assert not [f for f in mended.findings if f.severity == "stop"]


def test_no_two_mends_go_the_same_way() -> None:
    for text, _ in CASES:
        found = next(f for f in analyse(text).findings if f.family == 5)
        ways = [fix.way for fix in found.fixes]
        assert len(ways) == len(set(ways)) <= 3


def test_a_plain_round_between_counts_the_later_rounds_up() -> None:
    text = rounds(
        "6 sc in ring", "2 sc in each st around", "2 sc in each st around", "[2 sc in next st, sc in next 3 sts] around"
    )
    findings = [f for f in analyse(text).findings if f.family == 5]
    plain = [fix for f in findings for fix in f.fixes if "plain round" in fix.label]
    for fix in plain:
        mended = apply(text, fix.edits)
        assert [r.number for r in analyse(mended).draft.rounds] == [1, 2, 3, 4, 5]


def test_a_mend_that_adds_a_round_is_judged_to_its_last_round() -> None:
    corner = "(1 sc, ch 1, 3 sc)"
    text = rounds(
        "[1 hdc in ring, ch 1] 4 times",
        "[dc in each st to corner, (1 dc, ch 1, 4 dc) in corner] 4 times",
        *[f"[sc in each st to corner, {corner} in corner] 4 times"] * 2,
        shape="square",
    )
    assert analyse(text).findings is not None


def test_a_round_that_a_later_one_brings_back_is_a_hint_without_mends() -> None:
    """Increases all at once, and a plain round behind them: it lies flat in the end; cut short, it waves."""
    waves = ["6 sc in ring", "2 sc in each st around", "2 sc in each st around"]
    brought_back = rounds(*waves, "sc in each st around")
    found = [f for f in analyse(brought_back).findings if f.family == 5]
    assert [(f.round, f.severity) for f in found] == [(3, "hint")]
    assert "A later round brings it back." in found[0].message
    assert not found[0].fixes
    assert analyse(brought_back).verdict == "flat"
    short = [f for f in analyse(rounds(*waves)).findings if f.family == 5]
    assert [(f.round, f.severity) for f in short] == [(3, "warn")]
    assert short[0].fixes
