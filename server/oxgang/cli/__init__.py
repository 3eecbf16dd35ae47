"""The `oxgang` command."""
