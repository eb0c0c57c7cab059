"""What is worked on the way of a sweep: `dc in each st, 3 dc in each corner`, which is one round and not two."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation.cursor import UnreadableError
from mossring.notation.marks import MAX_NESTING, Marks
from mossring.notation.targets import CORNER
from mossring.notation.tree import Node, Target, Until, Where, Work
from mossring.notation.until import ALONG_A_SIDE, END, read_until

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_ALSO = ("working", "making", "with", "placing", "putting")


def swept(r: Reader, works: list[Node]) -> list[Node]:
    """A sweep with what else is worked on the way: `and 2 sc in each ch-2 sp`, `, working 3 sc in each corner`."""
    c = r.c
    (*before, first) = works
    if not isinstance(first, Work) or first.where.mode != "each" or r.sweeping:
        return works
    while True:
        save, troubles = c.i, len(c.troubles)
        joined = c.accept("and", "&")
        comma = not joined and c.accept(",", ";", ".")
        joined = joined or c.accept("but") or (comma and c.accept("and", "&"))
        joined = joined or c.at(*_ALSO)
        more: list[Node] = []
        if joined or comma:
            while c.accept(*_ALSO, "work", "also"):
                pass
            r.sweeping, all_in = True, r.all_in  # what comes next is looked at alone, however many sweeps follow
            try:
                r.instruction(more, Marks(), MAX_NESTING - 2)
            except UnreadableError:
                more = []
            finally:
                r.sweeping, r.all_in = False, all_in
        second = more[0] if len(more) == 1 else None
        if joined and isinstance(second, Work) and second.where.mode in ("same", "made") and not first.also:
            first = _with_same(first, second, read_until(c))  # `FPdc around each st and dc in top of same st`
            continue
        if not joined and isinstance(second, Work) and not _both_around(first, second):
            second = None
        if not isinstance(second, Work) or second.where.mode != "each":
            c.i = save
            del c.troubles[troubles:]
            return [*before, first]
        until = second.where.until if second.where.until is not END else first.where.until
        if ALONG_A_SIDE in (first.where.until, second.where.until):
            until = END
        also = (*first.also, replace(second, also=()), *second.also)
        first = replace(first, where=replace(first.where, until=until), also=also)


def _with_same(first: Work, second: Work, until: Until | None) -> Work:
    """A sweep that makes something more in each of its places."""
    where = replace(first.where, until=until) if until else first.where
    return replace(first, group=(*first.group, *second.group), where=where)


def _both_around(first: Work, second: Work) -> bool:
    """`sc in each st, 3 sc in each corner sp`: stitches, and what lies between them, in one sweep; so are spaces of two
    kinds, and stitches of two (`sc in each dc, sl st in each FPdc`)."""
    one, other = first.where.targets[0], second.where.targets[:1]
    along = first.where.until == ALONG_A_SIDE and other == (CORNER,)  # `1 dc in each st along each side`
    sweeps = (first.where.until is END or along) and one.kind == "st" and one.stitch != "end"
    spaces = first.where.until is END and one.is_space and other != (one,)
    kinds = sweeps and one.stitch and other and other[0].stitch and other[0].stitch != one.stitch
    held = sweeps and other and other[0].kind == "centre"  # `dc in each dc, 5 dc in middle dc of each 5`
    return bool(kinds or held) or ((sweeps or spaces) and bool(other) and other[0].is_space)


def two_sweeps(nodes: list[Node]) -> None:
    """`dc in each st with 2 dc, ch 2, 2 dc in each corner`: the second is worked on the way of the first, behind which
    nothing would be left for it."""
    first, second = nodes[-2:] if len(nodes) > 1 else (None, None)
    if not isinstance(first, Work) or not isinstance(second, Work):
        return
    if first.where.until == END and first.where.targets == (CORNER,) and second.where.until == ALONG_A_SIDE:
        second = replace(second, where=replace(second.where, until=END))
    if first.where.until != END:
        return
    groups = second.where.targets[:1] == (Target("group"),) and (second.where.bare or second.where.mode == "each")
    if first.where.targets[0].is_space and groups:
        where = Where("each", (Target("gap"),), second.where.span, until=END)  # `...; 3 dc between groups`
        second = replace(second, where=where)
        nodes[-2:] = [replace(first, also=(*first.also, second))]
        return
    if first.where.mode != "each" or second.where.mode != "each" or second.where.until != END:
        return
    one, other = first.where.targets[0], second.where.targets[0]
    kinds = (one.kind, other.kind)
    if kinds in (("st", "corner"), ("st", "sp"), ("st", "centre")):
        nodes[-2:] = [replace(first, also=(*first.also, second))]
    elif one.is_space and other.is_space and one != other:
        nodes[-2:] = [replace(first, also=(*first.also, second))]  # `3 dc, ch 1 in each corner; 3 dc in each ch-1 sp`
    elif kinds in (("corner", "st"), ("sp", "st")):  # `5 dc in each corner, dc in each dc`
        nodes[-2:] = [replace(second, also=(first, *second.also))]
