"""The trade's computation: no framework, no database, no input or output."""
