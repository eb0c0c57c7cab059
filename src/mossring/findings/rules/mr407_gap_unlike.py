"""One gap without the chain that all the others have, or with one of another length.

In a round without corners the same stitches and chains come again and again. Where they do so all round but for one
chain, that chain was left out or miscounted: most often the one between the round's first group and its repeat.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look
from mossring.findings.nudge import chain_edits, number_edits
from mossring.working import WorkedRound

CODE = "MR407"
SEVERITY: Severity = "warn"
LEAST = 4
"""Fewer repeats than this show no rule to break."""


def check(look: Look) -> Iterator[Finding]:
    if look.round.worked.corners or look.round.worked.line:
        return
    lengths = [m.chains for m in look.round.worked.made if m.kind == "ch"]
    if len(lengths) < LEAST - 1:
        return
    usual = max(set(lengths), key=lengths.count)
    other = [n for n in lengths if n != usual]
    if len(other) == 1 and len(lengths) > LEAST:
        message = f"One chain of {look.name.lower()} is ch {other[0]} where all the others are ch {usual}."
        yield look.finding(CODE, SEVERITY, (0, 0), message, "", number_edits(look))
    elif not other and gap_without(look.round.worked):
        message = f"One gap of {look.name.lower()} has no chain where all the others have ch {usual}."
        why = "Between two chains stands what stands twice between all the others."
        yield look.finding(CODE, SEVERITY, (0, 0), message, why, chain_edits(look, usual))


def gap_without(done: WorkedRound) -> bool:
    """Whether what stands between chains is the same all round, but once is that twice over."""
    made = done.made
    start = next((k for k, m in enumerate(made) if m.kind == "ch"), 0)
    runs: list[list[str]] = []
    for k in range(len(made)):
        m = made[(start + k) % len(made)]
        if m.kind == "ch":
            runs.append([])
        elif m.counted and runs:
            runs[-1].append(m.kind)
    usual = max(runs, key=runs.count, default=[])
    odd = [run for run in runs if run != usual]
    return len(runs) >= LEAST - 1 and bool(usual) and odd == [usual * 2]
