"""A finger on the tokens of one round: what comes next, and whether it is what is wanted."""

from __future__ import annotations

import re
from collections.abc import Set
from dataclasses import replace
from functools import cache
from itertools import pairwise
from typing import NamedTuple

from mossring.notation.tokens import Kind, Token, tokenize, undotted
from mossring.notation.tree import Node, Skip, Span, Trouble, Where
from mossring.notation.words import (
    A_STITCH,
    ADVERBS,
    ARTICLES,
    BEFORE_YARN,
    COLOURS,
    NUMBERS,
    ORDINALS,
    PHRASES,
    PLACING,
    SHORT,
    TIMES,
    nearest,
    vocabulary,
)
from mossring.stitches.table import MOST_LEGS, Making, composed, is_stitch, lookup
from mossring.stitches.terms import Dialect, spellings


class Named(NamedTuple):
    """A special stitch of a motif: the words of its name, what it is made of, as a group for one place, and the space
    or corner that its definition has it worked in, if it says one. means: for the name of a place (`CS`, written just
    so), the words that it stands for."""

    words: tuple[str, ...]
    group: tuple[Node, ...]
    place: Where | None = None
    means: tuple[str, ...] = ()

    @property
    def wide(self) -> bool:
        """Whether it goes over several places, some of which it skips at first: a crossed stitch."""
        return any(isinstance(node, Skip) for node in self.group)


Names = tuple[Named, ...]

SPACE_WORDS = frozenset(
    {"sp", "sps", "space", "spaces", "loop", "loops", "lp", "lps", "gap", "gaps", "hole", "holes", "arch", "arches"}
)
CHAIN_WORDS = ("ch", "chain", "chains", "chs")
STITCH_WORDS = frozenset({"st", "sts", "stitch", "stitches"})
GROUP_WORDS = frozenset(
    {"group", "groups", "grp", "grps", "shell", "shells", "set", "sets", "fan", "fans"}
    | {"petal", "petals", "scallop", "scallops", "pair", "pairs", "block", "blocks", "tile", "tiles"}
)
LOOP_PARTS = {
    "blo": "back",
    "bl": "back",
    "bls": "back",
    "back": "back",
    "flo": "front",
    "fl": "front",
    "fls": "front",
    "front": "front",
    "tlo": "third",
}
"""Words that open the name of a loop, and the loop."""
BEGINNING = ("beg", "beginning", "starting", "initial", "first")
"""Words for a stitch that begins a round on chains of its own."""
_MAKING: dict[str, Making] = {
    "cl": "cl",
    "cls": "cl",
    "cluster": "cl",
    "clusters": "cl",
    "pc": "pc",
    "pcs": "pc",
    "pop": "pc",
    "pops": "pc",
    "popcorn": "pc",
    "popcorns": "pc",
    "bobble": "bobble",
    "bobbles": "bobble",
    "bob": "bobble",
    "mb": "bobble",
    "puff": "puff",
    "puffs": "puff",
    "tog": "tog",
    "together": "tog",
}
USUAL_LEGS: dict[str, tuple[str, int]] = {"cl": ("dc", 3), "pc": ("dc", 5), "bobble": ("dc", 5)}
"""What a bare cluster, popcorn or bobble is made of where nobody said (common practice, no source)."""
_BASES = ("sc", "hdc", "dc", "htr", "tr", "dtr")
MAX_GUESSES = 40
"""How many misspelt words a round gets suggestions for: past that it isn't a pattern."""


YARN_NAME = re.compile(r"[A-Z]|MC|CC\d?|C[A-G]")
"""How yarns are called for short: A, B, MC (main colour), CC (contrast colour), CA, CB."""


class UnreadableError(Exception):
    """An instruction that can't be read; carries the trouble to report (None: already reported)."""

    def __init__(self, trouble: Trouble | None) -> None:
        super().__init__(trouble)
        self.trouble = trouble


@cache
def _by_first_word(dialect: Dialect) -> dict[str, list[tuple[tuple[str, ...], str]]]:
    """Spellings of stitches by their first word, longest first."""
    out: dict[str, list[tuple[tuple[str, ...], str]]] = {}
    for words, key in spellings(dialect).items():
        out.setdefault(words[0], []).append((words, key))
    return out


def _in_a_word(tokens: list[Token]) -> list[Token]:
    """The tokens with each phrase that says what one word does (`as far as`: `to`) as that word."""
    texts = {t.text for t in tokens}
    if texts.isdisjoint(PHRASES) or not any(
        texts.issuperset(words) for first in PHRASES.keys() & texts for words, _ in PHRASES[first]
    ):
        return tokens
    out: list[Token] = []
    k = 0
    while k < len(tokens):
        t = tokens[k]
        for words, meant in PHRASES.get(t.text, ()):
            if tuple(x.text for x in tokens[k : k + len(words)]) == words:
                t = replace(t, text=meant, end=tokens[k + len(words) - 1].end)
                k += len(words) - 1
                break
        out.append(t)
        k += 1
    return out


