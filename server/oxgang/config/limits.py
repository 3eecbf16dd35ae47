"""How large a request may be, by its address: decided before a byte of its body is read."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from oxgang.files.limits import MOST_BYTES, MOST_PICTURE_BYTES

KB: Final = 1024
SMALL: Final = 64 * KB
# Where a body is larger by right: a plan of 80 cells, a review of some thousand balls, 500 balls of
# a monitor, the mapping of a file's columns.
LARGER: Final = (
    (re.compile(r"/api/feed/balls/?$"), 512 * KB),
    (re.compile(r"/api/students/[^/]+/review/?$"), 1024 * KB),
    (re.compile(r"/api/students/[^/]+/plan/?$"), 256 * KB),
)
UPLOADS: Final = re.compile(
    r"/api/(student-files|students/[^/]+/(shots(/check)?|imported-carries|files/(look|take)|bag(/check)?))/?$"
)
PICTURES: Final = re.compile(r"/api/students/[^/]+/pictures/?$")
# What a form adds around its file.
FORM: Final = 256 * KB
# Nobody reads more than this of a request, whoever sends it.
LARGEST: Final = MOST_BYTES + FORM


@dataclass(frozen=True, slots=True)
class BodyLimit:
    """The most bytes of a body; `upload` addresses take files, from somebody signed in only, some
    of them pictures."""

    most: int
    upload: bool = False
    picture: bool = False


def limit_of(path: str) -> BodyLimit:
    """The limit of an address."""
    if PICTURES.match(path):
        return BodyLimit(MOST_PICTURE_BYTES + FORM, upload=True, picture=True)
    if UPLOADS.match(path):
        return BodyLimit(LARGEST, upload=True)
    for pattern, most in LARGER:
        if pattern.match(path):
            return BodyLimit(most)
    return BodyLimit(SMALL)


def too_large(limit: BodyLimit) -> str:
    """The sentence about a body over its limit."""
    if limit.picture:
        return (
            f"The picture is larger than {MOST_PICTURE_BYTES // (KB * KB)} MB. Nothing was saved. Choose "
            "a smaller one."
        )
    if limit.upload:
        return (
            f"The file is larger than {MOST_BYTES // (KB * KB)} MB. Nothing was saved. Split it, "
            "or leave out the columns that are not needed."
        )
    return f"The request is larger than {limit.most // KB} kB. Nothing was saved."
