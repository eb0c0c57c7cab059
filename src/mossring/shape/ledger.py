"""The ledger: round by round, the edge there is against the edge that flat fabric needs.

Offsetting a shape outward by h lengthens its edge by C h, with C = 2 pi for a circle and 2 n tan(pi/n)
for a regular n-gon with sharp corners (geometry). Fullness is edge / (C x radius so far). Chains are
slack, so fullness is an interval: chains counted as nothing, and at full length. The bands of fullness
that read flat are common practice calibrated on known motifs, no source.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise
from math import pi, tan
from operator import attrgetter
from typing import Literal

from mossring.notation.header import Begin
from mossring.shape.gauge import SPACE_HEIGHT, Gauge
from mossring.stitches.table import CHAIN_WIDTH, lookup
from mossring.working.fabric import RING, Made, WorkedRound

Verdict = Literal["flat", "blocks out", "cups", "ruffles", "unknown"]

MAGIC_RING_RADIUS = 0.1
TRIANGLE = 3
EVENING = 1.0
"""How high the stitches of an evening round are at most, in stitch widths: single crochet and lower."""
UNRULY = 0.12
"""How much further out round 2 may be before it is judged: a centre always starts unruly."""


def growth_constant(sides: int) -> float:
    """C: edge length gained per unit of height worked, for a regular polygon (0 sides: a circle)."""
    return 2 * sides * tan(pi / sides) if sides >= 3 else 2 * pi


@dataclass(frozen=True, slots=True)
class Entry:
    """One round in the ledger, on the round that it stands on; lengths in stitch widths.

    edge: (without chains, with chains at full length). height: at mid side. radius: centre to mid side.
    growth, needed: edge gained, and what flat fabric gains at this height. fullness: interval.
    openness: share of stitches of this and the two rounds before that stand in spaces, or between stitches.
    extent: the radius as it will measure: stitches in spaces stand lower than the ledger takes them. drawn: the
    radius at which it is drawn: outside all rounds before it, though it may stand on a lower one.
    keeps_growing: it ruffles though it could be pressed flat, as open work that gained too much for three rounds.
    straight: edge that a foundation chain has before any round. flat_piece: worked in rows, never judged; width: along
    its rows, with the borders about them.
    """

    edge: tuple[float, float]
    height: float
    radius: float
    growth: float
    needed: float
    fullness: tuple[float, float]
    openness: float
    in_spaces: int
    stitches: int
    constant: tuple[float, float]
    verdict: Verdict
    straight: float = 0.0
    flat_piece: bool = False
    extent: float = 0.0
    drawn: float = 0.0
    width: float = 0.0
    keeps_growing: bool = False

    @property
    def lies_as(self) -> float:
        """The edge as it lies: scallops bent up, chains at half their length."""
        return self.fullness[0] * (self.straight + self.constant[1] * self.radius) + (self.edge[1] - self.edge[0]) / 2


def start_radius(begin: Begin) -> float:
    """Radius of the centre before round 1, in stitch widths; half a chain's thickness about a foundation."""
    return begin.chains * CHAIN_WIDTH / (2 * pi) if begin.kind == "ring" else MAGIC_RING_RADIUS


