"""The next round: what could follow, each worked on what stands and judged before it is offered."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from mossring.draft import Draft, DraftRound, try_draft
from mossring.shape import Verdict, growth_constant
from mossring.starters.squaring import square_off
from mossring.stitches.terms import Dialect, term

_SOLID = ("sc", "hdc", "dc", "tr")
_TALLER = {"sc": "hdc", "hdc": "dc", "dc": "tr", "tr": "dtr"}
_SQUARED = {4: "square", 5: "pentagon", 6: "hexagon", 8: "octagon"}
_MEND = {"flat": 0, "unknown": 1, "blocks out": 1, "cups": 2, "ruffles": 2}
MOST = 14


@dataclass(frozen=True, slots=True)
class Offer:
    """A round that could come next. line: its words with its number; fit: how far its fullness is from even."""

    name: str
    line: str
    verdict: Verdict
    stitches: int
    fit: float


@dataclass(frozen=True, slots=True)
class _Try:
    family: str
    name: str
    words: str


def next_rounds(draft: Draft) -> list[Offer]:
    """What could follow the last round: of each kind the one that lies flattest, the flattest kinds first.

    Only rounds that work without a finding are offered; the verdict is the ledger's once the round stands.
    """
    if not draft.rounds or not draft.rounds[-1].worked.made:
        return []
    last = draft.rounds[-1]
    best: dict[str, Offer] = {}
    for t in _tries(draft, last):
        if not draft.spare.affords(len(draft.doc.text) // 2 + 3 * len(last.worked.made)):
            break
        offer = _worked(draft, last, t)
        if offer and (t.family not in best or _rank(offer) < _rank(best[t.family])):
            best[t.family] = offer
    flat = [o for o in best.values() if _MEND[o.verdict] < 2]
    return sorted(flat or best.values(), key=lambda o: _MEND[o.verdict])[:MOST]


def _rank(o: Offer) -> tuple[int, float]:
    return _MEND[o.verdict], o.fit


def _worked(draft: Draft, last: DraftRound, t: _Try) -> Offer | None:
    """The offer, once the round has been worked on what stands; None if it doesn't come out."""
    word = "Row" if last.worked.line else "Rnd"
    line = f"{word} {last.number + 1}: {t.words}"
    trial = try_draft(draft.doc.text.rstrip() + "\n" + line + "\n", draft, shape=bool(last.worked.corners))
    if len(trial.rounds) != len(draft.rounds) + 1:
        return None
    r = trial.rounds[-1]
    sides = r.worked.per_side()
    uneven = len(sides) == draft.shape.sides and len(set(sides)) > 1 and draft.shape.name != "rectangle"
    if r.tree.troubles or r.worked.troubles or r.troubles or not r.worked.made or uneven:
        return None
    low, high = r.entry.fullness
    fit = max(0.0, low - 1, 1 - high) + abs((low + high) / 2 - 1) / 10
    return Offer(t.name, line, r.entry.verdict, r.worked.stitches, fit)


def _tries(draft: Draft, last: DraftRound) -> Iterator[_Try]:
    words = _Words(draft.dialect)
    if last.worked.line:
        yield from _rows(words, draft, last)
        return
    if last.worked.corners:
        yield from _with_corners(words, last)
    elif draft.shape.name == "oval":
        yield from _on_an_oval(words, draft, last)
    else:
        yield from _on_a_circle(words, draft, last)


class _Words:
    """Stitches in the draft's dialect."""

    def __init__(self, dialect: Dialect) -> None:
        self.dialect = dialect

    def __call__(self, key: str) -> str:
        return term(key, self.dialect).abbr

    @property
    def skip(self) -> str:
        return "sk" if self.dialect == "us" else "miss"


