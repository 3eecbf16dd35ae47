"""The log keeps codes and values; its sentences become codes. Nothing of today's code is used."""

import re
from datetime import datetime, timedelta

from django.db import migrations, models

AT_ONCE = 1000
BACK = "Took back: "
DAY = r"\d{1,2} [A-Z][a-z]{2}"
DATE = DAY + r" \d{4}"
WHEN = DAY + r" at \d{2}:\d{2}"
BALL = rf"(?P<carry>.+?) with (?P<club>.+) (?P<swing>\S+) of (?P<day>{DAY})"
TAKEN = {
    "the progress page": "report-pdf",
    "the whole student as a file": "student-json",
}
# The first that fits wins.
PATTERNS = [
    (r"Signed in from (?P<where>.+)", "log-signed-in"),
    (r"Signed out", "log-signed-out"),
    (r"Added the scale (?P<scale>.+)", "log-scale-added"),
    (r"Changed the scale (?P<scale>.+), without (?P<gone>.+)", "log-scale-shortened"),
    (r"Changed the scale (?P<scale>.+)", "log-scale-changed"),
    (r"Changed the set-ups", "log-setups-changed"),
    (r"Changed when a stage holds", "log-criteria-changed"),
    (rf"Changed the session of (?P<at>{WHEN}): .+", "log-session-changed"),
    (r"Changed the (?P<club>.+?): .+", "log-club-changed"),
    (r"Changed .+", "log-student-changed"),
    (r"Put the (?P<club>.+) back into the bag", "log-club-restored"),
    (r"Put the (?P<club>.+) into the bag", "log-club-added"),
    (r"Took the token of (?P<device>.+) away", "log-device-ended"),
    (r"Took the (?P<club>.+) out of the bag", "log-club-archived"),
    (r"Made a token for (?P<device>.+)", "log-device-made"),
    (r"Made a link to the card for (?P<days>\d+) days", "log-link-made"),
    (r"Ended a link to the card", "log-link-ended"),
    (r"(?P<device>.+) plays for (?P<student>.+) no more", "log-device-released"),
    (r"(?P<device>.+) plays for (?P<student>.+)", "log-device-claimed"),
    (r"Discarded (?P<balls>a|\d+) balls? of (?P<device>.+)", "log-device-balls-discarded"),
    (rf"Booked a session on (?P<at>{WHEN})", "log-session-booked"),
    (rf"Cancelled the session of (?P<at>{WHEN})", "log-session-cancelled"),
    (r"Took (?P<cells>\d+) carries from a matrix file", "log-carries-told"),
    (
        rf"Recorded (?P<balls>\d+) balls of (?P<first>{DAY}) to (?P<last>{DATE}) from a file",
        "log-balls-from-file",
    ),
    (rf"Recorded (?P<balls>\d+) balls of (?P<first>{DAY}) from a file", "log-balls-from-file"),
    (rf"Recorded (?P<balls>\d+) balls of (?P<first>{DAY})(?: to .+)?", "log-balls-recorded"),
    (rf"Withdrew {BALL}", "log-ball-withdrawn"),
    (rf"Brought back {BALL}", "log-ball-restored"),
    (rf"{BALL}: it was the (?P<to>.+)", "log-ball-club-changed"),
    (rf"{BALL}: .+", "log-ball-changed"),
    (r"Planned (?P<title>.+), (?P<balls>\d+) balls", "log-plan-kept"),
    (r"Homework (?P<title>.+), (?P<balls>\d+) balls", "log-homework-kept"),
    (r"Dropped the plan (?P<title>.+)", "log-plan-dropped"),
    (r"Dropped the homework (?P<title>.+)", "log-homework-dropped"),
    (
        rf"Wrote down: (?P<event>.+) \(the (?P<club>.+)\) on (?P<on>{DATE})",
        "log-event-of-club-added",
    ),
    (rf"Wrote down: (?P<event>.+) on (?P<on>{DATE})", "log-event-added"),
    (r"Kept (?P<balls>\d+) balls, (?P<aside>\d+) set aside", "log-balls-kept-some-aside"),
    (r"Kept (?P<balls>\d+) balls", "log-balls-kept"),
    (rf"Opened (?P<balls>\d+) balls of (?P<day>{DAY}) again", "log-day-reopened"),
    (r"Published version (?P<version>\d+)", "log-version-published"),
    (r"Brought (?P<student>.+) in from (?P<academy>.+)", "log-student-brought-in"),
    (r"Brought (?P<student>.+) back", "log-student-restored"),
    (r"Archived (?P<student>.+)", "log-student-archived"),
    (r"Added (?P<student>.+)", "log-student-added"),
    (r"Took away the card of version (?P<version>\d+)", "log-card-taken-away"),
    (r"Took away (?P<what>.+)", "log-taken-away"),
]
WITH_FIELDS = {
    "log-session-changed", "log-club-changed", "log-student-changed", "log-ball-changed",
    "log-ball-club-changed",
}  # fmt: skip
NUMBERS = {"days", "balls", "cells", "aside", "version"}
# What follows of a ball's change and was not told.
UNTOLD = {"arm_deg", "home_yd", "home_sd"}


