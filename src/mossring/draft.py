"""A pattern's text, worked: document, trees, fabric and ledger, round by round, cached by their text.

What round k is depends on rounds 1..k only, so after a change in round 9 the first eight come from the
cache. The cache holds results, never decides them: the same text gives the same draft with or without it.
"""

from __future__ import annotations

import hashlib
from collections.abc import Callable
from dataclasses import dataclass, field, replace
from functools import partial
from itertools import chain
from typing import TypeVar, cast

from mossring.guessed import evenly_grown, far_off, guess_shape, in_rows, rounds_amiss, titled_shape
from mossring.likened import grown_otherwise, meant
from mossring.notation import (
    Begin,
    Document,
    Names,
    RoundLine,
    RoundTree,
    Shape,
    Trouble,
    corner_so_far,
    read_definitions,
    read_document,
    read_names,
    read_round,
)
from mossring.notation.document import MAX_ROUNDS
from mossring.notation.evidence import HABIT, evidence, weighed
from mossring.notation.grouping import begun_chainless
from mossring.notation.growing import evenly, last_corner
from mossring.notation.heads import read_head
from mossring.notation.kept import Cache, Kept
from mossring.notation.tree import Work
from mossring.notation.within import more_rounds, said_within
from mossring.readings import Read, otherwise, without_odd_words
from mossring.shape import (
    Entry,
    Fit,
    Gauge,
    Size,
    across_measured,
    enter,
    fit,
    from_gauge,
    of_stitches,
    read_gauge,
    read_samples,
    size_at_widest,
)
from mossring.starts import (
    after_one_chain,
    along_chain,
    as_many_as_sides,
    asks_for_more,
    begun_above,
    left_out,
    named_last,
    told_starts,
)
from mossring.stitches import Dialect
from mossring.stitches.terms import spellings
from mossring.working import Fabric, State, WorkedRound, work_round
from mossring.working.budget import MAX_STEPS, MOST_STEPS, PER_CHARACTER, PER_INSTRUCTION, SPARE_STEPS, Budget, Purse

T = TypeVar("T")
_UNMADE = object()
_CACHED_STITCHES = 400_000
_MOST_UNREAD = 8
"""Lines with words that can't be read, past which a text is no pattern with odd words in it."""
_MOST_LIE = 20_000
"""Characters of a text past which it isn't worked again to see in which terms it lies flat."""


@dataclass(slots=True)
class DraftRound:
    """One round: its number as the designer gave it, its line, its tree, its fabric, its ledger entry.

    memo: what others have derived from this round and want kept as long as the round is.
    """

    number: int
    line: RoundLine
    tree: RoundTree
    before: State
    after: State
    entry: Entry
    troubles: list[Trouble]
    memo: dict[object, object]
    worked: WorkedRound = field(init=False)

    def __post_init__(self) -> None:
        assert self.after.last is not None
        self.worked = self.after.last

    def kept(self, key: object, make: Callable[[], T]) -> T:
        """What is derived from this round, made once and kept with it."""
        found = self.memo.get(key, _UNMADE)
        if found is _UNMADE:
            found = self.memo[key] = make()
        return cast("T", found)


@dataclass(slots=True)
class Draft:
    """A whole motif, worked. `said_terms`: the dialect was stated, not found by evidence. fit: what the measured
    rounds moved, where some were measured. by_lie: no word told the dialect: in this one the rounds lie
    flatter. cost: steps that reading and working it takes; spare: from this is taken what is tried besides.
    by_first: the shape was guessed from so many rounds, not from all."""

    doc: Document
    dialect: Dialect
    said_terms: bool
    shape: Shape
    said_shape: bool
    gauge: Gauge
    rounds: list[DraftRound] = field(default_factory=list)
    troubles: list[Trouble] = field(default_factory=list)
    names: Names = ()
    fit: Fit | None = None
    by_lie: bool = False
    cost: int = 0
    spare: Purse = field(default_factory=lambda: Purse(SPARE_STEPS))
    by_first: int = 0

    @property
    def titled(self) -> Shape | None:
        """The shape that the title names, if any."""
        return titled_shape(self.doc)

    @property
    def size(self) -> Size | None:
        """What it measures, once its last round holds anything."""
        made = self.rounds and self.rounds[-1].worked.made
        return size_at_widest([r.entry for r in self.rounds], self.shape, self.gauge) if made else None

    @property
    def outermost(self) -> DraftRound:
        """The last round that doesn't lie on the face of others. Raises StopIteration where there is none."""
        return next(r for r in reversed(self.rounds) if not r.worked.surface)

    @property
    def fabric(self) -> Fabric:
        centre = self.doc.begin.chains if self.doc.begin.kind == "ring" else 0
        return Fabric(centre, [r.worked for r in self.rounds], self.shape.sides)


