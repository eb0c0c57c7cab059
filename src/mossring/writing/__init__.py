"""Writing: a worked motif as a pattern document, and its renderings."""

from mossring.draft import Draft
from mossring.stitches import Dialect
from mossring.styles import Style, own_style
from mossring.working import Fabric
from mossring.writing.plain import in_full
from mossring.writing.ranges import collapse
from mossring.writing.render import as_data, as_text
from mossring.writing.sheet import Sheet, SheetRound, in_terms, write_sheet
from mossring.writing.styled import styled_rounds

__all__ = [
    "Sheet",
    "SheetRound",
    "as_data",
    "as_text",
    "in_full",
    "in_terms",
    "write_pattern",
    "write_sheet",
]


def write_pattern(draft: Draft, dialect: Dialect, style: Style | None = None, plain: bool = False) -> Sheet:
    """A motif as it is given to makers: like rounds told once, and (plain) in full words."""
    style = style or own_style(draft.doc.style)
    sheet = write_sheet(draft, dialect, style)
    rounds = styled_rounds(draft, style)
    collapse(sheet, rounds, Fabric(0, [s.done for s in rounds], draft.shape.sides), as_text, draft)
    return in_full(sheet) if plain else sheet
