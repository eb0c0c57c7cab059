"""The relaxed fabric against geometry, against another minimiser, and against what the trade knows lies flat."""

from __future__ import annotations

from math import pi
from pathlib import Path

import numpy as np
import pytest
from scipy import sparse
from scipy.optimize import minimize

from mossring.chart import draw
from mossring.draft import work_draft
from mossring.relaxed import relax
from mossring.relaxed.forces import Forces
from mossring.relaxed.net import HOOP, LEG, Net, net_of
from mossring.relaxed.rest import lay_out
from mossring.relaxed.rest import raised as raised_for_space
from mossring.relaxed.settle import How, settle
from mossring.shape.size import size_of

DEMO = sorted((Path(__file__).parents[2] / "demo").glob("*.txt"))


def circle(n: int, stitch: str, rounds: int) -> str:
    lines = [f"Shape: circle\nRnd 1: {n} {stitch} in ring"]
    for r in range(2, rounds + 1):
        plain = f", {stitch} in next {r - 2} sts" if r > 2 else ""
        lines.append(f"Rnd {r}: [2 {stitch} in next st{plain}] {n} times")
    return "\n".join(lines)


def polygon(sides: int, corner: int, rounds: int) -> str:
    first = 2 if sides == 6 else 3
    lines = [f"Shape: {sides}-gon\nRnd 1: [{first} dc in ring, ch 2] {sides} times"]
    group = f"({corner} dc, ch 2, {corner} dc)"
    lines += [f"Rnd {r}: [{group} in corner, dc in each st to corner] around" for r in range(2, rounds + 1)]
    return "\n".join(lines)


def granny(side: int, rounds: int) -> str:
    lines = ["Shape: square\nRnd 1: [3 dc in ring, ch 2] 4 times"]
    for r in range(2, rounds + 1):
        chain = f", ch {side}" if side else ""
        place = f"next ch-{side} sp" if side else "next sp between groups"
        groups = f", [3 dc in {place}{chain}] {r - 2} times" if r > 2 else ""
        lines.append(f"Rnd {r}: [(3 dc, ch 2, 3 dc) in corner{chain}{groups}] around")
    return "\n".join(lines)


KNOWN = [
    # common practice, no source: what lies flat in the hand, and what bowls or waves
    (circle(12, "dc", 8), {"flat"}),
    (circle(8, "hdc", 8), {"flat"}),
    (circle(6, "sc", 12), {"flat"}),
    (circle(11, "dc", 8), {"flat", "blocks out"}),
    (circle(13, "dc", 8), {"flat", "blocks out"}),
    (circle(10, "dc", 8), {"cups"}),
    (circle(14, "dc", 8), {"ruffles"}),
    (circle(16, "dc", 6), {"ruffles"}),
    (circle(4, "sc", 12), {"cups"}),
    (circle(5, "sc", 12), {"cups"}),
    (circle(8, "sc", 12), {"ruffles"}),
    (circle(10, "sc", 10), {"ruffles"}),
    (polygon(4, 2, 7), {"flat"}),
    (polygon(4, 1, 7), {"cups"}),
    (polygon(4, 3, 7), {"ruffles"}),
    (polygon(6, 1, 7), {"flat"}),
    (polygon(6, 2, 6), {"ruffles"}),
    (polygon(5, 1, 8), {"cups"}),
    (polygon(5, 2, 6), {"ruffles"}),
    (granny(0, 7), {"flat"}),
    (granny(1, 7), {"flat"}),
    (granny(2, 7), {"flat"}),
]


@pytest.mark.parametrize(("text", "lies"), KNOWN)
def test_what_the_trade_knows(text: str, lies: set[str]) -> None:
    found = relax(work_draft(text))
    assert found is not None
    assert found.lie.verdict in lies, found.lie


