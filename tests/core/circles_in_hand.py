"""Circles, lace, ovals and strips of known counts, each set out in whatever hand it is given (see hands.py)."""

from __future__ import annotations

from core.hands import Hand
from core.patterns_in_hand import Motif, Pattern


def circle(hand: Hand) -> Motif:
    """Increases evenly round, one more plain stitch between them each round."""
    lot = hand.lot
    key, n0 = lot.choice((("dc", 12), ("hdc", 8), ("sc", 6), ("dc", 12)))
    st = hand.st(key)
    spiral = key == "sc" and lot.random() < 0.5
    counted = key in ("dc", "hdc") and lot.random() < 0.4
    p = Pattern(hand, "Capstan", "Circle")
    p.head += "Work in a spiral; do not join.\n" if spiral else ""
    close = "" if spiral else hand.close(key) if counted else hand.close_on(key)
    lift = [] if spiral else [hand.start(key) if counted else hand.lift(key)]
    two = hand.one("increase", f"2 {st} in next st", f"2{st} in next st", f"2 {st} in the next st")
    each = hand.two_in_each(key)
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


def lace(hand: Hand) -> Motif:
    """Spokes with chains between, and spaces that are filled."""
    n0 = hand.lot.choice((12, 16))
    dc, s, one = hand.st("dc"), hand.slip(), hand.ch(1)
    p = Pattern(hand, "Fog", "Wheel")
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
    p = Pattern(hand, "Porthole", "Square")
    dc, sc = hand.st("dc"), hand.st("sc")
    p.round([hand.start("dc"), f"11 {dc} {p.place}"], hand.close("dc"), 12, "dc")
    each = hand.two_in_each("dc")
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


def clusters(hand: Hand) -> Motif:
    """Clusters with chains between, then groups in the spaces: a hexagon."""
    two = hand.ch(2)
    p = Pattern(hand, "Barnacle", "Hexagon")
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
    p = Pattern(hand, "Punt", "Oval")
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


def tube(hand: Hand) -> Motif:
    """A circle whose last rounds are worked even."""
    sc = hand.st("sc")
    p = Pattern(hand, "Kettle", "Circle")
    close = hand.close_on("sc")
    lift = hand.lift("sc")
    p.round([lift, f"6 {sc} {p.place}"], close, 6, "sc")
    each = hand.two_in_each("sc")
    p.round([lift, each], close, 12, "sc")
    parts = hand.again([lift], [hand.run(1, "sc"), f"2 {sc} in next st"], 6, [])
    p.round(parts, close, 18, "sc")
    rnd = hand.rnd()
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
    p = Pattern(hand, "Net", "Flower")
    p.round([hand.lift("sc"), f"{2 * n0} {sc} {p.place}"], hand.close_on("sc"), 2 * n0, "sc")
    skip = hand.skip()
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
    p = Pattern(hand, "Pile", "Circle")
    dc, lift = hand.st("dc"), hand.lift("dc")
    p.round([lift, f"12 {dc} {p.place}"], hand.close_on("dc"), 12, "dc")
    each = hand.two_in_each("dc")
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
    p = Pattern(hand, "Ripple", "Coaster")
    sc, dc, s = hand.st("sc"), hand.st("dc"), hand.slip()
    start = hand.start("dc")
    p.round([start, f"11 {dc} {p.place}"], hand.close("dc"), 12, "dc")
    each = hand.two_in_each("dc")
    p.round([start, f"{dc} in same st", each], hand.close("dc"), 24, "dc")
    skip = hand.skip()
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
