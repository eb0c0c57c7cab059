"""The draft notation: a pattern file into its parts, one round's words into a tree."""

from mossring.notation.cursor import Names
from mossring.notation.document import read_document
from mossring.notation.header import Begin, Shape, read_begin, read_shape
from mossring.notation.naming import corner_so_far, names_told, read_definitions, read_names
from mossring.notation.parts import Document, RoundLine
from mossring.notation.reader import read_round
from mossring.notation.tree import RoundTree, Trouble

__all__ = [
    "Begin",
    "Document",
    "Names",
    "RoundLine",
    "RoundTree",
    "Shape",
    "Trouble",
    "corner_so_far",
    "names_told",
    "read_begin",
    "read_definitions",
    "read_document",
    "read_names",
    "read_round",
    "read_shape",
]
