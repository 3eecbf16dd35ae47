"""The server's typed environment: every OXGANG_ variable and its default."""

from __future__ import annotations

from pathlib import Path
from typing import Literal

from pydantic_settings import BaseSettings, SettingsConfigDict

DEV_SECRET = "development-only-never-for-a-real-academy"
Mode = Literal["prod", "demo", "dev", "test"]


class Environment(BaseSettings):
    """Read from OXGANG_* variables.

    `data` is the folder that holds the database. In mode prod the secret key must be set; the
    `oxgang serve` command makes one and keeps it in the data folder.
    """

    model_config = SettingsConfigDict(env_prefix="OXGANG_")

    mode: Mode = "dev"
    data: Path = Path("oxgang-data")
    secret_key: str = DEV_SECRET
    hosts: str = "127.0.0.1,localhost"
    https: bool = False
    # Where devices of the same network reach the server, by comma; nowhere without `--lan`.
    lan: str = ""
    # Where the log goes; standard error without it.
    log: Path | None = None
    # Where the keeper writes a backup each night, and how many it keeps; nowhere without it.
    backups: Path | None = None
    backups_keep: int = 14

    @property
    def database(self) -> Path:
        return self.data / "oxgang.sqlite3"

    @property
    def keeper_beat(self) -> Path:
        """Touched by the keeper as long as it works."""
        return self.data / "keeper.beat"

    @property
    def allowed_hosts(self) -> list[str]:
        return [host.strip() for host in self.hosts.split(",") if host.strip()]

    @property
    def lan_addresses(self) -> list[str]:
        return [address for address in self.lan.split(",") if address]

    def refuse_defaults_in_production(self) -> None:
        """Raise ValueError when a production server would run with the development key."""
        if self.mode == "prod" and (self.secret_key == DEV_SECRET or len(self.secret_key) < 32):
            raise ValueError(
                "OXGANG_SECRET_KEY is missing or too short for a real start. "
                "Use `oxgang serve`, which makes one, or set 50 random characters."
            )
