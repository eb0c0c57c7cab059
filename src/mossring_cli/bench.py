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
from mossring.garbage import settle_down
from mossring.publishing import publish
from mossring.relaxed import relax
from mossring.relaxed.forces import WEIGHT, Forces
from mossring.relaxed.net import Floats, Net, net_of
from mossring.relaxed.rest import lay_out, raised
from mossring.relaxed.settle import How, settle
from mossring.writing import write_sheet
from mossring_press import printed

_CORNER = "(dc, ch 2, dc) in corner"


def hexagon(rounds: int, last: str = _CORNER) -> str:
    """A solid hexagon, 12 stitches more each round, a line each; `last` is the corner of the last round."""
    lines = ["Terms: US", "Shape: hexagon", "Rnd 1: [2 dc in ring, ch 2] 6 times"]
    lines += [f"Rnd {k}: [{_CORNER}, dc in each st to corner] around" for k in range(2, rounds)]
    return "\n".join([*lines, f"Rnd {rounds}: [{last}, dc in each st to corner] around"])


def square(rounds: int) -> str:
    """A solid square that lies flat: two stitches each side of the corner."""
    lines = ["Terms: US", "Shape: square", "Rnd 1: [3 dc in ring, ch 2] 4 times"]
    lines += [f"Rnd {k}: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around" for k in range(2, rounds + 1)]
    return "\n".join(lines)


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
    print("at rest: a hexagon in the plane, and then in space as well")
    first = 0.0
    for rounds in (6, 9, 13) if quick else (6, 9, 13, 18, 26, 36, 47):
        forget()
        draft = work_draft(hexagon(rounds))
        net = net_of(draft)
        plane = measure(partial(settle, net, lay_out(draft, net, flat=True), True), 3)
        both = measure(partial(relax, draft), 1)
        first = first or both / net.size
        ratio = both / net.size / first
        print(f"  {net.size:6} stitches   plane {plane:8.1f} ms   and space {both:8.1f} ms   {ratio:.2f}")
    print("beside scipy's L-BFGS, from the same start to where it stops by itself; left: the energy that each leaves")
    pieces = [("hexagon", hexagon(13)), ("square", square(11)), ("granny", granny(12))]
    for name, text in pieces if quick else [*pieces, ("hexagon", hexagon(26))]:
        draft = work_draft(text)
        net = net_of(draft)
        name = f"{name}, {net.size}"
        flat = lay_out(draft, net, flat=True)
        in_plane = _Beside(net, flat, True, How())
        at = in_plane.found.at
        weight = WEIGHT / float(np.hypot(at[:, 0], at[:, 1]).max()) ** 2
        in_space = _Beside(net, raised(draft, net, at), False, How(weight=weight))
        for what, one in (("in the plane", in_plane), ("in space", in_space)):
            print(
                f"  {name + ', ' + what:24} {one.ours:8.1f} ms, left {one.found.energy:.4f}"
                f"   L-BFGS {one.theirs:8.1f} ms, left {one.left:.4f}   {one.theirs / one.ours:.1f} times"
            )
        ours, theirs = (sum(getattr(one, who) for one in (in_plane, in_space)) for who in ("ours", "theirs"))
        print(f"  {name + ', both':24} {ours:8.1f} ms {'':12}   L-BFGS {theirs:8.1f} ms   {theirs / ours:.1f} times")


class _Beside:
    """A net settled by ours and by scipy's L-BFGS, each several times by turns: the least milliseconds of each, for a
    machine that others use is slow by fits, and the energy left."""

    def __init__(self, net: Net, start: Floats, flat: bool, how: How) -> None:
        self.found = settle(net, start, flat, how)
        self.left = 0.0
        ours, theirs = [], []
        for _ in range(1 if net.size > 2000 else 3):
            ours.append(measure(partial(settle, net, start, flat, how), 3))
            begun = time.perf_counter()
            self.left = lbfgs(net, start, flat, how)
            theirs.append((time.perf_counter() - begun) * 1000)
        self.ours, self.theirs = min(ours), min(theirs)


def lbfgs(net: Net, start: Floats, flat: bool, how: How) -> float:
    """The energy that scipy's general minimiser ends at when it has done by its own measure."""
    force = Forces(net, flat, how.weight, how.bending)
    found = minimize(
        force,
        force.line(start),
        jac=True,
        method="L-BFGS-B",
        options={"maxiter": 20_000, "maxfun": 40_000},
    )
    return float(found.fun)


def sheet(times: int) -> None:
    """How long the printed sheet of a motif of 20 rounds takes from its text, and the same sheet again."""
    print("the sheet of a motif of 20 rounds, as a page to print")
    printed(publish(analyse(square(3)), "us"), "pdf", "a4")  # what it is made with is loaded
    for name, text in (("solid", square(20)), ("granny", granny(20))):
        forget()
        first = measure(lambda text=text: printed(publish(analyse(text), "us"), "pdf", "a4"), 1)  # type: ignore[misc]
        again = measure(lambda text=text: printed(publish(analyse(text), "us"), "pdf", "a4"), times)  # type: ignore[misc]
        print(f"  {name:8} {first:8.1f} ms   again {again:8.1f} ms   {again / first:.2f}")


def run(quick: bool = False) -> int:
    times = 3 if quick else 15
    settle_down()  # as the server does
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
    sheet(times)
    settling(quick)
    limits = cold(at_the_limits(), 1)
    print(f"a text at the limits            {limits:8.1f} ms   {limits / base:.1f} of cold")
    return 0
