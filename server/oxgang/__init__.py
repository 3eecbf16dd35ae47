"""Oxgang: wedge distance matrices for golf academy coaches."""

import os

__version__ = "1.0.0"

# The matrices are small: a second thread of linear algebra costs more than it brings. Read by numpy
# when it is first imported.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
