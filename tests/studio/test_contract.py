"""The API's own description, and the script that runs everything."""

from __future__ import annotations

import ast
import json
import os
import subprocess
import tempfile
from pathlib import Path
from typing import Any, ClassVar

from django.conf import settings
from django.test import SimpleTestCase

from studio.api import api
from tests.documents import document

ROOT = Path(settings.ROOT)


class Description(SimpleTestCase):
    schema: ClassVar[dict[str, Any]] = {}

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.schema = json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/")))

    def operations(self) -> list[tuple[str, str, dict[str, Any]]]:
        return [(path, verb, o) for path, verbs in self.schema["paths"].items() for verb, o in verbs.items()]

    def test_whatever_takes_a_number_says_it_may_not_be_found(self) -> None:
        for path, verb, operation in self.operations():
            if "{" in path:
                self.assertIn("404", operation["responses"], f"{verb} {path}")

    def test_whatever_is_guarded_by_a_version_says_it_may_be_stale(self) -> None:
        for path, verb, operation in self.operations():
            if verb == "patch" or path.endswith(("undo", "redo")):
                self.assertIn("409", operation["responses"], f"{verb} {path}")

    def test_whatever_is_typed_says_it_may_be_refused(self) -> None:
        for path, verb, operation in self.operations():
            if verb == "patch" or (
                path.endswith(
                    ("/pieces", "/kilns", "/import", "/stock", "/glass", "/solids", "/outlines/svg", "/outlines/trace")
                )
                and verb == "post"
            ):
                self.assertIn("422", operation["responses"], f"{verb} {path}")

    def test_numbers_of_the_plan_carry_their_units(self) -> None:
        """A number in a plan is named for its unit, counts something, or is a value with its kind beside it."""
        ends = ("_m", "_s", "_c", "_k_per_h", "_kg", "_m3", "_pa", "_w", "_ratio")
        known = {"value", "u", "share", "lane"}
        for name in (
            "HeatPlan",
            "SimulatedSegment",
            "Section",
            "Dimension",
            "Figure",
            "Given",
            "TargetRow",
            "Landmark",
            "Tick",
            "DayMark",
        ):
            for key, entry in self.schema["components"]["schemas"][name]["properties"].items():
                kinds = {entry.get("type"), *(option.get("type") for option in entry.get("anyOf", []))}
                if kinds & {"number", "integer"}:
                    self.assertTrue(key in known or key.endswith(ends), f"{name}.{key}")

    def test_what_may_come_back_from_everywhere_is_said_everywhere(self) -> None:
        for path, verb, operation in self.operations():
            self.assertLessEqual(
                {"401", "404", "405", "422", "503", "507"}, set(operation["responses"]), f"{verb} {path}"
            )

    def test_no_two_answers_go_by_one_name(self) -> None:
        """The description knows an answer by its class: a second of that name would silently be the first."""
        names: dict[str, list[str]] = {}
        for path in sorted((ROOT / "studio" / "api").glob("*.py")):
            for node in ast.parse(path.read_text("utf-8")).body:
                if isinstance(node, ast.ClassDef):
                    names.setdefault(node.name, []).append(path.name)
        self.assertEqual({name: at for name, at in names.items() if len(at) > 1}, {})

    def test_every_operation_is_named(self) -> None:
        names = [o["operationId"] for _, _, o in self.operations()]
        self.assertEqual(len(names), len(set(names)))


class Script(SimpleTestCase):
    """`./run` answers a slip in one plain sentence and a non-zero exit."""

    def run_script(self, *words: str) -> subprocess.CompletedProcess[str]:
        clean = {k: v for k, v in os.environ.items() if k != "DJANGO_SETTINGS_MODULE"}
        return subprocess.run(["./run", *words], cwd=ROOT, env=clean, capture_output=True, text=True, check=False)

    def test_without_a_word_it_says_what_it_can_do(self) -> None:
        found = self.run_script()
        self.assertEqual(found.returncode, 0)
        for word in ("demo", "test", "dev", "check", "bench", "plan"):
            self.assertIn(f"./run {word}", found.stdout)
        self.assertNotEqual(self.run_script("dance").returncode, 0)

    def test_slips_are_one_plain_sentence(self) -> None:
        for words, said in (
            (("demo", "--port", "many"), "A port is a number"),
            (("demo", "--port", "70000"), "A port is a number"),
            (("demo", "--port"), "--port wants a number"),
            (("demo", "--slowly"), "“--slowly” is not known here"),
            (("plan",), "It is: ./run plan FILE.json"),
            (("plan", "/nonexistent.json"), "No such file"),
        ):
            with self.subTest(words):
                found = self.run_script(*words)
                self.assertNotEqual(found.returncode, 0)
                self.assertIn(said, found.stderr)
                self.assertEqual(found.stderr.strip().count("\n"), 0)

    def test_a_plan_comes_out_as_json(self) -> None:
        with tempfile.NamedTemporaryFile("w", suffix=".json", encoding="utf-8") as file:
            json.dump(document(), file)
            file.flush()
            good = self.run_script("plan", file.name)
        self.assertEqual(good.returncode, 0, good.stderr)
        self.assertEqual(json.loads(good.stdout)["stages"][0]["states"]["glass"], "enough")
        with tempfile.NamedTemporaryFile("w", suffix=".json", encoding="utf-8") as file:
            json.dump(document(cradle__line="9 m"), file)
            file.flush()
            bad = self.run_script("plan", file.name)
        self.assertNotEqual(bad.returncode, 0)
        self.assertIn("cradle.line: expected a casting line no higher than the brim", bad.stderr)
        self.assertEqual(bad.stdout, "")
