"""The `oxgang` command."""

import os

# Before numpy is loaded: the model's matrices are small, and threads for them only wait for one
# another.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
