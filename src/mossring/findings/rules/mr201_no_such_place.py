"""A place that the round below does not have.

The instruction names a space, a stitch or a corner that isn't on the edge being worked into. Often the
length of a chain space differs from what the round before made, or the round before lost its corners.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.draft import DraftRound
from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.findings.rules.mr211_closing_chain import closing_chain
from mossring.notation.tree import Target, Trouble

CODE = "MR201"
SEVERITY: Severity = "stop"


def of_trouble(look: Look) -> Iterator[Finding]:
    if closing_chain(look) is not None:
        return
    for t in look.troubles("no such place"):
        target = t.data.get("target")
        below = _meant(look, target) if isinstance(target, Target) else None
        if not isinstance(target, Target) or below is None:
            continue
        have = [f"{n} {look.stitch(k, n)}" for k, n in {**below.worked.counts(), **below.worked.spaces()}.items()]
        if target.kind == "corner" and not below.worked.corners:
            message = f"Round {below.number} has no corners to work into."
        else:
            message = f"Round {below.number} has no {_named(look, target)} to work into here."
        why = f"Its edge has {', '.join(have)}." if have else ""
        yield look.finding(CODE, SEVERITY, t.span, message, why, _other_spaces(look, target, t))
        return


def _meant(look: Look, target: Target) -> DraftRound | None:
    """The round that a place belongs to: the one below, or the one it names."""
    index = target.round - 1 if target.round > 0 else (look.index or 0) + target.round
    return look.draft.rounds[index] if target.round and 0 <= index < len(look.draft.rounds) else look.below


def _named(look: Look, target: Target) -> str:
    if target.kind == "sp":
        return f"ch-{target.chains} sp" if target.chains else "chain space"
    if target.kind == "st" and target.stitch:
        return look.stitch(target.stitch)
    names = {"corner": "corner", "group": "gap between groups", "between": "gap between stitches"}
    more = {"centre": "shell or group", "start": "starting chain that counts as a stitch", "chain": "chain"}
    return {**names, **more}.get(target.kind, "stitch")


def _other_spaces(look: Look, target: Target, t: Trouble) -> Iterator[Fix]:
    """The same words with a space that the edge does have."""
    line = look.round.line
    words = line.text[t.span[0] : t.span[1]]
    below = _meant(look, target)
    if target.kind != "sp" or target.chains is None or below is None:
        return
    for key in below.worked.spaces():
        length = key.removeprefix("ch-")
        new = re.sub(r"\d+", length, words, count=1)
        edits = tuple(
            Edit(line.at + m.start(), line.at + m.end(), new) for m in re.finditer(re.escape(words), line.text)
        )
        yield Fix(f"Write “{new}”", edits)
