"""The reader's parts: tokens, places, counts, documents, words, evidence."""

from __future__ import annotations

import pytest

from mossring.draft import work_draft
from mossring.notation import read_begin, read_document, read_round
from mossring.notation.evidence import evidence, weighed
from mossring.notation.tokens import tokenize
from mossring.notation.tree import Chain, Join, Label, Make, Repeat, Skip, Target, Work
from mossring.notation.words import nearest


def words(text: str) -> list[str]:
    return [t.text for t in tokenize(text)][:-1]


@pytest.mark.parametrize(
    ("text", "tokens"),
    [
        ("ch-2 sp", ["ch", "2", "sp"]),
        ("2ch-sp", ["2", "ch", "sp"]),
        ("Ch2", ["ch", "2"]),
        ("sc2tog", ["sc", "2", "tog"]),
        ("3rd ch of beg ch-4", ["3rd", "ch", "of", "beg", "ch", "4"]),
        ("6 × (dc) — 14", ["6", "x", "(", "dc", ")", "-", "14"]),
        ("**, {a}", ["**", ",", "[", "a", "]"]),
        ("don’t", ["don't"]),
    ],
)
def test_tokens(text: str, tokens: list[str]) -> None:
    assert words(text) == tokens


def test_tokens_know_where_they_stand() -> None:
    text = "  3 dc, ch-2"
    assert [text[t.start : t.end] for t in tokenize(text)[:-1]] == ["3", "dc", ",", "ch", "2"]


def place(text: str) -> Work:
    node = read_round(text, "us").body[0]
    assert isinstance(node, Work)
    return node


@pytest.mark.parametrize(
    ("text", "mode", "count", "target"),
    [
        ("dc in next st", "next", 1, Target("st")),
        ("dc in next 5 sts", "next", 5, Target("st")),
        ("dc in each of next 5 dc", "next", 5, Target("st", "dc")),
        ("dc in each of the following five stitches", "next", 5, Target("st")),
        ("dc in same st as beg ch-3", "start", 1, Target("st")),
        ("dc in same sp", "same", 1, Target("sp")),
        ("dc in last 2 sts", "next", 2, Target("st")),
        ("dc in first dc", "first", 1, Target("st", "dc")),
        ("dc in corner ch-2 sp", "next", 1, Target("corner")),
        ("dc in next ch-2 sp", "next", 1, Target("sp", chains=2)),
        ("dc in next 2ch sp", "next", 1, Target("sp", chains=2)),
        ("dc in next 2 ch-2 sps", "next", 2, Target("sp", chains=2)),
        ("dc in chain space", "next", 1, Target("sp")),
        ("dc in next ch-5 loop", "next", 1, Target("sp", chains=5)),
        ("dc in ring", "next", 1, Target("ring")),
        ("dc in 2nd ch from hook", "next", 1, Target("ring", chains=2)),
        ("dc in sp between next 2 groups", "next", 1, Target("group")),
        ("dc between next 2 sts", "next", 1, Target("between")),
        ("dc in any ch-2 sp", "any", 1, Target("sp", chains=2)),
    ],
)
def test_places(text: str, mode: str, count: int, target: Target) -> None:
    where = place(text).where
    assert (where.mode, where.count, where.targets) == (mode, count, (target,))


@pytest.mark.parametrize(
    ("text", "kind", "target"),
    [
        ("dc in each st around", "end", None),
        ("dc in each st", "end", None),
        ("dc in each rem st", "end", None),
        ("dc in each st to end of rnd", "end", None),
        ("dc in each st to corner", "target", Target("corner")),
        ("dc in each st across side to next corner", "target", Target("corner")),
        ("dc in each st to next ch-2 sp", "target", Target("sp", chains=2)),
        ("dc in each st to last 2 sts", "last", Target("st")),
        ("dc around", "end", None),
    ],
)
def test_how_far(text: str, kind: str, target: Target | None) -> None:
    until = place(text).where.until
    assert until
    assert (until.kind, until.target) == (kind, target)


def test_a_sweep_over_stitches_and_spaces() -> None:
    where = place("sc in each st and in each ch-1 sp to corner").where
    assert where.targets == (Target("st"), Target("sp", chains=1))
    assert where.until
    assert where.until.target == Target("corner")


def test_two_places_one_after_the_other() -> None:
    tree = read_round("sl st in next 2 dc and in next ch-2 sp, sk next 2 sts and next ch-1 sp", "us")
    assert [type(n) for n in tree.body] == [Work, Work, Skip, Skip]


