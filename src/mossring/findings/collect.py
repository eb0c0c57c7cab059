"""All findings of a draft: one for each mistake, each fix worked before it is offered."""

from __future__ import annotations

from collections.abc import Sequence

from mossring.draft import Draft, DraftRound, try_draft
from mossring.findings.finding import Edit, Finding, Fix, apply, between
from mossring.findings.look import Look
from mossring.findings.rules import AT_END, IN_MOTIF, OF_FILE, OF_ROUND, OF_TROUBLE
from mossring.notation.document import MAX_ROUNDS
from mossring.notation.tree import Node, Repeat, Work
from mossring.stitches import term

MOST_FINDINGS = 120
_SKEWED = ("MR401", "MR402", "MR403", "MR404", "MR405")
"""Uneven rounds: where no mend is found, what stands on them means little."""
_TRIALS = 12_000
"""How many stitches are worked in search of mends: more would be felt while typing."""
_LEFT = 3
"""One part in so many of what may still be worked is left by a mistake to those behind it."""
_TRIAL_COST = 300
"""What a trial costs in stitches however small the round is."""
_DOUBTFUL = 6
"""How many mends with which the next round comes wrong are kept in mind while a better one is looked for."""
_LONG = 4000
"""Characters of a round past which no mend is looked for: it isn't a round that somebody wrote."""
_LEVEL = 5
_UNEVEN = ("cups", "ruffles")
_SILENT = "no rule speaks of it by itself"
_MAY_UPSET = "MR406"
"""Odd, and meant or not: where its mend clears up a later round it was not."""
_CAUSES = ("MR206", "MR603", "MR602", "MR403", "MR404", "MR405", "MR702")
"""What upsets all that follows in a round: it is told and not its consequences. The first of them goes first."""


def find_all(draft: Draft) -> list[Finding]:
    """Findings in the order of the text, with fixes that were tried."""
    return _Collector(draft).run()


def raw(draft: Draft, index: int | None) -> list[Finding]:
    """What the rules say of one round (or the file), less what only repeats another finding of that round."""
    look = Look(draft, index)
    if index is None:
        return [f for check in OF_FILE for f in check(look)]
    lies_on = look.round.worked.surface  # on the face of others, it makes nothing of the motif uneven or round
    found = [] if lies_on else [f for check in IN_MOTIF for f in check(look)]
    if look.troubled:
        found += [f for check in OF_TROUBLE for f in check(look)]
    kept = look.round.memo
    if look.troubled or _SILENT not in kept:
        own = [f for check in OF_ROUND for f in check(look)]
        found += own
        if not own:
            kept[_SILENT] = True
    found.sort(key=lambda f: f.code)
    return _one_each(look, found)


def _one_each(look: Look, found: list[Finding]) -> list[Finding]:
    """One mistake, one finding: what can't be read isn't also miscounted, nor what can't be worked."""
    if len(found) < 2 and not look.unread:
        return found
    by = {family: [f for f in found if f.family == family] for family in range(1, 9)}
    if look.unread:
        open_bracket = any(f.code == "MR103" for f in by[1])
        return [f for f in by[1] if not (open_bracket and f.code == "MR105")]
    cause = next((f for code in _CAUSES for f in found if f.code == code), None)
    if cause is not None and (cause.severity == "stop" or not any(f.severity == "stop" for f in found)):
        hints = [f for f in by[4] if f.severity == "hint"]
        return by[1] + hints + [f for f in by[7] if f is not cause] + [cause]
    for family in (2, 3, 4):
        serious = [f for f in by[family] if f.severity == "stop"]
        if serious:
            kinds_told = serious[0].code == "MR301"
            return by[1] + [f for f in by[7] if not (kinds_told and f.code == "MR702")] + serious[:1]
    for family in (2, 4):
        serious = [f for f in by[family] if f.severity == "warn"]
        if serious:  # what a corner lacks is why the sides beside it differ
            return by[1] + by[7] + [next((f for f in serious if f.code == "MR402"), serious[0])]
    return found


