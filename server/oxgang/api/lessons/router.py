"""Lessons and the pictures of a student's positions."""

from __future__ import annotations

from datetime import date
from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from django.views.decorators.cache import cache_control
from ninja import File, Form, Router
from ninja.decorators import decorate_view
from ninja.files import UploadedFile

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Coach, Student
from oxgang.academy.selectors.people import local_day, student_of
from oxgang.academy.selectors.standards import ownership
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import Label, made
from oxgang.api.lessons.schemas import (
    CheckWords,
    FaultWords,
    LessonIn,
    LessonsPage,
    LikelyOut,
    Looks,
    MarksBody,
    OwnWordIn,
    OwnWordOut,
    StillOut,
    SwingSeriesOut,
)
from oxgang.api.reading import reading
from oxgang.core.words.lesson import DRILLS, Checkpoint, Drill, Fault, When, when_of
from oxgang.core.words.shots import Trajectory
from oxgang.practice.models import OwnWord, Picture, WordKind
from oxgang.practice.selectors.lessons import faults_for, lesson_of, lessons_of, words_of
from oxgang.practice.selectors.player import matrix_now
from oxgang.practice.selectors.portal import pictures_of
from oxgang.practice.selectors.positions import SwingSeries, positions_of
from oxgang.practice.services.lessons import (
    LessonFields,
    add_word,
    archive_word,
    withdraw_lesson,
    write_lesson,
)
from oxgang.practice.services.pictures import keep_picture, measure_picture, remove_picture

router = Router(tags=["lessons"])


def _word(word: OwnWord, coach: Coach) -> OwnWordOut:
    return OwnWordOut(
        id=word.pk,
        name=word.name,
        kind=WordKind(word.kind),
        part=When(word.part) if word.part else None,
        text=word.text,
        archived=word.archived_at is not None,
        ownership=ownership(word.owner_id, coach),
    )


def _picture(picture: Picture) -> StillOut:
    return StillOut(
        id=picture.pk,
        swing=picture.swing,
        trajectory=Trajectory(picture.trajectory) if picture.trajectory else None,
        width=picture.width,
        height=picture.height,
        taken_on=picture.taken_on,
        address=f"/api/students/{picture.student_id}/pictures/{picture.pk}/still.jpg",
        marks=MarksBody(**picture.marks) if picture.marks else None,
    )


def _page(student: Student, coach: Coach) -> LessonsPage:
    return made(
        LessonsPage,
        day=local_day(student, timezone.now()),
        lessons=list(lessons_of(student)),
        checkpoints=[CheckWords(checkpoint=c, part=when_of(c)) for c in Checkpoint],
        faults=[FaultWords(fault=fault, drill=DRILLS[fault]) for fault in Fault],
        drills=list(Drill),
        own=[_word(word, coach) for word in words_of(coach.academy)],
        pictures=[_picture(picture) for picture in pictures_of(student)],
    )


@router.get("/students/{student_id}/lessons", response=LessonsPage)
def lessons(request: CoachRequest, student_id: UUID) -> LessonsPage:
    """The student's lessons, newest first."""
    coach = request.coach
    return _page(student_of(coach, student_id), coach)


@router.put("/students/{student_id}/lessons/{day}", response=LessonsPage)
def write(request: CoachRequest, student_id: UUID, day: date, data: LessonIn) -> LessonsPage:
    """Write the lesson of a day, or change it."""
    coach = request.coach
    student = student_of(coach, student_id)
    values = data.dict()
    looked_at = values.pop("looked_at")
    fields = LessonFields(**values)
    write_lesson(student, day, fields, by=coach, now=timezone.now(), looked_at=looked_at)
    return _page(student, coach)


@router.delete("/students/{student_id}/lessons/{day}", response=LessonsPage)
def take_away(request: CoachRequest, student_id: UUID, day: date) -> LessonsPage:
    """Take a lesson away; History brings it back."""
    coach = request.coach
    student = student_of(coach, student_id)
    withdraw_lesson(lesson_of(student, day), by=coach, now=timezone.now())
    return _page(student, coach)


