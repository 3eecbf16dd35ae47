"""Every address with odd values in every field: a clear refusal or a good answer, never a crash.

The values are those that break parsers and databases in common practice (no published source).
Beside them schemathesis makes requests of the OpenAPI description, well-formed ones and broken ones.
"""

from __future__ import annotations

import copy
import io
import json
import random
from collections.abc import Iterator
from typing import Any
from urllib.parse import quote

import openpyxl
import pytest
import requests
import schemathesis
from django.db import transaction
from hypothesis import HealthCheck, Phase, given, settings, strategies
from oxgang.academy.models import Student
from oxgang.api.main import api as the_api

from tests.server.conftest import Api, make_coach, make_student
from tests.server.world import BY_PATH, World, everything
from tests.tiers import ALL

SCHEMA: dict[str, Any] = the_api.get_openapi_schema()
# What asks for a password, a code or a one-time token, and the monitors' feed, have own tests;
# files are tried in theirs.
APART = ("/api/account", "/api/feed/balls")
TEXTS = ["", "   ", "x" * 5000, "nul \x00", "half \ud800", "'; --", "<b>&", "\u202eabc", "1e400"]
NUMBERS = [-1, 0, 1e308, -1e308, 10**30, 2**63, 0.1, float("nan"), float("inf"), float("-inf")]
MOMENTS = ["0001-01-01", "9999-12-31", "2026-02-30", "0001-01-01T00:00:00+14:00"]
MOMENTS += ["9999-12-31T23:59:59-12:00", "2026-05-31T10:00:00"]
ODD: list[Any] = [None, True, [], {}, [None], {"a": {"b": []}}, *TEXTS, *NUMBERS, *MOMENTS]
# Of them so many come in each place of a request, others in the next: they take turns.
TURN = len(ODD) if ALL else 3


def operations() -> Iterator[Any]:
    for path, methods in SCHEMA["paths"].items():
        for method, operation in methods.items():
            body = operation.get("requestBody", {}).get("content", {})
            if not path.startswith(APART) and "multipart/form-data" not in body:
                yield pytest.param(method, path, id=f"{method} {path}")


