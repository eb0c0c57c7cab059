"""How a piece lies: true at every size and whatever was settled before, its corners and sides as geometry has them."""

from __future__ import annotations

from pathlib import Path

import numpy as np
import pytest

from core.test_relaxed import circle, fan, granny, polygon
from mossring.draft import work_draft
from mossring.relaxed import relax, stitch_mm
from mossring.relaxed.forces import Forces, lies
from mossring.relaxed.lie import Lie
from mossring.relaxed.settle import settle
from mossring.shape.size import HALF_HEXAGON


def lie_of(text: str) -> Lie:
    found = relax(work_draft(text))
    assert found is not None
    return found.lie


def mitred(sides: int, stitch: str, many: int, rounds: int) -> str:
    """A polygon whose corners are so many stitches in one; round 1 as in the circle of its stitch that lies flat."""
    first = {"sc": 6, "hdc": 8, "dc": 12}[stitch]
    each = max(2, round(first / sides))
    shape = {4: "square", 6: "hexagon"}[sides]
    lines = [f"Terms: US\nShape: {shape}\nRnd 1: {sides * each} {stitch} in ring"]
    lines.append(f"Rnd 2: [{stitch} in next {each - 1} sts, {many} {stitch} in next st] {sides} times")
    lines += [
        f"Rnd {r}: [{stitch} in each st to corner, {many} {stitch} in corner] around" for r in range(3, rounds + 1)
    ]
    return "\n".join(lines)


@pytest.mark.parametrize(("stitch", "many"), [("sc", 3), ("dc", 5)])
@pytest.mark.parametrize("rounds", [6, 12])
def test_a_square_with_its_corners_in_one_stitch_is_square_and_flat(stitch: str, many: int, rounds: int) -> None:
    """Common practice, no source: sc squares have 3 in each corner stitch, dc squares 5."""
    lie = lie_of(mitred(4, stitch, many, rounds))
    assert lie.verdict in ("flat", "blocks out")
    assert lie.outline.angles == pytest.approx([90] * 4, abs=1)
    assert abs(lie.outline.bow) < 0.025
    assert abs(lie.outline.stands) < 1


SAME = [
    (lambda n: circle(12, "dc", n), {"flat"}),
    (lambda n: circle(6, "sc", n), {"flat", "blocks out"}),
    (lambda n: circle(11, "dc", n), {"flat", "blocks out"}),
    (lambda n: circle(13, "dc", n), {"flat", "blocks out"}),
    (lambda n: circle(10, "dc", n), {"cups"}),
    (lambda n: circle(14, "dc", n), {"ruffles"}),
    (lambda n: polygon(4, 2, n), {"flat"}),
    (lambda n: polygon(4, 1, n), {"cups"}),
    (lambda n: polygon(6, 1, n), {"flat", "blocks out"}),
    (lambda n: granny(1, n), {"flat"}),
]


@pytest.mark.parametrize(("piece", "wanted"), SAME, ids=range(len(SAME)))
def test_the_same_growth_lies_the_same_at_every_size(piece, wanted: set[str]) -> None:  # type: ignore[no-untyped-def]
    """Common practice, no source: what is flat at five rounds is flat at twenty, if it goes on growing as it did."""
    assert {lie_of(piece(n)).verdict for n in (5, 10, 20)} <= wanted


def test_what_was_settled_before_changes_nothing() -> None:
    """A large piece settled from its smaller one, and alone: strained alike in every round."""
    relax(work_draft(circle(10, "dc", 9)))
    after = lie_of(circle(10, "dc", 16))
    draft = work_draft(circle(10, "dc", 16))
    for r in draft.rounds:
        r.memo.pop("relaxed", None)
    alone = relax(draft)
    assert alone is not None
    assert after.verdict == alone.lie.verdict
    assert after.strain == pytest.approx(alone.lie.strain, abs=0.03)


@pytest.mark.parametrize("n", [5, 6, 7, 8])
def test_a_net_lies_of_itself_if_no_way_out_of_the_plane_gives_off_energy(n: int) -> None:
    """Against the eigenvalues (numpy) of differences of the gradient: equal triangles about a point."""
    net = fan(n)
    angle = 2 * np.pi * np.arange(n) / n
    rim = np.column_stack((np.cos(angle), np.sin(angle), np.zeros(n)))
    plane = settle(net, np.vstack((np.zeros(3), rim)), True).at
    weight = 1e-3
    force = Forces(net, flat=False, weight=weight)
    steps = []
    for k in range(net.size):
        up = plane.copy()
        up[k, 2] = 1e-5
        steps.append(force(force.line(up))[1][2 * net.size :] / 1e-5)
    least = float(np.linalg.eigvalsh((np.array(steps) + np.array(steps).T) / 2)[0])
    assert lies(net, plane, weight) == (least > 0)


@pytest.mark.parametrize(("shape", "sides"), [("hexagon", 6), ("pentagon", 5)])
def test_grannies_of_too_many_right_angles_ruffle(shape: str, sides: int) -> None:
    """Geometry: groups of 3 + 3 make a right angle at each corner, and five or six of them about a point are too many
    (the hexagon that folds into a sleeve). Four are a square."""
    text = granny(1, 7)
    many = lie_of(text.replace("square", shape).replace("4 times", f"{sides} times", 1))
    assert many.verdict == "ruffles"
    assert "more than it needs" in many.why
    assert lie_of(text).verdict == "flat"


@pytest.mark.parametrize(
    "text",
    [
        circle(6, "sc", 1) + "\nRnds 2-9: sc in each st around",
        circle(6, "sc", 6) + "\nRnds 7-12: sc in each st around",
        "Terms: US\n" + circle(16, "dtr", 5),
    ],
    ids=["tube", "half a ball", "dtr"],
)
def test_a_deep_bowl_cups_whatever_its_rounds_could_take(text: str) -> None:
    assert lie_of(text).verdict == "cups"


def test_where_it_differs_from_the_arithmetic_it_says_which_to_trust() -> None:
    lie = lie_of(circle(13, "dc", 9) + "\nRnd 10: [dc in next 3 sts, 2 dc in next st] around")
    assert "trust the fabric" in lie.why or "arithmetic" not in lie.why


@pytest.mark.parametrize("path", sorted((Path(__file__).parents[2] / "demo").glob("*.txt")), ids=lambda p: p.stem)
def test_a_piece_has_one_size_everywhere(path: Path) -> None:
    """What `check`, the sheet and the settled fabric say of it, across; the corners where the fabric has them."""
    draft = work_draft(path.read_text())
    found = relax(draft)
    assert found is not None
    assert draft.size is not None
    if draft.shape.sides in (1, HALF_HEXAGON):
        return
    mm = stitch_mm(draft, found)
    assert found.lie.outline.across * mm == pytest.approx(draft.size.side_to_side)
    assert mm == pytest.approx(draft.gauge.width_mm, rel=0.12)
