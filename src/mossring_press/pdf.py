"""A page of HTML as PDF."""

from __future__ import annotations


def as_pdf(html: str) -> bytes:
    """The page as a PDF. Only what the page holds itself is shown: no file is opened and no address asked."""
    from weasyprint import HTML
    from weasyprint.urls import URLFetcher

    data: bytes = HTML(string=html, url_fetcher=URLFetcher(allowed_protocols={"data"})).write_pdf()
    return data
