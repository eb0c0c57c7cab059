"""What a round leaves of the edge it is worked into: by oversight, or passed on purpose."""

from __future__ import annotations

from mossring.notation.tree import Target
from mossring.working.edge import LEFT, PASSED, SKIPPED, SLIPPED, WORKED, Edge


def left_over(e: Edge) -> tuple[list[int], list[int]]:
    """Stitches (indices) left by oversight, and spaces left at the end of the round.

    A run of stitches between two spaces that was not touched at all is passed on purpose; one that was
    partly worked, or that lies with its spaces past the end of the round, is left.
    """
    if e.ring or e.first is None or LEFT not in e.marks:
        return [], []
    left: list[int] = []
    ends = (0, len(e.made) - 1) if e.line else ()  # a row's end stitch is worked into, its group passed
    runs = _runs(e) if any(e.made[k].kind != "ch" for k, mark in enumerate(e.marks) if mark == WORKED) else []
    for run in runs:
        if any(e.marks[k] == WORKED and k not in ends for k in run):
            here = [j for j, k in enumerate(run) if e.marks[k] == LEFT and e.made[k].counted]
            left += [] if here and _passed_in_others(e, run, here, runs) else [run[j] for j in here]
    if left and len(left) in _skipped_lengths(e) and _at_the_end(e, left):
        left = []
    if left == [0] and e.marks[1] == SLIPPED and e.marks[-1] in (SKIPPED, PASSED):  # under the join, amid a run
        left = []
    lengths = {e.made[k].chains for k in e.passed_spaces} | e.quiet
    lengths |= {m.chains for m, mark in zip(e.made, e.marks, strict=True) if mark == SKIPPED}
    n = len(e.made)
    stop = n if e.line else e.first + n
    tail = [u % n for u in range(e.pos, stop) if e.marks[u % n] == LEFT]
    if _passed_over(e, tail) or _gaps_only(e, tail):
        return [k for k in left if k not in set(tail)], []
    spaces = [k for k in tail if e.made[k].kind == "ch" and e.made[k].chains not in lengths]
    if spaces:
        known = set(left)
        left += [k for k in tail if e.made[k].counted and k not in known]
    return left, spaces


def _passed_in_others(e: Edge, run: list[int], left: list[int], runs: list[list[int]]) -> bool:
    """Whether the stitches of these positions in a run are passed on purpose in each other run of its length."""
    others = [[e.marks[r[j]] for j in left] for r in runs if len(r) == len(run) and r is not run]
    return len(others) > 1 and all(mark in (SKIPPED, PASSED) for marks in others for mark in marks)


def _passed_over(e: Edge, tail: list[int]) -> bool:
    """Whether what lies at the round's end is left as the rest of the round leaves such: by its kind, or
    skipped as often in every repeat."""
    kinds = {e.made[k].kind for k in tail if e.made[k].counted}
    return bool(kinds) and bool(e.named) and not kinds & e.named


def _gaps_only(e: Edge, tail: list[int]) -> bool:
    """Whether the round goes into gaps alone and none is left: the groups between them are passed on purpose."""
    if not e.used or WORKED in e.marks:
        return False
    return not any(e.boundary(k, Target("group")) for k in tail if k not in e.used)


def _at_the_end(e: Edge, left: list[int]) -> bool:
    """Whether these are the last stitches before the round comes round."""
    n = len(e.made)
    stop = n if e.line else (e.first or 0) + n
    return {u % n for u in range(stop - len(left), stop)} == set(left)


def _skipped_lengths(e: Edge) -> set[int]:
    """The lengths of runs that were skipped at least twice."""
    lengths: list[int] = []
    run = 0
    for mark in (*e.marks, LEFT):
        if mark == SKIPPED:
            run += 1
        elif run:
            lengths.append(run)
            run = 0
    return {n for n in lengths if lengths.count(n) > 1}


def _runs(e: Edge) -> list[list[int]]:
    """Maximal runs of stitches between spaces and gaps worked into, around the ring."""
    runs: list[list[int]] = [[]]
    for k, m in enumerate(e.made):
        if m.kind == "ch":
            runs.append([])
            continue
        if k in e.used or 0 < k == e.longer:
            runs.append([])
        if k in e.opened:
            runs += [[k], []]
            continue
        runs[-1].append(k)
    if not e.line and len(runs) > 1 and runs[0] and runs[-1] and e.made[0].kind != "ch" and 0 not in e.used:
        runs[0] = runs.pop() + runs[0]
    return [r for r in runs if r]
