"""What a motif measures, in the shape of the wire; lengths in mm."""

from __future__ import annotations

from dataclasses import asdict

from mossring.draft import Draft, work_draft
from mossring.shape import Size, heat_caution, plan, read_yarn, sizes, used
from mossring.shape.gauge import DEFAULT_HOOK_MM, measurements
from mossring.shape.hooks import hook_mm
from mossring.shape.learned import predicted
from mossring.stitches import term

_KINDS = ("sc", "hdc", "dc", "tr")


def measures(text: str, wanted_mm: float) -> dict[str, object]:
    draft = work_draft(text)
    return {
        "terms": draft.dialect,
        "rounds": len(draft.rounds),
        "gauge": _gauge(draft),
        "said": [
            asdict(m) for m in measurements(draft.doc.value("Gauge") or draft.doc.value("Tension"), draft.dialect)
        ],
        "predicted": [_across(draft, k) for k in range(len(draft.rounds))],
        "fit": _fit(draft),
        "size": _size(draft, draft.size) if draft.size else None,
        "plan": _plan(draft, wanted_mm),
        "yarn": [asdict(u) for u in used(draft.doc, [r.worked for r in draft.rounds], draft.gauge)],
        "cautions": _cautions(draft),
    }


def _gauge(draft: Draft) -> dict[str, object]:
    gauge = draft.gauge
    worked = {m.kind for r in draft.rounds for m in r.worked.made}
    measured = {c.sample.what for c in draft.fit.compared} if draft.fit else set()
    kinds = [k for k in _KINDS if k in worked or k in gauge.known] or ["dc"]
    return {
        "width": gauge.width_mm,
        "width_measured": "width" in gauge.known or "side" in measured,
        "heights": [
            {
                "name": term(k, draft.dialect).abbr,
                "mm": gauge.height(k) * gauge.width_mm,
                "measured": k in gauge.known or "across" in measured,
            }
            for k in kinds
        ],
    }


def _across(draft: Draft, k: int) -> float:
    return predicted(draft.rounds[k].entry, draft.shape, draft.gauge, "across") or 0.0


def _fit(draft: Draft) -> dict[str, object] | None:
    fit = draft.fit
    if fit is None:
        return None
    return {
        "told": fit.told,
        "scatter": fit.scatter,
        "compared": [
            {**asdict(c.sample), "before": c.before, "after": c.after, "odd": c.odd, "lies": c.lies}
            for c in fit.compared
        ],
    }


def _size(draft: Draft, size: Size) -> dict[str, object]:
    scatter = draft.fit.scatter if draft.fit else 0.0
    before, after = sizes(size.side_to_side, size.measured, scatter)
    corners, _ = sizes(size.corner_to_corner, size.measured, scatter)
    return {
        "across": before.mm,
        "across_out": before.out,
        "corners": corners.mm,
        "blocked": after.mm,
        "blocked_out": after.out,
    }


def _plan(draft: Draft, wanted_mm: float) -> dict[str, object] | None:
    hook = hook_mm(draft.doc.value("Hook")) or DEFAULT_HOOK_MM
    found = plan(wanted_mm, [r.entry for r in draft.rounds], draft.shape, draft.gauge, hook) if wanted_mm else None
    return asdict(found) if found else None


def _cautions(draft: Draft) -> list[str]:
    words = [*draft.doc.yarns.values(), draft.doc.value("Yarn")]
    return list(dict.fromkeys(c for w in words if (c := heat_caution(read_yarn(w).fibres))))
