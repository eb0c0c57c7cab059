"""A cluster's closing chain worked as the space.

The chain that closes a cluster belongs to the cluster: it lies on top of it and leaves no gap. The next round
works into the chains between the clusters, or into the clusters themselves.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.tree import Target, Trouble

CODE = "MR211"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    t = closing_chain(look)
    if t is None or look.below is None:
        return
    below = look.below
    closed = next(m for m in below.worked.made if m.closing)
    name = look.stitch(closed.kind)
    message = f"Round {below.number} has no ch-{closed.closing} sp: that chain closes the {name} and is part of it."
    spaces = ", ".join(f"{k} sps" for k in below.worked.spaces())
    why = f"What lies between the clusters is {spaces}." if spaces else "Nothing lies between the clusters."
    yield look.finding(CODE, SEVERITY, t.span, message, why, _between(look, t))


def closing_chain(look: Look) -> Trouble | None:
    """The place asked for that is only the chain that closes a cluster of the round below."""
    if look.below is None:
        return None
    missing = list(look.troubles("no such place"))
    lengths = {m.closing for m in look.below.worked.made if m.closing} if missing else set()
    for t in missing:
        target = t.data.get("target")
        if isinstance(target, Target) and target.kind == "sp" and target.chains in lengths:
            return t
    return None


def _between(look: Look, t: Trouble) -> Iterator[Fix]:
    """The same words with a space that lies between the clusters."""
    line = look.round.line
    words = line.text[t.span[0] : t.span[1]]
    for key in look.below.worked.spaces() if look.below else ():
        new = re.sub(r"\d+", key.removeprefix("ch-"), words, count=1)
        at = [line.at + m.start() for m in re.finditer(re.escape(words), line.text)]
        yield Fix(f"Write “{new}”", tuple(Edit(a, a + len(words), new) for a in at))
