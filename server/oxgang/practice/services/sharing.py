"""What a student sees behind the private link, and the code in front of it."""

from __future__ import annotations

import secrets
from datetime import datetime, timedelta
from typing import Final

from django.contrib.auth.hashers import check_password, make_password
from django.db import transaction
from django.db.models import F

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.consent import LINK, agreed
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import changed, fields_of, record_entry
from oxgang.academy.tokens import hash_of
from oxgang.core.errors import InputError, OxgangError, ProblemCode
from oxgang.core.practice.portal import Shows
from oxgang.matrix.models import CardLink
from oxgang.practice.models import Sharing
from oxgang.practice.selectors.portal import chosen_for

# A code is four to six digits. So many wrong ones lock it for a while, and so many in all until a
# coach sets it anew: by then five thousandths of the shortest codes were tried.
CODE_DIGITS: Final = (4, 6)
TRIES: Final = 5
LOCKED: Final = timedelta(minutes=15)
TRIES_IN_ALL: Final = 20
NEEDS_CODE: Final = "A junior's link needs a code until the guardian's consent is saved under Data."


class CodeLocked(OxgangError):
    """Too many wrong codes."""

    code = ProblemCode.TOO_MANY_TRIES


@retry_on_conflict
def share(student: Student, part: Shows, shown: bool, *, by: Coach, now: datetime) -> Sharing:
    """Whether the student sees one part; the others stay as they are."""
    usual = [one.value for one in chosen_for(student)]
    sharing, _ = Sharing.objects.get_or_create(student=student, defaults={"shows": usual})
    before = fields_of(sharing, ["shows"])
    wanted = set(sharing.shows) - {part.value} | ({part.value} if shown else set())
    sharing.shows = [one.value for one in Shows if one.value in wanted]
    sharing.save(update_fields=["shows"])
    if done := changed(sharing, before):
        values = {"shows": ",".join(sharing.shows)}
        record_entry(student, AuditAction.SHARING_CHANGED, values, by=by, now=now, changes=done)
    return sharing


@transaction.atomic
def set_code(link: CardLink, code: str, *, by: Coach, now: datetime) -> None:
    """The link asks for this code from now on; "" asks for none. Wrong tries are forgotten.

    Raises
    ------
    InputError
        When it is not four to six digits, or one that everybody tries first; for none where a
        junior's guardian has not agreed.
    """
    checked_code(code)
    if not code and not agreed(link.student).phone:
        raise InputError(NEEDS_CODE, field="code")
    link.code = make_password(code) if code else ""
    link.wrong_codes, link.locked_until = 0, None
    link.save(update_fields=["code", "wrong_codes", "locked_until"])
    record_entry(link.student, AuditAction.CODE_SET if code else AuditAction.CODE_ENDED, by=by, now=now)


def checked_code(code: str) -> None:
    """Whether a code, or "" for none, is one.

    Raises
    ------
    InputError
        When it is not four to six digits, or one that everybody tries first.
    """
    lo, hi = CODE_DIGITS
    if not code:
        return
    if not (code.isascii() and code.isdigit() and lo <= len(code) <= hi):
        raise InputError(f"A code is {lo} to {hi} digits.", field="code")
    if len(set(code)) == 1 or code in ASCENDING:
        raise InputError("That password is too common. Choose another.", field="code")


ASCENDING: Final = frozenset("0123456789"[i : i + n] for n in (4, 5, 6) for i in range(11 - n))


def try_code(link_id: int, code: str, *, now: datetime) -> bool:
    """Whether a code opens a link. Each wrong one counts, whichever phone it came from.

    Raises
    ------
    CodeLocked
        After too many wrong ones.
    """
    # Counted before it is looked at: of a thousand at once no more are looked at than may be.
    with transaction.atomic():
        link = CardLink.objects.select_for_update().get(pk=link_id)
        if link.wrong_codes >= TRIES_IN_ALL:
            raise CodeLocked("Too many wrong codes. Ask your coach for a new one.", field="code")
        if link.locked_until is not None and link.locked_until > now:
            raise CodeLocked("Too many wrong codes. Wait a quarter of an hour and try again.", field="code")
        link.wrong_codes += 1
        if link.wrong_codes % TRIES == 0:
            link.locked_until = now + LOCKED
        link.save(update_fields=["wrong_codes", "locked_until"])
    if not check_password(code, link.code):
        return False
    CardLink.objects.filter(pk=link_id).update(wrong_codes=F("wrong_codes") - 1, locked_until=None)
    return True


@transaction.atomic
def renew_link(link: CardLink, *, by: Coach, now: datetime) -> str:
    """A new address for a link, for as long again; the old one shows nothing any more.

    Raises
    ------
    InputError
        For one that was ended, or a junior's without a code.
    """
    if link.revoked_at is not None:
        raise InputError("This link is off. Create a new one.")
    token = secrets.token_urlsafe(24)
    lasts = min(link.expires_at - link.made_at, timedelta(days=link.student.academy.link_days))
    if not agreed(link.student).phone:
        if not link.code:
            raise InputError(NEEDS_CODE, field="code")
        lasts = min(lasts, LINK)
    link.token_hash, link.made_at, link.expires_at = hash_of(token), now, now + lasts
    link.made_by = by
    link.save(update_fields=["token_hash", "made_at", "expires_at", "made_by"])
    record_entry(link.student, AuditAction.LINK_RENEWED, {"days": lasts.days}, by=by, now=now)
    return token
