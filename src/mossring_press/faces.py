"""The text face of a printed pattern: Literata, under the SIL Open Font License beside its files."""

from __future__ import annotations

import re
from base64 import b64encode
from functools import cache
from importlib.resources import files

_LATIN = "U+0000-00FF, U+0131, U+0152-0153, U+02BB-02DC, U+2000-206F, U+20AC, U+2122, U+2191, U+2193, U+2212, U+FEFF"
_MORE = "U+0100-02BA, U+1E00-1E9F, U+1EF2-1EFF, U+2020, U+20A0-20AB, U+2150-215E, U+2C60-2C7F, U+A720-A7FF"


def faces(page: str) -> str:
    """CSS with the faces that a page needs inside it, so that it needs no other file."""
    more = _LETTERS.search(page) is not None
    parts = [("latin", _LATIN), *([("latin-ext", _MORE)] if more else [])]
    styles = ("normal", "italic") if 'class="note"' in page else ("normal",)
    return "".join(_face(style, part, signs) for style in styles for part, signs in parts)


_LETTERS = re.compile("[\u0100-\u1fff]")
"""Letters that the first part hasn't; further on there are no letters of ours, only dashes and marks, which it has."""


@cache
def _face(style: str, part: str, signs: str) -> str:
    data = files("mossring_press").joinpath(f"files/literata-{part}-wght-{style}.woff2").read_bytes()
    return (
        f"@font-face {{ font-family: Literata; font-style: {style}; "
        f"src: url(data:font/woff2;base64,{b64encode(data).decode()}) format('woff2'); "
        f"unicode-range: {signs} }}"
    )
