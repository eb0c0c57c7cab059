"""Designers, signed in and not."""

from __future__ import annotations

import json
from typing import Any

import pytest
from django.test import Client

from mossring_web.accounts.models import User
from mossring_web.accounts.services import make_account

PASSWORD = "wool-and-water"


class Caller:
    """A browser's side of the API: JSON in and out, the CSRF token carried along."""

    def __init__(self) -> None:
        self.client = Client(enforce_csrf_checks=True)
        self.client.get("/")

    def call(self, method: str, path: str, body: object = None, *, token: bool = True) -> Any:
        cookie = self.client.cookies.get("moss_csrf")
        headers = {"X-CSRFToken": cookie.value} if token and cookie else {}
        return self.client.generic(
            method,
            f"/api{path}",
            json.dumps(body) if body is not None else "",
            "application/json",
            headers=headers,
        )

    def sign_in(self, name: str, password: str = PASSWORD) -> Any:
        return self.call("POST", "/session", {"name": name, "password": password})


@pytest.fixture
def ada(db: None) -> User:
    return make_account("ada", PASSWORD)


@pytest.fixture
def ben(db: None) -> User:
    return make_account("ben", PASSWORD)


@pytest.fixture
def stranger(db: None) -> Caller:
    return Caller()


@pytest.fixture
def as_ada(ada: User) -> Caller:
    caller = Caller()
    assert caller.sign_in("ada").status_code == 200
    return caller


@pytest.fixture
def as_ben(ben: User) -> Caller:
    caller = Caller()
    assert caller.sign_in("ben").status_code == 200
    return caller
