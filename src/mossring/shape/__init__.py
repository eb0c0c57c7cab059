"""Shape: gauge, the ledger of growth and fullness, size."""

from mossring.shape.gauge import Gauge, across_measured, gauge_words, of_stitches, read_gauge
from mossring.shape.learned import Fit, Sample, fit, from_gauge, read_samples
from mossring.shape.ledger import Entry, Verdict, bands, enter, growth_constant
from mossring.shape.size import Size, size_at_widest, size_of
from mossring.shape.target import Plan, Range, heat_caution, plan, sizes
from mossring.shape.weights import read_yarn
from mossring.shape.yarnage import Used, used

__all__ = [
    "Entry",
    "Fit",
    "Gauge",
    "Plan",
    "Range",
    "Sample",
    "Size",
    "Used",
    "Verdict",
    "across_measured",
    "bands",
    "enter",
    "fit",
    "from_gauge",
    "gauge_words",
    "growth_constant",
    "heat_caution",
    "of_stitches",
    "plan",
    "read_gauge",
    "read_samples",
    "read_yarn",
    "size_at_widest",
    "size_of",
    "sizes",
    "used",
]
