"""Reading stated counts: `(24 dc, 4 ch-2 sps)`, `[84 sts]`, `- 14 sc per side`, `= 48 tr`, a bare `(18)`."""

from __future__ import annotations

import re
from dataclasses import replace

from mossring.notation import targets
from mossring.notation.cursor import CHAIN_WORDS, GROUP_WORDS, SPACE_WORDS, STITCH_WORDS, Cursor
from mossring.notation.lazy import lazily
from mossring.notation.targets import ROUND_WORDS
from mossring.notation.tree import Make, Stated
from mossring.notation.words import NUMBERS

_OPEN = {"(": ")", "[": "]", "<": ">"}
_GLOSS = ("-", ":", "=", "i", "e", "or", "that", "which", "with", "not", "so", "about")
"""What opens a gloss on a count: `(36 dc, i.e. 12 groups)`, `(28 dc - 7 on each side)`."""
_AFTER_COUNT = ("fasten", "finish", "cut", "break", "turn", "join", "change", "weave", "slip", "sl", "ss", "place")
"""What may follow a count that stands without brackets: `—12 dc. Fasten off.`"""
_ADDING = ("and", "plus", "+", "with")
_JOINING = (",", "and", "then", "plus", "&", "+", "/")
_NOT_AFTER = ("in", "into", "all", "x", "times", "around", "twice", "to", "on", "at", "across", "once", "thrice")


def read_stated(c: Cursor, *, loose: bool = False, joined: bool = False) -> list[Stated] | None:
    """A stated count at the cursor, or None with nothing read.

    It must close what is read so far: nothing that makes it a group or a repeat may follow.
    `loose`: a bare count after the last instruction (`... join. 24 dc.`) is taken too; `joined`: whatever follows it.
    """
    save = c.i
    closer: str | None = None
    added: list[Stated] = []
    if c.at("*") and c.ahead().kind == "num":  # in italics: `*24 dc*`
        closer = "*"
        c.i += 1
    elif c.token.text in _OPEN:
        closer = _OPEN[c.token.text]
        c.i += 1
        if any(c.ahead(k).text in CHAIN_WORDS and c.ahead(k + 1).text == "=" for k in (0, 1)):  # `(3 ch = 1 tr)`
            c.i = save
            return None
    elif c.accept("-", "=", ":", "/", "|", "~"):
        c.accept(">", "/")  # `=> 12 dc`, `// 12 dc`
    elif not (_so_many(c) or loose):
        return None
    c.at("total", "totals") and c.ahead().text in (":", "-", "=") and c.accept("total") and c.accept(":", "-", "=")
    closer and (c.accept("total", "totals") or (c.at("=") and c.ahead().kind == "num" and c.accept("=")))
    out = _counts(c)
    if out is not None and closer:
        out += _glossed(c, closer)
    if _is_group(out or []):
        out = None
    if out is not None and closer and c.at(".") and c.ahead().text == closer:  # `(5 dc on each side.)`
        c.i += 1
    ended = out is not None and (c.accept(closer) if closer else True)
    if ended and closer == "*":
        c.accept(".")
        ended = c.token.kind == "end"
    elif ended and closer:
        after = c.i
        ended = not c.at(*_NOT_AFTER) and c.times() is None and not _repeated(c)
        c.i = after
    elif ended:
        added = _added(c)
        stopped = c.accept(".")
        counted = out is not None and any(s.what != "chains" and s.n > 1 for s in out)  # `2 ch. Ss to top` is work
        cut = c.at("fasten", "finish", "cut", "break") or c.on_new_line
        ended = (
            c.token.kind == "end"
            or _noted(c)
            or (counted and c.at("turn", "join") and c.tokens[c.i - 1].text == ",")  # `to end: 20 sts, turn`
            or ((stopped or cut) and counted and (joined or c.at(*_AFTER_COUNT, "(") or _turns(c) or _left_open(c)))
        )
    if out is not None and ended:
        return [*_series(out), *added]
    c.i = save
    return None


def _left_open(c: Cursor) -> bool:
    """Whether `Do not join` comes next."""
    return c.phrase("do", "not", "join") or c.phrase("don't", "join")


def _turns(c: Cursor) -> bool:
    """Whether `Ch 1, turn.` comes next: chains for the row to come."""
    save = c.i
    chains = c.chains()
    c.accept(",") or c.accept("and")
    turns = chains and c.at("turn")
    c.i = save
    return bool(turns)


def _repeated(c: Cursor) -> bool:
    """`(2 hdc, 1 hdc) rep`, `... repeat around`: a repeat of what the brackets hold."""
    return c.at("rep", "repeat") and c.ahead().text in ("", ",", ";", ".", "around", "to", "until", "all")


def _is_group(counts: list[Stated]) -> bool:
    """`3 tr, 2 ch, 3 tr`: nobody counts the same stitch before and after a chain."""
    what = [s.what for s in counts]
    return any(
        k == "chains" and i and what[i - 1] != "" and what[i - 1] in what[i + 1 : i + 2] for i, k in enumerate(what)
    )


