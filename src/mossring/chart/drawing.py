"""The drawing of a motif: the symbol of each stitch from its foot to its top, in a list of signs."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from functools import partial
from math import atan2, cos, hypot, pi, sin

from mossring.chart.signs import Drawing, Sign
from mossring.chart.symbols import chain, chain_marks, strokes, symbol
from mossring.draft import Draft, DraftRound
from mossring.laid import Point, centre_radius, guess
from mossring.shape.ledger import TRIANGLE
from mossring.stitches import CHAIN_WIDTH, lookup
from mossring.working import ALONG, RING, Made


def draw(draft: Draft, settled: Mapping[int, Point] | None = None) -> Drawing:
    """The drawing of a draft, one sign for each stitch and space; rounds without stitches are empty. settled: where the
    relaxed stitches lie, in stitch widths; without it each lies where the ledger has it."""
    by_ledger: dict[int, Point] = {}
    laid = guess(draft, by_ledger)
    ring = centre_radius(draft)
    tops = by_ledger if settled is None else settled
    sides = [r.worked.face for r in draft.rounds]
    rounds = [_round(r, tops, ring, settled is None) for r in draft.rounds]
    centre = foundation(draft, tops)
    last = laid[-1] if laid else None
    if last is not None and draft.outermost.worked.line:
        drawing = _about_middle(rounds, centre, tops)
        drawing.sides = sides
        return drawing
    outer = {m.number: tops[m.number] for m in draft.outermost.worked.made if m.number in tops} if last else {}
    turn = upright(draft, tops)
    ties = ties_of(draft, tops)
    reach = _extent(outer or tops, turn) + max(_TO_NEIGHBOUR if ties else 0.0, _wing(draft.outermost) if last else 0.0)
    return Drawing(rounds, centre, reach, -turn * 180 / pi, beside=ties, sides=sides)


def _wing(r: DraftRound) -> float:
    """How far out the longest of what hangs from a round's stitches stands."""
    longest = length = 0.0
    for m in r.worked.made if r.worked.hung else ():
        length = (length if m.part == ALONG else 0.0) + m.chains * CHAIN_WIDTH if m.carried else 0.0
        longest = max(longest, length)
    return longest


_TO_NEIGHBOUR = 1.2
"""How far out a join to a neighbour is drawn, in stitch widths."""


def ties_of(draft: Draft, tops: Mapping[int, Point]) -> list[Sign]:
    """Each join to a neighbour: from where it is made outwards."""
    out = []
    for r in draft.rounds:
        for k, tie in r.worked.ties():
            number = r.worked.made[k].number
            x, y = tops[number]
            far = 1 + _TO_NEIGHBOUR / (hypot(x, y) or 1.0)
            out.append(Sign("tie", r.number, tie.stitch, strokes([(x, y), (x * far, y * far)]), (x, y), number))
    return out


def _round(r: DraftRound, tops: Mapping[int, Point], ring: float, by_ledger: bool) -> list[Sign]:
    """The symbols of a round; those that lie by the ledger are kept with it."""
    return r.kept("signs", partial(_symbols, r, tops, ring)) if by_ledger else _symbols(r, tops, ring)


def _symbols(r: DraftRound, tops: Mapping[int, Point], ring: float) -> list[Sign]:
    made = r.worked.made[::-1] if r.worked.turned else r.worked.made
    paths = _paths(made, tops, 0.1 if r.entry.straight else ring)
    signs = [
        Sign(
            "start" if m.start else "space" if m.kind == "ch" else "stitch",
            r.number,
            m.kind,
            path,
            tops[m.number],
            m.number,
        )
        for m, path in zip(made, paths, strict=True)
    ]
    return signs[::-1] if r.worked.turned else signs


def threads(draft: Draft, at: Mapping[int, tuple[float, float, float]]) -> list[list[float]]:
    """Each round as threads to be drawn in space: for each stitch and space x, y, z of its foot and of its top, in
    stitch widths; a space goes from the stitch before it to its middle. Six numbers a stitch, in working order."""
    ring = centre_radius(draft)
    plane = {n: (p[0], p[1]) for n, p in at.items()}
    out: list[list[float]] = []
    for r in draft.rounds:
        made = [m for m in r.worked.made if m.number in at]
        share = Counter(m.feet for m in made if m.kind != "ch")
        seen: Counter[tuple[int, ...]] = Counter()
        flat: list[float] = []
        for i, m in enumerate(made):
            x, y, z = at[m.number]
            if m.feet:
                fx, fy = foot_of(m, (x, y), seen[m.feet], share[m.feet], plane, ring)
                seen[m.feet] += 1
                feet = [at[f][2] for f in m.feet if f in at]
                fz = sum(feet) / len(feet) if feet else 0.0
            else:
                fx, fy, fz = at[made[i - 1].number]
            flat += (round(fx, 2), round(fy, 2), round(fz, 2), round(x, 2), round(y, 2), round(z, 2))
        out.append(flat)
    return out


def upright(draft: Draft, tops: Mapping[int, Point]) -> float:
    """The angle (in radians) that lays the outermost polygon on its side."""
    made, corners = next(
        ((r.worked.made, r.worked.corners) for r in reversed(draft.rounds) if r.worked.corners), ([], [])
    )
    at = [atan2(*reversed(tops[made[c].number])) for c in corners if made[c].number in tops]
    n = draft.shape.sides
    if not at or n < TRIANGLE or draft.outermost.entry.straight:
        return 0.0
    return -pi / 2 - pi / n - atan2(sum(sin(a * n) for a in at), sum(cos(a * n) for a in at)) / n


