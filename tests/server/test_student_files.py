"""A student's file: moves house with everything, comes out as it went in, and is checked as the forms are."""

from __future__ import annotations

import json
import random
from collections.abc import Iterator
from datetime import date, datetime, timedelta
from pathlib import Path
from typing import Any

from django.db.models import F
from oxgang.academy.models import Student
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api, make_coach
from tests.server.steps import pages, sentence_of
from tests.tiers import ALL

SCHEMA = json.loads((Path(__file__).parents[2] / "docs" / "student.schema.json").read_text())
WORDS = ("Ünder 'way'", 'two "words"', "back\\slash", "ß and 語")
# Ids are the house's, a scale is found there, and which of two plans is the homework is no plain value.
NOT_CHANGED = ("format", "version", "made_at", "academy", "scale", "id", "club", "replaced", "homework")
FILES, CHANGES = (200 if ALL else 16), 4


def student_file(api: Api, student: Student) -> dict[str, Any]:
    file: dict[str, Any] = api("GET", f"/students/{student.pk}/student.json").data
    return file


def bring(api: Api, file: object, **more: str) -> Any:
    content = file if isinstance(file, bytes) else json.dumps(file).encode()
    return api.upload("/student-files", content, **more)


def same(one: dict[str, Any]) -> dict[str, Any]:
    """Without what belongs to the house: ids, days of making, the academy, the order of the bag."""
    swapped = json.dumps(one | {"made_at": "", "academy": {}, "student": one["student"] | {"id": ""}})
    for club in one["clubs"]:
        swapped = swapped.replace(club["id"], json.dumps(f"{club['label']} from {club['used_from']}")[1:-1])
    found: dict[str, Any] = json.loads(swapped)
    found["clubs"].sort(key=lambda club: str(club["id"]))
    return found


def test_a_student_moves_house_with_everything(api: Api, rich: Student) -> None:
    file = student_file(api, rich)
    other = make_coach("Lower Marrowdale", "tobin")
    there = Api(other)
    made = bring(there, file)
    assert made.status_code == 201, made.content
    new = Student.objects.get(pk=made.json()["id"])
    assert new.academy_id == other.academy_id
    again = student_file(there, new)

    assert same(again) == same(file)
    assert len(again["balls"]) == Ball.objects.filter(student=rich).count() == 9
    cells = [
        {
            (c["club"], c["swing"], c["trajectory"]): (round(c["carry_yd"], 6), c["balls"])
            for c in a("GET", f"/students/{s.pk}/matrix").data["cells"]
        }
        for a, s in ((api, rich), (there, new))
    ]
    assert cells[0] == cells[1]
    history = [sentence_of(e) for e in there("GET", f"/students/{new.pk}/history").data["entries"]]
    assert "Imported Ansel Quill from Wexholt Hill" in history
    twice = bring(api, file)
    assert (twice.status_code, twice.json()["code"]) == (409, "confirm")
    assert bring(api, file, known="second").status_code == 201
    assert Student.objects.filter(academy=rich.academy).count() == 2


def kinds_of(schema: dict[str, Any]) -> list[dict[str, Any]]:
    """What a value may be, by the schema of its place."""
    if "$ref" in schema:
        return kinds_of(SCHEMA["$defs"][schema["$ref"].rpartition("/")[2]])
    return [kind for one in schema["anyOf"] for kind in kinds_of(one)] if "anyOf" in schema else [schema]


Place = tuple[str | int, ...]


def values_in(
    part: Any, schema: dict[str, Any], place: Place = ()
) -> Iterator[tuple[Place, Any, dict[str, Any]]]:
    """Each plain value of a file with its place and schema."""
    if not isinstance(part, dict | list):
        yield place, part, schema
        return
    for key, value in part.items() if isinstance(part, dict) else enumerate(part):
        for kind in kinds_of(schema):
            below = kind.get("properties", {}).get(key) if isinstance(part, dict) else kind.get("items")
            if below is not None and key not in NOT_CHANGED:
                yield from values_in(value, below, (*place, key))


def another(value: Any, schema: dict[str, Any], draw: random.Random) -> Any:
    """A value that the schema of the place allows."""
    kind = draw.choice(kinds_of(schema))
    if "enum" in kind:
        return draw.choice(kind["enum"])
    if kind.get("type") == "boolean":
        return not value
    if kind.get("type") in ("number", "integer"):
        lo = kind.get("minimum", kind.get("exclusiveMinimum", 0))
        hi = kind.get("maximum", kind.get("exclusiveMaximum", lo + 40))
        near = value if isinstance(value, int | float) else (lo + hi) / 2
        made = min(hi, max(lo, near + draw.choice([-1, 1, 2])))
        return int(made) if kind["type"] == "integer" else made
    if kind.get("format") == "date":
        return str(date.fromisoformat(value or "2026-01-05") - timedelta(days=1))
    if kind.get("format") == "date-time":
        moment = datetime.fromisoformat(value or "2026-01-05T10:00:00Z") - timedelta(hours=1)
        return moment.isoformat().replace("+00:00", "Z")
    return draw.choice(WORDS)[: kind.get("maxLength")] if kind.get("type") == "string" else None


