"""Styles: the schools of starting, reaching, joining; what a written round looks like in one of them."""

from mossring.styles.restyle import clusters_closed, turned_to
from mossring.styles.style import CHAINLESS, SCHOOLS, Style, own_style, read_style

__all__ = ["CHAINLESS", "SCHOOLS", "Style", "clusters_closed", "own_style", "read_style", "turned_to"]
