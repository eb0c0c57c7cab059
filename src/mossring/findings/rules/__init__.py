"""The rules, one file each. A rule's docstring is its manual page: the first line is the title.

Every module has CODE and SEVERITY, and yields findings from one or more of

- `of_trouble(look)`: of one round in which something can't be read or worked.
- `check(look)`: of one round, by what it is and what lies below it. Asked once while it finds nothing.
- `in_motif(look)`: of one round, by the words around it or the rounds that follow as well.
- `of_file(look)`: of the file as a whole; look.index is None.
- `at_end(look)`: of the file, when all else has been found.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from types import ModuleType

from mossring.findings.finding import Finding
from mossring.findings.look import Look
from mossring.findings.rules import (
    mr101_unknown_word,
    mr102_misspelt,
    mr103_bracket,
    mr104_limit,
    mr105_not_read,
    mr106_header,
    mr107_no_rounds,
    mr108_not_text,
    mr109_numbering,
    mr110_passed_over,
    mr111_rounds_unsaid,
    mr112_not_all_tried,
    mr113_every_other,
    mr201_no_such_place,
    mr202_past_the_end,
    mr203_unworked,
    mr204_does_not_divide,
    mr205_space_passed,
    mr206_over_the_corner,
    mr207_other_kind,
    mr208_cannot_be_worked,
    mr209_no_such_round,
    mr210_as_another_round,
    mr211_closing_chain,
    mr301_count_differs,
    mr401_sides_unequal,
    mr402_corners,
    mr403_half_corner,
    mr404_hidden_stitch,
    mr405_drifting_start,
    mr406_lopsided_corner,
    mr407_gap_unlike,
    mr408_halves_without_chain,
    mr501_cups,
    mr502_ruffles,
    mr503_blocks_out,
    mr601_chain_height,
    mr602_join_off,
    mr603_not_reached,
    mr604_parked_loop,
    mr605_spiral_marker,
    mr606_leans,
    mr607_far_start,
    mr701_mixed_dialects,
    mr702_lone_height,
)

RULES: tuple[ModuleType, ...] = (
    mr101_unknown_word,
    mr102_misspelt,
    mr103_bracket,
    mr104_limit,
    mr105_not_read,
    mr106_header,
    mr107_no_rounds,
    mr108_not_text,
    mr109_numbering,
    mr110_passed_over,
    mr111_rounds_unsaid,
    mr112_not_all_tried,
    mr113_every_other,
    mr201_no_such_place,
    mr202_past_the_end,
    mr203_unworked,
    mr204_does_not_divide,
    mr205_space_passed,
    mr206_over_the_corner,
    mr207_other_kind,
    mr208_cannot_be_worked,
    mr209_no_such_round,
    mr210_as_another_round,
    mr211_closing_chain,
    mr301_count_differs,
    mr401_sides_unequal,
    mr402_corners,
    mr403_half_corner,
    mr404_hidden_stitch,
    mr405_drifting_start,
    mr406_lopsided_corner,
    mr407_gap_unlike,
    mr408_halves_without_chain,
    mr501_cups,
    mr502_ruffles,
    mr503_blocks_out,
    mr601_chain_height,
    mr602_join_off,
    mr603_not_reached,
    mr604_parked_loop,
    mr605_spiral_marker,
    mr606_leans,
    mr607_far_start,
    mr701_mixed_dialects,
    mr702_lone_height,
)

Check = Callable[[Look], Iterator[Finding]]


def _all(name: str) -> tuple[Check, ...]:
    return tuple(getattr(rule, name) for rule in RULES if hasattr(rule, name))


OF_TROUBLE, OF_ROUND, IN_MOTIF, OF_FILE, AT_END = map(_all, ("of_trouble", "check", "in_motif", "of_file", "at_end"))
