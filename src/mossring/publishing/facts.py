"""What a pattern tells besides its rounds, worked out from the fabric: size, gauge, yarn, notions, level, finishing."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from math import ceil

from mossring.analysis import Analysis
from mossring.draft import Draft
from mossring.notation.header import Shape
from mossring.publishing.measures import YARDS_IN_METRE, both
from mossring.shape import Size, heat_caution, read_yarn, size_of, used
from mossring.shape.hooks import UK, US, hook_mm
from mossring.shape.weights import WEIGHTS
from mossring.stitches import Dialect, is_stitch, lookup
from mossring.stitches.terms import TERMS, WORDS, term
from mossring.styles import Style
from mossring.working import Tied
from mossring.writing import Sheet
from mossring.writing.yarns import changes, ends_to_weave

OVER = 1.1
"""So much more yarn than is worked is asked for (common practice, no source)."""
SPARED, OPENED = 0.02, 0.06
"""How much a piece grows when it is wetted and pinned out: solid fabric a little, open fabric as much again and more;
well within what is safe, 5 % and 10 to 15 % (common practice, no source)."""
GAUGE_ROUNDS = 3
"""A motif's gauge is told by its first rounds."""


def size(result: Analysis) -> list[tuple[str, str]]:
    """How large the piece is off the hook, and after blocking; nothing where that isn't known."""
    measured = result.size
    if measured is None:
        return []
    out = []
    for when, by in (("Off the hook", 1.0), ("After blocking", growth(result.draft))):
        across = both(measured.side_to_side * by)
        if measured.length:
            words = f"{across} by {both(measured.length * by)}"
        elif result.draft.shape.sides > 1:
            words = f"{across} from side to side, {both(measured.corner_to_corner * by)} from corner to corner"
        else:
            words = f"{across} across"
        out.append((when, words))
    if not measured.measured:
        out.append(("Reckoned", "by the usual gauge of the yarn and hook, for no swatch is stated"))
    return out


def growth(draft: Draft) -> float:
    """How many times as large a piece is after blocking."""
    return 1 + SPARED + OPENED * _openness(draft)


def pinned_out(result: Analysis) -> Size | None:
    """The size of the piece after blocking, in mm; None where none is known."""
    size, by = result.size, growth(result.draft)
    if size is None:
        return None
    return replace(
        size,
        side_to_side=size.side_to_side * by,
        corner_to_corner=size.corner_to_corner * by,
        length=size.length * by,
    )


def blocked(result: Analysis) -> str:
    """The size to pin a piece out to; `` where it isn't known."""
    sizes = dict(size(result))
    return sizes.get("After blocking", "")


def gauge(draft: Draft) -> list[str]:
    """`Rnds 1-3 measure 8.4 cm / 3 3/8 in across`, as motif patterns tell it."""
    rounds = [r for r in draft.rounds[:GAUGE_ROUNDS] if not r.worked.surface]
    if not rounds or rounds[0].worked.line:
        return []
    last = rounds[-1]
    shape = draft.shape if last.worked.corners else Shape("circle", 0)
    found = size_of(last.entry, shape, draft.gauge)
    if found is None:
        return []
    word = rounds[0].line.word
    name = f"{word} 1 measures" if len(rounds) == 1 else f"{word}s 1-{last.number} measure"
    return [f"{name} {both(found.side_to_side)} across."]


def yarns(draft: Draft, letters: dict[str, str]) -> list[list[str]]:
    """A row for each yarn: its letter, weight, name, metres, yards, grams and whole balls, a tenth over."""
    out = []
    for use in used(draft.doc, [r.worked for r in draft.rounds], draft.gauge):
        yarn = read_yarn(use.words)
        weight = f"{yarn.weight.key} ({WEIGHTS.index(yarn.weight)})" if yarn.weight else ""
        name = ", ".join(p.strip() for p in use.words.split(",") if yarn.weight is None or not _is_weight(p))
        metres = ceil(use.metres * OVER)
        balls = ceil(use.grams * OVER / yarn.grams) if yarn.grams else 0
        out.append(
            [
                letters.get(use.yarn, use.yarn),
                weight,
                name,
                f"{metres} m",
                f"{ceil(use.metres * OVER * YARDS_IN_METRE)} yd",
                f"{ceil(use.grams * OVER)} g",
                f"{balls} of {yarn.grams:g} g" if balls else "",
            ]
        )
    return out


def _is_weight(words: str) -> bool:
    return any(words.strip().lower() in weight.names for weight in WEIGHTS)


def hook(draft: Draft) -> str:
    """`5 mm (US H-8, UK 6)`; the designer's own words where the size can't be told; `` where none is stated."""
    words = draft.doc.value("Hook")
    mm = hook_mm(words)
    if mm is None:
        return words
    names = [f"{country} {table[mm]}" for country, table in (("US", US), ("UK", UK)) if mm in table]
    return f"{mm:g} mm" + (f" ({', '.join(names)})" if names else "")


