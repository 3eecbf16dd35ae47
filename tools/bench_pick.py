"""`make bench-pick`: what the pick costs where the ground runs otherwise than believed.

An independent judge: it takes what `oxgang pick` prints (shots, kinds of mishits, the baseline's knots),
plays balls one by one and shares no code with core/pick. 200 situations for each of five students; the
ground runs as believed, a third less, and a third more.
Writes its table into docs/pick.md between its markers. Takes some minutes.
"""

from __future__ import annotations

import csv
import json
import multiprocessing
import tempfile
from pathlib import Path
from typing import Any, Final, NamedTuple

import numpy as np
from numpy.typing import NDArray
from oxgang.cli.main import app
from typer.testing import CliRunner

Array = NDArray[np.float64]

DOCS = Path(__file__).resolve().parents[1] / "docs" / "pick.md"
EXAMPLE = DOCS.parent / "examples"
BEGIN, END = "<!-- figures: make bench-pick -->", "<!-- end of figures -->"
SEED, BALLS, SITUATIONS = 2026, 2000, 200
# Invented students: handicap, length against the example's, scatter against it.
STUDENTS: Final = ((0, 1.2, 0.8), (8, 1.08, 0.9), (18, 1.0, 1.0), (26, 0.9, 1.3), (36, 0.78, 1.6))


# How far balls run, as a share of what is believed.
RULES: Final = {"as believed": 1.0, "a third less": 2 / 3, "a third more": 4 / 3}
# What the playing itself does not settle [strokes].
NOTHING: Final = 0.02


class Situation(NamedTuple):
    """A class of situations, the options of the command and the trouble by kind and ends [yd]."""

    kind: str
    pin: float
    front: float
    back: float
    options: tuple[str, ...]
    trouble: tuple[tuple[str, float, float], ...]


def situations(rng: np.random.Generator) -> list[Situation]:
    """So many, every class as often."""
    found = []
    kinds = ["plain", "front pin over sand", "back pin", "into the wind", "downwind", "firm front", "rough"]
    kinds += ["raised firm front", "water behind", "soft"]
    for i in range(SITUATIONS):
        kind, pin = kinds[i % len(kinds)], float(round(rng.uniform(32, 92)))
        front, back, options, trouble = 8.0, 10.0, [], []
        if "front" in kind:
            front, back = 4.0, 14.0
        if kind == "back pin":
            front, back = 14.0, 4.0
        if "sand" in kind:
            trouble.append(("bunker", pin - 14, pin - 6))
        if "water" in kind:
            trouble.append(("water", pin + 12, pin + 30))
        options += ["--green", "firm"] if "firm" in kind else ["--green", "soft"] if kind == "soft" else []
        options += ["--raised-m", "2"] if "raised" in kind else []
        options += ["--lie", "rough-up"] if kind == "rough" else []
        wind = {"into the wind": 5, "downwind": -5}.get(kind, 0)
        options += ["--headwind-mps", str(wind)]
        found.append(Situation(kind, pin, front, back, tuple(options), tuple(trouble)))
    return found


def matrix_of(length: float, scatter: float, folder: Path) -> Path:
    """The example's matrix for a student of this length and scatter."""
    rows = list(csv.DictReader((EXAMPLE / "pick-matrix.csv").open()))
    for row in rows:
        for name in ("carry_yd", "carry_lo_yd", "carry_hi_yd"):
            row[name] = f"{float(row[name]) * length:.2f}"
        row["shot_sd_yd"] = f"{float(row['shot_sd_yd']) * length * scatter:.2f}"
    path = folder / f"{length}.csv"
    with path.open("w", newline="") as file:
        writer = csv.DictWriter(file, rows[0])
        writer.writeheader()
        writer.writerows(rows)
    return path


def asked(path: Path, handicap: float, s: Situation) -> dict[str, Any] | None:
    """What the command says; None where no shot gets there."""
    options = ["--pin", s.pin, "--front", s.front, "--back", s.back, "--handicap", handicap, *s.options]
    for kind, start, end in s.trouble:
        options += ["--trouble", f"{kind}:{start:g}-{end:g}"]
    bag = EXAMPLE / "pick-bag.csv"
    result = CliRunner().invoke(app, ["pick", str(path), "--bag", str(bag), *map(str, options)])
    said: dict[str, Any] | None = json.loads(result.stdout) if result.exit_code == 0 else None
    return said


