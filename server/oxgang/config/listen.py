"""The web server: gunicorn, in this process."""

from __future__ import annotations

from typing import Any

from django.core.handlers.wsgi import WSGIHandler
from django.db import connections
from gunicorn.app.base import BaseApplication

THREADS = 8


class _Application(BaseApplication):
    def __init__(self, host: str, port: int) -> None:
        self._bind = f"{host}:{port}"
        super().__init__()  # type: ignore[no-untyped-call]

    def load_config(self) -> None:
        assert self.cfg is not None
        for name, value in {
            "bind": self._bind,
            "workers": 1,
            "worker_class": "gthread",
            "threads": THREADS,
            "accesslog": None,
            "loglevel": "warning",
            "keepalive": 30,
            "graceful_timeout": 5,
        }.items():
            self.cfg.set(name, value)

    def load(self) -> Any:
        return WSGIHandler()


def listen(host: str, port: int) -> None:
    """Serve until stopped. The worker is forked, so open database connections are closed first."""
    connections.close_all()
    _Application(host, port).run()  # type: ignore[no-untyped-call]
