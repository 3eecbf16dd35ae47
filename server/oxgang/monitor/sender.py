"""Sending balls to Oxgang, with the faults that real devices have."""

from __future__ import annotations

import json
import urllib.error
import urllib.request
from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import UTC, datetime
from typing import Any, Final

import numpy as np

from oxgang.monitor.queue import Queue

# How often a wanted fault happens, and how many balls a drop-out holds back.
FAULT_ODDS: Final = 0.3
DROP_OUT_BALLS: Final = 3
BATCH: Final = 50
TIMEOUT_S: Final = 10


@dataclass(slots=True)
class Sender:
    """Sends what waits in a queue. `token` is asked for at each try, so a new one is taken up."""

    url: str
    token: Callable[[], str]
    queue: Queue
    say: Callable[[str], None]
    faults: frozenset[str] = frozenset()
    seed: int = 1
    _silent: int = 0
    _rng: np.random.Generator = field(init=False)

    def __post_init__(self) -> None:
        self._rng = np.random.default_rng([self.seed, 7])

    def hit(self, ball: dict[str, Any], *, now: datetime) -> None:
        """Queue a ball and send what waits, with a fault now and then."""
        self.queue.add({**ball, "hit_at": now.astimezone(UTC).isoformat()})
        if self._wants("garbled"):
            self._post(b'{"balls": [{"id": "half a ba')
        if self._silent:
            self._silent -= 1
            self.say("no link; the ball waits")
            return
        if self._wants("drop-out"):
            self._silent = DROP_OUT_BALLS
            self.say("no link; the ball waits")
            return
        self.flush()

    def flush(self) -> bool:
        """Send everything that waits. Whether the queue is empty afterwards."""
        while self.queue.balls:
            batch = self.queue.balls[:BATCH]
            sent = list(batch)
            if self._wants("out-of-order"):
                sent.reverse()
            if self._wants("duplicate"):
                sent.append(sent[0])
            body = sent[0] if len(sent) == 1 else {"balls": sent}
            if not self._post(json.dumps(body).encode()):
                return False
            self.queue.done({ball["id"] for ball in batch})
        return True

    def _wants(self, fault: str) -> bool:
        return fault in self.faults and bool(self._rng.random() < FAULT_ODDS)

    def _post(self, body: bytes) -> bool:
        request = urllib.request.Request(
            f"{self.url}/api/feed/balls",
            data=body,
            headers={
                "Content-Type": "application/json",
                "Authorization": f"Bearer {self.token()}",
            },
        )
        try:
            with urllib.request.urlopen(request, timeout=TIMEOUT_S) as answer:
                counts = json.load(answer)
        except urllib.error.HTTPError as error:
            self.say(f"refused ({error.code}): {_title(error)} {len(self.queue.balls)} wait")
            return False
        except OSError as error:
            self.say(f"no answer ({error}); {len(self.queue.balls)} wait")
            return False
        self.say(f"sent {counts['new']} new, {counts['known']} known")
        return True


def _title(error: urllib.error.HTTPError) -> str:
    try:
        body = json.load(error)
    except ValueError:
        return ""
    return f"{body.get('title', '')} [{body.get('field', '')}]"
