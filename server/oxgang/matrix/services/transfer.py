"""Bringing in a student from a file (see `selectors.transfer`)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from django.db import transaction

from oxgang.academy.models import AuditAction, Club, Coach, Event, StoredRecipe, Student, SwingScale
from oxgang.academy.selectors.people import scales_of
from oxgang.academy.services.academies import create_scale
from oxgang.academy.services.labels import check_label_free
from oxgang.academy.services.log import created, record_entry
from oxgang.core.errors import InputError
from oxgang.core.flight.recipes import Recipe, checked_recipe
from oxgang.core.ground.gaps import checked_range, checked_tolerance
from oxgang.core.ground.stages import Criteria, checked_criteria
from oxgang.core.practice.load import checked_limit
from oxgang.core.words import bag
from oxgang.core.words.measurements import MEASURED
from oxgang.core.words.swing import Position, Scale, checked_positions
from oxgang.matrix.models import PlayedShot, PublishedMatrix
from oxgang.matrix.selectors.phone import freeze
from oxgang.matrix.selectors.transfer import (
    BALL_FIELDS,
    CLUB_FIELDS,
    EVENT_FIELDS,
    IMPORTED_FIELDS,
    PLAYED_FIELDS,
    STUDENT_FIELDS,
    VERSION_FIELDS,
)
from oxgang.range_sessions.models import Ball, ImportedCarry, RangeSession, StoredPlan
from oxgang.range_sessions.services.balls import CHUNK
from oxgang.range_sessions.services.insert import insert_rows
from oxgang.range_sessions.services.standard_carries import normalize_carry


@transaction.atomic
def bring_in(file: Mapping[str, Any], *, by: Coach, now: datetime) -> Student:
    """A new student with everything in the file. Carries are converted to this academy's conditions.

    Raises
    ------
    InputError
        When a record cannot be, or names a club that the file does not have. Nothing is stored.
    """
    data = file["student"]
    checked_tolerance(data["tolerance_yd"])
    checked_range(data["from_yd"], data["to_yd"])
    checked_limit(data["ball_limit"])
    if data["longest"] and data["longest"] not in {p["label"] for p in file["scale"]["positions"]}:
        raise InputError(f'The file\'s scale has no swing "{data["longest"]}".')
    if data["criteria"]:
        checked_criteria(Criteria(**data["criteria"]))
    student = Student.objects.create(
        academy=by.academy,
        coach=by,
        scale=_scale(file["scale"], by),
        created_at=now,
        **{name: data[name] for name in STUDENT_FIELDS},
    )
    clubs = _clubs(student, file["clubs"], now)
    for recipe in file["recipes"]:
        values = {name: recipe[name] for name in Recipe.__dataclass_fields__}
        checked_recipe(Recipe(**values))
        StoredRecipe.objects.create(student=student, trajectory=recipe["trajectory"], **values)
    for event in file["events"]:
        Event.objects.create(
            student=student,
            club=None if event["club"] is None else _of(clubs, event["club"]),
            replaced=None if event["replaced"] is None else _of(clubs, event["replaced"]),
            **{name: event[name] for name in EVENT_FIELDS},
        )
    for carry in file["imported_carries"]:
        ImportedCarry.objects.create(
            student=student,
            club=_of(clubs, carry["club"]),
            imported_by=by,
            **{name: carry[name] for name in IMPORTED_FIELDS},
        )
    for shot in file["played"]:
        PlayedShot.objects.create(
            student=student,
            club=_of(clubs, shot["club"]),
            **{name: shot[name] for name in PLAYED_FIELDS},
        )
    kinds = set()
    for plan in (file["plan"], file["homework"]):
        # A file of an earlier version had one plan, of either kind.
        if plan and plan["homework"] not in kinds:
            StoredPlan.objects.create(student=student, made_by=by, made_at=now, **plan)
            kinds.add(plan["homework"])
    PublishedMatrix.objects.bulk_create(
        PublishedMatrix(student=student, **{name: version[name] for name in VERSION_FIELDS})
        for version in file["versions"]
    )
    for made in PublishedMatrix.objects.filter(student=student):
        freeze(made)
    values = {"student": student.name, "academy": file["academy"]["name"]}
    entry = record_entry(
        student, AuditAction.STUDENT_BROUGHT_IN, values, by=by, now=now, changes=[created(student)]
    )
    _balls(student, file["balls"], clubs, entry.pk, by, now)
    return student


def _scale(data: Mapping[str, Any], by: Coach) -> SwingScale:
    """The academy's scale of these positions, or a new one."""
    wanted = checked_positions([Position(**p) for p in data["positions"]])
    labels = [(p.label, p.arm_deg) for p in wanted]
    names = set()
    for scale in scales_of(by.academy):
        names.add(scale.name.casefold())
        if [(p.label, p.arm_deg) for p in scale.as_core().positions] == labels:
            return scale
    name, number = data["name"], 2
    while name.casefold() in names:
        name, number = f"{data['name'][:70]} ({number})", number + 1
    return create_scale(by.academy, Scale("", name, data["idea"], wanted, data["longest"]))


def _clubs(student: Student, data: Sequence[Mapping[str, Any]], now: datetime) -> dict[str, Club]:
    clubs = {}
    for row in data:
        bag.checked_club(bag.Club(row["label"], row["loft_deg"], row["bounce_deg"]))
        club = Club(
            student=student,
            archived_at=now if row["archived"] else None,
            **{name: row[name] for name in CLUB_FIELDS},
        )
        check_label_free(club)
        club.save()
        clubs[row["id"]] = club
    return clubs


def _of(clubs: Mapping[str, Club], name: str) -> Club:
    if name not in clubs:
        raise InputError(f'The file has no club "{name}" that its records speak of.')
    return clubs[name]


def _balls(
    student: Student,
    data: Sequence[Mapping[str, Any]],
    clubs: Mapping[str, Club],
    entry: int,
    by: Coach,
    now: datetime,
) -> None:
    uids = {ball["uid"] for ball in data}
    if len(uids) != len(data):
        raise InputError("Two balls of the file have one id.")
    days = sorted({ball["hit_on"] for ball in data})
    made = [RangeSession(student=student, day=day, coach=by) for day in days]
    RangeSession.objects.bulk_create(made)
    sessions = {session.day: session for session in made}
    for start in range(0, len(data), CHUNK):
        chunk = []
        for row in data[start : start + CHUNK]:
            unknown = set(row["measured"]) - set(MEASURED)
            if unknown:
                raise InputError(f'The file measures "{min(unknown)}", which is nothing known.')
            club = _of(clubs, row["club"])
            chunk.append(
                Ball(
                    student=student,
                    club=club,
                    session=sessions[row["hit_on"]],
                    withdrawn_at=now if row["withdrawn"] else None,
                    entry_id=entry,
                    **{name: row[name] for name in BALL_FIELDS},
                    **row["measured"],
                )
            )
        normalize_carry(student, chunk, {ball.club_id: ball.club.loft_deg for ball in chunk})
        insert_rows(chunk)
