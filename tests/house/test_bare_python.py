"""What works before anything is installed: the core that checks, writes and draws needs Python alone."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
_RUN = """
import sys
for name in ("numpy", "scipy", "django", "weasyprint"):
    sys.modules[name] = None
sys.argv = ["mossring", *{arguments!r}]
from mossring_cli.__main__ import parser
sys.exit((lambda a: a.run(a))(parser().parse_args(sys.argv[1:])))
"""


@pytest.mark.parametrize("arguments", [["check"], ["write", "--terms", "uk"], ["chart"]])
def test_the_core_needs_python_alone(arguments: list[str]) -> None:
    file = str(ROOT / "demo" / "01-fog-lamp-square.txt")
    code = _RUN.format(arguments=[*arguments, file])
    done = subprocess.run(
        [sys.executable, "-c", code], env={"PYTHONPATH": str(ROOT / "src")}, capture_output=True, text=True
    )
    assert done.returncode == 0, done.stderr
    assert done.stdout
