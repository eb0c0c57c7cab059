"""Shared by all tests."""

from __future__ import annotations

import os
import sys
from pathlib import Path

import pytest

sys.path.insert(0, str(Path(__file__).parent))
# Playwright's sync interface runs a loop in the thread that Django's ORM is called from.
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")


def pytest_addoption(parser: pytest.Parser) -> None:
    parser.addoption("--all", action="store_true", help="every pattern, not only the kernel of them")


def pytest_collection_modifyitems(config: pytest.Config, items: list[pytest.Item]) -> None:
    """What is marked `all` is asked with `--all`, or by its name (`-k`)."""
    if config.getoption("--all") or config.getoption("-k"):
        return
    spared = [item for item in items if item.get_closest_marker("all")]
    config.hook.pytest_deselected(items=spared)
    items[:] = [item for item in items if not item.get_closest_marker("all")]


@pytest.fixture(autouse=True)
def _light_passwords(request: pytest.FixtureRequest) -> None:
    """Hashing passwords as slowly as in earnest would be most of the tests' time."""
    if "db" in request.fixturenames or "transactional_db" in request.fixturenames:
        settings = request.getfixturevalue("settings")
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