def _added(c: Cursor) -> list[Stated]:
    """`(and 8 ch-1 sps)` behind a count."""
    save = c.i
    closer = _OPEN.get(c.token.text, "")
    if closer and c.ahead().text in _ADDING:
        c.i += 2
        more = _counts(c)
        if more and c.accept(closer):
            return more
    c.i = save
    return []


def _noted(c: Cursor) -> bool:
    """Whether all that follows is a bracket on what counts: `13 tr (missed ch count as 1 tr)`."""
    k = 1
    while c.ahead(k).kind in ("word", "num"):
        k += 1
    told = {c.ahead(j).text for j in range(1, k)} & {"count", "counts", "counting", "counted", "including"}
    return c.at("(", "[") and bool(told) and c.ahead(k).text in (")", "]") and c.ahead(k + 1).text in ("", ".")


_HAVING = frozenset(
    {"that", "this", "gives", "makes", "us", "you", "should", "now", "will", "have", "total", "of", "stitch", "count"}
    | {"is", "are", "there", "giving", "making", "for", "be", "in", "all", ":", "=", "sts", "ends", "round", "rnd"}
    | {"with", "so"}
)


_SUMMING = {"total", "count", "have", "gives", "makes", "making", "giving", "are"}


def _so_many(c: Cursor) -> bool:
    """`Total: `, `Stitch count: `, `You should have `, `that gives us ` before a count, passed up to its number."""
    save = c.i
    while c.token.text in _HAVING and c.i - save < 8:
        c.i += 1
    told = {t.text for t in c.tokens[save : c.i]} & _SUMMING
    if told and (c.token.kind == "num" or c.token.text in NUMBERS):
        c.forgive(save)
        return True
    c.i = save
    return False


def _glossed(c: Cursor, closer: str) -> list[Stated]:
    """What a gloss within the brackets counts; one that counts nothing is passed, with the words nobody knows."""
    more: list[Stated] = []
    while c.at(*_GLOSS):
        i = c.i
        while c.at(*_GLOSS, "."):
            c.i += 1
        counts = _counts(c)
        more += counts or ()
        if counts is None:
            while c.token.kind != "end" and not c.at(closer, "(", "[", "*"):
                c.i += 1
        if c.at(closer):
            c.forgive(i)
    return more


def _series(counts: list[Stated]) -> list[Stated]:
    """`24, 36, 48 dc`: what is named once at the end is meant of all."""
    last = counts[-1] if counts else None
    spaces = last and last.what.startswith(("ch", "sps", "corners", "groups"))  # `12, 6 sps`: stitches, and spaces
    if last and last.what and not spaces and all(s.what == "" for s in counts[:-1]):
        return [replace(s, what=last.what, per_side=last.per_side) for s in counts]
    return counts


def _counts(c: Cursor) -> list[Stated] | None:
    out: list[Stated] = []
    clause = 0  # where the counts begin that a `per side` behind them is for
    while True:
        i = c.i
        if out and c.accept("of", "in", "on") and c.accept("each"):
            out[clause:] = [_sided(s) for s in out[clause:]]
            c.accept("side", "sides")
            continue
        n = c.number()
        if n is None:
            return out if out and i == c.i else None
        if c.ahead().kind in ("num", "word") and c.accept("x"):  # `(4 x 7 dc, 4 x ch-2)`
            n *= c.number() or 1
        bracketed = c.at("(") and c.ahead().kind == "num" and c.ahead(2).text == ")"
        if bracketed and c.ahead(3).kind == "word":  # `60 (76) dc`: of two rounds
            out.append(Stated(n, "", c.span_from(i)))
            n = c.ahead().value
            c.i += 3
        if c.accept("sides") and c.accept("of"):  # `4 sides of 7 tr`
            n, sided = c.number() or 0, True
        else:
            sided = False
        like = _named_like(c)
        what = _what(c)
        if what is None:
            return None
        c.at("in") and c.ahead().text in ("total", "all") and c.accept("in")
        c.accept("total", "made", "all", "altogether", "now")
        if c.accept("counting", "including"):  # `6 dc counting the ch-3`
            while c.token.kind in ("word", "num") or c.at("-"):
                c.i += 1
        if c.at("+", "plus", "and") and c.ahead().text == "turning":  # `18 htr + turning ch`: no count of all of them
            c.i += 2
            c.accept("ch", "chain")
            return out
        per_side = _per_side(c) or sided
        number = _round(c)
        if per_side and what:
            out[clause:] = [_sided(s) for s in out[clause:]]
        out.append(Stated(n, what, c.span_from(i), per_side, number, like))
        out += _in_groups(c)
        _spaced(c)
        if c.accept(";", ":"):
            clause = len(out)
        elif not (c.at("with") and c.ahead().kind == "num" and c.accept("with")) and not c.accept(*_JOINING):
            return out
        c.accept("and", "then")
        if c.at("counts", "count"):
            return None


_SPACED = lazily(
    r"(?:, )?(?:each )?with (?:an? )?ch[- ]?\d+(?:[- ]sps?)? (?:in )?(?:between|after)(?: (?:each|them|it|all))?\b",
    re.IGNORECASE,
)


