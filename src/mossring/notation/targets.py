"""Reading what is worked into: a stitch, a space by its length, a corner, a gap, the loop it is worked through."""

from __future__ import annotations

from collections.abc import Sequence

from mossring.notation.cursor import CHAIN_WORDS, GROUP_WORDS, LOOP_PARTS, SPACE_WORDS, STITCH_WORDS, Cursor
from mossring.notation.tree import Chain, Make, Node, Target

RING = Target("ring")
ANY_STITCH = Target("st")
CORNER = Target("corner")
ROUND_WORDS = ("rnd", "rnds", "rd", "rds", "round", "rounds", "row", "rows", "r")
_BEFORE_LOOPS = ("their", "third", "unused", "unworked", "free")
_AFTER = ("through", "in", "into", "using")
PAIR = 2


def read_part(c: Cursor, after: bool = False) -> str:
    """`BLO of`, `the unused back loop of`, `3rd loop of`: the loop worked through, or ``. after: it follows a place."""
    t = c.token
    if after and t.text not in _AFTER and t.text not in LOOP_PARTS:
        return ""
    if not after and t.kind != "ord" and t.text not in LOOP_PARTS and t.text not in _BEFORE_LOOPS:
        return ""
    save = c.i
    said = after and c.accept(*_AFTER)
    if after and not said and not c.at(*LOOP_PARTS):
        return ""
    c.accept("their")
    c.accept("unused", "unworked", "free")
    part = LOOP_PARTS.get(c.token.text, "")
    short = c.at("blo", "flo", "bl", "fl", "bls", "fls", "tlo")
    if part:
        c.i += 1
    elif c.ordinal() == 3 or c.accept("third"):
        part = "third"
        c.accept("back", "horizontal")
    if part and (short or c.accept("loop", "loops", "lp", "lps", "bar")):
        c.accept("only")
        while not after and c.at("of", "in", "around") and c.ahead().text not in ROUND_WORDS:
            c.i += 1
        if not (after and said and c.at("of", "in")):
            return part
    c.i = save
    return ""


def read_ring(c: Cursor) -> Target | None:
    """The ring, or the one chain that round 1 is worked into (`2nd ch from hook`: its number is in `chains`)."""
    save = c.i
    nth = c.ordinal()
    if nth is not None and c.accept("ch", "chain") and c.accept("from"):
        c.accept("your")
        if c.accept("hook"):
            return Target("ring", chains=nth)
    c.i = save
    if (nth := _nth_chain(c)) is not None:
        return Target("ring", chains=nth)
    if c.chains() and c.accept("ring"):  # `16 dc in a ch-6 ring`
        return Target("ring")
    c.i = save
    if c.number() and c.accept("inch", "cm", "mm") and c.accept("ring", "circle"):  # `around a 2 inch ring`
        return RING
    c.i = save
    if c.accept("mr", "mc"):
        return RING
    c.at(*_RINGS_BOUGHT) and c.ahead().text in ("ring", "circle") and c.accept(*_RINGS_BOUGHT)
    magic = c.accept("magic", "adjustable", "sliding", "slip")
    if not magic and c.accept("center", "centre", "ch", "chain"):
        if c.tokens[c.i - 1].text not in CHAIN_WORDS and c.ends(0):  # `2 dc into the centre`
            return RING
        if c.accept("of"):  # `into the centre of a magic ring`
            magic = c.accept("magic", "adjustable", "sliding", "slip")
    if c.accept("ring", "circle") or (magic and c.accept("loop")):
        _made_of_chains(c)
        return RING
    c.i = save
    return None


def _nth_chain(c: Cursor) -> int | None:
    """`2nd ch` where a round begins, and no more said: from the hook; several stitches in the `first ch` of those that
    it begins with go into the last from the hook."""
    save = c.i
    nth = c.ordinal() if save <= _EARLY and c.tokens[0].text not in ("sl", "ss", "slst", "slip") else None
    if nth is None and save - _labelled(c) == _EARLY + 2 and (c.accept("first") or c.ordinal() == 1):
        nth = _all_in_first(c)
    ends = nth is not None and nth >= 2 and c.accept("ch", "chain") and (c.at(*_ENDS) or c.token.kind == "end")
    if ends:
        return nth
    c.i = save
    return None


def _labelled(c: Cursor) -> int:
    """How many tokens the bracket has that stands behind the chains which a round begins with; 0 for none."""
    opens = next((k for k in (1, 2) if len(c.tokens) > k and c.tokens[k].text in ("(", "[")), 0)
    if not opens or not any(t.text in CHAIN_WORDS for t in c.tokens[:opens]):
        return 0
    return next((k + 1 - opens for k, t in enumerate(c.tokens) if k > opens and t.text in (")", "]")), 0)


