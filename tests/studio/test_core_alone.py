"""The core is tested by itself: none of its tests needs Django, or a database, to be there."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

from django.test import SimpleTestCase

_ROOT = Path(__file__).parents[2]
_ALONE = """
import importlib, pathlib, sys
sys.modules['django'] = None
for folder in ('core', 'reference', 'judge'):
    for path in sorted(pathlib.Path('tests', folder).glob('*.py')):
        importlib.import_module(f'tests.{folder}.{path.stem}')
print(len(sys.modules))
"""


class CoreAlone(SimpleTestCase):
    def test_every_test_of_the_core_is_found_where_there_is_no_django(self) -> None:
        found = subprocess.run([sys.executable, "-c", _ALONE], cwd=_ROOT, capture_output=True, text=True, env={})
        self.assertEqual(found.returncode, 0, found.stderr[-2000:])
