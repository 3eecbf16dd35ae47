"""Second factors: a secret that a phone holds, and recovery codes for a lost phone.

A copied database does not sign anybody in: secrets are encrypted with a key that is not in it, and
of recovery codes only digests are kept.
"""

from __future__ import annotations

import secrets
from base64 import urlsafe_b64decode, urlsafe_b64encode
from typing import Final, Self

from cryptography.exceptions import InvalidTag
from cryptography.hazmat.primitives.ciphers.aead import AESGCM
from cryptography.hazmat.primitives.hashes import SHA256
from cryptography.hazmat.primitives.kdf.hkdf import HKDF
from django.conf import settings
from django.contrib.auth.models import User
from django.db import models
from django_otp.plugins.otp_totp.models import TOTPDevice

from oxgang.academy.models.academy import Coach

# 160 bits, as RFC 4226, section 4, recommends.
SECRET_BYTES: Final = 20
NONCE_BYTES: Final = 12


class OtherKey(Exception):
    """A secret was encrypted with another server's key."""


def seal(secret: bytes) -> str:
    """A secret as the database keeps it: AES-GCM with a key made of the server's secret key."""
    nonce = secrets.token_bytes(NONCE_BYTES)
    return urlsafe_b64encode(nonce + _cipher().encrypt(nonce, secret, None)).decode("ascii")


def unseal(sealed: str) -> bytes:
    """The secret of what `seal` gave.

    Raises
    ------
    OtherKey
        When the server has another secret key than the one it was sealed with.
    """
    content = urlsafe_b64decode(sealed)
    try:
        return _cipher().decrypt(content[:NONCE_BYTES], content[NONCE_BYTES:], None)
    except InvalidTag:
        raise OtherKey from None


def _cipher() -> AESGCM:
    made = HKDF(algorithm=SHA256(), length=32, salt=None, info=b"oxgang second factor")
    return AESGCM(made.derive(settings.SECRET_KEY.encode()))


class Factor(TOTPDevice):
    """A secret that a phone holds (RFC 6238), encrypted in the database."""

    class Meta:
        proxy = True

    @classmethod
    def made_for(cls, user: User, name: str) -> Self:
        """A new secret, which holds once a code of it was typed."""
        key = seal(secrets.token_bytes(SECRET_BYTES))
        made = cls(user=user, name=name, key=key, confirmed=False)
        made.save()
        return made

    @property
    def bin_key(self) -> bytes:
        return unseal(self.key)


class RecoveryCode(models.Model):
    """The digest of one code of 80 bits that stands in for a lost phone, once."""

    coach = models.ForeignKey(Coach, on_delete=models.CASCADE, related_name="recovery_codes")
    code_hash = models.CharField(max_length=64)

    def __str__(self) -> str:
        return f"recovery code of {self.coach}"
