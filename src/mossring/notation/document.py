"""A pattern file into its parts: header, beginning, rounds, notes. Offsets are into the whole text."""

from __future__ import annotations

import re
from dataclasses import replace
from itertools import accumulate, takewhile

from mossring.notation.header import SHAPES, read_begin, read_shape
from mossring.notation.heads import (
    Head,
    first_within,
    numbering,
    read_first,
    read_head,
    read_loose,
    read_unnumbered,
    second_within,
    then_again,
)
from mossring.notation.lazy import lazily, one_after
from mossring.notation.lines import MOVES, continues, wrapped_at
from mossring.notation.parts import Document, Line, RoundLine
from mossring.notation.pasted import (
    Definition,
    corner_told,
    defined_besides,
    defined_within,
    definitions_in,
    lists_stitches,
    meant_by,
    names_stitches,
    opens_section,
    plain,
    read_lie,
    said_dialect,
    says_begin,
    told_chainless,
    told_lie,
    told_loops,
    told_starts,
    told_throughout,
    worked_into,
    works_in_ring,
)
from mossring.notation.tree import Span, Trouble
from mossring.notation.unheaded import asked, second_round, unheaded, without_head
from mossring.notation.within import more_rounds, said_within
from mossring.stitches.terms import dialect_of

TERMS_KEY = lazily(r"(?:[a-z ]{1,30} )?(?:terms|terminology)")
"""Header keys, in lower case, that state the dialect."""
MAX_CHARACTERS = 200_000
"""A pattern of ten pages has about 20,000 characters; ten times that is a book, not a motif."""
MAX_LINE = 6_000
"""Characters of a line, or of a round broken over several: a whole motif pasted as one line has about 4,000."""
MAX_READ = 240_000
"""What is read of a text: its characters, and _EACH for every line; what goes beyond is kept as it stands."""
_EACH = 60
MAX_ROUNDS = 200
"""The widest pieces made round by round (about 80 rounds) fit twice over."""

_KEYS = frozenset(
    {
        "motif",
        "terms",
        "shape",
        "begin",
        "style",
        "worked",
        "note",
        "notes",
        "hook",
        "gauge",
        "tension",
        "yarn",
        "measured",
        "weighed",
        "lies",
    }
    | {"materials", "abbreviations", "special stitches", "size", "finished size", "by", "designer", "title"}
)
"""Header keys that are one wherever they stand before the rounds."""
_ONLY_KEYS = _KEYS - {"begin", "abbreviations", "special stitches", "note", "notes", "materials"}
"""Those whose line is nothing else, whatever it says: no round begins in it, and no stitch is told."""
_SPIRAL = lazily(r"\b(continuous|spiral)\b|\b(?:do not|don.t|never) join\b(?! (?:the )?rows?\b)", re.IGNORECASE)
_ONLY_TERMS = lazily(r"^\W*(\w+ )?(in |uses? )?(us|uk|american|british)\b.{0,40}$", re.IGNORECASE)
_TITLE = lazily(r"^#{1,3} +[^:]{2,60}$")
"""A first line that Markdown has for a title."""
_CASTS = frozenset(
    {"base chain", "base ch", "foundation chain", "foundation ch", "starting chain", "foundation", "base"}
    | {"foundation row", "chain", "ch", "co", "fc", "cast on", "set-up", "setup", "set up"}
)
"""Header keys of how many chains there are to begin with."""
_THINGS = lazily(r"hook|yarn|needle|size|material|suppl|need|gauge|tension")
"""Header keys of things, whose country is that of the thing."""
_ENDING = lazily(
    r"(?:,? (?:(?:taking|with) care|(?:being )?careful|making sure|ensuring|without)\b[^.]{0,60}\btwist(?:ing|ed)?\b"
    r"(?: (?:it|(?:the )?ch(?:ain)?))?)?(?<![.\s])[.\s]+$",
    re.IGNORECASE,
)
"""What ends a sentence about a foundation, with what it says of keeping it straight."""
_HEADER = lazily(r"^(?P<key>[A-Za-z][A-Za-z0-9 /'-]{0,30}?)[ \t]*:[ \t]*+(?P<value>(?:.*[^ \t])?)[ \t]*$")
_CLOSES = lazily(r"\bcl(?:uster)? = [^;]*\bch(?:ain)? 1 to close", re.IGNORECASE)
"""Said of how clusters are made: a chain closes each of them."""
_TELLING = frozenset({"begin", "gauge", "tension", "abbreviations", "stitches", "special stitches"})
"""Header keys whose line is evidence of a dialect."""
STITCH_KEY = lazily(r"(?:special )?stitch (.+)")
"""The header key that defines a special stitch: `Stitch petal: 4-dc cl, ch 1`."""
_ASKS = lazily(r"\d|\b(?:rep|repeat|as|ch|chain|work|each|next|ring)\b", re.IGNORECASE)
"""What a round's own instructions have, and a heading over several rounds hasn't."""
_ABOUT = lazily(r"\b(?:row ends?|join|all (?:a)?round|slst|sl st|slip stitch|ss) ?\b", re.IGNORECASE)
"""How a border about a piece worked in rows differs from one more row."""
_ASIDE = lazily(r" ?\((?!\+|plus)[^()]*\)")
_SHAPED = lazily(r"\b(?:" + "|".join([*SHAPES, "circle", "granny", "motif", "pattern", "tile"]) + r")s?\b")
"""How a title speaks of what it is."""


