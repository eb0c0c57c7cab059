"""The page that carries the application: the built index.html, with this answer's nonce in it."""

from __future__ import annotations

from functools import lru_cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

_NONCE = "__CSP_NONCE__"
"""What the front end's build leaves where the nonce belongs."""


@lru_cache(maxsize=1)
def _built() -> str | None:
    path = settings.WEB_DIST / "index.html"
    return path.read_text() if path.is_file() else None


@require_safe
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    html = _built()
    if html is None:
        return HttpResponse("The front end is not built: run ./mossring start.", status=503, content_type="text/plain")
    nonce = str(request.csp_nonce)  # type: ignore[attr-defined]
    response = HttpResponse(html.replace(_NONCE, nonce))
    response["Cache-Control"] = "no-store"
    return response