def said(words, at, changes):
    """Code and values of a sentence of the log that was written at a moment."""
    for pattern, code in PATTERNS:
        found = re.fullmatch(pattern, words)
        if not found:
            continue
        values = {name: _value(name, text, at) for name, text in found.groupdict().items()}
        if any(value is None for value in values.values()):
            break
        if "carry" in values:
            values |= _carry(values.pop("carry"))
        if code in WITH_FIELDS:
            fields = _fields(changes)
            if not fields:
                break
            values["fields"] = fields
            values.setdefault("to", "")
        if code == "log-balls-from-file":
            values.setdefault("last", values["first"])
        if code == "log-balls-recorded":
            values["last"] = values["first"]
        return code, values
    return "log-said", {"words": words}


def _value(name, text, at):
    if name in NUMBERS:
        return 1 if text == "a" else int(text)
    if name == "at":
        return _near(text, "%d %b at %H:%M", at, "minutes")
    if name in ("first", "last", "day", "on"):
        if re.fullmatch(DATE, text):
            return datetime.strptime(text, "%d %b %Y").date().isoformat()
        return _near(text, "%d %b", at, None)
    if name == "what":
        return TAKEN.get(text, text.replace(".", "-"))
    return text


def _near(text, form, at, unit):
    """A day without its year, in the year that brings it nearest to the moment it was told."""
    best = None
    for year in (at.year - 1, at.year, at.year + 1):
        try:
            day = datetime.strptime(f"{year} {text}", f"%Y {form}")
        except ValueError:
            continue
        if best is None or abs(day - at) < abs(best - at):
            best = day
    if best is None or abs(best - at) > timedelta(days=400):
        return None
    return best.isoformat(timespec=unit) if unit else best.date().isoformat()


def _carry(text):
    if text == "a launch":
        return {"carry_yd": None, "launch": 1}
    try:
        return {"carry_yd": float(text.removesuffix(" yd")), "launch": 0}
    except ValueError:
        return {"carry_yd": None, "launch": 1}


def _fields(changes):
    if not changes or "before" not in changes[0]:
        return []
    before, after = changes[0]["before"], changes[0]["after"]
    return [
        [name.removesuffix("_id"), _shown(before.get(name)), _shown(value)]
        for name, value in after.items()
        if name not in UNTOLD
    ]


def _shown(value):
    return value if value is None or isinstance(value, (bool, int, float)) else str(value)[:120]


def into_codes(apps, schema_editor):
    entries = apps.get_model("academy", "Entry").objects
    last = 0
    while rows := list(entries.filter(pk__gt=last).order_by("pk")[:AT_ONCE]):
        last = rows[-1].pk
        for row in rows:
            row.back = row.words.startswith(BACK)
            words = row.words.removeprefix(BACK)
            row.code, row.values = said(words, row.at.replace(tzinfo=None), row.changes)
        entries.bulk_update(rows, ["code", "values", "back"])


def gather_no_more(apps, schema_editor):
    """An entry that was taken back, or a second one of its key, gathers no further balls."""
    entries = apps.get_model("academy", "Entry").objects
    keyed = entries.exclude(key="")
    keyed.filter(undone_by__isnull=False).update(key="")
    seen = set()
    for pk, *which in keyed.order_by("-pk").values_list("pk", "student", "key", "coach"):
        if tuple(which) in seen:
            entries.filter(pk=pk).update(key="")
        seen.add(tuple(which))


class Migration(migrations.Migration):
    dependencies = [("academy", "0006_safe_hands")]

    operations = [
        migrations.AddField(
            "entry",
            "code",
            models.CharField(max_length=40, default="log-said"),
            preserve_default=False,
        ),
        migrations.AddField("entry", "values", models.JSONField(default=dict)),
        migrations.AddField("entry", "back", models.BooleanField(default=False)),
        migrations.RunPython(into_codes, migrations.RunPython.noop),
        migrations.RunPython(gather_no_more, migrations.RunPython.noop),
        migrations.RemoveField("entry", "words"),
        migrations.AddConstraint(
            model_name="entry",
            constraint=models.UniqueConstraint(
                condition=models.Q(("key", ""), _negated=True),
                fields=("student", "key", "coach"),
                name="entry_gathers_once",
            ),
        ),
    ]