def _spaced(c: Cursor) -> None:
    """`16 dc with a ch 1 between each`: how they stand is passed."""
    if c.at("with", ",", "each") and (said := _SPACED.match(c.text, c.token.start)):
        i = c.i
        while c.token.kind != "end" and c.token.start < said.end():
            c.i += 1
        c.forgive(i)


def _sided(s: Stated) -> Stated:
    return Stated(s.n, s.what, s.span, True, s.round)


def _per_side(c: Cursor) -> bool:
    save = c.i
    c.accept("on", "along", "for")
    if c.accept("per", "each", "every") and c.accept("side", "edge"):
        return True
    c.i = save
    return False


def _round(c: Cursor) -> int | None:
    save = c.i
    if c.accept("at"):
        c.accept("end")
        c.accept("of")
    else:
        c.accept("in", "for")
    if c.accept("rnd", "round", "r", "row"):
        n = c.number()
        if n is not None:
            return n
    c.i = save
    return None


def _named_like(c: Cursor) -> str:
    """What the places of each are, where groups are counted by a name of their own."""
    save = c.i
    group = c.named(into=True)
    c.i = save
    return targets.like(group) if group else ""


def _made_kind(c: Cursor) -> str | None:
    """`cl`, `3-dc cl`, `pc`, a special stitch by its name: `-cl` is a cluster of whatever kind."""
    save = c.i
    group = c.named()
    if group is not None:
        first = group[0] if len(group) == 1 else None
        return first.stitch if isinstance(first, Make) and first.n == 1 else "groups"
    if c.token.kind == "word" and c.accept("beg"):
        pass
    bare = c.making()
    if bare and bare != "tog":
        return f"-{bare}"
    c.i = save
    return legged[0] if (legged := c.legged()) else None


def _of_so_many(c: Cursor) -> bool:
    """`4 groups of 3 tr`, `4 clusters of 3 tr each`: what one of them is made of."""
    if not c.accept("of"):
        return False
    c.number()
    c.stitch()
    c.accept("each")
    return True


def _in_groups(c: Cursor) -> list[Stated]:
    """`16 tr in four groups`, `(12 dc in 4 groups of 3)`: how the stitches just counted stand together."""
    save = c.i
    c.accept(",")
    n = c.number() if c.accept("in", "as") else None
    if n and c.accept(*GROUP_WORDS):
        _of_so_many(c)
        return [Stated(n, "groups", c.span_from(save))]
    c.i = save
    return []


def _what(c: Cursor) -> str | None:
    """What is counted: a stitch key, `sts`, `ch-2`, `sps`, `corners` (their spaces), `groups`, or `` (bare)."""
    save = c.i
    if c.on_new_line and c.at(*_AFTER_COUNT, "("):
        return ""
    if c.accept("corner") and c.accept(*SPACE_WORDS):
        return "corners"
    making = _made_kind(c)
    if making:
        return "groups" if _of_so_many(c) else making
    if c.accept(*STITCH_WORDS):
        return "sts"
    if c.accept(*SPACE_WORDS):
        return "sps"
    if c.accept("ch", "chain"):
        m = c.number()
        corner = c.accept("corner", "corners")
        if c.accept(*SPACE_WORDS) or corner or m is not None:
            return f"ch-{m}" if m is not None else "sps"
        return "chains"
    m = c.number()
    if m is not None and c.accept("ch", "chain"):
        corner = c.accept("corner", "corners")
        if c.accept(*SPACE_WORDS) or corner:
            return f"ch-{m}"
    if m is not None:  # `4 2-dc groups`
        c.stitch()
        if c.accept(*GROUP_WORDS):
            return "groups"
    c.i = save
    if c.accept(*GROUP_WORDS):
        _of_so_many(c)
        return "groups"
    if c.accept("corner", "corners", "side", "sides", "repeats", "increases", "inc", "incs"):
        return "chains"
    if c.at("chs", "chains"):
        c.i += 1
        return "chains"
    key = c.stitch()
    if key:
        return key
    if c.token.kind == "word" and not c.at(*_NOT_AFTER, "more"):  # `(8 V-stitches)`: nobody said what that is
        k = 2 if c.ahead().text in STITCH_WORDS else 1
        if c.ahead(k).text in (")", "]") and c.ahead(k + 1).text in ("", "."):
            c.i += k
            c.forgive(c.i - k)
            return "chains"
    if c.at(")", "]", ">", ",", ";", "per", "on", "each", ".", ":", "-") or c.token.kind == "end":
        return ""
    if c.at("in", "for", "at") and c.ahead().text in (*ROUND_WORDS, "end"):  # `12 in rnd 3, 18 in rnd 4`
        return ""
    if c.at("(", "[") and c.ahead().text in _ADDING:  # `40 (and 8 ch-1 sps)`
        return ""
    if c.at("and", "then", "&") and c.ahead().kind == "num":  # `48, 60 and 72 tr`
        return ""
    return None
