"""Settings of a test run: test mode, and a data folder of its own."""

import os
import tempfile

os.environ["OXGANG_MODE"] = "test"
os.environ["OXGANG_DATA"] = tempfile.mkdtemp(prefix="oxgang-test-")

from oxgang.config.settings import *  # noqa: F403
from oxgang.config.settings import DATABASES

# The tables as the models have them, at once; that the migrations make the same is a test
# (test_upgrade.py).
DATABASES["default"]["TEST"]["MIGRATE"] = False
