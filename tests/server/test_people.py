"""People: invitations, roles, second factor, sign-ins, leaving, handing over."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone
from oxgang.academy.models import Coach, EntryLink, PersonRole, Student
from oxgang.range_sessions.models import Appointment, Device

from tests.server.conftest import Api, make_coach, make_student
from tests.server.steps import GOOD, caught_up, come_in, last, look, token, undo
from tests.server.test_devices import SENT, feed, token_of


def test_an_invitation_is_good_once_and_for_a_week(api: Api) -> None:
    made = api("POST", "/people/invitations", {"name": " Rhona  Pell ", "role": "assistant"}).data
    assert token(made["url"]) not in str(list(EntryLink.objects.values()))
    seen = look(made["url"]).data
    assert (seen["name"], seen["role"], seen["academy"]) == (
        "Rhona Pell",
        "assistant",
        "Wexholt Hill",
    )
    assert any("12 characters" in rule for rule in seen["rules"])
    # A refused try uses nothing up.
    weak = come_in(made["url"], log_in="rhona", password="12345678")
    assert (weak.status_code, weak.data["field"]) == (422, "password")
    taken = come_in(made["url"], log_in="Ilse", password=GOOD)
    assert (taken.status_code, taken.data["field"]) == (422, "log_in")
    joined = come_in(made["url"], log_in="Rhona", password=GOOD)
    assert joined.data["coach"]["role"] == "assistant"
    twice = come_in(made["url"], log_in="rhona2", password=GOOD)
    assert (twice.status_code, "It was used" in twice.data["title"]) == (422, True)
    late = api("POST", "/people/invitations", {"name": "Late"}).data["url"]
    EntryLink.objects.filter(name="Late").update(expires_at=timezone.now() - timedelta(seconds=1))
    assert come_in(late, log_in="late", password=GOOD).status_code == 422
    back = api("POST", "/people/invitations", {"name": "Taken back"}).data
    api("DELETE", f"/people/links/{back['link']['id']}")
    assert come_in(back["url"], log_in="tb", password=GOOD).status_code == 422
    assert sorted(Coach.objects.values_list("user__username", flat=True)) == ["ilse", "rhona"]
    assert api("GET", "/people").data["links"] == []
    assert api("POST", "/people/invitations", {"name": " "}).data["field"] == "name"


def test_a_forgotten_password_is_set_by_a_link_and_signs_out_everywhere(api: Api, second: Coach) -> None:
    lost = Client()
    lost.post("/api/account", {"log_in": "tobin", "password": GOOD}, content_type="application/json")
    url = api("POST", f"/people/{second.pk}/reset").data["url"]
    newer = api("POST", f"/people/{second.pk}/reset").data["url"]
    assert come_in(url, password="harrow-and-plough").status_code == 422
    done = come_in(newer, password="harrow-and-plough")
    assert (done.status_code, done.data["coach"]["name"]) == (200, "Tobin Achterby")
    assert lost.get("/api/students").status_code == 401
    sign_in = {"log_in": "tobin", "password": GOOD}
    assert Api(None)("POST", "/account", sign_in).status_code == 422
    sign_in["password"] = "harrow-and-plough"
    assert Api(None)("POST", "/account", sign_in).status_code == 200


def test_the_last_head_coach_stays_one(api: Api, coach: Coach, second: Coach) -> None:
    for method, path, body in (
        ("PATCH", f"/people/{coach.pk}", {"role": "coach"}),
        ("POST", f"/people/{coach.pk}/leave", {}),
    ):
        refused = api(method, path, body)
        assert (refused.status_code, "only head coach" in refused.data["title"]) == (422, True)
    api("PATCH", f"/people/{second.pk}", {"role": "head"})
    assert api("PATCH", f"/people/{coach.pk}", {"role": "coach"}).status_code == 200
    assert api("PATCH", f"/people/{second.pk}", {"name": "x"}).status_code == 403
    assert list(Coach.objects.filter(role=PersonRole.HEAD)) == [second]


def test_who_leaves_is_out_at_once_and_the_records_stay(api: Api, coach: Coach, second: Coach) -> None:
    theirs = Api(second)
    student = make_student(second, "Odile Brackenshaw")
    token = token_of(theirs, "Bay 1")
    calendar = theirs("POST", "/calendar/link").data["url"].removeprefix("http://testserver")
    assert feed(token, SENT).status_code == 200
    assert Client().get(calendar).status_code == 200
    reset = api("POST", f"/people/{second.pk}/reset").data["url"]
    api("POST", f"/people/{second.pk}/leave")
    assert theirs("GET", "/students").status_code == 401
    assert feed(token, SENT | {"id": "ball-0002"}).status_code == 401
    assert Client().get(calendar).status_code == 404
    assert come_in(reset, password="harrow-and-plough").status_code == 422
    again = Api(None)("POST", "/account", {"log_in": "tobin", "password": GOOD})
    assert again.status_code == 422
    seen = api("GET", f"/students/{student.pk}").data
    assert seen["coach"] == "Tobin Achterby"
    log = api("GET", f"/students/{student.pk}/history").data["entries"]
    assert {entry["by"] for entry in log} == {"Tobin Achterby"}
    # Handed over to nobody, to somebody who has left: refused; then to one who is there.
    url = f"/people/{second.pk}/hand-over"
    for body, word in (({}, "Choose the coach"), ({"to": second.pk}, "is deactivated")):
        refused = api("POST", url, body)
        assert (refused.status_code, word in refused.data["title"]) == (422, True)
    assert api("POST", url, {"to": coach.pk}).data["students"] == 1
    assert api("GET", f"/students/{student.pk}").data["coach"] == "ilse"
    api("POST", f"/people/{second.pk}/come-back")
    assert Api(None)("POST", "/account", {"log_in": "tobin", "password": GOOD}).status_code == 200
    assert Device.objects.get().revoked_at is not None


def test_mine_and_all(api: Api, student: Student, second: Coach) -> None:
    theirs = Api(second)
    other = make_student(second, "Odile Brackenshaw")
    for one in (api, theirs):
        caught_up(one)

    def names(who: Api, mine: str) -> list[str]:
        return sorted(row["name"] for row in who("GET", f"/students{mine}").data["rows"])

    both = ["Ansel Quill", "Odile Brackenshaw"]
    assert (names(api, ""), names(theirs, "")) == (both, both)
    assert (names(api, "?mine=true"), names(theirs, "?mine=true")) == (both[:1], both[1:])
    api("PUT", f"/students/{student.pk}/shared-with/{second.pk}", {"shared": True})
    assert (names(api, "?mine=true"), names(theirs, "?mine=true")) == (both[:1], both)
    api("PUT", f"/students/{other.pk}/coach", {"coach_id": Coach.objects.get(name="ilse").pk})
    caught_up(api)
    assert (names(api, "?mine=true"), names(theirs, "?mine=true")) == (both, both[:1])


# RFC 6238, appendix B: seconds, and the eight digits of SHA-1. The secret is 20 ASCII digits.


def test_a_person_of_another_academy_cannot_be_given_anything(api: Api, student: Student) -> None:
    stranger = make_coach("Lower Marrowdale", "marrow")
    for path, body in (
        (f"/people/{stranger.pk}/hand-over", {"to": 1}),
        (f"/people/{stranger.pk}/reset", {}),
    ):
        assert api("POST", path, body).status_code == 404
    one = f"/students/{student.pk}"
    assert api("PUT", f"{one}/coach", {"coach_id": stranger.pk}).status_code == 404
    assert api("PUT", f"{one}/shared-with/{stranger.pk}", {"shared": True}).status_code == 404


def test_a_second_student_of_one_name_is_asked_about(api: Api, student: Student) -> None:
    body = {"name": student.name.upper(), "scale_id": student.scale_id}
    asked = api("POST", "/students", body)
    assert (asked.status_code, asked.data["code"], asked.data["field"]) == (409, "confirm", "name")
    assert api("POST", "/students", body | {"namesake": True}).status_code == 201
    api("POST", f"/students/{student.pk}/archive")
    assert Student.objects.filter(name__iexact=student.name).count() == 2


def test_who_brings_a_student_in_is_the_main_coach(api: Api, student: Student, second: Coach) -> None:
    file = api("GET", f"/students/{student.pk}/student.json").content
    made = Api(second).upload("/student-files", file, known="second").json()["id"]
    assert Student.objects.get(pk=made).coach == second


def test_booked_sessions_go_along_with_the_students_and_come_back_with_an_undo(
    api: Api, student: Student, coach: Coach, second: Coach
) -> None:
    """What a coach who leaves had booked stood in nobody's calendar any more."""
    friend, stays = (str(make_student(coach, name).pk) for name in ("Wenna Pascoe", "Denzil Hocking"))
    other = Api(second)

    def book(of: Api, *students: object, hour: int) -> list[str]:
        starts = (timezone.now() + timedelta(days=3)).replace(hour=hour, minute=0).isoformat()
        body: dict[str, Any] = {"starts_at": starts, "minutes": 60}
        names = [str(one) for one in students]
        if len(names) > 1:
            done = of("POST", "/appointments/together", body | {"students": names}).data
            return [row["id"] for row in done]
        return [of("POST", "/appointments", body | {"student_id": names[0]}).data["id"]]

    (alone,) = book(api, student.pk, hour=9)
    together = book(api, student.pk, friend, hour=11)
    mixed = book(api, student.pk, stays, hour=13)
    (taken,) = book(api, student.pk, hour=15)
    book(other, stays, hour=15)

    def owners() -> dict[str, int]:
        return {str(a.pk): a.coach_id for a in Appointment.objects.all()}

    before = owners()
    body = {"to": second.pk, "students": [str(student.pk), friend]}
    done = api("POST", f"/people/{coach.pk}/hand-over", body).data
    assert (done["students"], done["sessions"]) == (2, 3)
    assert {one["student"] for one in done["stayed"]} == {student.name}
    assert len(done["stayed"]) == 2
    went = {pk for pk, owner in owners().items() if owner != before[pk]}
    assert went == {alone, *together}
    assert taken not in went
    assert not went & set(mixed)
    # One undo brings the student's sessions back with the student; the friend's stay handed over.
    assert undo(api, last(api, student)).status_code == 200
    student.refresh_from_db()
    assert student.coach_id == coach.pk
    assert {pk for pk, owner in owners().items() if owner != before[pk]} == {together[1]}


