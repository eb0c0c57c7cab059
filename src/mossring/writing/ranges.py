"""Like rounds told once: `Rnds 4-7: as Rnd 3, with 4 more dc on each side each round`.

A run of rounds is collapsed only after it has been read again and worked to the same fabric.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from mossring.draft import Draft, try_draft
from mossring.stitches import Dialect, term
from mossring.working import Fabric, same_fabric
from mossring.writing.phrases import Phrases
from mossring.writing.sheet import Sheet, SheetRound
from mossring.writing.steps import Step
from mossring.writing.styled import Styled

FEWEST = 2
"""Rounds worth telling by another one: a single one is told as quickly by itself."""


@dataclass(frozen=True, slots=True)
class _Run:
    """Rounds first+1 to last (indices) that go as round `first` goes, each with `more` stitches a side; or as the
    `unit` rounds up to it go, over and over."""

    first: int
    last: int
    more: int
    unit: int = 1


def collapse(
    sheet: Sheet, rounds: Sequence[Styled], meant: Fabric, as_text: Callable[[Sheet], str], draft: Draft
) -> None:
    """Tell like rounds of a sheet by the first of them. meant: the fabric that must come out again. draft: what was
    written; from what it has to spare the proof is taken, and without proof each round is told by itself."""
    single = sheet.rounds
    if len(single) != len(rounds):
        return
    told = list(single[:1])
    k = 1
    while k < len(single):
        told.append(single[k])
        run = _run(single, rounds, k) or _again(single, rounds, k)
        if run is not None and draft.spare.affords(draft.cost):
            one = _told(sheet.dialect, run, single, rounds)
            sheet.rounds = [*told, one, *single[run.last + 1 :]]
            if same_fabric(try_draft(as_text(sheet), draft, terms=False).fabric, meant):
                told.append(one)
                k = run.last
        k += 1
    sheet.rounds = told


def _run(single: Sequence[SheetRound], rounds: Sequence[Styled], k: int) -> _Run | None:
    """The rounds that go on as round k does, if they are enough to be told by it."""
    if k + FEWEST >= len(rounds):
        return None
    more = _more(rounds[k], rounds[k + 1])
    last = k
    while last + 1 < len(rounds) and _goes_on(single, rounds, k, last + 1, more):
        last += 1
    return _Run(k, last, more) if more is not None and last - k >= FEWEST else None


def _again(single: Sequence[SheetRound], rounds: Sequence[Styled], k: int) -> _Run | None:
    """Rounds that come again after round k as they came up to it: the shortest run of them that does so twice more."""
    for unit in range(2, min(_LONGEST, k) + 1):
        last = k
        while last + 1 < len(rounds) and _same(single, rounds, last + 1 - unit, last + 1):
            last += 1
        times = (last - k) // unit
        if times >= _TIMES:
            return _Run(k, k + times * unit, 0, unit)
    return None


_LONGEST, _TIMES = 8, 2
"""So many rows are repeated together at most, and so often at least, where that is told."""


def _same(single: Sequence[SheetRound], rounds: Sequence[Styled], a: int, b: int) -> bool:
    """Whether two rounds are worked in the same words, with no yarn or note of their own."""
    one, other = rounds[a], rounds[b]
    if single[a].notes or single[b - 1].notes or one.yarns.begins or other.yarns.begins:
        return False
    return _words(single[a]) == _words(single[b]) and one.done.tally() == other.done.tally()


def _goes_on(single: Sequence[SheetRound], rounds: Sequence[Styled], first: int, k: int, more: int | None) -> bool:
    """Whether round k goes as the one before it: the same stitches, so many more a side, no new yarn or face."""
    a, b = rounds[first], rounds[k]
    if more is None or _more(rounds[k - 1], b) != more or single[k - 1].notes or b.yarns.begins:
        return False
    if a.script is None or b.script is None or a.done.line != b.done.line:
        return False
    if not a.done.line and a.done.turned != b.done.turned:
        return False
    return _kinds(a) == _kinds(b) and (more > 0 or _words(single[first]) == _words(single[k]))


def _words(r: SheetRound) -> str:
    return r.text.removesuffix(", turn")


def _kinds(s: Styled) -> set[str]:
    return set(s.done.tally())


def _more(a: Styled, b: Styled) -> int | None:
    """How many stitches more each side of b has than each of a; None if the sides differ in that."""
    one, other = a.done.per_side(), b.done.per_side()
    if not one and not other:
        return 0 if a.done.tally() == b.done.tally() else None
    grown = {y - x for x, y in zip(one, other, strict=True)} if len(one) == len(other) else set()
    return grown.pop() if len(grown) == 1 and min(grown) >= 0 else None


def _group_more(dialect: Dialect, run: _Run, rounds: Sequence[Styled]) -> str:
    """`1 more [3 dc in next ch-1 sp, ch 1]`, where each side gains a group in a space and its chains; else nothing."""
    before, after = _in_spaces(rounds[run.last - 1]), _in_spaces(rounds[run.last])
    sides = len(rounds[run.last].done.per_side())
    for (step, then), n in after.items():
        each = sum(i.n for i in step.items)
        gained = n - before[step, then]
        if gained == run.more // each * sides and run.more % each == 0:
            phrases = Phrases(dialect)
            told = phrases.step(step) + (f", {phrases.step(then)}" if then else "")
            return f"{run.more // each} more [{told}]"
    return ""


def _in_spaces(s: Styled) -> Counter[tuple[Step, Step | None]]:
    """The groups of stitches that a round works in spaces, or between groups, with the chains behind each."""
    steps = s.script.steps if s.script else ()
    out: Counter[tuple[Step, Step | None]] = Counter()
    for step, then in zip(steps, [*steps[1:], None], strict=False):
        plain = step.place and step.place.kind in ("sp", "group") and not step.place.skips and step.many == 1
        if plain and all(i.kind != "ch" for i in step.items):
            out[step, then if then and then.place is None else None] += 1
    return out


def _told(dialect: Dialect, run: _Run, single: Sequence[SheetRound], rounds: Sequence[Styled]) -> SheetRound:
    """The one line for a run of rounds, with the count of each."""
    first, last = rounds[run.first + 1].round, rounds[run.last].round
    like = rounds[run.first].round.number
    notes, then = single[run.last].notes, single[run.last].then
    if run.unit > 1:
        word = first.line.word
        back = rounds[run.first - run.unit + 1].round.number
        text = f"rep {word.lower()}s {back}-{like}"
        label = f"{word}s {first.number}-{last.number}"
        return SheetRound(first.number, label, text, single[run.last].counts, notes, then)
    done = [rounds[k].done for k in range(run.first + 1, run.last + 1)]
    kinds = {k for d in done for k in d.counts()}
    word = term(next(iter(kinds)), dialect).abbr if len(kinds) == 1 else "sts"
    numbers = [str(d.stitches) for d in done]
    counts = ", ".join(numbers if len(set(numbers)) > 1 else numbers[:1]) + f" {word}"
    text = f"as {first.line.word} {like}"
    if run.more:
        more = _group_more(dialect, run, rounds) or f"{run.more} more {word}"
        text += f", with {more} on each side each {'row' if first.worked.line else 'round'}"
    label = f"{first.line.word}s {first.number}-{last.number}"
    return SheetRound(first.number, label, text, counts, notes, then)
