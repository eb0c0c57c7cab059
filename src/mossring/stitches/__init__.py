"""The stitch dictionary: one table of stitches, two dialects of words over it."""

from mossring.stitches.table import CHAIN_WIDTH, STITCHES, Stitch, composed, is_stitch, lookup
from mossring.stitches.terms import TERMS, Dialect, Term, dialect_of, term

__all__ = [
    "CHAIN_WIDTH",
    "STITCHES",
    "TERMS",
    "Dialect",
    "Stitch",
    "Term",
    "composed",
    "dialect_of",
    "is_stitch",
    "lookup",
    "term",
]
