"""Slip stitches that stop before the place in which the round is to begin, or pass it.

Slip stitches walk the hook from the join to the start, stitch by stitch. One too few and the starting chain
stands beside the space instead of in it, and so does the whole round. Where the words name the space as well, the round
is begun in it, and only the count of slip stitches is told. Where corners are stitches (the middle one of 3 or 5), one
slip stitch too many or too few sets all corners of the round beside those below.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look, some
from mossring.findings.nudge import number_edits
from mossring.notation.tree import Make, Target, Trouble, Work

CODE = "MR603"
SEVERITY: Severity = "stop"


def check(look: Look) -> Iterator[Finding]:
    lost = min((t.span[0] for t in look.troubles("no such place")), default=None)
    for t in look.troubles("not reached"):
        if lost is not None and lost < t.span[0]:
            return  # the slip stitches name a place that isn't there
        target = t.data.get("target")
        name = "corner" if isinstance(target, Target) and target.kind == "corner" else "space"
        missing = int(str(t.data.get("missing", 0)))
        short = f": {some(missing, 'stitch', 'stitches')} short" if missing else ""
        message = f"The slip stitches of {look.name.lower()} don't reach the {name} in which it begins{short}."
        if "on" in t.data:  # the place is named, so the round was worked there
            stop = some(missing, "stitch", "stitches")
            message = f"The slip stitches of {look.name.lower()} stop {stop} before the {name}."
            why = "The round was begun in it all the same."
            yield look.finding(CODE, "warn", t.span, message, why, _further(look, missing))
            return
        yield look.finding(CODE, SEVERITY, t.span, message, "", _mends(look, t))
        return
    yield from _beside_corners(look)


def _beside_corners(look: Look) -> Iterator[Finding]:
    slips = next((n for n in look.round.tree.body if isinstance(n, Work)), None)
    if slips is None or not _slip(slips) or not (off := look.round.worked.off_corners()):
        return
    many = some(abs(off), "stitch", "stitches")
    there = f"go {many} past" if off > 0 else f"stop {many} before"
    message = f"The slip stitches of {look.name.lower()} {there} the corner in which it begins."
    why = "All its corners stand beside those of the round below."
    yield look.finding(CODE, "warn", slips.span, message, why, _further(look, -off))


def _mends(look: Look, t: Trouble) -> Iterator[Fix]:
    """A slip stitch into the space itself, or more slip stitches on the way."""
    line = look.round.line
    slips = [n for n in look.round.tree.body if isinstance(n, Work) and _slip(n)]
    length = t.data.get("chains")
    place = f"next ch-{length} sp" if length else "next sp"
    if slips:
        at = line.at + slips[-1].span[1]
        yield Fix(f"Slip stitch on “and in {place}”", (Edit(at, at, f" and in {place}"),))
    elif look.round.tree.body:
        word = look.stitch("slst")
        at = line.at + look.round.tree.body[0].span[0]
        yield Fix(f"Begin with “{word} in {place}”", (Edit(at, at, f"{word} in {place}, "),))
    yield from number_edits(look)


def _further(look: Look, missing: int) -> Iterator[Fix]:
    """Slip stitches in so many more stitches."""
    line = look.round.line
    for node in look.round.tree.body:
        if isinstance(node, Work) and _slip(node) and node.where.targets and node.where.targets[0].kind == "st":
            a, b = node.where.span
            m = re.search(r"\bnext\b(?: \d+)?", line.text[a:b])
            if m:
                text = f"next {node.where.count + missing}"
                yield Fix(f"Slip stitch in {text}", (Edit(line.at + a + m.start(), line.at + a + m.end(), text),))
                return


def _slip(node: Work) -> bool:
    first = node.group[0] if node.group else None
    return isinstance(first, Make) and first.stitch == "slst"
