"""`cold-cradle`: everything an installed Cold Cradle can be told to do, on any system Python runs on."""

from __future__ import annotations

import argparse
import os
import sys
from collections.abc import Sequence
from importlib.metadata import PackageNotFoundError, version
from pathlib import Path

__all__ = ["main"]

_KINDS = {
    "demo": "a studio with made-up pieces, to look around in",
    "serve": "the application, for a studio of your own",
    "plan": "plan a piece document and print the plan as JSON",
    "backup": "everything on this machine into one file",
    "restore": "and back again; what stood before is kept beside it",
    "bring": "an archive of a studio, of any size, beside what stands",
    "owner": "a new password for who has lost theirs",
}


def _version() -> str:
    try:
        return version("cold-cradle")
    except PackageNotFoundError:
        return "from a checkout"


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="cold-cradle", description="Plan, check and time the firing of glass.")
    parser.add_argument("--version", action="version", version=f"Cold Cradle {_version()}")
    kinds = parser.add_subparsers(dest="kind", required=True, metavar="|".join(_KINDS))
    made = {name: kinds.add_parser(name, help=says, description=says) for name, says in _KINDS.items()}
    for name in ("demo", "serve"):
        made[name].add_argument("--port", type=_port, default=8460)
    made["serve"].add_argument("--lan", action="store_true", help="be reached from other machines of this network")
    made["serve"].add_argument("--address", help="this machine's address on that network, where it has several")
    made["serve"].add_argument("--certificate", help="answer by https, with this certificate")
    made["serve"].add_argument("--key", help="the key of the certificate")
    for name in ("plan", "backup", "restore", "bring"):
        made[name].add_argument("file", type=Path)
    made["bring"].add_argument("--owner", help="the name its owner signs in by, where there are several")
    made["owner"].add_argument("name", help="the name they sign in by")
    return parser


def _port(text: str) -> int:
    if not text.isdigit() or not 1 <= int(text) <= 65535:
        raise argparse.ArgumentTypeError(f"expected a port from 1 to 65535, got {text[:20]}")
    return int(text)


def _compiled(folder: Path) -> None:
    """Compile the inner loops once where this machine has a compiler; without one slower loops do the same."""
    os.environ.setdefault("COLD_CRADLE_KERNELS", str(folder / "kernel"))
    from coldcradle import kernel

    if kernel.KERNEL is None and kernel.build():
        kernel.KERNEL = kernel.load()  # before anything else asks for it


def _load_demo() -> None:
    from django.conf import settings
    from django.core.management import call_command

    loaded = Path(f"{settings.DATABASES['default']['NAME']}.loaded")
    if not loaded.exists():
        print("Making the demo studio ...", flush=True)
        call_command("migrate", verbosity=0)
        call_command("load_demo")
        loaded.touch()


def _run(asked: argparse.Namespace, folder: Path) -> None:
    import django
    from django.core.management import call_command

    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    _compiled(folder)
    django.setup()
    match asked.kind:
        case "demo":
            _load_demo()
            call_command("serve", port=asked.port)
        case "serve":
            given = {"certificate": asked.certificate, "key": asked.key}
            paths = {name: Path(text) for name, text in given.items() if text}
            call_command("serve", port=asked.port, lan=asked.lan, address=asked.address, **paths)
        case "plan":
            call_command("plan_piece", str(asked.file))
        case "owner":
            call_command("owner", asked.name)
        case "bring":
            call_command("bring", str(asked.file), owner=asked.owner)
        case _:
            call_command(asked.kind, str(asked.file))


def main(words: Sequence[str] | None = None) -> int:
    """Do what the words of a command line say; 0 when it is done."""
    asked = _parser().parse_args(words)
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")
    if asked.kind == "demo":
        os.environ["COLD_CRADLE_DEMO"] = "1"
    from django.core.management.base import CommandError

    from studio.folder import data_folder

    try:
        _run(asked, data_folder())
    except CommandError as error:
        print(error, file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 0
    return 0


if __name__ == "__main__":
    sys.exit(main())
