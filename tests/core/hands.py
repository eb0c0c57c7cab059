"""A designer's hand drawn by lot: how rounds are called, stitches, places, repeats, joins and counts are put.

The habits are common practice in published patterns (no source); the wording is our own."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from random import Random

_WORDS = ("zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")
_NTH = ("", "1st", "2nd", "3rd", "4th", "5th", "6th")
_TIMES = {1: "once", 2: "twice"}
_AGAIN = ("star", "bracket", "stars", "out of them", "star in words", "sentence", "written out", "x", "cut")


@dataclass
class Hand:
    """One designer's habits, kept through a pattern."""

    lot: Random
    uk: bool = False
    chosen: dict[str, int] = field(default_factory=dict)

    def one(self, habit: str, *ways: str) -> str:
        """The way that this hand puts something, the same each time."""
        if habit not in self.chosen:
            self.chosen[habit] = self.lot.randrange(len(ways))
        return ways[self.chosen[habit] % len(ways)]

    # ---- words -------------------------------------------------------------------------------

    def st(self, key: str) -> str:
        us = {"sc": "sc", "hdc": "hdc", "dc": "dc", "tr": "tr", "": "sts"}
        uk = {"sc": "dc", "hdc": "htr", "dc": "tr", "tr": "dtr", "": "sts"}
        return (uk if self.uk else us)[key]

    def ch(self, n: int) -> str:
        return self.one("ch", f"ch {n}", f"{n} ch", f"{n}ch", f"ch{n}", f"chain {n}")

    def chain_name(self, n: int) -> str:
        return self.one("chain name", f"ch-{n}", f"ch {n}", f"beg ch-{n}", f"{n}-ch", f"beginning ch {n}")

    def slip(self) -> str:
        return "ss" if self.uk else self.one("slip", "sl st", "slip stitch", "ss")

    def many(self, n: int, key: str) -> str:
        """So many in one place."""
        st = self.st(key)
        if self.one("words", "", "", "", "", "y"):
            st = {
                "sc": "double crochet" if self.uk else "single crochet",
                "hdc": "half treble" if self.uk else "half double crochet",
                "dc": "treble" if self.uk else "double crochet",
                "tr": "double treble" if self.uk else "treble",
            }[key]
            return f"{_WORDS[n]} {st}" if n < 10 else f"{n} {st}"
        if n == 1:
            return self.one("single", st, f"1 {st}", st) if not self.uk else self.one("single", f"1{st}", f"1 {st}", st)
        return self.one("many", f"{n} {st}", f"{n}{st}", f"{n} {st}")

    def same_space(self) -> str:
        return self.one("same", "same sp", "the same sp", "same space")

    def lift(self, key: str) -> str:
        """The chain that begins a round and is no stitch."""
        n = {"sc": 1, "hdc": 1, "dc": 2}[key]
        told = " (does not count as a st)"
        return self.ch(n) + (self.one("told not", told, "", " (not counted)") if key != "dc" else told)

    def reach(self, chains: int, past: int, key: str) -> str:
        """How the hook comes to the first corner."""
        s, sp = self.slip(), self.space(chains)
        along = f"{s} in next {past} {self.st(key)} and in next {sp}" if past > 1 else f"{s} to next {sp}"
        joined = f"join new colour in any {sp}"
        return self.one(
            "reach", f"{s} to next {sp}", along, joined, f"{s} across to first {sp}", f"join yarn in any {sp}"
        )

    def run(self, n: int, key: str, over: str = "") -> str:
        """One in each of the next so many."""
        st, what = self.st(key), over and self.st(over)
        if n == 1:
            return self.one(
                "run of one",
                f"{st} in next {what or 'st'}",
                f"1 {st} in next st",
                f"{st} in next st",
                f"1{st} in next st",
            )
        plural = self.one("plural", "sts", what or "sts", "stitches", what or "sts")
        return self.one(
            "run",
            f"{st} in next {n} {plural}",
            f"{st} in each of next {n} {plural}",
            f"1 {st} in each of the next {n} {plural}",
            f"{st} in the next {n} {plural}",
            f"1{st} into each of next {n} {plural}",
            f"1 {st} in next {n} {plural}",
        )

    def last(self, n: int, key: str) -> str:
        st = self.st(key)
        if n == 1:
            return self.one("last one", f"{st} in last st", f"1 {st} in the last st", f"{st} in next st")
        return self.one(
            "last",
            f"{st} in last {n} sts",
            f"{st} in each of last {n} sts",
            f"{st} in next {n} sts",
            f"1 {st} in each of the last {n} sts",
        )

    def into(self) -> str:
        return self.one("into", "in", "into", "in")

    def space(self, n: int) -> str:
        return self.one("space", f"ch-{n} sp", f"{n}-ch sp", f"ch-{n} space", f"{n}ch-sp", f"ch {n} sp")

    def corner(self, inner: str, chains: int) -> str:
        place = self.one(
            "corner place",
            f"next {self.space(chains)}",
            "corner",
            "corner sp",
            f"{self.space(chains)}",
            f"the next {self.space(chains)}",
        )
        return self.one(
            "corner",
            f"({inner}) {self.into()} {place}",
            f"[{inner}] {self.into()} {place}",
            f"({inner}) all in {place}",
        )

    # ---- rounds ------------------------------------------------------------------------------

    def label(self, n: int, colour: str = "") -> str:
        plain = self._label(n)
        if not colour:
            return plain
        way = self.one("colour in head", "with", "bracket")
        if way == "with" or "(RS)" in plain or "**" in plain or plain[-1] == "\n":
            return f"{plain}with {colour}, "
        return re.sub(r"(?<=\w)(?=\W*$)", f" ({colour})", plain, count=1)

    def colour(self, n: int) -> str:
        """The yarn of a round, where this hand names it."""
        return self.one("colours", "", "", "", "y") and "ABC"[(n - 1) % 3]

    def ending(self, colour: str) -> str:
        return f". Fasten off {colour}." if colour and self.one("cut yarn", "", "y") else ""

    def _label(self, n: int) -> str:
        return self.one(
            "label",
            f"Rnd {n}: ",
            f"Round {n}: ",
            f"R{n}: ",
            f"Rnd {n}. ",
            f"Round {n} - ",
            f"{n}. ",
            f"RND {n}: ",
            f"{_NTH[n]} round: ",
            f"Round {_WORDS[n].capitalize()}: ",
            f"**Rnd {n}:** ",
            f"Rnd {n} (RS): ",
            f"Round {n}\n",
            f"{n}) ",
            f"Rnd {n} – ",
        )

    def start(self, key: str) -> str:
        """The turning chain that stands for the first stitch."""
        n = {"hdc": 2, "dc": 3, "tr": 4}[key]
        told = self.chosen.setdefault("told", self.lot.randrange(5))
        if told == 0:
            return f"{self.ch(n)} (counts as {self.st(key)})"
        if told == 1:
            return (
                f"{self.ch(n)} (counts as first {self.st(key)} throughout)"
                if "told before" not in self.chosen
                else self.ch(n)
            )
        if told == 2:
            return f"{self.ch(n)} (= 1 {self.st(key)})"
        return self.ch(n)

    def close(self, key: str) -> str:
        n = {"hdc": 2, "dc": 3, "tr": 4}[key]
        s = self.slip()
        return self.one(
            "close",
            f"join with {s} in top of {self.chain_name(n)}",
            f"{s} in top of {self.chain_name(n)}",
            "join",
            f"{s} in {_NTH[n] if n < 5 else n} ch of {self.chain_name(n)}",
            f"{s} to join",
            f"join to top of {self.chain_name(n)} with {s}",
            f"{s} to top of first {self.st(key)}",
        )

    def close_on(self, key: str) -> str:
        """The join of a round that begins with a stitch."""
        s = self.slip()
        return self.one(
            "close on",
            f"join with {s} in first {self.st(key)}",
            f"{s} in first {self.st(key)}",
            "join",
            f"{s} to first st",
            f"{s} to join",
        )

    def count(self, n: int, key: str, spaces: str = "") -> str:
        st = self.st(key)
        if spaces and self.one("count spaces", "", "y") == "y":
            return self.one(
                "count both",
                f" ({n} {st}, {spaces})",
                f" [{n} {st} and {spaces}]",
                f" - {n} {st}, {spaces}",
                f" ({n} {st} + {spaces})",
            )
        return self.one(
            "count",
            f" ({n} {st})",
            f" [{n} sts]",
            f" — {n} {st}",
            "",
            f" {n} {st}.",
            f" ({n})",
            f" = {n} {st}",
            f" ({n} sts)",
            f" <{n}>",
        )

    def sentence(self, parts: Sequence[str], close: str, count: str) -> str:
        body = ", ".join(p for p in parts if p)
        body = body[0].upper() + body[1:] if self.one("capital", "y", "n") == "y" else body
        if not close:
            return f"{body}.{count}"
        stop = self.one("stop", f", {close}.", f"; {close}.", f". {close[0].upper()}{close[1:]}.", f", {close}")
        return f"{body}{stop}{count}"

    def again(
        self, before: Sequence[str], unit: Sequence[str], times: int, after: Sequence[str], way: str = ""
    ) -> list[str]:
        """A unit worked so many times, between what comes before and behind."""
        if times == 1:
            return [*before, *unit, *after]
        body, more = ", ".join(unit), times - 1
        again = _TIMES.get(more)
        way = way or self.one("again", *_AGAIN)
        if way == "cut":
            return self._cut(before, unit, times, after)
        if way == "star":
            text = f"*{body}; rep from * {f'{again} more' if again else f'{more} more times'}"
        elif way == "bracket":
            text = f"[{body}] {_TIMES.get(times) or f'{times} times'}"
        elif way == "stars":
            text = f"*{body}*, repeat from * to * {f'{again} more' if again else f'{more} more times'}"
        elif way == "out of them":
            text = f"*{body}* {times} times"
        elif way == "star in words":
            text = f"* {body}, repeat from * {_WORDS[more]} more time{'s' * (more > 1)}"
        elif way == "sentence":
            return [
                *before[:-1],
                f"{before[-1] + '. ' if before else ''}*{body}. Rep from * {f'{again} more' if again else f'{more} more times'}",
                *after,
            ]
        elif way == "x":
            text = f"({body}) x {times}" if "(" not in body else f"[{body}] x {times}"
        else:
            return [*before, *([*unit] * times), *after]
        return [*before, text, *after]

    def _cut(self, before: Sequence[str], unit: Sequence[str], times: int, after: Sequence[str]) -> list[str]:
        """The end of what comes before, a corner, is the first of each repeat, and the last one stops behind it."""
        if not before or before[-1] != unit[-1] or unit[-1][0] not in "([":
            return self.again(before, unit, times, after, "star")
        body = ", ".join(unit[:-1])
        end = self.one("cut", "ending last rep at **", "ending at ** on last rep", "ending the last repeat at **")
        many = self.one("cut how often", "around", f"{times} more times", "around")
        return [*before[:-1], f"*{unit[-1]}**, {body}; rep from * {many}, {end}", *after]

    def heading(self, name: str, shape: str) -> str:
        terms = "UK" if self.uk else "US"
        title = self.one("title", f"{name} {shape}", f"{name.upper()} {shape.upper()}", f"{name} {shape} ({terms})")
        said = self.one(
            "terms",
            f"{terms} terms.",
            f"Written in {terms} terms",
            f"Terms: {terms}",
            f"{terms} terminology used throughout.",
            f"All terms are {terms}.",
        )
        extra = self.one(
            "extra",
            "",
            "Materials: any DK yarn, 4 mm hook\n",
            "You will need\nworsted yarn\n5 mm hook\n",
            f"Abbreviations: ch = chain, {self.slip()} = slip stitch, {self.st('dc')} = "
            f"{'treble' if self.uk else 'double crochet'}, sp = space, st = stitch\n",
            "Skill level: easy\nGauge isn't important.\n",
        )
        blank = self.one("blank", "", "\n")
        return f"{title}\n{blank}{said}\n{extra}{blank}"

    def ring(self) -> tuple[str, str]:
        """How it begins: a line before round 1 or words in it, and the place of its stitches."""
        s = self.slip()
        way = self.one("ring", "magic", "line", "within", "mr", "centre")
        if way == "line":
            line = self.one(
                "ring line",
                f"{self.ch(4)}, {s} in first ch to form a ring.\n",
                f"{self.ch(4)}, join with {s} to form ring.\n",
                "Make a magic ring.\n",
            )
            return line[0].upper() + line[1:], "in ring"
        if way == "within":
            return f"{self.ch(4)}, {s} to form ring, ", "in ring"
        return "", {"magic": "in magic ring", "mr": "in MR", "centre": "into the ring"}[way]
