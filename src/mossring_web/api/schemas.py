"""What goes over the wire."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from ninja import Field, Schema

Terms = Literal["us", "uk"]
Level = Literal["flat", "blocks out", "cups", "ruffles", "unknown"]
MOST_TEXT = 1_000_000


class SessionOut(Schema):
    signed_in: bool
    name: str
    terms: Terms
    units: Literal["cm", "in"]
    demo: bool
    in_demo: bool


class SignInIn(Schema):
    name: str = Field(max_length=150)
    password: str = Field(max_length=200)


class PreferencesIn(Schema):
    terms: Terms | None = None
    units: Literal["cm", "in"] | None = None


class SummaryOut(Schema):
    shape: str
    rounds: int
    stitches: int
    terms: Terms
    verdict: Level
    stopped: bool
    across_mm: int | None = None


class CardOut(Schema):
    id: int
    title: str
    revision: int
    updated: datetime
    summary: SummaryOut


class MotifOut(CardOut):
    text: str


class NewMotifIn(Schema):
    """A new motif from a shape, or (text) one that is written already. length_mm, width_mm: of an oblong."""

    shape: str = Field(default="square", max_length=40)
    terms: Terms = "us"
    title: str = Field(default="", max_length=200)
    stitch: Literal["sc", "hdc", "dc", "tr"] = "dc"
    begin: Literal["magic ring", "chain ring", "one chain"] = "magic ring"
    length_mm: float = Field(default=0, ge=0, le=5000)
    width_mm: float = Field(default=0, ge=0, le=5000)
    text: str | None = Field(default=None, max_length=MOST_TEXT)


class SaveIn(Schema):
    revision: int
    text: str = Field(max_length=MOST_TEXT)


class TextIn(Schema):
    text: str = Field(max_length=MOST_TEXT)


class AnalyseIn(TextIn):
    """line: the one, from 0, in which somebody writes."""

    line: int | None = Field(default=None, ge=0)


class EditOut(Schema):
    start: int
    end: int
    text: str


class FixOut(Schema):
    label: str
    edits: list[EditOut]


class FindingOut(Schema):
    code: str
    severity: Literal["stop", "warn", "hint"]
    round: int
    start: int
    end: int
    message: str
    why: str
    fixes: list[FixOut]


class RoundOut(Schema):
    """One worked round. spans: start, end, start, end ... of the words of each stitch, in working order.

    making: it is still being written, so it has no verdict, nor growth. surface: it
    lies on the face of rounds below, and has neither. yarn: the loop that is live at its end;
    parked: the side on which each parked loop lies (`` if unsaid).
    """

    number: int
    label: str
    start: int
    end: int
    stitches: int
    counts: str
    per_side: list[int]
    corners: int
    corner_added: float | None
    making: bool
    surface: bool
    growth: float | None
    needed: float | None
    fullness: list[float]
    verdict: Level
    yarn: str
    parked: dict[str, str]
    spans: list[int]


class DrawingOut(Schema):
    """rounds: for each round the SVG path of each stitch; foundation: of the chain it begins on; ties: of the joins
    to neighbours, to be dotted. reach: of the whole,
    turn: degrees."""

    reach: float
    turn: float
    middle: float
    foundation: str
    rounds: list[list[str]]
    ties: str


class LieOut(Schema):
    """How the fabric lies when it has settled; lengths in mm, angles in degrees, strain as shares of the length."""

    verdict: Level
    why: str
    rise: float
    bowl: float
    wave: float
    across: float
    corners: float
    length: float
    angles: list[float]
    bow: float
    stands: float
    lean: float
    strain: list[float]
    came_to_rest: bool


class SettledOut(Schema):
    """The fabric at rest. drawing: as in the analysis, pressed flat. threads, flat: six numbers a stitch, from foot
    to top, in stitch widths, in space and pressed flat. strain: one number a stitch.
    open: which rounds are rows. width_mm: of a stitch."""

    lie: LieOut
    drawing: DrawingOut
    threads: list[list[float]]
    flat: list[list[float]]
    strain: list[list[float]]
    inks: list[str]
    open: list[bool]
    width_mm: float


class SettlingOut(Schema):
    """One line of the answer: how far it has come (0 to 1), and on the last line the fabric at rest."""

    progress: float
    settled: SettledOut | None = None


class SheetRoundOut(Schema):
    number: int
    label: str
    text: str
    counts: str
    notes: list[str]


class PairOut(Schema):
    name: str
    value: str


class SheetOut(Schema):
    terms: Terms
    title: str
    begin: str
    materials: list[PairOut]
    abbreviations: list[PairOut]
    notes: list[str]
    rounds: list[SheetRoundOut]


class PatternIn(Schema):
    """style: as in a `Style:` line; plain: in full words."""

    text: str = Field(max_length=MOST_TEXT)
    terms: Terms
    style: str = Field(default="", max_length=400)
    plain: bool = False


class PatternOut(SheetOut):
    """text: the same as a pattern file. cannot: what the style can't do; changes: what of the fabric it changes."""

    special: list[PairOut]
    cannot: list[str]
    changes: list[str]
    text: str


