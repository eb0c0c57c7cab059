"""The fabric: what was made, in order, and what each stitch stands in."""

from __future__ import annotations

from bisect import bisect_right
from collections import Counter
from dataclasses import dataclass, field
from itertools import groupby, pairwise
from typing import NamedTuple

from mossring.notation.tree import Act, Span, Trouble
from mossring.stitches.table import is_stitch, lookup

RING = 0
"""The number of the centre: what round 1 stands in."""
ALONG = "next"
"""The part of its place that a stitch takes which is worked along chains just made: the next of them."""
SURFACE = "surface"
"""The part of its place that a slip stitch takes which lies on the face of the fabric."""


class Made:
    """One stitch, or one space of chains, of the fabric.

    number: its name in the fabric (0 is the centre). kind: stitch key, `ch` for a space. chains: length of
    a space, or of what a picot or a wing hangs from. feet: numbers of what it stands in: none for a space, nor
    for what is worked into a chain just made (see `carried`); several where a stitch is worked together over
    them, or in the gap between two (`gap`). part: which part of its foot it takes: `back`, `front` or `third`
    loop, `ch 2` for the second chain of a space, ALONG or SURFACE. closing: chains that close a cluster and belong
    to it. round: 1 is the innermost. span: of the words it came from, in the text of its round. start: it is a
    starting chain or stands for one.
    """

    __slots__ = (
        "chains",
        "closing",
        "counted",
        "feet",
        "gap",
        "kind",
        "number",
        "part",
        "round",
        "span",
        "start",
        "yarn",
    )

    def __init__(
        self,
        number: int,
        kind: str,
        feet: tuple[int, ...],
        rnd: int,
        span: Span,
        chains: int = 0,
        yarn: str = "",
        counted: bool | None = None,
    ) -> None:
        self.number = number
        self.kind = kind
        self.feet = feet
        self.round = rnd
        self.span = span
        self.chains = chains
        self.yarn = yarn
        self.start = False
        self.counted = lookup(kind).counted if counted is None else counted
        self.part = ""
        self.gap = False
        self.closing = 0

    @property
    def width(self) -> float:
        """Along the edge, in stitch widths; chains count at full length, what hangs from others not at all."""
        s = lookup(self.kind)
        if self.kind == "ch":
            return s.width * self.chains
        return s.width if self.feet or not self.round else 0.0

    @property
    def carried(self) -> bool:
        """A picot, or a stitch worked into chains just made: it hangs from the stitch before it."""
        return not self.feet and self.kind != "ch"

    @property
    def what(self) -> tuple[str, int, str, int, bool]:
        """All that makes it the stitch it is, but for where it stands."""
        return (self.kind, self.chains, self.part, self.closing, self.gap)

    def __repr__(self) -> str:
        what = f"ch-{self.chains}" if self.kind == "ch" else self.kind
        return f"<{self.number} {what} in {self.feet}>"


class Manner(NamedTuple):
    """How the words of a round begin and close it, where they are written out. start: `chain`, `standing`,
    `chainless`, or `none`: with its first stitch at once. chains: of a start, those that stand for that stitch
    (counts), or only lift the hook. join: `slip stitch`, `sc` (a stitch that stands for the last chains of a space:
    closer, behind lead chains) or `none`."""

    start: str
    chains: int = 0
    counts: bool = False
    join: str = "slip stitch"
    closer: str = ""
    lead: int = 0


class Tie(NamedTuple):
    """A stitch that joins a piece to a finished neighbour. place, whom: see ToNeighbour. at: so many chains of its
    space lie before it; stands: for so many of that space's chains it stands itself."""

    stitch: str
    place: str
    whom: str
    at: int = 0
    stands: int = 0


class Tied(Made):
    """A space that is joined to neighbours amid its chains; or a slip stitch that only joins, behind a stitch."""

    __slots__ = ("ties",)

    def __init__(
        self, number: int, kind: str, rnd: int, span: Span, chains: int, yarn: str, ties: tuple[Tie, ...]
    ) -> None:
        super().__init__(number, kind, (), rnd, span, chains, yarn)
        self.ties = ties

    @property
    def what(self) -> tuple[str, int, str, int, bool]:
        return (self.kind, self.chains, f"{self.part} {self.ties}", self.closing, self.gap)


_NEAR = 2
"""Corners further from those below than so many stitches are meant to stand apart."""


