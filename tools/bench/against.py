"""Whether anything became slower: `make bench-against`, with REV for another release than the last tag.

The benchmarks of both trees run on this machine, in turns, in the environment that is installed here.
What they have in common is compared by its fastest median.
"""

from __future__ import annotations

import json
import os
import subprocess
import sys
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Final

ROOT: Final = Path(__file__).resolve().parents[2]
FILES: Final = ("test_speed.py", "test_flight_speed.py", "test_pick_speed.py")
# Slower by so much is said.
SLOWER: Final = 1.1
TURNS: Final = 2


def medians(tree: Path, report: Path) -> dict[str, float]:
    """The median [s] of each benchmark of a tree; a limit that is missed stops nothing."""
    subprocess.run(
        [sys.executable, "-m", "pytest", "-q", "--benchmark-only", f"--benchmark-json={report}"]
        + [f"tools/bench/{name}" for name in FILES if (tree / "tools/bench" / name).exists()],
        cwd=tree,
        env={**os.environ, "PYTHONPATH": f"{tree}/server", "OPENBLAS_NUM_THREADS": "1"},
        stdout=subprocess.DEVNULL,
        check=False,
    )
    found = json.loads(report.read_text())["benchmarks"]
    return {one["name"]: one["stats"]["median"] for one in found}


def last_release() -> str:
    """The newest tag; where there is none, the commit that named the version of today."""
    tag = subprocess.run(
        ["git", "describe", "--tags", "--abbrev=0"], cwd=ROOT, capture_output=True, text=True, check=False
    )
    if tag.returncode == 0:
        return tag.stdout.strip()
    named = ["git", "log", "-1", "--format=%h", "-G", "^__version__", "--", "server/oxgang/__init__.py"]
    return subprocess.run(named, cwd=ROOT, capture_output=True, text=True, check=True).stdout.strip()


def main(rev: str) -> int:
    """Compare, print and return how many became slower."""
    with TemporaryDirectory() as folder:
        before, report = Path(folder) / "before", Path(folder) / "report.json"
        subprocess.run(["git", "worktree", "add", "--detach", before, rev], cwd=ROOT, check=True)
        try:
            best: dict[str, dict[str, float]] = {"before": {}, "now": {}}
            for _ in range(TURNS):
                for name, tree in (("before", before), ("now", ROOT)):
                    for test, took in medians(tree, report).items():
                        best[name][test] = min(took, best[name].get(test, took))
        finally:
            subprocess.run(["git", "worktree", "remove", "--force", before], cwd=ROOT, check=True)
    slower = 0
    print(f"{'ms':60}{rev:>12}{'now':>12}{'times':>8}")
    for test in sorted(best["before"].keys() & best["now"].keys()):
        was, now = best["before"][test], best["now"][test]
        slower += now > SLOWER * was
        said = "  SLOWER" if now > SLOWER * was else ""
        print(f"{test[:58]:60}{1000 * was:12.1f}{1000 * now:12.1f}{now / was:8.2f}{said}")
    return slower


if __name__ == "__main__":
    sys.exit(1 if main(sys.argv[1] if len(sys.argv) > 1 and sys.argv[1] else last_release()) else 0)
