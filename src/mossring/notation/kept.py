"""Keeping what was read of words, by the words: many short ones, few long ones."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable
from functools import lru_cache
from threading import Lock
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


class Cache(Generic[T]):
    """Results by the digest of everything they depend on; the least used go first. most: how large they may be in all,
    by their size."""

    def __init__(self, most: int, size: Callable[[T], int]) -> None:
        self._kept: OrderedDict[bytes, T] = OrderedDict()
        self._most = most
        self._size = size
        self._held = 0
        self._lock = Lock()

    def get(self, key: bytes) -> T | None:
        with self._lock:
            found = self._kept.get(key)
            if found:
                self._kept.move_to_end(key)
            return found

    def put(self, key: bytes, value: T) -> None:
        with self._lock:
            self._kept[key] = value
            self._held += self._size(value)
            while self._held > self._most and len(self._kept) > 1:
                _, gone = self._kept.popitem(last=False)
                self._held -= self._size(gone)

    def clear(self) -> None:
        with self._lock:
            self._kept.clear()
            self._held = 0
