"""Two tiers of tests: `make test`, and `make test-all` with more values, days, themes and sizes."""

import os

import pytest

ALL = os.environ.get("OXGANG_TESTS") == "all"
only_in_all = pytest.mark.skipif(not ALL, reason="make test-all")
