from django.db import migrations, models

# What the log's changes, which can be undone, call by names that columns no longer have.
FIELDS = {
    "range_sessions.Ball": {"kept": "accepted", "home_yd": "standard_yd", "home_sd": "standard_sd"},
    "range_sessions.ToldCell": {"told_on": "imported_on", "told_by_id": "imported_by_id"},
    "practice.Round": {"told": "score_only"},
}
MODELS = {"range_sessions.ToldCell": "range_sessions.ImportedCarry"}


def rename_in_log(apps, schema_editor):
    Entry = apps.get_model("academy", "Entry")
    for entry in Entry.objects.exclude(changes=[]).only("changes").iterator():
        touched = False
        for change in entry.changes:
            row = change["row"]
            names = FIELDS.get(row, {})
            for side in ("before", "after"):
                if names.keys() & change[side].keys():
                    change[side] = {names.get(name, name): value for name, value in change[side].items()}
                    touched = True
            if row in MODELS:
                change["row"] = MODELS[row]
                touched = True
        if touched:
            entry.save(update_fields=["changes"])


class Migration(migrations.Migration):
    """Columns get the terms that the code uses: accepted, standard carry, imported carry."""

    dependencies = [("academy", "0001_version_1"), ("range_sessions", "0001_version_1")]

    operations = [
        migrations.RenameField("ball", "kept", "accepted"),
        migrations.RenameField("ball", "home_yd", "standard_yd"),
        migrations.RenameField("ball", "home_sd", "standard_sd"),
        migrations.RemoveConstraint("toldcell", "told_once_a_cell"),
        migrations.RenameModel("ToldCell", "ImportedCarry"),
        migrations.RenameField("importedcarry", "told_on", "imported_on"),
        migrations.RenameField("importedcarry", "told_by", "imported_by"),
        migrations.AddConstraint(
            "importedcarry",
            models.UniqueConstraint(
                fields=["student", "club", "swing", "trajectory", "spin", "tempo"],
                name="imported_once_a_cell",
            ),
        ),
        migrations.AlterField(
            model_name='importedcarry',
            name='spin',
            field=models.CharField(choices=[('release', 'release'), ('check', 'check'), ('grab', 'grab')], max_length=7),
        ),
        migrations.AlterField(
            model_name='importedcarry',
            name='tempo',
            field=models.CharField(choices=[('slower', 'slower'), ('normal', 'normal'), ('faster', 'faster')], max_length=6),
        ),
        migrations.AlterField(
            model_name='importedcarry',
            name='trajectory',
            field=models.CharField(choices=[('low', 'low'), ('stock', 'stock'), ('high', 'high')], max_length=5),
        ),
        migrations.RunPython(rename_in_log, migrations.RunPython.noop),
    ]
