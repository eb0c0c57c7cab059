"""Rounds are announced, and their stitches counted, in as many ways as there are hands (common practice, no source)."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse

ROUNDS = ["6 sc in magic ring", "2 sc in each st around", "(sc in next st, 2 sc in next st) 6 times"]
ROUNDS += ["(sc in next 2 sts, 2 sc in next st) 6 times"]
WORDS = ["one", "two", "three", "four"]
NTH = ["first", "second", "third", "fourth"]
SHORT = ["1st", "2nd", "3rd", "4th"]
ROMAN = ["i", "ii", "iii", "iv"]
# fmt: off
HEADS = [
    "Round {r}: ", "Rnd {r}. ",
    "Rnd #{n}:", "Rnd #{n} ", "#{n}:", "#{n} ", "Round-{n}:", "Round {n} ~ ", "Round {n} » ", "{n}° round: ",
    "RND{n}. ", "Rnd.{n} ", "Rnd {n}… ", "-- Round {n} --\n", "== Round {n} ==\n", "~ Round {n} ~\n",
    "[Round {n}] ", "(Rnd {n}) ", "Round {w}. ", "ROUND {W} ", "The {o} round: ", "{O} round. ", "{s} rnd - ",
    "{s} R: ", "R.{n}: ", "r{n}. ", "Rw {n}: ", "Rd. {n}: ", "Rnd {n}, ", "Rnd {n} = ", "Step {n}: Round {n}: ",
    "Rnd {n} (6 increases): ", "Rnd {n} [RS]: ", "• Rnd {n}: ", "* Rnd {n}: ", "- Round {n}: ", "> Rnd {n}: ",
    "**Rnd {n}** ", "**Rnd {n}:** ", "__Round {n}__: ", "### Round {n}\n", "Round {n}:\n", "Round {n}\n",
    "Rnd {n}\t", "Rnd{n}\t", "{n}.\t", "{n}) ", "{n} - ", "{n}: ", "{n}/ ", "Rnd {n} | ", "Round no. {n}: ",
    "Round number {n}: ", "Round No {n}. ", "For round {n}, ", "Round {n} is ", "Now round {n}: ", "Rnd {n}; ",
    "Rnd {n}-- ", "Rnd {n}—", "Rnd {n}–", "Round {n}▸ ", "⦁ R{n}: ", "Ronde {n}: ", "Circle {n}: ", "C{n}: ",
    "Lap {n}: ",
]
COUNTS = [
    " ({c})", " ({c} sts)", " - {c} sts", " = {c}", " [{c} sc]", ". {c} sc.", " ({c} stitches)", " ({c} sc total)",
    ": {c} sts", " <{c}>", " …{c}", " ......{c}", " *{c} sts*", " // {c}", " | {c}", " → {c}", " => {c} sts",
    ". You have {c} sts.", ". Total {c} sts.", ". Count: {c}", ", {c} sts", " - ({c})", " — {c} stitches",
    " ({c}sc)", " ({c} st)", " (={c})", " (= {c} sts)", " (total of {c} sts)", " ({c} stitches in total)",
    ". There are now {c} stitches.", ", making {c} sts", ", for a total of {c} sc", " giving {c} sts",
    ", join ({c})", ". St count {c}.", " {{{c}}}", " ({c} sc made)", ". ({c} single crochet)", "\t({c})", "\t{c}",
    " *({c})*", " **({c})**", " [{c}].", " ({c}.)", " ({c}) sl st to join.", " (6 inc, {c} sts)", ". Stitches: {c}",
    " / {c} sts", " ~ {c} sts", " {c} sts",
]
# fmt: on


def disc(head: str, count: str, wrong: int = 0) -> str:
    """A disc that grows by six; the last count is wrong by so many."""
    lines = ["Terms: US"]
    for k, words in enumerate(ROUNDS):
        names = {"w": WORDS[k], "W": WORDS[k].upper(), "o": NTH[k], "O": NTH[k].capitalize(), "s": SHORT[k]}
        names["r"] = ROMAN[k]
        lines.append(head.format(n=k + 1, **names) + words + count.format(c=6 * (k + 1) + wrong * (k == 3)))
    return "\n".join(lines) + "\n"


def found(text: str) -> tuple[list[int], list[str]]:
    result = analyse(text)
    told = [f"{f.code} {f.round}" for f in result.findings if f.severity != "hint" and f.family != 5]
    return [r.worked.stitches for r in result.draft.rounds], told


@pytest.mark.parametrize("head", HEADS)
def test_heads_of_rounds(head: str) -> None:
    assert found(disc(head, " ({c})")) == ([6, 12, 18, 24], [])


@pytest.mark.parametrize("count", COUNTS)
def test_counts_behind_rounds(count: str) -> None:
    assert found(disc("Rnd {n}: ", count)) == ([6, 12, 18, 24], [])


@pytest.mark.parametrize("count", COUNTS)
def test_counts_are_held_against_what_is_worked(count: str) -> None:
    assert found(disc("Rnd {n}: ", count, wrong=1)) == ([6, 12, 18, 24], ["MR301 4"])
