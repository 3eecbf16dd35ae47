"""The golf ball of the equipment rule.

References
----------
The Rules of Golf, Equipment Rules, part 4 (conformance of balls): mass at most 45.93 g (1.620 oz),
diameter at least 42.67 mm (1.680 in). Quoted from memory.
"""

from __future__ import annotations

import math
from typing import Final

MASS_KG: Final = 0.04593
DIAMETER_M: Final = 0.04267
RADIUS_M: Final = DIAMETER_M / 2
AREA_M2: Final = math.pi * RADIUS_M**2
# Standard acceleration of gravity, exact by definition (3rd CGPM, 1901).
GRAVITY_MPS2: Final = 9.80665
RADPS_PER_RPM: Final = 2 * math.pi / 60
