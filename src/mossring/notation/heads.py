"""How a round announces itself: `Rnd 3:`, `Round 1.`, `R1 -`, `2nd round:`, `Rounds 4 to 6 (RS) with B:`."""

from __future__ import annotations

import re
from dataclasses import dataclass
from itertools import islice

from mossring.notation.kept import Kept
from mossring.notation.lazy import lazily
from mossring.notation.words import NUMBERS, ORDINALS

_WORD = r"rounds?|step|rings?(?= ?\d+[^:\n]{0,20}:)|rnds?\.?|rows?|rds?\.?|r[ound]{2,4}(?= ?\d)|r"
_ROMAN = {w: n for n, w in enumerate(["i", "ii", "iii", "iv", "v", "vi", "vii", "viii", "ix", "x", "xi", "xii"], 1)}
_N = (
    r"(?:\d{1,6}|"
    + "|".join(w for w in NUMBERS if w != "zero")
    + r"|(?:"
    + "|".join(sorted(_ROMAN, key=len, reverse=True))
    + r")(?=\s*[:.)]))"
)
_N_WORDS = "|".join(w for w, n in NUMBERS.items() if n)
_NTH = r"(?:\d{1,4}(?:st|nd|rd|th)|first|" + "|".join(ORDINALS) + ")"
_JOINED = r"\s*(?:-|–|—|to|through|thru|and|&|\+|,)\s*"
_YARN = r"(?:[A-Z]|MC|CC\d?|C[A-G])"
_END = r"\s*(?:[:;.)\]=]+(?![\d.])|:(?=\d{1,2} ?[a-z])|[-–—~|>/]{1,2}(?=\s)|—(?=[\da-z(\[*])|[-=]>)\s*"
_BARE_END = (
    r",?\s+(?=(?:(?:as|same|repeat|like)\b|ch|sl|ss|sc|dc|tr|hdc|htr|dtr|work|make|join|with|mr\b|magic|into\b|beg|sk|inc\b|fp|bp|puff|rep|"
    r"turn|attach|using\b|change|start|standing|"
    r"in (?:an? |the )?(?:magic|mr\b|mc\b|ring|adjustable)|\d+\s?[a-z]|\d{1,2}, (?:inc|dec|\d)|[(\[*])[^a-z]?)"
)
_SIDE = r"(?:\s*[(\[]?(?P<side>RS|WS|right side|wrong side)[)\]]?)?"
_IN = r"(?:[ ,(]*(?:with|in|using|-|–)?[ ]*(?:yarn|colou?r)?[ (\[]+(?P<named>" + _YARN + r")[ )\]]*(?=[:.)]|[-–—] ))?"
_COLOUR = (
    r"(?:[ ,(–-]*\b(?:in|with|using)\s+(?![^:]*\b(?:ring|loops?|lps?|sts?|each|next|sps?|chains?|ch|round)\b[^:]*:)"
    r"(?P<colour>[a-z]{3,}(?: [a-z]{3,}){0,2})[ )\]]*(?=:))?"
)
_NUMBERED = (
    r"(?:[ ,–-]*[(\[]? *(?:in |with |using )?(?:(?:colou?r|col\.?|yarn|shade) ?|(?<=[(\[])(?=[1-3][)\]]))(?P<shade>\d|"
    r"one|two|three|four|five|six)\b[)\]]?(?=\s*(?:[:.)]|[-–—] )))?"
)
_WHAT = r"(?:\s*\((?!RS|WS|\w\)|with|in )[a-z][a-z '-]{2,30}\))?"
_LEAD = (
    r"^[ \t]*(?:[-•·*>#]+[ \t]+)?(?:(?P<with>with|using|in|colou?r|col\.?|yarn)\s+(?P<yarn>" + _YARN + r")\s*[,:]\s*)?"
)
_ONE = r"[\[(]?(?P<word>" + _WORD + r")\s*(?:[.#]|no\.)?\s*(?P<first>" + _N + r")(?: (?:and )?(?:onwards?|on|up)\b)?"
_MORE = (
    r"(?P<more>(?:(?:\s*\((?=and\b|&))?" + _JOINED + r"(?:(?:" + _WORD + r")\s*)?" + _N + r"\b)*)(?:(?<=\d)\)(?=\s*:))?"
)
_ORDINAL = (
    r"(?P<nth>"
    + _NTH
    + r")(?P<more>(?:"
    + _JOINED
    + _NTH
    + r")*)\s+(?P<word2>rounds?|rnds?\.?|rows?|rds?\.?|r(?=\.? ?[:.)-]))"
)
_TOLD = r"(?:for|in|on|to work) (?:the )?"
_GOES_ON = r"(?:,\s+|\s+(?=(?:work|make|chain|ch|repeat|do)\b))"
_HEADS = (
    lazily(_LEAD + _ONE + _MORE + _SIDE + _IN + _NUMBERED + _COLOUR + _WHAT + _END, re.IGNORECASE),
    lazily(
        _LEAD + _ORDINAL + _SIDE + _IN + _NUMBERED + _COLOUR + r"(?:" + _END + r"|" + _BARE_END + r")", re.IGNORECASE
    ),
    lazily(_LEAD + _ONE + r"(?P<more>(?:-\d{1,3}(?=\s+\d))?)" + _SIDE + _BARE_END, re.IGNORECASE),
    lazily(_LEAD + _TOLD + _ORDINAL + _GOES_ON, re.IGNORECASE),
    lazily(_LEAD + _TOLD + _ONE + _MORE + _GOES_ON, re.IGNORECASE),
    lazily(
        _LEAD
        + r"(?:all |the )*(?:further|remaining|other|later|following|next) (?P<word>rounds|rnds|rows),? \(?(?P<first>"
        + _N
        + r")"
        + _MORE
        + r"\)?"
        + _END,
        re.IGNORECASE,
    ),
)
_SPEAKS = lazily(
    r"\b(?:r(?:ounds?|nds?|ows?|ds?|[ound]{2,4})?(?![a-z])|rings? ?\d|step|edging|border|edge|next:)", re.IGNORECASE
)
"""What every announcement has in it, in one word or another: few notes have, and are asked no further."""
_PLAINLY = lazily(r"(?P<word>Rnd |Round |Row |R)(?P<first>[1-9]\d{0,2}): (?=[A-Za-z\d(\[*])")
"""The commonest of them all: `Rnd 3: 2 dc ...`."""
_ALONE = lazily(_LEAD + _ONE + _SIDE + r"\s*$", re.IGNORECASE)
"""A round announced on a line of its own; its instructions stand below."""
_INNER = lazily(
    r"[.;)\]] +(?=(?:Rnd|Rnds|Round|Rounds|Row|Rows|R) ?\d{1,3}(?:[ ]?(?:-|–|to|&|\+|and)[ ]?\d{1,3})?"
    r"(?: ?\([A-Z]\w?\))?(?:[ ]?[:.)] ?| [-–] (?=\d ?[a-z]|[a-z*\[(]))\S"
    r"|(?<=; )(?:Rnd|Round|Row|R) ?\d{1,2} [\[(*\da-z]"
    r"|(?:For|In|On|To work) (?:the )?(?:(?:first|"
    + "|".join(ORDINALS)
    + r") (?:round|row)|(?:round|row) \d{1,3}), \S|\d{1,2}(?:st|nd|rd|th) (?:rnd|round|row) ?[:.)=] ?\S)"
)
"""Where another round begins on the same line: after the end of a sentence."""


