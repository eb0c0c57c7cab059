"""Every regular expression of the core costs no more than in proportion to the text it is held against.

Counted in steps of backtracking (see steps_of_regex.py), on what an expression might match, pumped up: a beginning,
then a unit of it repeated. What costs four times as much on twice the text hangs on a line that somebody pastes.
"""

from __future__ import annotations

import ast
import importlib
import inspect
import pkgutil
import random
import re
from collections.abc import Iterator
from functools import cache

import pytest

import mossring
from core.steps_of_regex import Counted, samples
from mossring.notation.lazy import Lazy

UNITS = (
    "*",
    "1,",
    "( )",
    "2 dc in each st, ",
    "a ",
    "ch 1, ",
    " ",
    "(",
    "\n",
    "1 ",
    "a",
    "-",
    "Rnd 1: ",
    ". ",
    "[2 dc] ",
)
_FEW = 5
"""So many units are tried at every change, all of them with the whole set."""
MOST = 100_000
_ASKS = {"search": True, "finditer": True, "sub": True, "subn": True, "split": True, "findall": True}


def _patterns(value: object) -> Iterator[re.Pattern[str]]:
    if isinstance(value, re.Pattern):
        yield value
    elif isinstance(value, Lazy):
        yield value.compiled
    elif isinstance(value, dict):
        yield from _patterns([*value.keys(), *value.values()])
    elif isinstance(value, list | tuple | set | frozenset):
        for one in value:
            yield from _patterns(one)


@cache
def expressions() -> dict[tuple[str, int], tuple[str, bool]]:
    """Every expression of the core, compiled or amid the code: its name, and whether it is looked for anywhere."""
    out: dict[tuple[str, int], tuple[str, bool]] = {}
    for module in pkgutil.walk_packages(mossring.__path__, "mossring."):
        loaded = importlib.import_module(module.name)
        source = inspect.getsource(loaded)
        for name, value in vars(loaded).items():
            asked = set(re.findall(rf"\b{re.escape(name)}\.(\w+)\(", source))
            anywhere = not (name.startswith("_") and asked and asked <= {"match", "fullmatch"})
            for pattern in _patterns(value):
                out.setdefault((pattern.pattern, pattern.flags), (f"{module.name}.{name}", anywhere))
        for node in ast.walk(ast.parse(source)):
            if not isinstance(node, ast.Call) or not isinstance(node.func, ast.Attribute):
                continue
            owner, words = node.func.value, node.args[0] if node.args else None
            if isinstance(owner, ast.Name) and owner.id == "re" and isinstance(words, ast.Constant):
                flags = re.IGNORECASE if len(node.args) > 2 or node.keywords else 0
                key = (str(words.value), re.compile(str(words.value), flags).flags)
                out.setdefault(key, (f"{module.name}:{node.lineno}", _ASKS.get(node.func.attr, False)))
    return out


def grown(pattern: re.Pattern[str], anywhere: bool, seed: int, many: int) -> Iterator[tuple[str, str, int, int]]:
    """Pumped texts on which it costs far more than twice as much where they are twice as long: beginning, unit, and the
    steps for both lengths."""
    lot, like = random.Random(seed), samples(pattern, seed)
    for k in range(many):
        sample = next(like)
        a = lot.randint(0, len(sample))
        b = lot.randint(a, len(sample))
        before, unit = (sample[:a], sample[a:b]) if k % 3 else ("", lot.choice(UNITS))
        if unit and (cost := pumped(pattern, anywhere, before, unit)):
            yield before, unit, *cost


def pumped(pattern: re.Pattern[str], anywhere: bool, before: str, unit: str) -> tuple[int, int] | None:
    """The steps on a text and on one twice as long, where that costs far more than twice as much; else None."""
    once = twice = 0
    for length, least in ((50, 500), (200, MOST // 4)):
        once, twice = (
            Counted(pattern, MOST).search(before + unit * (n // len(unit) + 1) + "\x01", anywhere=anywhere)
            for n in (length, 2 * length)
        )
        if twice < max(least, 2.7 * once) and twice < MOST:
            return None
    return once, twice


@pytest.mark.parametrize("unit", [*UNITS[:_FEW], *(pytest.param(u, marks=pytest.mark.all) for u in UNITS[_FEW:])])
def test_no_ordinary_words_over_and_over_cost_more_than_their_length(unit: str) -> None:
    wrong = [
        (name, cost)
        for (words, flags), (name, anywhere) in expressions().items()
        if (cost := pumped(re.compile(words, flags), anywhere, "", unit))
    ]
    assert wrong == []


@pytest.mark.parametrize("many", [2, pytest.param(60, marks=pytest.mark.all)])
def test_twice_the_text_costs_no_more_than_twice(many: int) -> None:
    found = expressions()
    assert len(found) > 150
    wrong = [
        (name, before, unit, once, twice)
        for (words, flags), (name, anywhere) in found.items()
        for before, unit, once, twice in grown(re.compile(words, flags), anywhere, len(words), many)
    ]
    assert wrong == []


@pytest.mark.parametrize(
    ("words", "linear"),
    [
        (r"\w+\s", False),
        (r"\b\w+\s", True),
        (r"each[^.;]*st[^.;]*loop", False),
        (r"each[^.;]{0,20}st[^.;]{0,20}loop", True),
        (r"(?<!\s)\s+$", True),
    ],
)
def test_what_costs_more_is_found(words: str, linear: bool) -> None:
    """The counting itself, on expressions whose cost is plain to see."""
    assert (not list(grown(re.compile(words), True, 3, 30))) == linear


@pytest.mark.parametrize(
    "words", [r"(a|ab)(c|bcd)(d*)", r"(?:x+?y)*z", r"(?<=b)c(?!d)", r"(a)?(?(1)b|c)", r"\b[^\W\d]+\b"]
)
def test_it_finds_what_re_finds(words: str) -> None:
    """The counted search is the search that `re` does: both agree on where an expression is."""
    pattern = re.compile(words)
    lot = random.Random(3)
    for _ in range(200):
        text = "".join(lot.choice("abcdxyz ") for _ in range(12))
        counted = Counted(pattern)
        counted.search(text, anywhere=True)
        assert counted.found == [m.span() for m in pattern.finditer(text)], text
