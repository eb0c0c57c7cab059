"""Reading a join to a finished neighbour: `sl st in corresponding ch-2 sp of previous motif`, `sc in adjoining corner
of motif 1`, `join with sl st to second square`."""

from __future__ import annotations

import re
from typing import TYPE_CHECKING

from mossring.notation.lazy import lazily
from mossring.notation.marks import Marks
from mossring.notation.tree import Node, ToNeighbour

if TYPE_CHECKING:
    from mossring.notation.cursor import Cursor
    from mossring.notation.reader import Reader

_WHICH = (
    r"(?:previous|prev|first|second|third|last|finished|completed|adjacent|adjoining|neighbou?ring|other"
    r"|1st|2nd|3rd|[4-9]th)"
)
_PIECE = r"(?:motif|square|hexagon|pentagon|octagon|triangle|circle|medallion|tile|patch|panel|rosette)"
_NUMBERED = rf"{_PIECE} (?:no\.? ?)?(?:\d{{1,3}}|[A-Z])"
_WHOM = rf"(?P<whom>(?:{_WHICH} )?{_NUMBERED}|{_WHICH} {_PIECE}|neighbou?r)\b"
NEIGHBOUR = lazily(rf"\b(?:{_NUMBERED}|{_WHICH} {_PIECE}|neighbou?r)\b", re.IGNORECASE)
"""Words that may speak of another piece."""
_HOW = r"(?:(?:corresponding|adjoining|adjacent|neighbou?ring|matching|opposite|same|next|facing|each) )?"
_PLACE = (
    r"(?:(?P<corner>corner)(?: (?:ch-?\d )?(?:sp|space|loop))?|ch[- ]?(?P<n>\d)[- ]?(?:sp|space|loop|lp)"
    r"|(?P<m>\d)[- ]?ch[- ]?(?:sp|space|loop|lp)|(?P<space>ch-?sp|sp|space|loop)|(?P<picot>picot)"
    r"|(?P<st>st|stitch|[a-z]{2,4}))"
)
_TO = lazily(
    rf"(?:in|into|to|with|on)(?: the)? (?:{_HOW}{_PLACE} (?:of|on|from|in)(?: the| a)? )?{_WHOM}", re.IGNORECASE
)
_WITH = lazily(r" ?,? ?(?:with|by) (?:a )?(?:sl st|slst|ss|slip stitch)\b", re.IGNORECASE)


def read(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """One stitch into a place of another piece, which makes no stitch of this one."""
    if not r.neighbours:
        return False
    c = r.c
    i = c.i
    c.accept("join") and c.accept("with", "by")
    c.number()
    stitch = c.stitch() or ("slst" if c.i == i + 1 and c.tokens[i].text == "join" else None)
    m = _TO.match(c.text, c.token.start) if stitch in ("slst", "sc", "hdc", "dc") and c.token.kind != "end" else None
    if m is None or stitch is None:
        c.i = i
        return False
    end = m.end()
    if then := _WITH.match(c.text, end):
        end = then.end()
    while c.token.kind != "end" and c.token.start < end:
        c.i += 1
    c.forgive(i)
    nodes.append(ToNeighbour(stitch, _place(m), " ".join(m["whom"].lower().split()), c.span_from(i)))
    return True


def _place(m: re.Match[str]) -> str:
    """The place meant, in words that both dialects share; `` for none said."""
    if m["corner"]:
        return "corner sp"
    if n := m["n"] or m["m"]:
        return f"ch-{n} sp"
    return "sp" if m["space"] else "picot" if m["picot"] else "st" if m["st"] else ""


def speaks_of(c: Cursor) -> bool:
    """Whether a round's words speak of another piece."""
    return NEIGHBOUR.search(c.text) is not None
