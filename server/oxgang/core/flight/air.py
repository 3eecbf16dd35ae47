"""Density of moist air from temperature, humidity and pressure or altitude.

References
----------
Picard et al. (2008), "Revised formula for the density of moist air (CIPM-2007)", Metrologia 45,
149; ISO 2533 (1975) / ICAO standard atmosphere. Constants from memory; checked in the tests against
two reference libraries.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from oxgang.core.errors import InputError

GAS_J_PER_MOL_K: Final = 8.314472
DRY_AIR_KG_PER_MOL: Final = 28.96546e-3
WATER_KG_PER_MOL: Final = 18.01528e-3
SEA_LEVEL_PA: Final = 101_325.0
SEA_LEVEL_K: Final = 288.15
LAPSE_K_PER_M: Final = 0.0065
PRESSURE_EXPONENT: Final = 5.255876
ZERO_C_K: Final = 273.15

TEMPERATURE_RANGE_C: Final = (-30.0, 55.0)
ALTITUDE_RANGE_M: Final = (-430.0, 5000.0)


@dataclass(frozen=True, slots=True)
class Air:
    """Air at rest: temperature [degrees C], altitude [m], relative humidity [0 to 1].

    `pressure_pa` is the pressure at the place [Pa]; None takes the standard one of the altitude.
    """

    temperature_c: float = 20.0
    altitude_m: float = 0.0
    humidity: float = 0.5
    pressure_pa: float | None = None

    def density(self) -> float:
        """Density [kg/m3].

        Raises
        ------
        InputError
            Outside -30 to 55 degrees C, -430 to 5000 m, humidity 0 to 1, 40 to 110 kPa.
        """
        pressure = self.pressure_pa
        if pressure is None:
            pressure = standard_pressure_pa(self.altitude_m)
        return moist_density(self.temperature_c, pressure, self.humidity)


def standard_pressure_pa(altitude_m: float) -> float:
    """Pressure [Pa] of the standard atmosphere at a geopotential altitude [m], below 11 km.

    Raises
    ------
    InputError
        Outside -430 to 5000 m.
    """
    _within(altitude_m, ALTITUDE_RANGE_M, "An altitude", "m", "altitude_m")
    ratio = 1 - LAPSE_K_PER_M * altitude_m / SEA_LEVEL_K
    return SEA_LEVEL_PA * math.pow(ratio, PRESSURE_EXPONENT)


def moist_density(temperature_c: float, pressure_pa: float, humidity: float) -> float:
    """Density [kg/m3] by CIPM-2007, whose own range is 15 to 27 degrees C and 60 to 110 kPa.

    Within the wider range taken here it stays within 0.1 % of reference equations of state.

    Raises
    ------
    InputError
        Outside -30 to 55 degrees C, humidity 0 to 1, 40 to 110 kPa.
    """
    _within(temperature_c, TEMPERATURE_RANGE_C, "A temperature", "degrees C", "temperature_c")
    _within(humidity, (0.0, 1.0), "A relative humidity", "(0.5 is 50 %)", "humidity")
    _within(pressure_pa, (40_000.0, 110_000.0), "A pressure", "Pa", "pressure_pa")
    t, p = temperature_c, pressure_pa
    kelvin = t + ZERO_C_K
    saturation = math.exp(
        1.2378847e-5 * kelvin**2 - 1.9121316e-2 * kelvin + 33.93711047 - 6.3431645e3 / kelvin
    )
    enhancement = 1.00062 + 3.14e-8 * p + 5.6e-7 * t**2
    vapour = humidity * enhancement * saturation / p
    linear = (
        1.58123e-6
        - 2.9331e-8 * t
        + 1.1043e-10 * t**2
        + (5.707e-6 - 2.051e-8 * t) * vapour
        + (1.9898e-4 - 2.376e-6 * t) * vapour**2
    )
    quadratic = 1.83e-11 - 0.765e-8 * vapour**2
    compressibility = 1 - p / kelvin * linear + (p / kelvin) ** 2 * quadratic
    dry = p * DRY_AIR_KG_PER_MOL / (compressibility * GAS_J_PER_MOL_K * kelvin)
    return dry * (1 - vapour * (1 - WATER_KG_PER_MOL / DRY_AIR_KG_PER_MOL))


def _within(value: float, bounds: tuple[float, float], name: str, unit: str, field: str) -> None:
    lo, hi = bounds
    if not lo <= value <= hi:
        raise InputError(f"{name} of {value:g} {unit} is outside {lo:g} to {hi:g}.", field=field)
