"""Motifs whose counts are known, each set out in whatever hand it is given (see hands.py)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from random import Random

from core.hands import Hand


@dataclass
class Motif:
    """A text in some hand, its rounds as they stand there, and what must come out: stitches by round."""

    text: str
    rounds: list[str]
    counts: list[int]


class _Pattern:
    """Rounds one after the other under a heading."""

    def __init__(self, hand: Hand, name: str, shape: str) -> None:
        self.hand = hand
        self.head = hand.heading(name, shape)
        self.before, self.place = hand.ring()
        self.lines: list[str] = []
        self.counts: list[int] = []

    def round(self, parts: Sequence[str], close: str, n: int, key: str, spaces: str = "") -> None:
        hand, number = self.hand, len(self.lines) + 1
        within = self.before if number == 1 and not self.before.endswith("\n") else ""
        colour = hand.colour(number)
        text = hand.sentence([p for p in parts if p], close, hand.count(n, key, spaces))
        self.lines.append(
            hand.label(number, colour) + within + text + hand.ending(colour).lstrip("." if text[-1] == "." else "")
        )
        self.counts.append(n)

    def four_groups(self) -> None:
        """Round 1 of a square: three double crochet a side and ch 2 in each corner."""
        hand, link = self.hand, self.hand.ch(2)
        opening = [hand.start("dc"), f"{hand.many(2, 'dc')} {self.place}", link]
        parts = hand.again(opening, [f"{hand.many(3, 'dc')} {self.place}", link], 3, [])
        self.round(parts, hand.close("dc"), 12, "dc")

    def motif(self) -> Motif:
        before = self.before if self.before.endswith("\n") else ""
        text = self.head + before + self.hand.one("gap", "\n", "\n", "\n\n").join(self.lines) + "\n"
        return Motif(text, self.lines, self.counts)


def solid(hand: Hand) -> Motif:
    """Sides of plain stitches and corners about a chain: a few more each side of each corner."""
    lot = hand.lot
    sides = lot.choice((4, 4, 4, 6, 6, 5, 8))
    key = lot.choice(("dc", "dc", "dc", "hdc"))
    half, first = {4: (2, 3), 5: (1, 3), 6: (1, 2), 8: (1, 2)}[sides]
    chains = lot.choice((1, 2)) if sides > 4 else 2
    p = _Pattern(hand, "Bulwark", {4: "Square", 5: "Pentagon", 6: "Hexagon", 8: "Octagon"}[sides])
    inner = f"{hand.many(half, key)}, {hand.ch(chains)}, {hand.many(half, key)}"
    spaces = f"{sides} {hand.space(chains)}s"
    link = hand.ch(chains)
    opening = [hand.start(key), f"{hand.many(first - 1, key)} {p.place}", link]
    parts = hand.again(opening, [f"{hand.many(first, key)} {p.place}", link], sides - 1, [])
    p.round(parts, hand.close(key), first * sides, key, spaces)
    length, lead = first, first - 1
    corner = hand.corner(inner, chains)
    in_corner = hand.one("start at", "side", "side", "corner") == "corner"
    for n in range(2, lot.choice((2, 3, 4)) + 1):
        if in_corner:
            beside = f"({hand.many(half - 1, key)}, " if half > 1 else "("
            first_corner = f"{beside}{hand.ch(chains)}, {hand.many(half, key)}) {hand.into()} {hand.same_space()}"
            side = hand.run(length, key, key)
            parts = hand.again(
                [hand.reach(chains, 0, key), hand.start(key), first_corner, side], [corner, side], sides - 1, []
            )
        else:
            parts = [hand.start(key), hand.run(lead, key, key), corner]
            tail = half * (n - 2)
            parts = hand.again(
                parts, [hand.run(length, key, key), corner], sides - 1, [hand.last(tail, key)] if tail else []
            )
        lead += half
        length += 2 * half
        p.round(parts, hand.close(key), length * sides, key, spaces)
    return p.motif()


def granny(hand: Hand) -> Motif:
    """Groups in spaces, with chains between them or none."""
    lot = hand.lot
    sides, size = lot.choice(((4, 3), (4, 3), (6, 3), (3, 3)))
    link, chains = lot.choice((0, 1, 1, 1)), 2
    if sides == 6:
        link, size, chains = 0, lot.choice((2, 3)), 1
    p = _Pattern(hand, "Harbour", {3: "Triangle", 4: "Square", 6: "Hexagon"}[sides])
    group = hand.many(size, "dc")
    opening = [hand.start("dc"), f"{hand.many(size - 1, 'dc')} {p.place}", hand.ch(chains)]
    parts = hand.again(opening, [f"{group} {p.place}", hand.ch(chains)], sides - 1, [])
    p.round(parts, hand.close("dc"), size * sides, "dc")
    corner = hand.corner(f"{group}, {hand.ch(chains)}, {group}", chains)
    half = f"({hand.many(size - 1, 'dc')}, {hand.ch(chains)}, {group}) {hand.into()} {hand.same_space()}"
    gap = hand.one("gap place", "next sp between groups", "sp between next 2 groups", "next sp between 2 groups")
    between = f"next {hand.space(link)}" if link else gap
    links = [hand.ch(link)] if link else []
    for n in range(2, lot.choice((2, 3, 4)) + 1):
        unit = [f"{group} {hand.into()} {between}", *links]
        side = [*links, *hand.again([], unit, n - 2, [], "bracket")] if n > 2 else links
        start = [hand.reach(chains, size - 1, "dc"), hand.start("dc"), half, *side]
        p.round(hand.again(start, [corner, *side], sides - 1, []), hand.close("dc"), size * sides * n, "dc")
    return p.motif()


def circle(hand: Hand) -> Motif:
    """Increases evenly round, one more plain stitch between them each round."""
    lot = hand.lot
    key, n0 = lot.choice((("dc", 12), ("hdc", 8), ("sc", 6), ("dc", 12)))
    st = hand.st(key)
    spiral = key == "sc" and lot.random() < 0.5
    counted = key in ("dc", "hdc") and lot.random() < 0.4
    p = _Pattern(hand, "Capstan", "Circle")
    p.head += "Work in a spiral; do not join.\n" if spiral else ""
    close = "" if spiral else hand.close(key) if counted else hand.close_on(key)
    lift = [] if spiral else [hand.start(key) if counted else hand.lift(key)]
    two = hand.one("increase", f"2 {st} in next st", f"2{st} in next st", f"2 {st} in the next st")
    each = hand.one(
        "each",
        f"2 {st} in each st around",
        f"2 {st} in each {st} to end",
        f"2 {st} in every st around",
        f"2 {st} in each st of previous round",
    )
    way = hand.one("circle again", "star", "again", "brackets", "to end", "in all")
    for n in range(1, lot.choice((3, 4, 5)) + 1):
        plain = n - 2
        units = [two] if plain < 1 else [hand.run(plain, key), two]
        body = ", ".join(units)
        if n == 1:
            parts = [*lift, f"{n0 - counted} {st} {p.place}"]
        elif counted and plain < 1:
            parts = [*lift, f"{st} in same st", each]
        elif counted:
            parts = hand.again([*lift, *([hand.run(plain - 1, key)] if plain > 1 else []), two], units, n0 - 1, [])
        elif plain < 1:
            parts = [*lift, each]
        elif way == "again":
            parts = hand.again(lift, units, n0, [])
        else:
            ways = {
                "star": f"*{body}; rep from * around",
                "brackets": f"({body}) around",
                "to end": f"*{body}; repeat from * to end",
            }
            parts = [*lift, ways.get(way, f"*{body}, rep from * {n0} times in all")]
        p.round(parts, close, n0 * n, key)
    return p.motif()


def stitch_corners(hand: Hand) -> Motif:
    """Three single crochet in one stitch at each corner."""
    p = _Pattern(hand, "Hatch", "Square")
    sc, lift = hand.st("sc"), hand.lift("sc")
    p.round([lift, f"12 {sc} {p.place}"], hand.close_on("sc"), 12, "sc")
    length = 2
    for n in range(2, hand.lot.choice((3, 4, 5)) + 1):
        ways = (f"3 {sc} in next st", f"3{sc} in next st", f"3 {sc} in corner st", f"3 {sc} in the next st")
        three = hand.one("three", *ways) if n > 2 else ways[0]
        lead = n
        after = [hand.last(length - lead, "sc")] if length > lead else []
        parts = hand.again([lift, hand.run(lead, "sc"), three], [hand.run(length, "sc"), three], 3, after)
        p.round(parts, hand.close_on("sc"), (length + 3) * 4, "sc")
        length += 2
    return p.motif()


def lace(hand: Hand) -> Motif:
    """Spokes with chains between, and spaces that are filled."""
    n0 = hand.lot.choice((12, 16))
    dc, s, one = hand.st("dc"), hand.slip(), hand.ch(1)
    p = _Pattern(hand, "Fog", "Wheel")
    p.round([hand.start("dc"), f"{n0 - 1} {dc} {p.place}"], hand.close("dc"), n0, "dc")
    spokes = hand.one(
        "spokes",
        f"*{dc} in next {dc}, {one}; rep from * around",
        f"({dc} in next st, {one}) {n0 - 1} times",
        f"*{dc} in next st, {one}; rep from * to end",
    )
    told = hand.one(
        "spoke told",
        f" (counts as {dc} and {one})",
        f" (= 1 {dc} + {one})",
        f" (counts as 1 {dc}, {one})",
        f" (counts as {dc} + ch-1 sp)",
    )
    third = hand.one(
        "third", f"{s} in 3rd ch of {hand.ch(4)}", f"join with {s} in 3rd ch of beg ch-4", f"{s} to 3rd of {hand.ch(4)}"
    )
    p.round([hand.ch(4) + told, spokes], third, n0, "dc", f"{n0} {hand.space(1)}s")
    sp = hand.space(1)
    fill = hand.one(
        "fill",
        f"2 {dc} in each {sp} around",
        f"(2 {dc} in next {sp}) {n0 - 1} times",
        f"*2 {dc} in next {sp}; rep from * around",
    )
    reach = hand.one("lace reach", f"{s} in next {sp}", f"{s} into {sp}", f"{s} to first {sp}")
    p.round([reach, hand.start("dc"), f"{dc} in same sp", fill], hand.close("dc"), 2 * n0, "dc")
    return p.motif()


def squared(hand: Hand) -> Motif:
    """A circle of 24 squared off: tall stitches at the corners, low ones between."""
    p = _Pattern(hand, "Porthole", "Square")
    dc, sc = hand.st("dc"), hand.st("sc")
    p.round([hand.start("dc"), f"11 {dc} {p.place}"], hand.close("dc"), 12, "dc")
    each = hand.one(
        "each",
        f"2 {dc} in each st around",
        f"2 {dc} in each {dc} to end",
        f"2 {dc} in every st around",
        f"2 {dc} in each st of previous round",
    )
    p.round([hand.start("dc"), f"{dc} in same st", each], hand.close("dc"), 24, "dc")
    low = [hand.run(1, "hdc"), f"{sc} in next 3 sts", hand.run(1, "hdc")]
    corner = f"({hand.many(2, 'dc')}, {hand.ch(2)}, {hand.many(2, 'dc')}) in next st"
    first = f"({hand.many(1, 'dc')}, {hand.ch(2)}, {hand.many(2, 'dc')}) in same st"
    p.round(hand.again([hand.start("dc"), first, *low], [corner, *low], 3, []), hand.close("dc"), 36, "")
    return p.motif()


def strip(hand: Hand) -> Motif:
    """Rows to and fro from a foundation chain."""
    lot = hand.lot
    n = lot.choice((12, 15, 20))
    sc, dc = hand.st("sc"), hand.st("dc")
    head = hand.heading("Mainstay", "Strip")
    turn = hand.one("turn", ", turn", ". Turn", "; turn")
    cast = hand.one("cast", f"{hand.ch(n + 1)}.", f"Foundation: {hand.ch(n + 1)}.", f"Chain {n + 1}.")
    first = hand.one(
        "first row",
        f"{sc} in 2nd ch from hook and in each ch across",
        f"1 {sc} in 2nd ch from hook, 1 {sc} in each ch to end",
        f"{sc} in second ch from hook and each ch across",
    )
    rows = [first]
    across = hand.one("across", "across", "to end", "across")
    low = f"{hand.ch(1)}, {sc} in each st {across}"
    tall = f"{hand.ch(3)} (counts as {dc}), skip first st, {dc} in each st {across}"
    rows += [lot.choice((low, low, tall)) for _ in range(lot.choice((1, 2, 3)))]
    for k in range(2, len(rows)):
        if rows[k] == rows[1] and lot.random() < 0.5:
            rows[k] = hand.one("row again", "rep row 2", "repeat Row 2", "as row 2")
    counts = [n] * len(rows)
    label = hand.one("row", "Row {}: ", "Row {}. ", "Row {} - ", "ROW {}: ", "Row {}\n")
    lines = [
        label.format(k) + row[0].upper() + row[1:] + turn + "." + hand.one("row count", f" ({n} sts)", "", f" [{n}]")
        for k, row in enumerate(rows, 1)
    ]
    return Motif(head + cast[0].upper() + cast[1:] + "\n" + "\n".join(lines) + "\n", lines, counts)


def in_fabric_form(hand: Hand) -> Motif:
    """Rounds without starts and joins: corners and sides in each."""
    lot = hand.lot
    sides, half, first = lot.choice(((4, 2, 3), (6, 1, 2), (5, 1, 3)))
    p = _Pattern(hand, "Quay", {4: "Square", 5: "Pentagon", 6: "Hexagon"}[sides])
    dc = hand.st("dc")
    body = f"{hand.many(first, 'dc')}, {hand.ch(2)}"
    ring = hand.one(
        "fabric ring",
        f"[{body}] {sides} times {p.place}",
        f"({body}) x {sides} {p.place}",
        f"*{body}; rep from * {sides - 1} more times, all {p.place}",
    )
    p.round([ring], "", first * sides, "dc")
    corner = hand.corner(f"{hand.many(half, 'dc')}, {hand.ch(2)}, {hand.many(half, 'dc')}", 2)
    side = hand.one(
        "sweep", f"{dc} in each st to next corner", f"{dc} in each st to corner", f"1 {dc} in each {dc} to next corner"
    )
    length = first
    for _ in range(lot.choice((1, 2, 3))):
        length += 2 * half
        way = hand.one(
            "fabric",
            f"*{corner}, {side}; rep from * around",
            f"[{corner}, {side}] {sides} times",
            f"*{side}, {corner}; rep from * around",
        )
        p.round([way], "", length * sides, "dc")
    return p.motif()


def bordered(hand: Hand) -> Motif:
    """A solid square with an edging of single crochet, three or two about a chain in each corner."""
    p = _Pattern(hand, "Jetty", "Square")
    sc, dc, link = hand.st("sc"), hand.st("dc"), hand.ch(2)
    p.four_groups()
    corner = hand.corner(f"{hand.many(2, 'dc')}, {link}, {hand.many(2, 'dc')}", 2)
    parts = hand.again([hand.start("dc"), hand.run(2, "dc", "dc"), corner], [hand.run(3, "dc", "dc"), corner], 3, [])
    p.round(parts, hand.close("dc"), 28, "dc")
    sp = hand.space(2)
    edges = (
        ("3", f"{sc} in each {dc} around, 3 {sc} in each {sp}", 40),
        ("3", f"{sc} in each st around, working 3 {sc} in each corner {sp}", 40),
        ("3", f"{sc} in each st and 3 {sc} in each {sp} around", 40),
        ("2", f"*{sc} in each st to corner, ({sc}, {link}, {sc}) in corner; rep from * around", 36),
        ("3", f"{sc} evenly in each st, 3 {sc} in each corner sp", 40),
    )
    _, words, n = hand.lot.choice(edges)
    start = hand.one("edge start", f"{hand.ch(1)}, {sc} in same st", hand.ch(1))
    own = words.startswith("*")
    p.round([hand.ch(1) if own else start, words], hand.close_on("sc"), n, "sc")
    return p.motif()


def clusters(hand: Hand) -> Motif:
    """Clusters with chains between, then groups in the spaces: a hexagon."""
    two = hand.ch(2)
    p = _Pattern(hand, "Barnacle", "Hexagon")
    name = hand.one("cluster", "cl", "CL", "cluster", "3-dc cl" if not hand.uk else "3-tr cl")
    yo = "yrh" if hand.uk else "yo"
    leg = f"{yo}, insert hook in sp, {yo}, pull up a loop, {yo}, pull through 2 loops"
    legs = f"({leg}) {{}} times, {yo}, pull through all loops"
    p.head += f"Special stitches\n{name}: {legs.format(3)}\nbeg {name}: {hand.ch(2)}, {legs.format(2)}\n"
    unit = [f"{name} {p.place}", two]
    s = hand.slip()
    close = hand.one("close on cluster", f"{s} in top of beg {name}", "join", f"join with {s} to top of first {name}")
    p.round(hand.again([f"beg {name} {p.place}", two], unit, 5, []), close, 6, "")
    sp = hand.space(2)
    first = f"({hand.many(1, 'dc')}, {two}, {hand.many(2, 'dc')}) in same sp"
    corner = hand.corner(f"{hand.many(2, 'dc')}, {two}, {hand.many(2, 'dc')}", 2)
    reach = hand.one("cluster reach", f"{s} in next {sp}", f"{s} into {sp}", f"join yarn in any {sp}")
    p.round(hand.again([reach, hand.start("dc"), first], [corner], 5, []), hand.close("dc"), 24, "dc")
    start = [hand.start("dc"), hand.run(1, "dc", "dc")]
    small = hand.corner(f"{hand.many(1, 'dc')}, {two}, {hand.many(1, 'dc')}", 2)
    parts = hand.again([*start, small], [hand.run(4, "dc", "dc"), small], 5, [hand.last(2, "dc")])
    p.round(parts, hand.close("dc"), 36, "dc")
    return p.motif()


def oblong(hand: Hand) -> Motif:
    """Both sides of a foundation chain, then rounds that grow at its ends."""
    n = hand.lot.choice((8, 10, 13))
    sc = hand.st("sc")
    p = _Pattern(hand, "Punt", "Oval")
    p.before, p.place = "", ""
    cast = hand.one("cast on", f"{hand.ch(n)}.", f"Foundation chain: {hand.ch(n)}.", f"To begin, {hand.ch(n)}.")
    p.head += cast[0].upper() + cast[1:] + "\n"
    long = n - 3
    other = hand.one(
        "other side",
        "working along other side of chain",
        "working along the opposite side of the foundation chain",
        "turn to work on the other side of the chain",
        "continue along other side",
    )
    low = f"{sc} in next {long} ch"
    ends = hand.one("end chain", f"3 {sc} in last ch", f"3 {sc} in the last ch", f"3{sc} in end ch")
    p.round(
        [f"2 {sc} in 2nd ch from hook", low, ends, other, low, f"{sc} in last ch"],
        hand.close_on("sc"),
        2 * long + 6,
        "sc",
    )
    two = f"2 {sc} in each of next 3 sts"
    start = [
        hand.ch(1),
        f"2 {sc} in each of first 2 sts",
        hand.run(long, "sc"),
        two,
        hand.run(long, "sc"),
        f"2 {sc} in last st",
    ]
    p.round(start, hand.close_on("sc"), 2 * long + 12, "sc")
    return p.motif()


def like_others(hand: Hand) -> Motif:
    """A square whose later rounds are told by an earlier one."""
    lot = hand.lot
    p = _Pattern(hand, "Beacon", "Square")
    dc, link = hand.st("dc"), hand.ch(2)
    p.four_groups()
    corner = hand.corner(f"{hand.many(2, 'dc')}, {link}, {hand.many(2, 'dc')}", 2)
    for n in (2, 3):
        start = [hand.start("dc"), hand.run(2 * n - 2, "dc", "dc"), corner]
        tail = [hand.last(2, "dc")] if n > 2 else []
        length = 4 * n - 5
        p.round(hand.again(start, [hand.run(length, "dc", "dc"), corner], 3, tail), hand.close("dc"), 16 * n - 4, "dc")
    rnd = hand.one("rnd word", "Rnd", "Round", "Rnd")
    more = hand.one(
        "as",
        f"as {rnd} 3, with 4 more {dc} on each side",
        f"same as {rnd} 3 with 4 more {dc} along each side",
        f"work as for {rnd} 3, working 4 more {dc} on each side",
        f"as {rnd} 3 but with 4 extra {dc} per side",
        f"repeat {rnd} 3, with 4 more {dc} on each side",
    )
    if lot.random() < 0.5:
        p.lines.append(f"{rnd} 4: {more}. (60 {dc})")
        p.counts.append(60)
    else:
        p.lines.append(f"{rnd}s 4-5: {more} each round. (60, 76 {dc})")
        p.counts += [60, 76]
    return p.motif()


def tube(hand: Hand) -> Motif:
    """A circle whose last rounds are worked even."""
    sc = hand.st("sc")
    p = _Pattern(hand, "Kettle", "Circle")
    close = hand.close_on("sc")
    lift = hand.lift("sc")
    p.round([lift, f"6 {sc} {p.place}"], close, 6, "sc")
    each = hand.one(
        "each",
        f"2 {sc} in each st around",
        f"2 {sc} in each {sc} to end",
        f"2 {sc} in every st around",
        f"2 {sc} in each st of previous round",
    )
    p.round([lift, each], close, 12, "sc")
    parts = hand.again([lift], [hand.run(1, "sc"), f"2 {sc} in next st"], 6, [])
    p.round(parts, close, 18, "sc")
    rnd = hand.one("rnd word", "Rnd", "Round", "Rnd")
    even = hand.one("even", f"{sc} in each st around", f"1 {sc} in each {sc}", f"{sc} in every st to end")
    p.round([lift, even], close, 18, "sc")
    last = hand.one(
        "last ones",
        f"{rnd}s 5-6: rep {rnd} 4.",
        f"{rnd}s 5 and 6: as {rnd} 4.",
        f"{rnd} 5-6: repeat {rnd} 4.",
        f"Repeat {rnd} 4 twice more.",
        f"{rnd} 5: as {rnd} 4\n{rnd} 6: as {rnd} 4",
    )
    p.lines.append(last)
    p.counts += [18, 18]
    return p.motif()


def loops(hand: Hand) -> Motif:
    """Loops of chains, and shells of stitches in them."""
    n0 = hand.lot.choice((8, 12))
    sc, s, three = hand.st("sc"), hand.slip(), hand.ch(3)
    p = _Pattern(hand, "Net", "Flower")
    p.round([hand.lift("sc"), f"{2 * n0} {sc} {p.place}"], hand.close_on("sc"), 2 * n0, "sc")
    skip = hand.one("skip", "sk next st", "skip next st", "skip 1 st", "miss next st")
    first = f"{sc} in same st, {three}, {skip}"
    body = f"{sc} in next st, {three}, {skip}"
    net = hand.one(
        "net", f"*{body}; rep from * around", f"*{body}; rep from * {n0 - 2} more times", f"[{body}] {n0 - 1} times"
    )
    p.round([hand.ch(1), first, net], hand.close_on("sc"), n0, "sc", f"{n0} {hand.space(3)}s")
    hdc = hand.st("hdc")
    petal = f"({sc}, {hdc}, {hand.many(2, 'dc')}, {hdc}, {sc})"
    place = hand.one("loop", hand.space(3), "ch-3 loop", "loop", hand.space(3))
    reach = hand.one("loop reach", f"{s} in first {place}", f"{s} into next {place}")
    lift = hand.ch(1)
    ways = (
        [reach, lift, f"{petal} in same {place.split()[-1]}", f"{petal} in each {place} around"],
        [f"{petal} in each {place} around"],
        [f"*{petal} in next {place}; rep from * around"],
    )
    p.round(hand.lot.choice(ways), hand.close_on("sc"), 6 * n0, "")
    return p.motif()


def posts(hand: Hand) -> Motif:
    """A round of post stitches, between plain ones."""
    p = _Pattern(hand, "Pile", "Circle")
    dc, lift = hand.st("dc"), hand.lift("dc")
    p.round([lift, f"12 {dc} {p.place}"], hand.close_on("dc"), 12, "dc")
    each = hand.one(
        "each",
        f"2 {dc} in each st around",
        f"2 {dc} in each {dc} to end",
        f"2 {dc} in every st around",
        f"2 {dc} in each st of previous round",
    )
    p.round([lift, each], hand.close_on("dc"), 24, "dc")
    post = hand.one("post", f"FP{dc}", f"fp{dc}", f"front post {dc}", f"FP{dc}")
    around = hand.one("around", "around next", "around the post of next", "round next", "around the next")
    unit = [f"{post} {around} {dc}", f"2 {dc} in next {dc}"]
    last = hand.one("close on post", f"{hand.slip()} in first st", "join", f"{hand.slip()} in first {post}")
    body = ", ".join(unit)
    way = hand.one("post again", f"*{body}; rep from * around", f"[{body}] 12 times", f"({body}) around")
    p.round([lift, way], last, 36, "")
    return p.motif()


def scallops(hand: Hand) -> Motif:
    """A circle with an edging of shells or picots."""
    p = _Pattern(hand, "Ripple", "Coaster")
    sc, dc, s = hand.st("sc"), hand.st("dc"), hand.slip()
    start = hand.start("dc")
    p.round([start, f"11 {dc} {p.place}"], hand.close("dc"), 12, "dc")
    each = hand.one(
        "each",
        f"2 {dc} in each st around",
        f"2 {dc} in each {dc} to end",
        f"2 {dc} in every st around",
        f"2 {dc} in each st of previous round",
    )
    p.round([start, f"{dc} in same st", each], hand.close("dc"), 24, "dc")
    skip = hand.one("skip", "sk next st", "skip next st", "skip 1 st", "miss next st")
    if hand.lot.random() < 0.5:
        shell = hand.one("shell", f"5 {dc} in next st", f"5 {dc} in next st (shell made)", f"5{dc} in next st")
        body = f"{skip}, {shell}, {skip}, {sc} in next st"
        p.round(
            [hand.ch(1), f"*{body}; rep from * around"],
            hand.one("shell close", f"{s} in first st", "join", f"{s} to join"),
            36,
            "",
        )
    else:
        picot = hand.one(
            "picot",
            f"{hand.ch(3)}, {s} in 3rd ch from hook",
            f"{hand.ch(3)}, {s} in third ch from hook (picot made)",
            "picot",
        )
        body = f"{sc} in next st, {sc} in next st, {picot}"
        p.round([hand.ch(1), f"*{body}; rep from * around"], hand.close_on("sc"), 24, "sc")
    return p.motif()


def half_corners(hand: Hand) -> Motif:
    """A granny whose rounds begin amid a corner, with a chain for its first stitch and space, and end there."""
    p = _Pattern(hand, "Gull", "Square")
    dc, s, two, one = hand.st("dc"), hand.slip(), hand.ch(2), hand.ch(1)
    told = hand.one("five told", f" (counts as {dc} and {two})", f" (= 1 {dc}, {two})", f" (counts as 1 {dc} + {two})")
    start = hand.ch(5) + told
    close = hand.one(
        "five close",
        f"{s} in 3rd ch of {hand.ch(5)}",
        f"join with {s} in 3rd ch of beg ch-5",
        f"{s} to 3rd of {hand.ch(5)}",
    )
    group = hand.many(3, "dc")
    parts = hand.again(
        [start],
        [f"{group} {p.place}", two],
        3,
        [f"{hand.many(2, 'dc')} {p.place}"],
        hand.one("half again", "star", "bracket", "stars"),
    )
    p.round(parts, close, 12, "dc")
    sp, side = hand.space(2), hand.space(1)
    reach = hand.one("half reach", f"{s} in {sp}", f"{s} into {sp}", f"{s} to first {sp}")
    last = hand.one(
        "half end",
        f"{hand.many(2, 'dc')} in first {sp}",
        f"{hand.many(2, 'dc')} in same sp as beg ch-5",
        f"{hand.many(2, 'dc')} in beg corner",
    )
    corner = f"({group}, {two}, {group}) in next {sp}"
    for n in range(2, hand.lot.choice((2, 3)) + 1):
        between = [one] if n == 2 else [one, f"{group} in next {side}", one]
        p.round(
            hand.again([reach, start, f"{group} in same sp"], [*between, corner], 3, [*between, last], "star"),
            close,
            12 * n,
            "dc",
        )
    return p.motif()


def standing(hand: Hand) -> Motif:
    """Rounds of new yarn each, begun with a stitch that stands on the hook."""
    p = _Pattern(hand, "Regatta", "Square")
    dc, s, two = hand.st("dc"), hand.slip(), hand.ch(2)
    group = hand.many(3, "dc")
    close = hand.one(
        "standing close", f"{s} in first {dc}", f"join with {s} in first {dc}", f"{s} to top of standing {dc}", "join"
    )
    stand = hand.one(
        "standing",
        f"standing {dc} in any {{}}",
        f"join new yarn with a standing {dc} in any {{}}",
        f"start with a standing {dc} in any {{}}",
    )
    p.round(
        [hand.start("dc"), f"{hand.many(2, 'dc')} {p.place}", two, f"[{group} {p.place}, {two}] 3 times"],
        hand.close("dc"),
        12,
        "dc",
    )
    sp = hand.space(2)
    first = [stand.format(sp), f"({hand.many(2, 'dc')}, {two}, {group}) in same sp"]
    for n in range(2, hand.lot.choice((2, 3)) + 1):
        side = [f"{group} in next sp between groups"] * (n - 2)
        corner = hand.corner(f"{group}, {two}, {group}", 2)
        p.round(hand.again([*first, *side], [corner, *side], 3, [], "bracket"), close, 12 * n, "dc")
    return p.motif()


def spaces_swept(hand: Hand) -> Motif:
    """Rounds that speak of each space at once."""
    p = _Pattern(hand, "Estuary", "Hexagon")
    s, one = hand.slip(), hand.ch(1)
    p.round(
        [hand.start("dc"), f"{hand.many(1, 'dc')} {p.place}", one, f"({hand.many(2, 'dc')} {p.place}, {one}) 5 times"],
        hand.close("dc"),
        12,
        "dc",
    )
    sp = hand.space(1)
    reach = hand.one(
        "swept reach",
        f"{s} in next {hand.st('dc')} and in next {sp}",
        f"{s} to first {sp}",
        f"join new colour in any {sp}",
    )
    half = f"({hand.many(1, 'dc')}, {one}, {hand.many(2, 'dc')}) in same sp"
    whole = f"({hand.many(2, 'dc')}, {one}, {hand.many(2, 'dc')}) in each {sp} around"
    p.round([reach, hand.start("dc"), half, whole], hand.close("dc"), 24, "dc")
    sc = hand.st("sc")
    edge = hand.one(
        "swept edge",
        f"{sc} in each st around, {hand.many(2, 'sc')} in each {sp}",
        f"{sc} in each {hand.st('dc')} and 2 {sc} in each {sp} around",
    )
    p.round([hand.ch(1), edge], hand.close_on("sc"), 36, "sc")
    return p.motif()


FAMILIES: tuple[Callable[[Hand], Motif], ...] = (
    solid,
    granny,
    circle,
    stitch_corners,
    lace,
    squared,
    strip,
    in_fabric_form,
    bordered,
    clusters,
    oblong,
    like_others,
    tube,
    loops,
    posts,
    scallops,
    half_corners,
    standing,
    spaces_swept,
)


def motif_by_lot(seed: int) -> Motif:
    """The motif of a seed: always the same."""
    lot = Random(seed)
    return lot.choice(FAMILIES)(Hand(lot, uk=lot.random() < 0.4))
