"""`./mossring start`: database, migrations, demo, server; Ctrl-C ends both servers."""

from __future__ import annotations

import argparse
import fcntl
import os
import secrets
import signal
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path
from types import FrameType

from mossring_cli.house.mariadb import DatabaseError, PrivateMariaDB, free_port, is_free

ROOT = Path(__file__).resolve().parents[3]
STATE = Path(os.environ.get("MOSSRING_STATE", ROOT / ".state"))
PORT = 8017
_READY_SECONDS = 60.0


def say(text: str) -> None:
    print(text, flush=True)


def secret() -> str:
    """The key that signs sessions: made once, kept in the state folder, readable by us only."""
    path = STATE / "secret"
    if not path.is_file():
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(48))
    return path.read_text()


def prepare(demo: bool) -> None:
    """Bring the database up to date, and fill the demo studio if it is wanted and empty."""
    import django
    from django.core.management import call_command

    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mossring_web.settings")
    django.setup()
    call_command("migrate", verbosity=0, interactive=False)
    if demo:
        call_command("loaddemo")


def serve(port: int) -> subprocess.Popen[bytes]:
    """The production server: one process, so that its cache of worked rounds serves every request."""
    command = [
        sys.executable,
        "-m",
        "gunicorn",
        "mossring_web.wsgi:application",
        "--bind",
        f"127.0.0.1:{port}",
    ]
    command += ["--workers", "1", "--threads", "8", "--no-control-socket", "--log-level", "warning"]
    return subprocess.Popen(command, start_new_session=True, cwd=ROOT)


def wait_for(url: str, server: subprocess.Popen[bytes]) -> None:
    deadline = time.monotonic() + _READY_SECONDS
    while time.monotonic() < deadline:
        if server.poll() is not None:
            raise SystemExit("The server ended at once; what it said stands above.")
        try:
            urllib.request.urlopen(url, timeout=2).close()
            return
        except (urllib.error.URLError, OSError):
            time.sleep(0.05)
    raise SystemExit("The server did not answer in time.")


def choose_port() -> int:
    """The wanted port, or any free one if it is taken."""
    wanted = int(os.environ.get("MOSSRING_PORT", PORT))
    if is_free(wanted):
        return wanted
    other = free_port()
    say(f"Port {wanted} is taken by another program: using {other}.")
    return other


def only_one() -> object:
    """Hold the state folder for ourselves; a second start is told where the first one is."""
    STATE.mkdir(exist_ok=True)
    lock = (STATE / "lock").open("a+")
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        lock.seek(0)
        raise SystemExit(f"Moss Ring is running already: {lock.read().strip()}") from None
    return lock


def main() -> int:
    parser = argparse.ArgumentParser(prog="mossring start")
    parser.add_argument("--no-demo", action="store_true", help="no demo studio, and no button into it")
    args = parser.parse_args()
    for number in (signal.SIGINT, signal.SIGTERM):
        signal.signal(number, _end)
    lock = only_one()
    database = PrivateMariaDB(STATE / "db")
    server: subprocess.Popen[bytes] | None = None
    try:
        say("Starting the database ...")
        database.start()
        os.environ.update(database.environment())
        os.environ["MOSSRING_SECRET_KEY"] = secret()
        os.environ["MOSSRING_DEMO"] = "0" if args.no_demo else "1"
        os.environ["PYTHONPATH"] = str(ROOT / "src")
        say("Bringing it up to date ...")
        prepare(demo=not args.no_demo)
        port = choose_port()
        address = f"http://127.0.0.1:{port}/"
        server = serve(port)
        wait_for(address, server)
        lock.truncate(0)  # type: ignore[attr-defined]
        lock.write(address)  # type: ignore[attr-defined]
        lock.flush()  # type: ignore[attr-defined]
        say(f"\nMoss Ring is ready: {address}\nCtrl-C ends it.")
        return server.wait()
    except KeyboardInterrupt:
        say("\nEnding ...")
        return 0
    except DatabaseError as e:
        say(str(e))
        return 1
    finally:
        if server and server.poll() is None:
            server.terminate()
            server.wait(30)
        database.stop()


def _end(number: int, frame: FrameType | None) -> None:
    raise KeyboardInterrupt


if __name__ == "__main__":
    sys.exit(main())
