"""Reading the academy's range pictures."""

from __future__ import annotations

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, RangePicture


def range_pictures_of(academy: Academy) -> QuerySet[RangePicture]:
    """The academy's range pictures, oldest first."""
    return academy.range_pictures.filter(archived_at=None).order_by("id")


def range_picture_of(academy: Academy, picture_id: int) -> RangePicture:
    """One range picture of the academy.

    Raises
    ------
    NotFound
        When the academy has no such picture.
    """
    stored = academy.range_pictures.filter(pk=picture_id).first()
    if stored is None:
        raise NotFound("There is no such range picture here.")
    return stored
