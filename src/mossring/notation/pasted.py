"""What a pasted pattern says in its own way: Markdown marks, the ring in a sentence, the dialect, definitions."""

from __future__ import annotations

import re
from dataclasses import dataclass
from unicodedata import category

from mossring.notation.lazy import lazily, one_after
from mossring.notation.words import NUMBERS
from mossring.stitches.terms import Dialect

_BOLD_HEAD = lazily(r"^([ \t]*(?:[-•>#]+[ \t]+)?)(\*\*|__)([^*_\n]{1,60}?)(\*\*|__)", re.MULTILINE)
_WHOLE_BOLD = lazily(
    r"^([ \t]*)(\*\*|__)((?:Rnd|Round|Row|R ?\d)[^\n]*?)(\*\*|__)[ \t]*$", re.MULTILINE | re.IGNORECASE
)
_LIST_MARK = lazily(
    r"^([ \t]*)([-•·>]|#{1,6}|\d{1,2}[.)](?=[ \t]+(?:rnd|round|row|r ?\d)))([ \t]+)", re.MULTILINE | re.I
)
_LISTED = lazily(r"\n[ \t]*(?:[-•·>#]|\d{1,2}[.)])")
_MARKED = lazily(r"\*\*|__|\\|\n[*_]")
_MARKED_COUNT = lazily(r"(?<=[ .])(\*\*?|__?)([(\[<]\d[^*_\n]*[)\]>]\.?)\1[ \t]*$", re.MULTILINE)
"""`**(12 dc)**` at the end of a line."""
_ESCAPE = lazily(r"\\([*\[\]()_#])")
COUNTRY = r"(?P<{}>u\.?s\.?a?|u\.?k|american|british|united (?:states|kingdom))"
_WHOSE = COUNTRY.format("by").replace("british", "british|english|australian")
_TERM_WORDS = (
    r"\b(?:dc|tr|htr|hdc|sc|(?:single|double|treble) crochet|terms?|terminology|abbreviations|stitch(?:es| names)?"
    r"|readers?|version|english|trebles?|rows|rounds)\b"
)
_TERMS = lazily(
    r"\b" + _WHOSE + r"\b\.?[^.\n]{0,24}?" + _TERM_WORDS + "|"
    r"\b(?:terms?|terminology)\b[^.\n]{0,12}\b" + COUNTRY.format("of") + r"\b"
    r"|\(" + COUNTRY.format("in") + r"\.?\)|[,–—·•|-] *" + COUNTRY.format("end") + r"(?= *[,–—·•|-] |\W*$)"
    r"|(?:(?<=[.!] )|^[ \t]*)" + COUNTRY.format("alone") + r"(?=[.!])"
    r"|\b(?P<last>(?-i:US|UK)|uk)(?=\s*(?:[,;:|/–—·•]|--? )|\W*$)",
    re.IGNORECASE,
)
_OTHER = lazily(r"\b(?:US|UK)\b")
_MAGIC = lazily(r"\b(?:(?:magic|adjustable|sliding|slip) (?:ring|circle|loop)|mr\b)", re.IGNORECASE)
_TENS = "|".join(w for w, n in NUMBERS.items() if n >= 20)
_IN_WORDS = "|".join(sorted((w for w, n in NUMBERS.items() if n), key=len, reverse=True))
COUNT = rf"(?:\d{{1,4}}|(?:(?:{_TENS})[ -])?(?:{_IN_WORDS}))"
"""A number of chains in digits or in a word, as a regular expression."""
_CHAINS = rf"(?:ch(?:ain(?:ing)?)?s?:?[ -]?(?:of )?{COUNT}\b|{COUNT} ?ch(?:ain)?s?)"
_SO_MANY = lazily(r"\b" + _CHAINS + r"\b", re.IGNORECASE)
_INTO_RING = lazily(r"\b(?:ring|join|circle)\b", re.IGNORECASE)
_RING = lazily(r"\bring\b", re.IGNORECASE)
_IN_RING = lazily(r"\b(?:(?:in|into) (?:the )?ring|from (?:the )?hook)\b", re.IGNORECASE)
_TO_TURN = (
    r"(?:,? \(?(?:\+|plus|and|then) ?\d{1,2}(?: more| extra)?(?: ch(?:ain)?s?)?"
    r"(?: (?:for |to |as )?(?:the )?turn(?:ing)?(?: ch(?:ain)?)?)?\)?)?"
)
_CAST = lazily(
    r"^\W*(?:(?:foundation|base|starting|set-?up|to|cast|on|co|fc|rows?|rounds?|rnds?|by|begin|start|using|with|make|work|yarn|colou?r|chain|ch|[A-Z]"
    r"|an|the|of|size|hook|[\d.]+ ?mm)\b[\s:,]*)*" + _CHAINS + _TO_TURN + r"(?: loosely)?(?:,? (?:and )?turn)?\W*$",
    re.IGNORECASE,
)
_STITCHES = lazily(
    r"(?:\b|(?<=\d))(?:sc|hdc|dc|tr|htr|dtr|cl|cluster|treble|double|single|f[sh]?d?c)s?(?:\d+tog)?\b", re.IGNORECASE
)
_DEFINITION = lazily(
    r"^[ \t]*(?:(?:[Tt]o (?:work|make)|[Mm]aking|[Hh]ow to (?:work|make)) (?:an? |the |each )?)?"
    r"(?P<name>[A-Za-z0-9][A-Za-z0-9 '-]{0,30}?)"
    r"(?:[ \t]*[(\[](?P<abbr>[A-Za-z0-9][A-Za-z0-9 .-]{0,16})[)\]])?"
    r"[ \t]*(?::|=|–|—| - )[ \t]*(?P<made>\S(?:[^ \t]|[ \t]++(?!\.?$))*?)[ \t]*\.?$"
)
_KEY = lazily(
    r"^\W*(?:(?:(?:special|pattern) )?stitch(?:es)?(?: key| used)?|special|key|abbreviations?(?: used)?|legend"
    r"|(?:U\.?S\.?|U\.?K\.?|American|British)(?: crochet)?(?: terms?| abbreviations?)?(?: used)?)"
    r"(?: ?\([^)]*\))?\s*[:–—-]\s*(?=\S)",
    re.IGNORECASE,
)
"""What stands before the stitches of a list on one line."""
_SENTENCES = lazily(r"(?<=\.)\s+(?=[A-Z][\w '-]{0,30}?(?: ?\([^()]*\))? ?[:=])")
"""Where another definition begins on the same line."""
_SECTION = lazily(r"^\W*(special )?(stitch(es)?|abbreviations?|terms used)( used)?( \(.*\))?\W*$", re.IGNORECASE)


