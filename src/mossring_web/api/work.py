"""Working a text: the stateless answer to what is typed, and the pattern to take away."""

from __future__ import annotations

import json
import re

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router

from mossring.draft import work_draft
from mossring.styles import own_style, read_style
from mossring.writing import as_data, as_html, as_markdown, as_text, write_pattern
from mossring.writing.pdf import as_pdf
from mossring_web.api.answers import answer, offers_answer, pattern_answer, read_in_answer, settling_answer
from mossring_web.api.doors import signed_in
from mossring_web.api.schemas import (
    AnalyseIn,
    AnalysisOut,
    OfferOut,
    PatternIn,
    PatternOut,
    ReadInIn,
    ReadInOut,
    SettlingOut,
    TextIn,
    WriteIn,
)

router = Router(tags=["work"], auth=signed_in)
_TYPES = {
    "text": ("text/plain", "txt"),
    "markdown": ("text/markdown", "md"),
    "html": ("text/html", "html"),
    "pdf": ("application/pdf", "pdf"),
    "json": ("application/json", "json"),
}


@router.post("/analyse", response=AnalysisOut, operation_id="analyse")
def analyse(request: HttpRequest, body: AnalyseIn) -> dict[str, object]:
    return answer(body.text, body.line)


@router.post("/settle", response=SettlingOut, operation_id="settle")
def settle(request: HttpRequest, body: TextIn) -> StreamingHttpResponse:
    """How the fabric lies: a line of JSON for each bit of the way, the fabric at rest on the last. Hang up, and it
    stops."""
    lines = (json.dumps(line) + "\n" for line in settling_answer(body.text))
    return StreamingHttpResponse(lines, content_type="application/x-ndjson")


@router.post("/pattern", response=PatternOut, operation_id="pattern")
def pattern(request: HttpRequest, body: PatternIn) -> dict[str, object]:
    """The pattern in a dialect and a style."""
    return pattern_answer(body.text, body.terms, body.style, body.plain)


@router.post("/next", response=list[OfferOut], operation_id="nextRounds")
def next_rounds(request: HttpRequest, body: TextIn) -> list[dict[str, object]]:
    """The rounds that could come next, each worked and judged."""
    return offers_answer(body.text)


@router.post("/readin", response=ReadInOut, operation_id="readIn")
def read_in(request: HttpRequest, body: ReadInIn) -> dict[str, object]:
    """A pasted pattern line by line: what was understood, and as what."""
    return read_in_answer(body.text, body.terms)


@router.post("/write", operation_id="writePattern", response={200: str})
def write(request: HttpRequest, body: WriteIn) -> HttpResponse:
    """The pattern as a file to keep."""
    draft = work_draft(body.text)
    style = read_style(body.style, own_style(draft.doc.style))
    sheet = write_pattern(draft, body.terms, style, body.plain)
    data: str | bytes
    if body.format == "pdf":
        data = as_pdf(as_html(sheet))
    elif body.format == "json":
        data = json.dumps(as_data(sheet), ensure_ascii=False, indent=1)
    else:
        data = {"text": as_text, "markdown": as_markdown, "html": as_html}[body.format](sheet)
    kind, ending = _TYPES[body.format]
    name = re.sub(r"[^A-Za-z0-9]+", "-", sheet.title).strip("-").lower() or "motif"
    response = HttpResponse(data, content_type=kind if kind.startswith("application") else f"{kind}; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{name}-{body.terms}.{ending}"'
    return response
