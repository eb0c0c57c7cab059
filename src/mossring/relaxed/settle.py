"""Settling a net: projective dynamics with a matrix that is factorised once.

Each spring is projected to its rest length, and the net is pulled towards the projections by one solve with the
constant matrix, in which each spring is as stiff as it is at the start; what the last steps taught bends the way
(quasi-Newton, with the constant matrix for a start).
Deterministic: no random numbers. It has settled when a step moves no point further than `CLOSE` stitch widths, or a
ten-thousandth of the radius of a large piece, and stops in any case after as many steps as it was allowed.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

import numpy as np
import qdldl
from scipy import sparse

from mossring.relaxed.net import FOLD, Floats, Net

CLOSE = 2e-3
"""Stitch widths: about a hundredth of a millimetre at a usual gauge."""
IN_PLANE = 0.4
"""How much of a spring's stiffness the constant matrix has in the plane: it resists along itself and not across."""
OUT_OF_PLANE = 0.05
"""How much of it out of the plane: the fabric lies nearly flat, and so do its springs."""
SLACK = 0.05
"""What every spring has in the constant matrix besides: slack ones may tighten on the way."""
MOST_STEPS = 600
BENDING = 0.12
"""Stiffness against bending out of the plane, per second difference (tuned on the known circles and polygons)."""
WEIGHT = 0.12
"""How hard the fabric's weight presses it on the table, over the square of its radius (tuned likewise)."""
PIN = 1e-3
TELL_EVERY = 20
MEMORY = 6


@dataclass(slots=True)
class Settled:
    """Positions (points x 3, stitch widths) that a net came to rest in. steps: how many it took; close: whether it
    came to rest, or was stopped; energy: what is left in the springs."""

    at: Floats
    steps: int
    close: bool
    energy: float


class Forces:
    """The energy of a net and its gradient, in the plane (flat) or in space, for lines of all x, then all y (and z)."""

    def __init__(self, net: Net, flat: bool, weight: float = WEIGHT, bending: float = BENDING) -> None:
        self.net = net
        self.across = 2 if flat else 3
        self.pressed = net.stiff * net.squeeze
        self.pulled = np.where(net.kind == FOLD, 0.0, net.stiff)
        self.bend = None if flat else (net.bends.T @ net.bends * bending + weight * sparse.identity(net.size)).tocsr()
        self.turned = net.spots.T.tocsr()

    def stiffness(self, over: Floats) -> Floats:
        """How stiff each spring is, so much longer than at rest."""
        return np.where(over < 0, self.pressed, self.pulled)

    def __call__(self, line: Floats) -> tuple[float, Floats]:
        net = self.net
        x = line.reshape(self.across, -1)
        d = [net.spots @ along for along in x]
        length = np.sqrt(sum(a * a for a in d))
        over = length - net.rest
        force = self.stiffness(over) * over
        energy = 0.5 * float(force @ over)
        force /= np.maximum(length, 1e-9)
        gradient = np.empty_like(x)
        for to, along in zip(gradient, d, strict=True):
            to[:] = self.turned @ (along * force)
        if self.bend is not None:
            bent = self.bend @ x[2]
            gradient[2] += bent
            energy += 0.5 * float(x[2] @ bent)
        return energy, gradient.reshape(-1)


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
    force = Forces(net, flat, how.weight, how.bending)
    close = how.close * max(1.0, 0.1 * float(np.hypot(start[:, 0], start[:, 1]).max(initial=0.0)))
    x = start.T[: force.across].reshape(-1)
    solve = _solver(force, x)
    energy, gradient = force(x)
    past: deque[tuple[Floats, Floats, float]] = deque(maxlen=MEMORY)
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
            yield Settled(_in_space(x, net.size), step, True, energy)
            return
        if step % TELL_EVERY == 0:
            yield Settled(_in_space(x, net.size), step, False, energy)
    yield Settled(_in_space(x, net.size), how.most, False, energy)


def _in_space(line: Floats, points: int) -> Floats:
    at = np.zeros((points, 3))
    at[:, : len(line) // points] = line.reshape(-1, points).T
    return at


def _downhill(
    gradient: Floats, solve: Callable[[Floats], Floats], past: Sequence[tuple[Floats, Floats, float]]
) -> Floats:
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


def _solver(force: Forces, start: Floats) -> Callable[[Floats], Floats]:
    """The constant system, factorised once: one for the plane, one for what stands out of it."""
    net, n = force.net, force.net.size
    length = np.sqrt(sum((net.spots @ along) ** 2 for along in start.reshape(force.across, -1)))
    k = force.stiffness(length - net.rest)
    plane = _factors(force, IN_PLANE * k + SLACK)
    factors = [plane, plane]
    if force.bend is not None:
        factors.append(_factors(force, OUT_OF_PLANE * k + SLACK, force.bend))
    return lambda g: np.concatenate([f.solve(along) for f, along in zip(factors, g.reshape(-1, n), strict=True)])


def _factors(force: Forces, k: Floats, bend: sparse.csr_matrix | None = None) -> qdldl.Solver:
    pulls = force.net.spots.copy()
    pulls.data *= np.repeat(k, np.diff(pulls.indptr))
    system = force.turned @ pulls
    if bend is not None:
        system = system + bend
    system.setdiag(system.diagonal() + PIN)
    return qdldl.Solver(sparse.triu(system, format="csc"), upper=True)
