"""The fabric: what was made, in order, and what each stitch stands in."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field

from mossring.notation.tree import Span, Trouble
from mossring.stitches.table import STITCHES

RING = 0
"""The number of the centre: what round 1 stands in."""


_COUNTED = frozenset(k for k, s in STITCHES.items() if s.counted)


class Made:
    """One stitch, or one space of chains, of the fabric.

    number: its name in the fabric (0 is the centre). kind: stitch key, `ch` for a space. chains: length of
    a space. feet: numbers of what it stands in (none for a space). round: 1 is the innermost. span: of the
    words it came from, in the text of its round. start: it is a starting chain or stands for one.
    """

    __slots__ = (
        "chains",
        "counted",
        "face",
        "feet",
        "kind",
        "number",
        "role",
        "round",
        "sector",
        "span",
        "start",
        "yarn",
    )

    def __init__(self, number: int, kind: str, feet: tuple[int, ...], rnd: int, span: Span, chains: int = 0) -> None:
        self.number = number
        self.kind = kind
        self.feet = feet
        self.round = rnd
        self.span = span
        self.chains = chains
        self.yarn = ""
        self.face = "RS"
        self.sector = 0
        self.role = "side"
        self.start = False
        self.counted = kind in _COUNTED

    @property
    def width(self) -> float:
        """Along the edge, in stitch widths; chains count at full length."""
        s = STITCHES[self.kind]
        return s.width * self.chains if self.kind == "ch" else s.width

    def __repr__(self) -> str:
        what = f"ch-{self.chains}" if self.kind == "ch" else self.kind
        return f"<{self.number} {what} in {self.feet}>"


@dataclass(slots=True)
class WorkedRound:
    """One round of the fabric.

    made: stitches and spaces in the order they were worked. hook: index of the place in which the hook stands
    when the round is closed. corners: indices of the corners. turned: worked against the direction
    of round 1. skipped, unworked: how many stitches of the round before were skipped or left by oversight.
    """

    number: int
    made: list[Made]
    corners: list[int] = field(default_factory=list)
    hook: int = 0
    turned: bool = False
    closed: bool = True
    unworked: int = 0
    yarn: str = ""
    troubles: list[Trouble] = field(default_factory=list)
    corner_said: tuple[str, int] | None = None
    _tally: dict[str, int] | None = None
    _sides: list[int] | None = None

    @property
    def stitches(self) -> int:
        return sum(n for k, n in self.tally().items() if k in STITCHES and STITCHES[k].counted)

    def tally(self) -> dict[str, int]:
        """How many of each stitch, by US key, and of each length of space (`ch-2`), as they first appear."""
        if self._tally is None:
            keys = [m.kind if m.kind != "ch" else f"ch-{m.chains}" for m in self.made]
            self._tally = dict(Counter(keys))
        return self._tally

    def counts(self) -> dict[str, int]:
        """How many of each kind of stitch, by US key."""
        return {k: n for k, n in self.tally().items() if k in STITCHES}

    def spaces(self) -> dict[str, int]:
        """How many spaces of each length: {"ch-2": 4}."""
        return {k: n for k, n in self.tally().items() if k not in STITCHES}

    def per_side(self) -> list[int]:
        """Stitches from corner to corner, side by side from where the round begins; corner stitches in none."""
        if self._sides is None:
            self._sides = self._count_sides()
        return self._sides

    def _count_sides(self) -> list[int]:
        if not self.corners:
            return []
        n = len(self.made)
        marks = sorted(self.corners)
        out = []
        for k, c in enumerate(marks):
            stop = marks[k + 1] if k + 1 < len(marks) else marks[0] + n
            out.append(sum(1 for i in range(c + 1, stop) if self.made[i % n].counted))
        return out if marks[0] == 0 else [out[-1], *out[:-1]]


@dataclass(slots=True)
class Fabric:
    """The whole piece, rounds from the centre outwards. centre: chains of the ring (0: a magic ring)."""

    centre: int
    rounds: list[WorkedRound]
    sides: int

    def find(self) -> dict[int, Made]:
        """Every stitch and space by its number."""
        return {m.number: m for r in self.rounds for m in r.made}


def _key(m: Made) -> tuple[str, int]:
    return (m.kind, m.chains)


def same_fabric(a: Fabric, b: Fabric) -> bool:
    """Same kinds, same feet, same cyclic order, wherever each circle is cut, up to reflection of the whole."""
    if len(a.rounds) != len(b.rounds):
        return False
    return any(_match(a, b, 0, {RING: RING}, mirrored) for mirrored in (False, True))


def _outward(r: WorkedRound, mirrored: bool) -> list[Made]:
    return r.made[::-1] if r.turned != mirrored else r.made


def _match(a: Fabric, b: Fabric, k: int, name: dict[int, int], mirrored: bool) -> bool:
    """Whether rounds k.. of b are rounds k.. of a, given what each earlier stitch of a is called in b."""
    if k == len(a.rounds):
        return True
    left, right = _outward(a.rounds[k], False), _outward(b.rounds[k], mirrored)
    if len(left) != len(right):
        return False
    want = [(_key(m), tuple(sorted(name[f] for f in m.feet))) for m in left]
    have = [(_key(m), tuple(sorted(m.feet))) for m in right]
    for shift in _shifts(want, have):
        ours = dict(name)
        ours.update((m.number, right[(i + shift) % len(right)].number) for i, m in enumerate(left))
        if _match(a, b, k + 1, ours, mirrored):
            return True
    return False


def _shifts(
    want: list[tuple[tuple[str, int], tuple[int, ...]]], have: list[tuple[tuple[str, int], tuple[int, ...]]]
) -> list[int]:
    """Every rotation that lays one ring on the other."""
    n = len(have)
    if not n:
        return [0]
    return [s for s in range(n) if want[0] == have[s] and all(want[i] == have[(i + s) % n] for i in range(n))]
