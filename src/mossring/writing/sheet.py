"""The pattern sheet: a worked motif as a document in one dialect, ready to be rendered."""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass, field
from typing import NamedTuple

from mossring.draft import Draft
from mossring.notation.document import STITCH_KEY, TERMS_KEY
from mossring.notation.header import Begin
from mossring.shape.hooks import hook_mm, hook_name
from mossring.stitches import composed, is_stitch, lookup
from mossring.stitches.terms import TERMS, WORDS, Dialect, ordinal, term
from mossring.styles import Style, own_style
from mossring.writing.counts import counts_of
from mossring.writing.phrases import Phrases
from mossring.writing.script import Script
from mossring.writing.special import described, how_made, own_names
from mossring.writing.starting import cast_on, cluster_chains, how_begun, may_spiral, start_of
from mossring.writing.styled import Styled, changed_fabric, not_in_style, styled_rounds
from mossring.writing.walk import Item
from mossring.writing.yarns import Change

_PLAIN = {
    "st": ("st(s)", "stitch(es)"),
    "sp": ("sp(s)", "space(s)"),
    "beg": ("beg", "beginning"),
    "rep": ("rep", "repeat"),
}
_ORDER = ("ch", "slst", "sc", "hdc", "dc", "htr", "tr", "dtr")
_KEPT = ("measured", "weighed", "lies")
_LOOP_WORDS = {
    "back": ("BLO", "back loop only"),
    "front": ("FLO", "front loop only"),
}


class SheetRound(NamedTuple):
    """One round: its label (`Rnd 2`), instructions, count, the notes that follow it, and what becomes of its yarn at
    its end."""

    number: int
    label: str
    text: str
    counts: str
    notes: tuple[str, ...] = ()
    then: str = ""

    @property
    def words(self) -> str:
        return f"{self.text}. {self.then}." if self.then else f"{self.text}."

    @property
    def line(self) -> str:
        return f"{self.label}: {self.words} ({self.counts})"


@dataclass(slots=True)
class Sheet:
    """A pattern in one dialect. begins_as: what the line of the begin is called, where the rounds are numbered from it.
    cannot: what of the style or the round could not be written, and why.

    changes: what of the fabric the style changes. kept: what the designer measured, for no maker's eyes. starts: what
    starting chains count as in all rounds. special: how special stitches are made; names: the designer's own names for
    groups, and their groups. letters: what each yarn is called in the words.
    """

    title: str
    dialect: Dialect
    shape: str
    begin: str
    begins_as: str = "Begin"
    materials: list[tuple[str, str]] = field(default_factory=list)
    kept: list[tuple[str, str]] = field(default_factory=list)
    abbreviations: list[tuple[str, str]] = field(default_factory=list)
    rounds: list[SheetRound] = field(default_factory=list)
    starts: list[str] = field(default_factory=list)
    opening_notes: list[str] = field(default_factory=list)
    cannot: list[str] = field(default_factory=list)
    special: list[tuple[str, str]] = field(default_factory=list)
    names: list[tuple[str, str]] = field(default_factory=list)
    changes: list[str] = field(default_factory=list)
    letters: dict[str, str] = field(default_factory=dict)

    @property
    def all_notes(self) -> list[str]:
        """What is said before the rounds: of starting chains, and the designer's own notes."""
        return [start[0].upper() + start[1:] for start in self.starts] + self.opening_notes


def write_sheet(draft: Draft, dialect: Dialect, style: Style | None = None) -> Sheet:
    """The motif as a pattern in a dialect and a style (None: its own). Nothing that was worked is left out."""
    style = style or own_style(draft.doc.style)
    return _write(draft, dialect, style, styled_rounds(draft, style))


