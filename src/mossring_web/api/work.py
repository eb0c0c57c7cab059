"""Working a text: the stateless answer to what is typed, and the pattern to take away."""

from __future__ import annotations

import json
import re

from django.http import HttpRequest, HttpResponse
from ninja import Router

from mossring.draft import work_draft
from mossring.writing import as_data, as_html, as_markdown, as_text, write_sheet
from mossring.writing.pdf import as_pdf
from mossring_web.api.answers import answer
from mossring_web.api.doors import signed_in
from mossring_web.api.schemas import AnalyseIn, AnalysisOut, WriteIn

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
    return answer(body.text)


@router.post("/write", operation_id="writePattern", response={200: str})
def write(request: HttpRequest, body: WriteIn) -> HttpResponse:
    """The pattern as a file to keep."""
    sheet = write_sheet(work_draft(body.text), body.terms)
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