_ITALIC_HEAD = lazily(r"^([ \t]*)([*_])((?:Rnd|Round|Row|R) ?\d[^*_\n]{0,20}?)(\2)", re.MULTILINE | re.IGNORECASE)


_TABLE_ROW = lazily(
    r"^[ \t]*(?:\|(?P<head>[ \t]*(?:(?:rnd|round|row|r) ?)?\d{1,3}[ \t]*)\|"
    r"|(?P<bare>(?:rnd|round|row|r) ?\d{1,3}[ \t]*)\|)(?P<words>[^|\n]+)"
    r"(?:\|(?P<count>[^|\n]*))?(?(head)\||\|?)[ \t]*$",
    re.MULTILINE | re.IGNORECASE,
)


def _untabled(m: re.Match[str]) -> str:
    """A row of a table of rounds as a line: its number, its words, its count."""
    count = m["count"]
    end = "" if count is None else f"({count})" if re.search(r"\d", count) else f" {count} "
    line = f"{m['head'] or m['bare']}: {m['words']}{end}"
    return line.rjust(len(m[0])) if len(line) < len(m[0]) else line


_TABBED_COUNT = lazily(r"(?<=\w|[).])\t(?=\d{1,3}(?: ?[a-z]+)?[ \t]*$)", re.MULTILINE)
"""A count behind a tab, as a table that was copied has it."""
_DASHED = lazily(r"\b(\d{1,2} ?[a-z]{2,4}) - (ch ?\d|\d ?ch) - (?=\1\b)", re.IGNORECASE)
"""A corner tied by dashes, alike before and behind its chain: `3 dc - 2 ch - 3 dc`."""
_ANGLES = lazily(r"<([^<>\n]*)>(?= (?:in|into)\b)")
"""Angle brackets about a group that is worked somewhere: `<2 dc, ch 2, 2 dc> in sp`."""


