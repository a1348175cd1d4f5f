"""The core as a library: its page of uses and the examples of its formulas run, without Django and without words."""

from __future__ import annotations

import ast
import doctest
import importlib
import pkgutil
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path
from types import ModuleType
from unittest import TestCase

import coldcradle

_ROOT = Path(__file__).parents[2]
_PAGE = _ROOT / "docs" / "as-a-library.md"


def _with_examples() -> Iterator[ModuleType]:
    """Every module of the core that has an example in it."""
    for found in pkgutil.walk_packages(coldcradle.__path__, "coldcradle."):
        path = _ROOT / f"{found.name.replace('.', '/')}.py"
        if path.exists() and "    >>> " in path.read_text("utf-8"):
            yield importlib.import_module(found.name)


def _computes(function: ast.expr) -> bool:
    """Whether a function is a formula written down where it is used."""
    if not isinstance(function, ast.Lambda):
        return False
    body = function.body
    if isinstance(body, ast.Call) and ast.unparse(body.func).partition(".")[0] not in (
        "math",
        "max",
        "min",
        "abs",
        "sum",
    ):
        return False  # it asks a formula, whatever it hands over
    return any(isinstance(part, ast.BinOp) for part in ast.walk(body))


class Examples(TestCase):
    def test_the_page_of_uses_says_what_comes(self) -> None:
        found = doctest.testfile(str(_PAGE), module_relative=False)
        self.assertGreater(found.attempted, 30)
        self.assertEqual(found.failed, 0)

    def test_every_example_of_a_formula_says_what_comes(self) -> None:
        seen = 0
        for module in _with_examples():
            with self.subTest(module.__name__):
                found = doctest.testmod(module)
                self.assertEqual(found.failed, 0)
                seen += found.attempted
        self.assertGreater(seen, 35)

    def test_every_formula_can_be_called_by_its_name(self) -> None:
        """What a figure shows is computed by a function that stands among the numbers, not in the midst of words."""
        found, hidden = 0, []
        for path in sorted((_ROOT / "coldcradle").rglob("*.py")):
            for node in ast.walk(ast.parse(path.read_text("utf-8"))):
                if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "derive":
                    found += 1
                    if _computes(node.args[3]):
                        hidden.append(f"{path.name}:{node.lineno}")
        self.assertGreater(found, 100)
        self.assertEqual(hidden, [])

    def test_neither_django_nor_pydantic_is_needed(self) -> None:
        """In a process of its own: this one may have loaded them for others."""
        code = (
            f"import doctest, sys; doctest.testfile({str(_PAGE)!r}, module_relative=False); "
            "print(sorted({'django', 'ninja', 'pydantic', 'studio'} & {n.partition('.')[0] for n in sys.modules}))"
        )
        told = subprocess.run([sys.executable, "-c", code], cwd=_ROOT, capture_output=True, text=True, check=True)
        self.assertEqual(told.stdout.strip(), "[]", told.stdout[-500:])
