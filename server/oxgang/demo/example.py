"""An example student in a real academy: made up, to be looked at, taken away by one action."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime
from typing import Final

import numpy as np
from django.db import transaction

from oxgang.academy.models import Academy, Coach, Student
from oxgang.academy.selectors.people import rows_of, student_of, students_at
from oxgang.demo.scenario import STUDENTS
from oxgang.demo.season import SEED, load_student
from oxgang.matrix.services.stored import renew
from oxgang.practice.services.erasing import erase

NAME: Final = "Tamsin Orrell (example)"
# Whose season the example has: a club player with a first cross and a card to come.
LIKE: Final = "Maren Okafor"


def example_of(academy: Academy) -> Student | None:
    """The academy's example, if it has one."""
    return students_at(academy).filter(example=True).first()


def add_example(*, by: Coach, now: datetime) -> Student:
    """The academy's example student with her season up to today; the one there is, if there is one.

    She reads the academy's units.
    """
    if found := example_of(by.academy):
        return found
    place = next(i for i, one in enumerate(STUDENTS) if one.name == LIKE)
    wanted = replace(STUDENTS[place], name=NAME, units=by.academy.units, sessions=())
    with transaction.atomic():
        student = load_student(wanted, by, now, np.random.default_rng([SEED, place]))
        rows_of([student.pk]).update(example=True)
    renew(student_of(by, student.pk), now)
    student.refresh_from_db()
    return student


def take_example_away(*, by: Coach, now: datetime) -> bool:
    """Erase the academy's example with everything of hers. Whether there was one."""
    found = example_of(by.academy)
    if found is not None:
        erase(found, found.name, by=by, now=now)
    return found is not None
