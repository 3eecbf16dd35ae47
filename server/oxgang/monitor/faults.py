"""What a simulated monitor may get wrong, as real ones do."""

from __future__ import annotations

from typing import Final

FAULTS: Final = ("duplicate", "out-of-order", "drop-out", "garbled")
