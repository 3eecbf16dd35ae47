"""Rounds of practice kept once, homework that comes back, and what the list says of it."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Student
from oxgang.core.carry.noise import REPORTED_SD
from oxgang.core.practice.compare import FEWEST_STUDENTS
from oxgang.core.practice.forms import PracticeForm
from oxgang.core.practice.trials import Trial
from oxgang.practice.models import Homework, Round
from oxgang.practice.selectors.homework import standings_of
from oxgang.practice.selectors.rounds import norm_of
from oxgang.practice.services.rounds import Hit, save_round
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api, make_coach, make_student
from tests.server.steps import day, hit_ago, keep, last, listed, sentence_of, shows, undo

SHOT = {"club": "56", "swing": "9:00"}


@pytest.fixture
def playing(api: Api, student: Student, wedge: Club) -> Student:
    """A student with two measured shots that are played."""
    hit_ago(api, student, wedge, [44, 45, 43, 44, 46, 44, 45, 43], days_ago=20)
    hit_ago(api, student, wedge, [60, 61, 59, 60, 62, 60, 58, 61], days_ago=20, swing="10:00")
    keep(api, student)
    shots = [{**SHOT, "play": "played"}, {"club": "56", "swing": "10:00", "play": "played"}]
    assert api("POST", f"/students/{student.pk}/played", {"shots": shots}).status_code == 200
    return student


def called(api: Api, student: Student, **asked: Any) -> dict[str, Any]:
    answer = api("POST", f"/students/{student.pk}/calls", asked)
    assert answer.status_code == 200, answer.content
    found: dict[str, Any] = answer.data
    return found


def round_in(calls: dict[str, Any], uid: str = "round-one", off: float = 0.0, **more: Any) -> Any:
    """A round in which every ball finished so far off what was called."""
    results = [
        {"call": i, "balls": [{"carry_yd": call["yardage_yd"] + off}] * call["balls"]}
        for i, call in enumerate(calls["calls"])
    ]
    return {
        "uid": uid,
        "form": calls["form"],
        "trial": calls.get("trial"),
        "seed": calls["seed"],
        "calls": calls["calls"],
        "results": results,
        "ended_at": timezone.now().isoformat(),
    } | more


def put(api: Api, student: Student, body: Any) -> Any:
    return api("PUT", f"/students/{student.pk}/rounds", body)


def test_a_round_is_held_against_par_and_its_balls_go_into_review(api: Api, playing: Student) -> None:
    calls = called(api, playing, trial="open field", seed=7)
    assert calls == called(api, playing, trial="open field", seed=7)
    assert len(calls["calls"]) == 20
    assert 0 < calls["par"]["par"] < 20
    assert calls["par"]["beats"][0] == 0
    assert calls["par"]["beats"] == sorted(calls["par"]["beats"])
    answer = put(api, playing, round_in(calls)).data
    done = answer["round"]
    assert (done["points"], done["of"], answer["balls"]) == (20, 20, 20)
    assert done["par"] == calls["par"]["par"]
    assert done["better"] == pytest.approx(calls["par"]["beats"][20], abs=0.002)
    waiting = Ball.objects.filter(student=playing, accepted=False)
    assert waiting.count() == 20
    assert not waiting.filter(reported=True).exists()
    assert waiting.first().extra["called_yd"]  # type: ignore[union-attr]
    entries = api("GET", f"/students/{playing.pk}/history").data["entries"]
    assert [sentence_of(one)[:17] for one in entries[:2]] == ["Practised Random ", "Logged 20 balls o"]


def test_a_round_that_is_taken_back_takes_its_balls_along(api: Api, playing: Student) -> None:
    before = playing.balls.filter(withdrawn_at=None).count()
    answer = put(api, playing, round_in(called(api, playing, trial="open field", seed=7))).data
    assert answer["balls"] == 20
    entry = last(api, playing)
    assert entry["did"]["code"] == "log-practised"
    for balls in (0, 20, 0):
        assert undo(api, last(api, playing)).status_code == 200
        assert playing.balls.filter(withdrawn_at=None).count() == before + balls


def test_a_round_that_is_sent_twice_or_by_two_phones_is_kept_once(api: Api, playing: Student) -> None:
    body = round_in(called(api, playing, row={"form": "random", "balls": 6}))
    first = put(api, playing, body).data
    again = put(api, playing, body | {"results": body["results"][:1]}).data
    assert first["round"] == again["round"]
    assert (again["balls"], Round.objects.count()) == (0, 1)
    assert Ball.objects.filter(student=playing, accepted=False).count() == 6
    # Taken away and brought back: its balls stay where they are.
    api("DELETE", f"/students/{playing.pk}/rounds/round-one")
    assert api("GET", f"/students/{playing.pk}/practice").data["rounds"] == []
    undo(api, last(api, playing))
    assert len(api("GET", f"/students/{playing.pk}/practice").data["rounds"]) == 1
    assert Ball.objects.filter(student=playing, accepted=False).count() == 6


BALL = {"balls": [{"carry_yd": 44}]}


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"results": [{"call": 0, "balls": []}]}, "needs its ball"),
        ({"results": []}, "No balls yet"),
        ({"results": [{"call": 3, **BALL}]}, "no call 4"),
        ({"results": [{"call": 0, **BALL}, {"call": 0, **BALL}]}, "two results"),
        ({"results": [{"call": 0, "balls": [{"strike": "fat"}]}]}, "Give the carry"),
        ({"results": [{"call": 0, "balls": [*BALL["balls"], *BALL["balls"]]}]}, "1 balls"),
        ({"results": [], "points": 4}, "0 to 3"),
        ({"points": 2}, "not both"),
        ({"calls": []}, "calls"),
        ({"uid": "short"}, "uid"),
    ],
)
def test_a_round_that_cannot_be_is_refused_and_nothing_of_it_kept(
    api: Api, playing: Student, change: dict[str, Any], words: str
) -> None:
    body = round_in(called(api, playing, row={"form": "blocked", "balls": 3, "shot": SHOT}))
    answer = put(api, playing, body | change)
    assert answer.status_code == 422
    assert words in answer.data["title"]
    assert not Round.objects.exists()
    assert not Ball.objects.filter(accepted=False).exists()


def test_a_row_over_the_limit_or_without_a_shot_is_not_called(api: Api, playing: Student) -> None:
    api("PATCH", f"/students/{playing.pk}", {"ball_limit": 10})
    url = f"/students/{playing.pk}/calls"
    over = api("POST", url, {"row": {"form": "random", "balls": 11}})
    assert (over.status_code, "limit of 10" in over.data["title"]) == (422, True)
    # A test is shorter for a junior.
    assert len(called(api, playing, trial="open field")["calls"]) == 10
    assert api("POST", url, {}).status_code == 422
    nobody = make_student(playing.academy.coaches.get(), "Bo Tarn")
    refused = api("POST", f"/students/{nobody.pk}/calls", {"trial": "ladder"})
    assert "No shots in use" in refused.data["title"]
    page = api("GET", f"/students/{nobody.pk}/practice").data
    assert page["problem"]
    assert all(trial["par"] is None for trial in page["trials"])


def test_the_students_own_report_is_trusted_less_and_counts_at_once(api: Api, playing: Student) -> None:
    calls = called(api, playing, row={"form": "blocked", "balls": 5, "shot": SHOT})
    put(api, playing, round_in(calls, "by-the-coach"))
    body = round_in(calls, "by-student")
    now = timezone.now()
    own_round = {k: body[k] for k in ("uid", "calls", "results")}
    save_round(playing, Hit(**own_round, form=PracticeForm.BLOCKED, ended_at=now), by=None, now=now)
    own = Ball.objects.get(uid="by-student-0-0")
    theirs = Ball.objects.get(uid="by-the-coach-0-0")
    assert (own.reported, own.accepted, theirs.reported) == (True, False, False)
    assert own.standard_yd == theirs.standard_yd
    assert own.standard_sd == pytest.approx((theirs.standard_sd**2 + REPORTED_SD**2) ** 0.5)
    rounds = api("GET", f"/students/{playing.pk}/practice").data["rounds"]
    assert [(r["uid"], r["reported"], r["points"]) for r in rounds] == [
        ("by-student", True, 5),
        ("by-the-coach", False, 5),
    ]
    assert "The student reported" in sentence_of(last(api, playing))


@pytest.mark.parametrize("off_days", [-61, 2])
def test_a_clock_that_is_wrong_changes_no_day(api: Api, playing: Student, off_days: int) -> None:
    ended = (timezone.now() + timedelta(days=off_days)).isoformat()
    body = round_in(called(api, playing, row={"form": "random", "balls": 4}), ended_at=ended)
    done = put(api, playing, body).data["round"]
    assert (done["day"], done["clock_off"]) == (day(0), True)
    days = Ball.objects.filter(accepted=False).values_list("hit_on", flat=True)
    assert set(days) == {timezone.now().date()}


# Homework


def send(api: Api, student: Student, **more: Any) -> Any:
    body = {
        "title": "Three days",
        "cues": "Chest at the target.",
        "rows": [
            {"form": "blocked", "balls": 5, "shot": SHOT, "cue": "Same swing.", "wanted": 3},
            {"form": "random", "balls": 6},
        ],
        "due_on": day(-7),
    }
    return api("POST", f"/students/{student.pk}/homework", body | more)


def answer_row(api: Api, student: Student, row: int, uid: str, **more: Any) -> Any:
    homework = api("GET", f"/students/{student.pk}/homework").data[0]
    asked = homework["rows"][row]
    body = round_in(asked | {"trial": None}, uid, homework_id=homework["id"], row=row)
    return put(api, student, body | more)


def test_homework_goes_out_with_its_calls_and_comes_back(api: Api, playing: Student, coach: Coach) -> None:
    sent = send(api, playing).data[0]
    assert [len(row["calls"]) for row in sent["rows"]] == [5, 6]
    assert sent["rows"][0]["par"]["par"] <= 5
    assert listed(api)["homework"][str(playing.pk)] == {"back": 0, "late": 0, "open": 1}
    # Whatever a phone says that was asked, the row's own calls are what counts.
    answer_row(api, playing, 0, "row-zero", calls=[{"yardage_yd": 1, "shot": None}], form="net")
    Round.objects.update(reported=True)
    page = listed(api, "show=back")
    assert [row["id"] for row in page["rows"]] == [str(playing.pk)]
    assert page["homework"][str(playing.pk)] == {"back": 1, "late": 0, "open": 1}
    back = api("GET", f"/students/{playing.pk}/homework").data[0]
    assert [row["done"] and row["done"]["points"] for row in back["rows"]] == [5, None]
    assert back["rows"][0]["done"]["form"] == "blocked"
    # A week later one row is missing: it is late.
    later = timezone.now() + timedelta(days=9)
    assert standings_of(coach.academy, later)[playing.pk].late == 1
    # A score from paper counts, and more than is possible does not.
    assert answer_row(api, playing, 1, "row-one-a", results=[], points=7).status_code == 422
    assert answer_row(api, playing, 1, "row-one-b", results=[], points=4).status_code == 200
    assert standings_of(coach.academy, later)[playing.pk].late == 0
    done = api("POST", f"/students/{playing.pk}/homework/{sent['id']}/close").data[0]
    assert (done["closed"], done["rows"][1]["done"]["score_only"]) == (True, True)
    assert listed(api, "show=back")["rows"] == []
    undo(api, last(api, playing))
    assert not api("GET", f"/students/{playing.pk}/homework").data[0]["closed"]


def test_homework_whose_cells_are_gone_still_counts(api: Api, playing: Student, wedge: Club) -> None:
    send(api, playing)
    api("POST", f"/clubs/{wedge.pk}/archive")
    answer = answer_row(api, playing, 0, "row-zero").data
    assert (answer["round"]["points"], answer["balls"], answer["left_out"]) == (5, 0, 5)
    refused = send(api, playing)
    assert (refused.status_code, "left the bag" in refused.data["title"]) == (422, True)


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"title": "  "}, "title"),
        ({"rows": []}, "at least one row"),
        ({"due_on": day(1)}, "due today"),
        ({"due_on": day(-200)}, "half a year"),
        ({"rows": [{"form": "random", "balls": 5, "wanted": 6}]}, "0 to 5"),
        ({"rows": [{"form": "blocked", "balls": 5}]}, "Choose a shot"),
        ({"rows": [{"form": "one swing", "balls": 5, "swing": "noon"}]}, "no swing"),
    ],
)
def test_homework_that_cannot_be_is_not_sent(
    api: Api, playing: Student, change: dict[str, Any], words: str
) -> None:
    answer = send(api, playing, **change)
    assert (answer.status_code, words in answer.data["title"]) == (422, True), answer.data
    assert not Homework.objects.exists()


def test_homework_of_another_student_takes_no_round(api: Api, playing: Student) -> None:
    sent = send(api, playing).data[0]
    other = make_student(playing.academy.coaches.get(), "Bo Tarn")
    body = round_in(sent["rows"][0] | {"trial": None}, homework_id=sent["id"], row=0)
    assert put(api, other, body).status_code == 404
    assert put(api, playing, body | {"row": 5}).status_code == 422
    api("DELETE", f"/students/{playing.pk}/homework/{sent['id']}")
    assert api("GET", f"/students/{playing.pk}/homework").data == []


# What rounds show


def test_what_is_lost_when_it_is_called_by_chance(api: Api, playing: Student) -> None:
    blocked = called(api, playing, row={"form": "blocked", "balls": 10, "shot": SHOT})
    put(api, playing, round_in(blocked, "blocked-1"))
    row = {"form": "random", "balls": 12, "from_yd": 40, "to_yd": 46}
    put(api, playing, round_in(called(api, playing, row=row), "random-1", off=5))
    lost = api("GET", f"/students/{playing.pk}/practice").data["lost"]
    assert lost["value"] == 1
    assert 0 < lost["lo"] < 1
    assert (lost["first"], lost["second"], lost["real"]) == (10, 12, True)


def test_a_norm_names_nobody_and_waits_for_eight(coach: Coach) -> None:
    now = timezone.now()
    for i in range(FEWEST_STUDENTS):
        student = make_student(coach, f"Student {i}")
        assert norm_of(coach.academy, Trial.OPEN_FIELD, 18) is None
        Round.objects.create(
            student=student,
            uid=f"round-{i}",
            trial=Trial.OPEN_FIELD,
            form="random",
            scoring="within",
            tolerance_yd=3,
            points=i,
            of=10,
            day=now.date(),
            ended_at=now,
            received_at=now,
        )
    found = norm_of(coach.academy, Trial.OPEN_FIELD, 18)
    assert found is not None
    assert found.middle == pytest.approx(0.35)
    assert found.students == FEWEST_STUDENTS
    assert norm_of(coach.academy, Trial.OPEN_FIELD, 2) is None
    assert norm_of(make_coach("Lower Marrowdale", "tobin").academy, Trial.OPEN_FIELD, 18) is None


def test_the_week_keeps_to_the_limit_and_says_why(api: Api, playing: Student) -> None:
    api("PATCH", f"/students/{playing.pk}", {"ball_limit": 20})
    week = api("GET", f"/students/{playing.pk}/week?days=2").data
    assert [d["balls"] for d in week] == [20, 20]
    assert week[0]["parts"][0]["because"]["code"] in ("week-due", "week-weakest")
    # After an injury it is half of that.
    api("POST", f"/students/{playing.pk}/events", {"kind": "injury", "on": day(3)})
    assert all(d["balls"] <= 10 for d in api("GET", f"/students/{playing.pk}/week?days=2").data)
    assert api("GET", f"/students/{playing.pk}/week?days=7").status_code == 422


def test_the_academys_protocols(api: Api, playing: Student) -> None:
    rows = [{"form": "serial", "balls": 8, "step": "wide", "cue": "Slow"}]
    api("PUT", "/routines", {"name": "Winter", "rows": rows})
    again = api("PUT", "/routines", {"name": " winter ", "rows": rows * 2, "was": rows}).data
    assert [(r["name"], len(r["rows"])) for r in again] == [("Winter", 2)]
    assert again[0]["rows"][0]["cue"] == "Slow"
    assert api("PUT", "/routines", {"name": "", "rows": rows}).status_code == 422
    assert api("PUT", "/routines", {"name": "None", "rows": []}).status_code == 422
    stranger = Api(make_coach("Lower Marrowdale", "tobin"))
    assert stranger("DELETE", f"/routines/{again[0]['id']}").status_code == 404
    assert api("DELETE", f"/routines/{again[0]['id']}").data == []


def test_a_students_file_takes_practice_along(api: Api, playing: Student) -> None:
    send(api, playing)
    answer_row(api, playing, 0, "row-zero")
    shows(api, playing, "card", "homework")
    file = api("GET", f"/students/{playing.pk}/student.json").content
    other = Api(make_coach("Lower Marrowdale", "tobin"))
    brought = other.upload("/student-files", file).json()["id"]
    homework = other("GET", f"/students/{brought}/homework").data
    assert [row["done"] and row["done"]["points"] for row in homework[0]["rows"]] == [5, None]
    assert other("GET", f"/students/{brought}/sharing").data["shows"] == ["card", "homework"]
    assert other("GET", f"/students/{brought}/student.json").data["rounds"][0]["uid"] == "row-zero"
