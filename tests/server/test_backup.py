"""Backups while balls are written, and restores that check first."""

from __future__ import annotations

import os
import resource
import shutil
import sqlite3
import threading
from collections.abc import Iterator
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from uuid import UUID

import pytest
from oxgang.academy.erasures import remember_erasure
from oxgang.cli.copies import newest, write_dated

from tests.commands import DATABASE, counted, oxgang
from tests.tiers import ALL


@pytest.fixture
def writing(data: Path) -> Iterator[sqlite3.Connection]:
    """Somebody who writes pairs of rows, each pair in one transaction, as fast as it goes."""
    database = sqlite3.connect(data / DATABASE, timeout=30, check_same_thread=False)
    database.execute("PRAGMA journal_mode=WAL")
    database.execute("CREATE TABLE pair (n INTEGER, half INTEGER)")
    database.commit()
    stop = threading.Event()

    def write() -> None:
        n = 0
        while not stop.wait(0.001):
            with database:
                database.execute("INSERT INTO pair VALUES (?, 0)", (n,))
                database.execute("INSERT INTO pair VALUES (?, 1)", (n,))
            n += 1

    thread = threading.Thread(target=write)
    thread.start()
    yield database
    stop.set()
    thread.join()
    database.close()


def test_a_backup_under_write_load_is_one_moment_and_comes_back_whole(
    data: Path, tmp_path: Path, writing: sqlite3.Connection
) -> None:
    file = tmp_path / "backups" / "monday.sqlite3"
    file.parent.mkdir()
    balls = counted(data / DATABASE)
    for _ in range(3 if ALL else 2):
        done = oxgang("backup", file, "--data", data)
        assert done.returncode == 0, done.stderr
        assert f"7 students and {balls:,} balls" in done.stdout
        with closing(sqlite3.connect(file)) as kept:
            pairs = kept.execute("SELECT n, count(*) FROM pair GROUP BY n").fetchall()
        assert pairs
        assert all(count == 2 for _, count in pairs)  # never half of a transaction
        assert [n for n, _ in pairs] == list(range(len(pairs)))
    assert [p.name for p in file.parent.iterdir()] == ["monday.sqlite3"]
    # Restored while the writer still has the database open.
    with writing:
        writing.execute("DELETE FROM range_sessions_ball")
    restored = oxgang("restore", file, "--data", data)
    assert restored.returncode == 0, restored.stderr
    assert counted(data / DATABASE) == balls
    (replaced,) = data.glob("replaced-*.sqlite3")
    assert counted(replaced) == 0
    assert replaced.name in restored.stdout


def test_a_restored_backup_honours_erasures(data: Path, tmp_path: Path) -> None:
    """Whoever was erased after the backup, by the file beside the database or by the database."""
    file = tmp_path / "monday.sqlite3"
    assert oxgang("backup", file, "--data", data).returncode == 0
    with closing(sqlite3.connect(data / DATABASE)) as now:
        first, second, *_ = (row[0] for row in now.execute("SELECT id FROM academy_student ORDER BY name"))
        academy = now.execute("SELECT id FROM academy_academy").fetchone()[0]
        values = (academy, second, "2026-11-30 10:00:00")
        now.execute("INSERT INTO academy_erased (academy_id, student, at) VALUES (?, ?, ?)", values)
        now.commit()
    remember_erasure(data, str(UUID(first)), academy, datetime(2026, 11, 30, tzinfo=UTC))
    with (data / "erased.jsonl").open("a") as cut_off:
        cut_off.write('{"student": "')
    restored = oxgang("restore", file, "--data", data)
    assert restored.returncode == 0, restored.stderr
    assert "2 students who were erased since that backup: erased again." in restored.stdout
    with closing(sqlite3.connect(data / DATABASE)) as now:
        left = {row[0] for row in now.execute("SELECT id FROM academy_student")}
        assert len(left) == 5
        assert not left & {first, second}
        assert now.execute("SELECT count(*) FROM academy_erased").fetchone()[0] == 2


