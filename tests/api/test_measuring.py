"""Settling, measuring and the swatch drawer, over the wire."""

from __future__ import annotations

import json
from typing import Any

import pytest

from api.conftest import Caller

SQUARE = """Terms: US
Shape: square
Yarn A: medium, rust acrylic, 50 g = 90 m
Hook: 5 mm
Rnd 1: [3 dc in ring, ch 2] 4 times
Rnds 2-4: [(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around"""


def settled(caller: Caller, text: str) -> list[dict[str, Any]]:
    answer = caller.call("POST", "/settle", {"text": text})
    assert answer.status_code == 200
    return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]  # type: ignore[attr-defined]


def test_settling_tells_its_way_and_ends_with_the_fabric(as_ada: Caller) -> None:
    lines = settled(as_ada, SQUARE)
    assert [x["progress"] for x in lines] == sorted(x["progress"] for x in lines)
    found = lines[-1]["settled"]
    assert found["lie"]["verdict"] == "flat"
    assert len(found["drawing"]["rounds"]) == 4
    assert [len(r) for r in found["threads"]] == [6 * len(r) for r in found["strain"]]
    assert found["inks"] == [found["inks"][0]] * 4
    assert all(line.get("settled") is None for line in lines[:-1])


@pytest.mark.parametrize("text", ["", "Motif: Nothing yet", "Rnd 1: 9 foo in ring"])
def test_nothing_to_settle_is_said_so(as_ada: Caller, text: str) -> None:
    assert settled(as_ada, text)[-1] == {"progress": 1.0, "settled": None}


def measured(caller: Caller, text: str, wanted_mm: float = 0) -> dict[str, Any]:
    answer = caller.call("POST", "/measure", {"text": text, "wanted_mm": wanted_mm})
    assert answer.status_code == 200
    found: dict[str, Any] = json.loads(answer.content)
    return found


def test_a_motif_is_measured(as_ada: Caller) -> None:
    found = measured(as_ada, f"Gauge: 14 dc x 7 rows = 10 cm\n{SQUARE}", 150)
    assert found["gauge"]["width"] == pytest.approx(100 / 14)
    assert found["gauge"]["width_measured"]
    assert found["predicted"] == sorted(found["predicted"])
    assert found["plan"]["rounds"] > 4
    assert found["size"]["blocked"] > found["size"]["across"]
    assert found["yarn"][0]["balls"] == 1
    assert "melts" in found["cautions"][0]
    assert found["fit"] is None


def test_a_measured_round_moves_the_predictions(as_ada: Caller) -> None:
    plain = measured(as_ada, SQUARE)
    found = measured(as_ada, f"Measured: Rnd 3 = {plain['predicted'][2] * 1.1:.1f} mm across, bowl\n{SQUARE}")
    assert found["predicted"][3] == pytest.approx(plain["predicted"][3] * 1.1, rel=0.01)
    assert found["fit"]["compared"][0]["lay"] == "bowl"


def test_swatches_are_kept_used_and_thrown_away_by_their_owner_only(as_ada: Caller, as_ben: Caller) -> None:
    kept = json.loads(as_ada.call("POST", "/swatches", {"name": "Rust on a 5", "text": SQUARE, "washed": True}).content)
    assert kept["lines"] == "Yarn A: medium, rust acrylic, 50 g = 90 m\nHook: 5 mm"
    assert kept["washed"]
    assert [s["name"] for s in json.loads(as_ada.call("GET", "/swatches").content)] == ["Rust on a 5"]
    assert json.loads(as_ben.call("GET", "/swatches").content) == []
    assert as_ben.call("DELETE", f"/swatches/{kept['id']}").status_code == 404
    assert as_ada.call("DELETE", f"/swatches/{kept['id']}").status_code == 204
    assert json.loads(as_ada.call("GET", "/swatches").content) == []


@pytest.mark.parametrize(("name", "text"), [("", SQUARE), ("  ", SQUARE), ("Empty", "Rnd 1: 12 dc in ring")])
def test_a_swatch_of_nothing_is_refused_in_words(as_ada: Caller, name: str, text: str) -> None:
    answer = as_ada.call("POST", "/swatches", {"name": name, "text": text})
    assert answer.status_code == 422
    assert json.loads(answer.content)["detail"]


def test_a_swatch_is_made_of_what_finished_rounds_taught_and_speaks_either_dialect(as_ada: Caller) -> None:
    plain = measured(as_ada, SQUARE)
    text = f"Measured: Rnd 4 = {plain['predicted'][3] * 1.1:.2f} mm across, flat\n{SQUARE}"
    kept = json.loads(as_ada.call("POST", "/swatches", {"name": "Learnt", "text": text}).content)
    assert "Gauge: " in kept["lines"]
    again = measured(as_ada, kept["lines"] + "\n" + SQUARE)
    assert again["predicted"][3] == pytest.approx(plain["predicted"][3] * 1.1, rel=0.01)
    (uk,) = json.loads(as_ada.call("GET", "/swatches?terms=uk").content)
    assert " tr x " in uk["lines"]
    uk_text = "Terms: UK\n" + uk["lines"] + "\nShape: circle\nRnd 1: 12 tr in ring"
    assert measured(as_ada, uk_text)["gauge"]["width"] == pytest.approx(again["gauge"]["width"], rel=0.01)


def test_a_round_that_lay_otherwise_than_expected_is_told(as_ada: Caller) -> None:
    found = measured(as_ada, f"Measured: Rnd 3 = 8.5 cm across, bowl; Rnd 4 = 11 cm across, leaning\n{SQUARE}")
    bowl, leaning = (c["lies"] for c in found["fit"]["compared"])
    assert "lay in a bowl and was expected flat" in bowl
    assert "turn every second round" in leaning
