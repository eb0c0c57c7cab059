"""The asterisks of a round while it is read; how deep its brackets go, and how often anything is repeated."""

from __future__ import annotations

MAX_NESTING = 40
"""How deep brackets go into each other, at most."""
MAX_TIMES = 10_000
"""How often anything is repeated, at most."""


class Marks:
    """Where the asterisks of one level stand: index into its nodes of the opening and the closing one.

    first: where the first of them stood, -1 for none."""

    def __init__(self) -> None:
        self.first = -1
        self.open: dict[str, int] = {}
        self.close: dict[str, int] = {}

    def put(self, star: str, index: int) -> None:
        if self.first < 0:
            self.first = index
        if star in self.open and star not in self.close and index > self.open[star]:
            self.close[star] = index
        else:
            self.open[star] = index
            self.close.pop(star, None)
