"""How a settled fabric lies, as text and as JSON."""

from __future__ import annotations

from mossring.draft import Draft
from mossring.relaxed import Relaxed, stitch_mm


def lie_data(draft: Draft, found: Relaxed) -> dict[str, object]:
    """The JSON-ready object that `settle --json` prints; lengths in mm, angles in degrees, strain as shares."""
    w = stitch_mm(draft, found)
    lie, out = found.lie, found.lie.outline
    return {
        "verdict": lie.verdict,
        "ledger": draft.rounds[-1].entry.verdict,
        "why": lie.why,
        "rise_mm": round(lie.rise * w, 1),
        "bowl_mm": round(lie.bowl * w, 1),
        "wave_mm": round(lie.wave * w, 1),
        "across_mm": round(out.across * w, 1),
        "corners_mm": round(out.corners * w, 1),
        "length_mm": round(out.length * w, 1),
        "angles": [round(a, 1) for a in out.angles],
        "bow": round(out.bow, 3),
        "stands_mm": round(out.stands * w, 1),
        "lean": round(out.lean, 1),
        "strain": [round(s, 3) for s in lie.strain],
        "outline_mm": [[round(x * w, 1), round(y * w, 1)] for x, y in out.edge],
        "steps": list(found.steps),
        "came_to_rest": found.came_to_rest,
    }


def print_lie(draft: Draft, found: Relaxed) -> None:
    """The same for people, in a few lines."""
    w = stitch_mm(draft, found) / 10
    lie, out = found.lie, found.lie.outline
    print(f"{draft.doc.title or 'Untitled'}: {lie.verdict}. {lie.why}")
    length = f" by {out.length * w:.1f}" if out.length else ""
    print(
        f"  {out.across * w:.1f}{length} cm across, {out.corners * w:.1f} cm at the corners; "
        f"it rises {lie.rise * w:.1f} cm"
    )
    if out.angles:
        print(
            f"  corners {', '.join(f'{a:.0f}°' for a in out.angles)}, standing out {out.stands * w * 10:+.0f} mm; "
            f"sides bow {out.bow:+.0%}; lean {out.lean:+.0f}°"
        )
    strain = ", ".join(f"{r.number}: {s:+.0%}" for r, s in zip(draft.rounds, lie.strain, strict=True))
    print(f"  strain by round, pressed flat: {strain}")