def _all_in_first(c: Cursor) -> int | None:
    """How many chains `ch 2, 6 sc in first ch` begins with; None of another beginning."""
    told = _labelled(c)
    one, other, comma, many, made = (*c.tokens[:2], *c.tokens[2 + told : 5 + told])
    chains, word = (one, other) if one.kind == "num" else (other, one)
    row = any(t.text == "turn" for t in c.tokens[4:12])  # `4 ch, 2 tr in first ch, turn`: the point of a triangle
    several = comma.text == "," and many.kind == "num" and many.value > (1 if row else _IN_A_CORNER)
    return chains.value if word.text in CHAIN_WORDS and several and made.text not in CHAIN_WORDS else None


_IN_A_CORNER = 3
_EARLY = 4
_ENDS = (",", ";", ":", ".", "and", "(", "[")
_RINGS_BOUGHT = ("plastic", "metal", "bone", "brass", "wooden", "curtain", "key")
"""What a ring that is worked over is made of, or made for."""


def _made_of_chains(c: Cursor) -> None:
    """`of 4 ch`, `made of ch 5` behind a ring."""
    save = c.i
    c.accept("made")
    if not c.accept("of", "from", "with") or not c.chains() or c.at("between", "after"):
        c.i = save  # `12 dc in ring with ch 1 between each`


def read_round_meant(c: Cursor) -> int:
    """`of rnd 3`, `on round 3`, `3 rounds below`, `one row below`; 0 if it says none. Rounds below are negative."""
    t = c.token
    if t.kind == "end" or (t.kind != "num" and t.text not in ("of", "from", "on", "in", "into", "two", "three", "one")):
        return 0
    save = c.i
    if c.accept("of", "from", "on", "in", "into"):
        if c.accept(*ROUND_WORDS):
            n = c.number()
            if n is not None:
                return n
            if c.accept("below", "beneath"):
                return 0
        elif c.accept("previous", "prev", "last", "preceding", "prior"):  # `of the previous round`: the one below
            if c.accept(*ROUND_WORDS):
                c.accept("around")
                return 0
        elif (n := c.ordinal()) and c.accept(*ROUND_WORDS):  # `of 1st round`
            return n
    else:
        n = c.number()
        if n is not None and c.accept("rnd", "rnds", "round", "rounds", "row", "rows") and c.accept("below", "down"):
            return -n
    c.i = save
    return 0


def opens_target(c: Cursor) -> bool:
    t = c.token
    if t.text in SPACE_WORDS or t.text in STITCH_WORDS or t.text in ("corner", "ring", *CHAIN_WORDS, *GROUP_WORDS):
        return True
    if t.text == "row" and (c.ahead().text in ("end", "ends") or c.ahead(2).text in ("end", "ends")):
        return True
    if t.kind == "num":
        return c.ahead().text in ("ch", "chain", *SPACE_WORDS) or c.legged(peek=True) is not None
    if t.text == "v" and c.ahead().text in STITCH_WORDS:  # `same V-st`
        return True
    save = c.i
    found = c.stitch() is not None or c.named() is not None or c.making() is not None
    c.i = save
    return found


def ends_here(c: Cursor) -> bool:
    """`2 dc in each`, `2 dc in each around`: nothing names what; it is each stitch."""
    more = c.at("and", "then") and c.ahead().kind == "num"  # `1 dc in next and 2 dc in the one after it`
    return (
        more
        or c.token.kind in ("end", "star")
        or c.at(",", ";", ".", "(", "[", ")", "]", "*", "**", "+", "around", "across", "all", "to", "-", "=")
    )


