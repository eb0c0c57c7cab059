"""The private database and the start command, for real: made, used, ended, started again."""

from __future__ import annotations

import json
import os
import signal
import subprocess
import sys
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from threading import Thread

import MySQLdb
import pytest

from mossring_cli.house.mariadb import NAME, USER, DatabaseError, PrivateMariaDB, free_port

ROOT = Path(__file__).parents[2]


@pytest.fixture
def server(tmp_path: Path) -> Iterator[PrivateMariaDB]:
    database = PrivateMariaDB(tmp_path / "db", fast=True)
    database.start()
    yield database
    database.stop()


def connect(database: PrivateMariaDB, password: str | None = None) -> MySQLdb.Connection:
    word = database.password if password is None else password
    return MySQLdb.connect(host="127.0.0.1", port=database.port, user=USER, password=word, database=NAME)


def test_data_outlives_a_restart_and_nobody_else_gets_in(server: PrivateMariaDB) -> None:
    connection = connect(server)
    cursor = connection.cursor()
    cursor.execute("CREATE TABLE kept (word VARCHAR(20) CHARACTER SET utf8mb4)")
    cursor.execute("INSERT INTO kept VALUES ('Möhre 🧶')")
    connection.commit()
    cursor.execute("SELECT @@bind_address, @@character_set_server, @@datadir")
    address, charset, where = cursor.fetchone()
    assert (address, charset) == ("127.0.0.1", "utf8mb4")
    assert str(server.home) in where
    connection.close()
    with pytest.raises(MySQLdb.OperationalError):
        connect(server, "guessed")
    assert (server.home / "server.json").stat().st_mode & 0o077 == 0

    server.stop()
    with pytest.raises(MySQLdb.OperationalError):
        connect(server)
    server.start()
    connection = MySQLdb.connect(
        host="127.0.0.1", port=server.port, user=USER, password=server.password, database=NAME, charset="utf8mb4"
    )
    cursor = connection.cursor()
    cursor.execute("SELECT word FROM kept")
    assert cursor.fetchall() == (("Möhre 🧶",),)
    connection.close()


def test_a_server_left_over_from_a_crash_gives_up_its_data(server: PrivateMariaDB) -> None:
    assert server.process
    left = server.process
    Thread(target=left.wait).start()  # a child that nobody waits for never quite ends
    again = PrivateMariaDB(server.home, fast=True)
    again.start()
    try:
        assert left.wait(30) == 0  # ended cleanly
        connect(again).close()
    finally:
        again.stop()


def test_a_folder_that_is_no_database_is_told(tmp_path: Path) -> None:
    home = tmp_path / "db"
    (home / "data" / "mysql").mkdir(parents=True)
    with pytest.raises(DatabaseError, match=r"db\.err"):
        PrivateMariaDB(home).start()


def test_start_serves_and_ctrl_c_ends_both_servers(tmp_path: Path) -> None:
    port = free_port()
    env = {**os.environ, "MOSSRING_STATE": str(tmp_path), "MOSSRING_PORT": str(port), "PYTHONPATH": str(ROOT / "src")}
    command = [sys.executable, "-u", "-m", "mossring_cli.house.start"]
    start = subprocess.Popen(command, env=env, stdout=subprocess.PIPE, text=True, cwd=ROOT, start_new_session=True)
    try:
        assert start.stdout
        said = ""
        for line in start.stdout:
            said += line
            if "Ctrl-C" in line:
                break
        address = f"http://127.0.0.1:{port}/"
        assert address in said
        session = json.load(urllib.request.urlopen(f"{address}api/session", timeout=10))
        assert session["demo"] is True
        page = urllib.request.urlopen(address, timeout=10).read().decode()
        script = page.split('src="/static/')[1].split('"')[0]
        with urllib.request.urlopen(f"{address}static/{script}", timeout=10) as answer:
            assert "immutable" in answer.headers["Cache-Control"]
        second = subprocess.run(command, env=env, capture_output=True, text=True, cwd=ROOT, timeout=60)
        assert second.returncode != 0
        assert f"running already: {address}" in second.stderr
        database = int((tmp_path / "db" / "db.pid").read_text())
    finally:
        start.send_signal(signal.SIGINT)
        code = start.wait(60)
    assert code == 0
    assert not Path(f"/proc/{database}").exists()
    with pytest.raises(OSError):
        urllib.request.urlopen(address, timeout=2)
