"""The many ways in which makers put an instruction: each is read as the plain way beside it, and nothing is found.

Every habit stands by itself on rounds that need no guessing, so that a test that fails names what is no longer read.
Common practice, no source: these are ways of putting things, not facts.
"""

from __future__ import annotations

import pytest

from mossring.analysis import analyse
from mossring.draft import work_draft
from mossring.stitches.terms import Dialect
from mossring.working import same_fabric

CIRCLE = "Rnd 1: 12 dc in ring"
SQUARE = "Rnd 1: [3 dc in ring, ch 2] 4 times"
GRANNY = "Rnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: [(3 dc, ch 2, 3 dc) in corner, ch 1] 4 times"
CLOSED = "Rnd 1: [3 dc in ring, ch 2] 4 times\nRnd 2: [(3 dc, ch 2, 3 dc) in corner] 4 times"
SOLID = "[(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around"
NEXT = "[(3 dc, ch 2, 3 dc) in corner, ch 1, 3 dc in next ch-1 sp, ch 1] around"
MESH = "Rnd 1: [dc in ring, ch 1] 12 times"

# what stands below, the plain way, and other ways of saying the same
HABITS: dict[str, tuple[str, str, list[str]]] = {
    "times behind a list without brackets": (
        CIRCLE,
        "[dc in next st, 2 dc in next st] 6 times",
        [
            "dc in next st, 2 dc in next st, six times",
            "*dc in next st, 2 dc in next st*, 6 times",
            "*dc in next st, 2 dc in next st*. 6 times",
            "*dc in next st, 2 dc in next st* x6",
            "(dc in next st, 2 dc in next st) repeat 6 times",
            "[dc in next st, 2 dc in next st] rep [] 6 times",
        ],
    ),
    "a repeat that names no star": (
        CIRCLE,
        "[dc in next st, 2 dc in next st] 6 times",
        [
            "dc in next st, 2 dc in next st; repeat to end",
            "dc in first st, 2 dc in next st, repeat around",
            "dc in next st, 2 dc in next st. Repeat 5 more times",
            "*dc in next st, 2 dc in next st*; rep between *s 5 times more",
            "*dc in next st, 2 dc in next st*; repeat *-* 5 times",
            "[dc in next st, 2 dc in next st]. Repeat the section in brackets 5 more times",
        ],
    ),
    "increases by name": (
        CIRCLE,
        "2 dc in each st around",
        ["dc inc in each st around", "2-dc inc in each st around", "inc in each st around with dc", "2 dc in every st"],
    ),
    "the last pass told shorter": (
        SQUARE,
        "dc in next st, [dc in next 2 sts, (2 dc, ch 2, 2 dc) in next ch-2 sp, dc in next st] 3 times, "
        "dc in next 2 sts, (2 dc, ch 2, 2 dc) in next ch-2 sp",
        [
            "dc in next st, *dc in next 2 sts, (2 dc, ch 2, 2 dc) in next ch-2 sp, dc in next st; rep from * 3 more "
            "times, omitting last dc",
            "dc in next st, *dc in next 2 sts, (2 dc, ch 2, 2 dc) in next ch-2 sp, dc in next st* 4 times leaving last "
            "dc unworked",
            "dc in next st, *dc in next 2 sts, (2 dc, ch 2, 2 dc) in next ch-2 sp, dc in next st; rep from * 3 more "
            "times, ending without the last dc",
        ],
    ),
    "a whole beginning in one place": (
        SQUARE,
        SOLID,
        [
            "sl st to corner sp, ch 3, (dc, ch 2, 2 dc) in same sp, dc in next 3 dc, *(2 dc, ch 2, 2 dc) in next ch-2 "
            "sp, dc in next 3 dc; rep from * 2 more times, join",
            "sl st to corner sp, ch 3, dc, ch 2 and 2 dc all in this corner, dc in next 3 dc, *2 dc, ch 2 and 2 dc all "
            "in next corner, dc in next 3 dc; rep from * 2 more times, join",
            "slip to ch-2 sp, [(2 dc, ch 2, 2 dc) in ch-2, dc in next 3 dc] 4 times, join",
        ],
    ),
    "gaps with and without a chain across them": (
        GRANNY,
        NEXT,
        [
            "[(3 dc, ch 2, 3 dc) in corner, ch 1, 3 dc in next gap, ch 1] around",
            "[(3 dc, ch 2, 3 dc) in next ch-2 sp, ch 1, 3 dc in sp between groups, ch 1] around",
            "[3 dc, ch 2, 3 dc, ch 1 all in corner, 3 dc, ch 1 all in next ch-1 sp] 4 times",
        ],
    ),
    "gaps between groups that touch": (
        CLOSED,
        "[(3 dc, ch 2, 3 dc) in corner, 3 dc in sp between next 2 groups] around",
        [
            "[(3 dc, ch 2, 3 dc) in corner, 3 dc in next gap] around",
            "[(3 dc, ch 2, 3 dc) in corner, 3 dc between groups] around",
            "[(3 dc, ch 2, 3 dc) in corner, 3 dc bet next two 3-dc groups] around",
        ],
    ),
    "the place first, then a list": (
        SQUARE,
        "[(3 dc, ch 2, 3 dc) in corner, ch 1] 4 times",
        [
            "in each ch-2 sp make 3 dc, ch 2, 3 dc, ch 1. Join.",
            "*in next ch-2 sp work 3 dc, ch 2, 3 dc. Ch 1. Repeat from * 3 more times. Join.",
            "[in corner work (3 dc, ch 2, 3 dc), ch 1] around",
        ],
    ),
    "two halves and one place": (
        CIRCLE,
        "[dc in next 2 sts, (dc, ch 2, dc) in next st] 4 times",
        [
            "*dc in next 2 sts, dc, ch 2 and dc in next st; rep from * 3 more times",
            "*dc in next 2 sts, (dc, ch 2, dc) in next; rep from * 3 more times",
            "*dc in next 2 sts, 1 dc, ch 2, 1 dc in the next st; rep from * 3 more times",
        ],
    ),
    "how a round is closed": (
        CIRCLE,
        "ch 1, sc in each st around, join with sl st in first sc",
        [
            f"ch 1, sc in each st around, {close}"
            for close in (
                "join",
                "join as before",
                "sl st in first",
                "sl st to sc",
                "sl st in first sc to join",
                "join with sl st to beg sc",
                "close with a sl st in first sc",
                "join round with sl st",
            )
        ],
    ),
    "a spiral's last stitch": (CIRCLE, "sc in each st around", ["sc in each st around, sl st in next sc. Fasten off."]),
    "each space, from the one just reached": (
        MESH,
        "2 sc in each ch-1 sp around",
        [
            "sl st into ch-1 sp, 2 sc in each ch-1 sp around",
            "sl st in ch-1 sp, ch 1, 2 sc in same sp, 2 sc in each of the other ch-1 sps, join",
            "2 sc in every ch-1 sp",
        ],
    ),
    "what the first chain is for": (
        CIRCLE,
        "ch 3 (counts as dc), dc in same st, 2 dc in each st around, join with sl st in top of beg ch-3",
        [
            "ch 3 for first dc, dc in same st, 2 dc in each st around, join",
            "ch 3 to stand for a dc, dc in same st, 2 dc in each st around, join",
            "ch 3 (dc), dc in base, 2 dc in each st around, join",
            "ch 3, dc in joining st, 2 dc in each st around, join",
            "ch 3, dc in st at base of ch-3, 2 dc in each around, sl st to ch-3",
        ],
    ),
    "post stitches and the stitch they stand on": (
        CIRCLE,
        "[(FPdc, dc) in next st] 12 times",
        [
            "(FPdc around post of dc, dc in top of same dc) 12 times",
            "*FPdc around next dc, dc in same dc; rep from * around",
        ],
    ),
    "remarks that ask for nothing": (
        CIRCLE,
        "2 dc in each st around",
        [
            "2 dc in each st around. You should now have 24 dc.",
            "2 dc in each st around (do not turn). Weave in the end.",
            "2 dc in each st around, f.o.",
            "2 dc in each st around. Finish off.",
        ],
    ),
}


