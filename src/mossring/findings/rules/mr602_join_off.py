"""A join that lands off its place.

A chain that counts as a stitch and a space is joined in the chain that tops the stitch: the third of a ch 5 that
counts as a double crochet and ch 2. A join in its very top swallows the space, so that the corner or the next
space is missing where the round begins.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.findings.rules.mr601_chain_height import start_chain
from mossring.notation.tree import Join

CODE = "MR602"
SEVERITY: Severity = "warn"
_NTH = {1: "st", 2: "nd", 3: "rd"}


def check(look: Look) -> Iterator[Finding]:
    chain = start_chain(look) if look.index is not None else None
    join = next((n for n in look.round.tree.body if isinstance(n, Join)), None) if chain else None
    if chain is None or join is None or join.into != "chain" or chain.label is None or not chain.label.chains:
        return
    top = chain.n - chain.label.chains
    if join.nth == top:
        return
    right = f"{top}{_NTH.get(top, 'th')} ch of beg ch-{chain.n}"
    where = f"the {join.nth}{_NTH.get(join.nth, 'th')} chain" if join.nth else "the top"
    message = (
        f"{look.name} is joined in {where} of the beginning chain; its stitch ends at the {right.split(' ch of')[0]}."
    )
    why = f"The other {chain.label.chains} of its chains are the space after it."
    yield look.finding(CODE, SEVERITY, join.span, message, why, _mend(look, join, right))


def _mend(look: Look, join: Join, right: str) -> Iterator[Fix]:
    line = look.round.line
    words = line.text[join.span[0] : join.span[1]]
    m = re.search(r"(?:top|\d+(?:st|nd|rd|th) ch(?:ain)?|third ch(?:ain)?|first ch(?:ain)?)\b.*$", words, re.IGNORECASE)
    if m:
        at = line.at + join.span[0] + m.start()
        yield Fix(f"Join in the {right}", (Edit(at, at + len(m.group()), right),))
