"""What stands about the rounds in a pasted pattern: heads, dialects, definitions, titles, headings and remarks."""

from __future__ import annotations

import pytest

from mossring.draft import work_draft
from mossring.notation import read_document
from mossring.notation.heads import inner_starts, numbering, read_head
from mossring.notation.pasted import (
    definitions_in,
    legs_told,
    opens_section,
    said_dialect,
    told_lie,
    told_loops,
    told_starts,
)

HEADS = [
    ("Rnd 3: dc", (3, 3)),
    ("Rnds 3 & 4: dc", (3, 4)),
    ("Rounds 3 to 5 - dc", (3, 5)),
    ("Rds 3, 4 and 5. dc", (3, 5)),
    ("rnd 3; dc", (3, 3)),
    ("rnd 3, 6 dc in ring", (3, 3)),
    ("R3 = dc", (3, 3)),
    ("R 3) dc", (3, 3)),
    ("Round three: dc", (3, 3)),
    ("First round: dc", (1, 1)),
    ("Second round: dc", (2, 2)),
    ("Third round - dc", (3, 3)),
    ("Fifth rnd: dc", (5, 5)),
    ("3rd round: dc", (3, 3)),
    ("2nd and 3rd rounds: dc", (2, 3)),
    ("- Rnd 3: dc", (3, 3)),
    ("Round 3 (increase round): dc", (3, 3)),
    ("Col. A: R3: dc", (3, 3)),
    ("Round 3 ch 3, dc in next st", (3, 3)),
]


@pytest.mark.parametrize(("line", "numbers"), HEADS)
def test_how_rounds_announce_themselves(line: str, numbers: tuple[int, int]) -> None:
    head = read_head(line)
    assert head
    assert (head.first, head.last) == numbers
    assert not line[head.end :].startswith((":", ".", " "))


@pytest.mark.parametrize(
    "line", ["Round and round it goes", "Materials: 3 balls", "R is for round", "Rounds are joined", "3 dc in ring"]
)
def test_what_announces_no_round(line: str) -> None:
    assert read_head(line) is None


@pytest.mark.parametrize(
    ("line", "side", "yarn"),
    [
        ("Rnd 2 (RS): dc", "RS", ""),
        ("Row 2 (WS) with B: dc", "WS", "B"),
        ("Round 2, in MC: dc", "", "MC"),
        ("With C, Rnd 2: dc", "", "C"),
        ("Rnd 2 (yarn B). dc", "", "B"),
    ],
)
def test_sides_and_yarns_of_a_head(line: str, side: str, yarn: str) -> None:
    head = read_head(line)
    assert head
    assert (head.side, head.yarn) == (side, yarn)


def test_lines_that_only_have_numbers() -> None:
    assert numbering("My circle\n1. 6 sc in ring\n2. 2 sc in each\n")
    assert numbering("My circle\n1 6 sc in ring\n2 2 sc in each\n3 sc, inc\n")
    assert not numbering("My circle\n12 sc in ring\n24 sc\n")
    assert not numbering("1. wash it\n2. block it\nRnd 1: 6 sc in ring\n")
    assert [r.first for r in read_document("Disc\n1) 6 dc in ring\n2) 2 dc in each dc\n").rounds] == [1, 2]


def test_rounds_that_share_a_line() -> None:
    line = "R1: 6 sc in ring. R2: 2 sc in each st. R3: sc in each st"
    assert [line[i : i + 2] for i in inner_starts(line)] == ["R2", "R3"]


DIALECTS = [
    ("US terms", "us"),
    ("written in UK terminology throughout", "uk"),
    ("Crochet terms: United Kingdom", "uk"),
    ("Terminology: U.S.", "us"),
    ("Lugger Pentagon (U.S. stitches)", "us"),
    ("Disc, written for UK readers", "uk"),
    ("Hexagon UK", "uk"),
    ("Whin Circle - UK - worked in trebles", "uk"),
    ("Ballast Circle uk, every round ends with ss", "uk"),
    ("American terms", "us"),
    ("Trinity Square: UK Version", "uk"),
    ("Square, British", "uk"),
    ("Disc. UK half trebles in a continuous round.", "uk"),
]


@pytest.mark.parametrize(("line", "dialect"), DIALECTS)
def test_what_says_the_dialect(line: str, dialect: str) -> None:
    assert said_dialect(line) == dialect


@pytest.mark.parametrize(
    "line", ["Join us for tea", "Tell us what you think of it", "US size H hook", "Hook: 4 mm (UK 8)"]
)
def test_what_says_no_dialect(line: str) -> None:
    assert said_dialect(line) is None


def test_definitions_of_one_line_and_of_several() -> None:
    assert [d.names for d in definitions_in("Cluster (cl): 3-dc cluster")] == [("cl", "Cluster")]
    several = definitions_in("FP = front post dc, BP = back post dc")
    assert [(d.names, d.made) for d in several] == [(("FP",), "front post dc"), (("BP",), "back post dc")]
    several = definitions_in("cl = 3 tr cluster; bcl = beginning cluster (3 ch, 2 tr cluster)")
    assert [d.names for d in several] == [("cl",), ("bcl",)]
    one = definitions_in("V-st = (dc, ch 1, dc) in same st, counts as one")
    assert [d.names for d in one] == [("V-st",)]
    assert definitions_in("Work loosely") == []


@pytest.mark.parametrize(
    ("made", "legs"),
    [
        (
            "yo, insert hook, yo, pull up a loop, yo, pull through 2 loops, repeat twice, pull through all 4 loops",
            ("cl", "dc", 3),
        ),
        ("(yrh, insert hook, draw up a loop) 4 times, yrh and draw through all loops on hook", ("puff", "hdc", 4)),
        ("dc in next st", None),
    ],
)
def test_stitches_told_in_motions_of_the_hook(made: str, legs: tuple[str, str, int] | None) -> None:
    assert legs_told(made) == legs


