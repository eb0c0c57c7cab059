"""Reading places: `next 5 sts`, `each st to corner`, `same ch-2 sp`, `sp between next 2 groups`, `ch-1 sp of rnd 3`."""

from __future__ import annotations

from dataclasses import replace
from itertools import takewhile

from mossring.notation import posts, returning
from mossring.notation.cursor import CHAIN_WORDS, GROUP_WORDS, SPACE_WORDS, STITCH_WORDS, Cursor, UnreadableError
from mossring.notation.targets import (
    ANY_STITCH,
    CORNER,
    ROUND_WORDS,
    ends_here,
    opens_target,
    read_nth_in_group,
    read_part,
    read_ring,
    read_round_meant,
    read_space,
    read_target,
)
from mossring.notation.tree import Target, Where
from mossring.notation.until import END, read_count, read_until

_INTO = ("in", "into", "on", "to", "at", "around", "through")


_CENTRES = ("centre", "center", "middle", "third", "second", "fourth", "fifth", "sixth")


def read_places(c: Cursor) -> list[Where]:
    """What follows `in`: one place, or several joined by `and`. Raises UnreadableError if there is none."""
    if (both := _both(c)) is not None:
        return [both]
    places = [read_place(c)]
    while c.at("and", "&") or (c.at(",") and c.ahead().text == "and" and c.ahead(2).text in _INTO):
        save = c.i
        c.accept(",")
        c.accept("and", "&")
        said = c.accept("in", "into", "around")
        if not said and not _opens_place(c):
            c.i = save
            break
        places.append(read_place(c))
        if said and c.tokens[save].text == "," and _works(c):  # `dc in each dc, and in each sp dc, ch 1, dc`
            places.pop()
            c.i = save
            break
    if c.at("and", "&") and c.ahead().text in ("across", "around", "along"):  # `in 2nd ch from hook and across`
        i = c.i
        c.i += 1
        along = places[-1].targets and places[-1].targets[0].kind in ("ring", "chain")
        target = Target("chain") if along else ANY_STITCH
        places.append(Where("each", (target,), c.span_from(i), until=read_until(c) or END))
    first = places[0]
    between = bool(first.targets) and first.targets[0].kind in ("gap", "group")
    if between and first.mode == "next" and c.at("twice", "thrice"):  # `3 dc between groups twice`
        places[0] = replace(first, count=c.times() or 1)
    together = _together(c, places)
    return [together] if together else _one_sweep(places)


def _works(c: Cursor) -> bool:
    """Whether what is worked comes next, and no place."""
    return c.at("work", "make", ":", "(", "[") or c.opens_stitch() or (c.token.kind == "num" and c.opens_stitch(1))


def _together(c: Cursor, places: list[Where]) -> Where | None:
    """Two spaces of two rounds taken as one place: they say so, or lie in different rounds."""
    deep = len(places) == 2 and places[0].targets and places[1].targets
    if not deep or places[0].targets[0].round == places[1].targets[0].round:
        return None
    if not c.accept("together") and c.accept_phrase("at", "same"):
        c.accept("time")
    targets = tuple(t for p in places for t in p.targets)
    return Where("together", targets, (places[0].span[0], places[1].span[1]))


def _both(c: Cursor) -> Where | None:
    """`both ch-2 sps of rounds 2 and 3 (together)`: two spaces, one over the other, as one place."""
    i = c.i
    if c.accept("both") and opens_target(c):
        target = read_target(c)
        one = read_round_meant(c)
        other = c.number() if one and c.accept("and", "&") else None
        if other and target.is_space:
            c.accept("together") or (c.accept_phrase("at", "same") and c.accept("time"))
            return Where("together", (replace(target, round=one), replace(target, round=other)), c.span_from(i))
    c.i = i
    return None


def _opens_place(c: Cursor) -> bool:
    return c.at("next", "each", "every", "same", "following", "foll", "last", "corner", "top", *SPACE_WORDS) or (
        (c.at(*CHAIN_WORDS) or (c.token.kind == "num" and c.ahead().text in CHAIN_WORDS))
        and (c.ahead().text in SPACE_WORDS or c.ahead(2).text in SPACE_WORDS)
    )


def _one_sweep(places: list[Where]) -> list[Where]:
    """`each st and in each ch-1 sp to corner` is one sweep over both kinds, as far as the last one says."""
    if len(places) < 2 or any(p.mode != "each" for p in places):
        return places
    targets = tuple(t for p in places for t in p.targets)
    until = next((p.until for p in reversed(places) if p.until is not END), END)
    return [Where("each", targets, (places[0].span[0], places[-1].span[1]), until=until)]


