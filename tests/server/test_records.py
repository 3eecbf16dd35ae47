"""Students, bags, scales: sentences beside fields, archiving instead of deleting."""

import pytest
from django.db import IntegrityError, transaction
from django.utils import timezone
from oxgang.academy.models import AuditAction, Club, Coach, Entry, Student
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import append_to_entry, record_entry
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api
from tests.server.steps import ball


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"name": "  "}, "name"),
        ({"name": "x" * 200}, "name"),
        ({"tolerance_yd": 0}, "tolerance_yd"),
        ({"from_yd": 100, "to_yd": 30}, "from_yd"),
        ({"units": "furlong"}, "units"),
    ],
)
def test_students_that_cannot_be_kept(
    api: Api, student: Student, change: dict[str, object], field: str
) -> None:
    for response in (
        api("PATCH", f"/students/{student.pk}", change),
        api("POST", "/students", {"name": "Odd One", "scale_id": student.scale_id} | change),
    ):
        assert (response.status_code, response.data["field"]) == (422, field)
    student.refresh_from_db()
    assert student.name == "Ansel Quill"


def test_two_coaches_change_different_fields(api: Api, student: Student) -> None:
    api("PATCH", f"/students/{student.pk}", {"notes": "from one"})
    api("PATCH", f"/students/{student.pk}", {"tolerance_yd": 4})
    now = api("GET", f"/students/{student.pk}").data
    assert (now["notes"], now["tolerance_yd"]) == ("from one", 4)


def test_archived_students_come_back_whole(api: Api, student: Student) -> None:
    api("POST", f"/students/{student.pk}/archive")
    assert api("GET", "/students").data["rows"] == []
    assert len(api("GET", "/students?archived=true").data["rows"]) == 1
    api("POST", f"/students/{student.pk}/restore")
    (row,) = api("GET", "/students").data["rows"]
    assert (row["name"], row["clubs"], row["balls"], row["last_hit"]) == ("Ansel Quill", 2, 0, None)


@pytest.mark.parametrize(
    ("club", "field"),
    [
        ({"label": "52", "loft_deg": 5}, "loft_deg"),
        ({"label": "52", "loft_deg": 95}, "loft_deg"),
        ({"label": " 56 ", "loft_deg": 55}, "label"),
        ({"label": "", "loft_deg": 55}, "label"),
        (
            {"label": "52", "loft_deg": 52, "used_from": "2026-05-02", "used_until": "2026-05-01"},
            "used_until",
        ),
    ],
)
def test_clubs_that_cannot_be_added(api: Api, student: Student, club: dict[str, object], field: str) -> None:
    response = api("POST", f"/students/{student.pk}/clubs", club)
    assert (response.status_code, response.data["field"]) == (422, field)
    assert student.clubs.count() == 2


def test_a_label_is_free_again_once_its_club_is_out_of_use(api: Api, student: Student, wedge: Club) -> None:
    new = {"label": "56", "loft_deg": 56, "used_from": "2026-05-02"}
    assert api("POST", f"/students/{student.pk}/clubs", new).status_code == 422
    api("PATCH", f"/clubs/{wedge.pk}", {"used_until": "2026-05-01"})
    assert api("POST", f"/students/{student.pk}/clubs", new).status_code == 201
    # Archived, given away, and then not to be had back under the same label.
    other = student.clubs.get(label="60")
    api("POST", f"/clubs/{other.pk}/archive")
    api("POST", f"/students/{student.pk}/clubs", {"label": "60", "loft_deg": 59})
    back = api("POST", f"/clubs/{other.pk}/restore")
    assert (back.status_code, back.data["field"]) == (422, "label")


def test_own_scales(api: Api, coach: Coach) -> None:
    empty = api("POST", "/scales", {"name": "Mine", "positions": []})
    assert (empty.status_code, empty.data["field"]) == (422, "positions")
    positions = [{"label": "long", "arm_deg": 130}, {"label": "short", "arm_deg": 50, "cue": "low"}]
    made = api("POST", "/scales", {"name": "Mine", "positions": positions})
    assert [p["label"] for p in made.data["positions"]] == ["short", "long"]
    again = api("POST", "/scales", {"name": "mine", "positions": positions})
    assert again.data["field"] == "name"
    rewritten = api("PUT", f"/scales/{made.data['id']}", {"name": "Mine", "positions": positions[:1]})
    assert len(rewritten.data["positions"]) == 1
    assert len(api("GET", "/scales").data) == 6


def test_the_database_decides_who_was_first_and_the_other_begins_again(
    api: Api, student: Student, wedge: Club, coach: Coach
) -> None:
    """The second sees what the first wrote, as if it had come later."""
    key, seen = "balls-today", []

    @retry_on_conflict
    def late() -> Entry:
        seen.append(Entry.objects.filter(key=key).count())
        if len(seen) == 1:  # looked before the other wrote
            twin = record_entry(student, AuditAction.BALLS_RECORDED, {}, by=coach, now=timezone.now())
            Entry.objects.filter(pk=twin.pk).update(key=key)
        return append_to_entry(
            student,
            key,
            AuditAction.BALLS_RECORDED,
            {"first": "2026-05-31", "last": "2026-05-31"},
            1,
            by=coach,
            now=timezone.now(),
            change=None,  # type: ignore[arg-type]
        )

    first = record_entry(student, AuditAction.BALLS_RECORDED, {"balls": 1}, by=coach, now=timezone.now())
    Entry.objects.filter(pk=first.pk).update(key=key)
    assert late().pk == first.pk
    assert seen == [1, 1]
    assert api("PUT", f"/students/{student.pk}/balls", ball(wedge, "0", 60)).status_code == 200
    stored = Ball.objects.get()
    stored.pk = None
    with pytest.raises(IntegrityError), transaction.atomic():
        stored.save(force_insert=True)