def _write(draft: Draft, dialect: Dialect, style: Style, rounds: list[Styled]) -> Sheet:
    names = own_names(draft.names)
    phrases = Phrases(dialect, names)
    own = draft.doc.begin
    begin = style.begin if style.begin and own.kind != "foundation" else own
    title = draft.doc.title or "Untitled motif"
    sheet = Sheet(title, dialect, draft.shape.name, begin_words(begin, phrases))
    if draft.rounds and draft.rounds[0].line is not draft.doc.rounds[0]:  # the ring has a number of its own
        sheet.begins_as = f"{draft.rounds[0].line.word} {draft.rounds[0].number - 1}"
    sheet.cannot = [f"“{c}” is no school that I know." for c in style.cannot]
    if style.begin and own.kind == "foundation":
        sheet.cannot.append("It keeps its foundation: a piece about a chain has no ring.")
    sheet.materials = _materials(draft, dialect)
    sheet.kept = [(k, v) for k, v in draft.doc.header if k.lower() in _KEPT]
    notes = _notes_by_round(draft)
    sheet.opening_notes = list(notes.get(-1, ()))
    first = rounds[0].script if rounds else None
    if begin.kind == "foundation" and first and first.first:
        sheet.begin = begin_words(begin, phrases, _cast(first, rounds[0].style))
    phrases.closes = _closes_all(rounds)
    told = rounds[begin.kind == "one chain" :]  # round 1 says itself what the chains beside its one chain are
    once = _said_once(rounds) & _said_once(told) if style.labels == "once" else frozenset()
    noted = {note.lower().removeprefix("note:").strip() for note in sheet.opening_notes}
    starts = (_start_note(n, kind, phrases) for n, kind in sorted(once))
    sheet.starts = [start for start in starts if start.lower() not in noted]
    if any(map(_spirals, rounds)) and not any("marker" in note for note in noted):
        sheet.starts.append(_MARKER)
    letters = _Letters(draft)
    sheet.letters = letters.of
    several = len(letters.of) > 1
    sided = len({s.done.turned for s in rounds}) > 1
    for i, s in enumerate(rounds):
        after = rounds[i + 1].done if i + 1 < len(rounds) else None
        if s.script is None:
            sheet.cannot.append(f"Round {s.round.number} makes no stitch that could be written.")
            continue
        turn = after is not None and after.turned != s.done.turned
        joins = letters.of[s.yarns.first] if s.yarns.joins and not s.done.surface else ""
        through = letters.of[s.yarns.then] if s.yarns.then else ""
        in_one_chain = begin.kind == "one chain" and i == 0
        text, counts = _in_words(s, turn, phrases, joins, through, frozenset() if in_one_chain else once)
        joined = bool(joins) and joins in text.split(",")[0]
        if in_one_chain:
            chains, text = _in_one_chain(text, phrases)
            sheet.begin = phrases.chain(chains)
        label = f"{s.round.line.word} {s.round.number}"
        if sided:
            label += " (WS)" if s.done.turned else " (RS)"
        label += f" with {letters.of[s.yarns.first]}" if several and not joined and (s.yarns.begins or i == 0) else ""
        text = letters.loops(text)
        sheet.cannot += [why] if (why := not_in_style(s, style)) else []
        then = letters.at_end(s.yarns, last=i + 1 == len(rounds), several=several)
        if then and text.endswith(", turn"):
            text, then = text.removesuffix(", turn"), f"{then}. Turn"
        sheet.rounds.append(SheetRound(s.round.number, label, text, counts, tuple(notes.get(i, ())), then))
    sheet.changes = changed_fabric(draft, style, rounds)
    sheet.materials += letters.named
    sheet.special = described(sorted(phrases.used), dialect, closed=phrases.closes)
    sheet.names = [(name, _made_of(items, phrases)) for items, name in names.items()]
    sheet.names += [(f"beg {name}", _begun_as(name, chains, phrases)) for name, chains in phrases.begun.items()]
    sheet.abbreviations = [*_abbreviations(phrases), *_of_the_sheet(sheet, dialect)]
    return sheet


class _Letters:
    """Yarns by their letters, and what those are called that the words named otherwise."""

    def __init__(self, draft: Draft) -> None:
        used = dict.fromkeys(m.yarn for r in draft.rounds for m in r.worked.made)
        self.of = {yarn: yarn for yarn in used if len(yarn) == 1}
        self.named: list[tuple[str, str]] = []
        taken = {*self.of, *draft.doc.yarns}
        for yarn in used:
            if yarn not in self.of:
                self.of[yarn] = next((c for c in "ABCDEFGHIJKLMNOPQRSTUVWXYZ" if c not in taken), "Z")
                taken.add(self.of[yarn])
                self.named.append((f"Yarn {self.of[yarn]}", yarn))

    def loops(self, text: str) -> str:
        """The words of a round with the loops it parks and picks up, and the yarns it changes to, called by their
        letters."""
        for yarn, letter in self.of.items():
            if yarn != letter:
                text = re.sub(rf"\b(loop of|pick up|change to) {re.escape(yarn)}\b", rf"\1 {letter}", text)
        return text

    def at_end(self, yarns: Change, *, last: bool, several: bool) -> str:
        """What becomes of a round's yarn at its end, in a sentence without its full stop; `` where it goes on."""
        if last:
            return "Fasten off"
        if not yarns.ends or not several:
            return ""
        letter = self.of[yarns.ends]
        return f"Do not cut {letter}" if yarns.kept else f"Fasten off {letter}"


