"""The limits of a motif, what is left of them, and the two ways in which working can fail."""

from __future__ import annotations

from dataclasses import dataclass

from mossring.notation.tree import Span, Trouble

MAX_STITCHES = 60_000
"""A square of 120 solid rounds holds about 58,000 stitches; nobody counts past that by hand."""
MAX_STEPS = 400_000
"""Instructions carried out in a motif: past this a repeat goes round without working anything."""


class UnworkableError(Exception):
    def __init__(self, kind: str, span: Span, **data: object) -> None:
        super().__init__(kind)
        self.trouble = Trouble(kind, span, data)


class OverLimitError(UnworkableError):
    """The motif is too large to go on with."""


@dataclass(slots=True)
class Budget:
    """What is left of the limits, shared by all rounds of a motif."""

    stitches: int = MAX_STITCHES
    steps: int = MAX_STEPS

    def step(self, span: Span, n: int = 1) -> None:
        self.steps -= n
        if self.steps < 0:
            raise OverLimitError("limit", span, limit=MAX_STEPS, n=MAX_STEPS, what="steps")

    def stitch(self, span: Span, n: int = 1) -> None:
        self.stitches -= n
        if self.stitches < 0:
            raise OverLimitError("limit", span, limit=MAX_STITCHES, n=MAX_STITCHES, what="stitches")
