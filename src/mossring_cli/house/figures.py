"""The figures of docs/flatness.md, computed: `python -m mossring_cli.house.figures`."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from math import cos, sin

from mossring.chart import threads
from mossring.draft import Draft, work_draft
from mossring.relaxed import relax
from mossring.shape import bands
from mossring_cli.house.start import ROOT

FOLDER = ROOT / "docs" / "figures"
_INK, _QUIET, _MOSS, _RUST = "#22281e", "#565e4e", "#35593a", "#8a5a33"
TILT = 0.5


def circle(n: int, rounds: int) -> str:
    """A circle of dc with n more each round."""
    lines = [f"Shape: circle\nRnd 1: {n} dc in ring"]
    for r in range(2, rounds + 1):
        plain = f", dc in next {r - 2} sts" if r > 2 else ""
        lines.append(f"Rnd {r}: [2 dc in next st{plain}] {n} times")
    return "\n".join(lines)


def square(corner: int, rounds: int) -> str:
    group = f"({corner} dc, ch 2, {corner} dc)"
    lines = ["Shape: square\nRnd 1: [3 dc in ring, ch 2] 4 times"]
    lines += [f"Rnd {r}: [{group} in corner, dc in each st to corner] around" for r in range(2, rounds + 1)]
    return "\n".join(lines)


def granny(rounds: int) -> str:
    lines = ["Shape: square\nRnd 1: [3 dc in ring, ch 2] 4 times"]
    for r in range(2, rounds + 1):
        groups = f", [3 dc in next ch-1 sp, ch 1] {r - 2} times" if r > 2 else ""
        lines.append(f"Rnd {r}: [(3 dc, ch 2, 3 dc) in corner, ch 1{groups}] around")
    return "\n".join(lines)


def on_the_table() -> str:
    """Ten, twelve and fourteen dc a round, as they settle, seen from above one side."""
    out = []
    for k, n in enumerate((10, 12, 14)):
        draft = work_draft(circle(n, 7))
        found = relax(draft)
        assert found is not None
        path = "".join(_seen(r) for r in threads(draft, found.space))
        out.append(f'<g transform="translate({150 + 300 * k} 130) scale(9)">{_stroke(path)}</g>')
        out.append(_text(150 + 300 * k, 262, f"{n} dc a round: {found.lie.verdict}"))
    return _svg(900, 280, out)


def _seen(round_: list[float]) -> str:
    path = []
    for i in range(0, len(round_), 6):
        a, b = (
            (x, -(y * sin(TILT) + z * cos(TILT)))
            for x, y, z in (tuple(round_[i : i + 3]), tuple(round_[i + 3 : i + 6]))
        )
        path.append(f"M{a[0]:.2f} {a[1]:.2f}L{b[0]:.2f} {b[1]:.2f}")
    return "".join(path)


def fullness() -> str:
    """The bands of fullness that read flat and that block out, by openness, and pieces known to the trade."""

    def x(o: float) -> float:
        return 70 + 420 * o

    def y(f: float) -> float:
        return 300 - 240 * (f - 0.6)

    steps = [k / 20 for k in range(21)]
    out = []
    for which, colour in ((1, "#ebe7da"), (0, "#dde6d2")):
        low = [(x(o), y(bands(o)[which][0])) for o in steps]
        high = [(x(o), y(bands(o)[which][1])) for o in reversed(steps)]
        out.append(f'<polygon fill="{colour}" points="{" ".join(f"{a:.1f},{b:.1f}" for a, b in low + high)}"/>')
    out.append(_text(x(0.5), y(1.0) + 4, "flat"))
    out.append(_text(x(0.5), y(1.27), "blocks out"))
    out.append(_text(x(0.12), y(1.45), "ruffles"))
    out.append(_text(x(0.12), y(0.68), "cups"))
    known = [("8 dc", circle(8, 6)), ("10 dc", circle(10, 6)), ("12 dc", circle(12, 6)), ("14 dc", circle(14, 6))]
    known += [("square 1+1", square(1, 6)), ("square 2+2", square(2, 6)), ("square 3+3", square(3, 6))]
    known += [("granny", granny(6))]
    for name, text in known:
        entry = work_draft(text).rounds[-1].entry
        low_f, high_f = (min(1.6, max(0.6, f)) for f in entry.fullness)
        a = x(entry.openness)
        out.append(f'<path d="M{a:.1f} {y(low_f):.1f}V{y(high_f):.1f}" stroke="{_RUST}" stroke-width="5"/>')
        out.append(f'<circle cx="{a:.1f}" cy="{y((low_f + high_f) / 2):.1f}" r="4" fill="{_RUST}"/>')
        out.append(_text(a + 8, y((low_f + high_f) / 2) + 4, name, "start"))
    out += [_text(60, y(f) + 4, f"{f:.1f}", "end") for f in (0.6, 0.8, 1.0, 1.2, 1.4, 1.6)]
    out.append(_text(280, 332, "openness: share of stitches that stand in spaces"))
    return _svg(620, 345, out)


def strain() -> str:
    """A square with too few and one with enough in its corners: stitches as they lie, strain of each round beside."""
    out = []
    for k, corner in enumerate((1, 2)):
        draft = work_draft(square(corner, 6))
        found = relax(draft)
        assert found is not None
        at = 150 + 430 * k
        path = "".join(_flat(r) for r in threads(draft, found.plane))
        out.append(f'<g transform="translate({at} 145) rotate(45) scale(9)">{_stroke(path)}</g>')
        out += _bars(draft, found.lie.strain, at + 232)
        out.append(_text(at, 292, f"{corner} + {corner} dc in the corner: {found.lie.verdict}"))
    return _svg(900, 305, out)


def _flat(round_: list[float]) -> str:
    at = range(0, len(round_), 6)
    return "".join(f"M{round_[i]:.2f} {-round_[i + 1]:.2f}L{round_[i + 3]:.2f} {-round_[i + 4]:.2f}" for i in at)


def _bars(draft: Draft, strain_: Iterable[float], at: float) -> Iterable[str]:
    for r, s in zip(draft.rounds, strain_, strict=True):
        y = 250 - 34 * r.number
        yield f'<path d="M{at} {y}h{300 * s:.1f}" stroke="{_RUST if s > 0 else _MOSS}" stroke-width="9"/>'
        yield _text(at - 108, y + 4, f"{r.number}", "end")
        yield _text(at + max(4.0, 300 * s) + 6, y + 4, f"{s:+.0%}", "start")


def _stroke(path: str) -> str:
    return f'<path d="{path}" fill="none" stroke="{_MOSS}" stroke-width="0.22" stroke-linecap="round"/>'


def _text(x: float, y: float, words: str, anchor: str = "middle") -> str:
    return f'<text x="{x:.1f}" y="{y:.1f}" text-anchor="{anchor}" fill="{_INK}" font-size="14">{words}</text>'


def _svg(width: int, height: int, parts: Iterable[str]) -> str:
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width} {height}" width="{width}" height="{height}" '
        f'font-family="sans-serif"><rect width="{width}" height="{height}" fill="#fdfbf5"/>{"".join(parts)}</svg>\n'
    )


FIGURES: dict[str, Callable[[], str]] = {"on-the-table": on_the_table, "fullness": fullness, "strain": strain}


def main() -> None:
    FOLDER.mkdir(parents=True, exist_ok=True)
    for name, make in FIGURES.items():
        (FOLDER / f"{name}.svg").write_text(make())
        print(f"docs/figures/{name}.svg")


if __name__ == "__main__":
    main()
