"""The `oxgang` command as a user calls it, and a look into its database."""

from __future__ import annotations

import sqlite3
import subprocess
import sys
from contextlib import closing
from pathlib import Path
from typing import Any

DATABASE = "oxgang.sqlite3"


def oxgang(*words: object, **more: Any) -> subprocess.CompletedProcess[str]:
    command = [sys.executable, "-m", "oxgang", *map(str, words)]
    return subprocess.run(command, capture_output=True, text=True, timeout=600, **more)


def counted(file: Path, table: str = "range_sessions_ball") -> int:
    with closing(sqlite3.connect(file)) as database:
        return int(database.execute(f"SELECT count(*) FROM {table}").fetchone()[0])
