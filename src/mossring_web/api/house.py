"""The API: its routers, who may come in, and the one place where errors become problem+json."""

from __future__ import annotations

import json

from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from mossring_web.api.accounts import router as accounts
from mossring_web.api.motifs import router as motifs
from mossring_web.api.swatches import router as swatches
from mossring_web.api.work import router as work
from mossring_web.errors import HouseError, StaleError

api = NinjaAPI(title="Moss Ring", version="1", docs_url=None, urls_namespace="api")
api.add_router("", accounts)
api.add_router("", motifs)
api.add_router("", work)
api.add_router("", swatches)


def problem(status: int, title: str, detail: str, **more: object) -> HttpResponse:
    body = {"title": title, "status": status, "detail": detail, **more}
    return HttpResponse(json.dumps(body), status=status, content_type="application/problem+json")


@api.exception_handler(HouseError)
def _house(request: HttpRequest, e: HouseError) -> HttpResponse:
    more = {"current": e.current} if isinstance(e, StaleError) else {}
    return problem(e.status, e.title, str(e), **more)


@api.exception_handler(AuthenticationError)
def _stranger(request: HttpRequest, e: AuthenticationError) -> HttpResponse:
    return problem(401, "Not signed in", "Sign in first.")


@api.exception_handler(HttpError)
def _refused(request: HttpRequest, e: HttpError) -> HttpResponse:
    return problem(e.status_code, "Refused", str(e))


@api.exception_handler(ValidationError)
def _malformed(request: HttpRequest, e: ValidationError) -> HttpResponse:
    first = e.errors[0] if e.errors else {}
    where = ".".join(str(x) for x in first.get("loc", ())[1:])
    return problem(422, "Something needs mending", f"{where}: {first.get('msg', 'not understood')}")
