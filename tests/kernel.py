"""The patterns of the tests, and which of them every push is asked of.

The kernel reaches every branch that all of them reach; the others are marked, and asked by `./mossring test --all`.
"""

from __future__ import annotations

import os
from collections.abc import Iterable
from pathlib import Path

import pytest

PATTERNS = sorted((Path(__file__).parent / "patterns").glob("*.txt"))
KERNEL = frozenset((Path(__file__).parent / "kernel.txt").read_text().splitlines())


ALL = "MOSSRING_ALL" in os.environ
"""Whether everything is asked (`./mossring test --all`)."""


def examples(many: int) -> int:
    """How many examples are made up, by hypothesis or by lot: on push a quarter."""
    return many if ALL else many // 4


def right(paths: Iterable[Path] = PATTERNS) -> list[Path]:
    """Those in which nothing is to be found."""
    return [p for p in paths if p.read_text()[:40].startswith("# expect: nothing")]


def marks(path: Path) -> list[pytest.MarkDecorator]:
    return [] if path.stem in KERNEL or path.parent.name != "patterns" else [pytest.mark.all]


def marked(paths: Iterable[Path]) -> list[object]:
    """Paths as parameters of a test, each with its mark."""
    return [pytest.param(p, id=p.stem, marks=marks(p)) for p in paths]
