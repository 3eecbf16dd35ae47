"""Databases and files of before: sentences become codes, and nothing that was written is lost."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from django.apps import apps
from django.db import IntegrityError, connections, transaction
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Did, Entry, Student
from oxgang.academy.services.log import gather, note
from oxgang.academy.services.races import raced
from oxgang.core.practice.plan import Why
from oxgang.core.words.said import Said
from oxgang.files.old_plans import item_of
from oxgang.range_sessions.models import Ball
from oxgang.texts.messages import texts

from tests.server.conftest import Api
from tests.server.steps import ball

NOON = datetime(2026, 5, 31, 12, tzinfo=UTC)
# What the log of the first release said, and what it says now.
SENTENCES = {
    "Recorded 12 balls of 30 May": "Recorded 12 balls of 30 May",
    "Took back: Recorded 12 balls of 30 May": "Took back: Recorded 12 balls of 30 May",
    "Kept 9 balls, 2 set aside": "Kept 9 balls, 2 set aside",
    "Put the 54 into the bag": "Put the 54 into the bag",
    "Wrote down: club bent (the 56) on 3 May 2026": "Wrote down: club bent (the 56) on 3 May 2026",
    "Published version 3": "Published version 3",
    "Took 14 carries from a matrix file": None,
    "Something nobody knows": "Something nobody knows",
}
REASONS = {
    "only estimated at 62, ± 5.1 now, about ± 2.2 after": (
        Why.ESTIMATED, {"carry_yd": 62.0, "now_yd": 5.1, "after_yd": 2.2}
    ),
    "low for 55: carries 53.5": (
        Why.HEIGHT, {"trajectory": "low", "at_yd": 55.0, "carry_yd": 53.5}
    ),
    "one swing, every wedge": (Why.ONE_SWING, {}),
    "his uncle asked for it": (Why.OWN, {"words": "his uncle asked for it"}),
}  # fmt: skip


@pytest.fixture
def old(tmp_path: Path, django_db_blocker: Any) -> Iterator[tuple[MigrationExecutor, Any]]:
    """A database as it stood before sentences became codes, in the place of the usual one."""
    usual = connections["default"]
    settings = {**usual.settings_dict, "NAME": str(tmp_path / "old.sqlite3")}
    with django_db_blocker.unblock():
        connections["default"] = type(usual)(settings, "default")
        executor = MigrationExecutor(connections["default"])
        before = {
            "academy": "0006_safe_hands",
            "range_sessions": "0008_safe_hands",
            "matrix": "0003_safe_hands",
        }
        later = (*before, "practice")
        others = [n for n in executor.loader.graph.leaf_nodes() if n[0] not in later]
        targets = [*before.items(), *others]
        executor.migrate(targets)
        yield executor, executor.loader.project_state(targets).apps
        connections["default"].close()
        connections["default"] = usual


def filled(then: Any) -> None:
    academy = then.get_model("academy", "Academy").objects.create(name="W")
    scale = then.get_model("academy", "SwingScale").objects.create(name="Clock", academy=academy)
    student = then.get_model("academy", "Student").objects.create(
        name="Odile", academy=academy, scale=scale, created_at=NOON
    )
    entry = then.get_model("academy", "Entry")
    for i, words in enumerate(SENTENCES):
        at = NOON + timedelta(minutes=i)
        entry.objects.create(academy=academy, student=student, at=at, words=words)
    items = [{"club": "56", "swing": "9:00", "balls": 3, "reason": r} for r in REASONS]
    plan = then.get_model("range_sessions", "StoredPlan")
    plan.objects.create(student=student, title="close the gaps", items=items, made_at=NOON)


def test_a_database_of_sentences_becomes_one_of_codes(
    old: tuple[MigrationExecutor, Any],
) -> None:
    executor, then = old
    filled(then)
    executor.loader.build_graph()
    executor.migrate(executor.loader.graph.leaf_nodes())
    say = texts("yd")
    found = Entry.objects.order_by("at")
    for (was, now), entry in zip(SENTENCES.items(), found, strict=True):
        assert entry.code in set(Did), was
        assert entry.back is was.startswith("Took back")
        if now is not None:
            said = say.sentence(Said(Did(entry.code), entry.values))
            assert f"{'Took back: ' * entry.back}{said}" == now
    plan = apps.get_model("range_sessions", "StoredPlan").objects.get()
    assert [(i["why"]["code"], i["why"]["values"]) for i in plan.items] == list(REASONS.values())


@pytest.mark.parametrize("reason", REASONS)
def test_a_plan_of_an_old_student_file_is_read(reason: str) -> None:
    item = item_of({"club": "56", "balls": 3, "reason": reason, "note": "into the net"})
    code, values = REASONS[reason]
    assert item["why"] == {"code": code.value, "values": values}
    assert (item["place"], item["note"]) == ("net", "")


def test_the_database_decides_who_was_first_and_the_other_begins_again(
    api: Api, student: Student, wedge: Club, coach: Coach
) -> None:
    """The second sees what the first wrote, as if it had come later."""
    key, seen = "balls-today", []

    @raced
    def late() -> Entry:
        seen.append(Entry.objects.filter(key=key).count())
        if len(seen) == 1:  # looked before the other wrote
            twin = note(student, Did.BALLS_RECORDED, {}, by=coach, now=timezone.now())
            Entry.objects.filter(pk=twin.pk).update(key=key)
        return gather(
            student, key, Did.BALLS_RECORDED, {"first": "2026-05-31", "last": "2026-05-31"}, 1,
            by=coach, now=timezone.now(), change=None,  # type: ignore[arg-type]
        )  # fmt: skip

    first = note(student, Did.BALLS_RECORDED, {"balls": 1}, by=coach, now=timezone.now())
    Entry.objects.filter(pk=first.pk).update(key=key)
    assert late().pk == first.pk
    assert seen == [1, 1]
    assert api("PUT", f"/students/{student.pk}/balls", ball(wedge, "0", 60)).status_code == 200
    stored = Ball.objects.get()
    stored.pk = None
    with pytest.raises(IntegrityError), transaction.atomic():
        stored.save(force_insert=True)
