"""Put faults into core, one at a time, and see whether the tests that belong to it notice.

`make mutants` draws a sample with a fixed seed (`SAMPLE=all` tries every one) and writes
docs/tests.md. A fault is noticed when a test fails, breaks, or does not come to an end.
"""

from __future__ import annotations

import argparse
import os
import random
import shutil
import signal
import sys
import tempfile
import time
from collections import defaultdict
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Final

from tools.mutants.faults import Fault, faults_in

ROOT: Final = Path(__file__).parents[2]
CORE: Final = ROOT / "server/oxgang/core"
# The tests that belong to a room, the quickest first.
TESTS: Final = {
    "ground": ["test_ground", "test_coverage"],
    "keeping": ["test_keeping", "test_drift"],
    "practice": ["test_practice", "test_offline", "test_plan", "test_keeping"],
    "carry": ["test_carry", "test_plan", "test_coverage", "test_keeping"],
    "pick": ["test_rules", "test_contact", "test_pick_choice", "test_offline", "test_pick"],
    "words": ["test_units", "test_strikes", "test_lesson", "test_files", "test_ground", "test_keeping"],
}
# The pick is held against simulation instead of against what it said; words compute nothing by themselves.
NOT_GOLDEN: Final = {"pick", "words"}
EDGES: Final = ("tests/core/test_edges.py", "tests/core/test_keeping_edges.py")
GOLDEN: Final = "tests/core/test_golden.py::test_core_says_what_it_said[{}]"
SEED: Final = 13
# Well beyond what the slowest of these tests needs: a fault must not pass for noticed by it.
LONGEST_S: Final = 300
# Loaded once; every fault is tried in a process of its own that begins from here.
HEAVY: Final = (
    "numpy",
    "scipy.optimize",
    "scipy.stats",
    "scipy.linalg",
    "sklearn.gaussian_process",
    "sklearn.isotonic",
    "statsmodels.api",
    "hypothesis",
    "pytest",
    "django",
    "typer.testing",
    "pydantic",
    "_pytest.assertion.rewrite",
)


def drawn() -> list[Fault]:
    """All faults, in an order that is drawn once and for all."""
    everything = []
    for room in TESTS:
        for file in sorted((CORE / room).rglob("*.py")):
            everything += faults_in(file)
    chance = random.Random(SEED)
    chance.shuffle(everything)
    return everything


def noticed(fault: Fault) -> bool:
    """Whether a test fails with the fault in place."""
    with tempfile.TemporaryDirectory() as folder:
        tree = Path(folder)
        shutil.copytree(ROOT / "server/oxgang/core", tree / "oxgang/core")
        for name in ("files", "texts", "cli", "monitor"):
            (tree / "oxgang" / name).symlink_to(ROOT / "server/oxgang" / name)
        shutil.copy(ROOT / "server/oxgang/__init__.py", tree / "oxgang")
        (tree / "tests").symlink_to(ROOT / "tests")
        (tree / fault.file.relative_to(ROOT / "server")).write_text(fault.source)
        room = fault.file.relative_to(CORE).parts[0]
        tests = [f"tests/core/{name}.py" for name in TESTS[room]]
        golden = [] if room in NOT_GOLDEN else [*EDGES, GOLDEN.format(room)]
        return _fails(tree, [*golden, *tests])


def _fails(tree: Path, tests: list[str]) -> bool:
    child = os.fork()
    if not child:
        _run(tree, tests)
    until = time.monotonic() + LONGEST_S
    while time.monotonic() < until:
        done, status = os.waitpid(child, os.WNOHANG)
        if done:
            return os.waitstatus_to_exitcode(status) != 0
        time.sleep(0.05)
    os.kill(child, signal.SIGKILL)
    os.waitpid(child, 0)
    return True


def _run(tree: Path, tests: list[str]) -> None:
    import pytest

    os.setsid()
    os.chdir(tree)
    quiet = os.open(os.devnull, os.O_WRONLY)
    os.dup2(quiet, 1)
    os.dup2(quiet, 2)
    sys.path[:0] = [str(tree)]
    code = 1
    try:
        code = int(
            pytest.main(
                [
                    "-x",
                    "-q",
                    "-p",
                    "no:cacheprovider",
                    "-p",
                    "no:django",
                    "-p",
                    "no:schemathesis",
                    "--hypothesis-seed=0",
                    "--rootdir",
                    str(tree),
                    "-c",
                    os.devnull,
                    "--import-mode=importlib",
                    *tests,
                ]
            )
        )
    finally:
        os._exit(code)


def report(tried: list[tuple[Fault, bool]], whole: int) -> str:
    """docs/tests.md's part on faults."""
    rooms: dict[str, list[bool]] = defaultdict(list)
    for fault, seen in tried:
        rooms[fault.file.relative_to(CORE).parts[0]].append(seen)
    seen_in_all = sum(seen for _, seen in tried)
    lines = [
        f"{len(tried)} of {whole} faults tried (seed {SEED}); "
        f"**{100 * seen_in_all / len(tried):.0f} % noticed**.",
        "",
        "| Room | Faults | Noticed |",
        "|---|---|---|",
        *(f"| core/{room} | {len(r)} | {100 * sum(r) / len(r):.0f} % |" for room, r in rooms.items()),
        "",
        "Not noticed:",
        "",
    ]
    for fault, seen in sorted(tried, key=lambda t: (t[0].file, t[0].line)):
        if not seen:
            place = fault.file.relative_to(CORE)
            lines.append(f"- `{place}:{fault.line}` {fault.what}")
    return "\n".join(lines)


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--sample", default="200")
    parser.add_argument("--room", choices=[*TESTS], help="faults of this room only")
    parser.add_argument("--into", type=Path, default=ROOT / "docs/tests.md")
    options = parser.parse_args()
    for name in HEAVY:
        __import__(name)
    everything = drawn()
    rooms = [options.room] if options.room else [*TESTS]
    everything = [f for f in everything if f.file.relative_to(CORE).parts[0] in rooms]
    for room in rooms:
        whole = CORE / room / "__init__.py"
        if noticed(Fault(whole, 0, "nothing", whole.read_text())):
            sys.exit(f"The tests of core/{room} fail without a fault.")
    chosen = everything if options.sample == "all" else everything[: int(options.sample)]
    tried = []
    with ThreadPoolExecutor(os.cpu_count()) as pool:
        for fault, seen in zip(chosen, pool.map(noticed, chosen), strict=True):
            tried.append((fault, seen))
            if not seen:
                place = fault.file.relative_to(CORE)
                print(f"{len(tried)}: {place}:{fault.line} {fault.what}", flush=True)
    words = report(tried, len(everything))
    print(words.splitlines()[0])
    text = options.into.read_text() if options.into.exists() else "<!-- faults -->\n"
    head = text.split("<!-- faults -->")[0]
    options.into.write_text(f"{head}<!-- faults -->\n{words}\n")


if __name__ == "__main__":
    main()
