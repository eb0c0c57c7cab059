"""A motif that repeats round its centre settles in the plane by one sector: to the same place as the whole net."""

from __future__ import annotations

from itertools import pairwise
from math import pi

import motifs
import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings

from mossring.draft import forget, work_draft
from mossring.relaxed.forces import Forces
from mossring.relaxed.net import Floats, Net, net_of
from mossring.relaxed.rest import lay_out
from mossring.relaxed.sector import Sector, sector_of
from mossring.relaxed.settle import How, settle, settling

SQUARE = """Shape: square
Rnd 1: [3 dc in ring, ch 2] 4 times
Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around
Rnd 3: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around
"""
CIRCLE = "Shape: circle\nRnd 1: {0} {1} in ring\nRnd 2: [2 {1} in next st] {0} times\nRnd 3: {2}"
TRIANGLE = """Shape: triangle
Rnd 1: [4 dc in ring, ch 3] 3 times
Rnd 2: [(3 dc, ch 3, 3 dc) in corner, dc in each st] around
"""
ROWS = """Rows
Foundation: ch 12
Row 1: dc in 4th ch from hook, dc in each ch to end, turn
Row 2: ch 3, dc in each st, turn
"""
OBLONG = """Shape: oblong
Foundation: ch 10
Rnd 1: 3 sc in 2nd ch from hook, sc in next 7 ch, 3 sc in last ch, sc in next 7 ch
"""
REPEATING = [
    # how many sectors: the turns that bring the piece upon itself
    (SQUARE, 4),
    (SQUARE.replace("square", "hexagon").replace("3 dc in ring, ch 2] 4", "2 dc in ring, ch 2] 6"), 6),
    (SQUARE.replace("[3 dc in ring, ch 2] 4 times", "ch 3 (counts as dc), 2 dc, ch 2, [3 dc, ch 2] 3 times, join"), 4),
    (CIRCLE.format(12, "dc", "[2 dc in next st, dc] 12 times"), 12),
    (CIRCLE.format(6, "sc", "turn, [2 sc in next st, sc] 6 times"), 6),
    (CIRCLE.format(12, "dc", "[dc in next st, ch 2, sk 1 st] 12 times"), 12),
    (TRIANGLE, 3),
    (SQUARE + "Rnd 4: [sc in corner, ch 3, sl st in last st made, sc in each st to corner] around", 4),
]
ALONE = [
    ROWS,
    OBLONG,
    CIRCLE.format(12, "dc", "[2 dc in next st, dc] 11 times, 2 dc"),
    SQUARE + "Rnd 4: (2 dc, ch 4, 2 dc) in corner, dc in each st to corner, [(2 dc, ch 2, 2 dc) in corner, "
    "dc in each st to corner] around",
    SQUARE + "Rnd 4: (2 dc, ch 2, tr, dc) in corner, dc in each st to corner, [(2 dc, ch 2, 2 dc) in corner, "
    "dc in each st to corner] around",
]


def laid(text: str) -> tuple[Net, Floats]:
    """The net of a piece that nobody settled before: its points lie as the ledger lays them."""
    forget()
    draft = work_draft(text)
    net = net_of(draft)
    return net, lay_out(draft, net, flat=True)


@pytest.mark.parametrize(("text", "many"), REPEATING)
def test_as_many_sectors_as_the_piece_repeats(text: str, many: int) -> None:
    found = sector_of(*laid(text))
    assert found is not None
    assert found.many == many
    net = found.net
    assert len(found.home) * many == net.size - 1
    assert len(found.springs.rest) * many == len(net.rest)


@pytest.mark.parametrize("text", ALONE)
def test_what_does_not_repeat_settles_as_a_whole(text: str) -> None:
    net, start = laid(text)
    assert sector_of(net, start) is None
    assert settle(net, start, flat=True).close


