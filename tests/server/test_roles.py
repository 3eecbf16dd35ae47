"""Every address as every role and as another academy: enumerated from the API itself."""

from __future__ import annotations

import re
from collections.abc import Iterator
from uuid import uuid4

import pytest
from django.apps import apps
from django.db import models, transaction
from django.utils import timezone
from oxgang.academy.models import Academy, AuditAction, Coach, Entry, PersonRole, Standard, Student
from oxgang.academy.services.academies import add_coach
from oxgang.academy.services.log import created, record_academy_entry
from oxgang.api.main import api as the_api
from oxgang.api.rights import Right, right_for
from oxgang.config.limits import limit_of
from oxgang.practice.models import OwnWord, Routine

from tests.server.conftest import Api, make_coach

# What each address asks for, written down by hand: a new address is not in here, and fails.
# o own, s see, l log, t teach, h head coach.
S = "/api/students/{student_id}"
TABLE = {
    "o": """GET POST DELETE /api/account | GET /api/account/security | POST /api/account/password
        PUT /api/account/units | POST /api/account/start | POST /api/account/start/look
        POST PUT /api/account/factor
        POST /api/account/factor/end | POST /api/account/proof | POST /api/account/notices-seen
        DELETE /api/account/sign-ins/{sign_in_id} | POST /api/account/sign-out-everywhere
        POST /api/account/links | POST /api/account/links/look | GET /api/words""",
    "s": """GET /api/scales | GET /api/standards
        GET /api/students | GET {S} | GET {S}/balls | GET {S}/usual
        GET {S}/cell-balls | GET {S}/cell | GET {S}/matrix | GET {S}/why | GET {S}/compare
        GET /api/range-pictures | GET {S}/sides | GET {S}/course | GET {S}/positions |
        GET {S}/gaps | GET {S}/lookup | GET {S}/chart | GET {S}/played | GET {S}/pick | GET {S}/pick/changes
        GET {S}/pick/quiz | GET {S}/pick/table | GET {S}/versions | GET {S}/card
        GET {S}/versions/{number}/compare | GET {S}/lessons | GET {S}/practice | GET {S}/week
        GET {S}/homework | GET {S}/links | GET {S}/sharing | GET {S}/plan | GET {S}/review
        GET {S}/recipes | GET {S}/today | GET {S}/net-plan | GET /api/devices
        GET /api/devices/change | GET /api/devices/{device_id}/balls
        GET /api/devices/{device_id}/discarded | GET {S}/events | GET /api/calendar
        GET {S}/history | GET /api/history | GET {S}/progress | GET /api/people | GET /api/settings
        GET /api/groups | GET /api/groups/before | GET /api/groups/{group_id}
        GET /api/groups/{group_id}/change
        GET {S}/card.pdf | GET {S}/card.html | GET {S}/sheet.pdf
        GET {S}/homework/{homework_id}/sheet.pdf | GET {S}/pictures/{picture_id}/still.jpg""",
    "l": """PUT {S}/balls | PATCH DELETE {S}/balls/{uid} | POST {S}/balls/{uid}/restore
        PUT {S}/balls-of-another
        PUT {S}/rounds | POST {S}/rounds-seen | POST {S}/calls | POST {S}/faults
        POST {S}/what-if | POST {S}/plan/effect | POST {S}/loft-search | POST {S}/picture
        POST /api/students/catch-up
        PUT /api/devices/{device_id}/plays | POST /api/devices/{device_id}/let-go
        POST /api/groups | POST /api/groups/{group_id}/students
        DELETE /api/groups/{group_id}/bays/{number} | PUT /api/groups/{group_id}/turns
        PUT /api/groups/{group_id}/monitor | PUT /api/groups/{group_id}/moves
        POST /api/groups/{group_id}/end | POST /api/calendar/link | POST /api/calendar/unlink""",
    "t": """POST {S}/merge | POST DELETE /api/example | POST /api/scales
        PUT /api/scales/{scale_id} | POST /api/range-pictures
        PUT DELETE /api/range-pictures/{picture_id} | POST /api/students | PATCH {S}
        POST {S}/archive | POST {S}/restore | POST {S}/clubs | PATCH /api/clubs/{club_id}
        POST /api/clubs/{club_id}/archive | POST /api/clubs/{club_id}/restore | POST {S}/played
        POST {S}/versions | PUT DELETE {S}/lessons/{day} | POST /api/lesson-words
        DELETE /api/lesson-words/{word_id} | POST {S}/pictures | DELETE {S}/pictures/{picture_id}
        PUT {S}/pictures/{picture_id}/marks
        DELETE {S}/rounds/{uid} | DELETE {S}/course/{uid}
        PUT /api/routines | DELETE /api/routines/{routine_id}
        POST {S}/homework | POST {S}/homework/{homework_id}/close
        DELETE {S}/homework/{homework_id} | POST {S}/links | PUT {S}/links/{link_id}/code
        POST {S}/links/{link_id}/renew | DELETE {S}/links/{link_id} | PUT {S}/sharing/{part}
        POST PUT DELETE {S}/plan | POST {S}/check-up | PATCH {S}/criteria | POST {S}/review
        POST {S}/reopen | PUT {S}/recipes | POST /api/devices | DELETE /api/devices/{device_id}
        POST /api/devices/{device_id}/discard | POST {S}/imported-carries | POST {S}/shots | POST {S}/chart
        POST {S}/shots/check | POST {S}/files/look | POST {S}/files/take | POST {S}/bag/check
        POST {S}/bag | POST {S}/events | POST /api/events/{event_id}/withdraw
        PUT /api/standards | DELETE /api/standards/{standard_id}
        POST /api/appointments | POST /api/appointments/together
        PATCH /api/appointments/{appointment_id} | POST /api/appointments/{appointment_id}/cancel
        POST /api/history/{entry_id}/undo | POST /api/student-files | PUT {S}/coach
        PUT {S}/shared-with/{person_id} | PATCH {S}/consent | GET {S}/everything.zip
        GET {S}/student.json | GET {S}/data-inventory | GET {S}/report.pdf
        GET {S}/shots.csv | GET {S}/shots.xlsx | GET {S}/shots.json | GET {S}/bag.csv
        GET {S}/matrix.csv | GET {S}/matrix.xlsx | GET {S}/matrix.json""",
    "h": """POST /api/people/invitations | DELETE /api/people/links/{link_id}
        PATCH /api/people/{person_id} | POST /api/people/{person_id}/reset
        POST /api/people/{person_id}/end-factor | POST /api/people/{person_id}/leave
        POST /api/people/{person_id}/come-back | POST /api/people/{person_id}/hand-over
        PATCH /api/settings | POST /api/settings/bring-along | GET /api/settings/retention
        POST /api/settings/retention/pictures | POST {S}/erase | GET /api/figures
        GET /api/figures/side-by-side | GET /api/figures/table.csv""",
}
RIGHTS = dict(zip("oslth", Right, strict=True))
MAY = {PersonRole.ASSISTANT: "osl", PersonRole.COACH: "oslt", PersonRole.HEAD: "oslth"}
# The monitor's address has a token of its own.
OTHERS = {("POST", "/api/feed/balls")}


