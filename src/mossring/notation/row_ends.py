"""A row shaped at both ends: `inc at both ends`, `sc2tog at each end, sc between`, `2 dc in first and last st`."""

from __future__ import annotations

import re
from typing import TYPE_CHECKING

from mossring.notation import targets
from mossring.notation.increases import PAIR
from mossring.notation.lazy import lazily
from mossring.notation.tree import Make, Node, Together, Until, Where, Work
from mossring.stitches.table import composed, is_stitch, lookup

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_ENDS = lazily(
    r"(?:(?P<dec>dec(?:reas(?:e|ing))?|[a-z]+ ?2 ?tog)|inc(?:reas(?:e|ing))?|(?:2|two) [a-z]+(?: in(?:to)?)?)"
    r"(?: (?:1|one|a))?(?: (?:sts?|stitch))?,? (?:(?:at|on|in|over) )?(?:the )?"
    r"(?:(?:both|each|either) ends?(?: of (?:the )?row)?|first and last (?:2 )?(?:sts?|stitch(?:es)?))"
    r"(?:,? (?:and |with |working )?[a-z]+(?: in)?(?: (?:each|every|all))?(?: (?:other|rem|remaining))?"
    r"(?: (?:sts?|stitch(?:es)?|one))?(?: in)? (?:between|across|elsewhere|the rest|the others))?"
    r"(?= ?(?:[^a-z ]|$)| join| turn)",
    re.IGNORECASE,
)


def at_both_ends(r: Reader, nodes: list[Node]) -> bool:
    """One stitch more, or less, at the beginning and at the end, and one in each between."""
    c = r.c
    m = _ENDS.match(c.text, c.token.start)
    if m is None:
        return False
    i = c.i
    keys: list[str] = []
    while c.token.kind != "end" and c.token.start < m.end():
        legged = c.legged()
        key = legged[0] if legged else c.stitch()
        if key:
            keys.append(lookup(key).base or key if legged else key)
        else:
            c.i += 1
    span = c.span_from(i)
    r.last_stitch = base = keys[-1] if keys else r.last_stitch or ""
    one = Where("next", (targets.ANY_STITCH,), span)
    end: Node
    if m["dec"]:
        key = composed("tog", base if is_stitch(base + "2tog") else "sc", PAIR)
        end = Together(Make(key, 1, span, part=r.part), (one, one), span)
    else:
        end = Work((Make(base, PAIR, span, part=r.part),), one, span)
    until = Until("last", targets.ANY_STITCH, PAIR if m["dec"] else 1)
    each = Where("each", (targets.ANY_STITCH,), span, until=until)
    nodes += [end, Work((Make(base, 1, span, part=r.part),), each, span), end]
    return True
