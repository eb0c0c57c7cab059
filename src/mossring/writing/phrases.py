"""Steps in words, in US or UK terms."""

from __future__ import annotations

from collections.abc import Sequence

from mossring.stitches.terms import WORDS, Dialect, term
from mossring.styles import Style
from mossring.working import WorkedRound
from mossring.writing.repeats import Again, fold
from mossring.writing.script import Item, Place, Script, Step

_TIMES = {1: "once", 2: "twice"}


class Phrases:
    """Words of one dialect. `used`: every abbreviation that was written, for the list of abbreviations."""

    def __init__(self, dialect: Dialect) -> None:
        self.dialect = dialect
        self.used: set[str] = set()

    def word(self, key: str) -> str:
        self.used.add(key)
        return term(key, self.dialect).abbr

    def _use(self, *words: str) -> None:
        self.used.update(words)

    def chain(self, n: int) -> str:
        return f"{self.word('ch')} {n}"

    def run(self, item: Item) -> str:
        kind, n = item
        if kind == "ch":
            return self.chain(n)
        return self.word(kind) if n == 1 else f"{n} {self.word(kind)}"

    def group(self, items: Sequence[Item]) -> str:
        text = ", ".join(self.run(i) for i in items)
        return text if len(items) == 1 else f"({text})"

    def skip(self, place: Place) -> str:
        """`sk next 2 sts, ` before a place, or nothing."""
        return "".join(f"{s}, " for s in self.skips(place.skips))

    def skips(self, skips: Sequence[tuple[str, int]]) -> list[str]:
        out = []
        for what, n in skips:
            self._use("sk")
            word = WORDS[self.dialect]["skip"]
            if what == "st":
                self._use("st")
                out.append(f"{word} next {n} sts" if n > 1 else f"{word} next st")
            else:
                self._use("sp")
                out.append(f"{word} next {self.word('ch')}-{what} sp")
        return out

    def step(self, s: Step) -> str:
        if s.place is None:
            return self.chain(s.chains)
        return f"{self.skip(s.place)}{self.group(s.items)} in {self.where(s)}"

    def where(self, s: Step) -> str:
        assert s.place is not None
        kind = s.place.kind
        if kind == "ring":
            return "ring"
        if kind == "sp":
            self._use("sp")
            return f"next {self.word('ch')}-{s.place.chains} sp"
        if kind == "group":
            self._use("sp")
            return "sp between next 2 groups"
        if kind == "between":
            self._use("sp", "st")
            return "sp between next 2 sts"
        self._use("st")
        if s.count == 1:
            return "next st"
        single = len(s.items) == 1 and s.items[0][1] == 1
        return f"next {s.count} sts" if single else f"each of next {s.count} sts"

    def steps(self, steps: Sequence[Step]) -> str:
        """The steps with what repeats folded: a star for the widest repeat, brackets for the others."""
        folded = fold(steps)
        widest = max((f for f in folded if isinstance(f, Again)), key=_width, default=None)
        out: list[str] = []
        for f in folded:
            if not isinstance(f, Again):
                out.append(self.step(f))
            elif f is widest and len(f.body) > 1:
                self._use("rep")
                n = f.times - 1
                again = "once more" if n == 1 else f"{n} more times"
                out.append(f"*{self._body(f.body)}; rep from * {again}")
            else:
                out.append(self._bracket(f))
        return ", ".join(out)

    def _body(self, body: Sequence[Step | Again[Step]]) -> str:
        return ", ".join(self._bracket(b) if isinstance(b, Again) else self.step(b) for b in body)

    def _bracket(self, a: Again[Step]) -> str:
        times = _TIMES.get(a.times) or f"{a.times} times"
        return f"[{self._body(a.body)}] {times}"

    # ---- start and close -------------------------------------------------------------------

    def reach(self, script: Script) -> str:
        """`sl st in next 2 sts and in next ch-2 sp, `, or nothing."""
        if not script.reach:
            return ""
        places = []
        for p in script.reach:
            if p.kind == "st":
                self._use("st")
                places.append(f"next {p.chains} sts" if p.chains > 1 else "next st")
            elif p.kind == "sp":
                self._use("sp")
                places.append(f"next {self.word('ch')}-{p.chains} sp")
            else:
                self._use("sp")
                places.append("sp between next 2 groups")
        return f"{self.word('slst')} in {' and in '.join(places)}, "

    def opening(self, script: Script, style: Style) -> tuple[str, str, list[Step]]:
        """The start, what to join in, and the steps still to do."""
        kind = script.first[0][0]
        steps = list(script.steps)
        chains = style.chains_for(kind) if style.counts else None
        same = {"ring": "ring", "sp": "same sp", "group": "same sp"}.get(script.first_place.kind, "same st")
        self._use("sp" if same == "same sp" else "st" if same == "same st" else "ch")
        if chains is None:
            lift = style.loose_chains(kind)
            counts = "" if lift == 1 else " (does not count)"
            text = f"{self.chain(lift)}{counts}, {self.group(script.first)} in {same}"
            return text, f"first {self.word(kind)}", steps
        rest = list(script.first)
        rest[0] = (kind, rest[0][1] - 1)
        if not rest[0][1]:
            rest.pop(0)
        self._use("beg")
        more = 0
        if not rest and steps and steps[0].place is None:
            more = steps.pop(0).chains
        elif rest and rest[0][0] == "ch":
            more = rest.pop(0)[1]
        label = f"counts as {self.word(kind)}" + (f" and {self.chain(more)}" if more else "")
        text = f"{self.chain(chains + more)} ({label})"
        if rest:
            text += f", {self.group(rest)} in {same}"
        top = f"top of beg {self.word('ch')}-{chains}"
        if more:
            top = f"{_nth(chains)} {self.word('ch')} of beg {self.word('ch')}-{chains + more}"
        return text, top, steps

    def round(self, script: Script, style: Style, done: WorkedRound, turn: bool) -> str:
        """A whole round without its count."""
        parts, top, steps = [], f"first {self.word('slst')}", list(script.steps)
        if script.first:
            opening, top, steps = self.opening(script, style)
            parts.append(self.reach(script) + opening)
        if script.all_around and steps:
            self._use("st")
            parts.append(f"{self.run(steps[0].items[0])} in each st around")
        elif steps:
            parts.append(self.steps(steps))
        parts += self.skips(script.left)
        parts.append(f"join with {self.word('slst')} in {top}" if done.closed else "do not join")
        if done.corner_said:
            kind, chains = done.corner_said
            parts.append(f"corner {self.chain(chains) if kind == 'ch' else self.word(kind)}")
        if turn:
            parts.append("turn")
        return ", ".join(parts)

    def counts(self, done: WorkedRound) -> str:
        """`24 dc, 4 ch-2 sps`."""
        parts = [f"{n} {self.word(k)}" for k, n in done.counts().items()]
        for key, n in done.spaces().items():
            self._use("sp")
            parts.append(f"{n} {key} sps" if n > 1 else f"{n} {key} sp")
        return ", ".join(parts)


def _width(a: Again[Step]) -> int:
    return a.times * sum(_width(b) if isinstance(b, Again) else 1 for b in a.body)


def _nth(n: int) -> str:
    return f"{n}{ {1: 'st', 2: 'nd', 3: 'rd'}.get(n, 'th') }"