def written() -> dict[tuple[str, str], str]:
    found = {}
    for letter, text in TABLE.items():
        for part in re.split(r"\||\n", text):
            if not part.strip():
                continue
            *methods, path = part.split()
            for method in methods:
                found[method, path.replace("{S}", S)] = letter
    return found


def addresses() -> Iterator[tuple[str, str]]:
    """Every address that the API answers at, those that its description hides too."""
    for prefix, router in the_api._routers:
        for path, view in router.path_operations.items():
            for operation in view.operations:
                for method in operation.methods:
                    joined = f"/api/{prefix}/{path}".replace("//", "/").replace("//", "/")
                    yield method, re.sub(r"\{(?:\w+:)?(\w+)\}", r"{\1}", joined)


def test_every_address_has_a_right_and_it_is_the_one_written_down() -> None:
    table, known = written(), set(addresses()) - OTHERS
    assert (known - set(table), set(table) - known) == (set(), set())
    wrong = {key: right_for(*key) for key in known if right_for(*key) is not RIGHTS[table[key]]}
    assert wrong == {}
    # A write that nobody thought of is no assistant's.
    assert right_for("POST", "/api/anything/new") is Right.TEACH


@pytest.fixture
def people(coach: Coach) -> dict[PersonRole, Api]:
    made = {PersonRole.HEAD: Api(coach)}
    for role in (PersonRole.COACH, PersonRole.ASSISTANT):
        person = add_coach(
            coach.academy,
            name=str(role.label),
            log_in=role.value,
            password="six-long-words",
            role=role,
        )
        made[role] = Api(person)
    return made


