"""The document of a pattern: its sections in order, each of a few plain parts that every format can show."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import NamedTuple

from mossring.analysis import Analysis
from mossring.chart import chart_svg, chart_told, chartable, charted, fabric_of, fabric_svg, inks, sides_drawn
from mossring.draft import Draft
from mossring.publishing import facts
from mossring.publishing.schematic import schematic
from mossring.stitches import Dialect
from mossring.stitches.terms import WORDS
from mossring.styles import Style, own_style
from mossring.writing import Sheet, SheetRound, write_pattern

ORDER = (
    "picture",
    "size",
    "gauge",
    "hook",
    "notions",
    "level",
    "yarn",
    "notes",
    "abbreviations",
    "special",
    "rounds",
    "chart",
    "colours",
    "schematic",
    "finishing",
    "words",
    "credits",
)
"""The sections in the order in which a maker needs them."""
_TITLES = {
    "size": "Finished size",
    "yarn": "Yarn",
    "hook": "Hook",
    "notions": "Notions",
    "gauge": "Gauge",
    "level": "How hard it is",
    "notes": "Notes",
    "abbreviations": "Abbreviations",
    "special": "Special stitches",
    "rounds": "Instructions",
    "chart": "Chart",
    "colours": "Order of the colours",
    "schematic": "Measurements",
    "finishing": "Finishing",
    "words": "In %s terms",
    "credits": "About this pattern",
}
_CREDITS = ("designer", "by", "version", "date", "licence", "license", "copyright")


class Words(NamedTuple):
    """Paragraphs."""

    lines: tuple[str, ...]


class Pairs(NamedTuple):
    """Names and what they mean."""

    rows: tuple[tuple[str, str], ...]


class Table(NamedTuple):
    """Rows of as many columns as the head has."""

    head: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]


class Rounds(NamedTuple):
    """The instructions: what the piece begins on, and its rounds."""

    begins_as: str
    begin: str
    rounds: tuple[SheetRound, ...]


class Picture:
    """An SVG picture that stands by itself, drawn when it is first looked at: a text has none. dark: on a dark ground,
    where its colours are light."""

    def __init__(self, draw: Callable[[], str], dark: bool = False) -> None:
        self._draw = draw
        self.dark = dark

    @cached_property
    def svg(self) -> str:
        return self._draw()


Part = Words | Pairs | Table | Rounds | Picture


class Section(NamedTuple):
    """One section: its key (see ORDER), its heading (none for the picture) and its parts."""

    key: str
    title: str
    parts: tuple[Part, ...]


@dataclass(slots=True)
class Document:
    """A pattern to publish in one dialect. doubts: what of it isn't ready, round by round. sheet: its instructions,
    with what a style could not do or changes. chart: shown or not (None where there is none)."""

    title: str
    dialect: Dialect
    sheet: Sheet
    sections: list[Section] = field(default_factory=list)
    doubts: list[str] = field(default_factory=list)
    chart: Picture | None = None


def publish(
    result: Analysis,
    dialect: Dialect,
    style: Style | None = None,
    *,
    plain: bool = False,
    sections: Sequence[str] = ORDER,
) -> Document:
    """The document of a judged motif. plain: in full words. sections: which, in what order; unknown ones are passed."""
    draft = result.draft
    style = style or own_style(draft.doc.style)
    sheet = write_pattern(draft, dialect, style, plain)
    parts = _parts(result, sheet, style)
    shown = [Section(key, _title(key, dialect), told) for key in sections if (told := tuple(parts.get(key, ())))]
    chart = next((p for p in parts["chart"] if isinstance(p, Picture)), None)
    return Document(_clean(sheet.title), dialect, sheet, shown, doubts(result), chart)


def _clean(title: str) -> str:
    """A title without signs that steer machines and print as nothing."""
    return "".join(c for c in title if c.isprintable())


def _title(key: str, dialect: Dialect) -> str:
    if key == "words":
        return _TITLES[key] % ("UK" if dialect == "us" else "US")
    return WORDS[dialect]["gauge"].capitalize() if key == "gauge" else _TITLES.get(key, "")


def doubts(result: Analysis) -> list[str]:
    """Which rounds are missing or uncertain, and why: what stops a draft, said of its rounds."""
    lines = {r.number: r.line for r in result.draft.rounds}
    out = []
    for f in result.findings:
        if f.severity != "stop":
            continue
        line = lines.get(f.round or 0)
        out.append(f"{line.word} {f.round} is not certain: {f.message}" if line else f.message)
    out += [f"{lines[n].word} {n} is not finished." for n in sorted(result.making) if n in lines]
    return list(dict.fromkeys(out))


def _parts(result: Analysis, sheet: Sheet, style: Style) -> dict[str, list[Part]]:
    draft, dialect = result.draft, sheet.dialect
    title = _clean(sheet.title)
    used = [r.worked.yarn or "A" for r in draft.rounds]
    colours = inks(draft.doc.yarns, used)
    yarn_rows = tuple(map(tuple, facts.yarns(draft, sheet.letters)))
    level, why = facts.level(draft)
    header = [(key, value) for key, value in sheet.materials if not _told_elsewhere(key)]
    own = [_plain(n) for n in sheet.all_notes]
    hard = f"{level}: {why}."
    gauge = (*facts.gauge(draft), *(v for k, v in sheet.materials if k.lower() in ("gauge", "tension")))
    order = tuple(map(tuple, facts.colour_order(draft, sheet.letters)))
    credits = [(k, v) for k, v in draft.doc.header if k.lower() in _CREDITS]
    pinned = facts.pinned_out(result)
    drawn = 0 < sum(len(r.worked.made) for r in draft.rounds) <= _MOST_PICTURED
    said: dict[str, list[Part]] = {
        "picture": [
            Picture(lambda: fabric_svg(fabric_of(draft), title, [colours[y] for y in used]), _is_light(colours))
        ]
        if drawn
        else [],
        "size": [Pairs(tuple(facts.size(result)))],
        "yarn": [_without_empty(Table(("", "weight", "yarn", "metres", "yards", "grams", "balls"), yarn_rows))],
        "hook": [Words((facts.hook(draft),))] if facts.hook(draft) else [],
        "notions": [Words((", ".join(facts.notions(draft)).capitalize() + ".",))],
        "gauge": [Words(gauge)] if gauge else [],
        "level": [Words((hard,))],
        "notes": [Words(tuple(_sentence(n) for n in own))] if own else [],
        "abbreviations": [Pairs(tuple(sheet.abbreviations))] if sheet.abbreviations else [],
        "special": [Pairs((*sheet.names, *sheet.special))] if sheet.names or sheet.special else [],
        "rounds": [Rounds(sheet.begins_as, sheet.begin, tuple(sheet.rounds))],
        "chart": _chart(draft, style, title, dialect) if any(r.worked.made for r in draft.rounds) else [],
        "colours": [Table(("rounds", "yarn", ""), order)] if order else [],
        "schematic": [Picture(lambda: schematic(draft, pinned, f"Measurements of {title}"))]
        if drawn and pinned
        else [],
        "finishing": [Words(tuple(facts.finishing(result, style)))],
        "words": [Pairs(tuple((here, there) for here, there in facts.other_words(draft, sheet)))],
        "credits": [Pairs((*credits, *header))] if credits or header else [],
    }
    return {key: [p for p in parts if not (isinstance(p, Pairs | Table) and not p.rows)] for key, parts in said.items()}


def _without_empty(table: Table) -> Table:
    """The table without columns in which nothing stands."""
    kept = [k for k in range(len(table.head)) if any(row[k] for row in table.rows)]
    return Table(tuple(table.head[k] for k in kept), tuple(tuple(row[k] for k in kept) for row in table.rows))


def _chart(draft: Draft, style: Style, title: str, dialect: Dialect) -> list[Part]:
    """The chart with its key: of one side, where there are many rounds."""
    if not chartable(draft):
        return [Words(("The chart is left out: no page has room for so many stitches.",))]
    times = sides_drawn(draft)
    several = times > 1
    told = f"One side with both its corners is shown; the piece has {times} of them, each worked like it."

    def draw() -> str:
        drawing = charted(draft, style)
        words = f"Chart of {'one side of ' if several else ''}{title}"
        return chart_svg(drawing, words, chart_told(draft, drawing, dialect), dialect)

    return [Words((told,)), Picture(draw)] if several else [Picture(draw)]


_MOST_PICTURED = 20_000
"""Of more stitches than these no picture is made."""


def _is_light(colours: dict[str, str]) -> bool:
    """Whether each of the yarns is light."""
    light = [sum(int(c[k : k + 2], 16) for k in (1, 3, 5)) / 3 for c in colours.values()]
    return bool(light) and min(light) > _LIGHT


_LIGHT = 150
"""The least lightness of a light yarn, of 255."""


def _told_elsewhere(key: str) -> bool:
    """Whether a line of the header is told by a section of its own."""
    k = key.lower()
    return k in ("hook", "gauge", "tension", "yarn", "finished size", "size", *_CREDITS) or k.startswith("yarn ")


def _plain(note: str) -> str:
    return note.lstrip("# ").removeprefix("Note:").strip()


def _sentence(words: str) -> str:
    """With a capital and a full stop."""
    return words[:1].upper() + words[1:] + ("" if words.endswith((".", "!", "?")) else ".")
