"""A picture by itself: as SVG, as a PDF of its own size, as a PNG to print."""

from __future__ import annotations

import re
from functools import lru_cache
from io import BytesIO

from mossring_press.pdf import as_pdf

DPI = 300
_SIZE = re.compile(r'<svg [^>]*?width="([\d.]+)mm" height="([\d.]+)mm"')
_POINTS = 72


@lru_cache(maxsize=8)
def pictured(svg: str, form: str) -> bytes:
    """A picture whose size is given in millimetres, as `svg`, `pdf` or `png` (at 300 dots an inch)."""
    if form == "svg":
        return svg.encode()
    size = _SIZE.search(svg)
    if size is None:
        raise ValueError("The picture doesn't say how large it is in millimetres.")
    page = f"@page {{ size: {size[1]}mm {size[2]}mm; margin: 0 }} body {{ margin: 0 }} img {{ display: block }}"
    data = as_pdf(f"<!doctype html><meta charset=utf-8><style>{page}</style>{svg}")
    return data if form == "pdf" else _png(data)


def _png(data: bytes) -> bytes:
    from pypdfium2 import PdfDocument

    out = BytesIO()
    page = PdfDocument(data)[0]
    page.render(scale=DPI / _POINTS).to_pil().save(out, "PNG", dpi=(DPI, DPI))
    return out.getvalue()
