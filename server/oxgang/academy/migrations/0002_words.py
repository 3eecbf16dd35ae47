from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('academy', '0001_version_1'),
    ]

    operations = [
        migrations.AlterField(
            model_name='event',
            name='kind',
            field=models.CharField(choices=[('new club', 'new club'), ('club bent', 'club bent'), ('new grooves', 'new grooves'), ('other ball', 'other ball'), ('technique', 'technique'), ('other school', 'other school'), ('injury', 'injury'), ('growth', 'growth'), ('season break', 'season break'), ('numbers moved', 'numbers moved')], max_length=13),
        ),
        migrations.AlterField(
            model_name='event',
            name='trajectory',
            field=models.CharField(blank=True, choices=[('low', 'low'), ('stock', 'stock'), ('high', 'high')], max_length=5),
        ),
    ]
