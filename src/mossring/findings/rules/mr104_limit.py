"""More than the workbench takes in.

A motif may have 200 rounds, 60,000 stitches and 200,000 characters, repeat counts to 10,000 and brackets
40 deep. The limits lie far above any motif made by hand; a text past them is nearly always a slip, such as
a missing comma between two numbers.
"""

from __future__ import annotations

from collections.abc import Iterator

from mossring.draft import DraftRound
from mossring.findings.finding import Finding, Severity
from mossring.findings.look import Look

CODE = "MR104"
SEVERITY: Severity = "stop"


_WHAT = {
    "nesting": "Brackets stand more than {limit} deep here.",
    "times": "A repeat count of {n:,} is over the limit of {limit:,}.",
}


def of_trouble(look: Look) -> Iterator[Finding]:
    for t in look.troubles("limit", "nesting", "times"):
        if t.kind == "limit":
            what = t.data["what"]
            if what == "line" and any(_over(r, t.span[0]) for r in look.draft.rounds):
                continue  # told there
            message = {
                "line": "A line may have {limit:,} characters; what goes beyond that was not read.",
                "words": "The text goes on for longer than I can read; what follows was kept, and not read.",
                "work": "There is more to work here than {limit:,} steps; what follows was not worked.",
                "characters": "The text has {n:,} characters; a motif may have {limit:,}.",
                "rounds": "The motif has more than {limit:,} rounds; what follows was not worked.",
                "stitches": "The motif passes {limit:,} stitches here; what follows was not worked.",
            }.get(str(what), "This repeat would go on for ever; it was stopped.")
        else:
            message = _WHAT[t.kind]
        yield look.finding(CODE, SEVERITY, t.span, message.format(**t.data), "Is a number mistyped?")
        return


of_file = of_trouble


def _over(r: DraftRound, at: int) -> bool:
    """Whether the round whose words end at a place is over a limit in itself."""
    told = (*r.tree.troubles, *r.worked.troubles)
    ends = r.line.at + len(r.line.text)
    return ends == at and any(t.kind in ("limit", "nesting", "times") for t in told)
