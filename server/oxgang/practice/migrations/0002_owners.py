"""A coach's own words and protocols, beside those of the house."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('academy', '0010_people_and_settings'),
        ('practice', '0001_initial'),
    ]

    operations = [
        migrations.AddField(
            model_name='ownword',
            name='owner',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.coach'),
        ),
        migrations.AddField(
            model_name='routine',
            name='owner',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name='+', to='academy.coach'),
        ),
    ]
