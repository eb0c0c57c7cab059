"""Generated motifs: drafts in fabric form that can be worked, for the property tests."""

from __future__ import annotations

from hypothesis import strategies as st

POLYGONS = {3: "triangle", 4: "square", 5: "pentagon", 6: "hexagon", 7: "7-gon", 8: "octagon"}
STITCHES = ["sc", "hdc", "dc", "htr", "tr", "dtr"]


@st.composite
def solid(draw) -> str:
    """A polygon of solid rounds, each with its own stitch and corner."""
    n = draw(st.sampled_from(sorted(POLYGONS)))
    s = draw(st.sampled_from(STITCHES[1:]))
    k = draw(st.integers(1, 4))
    c = draw(st.integers(1, 4))
    lines = [f"Shape: {POLYGONS[n]}", f"Rnd 1: [{k} {s} in ring, ch {c}] {n} times"]
    for r in range(2, draw(st.integers(2, 5)) + 1):
        s = draw(st.sampled_from(STITCHES))
        a, b, c = draw(st.integers(1, 4)), draw(st.integers(1, 4)), draw(st.integers(1, 4))
        corner = f"({a} {s}, ch {c}, {b} {s}) in corner"
        side = f"{s} in each st to corner"
        order = [corner, side] if draw(st.booleans()) else [side, corner]
        times = "around" if draw(st.booleans()) else f"{n} times"
        lines.append(f"Rnd {r}: [{', '.join(order)}] {times}")
    return "\n".join(lines)


@st.composite
def circle(draw) -> str:
    """A circle with increases spread evenly, by any stitch."""
    s = draw(st.sampled_from(STITCHES))
    n = draw(st.integers(4, 18))
    lines = ["Shape: circle", f"Rnd 1: {n} {s} in ring", f"Rnd 2: 2 {s} in each st around"]
    for r in range(3, draw(st.integers(2, 6)) + 1):
        s = draw(st.sampled_from(STITCHES))
        plain = f"{s} in next {r - 2} sts"
        inc = f"2 {s} in next st"
        body = ", ".join([plain, inc] if draw(st.booleans()) else [inc, plain])
        lines.append(f"Rnd {r}: [{body}] around")
    return "\n".join(lines)


@st.composite
def granny(draw) -> str:
    """Groups in spaces, with any side chain, on any polygon; a plain round at the end or not."""
    n = draw(st.sampled_from(sorted(POLYGONS)))
    g = draw(st.integers(2, 4))
    c = draw(st.integers(2, 4))
    side = draw(st.integers(0, 1))
    ch = f", ch {side}" if side else ""
    between = "next ch-1 sp" if side else "sp between next 2 groups"
    lines = [f"Shape: {POLYGONS[n]}", f"Rnd 1: [{g} dc in ring, ch {c}] {n} times"]
    last = draw(st.integers(2, 5))
    for r in range(2, last + 1):
        groups = "".join(f", {g} dc in {between}{ch}" for _ in range(r - 2))
        lines.append(f"Rnd {r}: [({g} dc, ch {c}, {g} dc) in corner{ch}{groups}] around")
    if draw(st.booleans()):
        lines.append(f"Rnd {last + 1}: [3 sc in corner, sc in each st and in each ch-1 sp to corner] around")
    return "\n".join(lines)


@st.composite
def squared_off(draw) -> str:
    """A circle to a polygon by rising heights, then solid rounds."""
    n = draw(st.sampled_from([4, 6]))
    count = n * draw(st.sampled_from([6, 8, 12]))
    side = count // n - 1
    low = draw(st.integers(1, side - 1))
    corner = draw(st.sampled_from(["(dc, ch 2, dc)", "(2 dc, ch 2, 2 dc)", "(dc, tr, dc)"]))
    lines = [
        f"Shape: circle to {POLYGONS[n]}",
        f"Rnd 1: {count // 2} dc in ring",
        "Rnd 2: 2 dc in each st around",
        f"Rnd 3: [sc in next {low} sts, hdc in next {side - low} sts, {corner} in next st] around",
    ]
    if draw(st.booleans()):
        lines.append("Rnd 4: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around")
    return "\n".join(lines)


@st.composite
def net(draw) -> str:
    """A mesh of chains and the groups that fill it, with skips."""
    n = draw(st.integers(3, 12)) * 2
    lines = [
        "Shape: circle",
        f"Rnd 1: [dc in ring, ch 1] {n} times",
        f"Rnd 2: [(sc, ch {draw(st.integers(1, 3))}) in next ch-1 sp, sk next st] around",
        "Rnd 3: [2 dc in next sp, ch 1, sk next sp, dc in next st] around",
        "Rnd 4: sl st in each st around",
    ]
    return "\n".join(lines[: draw(st.integers(2, 5))])


