"""JSON as anyone may send it, read strictly: no NaN, no half characters, no endless nesting."""

from __future__ import annotations

import re
from typing import Any, Final

# The parser below pydantic: the standard library's takes NaN, Infinity and text that no file or
# database can hold, and gives up on deep nesting with a RecursionError.
from pydantic_core import from_json

_MARK: Final = b"\xef\xbb\xbf"
# Control characters as JSON writes them, behind an even number of backslashes.
_CONTROL: Final = re.compile(rb"(?<!\\)((?:\\\\)*)\\(?:u00(?:0[0-8bcefBCEF]|1[0-9a-fA-F])|[bf])")


def read_json(data: bytes) -> Any:
    """What a JSON text holds. Control characters, which a paste brings along, become blanks.

    Raises
    ------
    ValueError
        Saying what is wrong, at which line and column.
    """
    return from_json(_CONTROL.sub(rb"\1 ", data.removeprefix(_MARK)), allow_inf_nan=False)
