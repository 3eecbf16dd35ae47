"""Prints what others work from: the API's OpenAPI description, the student file's schema, words."""

from __future__ import annotations

import json
import os
import sys

import django


def main() -> None:
    """Write to standard output: the description, or with an argument `student`, `words`, `phone de` those."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "oxgang.config.settings")
    django.setup()
    from django.http import HttpRequest

    from oxgang.api.account.router import words
    from oxgang.api.main import api
    from oxgang.api.transfer.schemas import StudentFile
    from oxgang.texts.language import Language
    from oxgang.texts.phone import phone_words

    if sys.argv[1:] == ["student"]:
        json.dump(StudentFile.model_json_schema(), sys.stdout, indent=1)
    elif sys.argv[1:2] == ["phone"]:
        json.dump(phone_words(Language(sys.argv[2])), sys.stdout, indent=2, ensure_ascii=False)
    elif sys.argv[1:] == ["words"]:
        out = words(HttpRequest()).model_dump(mode="json", exclude={"texts"})
        json.dump(out, sys.stdout, indent=1, ensure_ascii=False)
    else:
        json.dump(api.get_openapi_schema(), sys.stdout, indent=1, sort_keys=True)
    sys.stdout.write("\n")


if __name__ == "__main__":
    main()