def read_place(c: Cursor) -> Where:
    """One place, without its `in`, with the loop it is worked through and the round it belongs to."""
    i = c.i
    if c.at("both") and c.ahead().text in ("loop", "loops", "lps") and c.ahead(2).text == "of":
        c.i += 3
    part = read_part(c)
    post = posts.which_post(c)
    where = _plain_place(c, i)
    post = post and (posts.from_where(c) or post)
    if returning.where_begun(c):
        where = Where("start", where.targets[:1], c.span_from(i))
    part = part or read_part(c, after=True)
    if c.at("to") and c.ahead().text in ("left", "right") and c.ends(2):  # `in corner to the left`
        c.i += 2
    sided = 2 if c.ahead().text in ("this", "that", "each", "first", "last") else 1
    if c.at("of") and c.ahead(sided).text in ("side", "edge"):  # `in the 3 dc of the side`
        c.i += sided + 1
    if c.at("of") and c.ahead().text in ("foundation", "base", "bottom"):  # `in first ch of foundation`
        c.i += 2
        c.accept("row", "edge", *CHAIN_WORDS)
    if c.at("for", "as") and c.ahead().text in ("corner", "corners") and c.ends(2):  # `in next sp for a corner`
        c.i += 2
    if c.at("left", "remaining") and c.ends(1):  # `in each of 2 dc that are left`
        c.i += 1
    deep = read_round_meant(c)
    if deep and where.mode == "each":  # `in each sc of rnd 1 around`
        where = replace(where, until=read_until(c) or where.until)
    part = (post and (posts.from_where(c) or post)) or part
    if not part and not deep:
        return where
    free = deep != 0 and not part and any(t.text in _FREE for t in c.tokens[i : c.i])
    targets = (replace(t, part=part or t.part, round=deep or t.round, free=free) for t in where.targets)
    return replace(where, targets=tuple(targets), span=c.span_from(i))


_FREE = ("skipped", "missed", "unworked", "unused", "free")
"""Of places in a lower round: those that nothing stands in."""
_ANY_OF = ("each", "every", "next", "all")


