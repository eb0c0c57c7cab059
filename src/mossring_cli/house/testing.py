"""`./mossring test`: a database of its own for the tests, then pytest."""

from __future__ import annotations

import os
import subprocess
import sys

from mossring_cli.house.mariadb import PrivateMariaDB
from mossring_cli.house.start import ROOT, STATE


def main() -> int:
    database = PrivateMariaDB(STATE / "test-db", fast=True)
    database.start()
    env = {
        **os.environ,
        **database.environment(),
        "MOSSRING_SECRET_KEY": "for tests only",
        "MOSSRING_DEMO": "1",
        "PYTHONPATH": str(ROOT / "src"),
        **({"MOSSRING_ALL": "1"} if "--all" in sys.argv else {}),
    }
    try:
        spread = (
            ["-n", "auto", "--dist", "loadfile", "--no-loadscope-reorder"] if set(sys.argv[1:]) <= {"--all"} else []
        )
        return subprocess.run([sys.executable, "-m", "pytest", *spread, *sys.argv[1:]], cwd=ROOT, env=env).returncode
    finally:
        database.stop()


if __name__ == "__main__":
    sys.exit(main())
