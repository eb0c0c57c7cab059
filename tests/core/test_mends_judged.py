"""Mends are judged on the whole motif, and each mistake of several is told."""

from __future__ import annotations

from mossring.analysis import Analysis, analyse
from mossring.findings.finding import apply

SQUARE = "Terms: US\nRnd 1: [3 dc, ch 2] 4 times in ring\n"


def told(found: Analysis) -> list[str]:
    return [f"{f.code} {f.round}" for f in found.findings if f.severity != "hint"]


def mended(found: Analysis, code: str) -> list[Analysis]:
    """The text with each mend of a finding in turn."""
    (finding,) = [f for f in found.findings if f.code == code]
    return [analyse(apply(found.draft.doc.text, fix.edits)) for fix in finding.fixes]


def test_a_wrong_count_hides_no_stitch_left_on_each_side_nor_a_wrong_count_behind_it() -> None:
    found = analyse(
        SQUARE
        + "Rnd 2: ch 3, dc in next 2 dc, *(2 dc, ch 2, 2 dc) in next sp, dc in next 3 dc; rep from * twice,"
        + " (2 dc, ch 2, 2 dc) in last sp; join (32 dc)\n"
        + "Rnd 3: ch 3, dc in next 4 dc, *(2 dc, ch 2, 2 dc) in next sp, dc in next 6 dc; rep from * twice,"
        + " (2 dc, ch 2, 2 dc) in last sp, dc in last 2 dc; join\n"
        + "Rnd 4: ch 3, dc in next 6 dc, *(2 dc, ch 2, 2 dc) in next sp, dc in next 11 dc; rep from * twice,"
        + " (2 dc, ch 2, 2 dc) in last sp, dc in last 4 dc; join (58 dc)"
    )
    assert told(found) == ["MR301 2", "MR203 3", "MR301 4"]


def test_a_stitch_left_on_each_side_is_told_once_and_every_side_mended() -> None:
    found = analyse(
        SQUARE
        + "Rnd 2: ch 3, dc in next dc, *(2 dc, ch 2, 2 dc) in next sp, dc in next 2 dc; rep from * twice,"
        + " (2 dc, ch 2, 2 dc) in last sp; join\n"
        + "Rnd 3: ch 3, dc in next 4 dc, *(2 dc, ch 2, 2 dc) in next sp, dc in next 7 dc; rep from * twice,"
        + " (2 dc, ch 2, 2 dc) in last sp, dc in last 2 dc; join (44 dc)"
    )
    assert told(found) == ["MR404 2"]
    assert [told(a) for a in mended(found, "MR404")] == [[]]


def test_a_corner_without_its_chain_is_named_and_worked_as_the_others() -> None:
    found = analyse(
        SQUARE
        + "Rnd 2: [(2 dc, ch 2, 2 dc) in next sp, dc in next 3 dc] twice, 4 dc in next sp, dc in next 3 dc,"
        + " (2 dc, ch 2, 2 dc) in next sp, dc in next 3 dc"
    )
    assert [f.message for f in found.findings] == ["Corner 3 of round 2 has no chain, where the others have ch 2."]
    assert [told(a) for a in mended(found, "MR402")] == [[]]


def test_the_end_of_a_foundation_worked_too_far_is_told_there() -> None:
    text = (
        "Terms: US\nRnd 1: Ch 10, hdc in 3rd ch from hook, hdc in next {} ch, 4 hdc in last ch; on other side, "
        "hdc in next 6 ch, 3 hdc in last ch; join"
    )
    assert told(analyse(text.format(6))) == []
    (f,) = analyse(text.format(7)).findings
    assert text.format(7)[f.start : f.end] == "last ch"
    assert [told(a) for a in mended(analyse(text.format(7)), "MR202")] == [[]]


def test_no_mend_makes_a_motif_lie_worse() -> None:
    """Wherever a mend of a round without a count is offered, no round cups or ruffles that lay flat."""
    sides = ("dc in next 3 dc, ", "dc in next 2 dc, ", "dc in next 4 dc, ", "")
    for side in sides:
        for corner in ("(2 dc, ch 2, 2 dc)", "(2 dc, 2 dc)", "(2 dc, ch 2, 3 dc)", "(3 dc, ch 2, dc)"):
            found = analyse(
                f"{SQUARE}Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in next 3 dc] 3 times, {corner} in corner, {side}"
                "\nRnd 3: [(2 dc, ch 2, 2 dc) in corner, dc in each dc to corner] around"
            )
            before = [r.entry.verdict in ("cups", "ruffles") for r in found.draft.rounds]
            for f in found.findings:
                for fix in f.fixes:
                    after = analyse(apply(found.draft.doc.text, fix.edits))
                    worse = [r.entry.verdict in ("cups", "ruffles") for r in after.draft.rounds]
                    assert all(b or not a for a, b in zip(worse, before, strict=True)), (side, corner, fix.label)
                    assert len(told(after)) < len(told(found)), (side, corner, fix.label)


def test_which_chain_of_a_foundation_is_begun_in_is_no_number_to_change() -> None:
    found = analyse("Terms: US\nRow 1: Ch 17, sc in 2nd ch from hook and in each ch across (15 sc)")
    assert [fix.label for f in found.findings for fix in f.fixes] == ["State 16"]
