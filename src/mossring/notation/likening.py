"""A round told by another one: `as Rnd 3`, `continue in the same way`, and what it adds."""

from __future__ import annotations

from typing import TYPE_CHECKING

from mossring.notation import acts, endings, sides
from mossring.notation.cursor import GROUP_WORDS, SPACE_WORDS, STITCH_WORDS, Cursor
from mossring.notation.remarks import colours_in_turn
from mossring.notation.targets import ROUND_WORDS
from mossring.notation.tree import Growth, GrowthKind

if TYPE_CHECKING:
    from mossring.notation.reader import Reader

_SEPARATORS = (",", ";", ".")
_INCREASES = ("increases", "inc", "incs")
_CONTINUING = frozenset(
    {"continue", "cont", "keep", "continuing", "to", "in", "this", "same", "way", "manner", "pattern", "as"}
    | {
        "established",
        "set",
        "before",
        "increase",
        "increasing",
        "inc",
        "working",
        "work",
        "above",
        "on",
        "so",
        "like",
        "that",
    }
    | {"each", "every", "rnd", "round", "rnds", "rounds", "evenly", "granny", "solid"}
)
"""Words of a sentence that only says to go on."""


def as_round(r: Reader) -> bool:
    """`as Rnd 3`, `same as Rnd 3`, with what it adds."""
    c = r.c
    i = c.i
    c.accept("do", "work", "continue", "cont", "proceed")
    c.accept("same")
    if c.at("rnd", "round", "row") and c.ahead().kind == "num" and c.ahead(2).text in ("again", "once"):
        round_number(r, i)  # `Row 2 again`
        return True
    again = c.tokens[c.i - 1].text == "same" and (c.at("again", "thing", "with", "but") or c.ends(0))
    again = again and (c.i > i + 1 or i == 0)  # `do the same again, with 4 more dc on each side`
    before = c.at("as") and c.ahead().text == "before" and c.ahead(2).text in (",", "with", "but", "adding")
    c.i += 2 * before
    if before or again or c.accept("ditto"):
        c.accept("again", "thing") and c.accept("again")
        r.repeat_of, r.repeat_span = -1, c.span_from(i)
        _additions(r)
        return True
    if not c.accept("as", "like"):
        c.i = i
        return False
    c.accept("for", "in")
    nth = c.token.kind == "ord" or c.at("second", "third", "fourth", "fifth", "sixth")
    several = nth and c.ahead().text in ("and", "to", "-") and c.ahead(3).text in ROUND_WORDS  # `2nd and 3rd rows`
    if not c.at(*ROUND_WORDS, "previous", "last") and not (nth and (several or c.ahead().text in ROUND_WORDS)):
        c.i = i
        return False
    round_number(r, i)
    return True


def round_number(r: Reader, i: int) -> None:
    """`Rnd 3`, and `, with 4 more dc on each side`."""
    c = r.c
    if c.accept("last", "previous", "prev"):
        back = c.number()
        c.accept(*ROUND_WORDS)
        r.repeat_of = -1
        if back and back > 1:
            r.repeat_of, r.repeat_to = -back, -1
    else:
        n = c.ordinal()
        c.accept(*ROUND_WORDS)
        n = n or c.number()
        if n is None:
            raise c.fail("instruction")
        r.repeat_of = r.repeat_to = n
        save = c.i
        if c.accept("-", "to", "and", "&", "through") or (c.token.kind == "num" and c.token.tight):  # `2-3`
            c.accept(*ROUND_WORDS)
            last = c.number() or c.ordinal()
            c.accept(*ROUND_WORDS)
            r.repeat_to = last or n
            c.i = save if last is None else c.i
    r.repeat_span = c.span_from(i)
    c.accept("again")
    c.accept(",")
    if c.times() is None and c.accept("until", "to", "through", "for"):  # how often is the line's own affair
        while c.token.kind in ("word", "num", "ord"):
            c.i += 1
    _additions(r)
    endings.omitted(r)  # `, working last dc in 3rd ch of ch-5`
    _ending(c)
    if c.at("but", "only") and c.ahead().text in acts.ACT_WORDS:  # `as for Rnd 2 but change to B`
        c.i += 1


def _ending(c: Cursor) -> None:
    """`, ending with dc in each of last 3 dc`: how the round ends is read as what it goes on with."""
    save = c.i
    c.accept(",")
    c.accept("and", "but")
    if c.accept("ending", "end", "finishing", "finish"):
        c.accept("with", "by") and c.accept("working")
        if c.token.kind == "num" or c.opens_stitch():
            return
    c.i = save


