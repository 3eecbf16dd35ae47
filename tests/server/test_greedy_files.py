"""Files that want more than a server has: bounded in bytes, cells and time, with a sentence."""

from __future__ import annotations

import io
import random
import subprocess
import sys
import time
import zipfile
from collections.abc import Callable

import openpyxl
import pytest
from oxgang.academy.models import Student
from oxgang.core.errors import FileError
from oxgang.files import limits
from oxgang.files.foreign import read_any
from oxgang.files.shots import read_shots

from tests.server.conftest import Api

# What a file may cost that is refused, beside a plain one.
MOST_TIMES = 40
NAMESPACE = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"
HEAD, TAIL = f'<worksheet xmlns="{NAMESPACE}"><sheetData>', "</sheetData></worksheet>"


def workbook(rows: int = 3) -> bytes:
    book = openpyxl.Workbook()
    sheet = book.active
    assert sheet is not None
    sheet.append(["date", "club", "swing", "carry_yd", "note"])
    for i in range(rows):
        sheet.append(["2026-05-20", "56", "9:00", 60 + i, f"ball {i}"])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def with_part(name: str, content: str | bytes) -> bytes:
    """A workbook with one of its parts exchanged."""
    out = io.BytesIO()
    with (
        zipfile.ZipFile(io.BytesIO(workbook())) as source,
        zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made,
    ):
        for part in source.namelist():
            made.writestr(part, content if part == name else source.read(part))
        if name not in source.namelist():
            made.writestr(name, content)
    return out.getvalue()


def sheet(rows: str) -> bytes:
    return with_part("xl/worksheets/sheet1.xml", HEAD + rows + TAIL)


def entities() -> str:
    nested = "".join(f'<!ENTITY {chr(98 + i)} "{("&" + chr(97 + i) + ";") * 10}">' for i in range(8))
    return f'<!DOCTYPE l [<!ENTITY a "{"x" * 10}">{nested}]>'


CELL = '<row><c t="inlineStr"><is><t>{}</t></is></c></row>'
GREEDY: dict[str, tuple[Callable[[], bytes], str]] = {
    "a bomb of rows": (lambda: sheet("<row><c><v>1</v></c></row>" * 4_000_000), "unpacks to"),
    "a bomb of cells": (lambda: sheet("<row>" + "<c/>" * 11_000_000 + "</row>"), "too large"),
    "a bomb of text": (
        lambda: with_part("xl/sharedStrings.xml", b"<sst>" + b" " * 30_000_000 + b"</sst>"),
        "MB of text",
    ),
    "30,000 columns": (lambda: sheet(f"<row>{'<c><v>1</v></c>' * 30_000}</row>" * 2), "columns"),
    "an entity bomb": (
        lambda: with_part("xl/worksheets/sheet1.xml", entities() + HEAD + CELL.format("&i;") + TAIL),
        "can't be read|can be read",
    ),
    "a file of the server": (
        lambda: with_part(
            "xl/worksheets/sheet1.xml",
            '<!DOCTYPE l [<!ENTITY a SYSTEM "file:///etc/passwd">]>' + HEAD + CELL.format("&a;") + TAIL,
        ),
        "can't be read",
    ),
    "a thousand parts": (
        lambda: _parts(1200),
        "parts",
    ),
    "30,000 columns of CSV": (
        lambda: (",".join(f"c{i}" for i in range(30_000)) + "\n" + "1," * 29_999 + "1\n").encode(),
        "columns",
    ),
    "too many rows of CSV": (lambda: b"club,swing,carry_yd\n" + b"56,9:00,60\n" * 130_000, "rows"),
    "a cell of a novel": (lambda: b"club,swing,carry_yd\n56,9:00," + b"6" * 20_000, "field"),
    "more bytes than are read": (lambda: b"x" * (limits.MOST_BYTES + 1), "MB"),
}


def _parts(number: int) -> bytes:
    out = io.BytesIO(workbook())
    with zipfile.ZipFile(out, "a") as made:
        for i in range(number):
            made.writestr(f"x{i}", "")
    return out.getvalue()


@pytest.mark.parametrize("kind", GREEDY)
def test_greedy_files_are_refused_with_a_sentence_before_they_cost_much(
    api: Api, student: Student, kind: str
) -> None:
    make, words = GREEDY[kind]
    data = make()
    plain = workbook(500)
    started = time.process_time()
    assert api.upload(f"/students/{student.pk}/files/look", plain).status_code == 200
    between = time.process_time()
    refused = api.upload(f"/students/{student.pk}/files/look", data)
    # In the processor's time, beside a plain file of 500 rows.
    assert time.process_time() - between < MOST_TIMES * (between - started)
    assert refused.status_code == 422, refused.content
    title = refused.json()["title"]
    assert any(word in title for word in words.split("|")), title
    assert "passwd" not in title
    assert "root" not in title


