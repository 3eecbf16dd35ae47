"""Settings of a test run: test mode, and a data folder of its own."""

import os
import tempfile

os.environ["OXGANG_MODE"] = "test"
os.environ["OXGANG_DATA"] = tempfile.mkdtemp(prefix="oxgang-test-")

from oxgang.config.settings import *  # noqa: F403
from oxgang.config.settings import DATABASES as USUAL
from oxgang.config.settings import ENV

# The tables as the models have them, at once; that the migrations make the same is a test
# (test_upgrade.py).
TEST = {"NAME": str(ENV.data / "test.sqlite3"), "MIGRATE": False}
DATABASES = {"default": {**USUAL["default"], "TEST": TEST}}