_TAG = lazily(r"</?(?:b|i|u|strong|em|p|br|div|span|h[1-6]|ul|ol|li)\b[^<>\n]*>", re.IGNORECASE)
_TAGGED = lazily(_TAG.pattern + r"[ \t]*(?:rnd|round|row|r(?=\d))", re.IGNORECASE)
"""HTML: a round is announced within tags."""
_LOWER_YARN = lazily(r"\b(?:with|off|yarn|colou?r) [a-z](?=[,.;:)]|\s*$)", re.MULTILINE)
"""A yarn in a text without any capitals: `with b, ch 3`, `fasten off a.`"""


_STEP = lazily(r"^[ \t]*step \d{1,2} ?[.:)-] ?", re.MULTILINE | re.IGNORECASE)
_ROUND_STEP = lazily(_STEP.pattern + r"(?:round|rnd|row) ?\d", re.MULTILINE | re.IGNORECASE)
"""Steps in which rounds with numbers of their own stand: `Step 2. Round 1: ch 3`."""


def plain(text: str) -> str:
    """The text with what only marks it up blanked out, character for character, so that places stay the same."""
    text = text.replace("\u00a0", " ")
    text = _TABLE_ROW.sub(_untabled, text) if "|" in text else text
    if not text.isascii():
        text = "".join(" " if category(c) == "So" else c for c in text)
    text = _STEP.sub(lambda m: " " * len(m[0]), text) if "step" in text.lower() and _ROUND_STEP.search(text) else text
    text = _TABBED_COUNT.sub("=", text) if "\t" in text else text
    text = _DASHED.sub(r"\1,  \2,  ", text) if " - " in text else text
    if "<" in text:
        text = _TAG.sub(lambda m: " " * len(m[0]), text) if _TAGGED.search(text) else text
        text = _ANGLES.sub(r"(\1)", text)
    if text.islower():
        text = _LOWER_YARN.sub(lambda m: m[0][:-1] + m[0][-1].upper(), text)
    marked = any(mark in text for mark in "*_\\") and _MARKED.search(text)
    if not (marked or _LISTED.match("\n" + text[:40]) or _LISTED.search(text)):
        return text
    text = _MARKED_COUNT.sub(lambda m: " " * len(m[1]) + m[2] + " " * (len(m[0]) - len(m[1] + m[2])), text)
    text = _WHOLE_BOLD.sub(lambda m: m[1] + "  " + m[3] + "  ", text)
    text = _LIST_MARK.sub(lambda m: m[1] + (m[0][len(m[1]) :] if m[2] == "#" else " " * (len(m[2]) + len(m[3]))), text)
    text = _ITALIC_HEAD.sub(lambda m: f"{m[1]} {m[3]} ", text)
    text = _BOLD_HEAD.sub(lambda m: m[1] + "  " + m[3] + "  ", text)
    return _ESCAPE.sub(lambda m: " " + m[1], text)


_SAID_BESIDE = lazily(r"\b(?:u\.?s|u\.?k|american|british)\b", re.IGNORECASE)


def said_dialect(line: str) -> Dialect | None:
    """The dialect that a sentence states (`US terms`, `worked in UK terminology`), or None."""
    m = _TERMS.search(line)
    if m is None or (m["in"] and _OTHER.search(line[: m.start()])):  # `Disc - US (UK)`: which of them, it doesn't say
        return None
    word = next(v for v in m.groupdict().values() if v).lower().replace(".", "")
    if word == "english" and (other := _SAID_BESIDE.search(m[0])):  # `Language: English, US terms`
        word = other[0].lower().replace(".", "")
    return "uk" if word in ("uk", "british", "english", "australian", "united kingdom") else "us"


def names_stitches(value: str) -> bool:
    """Whether what follows a colon tells of stitches, as a definition does."""
    return bool(_STITCHES.search(value) or re.match(_CHAINS, value, re.IGNORECASE))


_DEFINED_LATER = lazily(r"(?<=[.;!)]) +(?=[A-Z][\w '-]{1,24} ?= ?\S)")


_LISTED_LATER = lazily(r"(?<=[.;!)]) +(?=(?:Abbreviations?|Special stitch(?:es)?|Stitch key|Key)\b[^:.]{0,12}: *\S)")


def defined_within(line: str) -> int:
    """Where a sentence amid a line defines a special stitch, or a list of them begins; 0 if none does."""
    if listed := _LISTED_LATER.search(line):
        return listed.end()
    m = _DEFINED_LATER.search(line)
    return m.end() if m and names_stitches(line[m.end() :]) and "=" not in line[: m.start()] else 0


