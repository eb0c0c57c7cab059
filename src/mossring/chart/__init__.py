"""The drawing of a worked motif: its chart in published symbols, and the fabric as it lies."""

from mossring.chart.charted import chartable, charted
from mossring.chart.drawing import draw, threads
from mossring.chart.inks import inks
from mossring.chart.key import key_of
from mossring.chart.signs import Drawing, Sign
from mossring.chart.strands import fabric_of, fabric_svg
from mossring.chart.svg import as_svg, chart_svg, on_paper
from mossring.chart.told import chart_told
from mossring.chart.wedge import sides_drawn

__all__ = [
    "Drawing",
    "Sign",
    "as_svg",
    "chart_svg",
    "chart_told",
    "chartable",
    "charted",
    "draw",
    "fabric_of",
    "fabric_svg",
    "inks",
    "key_of",
    "on_paper",
    "sides_drawn",
    "threads",
]
