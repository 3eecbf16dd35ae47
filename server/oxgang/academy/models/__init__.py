"""Academy, coaches, students, their clubs and swing-length scales."""

from oxgang.academy.models.academy import Academy, Coach, PersonRole
from oxgang.academy.models.bag import Club
from oxgang.academy.models.consent import Consent, Erased
from oxgang.academy.models.event import Event
from oxgang.academy.models.factor import Factor, OtherKey, RecoveryCode
from oxgang.academy.models.log import AuditAction, Entry
from oxgang.academy.models.people import EntryLink, SignIn
from oxgang.academy.models.range_picture import RangePicture
from oxgang.academy.models.recipe import StoredRecipe
from oxgang.academy.models.scale import SwingScale
from oxgang.academy.models.standards import Standard, StandardKind
from oxgang.academy.models.student import Hand, Student

__all__ = [
    "Academy",
    "AuditAction",
    "Club",
    "Coach",
    "Consent",
    "Entry",
    "EntryLink",
    "Erased",
    "Event",
    "Factor",
    "Hand",
    "OtherKey",
    "PersonRole",
    "RangePicture",
    "RecoveryCode",
    "SignIn",
    "Standard",
    "StandardKind",
    "StoredRecipe",
    "Student",
    "SwingScale",
]
