"""People: invitations, roles, second factor, sign-ins, leaving, handing over."""

from __future__ import annotations

import hashlib
import re
import time
from base64 import b32decode, urlsafe_b64decode
from datetime import timedelta
from importlib import import_module
from typing import Any
from unittest.mock import patch

import pytest
from django.apps import apps
from django.contrib.auth.hashers import PBKDF2PasswordHasher
from django.contrib.auth.models import User
from django.db import connection
from django.test import Client, override_settings
from django.utils import timezone
from django_otp.oath import TOTP
from django_otp.plugins.otp_static.models import StaticDevice, StaticToken
from django_otp.plugins.otp_totp.models import TOTPDevice
from oxgang.academy.models import Coach, EntryLink, PersonRole, RecoveryCode, SignIn, Student
from oxgang.academy.services import second_factor
from oxgang.academy.tokens import hash_of
from oxgang.api.account.sessions import FRESH_S, PROVED
from oxgang.range_sessions.models import Appointment, Device

from tests.server.conftest import Api, make_coach, make_student
from tests.server.steps import last, undo
from tests.server.test_devices import SENT, feed, token_of

GOOD = "furrow-and-fallow"


def come_in(url: str, **body: Any) -> Any:
    return Api(None)("POST", "/account/links", {"token": token(url), **body})


def look(url: str) -> Any:
    return Api(None)("POST", "/account/links/look", {"token": token(url)})


def token(url: str) -> str:
    """What lets somebody in: after the #, so that no server on the way reads it."""
    return url.rsplit("#", 1)[1]


@pytest.fixture
def second(api: Api) -> Coach:
    url = api("POST", "/people/invitations", {"name": "Tobin Achterby"}).data["url"]
    assert come_in(url, log_in="tobin", password=GOOD).status_code == 200
    return Coach.objects.get(name="Tobin Achterby")


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
    assert (twice.status_code, "it was used" in twice.data["title"]) == (422, True)
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
    for body, word in (({}, "Choose the coach"), ({"to": second.pk}, "has left")):
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
        one("POST", "/students/catch-up")

    def names(who: Api, mine: str) -> list[str]:
        return sorted(row["name"] for row in who("GET", f"/students{mine}").data["rows"])

    both = ["Ansel Quill", "Odile Brackenshaw"]
    assert (names(api, ""), names(theirs, "")) == (both, both)
    assert (names(api, "?mine=true"), names(theirs, "?mine=true")) == (both[:1], both[1:])
    api("PUT", f"/students/{student.pk}/shared-with/{second.pk}", {"shared": True})
    assert (names(api, "?mine=true"), names(theirs, "?mine=true")) == (both[:1], both)
    api("PUT", f"/students/{other.pk}/coach", {"coach_id": Coach.objects.get(name="ilse").pk})
    api("POST", "/students/catch-up")
    assert (names(api, "?mine=true"), names(theirs, "?mine=true")) == (both, both[:1])


# RFC 6238, appendix B: seconds, and the eight digits of SHA-1. The secret is 20 ASCII digits.
VECTORS = [
    (59, 94287082),
    (1111111109, 7081804),
    (1111111111, 14050471),
    (1234567890, 89005924),
    (2000000000, 69279037),
    (20000000000, 65353130),
]


@pytest.mark.parametrize(("seconds", "digits"), VECTORS)
def test_codes_are_those_of_rfc_6238(seconds: int, digits: int) -> None:
    totp = TOTP(b"12345678901234567890", digits=8)
    totp.time = seconds
    assert totp.token() == digits
    assert hashlib.sha1().digest_size == 20  # the vectors' digest


def code_of(secret: str, ahead: int = 0) -> str:
    padded = secret + "=" * (-len(secret) % 8)
    totp = TOTP(b32decode(padded))
    totp.time = timezone.now().timestamp() + 30 * ahead
    return f"{totp.token():06}"


def test_a_second_factor_from_setting_it_to_a_lost_phone(api: Api, coach: Coach, second: Coach) -> None:
    theirs = Api(second)
    secret = theirs("POST", "/account/factor").data["secret"]
    sign_in = {"log_in": "tobin", "password": GOOD}
    # Nothing holds before a code was typed.
    assert Api(None)("POST", "/account", sign_in).status_code == 200
    assert theirs("PUT", "/account/factor", {"code": "000000"}).status_code == 422
    codes = theirs("PUT", "/account/factor", {"code": code_of(secret)}).data["codes"]
    assert len(set(codes)) == 8
    asked = Api(None)("POST", "/account", sign_in)
    assert (asked.status_code, asked.data["code"]) == (422, "factor-needed")
    wrong = Api(None)("POST", "/account", sign_in | {"code": "123456"})
    assert wrong.data["code"] == "factor-needed"
    with patch("django_otp.models.ThrottlingMixin.verify_is_allowed", return_value=(True, None)):
        # The code that turned it on is used; the next half minute's is taken, once.
        right = sign_in | {"code": code_of(secret, ahead=1)}
        assert Api(None)("POST", "/account", right).status_code == 200
        assert Api(None)("POST", "/account", right).status_code == 422
        recovery = sign_in | {"code": codes[0].upper()}
        assert Api(None)("POST", "/account", recovery).status_code == 200
        assert Api(None)("POST", "/account", recovery).status_code == 422
    assert theirs("GET", "/account/security").data["codes_left"] == 7
    api("POST", f"/people/{second.pk}/end-factor")
    assert Api(None)("POST", "/account", sign_in).status_code == 200


