"""Backups that only a passphrase opens, in the age format (age-encryption.org/v1)."""

from __future__ import annotations

from pathlib import Path
from typing import Final

from pyrage import DecryptError, passphrase  # type: ignore[attr-defined]

from oxgang.cli.database import UnusableBackup

HEADER: Final = b"age-encryption.org/v1"
LEAST: Final = 12


def read_passphrase(file: Path) -> str:
    """The first line of a file.

    Raises
    ------
    UnusableBackup
        When it cannot be read, or is too short to keep anything.
    """
    try:
        lines = file.read_text(encoding="utf-8").splitlines()
    except (OSError, UnicodeDecodeError):
        raise UnusableBackup(f"the passphrase cannot be read from {file}.") from None
    if not lines or len(lines[0].strip()) < LEAST:
        raise UnusableBackup(f"the passphrase in {file} is shorter than {LEAST} characters.")
    return lines[0].strip()


def is_sealed(file: Path) -> bool:
    """Whether a file is an encrypted one. One that cannot be read is none."""
    try:
        with file.open("rb") as content:
            return content.read(len(HEADER)) == HEADER
    except OSError:
        return False


def seal(file: Path, words: str) -> None:
    """Encrypt a file where it stands. Its content is in memory meanwhile."""
    file.write_bytes(passphrase.encrypt(file.read_bytes(), words))


def unseal(file: Path, words: str, target: Path) -> Path:
    """What an encrypted file holds, into another.

    Raises
    ------
    UnusableBackup
        For another passphrase, or a damaged file.
    """
    try:
        content = passphrase.decrypt(file.read_bytes(), words)
    except DecryptError:
        raise UnusableBackup("cannot be opened with this passphrase, or is damaged.") from None
    target.write_bytes(content)
    return target
