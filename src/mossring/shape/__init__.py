"""Shape: gauge, the ledger of growth and fullness, size."""

from mossring.shape.gauge import Gauge, read_gauge
from mossring.shape.ledger import Entry, Verdict, bands, enter, growth_constant
from mossring.shape.size import Size, size_of

__all__ = ["Entry", "Gauge", "Size", "Verdict", "bands", "enter", "growth_constant", "read_gauge", "size_of"]
