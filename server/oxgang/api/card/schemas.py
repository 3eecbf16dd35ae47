from __future__ import annotations

from datetime import datetime

from ninja import Schema
from pydantic import Field

from oxgang.api.matrix.schemas import KeyOut


class PublishIn(Schema):
    note: str = Field("", max_length=300)


class VersionOut(Schema):
    """A published version; `level` is that of the intervals it was frozen with."""

    number: int
    note: str
    published_at: datetime
    by: str
    level: float


class DifferenceOut(Schema):
    key: KeyOut
    before_yd: float | None
    after_yd: float | None
    real: bool


class LinkIn(Schema):
    days: int = 180


class LinkOut(Schema):
    id: int
    made_at: datetime
    expires_at: datetime
    revoked_at: datetime | None


class LinkMade(Schema):
    """The address stands here once; `qr` is it as a picture (a data URI of an SVG)."""

    link: LinkOut
    url: str
    qr: str
