"""Running it: dated backups, rehearsed restores, chores, workers, people from the machine."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from contextlib import suppress
from datetime import UTC, datetime, timedelta
from importlib.metadata import version as package_version
from pathlib import Path

import pytest
from django.contrib.sessions.models import Session
from django.utils import timezone
from oxgang.academy.models import Coach, EntryLink, SignIn
from oxgang.cli.chores import Chores, clear
from oxgang.cli.copies import COPIES_KEPT, clear_old_copies, write_dated
from oxgang.cli.lan import lan_addresses
from oxgang.config.environment import Environment

from tests.commands import DATABASE, counted, oxgang


def test_dated_backups_are_kept_so_many_and_can_be_restored(data: Path, tmp_path: Path) -> None:
    folder = tmp_path / "backups"
    folder.mkdir()
    (folder / "by-hand.sqlite3").write_bytes(b"not ours")
    for _ in range(3):
        done = oxgang("backup", folder, "--keep", 2, "--data", data)
        assert done.returncode == 0, done.stderr
    dated = sorted(folder.glob("backup-*.sqlite3"))
    assert (len(dated), (folder / "by-hand.sqlite3").exists()) == (2, True)
    assert str(dated[-1]) in done.stdout
    assert dated[-1].stat().st_mode & 0o077 == 0
    said = oxgang("check", dated[-1])
    assert (said.returncode, "can be restored. It holds 7 students" in said.stdout) == (0, True)
    whole = dated[-1].read_bytes()
    dated[-1].write_bytes(whole[: len(whole) // 2])
    broken = oxgang("check", dated[-1])
    assert (broken.returncode, "could not be restored" in broken.stderr) == (2, True)
    folder_alone = oxgang("backup", folder, "--data", data)
    assert (folder_alone.returncode, "--keep" in folder_alone.stderr) == (2, True)
    assert "of this version already" in oxgang("upgrade", "--data", data).stdout


def test_a_backup_that_cannot_be_written_deletes_no_old_one(data: Path, tmp_path: Path) -> None:
    folder = tmp_path / "backups"
    for _ in range(2):
        write_dated(data / DATABASE, folder, 2)
    before = sorted(folder.glob("*"))
    with pytest.raises(Exception, match="unable to open"):
        write_dated(data / "nothing.sqlite3", folder, 1)
    assert sorted(folder.glob("*")) == before


def test_the_keeper_writes_one_backup_a_night(data: Path, tmp_path: Path) -> None:
    folder = tmp_path / "nightly"
    chores = Chores(Environment(data=data, backups=folder, backups_keep=2))
    chores._cleared = datetime.max.replace(tzinfo=UTC) - timedelta(days=1)
    now = datetime.now(UTC)
    chores.do(now)  # none yet
    assert len(list(folder.glob("*"))) == 1
    for later in (timedelta(minutes=1), timedelta(hours=1)):
        chores.do(now + later)
    assert len(list(folder.glob("*"))) == 1
    night = (now + timedelta(days=1)).replace(hour=2, minute=5)
    chores.do(night)
    assert len(list(folder.glob("*"))) == 2


def test_what_is_over_is_cleared_away(coach: Coach, tmp_path: Path) -> None:
    now = timezone.now()
    for key, days in (("old", -1), ("new", 1)):
        expires = now + timedelta(days=days)
        Session.objects.create(session_key=key, session_data="", expire_date=expires)
        SignIn.objects.create(coach=coach, session=key, at=now, seen_at=now)
    for name, days in (("long ago", -91), ("lately", -1)):
        EntryLink.objects.create(
            academy=coach.academy,
            name=name,
            token_hash=name,
            made_at=now,
            expires_at=now + timedelta(days=days),
        )
    kept, gone = tmp_path / "replaced-1.sqlite3", tmp_path / "before-upgrade-1.sqlite3"
    for file in (kept, gone, tmp_path / "mine.sqlite3"):
        file.touch()
    long_ago = (now - COPIES_KEPT - timedelta(days=1)).timestamp()
    os.utime(gone, (long_ago, long_ago))
    os.utime(tmp_path / "mine.sqlite3", (long_ago, long_ago))
    clear(tmp_path, now)
    assert list(Session.objects.values_list("pk", flat=True)) == ["new"]
    assert list(SignIn.objects.values_list("session", flat=True)) == ["new"]
    assert list(EntryLink.objects.values_list("name", flat=True)) == ["lately"]
    assert sorted(f.name for f in tmp_path.glob("*.sqlite3")) == [
        "mine.sqlite3",
        "replaced-1.sqlite3",
    ]
    assert clear_old_copies(tmp_path, now) == 0


def test_the_command_says_its_version() -> None:
    said = oxgang("--version")
    assert (said.returncode, said.stdout.strip()) == (0, f"oxgang {package_version('oxgang')}")


def test_people_where_nobody_can_sign_in(data: Path) -> None:
    env = {**os.environ, "OXGANG_PASSWORD": "harrow-and-plough"}
    add = ("add-coach", "--data", data, "--name", "Sunniva", "--log-in", "sunniva")
    mistyped = oxgang(*add, "--academy", "Wexholt Hil", env=env)
    assert mistyped.returncode == 2
    assert '"Wexholt Hill Golf Academy"' in mistyped.stderr
    assert counted(data / DATABASE, "academy_academy") == 1
    assert oxgang(*add, env=env).returncode == 0
    assert counted(data / DATABASE, "academy_academy") == 1
    other = ("add-coach", "--data", data, "--name", "T", "--log-in", "t", "--new-academy")
    assert oxgang(*other, "--academy", "Lower Marrowdale", env=env).returncode == 0
    assert counted(data / DATABASE, "academy_academy") == 2
    reset = oxgang("reset-password", "Ilse", "--data", data, env=env)
    assert (reset.returncode, "signed out everywhere" in reset.stdout) == (0, True)
    weak = oxgang("reset-password", "ilse", "--data", data, env={**env, "OXGANG_PASSWORD": "x"})
    assert (weak.returncode, "too short" in weak.stderr) == (2, True)
    led = oxgang("head-coach", "sunniva", "--data", data)
    assert "Sunniva is head coach of Wexholt Hill" in led.stdout
    nobody = oxgang("head-coach", "nobody", "--data", data)
    assert (nobody.returncode, 'Nobody signs in as "nobody"' in nobody.stderr) == (2, True)


def test_workers_share_a_port_and_one_that_dies_is_started_again(data: Path) -> None:
    """Let into the network by `--lan`: its addresses answer, and other names are told what allows them."""
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    command = [sys.executable, "-m", "oxgang", "serve", "--data", str(data), "--workers", "2", "--lan"]
    log = data / "oxgang.log"
    server = subprocess.Popen([*command, "--port", str(port), "--log", str(log)], start_new_session=True)
    try:

        def answers() -> bool:
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/words", timeout=5) as a:
                    return bool(a.status == 200)
            except OSError:
                return False

        def workers() -> list[int]:
            children = Path(f"/proc/{server.pid}/task/{server.pid}/children").read_text().split()
            found = []
            for child in children:
                with suppress(FileNotFoundError):  # it has ended meanwhile
                    if "keeper" not in Path(f"/proc/{child}/cmdline").read_text().split("\0"):
                        found.append(int(child))
            return found

        end = time.monotonic() + 180
        while not answers():
            assert time.monotonic() < end
            time.sleep(0.2)
        for address in lan_addresses():
            with urllib.request.urlopen(f"http://{address}:{port}/healthz", timeout=60) as there:
                assert there.status == 200
        stranger = urllib.request.Request(f"http://127.0.0.1:{port}/", headers={"Host": "<b>wexholt"})
        with pytest.raises(urllib.error.HTTPError) as refused:
            urllib.request.urlopen(stranger, timeout=60)
        page = refused.value.read().decode()
        assert (refused.value.code, "oxgang serve --lan" in page, "&lt;b&gt;wexholt" in page) == (
            400,
            True,
            True,
        )
        first = workers()
        assert len(first) == 2
        os.kill(first[0], signal.SIGKILL)
        # What the dead one had taken is lost, and the other may still be starting.
        end = time.monotonic() + 180
        while not (len(set(workers()) - {first[0]}) == 2 and all(answers() for _ in range(20))):
            assert time.monotonic() < end
            time.sleep(0.2)
        now = workers()
        server.terminate()
        assert server.wait(30) == 0
        assert log.exists()
        end = time.monotonic() + 180
        while any(Path(f"/proc/{worker}").exists() for worker in now):
            assert time.monotonic() < end
            time.sleep(0.1)
    finally:
        # Its workers too, whatever has become of it.
        with suppress(ProcessLookupError):
            os.killpg(server.pid, signal.SIGKILL)
