"""Reads of students, clubs and scales, always within one academy."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from datetime import date, datetime, timedelta
from typing import TypeAlias
from uuid import UUID
from zoneinfo import ZoneInfo

from django.db.models import Q, QuerySet

from oxgang.academy.errors import ErasedStudent, NotFound
from oxgang.academy.models import Academy, Club, Coach, Erased, Student, SwingScale
from oxgang.core.units import units_of
from oxgang.core.words.bag import MAX_LABEL
from oxgang.core.words.swing import Position
from oxgang.texts.messages import Texts, texts

# Who reads: a coach who is signed in, or the academy itself (commands, work behind the answers).
Reader: TypeAlias = Academy | Coach
# A browser that was not used for so long has no drafts that anybody misses.
STORED_FOR = timedelta(days=90)


def day_at(academy: Academy, moment: datetime) -> date:
    """The day at the academy of an aware moment."""
    return moment.astimezone(ZoneInfo(academy.time_zone)).date()


def local_day(student: Student, moment: datetime) -> date:
    """The day at the student's academy of an aware moment."""
    return day_at(student.academy, moment)


def academy_of(reader: Reader) -> Academy:
    """The academy within which somebody reads."""
    return reader if isinstance(reader, Academy) else reader.academy


def students_at(reader: Reader) -> QuerySet[Student]:
    """All students whom the reader may see, archived ones too: those of the academy."""
    return Student.objects.filter(academy=academy_of(reader))


def texts_of(student: Student) -> Texts:
    """The student's language, in the student's units."""
    return texts(units_of(student.units), student.language)


def rows_of(students: Iterable[UUID]) -> QuerySet[Student]:
    """The rows of students that were found by their academy before, to count or to update them."""
    return Student.objects.filter(pk__in=students)


def student_of(reader: Reader, student_id: UUID) -> Student:
    """One student, archived or not. Two queries with the scale's positions.

    Raises
    ------
    NotFound
        When the reader sees no such student.
    """
    found = students_at(reader).filter(pk=student_id)
    student = found.select_related("scale", "academy", "coach").first()
    if student is None:
        if Erased.objects.filter(academy=academy_of(reader), student=student_id).exists():
            raise ErasedStudent(
                "This student was deleted permanently on request, so this can't be saved. Delete it here too."
            )
        raise NotFound("There is no such student here.")
    return student


def bag_of(student: Student, *, everything: bool = False) -> list[Club]:
    """The student's clubs, most lofted first; with `everything` also archived ones."""
    clubs = student.clubs.order_by("-loft_deg", "label", "used_from")
    return list(clubs if everything else clubs.filter(archived_at=None))


def club_names(everything: Sequence[Club], in_bag: Sequence[Club]) -> dict[UUID, str]:
    """What each club is called where no two may be called alike: those in the bag by their labels, others
    by when they went out of it. A name is as long as a label may be."""
    here = {club.pk for club in in_bag}
    names = {club.pk: club.label for club in in_bag}
    for club in everything:
        if club.pk not in here:
            names[club.pk] = _with(club.label, _apart(club))
    twice = {name for name, count in Counter(names.values()).items() if count > 1}
    return {
        pk: _with(name, f" ({str(pk)[:4]})") if name in twice and pk not in here else name
        for pk, name in names.items()
    }


def _with(label: str, more: str) -> str:
    return f"{label[: MAX_LABEL - len(more)]}{more}"


def _apart(club: Club) -> str:
    if club.used_until:
        return f" until {club.used_until}"
    return f" from {club.used_from}" if club.used_from else ", out of the bag"


def file_names(student: Student, today: date) -> dict[UUID, str]:
    """What each club of a student is called in files: no two alike, whoever replaced whom."""
    everything = bag_of(student, everything=True)
    return club_names(everything, [club for club in everything if club.used_on(today)])


def match_club(clubs: Sequence[Club], label: str, day: date | None) -> Club | None:
    """The club of this label that was in use on the day, else any of this label."""
    same = [club for club in clubs if club.label.casefold() == label.casefold()]
    in_use = [club for club in same if (club.archived_at is None if day is None else club.used_on(day))]
    return next(iter([*in_use, *same]), None)


def club_of(reader: Reader, club_id: UUID) -> Club:
    """One club of a student whom the reader may see.

    Raises
    ------
    NotFound
        When the reader sees no such club.
    """
    club = Club.objects.filter(student__in=students_at(reader), pk=club_id).first()
    if club is None:
        raise NotFound("There is no such club here.")
    return club


def scales_of(academy: Academy) -> QuerySet[SwingScale]:
    """The academy's scales, built-in ones first."""
    return academy.scales.filter(archived_at=None).order_by("id")


def scale_of(academy: Academy, scale_id: int) -> SwingScale:
    """One scale of the academy.

    Raises
    ------
    NotFound
        When the academy has no such scale.
    """
    scale = scales_of(academy).filter(pk=scale_id).first()
    if scale is None:
        raise NotFound("There is no such swing scale here.")
    return scale


def known_swings(student: Student) -> dict[str, Position]:
    """Every swing the academy has a word for, by casefolded label; the student's scale wins."""
    swings: dict[str, Position] = {}
    for scale in [student.scale, *scales_of(student.academy)]:
        for position in scale.as_core().positions:
            swings.setdefault(position.label.casefold(), position)
    return swings


def belongs_to(coach: Coach, prefix: str = "") -> Q:
    """Students who are a coach's, or shared with the coach; `prefix` leads to the student."""
    return Q(**{f"{prefix}coach": coach}) | Q(**{f"{prefix}pk__in": coach.shared.values("pk")})


def lately_erased(academy: Academy, now: datetime) -> list[UUID]:
    """Students who were erased while a browser may still have stored something of them."""
    rows = Erased.objects.filter(academy=academy, at__gt=now - STORED_FOR)
    return list(rows.values_list("student", flat=True))