def _made_of(items: tuple[Item, ...], phrases: Phrases) -> str:
    """What one of the designer's own stitches is made of."""
    words = Phrases(phrases.dialect)
    words.closes = True
    made = words.group(items)
    alone = items[0] if len(items) == 1 and not phrases.closes else None
    return f"{made}, {words.chain(alone.closing)}" if alone and alone.closing else made


def _begun_as(name: str, chains: int, phrases: Phrases) -> str:
    """What such a stitch is made of where a round begins with it: chains for its first leg."""
    items = next(items for items, called in phrases.names.items() if called == name)
    stitch = lookup(items[0].kind)
    less = composed("cl", stitch.base, stitch.legs - 1) if stitch.legs > 2 else stitch.base
    return f"{phrases.chain(chains)}, {_made_of((items[0]._replace(kind=less, n=1),), phrases)}"


def _closes_all(rounds: list[Styled]) -> bool:
    """Whether a chain closes every cluster, and there are some."""
    clusters = [m.closing for s in rounds for m in s.done.made if lookup(m.kind).made == "cl"]
    return bool(clusters) and all(n == 1 for n in clusters)


def _said_once(rounds: list[Styled]) -> frozenset[tuple[int, str]]:
    """The starting chains that mean the same in every round that begins with so many, and what they count as: of each
    stitch those of most rounds."""
    meant: dict[int, Counter[str]] = {}
    for s in rounds:
        script = s.script
        if script is None or not script.first or s.done.line:
            continue
        how = how_begun(script, s.style, s.yarns.joins)
        if how == "cluster":
            chains = cluster_chains(lookup(script.first[0].kind).base, s.style)
            meant.setdefault(chains, Counter())["a cluster"] += 1
        elif how == "chain":
            chains, counts, more = start_of(script, s.style)
            what = "more" if more else script.first[0].kind if counts else ""
            meant.setdefault(chains + more, Counter())[what] += 1
    clear = {n: kinds for n, kinds in meant.items() if n > 1 and len(kinds) == 1}
    usual: dict[str, int] = {}
    for n, kinds in clear.items():
        kind, times = next(iter(kinds.items()))
        if kind not in usual or times > clear[usual[kind]][kind]:
            usual[kind] = n
    return frozenset((n, kind) for kind, n in usual.items() if kind not in ("a cluster", "more"))


_MARKER = "place a marker in the first stitch of each round, and move it up."


def _spirals(s: Styled) -> bool:
    """Whether a round goes on from the one below without a join."""
    return s.goes_on or bool(s.script and s.style.join == "none" and may_spiral(s.script, s.done))


def _start_note(n: int, kind: str, phrases: Phrases) -> str:
    """What a starting chain counts as in all rounds, in a sentence that the reader reads."""
    if kind:
        return f"{phrases.chain(n)} counts as {phrases.word(kind)} throughout."
    return f"{phrases.chain(n)} at the beginning of a round does not count as a stitch."


def _in_words(
    s: Styled, turn: bool, phrases: Phrases, joins: str, through: str, once: frozenset[tuple[int, str]]
) -> tuple[str, str]:
    """A round's instructions and its count, remembered with the round; the words used go to `phrases`. joins: what the
    yarn is called that is joined anew; through: the one that is drawn through at the end."""
    script = s.script
    assert script is not None
    begun = tuple(phrases.begun.items())
    key = (
        script.start,
        script.reach,
        script.hook,
        phrases.dialect,
        s.style,
        turn,
        s.goes_on,
        joins,
        through,
        once,
        phrases.closes,
        begun,
    )

    def say() -> tuple[str, str, set[str], dict[str, int]]:
        own = Phrases(phrases.dialect, phrases.names)
        own.closes, own.begun = phrases.closes, dict(begun)
        own.joins, own.through, own.goes_on, own.once = joins, through, s.goes_on, once
        return own.round(script, s.style, s.done, turn), counts_of(s.done, own), own.used, own.begun

    text, counts, used, phrases.begun = s.round.kept(key, say)
    phrases.used |= used
    return text, counts


_STARTS = re.compile(r"(?:ch (?P<us>\d+)|(?P<uk>\d+) ch)(?: \((?:counts as (?P<kind>[^)]+)|does not count)\))?, ")


