"""Reading past words: which readings a round has without the words nobody can read, and which one is taken."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.notation import read_round
from mossring.notation.passing import only_prose, past_words

CIRCLE = "Terms: US\nRnd 1: 6 sc in magic ring (6)\nRnd 2: 2 sc in each st around (12)\n"


def passed(words: str) -> list[str]:
    """What each reading of a round passes over, in the order in which they are tried."""
    tree = read_round(words, "us")
    return [" / ".join(words[slice(*s)] for s in spans) for _, spans in past_words(words, tree, _read)]


def _read(text: str):  # type: ignore[no-untyped-def]
    return read_round(text, "us")


def test_the_fewest_words_come_first() -> None:
    found = passed("2 sc in next st, hum a merry tune, sc in next st")
    assert found[0] == "hum a merry tune"
    assert [len(f.split()) for f in found] == sorted(len(f.split()) for f in found)


def test_places_in_the_text_stay_where_they_are() -> None:
    words = "2 sc in next st, hum a merry tune, sc in next st"
    text, spans = next(iter(past_words(words, read_round(words, "us"), _read)))
    assert len(text) == len(words)
    assert all(text[a:b].isspace() for a, b in spans)
    assert text.replace(" ", "") == "2scinnextst,,scinnextst"


@pytest.mark.parametrize(
    "words",
    [
        "2 sc in each frob around",  # a place
        "frob in next st, 2 sc in next st",  # a stitch
        "(3 frob, ch 2) in next st",
        "sc in next st, zonk ch 2 blah, sc in next st",  # but for the whole clause, chains are never passed
    ],
)
def test_what_may_be_made_is_not_passed(words: str) -> None:
    assert all("frob" not in p and p != "ch 2" for p in passed(words))


def test_two_clauses_are_passed_together_and_three_are_not() -> None:
    words = "2 sc in next st, hum a tune, sc in next st, smile at it, sc in next st"
    assert "hum a tune / smile at it" in passed(words)
    assert passed(words + ", wave at them, sc in next st") == []


def test_a_round_that_can_be_read_has_no_other_reading() -> None:
    assert passed("2 sc in each st around (12)") == []


@pytest.mark.parametrize(("words", "prose"), [("happily arrive at", True), ("the other side", False), ("6", False)])
def test_prose_says_nothing_of_the_work(words: str, prose: bool) -> None:
    assert only_prose(words, [(0, len(words))]) is prose


@pytest.mark.parametrize(
    ("words", "codes"),
    [
        ("[sc in next st, 2 sc in next st] all the live-long way round (18)", ["MR110"]),
        ("[sc in next st, 2 sc in next st] 6 times, oh joy (18)", ["MR110"]),
        ("[sc in next st, 2 sc in next st] 6 times, oh joy (20)", ["MR101"]),
    ],
)
def test_the_count_bears_a_reading_out(words: str, codes: list[str]) -> None:
    found = analyse(f"{CIRCLE}Rnd 3: {words}\n").findings
    assert [f.code for f in found if f.severity != "hint" or f.code == "MR110"][: len(codes)] == codes


def test_a_reading_borne_out_is_only_hinted_at_and_worked() -> None:
    text = f"{CIRCLE}Rnd 3: [sc in next st, 2 sc in next st] 6 times, oh joy (18)\nRnd 4: sc in each st (18)\n"
    result = analyse(text)
    assert not result.stopped
    assert [r.worked.stitches for r in result.draft.rounds] == [6, 12, 18, 18]
    hint = next(f for f in result.findings if f.code == "MR110")
    assert text[hint.start : hint.end] == "oh joy"


def test_words_behind_two_stars_that_stop_short_are_told_and_never_raised() -> None:
    found = analyse(f"{CIRCLE}Rnd 3: *sc in next st, 2 sc in next st* until\n").findings
    assert [(f.code, f.round) for f in found] == [("MR110", 3)]


def test_words_passed_over_once_are_passed_over_again() -> None:
    """So a later round is judged by its stitches, and a mistake in it is told as what it is."""
    text = (
        "Terms: US\nRnd 1: 6 sc in magic ring (6)\nRnd 2: 2 sc in each st around, oh joy (12)\n"
        "Rnd 3: [sc in next st, 2 sc in next st] 6 times, oh joy (17)\n"
    )
    found = analyse(text).findings
    assert [(f.code, f.round) for f in found] == [("MR110", 2), ("MR110", 3), ("MR301", 3)]


@pytest.mark.parametrize(
    ("words", "count"),
    [("*2 hdc, 1 hdc* x 4 (12)", 12), ("[2 hdc, hdc] 4 times (12)", 12), ("*2 hdc, 1 hdc; rep from * around (12)", 12)],
)
def test_two_in_one_place_where_the_count_says_so(words: str, count: int) -> None:
    result = analyse(f"Terms: US\nRnd 1: 8 hdc in magic ring (8)\nRnd 2: {words}\n")
    assert result.draft.rounds[1].worked.stitches == count
    assert not result.stopped


def test_one_in_each_of_two_places_where_that_comes_out() -> None:
    result = analyse("Terms: US\nRnd 1: 9 hdc in magic ring (9)\nRnd 2: [2 hdc, 2 hdc in next st] 3 times (12)\n")
    assert result.draft.rounds[1].worked.stitches == 12
    assert [f.code for f in result.findings if f.severity == "stop"] == []


@pytest.mark.parametrize(("nth", "count"), [("other", 18), ("second", 18), ("third", 16)])
def test_one_in_the_others_where_the_count_says_so(nth: str, count: int) -> None:
    text = f"Terms: US\nRnd 1: 12 sc in magic ring (12)\nRnd 2: 2 sc in every {nth} stitch ({count})\n"
    assert not analyse(text).stopped
    passed = analyse(text.replace(f" ({count})", "")).draft.rounds[1].worked.stitches
    assert passed == 2 * (count - 12)  # nothing said: the others are passed


_NOTED = "Disc (UK)\nEach round begins with 3 ch, which counts as the first tr.\nRnd 1: 11 tr in ring, join. (12)\n"


def test_a_starting_chain_that_only_the_notes_speak_of() -> None:
    result = analyse(_NOTED + "Rnd 2: 1 tr in same st, 2 tr in each st around, join. (24)\n")
    assert [r.worked.stitches for r in result.draft.rounds] == [12, 24]
    assert not result.findings


def test_a_starting_chain_that_other_rounds_spell_out_is_missing() -> None:
    result = analyse(_NOTED + "Rnd 2: 3 ch, 1 tr in same st, 2 tr in each st around, join. (24)\n")
    assert [(f.code, f.round) for f in result.findings if f.severity == "stop"] == [("MR301", 1)]


def test_a_definition_changed_is_worked_anew() -> None:
    """What stands in the cache depends on the stitches that the pattern defines."""
    text = "Bud (US)\nSpecial stitches:\nShell = 5 dc in one st\nRnd 1: 6 sc in MR\nRnd 2: Shell in each st around\n"
    counts = [analyse(t).draft.rounds[1].worked.stitches for t in (text, text.replace("5 dc", "6 dc"), text)]
    assert counts == [30, 36, 30]


@pytest.mark.parametrize(
    "words", ["(dqx in next st, 2 sc in next st) 6 times", "(frob) 12 times", "(dqx, ch, dqx) around"]
)
def test_a_bracket_that_may_ask_for_stitches_is_never_silently_passed(words: str) -> None:
    found = analyse(f"{CIRCLE}Rnd 3: {words}, sc in each st around").findings
    assert {f.code for f in found} & {"MR101", "MR102", "MR105", "MR110"}


def test_a_guess_that_leaves_the_words_unread_is_no_guess() -> None:
    told = analyse("Terms: US\nRnd 1: 12 dc in ring; join\nRnd 2: 2 dc in heel of each dc around; join").findings
    assert [(f.code, f.round) for f in told] == [("MR101", 2)]
    assert "heel" in told[0].message