def strokes_at(said: dict[str, Any], s: Situation, x: Array, y: Array, hit_on: Array | None) -> Array:
    """Strokes in all for balls that finish at x along and y across [yd]; `hit_on` is where they came
    down, for what trouble catches."""
    off = np.hypot(x - s.pin, y)
    knots = {name: np.array(rows).T for name, rows in said["baseline"].items()}

    def need(surface: str, away: Array) -> Array:
        at, strokes = knots[surface]
        return np.asarray(np.interp(away * (3.0 if surface == "green" else 1.0), at, strokes))

    green = (x > s.pin - s.front) & (x < s.pin + s.back) & (np.abs(y) < 9)
    cost = np.where(green, need("green", off), need("rough", off))
    cost = np.where(x < s.pin - s.front, need("fairway", off), cost)
    for kind, start, end in s.trouble:
        in_it = (x > start) & (x < end)
        if kind == "bunker":
            there, edge = need("bunker", off), need("bunker", np.hypot(start + 1 - s.pin, y))
        else:
            there = np.full(x.shape, 1.0) + need("rough", np.abs(np.array([s.pin - max(0.0, start - 2)])))
            edge = there
        cost = np.where(in_it, np.maximum(cost, there), cost)
        if hit_on is not None:
            caught = (hit_on < end) & (x >= end) | (hit_on > start) & (hit_on < end) & ~in_it
            cost = np.where(caught, np.maximum(cost, edge), cost)
    return np.asarray(1 + cost)


def mean_strokes(said: dict[str, Any], s: Situation, runs: float, rng: np.random.Generator) -> Array:
    """Mean strokes of each shot that was printed, the same balls for each."""
    z = rng.standard_normal((4, BALLS))
    kinds = said["mishits"]
    share = np.array([kind["share"] for kind in kinds])
    which = rng.choice(len(kinds), BALLS, p=share / share.sum())
    bad = rng.random(BALLS)
    means = []
    for shot in said["shots"]:
        run = runs * shot["run_yd"]
        came = shot["carry_yd"] + shot["carry_sd_yd"] * z[0]
        solid = came + run + shot["run_sd_yd"] * z[1]
        whole = shot["carry_yd"] + run
        at, wide, wider = (np.array([k[n] for k in kinds])[which] for n in ("finish", "finish_sd", "wide"))
        missed = whole * (at + wide * z[2])
        out = bad < shot["mishit_share"]
        x = np.where(out, missed, solid)
        y = shot["lateral_sd_yd"] * z[3] * np.where(out, wider, 1.0)
        means.append(strokes_at(said, s, x, y, np.where(out, x, came)).mean())
    return np.array(means)


class Told(NamedTuple):
    """One pick: its class, what it costs over the best by each rule, and whether it was shown as sure."""

    kind: str
    over: tuple[float, ...]
    sure: bool


def play(student: tuple[int, float, float]) -> list[Told]:
    """All situations of one student."""
    handicap, length, scatter = student
    rng = np.random.default_rng([SEED, handicap])
    found = []
    with tempfile.TemporaryDirectory() as folder:
        path = matrix_of(length, scatter, Path(folder))
        for s in situations(rng):
            said = asked(path, handicap, s)
            if said is None:
                continue
            costs = [mean_strokes(said, s, runs, rng) for runs in RULES.values()]
            over = tuple(float(c[said["best"]] - c.min()) for c in costs)
            found.append(Told(s.kind, over, said["either"] is None))
    return found


def report() -> list[str]:
    """Play it all and write the table."""
    with multiprocessing.Pool() as pool:
        told = [one for some in pool.map(play, STUDENTS) for one in some]
    lines = ["| strokes over the best | " + " | ".join(RULES) + " |", "|---" * (len(RULES) + 1) + "|"]
    for kind in (*dict.fromkeys(one.kind for one in told), "all"):
        means = np.mean([one.over for one in told if kind in (one.kind, "all")], axis=0)
        lines.append(f"| {kind} | " + " | ".join(f"{value:.3f}" for value in means) + " |")
    sure = [one for one in told if one.sure]
    flips = sum(max(one.over) > NOTHING for one in sure)
    return [
        *lines,
        "",
        f"{len(told)} picks; {len(sure)} of them shown as sure, {100 * flips / max(len(sure), 1):.0f} %",
        f"of those cost over {NOTHING} strokes more than another shot where it runs a third less or more.",
    ]


if __name__ == "__main__":
    text = "\n".join(report())
    print(text)
    page = DOCS.read_text()
    start, end = page.index(BEGIN) + len(BEGIN), page.index(END)
    DOCS.write_text(page[:start] + "\n\n" + text + "\n\n" + page[end:])
