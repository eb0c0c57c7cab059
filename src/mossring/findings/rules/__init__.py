"""The rules, one file each. A rule's docstring is its manual page: the first line is the title.

Every module has CODE, SEVERITY and `check(look)`, which yields findings for one round, or (look.index
is None) for the file as a whole.
"""

from __future__ import annotations

from types import ModuleType

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
    mr301_count_differs,
    mr401_sides_unequal,
    mr402_corners,
    mr501_cups,
    mr502_ruffles,
    mr503_blocks_out,
    mr701_mixed_dialects,
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
    mr301_count_differs,
    mr401_sides_unequal,
    mr402_corners,
    mr501_cups,
    mr502_ruffles,
    mr503_blocks_out,
    mr701_mixed_dialects,
)
