"""Sessions on the range and to come, their balls, and the devices that measure balls."""

from oxgang.range_sessions.models.appointment import Appointment, CalendarLink
from oxgang.range_sessions.models.ball import Ball
from oxgang.range_sessions.models.bays import Bay, Group, Turn, TurnKind
from oxgang.range_sessions.models.device import Device, FeedBall
from oxgang.range_sessions.models.imported_carry import ImportedCarry
from oxgang.range_sessions.models.mapping import StoredMapping
from oxgang.range_sessions.models.plan import StoredPlan
from oxgang.range_sessions.models.session import RangeSession

__all__ = [
    "Appointment",
    "Ball",
    "Bay",
    "CalendarLink",
    "Device",
    "FeedBall",
    "Group",
    "ImportedCarry",
    "RangeSession",
    "StoredMapping",
    "StoredPlan",
    "Turn",
    "TurnKind",
]
