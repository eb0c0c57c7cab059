"""Styles: the schools of starting, reaching, joining; what a written round looks like in one of them."""

from mossring.styles.style import Style, own_style, read_style

__all__ = ["Style", "own_style", "read_style"]
