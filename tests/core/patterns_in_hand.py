"""A pattern in some hand: rounds one after the other under a heading, and what must come out (see hands.py)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.hands import Hand


@dataclass
class Motif:
    """A text in some hand, its rounds as they stand there, and what must come out: stitches by round."""

    text: str
    rounds: list[str]
    counts: list[int]


class Pattern:
    """Rounds one after the other under a heading."""

    def __init__(self, hand: Hand, name: str, shape: str) -> None:
        self.hand = hand
        self.head = hand.heading(name, shape)
        self.before, self.place = hand.ring()
        self.lines: list[str] = []
        self.counts: list[int] = []

    def round(self, parts: Sequence[str], close: str, n: int, key: str, spaces: str = "") -> None:
        hand, number = self.hand, len(self.lines) + 1
        within = self.before if number == 1 and not self.before.endswith("\n") else ""
        colour = hand.colour(number)
        text = hand.sentence([p for p in parts if p], close, hand.count(n, key, spaces))
        self.lines.append(
            hand.label(number, colour) + within + text + hand.ending(colour).lstrip("." if text[-1] == "." else "")
        )
        self.counts.append(n)

    def four_groups(self) -> None:
        """Round 1 of a square: three double crochet a side and ch 2 in each corner."""
        hand, link = self.hand, self.hand.ch(2)
        opening = [hand.start("dc"), f"{hand.many(2, 'dc')} {self.place}", link]
        parts = hand.again(opening, [f"{hand.many(3, 'dc')} {self.place}", link], 3, [])
        self.round(parts, hand.close("dc"), 12, "dc")

    def motif(self) -> Motif:
        before = self.before if self.before.endswith("\n") else ""
        text = self.head + before + self.hand.one("gap", "\n", "\n", "\n\n").join(self.lines) + "\n"
        return Motif(text, self.lines, self.counts)
