"""Lines that belong together: what goes on with the round above it, in texts whose lines are broken or not."""

from __future__ import annotations

import re

from mossring.notation.lazy import lazily
from mossring.notation.pasted import names_stitches

MOVES = lazily(r"(?:(?:break|cut|fasten) (?:off )?[^.;,]{0,24}[.;,] *)?(?:join|attach|with|using|change)\b", re.I)
"""How a line between rounds begins that moves the hook or changes the yarn."""
_COUNT_LINE = lazily(r"^[ \t]*[(\[=–—-]\s*\d+[^.]{0,60}[)\]]?\.?[ \t]*$")
_TIP = lazily(r"\W*(?:tip|note|nb|hint|remember)\b", re.IGNORECASE)
_WORK = lazily(
    r"\d|\*|\b(?:rep|repeat|as|ch|chain|work|each|next|ring|join|turn|fasten|off|sl|ss|skip|miss|corner|round|rnd|around|in|with|"
    r"sts?|stitches|twice|more|times)\b",
    re.IGNORECASE,
)
"""Words of instructions: a line with none of them is a remark."""
_NARROW, _WIDE = 40, 110
_APART = 200
"""Blanks that may stand behind a line that goes on below."""


def wrapped_at(text: str) -> int:
    """How wide the lines of a text are broken; 0 where they aren't, as far as their lengths show (comments stand for
    themselves)."""
    lengths = sorted((len(line.rstrip()) for line in text.splitlines() if line[:2] != "# "), reverse=True)
    width = lengths[0] if lengths else 0
    full = sum(n > 0.85 * width for n in lengths)
    return width if _NARROW <= width <= _WIDE and full > 2 else 0


def continues(text: str, begun: int, above: str, at: int, width: int) -> bool:
    """Whether the line at `at` goes on with the round above it, whose words `above` begin at `begun`.

    An indented line does; so does one after a comma or inside a bracket, one that begins in the middle of a sentence,
    one that only states a count, and the next one where lines are broken (at so many characters: width)."""
    stop = text.find("\n", at)
    line = text[at : stop if stop >= 0 else len(text)].rstrip("\r")
    if not above.strip():
        return True
    if text[begun + len(above) : at][:_APART].strip(" \t") not in ("\n", "\r\n"):
        return False
    if line[:1] in (" ", "\t") and not MOVES.match(line.strip()):
        return True
    if above.startswith(("\n", "\r")):  # announced on a line of its own: all that stands below it, but for remarks
        return not _remarks(line)
    if re.match(r"turn\b", line.strip(), re.IGNORECASE):
        return True
    amid = line[:1].islower() or line[:1] in "*[(" or line[:1].isdigit()
    ended = above.endswith((".", ")", "]", ">", "!")) and not _is_open(above)
    if amid and not ended and (line[:1].islower() or not _remarks(line)):
        return True
    if _COUNT_LINE.match(line):
        return True
    before = text[text.rfind("\n", 0, at - 1) + 1 : at].rstrip()
    return width > 0 and len(before) + 1 + len(line.split(" ", 1)[0]) > width and not _remarks(line)


def _remarks(line: str) -> bool:
    return bool(_TIP.match(line)) or not (_WORK.search(line) or names_stitches(line))


def _is_open(text: str) -> bool:
    return text.count("(") + text.count("[") > text.count(")") + text.count("]")
