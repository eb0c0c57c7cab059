"""A header line whose value isn't understood.

"Shape:" takes a polygon by name or number of sides, a circle, or "circle to square" and the like; "Begin:"
a magic ring, a chain joined to a ring, or a short chain; "Terms:" US or UK. Without them the shape is
found from the corners, the terms from the words, and round 1 is taken to begin in a magic ring.
"""

from __future__ import annotations

from collections.abc import Iterator
from difflib import get_close_matches

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look

CODE = "MR106"
SEVERITY: Severity = "stop"


_SHAPES = ("square", "hexagon", "pentagon", "triangle", "octagon", "circle", "circle to square", "rectangle")
_SAYS = {
    "shape": "“{value}” is no shape that I know. Try square, hexagon, circle, circle to square or 7-gon.",
    "begin": "I can't tell from “{value}” how the motif begins. Try magic ring, or ch 4, join with sl st to form ring.",
    "lies": "“{value}” is no way for a fabric to lie. Write flat, bowl or waves.",
    "terms": "“{value}” names neither US nor UK terms.",
}


def of_file(look: Look) -> Iterator[Finding]:
    for t in look.troubles(*_SAYS):
        value = str(t.data["value"])
        message = _SAYS[t.kind].format(value=value)
        near = get_close_matches(value.lower(), _SHAPES, n=1) if t.kind == "shape" else []
        fixes = [Fix(f"Write “{near[0]}”", (Edit(t.span[1] - len(value), t.span[1], near[0]),))] if near else []
        yield look.finding(CODE, SEVERITY, t.span, message, propose=fixes)
