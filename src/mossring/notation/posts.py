"""Which post of a stitch is worked around, by whatever name: what is worked there is a raised stitch."""

from __future__ import annotations

from mossring.notation.cursor import Cursor

FRONT_POST, BACK_POST = "front post", "back post"
"""Parts of a place that make what is worked there a raised stitch."""


def which_post(c: Cursor) -> str:
    """`post of`, `back post of`, `stem of`, behind `around`: which post of the stitch is worked around, or ``."""
    save = c.i
    back = c.at("back")
    c.accept("front", "back")
    if c.accept("post", "posts", "stem", "stems") and c.accept("of"):
        return BACK_POST if back else FRONT_POST
    c.i = save
    return ""


def from_where(c: Cursor) -> str:
    """`from behind`, `from the front`, behind a stitch: from which side it is worked around; `` where nothing says."""
    if c.at("from") and c.ahead().text in ("behind", "back", "front"):
        c.i += 2
        return FRONT_POST if c.tokens[c.i - 1].text == "front" else BACK_POST
    return ""
