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


motifs = st.one_of(solid(), circle(), granny(), squared_off(), net())