_ROUNDS = r"(?:rounds?|rnds?\.?|rows?)"
_ROUNDS_R = r"(?:rounds?|rnds?\.?|rows?|r(?= ?\d))"
_MANY = r"(?:\d{1,3}|" + "|".join(w for w in NUMBERS if w != "zero") + r")"
_UNNUMBERED = lazily(
    _LEAD + r"(?:(?:then )?(?:for )?(?P<word>(?:the )?(?:next|following|last|final|finishing|outer|edging|edge|border) "
    r"(?:(?P<many>" + _MANY + r") )?"
    r"(?:"
    + _ROUNDS
    + r"))|(?:then |now )?for (?P<many2>"
    + _MANY
    + r") (?P<word2>"
    + _ROUNDS
    + r")|edging|border|edge|next(?=:))(?: ?\([^()]{1,30}\))?"
    + _SIDE
    + _IN
    + r"(?:"
    + _END
    + r"|,\s+|\s+(?=(?:inc|increase|work|rep|repeat|continue)\b))(?=\S)",
    re.IGNORECASE,
)
_AGAIN = lazily(
    r"^[ \t]*(?:then |now )?(?:"
    r"(?P<rep>(?:rep(?:eat)?|work(?= [a-z]+ ?\d)) (?:the )?(?:(?:last|previous) (?:(?P<back>"
    + _MANY
    + r") )?|(?:\d{1,3}(?:st|nd|rd|th)|second|third|fourth|fifth|sixth|seventh|eighth) )?"
    + _ROUNDS_R
    + r"(?: ?(?P<first>\d{1,3}))?"
    r"(?:" + _JOINED + r"(?:" + _ROUNDS_R + r" ?)?(?P<to>\d{1,3}))?),? (?:for )?(?:a total of )?"
    r"(?:(?P<times>once|twice|thrice|" + _MANY + r")(?: more)?(?: times?)?(?: more)?"
    r"|(?:until|till|to|through) (?:you have |there are |the end of )?(?:(?P<upto>\d{1,3}) (?:rows?|rounds?|rnds?)|"
    + _ROUNDS
    + r" (?P<upto2>\d{1,3}))"
    r"(?: (?:in (?:all|total)|(?:are |have been )?(?:done|worked|made|completed?)))?)"
    r"|(?:work|crochet|continue for|make) (?P<more>"
    + _MANY
    + r") (?:more|further|additional) "
    + _ROUNDS
    + r" (?=as |in (?:the|this|that|same|pattern|est)|like )"
    r"(?P<like>.*))[.!]?[ \t]*$",
    re.IGNORECASE,
)
"""A line between rounds that asks for some of them again, and has no number of its own."""
_TIMES = {"once": 1, "twice": 2, "thrice": 3}
_SO_ON = (
    r"(?: (?:in|as|the|this|that|same|established|way|manner|fashion|pattern|set|before|like|so|on|above|below|again"
    r"|to increase|increasing|evenly|(?:each|every) (?:round|rnd)|\d{1,3} [a-z]{2,8}(?= (?:each|every|evenly))))*"
)
_GOES_FURTHER = lazily(
    r"[ \t]*(?:then |now )?(?P<told>(?:continue|cont|carry on|keep going|keep on|go on|proceed|work|make|crochet)"
    + _SO_ON
    + r" ?,? ?(?:for )?(?P<many>"
    + _MANY
    + r") (?:more |further |additional |other )?"
    + _ROUNDS
    + _SO_ON
    + r")(?=[ ]?[.;,(]|[ ]?$| with | adding | until )",
    re.IGNORECASE,
)
"""`Continue in pattern for 3 more rounds.`, `Work 2 more rounds the same way.`"""
_PLAIN_ROUNDS = lazily(
    r"[ \t]*(?:then |now )?(?P<told>(?:(?:work|make|crochet|do) )?(?P<many>"
    + _MANY
    + r") (?:more |further )?"
    + _ROUNDS
    + r" (?:even |plain |straight )?(?:of |in )?(?:plain )?[a-z]+(?: crochet)?(?: (?:around|each|even))?)\W*$",
    re.IGNORECASE,
)
"""`2 rounds of plain dc.`, `Work 2 rounds even in dc.`"""


