"""Two coaches, or one coach on two devices, at one record: nobody's words are overwritten unseen."""

from __future__ import annotations

from typing import Any

import pytest
from oxgang.academy.models import Coach, Student
from oxgang.academy.services.academies import add_coach
from oxgang.academy.services.people import change_person
from oxgang.api.main import api as the_api

from tests.server.conftest import NOW, Api
from tests.server.steps import day, shows

# How a write says what was seen: the fields as they were, or the moment of the version.
SEEN = {"was", "seen", "looked_at"}
# Writes of several fields that overwrite nothing: they make a row, or their own id says which.
MADE_ONCE = {
    "put /api/students/{student_id}/balls": "uid",
    "patch /api/students/{student_id}/balls/{uid}": "only what is sent, of one ball",
    "put /api/students/{student_id}/rounds": "uid",
    "put /api/students/{student_id}/pictures/{picture_id}/marks": "one measurement of one picture",
    "put /api/groups/{group_id}/turns": "uid",
    "put /api/groups/{group_id}/moves": "names the balls and where they are",
    "put /api/students/{student_id}/balls-of-another": "names the balls and where they are",
    "put /api/devices/{device_id}/plays": "take, where another coach has it",
    "put /api/groups/{group_id}/monitor": "take, where another group has it",
}


def test_every_write_takes_what_was_seen_or_changes_one_thing() -> None:
    """A page that is old sends what it knows: it must not put back what it does not show."""
    schema = the_api.get_openapi_schema()
    parts = schema["components"]["schemas"]
    blind = set()
    for path, methods in schema["paths"].items():
        for method, operation in methods.items():
            content = operation.get("requestBody", {}).get("content", {}).get("application/json")
            if method not in ("put", "patch") or content is None:
                continue
            fields = set(parts[content["schema"]["$ref"].rsplit("/", 1)[1]]["properties"])
            if len(fields) > 1 and not fields & SEEN:
                blind.add(f"{method} {path}")
    assert blind == set(MADE_ONCE)


@pytest.fixture
def tobin(coach: Coach) -> Api:
    other = add_coach(coach.academy, name="Tobin", log_in="tobin", password="six-long-words")
    return Api(change_person(other, {"role": "head"}, by=coach, now=NOW))


CARD = {"step": 5, "order": "short-first", "cues": True, "run": False}
# An address, what one coach and then the other saw and wrote, and what the second is told.
SAME_FIELD: list[tuple[str, str, dict[str, Any], dict[str, Any], dict[str, Any], str]] = [
    ("PATCH", "{s}/consent", {"contact": ""}, {"contact": "0151"}, {"contact": "0160"}, '"0151"'),
    ("PATCH", "{s}/criteria", {"over_balls": 20}, {"over_balls": 30}, {"over_balls": 25}, '"30"'),
    (
        "PATCH",
        "/settings",
        {"link_days": 730},
        {"link_days": 90},
        {"link_days": 30},
        "Tobin changed the link",
    ),
    (
        "PATCH",
        "/settings",
        {"tolerances": {"club": 3}},
        {"tolerances": {"club": 3.5}},
        {"tolerances": {"club": 4}},
        '"3.5"',
    ),
    ("PATCH", "/people/{p}", {"role": "coach"}, {"role": "assistant"}, {"role": "head"}, '"assistant"'),
]


@pytest.mark.parametrize(("method", "address", "saw", "first", "second", "told"), SAME_FIELD)
def test_the_second_at_one_field_is_told_the_value_of_the_first(
    api: Api,
    tobin: Api,
    coach: Coach,
    student: Student,
    method: str,
    address: str,
    saw: dict[str, Any],
    first: dict[str, Any],
    second: dict[str, Any],
    told: str,
) -> None:
    pupil = add_coach(coach.academy, name="Bryn", log_in="bryn", password="six-long-words")
    url = address.format(s=f"/students/{student.pk}", p=pupil.pk)
    assert tobin(method, url, first | {"was": saw}).status_code == 200
    refused = api(method, url, second | {"was": saw})
    assert (refused.status_code, refused.data["code"]) == (409, "changed-meanwhile"), refused.data
    assert told in refused.data["title"]
    assert refused.data["field"] in (*second, "criteria")
    # Having seen it, the second may.
    assert api(method, url, second | {"was": first}).status_code == 200


