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
from scipy import sparse
from scipy.sparse.linalg import splu

from mossring.relaxed.net import FOLD, Floats, Net

CLOSE = 2e-3
"""Stitch widths: about a hundredth of a millimetre at a usual gauge."""
SLACK = 0.02
"""The least stiffness that a spring has in the constant matrix: slack ones may tighten on the way."""
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


@dataclass(slots=True)
class _Forces:
    """The energy of a net at given positions, and its gradient."""

    net: Net
    turned: sparse.csr_matrix
    stretch: Floats
    bend: sparse.csr_matrix | None
    press: float

    def stiffness(self, over: Floats) -> Floats:
        """How stiff each spring is, so much longer than at rest."""
        return self.net.stiff * np.where(over < 0, self.net.squeeze, self.stretch)

    def __call__(self, x: Floats) -> tuple[float, Floats]:
        net = self.net
        d = net.spots @ x
        length = np.sqrt(np.einsum("ij,ij->i", d, d))
        over = length - net.rest
        k = self.stiffness(over)
        pull = k * over / np.maximum(length, 1e-9)
        gradient = self.turned @ (d * pull[:, None])
        energy = 0.5 * float(np.dot(k, over * over))
        if self.bend is not None:
            z = x[:, 2]
            bz = self.bend @ z
            gradient[:, 2] += bz + self.press * z
            energy += 0.5 * float(z @ bz + self.press * (z @ z))
        return energy, gradient


def forces(net: Net, flat: bool, weight: float = WEIGHT, bending: float = BENDING) -> _Forces:
    """Energy and gradient of a net, in the plane (flat) or in space."""
    stretch = np.where(net.kind == FOLD, 0.0, 1.0)
    if flat:
        return _Forces(net, net.spots.T.tocsr(), stretch, None, 0.0)
    return _Forces(net, net.spots.T.tocsr(), stretch, (net.bends.T @ net.bends * bending).tocsr(), weight)


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
    force = forces(net, flat, how.weight, how.bending)
    x = start[:, :2].copy() if flat else start.copy()
    solve = _solver(net, force, x)
    close = how.close * max(1.0, 0.1 * float(np.hypot(x[:, 0], x[:, 1]).max(initial=0.0)))
    energy, gradient = force(x)
    past: deque[tuple[Floats, Floats, float]] = deque(maxlen=MEMORY)
    for step in range(1, how.most + 1):
        way = _downhill(gradient, solve, past)
        slope = float(np.vdot(gradient, way))
        if slope >= 0:  # what was learnt misleads: begin anew
            past.clear()
            way = -np.ascontiguousarray(solve(gradient))
            slope = float(np.vdot(gradient, way))
        far = 1.0
        while True:
            to = x + far * way
            e, g = force(to)
            if e <= energy + 1e-4 * far * slope or far < 1e-4:
                break
            far /= 2
        moved, turned = to - x, g - gradient
        bent = float(np.vdot(moved, turned))
        if bent > 1e-12:
            past.append((moved, turned, 1 / bent))
        x, energy, gradient = to, e, g
        if float(np.abs(moved).max(initial=0.0)) < close:
            yield Settled(_in_space(x), step, True, energy)
            return
        if step % TELL_EVERY == 0:
            yield Settled(_in_space(x), step, False, energy)
    yield Settled(_in_space(x), how.most, False, energy)


def _in_space(x: Floats) -> Floats:
    return x if x.shape[1] == 3 else np.column_stack((x, np.zeros(len(x))))


def _downhill(
    gradient: Floats, solve: Callable[[Floats], Floats], past: Sequence[tuple[Floats, Floats, float]]
) -> Floats:
    """The way to go: the constant system's answer, bent by what the last steps taught (the two loops of L-BFGS)."""
    q = gradient.copy()
    shares = []
    for moved, turned, weight in reversed(past):
        share = weight * float(np.vdot(moved, q))
        shares.append(share)
        q -= share * turned
    way = np.ascontiguousarray(solve(q))  # row by row like all others: mixed orders are summed several times slower
    for (moved, turned, weight), share in zip(past, reversed(shares), strict=True):
        way += (share - weight * float(np.vdot(turned, way))) * moved
    return -way


def _solver(net: Net, force: _Forces, start: Floats) -> Callable[[Floats], Floats]:
    """The constant system, factorised once: one for the plane, one for what stands out of it."""
    n = net.size
    k = force.stiffness(np.linalg.norm(net.spots @ start, axis=1) - net.rest) + SLACK
    stiff = (net.spots.T @ sparse.diags(k) @ net.spots).tocsc() + sparse.identity(n, format="csc") * PIN
    plane = splu(stiff, permc_spec="MMD_AT_PLUS_A", options={"SymmetricMode": True})
    if force.bend is None:
        return plane.solve
    out = splu(
        (stiff + force.bend + sparse.identity(n) * force.press).tocsc(),
        permc_spec="MMD_AT_PLUS_A",
        options={"SymmetricMode": True},
    )
    return lambda g: np.column_stack((plane.solve(np.ascontiguousarray(g[:, :2])), out.solve(g[:, 2])))
