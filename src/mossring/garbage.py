"""How a process that answers for long looks for garbage."""

from __future__ import annotations

import gc

EVERY = 20_000
"""New things after which the young ones are looked through: a large motif makes as many, and drops few of them."""


def settle_down() -> None:
    """What is loaded stays: nothing looks through it for garbage while somebody types; and what a motif makes is looked
    through by the motif, not by the round."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(EVERY, 20, 50)
