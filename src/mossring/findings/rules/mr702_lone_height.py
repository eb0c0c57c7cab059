"""One stitch of a height that none of its neighbours has, and that the other dialect calls by their name.

In UK terms a treble is what US terms call a double crochet. A single `tr` among twenty `dc` is seldom meant:
it slipped in from notes in the other dialect; so are groups of 3 `dc` along the sides of a piece in UK terms that has
groups of 3 `tr` everywhere else, and a whole round of `dc` between rounds of `tr`, if it grows as those do and not as a
round of its own height would. The worst trap is `htr`: in US terms a half triple, which only stands
where stitches rise to a triple, and in UK terms a half treble, which US terms call hdc.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator
from itertools import groupby, pairwise

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.tree import Chain
from mossring.stitches import TERMS, Dialect, lookup, term
from mossring.working import WorkedRound

CODE = "MR702"
SEVERITY: Severity = "warn"
MANY = 8
_KEYS: dict[Dialect, dict[str, str]] = {d: {t.abbr: key for key, t in TERMS[d].items()} for d in TERMS}
_BOTH: tuple[tuple[Dialect, Dialect], ...] = (("us", "uk"), ("uk", "us"))
_OTHERWISE: dict[Dialect, dict[str, str]] = {
    mine: {key: _KEYS[other][t.abbr] for key, t in TERMS[mine].items() if t.abbr in _KEYS[other]}
    for mine, other in _BOTH
}
"""By dialect and stitch: what the other dialect means by that stitch's name."""


def in_motif(look: Look) -> Iterator[Finding]:
    yield from list(_half_triple(look)) or _round_between(look)
    done = look.round.worked
    counts = done.counts()
    dialect = look.draft.dialect
    for kind, n in counts.items():
        meant = _OTHERWISE[dialect].get(kind, "")
        if counts.get(meant, 0) < MANY or n == look.draft.shape.sides:  # a taller stitch at every corner
            continue
        stitch = next(m for m in done.made if m.kind == kind)
        odd = _in_one_place(done, kind) or _nowhere_else(look, kind) or _in_like_groups(look, kind, meant)
        if stitch.start or not odd:
            continue
        abbr, word = term(kind, dialect).abbr, term(meant, dialect).abbr
        few = "a single" if n == 1 else f"{n}"
        message = f"{look.name} has {few} {abbr} among {counts[meant]} {word}."
        why = f"What one dialect calls {abbr} the other calls {word}: it may have slipped in from other notes."
        yield look.finding(CODE, SEVERITY, stitch.span, message, why, _mend(look, stitch.span, abbr, word))
        return


def _in_one_place(done: WorkedRound, kind: str) -> bool:
    feet = {m.feet for m in done.made if m.kind == kind}
    return len(feet) == 1 and feet != {()}


def _nowhere_else(look: Look, kind: str) -> bool:
    """Whether the motif has such a stitch in this round alone, one in each of some places along plain runs, among
    stitches of one other height."""
    done = look.round.worked
    if kind != max(done.counts(), key=lambda k: lookup(k).height):  # lower sides square a circle off
        return False
    if len(done.counts()) != 2 or any(kind in r.worked.counts() for r in look.draft.rounds if r is not look.round):
        return False
    feet = Counter(m.feet for m in done.made if m.counted)
    corners = {done.made[c].feet for c in done.corners}
    alone = all(feet[m.feet] == 1 and m.feet not in corners and not m.gap for m in done.made if m.kind == kind)
    made = [m.kind for m in done.made if m.counted]
    return alone and any(a == b == kind for a, b in pairwise(made))


def _in_like_groups(look: Look, kind: str, meant: str | None) -> bool:
    """Whether the motif has such stitches in this round alone, in groups along the sides that are as large as its
    groups of the other height: `3 dc in 1-ch sp` beside corners of `3 tr, 2 ch, 3 tr`."""
    done = look.round.worked
    if any(kind in r.worked.counts() for r in look.draft.rounds if r is not look.round):
        return False
    mine, others = (_runs(done, k) for k in (kind, meant))
    corners = {done.made[c].feet for c in done.corners} | {m.feet for m in done.made if m.kind == meant}
    aside = all(m.feet not in corners and not m.gap for m in done.made if m.kind == kind)
    return aside and len(mine) == 1 and mine <= others and min(mine) > 1


