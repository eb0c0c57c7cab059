"""Too few or too many corners, one unlike the others, or all beside those below.

A motif of n sides has n corners in every round once it has any. A corner is a chain space or a stitch at
the centre of a group that comes n times; where the draft means another place, "corner ch 2" or
"corner tr" in the round says which. Where the corners are stitches and those of one round all stand beside those
of the round below, the first side of that round was begun too short or too long.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import chain_edits, nodes_in, number_edits
from mossring.notation.tree import Chain, Work

CODE = "MR402"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    n = look.draft.shape.sides
    if n < 3 or look.round.worked.line:
        return
    yield from _unlike(look, n)
    yield from _without_chain(look, n)
    have = len(look.round.worked.corners)
    below = look.below.worked if look.below else None
    had = below is not None and len(below.corners) == n
    if have == n or not (had or have) or not look.round.worked.stitches:  # slip stitches on the edge spoil none
        return
    if had and below is not None and not have and look.round.worked.stitches == below.stitches:
        return  # an even round about corners, as an edging is: they show no more
    message = f"{look.name} shows {some(have, 'corner')}, and a {look.draft.shape.name} has {n}."
    why = f"Round {look.below.number} had {n}." if had and look.below else ""
    yield look.finding(CODE, SEVERITY if had else "hint", (0, 0), message, why, number_edits(look) if had else ())


def in_motif(look: Look) -> Iterator[Finding]:
    n = look.draft.shape.sides
    if n < 3 or look.round.worked.line:
        return
    if look.index == 0:
        yield from _in_the_ring(look, n)
    yield from _titled(look)
    yield from _beside(look)
    if look.index == len(look.draft.rounds) - 1 and look.draft.said_shape:
        yield from _none_yet(look, n)


def _none_yet(look: Look, n: int) -> Iterator[Finding]:
    """The last round, and there were no corners."""
    bare = not (look.round.worked.corners or (look.below and look.below.worked.corners))
    if bare and look.below and look.round.worked.stitches and not look.draft.shape.squares_off:
        message = f"No round shows the {n} corners of a {look.draft.shape.name} yet."
        yield look.finding(CODE, "hint", (0, 0), message, "The rounds so far make a circle.")


def _in_the_ring(look: Look, n: int) -> Iterator[Finding]:
    """Round 1 has another number of spaces than makes the corners to come."""
    after = look.draft.rounds[1] if len(look.draft.rounds) > 1 else None
    done = look.round.worked
    if after is None or done.corners or len(done.spaces()) != 1:
        return
    lengths = [m.chains for m in done.made if m.kind == "ch"]
    if len(lengths) < 2:
        return
    if done.made[-1].kind == done.made[-2].kind:
        return
    if any(Look(look.draft, 1).mismatches()) or _counted_right(look):
        return
    if len(lengths) % n and len(after.worked.corners) in (n - 1, n):
        message = f"{look.name} has {len(lengths)} spaces, and a {look.draft.shape.name} has {n} corners."
        yield look.finding(CODE, SEVERITY, (0, 0), message, "", number_edits(look))


def _counted_right(look: Look) -> bool:
    return bool(look.round.tree.stated) and not any(look.mismatches())


def _titled(look: Look) -> Iterator[Finding]:
    """The first round with corners has another number of them than the shape that the title names."""
    have = len(look.round.worked.corners)
    if not have or look.draft.said_shape or any(r.worked.corners for r in look.draft.rounds[: look.index]):
        return
    titled = look.draft.titled
    if titled is None or have % titled.sides == 0:
        return  # eight petals may yet become a square
    message = f"{look.name} shows {some(have, 'corner')}, and the title speaks of a {titled.name}."
    yield look.finding(CODE, SEVERITY, (0, 0), message, f"That has {titled.sides}.", number_edits(look))


def _unlike(look: Look, n: int) -> Iterator[Finding]:
    """One corner's chain longer or shorter than all the others'."""
    done = look.round.worked
    lengths = [done.made[c].chains for c in done.corners if done.made[c].kind == "ch"]
    if len(lengths) != n or len(set(lengths)) != 2:
        return
    below = look.below.worked if look.below else None
    before = {below.made[c].chains for c in below.corners if below.made[c].kind == "ch"} if below else set()
    usual = max(set(lengths), key=lambda x: (lengths.count(x), x in before))
    odd = next(x for x in lengths if x != usual)
    many = lengths.count(odd)
    if many == 1 or (len(before) == 1 and usual in before and look.draft.shape.name != "rectangle"):
        few = "One corner" if many == 1 else some(many, "corner")
        has = "has" if many == 1 else "have"
        message = f"{few} of {look.name.lower()} {has} ch {odd} where the others have ch {usual}."
        yield look.finding(CODE, SEVERITY, (0, 0), message, "", _alike(look, odd, usual))


def _beside(look: Look) -> Iterator[Finding]:
    """All corners beside those of the round below, where the other rounds have theirs on them: a count of the first
    side that is off, and so the one of the last."""
    off = look.round.worked.off_corners()
    if not off or "slst" in look.round.worked.counts() or look.index is None:  # slip stitches past a corner: MR603
        return
    others = [r.worked.off_corners() for r in look.draft.rounds]
    others[look.index] = None
    if others[look.index + 1 : look.index + 2] == [-off]:  # back again, as from where they should have been
        others[look.index + 1] = None
    if 0 not in others or any(others):
        return
    there = f"{some(abs(off), 'stitch', 'stitches')} {'behind' if off > 0 else 'before'}"
    message = f"All corners of {look.name.lower()} stand {there} those of the round below."
    yield look.finding(CODE, SEVERITY, (0, 0), message, "In the other rounds they stand on them.", _moved(look, -off))


def _moved(look: Look, by: int) -> Iterator[Fix]:
    """The first side so much longer before its corner, and the last one as much shorter behind its own."""
    line = look.round.line
    sides = [n.where for n in look.round.tree.body if isinstance(n, Work) and n.where.mode == "next"]
    if len(sides) < 2:
        return
    edits = []
    for where, more in ((sides[0], by), (sides[-1], -by)):
        a, b = where.span
        m = re.search(r"\d+", line.text[a:b])
        if m is None or int(m[0]) + more < 1:
            return
        edits.append(Edit(line.at + a + m.start(), line.at + a + m.end(), str(int(m[0]) + more)))
    shown = " and ".join(f"“{e.text}”" for e in edits)
    yield Fix(f"Make the numbers of the first and the last side {shown}", tuple(edits))


def _without_chain(look: Look, n: int) -> Iterator[Finding]:
    """One corner with a chain, or all but one, where the round below had one at every corner."""
    below = look.below.worked if look.below else None
    spaces = list(look.round.worked.spaces().items())
    if below is None or len(spaces) != 1 or [below.made[c].kind for c in below.corners] != ["ch"] * n:
        return
    key, many = spaces[0]
    if many not in (1, n - 1):
        return
    chains = int(key.removeprefix("ch-"))
    message = f"In {look.name.lower()} one corner has ch {chains}, and the rest have no chain."
    if many == n - 1:
        message = f"Corner {_which(look)} of {look.name.lower()} has no chain, where the others have ch {chains}."
    yield look.finding(CODE, SEVERITY, (0, 0), message, _COUNTED, _chained(look, chains))


def _chained(look: Look, chains: int) -> Iterator[Fix]:
    """The corner without a chain worked as the others are, or a chain put in."""
    line = look.round.line
    works = [n for n in nodes_in(look.round.tree.body) if isinstance(n, Work) and n.group and n.where.said]
    whole = next((n for n in works if any(isinstance(inner, Chain) for inner in n.group)), None)
    for node in works if whole else ():
        if whole and node.where.targets[:1] and node.where.targets[0].is_space and len(node.group) == 1:
            a, b = whole.group[0].span[0], whole.group[-1].span[1]
            start, end = node.group[0].span
            words = f"({line.text[a:b]})"
            edit = Edit(line.at + start, line.at + end, words)
            yield Fix(f"Work “{words}” instead of “{line.text[start:end]}”", (edit,))
    yield from chain_edits(look, chains)


_COUNTED = "Corners are counted from where the round begins."


def _which(look: Look) -> int:
    """Which corner, as the round comes to them, has no chain: the one over the space of the round below into which
    stitches are worked and no chain lies among them."""
    done, below = look.round.worked, look.below.worked if look.below else None
    at = {below.made[c].number for c in below.corners} if below else set()
    met: dict[int, bool] = {}
    for k, m in enumerate(done.made):
        for foot in at.intersection(m.feet):
            met[foot] = met.get(foot, False) or done.made[(k + 1) % len(done.made)].kind == "ch"
    return next((n for n, chained in enumerate(met.values(), 1) if not chained), len(at))


def _alike(look: Look, odd: int, usual: int) -> Iterator[Fix]:
    """The odd corner's chain made like the others'; other numbers after that."""
    line = look.round.line
    for m in re.finditer(
        rf"\bch ?{odd}\b(?![- ]*(?:sp|space|loop))|\b{odd} ?ch\b(?![- ]*sp)", line.text, re.IGNORECASE
    ):
        digits = re.search(r"\d+", m.group())
        if digits:
            at = line.at + m.start() + digits.start()
            yield Fix(f"Make it ch {usual}", (Edit(at, at + len(digits.group()), str(usual)),))
    yield from number_edits(look)
