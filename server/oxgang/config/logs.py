"""What the log does not hold: the secrets in addresses that were handed out."""

from __future__ import annotations

import logging
import re
from typing import Final

# Addresses by which somebody comes in without a log-in; what follows is the secret.
SECRETS: Final = re.compile(r"(/(?:c|cal|start|come-in)/|/account/(?:links|start)/)[^/\s\"'?#.]+")


class Redacting(logging.Formatter):
    """Leaves the secrets of addresses out, also of those in a traceback."""

    def format(self, record: logging.LogRecord) -> str:
        return SECRETS.sub(r"\1***", super().format(record))
