"""Texts that nobody would write: nothing raises, nothing takes over a second.

The number of texts is small here; `FUZZ=10000` in the environment makes it a long run.
"""

from __future__ import annotations

import gc
import os
import time
from collections.abc import Callable
from math import isfinite

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mossring.analysis import analyse, as_data
from mossring.chart import draw, threads
from mossring.draft import forget, work_draft
from mossring.notation import read_round
from mossring.readin import read_in
from mossring.relaxed import relax
from mossring.shape import used
from mossring.starters import next_rounds
from mossring.writing import as_text, write_pattern

TEXTS = int(os.environ.get("FUZZ", "120"))
LIMIT = 1.0 if "FUZZ" in os.environ else 5.0
"""Seconds of the processor that one answer may take in the long run; on push five times that, since a machine that
others use is slow by fits. What it does meanwhile for others isn't counted, nor a collection of what thousands of texts
before have left in memory."""

_WORDS = """
dc sc tr hdc htr ch 2 3 4 in next st sts corner each around [ ] ( ) * ** ; , . rep from times sp sps ring join sl sk to
as same cl pc bobble puff tog FPdc BPdc BLO FLO 3rd loop picot turn over and together of rnd 1 between groups shell
centre top beg foundation row end other side inc dec until last with B drop A back pick up skip miss counts (counts
does not count) standing chainless working 2nd ch from hook around. more on side
"""
_HEADS = [
    *("\nRnd 2:", "\nRnd 3:", "\nRow 2:", "\nRnds 3-5: as Rnd 2", "frob", "🧶", "ch-2", "3-dc", "sc2tog", "petal"),
    *("\nJoin B", "\nCluster (cl):", "\n**Rnd 4:**", "\nStitch petal: 3-dc cl, ch 1", "(24 dc)"),
]
_WHERE = st.sampled_from(
    [
        "Shape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: ",
        "Shape: circle\nRnd 1: ",
        "Begin: ch 9\nRow 1: ",
        "",
    ]
)
_texts = st.lists(st.sampled_from([*_WORDS.split(), *_HEADS]), max_size=60).map(" ".join)


@given(_WHERE, _texts)
@settings(max_examples=TEXTS, deadline=None)
def test_no_text_of_the_trade_s_words_is_too_much(where: str, words: str) -> None:
    """Read, worked, judged, written, read in, continued: never an exception, every span inside the text."""
    text = where + words
    _quickly(text, analyse)
    for f in analyse(text).findings:
        assert 0 <= f.start <= f.end <= len(text) + 1
    _quickly(text, _write)
    _quickly(text, read_in)
    _quickly(text, _next)


def _write(text: str) -> None:
    as_text(write_pattern(work_draft(text), "uk"))


def _next(text: str) -> None:
    next_rounds(work_draft(text))


ANSWERS: tuple[Callable[[str], object], ...] = (analyse, _write, _next, read_in)


def _quickly(text: str, answer: Callable[[str], object]) -> None:
    """An answer from nothing kept, in the time that one may take."""
    forget()
    gc.disable()
    begun = time.process_time()
    answer(text)
    taken = time.process_time() - begun
    gc.enable()
    assert taken < LIMIT, (answer, text[:200], len(text))


_GROWING = """
2 dc in each st, |dc in each st around, |[2 dc, ch 1] in next sp, |(2 dc, ch 2, 2 dc) in corner, |dc in frob,
dc in each st to corner, |*dc in next st, rep from * around, |sk next 2 sts, |dc in ch-9 sp, |3-dc cl in next st,
dc in skipped st, |join with sl st, |dc in last st, |[dc in next 2 sts] 50 times, |ch 99, |with B, |picot, |blarg,
5 dc in centre st of next shell, |dc in sp between next 2 groups, |as rnd 1, |rep rnd 1. |inc, |turn, |(12 dc) |* |( |[
FPdc around next st of rnd 1, |1,|, |.
"""
_units = st.lists(st.sampled_from(_GROWING.replace("\n", " |").split("|")[1:]), min_size=1, max_size=4)


