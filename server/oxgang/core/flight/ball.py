"""The golf ball of the equipment rule.

References
----------
The R&A and USGA (2019), Equipment Rules, part 4, Conformance of Balls: weight at most 1.620 oz
(45.93 g), diameter at least 1.680 in (42.67 mm).
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
