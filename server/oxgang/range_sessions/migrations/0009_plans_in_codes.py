"""Why balls are planned becomes a code with values. Nothing of today's code is used."""

import re

from django.db import migrations

AT_ONCE = 500
NUMBER = r"(\d+(?:\.\d+)?)"
NOW = rf"± {NUMBER} now, about ± {NUMBER} after"
REASONS = [
    (
        rf"only estimated at {NUMBER}, {NOW}",
        "plan-estimated",
        ["*carry_yd", "*now_yd", "*after_yd"],
    ),
    (rf"carries {NUMBER}, {NOW}", "plan-known", ["*carry_yd", "*now_yd", "*after_yd"]),
    (rf"([a-z ]+), {NOW}", "plan-doubtful", ["doubts", "*now_yd", "*after_yd"]),
    (rf"well known at {NUMBER}: has it moved\?", "plan-check", ["*carry_yd"]),
    (r"one swing, every wedge", "plan-one-swing", []),
    (
        rf"(low|stock|high) for {NUMBER}: carries {NUMBER}",
        "plan-height",
        ["trajectory", "*at_yd", "*carry_yd"],
    ),
    (r"spin from ([a-z-]+)", "plan-spin", ["lie"]),
    (r"tempo", "plan-tempo", []),
    (r"what the ball's place is worth", "plan-ball-place", []),
    (
        rf"closes {NUMBER} fallow yards at about {NUMBER}",
        "plan-closes",
        ["*closes", "*carry_yd"],
    ),
]
BETWEEN = re.compile(r".+ between .+ and (.{1,24})")
TRIM = re.compile(r"(?:.+, )?(?:ball .+|grip down .+)")
TITLES = {"close the gaps": "close-gaps"}


def why_of(reason):
    for pattern, code, names in REASONS:
        found = re.fullmatch(pattern, reason)
        if found:
            values = {}
            for name, text in zip(names, found.groups()):
                if name.startswith("*"):
                    values[name[1:]] = float(text)
                else:
                    values[name] = text.replace(" and ", ",")
            return {"code": code, "values": values}
    return {"code": "plan-own", "values": {"words": reason}}


def item_of(row):
    item = dict(row)
    reason = item.pop("reason", "") or ""
    item["why"] = why_of(reason) if reason else None
    note = item.get("note") or ""
    between = BETWEEN.fullmatch(note)
    item |= {"place": None, "between": "", "note": note}
    if note == "into the net":
        item |= {"place": "net", "note": ""}
    elif between:
        item |= {"between": between[1], "note": ""}
    elif TRIM.fullmatch(note):
        item["note"] = ""
    return item


def into_codes(apps, schema_editor):
    plans = apps.get_model("range_sessions", "StoredPlan").objects
    last = 0
    while rows := list(plans.filter(pk__gt=last).order_by("pk")[:AT_ONCE]):
        last = rows[-1].pk
        for row in rows:
            row.items = [item_of(item) for item in row.items]
            row.title = TITLES.get(row.title, row.title)
        plans.bulk_update(rows, ["items", "title"])


class Migration(migrations.Migration):
    dependencies = [("range_sessions", "0008_safe_hands")]

    operations = [migrations.RunPython(into_codes, migrations.RunPython.noop)]
