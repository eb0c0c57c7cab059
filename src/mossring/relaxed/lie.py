"""How a settled fabric lies: its outline and size, what strain is left in it, whether it bowls or waves, and why.

Lengths in stitch widths, angles in degrees. The plane says what strain is left when the piece is pressed flat, space
whether it stays so on a table under its own small weight.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from math import atan2, degrees, pi

import numpy as np
from numpy.typing import NDArray

from mossring.draft import Draft
from mossring.relaxed.net import CHAIN, HOOP, LEG, SQUEEZE, Floats, Net
from mossring.shape.ledger import OPEN, Verdict

OUTER = 3
"""How many of the last rounds are judged: a piece is as flat as its edge."""
RISES = 0.08
"""A piece that rises less than this share of its radius lies flat."""
TIGHT, SLACK = 0.06, 0.10
"""Strain left when it is pressed flat that blocking takes out: stretched edges, and bunched ones (solid work forgives
about one stitch in twelve; calibrated on the known circles and polygons of the trade, common practice, no source)."""
STRAINED = 0.12
"""A round stretched by more, pressed flat, is past what yarn takes: such a piece that rises cups (common practice, no
source)."""
CRUSHED = 0.12
"""A round whose stitches are pressed by more in their height gives way to one further out that is too short: such a
piece that rises cups, too (found on known pieces, no source)."""
DEEP = 0.5
"""A bowl deeper than this share of its radius cups, whatever its rounds could take."""
SHORT = 4
"""Points of a side, its corners among them: of no more than these all tell where it lies."""
ALONG = 1e-3
"""The sine of an angle too small for two lines to meet."""
AT_REST = 0.02
"""Of a piece whose last rounds are strained by less, a hand smooths out what rises."""
WAVES = 0.075
"""Bunching past this ruffles where the piece rises, too."""
BARELY = 0.065
"""Bunching below this is not seen at all."""


@dataclass(frozen=True, slots=True)
class Outline:
    """The edge of the last round in the plane. across: side to side (flat pieces: along the last row; oblongs: their
    shorter way); length: the longer way of an oblong, else 0. corners: corner to corner (round pieces: the widest).
    angles: at each corner, between the lines that the sides next to it lie along; bow: how far the middle of a side
    stands out of the line between its corners, as a share of it; stands: how far the corners stand out of where those
    lines meet (negative: lie within); lean: how far the corners have wandered round since the first round that has
    them (round pieces: how far stitches lean), positive against the clock; 0 for oblongs, whose corners wander as they
    grow."""

    edge: list[tuple[float, float]]
    across: float
    corners: float
    angles: list[float] = field(default_factory=list)
    bow: float = 0.0
    stands: float = 0.0
    lean: float = 0.0
    length: float = 0.0


@dataclass(frozen=True, slots=True)
class Lie:
    """How a piece lies. rise: from its lowest to its highest point; bowl: how far the rim stands above the middle;
    wave: half the height of the waves along the rim. strain: of each round, positive where it is stretched."""

    verdict: Verdict
    why: str
    rise: float
    bowl: float
    wave: float
    strain: list[float]
    outline: Outline


def strains(net: Net, at: Floats) -> Floats:
    """How much longer (or shorter) than at rest each spring is, as a share of its rest length."""
    length = np.linalg.norm(net.spots @ at, axis=1)
    out: Floats = (length - net.rest) / np.maximum(net.rest, 0.3)
    return out


def lie(draft: Draft, net: Net, plane: Floats, space: Floats) -> Lie:
    """How the piece lies, from where it settled in the plane and in space (points x 3)."""
    strain = strains(net, plane)
    along = (net.kind == HOOP) | (net.kind == CHAIN)
    numbers = [r.number for r in draft.rounds]
    per_round = [_mean(strain[along & (net.round_of == n)]) for n in numbers]
    rim = _rim(net)
    reach = float(np.hypot(plane[rim, 0], plane[rim, 1]).mean()) if rim else 0.0
    rise = float(space[:, 2].max() - space[:, 2].min()) if net.size else 0.0
    middle = np.hypot(space[:, 0], space[:, 1]) < max(1.0, 0.25 * reach)
    edge_z = space[rim, 2] if rim else np.zeros(1)
    bowl = abs(float(edge_z.mean() - (space[middle, 2].mean() if middle.any() else 0.0)))
    wave = float(edge_z.max() - edge_z.min()) / 2
    tight, slack = _left(net, strain, along, numbers)
    rises = rise > RISES * reach
    bowls = rises and bowl > 2 * wave and per_round[-1] > 0
    verdict = _judged(len(numbers), rises, bowls, tight, slack)
    why = ""
    if verdict in ("flat", "blocks out"):
        legs = [-_mean(strain[(net.kind == LEG) & (net.round_of == n)]) for n in numbers]
        grown = len(numbers) > 2  # a centre always starts unruly
        if grown and bowl > DEEP * reach:
            verdict, why = "cups", f"Settled, it is a bowl {bowl / reach:.0%} of its radius deep."
        elif grown and rises and (past := _past(numbers, per_round, legs)):
            verdict, why = "cups", past
        elif draft.rounds[-1].entry.keeps_growing:
            verdict, why = "ruffles", _spreads(draft, per_round)
    why = why or _why(draft, verdict, tight, slack, per_round)
    return Lie(verdict, why, rise, bowl, wave, per_round, outline(draft, net, plane))


def _past(numbers: Sequence[int], strain: Sequence[float], pressed: Sequence[float]) -> str:
    """What a round can't take where the piece is pressed flat; `` where all can. The first may."""
    for k in range(1, len(numbers)):
        if strain[k] > STRAINED:
            return f"Settled, the rim stands up: pressed flat round {numbers[k]} would be stretched by {strain[k]:.0%}."
        if pressed[k] > CRUSHED:
            how = f"the stitches of round {numbers[k]} would be crushed by {pressed[k]:.0%}"
            return f"Settled, the rim stands up: pressed flat {how}."
    return ""


