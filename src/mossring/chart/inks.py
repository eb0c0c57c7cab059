"""The colour in which a yarn is drawn: by the words a designer calls it with, else one of a few by its letter."""

from __future__ import annotations

import re

_DYES = {
    "white": "#e9e6dc",
    "cream": "#e6d9b8",
    "ivory": "#e6dcc4",
    "ecru": "#d9caa6",
    "natural": "#d9caa6",
    "beige": "#c9b18d",
    "hemp": "#b79f74",
    "sand": "#d1b583",
    "straw": "#d9bf6a",
    "amber": "#c08a2e",
    "brass": "#b08a3c",
    "gold": "#c9982f",
    "mustard": "#bb8a1e",
    "yellow": "#d8b021",
    "lemon": "#e0c84a",
    "orange": "#cc7124",
    "rust": "#a4481f",
    "copper": "#a95f36",
    "coral": "#d2705a",
    "peach": "#dd9f7e",
    "pink": "#c97d92",
    "rose": "#b9566f",
    "red": "#a8302b",
    "plum": "#6d3a5b",
    "purple": "#6b4a8a",
    "violet": "#6b4a8a",
    "lilac": "#9a86b5",
    "navy": "#2b3f66",
    "indigo": "#39457c",
    "denim": "#4b6a92",
    "blue": "#3f6fa3",
    "sky": "#7ba7c7",
    "spray": "#9dbcc4",
    "foam": "#b5c8c0",
    "aqua": "#4f9ba0",
    "turquoise": "#2e8f92",
    "teal": "#23706f",
    "sage": "#7d9170",
    "mint": "#83b597",
    "moss": "#5a7043",
    "kelp": "#56623a",
    "olive": "#76752f",
    "lime": "#93a83a",
    "green": "#3f7a48",
    "brown": "#70492b",
    "tan": "#b08656",
    "camel": "#b3884f",
    "tar": "#3d3a35",
    "charcoal": "#4a4b4c",
    "slate": "#5d6a73",
    "grey": "#84878a",
    "gray": "#84878a",
    "silver": "#a9adb0",
    "black": "#33322f",
}
_BY_LETTER = ("#35593a", "#8a5a33", "#3f6fa3", "#a4481f", "#6d3a5b", "#b08a3c")


def ink(letter: str, words: str) -> str:
    """The colour of a yarn, as `#rrggbb`: letter A, B, ..., words as in `medium, light kelp`."""
    found = [w for w in re.findall(r"[a-z]+", words.lower()) if w in _DYES]
    if found:
        return _DYES[found[-1]]
    place = ord(letter[0]) - ord("A") if letter[:1].isalpha() else 0
    return _BY_LETTER[place % len(_BY_LETTER)]


def inks(yarns: dict[str, str], used: list[str]) -> dict[str, str]:
    """The colour of each yarn that is used; two never share one by chance."""
    out: dict[str, str] = {}
    for letter in dict.fromkeys(used):
        colour = ink(letter, yarns.get(letter, ""))
        if colour in out.values():
            colour = next((c for c in _BY_LETTER if c not in out.values()), colour)
        out[letter] = colour
    return out


_DARK = 0.45
"""The most light a colour has in which lines can be told from white paper (of 1)."""


def darkened(colour: str) -> str:
    """A colour (`#rrggbb`) as it is drawn in thin lines on white paper."""
    rgb = [int(colour[k : k + 2], 16) for k in (1, 3, 5)]
    light = (0.299 * rgb[0] + 0.587 * rgb[1] + 0.114 * rgb[2]) / 255
    share = min(1.0, _DARK / light) if light else 1.0
    return "#" + "".join(f"{round(c * share):02x}" for c in rgb)