def test_every_address_as_every_role(people: dict[PersonRole, Api], student: Student) -> None:
    """What is not for a role is refused before anything of it is looked at, and the rest is not:
    of a student who is not there it says so."""
    table = written()
    asked = 0
    for method, path in sorted(set(addresses()) - OTHERS):
        if path in ("/api/account", "/api/account/sign-out-everywhere"):
            continue  # it would end the session
        address = re.sub(
            r"\{(\w+)\}",
            lambda m: str(uuid4()) if m[1] in UUIDS else "2026-05-31" if m[1] == "day" else "9999",
            path,
        ).removeprefix("/api")
        for role, api in people.items():
            if limit_of(f"/api{address}").upload and method == "POST":
                answer = api.upload(address, b"")
                answer.data = answer.json()
            else:
                answer = api(method, address, None if method == "GET" else {})
            refused = answer.status_code == 403 and answer.data["code"] == "not-allowed"
            assert refused is (table[method, path] not in MAY[role]), (role, method, path)
            asked += 1
    assert asked > 300


UUIDS = {"student_id", "club_id", "appointment_id", "group_id", "homework_id", "uid"}


def test_no_address_of_an_academy_answers_another_one(
    people: dict[PersonRole, Api], coach: Coach, student: Student
) -> None:
    """Whatever another academy's head coach asks, nothing of this one comes back or changes."""
    stranger = Api(make_coach("Lower Marrowdale", "tobin"))
    person = Coach.objects.get(role=PersonRole.COACH, academy=coach.academy)
    for method, address, body in (
        ("PATCH", f"/people/{person.pk}", {"role": "assistant"}),
        ("POST", f"/people/{person.pk}/reset", {}),
        ("POST", f"/people/{person.pk}/end-factor", {}),
        ("POST", f"/people/{person.pk}/leave", {}),
        ("POST", f"/people/{person.pk}/hand-over", {"to": person.pk}),
        ("PUT", f"/students/{student.pk}/coach", {"coach_id": person.pk}),
        ("GET", f"/students/{student.pk}/data-inventory", None),
        ("GET", f"/students/{student.pk}/everything.zip", None),
        ("POST", f"/students/{student.pk}/erase", {"name": student.name}),
        ("PATCH", f"/students/{student.pk}/consent", {}),
    ):
        assert stranger(method, address, body).status_code == 404, address
    stranger("PATCH", "/settings", {"name": "Taken over"})
    assert Academy.objects.get(pk=coach.academy_id).name == "Wexholt Hill"
    listed = stranger("GET", "/people").data["people"]
    assert [row["name"] for row in listed] == ["tobin"]
    student.refresh_from_db()
    assert student.coach == coach


# What only a head coach may undo, and what rows cannot tell: everything else is a coach's.
LED = {
    f"log-{what}"
    for what in (
        "person-invited",
        "person-came",
        "person-link-ended",
        "person-changed",
        "person-left",
        "person-back",
        "password-link-made",
        "academy-begun",
        "settings-changed",
        "student-erased",
    )
}


def test_every_kind_is_undone_by_whoever_may_do_it(people: dict[PersonRole, Api], student: Student) -> None:
    """Rows alone do not say so: each entry here changes a name, whatever its kind is."""
    name = {"name": student.name}
    same = {"row": "academy.Student", "ids": [str(student.pk)], "before": name, "after": name}
    for kind in AuditAction:
        for role, api in people.items():
            entry = Entry.objects.create(
                academy=student.academy, student=student, at=timezone.now(), code=kind, changes=[same]
            )
            answer = api("POST", f"/history/{entry.pk}/undo", {})
            allowed = role is PersonRole.HEAD or (role is PersonRole.COACH and kind not in LED)
            assert answer.status_code == (200 if allowed else 403), (kind, role)