def enter(
    done: WorkedRound,
    below: WorkedRound | None,
    earlier: Sequence[Entry],
    begin: Begin,
    sides: int,
    gauge: Gauge,
    outside: float = 0.0,
) -> Entry:
    """The ledger entry of a round. below: the round it stands on; earlier: that one's entry and those that it stands
    on, innermost first; outside: how far out rounds before it are drawn that it doesn't stand on."""
    before = earlier[-1] if earlier else None
    solid, chains = _edge(done)
    least = solid - (_scalloped(done.made, gauge) if len(done.counts()) > 1 else 0.0)  # else nothing is lower
    height = mid_height(done, gauge)
    radius = (before.radius if before else start_radius(begin)) + height
    standing = _spaces_of(below)
    stood = Counter([m.feet for m in done.made if m.counted])
    in_spaces = sum(n for feet, n in stood.items() if len(feet) == 2 or not standing.isdisjoint(feet))
    stitches = done.stitches
    window = earlier[-2:]
    total = stitches + sum(e.stitches for e in window)
    openness = (in_spaces + sum(e.in_spaces for e in window)) / total if total else 0.0
    c0, c1 = _constants(done, below, sides, openness)
    straight = before.straight if before else 0.0 if begin.kind == "ring" else float(len(done.extra))
    flat_piece = done.line or (before is not None and before.flat_piece)
    low, high = least / (straight + c1 * radius), (solid + chains) / (straight + c0 * radius)
    edge = (solid, solid + chains)
    nothing = flat_piece or not any(m.feet for m in done.made)  # a round that could not be read lies nohow
    verdict: Verdict = "unknown" if nothing else judge(done.number, low, high, openness)
    growth = edge[1] - (before.edge[1] if before else 0.0)
    squares = bool(done.corners) and below is not None and not below.corners
    needed = c1 * height if before is None or not squares else max(0.0, straight + c1 * radius - before.edge[1])
    lies = verdict in ("flat", "blocks out") and not squares  # squaring off a circle takes what it needs at once
    flat_edge = straight + (c0 + c1) / 2 * radius
    grows = lies and _keeps_growing(least + chains / 2, flat_edge, needed, openness, earlier)
    if grows:
        verdict = "ruffles"
    if verdict == "cups" and before and before.verdict in ("flat", "blocks out") and _evens(stitches, earlier, height):
        verdict = "blocks out"
    if verdict == "cups" and before and len(_tied(done)) >= TIES:  # petals stand free: the edge below tells
        verdict = before.verdict
    lower = 1 - (1 - SPACE_HEIGHT) * (in_spaces / stitches if stitches and done.number > 1 else 0.0)
    border = flat_piece and not done.line
    extent = (before.extent if before else start_radius(begin)) + height * lower * (2 if border else 1)
    width = before.width + 2 * height if border and before else edge[1]
    return Entry(
        edge,
        height,
        radius,
        growth,
        needed,
        (low, high),
        openness,
        in_spaces,
        stitches,
        (c0, c1),
        verdict,
        straight,
        flat_piece,
        extent,
        max(before.drawn if before else start_radius(begin), outside) + height,
        width,
        grows,
    )


def _keeps_growing(edge: float, flat: float, needed: float, openness: float, earlier: Sequence[Entry]) -> bool:
    """Whether open fabric, its edge as it lies, gained more than flat fabric needs in each of three rounds on end, and
    is fuller than it already: groups can spread for a while, and then they wave (a granny of six right angles about a
    point folds into a sleeve; found on known pieces, no source). Lace whose rounds gain much and little by turns rests
    in between."""
    if len(earlier) < KEPT_UP or openness <= OPEN or edge <= TOO_MUCH * flat:
        return False
    edges = [*(e.lies_as for e in earlier[-KEPT_UP:]), edge]
    wanted = [*(e.needed for e in earlier[1 - KEPT_UP :]), needed]
    steps = zip(pairwise(edges), wanted, strict=True)
    return all(now - before > TOO_MUCH * n > 0 for (before, now), n in steps)


KEPT_UP = 3
"""So many rounds on end that gain too much are too many, even where fabric is open."""
TOO_MUCH = 1.15
OPEN = 0.3


def _evens(stitches: int, earlier: Sequence[Entry], height: float) -> bool:
    """Whether this is the one plain round of short stitches, one in each, that evens an edge (common practice, no
    source): it draws the rim in a little, and lies flat when pinned out."""
    before = [e.stitches for e in earlier[-2:]]
    return stitches == before[-1] != before[0] and height <= EVENING


def _edge(done: WorkedRound) -> tuple[float, float]:
    """The edge in stitches and in chains. What hangs from others is none of it. A petal is tied down by slip stitches
    at both its ends: those, and the chains beside them that rise to its stitches, are none of it either."""
    solid = sum(n * lookup(kind).width for kind, n in done.counts().items())
    chains = CHAIN_WIDTH * sum(n * int(key[3:]) for key, n in done.spaces().items())
    made, n = done.made, len(done.made)
    if done.hung:
        solid -= sum(lookup(m.kind).width for m in made if m.carried)
    tied = _tied(done)
    if not tied:
        return solid, chains
    rising = {j % n for i in tied for j in (i - 1, i + 1) if made[j % n].kind == "ch"}
    return solid - sum(made[i].width for i in tied), chains - sum(made[j].width for j in rising)


def _tied(done: WorkedRound) -> list[int]:
    """The slip stitches that tie petals down; none where nothing else is made."""
    counts = done.counts()
    if not 0 < counts.get("slst", 0) < sum(counts.values()) - done.hung:
        return []
    return [i for i, m in enumerate(done.made) if m.kind == "slst" and m.feet]


TIES = 3
"""The least slip stitches of a round whose petals stand free."""
SHELL = 5
"""The least stitches in one place that stand out as a scallop."""
PETAL = 3
"""The least between two slip stitches, where chains lead up to them and down again."""


