"""The limits of a motif, what is left of them, and the two ways in which working can fail.

Everything that an answer costs is counted in steps: an instruction carried out, a stitch made, a few characters read.
Nobody looks at a clock, so that the same text gives the same answer on every machine, whatever was kept from before.
"""

from __future__ import annotations

from dataclasses import dataclass, field

from mossring.notation.tree import Span, Trouble

MAX_STITCHES = 60_000
"""A square of 120 solid rounds holds about 58,000 stitches; nobody counts past that by hand."""
MAX_STEPS = 100_000
"""What reading and working a text once may cost: two hundred written rounds and 60,000 stitches come to less."""
SPARE_STEPS = 60_000
"""What may be tried besides: other readings, shapes, dialects, mends, offers."""
MOST_STEPS = 115_000
"""What both may come to: a text that is much work leaves less to be tried."""
PER_CHARACTER = 1
PER_INSTRUCTION = 25
"""Steps that it takes to read a character of a round, and to look for an instruction in it, for the first time."""
AGAIN = 4
"""Steps for what was done before in the same answer, and is only looked up."""


class UnworkableError(Exception):
    def __init__(self, kind: str, span: Span, **data: object) -> None:
        super().__init__(kind)
        self.trouble = Trouble(kind, span, data)


class OverLimitError(UnworkableError):
    """The motif is too large to go on with."""


@dataclass(slots=True)
class Purse:
    """Steps that are left. met: what was done before in this answer, which costs little more than to look it up.
    cut: something was left undone for want of steps."""

    left: int
    met: set[object] = field(default_factory=set)
    cut: bool = False

    def affords(self, steps: int) -> bool:
        """Whether so many are left; where they aren't, something is left undone."""
        enough = self.left >= steps
        self.cut = self.cut or not enough
        return enough

    def spend(self, steps: int, for_what: object = None) -> None:
        """for_what: what is free, but for looking it up, the second time."""
        if for_what is not None and for_what in self.met:
            steps = min(steps, AGAIN)
        elif for_what is not None:
            self.met.add(for_what)
        self.left -= steps


@dataclass(slots=True)
class Budget:
    """What is left of the limits: stitches of the motif, and steps, which others may share."""

    stitches: int = MAX_STITCHES
    purse: Purse = field(default_factory=lambda: Purse(MAX_STEPS))

    def step(self, span: Span, n: int = 1) -> None:
        """n instructions carried out. Raises OverLimitError."""
        self.purse.left -= n
        if self.purse.left < 0:
            self.purse.cut = True
            raise OverLimitError("limit", span, limit=MAX_STEPS, n=MAX_STEPS, what="work")

    def stitch(self, span: Span, n: int = 1) -> None:
        """n stitches made. Raises OverLimitError before they are."""
        self.chains(span, n)
        self.step(span, n)

    def chains(self, span: Span, n: int) -> None:
        """n chains made, which count for the motif and cost nothing. Raises OverLimitError."""
        self.stitches -= n
        if self.stitches < 0:
            raise OverLimitError("limit", span, limit=MAX_STITCHES, n=MAX_STITCHES, what="stitches")