@dataclass(slots=True)
class WorkedRound:
    """One round of the fabric.

    made: stitches and spaces in the order they were worked. below: the edge worked into, the hook's place
    first, in the direction of work (empty: the ring); below_corners: numbers of its corners. extra: what of
    that edge no round made: foundation, row ends. hook: index of the place in which the hook stands when the
    round is closed. corners: indices of the corners. turned: worked against the direction of round 1. line:
    it is a row. hung: how many stitches hang from others (see `Made.carried`). onto: the number of the round it
    stands on (0: none). acts: loops parked and picked up. unworked, left: how many stitches of the round before
    were left by oversight, and their numbers. over: the lower round looked for last, and where in it each place
    lies. surface: it lies on the face of the round it stands on, and the next one goes on where the one before it
    ended. manner: how its own words begin and close it; None where it only says what the fabric is.
    """

    number: int
    made: list[Made]
    below: list[Made] = field(default_factory=list)
    extra: list[Made] = field(default_factory=list)
    below_corners: frozenset[int] = frozenset()
    corners: list[int] = field(default_factory=list)
    hook: int = 0
    turned: bool = False
    closed: bool = True
    line: bool = False
    hung: int = 0
    surface: bool = False
    onto: int = 0
    unworked: int = 0
    left: list[int] = field(default_factory=list)
    yarn: str = ""
    troubles: list[Trouble] = field(default_factory=list)
    corner_said: tuple[str, int] | None = None
    acts: list[Act] = field(default_factory=list)
    over: tuple[int, dict[int, float]] | None = None
    manner: Manner | None = None
    _tally: dict[str, int] | None = None
    _counts: dict[str, int] | None = None
    _spaces: dict[str, int] | None = None
    _sides: list[int] | None = None

    def ties(self) -> list[tuple[int, Tie]]:
        """Where the round is joined to neighbours: indices of what is tied, and how."""
        return [(k, tie) for k, m in enumerate(self.made) if isinstance(m, Tied) for tie in m.ties]

    def neighbours(self) -> dict[str, list[int]]:
        """The neighbours that the round is joined to, each with the sides (1 is the first from where the round begins)
        that are joined at both corners or between them; none where there are no corners."""
        marks = sorted(self.corners)
        out: dict[str, list[int]] = {}
        for whom in dict.fromkeys(tie.whom for _, tie in self.ties()):
            at = [k for k, tie in self.ties() if tie.whom == whom]
            sides = []
            for n, (a, b) in enumerate(zip([marks[-1], *marks], marks, strict=False) if marks else ()):
                amid = any(a < k < b if a < b else k > a or k < b for k in at)
                if amid or (a in at and b in at and a != b):
                    sides.append(n + 1)
            out[whom] = sides
        return out

    @property
    def stitches(self) -> int:
        return sum(n for k, n in self.tally().items() if is_stitch(k) and lookup(k).counted)

    @property
    def face(self) -> str:
        """Which face of the fabric its maker looked at: `RS` or `WS`."""
        return "WS" if self.turned else "RS"

    def sector(self, k: int) -> int:
        """The sector of a stitch (its index): 1 from the first corner on, the last before it; 0 without corners."""
        return bisect_right(sorted(self.corners), k) or len(self.corners)

    def role(self, k: int) -> str:
        """What a stitch (its index) is in the round: `start`, `corner` or `side`."""
        return "start" if self.made[k].start else "corner" if k in self.corners else "side"

    def tally(self) -> dict[str, int]:
        """How many of each stitch, by US key, and of each length of space (`ch-2`), as they first appear."""
        if self._tally is None:
            kinds = Counter([m.kind if m.kind != "ch" else m.chains for m in self.made])
            self._tally = {kind if isinstance(kind, str) else f"ch-{kind}": n for kind, n in kinds.items()}
        return self._tally

    def counts(self) -> dict[str, int]:
        """How many of each kind of stitch, by US key."""
        if self._counts is None:
            self._counts = {k: n for k, n in self.tally().items() if is_stitch(k)}
        return self._counts

    def works_corner(self, corner: int) -> bool:
        """Whether a corner (its index) is made in this round: a space, or the middle of several in one place."""
        around = [self.made[k % len(self.made)].feet for k in (corner - 1, corner, corner + 1)]
        return self.made[corner].kind == "ch" or around[0] == around[1] == around[2]

    def off_corners(self) -> int | None:
        """How many stitches all corners stand behind the stitches that are the corners of the round below (less than
        none: before them); None where those are no stitches, or not all corners stand alike, or far off."""
        corners = self.below_corners
        if len(corners) != len(self.corners) or not all(self.made[c].feet for c in self.corners):
            return None
        old = [k for k, m in enumerate(self.below) if m.kind != "ch" and m.number in corners]
        if not len(old) == len(corners) > 0:
            return None
        at = {m.number: k for k, m in enumerate(self.below)}
        new = [at[foot] for c in self.corners for foot in self.made[c].feet[:1] if foot in at]
        if len(new) != len(old):
            return None
        n = len(self.below)
        apart = {min(((k - o + n // 2) % n - n // 2 for o in old), key=abs) for k in new}
        off = apart.pop()
        return off if not apart and abs(off) <= _NEAR else None

    def spaces(self) -> dict[str, int]:
        """How many spaces of each length: {"ch-2": 4}."""
        if self._spaces is None:
            self._spaces = {k: n for k, n in self.tally().items() if not is_stitch(k)}
        return self._spaces

    def per_side(self) -> list[int]:
        """Stitches from corner to corner, side by side from where the round begins; corner stitches in none."""
        if self._sides is None:
            self._sides = self._count_sides()
        return self._sides

    def _count_sides(self) -> list[int]:
        if not self.corners:
            return []
        counted = [m.counted for m in self.made]
        marks = sorted(self.corners)
        between = [sum(counted[a + 1 : b]) for a, b in pairwise(marks)]
        first, last = sum(counted[: marks[0]]), sum(counted[marks[-1] + 1 :])
        if self.line:
            return [first, *between, last]
        return [*between, last] if marks[0] == 0 else [last + first, *between]


@dataclass(slots=True)
class Fabric:
    """The whole piece, rounds from the centre outwards. centre: chains of the ring (0: a magic ring)."""

    centre: int
    rounds: list[WorkedRound]
    sides: int

    def find(self) -> dict[int, Made]:
        """Every stitch and space by its number."""
        return {m.number: m for r in self.rounds for m in r.made}


_OTHER = {"back": "front", "front": "back"}


def mirrored(kind: str, part: str) -> tuple[str, str]:
    """A stitch and its loop as they are called from the other face: front and back change places."""
    if kind[:2] in ("fp", "bp"):
        kind = ("bp" if kind[0] == "f" else "fp") + kind[2:]
    return kind, _OTHER.get(part, part)


def _from_right(m: Made, turned: bool) -> tuple[str, int, str, int, bool]:
    """What a stitch is, called as from the right side."""
    if not turned:
        return m.what
    kind, part = mirrored(m.kind, m.part)
    return (kind, m.chains, part, m.closing, m.gap)


def backwards(made: list[Made]) -> list[Made]:
    """A round the other way round; what hangs from one stitch is made in its own order either way."""
    out: list[Made] = []
    for hung, run in groupby(reversed(made), lambda m: m.carried):
        those = list(run)
        out += those[::-1] if hung else those
    return out


Layer = tuple[list[Made], bool]
"""Stitches, spaces or places of one round in working order, and whether they run against round 1."""


def same_fabric(a: Fabric, b: Fabric) -> bool:
    """Same kinds, same feet, same cyclic order, wherever each circle is cut, up to reflection of the whole."""
    if len(a.rounds) != len(b.rounds):
        return False
    left, right = _layers(a), _layers(b)
    return len(left) == len(right) and any(_match(left, right, 0, {RING: RING}, m) for m in (False, True))


def _layers(fabric: Fabric) -> list[Layer]:
    out: list[Layer] = []
    for r in fabric.rounds:
        if r.extra:
            out.append((r.extra, False))
        out.append((r.made, r.turned))
    return out


def _outward(layer: Layer, mirrored: bool) -> list[Made]:
    made, turned = layer
    return backwards(made) if turned != mirrored else made


def _match(a: list[Layer], b: list[Layer], k: int, name: dict[int, int], mirrored: bool) -> bool:
    """Whether layers k.. of b are layers k.. of a, given what each earlier stitch of a is called in b."""
    if k == len(a):
        return True
    left, right = _outward(a[k], False), _outward(b[k], mirrored)
    if len(left) != len(right):
        return False
    want = [(_from_right(m, a[k][1]), _named(m.feet, name)) for m in left]
    have = [(_from_right(m, b[k][1]), m.feet if len(m.feet) < 2 else tuple(sorted(m.feet))) for m in right]
    numbers = [m.number for m in left]
    for shift in _shifts(want, have):
        name.update(zip(numbers, (m.number for m in right[shift:] + right[:shift]), strict=True))
        if _match(a, b, k + 1, name, mirrored):
            return True
    return False


def _named(feet: tuple[int, ...], name: dict[int, int]) -> tuple[int, ...]:
    """What stitches of one fabric are called in another."""
    return (name[feet[0]],) if len(feet) == 1 else tuple(sorted(name[f] for f in feet))


_Stood = tuple[tuple[str, int, str, int, bool], tuple[int, ...]]


def _shifts(want: list[_Stood], have: list[_Stood]) -> list[int]:
    """Every rotation that lays one ring on the other."""
    n = len(have)
    if not n:
        return [0]
    return [s for s in range(n) if want[0] == have[s] and all(want[i] == have[(i + s) % n] for i in range(n))]
