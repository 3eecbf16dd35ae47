"""What is made once for a run of the tests, however many workers share it."""

from __future__ import annotations

import fcntl
from pathlib import Path

import pytest

from tests.commands import oxgang


@pytest.fixture(scope="session")
def academy(tmp_path_factory: pytest.TempPathFactory, worker_id: str) -> Path:
    """The folder of the demo academy as it comes, to be copied and never changed."""
    base = tmp_path_factory.getbasetemp()
    shared = base if worker_id == "master" else base.parent
    folder = shared / "academy"
    with (shared / "academy.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not folder.exists():
            made = oxgang("demo", "--data", shared / "academy.part", "--no-serve")
            assert made.returncode == 0, made.stderr
            (shared / "academy.part").rename(folder)
    return folder
