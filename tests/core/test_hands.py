"""Motifs of known counts in hands drawn by lot: read as they are meant, written back the same, a slip told once."""

from __future__ import annotations

import re
import textwrap
from collections.abc import Callable
from itertools import cycle
from random import Random

import pytest

from core.motifs_in_hand import motif_by_lot
from core.patterns_in_hand import Motif
from kernel import examples
from mossring.analysis import Analysis, analyse
from mossring.findings.finding import Finding
from mossring.stitches.terms import Dialect
from mossring.working import same_fabric
from mossring.writing import as_text, write_sheet

RIGHT = range(examples(400))
WRITTEN = range(0, examples(400), 4)
_RUN = re.compile(r"\bnext (\d+) (?:sts|stitches|sc|hdc|dc|htr|tr)\b")


def told(found: Analysis) -> list[Finding]:
    """What is found, but for hints and how the fabric lies."""
    return [f for f in found.findings if f.severity != "hint" and f.family != 5]


@pytest.mark.parametrize("seed", RIGHT)
def test_it_comes_out_as_meant(seed: int) -> None:
    motif = motif_by_lot(seed)
    found = analyse(motif.text)
    assert [r.worked.stitches for r in found.draft.rounds] == motif.counts, motif.text
    assert told(found) == [], motif.text


@pytest.mark.parametrize("terms", ["us", "uk"])
@pytest.mark.parametrize("seed", WRITTEN)
def test_it_is_written_back_the_same(seed: int, terms: Dialect) -> None:
    draft = analyse(motif_by_lot(seed).text).draft
    written = as_text(write_sheet(draft, terms))
    again = analyse(written)
    assert same_fabric(again.draft.fabric, draft.fabric), written
    assert told(again) == [], written


def runs(motif: Motif) -> list[tuple[int, re.Match[str]]]:
    """Where a round but the first counts along stitches, and which it is. Slip stitches that only move don't count."""
    return [
        (n, m)
        for n, line in enumerate(motif.rounds[1:], 2)
        for m in _RUN.finditer(line)
        if not re.search(r"(?:ss|sl st|slip stitch) in $", line[: m.start()], re.IGNORECASE)
    ]


@pytest.mark.parametrize("seed", [s for s in range(400, 400 + examples(300)) if runs(motif_by_lot(s))])
def test_a_run_of_another_length_is_told_once(seed: int) -> None:
    """One number in `dc in next 5 sts` is one more or less; where a hand states no count, the corners show it."""
    motif = motif_by_lot(seed)
    lot = Random(seed)
    n, run = lot.choice(runs(motif))
    at = motif.text.index(motif.rounds[n - 1])
    other = int(run[1]) + lot.choice((-1, 1))
    text = motif.text[: at + run.start(1)] + str(other) + motif.text[at + run.end(1) :]
    assert [f.round for f in told(analyse(text))] == [n], text


def broken(text: str) -> str:
    """Its lines broken at 68 characters, as they are copied from a printed page."""
    return "\n".join(part for line in text.split("\n") for part in textwrap.wrap(line, 68) or [""])


def noted(text: str) -> str:
    """A remark behind every round."""
    tips = cycle(
        (
            "Your piece should lie flat at this point.",
            "Tip: mark the first stitch of the round.",
            "(Check your count before going on.)",
            "Note: keep the tension even.",
            "It will look a little wavy; that is fine.",
        )
    )
    return "\n".join(
        f"{line}\n{next(tips)}" if len(line) > 30 and re.match(r"\W*(?:r|\d)", line, re.IGNORECASE) else line
        for line in text.split("\n")
    )


def misspelt(text: str) -> str:
    """Two letters the wrong way round in one word of the trade."""
    words = list(re.finditer(r"\b(?:next|repeat|join|each|around|corner|stitches|space|same)\b", text))
    if not words:
        return text
    m = words[len(text) % len(words)]
    k = m.start() + 1 + len(text) % (len(m[0]) - 2)
    return text[:k] + text[k + 1] + text[k] + text[k + 2 :]


