"""What a regular expression costs, in steps: the backtracking that `re` does, done again and counted.

No clock is looked at, so the same expression and text cost the same on every machine. Built on the parse tree that `re`
itself compiles, so that nothing is read in two ways.
"""

from __future__ import annotations

import random
import re
import sys
from collections.abc import Callable, Iterator
from re import _constants as op  # type: ignore[attr-defined]
from re import _parser  # type: ignore[attr-defined]
from typing import Any

Next = Callable[[int], bool]
_CATEGORIES = {
    op.CATEGORY_DIGIT: r"\d",
    op.CATEGORY_NOT_DIGIT: r"\D",
    op.CATEGORY_SPACE: r"\s",
    op.CATEGORY_NOT_SPACE: r"\S",
    op.CATEGORY_WORD: r"\w",
    op.CATEGORY_NOT_WORD: r"\W",
}
_OF_CATEGORY = {key: re.compile(words) for key, words in _CATEGORIES.items()}
_ONE = (op.LITERAL, op.NOT_LITERAL, op.ANY, op.IN, op.CATEGORY)


class TooManyError(Exception):
    """More steps than asked for."""


class Counted:
    """One expression over one text. most: steps after which it is given up."""

    def __init__(self, pattern: re.Pattern[str], most: int = 10**6) -> None:
        self.tree = _parser.parse(pattern.pattern, pattern.flags & ~re.UNICODE)
        self.flags = self.tree.state.flags
        self.most = most
        self.steps = 0
        self.text = ""
        self.groups: dict[int, tuple[int, int]] = {}
        self.found: list[tuple[int, int]] = []

    def search(self, text: str, *, anywhere: bool) -> int:
        """Steps that it takes to look for the expression (anywhere: at every place of the text, one after another)."""
        self.text, self.steps, self.found = text, 0, []
        had = sys.getrecursionlimit()
        sys.setrecursionlimit(1_000_000)
        try:
            at = 0
            while at <= len(text):
                self.groups = {}
                found: list[int] = []
                self._run(list(self.tree), 0, self.flags, at, lambda i, found=found: found.append(i) or True)
                if found:
                    self.found.append((at, found[0]))
                if not anywhere:
                    break
                at = max(at + 1, found[0]) if found else at + 1  # as `finditer` and `sub` go on
        except TooManyError:
            pass
        finally:
            sys.setrecursionlimit(had)
        return self.steps

    def _step(self) -> None:
        self.steps += 1
        if self.steps > self.most:
            raise TooManyError

    def _run(self, nodes: list[Any], k: int, flags: int, i: int, then: Next) -> bool:
        """Match nodes k.. from place i on, and then what comes behind them."""
        if k == len(nodes):
            return then(i)
        self._step()
        what, arg = nodes[k]
        if what in _ONE:
            return (
                i < len(self.text)
                and self._is(what, arg, flags, self.text[i])
                and self._run(nodes, k + 1, flags, i + 1, then)
            )
        if what in (op.MAX_REPEAT, op.MIN_REPEAT, op.POSSESSIVE_REPEAT):
            return self._repeat(what, arg, flags, i, lambda j: self._run(nodes, k + 1, flags, j, then))
        if what is op.SUBPATTERN:
            group, add, less, inner = arg

            def closed(j: int) -> bool:
                before = self.groups.get(group)
                if group is not None:
                    self.groups[group] = (i, j)
                if self._run(nodes, k + 1, flags, j, then):
                    return True
                if before is not None:
                    self.groups[group] = before
                return False

            return self._run(list(inner), 0, (flags | add) & ~less, i, closed)
        if what is op.BRANCH:
            return any(
                self._run(list(way), 0, flags, i, lambda j: self._run(nodes, k + 1, flags, j, then)) for way in arg[1]
            )
        return self._zero_wide(what, arg, nodes, k, flags, i, then)

    def _zero_wide(self, what: Any, arg: Any, nodes: list[Any], k: int, flags: int, i: int, then: Next) -> bool:
        if what is op.AT:
            return self._at(arg, flags, i) and self._run(nodes, k + 1, flags, i, then)
        if what in (op.ASSERT, op.ASSERT_NOT):
            direction, inner = arg
            start = i if direction > 0 else i - inner.getwidth()[0]
            stop: list[int] = []
            held = start >= 0 and self._run(list(inner), 0, flags, start, lambda j: stop.append(j) or True)
            return held == (what is op.ASSERT) and self._run(nodes, k + 1, flags, i, then)
        if what is op.ATOMIC_GROUP:
            stop = []
            held = self._run(list(arg), 0, flags, i, lambda j: stop.append(j) or True)
            return held and self._run(nodes, k + 1, flags, stop[0], then)
        if what is op.GROUPREF:
            a, b = self.groups.get(arg, (0, -1))
            same = b >= a and self.text[i : i + b - a] == self.text[a:b]
            return same and self._run(nodes, k + 1, flags, i + b - a, then)
        if what is op.GROUPREF_EXISTS:
            group, yes, no = arg
            way = yes if group in self.groups else no
            return self._run(list(way or ()), 0, flags, i, lambda j: self._run(nodes, k + 1, flags, j, then))
        raise NotImplementedError(what)

    def _repeat(self, what: Any, arg: Any, flags: int, i: int, then: Next) -> bool:
        least, most, inner = arg
        inner = list(inner)
        if len(inner) == 1 and inner[0][0] in _ONE:
            return self._repeat_one(what, least, most, inner[0], flags, i, then)
        if what is op.POSSESSIVE_REPEAT:
            n = 0
            while n < most:
                stop: list[int] = []
                if not self._run(inner, 0, flags, i, lambda j, stop=stop: stop.append(j) or True) or stop[0] == i:
                    break
                i, n = stop[0], n + 1
            return n >= least and then(i)

        def again(n: int, j: int, before: int) -> bool:
            self._step()
            more = (n < least or j != before) and n < most
            if n < least:
                return more and self._run(inner, 0, flags, j, lambda m: again(n + 1, m, j))
            if what is op.MIN_REPEAT:
                return then(j) or (more and self._run(inner, 0, flags, j, lambda m: again(n + 1, m, j)))
            return (more and self._run(inner, 0, flags, j, lambda m: again(n + 1, m, j))) or then(j)

        return again(0, i, -1)

    def _repeat_one(self, what: Any, least: int, most: int, one: Any, flags: int, i: int, then: Next) -> bool:
        """A repeat of one character: all of them at once, then one less at a time (or one more)."""
        text, (kind, arg) = self.text, one
        upto = min(len(text), i + most) if most is not op.MAXREPEAT else len(text)
        if what is op.MIN_REPEAT:
            j = i
            while True:
                if j - i >= least:
                    self._step()
                    if then(j):
                        return True
                if j >= upto or not self._is(kind, arg, flags, text[j]):
                    return False
                j += 1
        j = i
        while j < upto and self._is(kind, arg, flags, text[j]):
            self._step()
            j += 1
        if what is op.POSSESSIVE_REPEAT:
            return j - i >= least and then(j)
        while j - i >= least:
            self._step()
            if then(j):
                return True
            j -= 1
        return False

    def _is(self, what: Any, arg: Any, flags: int, c: str) -> bool:
        if what is op.ANY:
            return c != "\n" or bool(flags & re.DOTALL)
        if what is op.CATEGORY:
            return _OF_CATEGORY[arg].match(c) is not None
        if what is op.IN:
            negate = bool(arg) and arg[0][0] is op.NEGATE
            return any(self._is_in(one, flags, c) for one in arg[negate:]) != negate
        same = ord(c) == arg or (bool(flags & re.IGNORECASE) and c.lower() == chr(arg).lower())
        return same == (what is op.LITERAL)

    def _is_in(self, one: Any, flags: int, c: str) -> bool:
        what, arg = one
        if what is op.RANGE:
            ways = {c, c.lower(), c.upper()} if flags & re.IGNORECASE else {c}
            return any(len(w) == 1 and arg[0] <= ord(w) <= arg[1] for w in ways)
        return self._is(what, arg, flags, c)

    def _at(self, where: Any, flags: int, i: int) -> bool:
        text = self.text
        if where in (op.AT_BEGINNING, op.AT_BEGINNING_STRING):
            line = bool(flags & re.MULTILINE) and where is op.AT_BEGINNING
            return i == 0 or (line and text[i - 1] == "\n")
        if where in (op.AT_END, op.AT_END_STRING):
            line = bool(flags & re.MULTILINE) and where is op.AT_END
            return i == len(text) or (i == len(text) - 1 and text[i] == "\n") or (line and text[i] == "\n")
        around = [0 <= k < len(text) and (text[k].isalnum() or text[k] == "_") for k in (i - 1, i)]
        return (around[0] != around[1]) == (where is op.AT_BOUNDARY)


