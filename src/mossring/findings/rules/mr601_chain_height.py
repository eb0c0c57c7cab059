"""A starting chain of the wrong height for the stitch it stands for.

A double crochet is three chains high (two for those who want less of a gap), a half double two, a triple four,
a double triple five (common practice, no source). A chain too short pulls the round down where it begins, one
too long leaves a loop.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from mossring.findings.finding import Edit, Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.notation.tree import Chain, Work
from mossring.stitches import is_stitch, lookup
from mossring.working.starting import first_place

CODE = "MR601"
SEVERITY: Severity = "warn"


def check(look: Look) -> Iterator[Finding]:
    chain = start_chain(look)
    if chain is None or not wrong_height(chain):
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


def wrong_height(chain: Chain) -> bool:
    """Whether a chain is said to count as a stitch whose height it hasn't."""
    label = chain.label
    if label is None or not label.stitch or label.stitch == "ch" or not is_stitch(label.stitch):
        return False
    usual = lookup(label.stitch).chains
    return bool(usual) and chain.n - label.chains not in usual


def start_chain(look: Look) -> Chain | None:
    """The chain that a round begins with, alone or in its first group."""
    for node in look.round.tree.body if look.index is not None else ():
        if isinstance(node, Chain):
            return node
        if isinstance(node, Work) and node.group and isinstance(node.group[0], Chain):
            return node.group[0]
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