def fan(n: int) -> Net:
    """n equal triangles about a point: legs of 1 and rims of 1."""
    legs = [(k + 1, 0) for k in range(n)]
    rims = [(k + 1, (k + 1) % n + 1) for k in range(n)]
    m = 2 * n
    row = np.repeat(np.arange(m), 2)
    col = np.array([*legs, *rims]).reshape(-1)
    spots = sparse.csr_matrix((np.tile([1.0, -1.0], m), (row, col)), shape=(m, n + 1))
    kind = np.array([LEG] * n + [HOOP] * n, dtype=np.int8)
    ones = np.ones(m)
    none = sparse.csr_matrix((0, n + 1))
    edge = [(list(range(1, n + 1)), True)]
    begins = np.array([a for a, _ in [*legs, *rims]], dtype=np.int32)
    return Net(list(range(n + 1)), spots, begins, ones, kind, ones, ones, edge, {}, np.ones(m, dtype=np.int32), none)


def raised(n: int, waves: int) -> np.ndarray:
    angle = 2 * pi * np.arange(n) / n
    rim = np.column_stack((np.cos(angle), np.sin(angle), 0.2 + 0.3 * np.cos(waves * angle) * (waves > 0)))
    return np.vstack((np.zeros(3), rim))


@pytest.mark.parametrize("n", [3, 4, 5])
def test_five_triangles_about_a_point_stand_as_high_as_geometry_says(n: int) -> None:
    """A pyramid over a regular n-gon with equal edges: height sqrt(1 - 1 / (4 sin^2(pi/n))), by sympy."""
    import sympy  # here: it takes seconds, and every worker reads every file

    expected = float(sympy.sqrt(1 - 1 / (4 * sympy.sin(sympy.pi / n) ** 2)))
    settled = settle(fan(n), raised(n, 0), False, How(weight=0.0, close=1e-7, most=5000))
    z = settled.at[:, 2]
    assert abs(z[1:].mean() - z[0]) == pytest.approx(expected, rel=1e-3)


def test_six_triangles_lie_flat_and_seven_make_a_saddle() -> None:
    flat = settle(fan(6), raised(6, 0), False, How(weight=0.0, close=1e-7, most=5000)).at
    assert np.ptp(flat[:, 2]) < 0.05
    at = settle(fan(7), raised(7, 2), False, How(weight=0.0, close=1e-7, most=5000)).at
    spokes = at[1:] - at[0]
    spokes /= np.linalg.norm(spokes, axis=1)[:, None]
    corners = [np.arccos(np.clip(spokes[k] @ spokes[(k + 1) % 7], -1, 1)) for k in range(7)]
    # angle defect of seven equilateral triangles: 2 pi - 7 pi / 3
    assert 2 * pi - sum(corners) == pytest.approx(-pi / 3, rel=0.01)
    heights = at[1:, 2] - at[1:, 2].mean()
    assert (heights > 0.05).any()
    assert (heights < -0.05).any()


@pytest.mark.parametrize("n", [9, 10, 11, 12])
def test_total_curvature_is_what_the_increases_leave(n: int) -> None:
    """Gauss-Bonnet: for each unit of way outward the edge grows by 2 pi less the curvature within. Weightless."""
    draft = work_draft(circle(n, "dc", 9))
    net = net_of(draft)
    plane = settle(net, lay_out(draft, net, flat=True), True)
    at = settle(net, raised_for_space(draft, net, plane.at), False, How(weight=0.0, bending=0.02, most=3000)).at
    where = {number: at[i] for i, number in enumerate(net.numbers)}
    lengths, ways = [], []
    for r in draft.rounds[3:]:
        ring = np.array([where[m.number] for m in r.worked.made])
        lengths.append(np.linalg.norm(ring - np.roll(ring, 1, axis=0), axis=1).sum())
        ways.append(np.mean([np.linalg.norm(where[m.number] - where[m.feet[0]]) for m in r.worked.made]))
    growth = float(np.diff(lengths).mean()) / float(np.mean(ways))
    assert 2 * pi - growth == pytest.approx(2 * pi - n / draft.rounds[-1].entry.height, abs=0.2)


