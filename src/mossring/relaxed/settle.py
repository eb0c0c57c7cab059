"""Settling a net: projective dynamics with a matrix that is factorised once.

Each spring is projected to its rest length, and the net is pulled towards the projections by one solve with the
constant matrix, in which each spring is as stiff as it is at the start; what the last steps taught bends the way
(quasi-Newton, with the constant matrix for a start). What repeats round its centre settles in the plane by one sector.
Deterministic: no random numbers. It has settled when a step moves no point further than `CLOSE` stitch widths, or a
ten-thousandth of the radius of a large piece, and stops in any case after as many steps as it was allowed.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from mossring.relaxed.forces import BENDING, WEIGHT, Forces, Solve
from mossring.relaxed.net import Floats, Net
from mossring.relaxed.sector import sector_of

CLOSE = 2e-3
"""Stitch widths: about a hundredth of a millimetre at a usual gauge."""
MOST_STEPS = 600
TELL_EVERY = 20
MEMORY, MEMORY_IN_PLANE = 6, 4
"""How many past steps bend the next one; in the plane four serve as well as six (decision 0009)."""


@dataclass(slots=True)
class Settled:
    """Positions (points x 3, stitch widths) that a net came to rest in. steps: how many it took; close: whether it
    came to rest, or was stopped; energy: what is left in the springs."""

    at: Floats
    steps: int
    close: bool
    energy: float


@dataclass(frozen=True, slots=True)
class How:
    """How a net is settled: what presses and stiffens it in space, and when it has come to rest (see above)."""

    weight: float = WEIGHT
    bending: float = BENDING
    close: float = CLOSE
    most: int = MOST_STEPS


def settle(net: Net, start: Floats, flat: bool, how: How | None = None) -> Settled:
    """Where a net comes to rest from a start (points x 3); flat: in the plane. See `settling` for long ones."""
    return deque(settling(net, start, flat, how), maxlen=1)[0]


def settling(net: Net, start: Floats, flat: bool, how: How | None = None) -> Iterator[Settled]:
    """The same, told every so many steps; the last one is the result."""
    how = how or How()
    force = (sector_of(net, start) if flat else None) or Forces(net, flat, how.weight, how.bending)
    close = how.close * max(1.0, 0.1 * float(np.hypot(start[:, 0], start[:, 1]).max(initial=0.0)))
    x = force.line(start)
    solve = force.solver(x)
    energy, gradient = force(x)
    past: deque[tuple[Floats, Floats, float]] = deque(maxlen=MEMORY_IN_PLANE if flat else MEMORY)
    for step in range(1, how.most + 1):
        way = _downhill(gradient, solve, past)
        slope = float(gradient @ way)
        if slope >= 0:  # what was learnt misleads: begin anew
            past.clear()
            way = -solve(gradient)
            slope = float(gradient @ way)
        far = 1.0
        while True:
            moved = far * way
            to = x + moved
            e, g = force(to)
            if e <= energy + 1e-4 * far * slope or far < 1e-4:
                break
            far /= 2
        turned = g - gradient
        bent = float(moved @ turned)
        if bent > 1e-12:
            past.append((moved, turned, 1 / bent))
        x, energy, gradient = to, e, g
        if float(np.abs(moved).max(initial=0.0)) < close:
            yield Settled(force.places(x), step, True, energy)
            return
        if step % TELL_EVERY == 0:
            yield Settled(force.places(x), step, False, energy)
    yield Settled(force.places(x), how.most, False, energy)


def _downhill(gradient: Floats, solve: Solve, past: Sequence[tuple[Floats, Floats, float]]) -> Floats:
    """The way to go: the constant system's answer, bent by what the last steps taught (the two loops of L-BFGS)."""
    q = gradient.copy()
    shares = []
    for moved, turned, weight in reversed(past):
        share = weight * float(moved @ q)
        shares.append(share)
        q -= share * turned
    way = solve(q)
    for (moved, turned, weight), share in zip(past, reversed(shares), strict=True):
        way += (share - weight * float(turned @ way)) * moved
    return -way
