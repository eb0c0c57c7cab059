"""The energy of a net of springs, its gradient, and the constant matrix that a settling leans on."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np
import qdldl
from numpy.typing import NDArray
from scipy import sparse

from mossring.relaxed.net import FOLD, Floats, Net

IN_PLANE = 0.4
"""How much of a spring's stiffness the constant matrix has in the plane: it resists along itself and not across."""
OUT_OF_PLANE = 0.05
"""How much of it out of the plane: the fabric lies nearly flat, and so do its springs."""
SLACK = 0.05
"""What every spring has in the constant matrix besides: slack ones may tighten on the way."""
BENDING = 0.12
"""Stiffness against bending out of the plane, per second difference (tuned on the known circles and polygons)."""
WEIGHT = 0.12
"""How hard the fabric's weight presses it on the table, over the square of its radius (tuned likewise)."""
PIN = 1e-3

Solve = Callable[[Floats], Floats]


class Springs:
    """What springs do at a length: all of a net, or some of them."""

    def __init__(self, net: Net, some: NDArray[np.bool_] | slice = slice(None)) -> None:
        stiff = net.stiff[some]
        self.rest = net.rest[some]
        self.pressed = stiff * net.squeeze[some]
        self.pulled = np.where(net.kind[some] == FOLD, 0.0, stiff)

    def stiffness(self, length: Floats) -> Floats:
        """How stiff each spring is at its length."""
        return np.where(length < self.rest, self.pressed, self.pulled)

    def pull(self, vectors: Sequence[Floats] | Floats) -> tuple[float, Floats]:
        """The energy, and the force along each spring over its length; vectors: from end to end, an axis each."""
        length = np.sqrt(sum(along * along for along in vectors))
        over = length - self.rest
        force = self.stiffness(length) * over
        energy = 0.5 * float(force @ over)
        return energy, force / np.maximum(length, 1e-9)


class Forces:
    """The energy of a net and its gradient, in the plane (flat) or in space, for lines of all x, then all y (and z)."""

    def __init__(self, net: Net, flat: bool, weight: float = WEIGHT, bending: float = BENDING) -> None:
        self.net = net
        self.across = 2 if flat else 3
        self.springs = Springs(net)
        self.bend = None if flat else (net.bends.T @ net.bends * bending + weight * sparse.identity(net.size)).tocsr()
        self.turned = net.spots.T.tocsr()

    def line(self, at: Floats) -> Floats:
        """Positions (points x 3) as one line of numbers."""
        return at.T[: self.across].reshape(-1)

    def places(self, line: Floats) -> Floats:
        """A line of numbers as positions (points x 3)."""
        at = np.zeros((self.net.size, 3))
        at[:, : self.across] = line.reshape(self.across, -1).T
        return at

    def __call__(self, line: Floats) -> tuple[float, Floats]:
        x = line.reshape(self.across, -1)
        d = [self.net.spots @ along for along in x]
        energy, force = self.springs.pull(d)
        gradient = np.empty_like(x)
        for to, along in zip(gradient, d, strict=True):
            to[:] = self.turned @ (along * force)
        if self.bend is not None:
            bent = self.bend @ x[2]
            gradient[2] += bent
            energy += 0.5 * float(x[2] @ bent)
        return energy, gradient.reshape(-1)

    def solver(self, start: Floats) -> Solve:
        """The constant system, factorised once: one for the plane, one for what stands out of it."""
        spots, n = self.net.spots, self.net.size
        length = np.sqrt(sum((spots @ along) ** 2 for along in start.reshape(self.across, -1)))
        k = self.springs.stiffness(length)
        plane = factors(spots, self.turned, IN_PLANE * k + SLACK)
        each = [plane, plane]
        if self.bend is not None:
            each.append(factors(spots, self.turned, OUT_OF_PLANE * k + SLACK, self.bend))
        return lambda g: np.concatenate([f.solve(along) for f, along in zip(each, g.reshape(-1, n), strict=True)])


def lies(net: Net, plane: Floats, weight: float, bending: float = BENDING) -> bool:
    """Whether a net at rest in the plane (points x 3) lies there of itself: no way to bend it out of the plane gives
    off energy. Stretched springs hold it there, pressed ones push it out; it lies if all pivots of the stiffness across
    the plane are positive (Sylvester's law of inertia)."""
    springs, spots = Springs(net), net.spots
    vectors = [spots @ along for along in plane.T[:2]]
    _, force = springs.pull(vectors)
    across = spots.copy()
    across.data *= np.repeat(force, np.diff(across.indptr))
    stiff = spots.T @ across + net.bends.T @ net.bends * bending + weight * sparse.identity(net.size)
    _, pivots, _ = qdldl.Solver(sparse.csc_matrix(stiff)).factors()
    return bool(np.all(pivots > 0))


def factors(
    spots: sparse.csr_matrix, turned: sparse.csr_matrix, k: Floats, bend: sparse.csr_matrix | None = None
) -> qdldl.Solver:
    """The factors of the matrix of springs so stiff, and of what bends besides."""
    pulls = spots.copy()
    pulls.data *= np.repeat(k, np.diff(pulls.indptr))
    system = turned @ pulls
    if bend is not None:
        system = system + bend
    system.setdiag(system.diagonal() + PIN)
    return qdldl.Solver(system.T)  # itself, by columns: it is symmetric
