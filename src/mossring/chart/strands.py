"""The fabric as yarn: every stitch a strand from its foot to its top, and the edge along the tops."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from mossring.chart.drawing import draw, threads
from mossring.chart.signs import Drawing
from mossring.chart.svg import framed
from mossring.chart.symbols import Point, strokes
from mossring.draft import Draft
from mossring.laid import guess

_THICK, _EDGE = 4.2, 5.4
"""How thick a strand is drawn, and with the shade about it, in the picture's units."""
_FINE = 600
"""Of more stitches than these the shade about their strands is no longer seen."""
_SHADE = "#00000040"


def fabric_of(draft: Draft, settled: Mapping[int, Point] | None = None) -> Drawing:
    """The fabric where it lies (settled: at rest; None: by the ledger), one sign for each stitch and space; the first
    of a round has its edge too."""
    drawing = draw(draft, settled)
    tops: dict[int, Point] = {}
    if settled is None:
        guess(draft, tops)
    at = {n: (x, y, 0.0) for n, (x, y) in (tops if settled is None else settled).items()}
    rounds = []
    for signs, flat, r in zip(drawing.rounds, threads(draft, at), draft.rounds, strict=True):
        feet = [(flat[k], flat[k + 1]) for k in range(0, len(flat), 6)]
        ends = [(flat[k + 3], flat[k + 4]) for k in range(0, len(flat), 6)]
        edge = strokes(ends) + ("Z" if r.worked.closed and not r.worked.line else "") if ends else ""
        stems = [strokes([foot, top]) for foot, top in zip(feet, ends, strict=True)]
        rounds.append(
            [
                sign._replace(path=stem if k else stem + edge)
                for k, (sign, stem) in enumerate(zip(signs, stems, strict=True))
            ]
        )
    drawing.rounds = rounds
    drawing.centre = []
    drawing.beside = [s for s in drawing.beside if s.role == "tie"]
    return drawing


def fabric_svg(drawing: Drawing, title: str, colours: Sequence[str], size: int = 320) -> str:
    """The picture, `size` pixels square: each round a strand in its yarn's colour, the later over the earlier."""
    fine = sum(map(len, drawing.rounds)) <= _FINE
    rounds = ""
    for colour, signs in zip(colours, drawing.rounds, strict=True):
        path = "".join(sign.path for sign in signs)
        if path:
            shade = f'<path stroke="{_SHADE}" stroke-width="{_EDGE}" d="{path}"/>' if fine else ""
            rounds += f'{shade}<path stroke="{colour}" d="{path}"/>'
    return framed(drawing, title, size, _THICK, rounds)
