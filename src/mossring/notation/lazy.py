"""Regular expressions that are compiled when they are first asked: most texts need few of them."""

from __future__ import annotations

import re
from typing import Any, cast


class Lazy:
    """An expression by its words; anything else that is asked of it is asked of the compiled one, and kept."""

    def __init__(self, pattern: str, flags: int) -> None:
        self.pattern = pattern
        self.flags = flags
        self._compiled: re.Pattern[str] | None = None

    @property
    def compiled(self) -> re.Pattern[str]:
        if self._compiled is None:
            self._compiled = re.compile(self.pattern, self.flags)
        return self._compiled

    def __getattr__(self, name: str) -> Any:
        asked = self.__dict__[name] = getattr(self.compiled, name)
        return asked


def lazily(pattern: str, flags: int = 0) -> re.Pattern[str]:
    """`re.compile`, put off until the expression is first used."""
    return cast("re.Pattern[str]", Lazy(pattern, flags))


def one_after(text: str, first: re.Pattern[str], then: re.Pattern[str]) -> bool:
    """Whether the second expression is found behind the first, which as one (`first.*then`) costs the square of a text
    that has the first over and over."""
    found = first.search(text)
    return found is not None and then.search(text, found.end()) is not None