_DEFINED_AMID = lazily(
    r"(?:^|(?<=[.;])) *(?P<told>[A-Z][a-zA-Z'-]{1,14}(?: [a-zA-Z]{1,10})? ?= ?[^.;=]*[^.;= ])(?=[.;]|$)"
)


_CORNER_SENTENCE = lazily(r"[.;] +(?P<told>(?:every|each|all|the) corners? (?:is|are|means?) [^.;]+)", re.IGNORECASE)


_CALLED_SO = lazily(
    r"\b(?P<name>V-?st(?:itch)?|shell|fan|scallop) ?\((?P<made>[^(),]{2,40},[^()]{2,120})\)(?= (?:in|into)\b)",
    re.IGNORECASE,
)
"""A group by its usual name, and what it is made of."""
_CORNER_BESIDE = lazily(r"\bcorner\b[^()*;.,]{0,30}(?P<told>\((?:=|i\.e\.|that is)[ ,]*+(?P<made>[^()]{2,120})\))")


def without_definitions(text: str) -> tuple[str, list[Definition]]:
    """A round's text with blanks for the sentences in which it defines a special stitch (`... join. Corner = (2 dc, ch
    2, 2 dc) in ch-2 sp.`), and what those define."""
    found: list[Definition] = []
    for m in _DEFINED_AMID.finditer(text) if "=" in text else ():
        if names_stitches(m["told"].split("=", 1)[1]) and (told := definitions_in(m["told"])):
            found += told
            text = text[: m.start()] + " " * (m.end() - m.start()) + text[m.end() :]
    for m in _CALLED_SO.finditer(text) if "(" in text else ():  # `V-st (dc, ch 1, dc) in each st`
        if names_stitches(m["made"]):
            found.append(Definition((m["name"],), m["made"]))
            text = text[: m.end("name")] + " " * (m.end() - m.end("name")) + text[m.end() :]
    if "corner" not in text.lower():
        return text, found
    beside, said = _CORNER_BESIDE.search(text), _CORNER_SENTENCE.search(text)
    corner = corner_told(said["told"]) if said else None
    if beside:  # `corner in next ch-2 sp (= 2 dc, ch 2, 2 dc)`
        corner = Definition(("corner",), f"({beside['made']})")
    where = beside or said
    if corner and where:
        found.append(corner)
        text = text[: where.start("told")] + " " * len(where["told"]) + text[where.end("told") :]
    return text, found


def works_in_ring(line: str) -> bool:
    """Whether a line without a heading works the first stitches into a ring, or along a foundation chain."""
    return bool(_STITCHES.search(line) and (_MAGIC.search(line) or _IN_RING.search(line) or _JOINED.match(line)))


def says_begin(line: str) -> bool:
    """Whether a line before round 1 tells how to begin: a magic ring, chains."""
    if len(line) > 160 or _STITCHES.search(line):
        return False
    ring = one_after(line, _SO_MANY, _INTO_RING) or one_after(line, _RING, _SO_MANY)
    return ring or bool(_MAGIC.search(line) or _CLOSED.match(line) or _CAST.match(line.split(". ", 1)[0]))


_JOINED = lazily(r"^\W*" + _CHAINS + r",? (?:and )?(?:join|ss|sl st)\b[^.;]{0,24}[.;,] ?" + _CHAINS, re.IGNORECASE)
"""Chains joined into a ring without saying so, and a round begun in it: `4 ch, join. 3 ch, 2 tr, ...`."""
_CLOSED = lazily(
    r"^\W*(?:make |work )?"
    + _CHAINS
    + r",? (?:and )?(?:join|ss|sl st|slst|slip stitch)\b[^.;]{0,24}\b(?:first|1st) ch(?:ain)?\b",
    re.IGNORECASE,
)
"""Chains joined in their first: a ring, whether that word is said or not."""
_CHAINED = r"(?:ch(?:ain)?[ -]?\d?|\d[ -]?ch)"
_PLACE = lazily(rf"(?:the )?(?:(?:next|side|corner|{_CHAINED}) )*(?:sp|space|loop|corner)s?\.?", re.IGNORECASE)
"""What a name of a place stands for: `corner space`, `ch-1 sp`."""


