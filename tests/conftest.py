"""What is made once for a run of the tests, however many workers share it."""

from __future__ import annotations

import fcntl
import getpass
import hashlib
import shutil
import tempfile
import time
from datetime import UTC, datetime
from pathlib import Path

import oxgang as package
import pytest
from hypothesis import settings

from tests.commands import oxgang
from tests.tiers import ALL

# No property depends on the speed of the machine, and the first tier tries the same values each time.
settings.register_profile("oxgang", deadline=None, derandomize=not ALL)
settings.load_profile("oxgang")


# The longest, first: no worker is still at one of them when the others are done.
LONG = ("test_week", "test_backup", "test_running", "test_upgrade", "test_real_server", "test_stateful")


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    items.sort(key=lambda item: item.path.stem not in LONG)


# How long a demo academy is kept for other runs.
KEPT_S = 24 * 3600


def state_of_the_code() -> str:
    """A short text that is another one when a source of the server has changed, or the day."""
    sources = sorted(Path(package.__file__).parent.rglob("*.py"))
    seen = [f"{file} {file.stat().st_mtime_ns} {file.stat().st_size}" for file in sources]
    return hashlib.sha256("\n".join([f"{datetime.now(UTC):%F}", *seen]).encode()).hexdigest()[:16]


@pytest.fixture(scope="session")
def academy() -> Path:
    """The folder of the demo academy as it comes, to be copied and never changed.

    Made once for all workers and all parts of `make test`, anew for other code or another day.
    """
    base = Path(tempfile.gettempdir()) / f"oxgang-academy-{getpass.getuser()}"
    base.mkdir(mode=0o700, exist_ok=True)
    folder = base / state_of_the_code()
    with (base / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not folder.exists():
            # Another run may be copying from its own now.
            for old in base.glob("*/"):
                if old.name == "part" or time.time() - old.stat().st_mtime > KEPT_S:
                    shutil.rmtree(old)
            made = oxgang("demo", "--data", base / "part", "--no-serve")
            assert made.returncode == 0, made.stderr
            (base / "part").rename(folder)
    return folder
