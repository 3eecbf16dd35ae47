"""Published versions, links to a student's card, and what was computed of a student."""

from oxgang.matrix.models.played import PlayedShot
from oxgang.matrix.models.published import CardLink, PublishedMatrix
from oxgang.matrix.models.stored import StoredMatrix, Summary, Tally

__all__ = ["CardLink", "PlayedShot", "PublishedMatrix", "StoredMatrix", "Summary", "Tally"]
