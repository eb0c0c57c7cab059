"""One round's text into a tree. Reading recovers at the next separator, so one slip hides nothing else."""

from __future__ import annotations

from dataclasses import replace

from mossring.notation import acts, closing, grouping, labels, likening, places, remarks, repeating, stitching, targets
from mossring.notation.cursor import CHAIN_WORDS, Cursor, Names, UnreadableError
from mossring.notation.marks import Marks
from mossring.notation.stated import read_stated
from mossring.notation.tree import (
    Act,
    Chain,
    Growth,
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
    Until,
    Where,
    Work,
)
from mossring.notation.words import FILL, NUMBERS
from mossring.stitches.table import lookup
from mossring.stitches.terms import Dialect

MAX_NESTING = 40
MAX_RING = 60
_OPEN = {"(": ")", "[": "]"}
_SEPARATORS = (",", ";", ".")
_BEGINNING = ("beginning", "begin", "beg", "starting", "start")
_CENTRES = ("mr", "mc", "loop", "ring", "knot")
_INTO = ("in", "into")
_LOOPED = ("ring", "circle", "loop", "knot")
_BEHIND = ("all", "worked", "working", "in", "into", "rep", "repeat")
"""What may follow a dash behind instructions: `(3 dc, ch 2) 4 times - all in ring`."""
_WORKING = ("work", "working", "worked", "now", "continue", "continuing", "go")
_SETTING_WORDS = frozenset({*_WORKING, "turn", "rotate", "behind", "over", "before", "on", "along", "in", "through"})
_ROUND_WORDS = ("rnd", "round", "rnds", "rounds", "r", "row", "rows")


def read_round(text: str, dialect: Dialect, names: Names = (), part: str = "") -> RoundTree:
    """The tree of one round (without its `Rnd 3:`). Never raises: what can't be read is in `troubles`.

    part: the loop that all its stitches are worked in, where a note says so of all rounds."""
    c = Cursor(text, dialect, names)
    reader = Reader(c)
    reader.part = part
    _summed_up(c)
    body = reader.sequence(closer=None, depth=0)
    body, ring, cast = _own_beginning(body)
    body = _started(body)
    written = any(isinstance(n, Join) for n in body) or closing.starts_with_chain(body)
    return RoundTree(
        tuple(body),
        tuple(reader.stated),
        tuple(c.troubles),
        written,
        reader.yarn,
        reader.repeat_of,
        reader.repeat_to,
        reader.repeat_span,
        ring or reader.ring,
        tuple(reader.grows),
        cast,
        tuple(reader.unread),
    )


def _summed_up(c: Cursor) -> None:
    """`12 dc in ring in four groups of 3: ch 3, 2 dc, ...`: what sums the round up before its words is passed."""
    k = next((k for k, t in enumerate(c.tokens[:30]) if t.text in (":", ".", ";", "*", "(", "[")), 0)
    texts = {t.text for t in c.tokens[:k]}
    opens = c.token.kind == "num" or c.at("work", "make") or c.token.text in NUMBERS
    if not opens or not k or c.tokens[k].text != ":" or texts.isdisjoint(_CENTRES):
        return
    if c.ahead(k + 1).text in ("*", "(", "[", *CHAIN_WORDS) or c.ahead(k + 2).text in CHAIN_WORDS:
        c.i = k + 1
        c.forgive(0)


