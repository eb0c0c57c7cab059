"""The short way of the commonest instructions: it reads what the long way reads, and no more than that."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

from kernel import ALL
from mossring.notation import heads, plain, read_document
from mossring.notation.cursor import Cursor
from mossring.notation.reader import read_round
from mossring.notation.tree import Chain, Node, Repeat, Work

HERE = Path(__file__).parent.parent
PATTERNS = sorted((HERE / "patterns").glob("*.txt"))


def _rounds() -> list[str]:
    """What the rounds of every ninth pattern say (on push of a third of those), each once."""
    texts = (path.read_text() for path in PATTERNS[:: 9 if ALL else 27])
    return sorted({line.text for text in texts for line in read_document(text).rounds})


@pytest.mark.parametrize("dialect", ["us", "uk"])
def test_both_ways_read_the_same(dialect: str, monkeypatch: pytest.MonkeyPatch) -> None:
    texts = _rounds()
    assert len(texts) > 500
    short = [read_round(text, dialect) for text in texts]  # type: ignore[arg-type]
    monkeypatch.setattr(plain, "read", lambda r, depth: None)
    for text, tree in zip(texts, short, strict=True):
        assert read_round(text, dialect) == tree, text  # type: ignore[arg-type]


@pytest.mark.parametrize("dialect", ["us", "uk"])
def test_a_bracket_of_plain_instructions_is_no_remark(dialect: str, monkeypatch: pytest.MonkeyPatch) -> None:
    """Asked whether it names a yarn, labels a chain or remarks, each such bracket says no: it need not be asked."""
    texts = [text for text in _rounds() if "(" in text or "[" in text]
    short = [read_round(text, dialect) for text in texts]  # type: ignore[arg-type]
    monkeypatch.setattr(plain, "opens_group", lambda c: False)
    for text, tree in zip(texts, short, strict=True):
        assert read_round(text, dialect) == tree, text  # type: ignore[arg-type]


BRACKETS = [
    ("(2 dc, ch 2, 2 dc) in corner", True),
    ("[dc in next 3 sts, (2 dc, ch 2, 2 dc) in corner] 4 times", True),
    ("(3 dc) in sp", True),
    ("(dc, ch 1, dc) in corner", True),
    ("(dc, ch 2)", False),  # behind a chain: what it counts as
    ("(dc)", False),
    ("(first dc made)", False),
    ("(3 dc made)", False),
    ("(ch 3 counts as dc)", False),
    ("(A)", False),
    ("(RS)", False),
    ("(corner)", False),
    ("(2 dc, ch 2 = corner)", False),
]


@pytest.mark.parametrize(("words", "taken"), BRACKETS)
def test_which_brackets_are_plain(words: str, taken: bool) -> None:
    assert plain.opens_group(Cursor(words, "us")) is taken


def test_the_commonest_heads_are_read_as_all_heads_are(monkeypatch: pytest.MonkeyPatch) -> None:
    lines = sorted({line for path in PATTERNS[::5] for line in path.read_text().splitlines()})
    plainly = [line for line in lines if heads._PLAINLY.match(line)]
    assert len(plainly) > 1000
    heads.read_head.forget()
    short = [heads.read_head(line) for line in plainly]
    heads.read_head.forget()
    monkeypatch.setattr(heads, "_PLAINLY", re.compile("(?!)"))
    assert [heads.read_head(line) for line in plainly] == short
    heads.read_head.forget()


TAKEN = [
    ("[3 dc, ch 2] 4 times", 2),
    ("(2 dc, 2 ch, 2 dc) in corner", 3),
    ("dc in next st, 2 dc in next 3 sts, dc in next ch-1 sp", 2),
    ("*dc in each st, ch 1, sc in next st, hdc in next st; rep from *", 3),
    ("[3 tr in next 1-ch sp, 1 ch] twice", 1),
]
LEFT = [
    "ch 3, counts as dc",
    "3-dc cl in next st, ch 1",
    "dc in next st, and in next ch-2 sp",
    "sl st in next st, dc in next st",
    "dc2tog, dc in next 2 sts",
    "2 shell in next st",
    "with 3 dc in next st",
]


@pytest.mark.parametrize(("words", "at_least"), TAKEN)
def test_the_commonest_take_the_short_way(words: str, at_least: int, monkeypatch: pytest.MonkeyPatch) -> None:
    taken: list[Node] = []
    short = plain.read

    def counted(r, depth):  # type: ignore[no-untyped-def]
        nodes = short(r, depth)
        taken.extend(nodes or ())
        return nodes

    monkeypatch.setattr(plain, "read", counted)
    read_round(words, "us")
    assert len(taken) >= at_least
    assert all(isinstance(n, Work | Chain) for n in taken)


@pytest.mark.parametrize("words", LEFT)
def test_whatever_has_a_say_in_its_neighbours_takes_the_long_way(words: str, monkeypatch: pytest.MonkeyPatch) -> None:
    """Read without the short way, and then with it: nothing of what others decide is decided early."""
    monkeypatch.setattr(plain, "read", lambda r, depth: None)
    slow = read_round(words, "us")
    monkeypatch.undo()
    assert slow == read_round(words, "us")
    assert slow.body or slow.troubles


def test_a_repeat_of_plain_instructions_says_where_each_stands() -> None:
    """Spans are what a finding lights up: they come out of the short way as out of the long one."""
    text = "[2 dc in next st, dc in next 3 sts] 4 times"
    whole = read_round(text, "us").body[0]
    assert isinstance(whole, Repeat)
    assert [text[slice(*n.span)] for n in whole.body] == ["2 dc in next st", "dc in next 3 sts"]
    assert [text[slice(*n.where.span)] for n in whole.body if isinstance(n, Work)] == ["next st", "next 3 sts"]
