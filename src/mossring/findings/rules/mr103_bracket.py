"""A bracket that is never closed, or closed without being opened.

Round and square brackets hold a group worked in one place or a repeat; each needs its partner. An open
bracket is taken to close at the end of the round, a stray closing one is passed over.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.lazy import lazily
from mossring.notation.tree import Trouble

_GOES_ON = lazily(r"(?<!\s)\s+(?:around|to end|x ?\d|\w+ times|twice|in corner|in next)\b")
"""What stands behind a bracket that was closed."""
CODE = "MR103"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("bracket"):
        mark = str(t.data["mark"])
        if mark in "([":
            closer = ")" if mark == "(" else "]"
            message = f"The “{mark}” here is never closed with “{closer}”."
        else:
            message = f"This “{mark}” closes a bracket that was never opened."
        why = "Check where the group or the repeat ends."
        yield look.finding(
            CODE, SEVERITY, t.span, message, why, _closed(look, mark) if mark in "([" else _dropped(look, t)
        )
        return


def _closed(look: Look, mark: str) -> Iterator[Fix]:
    """The partner put where a repeat would end, or at the end of the round."""
    line = look.round.line
    closer = ")" if mark == "(" else "]"
    places = [m.start() for m in _GOES_ON.finditer(line.text)]
    stated = re.search(r"(?<!\s)\s*+[([][^()\[\]]*+[)\]]\.?$", line.text)
    for at in reversed([*places, stated.start() if stated else len(line.text.rstrip(" ."))]):
        yield Fix(
            f"Close it after “{line.text[:at].split(',')[-1].strip()}”", (Edit(line.at + at, line.at + at, closer),)
        )


def _dropped(look: Look, t: Trouble) -> Iterator[Fix]:
    start, end = look.span(t.span)
    yield Fix("Take it out", (Edit(start, end, ""),))
