"""From a worked draft to the fabric at rest: the net is tied, laid out by the ledger, and settled twice."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from math import hypot
from typing import cast

import numpy as np

from mossring.draft import Draft
from mossring.laid import guess
from mossring.relaxed.forces import WEIGHT, lies
from mossring.relaxed.lie import Lie, lie, strains
from mossring.relaxed.net import CHAIN, HOOP, Floats, Net, net_of
from mossring.relaxed.settle import MOST_STEPS, How, Settled, settling
from mossring.shape.size import HALF_HEXAGON, size_of

MOST_IN_SPACE = 1200
MOST_WORK = 4_000_000
"""Steps in space times stitches: what a piece of 10,000 settles in within a few seconds."""
BUMP = 0.12
LIGHT = 12.0
"""The radius, in stitch widths, up to which a piece is so light that its shape alone tells how it lies; beyond, its
weight presses the more on the table the larger it is, as stretch grows with the area and weight with the height too."""
RIPPLES = ((2, 0.3), (3, 1.1), (4, 2.0), (5, 0.7), (6, 1.9), (7, 0.2), (8, 1.3), (11, 0.5), (13, 2.2))
"""Waves of so many to a round, at so many radians: the start in space leans nowhere in particular, always the same."""
MOST_STITCHES = 20_000
NOTHING = 1e-9

Place = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Progress:
    """How far a settling has come: 0 to 1."""

    share: float


@dataclass(frozen=True, slots=True)
class Relaxed:
    """The fabric at rest, in stitch widths. plane, space: where each stitch and space lies, by its number in the
    fabric (0 is the centre); picots lie with the stitch that they hang from. strain: how much the edge is stretched
    at each, pressed flat, as a share (negative: bunched). steps: in the plane and in space."""

    plane: dict[int, Place]
    space: dict[int, Place]
    strain: dict[int, float]
    lie: Lie
    steps: tuple[int, int]
    came_to_rest: bool


def stitch_mm(draft: Draft, found: Relaxed) -> float:
    """What a stitch width of the settled fabric comes to in mm, so that it measures across what the motif is said to
    measure everywhere: the size is the arithmetic's, which finished rounds calibrate, the shape is the fabric's. Both
    are those of the last round, which behind petals isn't the widest. Half pieces in rows are measured along a side,
    not across, and keep the gauge's."""
    size, across = size_of(draft.rounds[-1].entry, draft.shape, draft.gauge), found.lie.outline.across
    half = draft.shape.sides in (1, HALF_HEXAGON)
    return draft.gauge.width_mm if size is None or half or across <= 0 else size.side_to_side / across


def relax(draft: Draft) -> Relaxed | None:
    """The fabric at rest; None where there is none, or more than can be settled (`MOST_STITCHES`)."""
    last: Progress | Relaxed | None = None
    for found in relaxing(draft):
        last = found
    return last if isinstance(last, Relaxed) else None


