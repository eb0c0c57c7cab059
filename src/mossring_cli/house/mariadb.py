"""A MariaDB server of our own: private data directory, loopback only, own port, user and password."""

from __future__ import annotations

import getpass
import json
import os
import secrets
import shutil
import signal
import socket
import subprocess
import tempfile
import time
from dataclasses import dataclass
from pathlib import Path

NAME = USER = "mossring"
_READY_SECONDS = 60.0
_FAST = ("--innodb-flush-log-at-trx-commit=0", "--innodb-doublewrite=0", "--innodb-flush-method=nosync")


class DatabaseError(Exception):
    """The server could not be made or started; the message says what to do."""


@dataclass
class PrivateMariaDB:
    """A server whose whole being is the folder `home`. fast: give up durability for speed (tests only)."""

    home: Path
    fast: bool = False
    port: int = 0
    password: str = ""
    process: subprocess.Popen[bytes] | None = None

    @property
    def data(self) -> Path:
        return self.home / "data"

    def environment(self) -> dict[str, str]:
        """What the application needs to find this server."""
        return {
            "MOSSRING_DB_NAME": NAME,
            "MOSSRING_DB_USER": USER,
            "MOSSRING_DB_PASSWORD": self.password,
            "MOSSRING_DB_HOST": "127.0.0.1",
            "MOSSRING_DB_PORT": str(self.port),
        }

    def start(self) -> None:
        """Make the data directory if there is none, start the server, wait until it answers."""
        self.home.mkdir(parents=True, exist_ok=True)
        self._stop_leftover()
        self._settings()
        run = Path(tempfile.mkdtemp(prefix="moss-"))  # socket paths may not be long
        if not (self.data / "mysql").is_dir():
            self._install(run)
        self.process = subprocess.Popen(
            [
                _find("mariadbd"),
                "--no-defaults",
                *_as_root(),
                f"--datadir={self.data}",
                f"--socket={run}/db.sock",
                f"--pid-file={self.home}/db.pid",
                f"--port={self.port}",
                "--bind-address=127.0.0.1",
                "--skip-name-resolve",
                "--character-set-server=utf8mb4",
                "--collation-server=utf8mb4_unicode_ci",
                f"--tmpdir={run}",
                f"--log-error={self.home}/db.err",
                *(_FAST if self.fast else ()),
            ],
            start_new_session=True,
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
        )
        self._run = run
        self._wait()
        self._grant()

    def stop(self) -> None:
        """End the server cleanly and wait for it."""
        if self.process and self.process.poll() is None:
            self.process.send_signal(signal.SIGTERM)
            self.process.wait(60)
        if self.process:
            shutil.rmtree(self._run, ignore_errors=True)
        self.process = None

    def _settings(self) -> None:
        """Port and password, kept beside the data; another port if ours was taken meanwhile."""
        path = self.home / "server.json"
        if path.is_file():
            kept = json.loads(path.read_text())
            self.port, self.password = kept["port"], kept["password"]
        else:
            self.password = secrets.token_urlsafe(24)
        if not self.port or not is_free(self.port):
            self.port = free_port()
        path.touch(mode=0o600)
        path.write_text(json.dumps({"port": self.port, "password": self.password}))

    def _install(self, run: Path) -> None:
        done = subprocess.run(
            [
                _find("mariadb-install-db"),
                "--no-defaults",
                *_as_root(),
                f"--datadir={self.data}",
                "--auth-root-authentication-method=socket",
                f"--auth-root-socket-user={getpass.getuser()}",
                "--skip-test-db",
                "--skip-name-resolve",
                f"--tmpdir={run}",
            ],
            capture_output=True,
            text=True,
        )
        if done.returncode:
            shutil.rmtree(self.data, ignore_errors=True)
            raise DatabaseError(f"The database could not be made: {(done.stdout + done.stderr).strip()[-400:]}")

    def _connect(self) -> object:
        import MySQLdb

        return MySQLdb.connect(unix_socket=f"{self._run}/db.sock", user=getpass.getuser())

    def _wait(self) -> None:
        import MySQLdb

        assert self.process
        deadline = time.monotonic() + _READY_SECONDS
        while time.monotonic() < deadline:
            if self.process.poll() is not None:
                raise DatabaseError(f"The database ended at once; see {self.home}/db.err")
            try:
                self._connect().close()  # type: ignore[attr-defined]
                return
            except MySQLdb.OperationalError:
                time.sleep(0.05)
        raise DatabaseError(f"The database did not answer in {_READY_SECONDS:.0f} s; see {self.home}/db.err")

    def _grant(self) -> None:
        """Our database, our user, and the same user's test databases; repeated at every start, to no effect."""
        connection = self._connect()
        cursor = connection.cursor()  # type: ignore[attr-defined]
        cursor.execute(f"CREATE DATABASE IF NOT EXISTS `{NAME}`")
        for host in ("127.0.0.1", "localhost"):
            cursor.execute(f"CREATE USER IF NOT EXISTS '{USER}'@'{host}' IDENTIFIED BY '{self.password}'")
            cursor.execute(f"ALTER USER '{USER}'@'{host}' IDENTIFIED BY '{self.password}'")
            cursor.execute(f"GRANT ALL ON `{NAME}`.* TO '{USER}'@'{host}'")
            cursor.execute(f"GRANT ALL ON `test\\_{NAME}%`.* TO '{USER}'@'{host}'")
        connection.close()  # type: ignore[attr-defined]

    def _stop_leftover(self) -> None:
        """End a server of ours that outlived its front door (after a crash): it holds the data directory."""
        try:
            pid = int((self.home / "db.pid").read_text())
            command = Path(f"/proc/{pid}/cmdline").read_bytes().decode()
        except (OSError, ValueError):
            return
        if str(self.data) not in command:
            return
        os.kill(pid, signal.SIGTERM)
        deadline = time.monotonic() + 60
        while Path(f"/proc/{pid}").exists() and time.monotonic() < deadline:
            time.sleep(0.05)


def free_port() -> int:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        port: int = s.getsockname()[1]
        return port


def is_free(port: int) -> bool:
    with socket.socket() as s:
        s.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            s.bind(("127.0.0.1", port))
        except OSError:
            return False
        return True


def _as_root() -> list[str]:
    return ["--user=root"] if os.geteuid() == 0 else []


def _find(program: str) -> str:
    path = shutil.which(program, path=os.environ.get("PATH", "") + ":/usr/sbin:/usr/local/sbin")
    if path is None:
        raise DatabaseError(f"{program} is not installed: run ./mossring start, which installs it.")
    return path