def foundation(draft: Draft, tops: Mapping[int, Point]) -> list[Sign]:
    """The chains of a foundation. Worked along both sides, it has a place on each side for all but its end chains."""
    found = [(r.worked, m) for r in draft.rounds for m in r.worked.extra if not m.feet and m.number in tops]
    at = [tops[m.number] for _, m in found]
    n = len(at)
    if n and not found[0][0].line:
        over = [at[-k] for k in range(n // 2 + 1)]
        at = [((a[0] + b[0]) / 2, (a[1] + b[1]) / 2) for a, b in zip(at[: n // 2 + 1], over, strict=True)]
    paths = [chain(at[max(k - 1, 0)], p, at[min(k + 1, len(at) - 1)]) for k, p in enumerate(at)]
    return [Sign("ring", 0, "ch", path, p) for path, p in zip(paths, at, strict=True)]


def _about_middle(rounds: list[list[Sign]], centre: list[Sign], tops: Mapping[int, Point]) -> Drawing:
    """A flat piece, whose middle is not where its first row is."""
    ys = [y for _, y in tops.values()]
    middle = (max(ys) + min(ys)) / 2 if ys else 0.0
    reach = max([1.0, *(abs(x) for x, _ in tops.values()), *(abs(y - middle) for y in ys)])
    return Drawing(rounds, centre, reach, 0.0, middle)


def _extent(tops: Mapping[int, Point], turn: float) -> float:
    """Half the side of the square that holds the drawing once it is turned."""
    c, s = cos(turn), sin(turn)
    ends = [v for x, y in tops.values() for v in (x * c - y * s, x * s + y * c)]
    return max(1.0, max(ends), -min(ends)) if ends else 1.0


def _paths(made: list[Made], tops: Mapping[int, Point], ring: float) -> list[str]:
    """The symbol of each stitch, from its foot to its place."""
    n = len(made)
    places = [tops[m.number] for m in made]
    share = Counter(m.feet for m in made if m.kind != "ch")
    seen: Counter[tuple[int, ...]] = Counter()
    out = []
    for i, m in enumerate(made):
        feet = m.feet
        if feet:
            of, index, foot = share[feet], 0, None
            if of > 1:
                index = seen[feet]
                seen[feet] += 1
            elif len(feet) == 1 and feet[0] != RING:  # by far the commonest
                foot = tops.get(feet[0])
            out.append(symbol(m.kind, foot or foot_of(m, places[i], index, of, tops, ring), places[i]))
        elif m.kind == "ch":
            out.append(chain_marks(places[i - 1], places[i], places[(i + 1) % n], m.chains))
        elif m.kind != "picot" and (m.chains or m.part == ALONG):
            out.append(on_wing(made, i, places))
        else:  # carried by the stitch before
            before = places[i - 1]
            at = ((before[0] + places[i][0]) / 2, (before[1] + places[i][1]) / 2)
            out.append(symbol(m.kind, at if m.kind == "picot" else before, places[i]))
    return out


def on_wing(made: list[Made], i: int, places: list[Point]) -> str:
    """A stitch worked back along chains, with those that carry it: they stand out from where they begin, it beside
    them."""
    first, last = i, i
    while made[first].part == ALONG and first:
        first -= 1
    while last + 1 < len(made) and made[last + 1].part == ALONG:
        last += 1
    inner = sum(m.chains for m in made[i + 1 : last + 1]) * CHAIN_WIDTH
    x, y = places[first - 1]
    d = hypot(x, y) or 1.0
    ux, uy = x / d, y / d
    width = made[i].chains * CHAIN_WIDTH
    height = lookup(made[i].kind).height
    foot = (x + ux * (inner + CHAIN_WIDTH / 2), y + uy * (inner + CHAIN_WIDTH / 2))
    end = (x + ux * (inner + width), y + uy * (inner + width))
    top = (foot[0] - uy * height, foot[1] + ux * height)
    if not made[i].chains:  # beside the one before it, in the same chain
        return symbol(made[i].kind, foot, (top[0] - ux * CHAIN_WIDTH, top[1] - uy * CHAIN_WIDTH))
    chains = chain_marks((x + ux * inner, y + uy * inner), ((foot[0] + end[0]) / 2, (foot[1] + end[1]) / 2), end, 1)
    return chains + symbol(made[i].kind, foot, top)


def foot_of(
    m: Made, top: Point, index: int, of: int, tops: Mapping[int, Point], ring: float, wide: float = 0.0
) -> Point:
    """Where a stitch begins: on its foot, a little to its side of it when several share the place. wide: how wide that
    place is."""
    feet = m.feet
    at = tops.get(feet[0]) if feet[0] != RING else None
    if at is not None and len(feet) > 1:
        found = [tops[f] for f in feet if f in tops]
        mean = (sum(p[0] for p in found) / len(found), sum(p[1] for p in found) / len(found))
        at = mean if len(found) == len(feet) else None
    if at is None:
        d = hypot(*top) or 1.0
        return (top[0] / d * ring, top[1] / d * ring)
    if of == 1:
        return at
    x, y = at
    d = hypot(x, y) or 1.0
    aside = (index - (of - 1) / 2) * min(0.18 if not wide else 0.45, max(wide, 0.9) / of)
    return (x - y / d * aside, y + x / d * aside)
