"""Reading past words: the readings of a round that are left when the words nobody can read are passed over.

Which of them is meant is not decided here: what the round then comes to must bear one out.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Iterator
from functools import cache

from mossring.notation.cursor import CHAIN_WORDS, GROUP_WORDS, LOOP_PARTS, PASSED, SPACE_WORDS, STITCH_WORDS
from mossring.notation.tokens import Token, tokenize
from mossring.notation.tree import RoundTree, Span
from mossring.notation.words import NUMBERS, ORDINALS, PLACING, TIMES
from mossring.stitches.terms import spellings

Read = Callable[[str], RoundTree]

MOST_CLAUSES = 2
"""Clauses that can't be read, past which a round is told and not guessed at."""
MOST_CHARACTERS = 1200
_MOST_READ = 16_000
"""Characters read in search of a reading: a round of 160 gets a hundred tries, and none is felt while typing."""
_MOST_WORDS = 24
"""Words of a clause, past which only the whole of it is passed over."""
_OPEN = {"(": ")", "[": "]"}
_INTO = ("in", "into")
_NEAR = 40
"""Characters above a clause in which its last word, or the mark that parts it from it, is looked for."""
_BETWEEN = frozenset((",", ";", ".", ":", "!", "?", "-", "(", "[", "*", "**", "then", "and"))
"""What parts instructions."""
_LOOPS = ({"blo", "flo", "bl", "fl"}, {"loop", "loops", "lp", "lps"}, {"back", "front", "third", "unused"})
"""Words that tell which loop is worked: one of the first, or one of each of the others."""
_OF_PLACES = frozenset(
    {"in", "into", "of", "at", "on", "onto", "through", "under", "underneath", "behind", "below", "beneath", "above"}
    | {"between", "around", "round", "over", "before", "after", "beside", "inside", "within", "from", "near", "by"}
)
"""What ties words to a place: with one of these behind stitches they say where."""
_WORKED = frozenset(
    {*CHAIN_WORDS, *GROUP_WORDS, *LOOP_PARTS, *SPACE_WORDS, *STITCH_WORDS, *NUMBERS, *ORDINALS, *PLACING, *TIMES}
    | {"rep", "repeat", "repeats", "sk", "skip", "miss", "inc", "dec", "corner", "corners", "ring", "first", "last"}
    | {"times", "x", "turn", "join", "between", "around", "to", "from", "all", "more", "sides", "side", "spiral"}
)
"""Words that change what is made or where."""


def past_words(text: str, tree: RoundTree, read: Read) -> Iterator[tuple[str, list[Span]]]:
    """The texts that can be read when words of the clauses left unread are blanked out, with the spans of those; the
    fewest words first. All offsets stay. Texts of the same number of words passed over come one after the other."""
    if not tree.unread or len(text) > MOST_CHARACTERS or len(tree.unread) > MOST_CLAUSES:
        return
    first, *others = tree.unread
    if not others:
        yield from ((rest, [span]) for rest, span in _one(text, first, read, 0))
        return
    for half, span in _one(text, first, read, len(others)):
        clauses = read(half).unread
        if clauses:
            yield from ((rest, [span, then]) for rest, then in _one(half, clauses[0], read, 0))


def blanked(text: str, words: Iterable[str]) -> tuple[str, list[Span]]:
    """The text with these words blanked out wherever they stand, and where that is."""
    spans = [m.span() for said in words for m in re.finditer(rf"\b{re.escape(said)}\b", text)]
    for a, b in spans:
        text = text[:a] + " " * (b - a) + text[b:]
    return text, spans


_PLACES = frozenset(
    {*STITCH_WORDS, *SPACE_WORDS, *GROUP_WORDS, *CHAIN_WORDS, "corner", "corners", "ring", "loop", "loops", "one"}
)
"""Words of places."""


def only_prose(text: str, spans: list[Span]) -> bool:
    """Whether the words passed over say nothing of stitches, places or how often."""
    known = frozenset().union(*_first_words())
    return not any(
        t.kind in ("num", "ord") or t.text in _WORKED or t.text in known or t.text in ("*", "**", *_OPEN)
        for a, b in spans
        for t in tokenize(text[a:b])
    )


