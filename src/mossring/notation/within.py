"""What the line of a round says besides its instructions: other rounds, stitches defined, remarks about all rounds."""

from __future__ import annotations

import re
from dataclasses import dataclass

from mossring.notation.heads import inner_starts
from mossring.notation.kept import Kept
from mossring.notation.lazy import lazily
from mossring.notation.pasted import (
    Definition,
    Start,
    definitions_in,
    told_chainless,
    told_starts,
    without_definitions,
)

_OF_ALL = lazily(r"\(([^()]*\b(?:pattern|throughout|always|never|every round|all rounds)\b[^()]*)\)", re.IGNORECASE)
"""A remark within a round that speaks of all of them: `(Ch 2 doesn't count in this pattern.)`."""
_DEFINED_IN = lazily(r"[(\[]([A-Za-z][\w -]{0,20}?(?: ?=|:) ?[^()\[\]]*)[)\]]")
"""A special stitch defined where it is first used: `(shell = 5 dc in one st)`."""


@dataclass(frozen=True, slots=True)
class Within:
    """text: the instructions, what defines a stitch blanked out. starts, chainless: what remarks say of all rounds."""

    text: str
    definitions: tuple[Definition, ...]
    starts: tuple[Start, ...]
    chainless: str


@Kept
def said_within(words: str) -> Within:
    """What the words behind a round's head say, its instructions among them."""
    starts = tuple(s for remark in _OF_ALL.findall(words) for s in told_starts(remark))
    text, defined = without_definitions(words.rstrip())
    definitions = (*(d for told in _DEFINED_IN.findall(words) for d in definitions_in(told)), *defined)
    return Within(text, definitions, starts, told_chainless(text) if "throughout" in text else "")


@Kept
def more_rounds(words: str) -> tuple[int, ...]:
    """Where further rounds begin within the words behind a round's head."""
    return tuple(inner_starts(words))