def _rows(w: _Words, draft: Draft, last: DraftRound) -> Iterator[_Try]:
    dc = w("dc")
    corners = last.worked.corners
    if draft.shape.sides == 1 and corners:
        apex = last.worked.made[corners[0]]
        many = sum(m.chains == 1 for m in last.worked.made if m.kind == "ch") // 2
        side = _times(f"3 {dc} in next ch-1 sp, ch 1", many) + ", " if many else ""
        words = (
            f"ch 4 (counts as {dc} and ch 1), {side}(3 {dc}, ch 2, 3 {dc}) in next ch-{apex.chains} sp, ch 1, {side}"
        )
        yield _Try("half", "Groups to the apex and back", f"{words}{dc} in last st, turn")
        return
    if draft.shape.name == "half hexagon":
        for kind in _SOLID:
            x, space = w(kind), f"ch-{last.worked.made[corners[0]].chains} sp" if corners else "next sp"
            side = f"{x} in each st to next {space}"
            corner = f"({x}, ch 2, {x}) in next {space}"
            words = (
                f"2 {x} in first st, {side}, {corner}, {side}, {corner}, {x} in each st to last st, 2 {x} in last st"
            )
            yield _Try(f"half hexagon {kind}", f"Work even in {x}", f"{words}, turn")
        return
    for kind in _SOLID:
        yield _Try(f"row {kind}", f"Work even in {w(kind)}", f"{w(kind)} in each st across, turn")
    x = w("dc")
    yield _Try("rib", "Ribs of posts", f"[FP{x} around next st, BP{x} around next st] across, turn")
    yield _Try("ridge", "Ridges in the back loops", f"in BLO, {w('sc')} in each st across, turn")


# ---- on polygons --------------------------------------------------------------------------


def _with_corners(w: _Words, last: DraftRound) -> Iterator[_Try]:
    done = last.worked
    spaces = _side_spaces(last)
    each = "each st" + "".join(f" and in each ch-{n} sp" for n in sorted(spaces))
    for kind in _SOLID:
        x = w(kind)
        for k in (1, 2, 3, 4):
            words = f"[({k} {x}, ch 2, {k} {x}) in corner, {x} in {each} to corner] around"
            yield _Try(f"solid {kind}", f"Work even in {x}", words.replace("(1 ", "(").replace(", 1 ", ", "))
        taller = w(_TALLER[kind])
        yield _Try(
            f"closed {kind}",
            f"{x}, corners without a hole",
            f"[(2 {x}, {taller}, 2 {x}) in corner, {x} in {each} to corner] around",
        )
    yield _Try("border", "Border that evens the edge", f"[3 {w('sc')} in corner, {w('sc')} in {each} to corner] around")
    yield from _groups(w, last, spaces)
    sides = done.per_side()
    if len(set(sides)) == 1 and not spaces:
        yield from _over_solid(w, sides[0])
    if any(n >= 3 for n in spaces):
        long = max(spaces)
        for k in (long - 1, long, long + 1):
            dc = w("dc")
            words = f"[(3 {dc}, ch 2, 3 {dc}) in corner, {k} {dc} in each ch-{long} sp to corner] around"
            yield _Try("fill", "Fill the net", words)


