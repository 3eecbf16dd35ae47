"""Open file formats: bytes to records and back. No database and no framework."""
