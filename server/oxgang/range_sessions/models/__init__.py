"""Sessions on the range and the balls hit in them."""

from oxgang.range_sessions.models.ball import Ball
from oxgang.range_sessions.models.session import RangeSession

__all__ = ["Ball", "RangeSession"]
