"""It runs where Python runs: no call, no path and no start of a process that only one kind of system has."""

from __future__ import annotations

import ast
import json
import os
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from pathlib import Path
from unittest import TestCase

from benchmarks.served import ROOT, Client, free_port
from tests.documents import document

_MODULES = {"fcntl", "resource", "pwd", "grp", "termios", "pty", "tty", "msvcrt", "winreg"}
_CALLS = {
    *(f"os.{name}" for name in ("fork", "forkpty", "nice", "wait", "waitpid", "getuid", "geteuid", "setsid", "uname")),
    *("os.sched_getaffinity", "os.killpg", "os.getpgid", "os.mkfifo", "os.openpty", "os.system", "os.popen"),
    *(f"signal.{name}" for name in ("SIGKILL", "SIGHUP", "SIGUSR1", "SIGUSR2", "SIGALRM", "SIGCHLD", "alarm", "pause")),
    *("socket.AF_UNIX", "errno.EDQUOT"),
}
# where each is asked for before it is used, or only reached where it is
_GUARDED = {
    ("studio/sandbox/worker.py", "resource"): "imported where there is one",
    ("studio/sandbox/worker.py", "os.nice"): "asked for",
    ("studio/workers.py", "os.fork"): "several workers on Linux alone",
    ("studio/workers.py", "os.wait"): "several workers on Linux alone",
    ("studio/workers.py", "os.waitpid"): "several workers on Linux alone",
    ("studio/workers.py", "os.sched_getaffinity"): "behind the platform",
    ("studio/workers.py", "signal.SIGKILL"): "several workers on Linux alone",
    ("studio/errors.py", "errno.EDQUOT"): "Python has it everywhere",
}
_TEXT = {"read_text", "write_text", "open"}


def _sources() -> Iterator[tuple[str, ast.AST]]:
    for package in ("coldcradle", "studio"):
        for path in sorted((ROOT / package).rglob("*.py")):
            if "migrations" not in path.parts:
                yield path.relative_to(ROOT).as_posix(), ast.parse(path.read_text("utf-8"))


def _named(node: ast.AST) -> str:
    return (
        f"{node.value.id}.{node.attr}" if isinstance(node, ast.Attribute) and isinstance(node.value, ast.Name) else ""
    )


def _imported(node: ast.AST) -> set[str]:
    if isinstance(node, ast.Import):
        return {alias.name for alias in node.names}
    return {node.module or ""} if isinstance(node, ast.ImportFrom) else set()


def _has_encoding(call: ast.Call, name: str) -> bool:
    """Whether a file that is read or written as text says how it is written; bytes say nothing."""
    words = [a.value for a in call.args if isinstance(a, ast.Constant) and isinstance(a.value, str)]
    if name == "open":
        modes = words + [k.value.value for k in call.keywords if k.arg == "mode" and isinstance(k.value, ast.Constant)]
        if any(isinstance(w, str) and "b" in w and len(w) <= 3 for w in modes):
            return True
    if any(k.arg == "encoding" for k in call.keywords):
        return True
    return (name == "read_text" and bool(call.args)) or (name == "write_text" and len(call.args) > 1)


class Calls(TestCase):
    def test_what_one_system_has_is_guarded(self) -> None:
        found = set()
        for name, tree in _sources():
            for node in ast.walk(tree):
                found |= {(name, one) for one in (_imported(node) & _MODULES) | ({_named(node)} & _CALLS)}
        self.assertEqual(found - set(_GUARDED), set())
        self.assertEqual(set(_GUARDED) - found, set(), "no longer there")

    def test_a_process_is_begun_by_itself_and_not_by_a_shell(self) -> None:
        for name, tree in _sources():
            for node in ast.walk(tree):
                if isinstance(node, ast.Call) and _named(node.func).startswith("subprocess."):
                    self.assertFalse([k for k in node.keywords if k.arg == "shell"], name)

    def test_text_says_how_it_is_written(self) -> None:
        """Elsewhere the usual is not UTF-8."""
        bare = set()
        for name, tree in _sources():
            for node in ast.walk(tree):
                if not isinstance(node, ast.Call):
                    continue
                called = node.func.attr if isinstance(node.func, ast.Attribute) else getattr(node.func, "id", "")
                is_file = called in ("read_text", "write_text") or (
                    called == "open" and (isinstance(node.func, ast.Name) or not node.args or _is_mode(node.args[0]))
                )
                if called in _TEXT and is_file and not _has_encoding(node, called):
                    bare.add(f"{name}:{node.lineno}")
        self.assertEqual(bare, set())

    def test_no_path_is_put_together_by_hand(self) -> None:
        for name, tree in _sources():
            for node in ast.walk(tree):
                if isinstance(node, ast.Constant) and isinstance(node.value, str):
                    self.assertFalse(node.value.startswith(("/tmp", "/var/", "/usr/", "/home/", "~/")), name)


