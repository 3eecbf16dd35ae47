"""Every address as its own description has it, with generated values: nothing breaks.

schemathesis makes requests of the OpenAPI description, log-in and feed too, well-formed ones and
broken ones. The answer must never be one of 500 and more; a refusal is a problem+json.
"""

from __future__ import annotations

from typing import Any

import pytest
import requests
import schemathesis
from django.db import transaction
from hypothesis import HealthCheck, Phase, settings
from oxgang.academy.models import Club, Student
from oxgang.api.main import api as the_api

from tests.server.conftest import Api
from tests.server.steps import hit, keep

schema = schemathesis.openapi.from_dict(the_api.get_openapi_schema())
# What the client of the test says itself.
OURS = ("cookie", "host", "content-length", "authorization", "x-csrftoken")
EXAMPLES = 6


@pytest.fixture
def known(api: Api, student: Student, wedge: Club) -> dict[str, Any]:
    """What leads somewhere in a path, and who asks."""
    hit(api, student, wedge, [60, 61, 59, 60, 61])
    keep(api, student)
    token = api("POST", "/devices", {"name": "Bay 3"}).data["token"]
    csrf = api("GET", "/account").data["csrf"]
    return {
        "student_id": str(student.pk), "club_id": str(wedge.pk), "uid": "ball-0", "device_id": "1",
        "scale_id": str(student.scale_id), "token": token, "csrf": csrf, "api": api,
    }  # fmt: skip


@schema.parametrize()
@settings(
    max_examples=EXAMPLES,
    deadline=None,
    derandomize=True,
    database=None,
    phases=[Phase.generate],
    suppress_health_check=list(HealthCheck),
)
def test_no_generated_request_breaks_the_server(
    case: schemathesis.Case[Any], known: dict[str, Any]
) -> None:
    for name in case.path_parameters:
        case.path_parameters[name] = known.get(name, case.path_parameters[name])
    who = known["token"] if "/feed/" in case.path else "none"
    asked = requests.Request(**case.as_transport_kwargs(base_url="http://testserver")).prepare()
    headers = {k: v for k, v in asked.headers.items() if k.lower() not in OURS}
    with transaction.atomic():
        answer = known["api"].client.generic(
            case.method,
            asked.path_url,
            asked.body or b"",
            content_type=headers.pop("Content-Type", "application/octet-stream"),
            headers=headers | {"X-CSRFToken": known["csrf"], "Authorization": f"Bearer {who}"},
        )
        transaction.set_rollback(True)
    assert answer.status_code < 500, answer.content
    assert answer.status_code != 401 or "account" in case.path  # signed out by an example before
    if answer.status_code >= 400:
        assert len(answer.json()["title"]) > 10, answer.content
