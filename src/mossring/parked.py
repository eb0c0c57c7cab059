"""Loops that lie parked between rounds of several yarns."""

from __future__ import annotations

from mossring.draft import Draft, DraftRound


def parked_after(draft: Draft, upto: DraftRound) -> dict[str, str]:
    """The loops that lie parked after a round: yarn -> `front`, `back` or `` where no side was said."""
    out: dict[str, str] = {}
    for r in draft.rounds:
        out.pop(r.line.yarn or r.tree.yarn, None)
        for act in r.worked.acts:
            if act.what == "park":
                out[act.yarn] = act.side
            else:
                out.pop(act.yarn, None)
        if r is upto:
            break
    return out