def _in_one_chain(text: str, phrases: Phrases) -> tuple[int, str]:
    """How many chains round 1 begins on, and its words: all of it goes into the last of them, and its start is those
    passed over."""
    m = _STARTS.match(text)
    if m and text[m.end()] in "*[(":  # the passed chains would be told in the middle of a repeat
        m = None
    start = int(m["us"] or m["uk"]) if m else 0
    chains = max(2, start + 1)
    ch = phrases.word("ch")
    place = f" in {ordinal(chains)} {ch} from hook"
    if m is None:
        return chains, text.replace(" in ring", place)
    told = f" (skipped {start} {ch} count as {m['kind']})" if m["kind"] else ""
    told = told or (f" (skipped {start} {ch} do not count)" if "does not count" in m[0] and start > 1 else "")
    return chains, text[m.end() :].replace(" in ring", place + told, 1).replace(" in ring", place)


def _cast(script: Script, style: Style) -> int:
    """Chains to cast on: those worked into and those that turn, less one that both are."""
    if not script.cast:
        return 0
    chains, counts = cast_on(script, style)
    return script.cast + chains - (1 if counts else 0)


def begin_words(begin: Begin, phrases: Phrases, cast: int = 0) -> str:
    """The centre in words that the reader reads. cast: chains of a foundation (0: as many as it says)."""
    if begin.kind == "ring":
        return f"{phrases.chain(begin.chains)}, join with {phrases.word('slst')} to form ring"
    if begin.kind == "foundation" and begin.stitch:
        return f"{begin.chains} {phrases.word(begin.stitch)}"
    if begin.kind == "foundation":
        return f"{phrases.chain(cast or begin.chains)} (foundation)"
    return phrases.chain(max(2, begin.chains)) if begin.kind == "one chain" else "magic ring"


def _materials(draft: Draft, dialect: Dialect) -> list[tuple[str, str]]:
    """Yarns, hook, gauge and whatever else the header says, the hook with its name in the dialect's country."""
    skip = {"motif", "terms", "shape", "begin", "style", "abbreviations", "special stitches", *_KEPT}
    out = []
    for key, value in draft.doc.header:
        mm = hook_mm(value) if key.lower() == "hook" else None
        if mm is not None:
            value = hook_name(mm, uk=dialect == "uk")
        if key.lower() in ("gauge", "tension"):
            value = in_terms(value, draft.dialect, dialect)
        if key.lower() not in skip and not STITCH_KEY.fullmatch(key.lower()) and not TERMS_KEY.fullmatch(key.lower()):
            out.append((key, value))
    return out


def in_terms(words: str, said: Dialect, dialect: Dialect) -> str:
    """The stitches that a gauge names, as another dialect calls them."""
    if said == dialect:
        return words
    names = {t.abbr: TERMS[dialect][key].abbr for key, t in TERMS[said].items() if key in TERMS[dialect]}
    return re.sub(r"[A-Za-z]+", lambda m: names.get(m[0].lower(), m[0]), words)


def _notes_by_round(draft: Draft) -> dict[int, list[str]]:
    """Notes and comments, by the index of the round they follow (-1: before the first)."""
    out: dict[int, list[str]] = {}
    for note in draft.doc.notes:
        if note.kind not in ("note", "comment"):
            continue
        k = -1
        for i, r in enumerate(draft.rounds):
            if r.line.at < note.at:
                k = i
        out.setdefault(k, []).append(note.text.strip())
    return out


def _abbreviations(phrases: Phrases) -> list[tuple[str, str]]:
    out = []
    for key in _ORDER:
        if key in phrases.used:
            t = term(key, phrases.dialect)
            out.append((t.abbr, t.words))
    for key in sorted(phrases.used - set(_ORDER)):
        if is_stitch(key) and not how_made(
            key, phrases.dialect
        ):  # what is told under special stitches isn't told twice
            t = term(key, phrases.dialect)
            out.append((t.abbr, t.words))
    out += [_LOOP_WORDS[k] for k in _LOOP_WORDS if k in phrases.used]
    out += [_PLAIN[k] for k in _PLAIN if k in phrases.used]
    if "sk" in phrases.used:
        out.append(("sk", "skip") if phrases.dialect == "us" else ("miss", "leave unworked"))
    return out


def _of_the_sheet(sheet: Sheet, dialect: Dialect) -> list[tuple[str, str]]:
    """What is shortened outside the words of the rounds: in their labels, and in how special stitches are made."""
    labels = " ".join(r.label for r in sheet.rounds)
    out = [("RS", "right side"), ("WS", "wrong side")] if "(RS)" in labels or "(WS)" in labels else []
    out += [("rnd(s)", "round(s)")] if "Rnd" in labels else []
    yo = WORDS[dialect]["yarn over"]
    if any(yo in re.findall(r"\w+", how) for _, how in (*sheet.special, *sheet.names)):
        out.append((yo, "yarn over" if dialect == "us" else "yarn round hook"))
    return out