def owned() -> Iterator[tuple[type[models.Model], dict[str, object]]]:
    """Every kind of row that the house or a coach keeps."""
    yield Standard, {"kind": "card", "name": "Ours", "changed_at": timezone.now()}
    yield Routine, {"name": "Ours"}
    yield OwnWord, {"kind": "cue", "part": "impact", "text": "Ours"}


def test_every_row_with_an_owner_is_in_the_test_of_undo() -> None:
    having = {m for m in apps.get_models() if any(f.name == "owner" for f in m._meta.fields)}
    assert having == {model for model, _ in owned()}


def test_undo_changes_nothing_of_another_owner(people: dict[PersonRole, Api], student: Student) -> None:
    """House standards, another coach's own ones, and whose student somebody is."""
    head, other = people[PersonRole.HEAD], people[PersonRole.COACH]
    first, second = (Coach.objects.get(role=role) for role in (PersonRole.HEAD, PersonRole.COACH))
    for owner in (None, first):
        for model, fields in owned():
            row = model._default_manager.create(academy=student.academy, owner=owner, **fields)
            change = created(row)
            with transaction.atomic():
                entry = record_academy_entry(
                    student.academy, AuditAction.SAID, by=first, now=timezone.now(), changes=[change]
                )
            assert other("POST", f"/history/{entry.pk}/undo", {}).status_code == 403, model
            assert head("POST", f"/history/{entry.pk}/undo", {}).status_code == 200, model
    url = f"/students/{student.pk}"
    take = {"coach_id": second.pk}
    assert other("PUT", f"{url}/coach", take).status_code == 403
    assert other("PUT", f"{url}/shared-with/{second.pk}", {"shared": True}).status_code == 403
    assert head("PUT", f"{url}/coach", take).status_code == 200
    # Whoever has the student gives it on, and back by undo only who gave it.
    assert other("PUT", f"{url}/coach", {"coach_id": first.pk}).status_code == 200
    given, taken = Entry.objects.filter(code=AuditAction.HANDED_OVER).order_by("-pk")
    assert other("POST", f"/history/{given.pk}/undo", {}).status_code == 200
    assert head("POST", f"/history/{taken.pk}/undo", {}).status_code == 200
    assert other("PUT", f"{url}/coach", take).status_code == 403


def test_an_assistant_sees_no_guardian_and_nobody_but_a_head_coach_who_signs_in_from_where(
    people: dict[PersonRole, Api], student: Student
) -> None:
    record_academy_entry(
        student.academy,
        AuditAction.SIGNED_IN,
        {"where": "203.0.113.9"},
        by=Coach.objects.get(role=PersonRole.HEAD),
        now=timezone.now(),
    )
    seen = {
        role: api("GET", "/history").content + api("GET", "/people").content for role, api in people.items()
    }
    for role, text in seen.items():
        assert (b"203.0.113.9" in text, b'"log_in": "ilse"' in text) == (role is PersonRole.HEAD,) * 2, role


def test_an_assistant_logs_a_lesson_from_first_to_last_ball(
    people: dict[PersonRole, Api], student: Student
) -> None:
    api, wedge = people[PersonRole.ASSISTANT], student.clubs.get(label="56")
    body = {
        "uid": "ball-0001",
        "hit_at": timezone.now().isoformat(),
        "club_id": str(wedge.pk),
        "swing": "9:00",
        "carry_yd": 61,
    }
    url = f"/students/{student.pk}"
    assert api("PUT", f"{url}/balls", body).status_code == 200
    assert api("PATCH", f"{url}/balls/ball-0001", {"strike": "fat"}).status_code == 200
    assert api("DELETE", f"{url}/balls/ball-0001").status_code == 200
    refused = api("POST", f"{url}/review", {})
    assert (refused.status_code, "Ask a coach" in refused.data["title"]) == (403, True)
    assert "head coach" in people[PersonRole.COACH]("PATCH", "/settings", {}).data["title"]
