"""The edge where codes become sentences: one file of messages for each language."""
