"""The whole answer to a text: rounds, findings, verdict, size. What the command line and the web both ask for."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from mossring.draft import Draft, DraftRound, work_draft
from mossring.findings import Finding, find_all
from mossring.making import in_the_making, told_already
from mossring.parked import parked_after
from mossring.shape import Size, Verdict, size_at_widest
from mossring.stitches import lookup
from mossring.stitches.terms import Dialect
from mossring.working import WorkedRound


@dataclass(slots=True)
class Analysis:
    """A draft, its findings in the order of the text, the verdict of its last round, its size. making: the rounds that
    are still being written: they have no verdict, nor growth."""

    draft: Draft
    findings: list[Finding]
    verdict: Verdict
    size: Size | None
    making: frozenset[int] = frozenset()

    @property
    def stopped(self) -> bool:
        """Whether anything keeps the motif from being worked as written."""
        return any(f.severity == "stop" for f in self.findings)


def analyse(text: str, terms: Dialect | None = None, line: int | None = None) -> Analysis:
    """Work a text and judge it. terms: read it in this dialect whatever it says; line: the one, from 0, that somebody
    is writing in. Never raises."""
    draft = work_draft(text, terms)
    making = in_the_making(draft, line)
    made = [r for r in draft.rounds if r.number not in making]
    findings = [f for f in find_all(draft) if told_already(draft, making, line, f)]
    size = size_at_widest([r.entry for r in made], draft.shape, draft.gauge) if making else draft.size
    return Analysis(draft, findings, made[-1].entry.verdict if made else "unknown", size, making)


def as_data(analysis: Analysis) -> dict[str, object]:
    """The JSON-ready object that `check --json` prints; sizes in whole mm, lengths in stitch widths."""
    draft = analysis.draft
    size = analysis.size
    return {
        "motif": draft.doc.title,
        "terms": draft.dialect,
        "shape": draft.shape.name,
        "sides": draft.shape.sides,
        "rounds": [round_data(draft, r, r.number in analysis.making) for r in draft.rounds],
        "findings": [finding_data(f) for f in analysis.findings],
        "verdict": analysis.verdict,
        "size_mm": {
            "side_to_side": round(size.side_to_side),
            "corner_to_corner": round(size.corner_to_corner),
            "length": round(size.length),
        }
        if size
        else None,
    }


def round_data(draft: Draft, r: DraftRound, making: bool = False) -> dict[str, object]:
    """One round as `check --json` gives it; in the making it has neither growth nor a verdict yet, on the
    face of others none at all."""
    done, entry = r.worked, r.entry
    unjudged = making or done.surface
    return {
        "number": r.number,
        "stitches": done.stitches,
        "counts": {k: n for k, n in done.counts().items() if lookup(k).counted},
        "spaces": done.spaces(),
        "per_side": done.per_side(),
        "corners": len(done.corners),
        "closed": done.closed,
        "unworked": done.unworked,
        "neighbours": done.neighbours(),
        "making": making,
        "surface": done.surface,
        "growth": None if unjudged else round(entry.growth, 2),
        "needed": None if unjudged else round(entry.needed, 2),
        "fullness": None if unjudged else [round(entry.fullness[0], 3), round(entry.fullness[1], 3)],
        "verdict": "unknown" if unjudged else entry.verdict,
        "yarn": done.yarn,
        "parked": parked_after(draft, r),
    }


def joins(done: WorkedRound) -> Iterator[str]:
    """`joined to motif 1 along side 2`: to whom a round is joined, and where."""
    for whom, sides in done.neighbours().items():
        many = sum(tie.whom == whom for _, tie in done.ties())
        along = f" along side{'s' * (len(sides) > 1)} {', '.join(map(str, sides))}" if sides else ""
        yield f"joined to {whom}{along} in {many} place{'s' * (many > 1)}"


def finding_data(f: Finding) -> dict[str, object]:
    """One finding as `check --json` gives it: offsets into the text, fixes as edits."""
    return {
        "code": f.code,
        "severity": f.severity,
        "round": f.round,
        "start": f.start,
        "end": f.end,
        "message": f.message,
        "why": f.why,
        "fixes": [
            {
                "label": x.label,
                "edits": [{"start": e.start, "end": e.end, "text": e.text} for e in x.edits],
            }
            for x in f.fixes
        ],
    }
