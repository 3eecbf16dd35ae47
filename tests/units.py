"""How a yard and a metre look in a text, for every test that must find none of one of them."""

from __future__ import annotations

import re
from typing import Final

YARDS: Final = re.compile(
    r"\byds?\b|\byards?\b|yardage|\bmph\b|\d ?(?:ft|feet)\b|\binch"
    r"|\d in(?= back| forw| down|[.,;:)]|$)",
    re.IGNORECASE,
)
METRES: Final = re.compile(r"\bmetres?\b|\bcentimet|\d\s?(?:m|cm|km)\b(?!/)|m/s|km/h", re.IGNORECASE)
