"""All of a pattern in one file: both dialects, in every format, with its chart."""

from __future__ import annotations

import json
from io import BytesIO
from zipfile import ZIP_DEFLATED, ZipFile

from mossring.analysis import Analysis
from mossring.publishing import ORDER, Document, Paper, as_data, as_html, as_markdown, as_text, publish
from mossring.stitches import Dialect
from mossring.styles import Style
from mossring_press.faces import faces
from mossring_press.pdf import as_pdf
from mossring_press.picture import pictured

BOTH: tuple[Dialect, ...] = ("us", "uk")


def printed(document: Document, form: str, paper: Paper) -> bytes:
    """A document in one format: `text`, `markdown`, `html`, `pdf` or `json`; its chart alone as `svg` or `png` (nothing
    where nothing is worked)."""
    if form in ("svg", "png"):
        return pictured(document.chart.svg, form) if document.chart else b""
    if form in ("html", "pdf"):
        page = as_html(document, paper=paper)
        return as_pdf(page) if form == "pdf" else as_html(document, paper=paper, faces=faces(page)).encode()
    if form == "json":
        return json.dumps(as_data(document), ensure_ascii=False, indent=1).encode() + b"\n"
    return (as_text(document) if form == "text" else as_markdown(document)).encode()


ENDINGS = {
    "text": "txt",
    "markdown": "md",
    "html": "html",
    "pdf": "pdf",
    "json": "json",
    "svg": "svg",
    "png": "png",
}


def parcel(
    result: Analysis, style: Style, name: str, *, plain: bool, paper: Paper, sections: tuple[str, ...] = ORDER
) -> bytes:
    """The zip. name: what its files are called, before the dialect and the ending."""
    out = BytesIO()
    with ZipFile(out, "w", ZIP_DEFLATED) as file:
        for dialect in BOTH:
            document = publish(result, dialect, style, plain=plain, sections=sections)
            for form, ending in ENDINGS.items():
                chart = "-chart" if form in ("svg", "png") else ""
                if data := printed(document, form, paper):
                    file.writestr(f"{name}-{dialect}{chart}.{ending}", data)
        file.writestr(f"{name}-draft.txt", result.draft.doc.text)
    return out.getvalue()
