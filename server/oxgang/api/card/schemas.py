from __future__ import annotations

from datetime import datetime
from enum import StrEnum
from typing import Literal

from ninja import Schema
from pydantic import Field

from oxgang.api.matrix.schemas import KeyOut
from oxgang.api.messages import Values
from oxgang.core.ground.card import Order, Thin
from oxgang.core.ground.played import Play


class PublishIn(Schema):
    """`step`, `order`, `cues` and `run` are how the card looks: a line every so many yards, from
    which end, the cue of each swing, how far the ball runs; what is not given is as on the last
    card. `picks` are those that the phone carries."""

    note: str = Field("", max_length=300)
    step: int | None = None
    order: Order | None = None
    cues: bool | None = None
    run: bool | None = None
    picks: bool = True


class VersionOut(Schema):
    """A published version; `level` is that of the intervals it was frozen with."""

    number: int
    note: str
    published_at: datetime
    by: str
    level: float


class DifferenceOut(Schema):
    """A shot in two versions [yd, adjustment in inches], and what it was and is to the student."""

    key: KeyOut
    back_in: float
    down_in: float
    before_yd: float | None
    after_yd: float | None
    before: Play
    after: Play
    real: bool


class Face(StrEnum):
    REGULAR = "regular"
    BOLD = "bold"
    ITALIC = "italic"


class TextOut(Schema):
    """A line of text [points]; `x` is where it begins, ends or has its middle, `grey` 0 black."""

    x: float
    y: float
    text: str
    face: Face
    size: float
    align: Literal["left", "right", "middle"]
    grey: float


class RuleOut(Schema):
    x1: float
    y1: float
    x2: float
    y2: float
    width: float
    dash: float


class BoxOut(Schema):
    x: float
    y: float
    width: float
    height: float
    fill: float


class SheetOut(Schema):
    """One side of paper [points] from its upper left corner, and what is drawn on it: the same as
    on the PDF."""

    width: float
    height: float
    texts: list[TextOut]
    rules: list[RuleOut]
    boxes: list[BoxOut]


class ThinMessage(Schema):
    """Why a card is not one to hand out yet, and the values of its sentence."""

    code: Thin
    values: Values


class CardPreview(Schema):
    """The card as it would be published now. `moved` is what differs from the last version,
    `reached` the share of the ground that `played` shots come within the tolerance of, `next` the
    number that it would have."""

    sheets: list[SheetOut]
    thin: list[ThinMessage]
    moved: list[DifferenceOut]
    played: int
    reached: float
    next: int
    publishable: bool
