"""Two tiers of tests: `make test`, and `make test-all` with more values, days, themes and sizes."""

import os

ALL = os.environ.get("OXGANG_TESTS") == "all"