def _plain_place(c: Cursor, i: int) -> Where:
    chains = c.ahead(2).text == "next" and c.ahead(3).text in CHAIN_WORDS and c.ahead(5).text not in SPACE_WORDS
    if c.at("top", "tops") and c.ahead().text == "of" and c.ahead(2).text in _ANY_OF and not chains:
        c.i += 2  # all stitches are worked there
    if c.accept_phrase("one", "after") or c.accept_phrase("next", "one") or c.accept_phrase("following", "one"):
        c.accept("it", "that", "this")
        return Where("next", (ANY_STITCH,), c.span_from(i))
    if c.at("ch", "chain") and c.ahead().text == "you" and c.ahead(2).text in ("started", "began", "begun"):
        c.i += 3  # `in the ch you started in`
        c.accept("in", "with", "from", "at")
        return Where("first", (Target("chain"),), c.span_from(i))
    if (c.at("first") or c.token.text == "1st") and c.ahead().text in ("and", "&"):  # `dc in first and second st`
        save = c.i
        c.i += 2
        if c.ordinal() == SECOND:
            return Where("next", (_target_or_stitch(c),), c.span_from(i), SECOND)
        c.i = save
    if c.at(*ROUND_WORDS) and c.ahead().kind == "num":  # `spike sc in rnd 1`
        c.i += 1
        return Where("next", (replace(ANY_STITCH, round=c.number() or 0),), c.span_from(i))
    if c.accept("it"):  # `sl st to ch-1 sp, ch 3, dc, ch 1, 2 dc in it`
        spaced = any(t.text in SPACE_WORDS or t.text == "corner" for t in c.tokens[:i])
        return Where("same", (Target("sp") if spaced else ANY_STITCH,), c.span_from(i))
    if _amid_space(c):  # `center of next loop`
        c.i += 2
    if c.at("next") and c.ahead().kind != "ord" and c.ahead().text not in _CENTRES:  # by far the commonest
        c.i += 1
        c.accept("following", "skipped", "unworked", "unused", "free")
        n = read_count(c)
        return Where("next", (_target_or_stitch(c),), c.span_from(i), 1 if n is None else n)
    if c.at("corner") and c.ahead().text in (",", ")", "]"):
        return Where("next", (read_target(c),), c.span_from(i), bare=True)
    if c.at("each") and c.ahead().text in STITCH_WORDS:
        c.i += 1
        return _each(c, i)
    ring = read_ring(c)
    if ring:
        return Where("next", (ring,), c.span_from(i))
    top = _top(c, i)
    if top:
        return top
    nth = read_nth_in_group(c)
    if nth:
        return Where("next", (nth,), c.span_from(i))
    if c.accept("each", "every", "all", "per"):
        begun = c.i
        if c.tokens[begun - 1].text == "all" and c.number() and c.accept("corners"):  # `in all four corners`
            return Where("each", (CORNER,), c.span_from(i), until=read_until(c) or END)
        c.i = begun
        if c.accept("of") and (skipped := returning.skipped(c, i)) is not None:
            return skipped
        c.i = begun
        return _each(c, i)
    joins = c.at("joining", "join") and c.ahead().text in ("st", "stitch")
    if c.accept("same", "this", "that") or joins:
        c.accept("same") or c.accept("joining", "join")
        return returning.same(c, i)
    if c.at("joining", "closing") and c.opens_stitch(1):  # `dc around joining sc`: the closing one
        c.i += 1
        c.stitch()
        return Where("same", (), c.span_from(i))
    if c.accept("rest", "remainder"):
        c.accept("of")
        if c.at("sts", "stitches", "round", "rnd", "row"):  # `dc in rest of sts`
            c.i += 1
            return Where("each", (ANY_STITCH,), c.span_from(i), until=read_until(c) or END)
        c.accept("same")
        return Where("rest", (read_target(c),), c.span_from(i))
    if c.accept("corners"):  # `5 dc in corners`
        return Where("each", (CORNER,), c.span_from(i), until=read_until(c) or END)
    if c.accept("next", "following", "foll", "corresponding"):
        c.accept("following", "skipped", "unworked", "unused", "free")
        n = read_count(c)
        return Where("next", (read_target(c),), c.span_from(i), 1 if n is None else n)
    if (skipped := returning.skipped(c, i)) is not None:
        return skipped
    if c.at("first", "beg", "beginning", "starting", "last") or c.token.text == "1st":
        return _first_or_last(c, i)
    if _counts_on(c):
        return Where("next", (_target_or_stitch(c),), c.span_from(i))
    if c.accept("any") or c.accept_phrase("one", "of"):
        return Where("any", (read_target(c),), c.span_from(i))
    if c.at("rem", "remaining"):
        return _each(c, i)
    save = c.i
    if c.stitch() and c.accept("post"):  # `around hdc post`: of the stitch that closed the round below
        return Where("same", (), c.span_from(i))
    c.i = save
    if returning.at_base(c):
        return Where("same", (), c.span_from(i))
    n = read_count(c)
    bare = not c.accept("next", "skipped", "unworked") and n is None
    sweep = _of_each_group(c, i) if bare else None
    if sweep:
        return sweep
    k = 1 + c.at("sp", "space")
    each = c.ahead(k - 1).text == "between" and c.ahead(k).text in ("each", "every")  # `2 tr between each tr`
    target = read_target(c) if n is None else _target_or_stitch(c)
    if bare and target.kind == "st" and (c.accept_phrase("just", "made") or c.accept_phrase("just", "worked")):
        return Where("made", (), c.span_from(i))  # `ch 3, sl st in sc just made`: a picot
    if target.round and c.at("next") and c.ahead().text in STITCH_WORDS:  # `st one row below next st`
        c.i += 2
    just = bare and target.is_space and c.at("just") and c.ahead().text in ("made", "formed", "created")
    if just:  # `2 dc in sp just made`, under the stitch that closed the round below
        c.i += 2
    if just or any(t.text in ("join", "joining", "by") for t in c.tokens[i : c.i]):  # `sp formed by joining sc`
        return Where("same", (target,), c.span_from(i))
    if each and target.kind in ("between", "group"):
        return Where("each", (target,), c.span_from(i), until=read_until(c) or END)
    if bare and target.kind in ("between", "group", "gap") and (until := read_until(c)):  # `3 dc between groups around`
        return Where("each", (target,), c.span_from(i), until=until)
    return Where("next", (target,), c.span_from(i), 1 if n is None else n, bare=bare)


def _counts_on(c: Cursor) -> bool:
    """`second stitch` behind one in the first, or behind the starting chain: the next one."""
    save = c.i
    nth = c.ordinal()
    before = [t.text for t in c.tokens[max(0, save - 12) : save]]
    begun = "first" in before or "1st" in before or (nth == SECOND and _only_begun(c, save))
    bare = nth == SECOND and ("in" in before or "into" in before) and ends_here(c)  # `2 dc in the second`
    if nth is not None and (c.at(*STITCH_WORDS) or (c.opens_stitch() and not c.at(*CHAIN_WORDS)) or bare) and begun:
        return True
    c.i = save
    return False


SECOND = 2