def resolved(schema: dict[str, Any]) -> dict[str, Any]:
    """The schema behind references and behind "or null"."""
    if "$ref" in schema:
        return resolved(SCHEMA["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]])
    if "allOf" in schema:
        return resolved(schema["allOf"][0])
    kinds = [s for s in schema.get("anyOf", []) if s.get("type") != "null"]
    return resolved(kinds[0]) if kinds else schema


def usual(schema: dict[str, Any], known: dict[str, Any], name: str = "") -> Any:
    """A value that fits a schema; what has to exist is taken from `known`."""
    nothing = any(s.get("type") == "null" for s in schema.get("anyOf", []))
    shape = resolved(schema)
    fits = known.get(name) in shape["enum"] if "enum" in shape and known.get(name) else True
    if name in known and fits and (known[name] is not None or nothing):
        return known[name]
    if "enum" in shape:
        return shape["enum"][0]
    match shape.get("type"):
        case "object":
            return {n: usual(s, known, n) for n, s in shape.get("properties", {}).items()}
        case "array":
            return [usual(shape["items"], known)]
        case "integer" | "number":
            return min(60, shape.get("maximum", 60), shape.get("exclusiveMaximum", 61) - 1)
        case "boolean":
            return False
        case "string":
            formats = {"date": "2026-05-31", "date-time": "2026-05-31T10:00:00Z"}
            return formats.get(shape.get("format", ""), "56")
    return shape.get("const")


def in_turn(number: int) -> list[Any]:
    """The odd values of a place, by its number."""
    return [ODD[(number * TURN + i) % len(ODD)] for i in range(TURN)]


def with_odd_values(body: Any) -> Iterator[Any]:
    """The body with one odd value in the place of each of its parts, and as a whole."""

    def places(part: Any, way: tuple[Any, ...]) -> Iterator[tuple[Any, ...]]:
        yield way
        if isinstance(part, dict | list):
            pairs = part.items() if isinstance(part, dict) else enumerate(part)
            for key, value in pairs:
                yield from places(value, (*way, key))

    for number, way in enumerate(places(body, ())):
        # As a whole every one of them.
        for odd in ODD if not way else in_turn(number):
            if not way:
                yield odd
                continue
            changed = copy.deepcopy(body)
            target = changed
            for key in way[:-1]:
                target = target[key]
            target[way[-1]] = odd
            yield changed


@pytest.fixture(scope="module")
def made_once(django_db_setup: None, django_db_blocker: Any) -> Iterator[World]:
    """Made once for all addresses of a module, since it takes a second."""
    with django_db_blocker.unblock(), transaction.atomic():
        coach = make_coach("Wexholt Hill", "ilse")
        student = make_student(coach)
        yield World(api := Api(coach), everything(api, student, coach))
        transaction.set_rollback(True)


@pytest.fixture
def world(made_once: World) -> Iterator[World]:
    """The same for every test: what one changes is put back."""
    client = made_once.api.client
    cookies = copy.deepcopy(client.cookies)
    with transaction.atomic():
        yield made_once
        transaction.set_rollback(True)
    client.cookies = cookies  # a test may have signed out


@pytest.mark.parametrize(("method", "path"), operations())
def test_odd_values_are_refused_with_a_sentence(world: World, method: str, path: str) -> None:
    api, operation = world.api, SCHEMA["paths"][path][method]
    known = world.known | world.known[BY_PATH].get(path, {})
    content = operation.get("requestBody", {}).get("content", {})
    asked = operation.get("parameters", [])
    usually = {p["name"]: usual(p["schema"], known, p["name"]) for p in asked}

    def ask(values: dict[str, Any], body: Any) -> Any:
        address = path.removeprefix("/api")
        queries = []
        for p in asked:
            text = quote(str(values[p["name"]]), safe="", errors="surrogatepass")
            if p["in"] == "path":
                address = address.replace(f"{{{p['name']}}}", text)
            elif values[p["name"]] is not None:
                queries.append(f"{p['name']}={text}")
        answer = api(method.upper(), f"{address}?{'&'.join(queries)}", body)
        if answer.status_code >= 400:
            assert answer.status_code in (400, 404, 409, 422), (values, body, answer.content)
            assert len(answer.data["title"]) > 10, (values, body, answer.content)
        return answer

    schema = content.get("application/json", {}).get("schema")
    body = usual(schema, known) if schema else None
    with transaction.atomic():
        answer = ask(usually, body)
        assert answer.status_code < 300, answer.content
        transaction.set_rollback(True)
    for number, p in enumerate(asked):
        for odd in in_turn(number):
            if not isinstance(odd, dict | list) and (p["in"] == "query" or odd not in ("", None)):
                ask(usually | {p["name"]: odd}, body)
    for changed in with_odd_values(body) if schema else ():
        ask(usually, changed)


@pytest.mark.parametrize(
    "body",
    [b"", b"{", b"NaN", b'{"name": NaN}', b'{"name": "\\ud800"}', b"\xff\xfe", b"[" * 100_000],
    ids=["nothing", "cut off", "NaN", "NaN inside", "half a character", "bytes", "nested"],
)
def test_bodies_that_are_no_json_are_refused(api: Api, student: Student, body: bytes) -> None:
    token = api("GET", "/account").data["csrf"]
    for path in ("/api/students", "/api/feed/balls"):
        header = {"X-CSRFToken": token}
        if "feed" in path:
            header = {"Authorization": f"Bearer {api('POST', '/devices', {'name': 'B'}).data['token']}"}
        answer = api.client.post(path, body, content_type="application/json", headers=header)
        assert answer.status_code == (
            413 if len(body) > 65536 and "feed" not in path else 400 if body or "feed" in path else 422
        )
        assert len(answer.json()["title"]) > 10
    assert Student.objects.count() == 1


def test_control_characters_become_blanks_and_every_file_can_still_be_written(
    api: Api, student: Student
) -> None:
    renamed = api("PATCH", f"/students/{student.pk}", {"name": "An\x0bsel", "notes": "C:\\u0000"})
    assert (renamed.data["name"], renamed.data["notes"]) == ("An sel", "C:\\u0000")
    rows = b"id,date,club,swing,carry_yd,strike note\na1,2026-05-20,56,9:00,60,fell\x0c short\n"
    assert b'"new": 1' in b"".join(api.upload(f"/students/{student.pk}/shots", rows))
    for file in ("shots.xlsx", "shots.csv", "shots.json", "matrix.xlsx", "student.json"):
        assert api("GET", f"/students/{student.pk}/{file}").status_code == 200, file
    book = openpyxl.load_workbook(io.BytesIO(api("GET", f"/students/{student.pk}/shots.xlsx").content))
    assert "fell  short" in [cell.value for cell in book["balls"][2]]


PAGES = (
    "student.json",
    "shots.xlsx",
    "shots.csv",
    "matrix",
    "matrix.xlsx",
    "card.pdf",
    "progress",
    "report.pdf",
    "history",
    "gaps",
    "plan",
    "review",
    "events",
    "balls",
    "recipes",
)


def test_a_damaged_students_file_is_refused_or_works_on_every_page(api: Api, rich: Student) -> None:
    """Each value of the file in turn, a seeded sample of all: nothing half good is taken in."""
    for page in PAGES:
        assert api("GET", f"/students/{rich.pk}/{page}").status_code == 200, page
    file = api("GET", f"/students/{rich.pk}/student.json").data
    damaged = random.Random(7).sample(list(with_odd_values(file)), 48 if ALL else 12)
    taken = 0
    for one in damaged:
        answer = api.upload("/student-files", json.dumps(one).encode(), known="second")
        assert answer.status_code in (201, 422), answer.content
        if answer.status_code == 422:
            assert len(answer.json()["title"]) > 10
            continue
        taken += 1
        made = answer.json()["id"]
        for page in PAGES:
            found = api("GET", f"/students/{made}/{page}")
            assert found.status_code in (200, 404, 422), (page, found.content)
        assert api("POST", f"/students/{made}/archive").status_code == 200
    assert 0 < taken < len(damaged) / 2


# What the client of the test says itself.
OURS = ("cookie", "host", "content-length", "authorization", "x-csrftoken")
EXAMPLES = 6


def generated() -> Iterator[Any]:
    """Operations to make requests of: all of them, or those that have no odd values above."""
    tried = {p.values for p in operations()}
    for found in schemathesis.openapi.from_dict(SCHEMA).get_all_operations():
        operation: Any = found.ok()  # type: ignore[union-attr]
        if ALL or (operation.method, operation.full_path) not in tried:
            yield pytest.param(operation, id=operation.label)


@pytest.mark.parametrize("operation", generated())
@given(data=strategies.data())
@settings(
    max_examples=EXAMPLES,
    deadline=None,
    derandomize=True,
    database=None,
    phases=[Phase.generate],
    suppress_health_check=list(HealthCheck),
)
def test_no_generated_request_breaks_the_server(operation: Any, world: World, data: Any) -> None:
    case: Any = data.draw(operation.as_strategy())
    for name in case.path_parameters:
        case.path_parameters[name] = world.known.get(name, case.path_parameters[name])
    who = world.known["token"] if "/feed/" in case.path else "none"
    asked = requests.Request(**case.as_transport_kwargs(base_url="http://testserver")).prepare()
    headers = {k: str(v) for k, v in asked.headers.items() if k.lower() not in OURS}
    with transaction.atomic():
        answer = world.api.client.generic(
            case.method,
            asked.path_url,
            asked.body or b"",
            content_type=headers.pop("Content-Type", "application/octet-stream"),
            headers=headers | {"X-CSRFToken": world.api.csrf, "Authorization": f"Bearer {who}"},
        )
        transaction.set_rollback(True)
    assert answer.status_code < 500, answer.content
    assert answer.status_code != 401 or "account" in case.path  # signed out by an example before
    if answer.status_code >= 400:
        assert len(answer.json()["title"]) > 10, answer.content
