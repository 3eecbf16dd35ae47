"""Sessions to come as an iCalendar file (RFC 5545), written with the icalendar library."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from icalendar import Calendar
from icalendar import Event as Entry

PRODUCT = "-//Oxgang//Sessions//EN"
# How often a calendar program should ask again.
ASK_AGAIN = timedelta(minutes=30)


@dataclass(frozen=True, slots=True)
class Session:
    """One session: a lasting id, when (aware) and how long, what it says, and its changes."""

    uid: str
    starts_at: datetime
    minutes: int
    title: str
    description: str
    sequence: int
    changed_at: datetime
    cancelled: bool


def write_calendar(name: str, sessions: Iterable[Session]) -> bytes:
    """The calendar's bytes. Times are in UTC, so that no time zone needs to be described."""
    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("name", name)
    calendar.add("x-wr-calname", name)
    calendar.add("refresh-interval", ASK_AGAIN, parameters={"value": "DURATION"})
    for session in sessions:
        entry = Entry()
        entry.add("uid", f"{session.uid}@oxgang")
        entry.add("dtstamp", session.changed_at.astimezone(UTC))
        entry.add("last-modified", session.changed_at.astimezone(UTC))
        entry.add("dtstart", session.starts_at.astimezone(UTC))
        entry.add("dtend", session.starts_at.astimezone(UTC) + timedelta(minutes=session.minutes))
        entry.add("summary", session.title)
        if session.description:
            entry.add("description", session.description)
        entry.add("sequence", session.sequence)
        entry.add("status", "CANCELLED" if session.cancelled else "CONFIRMED")
        calendar.add_component(entry)
    return bytes(calendar.to_ical())
