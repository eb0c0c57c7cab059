"""The edge being worked into: a ring of targets, where the hook is on it, and what became of each."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from functools import cached_property
from itertools import accumulate, groupby

from mossring.notation.tree import Target
from mossring.stitches.table import lookup
from mossring.working.corners import groups
from mossring.working.fabric import Made

LEFT, WORKED, SLIPPED, SKIPPED, PASSED = 0, 1, 2, 3, 4


class Edge:
    """The round before, in working direction, the hook's place first.

    A place is an index u that may run past the length once around: u and u + len(made) are one place.
    pos: the next place to be reached. first: the first place worked; the round may run to just before
    it comes round again. last: the place worked last. quiet: lengths of spaces passed on the way to stitches.
    opened: turning chains worked into as the space that they leave. line: an edge with two ends (a row), not a ring.
    longer: so many of its first places are chains by which the row goes on. far: where the first side of a foundation
    chain ends. stops: where the sides of a piece worked in rows end, excluded.
    """

    def __init__(
        self,
        made: list[Made],
        corners: list[int],
        hook: int = 0,
        ring: bool = False,
        line: bool = False,
        far: int | None = None,
    ) -> None:
        n = len(made)
        self.line = line
        self.far = far
        self.stops: tuple[int, ...] = ()
        self.longer = 0
        self.made = made[hook:] + made[:hook]
        self.corners = {(c - hook) % n for c in corners} if n else set()
        self.ring = ring
        self.marks = bytearray(n)
        self.pos = 0
        self.base = 0
        self.first: int | None = None
        self.last = 0
        self.last_between = False
        self.between = False
        self.used: set[int] = set()
        self.opened: set[int] = set()
        self.caps: list[int | None] = []
        self.slipped = False
        self.crossed = False
        self.other_kinds = 0
        self.named: set[str] = set()
        self.passed_spaces: list[int] = []
        self.quiet: set[int] = set()
        self.turned = False
        self.reopened = False
        self._centres: dict[Target, frozenset[int]] = {}
        self._met: dict[str, frozenset[int]] = {}

    # ---- where things are ------------------------------------------------------------------

    def at(self, u: int) -> Made:
        return self.made[u % len(self.made)]

    @property
    def end(self) -> int:
        """Where the round (or the innermost repeat with a stop) ends, excluded."""
        start = self.first if self.first is not None and not self.line else self.base
        stop = start + len(self.made)
        for cap in self.caps:
            if cap is not None:
                stop = min(stop, cap)
        return stop

    @property
    def across(self) -> int:
        """Where this side ends, excluded: the far end of a foundation chain on the way out, that of one of the four
        sides of a piece in rows, else the round's end."""
        if self.stops:
            return min(self.end, next((stop for stop in self.stops if stop > self.pos), self.end))
        return self.end if self.far is None or self.pos > self.far else min(self.end, self.far + 1)

    def end_is_used(self, target: Target) -> bool:
        """Whether the end of a side has just been worked by a count along it, so that what comes in its last place has
        none left: of a piece worked in rows, of a foundation chain whose other side is longer."""
        if self.pos in self.stops and self.pos < self.end:
            return self.last == self.pos - 1 and self.matches(self.last, target)
        there = self.far is not None and self.pos == self.far + 1 == self.last + 1
        return there and target.kind == "chain" and self.far is not None and self.end - self.pos > 1

    def matches(self, u: int, target: Target) -> bool:
        return self.fits(self.made[u % len(self.made)], u, target)

    def fits(self, m: Made, u: int, target: Target) -> bool:
        """`matches`, for who has the stitch or space m at u in hand already."""
        kind = self.kind_of(target)
        if kind == "st":
            if target.stitch is None:
                return m.counted
            if m.kind == target.stitch or (target.stitch[0] == "-" and lookup(m.kind).made == target.stitch[1:]):
                return True
            return m.kind[:2] in ("fp", "bp") and m.kind[2:] == target.stitch and target.stitch in self._raised
        if kind == "gap":
            return m.kind == "ch" or self.boundary(u, Target("group"))
        if kind == "sp":
            chained = m.kind == "ch" and (target.chains is None or m.chains == target.chains)
            return chained or self._turning(m, target.chains)
        if kind == "corner":
            return u % len(self.made) in self.corners
        if kind in ("between", "group"):
            across = kind == "group" and m.kind == "ch" and self.corners and u % len(self.made) not in self.corners
            return bool(across) or self.boundary(u, target)
        if kind == "chain":
            return m.kind in ("ch", "fch")
        if kind == "start":
            return m.start or self._rises(m, u, target.chains)
        return kind == "centre" and u % len(self.made) in self.centres(target)

    def kind_of(self, target: Target) -> str:
        """What kind of place a target is here: in a round without chain spaces a `sp` is a gap between groups."""
        return "gap" if target.kind == "sp" and target.chains is None and not self.has_spaces else target.kind

    def _rises(self, m: Made, u: int, chains: int | None) -> bool:
        """Whether a space is a chain that rises from a slip stitch, amid a round that begins with no chain: what stands
        in `top of ch-3` stands in its last one."""
        return m.kind == "ch" and m.chains == chains and self.at(u - 1).kind == "slst" and not self._begins

    @cached_property
    def _begins(self) -> bool:
        return any(m.start for m in self.made)

    @cached_property
    def _raised(self) -> frozenset[str]:
        """Stitches that stand here raised, all but a few at the ends: `next tr` then means those too."""
        kinds = Counter(m.kind for m in self.made)
        posts = {k[2:]: kinds[f"fp{k[2:]}"] + kinds[f"bp{k[2:]}"] for k in kinds if k[:2] in ("fp", "bp")}
        return frozenset(k for k, n in posts.items() if 3 * kinds[k] < n)

    @cached_property
    def has_spaces(self) -> bool:
        return any(m.kind == "ch" for m in self.made)

    @cached_property
    def spaces(self) -> tuple[list[int], list[int]]:
        """Where the spaces are; and how many stitches come before each place (behind all: before the end)."""
        at = [u for u, m in enumerate(self.made) if m.kind == "ch"]
        return at, list(accumulate([m.kind != "ch" and m.counted for m in self.made], initial=0))

    @cached_property
    def _one_by_one(self) -> bool:
        """Whether the round is nothing but stitches in one ring: no groups, so that each stands by itself."""
        return len({m.feet for m in self.made}) == 1 and len(self.made) > 1 and not self.has_spaces

    def centres(self, target: Target) -> frozenset[int]:
        """The places that a `centre` means in this round."""
        found = self._centres.get(target)
        if found is None:
            found = self._nths(target) if target.nth else self._middles(target)
            self._centres[target] = found
        return found

    def _groups(self, run: bool) -> list[list[int]]:
        """What is worked in one place each; run: the stitches that no chain parts."""
        return [g for g in groups(self.made) for g in (_runs_of(g, self.made) if run else [g])]

    def _middles(self, target: Target) -> frozenset[int]:
        """The middle of each group of three or more, its space or its middle stitch; of those that are like this one,
        if any are."""
        found: dict[int, str] = {}
        for g in self._groups(target.run):
            if len(g) == len(self.made):  # all stand in the ring
                continue
            if len(g) >= 3 or (len(g) == 2 and any(self.made[i].kind == "ch" for i in g)):
                spaces = [i for i in g if self.made[i].kind == "ch"]
                found[spaces[len(spaces) // 2] if spaces else g[len(g) // 2]] = " ".join(self.made[i].kind for i in g)
        return frozenset([u for u, kinds in found.items() if kinds == target.stitch] or found)

    def _nths(self, target: Target) -> frozenset[int]:
        """The nth stitch (-1: the last) of each group of two or more."""
        nth = target.nth
        several = ([i for i in g if self.made[i].counted] for g in self._groups(target.run) if len(g) > 1)
        at = nth - 1 if nth > 0 else nth
        return frozenset(g[at] for g in several if len(g) >= abs(nth))

    def group_of(self, u: int) -> list[int]:
        """The places of the group that place u is in, in order."""
        n = len(self.made)
        g = next((g for g in groups(self.made) if u % n in g), [u % n])
        return [u - (u % n - i) for i in g]

    def boundary(self, u: int, target: Target) -> bool:
        """Whether the gap just before place u is such a place: two stitches side by side, no chain between."""
        if self.line and not u % len(self.made):
            return False
        a, b = self.at(u - 1), self.at(u)
        if not a.feet or not b.feet or u % len(self.made) in self.used:
            return False
        if target.stitch:
            return u % len(self.made) in self._pairs(target.stitch)
        return target.kind == "between" or a.feet != b.feet or self._one_by_one

    def _pairs(self, stitch: str) -> frozenset[int]:
        """The places just before which two such stitches meet: in one place, if any do so."""
        found = self._met.get(stitch)
        if found is None:
            met = [i for i, m in enumerate(self.made) if m.kind == self.made[i - 1].kind == stitch]
            one = [i for i in met if self.made[i].feet == self.made[i - 1].feet]
            found = self._met[stitch] = frozenset(one or met)
        return found

    def find(self, target: Target, start: int, stop: int | None = None) -> int | None:
        """The first place from `start` on that matches, before `stop` (or the end of the round)."""
        kind = self.kind_of(target)
        if kind == "between" and not (target.stitch or target.nth):
            start += 1
        stop = self.end if stop is None else stop
        if kind in ("between", "group", "gap"):
            stop += 1
        if kind == "corner":
            return self._next_corner(start, stop)
        if kind == "sp" or (kind == "st" and target.stitch is None):
            self.between = False
            return self._next_of(kind, target.chains, start, stop)
        gaps = kind in ("gap", "group")
        for u in range(start, stop):
            if self.matches(u, target) and (not gaps or u < stop - 1 or self.at(u).kind != "ch"):
                self.between = self.is_between(u, target)
                return u
        return None

    def _next_of(self, kind: str, chains: int | None, start: int, stop: int) -> int | None:
        """The first stitch, or space (of a length, where one is said), from `start` on, before `stop`."""
        made, n = self.made, len(self.made)
        for u in range(start, stop):
            m = made[u % n]
            if m.counted if kind == "st" else m.kind == "ch" and (chains is None or m.chains == chains):
                return u
            if m.start and kind == "sp" and self._turning(m, chains):
                return u
        return None

    def _next_corner(self, start: int, stop: int) -> int | None:
        """The first corner from `start` on, before `stop`."""
        n = len(self.made)
        found = min(((c - start) % n for c in self.corners), default=n) + start
        self.between = False
        return found if found < stop else None

    def beside_start(self) -> int | None:
        """The next space that lies beside the chain with which a row below began."""
        if not self.line:
            return None
        beside = (u for u in range(self.pos, self.end) if self.at(u).kind == "ch")
        return next((u for u in beside if self.at(u - 1).start or self.at(u + 1).start), None)

    def _turning(self, m: Made, chains: int | None) -> bool:
        """Whether a row's turning chain is the space meant: the stitch it counts as has so many chains."""
        return self.line and m.start and chains is not None and lookup(m.kind).chains[:1] == (chains,)

    def is_between(self, u: int, target: Target) -> bool:
        """Whether the place that matched is the gap before place u, not u itself."""
        return self.kind_of(target) in ("between", "group", "gap") and self.at(u).kind != "ch"

    def last_places(self, target: Target, count: int) -> list[int]:
        """The last `count` such places before the end, in order; [end] when there are fewer."""
        stop = self.across
        gaps = self.kind_of(target) in ("gap", "group", "between") and not self.line  # the last lies at the join
        found = [u for u in range(self.pos + gaps, stop + gaps) if self.matches(u, target)]
        return found[-count:] if len(found) >= count > 0 else [stop]

    def feet(self, u: int) -> tuple[int, ...]:
        if self.between:
            return (self.at(u - 1).number, self.at(u).number)
        return (self.at(u).number,)

    def here(self) -> int:
        """The place the hook is in: worked last, slipped to, or (at the start) the join."""
        self.between = self.last_between
        return self.last

    def start_place(self) -> int:
        self.between = False
        return self.first if self.first is not None else self.last

    def open_start(self, target: Target) -> bool:
        """Whether the round has come back to its first place and may, once, work there again."""
        if self.line or self.first is None or self.reopened or not (target.is_space or target.kind == "start"):
            return False
        if any(cap is not None for cap in self.caps) or not self.matches(self.first, target):
            return False
        self.reopened = True
        return True

    # ---- what happens ----------------------------------------------------------------------

    def go_after_corner(self) -> None:
        """Begin at the first place that follows a corner."""
        n = len(self.made)
        for u in range(n):
            if (u - 1) % n in self.corners:
                self.pos = self.base = u
                return

    def to_corner(self, u: int) -> int:
        """How many stitches lie from place u on before the next corner."""
        n = len(self.made)
        stop = next((k for k in range(u, u + n) if k % n in self.corners), u)
        return sum(self.at(k).counted for k in range(u, stop))

    def stand(self) -> None:
        """A chain that counts as nothing: the hook's own place comes next."""
        self.pos = self.base = self.last

    def begin_here(self) -> None:
        """A round that begins with a skip begins where the hook is."""
        self.first = self.pos

    def was_skipped(self, u: int) -> bool:
        """Whether place u was skipped by a word of its own, or slipped over, and nothing was worked into it since."""
        if u < 0 or not self.marks:
            return False
        mark = self.marks[u % len(self.made)]
        before_start = mark == LEFT and self.slipped and self.first is not None and u < self.first
        return mark in (SKIPPED, SLIPPED) or before_start

    def mark(self, u: int, what: int) -> None:
        if self.marks:
            self.marks[u % len(self.made)] = what

    def work(self, u: int, what: int = WORKED) -> None:
        n = len(self.made)
        if self.between:
            self.used.add(u % n)
            if self.first is None:
                self.first = u
            self.pos = max(self.pos, u)
        else:
            if self.first is None:
                self.first = u
            self.mark(u, what)
            self.pos = max(self.pos, u + 1)
        self.last = u
        self.last_between = self.between

    def pass_group(self, u: int) -> None:
        """The rest of the group round place u is passed on purpose."""
        for k in self.group_of(u):
            if self.marks[k % len(self.made)] == LEFT:
                self.mark(k, PASSED)

    def slip(self, u: int) -> None:
        """The hook moves to place u by slip stitch; what it passes on the way it slips along too."""
        for k in range(self.pos, u if self.between else u + 1):
            self.mark(k, SLIPPED)
        self.pos = u if self.between else u + 1
        self.last = u
        self.last_between = self.between
        self.slipped = True

    def note_passed(self, start: int, stop: int, target: Target, chains: int = 0) -> None:
        """Remember what the hook goes over between two places. Stitches that so many chains lead over are passed on
        purpose."""
        over = [u for u in range(start, stop) if self.at(u).counted] if chains else []
        bridged = len(over) <= chains
        for u in range(start, stop):
            k = u % len(self.made)
            if self.marks[k] != LEFT:
                continue
            m = self.made[k]
            if m.kind == "ch":
                if target.is_space:
                    if k in self.corners or not self._within(k):  # that of a V-st is passed with it
                        self.passed_spaces.append(k)
                    continue
                self.quiet.add(m.chains)
                self.crossed = self.crossed or (target.kind == "st" and k in self.corners)
            elif target.kind in ("centre", "start"):
                self.marks[k] = PASSED
            elif target.kind == "st" and target.stitch is not None:
                self.marks[k] = PASSED
                self.named.add(target.stitch)
                self.other_kinds += m.counted and not (chains and bridged)
            elif chains and bridged and target.is_space and m.counted:
                self.marks[k] = PASSED

    def _within(self, k: int) -> bool:
        """Whether a space lies amid what is worked in one place."""
        a, b = self.at(k - 1), self.at(k + 1)
        return bool(a.feet) and a.feet == b.feet

    def note_before_first(self, u: int, target: Target) -> None:
        """A round that begins at a named stitch passes those of other kinds before it as it does later ones."""
        if target.kind == "st" and target.stitch is not None:
            self.note_passed(self.pos, u, target)

    def turn(self) -> None:
        """The work is turned: the edge runs the other way from the same place (a row's from its end)."""
        self.turned = not self.turned
        n = len(self.made)
        if self.line:
            self.made = self.made[::-1]
            self.corners = {n - 1 - c for c in self.corners}
            return
        self.made = self.made[:1] + self.made[:0:-1]
        self.corners = {(-c) % n for c in self.corners}


def _runs_of(group: list[int], made: list[Made]) -> Iterator[list[int]]:
    """The stitches of a group that no chain parts, run by run."""
    for chained, run in groupby(group, key=lambda i: made[i].kind == "ch"):
        if not chained:
            yield list(run)