def _only_begun(c: Cursor, i: int) -> bool:
    """Whether nothing but a tall starting chain stands before token i and its stitch."""
    before = c.tokens[:i]
    works = sum(t.text in ("in", "into") for t in before)
    return (
        works == 1
        and any(t.kind == "num" and t.value > 1 for t in before[:2])
        and any(t.text in CHAIN_WORDS for t in before[:2])
    )


def _first_or_last(c: Cursor, i: int) -> Where:
    last = c.at("last")
    c.i += 1
    n = read_count(c)
    if last and c.accept("worked"):  # `over last worked st and next st`
        read_target(c)
        return Where("same", (), c.span_from(i))
    if _made_chain(c):
        return Where("made", (), c.span_from(i))
    target = _target_or_stitch(c)
    returning.as_what(c)
    c.accept("again")
    if c.accept("made", "worked") or c.accept_phrase("just", "made"):
        return Where("made", (), c.span_from(i))
    if not last and n is None and (beside := _behind_any(c)) is not None:
        return replace(beside, past=1, span=c.span_from(i))
    several = n is not None and n > 1  # `last 3 sts`: as many as are left, each in its turn
    return Where("next" if several else "last" if last else "first", (target,), c.span_from(i), 1 if n is None else n)


def _behind_any(c: Cursor) -> Where | None:
    """`first dc of any side`, `first dc after any ch-2 sp`: the place that the stitch stands behind."""
    save = c.i
    if c.accept("of", "on") and c.accept("any", "each") and c.accept("side", "edge"):
        return Where("any", (CORNER,), c.span_from(save))
    c.i = save
    if c.accept("after", "past") and c.at("any", "corner"):
        return read_place(c)
    c.i = save
    return None


def _target_or_stitch(c: Cursor) -> Target:
    """What is worked into; `dc in next 2` and `dc in next` go into stitches, and `dc in last sl st` joins behind it."""
    joins = c.tokens[c.i - 1].text == "last" and c.at("sl", "ss", "slst") and c.ends(1 + (c.ahead().text == "st"))
    return ANY_STITCH if ends_here(c) or joins else read_target(c)


def _of_each_group(c: Cursor, i: int) -> Where | None:
    """`ch-1 sp of each V-st around`, `middle dc of each 5`."""
    save = c.i
    space = read_space(c) or (Target("sp") if c.accept("sp", "space") else None)  # `sp of each V-st`
    if space and c.accept("of", "in") and c.accept("each") and (c.accept(*GROUP_WORDS, "corner") or c.named()):
        return Where("each", (space,), c.span_from(i), until=read_until(c) or END)
    c.i = save
    centre = read_target(c) if c.at("centre", "center", "middle") else None
    if centre and centre.kind == "centre" and any(t.text in ("each", "every") for t in c.tokens[save : c.i]):
        return Where("each", (centre,), c.span_from(i), until=read_until(c) or END)
    c.i = save
    return None


def _made_chain(c: Cursor) -> bool:
    """`first ch` of chains just made (for a picot); a `first ch-2 sp` is a place."""
    save = c.i
    c.accept("ch", "chain")
    of = c.accept("of")
    if of:
        c.accept("these", "those", "your")
        of = c.chains() is not None
    if of and (c.accept_phrase("just", "made") or c.accept("made") or c.tokens[save].text == "of"):
        return True  # `first of 3 ch`, `first ch of ch-3 just made`
    c.i = save
    if c.accept("ch", "chain") and (c.accept("made") or c.accept_phrase("just", "made") or c.accept_phrase("of", "ch")):
        return True
    c.i = save
    return False


