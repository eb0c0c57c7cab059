"""One round's text into a tree. Reading recovers at the next separator, so one slip hides nothing else."""

from __future__ import annotations

from dataclasses import replace

from mossring.notation import (
    closing,
    grouping,
    growing,
    neighbours,
    openers,
    plain,
    remarks,
    repeating,
    sides,
    stitching,
    targets,
)
from mossring.notation.cursor import CHAIN_WORDS, STITCH_WORDS, Cursor, Names, UnreadableError
from mossring.notation.marks import MAX_NESTING, Marks
from mossring.notation.stated import read_stated
from mossring.notation.tree import (
    Act,
    Chain,
    Growth,
    Join,
    Make,
    Node,
    Repeat,
    RoundTree,
    Stated,
    Target,
    Together,
    Trouble,
    Until,
    Where,
    Work,
)
from mossring.notation.words import NUMBERS
from mossring.stitches.table import lookup
from mossring.stitches.terms import Dialect

MAX_RING = 60
_SEPARATORS = (",", ";", ".")
_BETWEEN = (*_SEPARATORS, "!", "&", "+", ":", "and", "then")
"""What may stand between instructions."""
_CENTRES = ("mr", "mc", "loop", "ring", "knot")
_INTO = ("in", "into")
MOST_TRIED = 10_000
"""Instructions that are looked for in a round, found or not: in the longest line there is room for 3,000."""
_BEHIND = ("all", "worked", "working", "in", "into", "rep", "repeat")
"""What may follow a dash behind instructions: `(3 dc, ch 2) 4 times - all in ring`."""


def read_round(text: str, dialect: Dialect, names: Names = (), part: str = "") -> RoundTree:
    """The tree of one round (without its `Rnd 3:`). Never raises: what can't be read is in `troubles`.

    part: the loop that all its stitches are worked in, where a note says so of all rounds."""
    c = Cursor(text, dialect, names)
    reader = Reader(c)
    reader.part = part
    _summed_up(c)
    if (count := _counted_first(c)) is not None:
        reader.stated.append(count)
    body = reader.sequence(closer=None, depth=0)
    body, ring, cast = _own_beginning(_joined_on(body))
    body = list(growing.to_next_space(sides.in_turn(_told_later(_slipped_in(_stood(_started(_lifted(body))))))))
    written = any(isinstance(n, Join) for n in body) or closing.starts_with_chain(body)
    return RoundTree(
        tuple(body),
        tuple(reader.stated),
        tuple(t for t in c.troubles if t.kind != "unread"),
        written,
        reader.yarn,
        reader.repeat_of,
        reader.repeat_to,
        reader.repeat_span,
        ring or reader.ring,
        tuple(reader.grows),
        cast,
        tuple(t.span for t in c.troubles if t.kind == "unread"),
        reader.tried,
    )


def _summed_up(c: Cursor) -> None:
    """`12 dc in ring in four groups of 3: ch 3, 2 dc, ...`: what sums the round up before its words is passed."""
    k = next((k for k, t in enumerate(c.tokens[:30]) if t.text in (":", ".", ";", "*", "(", "[")), 0)
    texts = {t.text for t in c.tokens[:k]}
    opens = c.token.kind == "num" or c.at("work", "make") or c.token.text in NUMBERS
    if not opens or not k or c.tokens[k].text != ":" or texts.isdisjoint((*_CENTRES, "total", "altogether")):
        return
    work = c.tokens[k + 1]
    if work.text in ("*", "(", "[", *CHAIN_WORDS) or c.ahead(k + 2).text in CHAIN_WORDS or "total" in texts:
        c.i = k + 1
        c.forgive(0)


