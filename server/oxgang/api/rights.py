"""What each role may do, by address: the only place that says so.

An assistant sees what a lesson needs and logs balls, but takes no file away and does not see whom
to call about a junior. A coach teaches. A head coach also decides about people, settings and
erasure, and sees who signs in from where. An address that is not named here is a coach's when it
writes, so that a new one is never an assistant's by forgetting.
"""

from __future__ import annotations

import re
from enum import IntEnum
from typing import Final

from django.http import HttpRequest

from oxgang.academy.errors import NotAllowed
from oxgang.academy.models import AuditAction, Coach, Entry, PersonRole
from oxgang.academy.services.log import for_a_head_coach
from oxgang.core.words.complete import complete


class Right(IntEnum):
    """What an address asks for; a higher one has the lower ones."""

    OWN = 0
    SEE = 1
    LOG = 2
    TEACH = 3
    LEAD = 4


OF_ROLE: Final = complete(
    PersonRole,
    {
        PersonRole.ASSISTANT: Right.LOG,
        PersonRole.COACH: Right.TEACH,
        PersonRole.HEAD: Right.LEAD,
    },
)
REFUSALS: Final = complete(
    Right,
    {
        Right.OWN: "Sign in to do this.",
        Right.SEE: "Your role can't see this. Ask a head coach.",
        Right.LOG: "Your role can't log balls. Ask a head coach.",
        Right.TEACH: "Assistants can't do this. Ask a coach.",
        Right.LEAD: "Only a head coach can do this.",
    },
)

_STUDENT: Final = "/api/students/{student_id}"
# A person's own: sign-in, password, second factor. Asked of everybody, whatever the role.
OWN: Final = re.compile(r"/api/account(/.*)?|/api/words")
# Writes that log what was hit, and what goes with it; and reads that are asked by POST.
LOGS: Final = frozenset(
    {
        ("PUT", f"{_STUDENT}/balls"),
        ("PATCH", f"{_STUDENT}/balls/{{uid}}"),
        ("DELETE", f"{_STUDENT}/balls/{{uid}}"),
        ("POST", f"{_STUDENT}/balls/{{uid}}/restore"),
        ("PUT", f"{_STUDENT}/balls-of-another"),
        ("PUT", f"{_STUDENT}/rounds"),
        ("POST", f"{_STUDENT}/rounds-seen"),
        ("POST", f"{_STUDENT}/calls"),
        ("POST", f"{_STUDENT}/faults"),
        ("POST", f"{_STUDENT}/what-if"),
        ("POST", f"{_STUDENT}/plan/effect"),
        ("POST", f"{_STUDENT}/loft-search"),
        ("POST", f"{_STUDENT}/picture"),
        ("POST", "/api/students/catch-up"),
        ("PUT", "/api/devices/{device_id}/plays"),
        ("POST", "/api/devices/{device_id}/let-go"),
        ("POST", "/api/groups"),
        ("POST", "/api/groups/{group_id}/students"),
        ("DELETE", "/api/groups/{group_id}/bays/{number}"),
        ("PUT", "/api/groups/{group_id}/turns"),
        ("PUT", "/api/groups/{group_id}/monitor"),
        ("PUT", "/api/groups/{group_id}/moves"),
        ("POST", "/api/groups/{group_id}/end"),
        ("POST", "/api/calendar/link"),
        ("POST", "/api/calendar/unlink"),
    }
)
# Whole addresses of a head coach, and single ones.
LEADS: Final = re.compile(
    r"/api/(people|settings|figures)(/.*)?"
    rf"|{re.escape(_STUDENT)}/erase"
)
# A head coach's to change, everybody's to read.
LEADS_WRITES: Final = re.compile(r"/api/people|/api/settings")
# What leaves the academy as a file is a coach's, but for what is used at the range; so is what holds
# a guardian's name and number.
TAKES: Final = re.compile(
    rf"{re.escape(_STUDENT)}/(data-inventory|everything\.zip|student\.json|bag\.csv|report\.pdf"
    r"|(shots|matrix)\.(csv|xlsx|json))"
)
# Much hangs on these: a browser that was left open does not do them without the password.
PROVES: Final = re.compile(
    r"(POST|PATCH) /api/people/(invitations|\{person_id\}(/(reset|end-factor))?)"
    rf"|POST {re.escape(_STUDENT)}/erase|POST /api/account/factor/end"
)
READS: Final = ("GET", "HEAD")


def address_of(request: HttpRequest) -> str:
    """The address of a request as the API names it, "/api/students/{student_id}/balls"."""
    route = request.resolver_match.route if request.resolver_match else request.path
    return "/" + re.sub(r"<(?:\w+:)?(\w+)>", r"{\1}", route).lstrip("/")


def right_for(method: str, address: str) -> Right:
    """What an address asks for."""
    if OWN.fullmatch(address):
        return Right.OWN
    reads = method in READS
    if LEADS.fullmatch(address) and not (reads and LEADS_WRITES.fullmatch(address)):
        return Right.LEAD
    if reads:
        return Right.TEACH if TAKES.fullmatch(address) else Right.SEE
    return Right.LOG if (method, address) in LOGS else Right.TEACH


# Actions that only a head coach does, and so only a head coach undoes.
LED_ACTIONS: Final = frozenset(
    {
        AuditAction.PERSON_INVITED,
        AuditAction.PERSON_CAME,
        AuditAction.PERSON_LINK_ENDED,
        AuditAction.PERSON_CHANGED,
        AuditAction.PERSON_LEFT,
        AuditAction.PERSON_BACK,
        AuditAction.PASSWORD_LINK_MADE,
        AuditAction.ACADEMY_BEGUN,
        AuditAction.SETTINGS_CHANGED,
        AuditAction.STUDENT_ERASED,
    }
)
# What asks for the password asks for it when it is undone, too.
PROVED_ACTIONS: Final = frozenset({AuditAction.PERSON_CHANGED})
# Who signs in from where is a head coach's to see, beside one's own.
SIGN_IN_ACTIONS: Final = frozenset(
    {
        AuditAction.SIGNED_IN,
        AuditAction.SIGNED_OUT,
        AuditAction.SIGNED_OUT_EVERYWHERE,
        AuditAction.PASSWORD_CHANGED,
        AuditAction.PASSWORD_LINK_MADE,
        AuditAction.FACTOR_SET,
        AuditAction.FACTOR_ENDED,
    }
)


def wants_proof(method: str, address: str) -> bool:
    """Whether the password has to have been typed lately."""
    return PROVES.fullmatch(f"{method} {address}") is not None


def leads(coach: Coach) -> bool:
    """Whether somebody has a head coach's rights."""
    return OF_ROLE[PersonRole(coach.role)] is Right.LEAD


def refuse_undo(entry: Entry, coach: Coach) -> None:
    """Refuse to undo what somebody could not have done. Whose rows it changes is looked at by
    `academy.services.log.undo`.

    Raises
    ------
    NotAllowed
        Saying whom to ask.
    """
    if entry.code in LED_ACTIONS and not leads(coach):
        raise for_a_head_coach(coach)


def refuse_without_right(request: HttpRequest, coach: Coach) -> None:
    """Refuse what is not for a person's role.

    Raises
    ------
    NotAllowed
        Saying whom to ask.
    """
    wanted = right_for(request.method or "GET", address_of(request))
    if wanted > OF_ROLE[PersonRole(coach.role)]:
        raise NotAllowed(REFUSALS[wanted])