def test_every_value_that_is_taken_in_comes_out_again(api: Api, rich: Student) -> None:
    """Other values in many places of a file: refused with a sentence, or there when it is written again."""
    whole = json.dumps(student_file(api, rich))
    places = list(values_in(json.loads(whole), SCHEMA))
    draw, taken = random.Random(13), 0
    there = Api(make_coach("Lower Marrowdale", "tobin"))
    for _ in range(FILES):
        file = json.loads(whole)
        for place, value, schema in draw.sample(places, CHANGES):
            target = file
            for key in place[:-1]:
                target = target[key]
            target[place[-1]] = another(value, schema, draw)
        answer = bring(there, file, known="second")
        if answer.status_code != 201:
            assert answer.status_code == 422, answer.content
            assert len(answer.json()["title"]) > 10
            continue
        taken += 1
        made = Student.objects.get(pk=answer.json()["id"])
        assert same(student_file(there, made)) == same(file)
    assert taken > FILES / 2


def test_criteria_of_a_students_file_are_what_the_form_takes(api: Api, rich: Student) -> None:
    """A count that came back as 20.0 broke every view of the student, and the list for everybody."""
    criteria = {"solid": 0.7, "over_balls": 30, "cells": 0.6, "launches": 0.5}
    assert api("PATCH", f"/students/{rich.pk}/criteria", criteria).status_code == 200
    file = student_file(api, rich)
    assert file["student"]["criteria"] == criteria
    made = bring(api, file, known="second")
    assert made.status_code == 201, made.content
    new = Student.objects.get(pk=made.json()["id"])
    assert isinstance(new.criteria["over_balls"], int)
    # One that was stored before this was mended is read as well.
    stored_before = criteria | {"over_balls": 30.0}
    Student.objects.filter(pk=rich.pk).update(criteria=stored_before, revision=F("revision") + 1)
    for student in (rich, new):
        for page in (*pages(), "/students/{student_id}/pick?pin_yd=60"):
            answer = api("GET", page.format(student_id=student.pk))
            assert answer.status_code < 500, (page, answer.content)
    for odd in ({"over_balls": 20.5}, {"over_balls": 4}, {"solid": 0}, {"shots": 1}, {"cells": "many"}):
        file["student"]["criteria"] = criteria | odd
        refused = bring(api, file, known="second")
        assert refused.status_code == 422, odd
        assert len(refused.json()["title"]) > 10
    file["student"]["criteria"] = {}
    assert bring(api, file, known="second").status_code == 201


def test_student_files_that_cannot_be(api: Api, rich: Student) -> None:
    file = student_file(api, rich)
    students, balls = Student.objects.count(), Ball.objects.count()

    def broken(change: Any) -> dict[str, Any]:
        copy: dict[str, Any] = json.loads(json.dumps(file))
        copy["student"]["id"] = "00000000-0000-4000-8000-000000000000"
        change(copy)
        return copy

    cases: list[tuple[object, str]] = [
        (b"\x89PNG", "JSON file is incomplete"),
        (json.dumps(file).encode()[:-40], "JSON file is incomplete"),
        ([1, 2], "not the file of an Oxgang student"),
        ({"format": "something else"}, "not the file of an Oxgang student"),
        (broken(lambda f: f.update(version=2)), "of version 2"),
        (broken(lambda f: f["balls"][3].update(strike="shank")), "balls 3 strike"),
        (broken(lambda f: f["balls"][3].update(club="nobody")), 'no club "nobody"'),
        (broken(lambda f: f["balls"].append(f["balls"][0])), "one id"),
        (broken(lambda f: f["balls"][0]["measured"].update(colour=3)), '"colour"'),
        (broken(lambda f: f["student"].update(tolerance_yd=99)), "tolerance"),
        (broken(lambda f: f["clubs"][0].update(loft_deg=5)), "loft"),
        (broken(lambda f: f["scale"].update(positions=[])), "scale positions"),
        (broken(lambda f: f.pop("events")), "events"),
        (
            broken(lambda f: f["versions"][0]["content"]["cells"][0]["key"].update(club="61")),
            '"61" is not on',
        ),
        (broken(lambda f: f["versions"][0]["content"]["arms"].pop()), "arm angles"),
        (broken(lambda f: f["versions"][0]["content"].update(to_yd=30)), "no range of distances"),
        (broken(lambda f: f.update(surprise=1)), "surprise"),
    ]
    for content, words in cases:
        refused = bring(api, content, known="second")
        assert refused.status_code == 422, words
        assert words in refused.json()["title"], refused.json()
        assert (Student.objects.count(), Ball.objects.count()) == (students, balls), words


def test_the_schema_of_the_student_file_is_the_one_in_the_docs() -> None:
    from oxgang.api.transfer.schemas import StudentFile

    kept = Path(__file__).parents[2] / "docs" / "student.schema.json"
    assert json.loads(kept.read_text()) == StudentFile.model_json_schema()