def test_proportional_increases_grow_the_edge_exponentially() -> None:
    """Hyperbolic fabric: two in every second stitch makes each edge half as long again as the last."""
    lines = ["Shape: circle\nRnd 1: 8 sc in ring"]
    lines += [f"Rnd {r}: [2 sc in next st, sc in next st] around" for r in range(2, 7)]
    draft = work_draft("\n".join(lines))
    found = relax(draft)
    assert found is not None
    assert found.lie.verdict == "ruffles"
    lengths = []
    for r in draft.rounds[2:]:
        ring = np.array([found.space[m.number] for m in r.worked.made])
        lengths.append(np.linalg.norm(ring - np.roll(ring, 1, axis=0), axis=1).sum())
    ratios = np.array(lengths[1:]) / np.array(lengths[:-1])
    assert ratios == pytest.approx(1.5, abs=0.12)


@pytest.mark.parametrize("text", [circle(12, "dc", 5), polygon(4, 2, 5), granny(1, 5), polygon(5, 2, 4)])
def test_another_minimiser_finds_no_lower_energy(text: str) -> None:
    """scipy's L-BFGS on the same energy from the same start, in the plane."""
    draft = work_draft(text)
    net = net_of(draft)
    start = lay_out(draft, net, flat=True)
    ours = settle(net, start, True, How(close=1e-6, most=5000))
    theirs = minimize(
        Forces(net, True), start.T[:2].reshape(-1), jac=True, method="L-BFGS-B", options={"maxiter": 20_000}
    )
    assert ours.energy <= theirs.fun * 1.02 + 1e-6


def test_the_gradient_is_that_of_the_energy() -> None:
    draft = work_draft(granny(1, 3))
    net = net_of(draft)
    force = Forces(net, False)
    at = lay_out(draft, net, flat=True)
    at[:, 2] = np.sin(np.arange(net.size))
    line = at.T.reshape(-1)
    _, gradient = force(line)
    for k in range(0, 3 * net.size, 7):
        step = np.zeros_like(line)
        step[k] = 1e-5
        slope = (force(line + step)[0] - force(line - step)[0]) / 2e-5
        assert gradient[k] == pytest.approx(slope, abs=1e-4)


def test_the_same_draft_settles_the_same_way() -> None:
    from mossring.draft import forget

    first = relax(work_draft(polygon(6, 2, 5)))
    forget()
    second = relax(work_draft(polygon(6, 2, 5)))
    assert first is not None
    assert second is not None
    assert first.space == second.space


def test_a_change_in_the_last_round_starts_from_where_the_fabric_lay() -> None:
    from mossring.draft import forget

    forget()
    before = polygon(4, 2, 9)
    after = before + "\nRnd 10: sc in each st around"
    cold = relax(work_draft(after))
    forget()
    relax(work_draft(before))
    warm = relax(work_draft(after))
    assert cold is not None
    assert warm is not None
    assert warm.lie.verdict == cold.lie.verdict
    assert warm.lie.outline.across == pytest.approx(cold.lie.outline.across, rel=0.01)


def test_a_square_settles_square() -> None:
    found = relax(work_draft(polygon(4, 2, 8)))
    assert found is not None
    out = found.lie.outline
    assert out.angles == pytest.approx([90] * 4, abs=6)
    assert out.corners == pytest.approx(out.across * 2**0.5, rel=0.05)
    assert abs(out.bow) < 0.03
    assert abs(out.lean) < 1


@pytest.mark.parametrize("path", DEMO, ids=lambda p: p.stem)
def test_the_level_does_not_cry_wolf(path: Path) -> None:
    """A demo motif reads cupped or ruffled only where the designer's note says that it is."""
    text = path.read_text()
    found = relax(work_draft(text))
    assert found is not None
    if found.lie.verdict in ("cups", "ruffles"):
        assert any(word in text.lower() for word in ("cap", "wave", "bowl", "cups", "ruffle"))


