"""One round's text into a tree. Reading recovers at the next separator, so one slip hides nothing else."""

from __future__ import annotations

from dataclasses import replace

from mossring.notation import closing, places
from mossring.notation.cursor import STITCH_WORDS, Cursor, UnreadableError
from mossring.notation.stated import read_stated
from mossring.notation.tree import (
    Act,
    Chain,
    Join,
    Label,
    Make,
    Node,
    Repeat,
    RoundTree,
    SayCorner,
    Skip,
    Stated,
    Target,
    Trouble,
    Until,
    Where,
    Work,
)
from mossring.notation.words import FILL
from mossring.stitches.terms import Dialect

MAX_NESTING = 40
MAX_TIMES = 10_000
_OPEN = {"(": ")", "[": "]"}
_SEPARATORS = (",", ";", ".")


def read_round(text: str, dialect: Dialect, names: frozenset[str] = frozenset()) -> RoundTree:
    """The tree of one round (without its `Rnd 3:`). Never raises: what can't be read is in `troubles`."""
    c = Cursor(text, dialect, names)
    reader = _Reader(c)
    body = reader.sequence(closer=None, depth=0)
    body, ring = _own_ring(body)
    written = any(isinstance(n, Join) for n in body) or closing.starts_with_chain(body)
    return RoundTree(
        tuple(body),
        tuple(reader.stated),
        tuple(c.troubles),
        written,
        reader.yarn,
        reader.repeat_of,
        reader.repeat_span,
        ring,
    )


def _own_ring(body: list[Node]) -> tuple[list[Node], int | None]:
    """`ch 4, join with sl st to form ring` at the head of a round is its beginning, no start."""
    if len(body) > 1 and isinstance(body[0], Chain) and isinstance(body[1], Join) and body[1].forms_ring:
        return body[2:], body[0].n
    return body, None


class _Marks:
    """Where the asterisks of one level stand: index into its nodes of the opening and the closing one."""

    def __init__(self) -> None:
        self.open: dict[str, int] = {}
        self.close: dict[str, int] = {}

    def put(self, star: str, index: int) -> None:
        if star in self.open and star not in self.close and index > self.open[star]:
            self.close[star] = index
        else:
            self.open[star] = index
            self.close.pop(star, None)