LEGGED = ["3-dc cl", "2-tr cl", "4-dc cl (closed)", "5-dc pc", "4-dc bobble", "3-hdc puff", "puff"]
POSTS = ["FPdc", "BPdc", "FPtr", "BPhdc"]
PARTS = ["", "BLO ", "FLO "]


@st.composite
def rich_circle(draw) -> str:
    """Rounds of clusters, posts, loops, picots, wings and stitches together, on a circle that divides by twelve."""
    n = 12
    s = draw(st.sampled_from(STITCHES[1:]))
    lines = ["Shape: circle", f"Rnd 1: {n} {s} in ring"]
    for r in range(2, draw(st.integers(2, 6)) + 1):
        a, b = draw(st.sampled_from(STITCHES)), draw(st.sampled_from(STITCHES[1:]))
        bodies = [
            (f"[{draw(st.sampled_from(LEGGED))} in next st, ch {draw(st.integers(0, 3)) or 1}] {n} times", n),
            (f"[{draw(st.sampled_from(POSTS))} around next st, {b} in same st] {n} times", 2 * n),
            (f"[{draw(st.sampled_from(PARTS))}{a} in next st, {b} in next st] {n // 2} times", n),
            (f"in {draw(st.sampled_from(['BLO', 'FLO', '3rd loop']))}, 2 {a} in each st around", 2 * n),
            (f"[sc in next 2 sts, {draw(st.sampled_from(['picot', 'ch-4 picot']))}] {n // 2} times", n),
            (f"[{a} in next st, ch 3, 2-dc cl in 3rd ch from hook] {n} times", 2 * n),
            (f"[{b} in next st, {a}2tog over next 2 sts] {n // 3} times", n // 3 * 2),
            (f"[3-dc cl over next 3 sts, ch 4] {n // 3} times", n // 3),
            (f"[{a} in next st, sk next st, ({b}, ch 1, {b}) in next st] {n // 3} times", n),
        ]
        line, made = draw(st.sampled_from(bodies))
        lines.append(f"Rnd {r}: {line}")
        n = made
        if n < 6 or n > 96 or n % 6:
            break
    return "\n".join(lines)


@st.composite
def rich_polygon(draw) -> str:
    """Polygons of clusters or posts between corners."""
    n = draw(st.sampled_from(sorted(POLYGONS)))
    c = draw(st.integers(2, 4))
    cl = draw(st.sampled_from(LEGGED[:3]))
    post = draw(st.sampled_from(POSTS))
    lines = [f"Shape: {POLYGONS[n]}", f"Rnd 1: [3 dc in ring, ch {c}] {n} times"]
    second = [
        f"[({cl}, ch {c}, {cl}) in corner, ch 1, sk next st, {cl} in next st, ch 1] around",
        f"[(2 dc, ch {c}, 2 dc) in corner, dc in next st, {post} around next st, dc in next st] around",
        f"[(2 dc, picot, 2 dc) in corner, {draw(st.sampled_from(PARTS))}dc in each st to corner] around",
    ]
    lines.append(f"Rnd 2: {draw(st.sampled_from(second))}")
    return "\n".join(lines)


@st.composite
def oblong(draw) -> str:
    """Rounds on both sides of a foundation chain."""
    s = draw(st.sampled_from(STITCHES[:5]))
    ends = draw(st.sampled_from([f"3 {s}", f"5 {s}", f"(2 {s}, ch 2, {s}, ch 2, 2 {s})", f"({s}, ch 3, {s})"]))
    lines = ["Shape: rectangle", f"Begin: ch {draw(st.integers(3, 20))} (foundation)"]
    lines.append(f"Rnd 1: [{ends} in corner, {s} in each ch to corner] twice")
    if "ch 2" in ends:
        lines.append("Rnd 2: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around")
    return "\n".join(lines)


@st.composite
def rows(draw) -> str:
    """A piece in rows, with an edge about it or not."""
    n = draw(st.integers(3, 16))
    begin = draw(st.sampled_from([f"ch {n} (foundation)", f"{n} fsc"]))
    lines = ["Shape: square", "Worked: rows", f"Begin: {begin}"]
    last = draw(st.integers(1, 4))
    for r in range(1, last + 1):
        s = draw(st.sampled_from([*STITCHES, *POSTS] if r > 1 else STITCHES))
        around = "around" if s in POSTS else "in"
        lines.append(f"Row {r}: {s} {around} each st across")
    if draw(st.booleans()):
        lines.append(
            f"Rnd {last + 1}: sc in each row end, sc in next {n} sts, sc in each row end, sc in each st around"
        )
    return "\n".join(lines)


motifs = st.one_of(solid(), circle(), granny(), squared_off(), net(), rich_circle(), rich_polygon(), oblong(), rows())
