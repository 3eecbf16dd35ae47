"""The people of the academy: invitations, roles, leaving, and whose student somebody is."""

from __future__ import annotations

from uuid import UUID

import segno
from django.db.models import Count, Max, Q
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Coach, EntryLink, PersonRole
from oxgang.academy.selectors.people import student_of, students_at
from oxgang.academy.services import people, second_factor
from oxgang.academy.services.ownership import share_with
from oxgang.api.auth import CoachRequest
from oxgang.api.card.address import public_base
from oxgang.api.people.schemas import (
    EntryLinkMade,
    EntryLinkOut,
    HandedOver,
    HandOver,
    InviteIn,
    OwnerIn,
    PeopleOut,
    PersonChange,
    PersonOut,
    SharedIn,
    StayedSession,
)
from oxgang.api.rights import leads
from oxgang.range_sessions.services.leaving import HandedOver as Done
from oxgang.range_sessions.services.leaving import hand_over_with_sessions, leave_with_tokens

router = Router(tags=["people"])


def _link(link: EntryLink) -> EntryLinkOut:
    return EntryLinkOut(
        id=link.pk,
        name=link.name,
        role=PersonRole(link.role),
        person_id=link.coach_id,
        made_by=link.made_by.name if link.made_by else "",
        made_at=link.made_at,
        expires_at=link.expires_at,
    )


def _people(coach: Coach) -> PeopleOut:
    academy, lead = coach.academy, leads(coach)
    with_factor = Q(user__totpdevice__confirmed=True)
    rows = (
        Coach.objects.filter(academy=academy)
        .select_related("user")
        .annotate(
            factors=Count("user__totpdevice", filter=with_factor, distinct=True),
            own=Count("students", filter=Q(students__archived_at=None), distinct=True),
            seen=Max("sign_ins__seen_at"),
        )
        .order_by("left_at", "name", "pk")
    )
    links = EntryLink.objects.filter(
        academy=academy, used_at=None, ended_at=None, expires_at__gt=timezone.now()
    ).select_related("made_by")
    return PeopleOut(
        people=[
            PersonOut(
                id=row.pk,
                name=row.name,
                log_in=row.user.get_username() if lead else "",
                role=PersonRole(row.role),
                left_at=row.left_at,
                factor=lead and row.factors > 0,
                students=row.own,
                last_seen=row.seen if lead else None,
            )
            for row in rows
        ],
        links=[_link(link) for link in links.order_by("-made_at")] if lead else [],
    )


def _made(request: HttpRequest, academy: Academy, link: EntryLink, token: str) -> EntryLinkMade:
    base, _ = public_base(request, academy)
    url = f"{base}/come-in#{token}"
    qr = segno.make(url, error="m").svg_data_uri(scale=5, border=2)
    return EntryLinkMade(link=_link(link), url=url, qr=qr)


@router.get("/people", response=PeopleOut)
def everybody(request: CoachRequest) -> PeopleOut:
    """The people of the academy, those who have left at the end, and unused one-time links."""
    return _people(request.coach)


@router.post("/people/invitations", response=EntryLinkMade)
def invite(request: CoachRequest, data: InviteIn) -> EntryLinkMade:
    """A one-time link for somebody new, to be handed over."""
    coach = request.coach
    link, token = people.invite(data.name, data.role, by=coach, now=timezone.now())
    return _made(request, coach.academy, link, token)


@router.delete("/people/links/{link_id}", response=PeopleOut)
def end_link(request: CoachRequest, link_id: int) -> PeopleOut:
    """Take an unused one-time link back."""
    coach = request.coach
    link = EntryLink.objects.filter(academy=coach.academy, pk=link_id).first()
    if link is None:
        raise NotFound("There is no such link here.")
    people.end_link(link, by=coach, now=timezone.now())
    return _people(coach)


@router.patch("/people/{person_id}", response=PeopleOut)
def change(request: CoachRequest, person_id: int, data: PersonChange) -> PeopleOut:
    """Another name or another role."""
    coach = request.coach
    person = people.coach_in(coach.academy, person_id)
    changes = data.model_dump(exclude_none=True, exclude={"was"})
    people.change_person(person, changes, by=coach, now=timezone.now(), was=data.was)
    return _people(coach)


@router.post("/people/{person_id}/reset", response=EntryLinkMade)
def reset(request: CoachRequest, person_id: int) -> EntryLinkMade:
    """A one-time link by which somebody sets a new password."""
    coach = request.coach
    person = people.coach_in(coach.academy, person_id)
    link, token = people.reset_link(person, by=coach, now=timezone.now())
    return _made(request, coach.academy, link, token)


@router.post("/people/{person_id}/end-factor", response=PeopleOut)
def end_factor(request: CoachRequest, person_id: int) -> PeopleOut:
    """Take somebody's second factor away, for a lost phone."""
    coach = request.coach
    person = people.coach_in(coach.academy, person_id)
    second_factor.take_away(person, by=coach, now=timezone.now())
    return _people(coach)


@router.post("/people/{person_id}/leave", response=PeopleOut)
def leave(request: CoachRequest, person_id: int) -> PeopleOut:
    """Somebody leaves: out at once everywhere, with tokens and calendar addresses."""
    coach = request.coach
    leave_with_tokens(people.coach_in(coach.academy, person_id), by=coach, now=timezone.now())
    return _people(coach)


@router.post("/people/{person_id}/come-back", response=PeopleOut)
def come_back(request: CoachRequest, person_id: int) -> PeopleOut:
    """Somebody who had left may sign in again."""
    coach = request.coach
    people.come_back(people.coach_in(coach.academy, person_id), by=coach, now=timezone.now())
    return _people(coach)


@router.post("/people/{person_id}/hand-over", response=HandedOver)
def hand_over_all(request: CoachRequest, person_id: int, data: HandOver) -> HandedOver:
    """Students of a person, all of them where none is named, belong to another from now on."""
    coach = request.coach
    person = people.coach_in(coach.academy, person_id)
    rows = students_at(coach).filter(coach=person)
    if data.students:
        rows = rows.filter(pk__in=data.students)
    to = None if data.to is None else people.coach_in(coach.academy, data.to)
    return _handed(hand_over_with_sessions(list(rows), to, by=coach, now=timezone.now()))


@router.put("/students/{student_id}/coach", response=HandedOver)
def owner(request: CoachRequest, student_id: UUID, data: OwnerIn) -> HandedOver:
    """Another main coach."""
    coach = request.coach
    student = student_of(coach, student_id)
    to = people.coach_in(coach.academy, data.coach_id)
    was = None if data.was is None else {"coach_id": data.was}
    return _handed(hand_over_with_sessions([student], to, by=coach, now=timezone.now(), was=was))


@router.put("/students/{student_id}/shared-with/{person_id}", response=HandedOver)
def shared(request: CoachRequest, student_id: UUID, person_id: int, data: SharedIn) -> HandedOver:
    """Whether one more coach has the student among theirs."""
    coach = request.coach
    student = student_of(coach, student_id)
    with_whom = people.coach_in(coach.academy, person_id)
    share_with(student, with_whom, data.shared, by=coach, now=timezone.now())
    return HandedOver(students=0, sessions=0, stayed=[])


def _handed(done: Done) -> HandedOver:
    return HandedOver(
        students=done.students,
        sessions=done.sessions,
        stayed=[
            StayedSession(student=session.student.name, starts_at=session.starts_at)
            for session in done.stayed
        ],
    )
