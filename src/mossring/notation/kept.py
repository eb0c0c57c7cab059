"""Keeping what was read of words, by the words: many short ones, few long ones."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from typing import Concatenate, Generic, ParamSpec, TypeVar

P = ParamSpec("P")
T = TypeVar("T")
LONG = 2000
"""Characters past which few are kept: that is no line that somebody wrote."""
_MOST, _MOST_LONG = 4096, 16


class Kept(Generic[P, T]):
    """A function of words whose results are kept; the least used go first."""

    def __init__(self, function: Callable[Concatenate[str, P], T]) -> None:
        short, long = (lru_cache(maxsize=most)(function) for most in (_MOST, _MOST_LONG))
        self._short: Callable[Concatenate[str, P], T] = short
        self._long: Callable[Concatenate[str, P], T] = long
        self._clear = (short.cache_clear, long.cache_clear)

    def __call__(self, words: str, *args: P.args, **kwargs: P.kwargs) -> T:
        return (self._long if len(words) > LONG else self._short)(words, *args, **kwargs)

    def forget(self) -> None:
        for clear in self._clear:
            clear()
