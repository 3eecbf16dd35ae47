from __future__ import annotations

from ninja import Schema
from pydantic import Field

from oxgang.core.flight import landing


class TargetBody(Schema):
    """A target: its distance from the mat, how far right of the middle line (- is left), the radius
    of its green or ring (0 is none), how much higher than the mat it lies."""

    name: str = Field(max_length=landing.MAX_NAME)
    distance_yd: float
    right_yd: float = 0.0
    green_yd: float = 0.0
    height_m: float = 0.0


class RangePictureFields(Schema):
    """A range from above; an edge that is null is not there."""

    name: str = Field(max_length=landing.MAX_NAME)
    targets: list[TargetBody] = Field(max_length=landing.MOST_TARGETS)
    left_yd: float | None = None
    right_yd: float | None = None
    far_yd: float | None = None

    def as_core(self) -> landing.RangePicture:
        """The picture as core takes it."""
        return landing.RangePicture(
            self.name,
            tuple(landing.Target(**target.model_dump()) for target in self.targets),
            self.left_yd,
            self.right_yd,
            self.far_yd,
        )


class RangePictureIn(RangePictureFields):
    """`was` is the picture as the coach saw it."""

    was: RangePictureFields | None = None


class RangePictureOut(RangePictureFields):
    id: int
