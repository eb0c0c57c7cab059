"""What the rules on cupping and ruffling share: where a stretch begins, the reason in numbers, the mends."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise, takewhile

from mossring.draft import DraftRound
from mossring.findings.finding import Finding, Fix, Severity
from mossring.findings.look import Look
from mossring.findings.nudge import corner_edits, ring_edits
from mossring.findings.reshape import half_steps, other_heights, plain_round
from mossring.shape import Verdict
from mossring.stitches import lookup

MOST_MENDS = 3
"""As many ways of mending a round that cups or ruffles are offered, the smallest change first."""


_MEANT: dict[Verdict, str] = {"cups": "bowl", "ruffles": "waves"}
"""What `Lies:` says of a piece that is meant to lie so."""


def judged(look: Look, code: str, severity: Severity, verdict: Verdict) -> Iterator[Finding]:
    """A finding at the round where a stretch of rounds with this verdict begins; a hint if a later round mends it."""
    if look.index is None or look.round.entry.verdict != verdict or look.draft.doc.lies == _MEANT[verdict]:
        return
    rounds = look.draft.rounds
    if look.index and rounds[look.index - 1].entry.verdict == verdict:
        return
    later = rounds[look.index + 1 :]
    sound = [r.entry.verdict for r in later if _sound(r)]
    rescued = bool(sound) and sound[-1] != verdict
    open_yet = bool(later) and not sound
    verb = verdict
    message = f"{look.name} {verb}: {_numbers(look)}"
    if rescued:
        message += " A later round brings it back."
    found = look.finding(
        code,
        "hint" if rescued or open_yet or _hollow(look) else severity,
        (0, 0),
        message,
        f"{explain(look)} If it is meant to, write “Lies: {_MEANT[verdict]}” above the rounds.",
        () if rescued or open_yet else mends(look),
    )
    found.most = MOST_MENDS
    yield found


def _hollow(look: Look) -> bool:
    """Whether a round that cups is part of a piece that is plainly meant to be hollow: one that closes again from here
    on, or goes on even for a wall. One that ruffles is none, unless it is itself drawn in."""
    here = max(1, look.index or 0)
    pairs = list(pairwise(look.draft.rounds))
    before, on = pairs[: here - 1], pairs[here - 1 :]
    if look.round.entry.verdict == "ruffles":
        return any(map(_draws_in, on[:1]))
    up = list(takewhile(_even, on))
    walls = len(up) + sum(1 for _ in takewhile(_even, before[::-1])) + (len(up) == len(on))
    return walls >= WALL or any(map(_draws_in, on))


WALL = 3
"""Even rounds, one on the other, that are a wall and no slip; one fewer where they are the last (common practice, no
source)."""


def _even(pair: tuple[DraftRound, DraftRound]) -> bool:
    below, r = pair
    return not r.worked.corners and below.worked.stitches == r.worked.stitches


def _draws_in(pair: tuple[DraftRound, DraftRound]) -> bool:
    """Whether a round has fewer stitches than the one below because many are worked together: so a ball closes."""
    below, r = pair
    together = sum(n for kind, n in r.worked.counts().items() if lookup(kind).made == "tog")
    return not r.worked.corners and 0 < below.worked.stitches - r.worked.stitches <= 3 * together


def _sound(r: DraftRound) -> bool:
    """Whether a round works as it stands: how a broken one lies says nothing of those before it."""
    return not (r.tree.troubles or r.troubles or r.worked.troubles or r.worked.unworked)


def _numbers(look: Look) -> str:
    """What is amiss: in this round; or before it, where it gains as much as it should and that shows only now."""
    e = look.round.entry
    cups = e.verdict == "cups"
    wanted = e.straight + e.constant[0 if cups else 1] * e.radius
    has = e.fullness[1 if cups else 0] * wanted
    own = e.needed - e.growth if cups else e.growth - e.needed
    if 4 * own < abs(wanted - has):
        return (
            f"its edge of about {has:.0f} stitch widths lies where flat fabric has about {wanted:.0f}. "
            f"Most of the {'lack' if cups else 'excess'} came with the rounds before."
        )
    got, want = round(e.growth), round(e.needed)
    gains = f"gains {got} stitch width{'s' * (got != 1)}" if got > 0 else f"loses {-got}" if got else "gains nothing"
    return f"its edge {gains}, and to lie flat it would gain about {want}."


def explain(look: Look) -> str:
    """The running fullness in a sentence."""
    e = look.round.entry
    low, high = e.fullness
    edge = f"{low:.2f}" if high - low < 0.01 else f"{low:.2f} to {high:.2f}"
    return (
        f"So far the edge is {edge} of what lies flat at its distance from the centre (1.00 is even; "
        f"this fabric forgives more the more of it stands in spaces: here {e.openness:.0%})."
    )


def mends(look: Look) -> Iterator[Fix]:
    """From the smallest change on: corners with more or fewer stitches (for a circle, those it begins with), half
    steps, a plain round between, another height."""
    cups = look.round.entry.verdict == "cups"
    yield from corner_edits(look)
    if not look.round.worked.corners:
        yield from ring_edits(look)
    yield from half_steps(look, more=cups)
    if not cups:
        yield from plain_round(look)
    yield from other_heights(look, taller=not cups)
