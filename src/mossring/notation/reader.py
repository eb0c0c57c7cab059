"""One round's text into a tree. Reading recovers at the next separator, so one slip hides nothing else."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from mossring.notation import closing, grouping, places, repeating, stitching, targets
from mossring.notation.cursor import GROUP_WORDS, Cursor, Names, UnreadableError
from mossring.notation.pasted import Definition, legs_told
from mossring.notation.stated import read_stated
from mossring.notation.targets import CHAIN_WORDS
from mossring.notation.tokens import tokenize
from mossring.notation.tree import (
    Act,
    Chain,
    Join,
    Make,
    Node,
    Onto,
    Repeat,
    RoundTree,
    SayCorner,
    Skip,
    Span,
    Stated,
    Target,
    Trouble,
    Work,
)
from mossring.notation.words import FILL, NUMBERS
from mossring.stitches.table import MOST_LEGS, composed, is_stitch, lookup
from mossring.stitches.terms import Dialect, spellings

MAX_NESTING = 40
MAX_RING = 60
_OPEN = {"(": ")", "[": "]"}
_SEPARATORS = (",", ";", ".")
_SETTING_WORDS = frozenset(
    {"work", "working", "worked", "now", "turn", "behind", "over", "before", "on", "along", "in", "through"}
)
_ROUND_WORDS = ("rnd", "round", "rnds", "rounds", "r", "row", "rows")


def read_round(text: str, dialect: Dialect, names: Names = ()) -> RoundTree:
    """The tree of one round (without its `Rnd 3:`). Never raises: what can't be read is in `troubles`."""
    c = Cursor(text, dialect, names)
    reader = Reader(c)
    body = reader.sequence(closer=None, depth=0)
    body, ring, cast = _own_beginning(body)
    written = any(isinstance(n, Join) for n in body) or closing.starts_with_chain(body)
    return RoundTree(
        tuple(body),
        tuple(reader.stated),
        tuple(c.troubles),
        written,
        reader.yarn,
        reader.repeat_of,
        reader.repeat_span,
        ring or reader.ring,
        tuple(reader.also),
        cast,
    )


def read_names(stitches: Sequence[tuple[str, str]], dialect: Dialect) -> Names:
    """The special stitches of a motif from (name, what it is made of); later ones may be made of earlier ones."""
    names: Names = ()
    for name, made in stitches:
        words = tuple(t.text for t in tokenize(name.lower()) if t.kind in ("word", "num"))
        if words:
            names = (*names, (words, _group_of(made, dialect, names)))
    return tuple(sorted(names, key=lambda n: -len(n[0])))


def read_definitions(definitions: Sequence[Definition], names: Names, dialect: Dialect) -> Names:
    """More special stitches, from lines that turn out to define some; those of `names` stay as they are."""
    known = {words for words, _ in names}
    for d in definitions:
        words = [tuple(t.text for t in tokenize(n.lower()) if t.kind in ("word", "num")) for n in d.names]
        words = [w for w in words if w and w not in known and w not in spellings(dialect)]
        group = _defined(d.made, dialect, names) if words else ()
        if group:
            known.update(words)
            names = (*names, *((w, group) for w in words))
    return tuple(sorted(names, key=lambda n: -len(n[0])))


def _defined(made: str, dialect: Dialect, names: Names) -> tuple[Node, ...]:
    """What a line says a stitch is made of: in the notation, in brackets, or in the motions of the hook."""
    motions = _popcorn(made, dialect) or _kept_back(made, dialect)
    if motions:
        return (motions,)
    told = legs_told(made)
    if told:
        return (Make(composed(told[0], told[1], told[2]), 1, (0, 0)),)
    inner = re.search(r"\(([^()]+)\)[^()]*$", made)
    for text in (made, _IN_SAME.sub("", made), inner[1] if inner else ""):
        reader = Reader(Cursor(text, dialect, names))
        nodes = reader.sequence(None, 0)
        if nodes and not reader.c.troubles and not reader.stated:
            group = _group_of(text, dialect, names)
            alone = group[0] if len(group) == 1 else None
            plain_one = isinstance(alone, Chain) or (isinstance(alone, Make) and alone.n == 1 and not _made(alone))
            return () if plain_one else group
    return ()