def _top(c: Cursor, i: int) -> Where | None:
    """`top of beg ch-3`, `3rd ch of beg ch-4`: a starting chain; `2nd ch of ch-5 sp`: a chain of a space;
    `top of last dc`, `st just made`: what stands there already."""
    save = c.i
    if c.accept("top"):
        c.accept("of")
        same = c.accept("same")  # `FPdc around next dc, dc in top of same dc`
        if same or c.accept("last", "previous", "prev"):
            c.stitch() or c.accept(*STITCH_WORDS)
            made = c.accept("made") or c.accept_phrase("just", "made") or not same
            return Where("made" if made else "same", (), c.span_from(i))
        c.accept("next")
        save_stitch = c.i
        legged = c.legged()
        if legged and not c.at(*SPACE_WORDS):  # `top of next cluster`
            c.i = save_stitch
            return Where("next", (read_target(c),), c.span_from(i))
        c.i = save_stitch
        start = c.accept(*returning.START_WORDS)
        n = c.number()
        if c.accept(*CHAIN_WORDS):
            m = c.number()
            n = n if m is None else m
            return Where("next", (Target("start", chains=None if start else n),), c.span_from(i))
        key = c.stitch()
        if key:
            just = c.accept_phrase("just", "made") or c.accept("made")
            return Where("made", (), c.span_from(i)) if just else Where("next", (Target("st", key),), c.span_from(i))
    c.i = save
    c.accept("next")
    nth = c.ordinal() or _middle(c)
    if nth is not None and (c.accept("ch", "chain", "chains") or _of_chains(c)) and c.accept("of", "in"):
        same = c.accept("same")
        other = same or c.accept("next", "each")
        start = c.accept(*returning.START_WORDS)
        n = c.number()
        if c.accept(*CHAIN_WORDS):
            m = c.number()
            space = c.accept(*SPACE_WORDS)
            length = m if m is not None else n
            if not space and (start or not (other or nth <= 0)):  # `3rd ch of ch-4`
                return Where("next", (Target("start"),), c.span_from(i))
            nth = nth if nth > 0 else ((length or 1) + 1) // 2
            target = Target("sp", chains=length, part=f"ch {nth}")
            return Where("rest" if same else "next", (target,), c.span_from(i))
    c.i = save
    return None


def _amid_space(c: Cursor) -> bool:
    """Whether `center of` comes next, and then a space."""
    if not c.at("center", "centre", "middle") or c.ahead().text != "of":
        return False
    words = takewhile(lambda t: t.kind in ("word", "num") and t.text != "of", (c.ahead(k) for k in range(2, 8)))
    return any(t.text in SPACE_WORDS for t in words)


def _of_chains(c: Cursor) -> bool:
    """Whether `of 4 ch` comes next, no space: `in 3rd of 4 ch`."""
    k = 2 if c.ahead().text in returning.START_WORDS else 1
    counted = c.ahead(k).kind == "num" and c.ahead(k + 1).text in CHAIN_WORDS
    return c.at("of") and counted and c.ahead(k + 2).text not in SPACE_WORDS


def _middle(c: Cursor) -> int | None:
    return (
        0 if c.at("center", "centre", "middle") and c.ahead().text in CHAIN_WORDS and c.accept(c.token.text) else None
    )


def _each(c: Cursor, i: int) -> Where:
    c.accept("one") and c.accept("after", "following")
    c.accept("of")
    c.accept("rest") and c.accept("of")
    c.accept("other")
    first = c.at("first")
    counted = c.accept("next", "following", "foll", "first", "last", "rem", "remaining", "skipped", "unworked")
    n = read_count(c)
    n and c.accept("rem", "remaining", "other")
    part = read_part(c)
    target = ANY_STITCH if ends_here(c) else read_target(c)
    if part:
        target = replace(target, part=part)
    if n is not None and (counted or n > 1):  # `each of next 3 sts`, `each of 3 dc`
        return Where("next", (target,), c.span_from(i), n)
    if first:
        return Where("next", (target,), c.span_from(i))
    c.accept("left")
    targets = (target, *_and_targets(c, target))
    return Where("each", targets, c.span_from(i), until=read_until(c) or END)


def _and_targets(c: Cursor, first: Target) -> list[Target]:
    """`each st and ch-1 sp around`: what else is swept over, without another `in`; `each dc and dc, ch 1, dc in each
    sp` names nothing else."""
    found: list[Target] = []
    while c.at("and", "&", "or"):
        save = c.i
        c.i += 1
        try:
            target = read_target(c) if opens_target(c) else None
        except UnreadableError:
            target = None
        if target is None or target == first or not (ends_here(c) or c.at("and", "&", "across", "along", "until")):
            c.i = save
            return found
        found.append(target)
    return found


_AT_PLACE = frozenset(
    {"next", "each", "every", "same", "corresponding", "post", "posts", "front", "back", "ch", "first", "last"}
    | {"this", "that", "any", "following", "joining"}
)
_AT_STITCH = STITCH_WORDS | frozenset({"chain", "loop", "ring"})


def at_place(c: Cursor) -> bool:
    """Whether an `around` that comes next opens a place (`around next dc`) and does not mean the whole round."""
    after = c.ahead()
    if c.at("across"):  # `dc across next 3 dc`
        return after.text in ("next", "each", "following")
    if c.at("round", "rnd") and c.opens_stitch(1):  # `FPtr round FPtr`
        return True
    if not c.at("around", "over", "through"):
        return False
    if c.opens_stitch(1) or after.kind == "num" or c.ahead(2).text == "ring":
        return True
    return after.text in _AT_PLACE or after.text in _AT_STITCH or after.text in SPACE_WORDS