def test_a_copied_database_gives_no_second_factor(coach: Coach) -> None:
    """Neither a secret nor a recovery code stands in it, and of an older release none either."""
    api = Api(coach)
    secret = api("POST", "/account/factor").data["secret"]
    codes = api("PUT", "/account/factor", {"code": code_of(secret)}).data["codes"]
    raw = b32decode(secret + "=" * (-len(secret) % 8))
    with connection.cursor() as cursor:
        cursor.execute("SELECT key FROM otp_totp_totpdevice")
        (key,) = cursor.fetchone()
    assert raw not in urlsafe_b64decode(key)
    assert raw.hex() not in key
    kept = set(RecoveryCode.objects.values_list("code_hash", flat=True))
    assert not kept & {code.replace("-", "") for code in codes}
    assert all(len(code.replace("-", "")) * 5 == 80 for code in codes)
    # What an earlier release kept in clear, moved by the migration.
    RecoveryCode.objects.all().delete()
    TOTPDevice.objects.update(key=raw.hex())
    device = StaticDevice.objects.create(user=coach.user)
    StaticToken.objects.create(device=device, token="0123456789")
    import_module("oxgang.academy.migrations.0004_sealed_factors").seal(apps, None)
    assert StaticToken.objects.count() == 0
    second_factor.check(coach, code_of(secret, ahead=1))
    second_factor.check(coach, "01234-56789")
    # Another server's key: said, and a recovery code still lets in.
    with override_settings(SECRET_KEY="another" * 8):
        with pytest.raises(second_factor.FactorNeeded, match="secret key is a new one"):
            second_factor.check(coach, "123456")
        RecoveryCode.objects.create(coach=coach, code_hash=hash_of("abcd"))
        second_factor.check(coach, "ABCD")


def test_wrong_recovery_codes_are_counted(coach: Coach) -> None:
    api = Api(coach)
    secret = api("POST", "/account/factor").data["secret"]
    code = api("PUT", "/account/factor", {"code": code_of(secret)}).data["codes"][0]
    for _ in range(2):
        with pytest.raises(second_factor.FactorNeeded):
            second_factor.check(coach, "aaaa-bbbb-cccc-dddd")
    # The right one has to wait now, too.
    with pytest.raises(second_factor.FactorNeeded):
        second_factor.check(coach, code)


@pytest.mark.parametrize(
    ("password", "refused"),
    [
        ("short-words", True),
        ("rhona-pell-rhona", True),
        ("rhona-of-the-hill", True),
        ("wexholt-hill-24", True),
        ("administrator", True),
        ("furrow-and-fallow", False),
    ],
)
def test_a_new_password_is_long_and_nothing_that_others_know(api: Api, password: str, refused: bool) -> None:
    url = api("POST", "/people/invitations", {"name": "Rhona Pell"}).data["url"]
    answer = come_in(url, log_in="rhona-of-hill", password=password)
    assert (answer.status_code == 422) == refused, answer.data
    assert not refused or answer.data["field"] == "password"


def test_what_much_hangs_on_asks_for_the_password_again(api: Api, coach: Coach, second: Coach) -> None:
    """On a browser that was left open nobody makes a head coach, erases or ends a second factor."""
    student = make_student(coach)
    session = api.client.session
    session[PROVED] = time.time() - FRESH_S - 1
    session.save()
    asks = (
        ("POST", "/people/invitations", {"name": "Eve", "role": "head"}),
        ("PATCH", f"/people/{second.pk}", {"role": "head"}),
        ("POST", f"/people/{second.pk}/reset", None),
        ("POST", f"/people/{second.pk}/end-factor", None),
        ("POST", f"/students/{student.pk}/erase", {"name": student.name}),
        ("POST", "/account/factor/end", None),
    )
    for method, path, body in asks:
        answer = api(method, path, body)
        assert (answer.status_code, answer.data["code"]) == (403, "proof-needed"), path
    assert not EntryLink.objects.filter(used_at=None).exists()
    assert Student.objects.filter(pk=student.pk).exists()
    assert api("POST", "/account/proof", {"password": "not-it-at-all"}).status_code == 422
    assert api(*asks[0]).status_code == 403
    assert api("POST", "/account/proof", {"password": "six-long-words"}).status_code == 200
    for method, path, body in asks:
        assert api(method, path, body).status_code == 200, path