def _scalloped(made: Sequence[Made], gauge: Gauge) -> float:
    """How much shorter the edge is where shells stand out as scallops: a shell that is low at both its ends may bend
    into half a circle over its own foot, whose chord is 2 / pi of it (geometry)."""
    stitches = [m for m in made if m.kind != "ch"]
    runs = [list(run) for _, run in groupby(stitches, key=_feet)]
    saved = 0.0
    for k, shell in enumerate(runs):
        about = (runs[k - 1][-1], *shell, runs[(k + 1) % len(runs)][0])
        least = PETAL if {about[0].kind, about[-1].kind} == {"slst"} else SHELL
        if len(shell) < least or shell[0].feet == (RING,):
            continue
        heights = [gauge.height(m.kind, m.part) for m in about]
        if max(min(heights[:2]), min(heights[-2:])) < max(heights[1:-1]) - 0.5:
            saved += sum(m.width for m in shell) * (1 - 2 / pi)
    return saved


_feet = attrgetter("feet")


def bands(openness: float) -> tuple[tuple[float, float], tuple[float, float]]:
    """Fullness that reads flat, and the wider band that blocks out, for fabric of an openness (0 to 1)."""
    return (0.92 - 0.12 * openness, 1.08 + 0.27 * openness), (0.85 - 0.15 * openness, 1.15 + 0.35 * openness)


def judge(number: int, low: float, high: float, openness: float) -> Verdict:
    """The verdict on a fullness interval. Round 1 is never judged, round 2 only when far out."""
    if number == 1:
        return "unknown"
    flat, blocks = bands(openness)
    if high >= flat[0] and low <= flat[1]:
        return "flat"
    slack = UNRULY if number == 2 else 0.0
    if high >= blocks[0] - slack and low <= blocks[1] + slack:
        return "blocks out"
    return "cups" if high < blocks[0] else "ruffles"


def mid_height(done: WorkedRound, gauge: Gauge) -> float:
    """How much the round adds to the radius: its height at mid side, the peak where that is a shell."""
    made = done.made
    if not any(m.kind != "ch" for m in made):
        return 0.0
    if not done.corners:
        return _mean_peak(made, gauge)
    n = len(made)
    marks = sorted(done.corners)
    heights = []
    for k, a in enumerate(marks):
        b = marks[k + 1] if k + 1 < len(marks) else marks[0] + n
        heights.append(_peak_near(made, (a + b) // 2, gauge))
    return sum(heights) / len(heights)


def _peak_near(made: list[Made], i: int, gauge: Gauge) -> float:
    """The tallest stitch of the group nearest to index i."""
    n = len(made)
    for d in range(n):
        for j in (i + d, i - d):
            m = made[j % n]
            if m.kind != "ch":
                return _peak_of_group(made, j % n, gauge)
    return 0.0


def _peak_of_group(made: list[Made], i: int, gauge: Gauge) -> float:
    n = len(made)
    feet = made[i].feet
    peak = gauge.height(made[i].kind, made[i].part)
    if feet == (RING,):
        return peak
    for step in (1, -1):
        j = i + step
        while (j - i) % n and (made[j % n].kind == "ch" or made[j % n].feet == feet):
            if made[j % n].kind != "ch":
                peak = max(peak, gauge.height(made[j % n].kind, made[j % n].part))
            j += step
            if abs(j - i) >= n:
                break
    return peak


def _mean_peak(made: list[Made], gauge: Gauge) -> float:
    """The mean over the groups of a round of each group's tallest stitch, by width."""
    total = weight = 0.0
    peak = run = 0.0
    feet: tuple[int, ...] | None = None
    sizes: dict[tuple[str, str], tuple[float, float]] = {}
    for m in made:
        if m.kind == "ch":
            continue
        size = sizes.get((m.kind, m.part))
        if size is None:
            size = sizes[m.kind, m.part] = (gauge.height(m.kind, m.part), m.width)
        h, width = size
        if m.feet != feet or m.feet == (RING,):
            total, weight, peak, run = total + peak * run, weight + run, h, 0.0
            feet = m.feet
        peak = h if h > peak else peak
        run += width
    total, weight = total + peak * run, weight + run
    return total / weight if weight else 0.0


def _constants(done: WorkedRound, below: WorkedRound | None, sides: int, openness: float) -> tuple[float, float]:
    """C of the round: a circle's, the polygon's, or both where the round squares a circle off.

    No group fills a triangle's sharp corners: where most stitches stand in spaces, the sides bow out instead and it
    lies flat nearer to the circle's C as well (a granny triangle; common practice, no source)."""
    circle = growth_constant(0)
    if not done.corners:
        return circle, circle
    polygon = growth_constant(sides)
    if below is not None and not below.corners:
        return circle, polygon
    bowed = max(0.0, 2 * openness - 1) if sides == TRIANGLE else 0.0
    return polygon - bowed * (polygon - circle), polygon


def _spaces_of(below: WorkedRound | None) -> frozenset[int]:
    if below is None:
        return frozenset((RING,))
    return frozenset([m.number for m in below.made if m.kind == "ch"])
