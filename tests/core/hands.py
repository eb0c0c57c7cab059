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
_AGAIN = {
    "star": "*{body}; rep from * {more}",
    "bracket": "[{body}] {times}",
    "stars": "*{body}*, repeat from * to * {more}",
    "out of them": "*{body}* {n} times",
    "in words": "* {body}, repeat from * {word} more time{s}",
    "x": "[{body}] x {n}",
    "between": "*{body}*; repeat between * and * {more}",
    "in all": "*{body}; repeat from * {n} times in all",
    "dash": "*{body}*, rep *-* {again} more time{s}",
    "rep bracket": "[{body}], rep [ ] {again} more time{s}",
    "rep star times": "*{body}; rep from * {once}",
    "total": "*{body}* repeat {n} times total",
    "braces": "{{{body}}} {times}",
    "again in words": "*{body}; rep from * {word} time{s} more",
    "sentence": "*{body}. Rep from * {more}",
}
_OTHERWISE = ("written out", "cut")
_IN_FULL = {
    "us": {"sc": "single crochet", "hdc": "half double crochet", "dc": "double crochet"},
    "uk": {"sc": "double crochet", "hdc": "half treble", "dc": "treble"},
}
_SHORT = {
    "us": {"sc": "sc", "hdc": "hdc", "dc": "dc", "": "sts"},
    "uk": {"sc": "dc", "hdc": "htr", "dc": "tr", "": "sts"},
}


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
        return _SHORT["uk" if self.uk else "us"][key]

    def ch(self, n: int) -> str:
        return self.one(
            "ch",
            f"ch {n}",
            f"{n} ch",
            f"{n}ch",
            f"ch{n}",
            f"chain {n}",
            f"ch-{n}",
            f"{n} chains" if n > 1 else "1 chain",
            f"chain {_WORDS[n] if n < 13 else n}",
            f"Ch {n}",
        )

    def chain_name(self, n: int) -> str:
        return self.one("chain name", f"ch-{n}", f"ch {n}", f"beg ch-{n}", f"{n}-ch", f"beginning ch {n}")

    def slip(self) -> str:
        return "ss" if self.uk else self.one("slip", "sl st", "slip stitch", "ss")

    def many(self, n: int, key: str) -> str:
        """So many in one place."""
        st = self.st(key)
        if self.one("words", "", "", "", "", "y"):
            st = _IN_FULL["uk" if self.uk else "us"][key]
            return f"{_WORDS[n]} {st}" if n < 10 else f"{n} {st}"
        if n == 1:
            return self.one("single", st, f"1 {st}", st) if not self.uk else self.one("single", f"1{st}", f"1 {st}", st)
        return self.one(
            "many", f"{n} {st}", f"{n}{st}", f"{n} {st}", f"{n} {st}s", f"{_WORDS[n] if n < 10 else n} {st}"
        )

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
            "reach",
            f"{s} to next {sp}",
            along,
            joined,
            f"{s} across to first {sp}",
            f"join yarn in any {sp}",
            f"{s} into next {sp}",
            f"{s} in each st to next {sp}",
            f"{s} over to next {sp}",
            f"attach yarn in any {sp}",
            f"join next colour with a {s} in any {sp}",
            f"{s} into {sp}",
            f"{s} to {sp}",
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
            f"{st} in next {n}",
            f"{st} in next {n} {plural} of previous rnd",
            f"{st} in each of the following {n} {plural}",
            f"work 1 {st} in each of next {n} {plural}",
            f"{st} across next {n} {plural}",
            f"{st} into the next {_WORDS[n] if n < 13 else n} {plural}",
            f"{st} in ea of next {n} {plural}",
            f"1 {st} in each of next {n} {plural}",
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
            f"in {place} work ({inner})",
            f"work ({inner}) in {place}",
            f"{inner} in {place}",
            f"({inner}) {self.into()} the {place}",
        )

    def two_in_each(self, key: str) -> str:
        """A round of nothing but increases."""
        st = self.st(key)
        return self.one(
            "each",
            f"2 {st} in each st around",
            f"2 {st} in each {st} to end",
            f"2 {st} in every st around",
            f"2 {st} in each st of previous round",
        )

    def skip(self) -> str:
        return self.one("skip", "sk next st", "skip next st", "skip 1 st", "miss next st")

    def rnd(self) -> str:
        """How another round is spoken of."""
        return self.one("rnd word", "Rnd", "Round", "Rnd")

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
            f"({n}) ",
            f"{n}: ",
            f"RND {n}: ",
            f"{_NTH[n]} round: ",
            f"Round {_WORDS[n].capitalize()}: ",
            f"**Rnd {n}:** ",
            f"Rnd {n} (RS): ",
            f"Round {n}\n",
            f"{n}) ",
            f"Rnd {n} – ",
            f"Rnd {n}— ",
            f"Round #{n}: ",
            f"ROUND {n}\n",
            f"Rd {n}: ",
            f"- Rnd {n}: ",
            f"Rnd{n}: ",
            f"Rnd. {n}: ",
            f"Round {n} [RS]: ",
            f"R{n} ",
            f"Round {n}, ",
            f"Rnd {n}; ",
        )

    def start(self, key: str) -> str:
        """The turning chain that stands for the first stitch."""
        chain, st = self.ch({"hdc": 2, "dc": 3}[key]), self.st(key)
        ways = ("counts as {}", "counts as first {} throughout", "= 1 {}", "counts as 1st {}", "first {}")
        told = self.one("told", *(f" ({way.format(st)})" for way in ways), f" [counts as {st}]", "", "", "")
        return chain + told

    def close(self, key: str) -> str:
        n = {"hdc": 2, "dc": 3}[key]
        s = self.slip()
        return self.one(
            "close",
            f"join with {s} in top of {self.chain_name(n)}",
            f"{s} in top of {self.chain_name(n)}",
            "join",
            f"{s} in {_NTH[n]} ch of {self.chain_name(n)}",
            f"{s} to join",
            f"join to top of {self.chain_name(n)} with {s}",
            f"{s} to top of first {self.st(key)}",
            f"{s} to beg ch-{n}",
            f"join with a {s} to the top of the starting ch",
            f"{s} in {_NTH[n]} ch to join",
            f"close rnd with {s}",
            f"{s} to join in top of {n}ch",
            f"join w/ {s}",
            f"{s} in top of turning ch",
            f"{s} in top of first st",
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
            f" (Total: {n} {st})",
            f" [{n}]",
            f" ={n}",
            f" {{{n}}}",
            f" ({n} sts total)",
            f" — {n} sts",
            f" ({n}{st})",
            f" // {n} {st}",
            f" ({n} sts in total)",
            f" Total {n} {st}.",
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
        way = way or self.one("again", *_AGAIN, *_OTHERWISE)
        if way == "cut":
            return self._cut(before, unit, times, after)
        if way == "written out":
            return [*before, *([*unit] * times), *after]
        more = times - 1
        once = _TIMES.get(more)
        text = _AGAIN[way].format(
            body=", ".join(unit),
            n=times,
            times=_TIMES.get(times) or f"{times} times",
            again=more,
            once=once or f"{more} times",
            more=f"{once} more" if once else f"{more} more times",
            word=_WORDS[more],
            s="s" * (more > 1),
        )
        if way == "sentence" and before:
            return [*before[:-1], f"{before[-1]}. {text}", *after]
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
        title = self.one(
            "title",
            f"{name} {shape}",
            f"{name.upper()} {shape.upper()}",
            f"{name} {shape} ({terms})",
            f"{name} {shape}: a pattern in {terms} terms",
            f"# {name} {shape}",
            f"The {name} {shape}",
            f"{name} {shape} by the harbour studio",
            f"~ {name} {shape} ~",
        )
        said = self.one(
            "terms",
            f"{terms} terms.",
            f"Written in {terms} terms",
            f"Terms: {terms}",
            f"{terms} terminology used throughout.",
            f"All terms are {terms}.",
            f"({terms} terms)",
            f"Uses {terms} crochet terms.",
            f"Terminology: {terms}",
            f"*{terms} terms*",
            f"Pattern is written in {terms} terms",
        )
        extra = self.one(
            "extra",
            "",
            "Materials: any DK yarn, 4 mm hook\n",
            "You will need\nworsted yarn\n5 mm hook\n",
            f"Abbreviations: ch = chain, {self.slip()} = slip stitch, {self.st('dc')} = "
            f"{'treble' if self.uk else 'double crochet'}, sp = space, st = stitch\n",
            "Skill level: easy\nGauge isn't important.\n",
            "Special stitches: none.\nNotes:\n- Every round is joined.\n- Weave in ends as you go.\n",
            "Finished size: about 10 cm\nGauge: 14 sts to 10 cm\n",
            "A quick little piece for the quayside.\n",
            "Level: beginner\nYarn: 20 g of worsted\nHook: 5 mm\nNotions: needle\n",
            "Pattern:\n",
            "PATTERN NOTES\nRounds are worked with the right side facing.\n\nINSTRUCTIONS\n",
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
                f"{self.ch(4)}, {s} in 4th ch from hook to form a ring.\n",
                "Begin with a magic ring.\n",
                f"To start: {self.ch(4)} and join into a ring with a {s}.\n",
                f"Foundation: {self.ch(4)}, {s} to join.\n",
                f"Ring: {self.ch(4)}, {s} in first ch.\n",
            )
            return line[0].upper() + line[1:], "in ring"
        if way == "within":
            return f"{self.ch(4)}, {s} to form ring, ", "in ring"
        return "", {"magic": "in magic ring", "mr": "in MR", "centre": "into the ring"}[way]
