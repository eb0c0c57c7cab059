"""Publishing: a judged motif as the document that makers get, from its picture to its finishing."""

from mossring.publishing.document import ORDER, Document, Section, publish
from mossring.publishing.html import Paper, as_html
from mossring.publishing.markdown import as_markdown
from mossring.publishing.plain_text import as_data, as_text

__all__ = ["ORDER", "Document", "Paper", "Section", "as_data", "as_html", "as_markdown", "as_text", "publish"]