@dataclass(frozen=True, slots=True)
class Definition:
    """A line that may define a special stitch: its names, and what it says the stitch is made of."""

    names: tuple[str, ...]
    made: str

    @property
    def names_place(self) -> bool:
        """Whether it is a place that is named (`CS = corner space`)."""
        return _PLACE.fullmatch(self.made.strip()) is not None


_TELLING = ("begin", "start", "using", "with", "in", "then", "next", "join", "work", "note", "for", "now")
"""What begins a sentence and no name."""


def read_definition(line: str) -> Definition | None:
    """`Cluster (cl): 3-dc cluster`, `V-st = (dc, ch 1, dc) in same st`; None for a line of another shape."""
    m = _DEFINITION.match(line)
    if m is None or m["name"].split()[0].lower() in _TELLING:
        return None
    inner = _DEFINITION.match(m["made"])  # `Uses: V-stitch (V-st) = ...`
    if inner and (opens_section(m["name"]) or (inner["abbr"] and not m["abbr"])):
        m = inner
    long = re.match(r"[A-Za-z0-9][A-Za-z0-9 '-]{0,30}(?=:)", m["made"])
    if long and not m["abbr"]:  # `3trcl = 3 treble cluster: work 3 treble together`
        return Definition((m["name"], long[0]), m["made"][long.end() + 1 :].strip())
    names = tuple(n.strip(" .") for n in (m["abbr"], m["name"]) if n)
    return Definition(names, m["made"])


def definitions_in(line: str) -> list[Definition]:
    """The definitions of a line: one, or several (`FP = front post dc, BP = back post dc`)."""
    line, keyed = _KEY.subn("", line, count=1)
    sentences = [read_definition(part) for part in _SENTENCES.split(line)]
    if len(sentences) > 1 and all(sentences):
        return [d for d in sentences if d]
    for mark in (";", ","):
        parts = [(read_definition(part), part) for part in re.split(mark + r"(?![^()]{0,200}\))", line)]
        several = [d for d, _ in parts if d]
        listed = keyed and all(d or len(part.split()) == 1 or names_stitches(part) for d, part in parts)
        if (len(several) > 1 and len(several) == len(parts)) or (listed and several and len(parts) > 1):
            return several
    whole = read_definition(line)
    return [whole] if whole else []


def defined_besides(title: str) -> list[Definition]:
    """What a title defines at its end: `Mole end octagon, US, V-st = (dc, ch 1, dc)`."""
    parts = [part for part in re.split(r"(?:[,;]|\b(?:with|where)\b)(?![^()]{0,100}+\))", title)[1:] if "=" in part]
    return [d for part in parts if (d := read_definition(part.strip())) and names_stitches(d.made)]


_CORNER_TOLD = lazily(
    r"(?:\b(?:every|each|all|the|a) corners?|(?:(?<=[.;,] )|^\W*)Corners?|[\"“‘']corner[\"”’'])"
    r"(?: (?:is|are|means?)(?: (?:worked|made|always))*(?: as)?:?| (?:worked|made) as:?| ?=|:"
    r"|(?: is)? (?:written|said),?) (?:always )?(?:work )?"
    r"(?P<made>[^.;~]+)",
    re.IGNORECASE,
)


def corner_told(line: str) -> Definition | None:
    """What a sentence says that every corner is (`each corner is 3 tr, 3 ch, 3 tr`); or None."""
    m = _CORNER_TOLD.search(line)
    made = re.sub(r"(?: all)?(?: worked)? in(?:to)? [^,()]*$", "", m["made"].strip()) if m else ""
    return Definition(("corner",), f"({made.strip('()')})") if re.search(r"\d", made) and names_stitches(made) else None


_WORD_MEANT = lazily(
    r"(?:^|(?<=[.;] ))\W{0,8}(?:an? |each |every )?[\"“‘']?(?P<name>group|shell|fan|petal|block|scallop)s?[\"”’']? "
    r"(?:means?|is|are|stands? for) (?P<made>\d[^.;]*)",
    re.IGNORECASE,
)


def meant_by(line: str) -> list[Definition]:
    """What a sentence says that its words mean: `“Group” means 3 dc.`, `A shell is 5 dc in one st.`"""
    return [
        Definition((m["name"].lower(),), m["made"].strip())
        for m in _WORD_MEANT.finditer(line)
        if names_stitches(m["made"])
    ]