@dataclass(frozen=True, slots=True)
class Head:
    """A round's announcement: its numbers, row or round, its side and yarn, and where its words end. short: `R3`, which
    may be either."""

    first: int
    last: int
    row: bool
    side: str
    yarn: str
    start: int
    end: int
    short: bool = False


def _yarn(said: dict[str, str]) -> str:
    """The yarn that a head names: `B`, `toffee`, `colour 2`."""
    if shade := said.get("shade", ""):
        return f"colour {_number(shade)}"
    return said.get("colour", "").lower() or (said.get("named") or said["yarn"]).upper()


_NUMBER = lazily(
    r"^[ \t]*[\[(]?(?P<first>\d{1,3}|first|"
    + "|".join(ORDINALS)
    + "|"
    + _N_WORDS
    + "|"
    + "|".join(sorted(_ROMAN, key=len, reverse=True))
    + r")(?:st|nd|rd|th|°)?(?: (?:rnd|round|row)(?=:))?"
    + r"(?:[ \t]*(?:-|–|to|&|and)[ \t]*(?P<last>\d{1,3}))?[ \t]*(?:\((?P<yarn>"
    + _YARN
    + r")\)[ \t]*)?[:.)\]/-][ \t]+(?=\S)",
    re.IGNORECASE,
)


