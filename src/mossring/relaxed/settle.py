"""Settling a net: projective dynamics with a matrix that is factorised once.

Each spring is projected to its rest length, the net is pulled towards the projections by one solve with the
constant matrix, and so on, with momentum that starts afresh whenever the energy rises (a known way to speed up such
iterations). Deterministic: no random numbers. It has settled when a step moves no point further than `CLOSE` stitch
widths, and stops in any case after `MOST_STEPS`.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Iterator
from dataclasses import dataclass

import numpy as np
from scipy import sparse
from scipy.sparse.linalg import splu

from mossring.relaxed.net import FOLD, Floats, Net

CLOSE = 1e-3
"""Stitch widths: a hundredth of a millimetre at a usual gauge."""
MOST_STEPS = 600
BENDING = 0.12
"""Stiffness against bending out of the plane, per second difference (tuned on the known circles and polygons)."""
WEIGHT = 0.12
"""How hard the fabric's weight presses it on the table, over the square of its radius (tuned likewise)."""
PIN = 1e-3
TELL_EVERY = 20


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

    def __call__(self, x: Floats) -> tuple[float, Floats]:
        net = self.net
        d = net.spots @ x
        length = np.sqrt(np.einsum("ij,ij->i", d, d))
        over = length - net.rest
        k = net.stiff * np.where(over < 0, net.squeeze, self.stretch)
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


def settle(
    net: Net,
    start: Floats,
    flat: bool,
    weight: float = WEIGHT,
    bending: float = BENDING,
    close: float = CLOSE,
    most: int = MOST_STEPS,
) -> Settled:
    """Where a net comes to rest from a start (points x 3); flat: in the plane. See `settling` for long ones."""
    return deque(settling(net, start, flat, weight, bending, close, most), maxlen=1)[0]


def settling(
    net: Net,
    start: Floats,
    flat: bool,
    weight: float = WEIGHT,
    bending: float = BENDING,
    close: float = CLOSE,
    most: int = MOST_STEPS,
) -> Iterator[Settled]:
    """The same, told every so many steps; the last one is the result."""
    force = forces(net, flat, weight, bending)
    solve = _solver(net, force)
    x = start.copy()
    if flat:
        x[:, 2] = 0.0
    before, momentum, energy = x, 1.0, np.inf
    for step in range(1, most + 1):
        grown = (1 + np.sqrt(1 + 4 * momentum * momentum)) / 2
        y = x + (momentum - 1) / grown * (x - before)
        e, gradient = force(y)
        if e > energy:  # momentum has carried it too far
            y, grown = x, 1.0
            e, gradient = force(y)
        move = solve(gradient)
        before, x, momentum, energy = x, y - move, grown, e
        moved = float(np.max(np.abs(x - before)))
        if moved < close:
            yield Settled(x, step, True, energy)
            return
        if step % TELL_EVERY == 0:
            yield Settled(x, step, False, energy)
    yield Settled(x, most, False, energy)


def _solver(net: Net, force: _Forces) -> Callable[[Floats], Floats]:
    """The constant system, factorised once: one for the plane, one for what stands out of it."""
    n = net.size
    stiff = (net.spots.T @ sparse.diags(net.stiff) @ net.spots).tocsc() + sparse.identity(n, format="csc") * PIN
    plane = splu(stiff, permc_spec="MMD_AT_PLUS_A", options={"SymmetricMode": True})
    if force.bend is None:
        return lambda g: np.column_stack((plane.solve(np.ascontiguousarray(g[:, :2])), np.zeros(n)))
    out = splu(
        (stiff + force.bend + sparse.identity(n) * force.press).tocsc(),
        permc_spec="MMD_AT_PLUS_A",
        options={"SymmetricMode": True},
    )
    return lambda g: np.column_stack((plane.solve(np.ascontiguousarray(g[:, :2])), out.solve(g[:, 2])))
