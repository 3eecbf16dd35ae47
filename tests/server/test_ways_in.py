"""Ways in: passwords, second factors, fresh proof, notices, where somebody is signed in."""

from __future__ import annotations

import hashlib
import re
import time
from base64 import b32decode, urlsafe_b64decode
from importlib import import_module
from typing import Any
from unittest.mock import patch

import pytest
from django.apps import apps
from django.contrib.auth.hashers import PBKDF2PasswordHasher
from django.contrib.auth.models import User
from django.db import connection
from django.test import override_settings
from django.utils import timezone
from django_otp.oath import TOTP
from django_otp.plugins.otp_static.models import StaticDevice, StaticToken
from django_otp.plugins.otp_totp.models import TOTPDevice
from oxgang.academy.models import Coach, EntryLink, RecoveryCode, SignIn, Student
from oxgang.academy.services import second_factor
from oxgang.academy.tokens import hash_of
from oxgang.api.account.sessions import FRESH_S, PROVED

from tests.server.conftest import Api, make_student
from tests.server.steps import GOOD, come_in

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
        with pytest.raises(second_factor.FactorNeeded, match="new secret key"):
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
    assert api("PATCH", f"/people/{second.pk}", {"role": "assistant"}).status_code == 200
    changed = api("GET", "/history").data["entries"][0]
    session = api.client.session
    session[PROVED] = time.time() - FRESH_S - 1
    session.save()
    asks = (
        ("POST", "/people/invitations", {"name": "Eve", "role": "head"}),
        ("POST", f"/history/{changed['id']}/undo", None),
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
