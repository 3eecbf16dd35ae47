"""Published versions of a matrix, and the links to a student's card."""

from oxgang.matrix.models.published import CardLink, PublishedMatrix

__all__ = ["CardLink", "PublishedMatrix"]