def _counted_first(c: Cursor) -> Stated | None:
    """`12 dc (2 dc in each)`: the count of the round, and then its words; None with nothing read."""
    save = c.i
    n, kind = c.number(), c.stitch()
    opened = c.i
    dashed = c.at("-") and (c.ahead().kind == "num" or c.ahead().text in NUMBERS)  # `24 dc - two in each`
    if n and kind not in (None, "ch") and dashed and c.ahead(2).text in _INTO and c.ahead(3).text in ("each", "every"):
        c.i += 1
        return Stated(n, kind or "", (c.tokens[save].start, c.tokens[opened - 1].end))
    closes = next((k for k in range(opened, len(c.tokens)) if c.tokens[k].text in (")", "]")), 0)
    told = {t.text for t in c.tokens[opened:closes]}
    behind = closes + 1 + (c.tokens[closes + 1].text == ".") if closes else 0
    ends = closes and c.tokens[behind].kind == "end"
    if n and kind not in (None, "ch") and c.at(*_OPENING) and ends and not told.isdisjoint(("each", "every", "next")):
        return Stated(n, kind or "", (c.tokens[save].start, c.tokens[opened - 1].end))
    c.i = save
    return None


_OPENING = ("(", "[")


def _joined_on(body: list[Node]) -> list[Node]:
    """`join with sl st, ch 3, ...` at the head of a round attaches its yarn where the hook is, and closes nothing."""
    k = next((k for k, n in enumerate(body) if not isinstance(n, Act)), len(body))
    join, chain = (*body[k : k + 2], None, None)[:2]
    if isinstance(join, Join) and not (join.into or join.forms_ring) and isinstance(chain, Chain) and len(body) > k + 2:
        return [*body[:k], *body[k + 1 :]]
    return body


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
    joined = isinstance(after, Join) and (after.forms_ring or len(body) != 3)  # `ch 4, join`, alone or before the rest
    joined = joined or (grouping.is_slip(after) and _begins_in_ring(body[2:4]))  # `ch 4, sl st; ch 3, 11 dc in ring`
    if (joined or (target and target.kind == "ring" and grouping.is_slip(after))) and 2 <= chain.n <= MAX_RING:
        return body[2:], chain.n, None
    if target and target.kind == "ring" and target.chains and chain.n > target.chains and not chain.label:
        return body[1:], None, chain.n
    plain = isinstance(after, Work) and not any(isinstance(n, Chain | Repeat) for n in after.group)
    own = plain and target and target.kind == "ring" and target.chains == chain.n
    if own and chain.label and chain.label.chains == 1:
        # `ch 4 (counts as dc and the ring), 11 dc in 4th ch from hook`: the one beside the stitch is the ring's own
        return [replace(chain, label=replace(chain.label, chains=0)), *body[1:]], None, None
    return body, None, None


def _begins_in_ring(nodes: list[Node]) -> bool:
    """Whether a chain comes next, and then stitches in the ring."""
    chain, work = (*nodes, None, None)[:2]
    return isinstance(chain, Chain) and isinstance(work, Work) and targets.RING in work.where.targets


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


def _lifted(body: list[Node]) -> list[Node]:
    """`turn with 3 ch`, `turn, ch 3` at the end: the chain is made before, for what comes next."""
    turn, chain = (*body[-2:], None, None)[:2]
    if not isinstance(turn, Act) or turn.what != "turn" or not isinstance(chain, Chain) or chain.label or len(body) < 3:
        return body
    return [*body[:-2], chain, turn]


def _stood(body: list[Node]) -> list[Node]:
    """`standing dc in any corner: (3 dc, ch 2, 3 dc) in each corner around`: it is the first stitch of these."""
    k = next((k for k, n in enumerate(body) if not isinstance(n, Act)), len(body))
    first, group = (*body[k : k + 2], None, None)[:2]
    group = group.body[0] if isinstance(group, Repeat) and group.body else group
    if not isinstance(first, Work) or not isinstance(group, Work) or not grouping.stands(first):
        return body
    where, one = group.where, group.group[0]
    around = where.mode == "each" or (where.mode == "next" and where.bare and isinstance(body[k + 1], Repeat))
    alike = isinstance(one, Make) and isinstance(first.group[0], Make) and one.stitch == first.group[0].stitch
    if first.where.mode != "any" or where.targets != first.where.targets or not around or not alike:
        return body
    return [*body[:k], Act("attach", first.span, where=first.where), *body[k + 1 :]]


