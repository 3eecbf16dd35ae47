"""People of an academy: inviting, what each may do, leaving, forgotten passwords."""

from __future__ import annotations

import secrets
from collections.abc import Mapping
from datetime import datetime, timedelta
from typing import Final

from django.db import transaction

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, AuditAction, Coach, EntryLink, PersonRole
from oxgang.academy.services.academies import add_coach, checked_name
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.edit_conflicts import refuse_if_changed
from oxgang.academy.services.log import changed, field_changes, fields_of, record_academy_entry, touch
from oxgang.academy.services.passwords import check_password_rules
from oxgang.academy.services.sign_ins import end_all
from oxgang.academy.tokens import hash_of
from oxgang.core.errors import InputError

# An invitation waits for somebody's evening, a forgotten password for nobody's.
INVITED_FOR: Final = timedelta(days=7)
RESET_FOR: Final = timedelta(hours=24)
GONE: Final = (
    "This link no longer works. It was used, withdrawn or has expired. Ask a head coach for a new one."
)


@transaction.atomic
def invite(name: str, role: PersonRole, *, by: Coach, now: datetime) -> tuple[EntryLink, str]:
    """A one-time link for somebody new. The token is shown once.

    Raises
    ------
    InputError
        Without a name.
    """
    name = checked_name(name, "person")
    link, token = _made(by.academy, INVITED_FOR, by=by, now=now, name=name, role=role)
    record_academy_entry(
        by.academy, AuditAction.PERSON_INVITED, {"person": name, "role": role.value}, by=by, now=now
    )
    return link, token


@transaction.atomic
def reset_link(coach: Coach, *, by: Coach, now: datetime) -> tuple[EntryLink, str]:
    """A one-time link by which somebody sets a new password; an earlier one ends.

    Raises
    ------
    InputError
        For somebody who has left.
    """
    _refuse_if_left(coach)
    EntryLink.objects.filter(coach=coach, used_at=None, ended_at=None).update(ended_at=now)
    link, token = _made(
        coach.academy,
        RESET_FOR,
        by=by,
        now=now,
        coach=coach,
        name=coach.name,
        role=PersonRole(coach.role),
    )
    record_academy_entry(
        coach.academy, AuditAction.PASSWORD_LINK_MADE, {"person": coach.name}, by=by, now=now
    )
    return link, token


def _made(
    academy: Academy, lasts: timedelta, *, by: Coach, now: datetime, **of: object
) -> tuple[EntryLink, str]:
    token = secrets.token_urlsafe(24)
    link = EntryLink.objects.create(
        academy=academy,
        token_hash=hash_of(token),
        made_by=by,
        made_at=now,
        expires_at=now + lasts,
        **of,
    )
    return link, token


def open_link(token: str, now: datetime) -> EntryLink:
    """The link that a token opens.

    Raises
    ------
    InputError
        For one that was used, is too old, was ended or never was, or whose maker may not make one any
        more: they look the same.
    """
    link = (
        EntryLink.objects.select_related("academy", "coach__user", "made_by")
        .filter(token_hash=hash_of(token), used_at=None, ended_at=None, expires_at__gt=now)
        .first()
    )
    if link is None or (link.coach is not None and link.coach.left_at is not None):
        raise InputError(GONE)
    # A link ends with the right of who made it, also where nothing ended it.
    if link.made_by is None or link.made_by.left_at is not None or link.made_by.role != PersonRole.HEAD:
        raise InputError(GONE)
    return link


@retry_on_conflict
def come_in(token: str, *, log_in: str, password: str, now: datetime) -> Coach:
    """Use a link: a new person with a log-in, or a new password for who forgot it.

    Nothing of a refused try is used up.

    Raises
    ------
    InputError
        As `open_link`, or when the log-in is taken or the password too weak.
    """
    link = open_link(token, now)
    # Of two at once one finds it used: writers queue.
    link.used_at = now
    link.save(update_fields=["used_at"])
    if link.coach is not None:
        set_password(link.coach, password)
        end_all(link.coach)
        values = {"person": link.coach.name}
        record_academy_entry(link.academy, AuditAction.PASSWORD_CHANGED, values, by=link.coach, now=now)
        return link.coach
    coach = add_coach(
        link.academy, name=link.name, log_in=log_in, password=password, role=PersonRole(link.role)
    )
    values = {"person": coach.name, "role": coach.role}
    record_academy_entry(link.academy, AuditAction.PERSON_CAME, values, by=coach, now=now)
    return coach


@transaction.atomic
def end_link(link: EntryLink, *, by: Coach, now: datetime) -> None:
    """Take an unused link back. Twice changes nothing."""
    if link.used_at is None and link.ended_at is None:
        link.ended_at = now
        link.save(update_fields=["ended_at"])
        record_academy_entry(
            link.academy, AuditAction.PERSON_LINK_ENDED, {"person": link.name}, by=by, now=now
        )


def set_password(coach: Coach, password: str) -> None:
    """A new password; every session of the old one ends by itself.

    Raises
    ------
    InputError
        For a weak one.
    """
    check_password_rules(password, coach.user)
    coach.user.set_password(password)
    coach.user.save(update_fields=["password"])