_DROPPED = re.compile(
    r"(?:\b(?:ch ?-?(\d)|(\d) ?-?ch)\b[^,;]*[,;] *(?:work )?)?"
    r"(\d+) ?([a-z]+)\b.*\b(?:drop|remove|withdraw|take (?:the )?(?:hook|loop))",
    re.IGNORECASE,
)
"""`ch 3, 3 dc in same st, drop loop from hook`: a popcorn, and the chain that begins one."""


def _popcorn(made: str, dialect: Dialect) -> Make | None:
    """A popcorn told by its dropped loop; a chain before its stitches is the first leg of a beginning one."""
    m = _DROPPED.search(made)
    key = spellings(dialect).get((m[4].lower(),)) if m else None
    if m is None or key is None:
        return None
    begins = bool(m[1] or m[2])
    whole = f"{key}{int(m[3]) + begins}-pc"
    return Make(whole, 1, (0, 0), start="beg" if begins else "") if is_stitch(whole) else None


_KEPT = re.compile(
    r"(\d|two|three|four|five) (?:more )?([a-z]+)\b.*\b(?:leaving|holding|keeping|hold|until|omitting|except)\b.*\bl(?:oo)?ps?\b",
    re.IGNORECASE,
)
"""`work 3 tr leaving last loop of each on hook`: the legs of a cluster told by what is kept back."""


def _kept_back(made: str, dialect: Dialect) -> Make | None:
    m = _KEPT.search(made)
    key = spellings(dialect).get((m[2].lower().removesuffix("s"),)) if m else None
    if m is None or key not in ("hdc", "dc", "htr", "tr", "dtr"):
        return None
    legs = NUMBERS[m[1].lower()] if m[1].isalpha() else int(m[1])
    return Make(composed("cl", key, legs), 1, (0, 0)) if 2 <= legs <= MOST_LEGS else None


_IN_SAME = re.compile(
    r",?\s+(?:all |worked )?(?:in|into)\s+(?:the )?(?:same|next|indicated|one|st\b|stitch|sp)[^()]*$", re.I
)
"""`in same stitch or space`, behind what a special stitch is made of."""


def _made(make: Make) -> bool:
    return make.stitch == "picot" or bool(lookup(make.stitch or "sc").made)


def _group_of(made: str, dialect: Dialect, names: Names) -> tuple[Node, ...]:
    """What a special stitch is made of; a single stitch of several legs takes a last chain as its own."""
    reader = Reader(Cursor(made, dialect, names))
    flat: list[Node] = []
    for node in reader.sequence(None, 0):
        flat += node.group if isinstance(node, Work) and node.where.said else grouping.as_group(reader, [node])
    first, last = (flat[0], flat[-1]) if len(flat) == 2 else (None, None)
    if isinstance(first, Chain) and isinstance(last, Make) and lookup(last.stitch or "sc").made in ("cl", "tog"):
        whole = lookup(last.stitch)  # a beginning cluster: the chain is its first leg
        return (replace(last, stitch=composed(whole.made, whole.base, whole.legs + 1), start="beg"),)
    if isinstance(first, Make) and isinstance(last, Chain) and first.n == 1 and lookup(first.stitch).made:
        return (replace(first, closing=last.n),)
    return tuple(flat)


def _own_beginning(body: list[Node]) -> tuple[list[Node], int | None, int | None]:
    """`ch 4, join with sl st to form ring` at the head of a round is its beginning, no start: the chains of that
    ring. So is `ch 24, dc in 4th ch from hook ...`: the chains of that foundation."""
    if body and isinstance(body[0], Act):
        rest, ring, cast = _own_beginning(body[1:])
        return [body[0], *rest], ring, cast
    if len(body) < 2 or not isinstance(body[0], Chain):
        return body, None, None
    chain, after = body[0], body[1]
    if isinstance(after, Join) and (after.forms_ring or len(body) > 3) and 2 <= chain.n <= MAX_RING:
        return body[2:], chain.n, None
    target = after.where.targets[0] if isinstance(after, Work) and after.where.targets else None
    if target and target.kind == "ring" and target.chains and chain.n > target.chains and not chain.label:
        return body[1:], None, chain.n
    return body, None, None


