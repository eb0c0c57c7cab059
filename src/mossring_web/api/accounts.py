"""Signing in and out, accounts, preferences."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from ninja import Router

from mossring_web.accounts.models import User
from mossring_web.accounts.services import DEMO_NAME, demo_user, make_account, set_preferences
from mossring_web.api.doors import anyone, signed_in, who
from mossring_web.api.schemas import PreferencesIn, ProblemOut, SessionOut, SignInIn
from mossring_web.errors import SignInError

router = Router(tags=["accounts"])
_BACKEND = "django.contrib.auth.backends.ModelBackend"


def _session(request: HttpRequest) -> dict[str, object]:
    user = request.user
    mine = user if isinstance(user, User) else None
    return {
        "signed_in": mine is not None,
        "name": mine.get_username() if mine else "",
        "terms": mine.terms if mine else "us",
        "units": mine.units if mine else "cm",
        "demo": settings.DEMO,
        "in_demo": mine is not None and mine.get_username() == DEMO_NAME,
    }


@router.get("/session", response=SessionOut, operation_id="readSession")
def read_session(request: HttpRequest) -> dict[str, object]:
    return _session(request)


@router.post("/session", response={200: SessionOut, 401: ProblemOut}, auth=anyone, operation_id="signIn")
def sign_in(request: HttpRequest, body: SignInIn) -> dict[str, object]:
    user = authenticate(request, username=body.name.strip(), password=body.password)
    if user is None:
        raise SignInError("The name and the password don't go together, or there were too many tries: wait a while.")
    login(request, user, backend=_BACKEND)
    return _session(request)


@router.delete("/session", response=SessionOut, auth=signed_in, operation_id="signOut")
def sign_out(request: HttpRequest) -> dict[str, object]:
    logout(request)
    return _session(request)


@router.post("/session/demo", response={200: SessionOut, 404: ProblemOut}, auth=anyone, operation_id="enterDemo")
def enter_demo(request: HttpRequest) -> dict[str, object]:
    login(request, demo_user(), backend=_BACKEND)
    return _session(request)


@router.post("/accounts", response={200: SessionOut, 422: ProblemOut}, auth=anyone, operation_id="makeAccount")
def make(request: HttpRequest, body: SignInIn) -> dict[str, object]:
    login(request, make_account(body.name, body.password), backend=_BACKEND)
    return _session(request)


@router.patch("/session", response=SessionOut, auth=signed_in, operation_id="setPreferences")
def prefer(request: HttpRequest, body: PreferencesIn) -> dict[str, object]:
    set_preferences(who(request), body.terms, body.units)
    return _session(request)
