from __future__ import annotations

from django.utils import timezone
from ninja import Router

from oxgang.academy.models import RangePicture
from oxgang.academy.selectors.range_pictures import range_picture_of, range_pictures_of
from oxgang.academy.services.range_pictures import (
    add_range_picture,
    archive_range_picture,
    change_range_picture,
)
from oxgang.api.auth import CoachRequest
from oxgang.api.range_pictures.schemas import RangePictureIn, RangePictureOut

router = Router(tags=["range pictures"])


@router.get("/range-pictures", response=list[RangePictureOut])
def range_pictures(request: CoachRequest) -> list[RangePicture]:
    """The academy's ranges from above, on which a landing is touched."""
    return list(range_pictures_of(request.coach.academy))


@router.post("/range-pictures", response={201: RangePictureOut})
def new_range_picture(request: CoachRequest, data: RangePictureIn) -> tuple[int, RangePicture]:
    """Add a range picture."""
    return 201, add_range_picture(data.as_core(), by=request.coach, now=timezone.now())


@router.put("/range-pictures/{picture_id}", response=RangePictureOut)
def rewrite_range_picture(request: CoachRequest, picture_id: int, data: RangePictureIn) -> RangePicture:
    """Change a range picture. Balls stay where they landed."""
    coach = request.coach
    return change_range_picture(
        range_picture_of(coach.academy, picture_id),
        data.as_core(),
        by=coach,
        now=timezone.now(),
        was=None if data.was is None else data.was.as_core(),
    )


@router.delete("/range-pictures/{picture_id}", response=list[RangePictureOut])
def remove_range_picture(request: CoachRequest, picture_id: int) -> list[RangePicture]:
    """Remove a range picture. Undo restores it. Returns those that are left."""
    coach = request.coach
    archive_range_picture(range_picture_of(coach.academy, picture_id), by=coach, now=timezone.now())
    return list(range_pictures_of(coach.academy))
