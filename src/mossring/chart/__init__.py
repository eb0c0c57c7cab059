"""The drawing of a worked motif: each stitch at its angle and height, in standard chart symbols."""

from mossring.chart.drawing import Drawn, draw, threads
from mossring.chart.inks import inks
from mossring.chart.svg import as_svg, wedge_svg
from mossring.chart.wedge import wedge_of

__all__ = ["Drawn", "as_svg", "draw", "inks", "threads", "wedge_of", "wedge_svg"]