def _own_beginning(body: list[Node]) -> tuple[list[Node], int | None, int | None]:
    """`ch 4, join with sl st to form ring` at the head of a round is its beginning, no start: the chains of that
    ring. So is `ch 24, dc in 4th ch from hook ...`: the chains of that foundation, and `15 fsc`: its chains, and one
    stitch in each."""
    acts = next((k for k, n in enumerate(body) if not isinstance(n, Act)), len(body))
    if acts:
        rest, ring, cast = _own_beginning(body[acts:])
        return [*body[:acts], *rest], ring, cast
    first = body[0] if body else None
    make = first.group[0] if isinstance(first, Work) and not first.where.said else None
    if isinstance(first, Work) and isinstance(make, Make) and make.stitch and lookup(make.stitch).made == "foundation":
        each = Where("each", (Target("chain"),), first.where.span, until=Until("across"))
        row = replace(first, group=(replace(make, stitch=lookup(make.stitch).base, n=1),), where=each)
        return [row, *body[1:]], None, first.where.count
    if len(body) > 2 and isinstance(first, Make) and first.stitch == "picot" and isinstance(body[1], Chain):
        return body[1:], first.chains, None  # `ch 4, sl st in 4th ch from hook (ring made). Ch 3, ...`
    if len(body) < 2 or not isinstance(body[0], Chain):
        return body, None, None
    chain, after = body[0], body[1]
    target = after.where.targets[0] if isinstance(after, Work) and after.where.targets else None
    joined = isinstance(after, Join) and (after.forms_ring or len(body) > 3)
    if (joined or (target and target.kind == "ring" and grouping.is_slip(after))) and 2 <= chain.n <= MAX_RING:
        return body[2:], chain.n, None
    if target and target.kind == "ring" and target.chains and chain.n > target.chains and not chain.label:
        return body[1:], None, chain.n
    return body, None, None


def _started(body: list[Node]) -> list[Node]:
    """`[ch 3, 2 dc, ch 2, ...] into ring`: the chain is the start, before what goes into the ring."""
    k = next((k for k, n in enumerate(body) if not isinstance(n, Act)), len(body))
    first = body[k] if k < len(body) else None
    chain = first.group[0] if isinstance(first, Work) and len(first.group) > 1 else None
    if (
        not isinstance(first, Work)
        or not isinstance(chain, Chain)
        or chain.n < 2
        or first.where.targets != (targets.RING,)
    ):
        return body
    return [*body[:k], chain, replace(first, group=first.group[1:]), *body[k + 1 :]]