def _left(net: Net, strain: Floats, along: NDArray[np.bool_], numbers: Sequence[int]) -> tuple[float, float]:
    """How much the last rounds are stretched and bunched, the outermost counting most; slack chains hardly bunch."""
    tight = slack = total = 0.0
    for weight, n in enumerate(numbers[-OUTER:], start=1 + max(0, OUTER - len(numbers))):
        here = along & (net.round_of == n)
        tight += weight * _mean(np.maximum(strain[here], 0.0))
        slack += weight * _mean(np.maximum(-strain[here], 0.0) * net.squeeze[here] / SQUEEZE[HOOP])
        total += weight
    return (tight / total, slack / total) if total else (0.0, 0.0)


def _mean(values: NDArray[np.float64]) -> float:
    return float(values.mean()) if values.size else 0.0


def _rim(net: Net) -> list[int]:
    return net.rings[-1][0] if net.rings else []


def _judged(rounds: int, rises: bool, bowls: bool, tight: float, slack: float) -> Verdict:
    """The verdict, from the shape in space and the strain left in the plane."""
    if rounds < 2:
        return "unknown"
    if rounds == 2:  # a centre always starts unruly
        tight, slack = tight / 2, slack / 2
    if rises and tight > TIGHT and (tight > slack or bowls):
        return "cups"
    if not bowls and (slack > SLACK or (slack > WAVES and slack > tight and rises)):
        return "ruffles"
    return "blocks out" if slack > BARELY or (rises and max(tight, slack) > AT_REST) else "flat"


def _why(draft: Draft, verdict: Verdict, tight: float, slack: float, strain: Sequence[float]) -> str:
    """A sentence on the verdict, and one on the arithmetic where it says otherwise: which to trust, and why."""
    left = max(tight, slack)
    done = "stretched" if tight >= slack else "bunched"
    words = {
        "flat": f"Settled, it lies flat: its last rounds are {done} by {left:.0%}, which the fabric takes up.",
        "blocks out": f"Settled, its last rounds are {done} by {left:.0%}: pinned out damp it will lie flat.",
        "cups": f"Settled, the rim stands up: pressed flat its last rounds would be stretched by {tight:.0%}.",
        "ruffles": f"Settled, the rim waves: pressed flat its last rounds would be bunched by {slack:.0%}.",
        "unknown": "One round alone is not judged: a centre always starts unruly.",
    }
    said = words[verdict]
    ledger = draft.rounds[-1].entry.verdict if draft.rounds else "unknown"
    if "unknown" in (ledger, verdict) or ledger == verdict:
        return said
    return f"{said} The arithmetic says “{ledger}”: {_trusted(draft, ledger, verdict, strain)}."


def _trusted(draft: Draft, ledger: Verdict, verdict: Verdict, strain: Sequence[float]) -> str:
    """Why the settled fabric is to be trusted where the arithmetic says otherwise, by where its strain is."""
    lies = ("flat", "blocks out")
    if ledger in lies and verdict in lies:
        return "the two differ by little"
    worst = max(range(len(strain)), key=lambda k: abs(strain[k]))
    much = f"{'stretched' if strain[worst] > 0 else 'bunched'} by {abs(strain[worst]):.0%}"
    if verdict not in lies:
        where = f"round {draft.rounds[worst].number} is {much}"
        return f"trust the fabric, whose {where}; the arithmetic looks at the edge alone"
    if draft.rounds[-1].entry.openness > OPEN:
        return "trust the fabric, whose spaces give where the arithmetic counts stitches"
    return f"trust the fabric, none of whose rounds is {much.split(' by ')[0]} by more than {abs(strain[worst]):.0%}"


def _spreads(draft: Draft, strain: Sequence[float]) -> str:
    """Why open work ruffles that could be pressed flat, its groups close together."""
    gained, needed = draft.rounds[-1].entry.growth, draft.rounds[-1].entry.needed
    return (
        f"Pressed flat its groups close up and its chains go slack (the last round by {abs(strain[-1]):.0%}); but its "
        f"edge gains {gained / needed - 1:.0%} more than it needs, round after round: off the hook it waves or folds."
    )