def _is_mode(node: ast.AST) -> bool:
    return isinstance(node, ast.Constant) and isinstance(node.value, str) and set(node.value) <= set("rwxabt+")


_WITHOUT = """
import os, signal, sys
for name in ("fcntl", "resource", "pwd", "grp", "termios"):
    sys.modules[name] = None
for name in ("fork", "nice", "wait", "sched_getaffinity", "killpg", "setsid"):
    if hasattr(os, name):
        delattr(os, name)
for name in ("SIGKILL", "SIGHUP", "SIGUSR1"):
    delattr(signal, name)
from studio.command import main
sys.exit(main(sys.argv[1:]))
"""


class Without(TestCase):
    """The command, on a Python that has none of it."""

    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.env = os.environ | {
            "COLD_CRADLE_VAR": str(self.folder),
            "COLD_CRADLE_DEMO": "0",
            "COLD_CRADLE_KERNEL": "0",
        }
        self.env.pop("COLD_CRADLE_DB", None)

    def test_a_piece_is_planned(self) -> None:
        path = self.folder / "piece.json"
        path.write_text(json.dumps(document()), "utf-8")
        done = subprocess.run(
            [sys.executable, "-c", _WITHOUT, "plan", str(path)],
            cwd=ROOT,
            env=self.env,
            capture_output=True,
            check=False,
        )
        self.assertEqual(done.returncode, 0, done.stderr[-500:])
        self.assertTrue(json.loads(done.stdout))

    def test_it_serves_as_one_process(self) -> None:
        port = free_port()
        command = [sys.executable, "-c", _WITHOUT, "serve", "--port", str(port)]
        quiet = subprocess.DEVNULL
        server = subprocess.Popen(command, cwd=ROOT, env=self.env, stdout=quiet, stderr=quiet)
        self.addCleanup(server.wait)
        self.addCleanup(server.kill)
        client = Client(port)
        client.open(within_s=60)
        self.assertTrue(client.ask("GET", "/session")["needs_owner"])
        self.assertTrue((self.folder / "studio.sqlite3").is_file())


class Installed(TestCase):
    """The one file to install: built, installed where nothing is but what it needs, and used from elsewhere."""

    def test_it_is_built_installed_and_started_without_node_bash_or_a_compiler(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        pip = [sys.executable, "-m", "pip", "--disable-pip-version-check", "--no-input", "-q"]
        self.run_in(ROOT, [*pip, "wheel", "--no-deps", "--no-build-isolation", "-w", str(folder), "."])
        (wheel,) = folder.glob("cold_cradle-*-py3-none-any.whl")
        home = folder / "home"
        self.run_in(folder, [sys.executable, "-m", "venv", "--without-pip", str(home)])
        (place,) = home.glob("[Ll]ib/**/site-packages")
        # what it needs is there already; what is ours comes from the wheel alone
        (place / "needed.pth").write_text(str(next(p for p in sys.path if p.endswith("site-packages"))), "utf-8")
        scripts = home / ("Scripts" if sys.platform == "win32" else "bin")
        python = next(scripts.glob("python*"))
        self.run_in(folder, [*pip, "--python", str(python), "install", "--no-deps", "--no-index", str(wheel)])
        (folder / "piece.json").write_text(json.dumps(document()), "utf-8")
        env = {"PATH": str(scripts), "HOME": str(folder), "COLD_CRADLE_VAR": str(folder / "kept")}
        command = next(scripts.glob("cold-cradle*"))
        told = self.run_in(folder, [str(command), "plan", "piece.json"], env)
        self.assertTrue(json.loads(told))
        port = free_port()
        server = subprocess.Popen(
            [str(command), "serve", "--port", str(port)],
            cwd=folder,
            env=env,
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
        )
        self.addCleanup(server.wait)
        self.addCleanup(server.terminate)
        client = Client(port)
        client.open(within_s=90)
        self.assertTrue(client.ask("GET", "/session")["needs_owner"])
        self.assertTrue((folder / "kept" / "studio.sqlite3").is_file())

    def run_in(self, folder: Path, command: list[str], env: dict[str, str] | None = None) -> bytes:
        done = subprocess.run(command, cwd=folder, env=env, capture_output=True, check=False)
        self.assertEqual(done.returncode, 0, done.stderr.decode()[-800:])
        return done.stdout
