"""Prints the API's OpenAPI description, from which the front end's types are made."""

from __future__ import annotations

import json
import os
import sys

import django


def main() -> None:
    """Write the description to standard output."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "oxgang.config.settings")
    django.setup()
    from oxgang.api.main import api

    json.dump(api.get_openapi_schema(), sys.stdout, indent=1, sort_keys=True)
    sys.stdout.write("\n")


if __name__ == "__main__":
    main()
