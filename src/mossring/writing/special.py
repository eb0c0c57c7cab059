"""What the special stitches of a pattern are and how they are made, in the pattern's dialect."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from mossring.notation.cursor import Names
from mossring.notation.tree import Chain, Make, Node
from mossring.stitches import Dialect, is_stitch, lookup, term
from mossring.stitches.terms import WORDS
from mossring.writing.walk import Item

_FIRST_OVERS = {"sc": "", "hdc": "yo, ", "dc": "yo, ", "htr": "yo twice, ", "tr": "yo twice, ", "dtr": "yo 3 times, "}
_THROUGH = {"sc": 0, "hdc": 0, "dc": 1, "htr": 1, "tr": 2, "dtr": 3}
"""How often a leg is taken through two loops before its last step (common practice, no source)."""


_AROUND = {True: "from front to back to front", False: "from back to front to back"}
"""How the hook goes around a post that is raised at the front, or not."""


def how_made(key: str, dialect: Dialect, *, closed: bool = False) -> str:
    """How a stitch made of others is made, in a sentence; `` for one that everybody knows. closed: a chain closes every
    cluster."""
    if key == "picot":
        return f"ch 3, {term('slst', dialect).abbr} in 3rd ch from hook"
    if key == SPIKE:
        hook = f"insert hook in the place told, rounds below, {WORDS[dialect]['yarn over']}"
        return f"{hook}, pull up a loop as tall as the round, finish as {term('sc', dialect).abbr}"
    if key.startswith(STANDING):
        return "with a slip knot of the new yarn on the hook, make the stitch as usual"
    if key == "revsc":
        return f"work {term('sc', dialect).abbr} in the other direction, from the stitch just made backwards"
    stitch = lookup(key)
    yo = WORDS[dialect]["yarn over"]
    base = stitch.base
    if key == "star":
        before = "in the eye and the side of the one before and in the place of its last leg (the first: in its chains)"
        ends = f"{yo}, pull through all loops, {term('ch', dialect).abbr} 1"
        return f"pull up a loop {before} and in each of the places, {ends}"
    if stitch.made == "post":
        return f"{term(base, dialect).abbr} with the hook inserted {_AROUND[stitch.front]} around the post"
    if stitch.made in ("cl", "bobble"):
        closes = f", {term('ch', dialect).abbr} 1 to close" if closed and stitch.made == "cl" else ""
        leg = _leg(base, yo)
        return f"[{leg}] {_often(stitch.legs)} in same place, {yo}, pull through all loops on hook{closes}"
    if stitch.made == "tog":
        leg = _leg(base, yo).replace("insert hook", "insert hook in next place")
        return f"[{leg}] {_often(stitch.legs)}, {yo}, pull through all loops on hook"
    if stitch.made == "puff":
        legs = stitch.legs
        return (
            f"[{yo}, insert hook, {yo}, pull up a long loop] {legs} times in same place, {yo}, pull through all loops"
        )
    if stitch.made == "pc":
        many = f"{stitch.legs} {term(base, dialect).abbr}"
        return f"{many} in same place, drop loop, insert hook in first of them, pull dropped loop through"
    if stitch.made == "extended":
        first = f"insert hook, {yo}, pull up a loop, {yo}, pull through 1 loop"
        return f"{_FIRST_OVERS[base].replace('yo', yo)}{first}, then finish as {term(base, dialect).abbr}"
    if stitch.made == "foundation":
        return f"a chain and its {term(base, dialect).abbr} made at once"
    return ""


def _often(n: int) -> str:
    return "twice" if n == 2 else f"{n} times"


def _leg(base: str, yo: str) -> str:
    """One leg, short of its last step."""
    stitch = lookup(base)
    insert = "insert hook"
    if stitch.made == "post":
        base = stitch.base
        insert += f" {_AROUND[stitch.front]} around the post"
    overs = _FIRST_OVERS[base].replace("yo", yo)
    through = f", [{yo}, pull through 2 loops] {_THROUGH[base]} times" if _THROUGH[base] > 1 else ""
    if _THROUGH[base] == 1:
        through = f", {yo}, pull through 2 loops"
    return f"{overs}{insert}, {yo}, pull up a loop{through}"


def described(keys: Iterable[str], dialect: Dialect, *, closed: bool) -> list[tuple[str, str]]:
    """The special stitches among `keys`, with how each is made. closed: a chain closes every cluster."""
    special = (key for key in keys if is_stitch(key) or key == SPIKE or key.startswith(STANDING))
    made = ((key, how_made(key, dialect, closed=closed)) for key in special)
    return [(_called(key, dialect), how) for key, how in made if how]


def _called(key: str, dialect: Dialect) -> str:
    if key.startswith(STANDING):
        return STANDING + term(key.removeprefix(STANDING), dialect).abbr
    return f"spike {term('sc', dialect).abbr}" if key == SPIKE else term(key, dialect).abbr


STANDING = "standing "
"""Before the stitch (its key) that a new yarn begins with, without a chain."""
SPIKE = "spike"
"""What a single crochet is called that reaches down over rounds amid stitches of the round below."""


def own_names(names: Names) -> dict[tuple[Item, ...], str]:
    """The designer's own names for groups, by what they are made of."""
    out: dict[tuple[Item, ...], str] = {}
    for name in sorted(names, key=lambda n: len(" ".join(n.words))):
        if name.place or name.means:  # the name of a corner or a space
            continue
        first = name.group[0] if name.group else None
        if (items := as_items(name.group)) and not (isinstance(first, Make) and first.start):
            out.setdefault(items, ("-" if len(name.words[0]) == 1 else " ").join(name.words))
    return out


def as_items(group: Sequence[Node]) -> tuple[Item, ...]:
    """A special stitch's group as a script has it; () if it isn't made of stitches and chains alone."""
    out = []
    for node in group:
        if isinstance(node, Chain):
            out.append(Item("ch", node.n))
        elif isinstance(node, Make) and node.stitch:
            out.append(Item(node.stitch, node.n, node.part, node.closing, node.chains, node.stitch == "picot"))
        else:
            return ()
    return tuple(out)
