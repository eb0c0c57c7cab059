"""A page of HTML as PDF."""

from __future__ import annotations

from functools import lru_cache


@lru_cache(maxsize=8)
def as_pdf(html: str) -> bytes:
    """The page as a PDF; the same page again costs nothing. Only what the page holds itself is shown: no file is opened
    and no address asked."""
    from weasyprint import HTML
    from weasyprint.urls import URLFetcher

    data: bytes = HTML(string=html, url_fetcher=URLFetcher(allowed_protocols={"data"})).write_pdf()
    return data
