from __future__ import annotations

import hashlib
import secrets
from base64 import urlsafe_b64encode
from typing import Any

import django.db.models.deletion
from cryptography.hazmat.primitives.ciphers.aead import AESGCM
from cryptography.hazmat.primitives.hashes import SHA256
from cryptography.hazmat.primitives.kdf.hkdf import HKDF
from django.conf import settings
from django.db import migrations, models


def seal(apps: Any, schema: Any) -> None:
    """Secrets that stood there in clear are encrypted, and recovery codes kept as digests."""
    made = HKDF(algorithm=SHA256(), length=32, salt=None, info=b"oxgang second factor")
    cipher = AESGCM(made.derive(settings.SECRET_KEY.encode()))
    for device in apps.get_model("otp_totp", "TOTPDevice").objects.all():
        nonce = secrets.token_bytes(12)
        device.key = urlsafe_b64encode(nonce + cipher.encrypt(nonce, bytes.fromhex(device.key), None)).decode()
        device.save(update_fields=["key"])
    coaches = dict(apps.get_model("academy", "Coach").objects.values_list("user_id", "pk"))
    codes = apps.get_model("academy", "RecoveryCode").objects
    old = apps.get_model("otp_static", "StaticToken").objects
    for token in old.select_related("device"):
        if token.device.user_id in coaches:
            digest = hashlib.sha256(token.token.encode()).hexdigest()
            codes.create(coach_id=coaches[token.device.user_id], code_hash=digest)
    old.all().delete()
    apps.get_model("otp_static", "StaticDevice").objects.all().delete()


class Migration(migrations.Migration):
    dependencies = [
        ("academy", "0003_archived_scales"),
        ("otp_static", "0003_add_timestamps"),
        ("otp_totp", "0003_add_timestamps"),
    ]

    operations = [
        migrations.CreateModel(
            name="Factor",
            fields=[],
            options={"proxy": True, "indexes": [], "constraints": []},
            bases=("otp_totp.totpdevice",),
        ),
        migrations.CreateModel(
            name="RecoveryCode",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("code_hash", models.CharField(max_length=64)),
                (
                    "coach",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="recovery_codes",
                        to="academy.coach",
                    ),
                ),
            ],
        ),
        migrations.RunPython(seal, migrations.RunPython.noop),
    ]
