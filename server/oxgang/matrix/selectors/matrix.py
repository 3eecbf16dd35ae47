"""A student's matrix and ground as they stand on a day."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from functools import cached_property
from uuid import UUID

from oxgang.academy.models import Club, Student
from oxgang.academy.selectors.chain import chain_of
from oxgang.academy.selectors.events import happened_to
from oxgang.academy.selectors.people import bag_of, club_names
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Cell, Matrix
from oxgang.core.carry.today import start_of
from oxgang.core.flight.chain import Chain
from oxgang.core.ground.ground import Ground, ground_of
from oxgang.core.keeping.events import Happened, changes_of
from oxgang.core.words import bag
from oxgang.core.words.shots import CellKey
from oxgang.core.words.swing import Position
from oxgang.range_sessions.selectors.balls import hits_of, measured_shots


@dataclass(frozen=True)
class StudentMatrix:
    """The matrix, the clubs it stands under, the evidence and events behind it, the ground.

    `names` says what each club is called, in the bag or out of it; `ends` are the yardages that the
    student needs and the tolerance.
    """

    clubs: list[Club]
    names: dict[UUID, str]
    evidence: Evidence
    matrix: Matrix
    events: list[Happened]
    ends: tuple[int, int, float]

    @cached_property
    def ground(self) -> Ground:
        """The student's ground, for whoever asks: a ball's answer needs none."""
        from_yd, to_yd, tolerance_yd = self.ends
        return ground_of(self.cells, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)

    @property
    def day(self) -> date:
        return self.evidence.day

    @property
    def hits(self) -> Sequence[Hit]:
        return self.evidence.hits

    @property
    def positions(self) -> Sequence[Position]:
        return self.evidence.positions

    @property
    def cells(self) -> list[Cell]:
        return self.matrix.cells


def matrix_of(student: Student, day: date, *, live: bool = False) -> StudentMatrix:
    """The student's matrix on a day. Four queries beside those that loaded the student.

    `live` counts the balls that still wait for a review, as the range view does.
    """
    everything = bag_of(student, everything=True)
    clubs = [c for c in everything if c.used_on(day)]
    names = club_names(everything, clubs)
    events = happened_to(student, names, day)
    evidence = Evidence(
        hits_of(student, everything, names, live=live),
        [club.as_core() for club in clubs],
        student.scale.as_core().positions,
        day,
        changes_of(events),
        student.tolerance_yd,
    )
    ends = (student.from_yd, student.to_yd, student.tolerance_yd)
    return StudentMatrix(clubs, names, evidence, evidence.matrix(), events, ends)


def clubs_on(everything: Sequence[Club], day: date, names: Mapping[UUID, str]) -> list[bag.Club]:
    """The bag of an earlier day of all the clubs a student ever had, under the names that today's matrix
    gives them."""
    return [
        replace(club.as_core(), label=names[club.pk])
        for club in everything
        if club.used_on(day) and club.pk in names
    ]


def chain_in(student: Student, found: StudentMatrix) -> Chain:
    """What the shots of a matrix start with, with what was measured of launch and spin. Three
    queries."""
    lofts = {club.label: club.loft_deg for club in found.clubs}
    return chain_of(student, lofts).learnt(measured_shots(student, found.names))


def speed_of(student: Student, key: CellKey, day: date) -> float | None:
    """Ball speed [m/s] of a cell, balls that wait counted; None while it has no carry."""
    return speed_in(student, matrix_of(student, day, live=True), key)


def speed_in(student: Student, found: StudentMatrix, key: CellKey) -> float | None:
    """Ball speed [m/s] of a cell of a matrix as the chain starts it; None where there is none."""
    if key not in found.matrix:
        return None
    chain, altitude = chain_in(student, found), student.academy.altitude_m
    starts = start_of(found.matrix[key], chain, altitude)
    return None if starts is None else float(starts.speed_mps[0])


def ground_under(student: Student, cells: Sequence[Cell]) -> Ground:
    """The student's ground under these cells."""
    return ground_of(cells, from_yd=student.from_yd, to_yd=student.to_yd, tolerance_yd=student.tolerance_yd)
