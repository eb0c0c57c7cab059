"""The answer to a text, the pattern to take away, and the page itself."""

from __future__ import annotations

import io
import json
import re
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


def test_the_pattern_is_written_in_a_dialect_and_a_style(as_ada: Caller) -> None:
    body = {"text": CASE.read_text(), "terms": "uk", "style": "turn every round; start chainless", "plain": False}
    answer = as_ada.call("POST", "/pattern", body).json()
    assert "(dc, ch 1) (counts as tr)" in answer["rounds"][0]["text"]
    assert answer["changes"]
    assert answer["text"].startswith("Motif: Fernwick Square")
    full = as_ada.call("POST", "/pattern", {**body, "plain": True}).json()
    assert "treble crochet" in full["rounds"][0]["text"]
    assert full["abbreviations"] == []


def test_next_rounds_are_offered_with_their_verdict(as_ada: Caller) -> None:
    offers = as_ada.call("POST", "/next", {"text": CASE.read_text()}).json()
    assert {o["verdict"] for o in offers} <= {"flat", "blocks out"}
    taken = CASE.read_text().rstrip() + "\n" + offers[0]["line"]
    rounds = as_ada.call("POST", "/analyse", {"text": taken}).json()["rounds"]
    assert (rounds[-1]["stitches"], rounds[-1]["verdict"]) == (offers[0]["stitches"], offers[0]["verdict"])
    assert as_ada.call("POST", "/next", {"text": ""}).json() == []


def test_a_pasted_text_is_read_line_by_line(as_ada: Caller) -> None:
    text = "A square (UK)\nRnd 1: [3 tr in ring, ch 2] 4 tmies\nKnit one"
    answer = as_ada.call("POST", "/readin", {"text": text}).json()
    assert (answer["terms"], answer["shape"], answer["rounds"]) == ("uk", "square", 1)
    assert [x["kind"] for x in answer["lines"]] == ["understood", "understood", "note"]
    (mark,) = answer["lines"][1]["marks"]
    assert (text[mark["start"] : mark["end"]], mark["nearest"]) == ("tmies", "Write “times”")
    assert mark["fix"]["edits"] == [{"start": mark["start"], "end": mark["end"], "text": "times"}]
    us = as_ada.call("POST", "/readin", {"text": text, "terms": "us"}).json()
    assert us["terms"] == "us"


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
    told = re.findall(r"Rnds? (\d)(?:-(\d))?", words)  # like rounds are told once
    assert {n for a, b in told for n in range(int(a), int(b or a) + 1)} == {1, 2, 3, 4, 5}
    assert ("join with ss" if terms == "uk" else "join with sl st") in words
    if format == "json":
        assert [r["label"] for r in json.loads(answer.content)["rounds"]] == ["Rnd 1", "Rnd 2", "Rnds 3-4", "Rnd 5"]


def test_the_chart_can_be_had_alone(as_ada: Caller) -> None:
    for form, begins in (("svg", b"<svg "), ("png", b"\x89PNG")):
        answer = as_ada.call("POST", "/write", {"text": CASE.read_text(), "terms": "uk", "format": form})
        assert answer.status_code == 200
        assert answer.content.startswith(begins)
        assert f"fernwick-square-uk-chart.{form}" in answer["Content-Disposition"]
    nothing = as_ada.call("POST", "/write", {"text": "", "terms": "uk", "format": "svg"})
    assert nothing.status_code == 422
    assert "nothing is worked yet" in nothing.json()["detail"]


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
