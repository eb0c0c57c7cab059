"""Lengths as a pattern prints them: centimetres, and inches in eighths."""

from __future__ import annotations

MM_IN_INCH = 25.4
YARDS_IN_METRE = 1.0936
_EIGHTHS = ("", " 1/8", " 1/4", " 3/8", " 1/2", " 5/8", " 3/4", " 7/8")


def inches(mm: float) -> str:
    """`3 3/8`, to the nearest eighth of an inch."""
    eighths = round(mm / MM_IN_INCH * 8)
    whole, part = divmod(eighths, 8)
    if not whole:
        return _EIGHTHS[part].strip() or "0"
    return f"{whole}{_EIGHTHS[part]}"


def both(mm: float) -> str:
    """`8.4 cm / 3 3/8 in`; from a metre on without the tenths."""
    cm = mm / 10
    return f"{cm:.1f} cm / {inches(mm)} in" if cm < 100 else f"{cm:.0f} cm / {inches(mm)} in"
