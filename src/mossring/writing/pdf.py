"""A sheet's HTML as PDF."""

from __future__ import annotations


def as_pdf(html: str) -> bytes:
    """The page as a PDF; nothing is fetched, whatever the page names."""
    from weasyprint import HTML

    data: bytes = HTML(string=html, url_fetcher=_nothing).write_pdf()
    return data


def _nothing(url: str, *args: object, **kwargs: object) -> dict[str, object]:
    raise ValueError(f"{url} is not part of the sheet")
