"""A starting chain of the wrong height for the stitch it stands for.

A double crochet is three chains high (two for those who want less of a gap), a half double two, a triple four,
a double triple five (common practice, no source). A chain too short pulls the round down where it begins, one
too long leaves a loop. One of another height than all other rounds have for that stitch is a slip, too.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator

from mossring.draft import Draft, DraftRound
from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.grouping import is_slip
from mossring.notation.tree import Chain, Repeat, Together, Work
from mossring.stitches import is_stitch, lookup
from mossring.working.starting import first_place

CODE = "MR601"
SEVERITY: Severity = "warn"


def in_motif(look: Look) -> Iterator[Finding]:
    chain = start_chain(look.round)
    if chain is None:
        return
    if not wrong_height(chain):
        yield from _unlike_the_others(look, chain)
        return
    assert chain.label is not None
    assert chain.label.stitch is not None
    place = first_place(look.round.tree.body)
    if place and place.targets and place.targets[0].kind == "ring" and place.targets[0].chains:
        return  # `ch 4, 11 dc in 4th ch from hook`: one of them is the centre
    usual = lookup(chain.label.stitch).chains
    name = look.stitch(chain.label.stitch)
    wanted = usual[0] + chain.label.chains
    message = f"{look.name} begins with ch {chain.n} for a {name}, which is {usual[0]} chains high."
    yield look.finding(CODE, SEVERITY, chain.span, message, "", _mend(look, chain, wanted))


def _unlike_the_others(look: Look, chain: Chain) -> Iterator[Finding]:
    """A start of another height than all other rounds have for that stitch, where at least two others begin so."""
    own = _stands_for(look.round)
    if own is None or chain.label:  # said of this chain, it is meant
        return
    begun = _begun(look.draft)
    others = [high for stitch, high in begun if stitch == own[0] and high != own[1]]
    if begun[own] > 1 or len(others) != 1 or begun[own[0], others[0]] < _ENOUGH:
        return
    wanted = others[0]
    name = look.stitch(own[0])
    message = f"{look.name} begins with ch {own[1]} for a {name}, where the other rounds take ch {wanted}."
    yield look.finding(CODE, SEVERITY, chain.span, message, "", _mend(look, chain, wanted))


_ENOUGH = 2


def _begun(draft: Draft) -> Counter[tuple[str, int]]:
    """How many rounds begin on chains for each stitch and height; kept with the last round, which stands for all."""
    return draft.rounds[-1].kept("begun", lambda: Counter(filter(None, map(_stands_for, draft.rounds))))


def _stands_for(r: DraftRound) -> tuple[str, int] | None:
    """The plain stitch that the chain at a round's start is, and its height, where it has one of that stitch's."""
    chain, made = start_chain(r), r.worked.made[:1]
    if chain is None or not made or not made[0].start or lookup(made[0].kind).made:
        return None
    place = first_place(r.tree.body)
    if place and place.targets and place.targets[0].kind == "ring" and place.targets[0].chains:
        return None
    return (made[0].kind, chain.n) if chain.n in lookup(made[0].kind).chains else None


def wrong_height(chain: Chain) -> bool:
    """Whether a chain is said to count as a stitch whose height it hasn't."""
    label = chain.label
    if label is None or not label.stitch or label.stitch == "ch" or not is_stitch(label.stitch):
        return False
    usual = lookup(label.stitch).chains
    return bool(usual) and chain.n - label.chains not in usual


def start_chain(r: DraftRound) -> Chain | None:
    """The chain that a round begins with, alone or in its first group."""
    for node in r.tree.body:
        if isinstance(node, Chain):
            return node
        if isinstance(node, Work) and node.group and isinstance(node.group[0], Chain):
            return node.group[0]
        if isinstance(node, Repeat | Together) or (isinstance(node, Work) and not is_slip(node)):
            return None
    return None


def _mend(look: Look, chain: Chain, wanted: int) -> Iterator[Fix]:
    line = look.round.line
    m = re.search(r"\d+", line.text[chain.span[0] : chain.span[1]])
    if m is None:
        return
    at = line.at + chain.span[0] + m.start()
    edits = [Edit(at, at + len(m.group()), str(wanted))]
    for top in re.finditer(r"(?:ch[- ]?)" + str(chain.n) + r"\b", line.text[chain.span[1] :]):
        start = line.at + chain.span[1] + top.end() - len(str(chain.n))
        edits.append(Edit(start, start + len(str(chain.n)), str(wanted)))
    yield Fix(f"Begin with ch {wanted}", tuple(edits))
