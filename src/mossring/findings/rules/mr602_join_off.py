"""A join that lands off its place.

A chain that counts as a stitch and a space is joined in the chain that tops the stitch: the third of a ch 5 that
counts as a double crochet and ch 2. A join in its very top swallows the space, so that the corner or the next
space is missing where the round begins. A join to a chain of another length than the round began with is a slip of the
fingers in one place or the other.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.findings.rules.mr601_chain_height import start_chain, wrong_height
from mossring.notation.tree import Join

CODE = "MR602"
SEVERITY: Severity = "warn"
_NTH = {1: "st", 2: "nd", 3: "rd"}


def check(look: Look) -> Iterator[Finding]:
    chain = start_chain(look.round)
    join = next((n for n in look.round.tree.body if isinstance(n, Join)), None) if chain else None
    if chain is None or join is None or join.into != "chain" or look.round.worked.line:
        return  # a row that ends in the chain of the row below isn't joined
    if join.of and join.of != chain.n:
        if not wrong_height(chain):  # that is told of the chain, and the join is right
            yield from _other_chain(look, chain.n, join)
        return
    if chain.label is None or not chain.label.chains:
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


def _other_chain(look: Look, begun: int, join: Join) -> Iterator[Finding]:
    message = f"{look.name} begins with ch {begun}, and is joined to a ch {join.of}."
    words = look.round.line.text[join.span[0] : join.span[1]]
    said = list(re.finditer(rf"\b{join.of}(?!\d|st|nd|rd|th)|(?<=ch){join.of}\b", words))
    at = look.round.line.at + join.span[0]
    edits = tuple(Edit(at + m.start(), at + m.end(), str(begun)) for m in said[-1:])
    yield look.finding(
        CODE, SEVERITY, join.span, message, "", [Fix(f"Join to the ch {begun}", edits)] if edits else None
    )


def _mend(look: Look, join: Join, right: str) -> Iterator[Fix]:
    line = look.round.line
    words = line.text[join.span[0] : join.span[1]]
    m = re.search(r"(?:top|\d+(?:st|nd|rd|th) ch(?:ain)?|third ch(?:ain)?|first ch(?:ain)?)\b.*$", words, re.IGNORECASE)
    if m:
        at = line.at + join.span[0] + m.start()
        yield Fix(f"Join in the {right}", (Edit(at, at + len(m.group()), right),))