def samples(pattern: re.Pattern[str], seed: int) -> Iterator[str]:
    """Texts that the expression might match, at random, without end: every place of it is reached sooner or later."""
    tree = _parser.parse(pattern.pattern, pattern.flags & ~re.UNICODE)
    rng = random.Random(seed)
    while True:
        yield "".join(_sampled(tree, rng))


_SOME = "a1 ,.;()[]*-:=\nR"


def _sampled(nodes: Any, rng: random.Random) -> Iterator[str]:
    for what, arg in nodes:
        if what is op.LITERAL:
            yield chr(arg)
        elif what in (op.NOT_LITERAL, op.ANY, op.CATEGORY) or (what is op.IN and arg[0][0] is op.NEGATE):
            one = re.compile(_CATEGORIES[arg]) if what is op.CATEGORY else None
            yield rng.choice([c for c in _SOME if one is None or one.match(c)] or [" "])
        elif what is op.IN:
            yield from _sampled([rng.choice(arg)], rng)
        elif what is op.RANGE:
            yield chr(rng.randint(*arg))
        elif what is op.BRANCH:
            yield from _sampled(rng.choice(arg[1]), rng)
        elif what is op.SUBPATTERN:
            yield from _sampled(arg[3], rng)
        elif what is op.ATOMIC_GROUP:
            yield from _sampled(arg, rng)
        elif what in (op.MAX_REPEAT, op.MIN_REPEAT, op.POSSESSIVE_REPEAT):
            for _ in range(rng.randint(arg[0], min(arg[1], arg[0] + 2))):
                yield from _sampled(arg[2], rng)
        elif what is op.GROUPREF_EXISTS:
            yield from _sampled(arg[1], rng)
