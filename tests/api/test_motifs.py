"""The shelf: kept, owned, never overwritten."""

from __future__ import annotations

import re
from typing import Any

import pytest

from api.conftest import Caller
from mossring.shape.gauge import DEFAULT_WIDTH_MM
from mossring.starters import SHAPES

TEXT = "Motif: Pier\nTerms: US\nShape: circle\nRnd 1: 6 sc in ring\n"


@pytest.fixture
def pier(as_ada: Caller) -> Any:
    made = as_ada.call("POST", "/motifs", {"shape": "square", "title": "Pier"}).json()
    return as_ada.call("PUT", f"/motifs/{made['id']}", {"revision": made["revision"], "text": TEXT}).json()


@pytest.mark.parametrize("terms", ["us", "uk"])
@pytest.mark.parametrize("shape", SHAPES)
def test_a_new_motif_has_a_first_round_that_works(as_ada: Caller, shape: str, terms: str) -> None:
    made = as_ada.call("POST", "/motifs", {"shape": shape, "terms": terms, "title": "New"})
    assert made.status_code == 201
    text = made.json()["text"]
    result = as_ada.call("POST", "/analyse", {"text": text}).json()
    assert result["shape"] == shape
    assert result["terms"] == terms
    assert [f for f in result["findings"] if f["severity"] != "hint"] == []
    assert result["rounds"][0]["stitches"] in (8, 10, 12, 16, 30, 32)


def test_what_is_saved_comes_back(as_ada: Caller, pier: Any) -> None:
    back = as_ada.call("GET", f"/motifs/{pier['id']}").json()
    assert back["text"] == TEXT
    assert back["revision"] == 2
    assert back["title"] == "Pier"
    card = as_ada.call("GET", "/motifs").json()[0]
    assert card["summary"]["shape"] == "circle"
    assert card["summary"]["rounds"] == 1


def test_a_text_of_every_script_is_kept_to_the_letter(as_ada: Caller, pier: Any) -> None:
    text = TEXT + "Note: 🧶 мотив — häkeln “ch 2” ½ ✓\n"
    as_ada.call("PUT", f"/motifs/{pier['id']}", {"revision": 2, "text": text})
    assert as_ada.call("GET", f"/motifs/{pier['id']}").json()["text"] == text


def test_a_save_on_a_stale_revision_is_refused_with_what_is_stored(as_ada: Caller, pier: Any) -> None:
    path = f"/motifs/{pier['id']}"
    assert as_ada.call("PUT", path, {"revision": 2, "text": TEXT + "# first tab\n"}).status_code == 200
    late = as_ada.call("PUT", path, {"revision": 2, "text": TEXT + "# second tab\n"})
    assert late.status_code == 409
    assert late.json()["current"] == {"revision": 3, "text": TEXT + "# first tab\n", "title": "Pier"}
    assert as_ada.call("GET", path).json()["text"] == TEXT + "# first tab\n"


def test_saving_what_is_stored_already_is_no_conflict(as_ada: Caller, pier: Any) -> None:
    again = as_ada.call("PUT", f"/motifs/{pier['id']}", {"revision": 1, "text": TEXT})
    assert again.status_code == 200
    assert again.json()["revision"] == 2


@pytest.mark.parametrize(
    ("method", "more", "body"),
    [
        ("GET", "", None),
        ("PUT", "", {"revision": 2, "text": "mine now"}),
        ("DELETE", "", None),
        ("POST", "/restore", None),
        ("GET", "/drawing.svg", None),
    ],
)
def test_nobody_else_gets_at_it(as_ben: Caller, pier: Any, method: str, more: str, body: object) -> None:
    answer = as_ben.call(method, f"/motifs/{pier['id']}{more}", body)
    assert answer.status_code == 404
    assert as_ben.call("GET", "/motifs").json() == []


def test_taken_off_and_put_back(as_ada: Caller, pier: Any) -> None:
    path = f"/motifs/{pier['id']}"
    assert as_ada.call("DELETE", path).status_code == 204
    assert as_ada.call("GET", path).status_code == 404
    assert as_ada.call("GET", "/motifs").json() == []
    assert as_ada.call("POST", f"{path}/restore").status_code == 200
    assert as_ada.call("GET", path).json()["text"] == TEXT


def test_a_text_past_the_limit_is_refused_in_words(as_ada: Caller, pier: Any) -> None:
    answer = as_ada.call("PUT", f"/motifs/{pier['id']}", {"revision": 2, "text": "x" * 200_001})
    assert answer.status_code == 422
    assert "200,000" in answer.json()["detail"]


def test_the_drawing_is_a_picture_that_the_browser_may_keep(as_ada: Caller, pier: Any) -> None:
    path = f"/motifs/{pier['id']}/drawing.svg"
    first = as_ada.call("GET", path)
    assert first["Content-Type"] == "image/svg+xml"
    assert b"<path" in first.content
    again = as_ada.client.get(f"/api{path}", headers={"If-None-Match": first["ETag"]})
    assert again.status_code == 304


def test_a_text_can_be_put_on_the_shelf_as_a_motif_of_its_own(as_ada: Caller) -> None:
    made = as_ada.call("POST", "/motifs", {"text": TEXT})
    assert made.status_code == 201
    assert (made.json()["title"], made.json()["text"], made.json()["revision"]) == ("Pier", TEXT, 1)
    assert as_ada.call("POST", "/motifs", {"text": "x" * 200_001}).status_code == 422


def test_an_unknown_shape_is_refused(as_ada: Caller) -> None:
    assert as_ada.call("POST", "/motifs", {"shape": "teapot"}).status_code == 422


def test_an_oblong_is_cast_on_for_its_size(as_ada: Caller) -> None:
    wanted = {"shape": "rectangle", "terms": "us", "title": "Gangway", "length_mm": 200, "width_mm": 130}
    text = as_ada.call("POST", "/motifs", wanted).json()["text"]
    chains = int(re.search(r"Begin: ch (\d+)", text)[1])  # type: ignore[index]
    assert (
        abs((chains - 1) * DEFAULT_WIDTH_MM - 70) < DEFAULT_WIDTH_MM
    )  # length minus width, one chain a stitch (geometry)
    assert "rounds make about 21 by 14 cm" in text
    refused = as_ada.call("POST", "/motifs", {**wanted, "width_mm": 300})
    assert refused.status_code == 422
    assert "longer than it is wide" in refused.json()["detail"]


def test_what_was_typed_is_kept_whatever_fails(
    as_ada: Caller, pier: Any, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    """A text that the core can't analyse is saved all the same; the shelf says that it is not known."""

    def fails(text: str) -> None:
        raise RuntimeError(text)

    monkeypatch.setattr("mossring_web.motifs.services.analyse", fails)
    saved = as_ada.call("PUT", f"/motifs/{pier['id']}", {"revision": pier["revision"], "text": TEXT + "Rnd 2: sc"})
    assert saved.status_code == 200
    assert as_ada.call("GET", f"/motifs/{pier['id']}").json()["text"] == TEXT + "Rnd 2: sc"
    assert as_ada.call("GET", "/motifs").json()[0]["summary"]["rounds"] == 0
    assert "could not be analysed" in caplog.text
