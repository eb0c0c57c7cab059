"""Squares and their kin of known counts, each set out in whatever hand it is given (see hands.py)."""

from __future__ import annotations

from collections.abc import Callable
from random import Random

from core.circles_in_hand import circle, clusters, lace, loops, oblong, posts, scallops, squared, strip, tube
from core.hands import Hand
from core.patterns_in_hand import Motif, Pattern


def solid(hand: Hand) -> Motif:
    """Sides of plain stitches and corners about a chain: a few more each side of each corner."""
    lot = hand.lot
    sides = lot.choice((4, 4, 4, 6, 6, 5, 8))
    key = lot.choice(("dc", "dc", "dc", "hdc"))
    half, first = {4: (2, 3), 5: (1, 3), 6: (1, 2), 8: (1, 2)}[sides]
    chains = lot.choice((1, 2)) if sides > 4 else 2
    p = Pattern(hand, "Bulwark", {4: "Square", 5: "Pentagon", 6: "Hexagon", 8: "Octagon"}[sides])
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
    p = Pattern(hand, "Harbour", {3: "Triangle", 4: "Square", 6: "Hexagon"}[sides])
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


def stitch_corners(hand: Hand) -> Motif:
    """Three single crochet in one stitch at each corner."""
    p = Pattern(hand, "Hatch", "Square")
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


def in_fabric_form(hand: Hand) -> Motif:
    """Rounds without starts and joins: corners and sides in each."""
    lot = hand.lot
    sides, half, first = lot.choice(((4, 2, 3), (6, 1, 2), (5, 1, 3)))
    p = Pattern(hand, "Quay", {4: "Square", 5: "Pentagon", 6: "Hexagon"}[sides])
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
    p = Pattern(hand, "Jetty", "Square")
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


def like_others(hand: Hand) -> Motif:
    """A square whose later rounds are told by an earlier one."""
    lot = hand.lot
    p = Pattern(hand, "Beacon", "Square")
    dc, link = hand.st("dc"), hand.ch(2)
    p.four_groups()
    corner = hand.corner(f"{hand.many(2, 'dc')}, {link}, {hand.many(2, 'dc')}", 2)
    for n in (2, 3):
        start = [hand.start("dc"), hand.run(2 * n - 2, "dc", "dc"), corner]
        tail = [hand.last(2, "dc")] if n > 2 else []
        length = 4 * n - 5
        p.round(hand.again(start, [hand.run(length, "dc", "dc"), corner], 3, tail), hand.close("dc"), 16 * n - 4, "dc")
    rnd = hand.rnd()
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


def half_corners(hand: Hand) -> Motif:
    """A granny whose rounds begin amid a corner, with a chain for its first stitch and space, and end there."""
    p = Pattern(hand, "Gull", "Square")
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
    p = Pattern(hand, "Regatta", "Square")
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
    p = Pattern(hand, "Estuary", "Hexagon")
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
