"""What was kept of students had sentences in it: it is computed anew with codes."""

import json

from django.db import migrations

AT_ONCE = 500


def empty_reasons(apps, schema_editor):
    """A row stays in the list, without its reasons, until it has been looked at again."""
    summaries = apps.get_model("matrix", "Summary").objects
    last = 0
    while rows := list(summaries.filter(pk__gt=last).order_by("pk")[:AT_ONCE]):
        last = rows[-1].pk
        for row in rows:
            row.reasons = []
            row.content = json.dumps({**json.loads(row.content), "reasons": []})
        summaries.bulk_update(rows, ["reasons", "content"])
    apps.get_model("matrix", "StoredMatrix").objects.all().delete()
    apps.get_model("academy", "Student").objects.update(stale=True)


class Migration(migrations.Migration):
    dependencies = [
        ("matrix", "0003_safe_hands"),
        ("academy", "0007_did_in_codes"),
    ]

    operations = [migrations.RunPython(empty_reasons, migrations.RunPython.noop)]
