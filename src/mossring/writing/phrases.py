"""Steps in words, in US or UK terms."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from mossring.notation.stitching import PICOT_CHAINS
from mossring.stitches import composed, lookup
from mossring.stitches.terms import WORDS, Dialect, ordinal, term
from mossring.styles import CHAINLESS, Style
from mossring.working import ALONG, SURFACE, WorkedRound
from mossring.writing.repeats import Again, fold, unit_of, width
from mossring.writing.script import Script, with_first, works_behind
from mossring.writing.special import STANDING
from mossring.writing.starting import (
    begins_at_once,
    cast_on,
    closing_stitch,
    cluster_chains,
    how_begun,
    less_one,
    may_spiral,
    start_of,
)
from mossring.writing.steps import Step
from mossring.writing.walk import NO_STITCH, Item, Place

_STANDS = ("standing", "with ")
_TIMES = {1: "once", 2: "twice"}
LOOPS = {"back": "BLO", "front": "FLO", "third": "3rd loop"}
"""The loop a stitch is worked in, as it is written."""


class Phrases:
    """Words of one dialect. used: every abbreviation that was written; names: the designer's own for groups.

    joins: what the yarn is called that is joined anew for the round being written; through: the one that is drawn
    through at its end. once: starting chains whose meaning the notes say, for all rounds: how many, and what they count
    as (`` for nothing). closes: a chain closes every cluster, as the list of stitches says. begun: the designer's own
    stitches that were begun on chains, and on how many. goes_on: the one below it wasn't joined.
    """

    def __init__(self, dialect: Dialect, names: Mapping[tuple[Item, ...], str] | None = None) -> None:
        self.dialect = dialect
        self.names = names or {}
        self.used: set[str] = set()
        self.through = ""
        self.goes_on = False
        self.closes = False
        self.begun: dict[str, int] = {}
        self.once: frozenset[tuple[int, str]] = frozenset()
        self.joins = ""
        self.amid = False

    def word(self, key: str) -> str:
        """A stitch's abbreviation; what it is made of comes into the list of abbreviations too."""
        stitch = lookup(key)
        self.used.add(key)
        if stitch.base:
            self.used.add(stitch.base)
        return term(key, self.dialect).abbr

    def use(self, *words: str) -> None:
        self.used.update(words)

    def chain(self, n: int) -> str:
        return f"{self.word('ch')} {n}"

    def run(self, item: Item) -> str:
        """`3 dc`, `BLO dc`, `3-dc cl (closed)`, `ch 3, 2-dc cl in 3rd ch from hook`."""
        if item.ties:
            return self._tied(item)
        if item.kind == "ch":
            return self.chain(item.n)
        if item.kind == "yarn":
            return f"change to {item.part}"
        if item.kind == "other side":
            return "working along other side of foundation chain"
        name = self.names.get((item._replace(n=1),))
        if name:
            return name if item.n == 1 else f"{item.n} {name}s"
        if item.kind == "picot":
            return self._picot(item)
        word = self.word(item.kind)
        if item.part and item.part != ALONG:
            self.use(item.part)
            word = f"{LOOPS[item.part]} {word}"
        if item.closing and not self.closes:
            word += " (closed)"
        text = word if item.n == 1 else f"{item.n} {word}"
        if not item.carried:
            return text
        if item.part == ALONG and not item.hung:
            return f"{text} in same {self.word('ch')}"
        if not item.hung:
            self.use("st")
            return f"{text} in top of last st made"
        if item.part == ALONG:
            return f"{text} in next {f'{item.hung} ' if item.hung > 1 else ''}{self.word('ch')}"
        chains = self.chain(item.hung + item.along)
        return f"{chains}, {text} in {ordinal(item.hung)} {self.word('ch')} from hook"

    def _tied(self, item: Item) -> str:
        """`ch 1, sl st in corresponding ch-2 sp of previous motif, ch 1`."""
        out: list[str] = []
        made = 0
        for tie in item.ties:
            if tie.at > made:
                out.append(self.chain(tie.at - made))
            place = f"in corresponding {tie.place} of {tie.whom}" if tie.place else f"to {tie.whom}"
            out.append(f"{self.word(tie.stitch)} {place}")
            made = tie.at
        left = item.n - made - sum(tie.stands for tie in item.ties)
        return ", ".join([*out, self.chain(left)] if item.kind == "ch" and left else out)

    def _picot(self, item: Item) -> str:
        self.use("picot")
        one = "picot" if item.hung == PICOT_CHAINS else f"{self.word('ch')}-{item.hung} picot"
        return ", ".join([one] * item.n)

    def group(self, items: Sequence[Item]) -> str:
        if name := self.names.get(tuple(items)):
            return name
        text = ", ".join(self.run(i) for i in items)
        return text if len(items) == 1 else f"({text})"

    def skip(self, place: Place) -> str:
        """`sk next 2 sts, ` before a place, or nothing."""
        return "".join(f"{s}, " for s in self.skips(place.skips))

    def skips(self, skips: Sequence[tuple[str, int]]) -> list[str]:
        out = []
        for what, n in skips:
            self.use("sk")
            word = WORDS[self.dialect]["skip"]
            if what == "st":
                self.use("st")
                out.append(f"{word} next {n} sts" if n > 1 else f"{word} next st")
            else:
                self.use("sp")
                out.append(f"{word} next {self.word('ch')}-{what} sp")
        return out

    def step(self, s: Step) -> str:
        if s.place is None:
            return ", ".join(self.run(i) for i in s.items)
        return f"{self.skip(s.place)}{self._spike(s)}{self.group(s.items)} {self.at(s)}"

    def _spike(self, s: Step) -> str:
        """`spike `, before a single crochet that reaches down over rounds amid stitches of the round below."""
        one = len(s.items) == 1 and s.items[0].kind == "sc" and s.items[0].n == s.many == 1
        if not (self.amid and one and s.place and s.place.kind == "deep"):
            return ""
        self.use("spike")
        return "spike "

    def at(self, s: Step) -> str:
        """Where a step goes, with its `in`, `around` or `over`."""
        assert s.place is not None
        if s.place.kind == "legs":
            return self._over(s.place)
        posts = all(lookup(i.kind).made == "post" for i in s.items if i.kind not in NO_STITCH)
        return f"{'around' if posts else 'in'} {self.where(s.place, s.many, s.items)}"

    def _over(self, place: Place) -> str:
        """The places of the legs of one stitch: `over next 3 sts`, `over next st and next ch-2 sp, sk ... between`."""
        parts = place.parts
        if all(p == parts[0] and p.kind in ("st", "ch", "end") and not p.skips for p in parts):
            return f"over {self.where(parts[0], len(parts))}"
        said = " and ".join(self.where(p._replace(skips=())) for p in parts)
        between = [s for p in parts[1:] for s in self.skips(p.skips)]
        return f"over {said}" + "".join(f", {s} between" for s in between[:1])

    def where(self, place: Place, count: int = 1, items: Sequence[Item] = ()) -> str:
        """A place without its `in`."""
        kind = place.kind
        if kind == "ring":
            return "ring"
        if kind == "same":
            self.use("st")
            return "same st"
        if kind == "start":
            return f"same {'sp' if place.chains else 'st'} as first st"
        if kind == "last":
            self.use("st")
            return f"last {place.stitch or 'st'}"
        if kind == "turning":
            more = int(place.stitch)
            chain = f"turning {self.word('ch')}-{place.chains + more}"
            return f"{ordinal(place.chains)} {self.word('ch')} of {chain}" if more else f"top of {chain}"
        if kind == "both":
            return " and ".join(self.where(p).removeprefix("next ") for p in place.parts) + " together"
        if kind == "centre":
            return self._centre(place, "next")
        if kind == "deep":
            return f"next {self._deep_name(place)} of rnd {place.round}"
        if kind in ("sp", "rest"):
            self.use("sp")
            of = f"{'rest of same' if kind == 'rest' else 'next'} {self.word('ch')}-{place.chains} sp"
            if place.part:
                same = "same" if kind == "rest" else "next"
                nth = place.part.removeprefix("ch ")
                return f"{ordinal(int(nth))} {self.word('ch')} of {same} {self.word('ch')}-{place.chains} sp"
            return of
        if kind == "group":
            self.use("sp")
            return "sp between next 2 groups"
        if kind == "skipped":
            self.use("sp" if place.chains else "st")
            return f"skipped {self.word('ch')}-{place.chains} sp" if place.chains else "skipped st"
        if kind in ("between", "beside"):
            self.use("sp", "st")
            return "sp between " + ("next 2 sts" if kind == "between" else "last st and next st")
        return self._next(kind, count, items)

    def _deep_name(self, place: Place) -> str:
        free = "unworked " if place.part else ""
        if place.stitch:
            return free + self.word(place.stitch)
        self.use("sp")
        return f"{free}{self.word('ch')}-{place.chains} sp"

    def _next(self, kind: str, count: int, items: Sequence[Item]) -> str:
        one, many = {"ch": ("ch", "ch"), "end": ("row end", "row ends")}.get(kind, ("st", "sts"))
        if kind == "st":
            self.use("st")
        if count == 1:
            return f"next {one}"
        single = len(items) <= 1 and all(i.n == 1 and lookup(i.kind).legs == 1 for i in items)
        return f"next {count} {many}" if single else f"each of next {count} {many}"

    def steps(self, steps: Sequence[Step], whole: Sequence[Step] = ()) -> str:
        """The steps with what repeats folded: in brackets, or behind a star where brackets stand in it already. whole:
        the steps of the round with its start as one of them; where those are the same over and over, so is it told."""
        unit = unit_of(whole)
        times = len(whole) // unit - 1 if unit else 0
        if unit and list(steps) == list(whole) and whole[0] == whole[unit]:
            folded: list[Step | Again[Step]] = [Again(tuple(fold(whole[:unit])), times + 1)]
        elif times < 2:
            folded = fold(steps)
        else:
            begun = steps[: len(steps) - unit * times]
            folded = [*fold(begun), Again(tuple(fold(whole[unit : 2 * unit])), times)]
        widest = max((f for f in folded if isinstance(f, Again)), key=width, default=None)
        out: list[str] = []
        for f in folded:
            if not isinstance(f, Again):
                out.append(self.step(f))
            elif f is widest and any(isinstance(b, Again) for b in f.body):
                self.use("rep")
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

    def _to_start(self, script: Script) -> str:
        """What comes before the start: the new yarn joined in its place, or slip stitches to it, or nothing."""
        if not self.joins or script.anew is None:
            return self.reach(script)
        return f"join {self.joins} with {self.word('slst')} in {self.anew(script.anew)}, "

    def anew(self, place: Place) -> str:
        """`any ch-2 sp`, `any corner st`, `center dc of any 5-dc group`, `same st as join`, `2nd st after join`."""
        if place.kind == "any centre":
            return self._centre(place, "any")
        self.use("sp" if place.chains else "st")
        what = f"{self.word('ch')}-{place.chains} sp" if place.chains else place.stitch.replace("end", "row end")
        if place.kind in ("any", "any corner", "first"):
            return f"{place.kind} {what}"
        if place.kind == "join":
            return f"same {'sp' if place.chains else what} as join"
        if place.kind == "opposite":
            return f"corner {what} opposite join of rnd {place.round}"
        return what if place.kind == "nearest" else f"{ordinal(place.skips[0][1])} {what} after join"

    def _centre(self, place: Place, which: str) -> str:
        middle, called = "center" if self.dialect == "us" else "centre", self.word(place.stitch)
        return f"{middle} {called} of {which} {place.chains}-{called} group"

    def reach(self, script: Script) -> str:
        """`sl st in next 2 sts and in next ch-2 sp, `, or nothing."""
        if not script.reach:
            return ""
        places = []
        for p in script.reach:
            if p.kind == "st":
                self.use("st")
                places.append(f"next {p.chains} sts" if p.chains > 1 else "next st")
            elif p.kind == "sp":
                self.use("sp")
                places.append(f"next {self.word('ch')}-{p.chains} sp")
            else:
                self.use("sp")
                two = {"beside": "this st and next st", "between": "next 2 sts"}.get(p.kind, "next 2 groups")
                places.append(f"sp between {two}")
        return f"{self.word('slst')} in {' and in '.join(places)}, "

    def opening(self, script: Script, style: Style) -> tuple[str, str, list[Step]]:
        """The start, what to join in, and the steps still to do."""
        kind = script.first[0].kind
        steps = list(script.steps)
        how = how_begun(script, style, bool(self.joins))
        if how == "foundation":
            return self._on_foundation(script, style, steps)
        if how == "cluster":
            return self._cluster_start(script, style, steps)
        at = script.first_place
        if how == "standing":
            place = script.anew
            self.used.add(f"{STANDING}{kind}")
            known = self.joins and place is not None and place.kind not in ("nth", "opposite", "nearest")
            text = f"standing {self.word(kind)} in {self.anew(place) if known and place else self.where(at)}"
            text = f"with {self.joins}, {text}" if self.joins and place else text
            if rest := less_one(script.first):
                text += f", {self.group(rest)} {self._same(script)}"
            return text, f"first {self.word(kind)}", steps
        if how == "chainless":
            return self._chainless(script, steps)
        if how == "none":
            return f"{self.group(script.first)} {self._same(script)}", f"first {self.word(kind)}", steps
        chains, counts, more = start_of(script, style)
        if not counts:
            lifts = self.chain(chains) + ("" if chains == 1 or (chains, "") in self.once else " (does not count)")
            merged = with_first(script, steps)
            if script.all_around and not script.reach and len(merged) == 1:
                return lifts, f"first {self.word(kind)}", merged
            text = f"{lifts}, {self.group(script.first)} {self._same(script)}"
            return text, f"first {self.word(kind)}", steps
        self.use("beg")
        rest = less_one(script.first)
        if more and rest:
            rest.pop(0)
        elif more:
            steps[0] = steps[0]._replace(items=steps[0].items[1:])
            steps = steps if steps[0].items else steps[1:]
        label = f" (counts as {self.word(kind)}" + (f" and {self.chain(more)})" if more else ")")
        follows = self.group(rest) if rest else self.step(steps[0]) if steps else ""
        clear = (chains, kind) in self.once and not more and not follows.lstrip("([").startswith(f"{self.word('ch')} ")
        text = self.chain(chains + more) + ("" if clear else label)
        if rest:
            text += f", {self.group(rest)} {self._same(script)}"
        top = f"top of beg {self.word('ch')}-{chains}"
        if more:
            top = f"{ordinal(chains)} {self.word('ch')} of beg {self.word('ch')}-{chains + more}"
        return text, top, steps

    def _chainless(self, script: Script, steps: list[Step]) -> tuple[str, str, list[Step]]:
        """`(sc, ch 1) (counts as dc)`: a single crochet and a chain or two on it stand for the first stitch."""
        kind = script.first[0].kind
        same = self._same(script)
        text = f"({self.word('sc')}, {self.chain(CHAINLESS[kind])}) (counts as {self.word(kind)}) {same}"
        rest = less_one(script.first)
        if rest:
            text += f", {self.group(rest)} {same}"
        return text, f"first {self.word(kind)}", steps

    def _on_foundation(self, script: Script, style: Style, steps: list[Step]) -> tuple[str, str, list[Step]]:
        """`dc in 4th ch from hook (skipped 3 ch count as dc)`: the turning chain is part of the foundation."""
        kind = script.first[0].kind
        chains, counts = cast_on(script, style)
        hook = f"in {ordinal(chains + 1)} {self.word('ch')} from hook"
        made = f"{self.chain(script.cast + chains - counts)}, " if script.lengthens else ""
        if counts:
            first, steps = steps[0], steps[1:]
            told = f" (skipped {chains} {self.word('ch')} count as {self.word(kind)})"
            text = f"{made}{self.group(first.items)} {hook}{told}"
            if first.many > 1:
                steps = [first._replace(many=first.many - 1), *steps]
            return text, f"top of beg {self.word('ch')}-{chains}", steps
        told = "" if chains == 1 else f" (skipped {chains} {self.word('ch')} do not count)"
        return f"{made}{self.group(script.first)} {hook}{told}", f"first {self.word(kind)}", steps

    def _same(self, script: Script) -> str:
        """The place the hook is in, with its preposition."""
        place = script.first_place
        if place.kind == "legs":
            return self._over(place)
        if place.part:
            return f"in {self.where(place._replace(kind='rest'))}"
        same = {"ring": "ring", "sp": "same sp", "group": "same sp", "between": "same sp", "ch": "same ch"}.get(
            place.kind, "same st"
        )
        if place.kind != "ring":
            self.use("sp" if same == "same sp" else "st")
        posts = all(lookup(i.kind).made == "post" for i in script.first if i.kind not in NO_STITCH)
        return f"{'around' if posts else 'in'} {same}"

    def _cluster_start(self, script: Script, style: Style, steps: list[Step]) -> tuple[str, str, list[Step]]:
        """A beginning cluster: a short chain and a cluster of one leg less."""
        first = script.first[0]
        stitch = lookup(first.kind)
        chains = cluster_chains(stitch.base, style)
        less = first.kind if stitch.legs == 2 else composed("cl", stitch.base, stitch.legs - 1)
        legs = self.word(stitch.base) if stitch.legs == 2 else self.word(less)
        closed = " (closed)" if first.closing and not self.closes else ""
        self.use("beg")
        name = self.names.get((first._replace(n=1),))
        if name and self.begun.setdefault(name, chains) == chains:
            rest = less_one(script.first)
            group = self.group(rest) if rest else ""
            items = (
                f"(beg {name}, {group.strip('()')})" if group and script.first_place.kind != "ring" else f"beg {name}"
            )
            text = f"{items} {self._same(script)}"
            if group and script.first_place.kind == "ring":
                text += f", {group} {self._same(script)}"
            return text, f"top of beg {name}", steps
        text = f"{self.chain(chains)}, {legs}{closed} {self._same(script)} (counts as {self.word(first.kind)})"
        rest = less_one(script.first)
        if rest:
            text += f", {self.group(rest)} {self._same(script)}"
        return text, f"top of first {self.word(first.kind)}", steps

    def round(self, script: Script, style: Style, done: WorkedRound, turn: bool) -> str:
        """A whole round without its count."""
        if script.part == SURFACE:
            return ", ".join(map(self._on_surface, script.steps))
        parts, top, steps = [], self._first_made(script), list(script.steps)
        loop = f"in {LOOPS[script.part]}" if script.part in LOOPS else ""
        if self.joins and script.anew is None:
            parts.append(f"with {self.joins}")
        self.amid = any(s.place and s.place.kind not in ("deep", "both") for s in script.steps)
        if works_behind(script):
            parts.append(f"working behind rnd {done.number - 1}")
        if script.onto:
            loops = f"{script.part} loops" if script.part else "sts"
            parts.append(f"working in {loops} of rnd {script.onto}")
        elif script.part:
            self.use(script.part)
            parts.append(loop)
        spirals = style.join == "none" and not turn and may_spiral(script, done)
        parts += [f"pick up {a.yarn}" for a in done.acts if a.what == "pick up"]
        opens = bool(script.first)
        if opens and (spirals or begins_at_once(script, style, bool(self.joins), self.goes_on)):
            steps = with_first(script, steps)
            opens = False
        if opens:
            opening, top, steps = self.opening(script, style)
            way = "" if opening.startswith(_STANDS) else self._to_start(script)
            if self.joins and way and parts[-1:] == [loop]:  # the yarn is joined before a loop is taken
                parts[-1:] = [f"{way}{loop}", opening]
            else:
                parts.append(way + opening)
        if script.all_around and len(steps) == 1:
            self.use("st")
            posts = lookup(steps[0].items[0].kind).made == "post"
            go = "across" if done.line else "around"
            each = self.word("ch") if steps[0].place == Place("ch") else "st"
            parts.append(f"{self.run(steps[0].items[0])} {'around' if posts else 'in'} each {each} {go}")
        elif steps:
            parts.append(self.steps(steps, () if script.cast else with_first(script, list(script.steps))))
        parts += self.skips(script.left)
        if not done.line and done.closed and not spirals:
            parts.append(self._close(script, top, style))
        elif not done.line and (spirals or not self.goes_on):  # a spiral stays one until it is joined
            parts.append("do not join")
        if done.corner_said:
            kind, chains = done.corner_said
            parts.append(f"corner {self.chain(chains) if kind == 'ch' else self.word(kind)}")
        for a in done.acts:
            if a.what == "park":
                parts.append(f"drop loop of {a.yarn}" + (f" to {a.side}" if a.side else ""))
        if self.through:
            parts.append(f"changing to {self.through}")
        if turn:
            parts.append("turn")
        return ", ".join(parts)

    def _on_surface(self, step: Step) -> str:
        """`surface sl st in each st of rnd 2 around`, `surface sl st in next 6 dc of rnd 2`."""
        place = step.place
        assert place is not None
        over = f"next {step.many} {self.word(place.stitch)}" if place.stitch else "each st"
        around = "" if place.stitch else " around"
        return f"surface {self.word('slst')} in {over} of rnd {place.round}{around}"

    def _close(self, script: Script, top: str, style: Style) -> str:
        """A slip stitch, or the stitch that closes the corner's space so that the hook rests in it."""
        space = script.ends_in_space
        if not space:
            return f"join with {self.word('slst')} in {top}"
        stitch, lead = closing_stitch(space, style)
        first = f"{self.chain(lead)}, " if lead else ""
        return f"{first}join with {self.word(stitch)} in {top} (counts as {self.word('ch')}-{space} sp)"

    def _first_made(self, script: Script) -> str:
        """What a round without a start is joined in."""
        kinds = [i.kind for s in script.steps for i in s.items if i.kind not in NO_STITCH]
        return f"first {self.word(kinds[0] if kinds else 'slst')}"
