"""Rows, calls and results as plain data, as they are kept and sent."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict
from typing import Any

from oxgang.core.practice.forms import Call, Field, NetTarget, PracticeForm, Row, Step
from oxgang.core.practice.scoring import RoundBall
from oxgang.core.words.shots import CellKey, Spin, Strike, Tempo, Trajectory

Data = dict[str, Any]


def key_data(key: CellKey | None) -> Data | None:
    """A shot as data."""
    return None if key is None else asdict(key)


def key_of(data: Mapping[str, Any] | None) -> CellKey | None:
    """A shot from data."""
    if data is None:
        return None
    return CellKey(
        data["club"],
        data["swing"],
        Trajectory(data["trajectory"]),
        Spin(data["spin"]),
        Tempo(data["tempo"]),
    )


def planned_key(item: Mapping[str, Any]) -> CellKey:
    """The cell of a planned item; what is not said of it is usual."""
    return CellKey(
        item["club"],
        item["swing"],
        Trajectory(item.get("trajectory") or Trajectory.STOCK),
        Spin(item.get("spin") or Spin.CHECK),
        Tempo(item.get("tempo") or Tempo.NORMAL),
    )


def row_data(row: Row) -> Data:
    """A row as data."""
    return {**asdict(row), "shot": key_data(row.shot)}


def row_of(data: Mapping[str, Any]) -> Row:
    """A row from data."""
    return Row(
        form=PracticeForm(data["form"]),
        balls=data["balls"],
        shot=key_of(data.get("shot")),
        swing=data.get("swing") or "",
        step=Step(data.get("step") or Step.NARROW),
        from_yd=data.get("from_yd"),
        to_yd=data.get("to_yd"),
    )


def call_data(call: Call, field: Field | None = None) -> Data:
    """A call as data; with the yardages between which it is met [yd]."""
    tolerance = None if field is None else field.tolerance_yd
    at = call.yardage_yd
    return {
        **asdict(call),
        "shot": key_data(call.shot),
        "lo_yd": None if at is None or tolerance is None else at - tolerance,
        "hi_yd": None if at is None or tolerance is None else at + tolerance,
    }


def call_of(data: Mapping[str, Any]) -> Call:
    """A call from data."""
    mark = data.get("mark")
    return Call(
        data.get("yardage_yd"),
        key_of(data.get("shot")),
        None if mark is None else NetTarget(mark),
        data.get("balls", 1),
        data.get("given", False),
    )


def round_balls(balls: Sequence[Mapping[str, Any]]) -> list[RoundBall]:
    """The balls of a result from data."""
    return [
        RoundBall(b.get("carry_yd"), b.get("met"), Strike(b.get("strike") or Strike.SOLID)) for b in balls
    ]
