"""Remembering what was read or shown never shows in an answer."""

from __future__ import annotations

from unittest import TestCase

import grimp
import networkx

from coldcradle.quantity.format import _written, show
from coldcradle.quantity.parse import parse
from tests.documents import planned


class Remembering(TestCase):
    def test_a_plan_is_the_same_with_an_empty_memory(self) -> None:
        first = planned()
        parse.cache_clear()
        _written.cache_clear()
        self.assertEqual(planned(), first)

    def test_kinds_and_systems_are_never_mixed_up(self) -> None:
        self.assertEqual(parse("2", "length"), 0.002)
        self.assertEqual(parse("2 h", "duration"), 7200.0)
        self.assertAlmostEqual(parse("2", "length", system="us"), 0.0508)
        self.assertNotEqual(show(1.0, "mass"), show(1.0, "length"))


class Imports(TestCase):
    def test_no_module_imports_itself_by_any_way_round(self) -> None:
        """Type-checking imports count: what must know one another belongs together, or on something below both."""
        graph = grimp.build_graph("coldcradle", "studio", exclude_type_checking_imports=False, cache_dir=None)
        edges = networkx.DiGraph()
        for module in graph.modules:
            for imported in graph.find_modules_directly_imported_by(module):
                edges.add_edge(module, imported)
        circles = [sorted(part) for part in networkx.strongly_connected_components(edges) if len(part) > 1]
        self.assertEqual(circles, [])
