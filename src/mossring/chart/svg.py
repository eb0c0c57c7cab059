"""A drawing as an SVG picture that stands by itself."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape
from typing import NamedTuple

from mossring.chart.inks import darkened
from mossring.chart.key import Entry, key_of
from mossring.chart.labels import TALL
from mossring.chart.signs import Drawing, Sign
from mossring.chart.symbols import SCALE
from mossring.stitches import Dialect

INKS = ("#2f5d50", "#7a4a2b")
"""Rounds of the right side and of the wrong side, or one after the other where nothing is turned."""
INK = "#2b2b2b"
_FILLED = ("slst",)


def as_svg(drawing: Drawing, title: str, size: int = 320, colours: Sequence[str] = ()) -> str:
    """The picture, `size` pixels square, rounds in two alternating inks on a clear ground, or each in its own
    colour: a path for each round."""
    reach = (drawing.reach + 1) * SCALE
    stroke = max(0.9, reach / size * 1.5)
    rounds = "".join(
        f'<path stroke="{colours[k] if colours else INKS[k % 2]}" d="{"".join(sign.path for sign in signs)}"/>'
        for k, signs in enumerate(drawing.rounds)
        if signs
    )
    if drawing.centre:
        rounds = f'<path stroke="{INKS[1]}" d="{"".join(sign.path for sign in drawing.centre)}"/>{rounds}'
    ties = "".join(sign.path for sign in drawing.beside if sign.role == "tie")
    if ties:
        rounds += f'<path class="ties" stroke="{INKS[0]}" {_dotted(stroke)} d="{ties}"/>'
    return framed(drawing, title, size, stroke, rounds)


def framed(drawing: Drawing, title: str, size: int, stroke: float, body: str) -> str:
    """A square picture of a drawing, `size` pixels wide, its lines so wide in the picture's units."""
    left, top, width, height = box_of(drawing)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{size}" height="{size}" '
        f'viewBox="{left:.1f} {top:.1f} {width:.1f} {height:.1f}" role="img">'
        f"<title>{escape(title)}</title>"
        f'<g fill="none" stroke-width="{stroke:.2f}" stroke-linecap="round" stroke-linejoin="round" '
        f'transform="rotate({drawing.turn:.2f})">{body}</g></svg>\n'
    )


_UNIT = 0.5
"""Millimetres of paper to a unit of the picture, where the paper is wide enough for that."""
_WIDEST, _TALLEST = 165.0, 200.0
"""Millimetres that a chart has on a page of either paper."""
_LINE = 6.0
"""Millimetres between two lines of the key."""
_WORDS = 3.2
"""How tall the words of the key are, in millimetres."""
_SIGN, _LETTER = 13.0, 1.65
"""How wide a symbol of the key is with what is clear about it, and a letter behind it, in millimetres."""
_FEW_LINES = 3
"""The key has another column for every so many symbols."""
_NEAR = 0.6


