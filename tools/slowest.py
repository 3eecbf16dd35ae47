"""What the last `make test` counted, and its five slowest parts, from the reports of its runs (JUnit XML)."""

from __future__ import annotations

import sys
from collections import Counter
from pathlib import Path
from xml.etree import ElementTree

MOST = 5


def seconds_by_file(reports: list[Path]) -> Counter[str]:
    """Seconds of the tests of each file, all workers added up."""
    taken: Counter[str] = Counter()
    for report in reports:
        for case in ElementTree.parse(report).iter("testcase"):
            taken[case.get("classname", "")] += float(case.get("time", 0))  # type: ignore[assignment]
    return taken


def counts(reports: list[Path]) -> list[str]:
    """What tests have counted, a line each."""
    return [
        f"{one.get('name')}: {one.get('value')}"
        for report in reports
        for one in ElementTree.parse(report).iter("property")
    ]


if __name__ == "__main__":
    reports = sorted(Path(sys.argv[1]).glob("*.xml"))
    for line in counts(reports):
        print(f"  {line}")
    found = seconds_by_file(reports)
    print(f"The slowest of {sum(found.values()):.0f} s in tests:")
    for name, seconds in found.most_common(MOST):
        print(f"  {seconds:6.0f} s  {name}")