class Reader:
    """What is read of one round: a finger on its tokens, and what the round says besides its instructions.

    bracketed: from which node to which the last brackets reached.
    sweeping: what a sweep works besides is being read.
    part: the loop that the whole round is worked in. last_stitch: what `inc` and `dec` are made of.
    grows: what `as Rnd 3, with ...` adds. begun: where the sentence begins.
    unread: the clauses that were left out.
    """

    def __init__(self, c: Cursor) -> None:
        self.c = c
        self.stated: list[Stated] = []
        self.yarn = ""
        self.repeat_of: int | None = None
        self.repeat_to: int | None = None
        self.repeat_span = (0, 0)
        self.last_stitch: str | None = None
        self.part = ""
        self.all_in = False
        self.ring: int | None = None
        self.grows: list[Growth] = []
        self.bracketed = (0, 0)
        self.sweeping = False
        self.begun = 0
        self.unread: list[Span] = []

    def trouble(self, kind: str, i: int, **data: object) -> None:
        self.c.troubles.append(Trouble(kind, self.c.span_from(i), data))

    def sequence(self, closer: str | None, depth: int) -> list[Node]:
        """Instructions up to `closer` (or the end)."""
        c = self.c
        nodes: list[Node] = []
        marks = Marks()
        while True:
            while c.accept(*_SEPARATORS, "&", "+", ":", "and", "then") or (
                c.at("-") and c.ahead().text in _BEHIND and c.accept("-")
            ):
                if depth == 0 and c.tokens[c.i - 1].text == ".":
                    self.begun = len(nodes)
            t = c.token
            if t.kind == "end" or (closer and t.text == closer):
                return nodes
            if t.text in (")", "]"):
                c.i += 1
                self.trouble("bracket", c.i - 1, mark=t.text)
                continue
            before = c.i
            try:
                if depth == 0 and (t.text != "*" or not marks.open) and self._trailing(nodes):
                    continue
                if t.text in ("*", "**", "***"):
                    marks.put(t.text, len(nodes))
                    c.i += 1
                    repeating.closed(self, nodes, marks, t.text)
                    continue
                if depth == 0 and remarks.sentence(c):
                    continue
                self.instruction(nodes, marks, depth)
                grouping.settle(nodes, self.all_in)
                self.all_in = False
                if depth == 0:
                    grouping.one_place_at_start(nodes)
                    if (c.ahead() if c.at(",") else c.token).text not in ("all", *_INTO):
                        grouping.all_at_start(nodes)
            except UnreadableError as e:
                if e.trouble:
                    c.troubles.append(e.trouble)
                self._recover(before)
                self.unread.append(c.span_from(before))

    def _trailing(self, nodes: list[Node]) -> bool:
        last = nodes[-1] if nodes else None
        stopped = self.c.i > 0 and self.c.tokens[self.c.i - 1].text == "."
        whole = isinstance(last, Join | Act | Repeat) or (isinstance(last, Work) and last.where.said)
        stated = read_stated(
            self.c, loose=isinstance(last, Join | Act) or (stopped and (whole or self.repeat_of is not None))
        )
        if stated is not None:
            self.stated.extend(stated)
        return stated is not None

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

    def instruction(self, nodes: list[Node], marks: Marks, depth: int) -> None:
        """Read one instruction onto `nodes`. Raises UnreadableError where nothing can be made of it."""
        c = self.c
        t = c.token
        if t.text == "corner" and c.ahead().text in _OPEN:  # `corner (2 dc, ch 2, 2 dc) in ch-2 sp`
            c.i += 1
            t = c.token
        many = t.value if t.kind == "num" and c.ahead().text == "x" and c.ahead(2).text in _OPEN else 0
        if many:  # `6 x [2 sc in next st, sc in next st]`
            c.i += 2
            inner: list[Node] = []
            repeating.bracket(self, inner, depth)
            nodes.append(Repeat(tuple(inner), many, c.span_from(c.i - 1)))
        elif t.text in _OPEN:
            repeating.bracket(self, nodes, depth)
        elif t.text in ("rep", "repeat", "reps") or (c.phrase("work", "from") and c.ahead(2).text in ("*", "**")):
            repeating.rep(self, nodes, marks)
        elif (
            (nodes and depth == 0 and not _only_acts(nodes) and repeating.on_around(self, nodes, marks))
            or (depth == 0 and self._setting(nodes))
            or likening.as_round(self)
            or likening.continued(self)
        ):
            pass
        elif (act := acts.read_act(c, fresh := depth == 0 and _only_acts(nodes))) is not None:
            if fresh:
                self.yarn = self.yarn or act.yarn
            nodes.append(act)
        elif (nodes and depth == 0 and repeating.times_behind(self, nodes, marks)) or (
            nodes and t.text in ("with", "separated", "between", "after") and repeating.chains_between(c, nodes)
        ):
            pass
        elif (join := self._join(nodes, depth)) is not None:
            nodes.append(join)
        elif t.text in ("sk", "skip", "miss", "skipping", "missing"):
            nodes.extend(self._skip())
        elif t.text == "corner" and (c.ahead().text in ("ch", "chain") or self._stitch_after()):
            nodes.append(self._say_corner())
        elif t.text in ("in", "into"):
            nodes.extend(self._place_first(depth))
        elif t.text in ("working", "worked", "work", "all") and nodes and (part := self._part_behind()):
            nodes[-1] = grouping.in_part(nodes[-1], part)
        elif t.text == "all" and nodes and (k := 2 if c.ahead().text == "worked" else 1) and c.ahead(k).text in _INTO:
            c.i += k + 1
            where = places.read_places(c)[0]
            if where.targets and where.targets[0].kind != "ring":
                if not isinstance(nodes[-1], Work | Chain | Repeat):
                    raise c.fail("instruction")
                nodes.append(Work((), where, c.span_from(c.i - 1)))
                self.all_in = True
        elif t.text in ("counting", "including") or (t.text in _BEGINNING and c.ahead().text == "with"):
            c.i = min(c.i + 2, len(c.tokens) - 1)
            if targets.read_ring(c):
                return
            begun = not _only_acts(nodes)
            knot = c.at("slip") and c.ahead().text in _LOOPED
            if (
                begun
                or depth
                or not (knot or c.token.kind == "num" or c.at("standing", "chainless") or c.opens_stitch())
            ):
                self._to_end_of_clause()  # `12 dc in ring, beginning with ch 3 as first dc`
        elif t.text in _BEGINNING and c.ahead().text in ("in", "into"):
            i = c.i
            c.i += 2
            where = places.read_places(c)[0]
            chained = bool(where.targets) and where.targets[0].kind == "ring"  # `starting in 2nd ch from hook: ...`
            if not chained and (
                c.at(":", ".", ";") or c.ahead().text in ("*", "(", "[")
            ):  # `start in any corner: *(3 dc, ...`
                nodes.append(Act("attach", c.span_from(i), where=where))
            else:
                nodes.extend(self._begun_in(where, depth))
        elif (label := labels.read_told_label(c)) is not None:
            grouping.label_last(nodes, label, c.span_from(c.i - 1)[1])
        elif t.text == "first" and self._first_is_chain():
            pass
        elif c.phrase("do", "not", "turn") or c.phrase("don't", "turn"):
            c.i += 3 if t.text == "do" else 2
        elif t.text == "to" and c.ahead().text in ("finish", "end", "complete", "secure") and nodes:
            c.i += 2
        elif depth == 0 and (remarks.clause(c, nodes) or remarks.motion(c, nodes)):
            pass
        elif t.text in ("magic", "adjustable", "sliding", "slip") and c.ahead().text in _LOOPED:
            c.i += 2
        elif t.text in ("mr", "mc") and c.ahead().kind == "num" and not nodes and c.ends(2):
            nodes.append(self._so_many_in_ring())
        elif (t.text in _CENTRES and _only_acts(nodes)) or t.text in FILL:
            c.i += 1
        else:
            nodes.extend(stitching.stitches(self))

    def _so_many_in_ring(self) -> Node:
        """`MR 6`: so many single crochet in the ring, as they are worked in pieces that grow in sc (common practice, no
        source)."""
        c = self.c
        i = c.i
        n = c.ahead().value
        c.i += 2
        self.last_stitch = "sc"
        return Work((Make("sc", n, c.span_from(i)),), Where("next", (targets.RING,), c.span_from(i)), c.span_from(i))

    def _to_end_of_clause(self) -> None:
        c = self.c
        while c.token.kind in ("word", "num", "ord") or c.at("-"):
            c.i += 1

    def _part_behind(self) -> str:
        """`, working in back loops only` behind what is worked so; `` with nothing read."""
        c = self.c
        save = c.i
        c.i += 1
        part = targets.read_part(c) if c.accept("in", "into", "through") else ""
        if part and (c.token.kind == "end" or c.at(*_SEPARATORS, "(", "[", "-")):
            return part
        c.i = save
        return ""

    def _begun_in(self, where: Where, depth: int) -> list[Node]:
        """`starting in 2nd ch from hook, sc in next 9 ch`: the first of them goes there."""
        nodes: list[Node] = []
        self.c.accept(",", ":")
        self.instruction(nodes, Marks(), depth)
        first = nodes[0] if nodes else None
        if not isinstance(first, Work) or first.where.mode not in ("next", "each"):
            raise self.c.fail("instruction")
        rest = first.where.count - 1
        after = [replace(first, where=replace(first.where, count=max(1, rest)))]
        return [replace(first, where=where), *(after if rest or first.where.mode == "each" else ()), *nodes[1:]]

    def _join(self, nodes: list[Node], depth: int) -> Join | None:
        after_chain = bool(nodes) and isinstance(nodes[-1], Chain)
        return closing.read_join(self.c, bool(nodes) and depth == 0, after_chain)

    def _setting(self, nodes: list[Node]) -> bool:
        """What holds for a whole round: `In BLO, ...`, `working in back loops only`, `working behind rnd 3`."""
        c = self.c
        if c.token.text not in _SETTING_WORDS:
            return False
        save = c.i
        turned = any(c.accept_phrase(word, "to") for word in ("turn", "rotate"))
        for word in ("turn", "rotate"):
            c.accept_phrase(word, "and")
        while c.accept(*_WORKING):
            pass
        if c.phrase("in", "spiral") or c.phrase("in", "continuous"):
            while c.accept("in", "continuous", "spiral", *_ROUND_WORDS):
                pass
            nodes.append(Join(None, "", c.span_from(save)))
            return True
        if c.accept("behind", "over", "before") and c.accept("petals", "petal", "shells", "rnd", "round", "sts"):
            while c.token.kind in ("word", "num") and not c.at(*_SEPARATORS, "in"):
                c.i += 1
            return True
        c.accept("back")
        if (c.accept("on", "along", "in", "down", "up", "across") or turned) and _the_other(c):
            while c.at("side", "edge", "of", "foundation", "beg", "starting", "ch", "chain", "chs", "chains"):
                c.i += 1
            return True
        c.i = save
        worked = c.accept("working", "work")
        if (worked and c.accept("in", "into", "through")) or c.accept("in", "through"):
            i = c.i
            if c.accept("back") and c.accept("bump", "bumps", "ridge"):  # how a foundation chain is worked into
                while c.at("of", "each", "starting", "foundation", *CHAIN_WORDS):
                    c.i += 1
                return True
            c.i = i
            if (c.accept("both") and c.accept("loop", "loops", "lps")) and (
                c.accept("again", "only") or c.at(*_SEPARATORS) or c.token.kind == "end"
            ):
                self.part = ""
                return True
            part = targets.read_part(c)
            onto = targets.read_round_meant(c) if part else 0
            if not part and worked and c.accept("sts", "stitches"):
                onto = targets.read_round_meant(c)
            while c.at("only", "throughout", "around", "for", "this", "whole", "entire", "rnd", "round", "all"):
                c.i += 1
            if (part or onto) and (c.at(*_SEPARATORS, ":") or c.token.kind == "end"):
                c.accept(":")
                self.part = part
                if onto:
                    nodes.append(Onto(onto, c.span_from(i)))
                return True
        c.i = save
        return False

    def _first_is_chain(self) -> bool:
        """`12 tr in ring, the first replaced by 3 ch`: how the round starts, which changes no count."""
        c = self.c
        k = 1
        while c.ahead(k).kind in ("word", "num"):
            k += 1
        said = {c.ahead(j).text for j in range(1, k)}
        if said.isdisjoint(("replaced", "as", "being")) or said.isdisjoint(CHAIN_WORDS):
            return False
        c.i += k
        return True

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
        if c.accept("nothing", "none"):
            return []
        wheres = places.read_places(c)
        c.accept("behind") and (c.accept("post", "fpdc", "it"), c.accept("st", "sts"))
        return [Skip(w, c.span_from(i)) for w in wheres]

    def _place_first(self, depth: int) -> list[Node]:
        """`in next ch-2 sp work (3 dc, ch 2, 3 dc)`, `in ring, ch 3, ...`; `work in dc to end` names a stitch."""
        c = self.c
        i = c.i
        c.i += 1
        if c.opens_stitch():
            save = c.i
            c.stitch()
            sweeps = c.at("to", "around", "across", "throughout")
            c.i = save
            if sweeps:
                return stitching.stitches(self)
        wheres = places.read_places(c)
        told = c.tokens[i : c.i]
        chained = [t.value for t in told if t.kind == "num"] if any(t.text in CHAIN_WORDS for t in told) else []
        ring = wheres[0].targets and wheres[0].targets[0].kind == "ring"
        if ring and chained:  # `into a ring of 4 ch`
            self.ring = chained[0]
        if c.accept(":", ",") and ring:
            return []  # all that follows goes into the ring
        c.accept("work", "make", "working")
        c.accept(":")
        if ring and (c.at("ch", "chain") or (c.token.kind == "num" and c.ahead().text in ("ch", "chain"))):
            return []
        return stitching.swept(self, stitching.worked_in(self, wheres, i, depth))


def _only_acts(nodes: list[Node]) -> bool:
    """Whether nothing is worked yet: a few changes of yarn and the like at most."""
    return len(nodes) < grouping.MOST_AT_START and all(isinstance(n, Act) for n in nodes)


def _the_other(c: Cursor) -> bool:
    return c.accept("other", "opposite", "second", "underside", "bottom")
