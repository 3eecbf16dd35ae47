"""What is kept of a secret that was handed out."""

from __future__ import annotations

import hashlib


def hash_of(token: str) -> str:
    """The digest of a token. Tokens are long and random, so a plain digest is enough."""
    return hashlib.sha256(token.encode()).hexdigest()
