"""Styles: the schools of starting, reaching, joining; what a written round looks like in one of them."""

from mossring.styles.style import DEFAULT, Style, read_style

__all__ = ["DEFAULT", "Style", "read_style"]
