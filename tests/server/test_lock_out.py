"""Wrong passwords are counted, locked names wait, and sessions end by themselves."""

from __future__ import annotations

import time
from concurrent.futures import ThreadPoolExecutor
from datetime import timedelta

import pytest
import time_machine
from axes.models import AccessAttempt
from django.contrib.sessions.models import Session
from django.http import HttpRequest
from django.test import Client, RequestFactory
from django.utils import timezone
from oxgang.academy.models import Academy, Coach, Entry
from oxgang.academy.services import throttle
from oxgang.academy.services.academies import add_coach
from oxgang.api.account import passwords
from oxgang.api.reading import Busy
from oxgang.config.hashers import Argon2Bounded

from tests.server.conftest import Api

PASSWORD = "six-long-words"
HOUR, DAY = 3600, 24 * 3600


def wrong(name: str, address: str, times: int = 1) -> int:
    status = 0
    for _ in range(times):
        body = {"log_in": name, "password": "guess"}
        status = Api(None)("POST", "/account", body, REMOTE_ADDR=address).status_code
    return status


def right(name: str, address: str) -> int:
    body = {"log_in": name, "password": PASSWORD}
    return int(Api(None)("POST", "/account", body, REMOTE_ADDR=address).status_code)


def test_wrong_passwords_are_counted_by_account_and_by_true_address(coach: Coach) -> None:
    add_coach(coach.academy, name="Tobin", log_in="tobin", password=PASSWORD)
    assert wrong("ilse", "10.0.0.9", 5) == 429
    assert right("ilse", "10.0.0.9") == 429
    # From her own place she can sign in all the same, and so can everybody else.
    assert right("ilse", "10.0.0.1") == 200
    assert right("tobin", "10.0.0.9") == 200
    # Many names with a try each are no way around: the address is counted too.
    assert [wrong(f"name{i}", "10.0.0.7") for i in range(30)].count(429) >= 10
    # A proxy's header is nobody's word here; waitress has put the true address into REMOTE_ADDR.
    forged = {"HTTP_X_FORWARDED_FOR": "1.2.3.4", "REMOTE_ADDR": "10.0.0.7"}
    body = {"log_in": "tobin", "password": PASSWORD}
    assert Api(None)("POST", "/account", body, **forged).status_code == 429


def test_of_many_tries_at_once_one_is_looked_at_at_a_time(
    rf: RequestFactory, monkeypatch: pytest.MonkeyPatch
) -> None:
    """23 of 30 parallel wrong passwords were evaluated, and 16 took 1.7 GB."""
    inside, most, looked_at = 0, 0, []

    def looks(request: HttpRequest, username: str, password: str) -> None:
        nonlocal inside, most
        inside += 1
        most = max(most, inside)
        time.sleep(0.01)
        looked_at.append(username)
        inside -= 1

    monkeypatch.setattr(passwords, "authenticate", looks)
    request = rf.post("/api/account")
    with ThreadPoolExecutor(12) as pool:
        names = [f"name{i}" for i in range(24)]
        assert not any(pool.map(lambda name: passwords.user_with(request, name, "wrong"), names))
    assert (most, sorted(looked_at)) == (1, sorted(names))
    # Whoever cannot have a turn in time is told to come back, and nothing is counted.
    monkeypatch.setattr(passwords, "WAIT_S", 0.01)
    with passwords._turn, pytest.raises(Busy):
        passwords.user_with(request, "ilse", PASSWORD)
    assert len(looked_at) == len(names)
    hasher = Argon2Bounded()
    assert hasher.memory_cost <= 64 * 1024
    assert "m=65536,t=3,p=4" in hasher.encode(PASSWORD, hasher.salt())