def test_damaged_workbooks_never_break_the_server(api: Api, student: Student) -> None:
    """34 of 125 did: every damage is a refusal, or still a table."""
    whole = workbook(20)
    chance = random.Random(12)
    kinds = set()
    for number in range(125):
        damaged = bytearray(whole)
        if number % 3 == 0:
            damaged = damaged[: chance.randrange(30, len(damaged))]
        elif number % 3 == 1:
            for _ in range(chance.randrange(1, 40)):
                damaged[chance.randrange(len(damaged))] = chance.randrange(256)
        else:  # damaged inside of what is packed
            with zipfile.ZipFile(io.BytesIO(whole)) as source:
                name = chance.choice(source.namelist())
                part = bytearray(source.read(name))
                for _ in range(chance.randrange(1, 30)):
                    part[chance.randrange(len(part))] = chance.randrange(256)
            damaged = bytearray(with_part(name, bytes(part)))
        answer = api.upload(f"/students/{student.pk}/files/look", bytes(damaged))
        kinds.add(answer.status_code)
        assert answer.status_code in (200, 422), (number, answer.content)
        if answer.status_code == 422:
            assert len(answer.json()["title"]) > 10
    assert kinds == {200, 422}


DJANGO = """
import os, django
os.environ.update(DJANGO_SETTINGS_MODULE="oxgang.config.settings", OXGANG_MODE="test")
django.setup()
"""
MEASURE = """
from pathlib import Path
from oxgang.files.foreign import read_any
from oxgang.files.mapping import ColumnMapping, guess, read_mapped
row = "2026-05-{:02d},56,9:00,{:.4f},{:.3f},{:.2f},{:.3f},a note of ball {},{},{}"
lines = ["date,club,swing,carry_yd,launch_deg,spin_rpm,ball_speed_mph,note,n1,n2"]
lines += [row.format(1 + i % 28, 40 + i % 5000 / 100, 20 + i % 2000 / 100, 4000 + i % 3000 / 7,
          50 + i % 999 / 99, i, i * 7, i * 3) for i in range(100_000)]
data = "\\n".join(lines).encode()
del lines
table = read_any(data)
read = read_mapped(table, ColumnMapping(guess(table)))
assert len(read.rows) == 100_000, read.problems[:2]
# Not getrusage: its peak is inherited from the process that started this one.
(peak,) = [x for x in Path("/proc/self/status").read_text().splitlines() if x.startswith("VmHWM:")]
print(int(peak.split()[1]) / 1024)
"""


PICTURES = """
import io
from pathlib import Path
from PIL import Image
from oxgang.practice.services.pictures import reencoded
def megabytes(name):
    (line,) = [x for x in Path("/proc/self/status").read_text().splitlines() if x.startswith(name)]
    return int(line.split()[1]) / 1024
out = io.BytesIO()
Image.new("RGB", (7000, 7000), "green").save(out, "PNG", compress_level=1)
photo = io.BytesIO()
Image.new("RGB", (3000, 2000), "green").save(photo, "JPEG")
reencoded(photo.getvalue())
before = megabytes("VmRSS:")
Path("/proc/self/clear_refs").write_text("5")
reencoded(out.getvalue())
peak = megabytes("VmHWM:")
for _ in range(20):
    reencoded(photo.getvalue())
print(max(peak - before, 5 * (megabytes("VmRSS:") - before)))
"""


@pytest.mark.parametrize("measure", [MEASURE, DJANGO + PICTURES], ids=["table", "picture"])
def test_the_largest_file_that_is_read_takes_less_than_500_mb(measure: str) -> None:
    """A table; a picture of 49 million points, after which the memory comes back to within 100 MB."""
    done = subprocess.run([sys.executable, "-c", measure], capture_output=True, text=True, check=True)
    assert float(done.stdout) < 500


def test_a_table_is_stopped_by_the_clock(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(limits, "MOST_SECONDS", -1.0)
    with pytest.raises(FileError, match="seconds"):
        read_shots(b"club,swing,carry_yd\n" + b"56,9:00,60\n" * 600)
    monkeypatch.setattr(limits, "MOST_SECONDS", 20.0)
    assert len(read_any(workbook(600)).rows) == 600
