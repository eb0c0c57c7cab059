"""The chart of a motif: all that is worked, in published symbols, as its words have it worked.

Beside the stitches it shows the ring or foundation, starting chains, slip stitches on the way to a start, and joins.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from itertools import chain
from math import cos, hypot, pi, sin

from mossring.chart.drawing import foot_of, foundation, on_wing, ties_of, upright
from mossring.chart.labels import labels
from mossring.chart.layout import RING_EDGE, chart_places
from mossring.chart.signs import Drawing, Sign, turned, ways
from mossring.chart.symbols import (
    Point,
    chain_ovals,
    circle,
    dot,
    loop_sign,
    oval,
    picot,
    strokes,
    symbol,
    together,
    upright_chains,
)
from mossring.chart.wedge import Side, bracket, side_of, sides_drawn
from mossring.draft import Draft
from mossring.stitches import CHAIN_WIDTH, lookup
from mossring.styles import CHAINLESS, Style, own_style
from mossring.working import ALONG, Made
from mossring.writing.starting import cast_on, closing_stitch, cluster_chains, how_begun, may_spiral, start_of
from mossring.writing.styled import Styled, styled_rounds

_BESIDE = 0.4
"""How far beside its stitch a chain is drawn that only lifts the hook, in stitch widths."""
_LOOPS = ("back", "front", "third")
_SPIKE = 1.8
"""A single crochet that reaches down over rounds has a line down to its foot where it is drawn longer than this."""
_GRIPS = 0.45
"""Where a post stitch grips the stem below: so far down from its top."""


def charted(draft: Draft, style: Style | None = None, *, whole: bool = False) -> Drawing:
    """The chart of a draft in a style (None: its own); of many rounds one side, unless the whole is asked for. Lengths
    in stitch widths."""
    tops, ring = chart_places(draft)
    rounds = styled_rounds(draft, style or own_style(draft.doc.style))
    line = bool(draft.rounds) and draft.outermost.worked.line
    side = None if whole else side_of(draft, rounds, tops)
    if side is not None:
        tops = {n: turned(p, side.angle * 180 / pi - 90) for n, p in tops.items()}
    elif draft.rounds and not line:
        turn = upright(draft, tops) * 180 / pi
        tops = {n: turned(p, -turn) for n, p in tops.items()}
    chart = _Chart(tops, ring, line, side.shown if side else None)
    drawn = [chart.round(s) for s in rounds]
    centre = _ring(draft, ring, tops)
    beside = [*ties_of(draft, tops), *chain.from_iterable(chart.parked(s) for s in rounds)]
    if side is not None:
        beside = [sign for sign in beside if sign.number in side.shown]
        beside += bracket((tops[side.ends[0]], tops[side.ends[1]]), side.times)
    beside += labels(rounds, [*centre, *chain.from_iterable(drawn), *beside], tops, line, _firsts(rounds, side))
    faces = [s.done.face for s in rounds]
    return Drawing(drawn, centre, 0.0, beside=beside, sides=faces, times=side.times if side else 1)


MOST = 6_000
"""More stitches than these make no chart that anyone could follow."""


def chartable(draft: Draft) -> bool:
    """Whether a motif has room on a chart: all of it, or one of its sides where only that is shown."""
    return sum(len(r.worked.made) for r in draft.rounds) <= MOST * sides_drawn(draft)


def _firsts(rounds: Sequence[Styled], side: Side | None) -> dict[int, int]:
    """The stitch that each round begins with: the first that is shown where its start is on another side."""
    out = {}
    for k, s in enumerate(rounds):
        start = s.script.start if s.script and s.script.first else s.done.made[0].number if s.done.made else 0
        if side is not None and start not in side.shown:
            shown = [m.number in side.shown for m in s.done.made]
            start = next((m.number for i, m in enumerate(s.done.made) if shown[i] and not shown[i - 1]), 0)
        out[k] = start
    return out


def _ring(draft: Draft, ring: float, tops: Mapping[int, Point]) -> list[Sign]:
    """The centre: a loop of yarn, chains in a ring with the slip stitch that closes it, one chain, or a foundation."""
    begin = draft.doc.begin
    if begin.kind == "foundation" or not draft.rounds:
        return foundation(draft, tops)
    if begin.kind == "ring":
        n = begin.chains
        far = max(ring - RING_EDGE, 0.2)
        around = [(far * cos(a), far * sin(a)) for a in (2 * pi * (k + 0.5) / (n + 1) for k in range(n + 1))]
        paths = [oval(p, (-p[1] / far, p[0] / far)) for p in around[1:]]
        return [
            *(Sign("ring", 0, "ch", path, p) for path, p in zip(paths, around[1:], strict=True)),
            Sign("ring", 0, "slst", dot(around[0]), around[0]),
        ]
    if begin.kind == "one chain":
        return [Sign("ring", 0, "ch", oval((0.0, 0.0), (1.0, 0.0)), (0.0, 0.0))]
    return [Sign("ring", 0, "ring", circle((0.0, 0.0), max(0.2, ring - 0.3)), (0.0, 0.0))]


class _Chart:
    """What the rounds so far leave for the next: where every stitch begins and ends. shown: the stitches to draw (None:
    all)."""

    def __init__(self, tops: dict[int, Point], ring: float, line: bool, shown: frozenset[int] | None) -> None:
        self.tops = tops
        self.shown = shown
        self.ring = ring
        self.line = line
        self.feet: dict[int, Point] = {}
        self.spaces: dict[int, int] = {}

    def moved(self, at: Point, back: float, out: float, backwards: bool) -> Point:
        """A place so far back along the round and so far out. backwards: the round is worked the other way."""
        (bx, by), (ox, oy) = ways(at, self.line, turned=backwards)
        return (at[0] + bx * back + ox * out, at[1] + by * back + oy * out)

    def round(self, s: Styled) -> list[Sign]:
        """The signs of a round, in working order."""
        made, number = s.done.made, s.round.number
        places = [self.tops[m.number] for m in made]
        share = Counter(m.feet for m in made if m.kind != "ch")
        seen: Counter[tuple[int, ...]] = Counter()
        ring = 0.1 if s.round.entry.straight else self.ring
        below = {b.number for b in s.done.below}
        signs: list[Sign] = []
        for i, m in enumerate(made):
            if self.shown is not None and m.number not in self.shown:
                seen[m.feet] += 1
                continue
            at = places[i]
            if m.kind == "ch":
                self.spaces[m.number] = m.chains
                closes = s.script is not None and s.script.ends_in_space > 0 and m.number == s.script.hook
                signs += self._space(s, made, i, places, closes=closes)
                continue
            if not m.feet:
                signs.append(Sign("stitch", number, m.kind, self._hung(made, i, places), at, m.number))
                continue
            index = seen[m.feet]
            seen[m.feet] += 1
            nth = share[m.feet] - 1 - index if s.done.turned else index
            foot = foot_of(m, at, nth, share[m.feet], self._grips(m), ring, self._wide(m))
            self.feet[m.number] = foot
            if s.script is not None and s.script.first and m.number == s.script.start:
                signs += self._start(s, m, foot, at)
            else:
                part = m.part if m.part in _LOOPS else ""
                path = self._symbol(m, foot, at, deep=bool(below) and below.isdisjoint(m.feet))
                signs.append(Sign("stitch", number, m.kind, path, at, m.number, part=part))
                signs += self._closing(s, m, foot, at)
        around = [*self._reach(s), *signs, *self._join(s)]
        return around if self.shown is None else [sign for sign in around if sign.number in self.shown]

    def _wide(self, m: Made) -> float:
        """How wide the place of a stitch is drawn: a space of chains takes stitches all along."""
        return self.spaces.get(m.feet[0], 0) * CHAIN_WIDTH * 0.8

    def _grips(self, m: Made) -> Mapping[int, Point]:
        """Where the feet of a stitch are: at the tops of what it stands in, about the stems for post stitches."""
        if lookup(m.kind).made != "post":
            return self.tops
        grips = dict.fromkeys(m.feet, (0.0, 0.0))
        for f in m.feet:
            top = self.tops.get(f, (0.0, 0.0))
            foot = self.feet.get(f, top)
            grips[f] = (top[0] + (foot[0] - top[0]) * _GRIPS, top[1] + (foot[1] - top[1]) * _GRIPS)
        return grips

    def _symbol(self, m: Made, foot: Point, top: Point, *, deep: bool = False) -> str:
        """The symbol of a stitch. deep: it stands in a lower round than the one below."""
        several = [self.tops[f] for f in m.feet if f in self.tops]
        if lookup(m.kind).made == "tog" and len(several) == len(m.feet) > 1 and not m.gap:
            return together(m.kind, several, top)
        far = hypot(top[0] - foot[0], top[1] - foot[1])
        if m.kind == "sc" and deep and far > _SPIKE:  # a cross in its round, with a line down to where it reaches
            x, y = (top[0] - foot[0]) / far, (top[1] - foot[1]) / far
            low = (top[0] - x, top[1] - y)
            path = symbol("sc", low, top) + strokes([foot, (low[0] + x * 0.3, low[1] + y * 0.3)])
        else:
            path = symbol(m.kind, foot, top)
        return path + (loop_sign(m.part, foot, top) if m.part in _LOOPS else "")

    def _hung(self, made: list[Made], i: int, places: list[Point]) -> str:
        m, at = made[i], places[i]
        if m.kind == "picot":
            return picot(places[i - 1] if i else at, m.chains or 3, ways(at, self.line, turned=False)[1])
        if m.chains or m.part == ALONG:
            return on_wing(made, i, places)
        return symbol(m.kind, places[i - 1], at)

    def _space(self, s: Styled, made: list[Made], i: int, places: list[Point], *, closes: bool) -> list[Sign]:
        """The chains of a space, one by one; where a stitch closes it, only those that lead up to that one."""
        m, number = made[i], s.round.number
        before, after = places[i - 1], places[(i + 1) % len(places)]
        if s.done.line and i in (0, len(made) - 1):  # beyond the end of a row nothing goes on
            before, after = (places[max(i - 1, 0)], places[i]) if i else (places[0], places[1 % len(places)])
        closer, lead = closing_stitch(m.chains, s.style)
        ovals = chain_ovals(before, places[i], after, m.chains)[: lead if closes else m.chains]
        signs = [Sign("space", number, "ch", path, p, m.number) for path, p in ovals]
        if closes:
            signs.append(Sign("join", number, closer, symbol(closer, after, places[i]), places[i], m.number))
        return signs

    def _start(self, s: Styled, m: Made, foot: Point, top: Point) -> list[Sign]:
        """How a round's first stitch is made."""
        script, style, number = s.script, s.style, s.round.number
        assert script is not None
        how = how_begun(script, style, s.yarns.joins)
        whole = self._symbol(m, foot, top)
        if how in ("none", "standing"):
            return [Sign("start", number, m.kind, whole, top, m.number)]
        if how == "chainless":
            low = (foot[0] + (top[0] - foot[0]) * 0.45, foot[1] + (top[1] - foot[1]) * 0.45)
            return [
                Sign("start", number, "sc", symbol("sc", foot, low), low, m.number),
                *self._ovals(number, m, low, top, CHAINLESS[m.kind]),
            ]
        if how == "cluster":
            stitch = lookup(m.kind)
            n = cluster_chains(stitch.base, style)
            less = f"{stitch.base}{stitch.legs - 1}-cl" if stitch.legs > 2 else stitch.base
            rest = Sign("start", number, m.kind, symbol(less, foot, top), top, m.number)
            return [*self._lifting(s, m, foot, top, n), rest, *self._closing(s, m, foot, top)]
        chains, counts, _ = (*cast_on(script, style), 0) if how == "foundation" else start_of(script, style)
        if counts:
            return self._ovals(number, m, foot, top, chains)
        return [*self._lifting(s, m, foot, top, chains), Sign("stitch", number, m.kind, whole, top, m.number)]

    def _lifting(self, s: Styled, m: Made, foot: Point, top: Point, chains: int) -> list[Sign]:
        """Chains that only lift the hook, or are the first leg of a cluster: beside their stitch."""
        x, y = top[0] - foot[0], top[1] - foot[1]
        tall = hypot(x, y) or 1.0
        side = (-_BESIDE if s.done.turned else _BESIDE) / tall
        low = (foot[0] + y * side, foot[1] - x * side)
        share = min(0.85, 0.45 * chains / max(0.9, tall))
        return self._ovals(s.round.number, m, low, (low[0] + x * share, low[1] + y * share), chains)

    def _closing(self, s: Styled, m: Made, foot: Point, top: Point) -> list[Sign]:
        """The chains that close a cluster, on its top."""
        if not m.closing:
            return []
        x, y = top[0] - foot[0], top[1] - foot[1]
        tall = hypot(x, y) or 1.0
        at = [(top[0] + x / tall * (0.2 + 0.3 * k), top[1] + y / tall * (0.2 + 0.3 * k)) for k in range(m.closing)]
        return [Sign("stitch", s.round.number, "ch", oval(p, (-y / tall, x / tall)), p, m.number) for p in at]

    def _ovals(self, number: int, m: Made, foot: Point, top: Point, n: int) -> list[Sign]:
        return [Sign("start", number, "ch", path, p, m.number) for path, p in upright_chains(foot, top, n)]

    def _reach(self, s: Styled) -> list[Sign]:
        """The slip stitches on the way to a start."""
        out = []
        for n in s.script.slips if s.script else ():
            at = self.moved(self.tops[n], 0.0, 0.22, s.done.turned)
            out.append(Sign("reach", s.round.number, "slst", dot(at), at, n))
        return out

    def parked(self, s: Styled) -> list[Sign]:
        """The working loops that a round leaves, each with the name of its yarn, ahead of its last stitch."""
        last = s.done.made[-1].number if s.done.made else 0
        out = []
        for k, act in enumerate(a for a in s.done.acts if a.what == "park"):
            at = self.moved(self.tops[last], -0.8 * (k + 1), 0.3, s.done.turned)
            out.append(Sign("loop", s.round.number, "", circle(at, 0.36), at, last))
            out.append(Sign("label", s.round.number, "", "", at, last, text=act.yarn))
        return out

    def _join(self, s: Styled) -> list[Sign]:
        """The slip stitch that closes a round, at the top of what it began with."""
        script = s.script
        joined = script is not None and script.first and s.done.closed and not s.done.line
        spirals = s.style.join == "none" and may_spiral(script, s.done) if script else False
        if script is None or not joined or spirals or script.ends_in_space:
            return []
        at = self.moved(self.tops[script.start], 0.32, 0.0, s.done.turned)
        return [Sign("join", s.round.number, "slst", dot(at), at, script.start)]
