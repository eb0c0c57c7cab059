"""Which of several readings of a round is meant: the one with which it comes to what it states."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from typing import Literal

from mossring.notation import RoundLine, RoundTree, Trouble
from mossring.notation.closing import starts_with_chain
from mossring.notation.increases import in_the_others
from mossring.notation.meant import (
    all_in_space,
    begun_there,
    corners_in_stitches,
    each_in_its_own,
    ended_amid,
    from_here,
    from_the_base,
    halves_in,
    heaped,
    in_the_ring,
    into_gaps,
    into_spaces,
    passing_behind,
    repeated,
    said_twice,
    taken_for_next,
)
from mossring.notation.passing import blanked, only_prose, past_words
from mossring.notation.targets import ANY_STITCH, CORNER
from mossring.notation.tree import Act, Chain, Make, Node, Stated, Target, Work
from mossring.working import State, WorkedRound, work_round
from mossring.working.budget import Budget, Purse
from mossring.working.opening import slips
from mossring.working.tally import due, mismatches

Read = Callable[[str], RoundTree]


def without_odd_words(
    state: State, line: RoundLine, tree: RoundTree, read: Read, passed: frozenset[str], spare: Purse
) -> tuple[RoundTree, frozenset[str]]:
    """The round as it reads when the words nobody can read are passed over: where it then comes to what it states (or,
    where they say nothing of the work, fits the round below), and all ways to pass over so few come to the same. Words
    passed over in an earlier round are passed over again. passed: those words, given back with this round's. spare:
    what looking for them costs is taken from it."""
    text, spans = blanked(line.text, passed)
    again = read(text) if spans else tree
    if not again.unread:
        return _told(again, line, spans), passed
    found: tuple[int, RoundTree, WorkedRound] | None = None
    for text, spans in past_words(line.text, tree, read):
        words = sum(len(line.text[a:b].split()) for a, b in spans)
        if (found is not None and words > found[0]) or not spare.affords(2 * len(text)):
            break
        other = read(text)
        done = work_round(
            state, other, Budget(purse=spare), yarn=line.yarn or other.yarn, around=line.word != "Row"
        ).last
        assert done is not None
        if done.troubles or not _borne_out(done, other, line, only_prose(line.text, spans)):
            continue
        if found is not None and _feet(done) != _feet(found[2]):
            return tree, passed
        found = found or (words, _told(other, line, spans), done)
    if found is None:
        return tree, passed
    return found[1], passed.union(str(t.data["words"]) for t in found[1].troubles if t.kind == "passed over")


def _told(tree: RoundTree, line: RoundLine, spans: list[tuple[int, int]]) -> RoundTree:
    told = (Trouble("passed over", span, {"words": line.text[slice(*span)]}) for span in spans)
    return replace(tree, troubles=(*tree.troubles, *told))


def otherwise(
    state: State, after: State, line: RoundLine, tree: RoundTree, number: int, start: Chain | None, spare: Purse
) -> tuple[State, RoundTree] | None:
    """The round as it comes out with what it leaves unsaid: other places for what names none (`2 hdc` in one place,
    groups in the spaces), stitches in those that `every other` leaves out, a starting chain that only the notes speak
    of (start), stitches passed behind those that reach down. None where it comes out as it is read, or in no other
    way either. spare: what trying it costs is taken from it."""
    owed = due(tree.stated, number, line.first, line.last)
    if after.last is None or len(line.text) > _LONG:
        return None
    if not spare.affords(len(after.last.made)) or any(t.kind == "limit" for t in after.last.troubles):
        return None
    if counted := _ends_in_count(state, line, tree, spare):
        return counted
    twice, lost = said_twice(tree.body), _lost_corners(state, after.last)
    if not (after.last.troubles or any(mismatches(after.last, tree.stated, owed)) or twice or lost):
        return None
    uneven = twice or {t.kind for t in after.last.troubles} == {"does not divide"}
    found: list[tuple[int, State, RoundTree]] = []
    for body, how in _otherwise(state, tree.body, start):
        if not spare.affords(len(after.last.made)):
            break
        other = replace(tree, body=body, written=tree.written or starts_with_chain(body))
        done = work_round(state, other, Budget(purse=spare), yarn=line.yarn or tree.yarn, around=line.word != "Row")
        if done.last is None or done.last.troubles:
            continue
        if how == "its own":
            spans = sorted({w.span for w in taken_for_next(tree.body, body)})
            told = (Trouble("taken for", span, {"words": line.text[slice(*span)]}) for span in spans)
            other = replace(other, troubles=(*other.troubles, *told))
        even = how == "grouped" and _has_even_sides(done.last)
        if _comes_out(done.last, tree.stated, owed, even=False):
            found.append((0 if even else 1 + (how == "grouped"), done, other))
        elif how == "ring" and len(done.last.corners) == state.sides > 0 and not owed:
            found.append((2, done, other))
        elif (how == "deep" or (how == "heaped" and uneven)) and not any(mismatches(done.last, tree.stated, owed)):
            found.append((2, done, other))  # nothing is left unworked now
        elif even and (lost or not _has_even_sides(after.last)):  # even sides show that they are meant
            found.append((3, done, other))
    best = min(found, key=lambda way: way[0], default=None)
    return best[1:] if best else None


def _ends_in_count(state: State, line: RoundLine, tree: RoundTree, spare: Purse) -> tuple[State, RoundTree] | None:
    """`[4 dc, ch 3] 3 times in ring; 12 dc`, `2 dc in each sp, 24 dc`: the stitches at the end are no work but the
    count, if the round comes to it without them."""
    last = tree.body[-1] if len(tree.body) > 1 else None
    make = last.group[0] if isinstance(last, Work) and len(last.group) == 1 and not last.where.said else None
    if not isinstance(last, Work) or not isinstance(make, Make) or make.n > 1 or tree.stated:
        return None
    if last.span[1] < len(line.text.rstrip(" .")) or not {";", ","} & set(line.text[: last.span[0]][-2:]):
        return None
    without = replace(tree, body=tree.body[:-1])
    again = work_round(state, without, Budget(purse=spare), yarn=line.yarn or tree.yarn, around=line.word != "Row")
    worked = again.last
    if worked is None or worked.troubles or worked.counts().get(make.stitch) != last.where.count:
        return None
    return again, replace(without, stated=(Stated(last.where.count, make.stitch, last.span),))


_LONG = 4000
"""Characters of a round past which it is read in one way only: nobody wrote it."""
_How = Literal["", "grouped", "deep", "heaped", "ring", "its own"]


def _has_start(body: tuple[Node, ...]) -> bool:
    """Whether a round begins with chains of its own, perhaps behind slip stitches on the way there."""
    begun = next((k for k, n in enumerate(body) if not (isinstance(n, Act) or slips(n))), len(body))
    return any(isinstance(n, Chain) for n in (*body[:2], *body[begun : begun + 1]))


def _otherwise(state: State, body: tuple[Node, ...], start: Chain | None) -> Iterator[tuple[tuple[Node, ...], _How]]:
    """The round's instructions as else they might be meant: with groups in the spaces there (`grouped`), with what lies
    behind a stitch that reaches down passed (`deep`), with what names no place in one (`heaped`), or otherwise."""
    spaces = state.before is not None and any(state.before.spaces())
    grouped = [into_spaces(body, wide, Target(side)) for side, wide in _SPACED] if spaces else []
    grouped += [halves_in(CORNER, body), all_in_space(body), into_gaps(body)] if spaces else []
    grouped += [halves_in(ANY_STITCH, body)]
    grouped += [corners_in_stitches(body)] if state.before and not state.before.corners else []
    begun = [(start, *body), begun_there(start, body)] if start and not _has_start(body) else []
    ways: list[tuple[tuple[Node, ...], _How]] = [
        (heaped(body), "heaped"),
        (in_the_others(body), ""),
        *((way, "grouped") for way in grouped),
        *((way, "") for way in begun),
        (passing_behind(body), "deep"),
        (repeated(body), ""),
        (each_in_its_own(body), "its own"),
        (from_here(body), ""),
        (from_the_base(body), ""),
        *((way, "ring") for way in in_the_ring(body)),
        *((way, "") for way in ended_amid(body)),
    ]
    seen = [body]
    for other, how in ways:
        if other not in seen:
            seen.append(other)
            yield other, how


def _lost_corners(state: State, done: WorkedRound) -> bool:
    """Whether some corners of the round below hold no corner any more, and others do."""
    return state.before is not None and 0 < _open_corners(done) < _open_corners(state.before)


def _open_corners(done: WorkedRound) -> int:
    """How many corners of a round are chain spaces."""
    return sum(done.made[k].kind == "ch" for k in done.corners)


def _has_even_sides(done: WorkedRound) -> bool:
    sides = done.per_side()
    return not done.troubles and len(sides) > 2 and len(set(sides)) == 1


_SPACED: tuple[tuple[Literal["sp", "gap"], int], ...] = (("sp", 2), ("sp", 1), ("gap", 1))
"""Where groups that name no place go, and how long a chain stands within one."""


def _feet(done: WorkedRound) -> list[tuple[object, ...]]:
    return [(m.kind, m.chains, m.feet) for m in done.made]


def _borne_out(done: WorkedRound, tree: RoundTree, line: RoundLine, prose: bool) -> bool:
    """Whether the count that a round states, or its even sides, show that it was read as it was meant."""
    if not done.stitches:  # chains alone: the word was the stitch
        return False
    return _comes_out(done, tree.stated, due(tree.stated, line.first, line.first, line.last), even=prose)


def _comes_out(done: WorkedRound, stated: Sequence[Stated], owed: Sequence[Stated], *, even: bool) -> bool:
    """Whether a round comes to what it owes; even: one that owes nothing, to sides that are alike."""
    if any(mismatches(done, stated, owed)):
        return False
    return any(s.what != "chains" for s in owed) or (even and len(set(done.per_side())) <= 1)
