"""One stitch in each, once around: `a round of sc`, `work even in dc`, `work even`."""

from __future__ import annotations

from typing import TYPE_CHECKING

from mossring.notation import places, sweeps, targets
from mossring.notation.cursor import Cursor
from mossring.notation.marks import Marks
from mossring.notation.targets import ROUND_WORDS
from mossring.notation.tree import Act, Chain, Make, Node, Where, Work
from mossring.notation.until import END, read_until

if TYPE_CHECKING:
    from mossring.notation.reader import Reader


def opens(c: Cursor) -> bool:
    """Whether `1 round of`, `two rounds even in` comes next, and a stitch behind it: it is passed then."""
    save = c.i
    even = c.accept("even") and c.accept("in")  # `work even in dc`
    if c.number() is not None:
        c.accept("more")
    if even or c.accept(*ROUND_WORDS):
        c.accept("even")
        c.accept("of", "in")
        if c.opens_stitch() or c.legged(peek=True):
            return True
    c.i = save
    return False


def read(r: Reader, i: int) -> list[Node]:
    """One stitch in each to the end of the round, with what else it says is worked on the way."""
    c = r.c
    key = c.stitch()
    if key is None or key == "ch":
        raise c.fail("instruction")
    make = Make(key, 1, c.span_from(i), part=targets.read_part(c, after=True) or r.part)
    c.accept(":") and c.stitch()
    if c.accept("in", "into") and c.at("each", "every", "all"):  # `a round of sc in each st`
        return sweeps.swept(r, [Work((make,), w, c.span_from(i)) for w in places.read_places(c)])
    until = read_until(c) or END
    c.accept("edge", "outside", "motif", "piece", "once") and c.accept("more")
    where = Where("each", (targets.ANY_STITCH,), c.span_from(i), until=until)
    return sweeps.swept(r, [Work((make,), where, c.span_from(i))])


def even(r: Reader, nodes: list[Node], marks: Marks, depth: int) -> bool:
    """`work even`: of the kind that was worked last."""
    c = r.c
    i = c.i
    c.i += 1
    until = read_until(c) or END
    if depth or any(not isinstance(n, Chain | Act) for n in nodes) or not (c.ends(0) or c.token.kind == "end"):
        c.i = i
        return False
    where = Where("each", (targets.ANY_STITCH,), c.span_from(i), until=until)
    nodes.append(Work((Make(r.last_stitch or "", 1, c.span_from(i), part=r.part),), where, c.span_from(i)))
    return True
