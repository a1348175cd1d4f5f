"""The application as its own process, with a studio that nobody has made theirs yet."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from unittest import TestCase

from benchmarks.served import ROOT, free_port

__all__ = ["ServedTest"]


class ServedTest(TestCase):
    """`said` is the file that what it prints goes to."""

    said: Path

    def served(self, *more: str) -> int:
        """A fresh studio, served; its port."""
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        env = os.environ | {
            "COLD_CRADLE_DB": str(folder / "studio.sqlite3"),
            "COLD_CRADLE_VAR": str(folder),
            "COLD_CRADLE_DEMO": "0",
            "DJANGO_SETTINGS_MODULE": "studio.settings",
        }
        port = free_port()
        command = [sys.executable, "manage.py", "serve", "--port", str(port), "--workers", "1", *more]
        out = (folder / "out").open("w+")
        self.addCleanup(out.close)
        server = subprocess.Popen(command, cwd=ROOT, env=env, stdout=out, stderr=subprocess.STDOUT)
        self.addCleanup(server.wait)
        self.addCleanup(server.kill)
        until = time.monotonic() + 60
        while "is at" not in (folder / "out").read_text():
            self.assertIsNone(server.poll(), (folder / "out").read_text())
            self.assertLess(time.monotonic(), until)
            time.sleep(0.1)
        self.said = folder / "out"
        return port
