from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("practice", "0001_version_1")]

    operations = [migrations.RenameField("round", "told", "score_only")]
