"""“Every other” may be meant in two ways.

"2 dc in every other st" leaves the stitches between, or has one in each of them: designers mean either. "In every other
sp" begins with the first space, or with the second. Where the round states a count, or says what comes in the others,
that tells; where it doesn't, it is worked as the words say, from the first on, with the others left.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from itertools import pairwise

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.lazy import lazily
from mossring.notation.tree import Make, Repeat, Skip, Work
from mossring.stitches.terms import WORDS

CODE = "MR113"
SEVERITY: Severity = "hint"
_OTHER = lazily(r"\b(?:every other|alternate)\b", re.IGNORECASE)


def check(look: Look) -> Iterator[Finding]:
    text = look.round.line.text
    if not _OTHER.search(text) or look.round.tree.stated:
        return
    for before, node in pairwise((None, *look.round.tree.body)):
        if isinstance(node, Repeat) and not isinstance(before, Skip) and _OTHER.search(text[slice(*node.span)]):
            work, skip = node.body if len(node.body) == 2 else (None, None)
            if isinstance(work, Work) and isinstance(skip, Skip):
                said = _OTHER.search(text, node.span[0])
                span = said.span() if said else node.span
                message = f"“{text[slice(*span)]}” is worked from the first one on, and those between are left."
                yield look.finding(CODE, SEVERITY, span, message, *_otherwise(look, node, work))
                return


def _otherwise(look: Look, node: Repeat, work: Work) -> tuple[str, Iterator[Fix]]:
    """What else it may mean, and the words that say so."""
    at, (start, end) = look.round.line.at, node.span
    make = work.group[0] if len(work.group) == 1 else None
    place = "sp" if work.where.targets[0].is_space else "st"
    if place == "st" and isinstance(make, Make) and make.n > 1:
        words = f", {look.stitch(make.stitch or 'sc')} in the others"
        fix = Fix(f"Work “{words[2:]}”", (Edit(at + end, at + end, words),))
        return "Some mean one stitch in each of those between.", iter((fix,))
    skip = f"{WORDS[look.draft.dialect]['skip']} next {place}, "
    fix = Fix(f"Begin with the second: “{skip[:-2]}”", (Edit(at + start, at + start, skip),))
    return "Some begin with the second.", iter((fix,))
