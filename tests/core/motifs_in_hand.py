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
    each = hand.one("each", f"2 {st} in each st around", f"2 {st} in each {st} to end", f"2 {st} in every st around")
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
    dc, hdc, sc = hand.st("dc"), hand.st("hdc"), hand.st("sc")
    p.round([hand.start("dc"), f"11 {dc} {p.place}"], hand.close("dc"), 12, "dc")
    each = hand.one("each", f"2 {dc} in each st around", f"2 {dc} in each {dc} to end", f"2 {dc} in every st around")
    p.round([hand.start("dc"), f"{dc} in same st", each], hand.close("dc"), 24, "dc")
    low = [hand.run(1, "hdc"), f"{sc} in next 3 sts", hand.run(1, "hdc")]
    corner = f"({hand.many(2, 'dc')}, {hand.ch(2)}, {hand.many(2, 'dc')}) in next st"
    first = f"({hand.many(1, 'dc')}, {hand.ch(2)}, {hand.many(2, 'dc')}) in same st"
    assert hdc
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


FAMILIES: tuple[Callable[[Hand], Motif], ...] = (
    solid,
    granny,
    circle,
    stitch_corners,
    lace,
    squared,
    strip,
    in_fabric_form,
)


def motif_by_lot(seed: int) -> Motif:
    """The motif of a seed: always the same."""
    lot = Random(seed)
    return lot.choice(FAMILIES)(Hand(lot, uk=lot.random() < 0.4))