def read_target(c: Cursor) -> Target:
    """What is worked into: a stitch, a space by its length, a corner, between groups, the centre of a shell."""
    if c.accept(*STITCH_WORDS):
        return ANY_STITCH
    if c.at("side") and c.ahead().text in SPACE_WORDS:
        c.i += 1
    if c.accept("corner", "corners"):
        save = c.i
        counted = c.ahead().kind == "num" and c.ahead().tight and not c.at(*CHAIN_WORDS)  # `2tr in corner tr3`
        if opens_target(c) and not counted:
            inner = read_target(c)
            if inner.kind in ("sp", "st", "gap"):
                return CORNER
        c.i = save
        return CORNER
    if c.at("marked") and (c.ahead().text in STITCH_WORDS or c.opens_stitch(1)):  # makers mark their corners
        c.i += 1
        c.accept(*STITCH_WORDS) or c.stitch()
        return CORNER
    between = _between(c)
    if between:
        return between
    centre = _centre(c)
    if centre:
        return centre
    if c.accept("post"):
        c.accept("of")
        c.accept("next")
        return read_target(c)
    gap = c.at("gap", "gaps")
    if c.accept(*SPACE_WORDS):
        if c.accept("between"):
            return _after_between(c)
        if c.at("before") and c.ahead().text == "next":  # `in sp before next 2 dc`
            c.i += 2
            many = c.number() or 1
            if c.stitch() or c.accept(*STITCH_WORDS, *GROUP_WORDS):
                return Target("group" if many > 1 else "between")
            raise c.fail("place")
        return _space_of_group(c, Target("gap" if gap else "sp"))
    space = read_space(c)
    if space:
        return _space_of_group(c, space)
    ring = read_ring(c)
    if ring:
        return ring
    group = _group(c)
    if group:
        return group
    return _stitch_target(c)


def _stitch_target(c: Cursor) -> Target:
    if c.accept("row"):
        if c.accept("end", "ends"):
            return Target("st", "end")
        raise c.fail("place")
    made = c.named()
    alone = made[0] if made and len(made) == 1 else None
    if isinstance(alone, Make):  # `next bo`, a special stitch by its name
        return Target("st", alone.stitch)
    if c.token.text == "v" and c.ahead().text in STITCH_WORDS:  # a V-st that nobody described has a chain amid it
        c.i += 2
        return Target("sp")
    making = c.making()
    if making:  # `next pc`, whatever it is made of
        return Target("st", f"-{making}" if making != "puff" else making)
    c.accept("foundation", "base")
    if c.at(*CHAIN_WORDS):
        c.i += 1
        return Target("chain")
    if c.accept("end") and c.accept(*CHAIN_WORDS):
        return CORNER
    legged = c.legged()
    key = legged[0] if legged else c.stitch()
    if key is None or key == "ch":
        raise c.fail("place")
    return Target("st", key)


def _centre(c: Cursor) -> Target | None:
    """`centre st of next shell`, `center dc of 5-dc group`, `middle st of next 3-dc group`."""
    save = c.i
    if c.accept("centre", "center", "middle"):
        stitch = not c.accept(*STITCH_WORDS) and c.stitch() not in (None, "ch")
        if c.accept("of", "in"):
            at = c.i
            if _whichever_group(c):
                return Target("centre", run=stitch and c.tokens[c.i - 1].text in _RUNS)
            c.i = at
            if (c.accept("each", "next", "these", "those") and c.number()) or c.number():  # `middle dc of each 5`
                c.stitch() or c.accept(*STITCH_WORDS)
                return Target("centre")
            c.i = at
            c.accept("next", "same", "each")
            if space := read_space(c):  # `center of ch-3 sp`
                return space
        elif c.i > save + 1:
            return Target("centre")
    c.i = save
    return None


_RUNS = ("group", "groups", "grp", "grps", "set", "sets")
"""Words for stitches side by side in one place: of a corner they are the halves."""


def _whichever_group(c: Cursor) -> bool:
    """`the next 5-dc group`, `any corner`, `same shell`."""
    c.accept("each", "any")
    c.accept("next", "same", "following", "first", "last")
    c.number() and c.stitch()
    corner = c.accept("corner", "corners")
    return c.accept(*GROUP_WORDS) or corner or c.named() is not None


def read_nth_in_group(c: Cursor) -> Target | None:
    """`2nd dc of any corner`, `first st of next shell`, `last dc of same group`."""
    save = c.i
    nth = 1 if c.accept("first") else -1 if c.accept("last") else c.ordinal()
    stitch = nth and (c.accept(*STITCH_WORDS) or c.stitch() not in (None, "ch"))
    if nth and stitch and c.accept("of", "in") and _whichever_group(c):
        return Target("centre", nth=nth, run=c.tokens[c.i - 1].text in _RUNS)
    c.i = save
    return None


def _space_of_group(c: Cursor, space: Target) -> Target:
    """`ch-2 sp of next shell` is the next ch-2 space; `sp formed by joining sc` is the space."""
    save = c.i
    if c.accept("formed", "made", "created") and c.accept("by", "with"):
        while c.token.kind in ("word", "num", "ord") and not c.at("and"):
            c.i += 1
        return space
    c.i = save
    if c.accept("of", "in"):
        c.accept("next", "same", "each", "first", "last")
        if c.accept(*GROUP_WORDS) or c.named():
            return space
        if c.accept("corner"):
            return CORNER
    c.i = save
    return space