def outline(draft: Draft, net: Net, plane: Floats) -> Outline:
    """The edge of the last round and its measures."""
    rim = _rim(net)
    edge = [(float(plane[i, 0]), float(plane[i, 1])) for i in rim]
    if len(edge) < 3:
        return Outline(edge, 0.0, 0.0)
    done = draft.outermost.worked
    at = {net.numbers[i]: k for k, i in enumerate(rim)}
    corners = [at[done.made[c].number] for c in sorted(done.corners) if done.made[c].number in at]
    points = np.array(edge)
    oblong = bool(draft.outermost.entry.straight) and not done.line
    lean = 0.0 if oblong else _lean(draft, net, plane)
    if done.line:
        across = float(np.linalg.norm(np.diff(points, axis=0), axis=1).sum())
        return Outline(edge, across, float(np.linalg.norm(points[0] - points[-1])), lean=lean)
    if len(corners) < 3:
        widths = [_width(points, k * pi / 36) for k in range(36)]
        if oblong:
            return Outline(edge, min(widths), max(widths), length=max(widths))
        return Outline(edge, sum(widths) / 36, max(widths), lean=lean)
    return _polygon(edge, points, corners, lean, oblong)


def _polygon(
    edge: list[tuple[float, float]], points: Floats, corners: Sequence[int], lean: float, oblong: bool
) -> Outline:
    n = len(corners)
    sides = [_side(points, corners[k], corners[(k + 1) % n]) for k in range(n)]
    at = points[list(corners)]
    middles = np.array([s[len(s) // 2] for s in sides])
    if n % 2 == 0:
        across = [float(np.linalg.norm(middles[k] - middles[k + n // 2])) for k in range(n // 2)]
        widest = [float(np.linalg.norm(at[k] - at[k + n // 2])) for k in range(n // 2)]
    else:
        across = [float(np.linalg.norm(middles[k] - at[(k + (n + 1) // 2) % n])) for k in range(n)]
        widest = [float(max(np.linalg.norm(at[k] - q) for q in at)) for k in range(n)]
    bows = []
    for k in range(n):
        a, b = at[k], at[(k + 1) % n]
        chord = b - a
        length = float(np.linalg.norm(chord)) or 1.0
        out = np.array([chord[1], -chord[0]]) / length
        sense = 1.0 if float(out @ (a + b)) >= 0 else -1.0
        bows.append(sense * float(out @ (middles[k] - (a + b) / 2)) / length)
    lines = [_line(side) for side in sides]
    met = [_meet(at[k], lines[k - 1], lines[k]) for k in range(n)]
    angles, stands = [angle for angle, _ in met], sum(far for _, far in met) / n
    mean = sum(across) / len(across)
    width, length = (min(across), max(across)) if oblong else (mean, 0.0)
    return Outline(edge, width, sum(widest) / len(widest), angles, sum(bows) / n, stands, lean, length)


def _line(side: Floats) -> tuple[Floats, Floats]:
    """The line that a side lies along, by all its points but the corners: a point of it, and its way."""
    own = side[1:-1] if len(side) > SHORT else side
    middle = own.mean(axis=0)
    way = np.linalg.svd(own - middle)[2][0]
    return middle, way if float(way @ (side[-1] - side[0])) >= 0 else -way


def _meet(corner: Floats, before: tuple[Floats, Floats], after: tuple[Floats, Floats]) -> tuple[float, float]:
    """The angle inside between the lines of two sides, in degrees, and how far the corner stands out of where they
    meet (negative: how far it lies within)."""
    (p, u), (q, v) = before, after
    turn = atan2(u[0] * v[1] - u[1] * v[0], float(u @ v))
    across = u[0] * v[1] - u[1] * v[0]
    if abs(across) < ALONG:
        return 180.0, 0.0
    share = ((q[0] - p[0]) * v[1] - (q[1] - p[1]) * v[0]) / across
    out = u - v
    return 180.0 - abs(degrees(turn)), float((corner - (p + share * u)) @ out / np.linalg.norm(out))


def _side(points: Floats, a: int, b: int) -> Floats:
    """The points from one corner to the next, both included."""
    n = len(points)
    stop = b if b > a else b + n
    return points[[k % n for k in range(a, stop + 1)]]


def _width(points: Floats, angle: float) -> float:
    along = points @ np.array([np.cos(angle), np.sin(angle)])
    return float(along.max() - along.min())


def _lean(draft: Draft, net: Net, plane: Floats) -> float:
    """How far corners have wandered round; without corners, how far the legs of the last rounds lean, on average."""
    at = {n: i for i, n in enumerate(net.numbers)}
    angles: list[float] = []
    for r in draft.rounds:
        made = r.worked.made
        here = [at[made[c].number] for c in r.worked.corners if made[c].number in at]
        if len(here) < 3:
            continue
        n = len(here)
        turns = [n * atan2(plane[i, 1], plane[i, 0]) for i in here]
        angles.append(atan2(sum(np.sin(t) for t in turns), sum(np.cos(t) for t in turns)) / n)
    if len(angles) > 1:
        step = 2 * pi / max(3, draft.shape.sides)
        moved = (angles[-1] - angles[0] + step / 2) % step - step / 2
        return degrees(moved)
    return 0.0
