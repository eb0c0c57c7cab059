"""What the notes of a pattern say of all its rounds, and how rounds are told by other ones."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.notation.pasted import Start, told_loops, told_starts


@pytest.mark.parametrize(
    ("line", "starts"),
    [
        ("Ch 3 counts as first dc throughout.", [Start(3, "dc")]),
        ("- Beginning ch-2 does not count as a stitch", [Start(2, "")]),
        ("The 2 ch at the start of each round never count as a stitch.", [Start(2, "")]),
        ("Turning chain does not count", [Start(0, "")]),
        ("Ch 4 counts as dc and ch 1", [Start(4, "dc", 1)]),
        ("Chain-3 counts as double crochet.", [Start(3, "double crochet")]),
        ("You will need 3 chunky buttons.", []),
    ],
)
def test_starts_that_notes_tell_of(line: str, starts: list[Start]) -> None:
    assert told_starts(line) == starts


@pytest.mark.parametrize(
    ("line", "part"),
    [
        ("All rounds are worked in the back loops only.", "back"),
        ("Work every round in FLO.", "front"),
        ("All following rounds are worked in BLO unless stated", "back"),
        ("Fasten off and weave in the back.", ""),
    ],
)
def test_loops_that_notes_tell_of(line: str, part: str) -> None:
    assert told_loops(line) == part


def test_a_note_on_loops_holds_from_the_next_round_on() -> None:
    draft = work_draft(
        "US terms\nRnd 1: 6 sc in MR, join. (6)\nAll rounds are worked in BLO.\nRnd 2: 2 sc in each st, join."
    )
    assert {m.part for m in draft.rounds[0].worked.made} == {""}
    assert {m.part for m in draft.rounds[1].worked.made} == {"back"}


CIRCLE = (
    "Terms: US\nRnd 1: 6 sc in MR\nRnd 2: 2 sc in each st around\nRnd 3: [sc in next st, 2 sc in next st] 6 times\n"
)


@pytest.mark.parametrize(
    "words",
    [
        "Continue in the same way.",
        "continue increasing 6 sc in each round as established",
        "as Rnd 3, with 1 more sc between increases",
        "Repeat last round, working 1 more st between increases each round.",
        "as 3rd round, but with 2 sts between increases",
    ],
)
def test_a_circle_grows_between_its_increases(words: str) -> None:
    draft = work_draft(CIRCLE + f"Rnd 4: {words}\n")
    assert draft.rounds[3].worked.counts() == {"sc": 24}


def test_only_runs_beside_an_increase_grow() -> None:
    text = "Terms: US\nRnd 1: 10 sc in MR\n"
    text += "Rnd 2: *[sc in next st, 2 sc in next st] twice, sc in next st; rep from * once\n"
    draft = work_draft(text + "Rnd 3: Continue in the same way.\n")
    grown = draft.rounds[2].worked
    assert draft.rounds[1].worked.counts() == {"sc": 14}
    assert grown.counts() == {"sc": 18}
    assert grown.unworked == 0


@pytest.mark.parametrize(
    "remark",
    ["Your work may wave a little.", "Weave in all ends.", "Note that the rim curls now.", "Pull the tail tight."],
)
def test_remarks_between_instructions_are_passed(remark: str) -> None:
    found = analyse(CIRCLE + f"Rnd 4: [2 sc in next st, sc in next 2 sts] 6 times. {remark} (24 sc)\n").findings
    assert [f.code for f in found if f.severity != "hint"] == []


def test_words_that_ask_for_stitches_are_never_remarks() -> None:
    found = analyse(
        CIRCLE + "Rnd 4: Dq in each stitch. [2 sc in next st, sc in next 2 sts] 6 times. (24 sc)\n"
    ).findings
    assert any(f.code in ("MR101", "MR102") for f in found)


@pytest.mark.parametrize(
    "line",
    [
        'Throughout: "corner" means (2 dc, ch 2, 2 dc) all in the ch-2 sp.',
        "Corner means (2 dc, ch 2, 2 dc) in ch-2 sp.",
        'Where "corner" is written, work (2 dc, ch 2, 2 dc) in the ch-2 sp.',
        "A corner is (2 dc, ch 2, 2 dc) worked in the ch-2 sp.",
        "For each corner: work (2 dc, ch 2, 2 dc) in the ch-2 sp.",
        "Each corner = 2 dc, ch 2, 2 dc",
    ],
)
def test_what_a_corner_is_said_to_be(line: str) -> None:
    text = f"US terms\n{line}\nRnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: [dc in next 3 dc, corner] x 4 (28 dc)\n"
    result = analyse(text)
    assert result.draft.rounds[1].worked.per_side() == [7, 7, 7, 7]
    assert not [f for f in result.findings if f.severity == "stop"]
