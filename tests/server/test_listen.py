"""The web server's own limits, without its sockets."""

from __future__ import annotations

import time
from types import SimpleNamespace
from typing import Any

from oxgang.config import listen


def channel(age: float, *, asks: bool = False) -> Any:
    request = SimpleNamespace(late=lambda _: False)
    return SimpleNamespace(
        last_activity=time.time() - age,
        requests=[request] if asks else [],
        request=request if asks else None,
        will_close=False,
    )


def test_idle_connections_make_room_the_longest_first() -> None:
    """1,020 connections that asked nothing kept everybody out."""
    asking = [channel(59, asks=True) for _ in range(100)]
    idle = [channel(float(age)) for age in range(1, 51)]
    idle += [channel(0.5) for _ in range(listen.CROWDED - 130)]
    server = listen._Server.__new__(listen._Server)
    server.adj = SimpleNamespace(channel_timeout=60)
    server.active_channels = dict(enumerate([*asking, *idle]))
    server.maintenance(time.time())
    # Twenty too many: the twenty that were silent longest go, and nobody who asks.
    assert not any(one.will_close for one in asking)
    assert [one.will_close for one in idle[:50]] == [age > 30 for age in range(1, 51)]
    assert not any(one.will_close for one in idle[50:])


def test_a_server_with_room_closes_nobody() -> None:
    server = listen._Server.__new__(listen._Server)
    server.adj = SimpleNamespace(channel_timeout=60)
    server.active_channels = {n: channel(50) for n in range(listen.CROWDED)}
    server.maintenance(time.time())
    assert not any(one.will_close for one in server.active_channels.values())