@router.post("/students/{student_id}/faults", response=list[LikelyOut])
def likely(request: CoachRequest, student_id: UUID, data: Looks) -> list[LikelyOut]:
    """The faults that what was seen and the last balls speak for. Nothing is stored."""
    student = student_of(request.coach, student_id)
    found = matrix_now(student, timezone.now()).found
    return [
        made(LikelyOut, fault=one.fault, because=[message.as_data() for message in one.because])
        for one in faults_for(student, found, data.seen)
    ]


@router.post("/lesson-words", response=OwnWordOut)
def new_word(request: CoachRequest, data: OwnWordIn) -> OwnWordOut:
    """Add a checkpoint, fault, cue or drill to the academy's list."""
    coach = request.coach
    part = data.part.value if data.part else ""
    now = timezone.now()
    word = add_word(data.kind, data.text, part, house=data.house, by=coach, now=now)
    return _word(word, coach)


@router.delete("/lesson-words/{word_id}", response=list[OwnWordOut])
def end_word(request: CoachRequest, word_id: int) -> list[OwnWordOut]:
    """Take a word off the academy's list; lessons that have it keep it."""
    coach = request.coach
    archive_word(word_id, by=coach, now=timezone.now())
    return [_word(word, coach) for word in words_of(coach.academy)]


@router.post("/students/{student_id}/pictures", response=StillOut)
def new_picture(
    request: CoachRequest,
    student_id: UUID,
    file: File[UploadedFile],
    swing: Form[Label],
    trajectory: Form[Trajectory | None] = None,
) -> StillOut:
    """Keep the student's position at a swing length: re-encoded, without place, time or camera."""
    coach = request.coach
    student = student_of(coach, student_id)
    with reading():
        picture = keep_picture(student, swing, trajectory or "", file.read(), by=coach, now=timezone.now())
    return _picture(picture)


@router.get("/students/{student_id}/positions", response=list[SwingSeriesOut])
def positions(request: CoachRequest, student_id: UUID) -> list[SwingSeries]:
    """How far the student's swings really went, as measured on pictures."""
    return positions_of(student_of(request.coach, student_id))


@router.put("/students/{student_id}/pictures/{picture_id}/marks", response=list[SwingSeriesOut])
def measure(request: CoachRequest, student_id: UUID, picture_id: int, data: MarksBody) -> list[SwingSeries]:
    """Measure a position by two touches. Returns all that were measured."""
    student = student_of(request.coach, student_id)
    picture = _found(student, picture_id)
    measure_picture(picture, data.on(picture.width, picture.height), by=request.coach, now=timezone.now())
    return positions_of(student)


@router.delete("/students/{student_id}/pictures/{picture_id}", response=list[StillOut])
def end_picture(request: CoachRequest, student_id: UUID, picture_id: int) -> list[StillOut]:
    """Take a picture away; History brings it back."""
    coach = request.coach
    student = student_of(coach, student_id)
    remove_picture(_found(student, picture_id), by=coach, now=timezone.now())
    return [_picture(picture) for picture in pictures_of(student)]


def _found(student: Student, picture_id: int) -> Picture:
    picture = pictures_of(student).filter(pk=picture_id).first()
    if picture is None:
        raise NotFound("There is no such picture here.")
    return picture


@router.get("/students/{student_id}/pictures/{picture_id}/still.jpg", include_in_schema=False)
@decorate_view(cache_control(private=True, max_age=86_400))
def picture_itself(request: CoachRequest, student_id: UUID, picture_id: int) -> HttpResponse:
    """The picture."""
    student = student_of(request.coach, student_id)
    return as_jpeg(_found(student, picture_id))


def as_jpeg(picture: Picture) -> HttpResponse:
    """A picture as an answer."""
    return HttpResponse(bytes(picture.content), "image/jpeg")
