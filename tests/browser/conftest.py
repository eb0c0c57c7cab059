"""A real browser on a real server with a real database."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any
from urllib.parse import urlparse

import pytest
from django.contrib.auth.hashers import make_password
from django.core.management import call_command
from playwright.sync_api import Page, expect

from mossring_web.accounts.models import User
from mossring_web.accounts.services import DEMO_NAME
from mossring_web.motifs.models import Motif

expect.set_options(timeout=20_000)  # conditions, not times: two workers and a database share a small machine

_QUIET = (
    "--no-sandbox",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
)


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    return {**browser_type_launch_args, "executable_path": "/usr/bin/chromium", "args": list(_QUIET)}


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args: dict[str, Any]) -> dict[str, Any]:
    return {**browser_context_args, "viewport": {"width": 1280, "height": 800}}


_kept: list[Motif] = []


def load_demo() -> None:
    """The demo studio as its command loads it; its texts are worked for the first test only."""
    if _kept:
        owner = User.objects.create(pk=_kept[0].owner_id, username=DEMO_NAME, password=make_password(None))
        Motif.objects.bulk_create(_kept)
        assert _kept[0].owner == owner
        return
    call_command("loaddemo")
    _kept.extend(Motif.objects.all())


@pytest.fixture
def door(page: Page, live_server: Any, transactional_db: None) -> Iterator[Page]:
    """The page at the front door. Afterwards: no request left the machine, and nothing broke in the page."""
    hosts: set[str] = set()
    broken: list[str] = []
    page.on("request", lambda r: hosts.add(urlparse(r.url).hostname or ""))
    page.on("pageerror", lambda e: broken.append(str(e)))
    page.on("console", lambda m: broken.append(m.text) if "Content Security Policy" in m.text else None)
    load_demo()
    page.goto(live_server.url)
    expect(page.get_by_role("heading", name="Moss Ring")).to_be_visible()
    yield page
    assert hosts <= {"localhost", "127.0.0.1", ""}, hosts
    assert broken == []


@pytest.fixture
def demo(door: Page) -> Page:
    """The shelf of the demo studio."""
    door.get_by_role("button", name="Step into the demo studio").click()
    expect(door.get_by_role("heading", name="The shelf")).to_be_visible()
    return door


def open_motif(page: Page, title: str) -> None:
    page.get_by_role("link", name=title).click()
    expect(page.locator(".moss-result").first).to_be_visible()


def draft(page: Page) -> Any:
    return page.get_by_role("textbox", name="The draft, a line for each round")


def saved(page: Page) -> None:
    expect(page.locator("[data-save=saved]")).to_be_visible()