def motif(below: str, line: str, terms: Dialect = "us") -> str:
    return f"Terms: {terms}\n{below}\nRnd {below.count('Rnd') + 1}: {line}\n"


@pytest.mark.parametrize(
    ("below", "plain", "said"),
    [pytest.param(b, p, s, id=f"{name}-{k}") for name, (b, p, ways) in HABITS.items() for k, s in enumerate(ways)],
)
def test_is_read_as_the_plain_way(below: str, plain: str, said: str) -> None:
    one, other = work_draft(motif(below, plain)), work_draft(motif(below, said))
    assert same_fabric(one.fabric, other.fabric), other.rounds[-1].worked.tally()
    assert [f.message for f in analyse(motif(below, said)).findings if f.severity == "stop"] == []


CENTRES = [
    ("Ch 4, sl st in 4th ch from hook to form ring, ch 3, 11 dc in ring, join.", "ring"),
    ("Ch 4, join in ring; ch 3, 11 dc in ring, join.", "ring"),
    ("Ch 4, join to make a circle. Ch 3, 11 dc in circle. Join.", "ring"),
    ("4 ch, join to a ring with sl st, ch 3, 11 dc in ring, join", "ring"),
    ("ch 4, sl st into ring. ch 3, 11 dc into ring, join", "ring"),
    ("12 dc in magic ring, the first replaced by ch 3; join", "magic ring"),
    ("Wind yarn round finger to make a ring, ch 3, 11 dc in ring, join", "magic ring"),
    ("mc, ch 3, 11 dc, sl st", "magic ring"),
    ("12 dc into a magic circle (start with ch 3). Join.", "magic ring"),
]


@pytest.mark.parametrize(("line", "kind"), CENTRES)
def test_a_round_that_makes_its_centre(line: str, kind: str) -> None:
    found = analyse(f"Terms: US\nRnd 1: {line}")
    begin = found.draft.doc.begin
    assert (begin.kind, begin.chains) == (kind, 4 if kind == "ring" else 0)
    assert found.draft.rounds[0].worked.tally() == {"dc": 12}
    assert [f.message for f in found.findings if f.severity == "stop"] == []