@pytest.mark.parametrize(("text", "many"), REPEATING)
def test_the_sector_comes_to_rest_where_the_whole_does(text: str, many: int, monkeypatch: pytest.MonkeyPatch) -> None:
    net, start = laid(text)
    exactly = How(close=1e-6, most=5000)
    by_sector = settle(net, start, True, exactly)
    sector = sector_of(net, start)
    assert sector is not None
    monkeypatch.setattr("mossring.relaxed.settle.sector_of", lambda *_: None)
    assert settle(net, by_sector.at, True, exactly).steps == 1  # the whole net is at rest there
    whole = settle(net, sector.places(sector.line(start)), True, exactly)
    assert by_sector.energy == pytest.approx(whole.energy, abs=1e-6)
    lengths = [np.linalg.norm(net.spots @ found.at, axis=1) for found in (by_sector, whole)]
    assert np.abs(lengths[0] - lengths[1]).max() < 1e-3
    out = np.hypot(by_sector.at[1:, 0], by_sector.at[1:, 1])
    for ring, _ in net.rings:
        around = out[np.array(ring) - 1].reshape(many, -1)
        assert around == pytest.approx(np.tile(around[0], (many, 1)), abs=1e-9)


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(motifs.solid() | motifs.circle() | motifs.granny() | motifs.rich_polygon() | motifs.squared_off() | motifs.net())
def test_a_sector_has_its_share_of_the_energy_and_of_the_forces(text: str) -> None:
    """Any place of the sector's points, not only the start: the whole net's energy is as many times the sector's."""
    net, start = laid(text)
    sector = sector_of(net, start)
    if sector is None:
        return
    line = sector.line(start) + 0.3 * np.sin(np.arange(2 * len(sector.home)) ** 2)
    energy, gradient = sector(line)
    force = Forces(net, flat=True)
    whole, each = force(force.line(sector.places(line)))
    assert energy == pytest.approx(whole, rel=1e-9, abs=1e-9)
    assert force.places(each) == pytest.approx(sector.places(gradient / sector.many), abs=1e-7)
    step = np.zeros_like(line)
    step[len(line) // 3] = 1e-5
    slope = (sector(line + step)[0] - sector(line - step)[0]) / 2e-5
    assert gradient[len(line) // 3] == pytest.approx(slope, abs=1e-3)


def test_places_and_lines_are_each_other_turned_back() -> None:
    net, start = laid(SQUARE)
    sector = Sector(net, start, 4)
    line = sector.line(start)
    at = sector.places(line)
    assert sector.line(at) == pytest.approx(line)
    quarter = np.array([[0.0, -1.0], [1.0, 0.0]])
    for ring, _ in net.rings:
        part = len(ring) // 4
        turned = at[ring, :2] @ quarter.T
        after = np.roll(at[ring, :2], -part, axis=0)
        before = np.roll(at[ring, :2], part, axis=0)
        assert min(np.abs(turned - after).max(), np.abs(turned - before).max()) < 1e-9
    assert at[0] == pytest.approx([0.0, 0.0, 0.0])


def test_corners_of_a_square_settle_a_quarter_apart() -> None:
    """Geometry: four corners that lie alike stand at right angles, all as far from the centre."""
    draft = work_draft(SQUARE)
    net = net_of(draft)
    at = settle(net, lay_out(draft, net, flat=True), flat=True).at
    index = {number: k for k, number in enumerate(net.numbers)}
    corners = [m for m in draft.rounds[-1].worked.made if m.kind == "ch"]
    assert len(corners) == 4
    places = at[[index[m.number] for m in corners]]
    assert np.hypot(places[:, 0], places[:, 1]) == pytest.approx(np.full(4, np.hypot(*places[0, :2])))
    angles = np.arctan2(places[:, 1], places[:, 0])
    assert np.sort((angles - angles[0]) % (2 * pi)) == pytest.approx([0, pi / 2, pi, 3 * pi / 2], abs=1e-9)


def test_a_spring_that_only_one_sector_has_is_noticed() -> None:
    net, start = laid(SQUARE)
    net.rest = net.rest.copy()
    net.rest[len(net.rest) // 2] *= 1.2
    assert sector_of(net, start) is None


def test_progress_and_places_of_all_points_are_told_on_the_way(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("mossring.relaxed.settle.TELL_EVERY", 2)
    net, start = laid(SQUARE)
    told = list(settling(net, start, True))
    assert len(told) > 1
    assert [one.close for one in told] == [False] * (len(told) - 1) + [True]
    assert all(one.at.shape == (net.size, 3) for one in told)
    assert all(a.energy >= b.energy for a, b in pairwise(told))