def test_nested_repeats() -> None:
    node = read_round("[2 dc, (ch 1, dc) twice] 3 times in next st", "us").body[0]
    assert isinstance(node, Work)
    (outer,) = node.group
    assert isinstance(outer, Repeat)
    assert outer.times == 3
    assert isinstance(outer.body[1], Repeat)
    assert outer.body[1].body == (outer.body[1].body[0], outer.body[1].body[1])
    assert isinstance(outer.body[0], Make)


@pytest.mark.parametrize(
    ("text", "times"),
    [
        ("*dc in next st; rep from * 3 more times", 4),
        ("*dc in next st; rep from * twice", 3),
        ("*dc in next st; rep from * once more", 2),
        ("*dc in next st; repeat from * three times", 4),
        ("[dc in next st] 4 times", 4),
        ("[dc in next st] x 4", 4),
        ("[dc in next st] x4", 4),
        ("(dc in next st) twice", 2),
        ("[dc in next st] a total of 4 times", 4),
    ],
)
def test_how_often(text: str, times: int) -> None:
    node = read_round(text, "us").body[-1]
    assert isinstance(node, Repeat)
    assert node.times == times


@pytest.mark.parametrize(
    ("text", "label"),
    [
        ("ch 3 (counts as dc), dc", Label("dc")),
        ("ch 3, counts as first dc, dc", Label("dc")),
        ("ch 4 (counts as dc and ch 1), dc", Label("dc", 1)),
        ("ch 5 (counts as dc + ch-2 sp), dc", Label("dc", 2)),
        ("ch 2 (does not count as a st), dc", Label(None)),
        ("ch 1 (doesn't count), sc", Label(None)),
        ("ch 3 (counts as dc here and throughout), dc", Label("dc", 0, True)),
        ("ch 3, dc", None),
    ],
)
def test_what_a_starting_chain_is_said_to_be(text: str, label: Label | None) -> None:
    node = read_round(text, "us").body[0]
    assert isinstance(node, Chain)
    assert node.label == label


@pytest.mark.parametrize(
    ("text", "into", "nth"),
    [
        ("join with sl st in top of beg ch-3", "chain", None),
        ("sl st in top of ch-3 to join", "chain", None),
        ("join with sl st in 3rd ch of beg ch-5", "chain", 3),
        ("join with sl st in first sc", "stitch", None),
        ("sl st in first dc", "stitch", None),
        ("join", "", None),
        ("join with sl st", "", None),
    ],
)
def test_closes(text: str, into: str, nth: int | None) -> None:
    node = read_round(f"dc in next 5 sts, {text}.", "us").body[-1]
    assert isinstance(node, Join)
    assert (node.stitch, node.into, node.nth) == ("slst", into, nth)


@pytest.mark.parametrize(
    ("text", "stated"),
    [
        ("12 dc in ring (12 dc, 4 ch-2 sps)", [(12, "dc", False), (4, "ch-2", False)]),
        ("12 dc in ring [84 sts]", [(84, "sts", False)]),
        ("12 dc in ring - 14 sc per side", [(14, "sc", True)]),
        ("12 dc in ring = 48 tr", [(48, "tr", False)]),
        ("12 dc in ring (18)", [(18, "", False)]),
        ("12 dc in ring, join. 24 dc.", [(24, "dc", False)]),
        ("12 dc in ring (24, 36, 48 dc)", [(24, "dc", False), (36, "dc", False), (48, "dc", False)]),
        ("12 dc in ring (7 dc and 2 ch-1 sps on each side)", [(7, "dc", True), (2, "ch-1", True)]),
    ],
)
def test_stated_counts(text: str, stated: list[tuple[int, str, bool]]) -> None:
    tree = read_round(text, "us")
    assert [(s.n, s.what, s.per_side) for s in tree.stated] == stated
    assert tree.troubles == ()


@pytest.mark.parametrize("text", ["(2 dc, ch 2, 2 dc) in corner", "[2 dc, 1 sc] around", "(2 sc, inc) x 6"])
def test_groups_and_repeats_are_no_counts(text: str) -> None:
    assert read_round(text, "us").stated == ()


@pytest.mark.parametrize(
    ("slip", "word"), [("arund", "around"), ("cornr", "corner"), ("nxt", "next"), ("tims", "times"), ("rign", "ring")]
)
def test_slips_of_the_fingers(slip: str, word: str) -> None:
    assert nearest(slip, "us") == word