def _only_slips(node: Node) -> bool:
    return isinstance(node, Work) and grouping.is_slip(node) and len(node.group) == 1


def _slipped_in(body: list[Node]) -> list[Node]:
    """`(sl st, ch 3, 2 dc, ch 2, 3 dc) in ch-2 sp`: slipped there, and all the rest worked there."""
    k = next((k for k, n in enumerate(body) if not _only_slips(n)), 0)
    first = body[k] if body else None
    if not isinstance(first, Work) or len(first.group) < 3 or not any(t.is_space for t in first.where.targets):
        return body
    if sum(isinstance(n, Make) and n.stitch == "slst" for n in first.group) > 1:  # a petal
        return body
    slip, chain = first.group[:2]
    if not isinstance(slip, Make) or slip.stitch != "slst" or not isinstance(chain, Chain) or chain.n < 2:
        return body
    there = replace(first.where, mode="same", bare=False)
    moved, begun = replace(first, group=(slip,)), replace(first, group=first.group[1:], where=there)
    return [*body[:k], moved, begun, *body[k + 1 :]]


def _told_later(body: list[Node]) -> list[Node]:
    """`ch 2, 12 dc in ring, join. Ch 2 does not count as a st.`: what a sentence at the end says of every start."""
    k = next((k for k, n in enumerate(body) if isinstance(n, Chain)), len(body))
    if len(body) - k < 4 or not isinstance(body[-2], Join):
        return body
    start, told = body[k], body[-1]
    if not isinstance(start, Chain) or not isinstance(told, Chain) or start.n != told.n or start.label:
        return body
    if not told.label or told.label.stitch:
        return body
    return [*body[:k], replace(start, label=replace(told.label, throughout=True)), *body[k + 1 : -1]]