def _side_spaces(last: DraftRound) -> dict[int, int]:
    """Lengths of the spaces that are no corners, and how many of each stand on every side."""
    done = last.worked
    corners = set(done.corners)
    lengths = [m.chains for i, m in enumerate(done.made) if m.kind == "ch" and i not in corners]
    n = len(corners)
    return {x: lengths.count(x) // n for x in set(lengths) if lengths.count(x) % n == 0}


def _groups(w: _Words, last: DraftRound, spaces: dict[int, int]) -> Iterator[_Try]:
    """Granny groups and clusters in the side's spaces, or in the gaps between groups."""
    dc, cl = w("dc"), f"3-{w('dc')} cl"
    if len(spaces) == 1:
        (length, many), *_ = spaces.items()
        place = f"next ch-{length} sp"
    elif not spaces and len(last.worked.corners) * 2 <= _gaps(last):
        many = _gaps(last) // len(last.worked.corners) - 1
        place = "sp between next 2 groups"
    else:
        many, place = 0, ""
        if spaces:
            return
    for chain in (1, 2, 0):
        between = f", ch {chain}" if chain else ""
        side = f"3 {dc} in {place}{between}"
        run = f", {_times(side, many)}" if many else ""
        if place or last.number < 3:
            name = f"Granny groups, {f'ch {chain}' if chain else 'no chain'} between"
            yield _Try(f"granny {chain}", name, f"[(3 {dc}, ch 2, 3 {dc}) in corner{between}{run}] around")
    if place:
        side = f"{cl} in {place}, ch 2"
        run = f", {_times(side, many)}" if many else ""
        yield _Try("clusters", "Clusters in the spaces", f"[({cl}, ch 3, {cl}) in corner, ch 2{run}] around")


def _gaps(last: DraftRound) -> int:
    """Gaps between two groups side by side, with no chain in them."""
    made = last.worked.made
    n = len(made)
    gaps = sum(1 for i in range(n) if made[i].feet and made[i - 1].feet and made[i].feet != made[i - 1].feet)
    return gaps if gaps and last.worked.stitches >= 2 * gaps else 0


def _over_solid(w: _Words, side: int) -> Iterator[_Try]:
    """A net, clusters or loops over a side of so many plain stitches."""
    sc, cl = w("sc"), f"3-{w('dc')} cl"
    for step, chain in ((3, 3), (2, 2), (4, 4)):
        many, left = divmod(side, step)
        if many and left < step:
            tail = f", {w.skip} {_sts(left)}" if left else ""
            again = _times(f"{w.skip} {_sts(step - 1)}, {sc} in next st, ch {chain}", many)
            words = f"[({sc}, ch {chain + 2}, {sc}) in corner, ch {chain}, {again}{tail}] around"
            yield _Try("net", "Net of chain loops", words)
    many, left = divmod(side, 2)
    if many:
        tail = f", {w.skip} next st" if left else ""
        again = _times(f"{w.skip} next st, {cl} in next st, ch 1", many)
        yield _Try("clusters", "Clusters", f"[({cl}, ch 2, {cl}) in corner, ch 1, {again}{tail}] around")


# ---- on circles ---------------------------------------------------------------------------


def _on_a_circle(w: _Words, draft: Draft, last: DraftRound) -> Iterator[_Try]:
    done = last.worked
    count = done.stitches
    loops = {m.chains for m in done.made if m.kind == "ch"}
    if loops:
        yield from _into_loops(w, done.spaces(), loops)
        return
    for kind in _SOLID:
        x = w(kind)
        usual = growth_constant(0) * draft.gauge.height(kind)
        for more in (n for n in range(1, count + 1) if count % n == 0 and abs(n - usual) < max(3, usual / 2)):
            each = count // more
            plain = f"{x} in {_sts(each - 1)}, " if each > 1 else ""
            words = f"[{plain}2 {x} in next st] {more} times" if each > 1 else f"2 {x} in each st around"
            yield _Try(f"round {kind}", f"Grow in {x}", words)
        yield _Try(f"even {kind}", f"Work even in {x}, no increase", f"{x} in each st around")
    wanted = [draft.shape.sides] if draft.shape.sides >= 3 else list(_SQUARED)
    for sides in wanted:
        yield from _squared(w, draft, last, count, sides)
    for step, chain in ((2, 2), (3, 3), (4, 4)):
        if count % step == 0 and count // step >= 4:
            skip = f"{w.skip} {_sts(step - 1)}"
            yield _Try(
                f"net {step}", "Net of chain loops", f"[{w('sc')} in next st, ch {chain}, {skip}] {count // step} times"
            )
    yield from _scaffold(w, count, draft.shape.sides or 4)


def _on_an_oval(w: _Words, draft: Draft, last: DraftRound) -> Iterator[_Try]:
    """Growing at both ends, from one of which the rounds begin, and even along the sides."""
    first, count = draft.rounds[0].worked, last.worked.stitches
    side = len(first.extra) // 2 - 1
    end, odd = divmod(count - 2 * side, 2)
    begins = bool(first.made) and first.below_corners.issuperset(first.made[0].feet)
    for kind in _SOLID:
        x, more = w(kind), round(growth_constant(0) * draft.gauge.height(kind) / 2)
        yield _Try(f"even {kind}", f"Work even in {x}, no increase", f"{x} in each st around")
        if begins and not odd and end > 0 and end % more == 0:
            each = end // more
            grown = f"2 {x} in {_sts(more)}" if each == 1 else f"[{_run(x, each - 1)}, 2 {x} in next st] {more} times"
            yield _Try(f"oval {kind}", f"Grow at the ends in {x}", f"[{grown}, {_run(x, side)}] twice")


def _squared(w: _Words, draft: Draft, last: DraftRound, count: int, sides: int) -> Iterator[_Try]:
    squared = square_off(count, sides, last.entry.radius, draft.gauge)
    if squared is None:
        return
    name = f"Square off to {'an' if sides == 8 else 'a'} {_SQUARED.get(sides, f'{sides}-gon')}"
    side = ", ".join(_run(w(kind), n) for kind, n in _runs(squared.stitches))
    x, tall = w(squared.corner), w(_TALLER[squared.corner])
    yield _Try(f"square {sides}", name, f"[({x}, ch 2, {x}) in next st, {side}] {sides} times")
    yield _Try(f"closed square {sides}", f"{name}, no hole", f"[({x}, {tall}, {x}) in next st, {side}] {sides} times")


def _scaffold(w: _Words, count: int, sides: int) -> Iterator[_Try]:
    """Chain loops that carry the next round, the longest where the corners will be."""
    per_side, left = divmod(count, sides)
    loops, odd = divmod(per_side, 3)
    if left or odd or loops < 2:
        return
    short = _times(f"{w('sc')} in next st, ch 3, {w.skip} next 2 sts", loops - 1)
    words = f"[{w('sc')} in next st, ch 6, {w.skip} next 2 sts, {short}] {sides} times"
    yield _Try("scaffold", "Lace scaffold, longest loops at the corners", words)


def _into_loops(w: _Words, spaces: dict[str, int], loops: set[int]) -> Iterator[_Try]:
    lengths = sorted(loops)
    for kind, name in (("sc", "Fill the loops in"), ("dc", "Fill the loops in"), ("hdc", "Fill the loops in")):
        x = w(kind)
        for more in (-1, 0, 1, 2):
            parts = [f"{max(1, n + more)} {x} in each ch-{n} sp" for n in lengths]
            yield _Try(f"fill {kind}", f"{name} {x}", " and ".join(parts) + " around")
    if len(lengths) == 1:
        n = lengths[0]
        cl = f"3-{w('dc')} cl"
        yield _Try("clusters", "Clusters in the spaces", f"[{cl} in next ch-{n} sp, ch 3] around")
        yield _Try("net", "Net of chain loops", f"[{w('sc')} in next ch-{n} sp, ch {n + 1}] around")
        yield _Try("groups", "Groups of three", f"[3 {w('dc')} in next ch-{n} sp, ch 1] around")


def _runs(kinds: tuple[str, ...]) -> list[tuple[str, int]]:
    out: list[tuple[str, int]] = []
    for kind in kinds:
        if out and out[-1][0] == kind:
            out[-1] = (kind, out[-1][1] + 1)
        else:
            out.append((kind, 1))
    return out


def _run(word: str, n: int) -> str:
    return f"{word} in {_sts(n)}"


def _sts(n: int) -> str:
    return f"next {n} sts" if n > 1 else "next st"


def _times(body: str, n: int) -> str:
    return body if n == 1 else f"[{body}] {'twice' if n == 2 else f'{n} times'}"