class _Reader:
    def __init__(self, c: Cursor) -> None:
        self.c = c
        self.stated: list[Stated] = []
        self.yarn = ""
        self.repeat_of: int | None = None
        self.repeat_span = (0, 0)
        self.last_stitch: str | None = None

    def trouble(self, kind: str, i: int, **data: object) -> None:
        self.c.troubles.append(Trouble(kind, self.c.span_from(i), data))

    def sequence(self, closer: str | None, depth: int) -> list[Node]:
        """Instructions up to `closer` (or the end)."""
        c = self.c
        nodes: list[Node] = []
        marks = _Marks()
        while True:
            while c.accept(*_SEPARATORS, "&") or c.accept("and", "then"):
                pass
            t = c.token
            if t.kind == "end" or (closer and t.text == closer):
                return nodes
            if t.text in (")", "]"):
                c.i += 1
                self.trouble("bracket", c.i - 1, mark=t.text)
                continue
            if t.text in ("*", "**", "***"):
                marks.put(t.text, len(nodes))
                c.i += 1
                continue
            if depth == 0 and self._trailing(nodes):
                continue
            before = c.i
            try:
                self._instruction(nodes, marks, depth)
            except UnreadableError as e:
                if e.trouble:
                    c.troubles.append(e.trouble)
                self._recover(before)

    def _trailing(self, nodes: list[Node]) -> bool:
        after_join = bool(nodes) and isinstance(nodes[-1], Join | Act)
        stated = read_stated(self.c, loose=after_join)
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

    def _instruction(self, nodes: list[Node], marks: _Marks, depth: int) -> None:
        c = self.c
        t = c.token
        if t.text in _OPEN:
            self._bracket(nodes, depth)
        elif t.text in ("rep", "repeat", "reps"):
            self._rep(nodes, marks)
        elif t.text == "as" and c.ahead().text in ("rnd", "round", "r", "row"):
            self._as_round()
        elif t.text in ("ending", "end") and c.ahead().text in ("last", "at", "final"):
            self._ending(nodes, marks)
        elif (act := closing.read_act(c)) is not None:
            if not any(not isinstance(n, Act) for n in nodes) and depth == 0:
                self.yarn = self.yarn or act.yarn
            nodes.append(act)
        elif (join := closing.read_join(c, bool(nodes) and depth == 0)) is not None:
            nodes.append(join)
        elif t.text in ("sk", "skip", "miss"):
            nodes.extend(self._skip())
        elif t.text == "corner" and (c.ahead().text in ("ch", "chain") or self._stitch_after()):
            nodes.append(self._say_corner())
        elif t.text in ("in", "into"):
            nodes.extend(self._place_first(depth))
        elif t.text in ("magic", "adjustable", "sliding") and c.ahead().text in ("ring", "circle", "loop"):
            c.i += 2
        elif t.text in FILL and t.text != "the":
            c.i += 1
        else:
            nodes.extend(self._stitches())

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
        wheres = places.read_places(c)
        return [Skip(w, c.span_from(i)) for w in wheres]

    def _place_first(self, depth: int) -> list[Node]:
        """`in next ch-2 sp work (3 dc, ch 2, 3 dc)`, `in ring, ch 3, ...`."""
        c = self.c
        i = c.i
        c.i += 1
        wheres = places.read_places(c)
        c.accept(":", ",")
        c.accept("work", "make", "working")
        if c.token.text in _OPEN:
            opener = c.token
            c.i += 1
            inner = self.sequence(_OPEN[opener.text], depth + 1)
            if not c.accept(_OPEN[opener.text]):
                self.trouble("bracket", i, mark=opener.text)
            return [Work(self._as_group(inner), w, c.span_from(i)) for w in wheres]
        n = c.number()
        key = c.stitch()
        if key is None:
            raise c.fail("instruction")
        made = Make(key, 1 if n is None else n, c.span_from(i))
        return [Work((made,), w, c.span_from(i)) for w in wheres]

    def _stitches(self) -> list[Node]:
        """Chains and stitches, with or without a place."""
        c = self.c
        i = c.i
        if c.at("inc", "incs", "increase", "increases"):
            return self._increase()
        n = c.number()
        c.accept("more")
        if n is not None and c.at("inc", "incs"):
            return self._increase(n)
        start: str = ""
        if c.at("standing", "chainless"):
            start = c.token.text
            c.i += 1
        elif c.at("beg", "beginning", "first"):
            c.i += 1
        key = c.stitch()
        if key is None:
            raise c.fail("instruction")
        if key == "ch":
            return [self._chain(n, i)]
        after = c.number() if n is None else None
        if after is not None and c.token.text in STITCH_WORDS:  # `dc 5 sts`
            c.i += 1
        count = n if n is not None else after
        self.last_stitch = key
        make = Make(key, 1 if count is None else count, c.span_from(i))
        if start == "standing":
            make = replace(make, start="standing")
        elif start == "chainless":
            make = replace(make, start="chainless")
        return self._placed(make, i)

    def _chain(self, n: int | None, i: int) -> Chain:
        c = self.c
        if n is None:
            n = c.number()
        node = Chain(1 if n is None else n, c.span_from(i))
        label = closing.read_label(c)
        return replace(node, label=label, span=c.span_from(i)) if label else node

    def _placed(self, make: Make, i: int) -> list[Node]:
        """The place after a stitch, or none: `5 dc`, `2 dc in next 3 sts`, `dc in next 2 dc and in ch-2 sp`."""
        c = self.c
        if c.accept("in", "into", "to", "on", "at") or c.at("between"):
            c.accept("the")
            wheres = places.read_places(c)
            span = c.span_from(i)
            return self._swept([Work((make,), w, span) for w in wheres])
        until = None
        if c.at("around", "across", "to", "until", "throughout"):
            until = places.read_until(c)
        if until is not None:
            where = Where("each", (places.ANY_STITCH,), c.span_from(i), until=until)
            return self._swept([Work((make,), where, c.span_from(i))])
        where = Where("next", (places.ANY_STITCH,), make.span, make.n, said=False)
        return [Work((replace(make, n=1),), where, make.span)]

    def _swept(self, works: list[Node]) -> list[Node]:
        """A sweep with what else is worked on the way: `and 2 sc in each ch-2 sp`, `, working 3 sc in each corner`."""
        c = self.c
        (first, *rest) = works
        if rest or not isinstance(first, Work) or first.where.mode != "each":
            return works
        while True:
            save, troubles = c.i, len(c.troubles)
            joined = c.accept("and") or (c.accept(",") and c.at("working", "making", "with"))
            more: list[Node] = []
            if joined:
                while c.accept("working", "making", "with", "work"):
                    pass
                try:
                    self._instruction(more, _Marks(), MAX_NESTING)
                except UnreadableError:
                    more = []
            second = more[0] if len(more) == 1 else None
            if not isinstance(second, Work) or second.where.mode != "each":
                c.i = save
                del c.troubles[troubles:]
                return [first]
            until = second.where.until if second.where.until is not places.END else first.where.until
            first = replace(first, where=replace(first.where, until=until), also=(*first.also, second))

    def _increase(self, n: int = 1) -> list[Node]:
        c = self.c
        i = c.i
        c.i += 1
        make = Make(self.last_stitch or "", 2, c.span_from(i))
        if c.accept("in", "into"):
            return [Work((make,), w, c.span_from(i)) for w in places.read_places(c)]
        until = places.read_until(c)
        if until:
            where = Where("each", (places.ANY_STITCH,), c.span_from(i), until=until)
            return [Work((make,), where, c.span_from(i))]
        return [Work((make,), Where("next", (places.ANY_STITCH,), make.span, n), make.span)]

    # ---- brackets and repeats -------------------------------------------------------------

    def _bracket(self, nodes: list[Node], depth: int) -> None:
        c = self.c
        i = c.i
        opener = c.token.text
        label = closing.read_bracket_label(c)
        if label is not None:
            self._label_last(nodes, label, i)
            return
        if depth >= MAX_NESTING:
            c.i = len(c.tokens) - 1
            c.troubles.append(Trouble("nesting", (c.tokens[i].start, c.tokens[i].end), {"limit": MAX_NESTING}))
            return
        c.i += 1
        inner = self.sequence(_OPEN[opener], depth + 1)
        if not c.accept(_OPEN[opener]) and not any(t.kind == "nesting" for t in c.troubles):
            c.troubles.append(Trouble("bracket", (c.tokens[i].start, c.tokens[i].end), {"mark": opener}))
        nodes.extend(self._after_bracket(inner, i))

    def _label_last(self, nodes: list[Node], label: object, i: int) -> None:
        """`(counts as dc)` belongs to the chain, or the stitch for chains, just before it."""
        if nodes and isinstance(nodes[-1], Chain) and isinstance(label, Label):
            nodes[-1] = replace(nodes[-1], label=label, span=(nodes[-1].span[0], self.c.span_from(i)[1]))

    def _after_bracket(self, inner: list[Node], i: int) -> list[Node]:
        c = self.c
        times_at = c.i
        times = c.times()
        times_span = c.span_from(times_at) if times is not None else None
        until: Until | None = None
        if times is None:
            until = places.read_until(c)
        elif times > MAX_TIMES:
            self.trouble("times", times_at, limit=MAX_TIMES, n=times)
            times = 1
        if c.accept("in", "into") or c.at("between"):
            wheres = places.read_places(c)
            group = self._as_group(inner)
            if times is not None:
                group = (Repeat(group, times, c.span_from(i), times_span=times_span),)
            return [Work(group, w, c.span_from(i)) for w in wheres]
        if times is None and until is None:
            return inner
        return [Repeat(tuple(inner), times, c.span_from(i), until=until, times_span=times_span)]

    def _as_group(self, inner: list[Node]) -> tuple[Node, ...]:
        """What stood in brackets, as a group for one place. A place inside is a trouble; the stitches stay."""
        out: list[Node] = []
        for node in inner:
            if isinstance(node, Work):
                if node.where.said:
                    self.c.troubles.append(Trouble("place in a place", node.where.span, {}))
                make = node.group[0]
                if not node.where.said and isinstance(make, Make):
                    out.append(replace(make, n=node.where.count))
                else:
                    out.extend(node.group)
            elif isinstance(node, Repeat):
                out.append(replace(node, body=self._as_group(list(node.body))))
            elif isinstance(node, Chain | Make):
                out.append(node)
            else:
                self.c.troubles.append(Trouble("place in a place", node.span, {}))
        return tuple(out)

    def _rep(self, nodes: list[Node], marks: _Marks) -> None:
        """`rep from * 3 more times`, `rep * to * twice`, `rep from * around, ending last rep at **`, `rep rnd 3`."""
        c = self.c
        i = c.i
        c.i += 1
        if c.at("rnd", "round", "rnds", "rounds", "r", "row"):
            self._round_number(i)
            return
        c.accept("from")
        if c.accept("between"):
            c.accept("the")
            while c.accept("[", "]", "*", "(", ")", "and"):
                pass
            self._rep_last(nodes, i)
            return
        star = c.token.text
        if star not in ("*", "**", "***") or star not in marks.open:
            raise c.fail("no star")
        c.i += 1
        first, last = marks.open[star], marks.close.get(star, len(nodes))
        if c.at("to") and c.ahead().text in ("*", "**", "***"):
            c.i += 1
            last = marks.open.get(c.token.text, last) if c.token.text != star else last
            c.i += 1
        times, until, span = self._times_or_until(i)
        body = nodes[first:last] if star in marks.close else nodes[first:]
        tail = nodes[last:] if star in marks.close else []
        cut = marks.open.get("**") if star == "*" else None
        if cut is not None:
            cut = cut - first if first < cut < len(nodes) else None
        total = None if times is None else times + (0 if tail else 1)
        repeat = Repeat(tuple(body), total, c.span_from(i), until=until, times_span=span)
        if tail or star in marks.close:
            nodes.append(replace(repeat, times=times))
            return
        del nodes[first:]
        nodes.append(replace(repeat, cut=self._cut_said(cut)))
        del marks.open[star]

    def _cut_said(self, cut: int | None) -> int | None:
        """A `**` counts as the end of the last repeat only if `ending last rep at **` follows."""
        c = self.c
        save = c.i
        c.accept(",", ";")
        if cut is not None and c.accept("ending", "end"):
            while c.token.kind == "word":
                c.i += 1
            if c.accept("**"):
                return cut
        c.i = save
        return None

    def _ending(self, nodes: list[Node], marks: _Marks) -> None:
        raise self.c.fail("instruction")

    def _rep_last(self, nodes: list[Node], i: int) -> None:
        times, until, span = self._times_or_until(i)
        if not nodes or not isinstance(nodes[-1], Repeat | Work):
            raise self.c.fail("no star", token=self.c.tokens[i])
        last = nodes[-1]
        body = last.body if isinstance(last, Repeat) and last.times is None else (last,)
        total = None if times is None else times + 1
        nodes[-1] = Repeat(body, total, self.c.span_from(i), until=until, times_span=span)

    def _times_or_until(self, i: int) -> tuple[int | None, Until | None, tuple[int, int] | None]:
        c = self.c
        at = c.i
        times = c.times()
        if times is not None:
            if times >= MAX_TIMES:
                self.trouble("times", at, limit=MAX_TIMES, n=times)
                times = 0
            return times, None, c.span_from(at)
        until = places.read_until(c)
        return (None, until or places.END, None)

    def _as_round(self) -> None:
        i = self.c.i
        self.c.i += 1
        self._round_number(i)

    def _round_number(self, i: int) -> None:
        c = self.c
        c.i += 1
        n = c.number()
        if n is None:
            raise c.fail("instruction")
        self.repeat_of = n
        self.repeat_span = c.span_from(i)
