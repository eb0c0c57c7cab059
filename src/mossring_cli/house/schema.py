"""The OpenAPI description and the TypeScript types made from it: write them, or (--check) say if they are old."""

from __future__ import annotations

import json
import os
import subprocess
import sys
from pathlib import Path

from mossring_cli.house.start import ROOT

SCHEMA = ROOT / "web" / "src" / "api" / "openapi.json"
TYPES = ROOT / "web" / "src" / "api" / "schema.d.ts"


def published() -> str:
    """The OpenAPI document of the API as it is now."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mossring_web.settings")
    os.environ.setdefault("MOSSRING_SECRET_KEY", "only to describe the API")
    import django

    django.setup()
    from mossring_web.api.house import api

    return json.dumps(api.get_openapi_schema(), indent=1, default=str) + "\n"


def types(schema: Path) -> str:
    """The TypeScript types of an OpenAPI document."""
    command = ["npx", "--no-install", "openapi-typescript", str(schema)]
    return subprocess.run(command, cwd=ROOT / "web", capture_output=True, text=True, check=True).stdout


def main() -> int:
    now = published()
    if "--check" in sys.argv:
        current = SCHEMA.is_file() and SCHEMA.read_text() == now and TYPES.read_text() == types(SCHEMA)
        if not current:
            print("The generated client is old: run python -m mossring_cli.house.schema", file=sys.stderr)
        return 0 if current else 1
    SCHEMA.write_text(now)
    TYPES.write_text(types(SCHEMA))
    return 0


if __name__ == "__main__":
    sys.exit(main())
