"""How passwords are hashed."""

from __future__ import annotations

from django.contrib.auth.hashers import Argon2PasswordHasher


class Argon2Bounded(Argon2PasswordHasher):
    """Argon2id with 64 MiB: the second recommended option of RFC 9106, section 4. One hash at a time
    is computed in a process (`api.account.passwords`), so that no crowd of them fills the memory."""

    time_cost = 3
    memory_cost = 64 * 1024
    parallelism = 4
