"""A page of HTML as PDF."""

from __future__ import annotations

import atexit
import re
from base64 import b64encode
from functools import lru_cache
from typing import Any

from mossring_press.faces import faces


@lru_cache(maxsize=8)
def as_pdf(html: str) -> bytes:
    """The page as a PDF, in the text faces it needs; the same page again costs nothing. Only what the page holds itself
    is shown: no file is opened and no address asked."""
    from weasyprint import HTML

    css, config = _faces(faces(html))
    page = HTML(string=_SVG.sub(_as_image, html), url_fetcher=_fetcher())
    data: bytes = page.write_pdf(stylesheets=[css], font_config=config)
    return data


_SIGN = re.compile(r'(?:<path(?: data-\w+="[^"]*")* d="[^"]*"/>\s*){2,}')
_STROKES = re.compile(r' d="([^"]*)"')
_SVG = re.compile(r"<svg\b.*?</svg>", re.DOTALL)


def _as_image(svg: re.Match[str]) -> str:
    """A picture as an image: its thousand signs are then no elements of the page, each with a style to be found; and
    those that are drawn alike one after the other are one sign, as paper can't be asked what each of them is."""
    merged = _SIGN.sub(lambda run: f'<path d="{"".join(_STROKES.findall(run[0]))}"/>', svg[0])
    return f'<img src="data:image/svg+xml;base64,{b64encode(merged.encode()).decode()}">'


@lru_cache(maxsize=4)
def _faces(css: str) -> tuple[Any, Any]:
    """Text faces, made ready once for all pages that need the same."""
    from weasyprint import CSS
    from weasyprint.text.fonts import FontConfiguration

    config = FontConfiguration()
    return CSS(string=css, font_config=config, url_fetcher=_fetcher()), config


atexit.register(_faces.cache_clear)  # faces put their files away while the library is still there


def _fetcher() -> Any:
    from weasyprint.urls import URLFetcher

    return URLFetcher(allowed_protocols={"data"})
