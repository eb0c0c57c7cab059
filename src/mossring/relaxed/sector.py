"""One sector of a motif that repeats round its centre: in the plane it settles for all, as the others lie like it."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from mossring.relaxed.forces import IN_PLANE, SLACK, Forces, Solve, Springs, factors
from mossring.relaxed.net import Floats, Net

ALIKE = 1e-7
"""How far the forces on two sectors may differ, in stitch widths times the stiffness of a stitch."""

NOTHING = 1e-12

Numbers = NDArray[np.int64]


def sector_of(net: Net, start: Floats) -> Sector | None:
    """The smallest sector of a net that its others repeat, from a start (points x 3); None where nothing repeats.

    Sectors are alike when they pull alike: with all points where the sector's turned would be, the forces of the whole
    net must be those of the sector, turned. The first ring and the last show at little cost what can't be.
    """
    sizes = [len(ring) for ring, closed in net.rings if closed]
    if len(sizes) < len(net.rings) or not sizes or sum(sizes) + 1 != net.size:
        return None
    weights = net.rest * (1.0 + net.stiff + 3.0 * net.squeeze)
    begun = np.bincount(net.begins, weights, net.size).astype(np.float64)
    ends = (begun[net.rings[0][0]], begun[net.rings[-1][0]])
    most = int(np.gcd.reduce(sizes))
    for many in range(most, 1, -1):
        if most % many == 0 and all(_repeats(along, many) for along in ends):
            sector = Sector(net, start, many)
            if sector.stands_for_all(start):
                return sector
    return None


def _repeats(along: Floats, many: int) -> bool:
    """Whether the springs that begin along a ring come again so many times."""
    parts = along.reshape(many, -1)
    return bool(np.abs(parts - parts[0]).max() < ALIKE)


class Sector:
    """The energy of a whole net and its gradient over the points of one sector: lines of all x, then all y.

    The first points of each ring are the sector's; the next ones lie as they do, turned by a part of a circle. So a
    spring's vector is given by the points of the sector alone, and only those that begin there are needed.
    """

    def __init__(self, net: Net, start: Floats, many: int) -> None:
        self.net = net
        self.many = many
        self.own, turns = _in_turn(net, start, many)
        self.home = np.concatenate([ring[: len(ring) // many] for ring, _ in net.rings])
        angle = 2 * np.pi / many * turns
        self.cos, self.sin = np.cos(angle), np.sin(angle)
        self.cos[0] = self.sin[0] = 0.0  # the centre stays where it is
        some = turns[net.begins] == 0
        self.springs = Springs(net, some)
        self.spots = self._vectors(net.spots[some].tocoo())
        self.back = self.spots.T.tocsr()

    def _vectors(self, ends: sparse.coo_matrix) -> sparse.csr_matrix:
        """Of springs given as shares of all points: lines of the sector's points to the vectors, all x, then all y."""
        m, n = ends.shape[0], len(self.home)
        row, column = ends.row, self.own[ends.col]
        cos, sin = ends.data * self.cos[ends.col], ends.data * self.sin[ends.col]
        entries = np.concatenate([cos, -sin, sin, cos])
        some = np.abs(entries) > NOTHING
        rows, columns = np.concatenate([row, row, row + m, row + m]), np.concatenate([column, column + n] * 2)
        return sparse.csr_matrix((entries[some], (rows[some], columns[some])), shape=(2 * m, 2 * n))

    def line(self, at: Floats) -> Floats:
        """Positions of all points (points x 3), those of the sector as one line of numbers."""
        return at[self.home, :2].T.reshape(-1)

    def places(self, line: Floats) -> Floats:
        """A line of numbers as positions of all points (points x 3)."""
        x, y = line.reshape(2, -1)[:, self.own]
        return np.stack([self.cos * x - self.sin * y, self.sin * x + self.cos * y, np.zeros(len(x))], axis=1)

    def __call__(self, line: Floats) -> tuple[float, Floats]:
        d = (self.spots @ line).reshape(2, -1)
        energy, force = self.springs.pull(d)
        return self.many * energy, self.many * (self.back @ (d * force).reshape(-1))

    def solver(self, start: Floats) -> Solve:
        """The constant system, factorised once."""
        x, y = (self.spots @ start).reshape(2, -1)
        k = self.many * (IN_PLANE * self.springs.stiffness(np.hypot(x, y)) + SLACK)
        system = factors(self.spots, self.back, np.tile(k, 2))
        return lambda g: system.solve(g)

    def stands_for_all(self, start: Floats) -> bool:
        """Whether the other sectors pull as this one does."""
        line = self.line(start)
        energy, gradient = self(line)
        force = Forces(self.net, flat=True)
        whole, each = force(force.line(self.places(line)))
        apart = force.places(each) - self.places(gradient / self.many)
        return abs(whole - energy) < ALIKE * self.net.size and bool(np.abs(apart).max() < ALIKE)


def _in_turn(net: Net, start: Floats, many: int) -> tuple[Numbers, Numbers]:
    """For each point, the point of the sector that it lies as, and by how many parts of a circle it is turned.

    A round worked with the wrong side facing goes the other way about. The centre lies as none.
    """
    own = np.zeros(net.size, dtype=np.int64)
    turns = np.full(net.size, many)
    begun = 0
    for points, _ in net.rings:
        ring, place = np.array(points), np.arange(len(points))
        part = len(points) // many
        (x, y, _), (to_x, to_y, _) = start[points[0]], start[points[part]]
        own[ring] = begun + place % part
        turns[ring] = place // part * (1 if x * to_y >= y * to_x else -1)
        begun += part
    return own, turns
