"""Writing lessons, and an academy's own words for them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from django.db import transaction

from oxgang.academy.errors import ChangedMeanwhile, NotFound
from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.people import local_day
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import changed, created, fields_of, record_academy_entry, record_entry
from oxgang.academy.services.standards import refuse_house
from oxgang.core.errors import InputError
from oxgang.core.words.lesson import Checkpoint, Fault, Seen, When
from oxgang.practice.models import Lesson, OwnWord, WordKind
from oxgang.practice.models.lesson import MAX_LINE, MAX_NOTE

FIELDS = ("seen", "faults", "cue", "drill", "note", "by_id", "changed_at", "withdrawn_at")
MOST_FAULTS = 7
# An academy's list of one kind.
MOST_WORDS = 60


@dataclass(frozen=True, slots=True, kw_only=True)
class LessonFields:
    """What a coach writes down of a lesson."""

    seen: Mapping[str, str]
    faults: Sequence[str]
    cue: str = ""
    drill: str = ""
    note: str = ""


@retry_on_conflict
def write_lesson(
    student: Student,
    day: date,
    fields: LessonFields,
    *,
    by: Coach,
    now: datetime,
    looked_at: datetime | None = None,
) -> Lesson:
    """The lesson of a day; written again, it is changed.

    Parameters
    ----------
    looked_at
        When the lesson that the coach was looking at was last changed; None for a new one.

    Raises
    ------
    ChangedMeanwhile
        When that day's lesson was saved since, by somebody else or on another device.
    InputError
        For a day to come, a checkpoint, a fault or an answer that there is not, or nothing at all.
    """
    if day > local_day(student, now):
        raise InputError("A lesson is written on its day or later.", field="day")
    values = _checked(fields, by)
    lesson = Lesson.objects.filter(student=student, day=day).first()
    if lesson is not None and lesson.withdrawn_at is None:
        if all(getattr(lesson, name) == value for name, value in values.items()):
            return lesson  # sent twice
        # A page gets moments to the thousandth of a second.
        if looked_at is None or abs(lesson.changed_at - looked_at) >= timedelta(seconds=0.001):
            who = "You saved" if lesson.by_id == by.pk else f"{lesson.by or 'Somebody'} saved"
            raise ChangedMeanwhile(
                f"{who} this day's lesson elsewhere. Both versions are shown: choose one, or copy what "
                "you need and save yours."
            )
    made = {**values, "by_id": by.pk, "changed_at": now, "withdrawn_at": None}
    values = {"day": day.isoformat()}
    if lesson is None:
        lesson = Lesson.objects.create(student=student, day=day, **made)
        changes = [created(lesson, "withdrawn_at")]
    else:
        before = fields_of(lesson, FIELDS)
        for name, value in made.items():
            setattr(lesson, name, value)
        lesson.save()
        changes = changed(lesson, before)
    record_entry(student, AuditAction.LESSON_WRITTEN, values, by=by, now=now, changes=changes)
    return lesson


@transaction.atomic
def withdraw_lesson(lesson: Lesson, *, by: Coach, now: datetime) -> None:
    """Take a lesson away; the log brings it back. Twice changes nothing."""
    if lesson.withdrawn_at is not None:
        return
    before = fields_of(lesson, ["withdrawn_at"])
    lesson.withdrawn_at = now
    lesson.save(update_fields=["withdrawn_at"])
    values = {"day": lesson.day.isoformat()}
    done = changed(lesson, before)
    record_entry(lesson.student, AuditAction.LESSON_WITHDRAWN, values, by=by, now=now, changes=done)


def _checked(fields: LessonFields, by: Coach) -> dict[str, object]:
    own = OwnWord.objects.filter(academy=by.academy)
    checkpoints = set(Checkpoint) | {w.name for w in own.filter(kind=WordKind.CHECKPOINT)}
    faults = set(Fault) | {w.name for w in own.filter(kind=WordKind.FAULT)}
    for name, seen in fields.seen.items():
        if name not in checkpoints:
            raise InputError(f'There is no checkpoint "{name[:40]}".', field="seen")
        if seen not in set(Seen):
            text = f'A checkpoint is fine, too much or too little, not "{seen[:40]}".'
            raise InputError(text, field="seen")
    for fault in fields.faults:
        if fault not in faults:
            raise InputError(f'There is no fault "{fault[:40]}".', field="faults")
    listed = list(dict.fromkeys(fields.faults))
    if len(listed) > MOST_FAULTS:
        raise InputError(f"Name {MOST_FAULTS} faults at most: one is worked on.", field="faults")
    lines = {"cue": fields.cue.strip(), "drill": fields.drill.strip()}
    for name, line in lines.items():
        if len(line) > MAX_LINE:
            raise InputError(f"Keep the {name} to {MAX_LINE} characters.", field=name)
    words = fields.note.strip()
    if len(words) > MAX_NOTE:
        raise InputError(f"Keep the words to {MAX_NOTE} characters.", field="note")
    if not (fields.seen or listed or words or any(lines.values())):
        raise InputError("Add a checkpoint, a cue or a note first.")
    return {"seen": dict(fields.seen), "faults": listed, **lines, "note": words}


@retry_on_conflict
def add_word(kind: WordKind, text: str, part: str, *, house: bool, by: Coach, now: datetime) -> OwnWord:
    """A checkpoint, fault, cue or drill of the coach's own, or for the whole house. The same one
    twice is one; one's own becomes the house's when it is added for the house.

    Raises
    ------
    InputError
        Without words, or a checkpoint without the part of the swing it belongs to.
    """
    refuse_house(house, by)
    text = " ".join(text.split())
    if not text or len(text) > MAX_LINE:
        raise InputError(f"Give it 1 to {MAX_LINE} characters.", field="text")
    if (kind is WordKind.CHECKPOINT) != (part in set(When)):
        raise InputError("A checkpoint belongs to set-up, back or through.", field="part")
    mine = OwnWord.objects.filter(academy=by.academy, kind=kind, archived_at=None)
    there = mine.filter(text__iexact=text).first()
    if there is not None:
        if there.owner_id is not None and (house or there.owner_id != by.pk):
            # Two coaches say the same: it is the house's now.
            there.owner = None
            there.save(update_fields=["owner"])
        return there
    if mine.count() >= MOST_WORDS:
        raise InputError(f"{MOST_WORDS} is the limit. Remove one first.", field="text")
    word = OwnWord.objects.create(
        academy=by.academy, owner=None if house else by, kind=kind, part=part, text=text
    )
    values = {"text": text}
    changes = [created(word)]
    record_academy_entry(by.academy, AuditAction.LESSON_WORD_ADDED, values, by=by, now=now, changes=changes)
    return word


@transaction.atomic
def archive_word(word_id: int, *, by: Coach, now: datetime) -> None:
    """Take a word off the list; lessons that have it keep it.

    Raises
    ------
    NotFound
        When the academy has no such word.
    """
    word = OwnWord.objects.filter(academy=by.academy, pk=word_id).first()
    if word is None:
        raise NotFound("There is no such word here.")
    if word.owner_id not in (None, by.pk):
        raise NotFound("There is no such word here.")
    refuse_house(word.owner_id is None, by)
    if word.archived_at is None:
        before = fields_of(word, ["archived_at"])
        word.archived_at = now
        word.save(update_fields=["archived_at"])
        done = changed(word, before)
        values = {"text": word.text}
        record_academy_entry(
            by.academy, AuditAction.LESSON_WORD_ARCHIVED, values, by=by, now=now, changes=done
        )