LOOKS: dict[str, Callable[[str], str]] = {
    "broken lines": broken,
    "remarks between": noted,
    "misspelt": misspelt,
    "capitals": str.upper,
    "no capitals": str.lower,
    "fixed spaces": lambda text: re.sub(r"(?<=\d) (?=\w)", "\u00a0", text),
    "two spaces": lambda text: text.replace(", ", ",  ").replace(". ", ".  "),
    "bullets": lambda text: re.sub(r"(?im)^(?=(?:rnd|round) ?\d.{12})", "• ", text),
    "bold": lambda text: re.sub(r"(?m)^((?:Rnd|Round|R) ?\d+)(:)", r"**\1**\2", text),
    "tabs": lambda text: re.sub(r"(?m)^((?:Rnd|Round|R) ?\d+:) ", r"\1\t", text),
    "indented": lambda text: re.sub(r"(?m)^(?=.)", "    ", text),
    "carriage returns": lambda text: text.replace("\n", "\r\n"),
}
"""How a text may come out of other programs."""


@pytest.mark.parametrize("look", LOOKS)
@pytest.mark.parametrize("seed", range(1000, 1000 + examples(28)))
def test_it_is_read_however_it_was_pasted(seed: int, look: str) -> None:
    motif = motif_by_lot(seed)
    text = LOOKS[look](motif.text)
    found = analyse(text)
    assert [r.worked.stitches for r in found.draft.rounds] == motif.counts, text
    assert told(found) == [], text


SLIPS: dict[str, tuple[re.Pattern[str], int]] = {
    "a repeat too few": (re.compile(r"(?:rep|repeat) from \*(?: to \*)? (\d) more times"), -1),
    "a repeat too many": (re.compile(r"(?:rep|repeat) from \*(?: to \*)? (\d) more times"), 1),
    "brackets once too few": (re.compile(r"(?<!from )(?<!and )[])*}] ([3-9]) times"), -1),
    "brackets once too many": (re.compile(r"(?<!from )(?<!and )[])*}] (\d) times"), 1),
    "a stitch too few in a corner": (re.compile(r"[\[(]([2-9]) ?(?:dc|tr|htr|hdc)s?, (?:[Cc]h|\d ?ch|chain)"), -1),
    "a stitch too many in a corner": (re.compile(r"[\[(](\d) ?(?:dc|tr|htr|hdc)s?, (?:[Cc]h|\d ?ch|chain)"), 1),
}
"""What is counted wrongly, and by how much."""
_COUNTED = re.compile(r"\d+ ?(?:dc|tr|htr|hdc|sc|sts)\b[^*]{0,40}$|[([<{=] ?\d+[])>}]?[^*]{0,20}$")


def slipped(seed: int, slip: str) -> tuple[int, str] | None:
    """The motif of a seed with one number of a counted round wrong: which round it is, and the text."""
    motif = motif_by_lot(seed)
    pattern, by = SLIPS[slip]
    found = [(n, m) for n, line in enumerate(motif.rounds, 1) if _COUNTED.search(line) for m in pattern.finditer(line)]
    if not found:
        return None
    n, m = Random(seed).choice(found)
    at = motif.text.index(motif.rounds[n - 1])
    return n, motif.text[: at + m.start(1)] + str(int(m[1]) + by) + motif.text[at + m.end(1) :]


@pytest.mark.parametrize("slip", SLIPS)
def test_a_slip_is_told_once_in_its_round(slip: str) -> None:
    """In every motif that has such a place: one finding, where the slip is."""
    planted = [(seed, *wrong) for seed in range(2000, 2000 + examples(200)) if (wrong := slipped(seed, slip))]
    assert len(planted) > 1
    for seed, n, text in planted:
        assert [f.round for f in told(analyse(text))] == [n], (seed, text)