def _one(text: str, clause: Span, read: Read, left: int) -> Iterator[tuple[str, Span]]:
    """The texts that `read` makes out but for `left` clauses, with one run of the clause's words blanked out."""
    start, end = _bracketed(text, clause)
    told = [t for t in tokenize(text[start:end]) if t.kind != "end"]
    runs = [(a, b) for a in range(len(told)) for b in range(a, len(told))] if len(told) <= _MOST_WORDS else []
    runs = sorted(runs or [(0, len(told) - 1)], key=lambda r: r[1] - r[0])
    most = max(4, _MOST_READ // len(text))
    runs = [*runs[: most - 1], runs[-1]] if len(runs) > most else runs
    above = [t for t in tokenize(text[max(0, start - _NEAR) : start]) if t.kind != "end" and t.text not in PASSED]
    amid = above[-1] if above and above[-1].text not in _BETWEEN else None
    for a, b in runs:
        run = told[a : b + 1]
        before = next((t for t in reversed(told[:a]) if t.text not in PASSED), None)
        behind = next((t for t in told[b + 1 :] if t.text not in PASSED), None)
        if not run or not _whole(run) or _asks(run, before, behind) or _ties(run, before or amid):
            continue
        span = (start + run[0].start, start + run[-1].end)
        rest = text[: span[0]] + " " * (span[1] - span[0]) + text[span[1] :]
        found = read(rest)
        if len(found.unread) == left and not _unknown(found, left):
            yield rest, span


def _unknown(tree: RoundTree, left: int) -> bool:
    return not left and any(t.kind != "misspelt" for t in tree.troubles)


def _bracketed(text: str, clause: Span) -> Span:
    """The clause with the brackets about it, where it is all that stands between them."""
    start, end = clause
    before, behind = text[:start].rstrip(), text[end:].lstrip()
    if before and behind and _OPEN.get(before[-1]) == behind[0]:
        return len(before) - 1, text.index(behind[0], end) + 1
    return clause


def _whole(run: list[Token]) -> bool:
    """Whether brackets and stars are passed over with what belongs to them or not at all."""
    depth = 0
    for t in run:
        depth += (t.text in _OPEN) - (t.text in _OPEN.values())
        if depth < 0 or t.text in ("*", "**"):
            return False
    return depth == 0


def _is_worked(t: Token) -> bool:
    """Whether a word is a stitch or a place, or ends a group, so that what comes behind it may say where."""
    return (
        t.kind == "ord"
        or t.text in (*_PLACES, *_OPEN.values())
        or any(t.text in spellings_of for spellings_of in _first_words())
    )


@cache
def _first_words() -> tuple[frozenset[str], ...]:
    """The first words of all stitches, by dialect."""
    return tuple(frozenset(said[0] for said in spellings(dialect)) for dialect in ("us", "uk"))


def _ties(run: list[Token], before: Token | None) -> bool:
    """Whether the words belong to a place, or tell more of one: `in the frob of next st`, `next st of the frob`."""
    if before is None:
        return False
    tied = run[0].text in _OF_PLACES or run[-1].text in _OF_PLACES
    return before.text in _OF_PLACES or (tied and _is_worked(before))


def _asks(run: list[Token], before: Token | None, behind: Token | None) -> bool:
    """Whether the words may ask for stitches: they begin with a number, name a place or a loop, stand where one is
    named (`each frob`) or worked into (`frob in next st`), or are part of a clause and tell of chains: a corner may
    hang on them."""
    texts = {t.text for t in run}
    loops = texts & _LOOPS[0] or (texts & _LOOPS[1] and texts & _LOOPS[2])
    if loops or not texts.isdisjoint(PLACING) or run[0].kind == "num" or run[0].text in NUMBERS:
        return True
    if (before and (before.kind == "num" or before.text in (*PLACING, *NUMBERS, *_INTO))) or (
        behind and behind.text in _INTO
    ):
        return True
    return (before or behind) is not None and any(
        t.text in CHAIN_WORDS and any(n.kind == "num" or n.text in NUMBERS for n in run[max(0, k - 1) : k + 2])
        for k, t in enumerate(run)
    )
