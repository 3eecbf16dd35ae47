"""The web server: waitress, in this process, or in several that share a port.

It reads requests whole, in one thread that never waits for anybody, before one of its threads works
on them: half a request holds a socket and nothing else, and only for so long.
"""

from __future__ import annotations

import json
import os
import signal
import socket
import sys
import threading
import time
from collections.abc import Callable
from importlib import import_module
from typing import Any, Final

from django.core.handlers.wsgi import WSGIHandler
from django.db import connections
from django.urls import get_resolver
from waitress.channel import HTTPChannel
from waitress.parser import HTTPRequestParser
from waitress.server import TcpWSGIServer
from waitress.utilities import RequestEntityTooLarge

from oxgang.config.limits import LARGEST, BodyLimit, limit_of, too_large
from oxgang.core.errors import ProblemCode

THREADS: Final = 16
CONNECTIONS: Final = 1000
# From so many on the idle ones are closed, so that there is room before there is none.
CROWDED: Final = 500
# A head arrives in one piece from everybody who means it; a file over a bad network takes its time.
HEAD_S: Final = 10.0
BODY_S: Final = 90.0
IDLE_S: Final = 60
LOOK_EVERY_S: Final = 2
MOST_HEAD: Final = 32 * 1024
# What core imports where it is used, since a command should not wait for it. A server has it loaded
# before a coach opens the view that needs it.
SLOW_IMPORTS: Final = ("scipy.interpolate", "scipy.optimize", "scipy.stats")


class _Refused(RequestEntityTooLarge):
    """A body that is not read at all, because its head says that it is too large."""

    def __init__(self, limit: BodyLimit) -> None:
        super().__init__(too_large(limit))  # type: ignore[no-untyped-call]

    def to_response(self, ident: str | None = None) -> tuple[str, list[tuple[str, str]], bytes]:
        problem = {
            "type": "oxgang:too-large",
            "status": self.code,
            "code": ProblemCode.TOO_LARGE,
            "title": self.body,
            "field": "",
        }
        headers = [("Content-Type", "application/problem+json"), ("X-Frame-Options", "DENY")]
        return f"{self.code} {self.reason}", headers, json.dumps(problem).encode()


class _Request(HTTPRequestParser):
    def __init__(self, adj: Any) -> None:
        super().__init__(adj)  # type: ignore[no-untyped-call]
        self.began = time.monotonic()

    def received(self, data: bytes) -> int:
        consumed: int = super().received(data)  # type: ignore[no-untyped-call]
        plain = self.error is None or isinstance(self.error, RequestEntityTooLarge)
        if plain and self.headers_finished and not self.empty:
            limit = limit_of(self.path)
            if max(self.content_length, self.body_bytes_received) > limit.most:
                self.error = _Refused(limit)  # type: ignore[assignment]
                self.completed = True
        return consumed

    def late(self, now: float) -> bool:
        """Whether this request should have been here by now."""
        return now - self.began > (BODY_S if self.headers_finished else HEAD_S)


class _Channel(HTTPChannel):
    parser_class = _Request


class _Server(TcpWSGIServer):
    channel_class = _Channel

    def maintenance(self, now: float) -> None:
        super().maintenance(now)  # type: ignore[no-untyped-call]
        clock = time.monotonic()
        for channel in list(self.active_channels.values()):
            request = channel.request
            if request is not None and not channel.requests and request.late(clock):
                channel.will_close = True
        # Whoever holds a connection and asks nothing makes room for those who ask, the longest first.
        idle = [one for one in self.active_channels.values() if not one.requests and one.request is None]
        crowd = len(self.active_channels) - CROWDED
        for channel in sorted(idle, key=lambda one: one.last_activity)[: max(0, crowd)]:
            channel.will_close = True


def listen(host: str, port: int, *, proxy: str = "", https: bool = False, workers: int = 1) -> None:
    """Serve until stopped.

    Parameters
    ----------
    proxy
        The address of a proxy whose word is taken for who asks and by which scheme; "" for none.
    https
        Whether people reach the server by https.
    workers
        How many processes share the port. One that dies is started again.

    Raises
    ------
    OSError
        When the port cannot be opened.
    """
    connections.close_all()
    if workers <= 1:
        signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
        _server(host, port, proxy, https).run()  # type: ignore[no-untyped-call]
        return
    family, kind, proto, _, address = socket.getaddrinfo(
        host, port, type=socket.SOCK_STREAM, flags=socket.AI_PASSIVE
    )[0]
    with socket.socket(family, kind, proto) as shared:
        shared.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        shared.bind(address)
        _share(shared, lambda: _server(host, port, proxy, https, shared), workers)


def _share(shared: socket.socket, made: Callable[[], _Server], workers: int) -> None:
    """Processes that serve one socket, until this one is told to stop."""
    children: dict[int, float] = {}

    def stop(*_: object) -> None:
        for child in children:
            os.kill(child, signal.SIGTERM)
        sys.exit(0)

    def start() -> None:
        child = os.fork()
        if child == 0:
            signal.signal(signal.SIGTERM, lambda *_: os._exit(0))
            try:
                made().run()  # type: ignore[no-untyped-call]
            finally:
                os._exit(1)
        children[child] = time.monotonic()

    for _ in range(workers):
        start()
    signal.signal(signal.SIGTERM, stop)
    try:
        while True:
            gone, _ = os.wait()
            # One that cannot even start is not started as fast as it dies.
            time.sleep(max(0.0, 1.0 - (time.monotonic() - children.pop(gone, 0.0))))
            start()
    except KeyboardInterrupt:
        stop()


def _warm() -> None:
    """Load what the first requests would otherwise wait for: the addresses, and slow libraries."""
    _ = get_resolver().url_patterns
    for name in SLOW_IMPORTS:
        import_module(name)


def _server(host: str, port: int, proxy: str, https: bool, shared: socket.socket | None = None) -> _Server:
    threading.Thread(target=_warm, daemon=True).start()
    trust = (
        {"trusted_proxy": proxy, "trusted_proxy_headers": "x-forwarded-for x-forwarded-proto"}
        if proxy
        else {"url_scheme": "https" if https else "http"}
    )
    on = {} if shared is None else {"_sock": shared, "bind_socket": False}
    return _Server(  # type: ignore[no-untyped-call]
        WSGIHandler(),
        host=host,
        port=port,
        threads=THREADS,
        connection_limit=CONNECTIONS,
        channel_timeout=IDLE_S,
        cleanup_interval=LOOK_EVERY_S,
        max_request_header_size=MOST_HEAD,
        max_request_body_size=LARGEST + 1,
        recv_bytes=65536,
        asyncore_use_poll=True,
        clear_untrusted_proxy_headers=True,
        ident=None,
        **on,
        **trust,
    )
