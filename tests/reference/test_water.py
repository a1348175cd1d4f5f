"""Water against the steam tables."""

from __future__ import annotations

import chemicals
from django.test import SimpleTestCase

from coldcradle.cradle.water import water_density_kg_m3
from coldcradle.errors import ImpossibleInput


class WaterDensity(SimpleTestCase):
    def test_it_agrees_with_iapws_95(self) -> None:
        """IAPWS R6-95(2018) as computed by the library `chemicals`, at one atmosphere."""
        for celsius in range(1, 41):
            exact = chemicals.iapws95_rho(celsius + 273.15, 101325.0)
            self.assertAlmostEqual(water_density_kg_m3(temperature_c=float(celsius)), exact, delta=0.005)

    def test_at_20_degrees(self) -> None:
        """998.207 kg/m³: IAPWS R6-95; also the common handbook figure."""
        self.assertAlmostEqual(water_density_kg_m3(temperature_c=20.0), 998.207, delta=0.005)

    def test_ice_and_steam_are_refused(self) -> None:
        for celsius in (-1.0, 101.0, float("nan")):
            with self.assertRaises(ImpossibleInput):
                water_density_kg_m3(temperature_c=celsius)
