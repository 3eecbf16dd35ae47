"""The monitor's own queue: what the server has not acknowledged waits in a file, in order."""

from __future__ import annotations

import json
import os
from pathlib import Path
from typing import Any


class Queue:
    """Balls waiting to be sent. Every change is on disk before the call returns."""

    def __init__(self, file: Path) -> None:
        self.file = file
        self.balls: list[dict[str, Any]] = []
        if file.exists():
            lines = file.read_text(encoding="utf-8").splitlines()
            self.balls = [json.loads(line) for line in lines if line.strip()]

    def add(self, ball: dict[str, Any]) -> None:
        """Keep a ball until it is acknowledged."""
        self.balls.append(ball)
        self._write()

    def done(self, ids: set[str]) -> None:
        """Forget acknowledged balls."""
        self.balls = [ball for ball in self.balls if ball["id"] not in ids]
        self._write()

    def _write(self) -> None:
        part = self.file.with_suffix(".part")
        with part.open("w", encoding="utf-8") as out:
            out.writelines(json.dumps(ball) + "\n" for ball in self.balls)
            out.flush()
            os.fsync(out.fileno())
        part.replace(self.file)