def lists_stitches(line: str) -> bool:
    """Whether a line is itself a list of stitches (`Stitch key (US): sc, dc, p = picot`)."""
    return bool(_KEY.match(line))


def opens_section(line: str) -> bool:
    """Whether a line heads a list of stitches or abbreviations."""
    return bool(_SECTION.match(line.rstrip(": ")))


_STARTING = lazily(
    r"\b(?:(?:(?:turning|beginning|starting|beg|first) )?(?:ch(?:ain)?s?[ -]?(?P<n>\d)|(?P<n2>\d)[ -]?ch(?:ain)?s?)\b"
    r"(?![ -]*(?:sp|space|loop|lp)s?\b)"
    r"|(?:turning|beginning|starting|beg|first) ch(?:ain)?s?\b)"
    r"[^.;,]{0,60}?(?:, (?:which|that|this|it|and) )?"
    r"\b(?:(?P<no>(?:does not|doesn.t|do not|don.t|never|not)(?: \w+)? count)"
    r"|counts?(?: always)? as (?:(?:an?|the|one|first|your|1st|1) )*"
    r"(?P<what>[a-z]+(?: [a-z]+ ?crochet| crochet| treble)?)"
    r"(?:(?:,| and| plus|,? \+| &)? (?:a )?ch(?:ain)?[ -]?(?P<more>\d))?)",
    re.IGNORECASE,
)


_BOWL = r"(?P<bowl>bowl|basin|cup(?:s|ped)?|curl(?:s|ed)?(?: (?:up|in(?:wards)?))?|curve(?:s|d)?|dome)"
_WAVES = r"(?P<waves>waves?|ruffles?|frills?|ruffled)"
_LIES = lazily(rf"(?:a |in |like )*(?:(?P<flat>flat)|{_BOWL}|{_WAVES})\W*", re.IGNORECASE)
_MEANT = lazily(
    r"\b(?:will|should|must|(?:begin|start)s?(?:ning|ting)? to|(?:meant|supposed|intended) to)"
    r"(?: now| then| form| into| an?)*"
    rf" (?:{_BOWL}|{_WAVES})\b",
    re.IGNORECASE,
)


_STUFFED = lazily(r"\bstuff(?:ed|ing)?\b", re.IGNORECASE)


def read_lie(value: str) -> str | None:
    """What `Lies:` says: `bowl`, `waves`, or `` for flat; None where it says nothing known."""
    m = _LIES.fullmatch(value.strip())
    if m is None:
        return None
    return "bowl" if m["bowl"] else "waves" if m["waves"] else ""


def told_lie(words: str) -> str:
    """How words say that the piece is meant to lie (`the sides will now curve up`): `bowl`, `waves` or ``. What is
    said with an `if` or a `may` (`if it starts to cup, take a larger hook`) is no such thing."""
    for sentence in re.split(r"[.;!]", words):
        m = None if _PERHAPS.search(sentence) else _MEANT.search(sentence)
        if m is not None:
            return "bowl" if m["bowl"] else "waves"
    return "bowl" if _STUFFED.search(words) else ""


_PERHAPS = lazily(r"\b(?:if|when|unless|may|might|could|avoid|too)\b", re.IGNORECASE)


_CHAINLESS = lazily(
    r"\b(?:sc|dc)\b,? ?(?:\+ ?)?(?:ch ?-?1|1 ?ch)\b[^.;]{0,60}?"
    r"\bcounts? as (?:(?:an?|the|1|first|1st) )*(?P<what>[a-z]+)",
    re.IGNORECASE,
)


_THROUGHOUT = lazily(
    r"\b(?P<said>(?:[a-z]+ ){1,4})(?:is |are )?(?:worked |used )?(?:throughout|all through)\b"
    r"|^(?P<only>(?:[a-z]+ ){1,3})only[.!]?$"
    r"|^(?:it's |it is )?(?:all|entirely|everything|worked entirely)(?: is| are)?(?: worked)?(?: in)?"
    r" (?P<all>(?:[a-z]+ ){0,2}[a-z]+)[.!]?$",
    re.IGNORECASE,
)


def told_throughout(words: str) -> str:
    """The words before `throughout` (`worked in half double crochet throughout`), before `only` on a line of its own
    or behind `all in`: among them perhaps a stitch."""
    m = _THROUGHOUT.search(words)
    return m[m.lastgroup or 0].lower().strip() if m else ""