def test_a_new_place_and_a_changed_way_in_are_told_once(api: Api, coach: Coach, second: Coach) -> None:
    def sign_in(where: str) -> Api:
        one = Api(None)
        one.client.defaults["REMOTE_ADDR"] = where
        given = {"log_in": "tobin", "password": GOOD}
        assert one("POST", "/account", given).status_code == 200
        return one

    def told(one: Api) -> list[tuple[str, str]]:
        notices = one("GET", "/account").data["notices"]
        return [(n["did"]["code"], n["did"]["values"].get("where", n["by"])) for n in notices]

    tablet = sign_in("127.0.0.1")
    assert told(tablet) == []
    sign_in("127.0.0.1")
    assert told(tablet) == []
    elsewhere = sign_in("203.0.113.9")
    assert told(elsewhere) == []  # it knows that it is there
    assert told(tablet) == [("log-signed-in", "203.0.113.9")]
    assert api("POST", f"/people/{second.pk}/end-factor").status_code == 200
    assert told(tablet) == [("log-factor-ended", "ilse"), ("log-signed-in", "203.0.113.9")]
    assert told(api) == []  # nobody else is told
    tablet("POST", "/account/notices-seen")
    assert told(tablet) == []
    assert api("GET", "/account").data["advise_factor"]
    assert not tablet("GET", "/account").data["advise_factor"]


def test_the_academy_may_ask_everybody_for_a_second_factor(api: Api, second: Coach) -> None:
    locked_out = api("PATCH", "/settings", {"second_factor": True})
    assert (locked_out.status_code, locked_out.data["field"]) == (422, "second_factor")
    secret = api("POST", "/account/factor").data["secret"]
    api("PUT", "/account/factor", {"code": code_of(secret)})
    assert api("PATCH", "/settings", {"second_factor": True}).status_code == 200
    theirs = Api(second)
    refused = theirs("GET", "/students")
    assert (refused.status_code, refused.data["code"]) == (403, "factor-missing")
    assert theirs("GET", "/account/security").data["factor_wanted"]
    secret = theirs("POST", "/account/factor").data["secret"]
    theirs("PUT", "/account/factor", {"code": code_of(secret)})
    assert theirs("GET", "/students").status_code == 200


def test_own_sign_ins_and_password(second: Coach) -> None:
    sign_in = {"log_in": "tobin", "password": GOOD}
    here, there, third = Api(None), Api(None), Api(None)
    for one in (here, there, third):
        assert one("POST", "/account", sign_in, HTTP_USER_AGENT="tablet").status_code == 200
    listed = here("GET", "/account/security").data["sign_ins"]
    assert [row["here"] for row in listed].count(True) == 1
    there_id = SignIn.objects.order_by("pk")[len(listed) - 2].pk
    here("DELETE", f"/account/sign-ins/{there_id}")
    assert there("GET", "/students").status_code == 401
    assert here("DELETE", "/account/sign-ins/99999").status_code == 404
    here("POST", "/account/sign-out-everywhere")
    assert third("GET", "/students").status_code == 401
    assert here("GET", "/students").status_code == 200
    for body, field in (
        ({"old": "no", "password": "harrow-and-plough"}, "old"),
        ({"old": GOOD, "password": GOOD}, "password"),
        ({"old": GOOD, "password": "short"}, "password"),
    ):
        refused = here("POST", "/account/password", body)
        assert (refused.status_code, refused.data["field"]) == (422, field)
    body = {"old": GOOD, "password": "harrow-and-plough"}
    assert len(here("POST", "/account/password", body).data["sign_ins"]) == 1
    assert here("GET", "/students").status_code == 200
    assert User.objects.get(username="tobin").check_password("harrow-and-plough")


def test_a_password_kept_the_older_way_is_kept_as_argon2_from_the_next_sign_in_on(
    second: Coach, settings: Any
) -> None:
    """The form of the hash, and the least memory (19 MiB in 2 passes): OWASP Password Storage Cheat
    Sheet, Argon2id; its numbers from memory."""
    settings.PASSWORD_HASHERS = settings.COSTLY_HASHERS
    user = User.objects.get(username="tobin")
    user.password = PBKDF2PasswordHasher().encode(GOOD, "salt", iterations=1000)
    user.save()
    wrong = {"log_in": "tobin", "password": f"{GOOD}!"}
    assert Api(None)("POST", "/account", wrong).status_code == 422
    user.refresh_from_db()
    assert user.password.startswith("pbkdf2_sha256$1000$")
    assert Api(None)("POST", "/account", wrong | {"password": GOOD}).status_code == 200
    user.refresh_from_db()
    kept = re.fullmatch(r"argon2\$argon2id\$v=19\$m=(\d+),t=(\d+),p=\d+\$.*", user.password)
    assert kept
    assert int(kept[1]) >= 19 * 1024
    assert int(kept[2]) >= 2
    assert Api(None)("POST", "/account", wrong).status_code == 422


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
    assert (refused.status_code, "Nobody would be head coach" in refused.data["title"]) == (422, True)
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
