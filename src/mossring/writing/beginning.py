"""Where a written round begins: in its own place, or where a style wants it if it can."""

from __future__ import annotations

from typing import NamedTuple

from mossring.working import RING, Made, WorkedRound
from mossring.writing.walk import Group, Walk

MOST_SLIPS = 6
"""Further than this nobody slip-stitches to begin a round: it then begins where the hook is."""


FEW_SLIPS = 3
"""So many slip stitches lead to a start that nobody asked for; where it takes more, a nearer one is chosen."""


class Way(NamedTuple):
    """Where a round is to begin, in the words of `Style:` (begins, reach), and whether its last stitch closes
    the corner's space. new_yarn: the round begins with another yarn. own: its words begin it where it begins."""

    begins: str = ""
    reach: str = ""
    ends_in_space: bool = False
    new_yarn: bool = False
    own: bool = False


PLAIN_WAY = Way()


def begin_by(done: WorkedRound, walk: Walk, way: Way) -> tuple[list[Made], str]:
    """The round's stitches from where it is to begin, and why it keeps its own beginning if it must."""
    first = done.made[0] if done.made else None
    near = first is not None and (way.new_yarn or not _behind(first, walk))
    if way.own and first is not None and first.feet and _simple(first, walk) and near:
        return done.made, ""
    own = _from_start(done, walk, anew=way.new_yarn)
    if way._replace(new_yarn=False, own=False) == PLAIN_WAY or not own or (way.ends_in_space and done.line):
        return own, ""
    if done.line:
        return own, "a row begins at its end"
    if done.extra:
        return own, "the first round about a foundation or row ends begins where the hook is"
    wanted, why = _wanted(done, walk, way)
    if not wanted:
        return own, why
    far = [i for i in wanted if walk.ring or _distance(walk, done.made[i])[1] <= MOST_SLIPS or way.new_yarn]
    if not far:
        return own, "it begins further away than anybody would slip stitch"
    by_distance = sorted(far, key=lambda i: _distance(walk, done.made[i]) if not walk.ring else (False, i))
    start = by_distance[0]
    if way.reach == "other corner" and way.new_yarn and not walk.ring:
        start = min(far, key=lambda i: abs(2 * _distance(walk, done.made[i])[1] - len(walk.edge)))
    return done.made[start:] + done.made[:start], ""


def _wanted(done: WorkedRound, walk: Walk, way: Way) -> tuple[list[int], str]:
    """Indices of the stitches that the round may begin with, or none and why."""
    made = done.made
    n = len(made)
    simple = [i for i in range(n) if made[i].counted and made[i].feet and _simple(made[i], walk)]
    firsts = [i for i in simple if _opens(made, i)]
    if way.ends_in_space or way.begins == "split corner":
        halves = [c + 1 for c in done.corners if made[c].kind == "ch"]
        found = [i % n for i in halves if i % n in simple and (walk.ring or made[i % n].feet == made[i - 2].feet)]
        return found, "its corners have no chain to stop in the middle of"
    if way.reach == "mid side start":
        found = [i for i in firsts if not walk.ring and walk.place(place_of(made[i])) == (0, False)]
        return found, "nothing is worked where the hook is, so that slip stitches are needed"
    if way.begins == "mid side":
        return _mid_side(done, firsts), "it has no corners, and so no sides"
    if way.begins == "corner" or way.reach == "other corner":
        if walk.ring:
            return [i for i in firsts if i == 0 or not made[i - 1].feet], "it has no corners"
        found = [i for i in firsts if any(walk.at[f] in walk.corners for f in made[i].feet)]
        return found, "the round below has no corners"
    return firsts, "it has no stitch to begin with"


def _mid_side(done: WorkedRound, firsts: list[int]) -> list[int]:
    """For each side, the stitch nearest its middle of those that open their place."""
    n = len(done.made)
    marks = sorted(done.corners)
    out = []
    for k, a in enumerate(marks):
        b = marks[k + 1] if k + 1 < len(marks) else marks[0] + n
        inside = [i for i in firsts if a < i < b or a < i + n < b]
        if inside:
            middle = (a + b) / 2
            out.append(min(inside, key=lambda i: min(abs(i - middle), abs(i + n - middle))))
    return out


def _from_start(done: WorkedRound, walk: Walk, *, anew: bool) -> list[Made]:
    """The round's stitches and spaces from the one it is written to begin with. anew: a yarn is joined there, so that
    it may be anywhere."""
    made = done.made
    n = len(made)
    if done.line:
        return made if any(m.feet for m in made) else []
    good = (i for i in range(n) if made[i].counted and made[i].feet and _opens(made, i) and _simple(made[i], walk))
    first = next(good, None)
    if first is not None and not done.extra:
        own, gap = (0, False) if walk.ring else walk.place(place_of(made[first]))
        if (own <= FEW_SLIPS or anew) and not gap:
            return made[first:] + made[:first]
    firsts = [] if first is None else [first, *good]
    if not firsts:
        firsts = _legs_in_order(made, walk) or [i for i in range(n) if made[i].feet and _opens(made, i)]
    if not firsts:
        firsts = [i for i in range(n) if made[i].feet]
    if not firsts:
        return []
    start = firsts[0]
    if done.extra and done.number == 1:
        return _from_first_chain(made, walk)
    if not walk.ring and _simple(made[start], walk):
        own, gap = walk.place(place_of(made[start]))
        if own > FEW_SLIPS or gap or made[start].kind == "slst":
            start = min(firsts, key=lambda i: _distance(walk, made[i]))
    return made[start:] + made[:start]


def _legs_in_order(made: list[Made], walk: Walk) -> list[int]:
    """The stitch over several places that lies nearest ahead of the hook and not across it, if there is one."""
    over = [
        i
        for i, m in enumerate(made)
        if len(m.feet) > 1 and m.counted and not m.gap and all(f in walk.at for f in m.feet)
    ]
    ahead = [i for i in over if sorted(at := [walk.at[f] for f in made[i].feet]) == at]
    return [min(ahead, key=lambda i: walk.at[made[i].feet[0]])] if ahead else []


def _from_first_chain(made: list[Made], walk: Walk) -> list[Made]:
    """A round on a foundation begins with all that stands in the chain nearest the hook."""
    n = len(made)
    first = walk.edge[0].number
    k = next((i for i in range(n) if first in made[i].feet and first not in made[i - 1].feet), 0)
    return made[k:] + made[:k]


def _simple(m: Made, walk: Walk) -> bool:
    """Whether a round can well begin with this stitch: one place, on the edge."""
    return (len(m.feet) == 1 or m.gap) and (walk.ring or all(f in walk.at for f in m.feet))


def _behind(m: Made, walk: Walk) -> bool:
    """Whether a stitch stands in the gap just before the hook, which is a whole round away."""
    return m.gap and not walk.ring and walk.place(place_of(m)) == (0, True)


def place_of(m: Made) -> Group:
    return Group((), m.feet, m.gap)


def _distance(walk: Walk, m: Made) -> tuple[bool, int]:
    """How far a place is from the hook; gaps last, the one just before the hook a whole round away."""
    u, gap = walk.place(place_of(m))
    return gap, u or (len(walk.edge) if gap else 0)


def _opens(made: list[Made], i: int) -> bool:
    """Whether stitch i is the first in its place (in the ring: any after a space, or the first of all)."""
    n = len(made)
    if made[i].feet == (RING,):
        return i == 0 or not made[i - 1].feet
    j = i - 1
    while not made[j % n].feet and (i - j) < n:
        j -= 1
    return made[j % n].feet != made[i].feet or (i - j) >= n