_BARE_NUMBER = lazily(r"^[ \t]*(?P<first>\d{1,3})[ \t]+(?!ch\b(?![ -]?\d))(?=\S)")
"""A number and no more: a head only where every round has one."""


_CALLED = lazily(
    r"^[ \t]*(?:circle|layer|lap|tier|circuit) (?P<first>\d{1,3})[ \t]*(?:[:.)=]|[-–—](?=\s))[ \t]*(?=\S)",
    re.IGNORECASE,
)
"""Rounds by another name."""
_FIRST_BY_WORD = lazily(r"^(?:Rnd |Round |Row |R)1: (?=[A-Za-z\d(\[*])", re.MULTILINE)
_LETTERED = lazily(
    r"^[ \t]*\(?(?P<first>[A-Z])[.):][ \t]++(?=.*(?:\b|\d)(?:sc|h?dc|[hd]?tr|inc|dec)s?\b)", re.IGNORECASE
)
"""Rounds by a letter: only what tells of stitches is one, for yarns have letters too."""


def _numbered(m: re.Match[str]) -> int:
    return ord(m["first"].upper()) - ord("A") + 1 if m.re.pattern == _LETTERED.pattern else _number(m["first"])


def numbering(text: str) -> re.Pattern[str] | None:
    """How rounds are announced by a number alone, from 1 on, where no line before the last of them announces one by a
    word: with a mark behind it, or, where three lines at least are numbered on, without; or by another word, or a
    letter."""
    if _FIRST_BY_WORD.search(text):
        return None
    lines = list(islice((line for line in text.splitlines() if line.strip()), _MOST_LINES))
    for pattern, least in ((_NUMBER, 2), (_BARE_NUMBER, 3), (_CALLED, 2), (_LETTERED, 3)):
        numbers = [_numbered(m) for line in lines if (m := pattern.match(line))]
        on = numbers[:least] == list(range(1, least + 1))
        if pattern in (_BARE_NUMBER, _LETTERED):
            on = on and numbers == list(range(1, len(numbers) + 1))
        if on and all(head.first > numbers[-1] for line in lines if (head := read_head(line))):
            return pattern
    return None


_MOST_LINES = 2_000
"""Lines in which the numbers of rounds are looked for: ten times as many as there may be rounds."""


