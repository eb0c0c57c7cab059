"""Stitches in one place as groups: what is worked there together, and what is made between places."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache

from mossring.stitches import lookup
from mossring.working import ALONG, RING, Made, Tied
from mossring.writing.walk import Group, Item


def common_part(order: Sequence[Made]) -> str:
    """The loop that all stitches but a start take; `` where they differ."""
    if not any(m.part for m in order):
        return ""
    parts = {m.part for k, m in enumerate(order) if m.feet and k and not m.part.startswith("ch ")}
    first = order[0].part
    part = parts.pop() if len(parts) == 1 else ""
    return part if first in ("", part) else ""


def groups(order: Sequence[Made], part: str) -> list[Group]:
    """Stitches in one place with what hangs between them, and what is made between places (no feet)."""
    out: list[Group] = []
    items: tuple[Item, ...] = ()
    waiting: list[Item] = []
    last: Made | None = None
    at: tuple[int, ...] = ()
    yarn = order[0].yarn
    for m in order:
        feet = m.feet
        if m.yarn != yarn:
            yarn = m.yarn
            if last is not None:
                out.append(Group(items, at, last.gap, _nth(last) if last.part else ""))
                last, at = None, ()
            out += [Group((w,)) for w in (*waiting, Item("yarn", 1, yarn))]
            waiting = []
        if not feet:
            _append(waiting, _item(m, part))
            continue
        own = _plain(m.kind) if not (m.part or m.closing) else (_item(m, part),)
        if feet == at and last is not None and _goes_with(last, m) and not (waiting and feet == (RING,)):
            grown = list(items)
            for more in (*waiting, *own):
                _append(grown, more)
            items = tuple(grown)
        else:
            if last is not None:
                out.append(Group(items, at, last.gap, _nth(last) if last.part else ""))
            if waiting:
                out += [Group((w,)) for w in waiting]
            items, last, at = own, m, feet
        if waiting:
            waiting = []
    if last is not None:
        out.append(Group(items, at, last.gap, _nth(last) if last.part else ""))
    return out + [Group((w,)) for w in waiting]


def _goes_with(last: Made, m: Made) -> bool:
    """Whether a stitch in the same place as the last is worked in one group with it."""
    return last.gap == m.gap and not _alone(m) and _nth(last) == _nth(m)


def _alone(m: Made) -> bool:
    """A stitch with its legs in several places is a step of its own; one in places taken as one is not."""
    return len(m.feet) > 1 and not m.gap and lookup(m.kind).legs > 1


def _nth(m: Made) -> str:
    return m.part if m.part.startswith("ch ") else ""


@cache
def _plain(kind: str) -> tuple[Item]:
    return (Item(kind, 1),)


def _item(m: Made, part: str) -> Item:
    if m.feet and not m.part and not m.closing:
        return _plain(m.kind)[0]
    if m.kind == "ch" or isinstance(m, Tied):
        return Item(m.kind, m.chains, ties=m.ties if isinstance(m, Tied) else ())
    own = "" if m.part == part or m.part.startswith("ch ") else m.part
    return Item(m.kind, 1, own, m.closing, m.chains, m.carried)


def _append(items: list[Item], item: Item) -> None:
    """One more item, counted with the last where it is the same."""
    last = items[-1] if items else None
    if last and item.carried and item.kind == last.kind != "picot" and not item.hung:  # into the same chain, or top
        if last.part == ALONG and last.hung > 1:
            items[-1:] = [last._replace(hung=last.hung - 1), last._replace(hung=1)]
        items[-1] = items[-1]._replace(n=last.n + 1)
        return
    if item.part == ALONG and not item.hung:
        items.append(item)
        return
    if last and item.part == ALONG:
        root = max(k for k, i in enumerate(items) if i.carried and i.part != ALONG)
        items[root] = items[root]._replace(along=items[root].along + 1)
        if last._replace(hung=1) == item:
            items[-1] = last._replace(hung=last.hung + 1)
        else:
            items.append(item)
        return
    same = last is not None and last[0] == item[0] != "ch" and last[2:] == item[2:] and not item.carried
    if last is not None and same:
        items[-1] = last._replace(n=last.n + 1)
    else:
        items.append(item)
