"""A drawing as a small SVG picture that stands by itself."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from mossring.chart.drawing import Drawn
from mossring.chart.symbols import SCALE
from mossring.chart.wedge import Wedge

_INKS = ("#2f5d50", "#7a4a2b")


def as_svg(drawn: Drawn, title: str, size: int = 320, colours: Sequence[str] = ()) -> str:
    """The picture, `size` pixels square, rounds in two alternating inks on a clear ground, or each in its own
    colour."""
    reach = (drawn.reach + 1) * SCALE
    top = -drawn.middle * SCALE - reach
    stroke = max(0.9, reach / size * 1.5)
    rounds = "".join(
        f'<path stroke="{colours[k] if colours else _INKS[k % 2]}" d="{"".join(paths)}"/>'
        for k, paths in enumerate(drawn.rounds)
        if paths
    )
    if drawn.foundation:
        rounds = f'<path stroke="{_INKS[1]}" d="{"".join(drawn.foundation)}"/>{rounds}'
    if drawn.ties:
        dots = f'stroke="{_INKS[0]}" stroke-dasharray="0 {2.5 * stroke:.2f}"'
        rounds += f'<path class="ties" {dots} d="{"".join(drawn.ties)}"/>'
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{size}" height="{size}" '
        f'viewBox="{-reach:.1f} {top:.1f} {2 * reach:.1f} {2 * reach:.1f}" role="img">'
        f"<title>{escape(title)}</title>"
        f'<g fill="none" stroke-width="{stroke:.2f}" stroke-linecap="round" '
        f'transform="rotate({drawn.turn:.2f})">{rounds}</g></svg>\n'
    )


def wedge_svg(drawn: Drawn, wedge: Wedge, title: str, size: int = 320) -> str:
    """The picture of one side, `size` pixels wide, rounds in two alternating inks."""
    left, top, width, height = wedge.box
    stroke = max(0.9, width / size * 1.2)
    rounds = "".join(
        f'<path stroke="{_INKS[k % 2]}" d="{"".join(paths)}"/>' for k, paths in enumerate(wedge.rounds) if paths
    )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{size}" height="{round(size * height / width)}" '
        f'viewBox="{left:.1f} {top:.1f} {width:.1f} {height:.1f}" role="img">'
        f"<title>{escape(title)}</title>"
        f'<g fill="none" stroke-width="{stroke:.2f}" stroke-linecap="round" '
        f'transform="rotate({drawn.turn:.2f})">{rounds}</g></svg>\n'
    )
