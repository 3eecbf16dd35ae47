from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("practice", "0001_version_1")]

    operations = [
        migrations.RenameField("round", "told", "score_only"),
        migrations.AlterField(
            model_name='picture',
            name='trajectory',
            field=models.CharField(blank=True, choices=[('low', 'low'), ('stock', 'stock'), ('high', 'high')], max_length=5),
        ),
    ]