def test_what_heads_a_list_of_stitches() -> None:
    assert all(opens_section(line) for line in ("Special stitches:", "ABBREVIATIONS (US)", "Stitches used"))
    assert not any(opens_section(line) for line in ("Stitches: 24", "Abbreviate nothing"))


def test_what_notes_say_of_starts_and_loops() -> None:
    (start,) = told_starts("The beginning ch-2 never counts as a stitch.")
    assert (start.n, start.what) == (2, "")
    (start,) = told_starts("Ch 4 at the start of a round counts as first dc and ch 1.")
    assert (start.n, start.what, start.chains) == (4, "dc", 1)
    assert told_loops("All rounds are worked in the back loops only.") == "back"
    assert told_loops("Work loosely all round.") == ""


def test_a_remark_in_one_round_that_speaks_of_all() -> None:
    text = (
        "Petrel disc, US terms\n"
        "Rnd 1: Ch 2, 12 dc in magic ring. Join. (Ch 2 doesn't count as a stitch in this pattern.)\n"
        "Rnd 2: Ch 2, 2 dc in first st, 2 dc in each st around. Join.\n"
    )
    assert [r.worked.stitches for r in work_draft(text).rounds] == [12, 24]


def test_a_heading_over_several_rounds_is_no_round() -> None:
    doc = read_document("Tile\nRounds 1 to 3: the circle\nRnd 1: 6 sc in ring\nRnd 2: 2 sc in each st\n")
    assert [(r.first, r.last) for r in doc.rounds] == [(1, 1), (2, 2)]
    assert "the circle" in next(n.text for n in doc.notes if n.kind == "heading")


@pytest.mark.parametrize("mark", ["*", "**", "_", "__"])
def test_heads_set_in_another_face(mark: str) -> None:
    doc = read_document(f"Tile, US terms\n{mark}Round 1{mark} - 6 sc in ring\n{mark}Round 2{mark} - 2 sc in each st\n")
    assert [(r.first, r.text.strip()) for r in doc.rounds] == [(1, "6 sc in ring"), (2, "2 sc in each st")]


@pytest.mark.parametrize(
    "title",
    [
        "Carrick Bend Octagon – worked in US single and double crochet",
        "Motif A - lattice hexagon",
        "Mosaic square: US terms",
        "## Harbour tile",
    ],
)
def test_titles_that_look_like_something_else(title: str) -> None:
    assert read_document(f"{title}\nRnd 1: 6 sc in ring\n").title == title.lstrip("# ")


def test_several_definitions_behind_one_heading() -> None:
    text = (
        "Tile, US terms\nStitches used: cl = 3-dc cluster; V-st = (dc, ch 1, dc)\nRnd 1: [cl in ring, ch 2] 6 times\n"
    )
    draft = work_draft(text + "Rnd 2: V-st in each ch-2 sp around\n")
    assert [d.names for d in draft.doc.definitions] == [("cl",), ("V-st",)]
    assert draft.rounds[1].worked.tally() == {"dc": 12, "ch-1": 6}


def test_a_loop_left_over_is_called_so() -> None:
    below = "Tile, US terms\nRnd 1: 6 sc in ring\nRnd 2: in FLO, 2 sc in each st\n"
    for loops in ("unused back loops", "the unworked back loops", "back loops"):
        draft = work_draft(f"{below}Rnd 3: working in {loops} of rnd 1, 3 dc in each st\n")
        assert draft.rounds[2].worked.tally() == {"dc": 18}
        assert {m.part for m in draft.rounds[2].worked.made} == {"back"}


@pytest.mark.parametrize(
    "told",
    [
        "Note: Worked in a spiral with UK double crochet.",
        "Pattern notes: This pattern uses UK terms.",
        "Language: UK",
        "Written in: British English",
        "Level: easy, UK terms",
        "Uses British stitch names",
    ],
)
def test_a_dialect_told_anywhere_before_the_rounds_is_heard(told: str) -> None:
    draft = work_draft(f"Coil\n{told}\nRound 1: 6 dc in a magic ring. (6)\nRound 2: 2 dc in each st. (12)\n")
    assert (draft.dialect, draft.said_terms) == ("uk", True)


@pytest.mark.parametrize("told", ["Hook size: 4 mm (US)", "Yarn: worsted (US)", "Materials: a 4 mm hook (UK)"])
def test_the_country_of_a_thing_is_no_dialect(told: str) -> None:
    assert not work_draft(f"Coil\n{told}\nRound 1: 6 sc in a magic ring. (6)\n").said_terms


@pytest.mark.parametrize(
    ("words", "lies"),
    [
        ("The work will now start to curl into a bowl.", "bowl"),
        ("Stuff firmly before closing.", "bowl"),
        ("This edge should ruffle.", "waves"),
        ("If it starts to cup, take a larger hook.", ""),
        ("Your hexagon may wave a little.", ""),
        ("It should not cup.", ""),
        ("It should lie flat.", ""),
    ],
)
def test_how_a_piece_is_meant_to_lie(words: str, lies: str) -> None:
    assert told_lie(words) == lies


def test_a_round_zero_is_the_foundation() -> None:
    draft = work_draft("US terms\nRow 0: Ch 10\nRnd 1: sc in 2nd ch from hook, sc in next 7 ch, 3 sc in last ch (11)")
    assert draft.doc.begin.chains == 10
    assert [r.worked.stitches for r in draft.rounds] == [11]