def test_roles_sharing_and_a_new_scale_are_taken_back(
    api: Api, student: Student, coach: Coach, second: Coach
) -> None:
    url = f"/students/{student.pk}"
    assert api("PUT", f"{url}/shared-with/{second.pk}", {"shared": True}).status_code == 200
    assert undo(api, last(api, student)).status_code == 200
    assert api("GET", url).data["shared_with"] == []
    assert undo(api, last(api, student)).status_code == 200
    assert api("GET", url).data["shared_with"] == [second.pk]

    # A role: by a head coach, and never so that nobody leads.
    def newest() -> dict[str, Any]:
        entry: dict[str, Any] = api("GET", "/history").data["entries"][0]
        return entry

    assert api("PATCH", f"/people/{second.pk}", {"role": "head"}).status_code == 200
    made_head = newest()
    assert api("PATCH", f"/people/{coach.pk}", {"role": "coach"}).status_code == 200
    refused = undo(api, made_head)
    assert (refused.status_code, refused.data["title"]) == (
        403,
        f"Only a head coach can undo this. Ask {second.name}.",
    )
    refused = undo(Api(second), made_head)
    assert (refused.status_code, "needs a head coach" in refused.data["title"]) == (422, True)
    assert undo(Api(second), newest()).status_code == 200
    coach.refresh_from_db()
    assert coach.role == "head"
    # A scale of one's own, unless somebody stands on it; its name is free again.
    fields = {"name": "Pockets", "idea": "", "positions": [{"label": "hip", "arm_deg": 45, "cue": ""}]}
    made = api("POST", "/scales", fields).data
    entry = newest()
    assert api("PATCH", url, {"scale_id": made["id"]}).status_code == 200
    assert "1 student is on the scale Pockets" in undo(api, entry).data["title"]
    assert undo(api, last(api, student)).status_code == 200
    assert undo(api, entry).status_code == 200
    assert "Pockets" not in {scale["name"] for scale in api("GET", "/scales").data}
    assert api("POST", "/scales", fields).status_code == 201
    assert undo(api, newest()).status_code == 200


