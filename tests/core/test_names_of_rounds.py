"""Rounds under other names, and in the marks of other programs (common practice, no source; the wording is our own)."""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft

WORDS = ("6 sc in magic ring", "2 sc in each st", "(sc in next st, 2 sc in next st) 6 times", "sc in each st")
COUNTS = (6, 12, 18, 18)


def lines(head: str, mark: str = ": ") -> str:
    """The rounds, each behind a head in which {n} is its number and {a} its letter."""
    heads = (head.format(n=k, a="ABCD"[k - 1]) for k in range(1, 5))
    return "\n".join(f"{h}{mark}{words}" for h, words in zip(heads, WORDS, strict=True))


@pytest.mark.parametrize(
    "text",
    [
        lines("Circle {n}"),
        lines("LAYER {n}", " - "),
        lines("Lap {n}", ". "),
        lines("{a}", ". "),
        lines("({a})", " "),
        lines("{a}", ") "),
        lines("<b>Round {n}</b>"),
        lines("<p>Rnd {n}").replace("\n", "</p>\n") + "</p>",
        lines("Round {n} ", "| ").replace("\n", " |\n"),
        "\n".join(f"Round {k} | {w} | {n}" for k, (w, n) in enumerate(zip(WORDS, COUNTS, strict=True), 1)),
        "; ".join(f"R{k} {w}" for k, w in enumerate(WORDS, 1)),
        "Disc. " + " ".join(f"{nth} rnd: {w}." for nth, w in zip(("1st", "2nd", "3rd", "4th"), WORDS, strict=True)),
    ],
)
def test_every_one_of_them_is_a_round(text: str) -> None:
    draft = work_draft(f"US terms\n{text}")
    assert tuple(r.worked.stitches for r in draft.rounds) == COUNTS
    assert [r.number for r in draft.rounds] == [1, 2, 3, 4]


@pytest.mark.parametrize(
    "listed",
    [
        "A: sea green\nB: sand\nC: slate",  # yarns
        "A: 50 g of sea green\nB: 50 g of sand\nC: 20 g of slate",
        "A. Materials\nB. Gauge\nC. Pattern",  # chapters
        "Circle 1 is the centre.",
        "Layer 3: turn it over",  # no second one
    ],
)
def test_what_else_is_listed_is_no_round(listed: str) -> None:
    text = f"US terms\n{listed}\n" + "\n".join(f"Rnd {k}: {w}" for k, w in enumerate(WORDS, 1))
    assert tuple(r.worked.stitches for r in work_draft(text).rounds) == COUNTS


@pytest.mark.parametrize(
    ("words", "counts"),
    [
        (
            "[3 dc, ch 2] 4 times in ring\n3 dc, corner (2 dc, ch 2, 2 dc), 3 dc, corner, 3 dc, corner, 3 dc, corner",
            (12, 28),
        ),
        ("12 dc in ring\n24 dc (2 in each)\n36 dc (2 in every 2nd)\n48 dc (2 in every 3rd)", (12, 24, 36, 48)),
        ("12 dc in ring\n24 dc - two in each", (12, 24)),
        ("12 dc in ring\ninc all (24)", (12, 24)),
        ("12 dc in ring, ch 1 between pairs\ndc in each dc, (dc, ch 1, dc) in each ch-1 sp", (12, 24)),
        ("[3 dc, ch 2] 4 times in ring\nover each side 3 dc, in each corner (2 dc, ch 2, 2 dc)", (12, 28)),
        (
            "*3 dc, ch 2; rep from * 3 times in ring\nsl st x2 and into sp, ch 3, 2 dc, ch 2, 3 dc in sp, "
            "(3 dc, ch 2, 3 dc) in each sp",
            (12, 24),
        ),
    ],
)
def test_short_ways_of_a_notebook(words: str, counts: tuple[int, ...]) -> None:
    text = "US terms\n" + "\n".join(f"Rnd {k}: {line}" for k, line in enumerate(words.splitlines(), 1))
    found = analyse(text)
    assert tuple(r.worked.stitches for r in found.draft.rounds) == counts
    assert [f.code for f in found.findings if f.severity != "hint"] == []


