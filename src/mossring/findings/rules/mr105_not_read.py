"""An instruction that can't be read.

Every word is known, but together they don't make an instruction: a place is missing after "in", a repeat
has no asterisk to go back to, a group inside a group names a place of its own; or a special stitch has a
name, and nothing says what it is made of (`Stitch V-st: (dc, ch 1, dc)` above the rounds says it). The
instruction was left out.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation import Trouble
from mossring.stitches.terms import term

CODE = "MR105"
SEVERITY: Severity = "stop"


_SAYS = {
    "place": "I can't tell which place is meant here.",
    "instruction": "I can't read an instruction here.",
    "place in a place": "A group worked in one place can't name another place inside it.",
    "legs": "The legs of this stitch and the places named for them don't go together.",
    "no star": "There is no matching * to repeat from.",
}


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles(*_SAYS):
        why = "It was left out; the rest of the round was read."
        yield look.finding(CODE, SEVERITY, t.span, _SAYS[t.kind], why)
    for t in look.troubles("undefined"):
        name = str(t.data["name"])
        if _first_use(look, t):
            why = "Say it in a line of its own above the rounds. Until then it is left out."
            message = f"What is “{name}” made of? Nothing says it."
            yield look.finding(CODE, SEVERITY, t.span, message, why, _told(look, name))


def _first_use(look: Look, t: Trouble) -> bool:
    """Whether a name without a meaning is met for the first time: it is asked for once."""
    name = str(t.data["name"]).lower()
    used = (
        (r.number, x.span)
        for r in look.draft.rounds[: look.round.number]
        for x in r.tree.troubles
        if x.kind == "undefined" and str(x.data["name"]).lower() == name
    )
    return next(used, None) == (look.round.number, t.span)


def _told(look: Look, name: str) -> Iterator[Fix]:
    """What such a stitch usually is (common practice, no source), as a line above the rounds."""
    dc = term("dc", look.draft.dialect).abbr
    usual = next((made for kind, made in _USUAL if name.lower().startswith(kind)), "")
    if usual:
        made = usual.format(dc=dc)
        doc = look.draft.doc
        at = doc.text.rfind("\n", 0, doc.rounds[0].head[0]) + 1
        yield Fix(f"Say that it is {made}", (Edit(at, at, f"Stitch {name}: {made}\n"),))


_USUAL = (("v", "({dc}, ch 1, {dc})"), ("shell", "(5 {dc})"), ("fan", "(5 {dc})"))
