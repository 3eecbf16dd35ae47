"""A student's own place: one student's, what the coach allows, behind a code if there is one."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone
from oxgang.academy.models import Club, Student
from oxgang.core.practice.portal import JUNIORS, Shows, going, streak_of, usual_parts
from oxgang.matrix.models import CardLink
from oxgang.practice.models import Picture, Round
from oxgang.practice.services import rounds
from oxgang.practice.services.sharing import TRIES, TRIES_IN_ALL
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api, make_coach, make_student
from tests.server.steps import day, listed, sentence_of, shows
from tests.server.test_lessons import send as send_picture
from tests.server.test_lessons import with_place, write
from tests.server.test_practice import playing, send

__all__ = ["playing"]


class Phone:
    """A browser without an account that has the link."""

    def __init__(self, url: str) -> None:
        self.token = url.rpartition("/")[2]
        self.client = Client(enforce_csrf_checks=True)

    def get(self, part: str = "portal.json") -> Any:
        return self.client.get(f"/c/{self.token}/{part}")

    def put(self, body: Any) -> Any:
        text = json.dumps(body)
        return self.client.put(f"/c/{self.token}/rounds", text, content_type="application/json")

    def code(self, code: str) -> Any:
        said = json.dumps({"code": code})
        return self.client.post(f"/c/{self.token}/code", said, content_type="application/json")


def link(api: Api, student: Student, **more: Any) -> Phone:
    answer = api("POST", f"/students/{student.pk}/links", {"days": 9} | more)
    assert answer.status_code == 200, answer.content
    return Phone(answer.data["url"])


def played_row(place: dict[str, Any], row: int = 0, uid: str = "phone-one") -> dict[str, Any]:
    """The row of the newest homework as a phone plays it: every ball where it was called."""
    homework = place["homework"][0]
    asked = homework["rows"][row]
    calls = [asked["calls"][i] for i in asked["orders"][0]]
    return {
        "uid": uid,
        "form": asked["form"],
        "seed": asked["seed"],
        "calls": [call["call"] for call in calls],
        "ended_at": timezone.now().isoformat(),
        "results": [
            {"call": i, "balls": [{"carry_yd": call["at"] / place["per_yd"]}]} for i, call in enumerate(calls)
        ],
        "homework_id": homework["id"],
        "row": row,
    }


def test_homework_goes_to_the_phone_and_comes_back_once(api: Api, playing: Student) -> None:
    api("PATCH", f"/students/{playing.pk}", {"units": "m"})
    send(api, playing)
    write(api, playing)
    phone = link(api, playing)
    assert phone.client.get(f"/c/{phone.token}").status_code == 200
    place = phone.get().json()
    assert (place["unit"], place["lesson"]["cue"]) == ("m", "Shoulders level, chest to the target")
    assert len(place["games"]) == 5
    assert place["homework"][0]["rows"][0]["calls"][0]["at"] == 40  # 44 yards
    body = played_row(place)
    first, other = phone.put(body), Phone(phone.token).put(body)
    assert (first.status_code, first.json()["round"]["points"]) == (200, 5)
    assert (other.json()["balls"], Round.objects.count()) == (0, 1)
    assert Ball.objects.filter(student=playing, reported=True, accepted=False).count() == 5
    assert phone.get().json()["homework"][0]["rows"][0]["done"] == {"points": 5, "of": 5}
    assert listed(api)["homework"][str(playing.pk)]["back"] == 1
    # Bad results are refused with a sentence, and the phone can say it.
    refused = phone.put(played_row(place, 1, "phone-two") | {"results": []})
    assert (refused.status_code, refused.json()["type"]) == (422, "oxgang:unusable-input")
    assert "No balls yet" in refused.json()["title"]


def test_nothing_of_another_student_and_nothing_of_the_academy_is_in_it(api: Api, playing: Student) -> None:
    other = make_student(playing.academy.coaches.get(), "Bo Tarn")
    api("PATCH", f"/students/{other.pk}", {"notes": "SECRET"})
    api("PATCH", f"/students/{playing.pk}", {"notes": "SECRET"})
    write(api, playing, note="SECRET")
    send(api, playing)
    theirs = send_picture(api, other, with_place()).json()
    phone = link(api, playing)
    text = phone.get().content.decode()
    for hidden in ("SECRET", "Bo Tarn", str(other.pk), "ilse", "handicap", "notes"):
        assert hidden not in text
    assert phone.get(f"pictures/{theirs['id']}/still.jpg").status_code == 404
    stolen = played_row(phone.get().json()) | {"homework_id": str(other.pk)}
    assert phone.put(stolen).status_code == 404
    # The coach's own addresses are closed to it.
    assert phone.client.get(f"/api/students/{playing.pk}").status_code == 401
    # A junior's game is no longer than the junior's session.
    assert len(text) < 60_000


def test_the_coach_chooses_what_is_shown_and_a_junior_is_shown_less(api: Api, playing: Student) -> None:
    phone = link(api, playing)
    own = send_picture(api, playing, with_place()).json()
    still = f"pictures/{own['id']}/still.jpg"
    assert phone.get(still).status_code == 404
    url = f"/students/{playing.pk}/sharing"
    shows(api, playing, "pictures", "cues")
    shown = phone.get().json()
    assert shown["shows"] == ["cues", "pictures"]
    assert not {"homework", "games", "progress", "balls"} & set(shown)
    assert phone.get(still).content[:2] == b"\xff\xd8"
    assert phone.get("card.json").status_code == 204
    assert phone.put(played_row_of_nothing()).status_code == 404
    assert api("PUT", f"{url}/everything", {"shown": True}).status_code == 422
    junior = make_student(playing.academy.coaches.get(), "Wren")
    api("PATCH", f"/students/{junior.pk}", {"ball_limit": 30})
    assert set(api("GET", f"/students/{junior.pk}/sharing").data["shows"]) == JUNIORS
    assert usual_parts(31) - usual_parts(30) == {Shows.BALLS, Shows.PROGRESS}


def test_a_code_is_asked_for_remembered_and_another_one_shuts_the_door_again(
    api: Api, playing: Student
) -> None:
    phone = link(api, playing, code="2718")
    for part in ("portal.json", "card.json"):
        asked = phone.get(part)
        assert (asked.status_code, asked.json()["code"]) == (401, "code-needed")
    assert phone.put({}).status_code in (401, 422)
    assert phone.code("1111").json() == {"opens": False}
    assert phone.get().status_code == 401
    assert phone.code("2718").json() == {"opens": True}
    cookie = next(iter(phone.client.cookies.values()))
    assert (cookie["httponly"], cookie["samesite"], cookie["path"]) == (True, "Strict", "/c/")
    assert phone.get().status_code == 200
    stored = CardLink.objects.get()
    assert "2718" not in stored.code
    # Another phone is asked too; another code shuts both out.
    assert Phone(phone.token).get().status_code == 401
    api("PUT", f"/students/{playing.pk}/links/{stored.pk}/code", {"code": "314159"})
    assert phone.get().status_code == 401
    api("PUT", f"/students/{playing.pk}/links/{stored.pk}/code", {"code": ""})
    assert phone.get().status_code == 200
    for bad in ("123", "1234567", "12a4", "0000", "1234", "１２３７"):
        refused = api("POST", f"/students/{playing.pk}/links", {"code": bad})
        assert (refused.status_code, refused.data["field"]) == (422, "code")
    assert CardLink.objects.count() == 1


def test_a_code_cannot_be_guessed(api: Api, playing: Student) -> None:
    phone = link(api, playing, code="2718")
    answers = [phone.code(f"{guess:04d}").status_code for guess in range(1000, 1060)]
    assert answers.count(200) == TRIES
    # Locked for everybody, whatever phone and whether or not it is right.
    late = Phone(phone.token).code("2718")
    assert (late.status_code, "Wait" in late.json()["title"]) == (429, True)
    tried = TRIES
    while tried < TRIES_IN_ALL:
        CardLink.objects.update(locked_until=timezone.now() - timedelta(seconds=1))
        tried += sum(phone.code("0042").status_code == 200 for _ in range(TRIES))
    CardLink.objects.update(locked_until=None)
    shut = phone.code("2718")
    assert (shut.status_code, "Ask your coach" in shut.json()["title"]) == (429, True)
    row = api("GET", f"/students/{playing.pk}/links").data[0]
    assert (row["with_code"], row["locked"]) == (True, True)
    api("PUT", f"/students/{playing.pk}/links/{row['id']}/code", {"code": "6022"})
    assert phone.code("6022").json() == {"opens": True}


def test_a_link_is_renewed_ended_and_ends(api: Api, playing: Student) -> None:
    phone = link(api, playing)
    row = api("GET", f"/students/{playing.pk}/links").data[0]
    assert row["opened_at"] is None
    assert phone.get().status_code == 200
    row = api("GET", f"/students/{playing.pk}/links").data[0]
    assert row["opened_at"] is not None
    new = Phone(api("POST", f"/students/{playing.pk}/links/{row['id']}/renew").data["url"])
    assert (phone.get().status_code, new.get().status_code) == (404, 200)
    CardLink.objects.update(expires_at=timezone.now() - timedelta(seconds=1))
    assert new.get().status_code == 404
    CardLink.objects.update(expires_at=timezone.now() + timedelta(days=1))
    api("DELETE", f"/students/{playing.pk}/links/{row['id']}")
    assert new.get().status_code == 404
    assert new.put(played_row_of_nothing()).status_code == 404
    assert api("POST", f"/students/{playing.pk}/links/{row['id']}/renew").status_code == 422


def played_row_of_nothing() -> dict[str, Any]:
    call = {"yardage_yd": 44, "shot": None}
    ended = f"{day(0)}T10:00Z"
    return {"uid": "x" * 8, "form": "random", "calls": [call], "results": [], "ended_at": ended}


def test_a_game_by_chance_has_other_orders_and_one_by_rule_has_one(
    api: Api, playing: Student, wedge: Club
) -> None:
    games = {game["trial"]: game for game in link(api, playing).get().json()["games"]}
    field = games["open field"]
    assert len(field["orders"]) == 4
    assert len({tuple(order) for order in field["orders"]}) == 4
    assert all(sorted(order) == sorted(field["orders"][0]) for order in field["orders"])
    assert len(games["ladder"]["orders"]) == 1


def test_weeks_in_a_row_forgive_a_pause() -> None:
    today = timezone.now().date()

    def streak(*weeks_ago: int) -> tuple[int, int, bool]:
        days = [today - timedelta(weeks=n) for n in weeks_ago]
        found = streak_of(days, today)
        return found.weeks, found.longest, found.paused

    assert streak() == (0, 0, False)
    assert streak(0, 0, 1, 2) == (3, 3, False)
    assert streak(2, 3) == (2, 2, True)
    assert streak(0, 4) == (2, 2, False)
    assert streak(0, 5) == (1, 1, False)
    assert streak(5, 6, 7) == (0, 3, True)


@pytest.mark.parametrize(
    ("handicap", "misses", "goal", "met"),
    [
        (30.0, [], "on-green", 0),
        (30.0, [8.9, 9.1] * 10, "on-green", 10),
        (30.0, [1.0] * 16 + [20.0] * 4, "close", 16),
        (30.0, [1.0] * 15 + [20.0] * 5, "on-green", 15),
        (2.0, [3.3, 3.4], "close", 1),
    ],
)
def test_the_green_comes_before_ten_feet(handicap: float, misses: list[float], goal: str, met: int) -> None:
    found = going(misses, handicap)
    assert (found.goal, found.met, found.of) == (goal, met, len(misses))


# Every form of homework, and the tests: what a phone sends of each, as it sends it.
FORMS: list[dict[str, Any]] = [
    {"form": "blocked", "balls": 3, "shot": {"club": "56", "swing": "9:00"}},
    {"form": "blocked", "balls": 3, "shot": {"club": "60", "swing": "full", "trajectory": "high"}},
    {"form": "net", "balls": 4, "shot": {"club": "56", "swing": "9:00"}},
    {"form": "one swing", "balls": 3, "swing": "10:00"},
    {"form": "serial", "balls": 3},
    {"form": "random", "balls": 3},
    {"form": "worse of two", "balls": 4},
]


def results_of(calls: list[dict[str, Any]], per_yd: float) -> list[dict[str, Any]]:
    """Every ball of every call: on a net met, a carry where one is called, else one of 40 yards."""
    return [
        {
            "call": i,
            "balls": [
                {"carry_yd": None, "met": True, "strike": "solid"}
                if call["mark"]
                else {"carry_yd": (call["at"] or 40 * per_yd) / per_yd, "met": None, "strike": "solid"}
            ]
            * call["balls"],
        }
        for i, call in enumerate(calls)
    ]


def test_every_round_that_a_phone_can_play_is_accepted(api: Api, playing: Student) -> None:
    """Net homework was refused: the phone leaves out what a call does not have."""
    body = {"title": "All", "rows": FORMS, "due_on": day(-5)}
    assert api("POST", f"/students/{playing.pk}/homework", body).status_code == 200
    phone = link(api, playing)
    place = phone.get().json()
    rows = place["homework"][0]["rows"]
    # Every ball that flies has a distance to meet.
    assert all((call["at"] is None) == bool(call["mark"]) for row in rows for call in row["calls"])
    for number, row in enumerate(rows):
        calls = [row["calls"][i] for i in row["orders"][0]]
        sent = {
            "uid": f"phone-form-{number}",
            "form": row["form"],
            "trial": None,
            "scoring": "within",
            "seed": row["seed"],
            "calls": [call["call"] for call in calls],
            "results": results_of(calls, place["per_yd"]),
            "ended_at": timezone.now().isoformat(),
            "homework_id": place["homework"][0]["id"],
            "row": number,
        }
        assert phone.put(sent).status_code == 200, (row["form"], phone.put(sent).content)
    for game in place["games"]:
        calls = [game["calls"][i] for i in game["orders"][0]]
        sent = {
            "uid": f"phone-{game['trial']}".replace(" ", "-"),
            "form": "random",
            "trial": game["trial"],
            "scoring": game["scoring"],
            "seed": game["seeds"][0],
            "calls": [call["call"] for call in calls],
            "results": results_of(calls, place["per_yd"]),
            "ended_at": timezone.now().isoformat(),
            "homework_id": None,
            "row": None,
        }
        assert phone.put(sent).status_code == 200, (game["trial"], phone.put(sent).content)


def test_a_link_in_other_hands_does_not_fill_the_disk(
    api: Api, playing: Student, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(rounds, "MOST_A_DAY", 2)
    send(api, playing)
    phone = link(api, playing)
    place = phone.get().json()
    answers = [phone.put(played_row(place, uid=f"phone-round-{n}")) for n in range(3)]
    assert [answer.status_code for answer in answers] == [200, 200, 422], answers[0].content
    # One that came in is acknowledged again.
    assert phone.put(played_row(place, uid="phone-round-1")).status_code == 200


GUARDIAN = {"junior": True, "guardian": "Petra Tarn"}


def test_consent_decides_what_is_kept_of_a_junior_and_shown(api: Api, playing: Student) -> None:
    """Until a guardian's consent is written down: no picture, a link with a code and for half a year,
    the first name and the card."""
    url = f"/students/{playing.pk}"
    assert api("PUT", f"{url}/sharing/progress", {"shown": True}).status_code == 200
    write(api, playing)
    send(api, playing)
    old = link(api, playing)
    assert {"homework", "progress"} <= set(old.get().json()["shows"])
    assert api("PATCH", url, {"ball_limit": 30}).status_code == 200  # a junior's
    for days, code, refused in ((181, "2580", "days"), (180, "", "code")):
        answer = api("POST", f"{url}/links", {"days": days, "code": code})
        assert (answer.status_code, answer.data["field"]) == (422, refused)
    made = api("POST", f"{url}/links", {"days": 180, "code": "2580"})
    assert made.status_code == 200
    ended = api("PUT", f"{url}/links/{made.data['link']['id']}/code", {"code": ""})
    assert (ended.status_code, ended.data["field"]) == (422, "code")
    assert "consent to pictures" in send_picture(api, playing, with_place()).json()["title"]
    # A link of before shows no more, either.
    place = old.get().json()
    assert (place["student"], set(place["shows"])) == ("Ansel", {"card"})
    assert not {"homework", "progress", "lesson"} & set(place)
    CardLink.objects.update(made_at=timezone.now() - timedelta(days=181))
    assert old.get().status_code == 404
    CardLink.objects.update(made_at=timezone.now())
    # What is agreed to opens that, and nothing else; what the coach had chosen is there again.
    assert api("PATCH", f"{url}/consent", GUARDIAN | {"phone_on": day(0)}).status_code == 200
    assert {"homework", "progress"} <= set(old.get().json()["shows"])
    assert send_picture(api, playing, with_place()).status_code == 422
    assert api("PATCH", f"{url}/consent", {"pictures_on": day(0)}).status_code == 200
    assert send_picture(api, playing, with_place()).status_code == 200
    assert api("POST", f"{url}/links", {"days": 700}).status_code == 200
    # It travels, to be confirmed there: pictures stay behind.
    file = api("GET", f"{url}/student.json").content
    there = Api(make_coach("Lower Marrowdale", "tobin"))
    came = there.upload("/student-files", file).json()["id"]
    consent = there("GET", f"/students/{came}/data-inventory").data["consent"]
    assert (consent["guardian"], consent["pictures_on"], consent["phone_on"]) == ("Petra Tarn", None, None)
    assert consent["note"].startswith("To be confirmed: pictures ")
    assert Picture.objects.filter(student=playing).exists()
    assert not Picture.objects.filter(student=came).exists()


def test_a_refused_round_is_read_by_the_coach(api: Api, playing: Student) -> None:
    phone = link(api, playing)

    def tell(**more: str) -> int:
        body = {"uid": "phone-one", "why": "No such row.", "played": "net: met, missed"} | more
        address = f"/c/{phone.token}/rounds/refused"
        answer = phone.client.post(address, json.dumps(body), content_type="application/json")
        return int(answer.status_code)

    assert [tell(), tell()] == [204, 204]
    entries = api("GET", f"/students/{playing.pk}/history").data["entries"]
    said = [sentence_of(entry) for entry in entries if "was not accepted" in sentence_of(entry)]
    assert said == [
        "A round from the student's phone was not accepted: No such row. It stays on the phone. "
        "What was hit: net: met, missed"
    ]
    # Nobody fills a history through a link.
    assert tell(uid="phone-two", played="x" * 601) == 422
    told = [tell(uid=f"phone-{number:03}") for number in range(25)]
    assert (told.count(204), told.count(422)) == (19, 6)
    phone.token = "nobody"
    assert tell() == 404
