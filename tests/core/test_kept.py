"""What is kept of earlier answers decides nothing: a text is judged the same whatever was judged before it."""

from __future__ import annotations

import random
import re
from pathlib import Path

import pytest

from kernel import ALL
from mossring.analysis import analyse, as_data
from mossring.draft import forget, work_draft
from mossring.findings import RULES
from mossring.findings.look import Look
from mossring.findings.rules import AT_END, IN_MOTIF, OF_FILE, OF_ROUND, OF_TROUBLE
from mossring.notation.kept import LONG, Kept

TESTS = Path(__file__).parent.parent
PATTERNS = sorted((TESTS / "patterns").glob("*.txt"))[:: 150 if ALL else 500]
PLANTED = sorted((TESTS / "patterns").glob("planted-*.txt"))[:: 8 if ALL else 40]


def answer(text: str) -> dict[str, object]:
    return as_data(analyse(text))


def changed(text: str, by: random.Random) -> list[str]:
    """The text with one number in it another one, three times over, each a change of the one before."""
    out = [text]
    for _ in range(3):
        numbers = list(re.finditer(r"(?<![\d.])[1-9](?!\d)", out[-1]))
        if not numbers:
            break
        m = by.choice(numbers)
        out.append(out[-1][: m.start()] + str(by.randint(1, 9)) + out[-1][m.end() :])
    return out


@pytest.mark.parametrize("path", [*PATTERNS, *PLANTED], ids=lambda p: p.stem)
def test_typing_a_text_judges_it_as_opening_it_does(path: Path) -> None:
    """Each version behind the others, then each alone."""
    texts = changed(path.read_text(), random.Random(path.stem))
    forget()
    typed = [answer(text) for text in [*texts, *texts[::-1]]]
    for text, warm in zip([*texts, *texts[::-1]], typed, strict=True):
        forget()
        assert warm == answer(text), text


@pytest.mark.parametrize("path", [*PATTERNS, *PLANTED], ids=lambda p: p.stem)
def test_what_a_round_says_by_itself_does_not_hang_on_what_follows(path: Path) -> None:
    """Each round judged with all that comes behind it, and as the last: the rules that are kept say the same."""
    whole = work_draft(path.read_text())
    if not whole.said_shape and not whole.doc.shape:
        whole = work_draft(f"Shape: {whole.shape.name}\n{path.read_text()}")
    for k in range(len(whole.rounds)):
        cut = work_draft(whole.doc.text, whole.dialect, k + 1)
        if cut.shape != whole.shape or len(cut.rounds) <= k:
            continue
        mine, theirs = (
            [(f.code, f.round, f.message) for check in OF_ROUND for f in check(Look(d, k))] for d in (whole, cut)
        )
        assert mine == theirs


def test_a_round_in_order_has_no_trouble_to_tell_of() -> None:
    """What only troubles can bring about is not asked where there are none; asked all the same, it is silent."""
    for path in PATTERNS:
        draft = work_draft(path.read_text())
        looks = [Look(draft, k) for k in range(len(draft.rounds))]
        assert [f for look in looks if not look.troubled for check in OF_TROUBLE for f in check(look)] == []


def test_every_rule_is_asked_somewhere() -> None:
    asked = [*OF_FILE, *OF_TROUBLE, *OF_ROUND, *IN_MOTIF, *AT_END]
    assert {check.__module__ for check in asked} == {rule.__name__ for rule in RULES}
    codes = [rule.CODE for rule in RULES]
    assert codes == sorted(set(codes))


def test_few_long_words_are_kept_and_many_short_ones() -> None:
    asked: list[str] = []

    def first(words: str, n: int = 1) -> str:
        asked.append(words)
        return words[:n]

    kept = Kept(first)
    short, long = [f"{k} dc" for k in range(100)], [f"{k} dc" + " " * LONG for k in range(100)]
    for words in (*short, *long, *short, *long):
        assert kept(words) == words[0]
    assert [words for words in asked if len(words) < LONG] == short
    assert len(asked) == 100 + 200
    assert kept(short[0], 3) == "0 d"
    kept.forget()
    assert (kept(short[0]), asked[-1]) == ("0", short[0])


def test_what_hangs_on_later_rounds_is_asked_again() -> None:
    """A round with one wrong start chain is told once two others show what the motif's starts are, and not before."""
    corner, high = "(2 dc, ch 2, 2 dc) in ch-2 sp", {2: 2, 3: 3, 4: 3}
    rounds = [
        "Terms: US\nShape: square\nRnd 1: ch 3, 2 dc in ring, [ch 2, 3 dc in ring] 3 times, ch 2, join in top of ch-3"
    ]
    for k, chains in high.items():
        begun = f"ch {chains}, dc in next {2 * k - 2} sts, [{corner}, dc in next {4 * k - 5} sts] 3 times, {corner}"
        rest = f", dc in last {2 * k - 4} sts" if k > 2 else ""
        rounds.append(f"Rnd {k}: {begun}{rest}, join in top of ch-{chains}")
    told = [[f.code for f in analyse("\n".join(rounds[:k])).findings] for k in (2, 3, 4)]
    assert told == [[], ["MR601"], ["MR601"]]


def test_a_row_is_not_a_round_of_the_same_words() -> None:
    """`Row 2` and `Rnd 2` of the same words behind the same first line are two fabrics."""
    text = "Terms: US\nRow 1: ch 11, sc in 2nd ch from hook and in each ch across, turn\n{} 2: ch 1, sc in each st"
    row, around = (answer(text.format(word))["rounds"][1] for word in ("Row", "Rnd"))  # type: ignore[index]
    assert row["stitches"] == 10
    assert around != row
    assert answer(text.format("Row"))["rounds"][1] == row  # type: ignore[index]