CASES = sorted((Path(__file__).parents[3] / "shared" / "cases").glob("*-flat.txt"))
CASES += sorted((Path(__file__).parents[3] / "shared" / "cases").glob("*granny*.txt"))
PATTERNS = Path(__file__).parents[1] / "patterns"
PLAIN = ["pasted-solid-square-join-as-you-like", "pasted-trellis-circle-uk-terms", "pasted-sundial-square"]
PLAIN += ["pasted-two-tone-granny-us", "pasted-puddle-hexagon", "pasted-anemone-octagon", "pasted-harbour-hex"]


@pytest.mark.parametrize("path", [*CASES, *(PATTERNS / f"{n}.txt" for n in PLAIN)], ids=lambda p: p.stem)
def test_pieces_that_lie_flat_in_the_hand_read_so(path: Path) -> None:
    found = relax(work_draft(path.read_text()))
    assert found is not None
    assert found.lie.verdict in ("flat", "blocks out"), found.lie.why


def test_valley_corners_settle_as_a_star() -> None:
    """Six points and six valleys: the edge bends in at the valleys and keeps its length."""
    text = (
        "Shape: hexagon\nRnd 1: 12 sc in ring\nRnd 2: [(2 dc, ch 2, 2 dc) in next st, sk 1] 6 times\n"
        "Rnd 3: [(2 dc, ch 2, 2 dc) in corner, dc in next st, sc2tog over next 2 sts, dc in next st] around"
    )
    draft = work_draft(text)
    assert not [t for r in draft.rounds for t in (*r.tree.troubles, *r.worked.troubles)]
    found = relax(draft)
    assert found is not None
    where = found.plane
    points = [np.hypot(*where[draft.rounds[2].worked.made[c].number][:2]) for c in draft.rounds[2].worked.corners]
    valleys = [np.hypot(*where[m.number][:2]) for m in draft.rounds[2].worked.made if m.kind == "sc2tog"]
    assert min(points) > max(valleys) * 1.2


def test_pieces_without_stitches_and_too_large_ones_are_left_alone(monkeypatch: pytest.MonkeyPatch) -> None:
    assert relax(work_draft("")) is None
    monkeypatch.setattr("mossring.relaxed.rest.MOST_STITCHES", 20)
    assert relax(work_draft(polygon(4, 2, 3))) is None


def test_a_round_of_picots_alone_is_drawn() -> None:
    draft = work_draft("Rnd 1: 3 dc in ring\nRnd 2: picot, picot")
    assert len(draw(draft).rounds[1]) == 2
    assert relax(draft) is not None


@pytest.mark.parametrize("chains", [9, 13, 21])
def test_an_oblong_is_as_much_longer_than_wide_as_its_chain(chains: int) -> None:
    """Geometry: rounds add as much to the length as to the width, so they differ by the chain they begin on, but for
    the end chains, which lie within the corners. Arithmetic and rest agree, and corners that move out don't lean."""
    text = f"Shape: rectangle\nBegin: ch {chains} (foundation)\n"
    text += "Rnd 1: [(2 dc, ch 2, dc, ch 2, 2 dc) in corner, dc in each ch to corner] twice\n"
    text += "Rnds 2-3: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around"
    draft = work_draft(text)
    found = relax(draft)
    size = size_of(draft.rounds[-1].entry, draft.shape, draft.gauge)
    assert found is not None
    assert size is not None
    out, w = found.lie.outline, draft.gauge.width_mm
    assert out.length - out.across == pytest.approx(chains - 2, rel=0.15)
    assert out.across * w == pytest.approx(size.side_to_side, rel=0.06)
    assert out.length * w == pytest.approx(size.length, rel=0.06)
    assert out.lean == 0.0


def test_what_is_as_long_as_it_is_wide_has_no_length_of_its_own() -> None:
    draft = work_draft(polygon(4, 2, 3))
    found = relax(draft)
    size = size_of(draft.rounds[-1].entry, draft.shape, draft.gauge)
    assert found is not None
    assert size is not None
    assert (found.lie.outline.length, size.length) == (0.0, 0.0)