@pytest.mark.parametrize("size", [500, 6_000, *((60_000,) if "FUZZ" in os.environ else ()), 200_000])
@given(_WHERE, _units.map("".join).filter(bool), st.sampled_from(["one line", "lines", "rounds", "a note", "a range"]))
@settings(max_examples=max(4, TEXTS // 50), deadline=None)
def test_texts_grown_on_purpose_are_answered_in_time(size: int, where: str, unit: str, how: str) -> None:
    """Up to 200,000 characters, the same again and again: whatever is asked of them, what goes over a limit is cut."""
    many = max(1, size // len(unit))
    text = {
        "one line": f"{where}{unit * many}",
        "lines": where + f"{unit}\n" * many,
        "rounds": where + "".join(f"\nRnd {k}: {unit * max(1, many // 198)}({k})" for k in range(2, 200)),
        "a note": f"{where}\nNote: {unit * many}",
        "a range": f"{where}\nRnds 2-190: {unit}around\nRnd 191: {unit * max(1, many // 10)}",
    }[how][:200_000]
    for answer in ANSWERS:
        _quickly(text, answer)


@pytest.mark.parametrize(
    "text",
    [
        "Rnd 1: 6 sc in ring\nRnds 2-14: 2 sc in each st",
        "Rnd 1: 60000 sc in ring\nRnd 2: sc in each st",
        "Rnd 1: 12 dc in ring\nRnd 2: 2 dc in each dc\nRnd 3: 1000 dc in each dc\nRnd 4: dc in each dc",
        "Rnd 1: 6 sc in ring\nRnd 2: [[[ch 1, sc in next st] 9999 times] 9999 times] 9999 times",
    ],
)
def test_a_slipped_digit_is_answered_in_time(text: str) -> None:
    for answer in ANSWERS:
        _quickly(text, answer)


def test_what_was_kept_changes_no_answer_to_a_text_at_the_limits() -> None:
    """What an answer costs is counted alike whether it was worked or kept, so that the same is cut off."""
    text = "Rnd 1: 6 sc in ring\nRnds 2-9: 2 sc in each st\n" + "".join(
        f"Rnd {k}: sc in next 7 sts, 2 sc in next sp, frob, dc in each st around ({k})\n" for k in range(10, 60)
    )
    forget()
    cold = as_data(analyse(text))
    assert as_data(analyse(text)) == cold


@given(_WHERE, _texts)
@settings(max_examples=max(40, TEXTS // 5), deadline=None)
def test_no_fabric_is_too_much_to_settle(where: str, words: str) -> None:
    """Whatever was worked settles to finite places, is drawn there and measured."""
    draft = work_draft(f"Gauge: 14 dc x 7 rounds = 10 cm\nMeasured: Rnd 1 = 4 cm across\n{where}{words}")
    found = relax(draft) if sum(len(r.worked.made) for r in draft.rounds) < 3000 else None
    if found is not None:
        assert all(isfinite(x) for place in (*found.plane.values(), *found.space.values()) for x in place)
        assert len(threads(draft, found.space)) == len(draft.rounds)
        draw(draft, {n: (x, y) for n, (x, y, _) in found.plane.items()})
    used(draft.doc, [r.worked for r in draft.rounds], draft.gauge)


@given(st.text(max_size=300))
@settings(max_examples=TEXTS, deadline=None)
def test_no_text_at_all_is_too_much(text: str) -> None:
    read_in(text)
    read_round(text, "us")


@pytest.mark.parametrize(
    "words",
    [
        "2 dc in each st, ",
        "with B, ",
        "FO. ",
        "dc in ch-2 sp, ",
        "dc to end, ",
        "[dc] x 2, ",
        "(dc, ch 1, dc) in corner, ",
        "dc in next st, ch 1 (x4), ",
        "3 dc in sp, ch 2 two times, ",
        "3 dc in same sp, ch 2, repeat, ",
        "dc in next st, repeat around, ",
        "V-st (dc, ch 1, dc) in next st, ",
        "sc in each st, ending with sc in last st, ",
        "each st gets 2 dc, ",
        "shell (dc, ",
        "corner (= 2 dc ",
        "Corner = 2 dc. ",
        "(repeat this 2 more times) ",
        "and so on around, ",
        "dc in each st, 2 dc in every 2nd st, ",
    ],
)
def test_the_same_words_thousands_of_times_are_read(words: str) -> None:
    """Whatever is said again and again neither nests the reader too deep nor makes it look back at all of it."""
    found = analyse("Rnd 1: 12 dc in ring\nRnd 2: " + words * (20_000 // len(words)))
    assert len(found.draft.rounds) == 2


@pytest.mark.parametrize(
    "words", ["in 3-dc [", "in next 3 sts []", "[] in next 3 sts", "in corner: (", "each st gets ()"]
)
def test_an_empty_bracket_is_told(words: str) -> None:
    found = analyse("Shape: square\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: " + words).findings
    assert {f.round for f in found if f.severity == "stop"} == {2}
