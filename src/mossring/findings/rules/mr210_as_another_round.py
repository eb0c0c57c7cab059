"""`as Rnd 3, with 4 more dc on each side` that doesn't come out so.

A round given by another one grows as its corners make it grow. Where the words say another number, one of the
two is wrong; where the sides of the round referred to are no single run of stitches or groups, nobody could
tell where the additional ones go, so the round has to be written out.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look

CODE = "MR210"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("not grown"):
        message = f"{look.name} can't be told from round {t.data['round']}: where do the additional stitches go?"
        yield look.finding(CODE, SEVERITY, t.span, message, "Its sides are no single run. Write the round out.")
    for t in look.troubles("other groups"):
        message = (
            f"{look.name} says what each side has more of; by round {look.round.number - 1} it would be other stitches."
        )
        why = f"Worked on as the rounds before it, each side gains {t.data['have']} stitches."
        yield look.finding(CODE, SEVERITY, t.span, message, why)
    for t in look.troubles("grows otherwise"):
        said, have = t.data["said"], t.data["have"]
        more = "" if t.data.get("in all") else " more"
        message = f"{look.name} says {said}{more} on each side, and works out at {have}{more}."
        line = look.round.line
        at = line.at + t.span[0]
        word = line.text[t.span[0] : t.span[1]].split()[0]
        edits = (Edit(at, at + len(word), str(have)),)
        yield look.finding(CODE, SEVERITY, t.span, message, "", [Fix(f"Say {have}{more}", edits)])
