"""What coaches do in the tests: hit, keep, take back; and the day some days ago."""

from __future__ import annotations

import re
from datetime import timedelta
from typing import TYPE_CHECKING, Any

from django.utils import timezone
from oxgang.academy.models import Club, Student
from oxgang.api.main import api as the_api
from oxgang.range_sessions.models import Ball
from oxgang.texts.messages import texts

if TYPE_CHECKING:
    from tests.server.conftest import Api

# A password that is one.
GOOD = "furrow-and-fallow"


def ball(wedge: Club, uid: str, carry: float, **more: Any) -> dict[str, Any]:
    return {
        "uid": f"ball-{uid}",
        "hit_at": "2026-05-31T10:00:00Z",
        "club_id": str(wedge.pk),
        "swing": "9:00",
        "carry_yd": carry,
        "moment": "as said",  # long ago: the coach has said that this is its day
        **more,
    }


def hit(api: Api, student: Student, club: Club, carries: list[float], **more: Any) -> None:
    start = Ball.objects.count()
    for i, carry in enumerate(carries):
        body = ball(club, f"{start + i}", carry, **more)
        assert api("PUT", f"/students/{student.pk}/balls", body).status_code == 200


def hit_ago(
    api: Api, student: Student, club: Club, carries: list[float], days_ago: int = 0, **more: Any
) -> None:
    at = timezone.now() - timedelta(days=days_ago)
    hit(api, student, club, carries, hit_at=at.isoformat(), **more)


def day(days_ago: int) -> str:
    return (timezone.now().date() - timedelta(days=days_ago)).isoformat()


def keep(api: Api, student: Student) -> None:
    assert api("POST", f"/students/{student.pk}/review", {}).status_code == 200


def last(api: Api, student: Student) -> dict[str, Any]:
    entry: dict[str, Any] = api("GET", f"/students/{student.pk}/history").data["entries"][0]
    return entry


def undo(api: Api, entry: dict[str, Any]) -> Any:
    return api("POST", f"/history/{entry['id']}/undo")


def sentence_of(entry: dict[str, Any]) -> str:
    """What the page says of an entry of the log."""
    did, words = entry["did"], texts()
    values = {
        "fields": ", ".join(
            words.format(
                "log-field",
                {
                    "name": words.format(f"field-{field['name']}").removeprefix("field-"),
                    **{
                        side: words.format("log-nothing") if field[side] in (None, "") else field[side]
                        for side in ("before", "after")
                    },
                },
            )
            for field in did["fields"]
        )
    }
    text = words.format(did["code"], {**did["values"], **values})
    return words.format("log-back", {"what": text}) if did["back"] else text


def caught_up(api: Api) -> None:
    """Have everybody looked at again: how much is done at a time depends on the machine."""
    for _ in range(40):
        if not api("POST", "/students/catch-up").data["behind"]:
            return
    raise AssertionError("students stay behind")


def listed(api: Api, query: str = "") -> dict[str, Any]:
    """A page of the list once everybody has been looked at again, as the page asks for it."""
    caught_up(api)
    found: dict[str, Any] = api("GET", f"/students?{query}").data
    return found


def cell_now(api: Api, student: Student, club: str = "56", swing: str = "9:00") -> dict[str, Any]:
    """A cell with all balls so far, as the range view asks for it."""
    query = f"club={club}&swing={swing}&trajectory=stock"
    found: dict[str, Any] = api("GET", f"/students/{student.pk}/cell?{query}").data
    return found


def cell(api: Api, student: Student, club: str = "56", swing: str = "9:00") -> dict[str, Any]:
    cells = api("GET", f"/students/{student.pk}/matrix").data["cells"]
    found: dict[str, Any] = next(
        c for c in cells if (c["club"], c["swing"], c["trajectory"]) == (club, swing, "stock")
    )
    return found


def pages() -> list[str]:
    """What can be asked of a student without naming anything else."""
    found = []
    for path, methods in the_api.get_openapi_schema()["paths"].items():
        if "get" not in methods or re.findall(r"{(\w+)}", path) != ["student_id"]:
            continue
        asked = methods["get"].get("parameters", [])
        if all(p["in"] == "path" or not p.get("required") for p in asked):
            found.append(path.removeprefix("/api"))
    assert len(found) > 20
    return found


def shows(api: Api, student: Student, *parts: str) -> None:
    """The student sees these parts behind the private link, and no others."""
    url = f"/students/{student.pk}/sharing"
    for part in api("GET", url).data["parts"]:
        assert api("PUT", f"{url}/{part}", {"shown": part in parts}).status_code == 200


def come_in(url: str, **body: Any) -> Any:
    from tests.server.conftest import Api

    return Api(None)("POST", "/account/links", {"token": token(url), **body})


def look(url: str) -> Any:
    from tests.server.conftest import Api

    return Api(None)("POST", "/account/links/look", {"token": token(url)})


def token(url: str) -> str:
    """What lets somebody in: after the #, so that no server on the way reads it."""
    return url.rsplit("#", 1)[1]