PASSED = {*ADVERBS, *(word.lower() for word in ARTICLES)}


class Cursor:
    """Tokens of one round with a position; misspelt words are already replaced by their likely meaning."""

    def __init__(self, text: str, dialect: Dialect, names: Names = ()) -> None:
        self.text = text
        self.dialect = dialect
        self.names = names
        told = tokenize(undotted(text))
        texts = {t.text for t in told}
        if not texts.isdisjoint(PASSED):
            told = [t for t in told if t.text not in ADVERBS and text[t.start : t.end] not in ARTICLES]
        told = self._spelt_out(told)
        if "a" in texts:
            told = [t for t, then in pairwise([*told, told[-1]]) if t.text != "a" or then.text not in A_STITCH]
        if "at" in texts:  # `(dc, ch 1, dc) at each corner`
            for t, then in pairwise(told):
                t.text = "in" if t.text == "at" and then.text in ("each", "every") else t.text
        self.tokens = _in_a_word(told)
        self.i = 0
        self.troubles: list[Trouble] = []
        self.unknown: set[int] = set()
        self.yarns: set[int] = set()
        own = {word for name in names for word in name.words}
        self._spell(vocabulary(dialect), frozenset(own | {word + "s" for word in own}) if own else own)
        self._spellings = _by_first_word(dialect)
        self._other = _by_first_word("us" if dialect == "uk" else "uk")

    def _spelt_out(self, tokens: list[Token]) -> list[Token]:
        """The tokens with the names of places (`CS = corner space`) in full."""
        meant = {name.words[0]: name.means for name in self.names if name.means}
        if not meant:
            return tokens
        out: list[Token] = []
        for t in tokens:
            words = meant.get(self.text[t.start : t.end], ())
            numbers = [int(w) if w.isdigit() else 0 for w in words]
            kinds: list[Kind] = ["num" if n else "word" for n in numbers]
            out += [replace(t, text=w, kind=k, value=n) for w, k, n in zip(words, kinds, numbers, strict=True)]
            out += [] if words else [t]
        return out

    def _spell(self, known: frozenset[str], names: Set[str]) -> None:
        texts = {t.text for t in self.tokens}
        if not names and texts.isdisjoint(("from", "round", *SHORT)):
            odd = texts - known
            if not any(t.kind == "word" and t.text in odd for t in self.tokens):
                return
        guesses = 0
        stitches = spellings(self.dialect)
        for k, t in enumerate(self.tokens):
            if t.text in SHORT and t.text not in names:
                t.text = SHORT[t.text]
                t.kind = "mark" if t.text == "*" else t.kind
            if t.kind != "word" or t.text in known or t.text in names:
                continue
            if YARN_NAME.fullmatch(self.text[t.start : t.end]) or self._called(k):
                continue
            guesses += 1
            likely = nearest(t.text, self.dialect) if guesses <= MAX_GUESSES else None
            data: dict[str, object] = {"word": self.text[t.start : t.end]}
            if likely is None:
                self.unknown.add(t.start)
                self.troubles.append(Trouble("unknown word", (t.start, t.end), data))
            else:
                self.troubles.append(Trouble("misspelt", (t.start, t.end), {**data, "likely": likely}))
                t.text = likely
        if {"from", "round"}.isdisjoint(t.text for t in self.tokens):
            return
        for k, (t, then) in enumerate(pairwise(self.tokens)):
            if t.text == "from" and then.text in ("ring", "circle", "loop"):  # `ss to from a ring`
                t.text = "form"
                data = {"word": self.text[t.start : t.end], "likely": "form"}
                self.troubles.append(Trouble("misspelt", (t.start, t.end), data))
            if t.text != "round":
                continue
            before = self.tokens[k - 1].text if k else ""
            over = before in STITCH_WORDS or before in SPACE_WORDS or before in ("ch", "all") or (before,) in stitches
            ends = then.kind == "end" or then.text in (",", ";", ".", "increasing")
            if then.text in PLACING or (over and ends):  # `1 rtrf round next tr`, `1 dc in each tr round`
                t.text = "around"

    def _called(self, k: int) -> bool:
        """Whether word k calls a yarn: a colour, after a word that speaks of yarns or another colour."""
        before = self.tokens[k - 1] if k else None
        if before is None or self.tokens[k].text not in COLOURS:
            return False
        alone = before.text in ("(", "[") and self.tokens[k + 1].text in (")", "]")
        if alone or before.text in BEFORE_YARN or before.start in self.yarns:
            self.yarns.add(self.tokens[k].start)
            return True
        return False

    @property
    def token(self) -> Token:
        return self.tokens[self.i]

    @property
    def on_new_line(self) -> bool:
        """Whether a line of the text is broken before the next token."""
        return self.i > 0 and "\n" in self.text[self.tokens[self.i - 1].end : self.token.start]

    def ahead(self, k: int = 1) -> Token:
        try:
            return self.tokens[self.i + k]
        except IndexError:
            return self.tokens[-1]

    def at(self, *texts: str) -> bool:
        t = self.tokens[self.i]
        return t.text in texts and t.kind != "end"

    def phrase(self, *words: str) -> bool:
        """Whether exactly these words come next."""
        i = self.i
        if self.tokens[i].text != words[0]:
            return False
        return len(words) == 1 or tuple(t.text for t in self.tokens[i : i + len(words)]) == words

    def accept(self, *texts: str) -> bool:
        t = self.tokens[self.i]
        if t.text in texts and t.kind != "end":
            self.i += 1
            return True
        return False

    def accept_phrase(self, *words: str) -> bool:
        if self.phrase(*words):
            self.i += len(words)
            return True
        return False

    def span_from(self, i: int) -> Span:
        """From token i to the last token read."""
        j = max(i, self.i - 1)
        return (self.tokens[i].start, self.tokens[j].end)

    def forgive(self, i: int) -> None:
        """What is passed from token i on is a remark: the words in it that nobody knows are nobody's mistake."""
        first, last = self.span_from(i)
        self.troubles[:] = [t for t in self.troubles if not (first <= t.span[0] and t.span[1] <= last)]

    def has_unknown_word(self, span: Span) -> bool:
        """Whether a word in what can't be read is known by nobody: then that is what is told. One that was guessed at
        was no good guess."""
        there = [k for k, t in enumerate(self.troubles) if span[0] <= t.span[0] < span[1]]
        if any(self.troubles[k].kind == "unknown word" for k in there):
            return True
        slips = [k for k in there if self.troubles[k].kind == "misspelt"]
        if slips:
            slip = self.troubles[slips[-1]]
            self.troubles[slips[-1]] = Trouble("unknown word", slip.span, {"word": slip.data["word"]})
        return bool(slips)

    def number(self) -> int | None:
        """A number, in digits or as a word; None (and nothing read) if there is none."""
        t = self.token
        if t.kind == "num":
            self.i += 1
            return t.value
        if t.kind == "word" and t.text in NUMBERS:
            self.i += 1
            n, unit = NUMBERS[t.text], NUMBERS.get(self.token.text, 0)
            if n >= 20 and n % 10 == 0 and 0 < unit < 10:  # `twenty eight`
                self.i += 1
                return n + unit
            return n
        return None

    def chains(self) -> int | None:
        """`ch 1`, `1 ch`, `ch`: how many; None (and nothing read) if they are none."""
        save = self.i
        n = self.number()
        if self.accept(*CHAIN_WORDS) and (n := n or self.number() or 1):
            return n
        self.i = save
        return None

    def chained(self) -> bool:
        """Whether chains come next."""
        save = self.i
        found = self.chains() is not None
        self.i = save
        return found

    def ordinal(self) -> int | None:
        t = self.token
        if t.kind == "ord":
            self.i += 1
            return t.value
        if t.kind == "word" and t.text in ORDINALS:
            self.i += 1
            return ORDINALS[t.text]
        return None

    def times(self) -> int | None:
        """`twice`, `4 times`, `x4`, `x 4`, `4x`, `once more`, `3 more times`; None if nothing of the kind."""
        t = self.token
        if t.text in TIMES:
            self.i += 1
            self.accept("more")
            return TIMES[t.text]
        save = self.i
        self.accept("for")
        if self.accept("x") or (self.at("*") and self.ahead().kind == "num" and self.ends(2) and self.accept("*")):
            n = self.number()
            if n is not None:
                self.accept("times", "time")
                return n
        else:
            self.accept("total") and self.accept("of")
            n = self.number()
            if n is not None:
                if self.accept("more") and self.ends(0):  # `rep from * to * 3 more, ...`
                    return n
                if self.accept("times", "time", "x"):
                    self.accept("more")
                    self.at("around") and self.ends(1) and self.accept("around")
                    return n
        self.i = save
        return None

    def ends(self, k: int) -> bool:
        """Whether an instruction ends k tokens on."""
        return self.ahead(k).kind == "end" or self.ahead(k).text in (",", ";", ".", "(", "[", "-")

    def stitch(self) -> str | None:
        """A stitch name of the text's dialect, else one that only the other dialect has (`sc` in a UK text)."""
        t = self.token
        if t.kind != "word":
            return None
        for table in (self._spellings, self._other):
            for words, key in table.get(t.text, ()):
                if len(words) == 1 or self.phrase(*words):
                    self.i += len(words)
                    self.accept("crochet", "crochets")
                    return key
        return None

    def opens_stitch(self, k: int = 0) -> bool:
        """Whether the word k tokens on may begin the name of a stitch."""
        return self.ahead(k).text in self._spellings

    def named(self, into: bool = False) -> tuple[Node, ...] | None:
        """What the special stitch is made of whose name comes next; `into`: as a place, so one that is a group."""
        name = self.name(into)
        return name.group if name else None

    def name(self, into: bool = False) -> Named | None:
        """`named`, with the place that its definition says."""
        for name in self.names:
            if name.means or (into and (len(name.group) < 2 or name.wide)):
                continue
            words = name.words
            if self.phrase(*words) or self.phrase(*words[:-1], words[-1] + "s"):
                self.i += len(words)
                return name
        return None

    def legged(self, peek: bool = False) -> tuple[str, int] | None:
        """A stitch of several legs and how many such (`3-dc cl`, `2 3-dc cls`, `dc3tog`, `cl`); else None."""
        if not any(t.text in _MAKING for t in self.tokens[self.i : self.i + 5]):
            return None
        save = self.i
        found = self._legged()
        if found is None or peek:
            self.i = save
        return found

    def _legged(self) -> tuple[str, int] | None:
        begins = self.i > 0 and self.tokens[self.i - 1].text in BEGINNING
        first = self.number()
        bare = self.making()
        if bare is not None:
            return self._of_legs(bare, first or 1) or self._bare(bare, first, begins)
        second = self.number()
        key = self.stitch()
        if key not in _BASES and (key is None or lookup(key).made != "post"):
            return None
        after = self.number() if self.token.tight or self.ahead().text in ("tog", "together") else None
        making = self.making()
        if making is None:
            return None
        if second is not None:
            n, legs = first or 1, second
        elif after is not None:
            n, legs = first or 1, after
        elif first is not None:
            n, legs = 1, first
        else:
            n, legs = 1, 2 if making == "tog" else USUAL_LEGS.get(making, ("", 3))[1]
        if not 2 <= legs <= MOST_LEGS or not is_stitch(whole := composed(making, key, legs)):
            return None
        return whole, n

    def making(self) -> Making | None:
        making = _MAKING.get(self.token.text) if self.token.kind == "word" else None
        if making is None:
            return None
        self.i += 1
        if making in ("puff", "bobble", "pc", "cl"):
            self.accept("st", "sts", "stitch", "stitches")
        elif making == "tog":  # `tr3tog cluster`
            self.accept("cl", "cls", "cluster", "clusters")
        return making

    def _of_legs(self, making: Making, n: int) -> tuple[str, int] | None:
        """`of 3 dc`, `(5 dc each)` behind `cluster`: what it is made of; None with nothing read."""
        save = self.i
        bracketed = self.accept("(")
        self.accept("of")
        legs = self.number() if self.i > save else None
        key = self.stitch() if legs else None
        self.accept("together", "each")
        closed = not bracketed or self.accept(")")
        if legs and key in _BASES and closed and making != "tog" and 2 <= legs <= MOST_LEGS:
            return "puff" if making == "puff" else composed(making, key, legs), n
        self.i = save
        return None

    def _bare(self, making: Making, n: int | None, begins: bool) -> tuple[str, int] | None:
        """`cl`, `2 pc`, `puff`: nothing says what it is made of. A `beg pc` is of what the others of its line are."""
        if making == "tog":
            return None
        if begins and (key := self._told_elsewhere(making)):
            return key, n or 1
        if making == "puff":
            return "puff", n or 1
        base, legs = USUAL_LEGS[making]
        return composed(making, base, legs), n or 1

    def _told_elsewhere(self, making: Making) -> str:
        """What the first such stitch of the line is of which it is said (`4-dc pc`: `dc4-pc`)."""
        save, found = self.i, ""
        for k, t in enumerate(self.tokens):
            if t.kind == "num" and self.tokens[k + 1].text not in _MAKING:
                self.i = k
                legged = self._legged() if any(_MAKING.get(x.text) == making for x in self.tokens[k : k + 5]) else None
                found = found or (legged[0] if legged and lookup(legged[0]).made == making else "")
        self.i = save
        return found

    def fail(self, kind: str, *, token: Token | None = None, **data: object) -> UnreadableError:
        """The exception for a trouble at the present token; already-reported words report nothing more."""
        t = token or self.token
        if t.start in self.unknown:
            return UnreadableError(None)
        if t.kind == "end" and self.i > 0:
            t = self.tokens[self.i - 1]
        return UnreadableError(Trouble(kind, (t.start, max(t.end, t.start + 1)), data))