def chart_svg(drawing: Drawing, title: str, about: str, dialect: Dialect, ink: Ink | None = None) -> str:
    """A chart with its key, as it stands on paper: each symbol a path of its own. about: the chart in words. ink: as
    `on_paper` has it (None: two inks)."""
    ink = ink or on_paper(drawing)
    entries = key_of(drawing, dialect, ink.said)
    left, top, width, height = box_of(drawing)
    unit = min(_UNIT, _WIDEST / width, _TALLEST / height)
    stroke = max(1.0, 0.32 / unit)
    groups = [(INK, drawing.centre), *zip(ink.rounds, drawing.rounds, strict=True)]
    body = "".join(
        f'<g stroke="{colour}" fill="none">{"".join(_path(s, colour) for s in signs)}</g>'
        for colour, signs in groups
        if signs
    )
    by_round = {signs[0].round: colour for colour, signs in groups if signs}
    beside = (_said(s, stroke, by_round.get(s.round, INK)) for s in drawing.beside)
    body += f'<g stroke="{INK}" fill="none">{"".join(beside)}</g>'
    if drawing.turn:
        body = f'<g transform="rotate({drawing.turn:.2f})">{body}</g>'
    column = _SIGN + _LETTER * max([len(e.words) for e in entries], default=0)
    columns = max(1, min(int(_WIDEST // column), -(-len(entries) // _FEW_LINES)))
    wide = max(width, columns * column / unit)
    left -= (wide - width) / 2
    key, deep = _key(entries, unit, left, top + height, wide, columns)
    tall = height + deep
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide * unit:.1f}mm" height="{tall * unit:.1f}mm" '
        f'viewBox="{left:.1f} {top:.1f} {wide:.1f} {tall:.1f}" role="img" font-family="Literata, Georgia, serif">'
        f"<title>{escape(title)}</title><desc>{escape(about)}</desc>"
        f'<g stroke-width="{stroke:.2f}" stroke-linecap="round" stroke-linejoin="round">{body}{key}</g></svg>\n'
    )


class Ink(NamedTuple):
    """The colour of each round's lines, and what each colour says, for the key."""

    rounds: list[str]
    said: list[tuple[str, str]]


def on_paper(drawing: Drawing, inks: str = "two", worn: Sequence[str] = (), yarns: Sequence[str] = ()) -> Ink:
    """The inks of a chart on white paper. inks: `two` (one for either side of the fabric; where nothing is turned, one
    and the other in turn), `yarn` (those of the colours worn, dark enough to be seen; yarns: the name of each round's)
    or `black`."""
    n = len(drawing.rounds)
    if inks == "black":
        return Ink([INK] * n, [])
    if inks == "yarn":
        dark = [darkened(colour) for colour in worn]
        return Ink(dark, list(dict.fromkeys(zip(yarns, dark, strict=True))))
    if "WS" in drawing.sides:
        said = [("right-side rounds", INKS[0]), ("wrong-side rounds (WS)", INKS[1])]
        return Ink([INKS[side == "WS"] for side in drawing.sides], said)
    return Ink([INKS[k % 2] for k in range(n)], [])


def box_of(drawing: Drawing) -> tuple[float, float, float, float]:
    """Left, top, width and height of all that is drawn, with a margin, in the picture's units."""
    if drawing.reach:
        reach = (drawing.reach + 1) * SCALE
        return -reach, -drawing.middle * SCALE - reach, 2 * reach, 2 * reach
    at = [p for sign in drawing.every() for p in sign.points()]
    xs, ys = [x for x, _ in at] or [0.0], [y for _, y in at] or [0.0]
    margin = _NEAR * SCALE
    left, top = min(xs) - margin, min(ys) - margin
    return left, top, max(xs) - left + margin, max(ys) - top + margin


def _path(sign: Sign, ink: str) -> str:
    fill = f' fill="{ink}"' if sign.kind in _FILLED else ""
    said = f' data-part="{sign.part}"' if sign.part else ""
    return (
        f'<path data-round="{sign.round}" data-kind="{sign.kind}" data-role="{sign.role}"{said}{fill} d="{sign.path}"/>'
    )


def _said(sign: Sign, stroke: float, ink: str) -> str:
    """What stands beside the rounds: words, arrows, brackets, joins to neighbours."""
    if not sign.text:
        dots = f" {_dotted(stroke)}" if sign.role == "tie" else ""
        return f'<path data-round="{sign.round}" data-role="{sign.role}" stroke="{ink}"{dots} d="{sign.path}"/>'
    x, y = sign.at[0] * SCALE, (0.36 * TALL - sign.at[1]) * SCALE
    return (
        f'<text data-round="{sign.round}" data-role="{sign.role}" x="{x:.1f}" y="{y:.1f}" '
        f'font-size="{TALL * SCALE * 1.1:.1f}" text-anchor="middle" stroke="none" fill="{ink}">'
        f"{escape(sign.text)}</text>"
    )


def _key(
    entries: Sequence[Entry], unit: float, left: float, top: float, width: float, columns: int
) -> tuple[str, float]:
    """The key below a chart, in so many columns, and how deep it is."""
    if not entries:
        return "", 0.0
    lines = -(-len(entries) // columns)
    grown = 0.42 / unit
    deep = max(e.tall for e in entries) * SCALE * grown
    pitch = max(_LINE / unit, deep + 1.5 / unit)
    out = []
    for k, entry in enumerate(entries):
        x = left + (k // lines) * width / columns + 5.0 / unit
        y = top + (k % lines + 1) * pitch
        lower = entry.tall * SCALE * grown / 2 - 1.1 / unit
        dots = f" {_dotted(1.0)}" if entry.kind == "tie" else ""
        out.append(
            f'<g data-key="{entry.kind}"><path transform="translate({x:.1f} {y + lower:.1f}) scale({grown:.3f})" '
            f'stroke="{entry.ink or INK}" stroke-width="{0.34 / unit / grown * (3 if entry.ink else 1):.2f}" '
            f'fill="{INK if entry.kind in _FILLED else "none"}"{dots} d="{entry.path}"/>'
            f'<text x="{x + 5.0 / unit:.1f}" y="{y:.1f}" font-size="{_WORDS / unit:.1f}" fill="{INK}">'
            f"{escape(entry.words)}</text></g>"
        )
    return "".join(out), (lines + 0.6) * pitch


def _dotted(stroke: float) -> str:
    return f'stroke-dasharray="0 {2.5 * stroke:.2f}"'
