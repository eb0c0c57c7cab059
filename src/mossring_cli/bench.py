"""`./mossring bench`: how fast the core answers, as ratios in one run; nothing here passes or fails."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from functools import partial

import numpy as np
from scipy.optimize import minimize

from mossring.analysis import analyse
from mossring.chart import draw
from mossring.draft import forget, work_draft
from mossring.relaxed import relax
from mossring.relaxed.net import Floats, Net, net_of
from mossring.relaxed.rest import lay_out
from mossring.relaxed.settle import forces, settle
from mossring.writing import write_sheet

_CORNER = "(dc, ch 2, dc) in corner"


def hexagon(rounds: int, last: str = _CORNER) -> str:
    """A solid hexagon, 12 stitches more each round, a line each; `last` is the corner of the last round."""
    lines = ["Terms: US", "Shape: hexagon", "Rnd 1: [2 dc in ring, ch 2] 6 times"]
    lines += [f"Rnd {k}: [{_CORNER}, dc in each st to corner] around" for k in range(2, rounds)]
    return "\n".join([*lines, f"Rnd {rounds}: [{last}, dc in each st to corner] around"])


def granny(rounds: int) -> str:
    lines = ["Terms: US", "Shape: square", "Rnd 1: [3 dc in ring, ch 2] 4 times"]
    for k in range(2, rounds + 1):
        side = "" if k == 2 else f", [3 dc in next ch-1 sp, ch 1] {k - 2} times"
        lines.append(f"Rnd {k}: [(3 dc, ch 2, 3 dc) in corner, ch 1{side}] around")
    return "\n".join(lines)


def at_the_limits() -> str:
    """200,000 characters of instructions, and a repeat that would pass 60,000 stitches."""
    body = "[" * 39 + "dc in next st" + "] 9999 times" * 39
    filler = "dc in next st, " * 13_000
    return f"Shape: circle\nRnd 1: 12 dc in ring\nRnd 2: {body}\nRnd 3: {filler}"[:200_000]


def whole_answer(text: str) -> int:
    """Findings, both sheets, the drawing: all there is to know of a motif (the bench asks for no sheets)."""
    result = analyse(text)
    write_sheet(result.draft, "us")
    write_sheet(result.draft, "uk")
    draw(result.draft)
    return sum(r.worked.stitches for r in result.draft.rounds)


def measure(run: Callable[[], object], times: int) -> float:
    """The median of several runs, in milliseconds."""
    taken = []
    for _ in range(times):
        begun = time.perf_counter()
        run()
        taken.append((time.perf_counter() - begun) * 1000)
    return statistics.median(taken)


Answer = Callable[[str], object]


def cold(text: str, times: int, answer: Answer = whole_answer) -> float:
    def run() -> None:
        forget()
        answer(text)

    return measure(run, times)


def after_a_change(rounds: int, times: int, answer: Answer = whole_answer) -> float:
    """The last round's words change, to ones not seen before; the fabric stays one that lies flat."""
    forget()
    answer(hexagon(rounds))
    texts = iter([hexagon(rounds, " " * k + _CORNER) for k in range(1, times + 1)])
    return measure(lambda: answer(next(texts)), times)


def settling(quick: bool) -> None:
    """How long the fabric takes to come to rest, and another minimiser beside it on the same energy."""
    print("at rest, and scipy's L-BFGS on the same energy in the plane to the same gradient")
    first = 0.0
    for rounds in (6, 9, 13) if quick else (6, 9, 13, 18, 26, 36, 47):
        forget()
        draft = work_draft(hexagon(rounds))
        net = net_of(draft)
        start = lay_out(draft, net, flat=True)
        plane = measure(partial(settle, net, start, True), 3)
        both = measure(partial(relax, draft), 1)
        first = first or both / net.size
        ratio = both / net.size / first
        line = f"  {net.size:6} stitches   plane {plane:8.1f} ms   and space {both:8.1f} ms   {ratio:.2f}"
        if net.size < 2000:
            left = float(np.abs(forces(net, True)(settle(net, start, True).at[:, :2])[1]).max())
            other = measure(partial(lbfgs, net, start, left), 1)
            line += f"   L-BFGS {other:8.1f} ms, {other / plane:.0f} times"
        print(line)


Line = np.ndarray[tuple[int], np.dtype[np.float64]]


def lbfgs(net: Net, start: Floats, gradient: float) -> float:
    """The energy that scipy's general minimiser ends at, in the plane, once no part of the gradient is larger."""
    force = forces(net, True)

    def energy(flat: Line) -> tuple[float, Line]:
        e, g = force(flat.reshape(-1, 2))
        return e, g.reshape(-1)

    found = minimize(
        energy,
        start[:, :2].reshape(-1),
        jac=True,
        method="L-BFGS-B",
        options={"maxiter": 20_000, "maxfun": 40_000, "ftol": 0.0, "gtol": gradient},
    )
    return float(found.fun)


def run(quick: bool = False) -> int:
    times = 3 if quick else 15
    twelve, stitches = hexagon(12), whole_answer(hexagon(12))
    base = cold(twelve, times, analyse)
    print(f"solid hexagon, 12 rounds, {stitches} stitches")
    for name, answer in (("worked and judged", analyse), ("and written, twice, and drawn", whole_answer)):
        first, changed = cold(twelve, times, answer), after_a_change(12, times, answer)
        print(f"  {name:30} cold {first:7.1f} ms   {first / base:.2f}")
        print(f"  {'':30} last round changed {changed:7.1f} ms   {changed / base:.2f}")
    print("linear in stitches (cold time per stitch, against the first)")
    each_first = 0.0
    for rounds in (8, 16, 32) if quick else (8, 16, 32, 64):
        n = whole_answer(hexagon(rounds))
        each = cold(hexagon(rounds), max(1, times // 5)) / n
        each_first = each_first or each
        print(f"  {rounds:3} rounds, {n:6} stitches      {each * 1000:8.1f} us   {each / each_first:.2f}")
    forty = granny(40)
    n = whole_answer(forty)
    slow = cold(forty, max(1, times // 5))
    print(f"granny, 40 rounds, {n} stitches   {slow:8.1f} ms   {slow / n / each_first:.2f} of the solid a stitch")
    settling(quick)
    limits = cold(at_the_limits(), 1)
    print(f"a text at the limits            {limits:8.1f} ms   {limits / base:.1f} of cold")
    return 0