def read_document(text: str) -> Document:
    """Take a pattern file apart. Never raises; what is wrong is in `troubles`."""
    doc = Document(text)
    if len(text) > MAX_CHARACTERS:
        data: dict[str, object] = {"limit": MAX_CHARACTERS, "n": len(text), "what": "characters"}
        doc.troubles.append(Trouble("limit", (0, 1), data))
        return doc
    if "\x00" in text or text.count("�") > max(4, len(text) // 50):
        doc.troubles.append(Trouble("not text", (0, min(1, len(text))), {}))
        return doc
    doc.plain = plain(text)
    doc.numbered = numbering(doc.plain)
    doc.width = wrapped_at(doc.plain)
    _lines(doc)
    unheaded(doc)
    if doc.rounds and doc.rounds[0].word == "Row":  # what a later row says of its turning chain holds for all
        doc.starts += [s for r in doc.rounds for s in told_starts(r.text) if s.n and not s.what]
        doc.starts += [s for r in doc.rounds for s in worked_into(r.text)]
    if not doc.rounds and not doc.troubles:
        doc.troubles.append(Trouble("no rounds", (0, min(1, len(text))), {}))
    return doc


def _lines(doc: Document) -> None:
    """Each line for what it is. Lines past the last round that may be, or past what is read of a text, are kept."""
    at = read = 0
    told = False
    for raw in doc.plain.splitlines(keepends=True):
        line = raw.rstrip("\r\n")
        read += _EACH * (not line.isspace()) + len(line)
        if len(doc.rounds) > MAX_ROUNDS or read > MAX_READ:
            doc.notes.append(Line("note", line, at))
            if read > MAX_READ and not told:
                _too_much(doc, "words", MAX_READ, (at, at + len(line)))
                told = True
        else:
            kept = line if len(line) <= MAX_LINE else _cut(line)
            if kept is not line:
                _too_much(doc, "line", MAX_LINE, (at + len(kept), at + len(line)))
            _line(doc, kept, at)
        at += len(raw)


def _cut(line: str) -> str:
    """As much of a line as is read, up to the end of an instruction."""
    stop = max(line.rfind(mark, 0, MAX_LINE) for mark in (",", ";", "."))
    return line[: stop if stop > MAX_LINE // 2 else MAX_LINE]


def _too_much(doc: Document, what: str, limit: int, span: Span) -> None:
    """What goes over a limit is told once, where it begins."""
    if not any(t.data.get("what") == what for t in doc.troubles):
        doc.troubles.append(Trouble("limit", span, {"limit": limit, "n": span[1] - span[0], "what": what}))


_SENTENCES = 30
"""Sentences above round 2 in which its first round is looked for."""
_ROUND_NONE = lazily(r"\s*(?:rnd|round|row) 0 ?[:.)-] ?(?=\S)", re.IGNORECASE)


def _line(doc: Document, line: str, at: int) -> None:
    bare = line.strip()
    if not bare:
        doc.notes.append(Line("blank", line, at))
    elif bare.startswith("#") and not (at == 0 and _TITLE.match(bare)):
        doc.notes.append(Line("comment", line, at))
    elif not doc.rounds and (m := _HEADER.match(bare)) and _is_only_header(m["key"], m["value"]):
        _header(doc, m["key"], m["value"], (at + line.index(bare), at + len(line.rstrip())))
    elif m := _ROUND_NONE.match(line):  # `Row 0: ch 10`
        _line(doc, line[m.end() :], at + m.end())
    elif (head := read_head(line, doc.numbered) or _loose(line)) is not None:
        _rounds(doc, head, line, at)
    elif (
        not doc.rounds
        and (head := read_first(line))
        and names_stitches(line[head.end :])
        and not says_begin(line[head.end :])
    ):
        doc.set_up = True
        _rounds(doc, head, line, at)
    elif (head := second_round(doc, line, at)) is not None:
        _rounds(doc, head, line, at)
    elif not doc.rounds and (at_first := first_within(line)) and not _has_key(bare):
        _line(doc, line[:at_first].rstrip(" :"), at)
        _line(doc, line[at_first:], at + at_first)
    elif not doc.rounds and (at_second := second_within(line)) and works_in_ring(line[:at_second]):
        starts = [0, *(m.end() for m in re.finditer(r"[.!] +", line[: at_second - 1]))]
        begun = next((k for k in reversed(starts[-_SENTENCES:]) if works_in_ring(line[k:at_second])), 0)
        _line(doc, line[:begun].rstrip(), at)
        _line(doc, line[begun:at_second].rstrip(), at + begun)
        _line(doc, line[at_second:], at + at_second)
    elif not doc.rounds and (defines := defined_within(line)):  # `Title. UK terms. Corner = 2 tr, 2 ch, 2 tr in sp.`
        _line(doc, line[:defines].rstrip(), at)
        _line(doc, line[defines:], at + defines)
    elif doc.rounds and (then := then_again(line)):
        _line(doc, line[: line.rindex("then", 0, then)].rstrip(" ,"), at)
        _line(doc, line[then:], at + then)
    elif doc.rounds and (head := read_unnumbered(line, doc.rounds[-1].last)) and asked(line[head.end :]):
        row = doc.rounds[-1].word == "Row" and not _ABOUT.search(line[head.end :])
        _rounds(doc, replace(head, row=head.row or row), line, at)
    elif defined := _described(doc, line, at):
        doc.definitions += defined
        doc.telling.append((at, at + len(line)))
        doc.notes.append(Line("definition", line, at))
    elif doc.rounds and continues(doc.plain, doc.rounds[-1].at, doc.rounds[-1].text, at, doc.width):
        last = doc.rounds[-1]
        if at + len(line) - last.at > MAX_LINE:
            _too_much(doc, "line", MAX_LINE, (at, at + len(line)))
            doc.notes.append(Line("note", line, at))
        else:
            doc.rounds[-1] = last._replace(text=doc.plain[last.at : at + len(line)].rstrip())
    elif doc.rounds and (head := without_head(line, doc.rounds[-1].last, doc.rounds[-1].word == "Row")):
        _rounds(doc, head, line, at)
    elif (m := _HEADER.match(bare)) and _is_header(doc, m):
        _header(doc, m["key"], m["value"], (at + line.index(bare), at + len(line.rstrip())))
    else:
        _prose(doc, line, at)


def _loose(line: str) -> Head | None:
    head = read_loose(line)
    return head if head and names_stitches(line[head.end :]) else None


def _has_key(bare: str) -> bool:
    m = _HEADER.match(bare)
    return m is not None and m["key"].lower().strip() in _KEYS


def _is_only_header(key: str, value: str) -> bool:
    """Whether `Key: value` is a header line in so few words that it can be nothing else."""
    return bool(value) and ". " not in value and (key.lower().strip() in _ONLY_KEYS or key[:-1].lower() == "yarn ")


def _is_header(doc: Document, m: re.Match[str]) -> bool:
    """Whether `Key: value` is a header line and no sentence with a colon, nor a definition in a list of stitches."""
    key = m["key"].lower().strip()
    if opens_section(m[0]) and not m["value"]:
        return False
    if key in _KEYS or STITCH_KEY.fullmatch(key) or re.fullmatch(r"yarn\s*[a-z]?", key):
        return True
    if doc.in_stitches or doc.rounds or not m["value"] or says_begin(m["value"]):
        return False
    if not doc.title and not doc.header and (said_dialect(m[0]) or _SHAPED.search(key)):
        return False  # `Mosaic square: US terms` is a title
    return len(key.split()) <= 3 and not names_stitches(m["value"])


def _told(doc: Document, words: str, span: Span, *, starts: bool) -> None:
    """What a sentence says of all rounds: dialect, spiral, the loops worked in and (starts) the starting chains."""
    dialect = said_dialect(words)
    if dialect and doc.terms is None:
        doc.terms, doc.terms_span = dialect, span
    if starts:
        doc.starts += told_starts(words)
    doc.part = told_loops(words) or doc.part
    doc.chainless = told_chainless(words) or doc.chainless
    doc.throughout = doc.throughout or told_throughout(words)
    doc.spiral = doc.spiral or bool(_SPIRAL.search(words))
    doc.lies = doc.lies or told_lie(words)


def _prose(doc: Document, line: str, at: int) -> None:
    """A line that is no round and no header: a title, the ring, a definition, what moves the hook, or a note."""
    bare = line.strip()
    span = (at + line.index(bare), at + len(line.rstrip()))
    dialect = said_dialect(bare)
    _told(doc, bare, span, starts=not doc.rounds or bare.startswith(("(", "*", "Note", "note", "NB")))
    if not doc.rounds and (corner := corner_told(bare)):
        doc.definitions.append(corner)
        doc.telling.append(span)
    if not doc.rounds and (meant := meant_by(bare)):
        doc.definitions += meant
        doc.telling.append(span)
    if opens_section(bare):
        doc.in_stitches = True
    defined = definitions_in(bare) if not dialect or lists_stitches(bare) else []
    told = any(names_stitches(d.made) and not says_begin(d.made) for d in defined) and ("=" in bare or ":" in bare)
    if not (doc.title or doc.header or doc.in_stitches or told):
        defined = []  # `Motif A - lattice hexagon` is a title
    if defined and not doc.rounds and (doc.in_stitches or len(defined[0].names) > 1):
        doc.definitions += defined
        doc.telling.append(span)
        doc.notes.append(Line("definition", line, at))
    elif (
        not doc.rounds and not doc.said_begin and says_begin(said := _ASIDE.sub("", bare)) and _begins(doc, said, span)
    ):
        titled, _, more = bare.partition(". ")  # `Two-step square. Start: magic ring`
        if more and not doc.title and not doc.header and not says_begin(titled):
            doc.title = titled.lstrip("# ")
        doc.notes.append(Line("begin", line, at))
    elif defined and not doc.rounds:
        doc.definitions += defined
        doc.telling.append(span)
        doc.notes.append(Line("definition", line, at))
    elif not doc.title and not doc.rounds and not doc.header and not _ONLY_TERMS.match(bare):
        doc.title = bare.lstrip("# ").rstrip(":")
        if doc.terms is None and not bare.isupper() and (country := re.search(r"\b(?:US|UK)\b", bare)):
            doc.terms, doc.terms_span = ("us" if country[0] == "US" else "uk"), span  # `Ship's bell (UK amigurumi)`
        ends = [bare.rsplit(mark, 1)[-1] for mark in (". ", ": ", "; ")]  # `Luggage tag, in rows. 11 ch.`
        begin = next((end for end in ends if end != bare and says_begin(end)), "")
        if begin and not doc.said_begin:
            _begins(doc, begin, span)
        if besides := defined_besides(bare):
            doc.definitions += besides
            doc.telling.append(span)
        doc.notes.append(Line("header", line, at))
    elif doc.rounds and MOVES.match(bare):
        doc.moved = span[0] if doc.moved is None else doc.moved
        doc.notes.append(Line("move", line, at))
    else:
        shouted = bare.isupper() and len(bare.split()) < 4
        heading = dialect or opens_section(bare) or bare.endswith(":") or shouted
        doc.notes.append(Line("heading" if heading else "note", line, at))


def _described(doc: Document, line: str, at: int) -> list[Definition]:
    """What a line below all rounds describes that they call by name: `Corner: 2 dc, ch 2, 2 dc in the ch-2 sp.`"""
    defined = definitions_in(line.strip()) if doc.rounds and (":" in line or "=" in line) else []
    if not defined:
        return []
    above = " ".join(r.text for r in doc.rounds).lower()
    called = all(re.search(rf"\b{re.escape(name.lower())}\b", above) for d in defined for name in d.names)
    return defined if called and at > _last_head(doc) else []


def _last_head(doc: Document) -> int:
    """Where the last line stands that announces a round."""
    if doc.last_head is None:
        ends = accumulate(len(raw) for raw in doc.plain.splitlines(keepends=True))
        lines = zip(ends, doc.plain.splitlines(), strict=True)
        doc.last_head = max((end - 1 for end, line in lines if read_head(line[:MAX_LINE], doc.numbered)), default=-1)
    return doc.last_head


def _begins(doc: Document, bare: str, span: Span) -> bool:
    """A sentence that says how to begin: the ring or the foundation that it tells of."""
    bare = re.sub(r"(?<=\bchain): (?=\w)", " ", _ASIDE.sub("", bare))  # `Foundation chain: 15`
    begin = read_begin(_ENDING.sub("", bare.split(":", 1)[-1] if ":" in bare else bare), span, doc.terms)
    if begin is None:
        return False
    doc.begin, doc.said_begin = begin, True
    doc.telling.append(span)
    return True


def _rounds(doc: Document, head: Head, line: str, at: int) -> None:
    """The round of a line, and others that begin within it."""
    starts = [0, *(head.end + i for i in more_rounds(line[head.end :]))]
    for k, start in enumerate(starts):
        stop = starts[k + 1] if k + 1 < len(starts) else len(line)
        part = line[start:stop]
        here = head if k == 0 else read_head(part)
        if here is not None:
            _round(doc, here, part, at + start)


_TURNED = lazily(
    r"\W*R(?:ow)?\.? ?2\b[\s:.)-]*(?:(?:ch(?:ain)? ?-?\d|\d ?-?ch(?:ains?)?),? (?:and )?)?turn\b", re.IGNORECASE
)
"""How `R2` begins where it turns the work before it goes back."""
_NEAR = 200
"""Characters in which that is looked for."""


_CHAIN = lazily(r"\bch(?:ain)?s?\b", re.IGNORECASE)
_ALONG = lazily(r"\b(?:hook|each)\b", re.IGNORECASE)


def _is_row(words: str, after: str) -> bool:
    """Whether `R1` is a row: worked along a chain, turned at its end or at the beginning of what comes after, and not
    joined."""
    along = one_after(words, _CHAIN, _ALONG)
    turned = re.search(r"\bturn\b|[.,] T\b", words, re.IGNORECASE) or _TURNED.match(after)
    return bool(along and turned) and not re.search(r"\b(?:join|other side|opposite side)\b", words, re.IGNORECASE)


def _round(doc: Document, head: Head, line: str, at: int) -> None:
    doc.in_stitches = False
    last = doc.rounds[-1] if doc.rounds else None
    row = head.row or (
        head.short and (last.word == "Row" if last else _is_row(line[head.end :], doc.plain[at + len(line) :][:_NEAR]))
    )
    word = "Row" if row else "Rnd"
    if last and last.first == head.first < last.last and not _ASKS.search(last.text):
        doc.rounds.pop()  # `Rounds 1 to 3: dc circle` stands over the rounds themselves
        doc.notes.append(Line("heading", doc.plain[last.head[0] : last.at + len(last.text)], last.head[0]))
    span = (at + head.start, at + head.end)
    within = said_within(line[head.end :])
    text = within.text
    doc.definitions += within.definitions
    doc.starts += within.starts
    doc.chainless = within.chainless or doc.chainless
    start = at + head.end
    if doc.moved is not None:  # what moves the hook is the beginning of this round
        before = doc.plain[doc.moved : span[0]].replace("\n", " ").rstrip(" .")
        gap = start - doc.moved - len(before)
        text = before + "," + " " * (gap - 1) + text
        start, doc.moved = doc.moved, None
    last = doc.rounds[-1] if doc.rounds else None
    shift = last.shift if last else 0
    if last and head.first == 1 and ((doc.set_up and last.last == 1) or _opens_section(doc, last)):
        shift = last.last
    first, upto = head.first + shift, head.last + shift
    doc.rounds.append(RoundLine(first, upto, text, start, span, word, head.side, head.yarn, doc.part, shift))


def _opens_section(doc: Document, last: RoundLine) -> bool:
    """Whether a heading of a few words (`Border`, `## Edging:`) stands behind a round."""
    behind = takewhile(lambda n: n.at > last.at, reversed(doc.notes))
    lines = (n.text.strip() for n in behind if n.kind in ("note", "heading", "comment"))
    return any(_SECTION.fullmatch(line) and not line.endswith(".") for line in lines)


_SECTION = lazily(r"\W{0,8}[A-Z][\w' -]{2,30}\W{0,8}")


def _header(doc: Document, key: str, value: str, span: Span) -> None:
    k = key.lower().strip()
    doc.header.append((key, value))
    doc.closing = doc.closing or bool(_CLOSES.search(value))
    defined = definitions_in(value) if k not in _KEYS else []
    if k == "abbreviations":
        doc.definitions += [d for d in definitions_in(value) if not d.names[0][0].isdigit()]  # `3-dc cl` says it itself
    if defined and (len(defined[0].names) > 1 or re.search(r"special|abbrev|stitch|uses", k)):
        doc.definitions += defined
        doc.telling.append(span)
        doc.header.pop()
    if k in _TELLING:
        doc.telling.append(span)
    if k == "motif":
        doc.title = value
    elif k == "terms" or (TERMS_KEY.fullmatch(k) and doc.terms is None):
        doc.terms = dialect_of(value) or said_dialect(f"terms: {value}")
        doc.terms_span = span
        if doc.terms is None and k == "terms":
            doc.troubles.append(Trouble("terms", span, {"value": value}))
    elif m := STITCH_KEY.fullmatch(k):
        doc.stitches.append((m[1], value))
        doc.telling.append(span)
    elif k == "shape":
        doc.shape = read_shape(value)
        if doc.shape is None:
            doc.troubles.append(Trouble("shape", span, {"value": value}))
    elif k == "begin":
        begin = read_begin(value, span, doc.terms)
        if begin is None:
            doc.troubles.append(Trouble("begin", span, {"value": value}))
        else:
            doc.begin, doc.said_begin = begin, True
    elif k in _CASTS and (begin := read_begin(value if "ch" in value.lower() else f"ch {value}", span)):
        doc.begin, doc.said_begin = begin, True
    elif k == "lies":
        lies = read_lie(value)
        doc.lies = lies or ""
        if lies is None:
            doc.troubles.append(Trouble("lies", span, {"value": value}))
    elif k == "style":
        doc.style = value
        doc.spiral = "join none" in value.lower() or "spiral" in value.lower()
        m = re.search(r"\bbegin ([^;]+)", value, re.IGNORECASE)
        begin = read_begin(m[1], span) if m else None
        if begin and not doc.value("begin"):
            doc.begin, doc.said_begin = begin, True
    elif k == "worked":
        doc.rows = value.lower().startswith("row")
    elif k == "note" or k == "notes":
        doc.header.pop()
        _told(doc, value, span, starts=True)
        doc.notes.append(Line("note", f"{key}: {value}", span[0]))
    elif m := re.fullmatch(r"yarn\s*([a-z])?", k):
        doc.yarns[(m[1] or "a").upper()] = value
    elif k not in _KEYS and not _THINGS.search(k):  # `Level: easy. UK terms`
        _told(doc, value, span, starts=True)
