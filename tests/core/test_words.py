"""One word for one thing: what was called otherwise before is so nowhere that people read."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from pathlib import Path
from unittest import TestCase

_ROOT = Path(__file__).parents[2]

# What was said, and what is said instead.
CHANGED = {
    r"\b[Ww]ill keep\b": "strain left",
    r"\b[Kk]eeps (?:about |more |some )?\**(?:strain|\{left\}|\{a\})": "strain left",
    r"\b[Ff]ill a room\b": "fill a mould or dam",
    r"\b[Ss]tand-in\b": "practice kiln",
    r"\b[Ss]tacked sheet\b": "sheet",
    r"because the glass is \{d\} thick\.": "what decides, by how much of the time goes to it",
}
# What rows and logs are kept under; nobody reads it.
_KEYS = ("stand-in",)


def _python(path: Path) -> Iterator[str]:
    """Every text of a module that is no docstring."""
    tree = ast.parse(path.read_text("utf-8"))
    said = {
        id(node.body[0].value)
        for node in ast.walk(tree)
        if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef)
        and node.body
        and isinstance(node.body[0], ast.Expr)
    }
    for node in ast.walk(tree):
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in said:
            yield node.value


def _page(path: Path) -> Iterator[str]:
    """What stands between tags of a page, and what stands in quotes."""
    text = re.sub(r"/\*\*.*?\*/|//[^\n]*|<style.*?</style>|<!--.*?-->", "", path.read_text("utf-8"), flags=re.S)
    yield from re.findall(r">([^<>{}]+)<", text)
    yield from re.findall(r"'([^'\n]*)'", text)
    yield from (words for words in re.findall(r'="([^"\n]*)"', text) if " " in words)


def texts() -> Iterator[tuple[Path, str]]:
    for folder in ("coldcradle", "studio"):
        for path in (_ROOT / folder).rglob("*.py"):
            if "migrations" not in path.parts:
                yield from ((path, words) for words in _python(path))
        for path in (_ROOT / folder).rglob("*.csv"):
            yield from ((path, line) for line in path.read_text("utf-8").splitlines())
    for path in (_ROOT / "web" / "src").rglob("*.vue"):
        yield from ((path, words) for words in _page(path))


class OneWord(TestCase):
    def test_what_was_called_otherwise_before_is_so_nowhere(self) -> None:
        seen, found = 0, []
        for path, words in texts():
            seen += 1
            if words in _KEYS:
                continue
            found += [
                f"{path.name}: {words!r} (say {instead!r})" for was, instead in CHANGED.items() if re.search(was, words)
            ]
        self.assertGreater(seen, 5000)
        self.assertEqual(found, [])
