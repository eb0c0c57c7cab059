"""Writing: a worked motif as a pattern in US or UK terms."""

from mossring.writing.render import as_data, as_html, as_markdown, as_text
from mossring.writing.sheet import Sheet, SheetRound, write_sheet

__all__ = ["Sheet", "SheetRound", "as_data", "as_html", "as_markdown", "as_text", "write_sheet"]