class Reader:
    """What is read of one round: a finger on its tokens, and what the round says besides its instructions.

    bracketed: from which node to which the last brackets reached. neighbours: it may speak of another piece.
    sweeping: what a sweep works besides is being read. in_place: what is worked in a place named first is.
    part: the loop that the whole round is worked in. last_stitch: what `inc` and `dec` are made of.
    grows: what `as Rnd 3, with ...` adds. begun: where the sentence begins. shaped: it may speak of both its ends.
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
        self.in_place = False
        self.begun = self.begun_before = self.tried = 0
        self.neighbours = neighbours.speaks_of(c)
        self.shaped = " end" in c.text or "first and last" in c.text

    def trouble(self, kind: str, i: int, **data: object) -> None:
        self.c.troubles.append(Trouble(kind, self.c.span_from(i), data))

    def sequence(self, closer: str | None, depth: int) -> list[Node]:
        """Instructions up to `closer` (or the end)."""
        c = self.c
        nodes: list[Node] = []
        marks = Marks()
        while True:
            if self.tried > MOST_TRIED:
                c.troubles.append(
                    Trouble("limit", (c.token.start, c.token.end), {"limit": MOST_TRIED, "n": 0, "what": "words"})
                )
                c.i = len(c.tokens) - 1
                return nodes
            while c.accept(*_BETWEEN) or (
                c.at("-") and (c.ahead().text in _BEHIND or self._dashed()) and c.accept("-")
            ):
                if depth == 0 and c.tokens[c.i - 1].text == ".":
                    self.begun_before, self.begun = self.begun, len(nodes)
                elif c.tokens[c.i - 1].text == ":" and len(nodes) == 1 and grouping.is_name(nodes[0]):
                    nodes.clear()  # `hdc: 2 in each st` names what it is about
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
                if t.text in marks.close and c.ahead().text == "to" and c.ahead(2).text in ("*", "**"):
                    c.i -= 1  # `*...*; * to * all round`: as if it said to repeat
                    repeating.rep(self, nodes, marks)
                    continue
                if t.text in ("*", "**", "***"):
                    marks.put(t.text, len(nodes))
                    c.i += 1
                    repeating.closed(self, nodes, marks, t.text)
                    continue
                if depth == 0 and remarks.sentence(c):
                    continue
                self.instruction(nodes, marks, depth)
                grouping.settle(nodes, c.text, self.all_in, max(marks.open.values(), default=0))
                self.all_in = False
                if depth == 0:
                    grouping.one_place_at_start(nodes)
                    if not marks.open and (c.ahead() if c.at(",") else c.token).text not in ("all", *_INTO):
                        grouping.all_at_start(nodes)
            except UnreadableError as e:
                self._recover(before)
                unread = c.span_from(before)
                if e.trouble and not c.has_unknown_word(unread):
                    c.troubles.append(e.trouble)
                c.troubles.append(Trouble("unread", unread))

    def _dashed(self) -> bool:
        """Whether a dash stands between instructions (`ch 3 - 11 dc in ring - sl st`), and before no count."""
        c = self.c
        save, troubles = c.i, len(c.troubles)
        stated = read_stated(c)
        c.i = save
        del c.troubles[troubles:]
        opens = (
            c.opens_stitch(1)
            or c.ahead().text in ("[", "(", "*", "join")
            or (c.ahead().kind == "num" and c.opens_stitch(2))
        )
        return stated is None and opens

    def _trailing(self, nodes: list[Node]) -> bool:
        if self.c.ahead().text == "in" and self.c.opens_stitch():  # `dc in next st` counts nothing
            return False
        last = nodes[-1] if nodes else None
        if last is None and (self._opens_with_chains() or self._opens_with_work()):
            return False
        chains = self.c.ahead().text in CHAIN_WORDS and self.c.ends(2)
        if isinstance(last, Act) and last.what == "turn" and chains:  # `turn with 3 ch` counts nothing
            return False
        stopped = self.c.i > 0 and self.c.tokens[self.c.i - 1].text in (".", ":")
        whole = isinstance(last, Join | Act | Repeat | Together) or (isinstance(last, Work) and last.where.said)
        if whole and self.c.token.kind == "num":
            stopped = stopped or (self.c.ahead().text in ("sts", "stitches") and self._sums_up())
        stated = read_stated(
            self.c,
            loose=isinstance(last, Join | Act)
            or (stopped and (whole or self.repeat_of is not None or self._sums_up())),
            joined=isinstance(last, Join) and stopped,
        )
        if stated is not None:
            self.stated.extend(stated)
        return stated is not None

    def _opens_with_chains(self) -> bool:
        """`(3 ch, 1 tr, 2 ch) (2 tr, 2 ch) x 4`: a bracket that begins with chains, and is no list of counts."""
        c = self.c
        chained = c.ahead().kind == "num" and c.ahead(2).text in CHAIN_WORDS and c.ahead(3).text == ","
        return c.token.text in ("(", "[") and chained and c.ahead(4).kind == "num"

    def _opens_with_work(self) -> bool:
        """`[2 dc in ring, ch 2] 6 times`, `[(dc, ch 2, dc) in corner, ...`: a bracket that counts nothing."""
        c = self.c
        return c.token.text in _OPENING and (c.ahead().text in _OPENING or c.ahead(3).text == "in")

    def _sums_up(self) -> bool:
        """Whether `24 sts.`, or a number alone, is all that is left of the round."""
        c = self.c
        if c.token.kind == "num" and "end" in (c.ahead().kind, c.ahead(1 + (c.ahead().text == ".")).kind):
            return True
        k = 3 if c.ahead(2).text == "." else 2
        return c.token.kind == "num" and c.ahead().text in STITCH_WORDS and c.ahead(k).kind == "end"

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

    def instruction(self, nodes: list[Node], marks: Marks, depth: int) -> None:
        """Read one instruction onto `nodes`. Raises UnreadableError where nothing can be made of it."""
        self.tried += 1
        if depth > MAX_NESTING:
            raise self.c.fail("instruction")
        if (common := plain.read(self, depth)) is not None:
            nodes.extend(common)
        elif self.c.token.text in _OPENING and plain.opens_group(self.c):
            repeating.held(self, nodes, depth)
        elif not openers.read(self, nodes, marks, depth):
            nodes.extend(stitching.stitches(self))
