"""Places in rounds further down: which stitch of round k lies under the hook's place now."""

from __future__ import annotations

from bisect import bisect
from collections.abc import Iterator, Sequence

from mossring.notation.tree import Target
from mossring.working.edge import Edge
from mossring.working.fabric import Made, WorkedRound

_AHEAD = 0.5
"""How far behind the hook's place, in stitches of the lower round, its next stitch may still lie."""


class Depths:
    """The rounds below the edge, which is that of round `on`. Places of each are taken in order, each once."""

    def __init__(self, past: Sequence[WorkedRound], edge: Edge, on: int) -> None:
        self.past = past
        self.on = on
        self.edge = edge
        self._used: dict[int, set[int]] = {}
        self._last: dict[int, tuple[int, int]] = {}
        self._stood: dict[int, set[int]] = {}
        self.taken = 0

    def round(self, number: int) -> WorkedRound | None:
        return self.past[number - 1] if 1 <= number < self.on else None

    def places(self, number: int) -> int:
        """How many stitches and spaces are looked at to find a place of round `number`: its own, and those that lie
        over them in the round below."""
        done = self.round(number)
        return len(done.made) + len(self.past[self.on - 1].made) if done else 0

    def find(self, target: Target, number: int) -> Made | None:
        """The next free place of round `number` that matches, from what lies under the hook's place on."""
        free = self._free(target, number)
        return self._take(number, [min(free)])[0] if free else None

    def find_all(self, target: Target, number: int) -> list[Made]:
        """Every free place of round `number` that matches, in the direction of work from under the hook's place on."""
        return self._take(number, sorted(self._free(target, number)))

    def _free(self, target: Target, number: int) -> list[tuple[float, int]]:
        """The free places that match: how far ahead of the hook each lies, and its index."""
        done = self.round(number)
        if done is None or not done.made:
            return []
        n = len(done.made)
        sign = -1 if done.turned != (self.past[self.on - 1].turned != self.edge.turned) else 1
        ahead = self._ref(number, sign)
        return [((sign * (i - ahead) + _AHEAD) % n, i) for i in self._fitting(done, target)]

    def _fitting(self, done: WorkedRound, target: Target) -> Iterator[int]:
        """The indices of the places of a round that match and are not used yet; of those in which nothing stands, where
        such are meant."""
        used = self._used.setdefault(done.number, set())
        if target.free and done.number not in self._stood:
            self._stood[done.number] = {f for r in self.past[done.number : self.on] for m in r.made for f in m.feet}
        stood_in = self._stood[done.number] if target.free else ()
        looking = Edge(done.made, done.corners)
        open_yet = ((i, m) for i, m in enumerate(done.made) if i not in used and m.number not in stood_in)
        return (i for i, m in open_yet if looking.fits(m, i, target))

    def _take(self, number: int, places: Sequence[tuple[float, int]]) -> list[Made]:
        """These places, which are free no longer."""
        self._used[number].update(i for _, i in places)
        self.taken += len(places)
        if places:
            self._last[number] = (self.edge.pos, places[-1][1])
        return [self.past[number - 1].made[i] for _, i in places]

    def left(self, target: Target, number: int) -> bool:
        """Whether round `number` has such a place still free."""
        done = self.round(number)
        return done is not None and any(True for _ in self._fitting(done, target))

    def _ref(self, number: int, sign: int) -> float:
        """The place of round `number` that lies under the hook's next place."""
        last = self._last.get(number)
        if last and last[0] == self.edge.pos:
            return last[1] + sign
        return self.under(number, self.edge.at(self.edge.pos))

    def under(self, number: int, m: Made) -> float:
        """The place of round `number` that lies under a stitch or space of the edge, as an index into that round."""
        return _over(self.past, number, m.round).get(m.number, 0.0) if number <= m.round <= self.on else 0.0


def _over(past: Sequence[WorkedRound], number: int, top: int) -> dict[int, float]:
    """For every stitch and space of round `top` its place over round `number`, as an index into that; kept with each
    round on the way up."""
    made = past[number - 1].made
    maps = [{m.number: float(i) for i, m in enumerate(made)}]
    for done in past[number:top]:
        kept = done.over
        if kept is None or kept[0] != number:
            kept = done.over = (number, _lifted(maps, done.made, len(made)))
        maps.append(kept[1])
    return maps[-1]


def _lifted(maps: Sequence[dict[int, float]], made: Sequence[Made], n: int) -> dict[int, float]:
    """Places of one more round: over its feet; a space between the stitches beside it."""
    below = maps[-1]
    over = [below.get(m.feet[0]) if m.feet else None for m in made]
    for i, m in enumerate(made):
        if over[i] is None and m.feet:  # it stands further down
            over[i] = next((at[m.feet[0]] for at in maps[-2::-1] if m.feet[0] in at), None)
    known = [i for i, x in enumerate(over) if x is not None]
    out: dict[int, float] = {}
    for i, m in enumerate(made):
        here = over[i]
        if here is None and known:
            k = bisect(known, i)
            a, b = over[known[k - 1]] or 0.0, over[known[k % len(known)]] or 0.0
            here = (a + ((b - a + n / 2) % n - n / 2) / 2) % n
        out[m.number] = here or 0.0
    return out