@Kept
def read_head(line: str, numbered: re.Pattern[str] | None = None) -> Head | None:
    """The announcement that a line begins with, or None. numbered: how a number alone is one (see `numbering`)."""
    if plainly := _PLAINLY.match(line):
        n, word = int(plainly["first"]), plainly["word"].rstrip()
        return Head(n, n, word == "Row", "", "", 0, plainly.end(), word == "R")
    asked = (*_HEADS, _ALONE) if _SPEAKS.search(line) else ()
    m = next((found for pattern in asked if (found := pattern.match(line))), None)
    if m is None and numbered and (bare := numbered.match(line)):
        n, said = _numbered(bare), bare.groupdict("")
        last = int(said.get("last") or n)
        return Head(n, last, False, "", said.get("yarn", "").upper(), bare.start("first"), bare.end()) if n else None
    if m is None:
        return None
    said = m.groupdict("")
    nth = said.get("nth", "")
    if nth:
        every = [nth, *re.findall(_NTH, said["more"], re.IGNORECASE)]
        numbers = [_number(re.sub(r"(?<=\d)(st|nd|rd|th)$", "", n.lower())) for n in every]
    else:
        numbers = [_number(said["first"]), *(_number(n) for n in re.findall(_N, said.get("more", ""), re.IGNORECASE))]
    if 0 in numbers:
        return None
    word = (said.get("word") or said["word2"]).lower()
    side = said.get("side", "").lower()
    return Head(
        min(numbers),
        max(numbers),
        word.startswith("row"),
        "WS" if side in ("ws", "wrong side") else "RS" if side else "",
        _yarn(said),
        m.start("nth") if nth else m.start("word"),
        m.end(),
        word == "r",
    )


_FIRST = lazily(
    r"^[ \t]*(?:(?:foundation|set-?up|base|starting|initial) (?P<word>"
    + _ROUNDS
    + r")|cent(?:re|er)|middle|(?:to (?:begin|start)|start|begin|beginning)(?=\W.*?\b"
    + _MANY
    + r" ?(?:sc|hdc|dc|h?tr|dtr|double|treble|single)s?\b))"
    + _SIDE
    + r"(?:"
    + _END
    + r"|,\s++(?=[^.]*\b(?:sc|hdc|dc|h?tr|dtr|double|treble|single)s?\b))(?=\S)",
    re.IGNORECASE,
)


_LOOSE = lazily(
    r"^[ \t]*(?:[-•*>#]+[ \t]+)?(?:rnd|round|r(?=\d))\.?[ ]?(?P<first>\d{1,3})\b[ ,]+"
    r"(?!(?:and|to|is|are|was|has|have|will|should|may|can|of|begins?|starts?|ends?|measures?|forms?|makes?|shows?)\b)",
    re.IGNORECASE,
)


def read_loose(line: str) -> Head | None:
    """`Round 2 attach yarn in any sp ...`: a number without a mark, behind which anything may come; or None."""
    m = _LOOSE.match(line)
    n = int(m["first"]) if m else 0
    return Head(n, n, False, "", "", len(line) - len(line.lstrip()), m.end()) if m and n else None


def read_first(line: str) -> Head | None:
    """`Foundation row:`, `Centre:`, `To begin:` before any other: round 1, whatever the next is called; or None."""
    m = _FIRST.match(line)
    return Head(1, 1, "row" in (m["word"] or "").lower(), "", "", m.start(), m.end()) if m else None


