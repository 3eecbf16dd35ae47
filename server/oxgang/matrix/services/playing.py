"""Choosing the shots that a student plays."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Final

from oxgang.academy.errors import ChangedMeanwhile
from oxgang.academy.models import AuditAction, Club, Coach, Student
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import Changed, changed, fields_of, record_entry
from oxgang.core.errors import InputError
from oxgang.core.ground.played import Name, Play
from oxgang.core.words.complete import complete
from oxgang.matrix.models import PlayedShot
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.played import name_of, played_in, rows_of

MOST_AT_ONCE: Final = 100
WORDS: Final = complete(
    Play,
    {
        Play.PLAYED: "in use",
        Play.WORK: "still learning",
        Play.NEITHER: "not used",
    },
)

COUNTS: Final = complete(Play, {Play.PLAYED: "plays", Play.WORK: "works", Play.NEITHER: "drops"})


@dataclass(frozen=True, slots=True)
class Choice:
    """A shot and what it is to be; `was` is what the coach saw of it (None asks for no check)."""

    name: Name
    state: Play
    was: Play | None = None


@retry_on_conflict
def choose_shots(
    student: Student,
    found: StudentMatrix,
    choices: Sequence[Choice],
    *,
    by: Coach,
    now: datetime,
) -> None:
    """Take shots into the student's set, to work on, or out: one entry of the log.

    The first choice makes the proposal that stood in till then the coach's own, changed as said.

    Parameters
    ----------
    found
        The student's matrix, whose shots may be chosen.

    Raises
    ------
    ChangedMeanwhile
        When another coach chose otherwise since the coach looked. Nothing is stored.
    InputError
        For a shot that the student's bag and scale do not have, or over 100 at once.
    """
    if len(choices) > MOST_AT_ONCE:
        raise InputError(f"Choose at most {MOST_AT_ONCE} shots at once.", field="shots")
    # What is stored now counts, not what was when the page was asked for.
    student.refresh_from_db(fields=["shots_chosen"])
    standing = played_in(student, found).states
    _refuse_if_changed(choices, standing)
    here = {c.name for c in found.matrix.every}
    wanted = dict(standing) | {choice.name: choice.state for choice in choices}
    stored: dict[Name, list[PlayedShot]] = defaultdict(list)
    for row in rows_of(student):
        if row.club_id in found.names:
            stored[name_of(row, found.names, found.positions)].append(row)
    done: list[Changed] = []
    chosen: dict[Play, list[str]] = {state: [] for state in Play}
    for name in dict.fromkeys([*wanted, *stored]):
        state, rows = wanted.get(name, Play.NEITHER), stored[name]
        if state is Play.NEITHER and not rows:
            continue
        if state is not Play.NEITHER and not rows:
            if name not in here:
                raise InputError(f"There is no {shot_text(name)} in this matrix.", field="shots")
            rows = [_new_row(student, found, name)]
        # Two rows are one shot where a scale was changed under them.
        changes = [c for i, row in enumerate(rows) for c in _set(row, state if not i else Play.NEITHER)]
        if changes:
            chosen[state].append(shot_text(name))
        done += changes
    was_chosen = fields_of(student, ["shots_chosen"])
    student.shots_chosen = True
    student.save(update_fields=["shots_chosen"])
    done += changed(student, was_chosen)
    if done:
        values: dict[str, object] = {s.value: ", ".join(names) for s, names in chosen.items()}
        counts = {COUNTS[state]: len(names) for state, names in chosen.items()}
        values |= counts
        record_entry(student, AuditAction.SHOTS_CHOSEN, values, by=by, now=now, changes=done)


def learn_with(old: Club, new: Club) -> list[Changed]:
    """The shots that were played with a club, or learnt, are to be learnt with the one in its place."""
    done: list[Changed] = []
    for shot in PlayedShot.objects.filter(club=old).exclude(state=Play.NEITHER):
        shot.pk, shot.club, shot.state = None, new, Play.NEITHER.value
        shot.save()
        done += _set(shot, Play.WORK)
    return done


def shot_text(name: Name) -> str:
    """A shot's name, with its adjustment [inches]: "56 9:00 (ball 3 back)"."""
    key, back, down = name
    adjustments = [f"ball {back:+g}"] if back else []
    adjustments += [f"grip {down:g}"] if down else []
    return f"{key} ({', '.join(adjustments)})" if adjustments else str(key)


def _refuse_if_changed(choices: Sequence[Choice], standing: Mapping[Name, Play]) -> None:
    for choice in choices:
        now_is = standing.get(choice.name, Play.NEITHER)
        if choice.was is not None and now_is not in (choice.was, choice.state):
            raise ChangedMeanwhile(
                f"Someone else changed this: {shot_text(choice.name)} is now {WORDS[now_is]}. Nothing was "
                "changed. Choose again to use yours.",
                field="shots",
            )


def _new_row(student: Student, found: StudentMatrix, name: Name) -> PlayedShot:
    key, back, down = name
    club = next(club for club in found.clubs if club.label == key.club)
    arm = next(p.arm_deg for p in found.positions if p.label == key.swing)
    return PlayedShot.objects.create(
        student=student,
        club=club,
        swing=key.swing,
        arm_deg=arm,
        trajectory=key.trajectory,
        spin=key.spin,
        tempo=key.tempo,
        ball_position_in=back,
        grip_down_in=down,
    )


def _set(row: PlayedShot, state: Play) -> list[Changed]:
    was = fields_of(row, ["state"])
    row.state = state
    row.save(update_fields=["state"])
    return changed(row, was)
