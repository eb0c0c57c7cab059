"""What a rule looks at: the draft, one of its rounds, and where things stand in the text."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field

from mossring.draft import Draft, DraftRound
from mossring.findings.finding import Finding, Propose, Severity
from mossring.notation.tree import Span, Stated, Trouble
from mossring.stitches import is_stitch, term
from mossring.working.tally import due, mismatches

_UNREAD = frozenset(
    {"unknown word", "bracket", "nesting", "times", "place", "instruction", "place in a place", "no star", "legs"}
    | {"undefined"}
)


@dataclass(slots=True)
class Look:
    """A draft, and the index of the round a rule is asked about (None: the file as a whole, which has no `round`)."""

    draft: Draft
    index: int | None
    round: DraftRound = field(init=False)
    below: DraftRound | None = field(init=False, default=None)
    _all: Sequence[Trouble] = field(init=False)

    def __post_init__(self) -> None:
        if self.index is None:
            self._all = self.draft.troubles
            return
        self.round = r = self.draft.rounds[self.index]
        earlier = (self.draft.rounds[k] for k in range(self.index - 1, -1, -1))
        self.below = next((e for e in earlier if not e.worked.surface), None)
        self._all = (*r.tree.troubles, *r.troubles, *r.worked.troubles)

    @property
    def troubled(self) -> bool:
        """Whether anything in it could not be read or worked."""
        return bool(self._all)

    def troubles(self, *kinds: str) -> Iterator[Trouble]:
        """Troubles of these kinds in the round: read first, then worked. The file's own for the file."""
        return (t for t in self._all if t.kind in kinds) if self._all else iter(())

    @property
    def unread(self) -> bool:
        """Something in the round could not be read, so what it works out to means little."""
        troubles = self.round.tree.troubles
        return bool(troubles) and any(t.kind in _UNREAD for t in troubles)

    def mismatches(self) -> Iterator[tuple[Stated, int]]:
        """Stated counts of the round that differ, with what was worked."""
        r = self.round
        if not r.tree.stated:
            return iter(())
        return mismatches(r.worked, r.tree.stated, due(r.tree.stated, r.number, r.line.first, r.line.last))

    def span(self, span: Span) -> Span:
        """A span of the round in the whole text; (0, 0) stands for the round's text entire."""
        if self.index is None:
            return span
        line = self.round.line
        if span == (0, 0) or span[1] > len(line.text):
            return (line.at, line.at + max(1, len(line.text)))
        return (line.at + span[0], line.at + span[1])

    def finding(
        self,
        code: str,
        severity: Severity,
        span: Span,
        message: str,
        why: str = "",
        propose: Propose | None = None,
    ) -> Finding:
        start, end = self.span(span)
        number = 0 if self.index is None else self.round.number
        return Finding(code, severity, number, start, end, message, why, propose=propose)

    @property
    def name(self) -> str:
        r = self.round
        return f"{'Row' if r.line.word == 'Row' else 'Round'} {r.number}"

    def stitch(self, key: str, n: int = 1) -> str:
        """A stitch in the words of the text's dialect: `dc`, `ch-2 sp`, `stitches`."""
        if key in ("", "sts"):
            return "stitch" if n == 1 else "stitches"
        if key == "sps":
            return "space" if n == 1 else "spaces"
        if key == "corners":
            return "corner space" if n == 1 else "corner spaces"
        if key.startswith("ch-"):
            return f"{key} sp" if n == 1 else f"{key} sps"
        if key in ("-cl", "-pc", "-bobble", "-puff"):
            return {"-cl": "cluster", "-pc": "popcorn"}.get(key, key[1:]) + ("s" if n > 1 else "")
        return term(key, self.draft.dialect).abbr if is_stitch(key) else key


def some(n: int, one: str, many: str | None = None) -> str:
    """`1 stitch`, `3 stitches`."""
    return f"{n} {one if n == 1 else many or one + 's'}"
