"""The relaxed fabric: a net of springs settled in the plane and in space, and how it lies."""

from mossring.relaxed.lie import Lie, Outline
from mossring.relaxed.rest import Progress, Relaxed, relax, relaxing, stitch_mm

__all__ = ["Lie", "Outline", "Progress", "Relaxed", "relax", "relaxing", "stitch_mm"]