def relaxing(draft: Draft) -> Iterator[Progress | Relaxed]:
    """The same step by step: how far it is, and last the fabric at rest. Stop asking, and it stops.

    A draft whose first rounds were settled before starts from where they lay then; the same draft is not settled
    again.
    """
    rounds = [r for r in draft.rounds if r.worked.made]
    if not rounds or sum(len(r.worked.made) for r in rounds) > MOST_STITCHES:
        return
    last = rounds[-1]
    kept = cast("Relaxed | None", last.memo.get("relaxed"))
    if kept is None:
        net = net_of(draft)
        plane: Settled | None = None
        for plane in settling(net, lay_out(draft, net, flat=True), True):
            yield Progress(0.3 * min(1.0, plane.steps / MOST_STEPS))
        assert plane is not None
        reach = max(1.0, float(np.hypot(plane.at[:, 0], plane.at[:, 1]).max()))
        weight = WEIGHT / (reach * min(reach, LIGHT))
        space = replace(plane, steps=0)
        if not lies(net, plane.at, weight):
            most = max(60, min(MOST_IN_SPACE, MOST_WORK // net.size))
            for space in settling(net, raised(draft, net, plane.at), False, How(weight=weight, most=most)):
                yield Progress(0.3 + 0.7 * min(1.0, space.steps / most))
        kept = Relaxed(
            _by_number(net, plane.at),
            _by_number(net, space.at),
            _strain_at(net, plane.at),
            lie(draft, net, plane.at, space.at),
            (plane.steps, space.steps),
            plane.close and space.close,
        )
        last.memo["relaxed"] = kept
    yield kept


def _by_number(net: Net, at: Floats) -> dict[int, Place]:
    out = {n: (float(x), float(y), float(z)) for n, (x, y, z) in zip(net.numbers, at, strict=True)}
    for hanging, host in net.hangs.items():
        while host not in out:
            host = net.hangs[host]
        x, y, z = out[host]
        d = hypot(x, y) or 1.0
        out[hanging] = (x + 0.35 * x / d, y + 0.35 * y / d, z)
    return out


def _strain_at(net: Net, plane: Floats) -> dict[int, float]:
    """The strain of the edge at each point: the mean of the ties to its neighbours."""
    along = (net.kind == HOOP) | (net.kind == CHAIN)
    touches = abs(net.spots[along])
    share = touches.T @ strains(net, plane)[along]
    ties = np.maximum(np.asarray(touches.sum(axis=0)).reshape(-1), 1.0)
    return {n: float(s) for n, s in zip(net.numbers, share / ties, strict=True)}


def _before(draft: Draft) -> Relaxed | None:
    """The fabric of as many of the first rounds as were settled before."""
    found = (cast("Relaxed | None", r.memo.get("relaxed")) for r in reversed(draft.rounds))
    return next((r for r in found if r is not None), None)


def lay_out(draft: Draft, net: Net, flat: bool) -> Floats:
    """Where the ledger lays each stitch; rounds that were settled before lie as they did then."""
    at = np.zeros((net.size, 3))
    index = {n: i for i, n in enumerate(net.numbers)}
    for laid in guess(draft):
        for number, (x, y) in laid.tops.items():
            if number in index:
                at[index[number], :2] = (x, y)
    before = _before(draft)
    if before is not None:
        _carry(net, at, before.plane)
        for number, place in (before.plane if flat else before.space).items():
            if number in index:
                at[index[number]] = place
    return at


def _carry(net: Net, at: Floats, settled: Mapping[int, Place]) -> None:
    """New rounds begin where the last one settled before has come to lie: turned with it, and as much further in or
    out. A start that is twisted against it would settle in folds."""
    known = np.array([n in settled for n in net.numbers])
    last = next((ring for ring, closed in reversed(net.rings) if closed and known[ring].all()), None)
    if last is None:
        return
    laid = at[last, 0] + 1j * at[last, 1]
    there = np.array([complex(*settled[net.numbers[k]][:2]) for k in last])
    turn = np.vdot(laid, there)
    size = np.abs(laid).mean()
    if abs(turn) < NOTHING or size < NOTHING:
        return
    new = at[~known, 0] + 1j * at[~known, 1]
    far = np.maximum(np.abs(new), NOTHING)
    new *= turn / abs(turn) * np.maximum(far + np.abs(there).mean() - size, NOTHING) / far
    at[~known, 0], at[~known, 1] = new.real, new.imag


def raised(draft: Draft, net: Net, plane: Floats) -> Floats:
    """The start in space: a shallow bowl with small waves of many lengths, or the bowl or waves of before."""
    at = plane.copy()
    out = np.hypot(at[:, 0], at[:, 1])
    top = float(out.max()) or 1.0
    share = (out / top) ** 2
    angle = np.arctan2(at[:, 1], at[:, 0])
    height = BUMP * share
    for waves, phase in RIPPLES:
        height = height + 0.02 * share * np.cos(waves * angle + phase)
    at[:, 2] = height * top
    before = _before(draft)
    if before is not None:
        index = {n: i for i, n in enumerate(net.numbers)}
        for number, place in before.space.items():
            if number in index:
                at[index[number], 2] = place[2]
    return at
