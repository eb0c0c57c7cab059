"""Starters: first rounds, next rounds that lie flat, squaring off a circle, oblongs from a chain."""

from mossring.starters.first import BEGINS, OBLONG_CHAINS, SHAPES, STITCHES, first_text
from mossring.starters.following import Offer, next_rounds
from mossring.starters.oblong import Oblong, oblong, rounds_for
from mossring.starters.squaring import SquaredSide, square_off

__all__ = [
    "BEGINS",
    "OBLONG_CHAINS",
    "SHAPES",
    "STITCHES",
    "Oblong",
    "Offer",
    "SquaredSide",
    "first_text",
    "next_rounds",
    "oblong",
    "rounds_for",
    "square_off",
]