def _additions(r: Reader) -> None:
    """`, with 4 more dc on each side`, behind a round that is as another."""
    c = r.c
    began = False
    while True:
        save = c.i
        c.accept(",")
        but = c.accept("but")
        if _yarns(c) or colours_in_turn(c) or (r.grows and _chains_between(c)):
            continue
        said = c.accept("with", "working", "work", "adding", "having", "making") or (r.grows and c.accept("and"))
        if (said or but or began) and _at_the_ends(c):
            began = True
            continue
        if not (said or but or began):
            c.i = save
            return
        adding = c.tokens[c.i - 1].text == "adding"
        if grown := _told_in_full(r):
            r.grows.append(grown)
            return
        at = c.i
        more = _more(r, adding)
        if more is None:
            c.i = save
            return
        kind, n = more
        r.grows.append(Growth(kind, n, c.span_from(at)))


def _at_the_ends(c: Cursor) -> bool:
    """`dc in next 6 dc at the start`, `dc in last 4 dc at the end`: what is left of the first side."""
    save = c.i
    c.accept("and")
    if c.stitch() and c.accept("in", "into"):
        c.accept("next", "first", "last")
        n = c.number()
        c.stitch() or c.accept(*STITCH_WORDS)
        if n and c.accept("at") and c.accept("start", "beginning", "beg", "end"):
            return True
    c.i = save
    return False


def _yarns(c: Cursor) -> bool:
    """`using colour D and then colour A`: what the line's rounds are worked in, one after the other."""
    save = c.i
    if c.accept("using", "in", "with") and (c.at("colour", "yarn") or c.token.start in c.yarns):
        while c.token.kind in ("word", "num") and not c.at("working", "with", "adding"):
            c.i += 1
        return True
    c.i = save
    return False


def _chains_between(c: Cursor) -> bool:
    """`, ch 1 between groups`, as there were before."""
    save = c.i
    if c.chains() and c.accept("between"):
        while c.accept("each", "every", "them", *GROUP_WORDS, "corners", "and"):
            pass
        return True
    c.i = save
    return False


def _group_of(c: Cursor) -> bool:
    """`3 tr group`: a group, and of what."""
    save = c.i
    if c.token.kind == "num" and c.number() and c.stitch() and c.accept(*GROUP_WORDS):
        return True
    c.i = save
    return False


def _so_many(c: Cursor) -> int:
    """`6 sc` amid `continue increasing 6 sc each round`: how many; 0 with nothing read."""
    save = c.i
    n = c.number() if c.token.kind == "num" else None
    c.accept("more")
    if n and (c.stitch() or c.accept(*STITCH_WORDS) or c.accept(*_INCREASES)):
        return n
    c.i = save
    return 0


def continued(r: Reader) -> bool:
    """`Continue in the same way`, `continue as established`: as the round before, grown as it would grow."""
    c = r.c
    i = c.i
    whole = i == 0 and (c.phrase("in", "this") or c.phrase("in", "same") or c.phrase("in", "pattern"))
    further = i == 0 and c.at("work", "make", "crochet", "proceed", "go") and _further(c, 1)
    if not (whole or further or c.at("continue", "cont", "keep", "continuing")):
        return False
    c.i += bool(further)
    more = 0
    while True:
        n = _so_many(c)
        more = n or more
        counts = c.at(",") and c.ahead().text == "increasing" and c.ahead(2).kind == "num"
        counts = counts or (c.at("with") and c.ahead().kind == "num" and c.ahead(2).text in _INCREASES)
        if counts:  # `work 2 more rounds, increasing 12 sts on each`, `... with 12 increases in each`
            c.accept(",")
            c.i += 1
        elif not (n or c.accept(*_CONTINUING) or _further(c, 0)):
            break
    ends = c.token.kind == "end" or c.at(*_SEPARATORS, "working", "with", "adding", "having", "(", "[", "-", "=", ":")
    if c.i == i + 1 or not ends:
        c.i = i
        return False
    r.repeat_of, r.repeat_span = -1, c.span_from(i)
    _additions(r)
    if not r.grows:
        r.grows.append(Growth("on", more, c.span_from(i)))
    return True


def _further(c: Cursor, k: int) -> bool:
    """`for 3 more rounds` k words on: how many, which is the line's own affair; passed if it comes next."""
    save = c.i
    c.i += k
    c.accept(",")
    c.accept("for")
    many = c.number() and (c.accept("more", "further", "additional", "other") or k == 0)
    if many and c.accept(*ROUND_WORDS):
        c.i = save if k else c.i
        return True
    c.i = save
    return False


def _instead(r: Reader, n: int) -> tuple[GrowthKind, int] | None:
    """`6 tr instead of 4 along each side`, `two 3-dc groups along each side instead of one`, behind its number: how
    many more that is. `8 tr between corners`: how many there are."""
    c = r.c
    grouped = _group_of(c) or c.accept(*GROUP_WORDS)
    grouped or c.stitch() or c.accept(*STITCH_WORDS)
    sided = sides.on_each_side(c)
    if not c.accept("instead"):
        return ("side in all", n) if sided and not grouped else None
    before = c.number()
    c.stitch() or c.accept(*STITCH_WORDS)
    sides.on_each_side(c)
    return None if before is None else ("groups" if grouped else "side", n - before)