@pytest.mark.parametrize("how", ["leaves", "demoted", "left before"])
def test_a_link_ends_with_the_right_of_who_made_it(
    api: Api, coach: Coach, second: Coach, student: Student, how: str
) -> None:
    """A head coach who left had invited himself back in as head coach."""
    assert api("PATCH", f"/people/{second.pk}", {"role": "head"}).status_code == 200
    maker = Api(second)
    invitation = maker("POST", "/people/invitations", {"name": "Eve", "role": "head"}).data["url"]
    password = maker("POST", f"/people/{coach.pk}/reset").data["url"]
    own = api("POST", "/people/invitations", {"name": "Merryn"}).data["url"]
    if how == "leaves":
        assert api("POST", f"/people/{second.pk}/leave").status_code == 200
    elif how == "demoted":
        assert api("PATCH", f"/people/{second.pk}", {"role": "coach"}).status_code == 200
    else:
        # As a database of before has it: nothing ended the links.
        Coach.objects.filter(pk=second.pk).update(left_at=timezone.now())
    for url in (invitation, password):
        assert look(url).status_code == 422
        assert come_in(url, log_in="eve", password=GOOD).status_code == 422
    assert not Coach.objects.filter(name="Eve").exists()
    # Those of others are as good as before.
    assert come_in(own, log_in="merryn", password=GOOD).status_code == 200