def told_chainless(line: str) -> str:
    """What a line says that every chainless start is: `each round begins with (sc, ch 1), which counts as a dc`."""
    m = _CHAINLESS.search(line)
    return m["what"].lower() if m else ""


@dataclass(frozen=True, slots=True)
class Start:
    """What the notes say of every starting chain of n chains (0: of any): what it counts as, or `` for nothing,
    and the chains besides. tall: it counts as the stitch that so many chains stand for."""

    n: int
    what: str
    chains: int = 0
    tall: int = 0


def told_starts(line: str) -> list[Start]:
    """`Ch 3 counts as first dc`, `the beginning ch-2 never counts as a stitch`: what a note says of all rounds."""
    return [
        Start(int(m["n"] or m["n2"] or 0), "" if m["no"] else m["what"].lower(), int(m["more"] or 0))
        for m in _STARTING.finditer(line)
    ]


_TOP = lazily(
    r"\b(?P<nth>\d)(?:st|nd|rd|th) (?:ch(?:ain)? )?(?:of|in) (?:the )?(?:beg |beginning |turning |starting |t-)?"
    r"(?:ch(?:ain)?[ -]?(?P<n>\d)|(?P<n2>\d)[ -]?ch)\b(?![ -]*(?:sp|loop|lp))",
    re.IGNORECASE,
)


def worked_into(line: str) -> list[Start]:
    """`dc in 3rd ch of ch 4`: a later row tells by where it ends that such a start is a stitch and a chain."""
    tops = [(int(m["nth"]), int(m["n"] or m["n2"])) for m in _TOP.finditer(line)]
    return [Start(n, "", n - nth, tall=nth) for nth, n in tops if nth < n]


_LOOPS = lazily(
    r"\b(?:all|every|following|remaining|rest of|each)\b[^.;]{0,60}\b(?:rounds?|rnds?|rows?|stitches|sts|sc|dc)\b"
    r"[^.;]{0,60}"
    r"\b(?:(?P<side>back|front|third) ?(?:loops?|lps?)\b|(?P<short>[bf]lo)\b)",
    re.IGNORECASE,
)


def told_loops(line: str) -> str:
    """`All rounds are worked in the back loops only`: the loop a note says all stitches are worked in, or ``."""
    m = _LOOPS.search(line)
    if m is None:
        return ""
    return m["side"].lower() if m["side"] else {"b": "back", "f": "front"}[m["short"][0].lower()]


_WORDS = {"two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "twice": 2, "once": 1}


def legs_told(made: str) -> tuple[str, str, int] | None:
    """A cluster told in the motions of the hook: how it is made, the US key of its legs where the motions tell
    it, and how many there are. None for other prose."""
    text = made.lower()
    if "hook" not in text or not re.search(r"\b(yo|yrh|yarn over|yarn round hook)\b", text):
        return None
    through = re.search(r"(?:all|remaining)\s+(?:the\s+)?(\d+|two|three|four|five|six)\s+(?:loops|lps)", text)
    legs = (int(through[1]) if through[1].isdigit() else _WORDS[through[1]]) - 1 if through else 0
    again = re.search(
        r"(\d+|twice|once|two|three|four|five)( more)?(?: times?)?( more)?\b(?!\s+(?:loops|lps))", _again(text)
    )
    if again:
        n = int(again[1]) if again[1].isdigit() else _WORDS[again[1]]
        told = n + 1 if again[2] or again[3] or "rep" in text else n
        legs = legs or told
    if not 2 <= legs <= 12:
        return None
    partly = re.search(r"through (?:the )?(?:first )?(2|two)\b", text)
    twice = re.search(r"\b(?:yo|yrh|yarn over) (?:hook )?(?:twice|2 times|two times)", text)
    if not partly:
        return ("puff", "hdc", max(2, legs // 2 if through and not again else legs))
    return ("cl", "tr" if twice else "dc", legs)


def _again(text: str) -> str:
    """The part of a description that says how often the motions are repeated."""
    m = re.search(
        r"(?:repeat|rep)\b[^.,;]*|[\])]\s*(?:\d+|twice|\w+)\s*(?:more )?times?|[\])]\s*twice"
        r"|\bl(?:oo)?p,? (?:\d|two|three|four|five) times",
        text,
    )
    return m[0] if m else ""
