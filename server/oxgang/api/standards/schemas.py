from __future__ import annotations

from ninja import Schema
from pydantic import Field

from oxgang.academy.models import StandardKind
from oxgang.academy.selectors.standards import Ownership
from oxgang.academy.services.standards import MAX_NAME
from oxgang.api.flight.schemas import RecipesBody
from oxgang.api.settings.schemas import CardForm


class StandardOut(Schema):
    """Something kept under a name: set-ups, or how a card looks."""

    id: int
    kind: StandardKind
    name: str
    ownership: Ownership
    by: str
    set_ups: RecipesBody | None
    card: CardForm | None


class StandardIn(Schema):
    """`set_ups` or `card`, whichever the kind is; `house` offers it to all coaches: a head coach's
    to do. `was` is what the name held when the page was read."""

    kind: StandardKind
    name: str = Field(max_length=MAX_NAME)
    house: bool = False
    set_ups: RecipesBody | None = None
    card: CardForm | None = None
    was: RecipesBody | CardForm | None = None
