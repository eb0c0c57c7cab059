"""How rounds are begun by what stands outside them: chains above round 1, and what the notes say of starting chains."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from mossring.notation import Document, RoundTree
from mossring.notation.lazy import lazily
from mossring.notation.tree import Chain, Label, Node, Repeat, Work
from mossring.stitches.table import lookup
from mossring.stitches.terms import TERMS, Dialect, spellings
from mossring.working import State


def begun_above(doc: Document, tree: RoundTree) -> RoundTree:
    """`Magic ring and ch 3.` above `Rnd 1: 2 dc in ring, ...`: the round begins with those chains."""
    first = tree.body[0] if tree.body else None
    if doc.begin.start < 2 or first is None or isinstance(first, Chain):
        return tree
    return replace(tree, body=(Chain(doc.begin.start, doc.begin.span), *tree.body), written=True)


def after_one_chain(doc: Document, tree: RoundTree) -> RoundTree:
    """`Ch 4.` above `Rnd 1: 11 dc in 4th ch from hook`: all go into one chain, and those passed over are the start."""
    told = bool(tree.body) and isinstance(tree.body[0], Chain)  # `(skipped 3 ch count as dc)`
    first = tree.body[told] if len(tree.body) > told else None
    target = first.where.targets[0] if isinstance(first, Work) and first.where.targets else None
    chains = doc.begin.chains
    if doc.begin.kind == "ring" or chains < 3 or target is None or (target.kind, target.chains) != ("ring", chains):
        return tree
    doc.begin = replace(doc.begin, kind="one chain")
    return tree if told else replace(tree, body=(Chain(chains, doc.begin.span), *tree.body), written=True)


def along_chain(doc: Document, tree: RoundTree) -> None:
    """`Ch 4.` above `Row 1: sc in 2nd ch from hook, sc in next 2 ch`: few chains as they are, they are a foundation."""
    works = [n for n in tree.body if isinstance(n, Work) and n.where.said and n.where.targets]
    goes_on = len(works) > 1 and works[0].where.targets[0].kind == "ring" and works[1].where.targets[0].kind == "chain"
    if doc.begin.kind == "one chain" and doc.rounds[0].word == "Row" and goes_on:
        doc.begin = replace(doc.begin, kind="foundation")


def told_starts(doc: Document, dialect: Dialect) -> tuple[tuple[int, Label], ...]:
    """What the notes say of starting chains, by how many chains they are."""
    known: dict[int, Label] = {}
    for start in doc.starts:
        key = spellings(dialect).get(tuple(start.what.split())) if start.what else _standing_for(start.tall)
        if start.what and key is None:
            continue
        for n in [start.n] if start.n else range(1, 7):
            known.setdefault(n, Label(key, start.chains, throughout=True))
    return tuple(known.items())


def left_out(doc: Document, state: State) -> Chain | None:
    """The starting chain that the notes speak of, where no round of the text but the first begins with one."""
    told = next(((n, label) for n, label in state.known if n > 1 and label.stitch), None)
    if told is None or any(_OWN_START.match(line.text) for line in doc.rounds[1:] or doc.rounds):
        return None
    n, label = next(((s.n, known) for s in doc.starts for m, known in state.known if s.n == m), told)
    return Chain(n, (0, 0), label)


_OWN_START = lazily(
    r"(?!\W*(?:\d+ ?)?(?:sc|hdc|dc|htr|tr|dtr)\b)"
    r"\W*(?:[A-Za-z ]{0,40}[,;:.] *)?(?:ch(?:ain)?s?\b[ -]?\w|(?:\d|one|two|three|four|five) ?ch)",
    re.IGNORECASE,
)
"""How a round begins that begins with chains: at once, or behind a few words of where."""


def _standing_for(chains: int) -> str | None:
    """The stitch that so many chains stand for."""
    return next((k for k in TERMS["us"] if chains > 1 and lookup(k).chains[:1] == (chains,)), None)


def named_last(words: str, dialect: Dialect) -> str:
    """The stitch that some words end in (`worked in half double crochet`), by its key; empty where it is none."""
    told = tuple(words.split())
    known = spellings(dialect)
    return next((known[told[-n:]] for n in (3, 2, 1) if told[-n:] in known), "")


def as_many_as_sides(tree: RoundTree, sides: int) -> RoundTree:
    """`*3 dc, ch 2*, repeat 4 times` in the ring of a square: four in all, and not four more."""
    if tree.stated or sides < _LEAST:
        return tree
    return replace(tree, body=tuple(_in_all(n, tree.body[:k], sides) for k, n in enumerate(tree.body)))


_LEAST = 3


def asks_for_more(tree: RoundTree) -> bool:
    """Whether a round 1 repeats something so many times of which nothing says whether they are all."""
    return not tree.stated and any(isinstance(n, Repeat) and n.loose and n.times is not None for n in tree.body)


def _in_all(node: Node, before: Sequence[Node], sides: int) -> Node:
    if not isinstance(node, Repeat) or not node.loose or node.times is None:
        return node
    worked = any(n.span == node.body[0].span for n in before)  # once, before it is asked for again
    return replace(node, times=node.times - 1) if node.times + worked == sides + 1 else node
