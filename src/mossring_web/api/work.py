"""Working a text: the stateless answer to what is typed, and the pattern to take away."""

from __future__ import annotations

import json
import re
from functools import lru_cache

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router
from ninja.errors import HttpError

from mossring import analysis
from mossring.publishing import ORDER, Paper, publish
from mossring.stitches import Dialect
from mossring.styles import own_style, read_style
from mossring_press import parcel, printed
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
    "svg": ("image/svg+xml", "svg"),
    "png": ("image/png", "png"),
    "parcel": ("application/zip", "zip"),
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
    """The pattern as a file to keep. The same pattern once more costs nothing."""
    data, name = _written(
        body.text, body.terms, body.style, body.plain, tuple(body.sections or ORDER), body.format, body.paper
    )
    if not data:
        raise HttpError(422, "There is no chart to take away: nothing is worked yet, or too much for a page.")
    kind, ending = _TYPES[body.format]
    response = HttpResponse(data, content_type=f"{kind}; charset=utf-8" if kind.startswith("text/") else kind)
    response["Content-Disposition"] = f'attachment; filename="{name}.{ending}"'
    return response


@lru_cache(maxsize=16)
def _written(
    text: str, terms: Dialect, style: str, plain: bool, sections: tuple[str, ...], form: str, paper: Paper
) -> tuple[bytes, str]:
    """A pattern in one format, and what its file is called before the ending."""
    result = analysis.analyse(text)
    wanted = read_style(style, own_style(result.draft.doc.style))
    title = result.draft.doc.title or "Untitled motif"
    name = re.sub(r"[^A-Za-z0-9]+", "-", title).strip("-").lower() or "motif"
    if form == "parcel":
        return parcel(result, wanted, name, plain=plain, paper=paper, sections=sections), name
    document = publish(result, terms, wanted, plain=plain, sections=sections)
    return printed(document, form, paper), f"{name}-{terms}-chart" if form in ("svg", "png") else f"{name}-{terms}"
