"""Rounds that no head announces: a first round above round 2, or all of them, each ending in its count."""

from __future__ import annotations

import re

from mossring.notation.heads import Head, read_unnumbered
from mossring.notation.lazy import lazily
from mossring.notation.parts import Document, RoundLine
from mossring.notation.pasted import names_stitches, works_in_ring


def unheaded(doc: Document) -> None:
    """`MR 8 hdc`, `Ch 12. Sc in 2nd ch from hook and across` on a line of its own before round 2 is round 1; lines that
    each end in a count, where none is headed, are the rounds."""
    if not doc.rounds:
        _all_unheaded(doc)
        return
    if doc.rounds[0].first == 2:
        _begun_above(doc, doc.rounds[0].at, doc.rounds[0].word)


def _begun_above(doc: Document, at: int, word: str) -> bool:
    """Whether the last line above round 2 works into the ring: it becomes round 1."""
    line = next((n for n in reversed(doc.notes) if n.at < at and n.kind in ("note", "header", "heading")), None)
    if line is None or not works_in_ring(line.text):
        return False
    doc.notes.remove(line)
    doc.rounds.insert(0, RoundLine(1, 1, line.text.rstrip(" :\n"), line.at, (line.at, line.at), word))
    return True


def second_round(doc: Document, line: str, at: int) -> Head | None:
    """`Next rnd: 2 sc in every sc` below `Begin with 6 sc in a magic ring.`, which becomes round 1."""
    head = None if doc.rounds else read_unnumbered(line, 1)
    return head if head and asked(line[head.end :]) and _begun_above(doc, at, "Rnd") else None


_COUNTED = lazily(
    r"(?:[(\[<]\s*\d{1,3}(?: ?[a-z]+)?\s*[)\]>]|(?<=\s)(?:-+|–|—|=|→) ?\d{1,3}(?: ?[a-z]+)?)\W*$", re.IGNORECASE
)
"""A line that ends in its count."""


_TERSE = lazily(
    r"^\W*\d+ (?:in|into) (?:a |an |the )?(?:each|every|next|magic|ring|mr|mc|circle)\b"
    r"|^\W{0,8}[(\[*].*[)\]*] ?(?:x ?)?\d{1,4} ?(?:x|times)?\W{0,8}$",
    re.IGNORECASE,
)
"""An instruction of a notebook that names no stitch: `6 in ring`, `2 in each`, `[1, 2 in next] 6x`."""


def _all_unheaded(doc: Document) -> None:
    lines = [n for n in doc.notes if _COUNTED.search(n.text) and asks(n.text)]
    ring = doc.said_begin and doc.begin.kind in ("magic ring", "ring")  # `mr` on a line above
    if len(lines) < _FEW:
        lines = [n for n in doc.notes if asks(n.text) or _TERSE.match(n.text)]
        k = next((k for k, n in enumerate(lines) if works_in_ring(n.text) or _in_ring(n.text)), len(lines))
        lines, ring = lines[k:], True
        if len(lines) <= _FEW or sum(bool(_TERSE.match(n.text)) for n in lines) < _FEW:
            return
    if len(lines) < _FEW or not (ring or works_in_ring(lines[0].text)):
        return
    for number, line in enumerate(lines, 1):
        doc.notes.remove(line)
        doc.rounds.append(RoundLine(number, number, line.text.rstrip(), line.at, (line.at, line.at), "Rnd"))


_FEW = 2


def _in_ring(line: str) -> bool:
    return bool(_TERSE.match(line) and re.search(r"\b(?:ring|magic|mr|mc|circle)\b", line, re.IGNORECASE))


def asks(line: str) -> bool:
    """Whether a line without a head asks for stitches, if only for increases (`inc in each st`)."""
    return names_stitches(line) or bool(re.search(r"\b(?:inc|dec)\b", line, re.IGNORECASE))


def asked(words: str) -> bool:
    """Whether what stands behind a heading is work and no remark."""
    return names_stitches(words) or bool(_ASKED.match(words))


_ASKED = lazily(
    r"(?:rep|repeat|as|same as|like|in|row|rnd|round|continue|cont|carry|keep|go|proceed)\b"
    r"|(?:work|make|crochet) (?:(?:row|rnd|round)\b|r ?\d|\w+ (?:more|further|additional|rounds|rows|rnds)\b)",
    re.IGNORECASE,
)


_MADE = (
    r"(?:(?:\d|two|three) )?(?:sc|hdc|dc|h?tr|dtr|ss|sl ?st|(?:single|half double|double|treble) crochet"
    r"|(?:half )?trebles?|crab st(?:itch(?:es)?)?|rev(?:erse)? (?:sc|single crochet)|slip st(?:itch(?:es)?)?)"
)
_ALL_ROUND = (
    r"(?:(?:in|into) (?:each|every|all)(?: of)?(?: the)? \w+(?:[ -]\w+)?"
    r"(?: (?:all )?(?:around|round|across|along[^.,;]*))?"
    r"|(?:evenly )?(?:all )?(?:the way )?(?:around|round|across)(?: (?:the )?(?:edge|outside|motif|piece))?"
    r"|along (?:the )?edge)(?: once(?: more)?)?"
)
_LAST_OF_ALL = (
    r"(?:(?:then|now|next|last(?:ly)?|finally|to (?:finish|end)|(?:finish|end)(?: off)?(?: with| by)?|add|work|make|do"
    r"|(?:outer |outside )?(?:edge|edging|trim|trimming|border)|an?|one|1|the|more|further|final|finishing)"
    r"[:,;–-]*\s+)*"
)
_NEW_YARN = (
    r"(?:with (?:yarn |colou?r )?[A-Z]\b,? "
    r"|(?:join|attach) (?:an? )?(?:new |another )?(?:colou?r|yarn)(?: [A-Z])?(?:,| and)? )?"
)
_CORNERS_TOO = (
    r"(?:,? (?:and |with |working )?(?:\d|two|three) \w+ (?:in|at|into) (?:each|every) corner(?: sp(?:ace)?)?)?"
)
_CLOSING = r"(?:and )?(?:join|sl st|ss|slip|fasten|cut|break|turn|weave|close)\b[^,;.]*"
_ENDED = (
    rf"(?: {_CLOSING})?(?:[,;.] ?{_CLOSING})*"
    r"[,.]? ?(?:[(\[][^()\[\]]*[)\]]|[-–=] ?\d+ \w+)?[.\s]*$"
)
_UNSAID = lazily(
    rf"[ \t]*{_LAST_OF_ALL}(?P<told>{_NEW_YARN}"
    rf"(?:(?:round|rnd|row) (?:of|in) (?:plain )?{_MADE}(?::? (?:{_MADE} )?{_ALL_ROUND})?|{_MADE} {_ALL_ROUND})"
    rf"{_CORNERS_TOO}{_ENDED})",
    re.IGNORECASE,
)
"""A line that has no head, and works once around: `Finish with a round of sc.`, `Sc in each st around. Join.`"""


def without_head(line: str, last: int, row: bool) -> Head | None:
    """The round after round `last` that a line without a head asks for; None for a remark. row: the last was one."""
    m = _UNSAID.match(line)
    return Head(last + 1, last + 1, row, "", "", m.start("told"), m.start("told")) if m else None