class _Collector:
    """Goes through the rounds with, beside the draft, the world in which earlier mistakes are mended."""

    def __init__(self, draft: Draft) -> None:
        self.draft = draft
        self.text = draft.doc.text
        self.world = draft
        self.mended = self.text
        self.broken = False
        self.bad_before = False
        self.first_mended = 0
        self.large = sum(len(r.worked.made) for r in draft.rounds) > _TRIALS
        self.spent = 0
        self.spent_on_lie = 0
        self.lines: set[tuple[str, int]] = set()
        self.suspect: Finding | None = None
        self.mixed: set[int] = set()
        self.miscounted = -1

    def run(self) -> list[Finding]:
        kept = raw(self.draft, None)
        for f in kept:
            f.fixes = [fix for fix in f.propose or () if self._mends_file(fix, f)][: f.most]
        self.mixed = {f.round for f in kept if f.code == "MR701" and f.severity != "hint"}
        for index, r in enumerate(self.draft.rounds):
            kept += self._round(index, r)
            if len(kept) > MOST_FINDINGS:
                break
        if self.draft.by_first or any(f.severity != "hint" for f in kept):
            kept += [f for check in AT_END for f in check(Look(self.draft, None))]
        kept.sort(key=lambda f: (f.start, f.code))
        return kept[:MOST_FINDINGS]

    def _round(self, index: int, r: DraftRound) -> list[Finding]:
        found = raw(self.draft, index)
        kept = [self._as_mended(index, f) for f in found if self._stands(index, f)]
        kept += self._uncovered(index, found, kept)
        if self.miscounted == index - 1 and any(f.code == "MR201" and f.severity == "stop" for f in kept):
            kept = [f for f in kept if f.family == 1]  # a place is missing where there were not what was stated
            self.broken = True
        kept = [f for f in kept if self._first_on_line(f, r)]
        if r.number in self.mixed:
            kept = [f for f in kept if f.code != "MR301" or not self._only_named(index)]
        counts_agree = bool(r.tree.stated) and not list(Look(self.draft, index).mismatches())
        if any(f.code == "MR109" for f in kept) and not counts_agree:  # what it is worked into is not there
            kept = [f for f in kept if f.family == 1]
            self.broken = True
        serious = [
            f for f in kept if (f.code == _MAY_UPSET and not counts_agree) or (f.severity != "hint" and _upsets(f))
        ]
        for f in kept:
            if not f.fixes:
                self._try_fixes(f, index)
            if self._wrong_in_itself(index):  # the instruction is the likelier slip
                f.fixes.sort(key=lambda x: x.states)
        if serious and not r.worked.surface:
            self._mend(serious, index)
        elif self.broken and counts_agree:
            self.broken = False
        return kept

    def _only_named(self, index: int) -> bool:
        """Whether a wrong count is right in all: so many stitches, some of them under the other dialect's name."""
        wrong = Look(self.draft, index).mismatches()
        return all(stated.n == self.draft.rounds[index].worked.stitches for stated, _ in wrong)

    def _first_on_line(self, f: Finding, r: DraftRound) -> bool:
        """The rounds of one line share their words, so a mistake in them is told once."""
        key = (f.code, r.line.at)
        if r.line.first == r.line.last:
            return True
        new = key not in self.lines
        self.lines.add(key)
        return new

    def _stands(self, index: int, f: Finding) -> bool:
        """Whether a finding is no mere consequence of earlier ones: it remains when those are mended."""
        if f.family == 1:
            mended = self.world is not self.draft and not self.broken and index < len(self.world.rounds)
            return not mended or any(g.code == f.code for g in raw(self.world, index))
        if self.broken:
            return False
        if f.family == _LEVEL and self.bad_before and self.world is self.draft:
            return False
        if self.world is self.draft:
            return True
        if index >= len(self.world.rounds):
            return False
        stands = any(g.code == f.code for g in raw(self.world, index))
        if self.suspect is not None and not stands and f.severity != "hint":
            self.suspect.severity = "warn"  # what was but odd explains what is wrong further on
        return stands

    def _as_mended(self, index: int, f: Finding) -> Finding:
        """A finding in the numbers that it has once earlier mistakes are mended."""
        if self.world is self.draft or f.family == 1:
            return f
        g = next(g for g in raw(self.world, index) if g.code == f.code)
        return f if g.message == f.message else self._from_mended(index, g) or f

    def _uncovered(self, index: int, found: Sequence[Finding], kept: Sequence[Finding]) -> list[Finding]:
        """Mistakes of a round's own that a mere consequence of earlier ones hides: they show once those are mended, in
        a round that works well but for them."""
        if self.broken or self.world is self.draft or kept or index >= len(self.world.rounds):
            return []
        if self.world.rounds[index].worked.troubles:  # the mend may be another
            return []
        if not any(f.severity == "stop" and 1 < f.family < _LEVEL for f in found):
            return []
        codes = {f.code for f in found}
        own = [g for g in raw(self.world, index) if g.severity == "stop" and 1 < g.family < _LEVEL]
        return [f for g in own if g.code not in codes and (f := self._from_mended(index, g))]

    def _from_mended(self, index: int, g: Finding) -> Finding | None:
        """A finding of the world with earlier mistakes mended, where it stands in the text; None where the mends
        changed the words of its round."""
        mine, theirs = self.draft.rounds[index].line, self.world.rounds[index].line
        if mine.text != theirs.text:
            return None
        there = _Collector(self.world)
        there.spent, there.spent_on_lie = self.spent, self.spent_on_lie
        there._try_fixes(g, index)
        self.spent, self.spent_on_lie = there.spent, there.spent_on_lie
        by = mine.at - theirs.at
        fixes = [
            Fix(x.label, tuple(Edit(e.start + by, e.end + by, e.text) for e in x.edits), x.states)
            for x in g.fixes
            if all(theirs.at <= e.start <= theirs.at + len(theirs.text) for e in x.edits)
        ]
        why = f"That is with round {self.first_mended} mended. {g.why}".strip()
        return Finding(g.code, g.severity, g.round, g.start + by, g.end + by, g.message, why, fixes)

    def _mend(self, serious: list[Finding], index: int) -> None:
        """Carry the mend of a round's words on into the world that later rounds are judged by."""
        self.suspect = next((f for f in serious if f.code == _MAY_UPSET), self.suspect)
        misread = [f for f in serious if f.code != "MR102"]  # a slip was worked as mended already
        if not misread:
            return
        self.bad_before = True
        fix = next((x for f in misread for x in f.fixes if not x.states), None)
        if self.large:
            self.broken = True
            return
        self.first_mended = self.first_mended or serious[0].round
        fix = fix or self._stood_in(index)
        if fix is not None:
            first = self.mended == self.text
            self.mended = apply(self.text, fix.edits) if first else _carried(self.text, self.mended, fix)
            world = self._work(self.mended)
            if len(world.rounds) < len(self.draft.rounds) and not self.draft.spare.affords(1):
                self.broken = True
                return
            self.world = world
        elif self._carries_on(index) or any(
            f.code in _SKEWED or (f.severity == "stop" and (f.family < 3 or self._far_off(index))) for f in misread
        ):
            self.broken = True
        if any(f.code == "MR301" for f in misread):
            self.miscounted = index

    def _stood_in(self, index: int) -> Fix | None:
        """A round of a circle with which it comes to what it states, where the next round shows that this was meant
        though no mend is known: the stitches of the round below, and as many more spread over them. Nobody sees it."""
        r = self.draft.rounds[index]
        wrong = [stated.n for stated, _ in Look(self.draft, index).mismatches()]
        below = self.draft.rounds[index - 1].worked.stitches if index else 0
        kinds = r.worked.counts()
        if self.draft.shape.sides or len(wrong) != 1 or not kinds or not 0 <= wrong[0] - below <= below:
            return None
        made = term(max(kinds, key=lambda k: kinds[k]), self.draft.dialect).abbr
        spread = f"around, increasing {wrong[0] - below} evenly" if wrong[0] > below else "in each st around"
        edit = Edit(r.line.at, r.line.at + len(r.line.text), f"{made} {spread} ({wrong[0]})")
        fix = Fix("", (edit,))
        trial = self._work(apply(self.text, fix.edits), index + 2)
        borne_out = len(trial.rounds) > index + 1 and not any(_serious(trial, k) for k in (index, index + 1))
        return fix if borne_out else None

    def _carries_on(self, index: int) -> bool:
        """Whether the next round, which goes as far as there are stitches, is too large or too small as well: it is the
        stitches then, not the number stated."""
        after = self.draft.rounds[index + 1 : index + 2]
        if not after or not _sweeps(after[0].tree.body):
            return False
        here, there = ([have > s.n for s, have in Look(self.draft, k).mismatches()] for k in (index, index + 1))
        return bool(here) and here[:1] == there[:1]

    def _far_off(self, index: int) -> bool:
        """Whether a round with a wrong count is wrong in itself: what stands on it means little."""
        wrong = Look(self.draft, index).mismatches()
        return self._wrong_in_itself(index) or any(2 * have < stated.n for stated, have in wrong)

    def _wrong_in_itself(self, index: int) -> bool:
        """Whether a round shows by itself that its instructions are off, and not the number it states."""
        r = self.draft.rounds[index]
        wrong = Look(self.draft, index).mismatches()
        return _uneven(r) or any(have < stated.n == r.worked.stitches for stated, have in wrong)

    def _try_fixes(self, f: Finding, index: int) -> None:
        if f.propose is None or len(self.draft.rounds[index].line.text) > _LONG:
            return
        r = self.draft.rounds[index]
        upto = index + self._followed(index)
        rest = [x for k, x in enumerate(self.draft.rounds[: upto + 1]) if x.line is r.line or k > index]
        if f.family == _LEVEL:
            rest = self.draft.rounds[(rest and self.draft.rounds.index(rest[0])) or 0 :]
        nested = r.line.text.count("[") + r.line.text.count("(")
        cost = _TRIAL_COST + sum(len(x.worked.made) for x in rest) + len(r.line.text) // 4 + nested**2
        # mends of how it lies leave enough for wrong counts
        most = _TRIALS if f.family == _LEVEL else _TRIALS + min(self.spent_on_lie, _TRIALS // 2)
        if f.family != _LEVEL:
            most -= (most - self.spent) // _LEFT  # for mistakes further on
        second_best: list[Fix] = []  # the round comes right, but not the one that follows it
        for fix in f.propose:
            if len(f.fixes) >= f.most or self.spent >= most or len(second_best) >= _DOUBTFUL:
                break
            if not self.draft.spare.affords(cost):
                break
            if fix.way and any(x.way == fix.way for x in f.fixes):
                continue
            self.spent += cost
            self.spent_on_lie += cost if f.family == _LEVEL else 0
            good, follows = self._worked(fix, f, index)
            if good is not None:
                (f.fixes if follows else second_best).append(good)
        f.fixes += second_best[: f.most - len(f.fixes)]

    def _worked(self, fix: Fix, f: Finding, index: int) -> tuple[Fix | None, bool]:
        """The fix, if the round comes right with it, and whether the one that follows does too; stated counts that it
        changes are mended along."""
        whole = f.family in (_LEVEL, 6) or f.code == "MR402" or not f.round
        most = MAX_ROUNDS if whole else index + 1 + self._followed(index)
        trial = self._work(apply(self.text, fix.edits), most)
        if len(trial.rounds) < min(len(self.draft.rounds), most):
            return None, False
        if f.family == 1:
            had, has = (
                [g.code for g in raw(d, index) if g.severity != "hint" or g.code == f.code] for d in (self.draft, trial)
            )
            return fix if has.count(f.code) < had.count(f.code) and set(has) <= set(had) else None, True
        if f.family == _LEVEL:
            return self._levels(fix, f, index, trial), True
        right = not any(g.code == f.code for g in raw(trial, index)) if fix.states else not _serious(trial, index)
        if right and not fix.states:
            right = self._bettered(trial if len(trial.rounds) == len(self.draft.rounds) else fix, f, index)
        follows = right and (fix.states or index + 1 >= len(trial.rounds) or not _serious(trial, index + 1))
        return fix if right else None, follows

    def _bettered(self, mend: Fix | Draft, f: Finding, index: int) -> bool:
        """Whether a motif with a mend in it has fewer mistakes, the whole of it, and lies no worse anywhere, unless it
        is by the count that the mended round states."""
        trial = mend if isinstance(mend, Draft) else self._work(apply(self.text, mend.edits))
        had = [_serious(self.draft, k) for k in range(len(self.draft.rounds))]
        has = [_serious(trial, k) for k in range(len(trial.rounds))]
        if len(has) < len(had) or sum(has) > sum(had) - (f.severity != "hint"):
            return False
        counted = bool(self.draft.rounds[index].tree.stated) and any(Look(self.draft, index).mismatches())
        return counted or not self._lies_worse(trial)

    def _lies_worse(self, trial: Draft) -> bool:
        """Whether a round of a tried text, as long as this one, cups or ruffles that lay flat before."""
        pairs = zip(self.draft.rounds, trial.rounds, strict=False)
        return any(b.entry.verdict in _UNEVEN and a.entry.verdict not in _UNEVEN for a, b in pairs)

    def _followed(self, index: int) -> bool:
        """Whether a round follows in which a mend can be seen to be right, and that is no great work."""
        after = self.draft.rounds[index + 1 : index + 2]
        return bool(after) and len(after[0].line.text) < _LONG

    def _work(self, text: str, most: int = MAX_ROUNDS) -> Draft:
        """Another text, tried: what that costs is taken from what this one has to spare."""
        return try_draft(text, self.draft, most)

    def _mends_file(self, fix: Fix, f: Finding) -> bool:
        trial = try_draft(apply(self.text, fix.edits), self.draft, terms=False, shape=False)
        return all(g.code != f.code for g in raw(trial, None))

    def _levels(self, fix: Fix, f: Finding, index: int, trial: Draft) -> Fix | None:
        """A mend of cupping or ruffling: flat from this round to the end, everything still worked. Another height or a
        round between takes some rounds to come flat: until then they may want blocking."""
        last = trial.rounds[-1].entry.verdict if trial.rounds else "unknown"
        late = fix.way in ("height", "plain") and last in ("flat", "unknown")
        allowed = ("flat", "unknown", "blocks out") if late else ("flat", "unknown")
        if any(r.entry.verdict not in allowed for r in trial.rounds[index:]):
            return None
        if self._lies_worse(trial):
            return None
        text = apply(self.text, fix.edits)
        for k in range(len(trial.rounds)):
            for g in raw(trial, k):
                if g.code == "MR301" and g.propose:
                    states = next((x for x in g.propose if x.states), None)
                    if states is None:
                        return None
                    text = apply(text, states.edits)
                    had, trial = len(trial.rounds), self._work(text)
                    if len(trial.rounds) < had:
                        return None
                elif g.severity != "hint" and g.family < _LEVEL and not self._was_there(g, k):
                    return None
        return Fix(fix.label, between(self.text, text), way=fix.way)

    def _was_there(self, g: Finding, index: int) -> bool:
        """Whether the draft had it too; a mend may have put a round before it."""
        rounds = range(max(0, index - 1), min(index + 1, len(self.draft.rounds)))
        return any(h.code == g.code for k in rounds for h in raw(self.draft, k))


def _sweeps(body: Sequence[Node]) -> bool:
    """Whether a round's instructions go to the end, however many stitches there are."""
    return any(
        (isinstance(n, Work) and n.where.mode == "each") or (isinstance(n, Repeat) and n.times is None) for n in body
    )


def _uneven(r: DraftRound) -> bool:
    """A round with a wrong count that is wrong in itself too: what stands on it means little."""
    return r.worked.unworked > 0 or len(set(r.worked.per_side())) > 1


def _serious(draft: Draft, index: int) -> bool:
    return any(f.severity != "hint" and _upsets(f) for f in raw(draft, index))


def _upsets(f: Finding) -> bool:
    """Whether a finding is about the stitches, so that later rounds may suffer from it."""
    return f.family < _LEVEL or f.family == 6 or f.code == "MR702"


def _carried(text: str, mended: str, fix: Fix) -> str:
    """A fix of the text carried out in the text already mended: line by line, whichever lines it touches."""
    fixed = apply(text, fix.edits).splitlines(keepends=True)
    old = text.splitlines(keepends=True)
    done = mended.splitlines(keepends=True)
    if not len(fixed) == len(old) == len(done):
        return mended
    return "".join(f if f != o else d for f, o, d in zip(fixed, old, done, strict=True))
