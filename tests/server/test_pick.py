"""The pick over the API and the command; what a phone gets; who and what is refused."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from django.test import Client
from oxgang.academy.models import Club, Student
from oxgang.cli.main import app
from oxgang.core.pick.table import LETTERS, REASONS, answer_in
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors.pick_table import pick_table
from oxgang.range_sessions.models import Ball
from typer.testing import CliRunner

from tests.commands import oxgang
from tests.server.conftest import Api
from tests.server.steps import hit, keep

EXAMPLES = Path(__file__).parents[2] / "docs/examples"


@pytest.fixture
def three(api: Api, student: Student, wedge: Club) -> Student:
    """56 8:00 at about 33, 9:00 at 44, 10:00 at 60, of which two balls are fat."""
    hit(api, student, wedge, [33, 34, 32, 33, 33], swing="8:00")
    hit(api, student, wedge, [44, 45, 43, 44, 45])
    hit(api, student, wedge, [60, 61, 59, 60, 62], swing="10:00")
    Ball.objects.filter(student=student, swing="10:00").update(offline_yd=2.0)
    hit(api, student, wedge, [20, 25], swing="10:00", strike="fat")
    keep(api, student)
    return student


def pick(api: Api, student: Student, query: str, what: str = "") -> Any:
    return api("GET", f"/students/{student.pk}/pick{what}?{query}")


def named(shot: dict[str, Any]) -> str:
    return f"{shot['key']['club']} {shot['key']['swing']}"


def test_a_situation_gets_one_shot_with_what_the_others_cost(api: Api, three: Student) -> None:
    found = pick(api, three, "pin_yd=56").data
    best = found["shots"][found["best"]]
    assert named(best) == "56 9:00"
    assert best["carry_yd"] == pytest.approx(44, abs=1.5) and best["run_yd"] > 3  # noqa: PT018
    assert best["reasons"][0]["values"]["others"] == len(found["shots"]) - 1
    assert [s["strokes"] for s in found["shots"]] == sorted(s["strokes"] for s in found["shots"])
    assert all(s["more"] == pytest.approx(s["strokes"] - best["strokes"]) for s in found["shots"])
    assert (found["handicap"], found["handicap_set"], found["goal"]) == (18, False, "on-green")
    # Its own balls: 17 of them, five with offline.
    assert (found["contact_balls"], found["lateral_balls"]) == (17, 5)
    assert len(best["path"]) == 24
    assert best["path"][-1]["along"] == pytest.approx(best["carry_yd"], abs=0.1)
    api("PATCH", f"/students/{three.pk}", {"handicap": 4})
    better = pick(api, three, "pin_yd=56").data
    assert (better["handicap"], better["handicap_set"], better["goal"]) == (4, True, "close")
    assert better["shots"][0]["strokes"] < found["shots"][0]["strokes"]


def test_wind_lie_and_trouble_move_it_and_what_would_change_it_is_said(api: Api, three: Student) -> None:
    def of(query: str) -> str:
        found = pick(api, three, query).data
        return named(found["shots"][found["best"]])

    assert of("pin_yd=56") == "56 9:00"
    assert of("pin_yd=56&headwind_mps=7") == "56 10:00"
    changes = {c["what"]: c for c in pick(api, three, "pin_yd=56", "/changes").data}
    assert changes["what-if-into"]["key"]["swing"] == "10:00"
    assert all(c["loses"] > 0.02 for c in changes.values())
    dry = pick(api, three, "pin_yd=53").data["shots"]
    wet = pick(api, three, "pin_yd=53&trouble=water:34-43&trouble=out:80-99").data
    assert [band["kind"] for band in wet["situation"]["trouble"]] == ["water", "out"]
    costs = [{named(s): s["strokes"] for s in shots} for shots in (dry, wet["shots"])]
    assert all(costs[1][name] >= costs[0][name] - 0.003 for name in costs[0])


def test_played_shots_or_all_of_them(api: Api, three: Student) -> None:
    choose = [{"club": "56", "swing": "9:00", "play": "played"}]
    out = [{"club": "56", "swing": s, "play": "neither"} for s in ("8:00", "10:00")]
    api("POST", f"/students/{three.pk}/played", {"shots": choose + out})
    assert [named(s) for s in pick(api, three, "pin_yd=60").data["shots"]] == ["56 9:00"]
    every = pick(api, three, "pin_yd=60&every=true").data["shots"]
    assert {named(s) for s in every} == {"56 8:00", "56 9:00", "56 10:00"}
    far = pick(api, three, "pin_yd=90").data
    assert far["reach"] == "pick-too-far"
    api("POST", f"/students/{three.pk}/played", {"shots": [choose[0] | {"play": "neither"}]})
    refused = pick(api, three, "pin_yd=60")
    assert refused.status_code == 422
    assert "choose shots under Shots" in refused.data["title"]


def test_three_balls_answer_with_what_is_not_known(api: Api, student: Student, wedge: Club) -> None:
    hit(api, student, wedge, [50, 52, 47])
    keep(api, student)
    (shot,) = pick(api, student, "pin_yd=55").data["shots"]
    assert "pick-few-balls" in [said["code"] for said in shot["reasons"]]
    few = shot["carry_sd_yd"]
    hit(api, student, wedge, [50, 52, 47] * 8)
    keep(api, student)
    assert pick(api, student, "pin_yd=55").data["shots"][0]["carry_sd_yd"] < few


@pytest.mark.parametrize(
    ("query", "says"),
    [
        ("pin_yd=0", "outside 1 yd to 250 yd"),
        ("pin_yd=60&headwind_mps=40", "outside -67.1 mph to 67.1 mph"),
        ("pin_yd=60&front_yd=0&back_yd=0", "needs a depth"),
        ("pin_yd=60&trouble=water:55-65", "is in the water"),
        ("pin_yd=60&trouble=lava:1-2", "bunker:45-53"),
        ("pin_yd=nan", ""),
        ("pin_yd=60&lie=moon", ""),
        ("pin_yd=60&temperature_c=99", "outside -30 °C to 55 °C"),
        ("pin_yd=60" + "&trouble=rough:1-2" * 9, ""),
        ("", ""),
    ],
)
def test_what_no_ball_faces_is_refused(api: Api, three: Student, query: str, says: str) -> None:
    for what in ("", "/changes"):
        refused = pick(api, three, query, what)
        assert refused.status_code == 422, refused.data
        assert says in refused.data["title"]


def test_ten_situations_of_a_seed(api: Api, three: Student) -> None:
    ten = pick(api, three, "seed=5", "/quiz").data
    assert len(ten) == 10 and ten == pick(api, three, "seed=5", "/quiz").data  # noqa: PT018
    assert ten != pick(api, three, "seed=6", "/quiz").data
    assert pick(api, three, "seed=-1", "/quiz").status_code == 422
    assert pick(api, three, "lie=tee", "/table").status_code == 422


def test_the_phone_carries_the_picks_of_its_version(api: Api, three: Student) -> None:
    url = f"/students/{three.pk}"
    assert pick(api, three, "lie=rough-up", "/table").data == {"lie": "rough-up", "rows": 27}
    assert api("POST", f"{url}/versions", {}).status_code == 200
    address = api("POST", f"{url}/links", {}).data["url"].split("/c/")[1]
    answer = Client().get(f"/c/{address}/card.json")
    assert len(answer.content) < 60_000
    card = answer.json()
    picks = card["picks"]
    assert [ask["name"] for ask in picks["asks"]] == ["lie", "wind", "green", "pin"]
    assert picks["letters"] == LETTERS
    places = [line["at"] for line in card["lines"]]
    for lie, wind, green, pin, at in (
        ("fairway", 0, "medium", "middle", 50),
        ("rough-down", 5, "firm", "front", 44),
        ("rough-up", -5, "soft", "back", 66),
    ):
        front, back = {"front": (4, 14), "middle": (8, 10), "back": (14, 4)}[pin]
        words = {0: "none", 5: "into", -5: "down"}
        row = picks["rows"][f"{lie} {words[wind]} {green} {pin}"]
        said = answer_in(row, places.index(at))
        query = f"pin_yd={at}&lie={lie}&headwind_mps={wind}&firmness={green}&front_yd={front}"
        found = pick(api, three, f"{query}&back_yd={back}").data
        best = found["shots"][found["best"]]
        assert said is not None
        assert card["shots"][said.shot]["name"] == named(best)
        assert REASONS.index(said.why) < len(picks["reasons"])
        assert said.on_green == round(10 * best["on_green"])
    # A version from before picks has none, and its card is what it was.
    api("POST", f"{url}/versions", {"picks": False})
    assert Client().get(f"/c/{address}/card.json").json()["picks"] is None
    # The picks travel with the student, and no other table does.
    file = api("GET", f"{url}/student.json").content
    assert json.loads(file)["versions"][0]["content"]["picks"] == picks["rows"]
    wrong = json.loads(file)
    wrong["versions"][0]["content"]["picks"]["fairway none soft front"] = "<script>"
    refused = api("POST", "/student-files", wrong)
    assert refused.status_code in (415, 422)


def test_numbers_that_change_while_the_picks_are_worked_out_are_not_published(
    api: Api, three: Student, wedge: Club, monkeypatch: pytest.MonkeyPatch
) -> None:
    slow = pick_table

    def meanwhile(student: Student, kept: Any) -> Any:
        made = slow(student, kept)
        hit(api, three, wedge, [45])
        return made

    monkeypatch.setattr("oxgang.api.card.router.pick_table", meanwhile)
    refused = api("POST", f"/students/{three.pk}/versions", {})
    assert refused.status_code == 409
    assert "publish again" in refused.data["title"]
    assert not PublishedMatrix.objects.exists()
    monkeypatch.undo()
    assert api("POST", f"/students/{three.pk}/versions", {}).status_code == 200


# --- the command


def called(*words: object) -> Any:
    """The command within this process: loading numpy and scipy takes longer than the pick."""
    return CliRunner().invoke(app, ["pick", *map(str, words)])


def run(*words: str) -> Any:
    done = called(EXAMPLES / "pick-matrix.csv", *words)
    assert done.exit_code == 0, done.stderr
    return json.loads(done.stdout)


def test_the_command_prints_what_the_format_says() -> None:
    found = run("--pin", "62", "--trouble", "bunker:40-50", "--mishits", "0.1")
    assert found["pin_yd"] == 62
    assert set(found["baseline"]) == {"green", "fairway", "rough", "bunker"}
    assert all(knots[0][0] == 0 for knots in found["baseline"].values())
    names = {
        "club",
        "swing",
        "trajectory",
        "spin",
        "tempo",
        "carry_yd",
        "carry_sd_yd",
        "run_yd",
        "run_sd_yd",
        "lateral_sd_yd",
        "mishit_share",
        "on_green",
        "inside_10ft",
        "strokes",
        "reasons",
    }
    assert all(names <= set(shot) for shot in found["shots"])
    strokes = [shot["strokes"] for shot in found["shots"]]
    assert strokes == sorted(strokes)
    assert {shot["mishit_share"] for shot in found["shots"]} == {0.1}
    best = found["shots"][found["best"]]
    assert best["strokes_landing"] <= min(s["strokes_landing"] for s in found["shots"]) + 0.1
    assert all(reason["code"] and reason["text"] for reason in best["reasons"])
    tight = run("--pin", "62", "--lateral-share", "0.02", "--mishits", "0")
    assert tight["shots"][0]["lateral_sd_yd"] == pytest.approx(0.02 * tight["shots"][0]["carry_yd"], abs=1e-3)
    assert tight["shots"][0]["strokes"] < strokes[0]


@pytest.mark.parametrize(
    ("words", "says"),
    [
        (["--pin", "60", "--trouble", "water:50-70"], "is in the water"),
        (["--pin", "60", "--trouble", "sand:50-55"], "bunker:45-53"),
        (["--pin", "60", "--headwind-mps", "40"], "40 m/s"),
        (["--pin", "60", "--front", "0", "--back", "0"], "needs a depth"),
        (["--pin", "60", "--handicap", "90"], "handicap of 90"),
        (["--pin", "60", "--mishits", "2"], "mishits of 2"),
        (["--pin", "60", "--lateral-share", "0"], "lateral share of 0"),
        (["--pin", "60", "--bag", "nowhere.csv"], "nowhere.csv"),
    ],
)
def test_unusable_input_is_one_sentence_and_status_two(words: list[str], says: str) -> None:
    done = called(EXAMPLES / "pick-matrix.csv", *words)
    assert (done.exit_code, done.stdout) == (2, "")
    assert says in done.stderr
    assert len(done.stderr.strip().splitlines()) == 1


def test_a_matrix_of_little_is_read_too(tmp_path: Path) -> None:
    """Three columns: known exactly, scattering as students do, lofts read off the labels."""
    little = tmp_path / "m.csv"
    little.write_text("club,swing,carry_yd\nSW,half,50\nGap 50°,half,60\nmystery,full,90\n")
    done = oxgang("pick", little, "--pin", "55")
    found = json.loads(done.stdout)
    assert len(found["shots"]) == 3
    assert found["shots"][found["best"]]["club"] in ("SW", "Gap 50°")
    little.write_text("club,swing,carry_yd\n")
    assert called(little, "--pin", "55").exit_code == 2
    little.write_text("club,swing,carry_yd\nSW,half,1\n")
    assert "no shot in it is a pitch" in called(little, "--pin", "55").stderr