@pytest.mark.parametrize(("named", "corners"), [("square", 4), ("tile, five sides", 5)])
def test_repeat_four_times_is_four_in_all_in_what_is_called_a_square(named: str, corners: int) -> None:
    first = "Rnd 1: *3 dc, ch 2*, repeat 4 times, sl st in first dc\n"
    rest = "Rnd 2: [dc in next 3 dc, (dc, ch 2, dc) in sp] around\n"
    draft = work_draft(f"Reed {named}\nUS terms\nMagic ring\n{first}{rest}")
    assert [len(r.worked.corners) for r in draft.rounds] == [corners, corners]


def test_one_wrong_number_is_told_once() -> None:
    text = lines("Rnd {n}").replace("Rnd 3", "Rnd 2")
    assert [f"{f.code} {f.round}" for f in analyse(f"US terms\n{text}").findings if f.severity != "hint"] == ["MR109 2"]


def test_later_rounds_tell_whether_a_repeat_says_all() -> None:
    """Four times fits round 2 in one case, five in the other; no word says which is meant, and nothing that is kept of
    one is taken for the other."""
    first, second = "*3 dc, ch 2*, repeat 4 times, join", "[dc in 3 dc, (2 dc, ch 2, 2 dc) in sp] {} times, join"
    for times, counts in ((4, [12, 28]), (5, [15, 35]), (4, [12, 28])):
        draft = work_draft(f"Terms: US\nRnd 1: {first}\nRnd 2: {second.format(times)}")
        assert [r.worked.stitches for r in draft.rounds] == counts
        assert draft.shape.sides == times


def test_a_title_is_not_kept_with_the_rounds_below_it() -> None:
    """The same round under two titles is two rounds, whichever was worked first."""
    rounds = "US terms\nMagic ring\nRnd 1: *3 dc, ch 2*, repeat 4 times, join\n"
    for title, corners in (("Reed tile", 5), ("Reed square", 4), ("Reed tile", 5)):
        assert len(work_draft(f"{title}\n{rounds}").rounds[0].worked.corners) == corners


_BEFORE = "Rnd 1: 12 dc in ring, join (12)\nRnd 2: 2 dc in each dc, join (24)\n"


@pytest.mark.parametrize(
    "line",
    [
        "Sc in each st around gives the neatest edge.",
        "The round of sc keeps the edge firm.",
        "Leave a tail of 20 cm to sew with.",
        "If it cups, work a round of sc with a larger hook.",
        "Make 12 of these.",
    ],
)
def test_a_remark_below_the_rounds_is_none(line: str) -> None:
    draft = work_draft(_BEFORE + line)
    assert len(draft.rounds) == 2
    assert line in [note.text for note in draft.doc.notes]


@pytest.mark.parametrize(
    ("line", "counts"),
    [
        ("To finish: 1 round of sc.", [24]),
        ("Work one round of sc around the edge.", [24]),
        ("Then work a round of crab stitch.", [24]),
        ("Finish with a round of sc.", [24]),
        ("Last: sc around", [24]),
        ("Now work one more round in sc.", [24]),
        ("Sc around once more.", [24]),
        ("Sc in each st around. Join. Fasten off.", [24]),
        ("Trim: sc in each st.", [24]),
        ("Join new colour and sc in each st around.", [24]),
        ("With B, sc in each st around; join; fasten off.", [24]),
        ("Round of sc: sc in every st.", [24]),
        ("Add a last round of single crochet.", [24]),
        ("Continue increasing 12 sts every round for 2 more rounds.", [36, 48]),
        ("Work 2 more rounds, increasing 12 sts on each.", [36, 48]),
        ("For the next two rounds increase 12 dc evenly.", [36, 48]),
        ("2 rounds of plain dc.", [24, 24]),
        ("Work 2 rounds even in dc.", [24, 24]),
        ("Rnds 3-4: work even", [24, 24]),
        ("Then for three rounds: dc in each dc, join.", [24, 24, 24]),
        ("All further rounds (3 to 5): dc in each dc, join.", [24, 24, 24]),
        ("Rnd 3 (and 4, 5): dc in each dc, join.", [24, 24, 24]),
    ],
)
def test_a_line_that_asks_for_rounds_in_other_words_gets_them(line: str, counts: list[int]) -> None:
    draft = work_draft(_BEFORE + line)
    assert [r.worked.stitches for r in draft.rounds] == [12, 24, *counts]
    assert not any(r.tree.troubles for r in draft.rounds)