class OfferOut(Schema):
    """A round that could come next, with its verdict once it stands."""

    name: str
    line: str
    verdict: Level
    stitches: int


class ReadInIn(Schema):
    text: str = Field(max_length=MOST_TEXT)
    terms: Terms | None = None


class MarkOut(Schema):
    start: int
    end: int
    message: str
    nearest: str
    stops: bool
    fix: FixOut | None


class ReadLineOut(Schema):
    start: int
    end: int
    kind: Literal["understood", "note", "not understood", "blank"]
    became: str
    marks: list[MarkOut]


class ReadInOut(Schema):
    """A pasted text line by line; `text`: it as a pattern file; `taken`: the same written out in the notation."""

    text: str
    title: str
    terms: Terms
    why_terms: list[str]
    shape: str
    why_shape: str
    rounds: int
    verdict: Level
    taken: str
    lines: list[ReadLineOut]


class SizeOut(Schema):
    side_to_side: float
    corner_to_corner: float
    length: float
    measured: bool


class AnalysisOut(Schema):
    title: str
    terms: Terms
    terms_said: bool
    shape: str
    sides: int
    verdict: Level
    stopped: bool
    size: SizeOut | None
    rounds: list[RoundOut]
    findings: list[FindingOut]
    drawing: DrawingOut


class WriteIn(PatternIn):
    """paper: of a page to print. sections: which, in what order; none: all. svg, png: the chart alone. A
    parcel is a zip of both dialects."""

    format: Literal["text", "markdown", "html", "pdf", "json", "svg", "png", "parcel"]
    paper: Literal["a4", "letter"] = "a4"
    sections: list[str] = Field(default=[], max_length=40)


class ProblemOut(Schema):
    """problem+json. current: on a stale save, what the server has."""

    title: str
    status: int
    detail: str
    current: SaveIn | None = None


class MeasureIn(Schema):
    text: str = Field(max_length=MOST_TEXT)
    wanted_mm: float = Field(0, ge=0, le=10_000)


class HeightOut(Schema):
    name: str
    mm: float
    measured: bool


class GaugeOut(Schema):
    """Width and heights of stitches in mm, and which of them were measured."""

    width: float
    width_measured: bool
    heights: list[HeightOut]


class SaidOut(Schema):
    how: Literal["stitches", "rows", "circle", "across"]
    n: float
    kind: str
    mm: float


class ComparedOut(Schema):
    """A finished round measured, and predicted before and after predictions moved to fit; lengths in mm."""

    round: int
    mm: float
    what: Literal["across", "side"]
    lay: Literal["", "bowl", "flat", "waves", "leaning"]
    before: float
    after: float
    odd: str
    lies: str


class FitOut(Schema):
    told: str
    scatter: float
    compared: list[ComparedOut]


class FinishedOut(Schema):
    """The finished size in mm, as it comes from the hook and blocked, each with how far it may be out."""

    across: float
    across_out: float
    corners: float
    blocked: float
    blocked_out: float


class PlanOut(Schema):
    """How to come to a wanted size. hook: to try with the rounds there are, 0 if none will do."""

    rounds: int
    mm: float
    hook: float
    change: str
    caution: str


class UsedOut(Schema):
    """Yarn by colour; out: how far the figures may be off, as a share; balls 0 where no ball is described."""

    yarn: str
    words: str
    metres: float
    grams: float
    balls: int
    out: float


class MeasuresOut(Schema):
    terms: Terms
    rounds: int
    gauge: GaugeOut
    said: list[SaidOut]
    predicted: list[float]
    fit: FitOut | None
    size: FinishedOut | None
    plan: PlanOut | None
    yarn: list[UsedOut]
    cautions: list[str]


class SwatchIn(Schema):
    name: str = Field(max_length=200)
    text: str = Field(max_length=MOST_TEXT)
    washed: bool = False


class SwatchOut(Schema):
    id: int
    name: str
    lines: str
    terms: Terms
    washed: bool