@transaction.atomic
def change_password(coach: Coach, old: str, new: str, *, now: datetime) -> None:
    """A person's own new password; who asks has shown that the old one is known.

    Raises
    ------
    InputError
        When the new one is weak or the old one.
    """
    if old == new:
        raise InputError("That's your current password. Choose another.", field="password")
    set_password(coach, new)
    record_academy_entry(
        coach.academy, AuditAction.PASSWORD_CHANGED, {"person": coach.name}, by=coach, now=now
    )


@transaction.atomic
def change_person(
    coach: Coach,
    changes: Mapping[str, object],
    *,
    by: Coach,
    now: datetime,
    was: Mapping[str, object] | None = None,
) -> Coach:
    """Another name, or another role: only the given one of them.

    Raises
    ------
    ChangedMeanwhile
        When it is not what the coach saw (`was`).
    InputError
        When nobody would be left as head coach, or for somebody who has left.
    """
    _refuse_if_left(coach)
    refuse_if_changed(coach, was, changes, by=by)
    before = fields_of(coach, ["name", "role"])
    coach.name = checked_name(str(changes.get("name", coach.name)), "person")
    role = PersonRole(str(changes.get("role", coach.role)))
    if coach.role == PersonRole.HEAD and role is not PersonRole.HEAD:
        _refuse_if_last(coach)
    if role is not PersonRole.HEAD:
        _end_links_of(coach, now)
    coach.role = role.value
    if done := changed(coach, before):
        coach.save(update_fields=["name", "role"])
        # The list shows whose a student is.
        touch(list(coach.students.values_list("pk", flat=True)))
        values = {"person": coach.name, "fields": field_changes(done[0])}
        record_academy_entry(coach.academy, AuditAction.PERSON_CHANGED, values, by=by, now=now, changes=done)
    return coach


@transaction.atomic
def leave(coach: Coach, *, by: Coach, now: datetime) -> None:
    """A person who leaves is out at once, on every device. The records stay, with the name.

    What belongs to the tokens that he or she made is for the apps above to end
    (`range_sessions.services.leaving`).

    Raises
    ------
    InputError
        When nobody would be left as head coach.
    """
    if coach.left_at is not None:
        return
    if coach.role == PersonRole.HEAD:
        _refuse_if_last(coach)
    coach.left_at = now
    coach.save(update_fields=["left_at"])
    coach.user.is_active = False
    coach.user.save(update_fields=["is_active"])
    end_all(coach)
    EntryLink.objects.filter(coach=coach, used_at=None, ended_at=None).update(ended_at=now)
    _end_links_of(coach, now)
    record_academy_entry(coach.academy, AuditAction.PERSON_LEFT, {"person": coach.name}, by=by, now=now)


@transaction.atomic
def come_back(coach: Coach, *, by: Coach, now: datetime) -> None:
    """A person who had left may sign in again; the tokens that were ended stay so."""
    if coach.left_at is None:
        return
    coach.left_at = None
    coach.save(update_fields=["left_at"])
    coach.user.is_active = True
    coach.user.save(update_fields=["is_active"])
    record_academy_entry(coach.academy, AuditAction.PERSON_BACK, {"person": coach.name}, by=by, now=now)


def _end_links_of(maker: Coach, now: datetime) -> None:
    """Invitations and password links that somebody made who may not any more."""
    EntryLink.objects.filter(made_by=maker, used_at=None, ended_at=None).update(ended_at=now)


def make_head(log_in: str, *, now: datetime) -> Coach:
    """Make somebody head coach, from the machine itself, where no head coach can sign in.

    Raises
    ------
    NotFound
        When nobody has this log-in.
    """
    coach = coach_with(log_in)
    if coach.left_at is not None:
        come_back(coach, by=coach, now=now)
    return change_person(coach, {"role": PersonRole.HEAD}, by=coach, now=now)


def coach_with(log_in: str) -> Coach:
    """The person of a log-in.

    Raises
    ------
    NotFound
        When nobody has it.
    """
    name = log_in.strip().lower()
    coach = Coach.objects.select_related("user", "academy").filter(user__username=name).first()
    if coach is None:
        raise NotFound(f'Nobody signs in as "{name}" here.')
    return coach


def coach_in(academy: Academy, coach_id: int) -> Coach:
    """A person of the academy, gone or not.

    Raises
    ------
    NotFound
        When there is no such person here.
    """
    coach = Coach.objects.select_related("user", "academy").filter(academy=academy, pk=coach_id)
    found = coach.first()
    if found is None:
        raise NotFound("There is no such person here.")
    return found


def _refuse_if_left(coach: Coach) -> None:
    if coach.left_at is not None:
        raise InputError(f"{coach.name} is deactivated. Reactivate {coach.name} first.")


def _refuse_if_last(coach: Coach) -> None:
    """Writers queue, so nobody else goes in between."""
    others = Coach.objects.filter(academy=coach.academy, role=PersonRole.HEAD, left_at=None)
    if not others.exclude(pk=coach.pk).exists():
        raise InputError(
            f"{coach.name} is the only head coach. Make someone else head coach first.",
            field="role",
        )