class Reader:
    """What is read of one round: a finger on its tokens, and what the round says besides its instructions.

    part: the loop that the whole round is worked in. last_stitch: what `inc` and `dec` are made of.
    also: what `as Rnd 3, with ...` adds.
    """

    def __init__(self, c: Cursor) -> None:
        self.c = c
        self.stated: list[Stated] = []
        self.yarn = ""
        self.repeat_of: int | None = None
        self.repeat_span = (0, 0)
        self.last_stitch: str | None = None
        self.part = ""
        self.all_in = False
        self.ring: int | None = None
        self.also: list[tuple[int, str, Span]] = []

    def trouble(self, kind: str, i: int, **data: object) -> None:
        self.c.troubles.append(Trouble(kind, self.c.span_from(i), data))

    def sequence(self, closer: str | None, depth: int) -> list[Node]:
        """Instructions up to `closer` (or the end)."""
        c = self.c
        nodes: list[Node] = []
        marks = repeating.Marks()
        while True:
            while c.accept(*_SEPARATORS, "&", ":") or c.accept("and", "then"):
                pass
            t = c.token
            if t.kind == "end" or (closer and t.text == closer):
                return nodes
            if t.text in (")", "]"):
                c.i += 1
                self.trouble("bracket", c.i - 1, mark=t.text)
                continue
            if t.text == "*" and depth == 0 and not marks.open and self._trailing(nodes):
                continue
            if t.text in ("*", "**", "***"):
                marks.put(t.text, len(nodes))
                c.i += 1
                repeating.closed(self, nodes, marks, t.text)
                continue
            if depth == 0 and self._trailing(nodes):
                continue
            if depth == 0 and repeating.passed_remark(c):
                continue
            before = c.i
            try:
                self.instruction(nodes, marks, depth)
                grouping.settle(nodes, self.all_in)
                self.all_in = False
                if depth == 0:
                    grouping.one_place_at_start(nodes)
            except UnreadableError as e:
                if e.trouble:
                    c.troubles.append(e.trouble)
                self._recover(before)

    def _trailing(self, nodes: list[Node]) -> bool:
        last = nodes[-1] if nodes else None
        stopped = self.c.i > 0 and self.c.tokens[self.c.i - 1].text == "."
        whole = isinstance(last, Join | Act | Repeat) or (isinstance(last, Work) and last.where.said)
        stated = read_stated(
            self.c, loose=isinstance(last, Join | Act) or (stopped and (whole or self.repeat_of is not None))
        )
        if stated:
            self.stated.extend(stated)
        return bool(stated)

    def _recover(self, before: int) -> None:
        """On to the next separator at this level; brackets in between are passed whole."""
        c = self.c
        c.i = max(c.i, before)
        depth = 0
        for k in range(before, c.i):
            depth += {"(": 1, "[": 1, ")": -1, "]": -1}.get(c.tokens[k].text, 0)
        while c.token.kind != "end":
            text = c.token.text
            if depth <= 0 and (text in _SEPARATORS or text in (")", "]")):
                break
            depth += {"(": 1, "[": 1, ")": -1, "]": -1}.get(text, 0)
            c.i += 1
        if c.i == before and c.token.text in (")", "]"):
            return
        if c.i == before:
            c.i += 1

    # ---- one instruction ------------------------------------------------------------------

    def instruction(self, nodes: list[Node], marks: repeating.Marks, depth: int) -> None:
        """Read one instruction onto `nodes`. Raises UnreadableError where nothing can be made of it."""
        c = self.c
        t = c.token
        if t.text in _OPEN:
            repeating.bracket(self, nodes, depth)
        elif t.text in ("rep", "repeat", "reps") or (c.phrase("work", "from") and c.ahead(2).text in ("*", "**")):
            repeating.rep(self, nodes, marks)
        elif (t.text in ("as", "same") and self._as_round()) or (depth == 0 and self._setting(nodes)):
            pass
        elif t.text in ("continue", "cont", "keep", "continuing") and self._continued():
            pass
        elif (act := closing.read_act(c)) is not None:
            if not any(not isinstance(n, Act) for n in nodes) and depth == 0:
                self.yarn = self.yarn or act.yarn
            nodes.append(act)
        elif (join := self._join(nodes, depth)) is not None:
            nodes.append(join)
        elif t.text in ("sk", "skip", "miss", "skipping", "missing"):
            nodes.extend(self._skip())
        elif t.text == "corner" and (c.ahead().text in ("ch", "chain") or self._stitch_after()):
            nodes.append(self._say_corner())
        elif t.text in ("in", "into"):
            nodes.extend(self._place_first(depth))
        elif t.text == "all" and c.ahead().text in ("in", "into") and nodes:
            c.i += 2
            where = places.read_places(c)[0]
            if not isinstance(nodes[-1], Work | Chain):
                raise c.fail("instruction")
            if where.targets and where.targets[0].kind != "ring":
                nodes.append(Work((), where, c.span_from(c.i - 1)))
                self.all_in = True
        elif c.phrase("do", "not", "turn") or c.phrase("don't", "turn"):
            c.i += 3 if t.text == "do" else 2
        elif t.text in ("pull", "tighten", "draw") and depth == 0:  # `pull ring tight`
            while c.token.kind in ("word", "mark") and not c.at(*_SEPARATORS):
                c.i += 1
        elif t.text in ("magic", "adjustable", "sliding") and c.ahead().text in ("ring", "circle", "loop"):
            c.i += 2
        elif (t.text in ("mr", "mc") and not nodes) or (t.text in FILL and t.text != "the"):
            c.i += 1
        else:
            nodes.extend(stitching.stitches(self))

    def _join(self, nodes: list[Node], depth: int) -> Join | None:
        after_chain = bool(nodes) and isinstance(nodes[-1], Chain)
        return closing.read_join(self.c, bool(nodes) and depth == 0, after_chain)

    def _setting(self, nodes: list[Node]) -> bool:
        """What holds for a whole round: `In BLO, ...`, `working in back loops only`, `working behind rnd 3`."""
        c = self.c
        if c.token.text not in _SETTING_WORDS:
            return False
        save = c.i
        c.accept_phrase("turn", "to") or c.accept_phrase("turn", "and")
        while c.accept("work", "working", "worked", "now"):
            pass
        if c.phrase("in", "a", "spiral") or c.phrase("in", "spiral") or c.phrase("in", "continuous"):
            while c.accept("in", "a", "continuous", "spiral", *_ROUND_WORDS):
                pass
            nodes.append(Join(None, "", c.span_from(save)))
            return True
        if c.accept("behind", "over", "before") and c.accept("petals", "petal", "shells", "rnd", "round", "sts"):
            while c.token.kind in ("word", "num") and not c.at(*_SEPARATORS, "in"):
                c.i += 1
            return True
        if c.accept("on", "along", "in", "down", "up", "across") and _the_other(c):
            while c.at("side", "edge", "of", "the", "foundation", "beg", "starting", "ch", "chain", "chs", "chains"):
                c.i += 1
            return True
        c.i = save
        worked = c.accept("working", "work")
        if (worked and c.accept("in", "into", "through")) or c.accept("in", "through"):
            i = c.i
            part = targets.read_part(c)
            onto = places.read_round_meant(c) if part else 0
            if not part and worked and c.accept("sts", "stitches"):
                onto = places.read_round_meant(c)
            while c.at("only", "throughout", "around", "for", "this", "whole", "entire", "rnd", "round", "the", "all"):
                c.i += 1
            if (part or onto) and (c.at(*_SEPARATORS, ":") or c.token.kind == "end"):
                c.accept(":")
                self.part = part
                if onto:
                    nodes.append(Onto(onto, c.span_from(i)))
                return True
        c.i = save
        return False

    def _stitch_after(self) -> bool:
        c = self.c
        save = c.i
        c.i += 1
        found = c.stitch() is not None and not c.at("in", "into")
        c.i = save
        return found

    def _say_corner(self) -> SayCorner:
        c = self.c
        i = c.i
        c.i += 1
        if c.accept("ch", "chain"):
            return SayCorner(Target("sp", chains=c.number()), c.span_from(i))
        return SayCorner(Target("st", c.stitch()), c.span_from(i))

    def _skip(self) -> list[Node]:
        c = self.c
        i = c.i
        c.i += 1
        c.accept("over")
        wheres = places.read_places(c)
        c.accept("behind") and (c.accept("post", "fpdc", "it"), c.accept("st", "sts"))
        return [Skip(w, c.span_from(i)) for w in wheres]

    def _place_first(self, depth: int) -> list[Node]:
        """`in next ch-2 sp work (3 dc, ch 2, 3 dc)`, `in ring, ch 3, ...`."""
        c = self.c
        i = c.i
        c.i += 1
        wheres = places.read_places(c)
        chained = (
            [t.value for t in c.tokens[i : c.i] if t.kind == "num"] if c.tokens[c.i - 1].text in CHAIN_WORDS else []
        )
        ring = wheres[0].targets and wheres[0].targets[0].kind == "ring"
        if ring and chained:  # `into a ring of 4 ch`
            self.ring = chained[0]
        if c.accept(":", ",") and ring:
            return []  # all that follows goes into the ring
        c.accept("work", "make", "working")
        c.accept(":")
        if ring and (c.at("ch", "chain") or (c.token.kind == "num" and c.ahead().text in ("ch", "chain"))):
            return []
        return stitching.worked_in(self, wheres, i, depth)

    def _as_round(self) -> bool:
        """`as Rnd 3`, `same as Rnd 3`, with what it adds."""
        c = self.c
        i = c.i
        c.accept("same")
        if not c.accept("as") or not c.at(*_ROUND_WORDS, "for", "in", "previous", "last"):
            c.i = i
            return False
        c.accept("for", "in")
        self.round_number(i)
        return True

    def round_number(self, i: int) -> None:
        """`Rnd 3`, and `, with 4 more dc on each side`."""
        c = self.c
        if c.accept("last", "previous", "prev"):
            c.accept(*_ROUND_WORDS)
            self.repeat_of = -1
        else:
            c.accept(*_ROUND_WORDS)
            n = c.number()
            if n is None:
                raise c.fail("instruction")
            self.repeat_of = n
        self.repeat_span = c.span_from(i)
        c.accept("again")
        self._additions()

    def _additions(self) -> None:
        """`, with 4 more dc on each side`, behind a round that is as another."""
        c = self.c
        while True:
            save = c.i
            c.accept(",")
            c.accept("but")
            if not (c.accept("with", "working", "work", "adding", "having") or (self.also and c.accept("and"))):
                c.i = save
                return
            at = c.i
            more = self._more()
            if more is None:
                c.i = save
                return
            self.also.append((*more, c.span_from(at)))

    def _continued(self) -> bool:
        """`Continue in the same way`, `continue as established`: as the round before, grown as it would grow."""
        c = self.c
        i = c.i
        while c.at(*_CONTINUING):
            c.i += 1
        if (
            c.i == i + 1
            or not c.at(*_SEPARATORS, "working", "with", "adding", "having", "(", "-", "")
            and (c.token.kind != "end")
        ):
            c.i = i
            return False
        self.repeat_of, self.repeat_span = -1, c.span_from(i)
        self._additions()
        if not self.also:
            self.also.append((0, "on", c.span_from(i)))
        return True

    def _more(self) -> tuple[int, str] | None:
        """`4 more dc on each side`, `1 more st between increases`, `3 sts between incs`: how many, of what."""
        c = self.c
        n = c.number()
        if n is None:
            return None
        more = c.accept("more", "extra", "additional")
        plain = c.accept("st", "sts", "stitch", "stitches")
        save = c.i
        if plain or c.stitch():
            if c.accept("between", "before") or c.accept_phrase("in", "between"):
                c.accept("the", "each", "every")
                if c.accept("inc", "incs", "increase", "increases"):
                    c.accept("on", "in") and c.accept("each", "every")
                    c.accept(*_ROUND_WORDS)
                    return n, "between" if more else "between in all"
        c.i = save
        if not more:
            return None
        key = "groups" if c.accept(*GROUP_WORDS) else "" if plain else c.stitch()
        c.accept(*GROUP_WORDS)
        if key is None:
            return None
        said = c.accept("on", "along", "per", "in")
        c.accept("each", "every")
        if not (said and c.accept("side", "edge")):
            return None
        c.accept("each", "every") and c.accept(*_ROUND_WORDS)
        return n, key


_CONTINUING = frozenset(
    {"continue", "cont", "keep", "continuing", "to", "in", "the", "this", "same", "way", "manner", "pattern", "as"}
    | {"established", "set", "before", "increase", "increasing", "inc", "working", "work", "above", "on", "so"}
)


def _the_other(c: Cursor) -> bool:
    c.accept("the")
    return c.accept("other", "opposite", "second", "underside", "bottom")