@pytest.mark.parametrize("word", ["frobnicate", "xyzzy", "q" * 5000])
def test_words_that_are_like_none(word: str) -> None:
    assert nearest(word, "us") is None


def test_a_document_in_all_its_parts() -> None:
    doc = read_document(
        "Motif: Pier\nterms: uk terms\nShape: hexagon\nYarn B: light, foam\nBegin: ch 5, join with ss to form ring\n"
        "Weather: fog\n\n# mine\nRnds 1-2 with B: tr in ring\nRound 3 (WS): tr in next st,\n  tr in next st\n"
        "Note: wet it\n"
    )
    assert (doc.title, doc.terms, doc.shape and doc.shape.sides, doc.begin.chains) == ("Pier", "uk", 6, 5)
    assert doc.yarns == {"B": "light, foam"}
    assert doc.value("weather") == "fog"
    assert [(r.first, r.last, r.yarn, r.side) for r in doc.rounds] == [(1, 2, "B", ""), (3, 3, "", "WS")]
    assert doc.rounds[1].text == "tr in next st,\n  tr in next st"
    assert [n.kind for n in doc.notes] == ["blank", "comment", "note"]


@pytest.mark.parametrize(
    ("value", "kind", "chains"),
    [
        ("magic ring", "magic ring", 0),
        ("adjustable loop", "magic ring", 0),
        ("ch 4, join with sl st to form ring", "ring", 4),
        ("6 ch, ss into ring", "ring", 6),
        ("ch 2", "one chain", 2),
    ],
)
def test_beginnings(value: str, kind: str, chains: int) -> None:
    begin = read_begin(value)
    assert begin
    assert (begin.kind, begin.chains) == (kind, chains)


@pytest.mark.parametrize(
    ("text", "dialect"),
    [
        ("6 sc in ring", "us"),
        ("ch 3 (counts as tr), 11 tr in ring", "uk"),
        ("ch 3 (counts as dc), 11 dc in ring", "us"),
        ("ch 4 (counts as tr), 11 tr in ring", "us"),
        ("miss 1 dc, htr in next st", "uk"),
        ("12 dc in ring", "us"),
        ("ss in next tr, miss next st", "uk"),
        ("2 half trebles in each stitch", "uk"),
        ("half treble in next 3 sts, half double crochet in next st", "us"),
        ("3ch (counts as 1tr), 11tr in ring", "uk"),
        ("Round 1: 3 ch at the start counts as 1 treble", "uk"),
        ("Join in the 3 ch (3 ch = 1 dc)", "us"),
        ("Rnd 1: 3 chain, 11 treble into the ring", "uk"),
        ("Rnd 1: ch 3, 11 dc in ring", "us"),
        ("Rnd 1: 4 ch, 15 dtr in ring", "uk"),
    ],
)
def test_evidence_of_a_dialect(text: str, dialect: str) -> None:
    assert (weighed(text) > 0) == (dialect == "uk")


def test_evidence_says_where_and_why() -> None:
    (one,) = evidence("Rnd 1: 6 sc in ring")
    assert (one.span, one.dialect, one.weight) == ((9, 11), "us", 3)
    assert "sc" in one.why


@pytest.mark.parametrize(
    ("words", "dialect"),
    [
        ("6 dc in ring\n2 dc in each dc\n(1 dc, 2 dc in next) 6 times\n(2 dc, 2 dc in next) 6 times", "uk"),
        ("12 dc in ring\n2 dc in each dc\n(1 dc, 2 dc in next) 12 times\n(2 dc, 2 dc in next) 12 times", "us"),
        ("12 tr in ring\n2 tr in each tr\n(1 tr, 2 tr in next) 12 times\n(2 tr, 2 tr in next) 12 times", "uk"),
        ("16 tr in ring\n2 tr in each tr\n(1 tr, 2 tr in next) 16 times\n(2 tr, 2 tr in next) 16 times", "us"),
    ],
)
def test_where_no_word_tells_the_terms_are_those_in_which_the_rounds_lie_flat(words: str, dialect: str) -> None:
    """Circles by the counting facts of the trade (common practice): dc +12, sc +6, tr +16."""
    lines = [f"Rnd {k}: {line}" for k, line in enumerate(words.split("\n"), 1)]
    draft = work_draft("\n".join(lines))
    assert draft.dialect == dialect
    assert not draft.said_terms
