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


def _first_state(doc: Document, shape: Shape, dialect: Dialect) -> State:
    """What the header says of how every round is worked."""
    style = doc.style.lower()
    closing = 1 if "cluster closed" in style else 0
    rows = doc.rows or in_rows(doc)
    known = told_starts(doc, dialect)
    turning = "turn every" in style
    plain = named_last(doc.throughout, dialect)
    return State(
        doc.begin, shape.sides, turning=turning, rows=rows, closing=closing, spiral=doc.spiral, known=known, plain=plain
    )


def _digest(before: bytes, text: str) -> bytes:
    return hashlib.blake2b(before + text.encode("utf-8", "surrogatepass"), digest_size=16).digest()
