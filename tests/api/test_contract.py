"""The API as it describes itself: closed to strangers, careful with nonsense, and described as it is."""

from __future__ import annotations

import json
import re
from pathlib import Path
from typing import Any

import pytest

from api.conftest import Caller
from mossring_cli.house.schema import SCHEMA, published
from mossring_web.api.house import api

OPEN = {("get", "/api/session"), ("post", "/api/session"), ("post", "/api/session/demo"), ("post", "/api/accounts")}


def operations() -> list[tuple[str, str]]:
    paths: dict[str, dict[str, Any]] = api.get_openapi_schema()["paths"]
    return [(method, path) for path, item in paths.items() for method in item]


def test_the_published_description_is_the_current_one() -> None:
    assert SCHEMA.read_text() == published()


def test_every_operation_has_a_name_of_its_own() -> None:
    names = [op["operationId"] for item in api.get_openapi_schema()["paths"].values() for op in item.values()]
    assert len(names) == len(set(names))
    assert all(re.fullmatch(r"[a-z][A-Za-z]+", n) for n in names)


@pytest.mark.parametrize(("method", "path"), [o for o in operations() if o not in OPEN], ids=str)
def test_strangers_are_kept_out_of_everything(stranger: Caller, method: str, path: str) -> None:
    answer = stranger.call(method.upper(), re.sub(r"\{\w+\}", "1", path.removeprefix("/api")), {})
    assert answer.status_code == 401
    assert json.loads(answer.content)["status"] == 401


@pytest.mark.parametrize(("method", "path"), [o for o in operations() if o[0] != "get" and o not in OPEN], ids=str)
def test_nothing_is_changed_without_the_token(as_ada: Caller, method: str, path: str) -> None:
    answer = as_ada.call(method.upper(), re.sub(r"\{\w+\}", "1", path.removeprefix("/api")), {}, token=False)
    assert answer.status_code == 403


@pytest.mark.parametrize(
    "body", [None, [], {}, {"text": None}, {"text": 7}, {"text": ["a"]}, "text", {"revision": "one"}]
)
@pytest.mark.parametrize("call", [("POST", "/analyse"), ("POST", "/write"), ("PUT", "/motifs/1"), ("POST", "/session")])
def test_nonsense_is_a_problem_in_words_and_never_a_crash(as_ada: Caller, call: tuple[str, str], body: object) -> None:
    answer = as_ada.call(*call, body)
    assert answer.status_code in (400, 422)
    assert answer["Content-Type"] == "application/problem+json"
    assert json.loads(answer.content)["detail"]


@pytest.mark.parametrize(
    "path", ["/motifs/0", "/motifs/99999999999", "/motifs/1/drawing.svg", "/motifs/two", "/nothing"]
)
def test_what_is_not_there(as_ada: Caller, path: str) -> None:
    assert as_ada.call("GET", path).status_code in (404, 422)


def test_the_page_for_any_address_and_the_static_files_beside_it(stranger: Caller) -> None:
    page = stranger.client.get("/motif/3/pattern")
    assert page.status_code == 200
    assert page["Cache-Control"] == "no-store"
    assert page["X-Frame-Options"] == "DENY"
    names = re.findall(r'/static/([^"]+)', page.content.decode())
    dist = Path(__file__).parents[2] / "web" / "dist"
    assert names
    assert all((dist / n).is_file() for n in names)
    for css in dist.glob("assets/*.css"):
        assert not re.search(r"""(url\(|@import)\s*["']?(https?:)?//""", css.read_text())