def read_unnumbered(line: str, last: int) -> Head | None:
    """What announces rounds after round `last` without their number (`Border:`, `Next round:`, `Last 2 rnds:`), or
    asks for some again (`Repeat rows 2 and 3 twice more.`); or None."""
    if not _SPEAKS.search(line):
        return None
    if m := _UNNUMBERED.match(line):
        many = _number(m["many"] or m["many2"] or "one")
        named = m["named"] or m["yarn"] or ""
        side = (m["side"] or "").lower()
        return Head(
            last + 1,
            last + many,
            "row" in (m["word"] or m["word2"] or "").lower(),
            "WS" if side in ("ws", "wrong side") else "RS" if side else "",
            named.upper(),
            m.start() + len(line) - len(line.lstrip()),
            m.end(),
        )
    if m := _ONE_AGAIN.match(line):
        return Head(last + 1, last + 1, "row" in m["round"].lower(), "", "", 0, 0)
    if m := _ONCE_MORE.match(line):
        count = int(m["to"] or m["first"]) - int(m["first"]) + 1
        at = len(line) - len(line.lstrip())
        return Head(last + 1, last + count, "row" in m["round"].lower(), "", "", at, at) if count > 0 else None
    if m := _AGAIN.match(line):
        at = m.start("like") if m["more"] else m.start("rep")
        count = _asked_again(m, last)
        return Head(last + 1, last + count, "row" in m[0].lower(), "", "", at, at) if count > 0 else None
    if (m := _GOES_FURTHER.match(line) or _PLAIN_ROUNDS.match(line)) and (further := _number(m["many"])):
        return Head(last + 1, last + further, "row" in m[0].lower(), "", "", m.start("told"), m.start("told"))
    return None


_ASKED = r"(?:rep(?:eat)? |work )?(?P<round>" + _ROUNDS + r") \d{1,3}(?: again| once(?: more)?)\b"
_THEN = lazily(r",? (?:and )?then (?=" + _ASKED + ")", re.IGNORECASE)
_ONE_AGAIN = lazily(_ASKED + r"\W*$", re.IGNORECASE)
_ONCE_MORE = lazily(
    r"[ \t]*rep(?:eat)? (?P<round>"
    + _ROUNDS
    + r") (?P<first>\d{1,3})(?:"
    + _JOINED
    + r"(?:"
    + _ROUNDS
    + r" )?(?P<to>\d{1,3}))?\W*$",
    re.IGNORECASE,
)
"""`Repeat Rows 2 and 3.`: once more."""


def then_again(line: str) -> int:
    """Where `then Row 2 again` begins behind a line that asks for rounds again; 0 if it doesn't."""
    m = _THEN.search(line)
    return m.end() if m and _AGAIN.match(line[: m.start()]) else 0


def _asked_again(m: re.Match[str], last: int) -> int:
    """How many rounds a line asks for; 0 if it doesn't say."""
    if m["more"]:
        return _number(m["more"])
    if upto := m["upto"] or m["upto2"]:
        return int(upto) - last
    times = _TIMES.get(m["times"].lower()) or _number(m["times"])
    first = int(m["first"]) if m["first"] else 0
    at_once = int(m["to"]) - first + 1 if m["to"] and first else _number(m["back"]) if m["back"] else 1
    return times * at_once


def _number(word: str) -> int:
    word = word.lower()
    return int(word) if word.isdigit() else {"first": 1, **ORDINALS, **NUMBERS, **_ROMAN}.get(word, 0)


def inner_starts(line: str) -> list[int]:
    """Where further rounds begin within a line."""
    return [m.end() for m in _INNER.finditer(line)]


_FIRST_WITHIN = lazily(
    r"(?<=[:.;)]) +(?=(?:(?:Rnd|Round|Row|R) ?1 ?[:.)=]|(?:1st|first) (?:rnd|round|row) ?[:.)=]"
    r"|(?:For|In) (?:the )?(?:first (?:round|row)|(?:round|row) 1)" + _GOES_ON + r") ?\S)",
    re.IGNORECASE,
)


_SECOND_WITHIN = lazily(r"(?<=[.;)]) +(?=(?:Rnd|Round|R) ?2 ?[:.)=] ?\S)", re.IGNORECASE)


def second_within(line: str) -> int:
    """Where round 2 begins behind a first round that has no head, on the same line; 0 if it doesn't."""
    m = _SECOND_WITHIN.search(line)
    return m.end() if m else 0


def first_within(line: str) -> int:
    """Where round 1 begins behind a title on the same line; 0 if it doesn't."""
    m = _FIRST_WITHIN.search(line)
    return m.end() if m else 0
