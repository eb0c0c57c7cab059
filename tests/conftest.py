"""Shared by all tests."""

from __future__ import annotations

import os
import sys
from pathlib import Path

import pytest

sys.path.insert(0, str(Path(__file__).parent))
# Playwright's sync interface runs a loop in the thread that Django's ORM is called from.
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")


@pytest.fixture(autouse=True)
def _light_passwords(request: pytest.FixtureRequest) -> None:
    """Hashing passwords as slowly as in earnest would be most of the tests' time."""
    if "db" in request.fixturenames or "transactional_db" in request.fixturenames:
        settings = request.getfixturevalue("settings")
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