def _runs(done: WorkedRound, kind: str | None) -> set[int]:
    """How many stitches of a kind stand side by side in one place."""
    runs = groupby(done.made, key=lambda m: (m.kind, m.feet))
    return {len(list(made)) for (k, _), made in runs if k == kind}


def _round_between(look: Look) -> Iterator[Finding]:
    """A whole round of such stitches between rounds of the others, all of them solid, that grows as those want it to;
    one that alternates with them is meant."""
    dialect = look.draft.dialect
    below = look.below.worked.counts().keys() if look.below else None
    if below is None or below == look.round.worked.counts().keys():
        return
    here = look.index or 0
    rounds = [r.worked for r in look.draft.rounds[here - 1 : here + 2]]
    kinds = [set(r.counts()) for r in rounds]
    if len(kinds) != 3 or kinds[0] != kinds[2] or any(len(k) != 1 for k in kinds):
        return
    again = sum(not kinds[1].isdisjoint(r.worked.counts()) for r in look.draft.rounds) > 1
    if len(look.draft.rounds) < _ENOUGH or again or any(r.spaces() for r in rounds):
        return
    (kind,), (meant,) = kinds[1], kinds[0]
    other = TERMS["us" if dialect == "uk" else "uk"]
    if kind not in TERMS[dialect] or meant not in other or other[meant].abbr != TERMS[dialect][kind].abbr:
        return
    if any(isinstance(n, Chain) and n.n == 1 and not n.label for n in look.round.tree.body[:1]):
        return  # `ch 1, 2 dc in same st`: who means the taller begins with three
    e = look.round.entry
    wanted = (e.needed, e.needed * lookup(meant).height / lookup(kind).height)
    own, as_others = (abs(e.growth - w) / w if w > 0 else 0.0 for w in wanted)
    if own < _MISFIT or as_others > own / 2:
        return
    abbr, word = term(kind, dialect).abbr, term(meant, dialect).abbr
    message = f"{look.name} is worked in {abbr} between rounds of {word}, and grows as they do."
    why = f"What one dialect calls {abbr} the other calls {word}: it may have slipped in from other notes."
    line = look.round.line
    found = re.finditer(rf"(?<![a-z]){abbr}(?![a-z])", line.text, re.IGNORECASE)
    edits = tuple(Edit(line.at + m.start(), line.at + m.end(), word) for m in found)
    fixes = [Fix(f"Make them {word}", edits)] if edits else []
    yield look.finding(CODE, SEVERITY, (0, 0), message, why, fixes)


_ENOUGH = 4
"""So many rounds show which of them is the odd one."""
_MISFIT = 0.25
"""By how much, as a share of what lies flat, a round grows otherwise than one of its height."""


def _half_triple(look: Look) -> Iterator[Finding]:
    """A US `htr` in a text without any taller stitch, nor an hdc beside it: the first round that has one."""
    if look.draft.dialect != "us" or "htr" not in look.round.worked.counts():
        return
    kinds = [r.worked.counts() for r in look.draft.rounds]
    if "hdc" in look.round.worked.counts() or any(k in c for c in kinds for k in ("tr", "dtr")):
        return
    if look.index != next((i for i, c in enumerate(kinds) if "htr" in c), None):
        return
    stitch = next(m for m in look.round.worked.made if m.kind == "htr")
    message = f"{look.name} has htr, a half triple in US terms, and nothing taller stands beside it."
    why = "In UK terms htr is a half treble, which US terms call hdc: it may have slipped in from other notes."
    yield look.finding(CODE, SEVERITY, stitch.span, message, why, _mend(look, stitch.span, "htr", "hdc"))


def _mend(look: Look, span: tuple[int, int], abbr: str, word: str) -> Iterator[Fix]:
    line = look.round.line
    m = re.search(rf"\b{abbr}\b", line.text[span[0] : span[1]], re.IGNORECASE)
    if m:
        at = line.at + span[0] + m.start()
        yield Fix(f"Make it {word}", (Edit(at, at + len(m.group()), word),))