@dataclass(frozen=True, slots=True)
class _Kept:
    """A round as it was worked, what others derived from it, and what that cost: stitches and chains, steps, and steps
    to try it otherwise."""

    after: State
    entry: Entry
    memo: dict[object, object]
    source: RoundTree
    stitches: int
    steps: int
    tried: int


def _stitches(kept: _Kept) -> int:
    before = kept.after.last
    return (len(before.made) if before else 0) + 20


_cache = Cache(_CACHED_STITCHES, _stitches)
_passed_over: Cache[tuple[tuple[RoundTree, frozenset[str]], int]] = Cache(2_000, lambda kept: 1)
"""Rounds with words that can't be read: how they read without, the words passed over so far, and what that cost."""


def forget() -> None:
    """Empty every cache (for measuring a cold start)."""
    _cache.clear()
    _passed_over.clear()
    for kept in (_read, read_head, said_within, more_rounds, evidence):
        kept.forget()


_read = Kept(read_round)


def read_cached(text: str, dialect: Dialect, names: Names, part: str = "", *, purse: Purse) -> RoundTree:
    """`read_round`, kept. purse: what it costs is taken from it."""
    tree = _read(text, dialect, names, part)
    purse.spend(_to_read(text, tree), ("read", text, dialect, names, part))
    return tree


def _to_read(text: str, tree: RoundTree) -> int:
    """Steps that it takes to read a round."""
    return PER_INSTRUCTION * tree.cost + len(text) * PER_CHARACTER


def work_draft(text: str, terms: Dialect | None = None, most: int = MAX_ROUNDS) -> Draft:
    """Work a pattern's text. terms: read it in this dialect whatever it says. most: rounds to work. Never raises."""
    return _drafted(text, terms, most, None, None)


def try_draft(text: str, of: Draft, most: int = MAX_ROUNDS, *, terms: bool = True, shape: bool = True) -> Draft:
    """Another text tried instead of a draft's own: what that costs is taken from what the draft has to spare. terms,
    shape: in the same dialect whatever it says, in the same shape unless it states another or is called another."""
    called_so = of.titled is None or of.titled.sides == of.shape.sides
    return _drafted(text, of.dialect if terms else None, most, of.spare, of.shape if shape and called_so else None)