def spoiled(file: Path, tmp_path: Path) -> dict[str, tuple[Path, str]]:
    """Files that are not backups, each with what is to be said of it."""
    whole = file.read_bytes()
    files = {
        "notes.txt": (b"Tuesday: wedges", "is not an Oxgang backup"),
        "empty": (b"", "is not an Oxgang backup"),
        "cut": (whole[: len(whole) // 3], "is damaged"),
        "torn": (whole[:20000] + b"\x5a" * 40000 + whole[60000:], "is damaged"),
    }
    made = {}
    for name, (content, words) in files.items():
        (tmp_path / name).write_bytes(content)
        made[name] = (tmp_path / name, words)
    for name, sql, words in (
        ("other", "CREATE TABLE songs (name TEXT)", "not one of Oxgang"),
        (
            "newer",
            "INSERT INTO django_migrations (app, name, applied) "
            "VALUES ('academy', '0999_from_tomorrow', '2027-01-01')",
            "newer Oxgang",
        ),
        ("orphan", "UPDATE range_sessions_ball SET club_id = 'nobody' WHERE id = 1", "is damaged"),
    ):
        path = tmp_path / name
        if name != "other":
            shutil.copy(file, path)
        with closing(sqlite3.connect(path)) as database:
            database.execute(sql)
            database.commit()
        made[name] = (path, words)
    made["missing"] = (tmp_path / "missing", "cannot be read")
    return made


def test_a_backup_opens_no_doors(data: Path, tmp_path: Path) -> None:
    """Whoever finds one is signed in nowhere, and without the passphrase reads nothing."""
    session = "a-session-that-somebody-is-signed-in-by"
    with closing(sqlite3.connect(data / DATABASE)) as database, database:
        (coach,) = database.execute("SELECT min(id) FROM academy_coach").fetchone()
        for statement, row in (
            ("INSERT INTO django_session VALUES (?, 'x', '2099-01-01')", (session,)),
            (
                "INSERT INTO academy_signin (session, at, seen_at, 'where', browser, coach_id)"
                " VALUES (?, '2026-01-01', '2026-01-01', '', '', ?)",
                (session, coach),
            ),
        ):
            database.execute(statement, row)
    plain, sealed, words = (tmp_path / name for name in ("plain", "sealed", "words"))
    assert oxgang("backup", plain, "--data", data).returncode == 0
    assert session.encode() not in plain.read_bytes()
    words.write_text("a long phrase for the safe\n")
    made = oxgang("backup", sealed, "--data", data, "--passphrase-file", words)
    assert made.returncode == 0, made.stderr
    assert b"Maren" in plain.read_bytes()
    assert b"Maren" not in sealed.read_bytes()
    other = tmp_path / "other"
    other.write_text("another long phrase\n")
    for options, said in (
        ((), "is encrypted"),
        (("--passphrase-file", other), "cannot be opened with this passphrase"),
        (("--passphrase-file", tmp_path / "nowhere"), "cannot be read"),
    ):
        refused = oxgang("restore", sealed, "--data", data, *options)
        assert (refused.returncode, said in refused.stderr) == (2, True), refused.stderr
    balls = counted(data / DATABASE)
    with closing(sqlite3.connect(data / DATABASE)) as database, database:
        database.execute("DELETE FROM range_sessions_ball")
    assert "can be restored" in oxgang("check", sealed, "--passphrase-file", words).stdout
    restored = oxgang("restore", sealed, "--data", data, "--passphrase-file", words)
    assert restored.returncode == 0, restored.stderr
    assert counted(data / DATABASE) == balls
    # One of an earlier release has sessions in it.
    with closing(sqlite3.connect(plain)) as database, database:
        database.execute("INSERT INTO django_session VALUES (?, 'x', '2099-01-01')", (session,))
    assert oxgang("restore", plain, "--data", data).returncode == 0
    with closing(sqlite3.connect(data / DATABASE)) as database:
        assert database.execute("SELECT count(*) FROM django_session").fetchone() == (0,)


def test_a_wrong_clock_costs_no_backup(data: Path, tmp_path: Path) -> None:
    """Copies dated in years to come: the one just written stays, and they go first."""
    folder = tmp_path / "nightly"
    folder.mkdir()
    for year in (2035, 2036, 2037):
        ahead = folder / f"backup-{year}0101-020000-000000.sqlite3"
        ahead.write_bytes(b"")
        os.utime(ahead, (datetime(year, 1, 1, tzinfo=UTC).timestamp(),) * 2)
    now = datetime.now(UTC)
    assert newest(folder, now) is None
    made = [write_dated(data / DATABASE, folder, 2) for _ in range(2)]
    assert sorted(folder.iterdir()) == made
    written = newest(folder, now)
    assert written
    assert abs(written - now) < timedelta(minutes=4)


def test_what_is_no_backup_is_refused_with_a_sentence_and_nothing_touched(data: Path, tmp_path: Path) -> None:
    file = tmp_path / "good.sqlite3"
    assert oxgang("backup", file, "--data", data).returncode == 0
    before = (data / DATABASE).read_bytes()
    for name, (path, words) in spoiled(file, tmp_path).items():
        refused = oxgang("restore", path, "--data", data)
        assert refused.returncode == 2, name
        assert words in refused.stderr, (name, refused.stderr)
        assert refused.stderr.strip().endswith("Nothing was changed."), name
        assert "Traceback" not in refused.stderr
        assert (data / DATABASE).read_bytes() == before, name
        assert not list(data.glob("replaced-*"))
    nothing = oxgang("backup", tmp_path / "x", "--data", tmp_path / "nowhere")
    assert nothing.returncode == 2
    assert "no Oxgang database" in nothing.stderr


def test_a_full_disk_leaves_the_old_backup_as_it_was(data: Path, tmp_path: Path) -> None:
    file = tmp_path / "kept.sqlite3"
    assert oxgang("backup", file, "--data", data).returncode == 0
    before = file.read_bytes()

    def small_disk() -> None:
        resource.setrlimit(resource.RLIMIT_FSIZE, (len(before) // 3, len(before) // 3))

    full = oxgang("backup", file, "--data", data, preexec_fn=small_disk)
    assert full.returncode == 2, full.stdout
    assert f"{file} is as it was." in full.stderr
    assert "Traceback" not in full.stderr
    assert file.read_bytes() == before
    assert sorted(p.name for p in tmp_path.iterdir()) == ["data", "kept.sqlite3"]
    stopped = oxgang("restore", file, "--data", data, preexec_fn=small_disk)
    assert stopped.returncode == 2
    assert counted(data / DATABASE) == counted(file)
