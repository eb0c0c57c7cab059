"""Special stitches by their names: what a motif's header or a list of stitches says each is made of."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from mossring.notation import grouping
from mossring.notation.cursor import BEGINNING, Cursor, Named, Names
from mossring.notation.lazy import lazily
from mossring.notation.pasted import Definition, definitions_in, legs_told
from mossring.notation.reader import Reader
from mossring.notation.targets import CORNER
from mossring.notation.tokens import tokenize
from mossring.notation.tree import Chain, Make, Node, Repeat, Skip, Together, Where, Work
from mossring.notation.words import NUMBERS
from mossring.stitches.table import Making, composed, is_stitch, lookup
from mossring.stitches.terms import Dialect, spellings


def read_names(stitches: Sequence[tuple[str, str]], dialect: Dialect) -> Names:
    """The special stitches of a motif from (name, what it is made of); later ones may be made of earlier ones."""
    names: Names = ()
    for name, made in stitches:
        words = _words_of(name)
        group = _group_of(made, dialect, names)
        if not any(map(_has_stitch, group)):  # told by the motions of the hook
            group = _defined(made, dialect, names, (name,))
        if len(group) == 2 and isinstance(group[0], Chain) and _is_plain(group[1]):
            group = _begun((name,), names) or group  # of two legs the chain is one
        if words and group and not lookup(spellings(dialect).get(words, "sc")).linked:
            names = (*names, Named(words, group))
    return tuple(sorted(names, key=lambda n: -len(n.words)))


def read_definitions(definitions: Sequence[Definition], names: Names, dialect: Dialect) -> Names:
    """More special stitches, from lines that turn out to define some; those of `names` stay as they are."""
    known = {name.words for name in names}
    for d in definitions:
        if d.names_place:
            means = tuple(t.text for t in tokenize(d.made.lower()) if t.kind in ("word", "num"))
            names = (*names, *(Named((called,), (), None, means) for called in d.names if called.isalnum()))
            continue
        words = [_words_of(n) for n in d.names]
        words = [w for w in words if w and w not in known and w not in spellings(dialect)]
        group = (_begun(d.names, names) or _defined(d.made, dialect, names, d.names)) if words else ()
        words = [w for w in words if not _usual(w, group, dialect)]
        group = _closed(words, group)
        group = group or _alias(words, d.made, dialect)
        if group:
            known.update(words)
            place = _place_of(d.made, dialect, names)
            names = (*names, *(Named(w, group, place or _in_corner(w, group)) for w in words))
    return tuple(sorted(names, key=lambda n: -len(n.words)))


def corner_so_far(text: str, corner: Work | None, names: Names) -> Names:
    """The names with `corner` among them, where a round asks for one like theirs: `corner in next sp`."""
    if corner is None or not _CORNER.search(text) or any(name.words == ("corner",) for name in names):
        return names
    place = replace(corner.where, mode="next", count=1, until=None, bare=True)
    return (*names, Named(("corner",), corner.group, place))


_CORNER = lazily(r"\bcorners?\b", re.IGNORECASE)


def _is_plain(node: Node) -> bool:
    return isinstance(node, Make) and node.n == 1 and bool(node.stitch) and not lookup(node.stitch).made


def _begun(called: Sequence[str], names: Names) -> tuple[Node, ...]:
    """`Beg PC`, where `PC` is known: the same stitch, begun on chains; empty for another name."""
    for words in map(_words_of, called):
        known = next((n for n in names if words[:1] and words[0] in BEGINNING and n.words == words[1:]), None)
        alone = known.group[0] if known and len(known.group) == 1 else None
        if isinstance(alone, Make) and not alone.start and lookup(alone.stitch).made:
            return (replace(alone, start="beg"),)
    return ()


def _closed(words: Sequence[tuple[str, ...]], group: tuple[Node, ...]) -> tuple[Node, ...]:
    """`beg cl = ch 2, dc`: what is called a cluster is closed as one, the chain its first leg."""
    if len(group) != 2 or not any(w[0] in BEGINNING and w[-1] in ("cl", "cluster") for w in words):
        return group
    chain, legs = group
    if not isinstance(chain, Chain) or not isinstance(legs, Make) or not legs.stitch or lookup(legs.stitch).made:
        return group
    whole = composed("cl", legs.stitch, legs.n + 1)
    return (replace(legs, stitch=whole, n=1, start="beg"),) if is_stitch(whole) else group


def _place_of(made: str, dialect: Dialect, names: Names) -> Where | None:
    """`(2 dc, ch 2, 2 dc) in the corner space`: the space that such a group is always worked in."""
    reader = Reader(Cursor(made, dialect, names))
    nodes = reader.sequence(None, 0)
    only = nodes[0] if len(nodes) == 1 and not reader.c.troubles else None
    if not isinstance(only, Work) or len(only.group) < 2 or only.where.mode != "next" or not only.where.said:
        return None
    return only.where if only.where.targets[0].is_space else None


def _alias(words: Sequence[tuple[str, ...]], made: str, dialect: Dialect) -> tuple[Node, ...]:
    """`t = treble`: another short word for a stitch of the trade."""
    key = spellings(dialect).get(_words_of(made))
    short = all(len(w) == 1 and len(w[0]) <= _SHORT for w in words)
    return (Make(key, 1, (0, 0)),) if key and short and key not in ("ch", "slst") else ()


_SHORT = 4
"""Letters of a word that may be another abbreviation of a stitch: a longer one is a name of its own."""


def _in_corner(words: tuple[str, ...], group: Sequence[Node]) -> Where | None:
    """Where a group goes that is called a corner and names no place."""
    called = words in (("corner",), ("corners",)) and len(group) > 1
    return Where("next", (CORNER,), (0, 0), bare=True) if called else None


def names_told(line: str, names: Names, dialect: Dialect) -> list[str]:
    """The stitches that a line defines: those among the motif's `names`, or one that a name of the trade says by itself
    (`3-tr cl = [yrh, ...] 3 times`). Empty for a line that defines none."""
    known = {name.words for name in names}
    defined = definitions_in(line.strip())
    own = [next((n for n in d.names if _words_of(n) in known), "") for d in defined]
    if any(own):
        return [n for n in own if n]
    return [
        name for d in defined for name in d.names if _usual(_words_of(name), _defined(d.made, dialect, ()), dialect)
    ][:1]


def _words_of(name: str) -> tuple[str, ...]:
    return tuple(t.text for t in tokenize(name.lower()) if t.kind in ("word", "num"))


def _usual(words: tuple[str, ...], group: tuple[Node, ...], dialect: Dialect) -> bool:
    """Whether a name says by itself what the stitch is made of (`3-tr cl`, not `cl`): it needs none of its own, and
    must have none where the pattern is written in the other terms."""
    if not any((word,) in spellings(dialect) for word in words):
        return False
    alone = group[0] if len(group) == 1 else None
    c = Cursor(" ".join(words), dialect)
    said = c.legged()
    if said is None or c.token.kind != "end" or not isinstance(alone, Make) or not alone.stitch or alone.closing:
        return False
    one, other = lookup(said[0]), lookup(alone.stitch)
    return (one.base, one.legs) == (other.base, other.legs) and {one.made, other.made} <= {"cl", "tog", one.made}


def _defined(made: str, dialect: Dialect, names: Names, called: Sequence[str] = ()) -> tuple[Node, ...]:
    """What a line says a stitch is made of: in the notation, in brackets, or in the motions of the hook."""
    plain = Cursor(made.split("(")[0], dialect, names)
    legged = plain.legged()
    if legged and legged[1] == 1 and plain.token.kind == "end":  # `2 dc cluster (work 2 dc together in one sp)`
        return (Make(legged[0], 1, (0, 0)),)
    if m := re.fullmatch(r"(?:a )?(cluster|popcorn|bobble) of (\w+) (.+?)s?\W*", made, re.IGNORECASE):
        c = Cursor(f"{m[2]} {m[3]} {m[1]}", dialect, names)
        told = c.legged()
        if told and c.token.kind == "end":  # `cluster of 2 double crochet`
            return (Make(told[0], 1, (0, 0)),)
    if m := re.fullmatch(r"picot \((?:ch ?(\d)|(\d) ?ch)\b[^()]*\)\W*", made, re.IGNORECASE):
        return (Make("picot", 1, (0, 0), chains=int(m[1] or m[2])),)
    bobble = any("bobble" in name.lower() for name in called)
    motions = _motions(made, dialect, "bobble" if bobble else "cl")
    if motions:
        return (motions,)
    legs = legs_told(made)
    if legs:
        begins = re.match(r"\W*(?:ch(?:ain)? ?-?\d|\d ?-?ch)\b", made, re.IGNORECASE) is not None
        whole = composed(legs[0], legs[1], legs[2] + begins)
        return (Make(whole, 1, (0, 0), start="beg" if begins else ""),)
    inner = re.search(r"\(([^()]+)\)[^()]*$", made)
    for text in (
        made,
        _IN_SAME.sub("", made),
        _SET_OF.sub("", made),
        inner[1] if inner else "",
        made.split(". ", 1)[0],
    ):
        reader = Reader(Cursor(text, dialect, names))
        nodes = reader.sequence(None, 0)
        if nodes and not reader.c.troubles and not reader.stated:
            group = _group_of(text, dialect, names)
            alone = group[0] if len(group) == 1 else None
            plain_one = isinstance(alone, Chain) or (isinstance(alone, Make) and alone.n == 1 and not _made(alone))
            if isinstance(alone, Make) and text != made and lookup(alone.stitch or "sc").made == "tog":
                tog = lookup(alone.stitch)  # `dc3tog in indicated st`: a cluster
                return (replace(alone, stitch=composed("cl", tog.base, tog.legs)),)
            return () if plain_one else group
    together = _motion("bobble" if bobble else "cl", _TOGETHER, made, dialect)
    return (together,) if together else ()


_MOTIONS: tuple[tuple[Making, re.Pattern[str]], ...] = (
    (  # `ch 3, 3 dc in same st, drop loop from hook`: the chain is the first leg of a beginning one
        "pc",
        lazily(
            r"(?P<chain>\b(?:ch ?-?\d|\d ?-?ch)\b[^,;]{0,40}[,;] *(?:work )?)?"
            r"(?P<n>\d{1,3}) ?(?P<stitch>[a-z]{1,12})\b.{0,160}"
            r"\b(?:drop|remove|withdraw|take (?:the )?(?:hook|loop)|(?:finish|complete|close)\b[^.]{0,60}popcorn)",
            re.IGNORECASE,
        ),
    ),
    (  # `keeping the last loop of each on the hook, work 3 dc in same place`
        "cl",
        lazily(
            r"\b(?:leaving|holding|keeping)\b[^.;]{0,60}?\bl(?:oo)?ps?\b[^.;]{0,60}?\bhook,? (?:work |make )?"
            r"(?P<n>\d|two|three|four|five) ?(?P<stitch>[a-z]+?)s?\b",
            re.IGNORECASE,
        ),
    ),
    (  # `work 4 incomplete tr in same st`
        "cl",
        lazily(
            r"(?P<n>\d|two|three|four|five) (?:more )?(?:incomplete|unfinished|partial(?:ly (?:worked|completed?))?"
            r"|half[- ](?:finished|worked|made)) (?P<stitch>[a-z]+?)s?\b",
            re.IGNORECASE,
        ),
    ),
    (  # `work 3 tr leaving last loop of each on hook`
        "cl",
        lazily(
            r"(?P<n>\d|two|three|four|five) (?:more )?(?:incomplete )?(?P<stitch>[a-z]{1,12}?)s?\b.{0,120}"
            r"\b(?:leaving|holding|keeping|hold|until|omitting|except)\b.{0,60}\bl(?:oo)?ps?\b",
            re.IGNORECASE,
        ),
    ),
)
"""The motions of the hook by which a stitch is told: a popcorn by its dropped loop, a cluster by what is kept back."""


_TOGETHER = lazily(
    r"(?P<n>\d|two|three|four|five) ?(?P<stitch>[a-z]+?)s? (?:worked |closed |crocheted |made )*together\b",
    re.IGNORECASE,
)
"""`4 tr worked together in one stitch`, where nothing else says how."""


def _motions(made: str, dialect: Dialect, cluster: Making) -> Make | None:
    ways = ((cluster if making == "cl" else making, pattern) for making, pattern in _MOTIONS)
    return next((found for making, pattern in ways if (found := _motion(making, pattern, made, dialect))), None)


def _motion(making: Making, pattern: re.Pattern[str], made: str, dialect: Dialect) -> Make | None:
    m = pattern.search(made)
    key = spellings(dialect).get((m["stitch"].lower(),)) if m else None
    if m is None or key is None:
        return None
    begins = bool(m.groupdict().get("chain"))
    legs = (NUMBERS[m["n"].lower()] if m["n"].isalpha() else int(m["n"])) + begins
    whole = composed(making, key, legs)
    return Make(whole, 1, (0, 0), start="beg" if begins else "") if is_stitch(whole) else None


_IN_SAME = lazily(
    r"(?:,|(?<!\s))\s+(?:all |worked )?(?:in|into)\s+(?:the )?(?:same|next|indicated|one|st\b|stitch|sp)[^()]{0,80}$",
    re.I,
)
"""`in same stitch or space`, behind what a special stitch is made of."""


_SET_OF = lazily(r"^\W*(?:an? )?(?:group|set|cluster|bunch) of +", re.I)


def _has_stitch(node: Node) -> bool:
    """Whether anything but chains is made."""
    inner = node.body if isinstance(node, Repeat) else node.group if isinstance(node, Work) else ()
    return isinstance(node, Make | Together) or any(map(_has_stitch, inner))


def _made(make: Make) -> bool:
    return make.stitch == "picot" or bool(lookup(make.stitch or "sc").made)


def _group_of(made: str, dialect: Dialect, names: Names) -> tuple[Node, ...]:
    """What a special stitch is made of; a single stitch of several legs takes a last chain as its own."""
    reader = Reader(Cursor(made, dialect, names))
    nodes = reader.sequence(None, 0)
    if any(isinstance(node, Skip) for node in nodes):  # a crossed stitch
        return tuple(nodes)
    flat: list[Node] = []
    for node in nodes:
        flat += node.group if isinstance(node, Work) and node.where.said else grouping.as_group(reader, [node])
    begun = flat[:2] if len(flat) == 3 and isinstance(flat[0], Chain) else []
    if begun and isinstance(legs := flat[1], Make) and isinstance(closes := flat[2], Chain):  # `ch 2, 2-dc cl, ch 1`
        flat = [flat[0], replace(legs, closing=closes.n)] if lookup(legs.stitch or "sc").made == "cl" else flat
    first, last = (flat[0], flat[-1]) if len(flat) == 2 else (None, None)
    if isinstance(first, Chain) and isinstance(last, Make) and lookup(last.stitch or "sc").made in ("cl", "tog"):
        whole = lookup(last.stitch)  # a beginning cluster: the chain is its first leg
        return (replace(last, stitch=composed(whole.made, whole.base, whole.legs + 1), start="beg"),)
    if isinstance(first, Make) and isinstance(last, Chain) and first.n == 1 and lookup(first.stitch).made:
        return (replace(first, closing=last.n),)
    return tuple(flat)