def notions(draft: Draft) -> list[str]:
    """What a maker needs besides yarn and hook."""
    parks = any(r.worked.acts for r in draft.rounds)
    spirals = any(not r.worked.closed and not r.worked.line for r in draft.rounds)
    markers = ["stitch markers"] if parks else ["a stitch marker"] if spirals else []
    return ["yarn needle", "scissors", *markers, "rustproof pins for blocking"]


def level(draft: Draft) -> tuple[str, str]:
    """How hard the piece is by the Craft Yarn Council's four levels (from memory), and why."""
    made = {m.kind for r in draft.rounds for m in r.worked.made}
    why = {name: list(dict.fromkeys(found)) for name, found in _asks(draft, made)}
    for name in ("Complex", "Intermediate", "Easy"):
        if why[name]:
            return name, ", ".join(why[name])
    return "Basic", "plain stitches in one yarn"


_HARD = {"post": "post stitches", "cl": "clusters", "pc": "popcorns", "bobble": "bobbles", "puff": "puffs"}


def _asks(draft: Draft, made: set[str]) -> Iterator[tuple[str, list[str]]]:
    rounds = [r.worked for r in draft.rounds]
    deep = any(m.feet and r.below and m.feet[0] < r.below[0].number and m.feet[0] for r in rounds for m in r.made)
    yield (
        "Complex",
        ["two live loops"] * any(r.acts for r in rounds)
        + ["stitches into rounds further down"] * deep
        + ["linked stitches"] * any(lookup(k).linked for k in made if is_stitch(k))
        + ["joined to neighbours while worked"] * any(isinstance(m, Tied) for r in rounds for m in r.made),
    )
    special = [_HARD[lookup(k).made] for k in sorted(made) if is_stitch(k) and lookup(k).made in _HARD]
    decreases = ["decreases"] * any(lookup(k).made == "tog" for k in made if is_stitch(k))
    loops = ["single loops"] * any(m.part in ("back", "front", "third") for r in rounds for m in r.made)
    yield "Intermediate", special + decreases + loops
    yield (
        "Easy",
        ["colour changes"] * (len({m.yarn for r in rounds for m in r.made}) > 1)
        + ["groups in chain spaces"] * any(r.spaces() for r in rounds)
        + ["stitches of several heights"] * (len({k for k in made if k in TERMS["us"] and lookup(k).counted}) > 2),
    )


def colour_order(draft: Draft, letters: dict[str, str]) -> list[list[str]]:
    """Which rounds are worked in which yarn, where there are more than two changes."""
    runs: list[list[str]] = []
    changes_seen = -1
    last = ""
    for r in draft.rounds:
        yarn = r.worked.yarn or "A"
        if yarn == last:
            runs[-1][1] = f"{runs[-1][1].split('-')[0]}-{r.number}"
        else:
            runs.append([r.line.word, str(r.number), letters.get(yarn, yarn), draft.doc.yarns.get(yarn, "")])
            changes_seen += 1
        last = yarn
    return [[f"{word} {numbers}", letter, name] for word, numbers, letter, name in runs] if changes_seen > 2 else []


def finishing(result: Analysis, style: Style) -> list[str]:
    """Ends, blocking, and what to be careful about."""
    draft = result.draft
    ends = ends_to_weave(changes([r.worked for r in draft.rounds], style))
    out = [f"Weave in {'the ' if ends == 2 else ''}{ends} ends, back and forth along the stitches of their own colour."]
    if to := blocked(result):
        out.append(f"Wet the piece, pin it out to {to}, and let it dry.")
    fibres = [f for words in draft.doc.yarns.values() for f in read_yarn(words).fibres]
    if caution := heat_caution(fibres):
        out.append(caution)
    if any("baby" in value.lower() for key, value in draft.doc.header if key.lower() in ("for", "meant for", "use")):
        out.append(
            "For a baby: no hole may be wide enough for a finger, and no end or part may come loose. "
            "Follow the product safety rules of your country before you give it away or sell it."
        )
    return out


def other_words(draft: Draft, sheet: Sheet) -> list[list[str]]:
    """The stitches of the piece as the other dialect calls them, and the words of the trade that differ."""
    dialect = sheet.dialect
    other: Dialect = "uk" if dialect == "us" else "us"
    made = dict.fromkeys(m.kind for r in draft.rounds for m in r.worked.made if is_stitch(m.kind))
    keys = dict.fromkeys(k for kind in ("slst", *made) for k in (lookup(kind).base, kind) if k)
    rows = [[term(k, dialect).abbr, term(k, other).abbr] for k in keys]
    skips = any(abbr == WORDS[dialect]["skip"] for abbr, _ in sheet.abbreviations)
    over = WORDS[dialect]["yarn over"]
    used = [*["skip"] * skips, "gauge", *["yarn over"] * any(over in how for _, how in sheet.special)]
    rows += [[WORDS[dialect][k], WORDS[other][k]] for k in used]
    return [row for row in rows if row[0] != row[1]]


def _openness(draft: Draft) -> float:
    """The share of stitches that stand in spaces, over the last rounds."""
    return draft.rounds[-1].entry.openness if draft.rounds else 0.0
