"""The answer to a text, the pattern to take away, and the page itself."""

from __future__ import annotations

import io
import json
from pathlib import Path

import pytest
from pypdf import PdfReader

from api.conftest import Caller
from mossring.analysis import analyse

CASE = Path(__file__).parent.parent / "cases" / "fernwick-granny.txt"


def test_the_answer_is_the_cores_own(as_ada: Caller) -> None:
    text = CASE.read_text()
    answer = as_ada.call("POST", "/analyse", {"text": text}).json()
    result = analyse(text)
    assert [r["stitches"] for r in answer["rounds"]] == [r.worked.stitches for r in result.draft.rounds]
    assert answer["verdict"] == result.verdict == "flat"
    assert [len(r) for r in answer["drawing"]["rounds"]] == [len(r.worked.made) for r in result.draft.rounds]
    for r, worked in zip(answer["rounds"], result.draft.rounds, strict=True):
        words = {text[a:b] for a, b in zip(r["spans"][::2], r["spans"][1::2], strict=True)}
        assert all(any(k in w for k in ("dc", "sc", "ch")) for w in words), words
        assert len(r["spans"]) == 2 * len(worked.worked.made)
    assert "3 tr in ring" in answer["uk"]["rounds"][0]["text"]
    assert "3 dc in ring" in answer["us"]["rounds"][0]["text"]


@pytest.mark.parametrize("text", ["", "\x00\x01", "Rnd 1: [[[[", "Rnd 1: 12 dc in ring\nRnd 2: 🧶", "x" * 300_000])
def test_any_text_at_all_is_answered(as_ada: Caller, text: str) -> None:
    answer = as_ada.call("POST", "/analyse", {"text": text})
    assert answer.status_code == 200
    assert answer.json()["findings"]


@pytest.mark.parametrize("terms", ["us", "uk"])
@pytest.mark.parametrize("format", ["text", "markdown", "html", "pdf", "json"])
def test_every_format_holds_every_round(as_ada: Caller, terms: str, format: str) -> None:
    answer = as_ada.call("POST", "/write", {"text": CASE.read_text(), "terms": terms, "format": format})
    assert answer.status_code == 200
    assert f"fernwick-square-{terms}." in answer["Content-Disposition"]
    if format == "pdf":
        words = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages)
    else:
        words = answer.content.decode()
    words = " ".join(words.split())
    for n in range(1, 6):
        assert f"Rnd {n}" in words
    assert ("join with ss" if terms == "uk" else "join with sl st") in words
    if format == "json":
        assert len(json.loads(answer.content)["rounds"]) == 5


def test_the_page_allows_nothing_from_elsewhere(stranger: Caller) -> None:
    page = stranger.client.get("/motif/7")
    policy = page["Content-Security-Policy"]
    assert "default-src 'none'" in policy
    assert "http" not in policy
    assert "unsafe" not in policy
    nonce = policy.split("'nonce-")[1].split("'")[0]
    assert f'nonce="{nonce}"' in page.content.decode()
    assert b"http://" not in page.content
    assert b"https://" not in page.content


def test_a_malformed_request_is_a_problem_in_words(as_ada: Caller) -> None:
    answer = as_ada.call("POST", "/analyse", {"words": 1})
    assert answer.status_code == 422
    assert answer["Content-Type"] == "application/problem+json"
    assert "text" in answer.json()["detail"]