def test_two_fields_of_one_form_are_both_kept(api: Api, tobin: Api, student: Student) -> None:
    url = f"/students/{student.pk}"
    api("PATCH", f"{url}/consent", {"guardian": "Rosa", "contact": "0151"})
    tobin("PATCH", f"{url}/consent", {"contact": "0160", "was": {"contact": "0151"}})
    kept = api("PATCH", f"{url}/consent", {"note": "by post", "was": {"note": ""}}).data["consent"]
    assert (kept["guardian"], kept["contact"], kept["note"]) == ("Rosa", "0160", "by post")
    tobin("PATCH", "/settings", {"tolerances": {"club": 3}, "card": {"step": 2}})
    now = api("PATCH", "/settings", {"tolerances": {"low": 2}, "card": {"run": True}}).data["settings"]
    assert (now["tolerances"]["club"], now["tolerances"]["low"]) == (3, 2)
    assert now["card"] == CARD | {"step": 2, "run": True}


def test_an_old_page_does_not_switch_a_juniors_pictures_on_again(
    api: Api, tobin: Api, student: Student
) -> None:
    """It did: the page sent all the parts that it knew of."""
    shows(api, student, "card", "pictures", "cues")
    url = f"/students/{student.pk}/sharing"
    tobin("PUT", f"{url}/pictures", {"shown": False})
    now = api("PUT", f"{url}/homework", {"shown": True}).data
    assert now["shows"] == ["card", "homework", "cues"]
    entry = api("GET", f"/students/{student.pk}/history").data["entries"][0]
    api("POST", f"/history/{entry['id']}/undo")
    assert api("GET", url).data["shows"] == ["card", "cues"]


def test_a_lesson_saved_elsewhere_is_not_overwritten_by_either(
    api: Api, tobin: Api, student: Student
) -> None:
    url = f"/students/{student.pk}/lessons/{day(0)}"
    assert tobin("PUT", url, {"note": "Quiet hands"}).status_code == 200
    mine = {"note": "One club more", "looked_at": None}
    told = api("PUT", url, mine)
    assert (told.status_code, "Tobin saved" in told.data["title"]) == (409, True)
    (stands,) = api("GET", f"/students/{student.pk}/lessons").data["lessons"]
    assert stands["note"] == "Quiet hands"
    assert api("PUT", url, mine | {"looked_at": stands["changed_at"]}).status_code == 200
    # The same coach on a second tablet, which knows of nothing yet.
    assert "You saved" in api("PUT", url, {"note": "Feet together"}).data["title"]
    # The same words twice are one lesson: an answer was lost on its way.
    assert api("PUT", url, mine).status_code == 200


def test_what_is_kept_under_a_name_is_replaced_knowingly(api: Api, tobin: Api, student: Student) -> None:
    body = {"kind": "card", "name": "Wall", "house": True, "card": CARD}
    assert tobin("PUT", "/standards", body).status_code == 200
    changed = body | {"card": CARD | {"step": 2}}
    told = api("PUT", "/standards", changed)
    assert (told.status_code, told.data["field"]) == (409, "name")
    assert api("PUT", "/standards", changed | {"was": CARD}).status_code == 200
    rows = [{"form": "random", "balls": 5}]
    winter = {"name": "Winter", "house": True, "rows": rows}
    tobin("PUT", "/routines", winter)
    assert api("PUT", "/routines", winter).status_code == 200  # the same once more
    more = winter | {"rows": rows * 2}
    assert api("PUT", "/routines", more).status_code == 409
    assert api("PUT", "/routines", more | {"was": rows}).status_code == 200


def test_settings_are_taken_back_with_the_tolerances_that_followed(
    api: Api, coach: Coach, student: Student
) -> None:
    api("PATCH", f"/students/{student.pk}", {"handicap": 18, "tolerance_yd": 3})
    api("PATCH", "/settings", {"tolerances": {"club": 3.5}})
    student.refresh_from_db()
    assert student.tolerance_yd == 3.5
    entry = api("GET", "/history").data["entries"][0]
    plain = add_coach(coach.academy, name="Bryn", log_in="bryn", password="six-long-words")
    assert Api(plain)("POST", f"/history/{entry['id']}/undo").status_code == 403
    assert api("POST", f"/history/{entry['id']}/undo").status_code == 200
    student.refresh_from_db()
    assert student.tolerance_yd == 3
    assert api("GET", "/settings").data["tolerances"]["club"] == 3
    # What moves every ball is set again, not taken back.
    api("PATCH", "/settings", {"altitude_m": 300})
    assert not api("GET", "/history").data["entries"][0]["can_undo"]