def _in_each_space(c: Cursor) -> bool:
    """`3 dc, ch 1 in each ch-1 sp along the sides`: the groups that the sides have anyway, now in more spaces."""
    save = c.i
    n, key = c.number(), c.stitch()
    c.accept(",") and c.chains()
    if n and key and c.accept("in", "into") and c.accept("each", "every"):
        c.accept("side")
        c.chains()
        if c.accept(*SPACE_WORDS):
            c.accept("along", "on", "of") and (c.accept("each", "every", "all"), c.accept("side", "sides", "edge"))
            return True
    c.i = save
    return False


def _in_so_many(c: Cursor) -> int | None:
    """`dc in 7 dc on each side`: how many the sides are worked in."""
    save = c.i
    if c.stitch() and c.accept("in", "into", "along"):
        c.accept("each", "next") and c.accept("of")
        n = c.number()
        c.stitch() or c.accept(*STITCH_WORDS)
        if n and sides.on_each_side(c):
            return n
    c.i = save
    return None


def _about_corners(c: Cursor) -> int:
    """`on each side of every corner`, `before and after each ch-2 sp`: on how many sides of it; 0 with nothing read."""
    save = c.i
    c.accept("on", "at", "to")
    sided = c.accept("each", "either", "both") and c.accept("side", "sides") and c.accept("of")
    if sided or (c.accept("before") and c.accept("and") and c.accept("after", "behind")):
        c.accept("each", "every", "all")
        c.chains()
        if c.accept("corner", "corners", *SPACE_WORDS):
            c.accept(*SPACE_WORDS)
            return 2
    c.i = save
    return 0


def _told_in_full(r: Reader) -> Growth | None:
    """`one more [3 dc in next ch-1 sp, ch 1] on each side`: what each side has more of."""
    c = r.c
    i = c.i
    n = c.number()
    if n is None or not c.accept("more", "additional") or not c.accept("["):
        c.i = i
        return None
    told = tuple(r.sequence("]", 1))
    if not c.accept("]") or not sides.on_each_side(c):
        c.i = i
        return None
    _each_round(c)
    return Growth("groups", n, c.span_from(i), told)


def _each_round(c: Cursor) -> None:
    c.accept("on", "in", "for")
    c.accept("each", "every") and c.accept(*ROUND_WORDS, "time")


def _more(r: Reader, adding: bool) -> tuple[GrowthKind, int] | None:
    """`4 more dc on each side`, `1 more st between increases`, `3 sts between incs`; adding: `4 dc on each side`."""
    c = r.c
    if _in_each_space(c):
        return "on", 0
    if (along := _in_so_many(c)) is not None:
        return "side in all", along
    one = c.at("extra", "another", "additional")  # `an extra 3-dc group on each side`
    n = 1 if one else c.number()
    if n is None:
        return None
    more = c.accept("more", "extra", "additional", "another") or adding
    plain = c.accept("st", "sts", "stitch", "stitches")
    save = c.i
    if not more and (plain or c.stitch()) and c.accept("more"):  # `one stitch more between the increases`
        more = plain = True
        save = c.i
    c.i = save
    if (plain or c.stitch()) and (c.accept("between", "before") or c.accept_phrase("in", "between")):
        c.accept("each", "every")
        corners = c.accept("corners", "corner")
        corners and c.accept(*SPACE_WORDS)  # `6 tr between corner spaces`
        if corners or c.accept("inc", "incs", "increase", "increases"):
            c.accept("on", "in")
            c.accept("each", "every")
            c.accept(*ROUND_WORDS)
            if corners and not c.at("instead"):
                return "side" if more else "side in all", n
            if corners:
                c.i = save
                return _instead(r, n)
            c.accept("instead") and c.number()
            return "between" if more else "between in all", n
    c.i = save
    if not more and c.accept(*GROUP_WORDS, *SPACE_WORDS):  # `but with three gaps on each side`
        c.accept("of") and (c.number(), c.stitch())
        if sides.on_each_side(c):
            c.accept(*SPACE_WORDS)  # `with one group of 3 dc in each side space`
            c.accept("instead") and c.number()  # `two groups of 3 dc along each side instead of one`
            return "groups", n
    c.i = save
    if more and (plain or c.stitch()) and (doubled := _about_corners(c)):  # `1 more tr each side of every corner`
        return "side", doubled * n
    c.i = save
    if not more:
        return _instead(r, n)
    grouped = c.accept(*GROUP_WORDS) or _group_of(c)
    if not (grouped or plain or c.stitch()):
        return None
    c.accept(*GROUP_WORDS)
    if c.accept("of"):  # `1 more group of 3 dc`
        c.number()
        c.stitch() or c.accept(*STITCH_WORDS)
    if not sides.on_each_side(c):
        return None
    _each_round(c)
    if c.accept("than"):  # `one more group along each side than on the previous round`
        c.accept("on", "in")
        c.accept("previous", "last", "prev", "before")
        c.accept(*ROUND_WORDS)
    return "groups" if grouped else "side", n