@pytest.mark.parametrize(
    ("method", "path", "field"),
    [("POST", "/account/password", "old"), ("POST", "/account/proof", "password")],
)
def test_wrong_old_passwords_are_counted_too(coach: Coach, method: str, path: str, field: str) -> None:
    api = Api(coach)
    body = {"old": "guess", "password": "guess" if field == "password" else "furrow-and-fallow"}
    answers = [api(method, path, body).status_code for _ in range(6)]
    assert answers[:4] == [422] * 4
    assert answers[-1] == 429
    # The right one is not looked at while it is locked.
    right_one = body | {field: PASSWORD}
    assert api(method, path, right_one).status_code == 429
    assert throttle.unlock("ilse") > 0
    assert api(method, path, right_one).status_code == 200


def test_trying_while_locked_out_does_not_begin_the_wait_anew(coach: Coach) -> None:
    assert wrong("ilse", "10.0.0.9", 5) == 429
    begun = AccessAttempt.objects.get(username="ilse").attempt_time
    assert wrong("ilse", "10.0.0.9", 4) == 429
    assert AccessAttempt.objects.get(username="ilse").attempt_time == begun
    quarter = timedelta(minutes=16)
    AccessAttempt.objects.update(attempt_time=timezone.now() - quarter)
    assert right("ilse", "10.0.0.9") == 200


def test_an_account_that_is_tried_from_everywhere_is_locked_and_can_be_unlocked(
    coach: Coach,
) -> None:
    """At most 100 tries at an account: NIST SP 800-63B, section 5.2.2."""
    for i in range(25):
        wrong("ilse", f"10.1.0.{i}", 4)
    assert right("ilse", "10.9.9.9") == 429
    assert throttle.unlock("ilse") == 25
    assert right("ilse", "10.9.9.9") == 200


def test_signing_out_and_deactivation_hold_in_every_process_at_once(api: Api, coach: Coach) -> None:
    phone = Api(None)
    phone("POST", "/account", {"log_in": "ilse", "password": PASSWORD})
    cookie = phone.client.cookies["sessionid"].value
    # Another process knows of a session only what the database says.
    elsewhere = Client()
    elsewhere.cookies["sessionid"] = cookie
    assert elsewhere.get("/api/students").status_code == 200
    phone("DELETE", "/account")
    assert not Session.objects.filter(session_key=cookie).exists()
    assert elsewhere.get("/api/students").status_code == 401
    assert api("GET", "/students").status_code == 200
    coach.user.is_active = False
    coach.user.save()
    assert api("GET", "/students").status_code == 401
    words = [(e.code, e.values) for e in Entry.objects.filter(student=None).order_by("pk")]
    assert words == [("log-signed-in", {"where": "127.0.0.1"}), ("log-signed-out", {})]


@pytest.mark.parametrize(
    ("shared", "idle_hours", "steps", "alive"),
    [
        (False, 336, [13 * DAY] * 2, True),  # used again and again
        (False, 336, [15 * DAY], False),
        (False, 336, [10 * DAY] * 2 + [9 * DAY], True),
        (False, 336, [10 * DAY] * 2 + [11 * DAY], False),  # over after 30 days, however much it is used
        (True, 336, [6 * HOUR, 5 * HOUR], True),
        (True, 336, [6 * HOUR, 7 * HOUR], False),
        (False, 8, [7 * HOUR] * 20, True),
        (False, 8, [7 * HOUR, 9 * HOUR], False),
    ],
)
def test_a_session_ends_by_itself(
    coach: Coach, shared: bool, idle_hours: int, steps: list[int], alive: bool
) -> None:
    Academy.objects.update(idle_hours=idle_hours)
    api = Api(None)
    given = {"log_in": "ilse", "password": "six-long-words", "shared": shared}
    with time_machine.travel(timezone.now(), tick=False) as clock:
        assert api("POST", "/account", given).status_code == 200
        for step in steps[:-1]:
            clock.shift(step)
            assert api("GET", "/students").status_code == 200
        clock.shift(steps[-1])
        assert (api("GET", "/students").status_code == 200) == alive


def test_a_session_in_use_is_written_now_and_then_only(api: Api) -> None:
    api("GET", "/students")
    before = Session.objects.get().session_data
    api("GET", "/students")
    assert Session.objects.get().session_data == before