def _drafted(text: str, terms: Dialect | None, most: int, spare: Purse | None, shape: Shape | None) -> Draft:
    purse = Purse(MAX_STEPS) if spare is None else spare
    spare = Purse(SPARE_STEPS, purse.met) if spare is None else spare
    job = _Job(most, purse, spare, shape=shape)
    purse.spend(len(text) // _READ_IN_A_STEP)
    doc = read_document(text)
    stated = terms or doc.terms
    draft = _shaped(doc, stated, True, job) if stated else _in_some_terms(doc, job)
    draft.spare = spare
    if spare is not purse:
        spare.left = min(spare.left, MOST_STEPS - draft.cost)
    return draft


_READ_IN_A_STEP = 2
"""Characters of a text that are taken apart into rounds and notes in a step."""


@dataclass(frozen=True, slots=True)
class _Job:
    """How many rounds are to be worked, from what the cost of that is taken, and from what the cost of what is tried
    besides. enough: steps after which no further round is begun (0: as many as there are). shape: what a text that
    states none is taken for, without a guess."""

    most: int
    purse: Purse
    spare: Purse
    enough: int = 0
    shape: Shape | None = None


def _in_some_terms(doc: Document, job: _Job) -> Draft:
    """A text that says nothing of its dialect, in the one that its words speak for; where they speak for neither, in
    the one in which it lies flatter."""
    uk = weighed(doc.words())
    draft = _shaped(doc, "uk" if uk > 0 else "us", False, job)
    told = abs(uk) > HABIT or len(doc.text) > _MOST_LIE
    if told or not (amiss := rounds_amiss(draft)) or (draft.shape.sides and not far_off(draft)):
        return draft
    if not job.spare.affords(draft.cost):
        return draft
    again = _Job(job.most, job.spare, job.spare)
    other = _shaped(read_document(doc.text), "us" if uk > 0 else "uk", False, again)
    other.by_lie = rounds_amiss(other) < amiss and (other.shape.sides > 0 or evenly_grown(other))
    return other if other.by_lie else draft


def _shaped(doc: Document, dialect: Dialect, said: bool, job: _Job) -> Draft:
    """The draft in the shape that the text states, or in the one that its first rounds show."""
    if doc.shape:
        return _work(doc, dialect, said, doc.shape, True, job)
    if job.shape:
        return _work(doc, dialect, said, job.shape, False, job)
    draft = _guessed(doc, dialect, said, job)
    if draft.rounds and asks_for_more(draft.rounds[0].tree) and (amiss := rounds_amiss(draft)):
        again = read_document(doc.text)
        again.in_all = True
        if job.spare.affords(_GUESSED):
            other = _guessed(again, dialect, said, job)
            return other if rounds_amiss(other) < amiss else draft
    return draft


_GUESSED = 3_000
"""Steps, about, that the rounds take by which a shape is guessed: those of about twenty, as they commonly are."""


def _guessed(doc: Document, dialect: Dialect, said: bool, job: _Job) -> Draft:
    """The draft in the shape that its rounds show: all of them, or the first where they are many stitches."""
    first, many = MAX_ROUNDS, False

    def work(shape: Shape) -> Draft:
        nonlocal first, many
        had = max(0, min(2 * _GUESSED, job.spare.left))
        own = Purse(had, job.spare.met)
        draft = _work(doc, dialect, said, shape, False, _Job(first, own, job.spare, _GUESSED))
        job.spare.left -= had - own.left
        if own.cut:
            first, many = max(1, len(draft.rounds)), True
        return draft

    draft = guess_shape(doc, work)
    if not many:
        return draft
    whole = _work(doc, dialect, said, draft.shape, False, job)
    whole.by_first = first
    return whole


def _work(doc: Document, dialect: Dialect, said: bool, shape: Shape, said_shape: bool, job: _Job) -> Draft:
    """Work a document as a shape; where finished rounds were measured, again with the gauge that they suggest."""
    draft = _Working(doc, dialect, said, shape, said_shape, read_gauge(doc, dialect), job).run()
    draft.gauge = of_stitches(draft.gauge, [r.worked for r in draft.rounds])
    samples = read_samples(doc) + from_gauge(across_measured(doc, dialect), len(draft.rounds))
    found = fit(samples, [r.entry for r in draft.rounds], shape, draft.gauge) if samples else None
    if found is not None and job.spare.affords(draft.cost):
        again = _Job(job.most, job.spare, job.spare, job.enough)
        draft = _Working(doc, dialect, said, shape, said_shape, found.gauge, again).run()
        draft.fit = found
    return draft


class _Working:
    """A document being worked as a shape, round by round. bodies: what each round came to, by its number. key: the
    digest of all that the next round depends on. worked: steps that the rounds took, without their reading. passed: odd
    words passed over so far."""

    def __init__(
        self, doc: Document, dialect: Dialect, said: bool, shape: Shape, said_shape: bool, gauge: Gauge, job: _Job
    ) -> None:
        self.doc, self.dialect, self.shape, self.gauge, self.job = doc, dialect, shape, gauge, job
        self.draft = Draft(doc, dialect, said, shape, said_shape, gauge, troubles=list(doc.troubles))
        names = read_names(doc.stitches, dialect) if doc.stitches else ()
        if doc.definitions:
            names = read_definitions(doc.definitions, names, dialect)
        self.names = self.draft.names = names
        self.state = _first_state(doc, shape, dialect)
        self.budget = Budget(purse=job.purse)
        self.chainless = spellings(dialect).get((doc.chainless,), "")
        self.start = left_out(doc, self.state)
        self.all_told = said_shape or doc.in_all or self.draft.titled == shape
        told = (self.state, shape.name, self.all_told, gauge, dialect, names, self.chainless, self.start)
        self.key = _digest(b"", repr(told))
        self.entries: list[Entry] = []
        self.bodies: dict[int, RoundTree] = {}
        self.unread = self.worked = 0
        self.passed: frozenset[str] = frozenset()

    def run(self) -> Draft:
        """All rounds, or as many as the job asks for and the limits allow."""
        draft = self.draft
        for line in self.doc.rounds:
            if not self.job.purse.affords(1):
                told: dict[str, object] = {"limit": MAX_STEPS, "n": MAX_STEPS, "what": "work"}
                draft.troubles.append(Trouble("limit", line.head, told))
                return draft
            tree = self._tree(line)
            if tree is None:
                continue
            for number in range(line.first, line.last + 1):
                if len(draft.rounds) >= self.job.most < MAX_ROUNDS:
                    return draft
                if len(draft.rounds) >= MAX_ROUNDS:
                    data: dict[str, object] = {"limit": MAX_ROUNDS, "n": MAX_ROUNDS, "what": "rounds"}
                    draft.troubles.append(Trouble("limit", line.head, data))
                    return draft
                if self.job.enough and self.worked > self.job.enough:
                    self.job.purse.cut = True
                    return draft
                self._round(line, tree, number)
                if any(t.kind == "limit" for t in draft.rounds[-1].worked.troubles):
                    return draft
        return draft

    def _tree(self, line: RoundLine) -> RoundTree | None:
        """What the words of a line say; None where they only make the ring."""
        doc, draft, names = self.doc, self.draft, self.names
        read = partial(read_cached, dialect=self.dialect, part=line.part if draft.rounds else "")
        tree, called = read(line.text, names=names, purse=self.job.purse), names
        draft.cost += _to_read(line.text, tree)
        if tree.unread and self.job.spare.affords(len(line.text)):
            known = corner_so_far(line.text, self._last_corner(tree), names)
            other = read(line.text, names=known, purse=self.job.spare)
            tree, called = (other, known) if len(other.unread) < len(tree.unread) else (tree, called)
        if self.chainless:
            tree = replace(tree, body=begun_chainless(tree.body, self.chainless))
        if (tree.ring or tree.cast) and not draft.rounds:
            doc.begin = Begin("ring", tree.ring) if tree.ring else Begin("foundation", tree.cast or 0)
            self.state = replace(self.state, begin=doc.begin)
            if tree.ring and not tree.body:  # a line that only makes the ring is no round
                return None
        if not draft.rounds:
            tree = after_one_chain(doc, begun_above(doc, tree))
            along_chain(doc, tree)
            if self.all_told:
                tree = as_many_as_sides(tree, self.shape.sides)
            self.state = replace(self.state, begin=doc.begin)
        if tree.unread and self.unread < _MOST_UNREAD:
            self.unread += 1
            tree = self._without_odd_words(line, tree, partial(read, names=called, purse=self.job.spare), called)
        return tree

    def _without_odd_words(self, line: RoundLine, tree: RoundTree, read: Read, called: Names) -> RoundTree:
        told = (line.text, line.first, line.last, line.word, line.yarn, line.part if self.draft.rounds else "")
        key = _digest(self.key, repr((*told, called, self.state.begin, sorted(self.passed))))
        spare = self.job.spare
        found, cost = _passed_over.get(key) or (None, 0)
        if found is None:
            had = spare.left
            found = without_odd_words(self.state, line, tree, read, self.passed, spare)
            cost = had - spare.left
            if spare.left > 0:
                _passed_over.put(key, (found, cost))
        else:
            spare.spend(cost, key)
        tree, self.passed = found
        return tree

    def _round(self, line: RoundLine, tree: RoundTree, number: int) -> None:
        """One round worked on those below, or taken as it was."""
        draft, state = self.draft, self.state
        troubles: list[Trouble] = []
        source = tree
        below = [m.kind for m in state.before.made if m.counted] if tree.grows and state.before else []
        if tree.repeat_of is not None:
            source = meant(tree, self.bodies, line, number, below, troubles)
        elif tree.grows and state.before:
            source = replace(tree, body=evenly(tree.body, tree.grows[0].n, below))
        body = "" if source is tree else repr(source.body)
        yarn = line.yarn or tree.yarn
        where = f"{number}\0{line.first}\0{line.last}\0{line.word}\0{line.part}\0{yarn}"  # no text has a \0 in it
        self.key = _digest(self.key, f"{where}\0{line.text}\0{body}")
        kept = self._kept(line, tree, source, number, yarn)
        self.bodies[number] = kept.source
        self.entries.append(kept.entry)
        draft.cost += kept.steps
        self.worked += kept.steps
        if tree.grows:
            troubles += grown_otherwise(tree, state, kept.after, self._last_corner())
        shown = tree if tree.repeat_of is not None else kept.source
        draft.rounds.append(DraftRound(number, line, shown, state, kept.after, kept.entry, troubles, kept.memo))
        self.state = kept.after

    def _kept(self, line: RoundLine, tree: RoundTree, source: RoundTree, number: int, yarn: str) -> _Kept:
        """The round from the cache, or worked now; either costs the same."""
        purse, spare, budget = self.job.purse, self.job.spare, self.budget
        kept = _cache.get(self.key)
        if kept is not None and kept.steps <= purse.left and kept.stitches <= budget.stitches:
            spare.spend(kept.tried, (self.key, "tried"))
            purse.spend(kept.steps, self.key)
            budget.stitches -= kept.stitches
            return kept
        stitches, had, spare_had, state = budget.stitches, purse.left, spare.left, self.state
        met = self.key in purse.met
        after = work_round(state, source, budget, yarn=yarn, around=line.word != "Row")
        steps, tried = had - purse.left, 0
        if source is tree:
            spare_had = spare.left
            if meant := otherwise(state, after, line, tree, number, self.start, spare):
                after, source = meant
            tried = spare_had - spare.left
        done = after.last
        assert done is not None
        under = state.past[done.onto - 1] if done.onto else None
        second = under.onto if under else 0
        third = state.past[second - 1].onto if second else 0
        earlier = [self.entries[k - 1] for k in (third, second, done.onto) if k]
        outside = max((e.drawn for e in self.entries), default=0.0)
        entry = enter(done, under, earlier, self.doc.begin, self.shape.sides, self.gauge, outside)
        if done.surface and state.before:  # how the piece lies is as it was
            entry = replace(self.entries[state.before.number - 1], growth=0.0, needed=0.0)
        kept = _Kept(after, entry, {}, source, stitches - budget.stitches, steps, tried)
        if met:
            purse.left += steps
            spare.left += tried
        purse.met.update((self.key, (self.key, "tried")))
        if spare.left > 0 and not any(t.kind == "limit" for t in done.troubles):
            _cache.put(self.key, kept)
        return kept

    def _last_corner(self, tree: RoundTree | None = None) -> Work | None:
        """The last corner that a round so far, or this one, names."""
        trees = chain([tree] if tree else [], reversed(self.bodies.values()))
        return next((corner for t in trees if (corner := last_corner(t.body))), None)


def _first_state(doc: Document, shape: Shape, dialect: Dialect) -> State:
    """What the header says of how every round is worked."""
    style = doc.style.lower()
    closing = 1 if doc.closing or "cluster closed" in style else 0
    rows = doc.rows or in_rows(doc)
    known = told_starts(doc, dialect)
    turning = "turn every" in style
    plain = named_last(doc.throughout, dialect)
    return State(
        doc.begin, shape.sides, turning=turning, rows=rows, closing=closing, spiral=doc.spiral, known=known, plain=plain
    )


def _digest(before: bytes, text: str) -> bytes:
    return hashlib.blake2b(before + text.encode("utf-8", "surrogatepass"), digest_size=16).digest()