def _group(c: Cursor) -> Target | None:
    """A group as a place: the gap beside it, but the middle of one that has a name of its own (`3 dc in next V-st`)."""
    named = c.named(into=True)
    if named:
        chains = [n.n for n in named if isinstance(n, Chain)]
        if len(chains) == 1 and c.accept(*SPACE_WORDS):  # `V-st sp`
            return Target("sp", chains=chains[0])
        return Target("centre", like(named))
    if not c.accept(*GROUP_WORDS):
        return None
    if c.accept("centre", "center", "middle", "centres", "centers", "middles"):  # `3 dc in each shell centre`
        c.accept(*STITCH_WORDS)
        return Target("centre")
    return Target("group")


def like(group: Sequence[Node]) -> str:
    """What the places of such a group are, in order: `dc dc ch dc dc`; `` where one can't tell."""
    kinds: list[str] = []
    for node in group:
        if isinstance(node, Chain):
            kinds.append("ch")
        elif isinstance(node, Make):
            kinds += [node.stitch] * node.n
        else:
            return ""
    return " ".join(kinds)


def _between(c: Cursor) -> Target | None:
    return _after_between(c) if c.accept("between") else None


def _beside(c: Cursor) -> bool:
    """`between this dc and the next`, `between last st and next st`: the gap where the hook is."""
    save = c.i
    said = c.accept("this", "that", "last")
    if said and c.accept(*GROUP_WORDS) and c.accept("and") and c.accept("next", "following", "first"):
        c.accept(*GROUP_WORDS)  # `between this group and the next`
        return True
    c.i = save
    said = c.accept("this", "that", "last")
    c.stitch() or c.accept(*STITCH_WORDS)
    c.accept("just")
    made = c.accept("worked", "made")  # `between dc just worked and next dc`
    if (said or made) and c.accept("and"):
        c.accept("next", "following") and (c.stitch() or c.accept(*STITCH_WORDS))
        return True
    c.i = save
    return False


def _beside_start(c: Cursor) -> bool:
    """`between ch-3 and next dc`, `between beginning ch and first dc`: the first gap of the round."""
    save = c.i
    c.accept("beg", "beginning", "starting", "start", "turning")
    if (c.chains() or c.accept("ch", "chain")) and c.accept("and"):
        c.accept("next", "following", "first")
        if c.stitch() or c.accept(*STITCH_WORDS):
            return True
    c.i = save
    return False


def _after_between(c: Cursor) -> Target:
    if c.token.kind == "end" or c.at(",", ";", ".", ")", "]", "*"):  # `3 dc between`: the groups
        return Target("group")
    if _beside(c):
        return Target("between", nth=-1)
    if _beside_start(c):
        return Target("between")
    following = c.accept("next", "each", "every", "following", "first", "last", "any")
    many = c.number()
    many is not None and c.token.kind == "num" and c.number()  # `two 2-tr groups`
    save = c.i
    key = c.stitch()
    if key and c.at(*GROUP_WORDS, "and"):
        if c.accept("and"):
            c.accept("next", "following")
            if not c.stitch():
                c.accept(*STITCH_WORDS)
            return Target("between")
    elif key and many == PAIR and not following:  # `between the 2 tr`: of a corner, of a V
        return Target("between", key)
    else:
        c.i = save
    if c.accept(*GROUP_WORDS) or c.named(into=True) or c.making():
        if c.at("of") and (c.ahead().kind == "num" or c.opens_stitch(1)):  # `groups of 2 dc`
            c.i += 1
            c.number()
            c.stitch()
        return Target("group")
    if c.accept(*STITCH_WORDS) or c.stitch():
        return Target("between")
    raise c.fail("place")


def read_space(c: Cursor) -> Target | None:
    """`ch-2 sp`, `2ch-sp`, `ch sp`, `chain space`, `ch-5 loop`."""
    save = c.i
    n = c.number()
    if c.accept(*CHAIN_WORDS):
        m = c.number()
        if c.accept(*SPACE_WORDS):
            return Target("sp", chains=m if m is not None else n)
        if m is not None and n is None and (c.token.kind == "end" or c.at(",", ".", ";", ")", "]", "*", "around")):
            return Target("sp", chains=m)  # `in next ch-1`
        if (m is None) != (n is None) and c.at("corner", "corners"):
            c.i += 1
            c.accept(*SPACE_WORDS)
            return CORNER
    c.i = save
    return None
