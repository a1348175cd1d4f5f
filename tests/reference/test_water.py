"""Water against the steam tables."""

from __future__ import annotations

from unittest import TestCase

from coldcradle.cradle.water import water_density_kg_m3
from coldcradle.errors import ImpossibleInput

# kg/m³ at 1 to 40 °C and one atmosphere: IAPWS R6-95(2018), computed once with the library `chemicals` 1.x
IAPWS_95 = (
    999.9018,
    999.9430,
    999.9672,
    999.9749,
    999.9666,
    999.9429,
    999.9043,
    999.8510,
    999.7836,
    999.7025,
    999.6079,
    999.5003,
    999.3801,
    999.2474,
    999.1026,
    998.9461,
    998.7780,
    998.5986,
    998.4083,
    998.2072,
    997.9955,
    997.7735,
    997.5414,
    997.2994,
    997.0476,
    996.7864,
    996.5158,
    996.2360,
    995.9471,
    995.6495,
    995.3431,
    995.0281,
    994.7048,
    994.3731,
    994.0333,
    993.6855,
    993.3298,
    992.9663,
    992.5951,
    992.2164,
)


class WaterDensity(TestCase):
    def test_it_agrees_with_iapws_95(self) -> None:
        for celsius, exact in enumerate(IAPWS_95, 1):
            self.assertAlmostEqual(water_density_kg_m3(temperature_c=float(celsius)), exact, delta=0.005)

    def test_at_20_degrees(self) -> None:
        """998.207 kg/m³: IAPWS R6-95; also the common handbook figure."""
        self.assertAlmostEqual(water_density_kg_m3(temperature_c=20.0), 998.207, delta=0.005)

    def test_ice_and_steam_are_refused(self) -> None:
        for celsius in (-1.0, 101.0, float("nan")):
            with self.assertRaises(ImpossibleInput):
                water_density_kg_m3(temperature_c=celsius)
