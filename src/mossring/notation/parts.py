"""What a pattern file is taken apart into: its rounds, its other lines, and what both say of the whole."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from typing import Literal, NamedTuple

from mossring.notation.header import Begin, Shape
from mossring.notation.pasted import Definition, Start
from mossring.notation.tree import Span, Trouble
from mossring.stitches.terms import Dialect


class RoundLine(NamedTuple):
    """One line of rounds: numbers first to last, its instruction text and where that text starts. part: the loop that
    a note before it says all rounds are worked in. shift: how far the numbers are from those in its words, where a
    section (`Border`) counts from 1 again."""

    first: int
    last: int
    text: str
    at: int
    head: Span
    word: str = "Rnd"
    side: str = ""
    yarn: str = ""
    part: str = ""
    shift: int = 0


@dataclass(frozen=True, slots=True)
class Line:
    """A line that is no round: kept, and (notes and comments) written back in its place.

    `heading` is over a list, or states the dialect; `begin` says how to begin; `definition` may define a
    stitch; `move` moves the hook to the next round's start.
    """

    kind: Literal["note", "comment", "header", "blank", "begin", "definition", "move", "heading"]
    text: str
    at: int


@dataclass(slots=True)
class Document:
    """A motif's text, taken apart. `terms` None: the text doesn't say.

    plain: the text with Markdown's marks blanked out. moved: where a line starts that moves the hook and
    belongs to the round that comes next. in_stitches: amid a list of stitches.
    starts: what the notes say of starting chains. part: the loop that they say the rounds to come are worked in.
    set_up: round 1 is called a foundation row. chainless: the stitch that `(sc, ch 1)` at a round's start is.
    throughout: words with the stitch that all is worked in.
    lies: how the piece is meant to lie, where not flat: `bowl` or `waves`.
    numbered: how rounds are lines with a number alone. width: where lines are broken, if they are.
    spiral: the notes say that rounds aren't joined. closing: a chain closes each cluster. in_all: what is repeated so
    many times in the ring is worked so often in all, as later rounds show. last_head: where the last line stands that
    announces a round, once looked for.
    """

    text: str
    title: str = ""
    terms: Dialect | None = None
    terms_span: Span = (0, 0)
    shape: Shape | None = None
    begin: Begin = field(default_factory=Begin)
    style: str = ""
    yarns: dict[str, str] = field(default_factory=dict)
    header: list[tuple[str, str]] = field(default_factory=list)
    rounds: list[RoundLine] = field(default_factory=list)
    notes: list[Line] = field(default_factory=list)
    troubles: list[Trouble] = field(default_factory=list)
    rows: bool = False
    stitches: list[tuple[str, str]] = field(default_factory=list)
    telling: list[Span] = field(default_factory=list)
    plain: str = ""
    said_begin: bool = False
    in_stitches: bool = False
    numbered: re.Pattern[str] | None = None
    width: int = 0
    spiral: bool = False
    closing: bool = False
    definitions: list[Definition] = field(default_factory=list)
    starts: list[Start] = field(default_factory=list)
    part: str = ""
    moved: int | None = None
    set_up: bool = False
    chainless: str = ""
    throughout: str = ""
    lies: str = ""
    in_all: bool = False
    last_head: int | None = None

    def words(self) -> str:
        """The text with all but its instructions blanked out: titles, yarns and notes speak for no dialect."""
        keep = [(r.at, r.at + len(r.text)) for r in self.rounds] + self.telling
        out = [" "] * len(self.text)
        for a, b in keep:
            out[a:b] = (self.plain or self.text)[a:b]
        return "".join(out)

    def value(self, key: str) -> str:
        """A header value by its key (case-blind), or ''."""
        return next((v for k, v in self.header if k.lower() == key.lower()), "")
