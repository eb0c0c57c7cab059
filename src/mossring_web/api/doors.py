"""Who may call what: everyone with a CSRF token, or a designer who is signed in (and has one)."""

from __future__ import annotations

from django.http import HttpRequest
from ninja.errors import HttpError
from ninja.security import SessionAuth
from ninja.utils import check_csrf

from mossring_web.accounts.models import User

signed_in = SessionAuth(csrf=True)
"""A session, and for anything that changes something a CSRF token."""


def anyone(request: HttpRequest) -> bool:
    """No account needed, but a token: nobody else's page can sign a designer in or out."""
    if check_csrf(request) is not None:
        raise HttpError(403, "The page is out of date: load it again.")
    return True


def who(request: HttpRequest) -> User:
    user = request.user
    assert isinstance(user, User)
    return user
