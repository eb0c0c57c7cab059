"""Increases and decreases by those names, and what is worked in every second or third place."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

from mossring.notation import legs, places, targets
from mossring.notation.cursor import STITCH_WORDS, Cursor
from mossring.notation.lazy import lazily
from mossring.notation.tree import Growth, Make, Node, Repeat, Skip, Where, Work
from mossring.notation.until import END, read_until
from mossring.notation.words import NUMBERS, ORDINALS
from mossring.stitches.table import composed, is_stitch

if TYPE_CHECKING:
    from mossring.notation.reader import Reader


def every_other(c: Cursor, group: tuple[Node, ...], i: int) -> Repeat | None:
    """`3 tr in every other 1-ch sp`, `dc in alternate sts`: one is worked and the next passed, all round. None with
    nothing read otherwise."""
    other = c.at("every") and c.ahead().text == "other"
    nth = c.ahead().value if c.ahead().kind == "ord" else ORDINALS.get(c.ahead().text, 0)
    if not other and not c.at("alternate") and not (c.at("every") and nth > 1):
        return None
    c.i += 1 if c.at("alternate") else 2
    target = targets.ANY_STITCH if c.ends(0) or c.at(")", "]") else targets.read_target(c)  # `(2 in every 3rd)`
    c.accept_phrase("of", "round")
    place = Where("next", (target,), c.span_from(i))
    until = read_until(c) or END
    passed: Node = Skip(replace(place, count=max(1, nth - 1)), c.span_from(i))
    if (plain := _in_the_others(c)) is not None:  # `2 tr in every 3rd tr, 1 tr in the others`
        passed = Work((plain,), replace(place, count=max(1, nth - 1)), c.span_from(i))
    body = (passed, Work(group, place, c.span_from(i))) if plain else (Work(group, place, c.span_from(i)), passed)
    loose = plain is None  # of an odd number the last has none behind it
    return Repeat(body, None, c.span_from(i), until=until, loose=loose)


def _in_the_others(c: Cursor) -> Make | None:
    save = c.i
    c.accept(",") or c.accept("and")
    c.accept("and")
    n = c.number() or 1
    key = c.stitch()
    placed = c.accept("in", "into")
    c.accept("all")
    c.at("those") and c.ahead().text in ("between", "inbetween") and c.accept("those")
    if key and placed and c.accept("others", "other", "rest", "remaining", "between", "inbetween"):
        c.accept(*STITCH_WORDS, "ones")
        return Make(key, n, c.span_from(save))
    c.i = save
    return None


def in_the_others(body: Sequence[Node]) -> tuple[Node, ...]:
    """The instructions with one stitch in each place that `2 dc in every other st` leaves out."""
    return tuple(_one_in_the_others(n) if isinstance(n, Repeat) and len(n.body) == 2 else n for n in body)


def _one_in_the_others(whole: Repeat) -> Repeat:
    work, skip = whole.body
    make = work.group[0] if isinstance(work, Work) and len(work.group) == 1 else None
    if not isinstance(skip, Skip) or not isinstance(make, Make) or make.n < 2:
        return whole
    return replace(whole, body=(work, Work((replace(make, n=1),), skip.where, skip.span)))


def increase(r: Reader, n: int = 1, made: int = 2) -> list[Node]:
    """`inc`, `6 inc`, `inc in each st`, `inc in every 3rd st`: so many (made) in each of n places or in those named."""
    c = r.c
    i = c.i
    c.i += 1
    if c.token.tight and c.token.value in (PAIR, 3):  # `inc3`
        made = c.number() or made
    make = Make(r.last_stitch or "", made, c.span_from(i), part=r.part)
    if (nth := _every_nth(c)) is not None:  # `inc in every 3rd st`
        place = Where("next", (targets.ANY_STITCH,), c.span_from(i))
        plain = Work((replace(make, n=1),), replace(place, count=nth - 1, said=False), c.span_from(i))
        return [Repeat((plain, Work((make,), place, c.span_from(i))), None, c.span_from(i), until=END)]
    if c.accept("in", "into") or c.at("each", "every") or (c.at("next") and c.ahead().text in STITCH_WORDS):
        wheres = places.read_places(c)
        save = c.i
        key = c.stitch() if c.accept("with", "using", "in") else None
        if key:  # `inc in each st with dc`
            r.last_stitch = key
            make = replace(make, stitch=key)
        else:
            c.i = save
        return [Work((make,), w, c.span_from(i)) for w in wheres]
    every = c.at("all") and (c.ends(1) or c.ahead().text == "=") and c.accept("all")  # `inc all`
    until = END if every else read_until(c)
    if until:
        where = Where("each", (targets.ANY_STITCH,), c.span_from(i), until=until)
        return [Work((make,), where, c.span_from(i))]
    n = n if c.at("x", "*") and _tied(c, i) else c.times() or c.number() or n
    return [Work((make,), Where("next", (targets.ANY_STITCH,), make.span, n), make.span)]


def _tied(c: Cursor, i: int) -> bool:
    """Whether nothing stands between an instruction and the one before it: `1 sc 1 inc x6` is both of them."""
    before = c.tokens[i - 1 - (c.tokens[i - 1].kind == "num")] if i > 1 else None
    ends = c.ahead(2).kind == "end" or c.ahead(2).text in ("(", "[", "=", "-", ".")
    return ends and before is not None and before.kind == "word" and before.text not in ("and", "then")


def increased_every(r: Reader, nodes: list[Node]) -> bool:
    """`dc in each st, increasing in every 2nd st`, `..., working 2 dc in every 3rd st`: the sweep it is said of."""
    c = r.c
    i = c.i
    sweep = nodes[-1] if nodes else None
    make = sweep.group[0] if isinstance(sweep, Work) and len(sweep.group) == 1 else None
    if not isinstance(sweep, Work) or not isinstance(make, Make) or sweep.where.mode != "each" or make.n > 1:
        return False
    c.accept("working", "with", "making")
    many = PAIR if c.accept("inc", "increase", "increasing") else c.number() or 0
    told = many >= PAIR and (c.tokens[c.i - 1].text.startswith("inc") or c.stitch() == make.stitch)
    nth = _every_nth(c) if told else None
    if nth is None or sweep.where.targets[0].kind != "st":
        c.i = i
        return False
    place = Where("next", sweep.where.targets, c.span_from(i))
    plain = Work((make,), replace(place, count=nth - 1), c.span_from(i))
    body = (plain, Work((replace(make, n=many),), place, c.span_from(i)))
    nodes[-1] = Repeat(body, None, (sweep.span[0], c.span_from(i)[1]), until=sweep.where.until)
    return True


PAIR = 2
"""Stitches that an increase makes of one."""


def increased_evenly(r: Reader) -> list[Node] | None:
    """`increase 12 tr evenly`, `increasing 8 sts evenly around`, `decrease 4 sts evenly`: where they come is known when
    the round is worked, so it is a stitch in each, and what it grows by; None with nothing read."""
    c = r.c
    i = c.i
    m = _EVENLY.match(c.text, c.token.start)
    said = (m["n"] or m["behind"] or m["bare"]).lower() if m else ""
    n = min(int(said), _MOST) if said.isdecimal() and len(said) < 9 else NUMBERS.get(said, 0)
    if m is None or not n or (c.at(*DECREASES) and "even" not in m[0].lower()):
        return None
    n = -n if c.at(*DECREASES) else n
    while c.token.kind != "end" and c.token.start < m.end():
        r.last_stitch = c.stitch() or r.last_stitch
        c.i += c.token.start < m.end()
    until = read_until(c) or END
    c.accept("in", "on", "per")
    c.accept("each", "every", "this")
    c.accept(*targets.ROUND_WORDS)
    c.accept("as") and c.accept("usual", "before", "established")
    span = c.span_from(i)
    r.grows.append(Growth("evenly", n, span))
    return [
        Work(
            (Make(r.last_stitch or "", 1, span, part=r.part),),
            Where("each", (targets.ANY_STITCH,), span, until=until),
            span,
        )
    ]


DECREASES = ("dec", "decs", "decrease", "decreases", "decreasing")
_EVENLY = lazily(
    r"(?:in|de)c(?:reas(?:e|ing))? (?:by )?(?:(?P<n>\w+) (?:more |extra )?(?:[a-z]+ )?"
    r"(?:evenly(?: spaced)?|(?=(?:in |on |per )?(?:each |every |this )?(?:round|rnd)))"
    r"|evenly (?:spaced )?(?P<behind>\w+) (?:times|sts?|stitches)"
    r"|(?P<bare>\w+) (?:times|sts|stitches)(?=\W*(?:$|join|[.;(\[]|sl st|ss)))\b",
    re.IGNORECASE,
)
"""So many increases without a word of where."""
_MOST = 10_000
"""No round takes more."""


def _every_nth(c: Cursor) -> int | None:
    """`every 3rd st`, `in every other st`: which of them; None with nothing read."""
    save = c.i
    c.accept("in", "into")
    nth = c.ordinal() if c.accept("every", "each") else None
    nth = 2 if c.tokens[c.i - 1].text in ("every", "each") and c.accept("other") else nth
    if nth and nth > 1 and (c.accept(*STITCH_WORDS) or c.stitch()):
        c.accept("around") or c.accept_phrase("all", "around")
        return nth
    c.i = save
    return None


def decrease(r: Reader, n: int = 1) -> list[Node]:
    """`dec`: two stitches of the last kind worked together, n times."""
    c = r.c
    i = c.i
    c.i += 1
    key = composed("tog", r.last_stitch if r.last_stitch and is_stitch(r.last_stitch + "2tog") else "sc", 2)
    return legs.together(r, Make(key, n, c.span_from(i), part=r.part), i)
