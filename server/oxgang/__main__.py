"""`python -m oxgang` is the `oxgang` command."""

from oxgang.cli.main import app

app()
