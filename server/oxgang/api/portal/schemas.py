from __future__ import annotations

from datetime import datetime

from ninja import Schema
from pydantic import Field

from oxgang.core.practice.portal import Shows


class LinkIn(Schema):
    """`code`, four to six digits, is asked for before anything is shown; empty asks for none."""

    days: int = 180
    code: str = Field("", max_length=12)


class CodeIn(Schema):
    code: str = Field(max_length=12)


class LinkOut(Schema):
    """`locked` is one of which too many wrong codes were tried."""

    id: int
    made_at: datetime
    expires_at: datetime
    revoked_at: datetime | None
    opened_at: datetime | None
    opened: int
    made_by: str
    with_code: bool
    locked: bool


class LinkMade(Schema):
    """The address stands here once; `qr` is it as a picture (a data URI of an SVG). `reached` is
    False for an address that only this machine knows."""

    link: LinkOut
    url: str
    qr: str
    reached: bool


class ShownIn(Schema):
    shown: bool


class SharingOut(Schema):
    """What the student sees behind the private link. `usual` is what is shown until a coach chooses;
    a junior sees less."""

    shows: list[Shows]
    usual: list[Shows]
    parts: list[Shows]
