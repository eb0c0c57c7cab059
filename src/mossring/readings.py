"""Which of several readings of a round is meant: the one with which it comes to what it states."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from mossring.notation import RoundLine, RoundTree, Trouble
from mossring.notation.grouping import heaped
from mossring.notation.passing import blanked, only_prose, past_words
from mossring.working import State, WorkedRound, work_round
from mossring.working.tally import due, mismatches

Read = Callable[[str], RoundTree]


def without_odd_words(state: State, line: RoundLine, tree: RoundTree, read: Read, passed: set[str]) -> RoundTree:
    """The round as it reads when the words nobody can read are passed over: where it then comes to what it states (or,
    where they say nothing of the work, fits the round below), and all ways to pass over so few come to the same. Words
    passed over in an earlier round are passed over again. passed: those words, to which this round's are added."""
    text, spans = blanked(line.text, passed)
    again = read(text) if spans else tree
    if not again.unread:
        return _told(again, line, spans)
    found: tuple[int, RoundTree, WorkedRound] | None = None
    for text, spans in past_words(line.text, tree, read):
        words = sum(len(line.text[a:b].split()) for a, b in spans)
        if found is not None and words > found[0]:
            break
        other = read(text)
        done = work_round(state, other, yarn=line.yarn or other.yarn, around=line.word != "Row").before
        assert done is not None
        if done.troubles or not _borne_out(done, other, line, only_prose(line.text, spans)):
            continue
        if found is not None and _feet(done) != _feet(found[2]):
            return tree
        found = found or (words, _told(other, line, spans), done)
    if found is None:
        return tree
    passed.update(str(t.data["words"]) for t in found[1].troubles if t.kind == "passed over")
    return found[1]


def _told(tree: RoundTree, line: RoundLine, spans: list[tuple[int, int]]) -> RoundTree:
    told = (Trouble("passed over", span, {"words": line.text[slice(*span)]}) for span in spans)
    return replace(tree, troubles=(*tree.troubles, *told))


def in_one_place(
    state: State, after: State, line: RoundLine, tree: RoundTree, number: int
) -> tuple[State, RoundTree] | None:
    """The round as it comes to what it states with `2 hdc` in one place, where it doesn't with one in each of two; None
    where it does, or comes out neither way."""
    owed = due(tree.stated, number, line.first, line.last)
    worked = after.before
    if not owed or worked is None or not (worked.troubles or any(mismatches(worked, tree.stated, owed))):
        return None
    body = heaped(tree.body)
    if body == tree.body:
        return None
    other = work_round(state, tree, body, yarn=line.yarn or tree.yarn, around=line.word != "Row")
    done = other.before
    if done is None or done.troubles or any(mismatches(done, tree.stated, owed)):
        return None
    return other, replace(tree, body=body)


def _feet(done: WorkedRound) -> list[tuple[object, ...]]:
    return [(m.kind, m.chains, m.feet) for m in done.made]


def _borne_out(done: WorkedRound, tree: RoundTree, line: RoundLine, prose: bool) -> bool:
    """Whether the count that a round states, or its even sides, show that it was read as it was meant."""
    owed = due(tree.stated, line.first, line.first, line.last)
    if any(mismatches(done, tree.stated, owed)):
        return False
    return any(s.what != "chains" for s in owed) or (prose and len(set(done.per_side())) <= 1)
