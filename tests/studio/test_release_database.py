"""A database that the last release made is carried over and back: its pieces, every revision, and its undo."""

from __future__ import annotations

import gzip
import json
import os
import sqlite3
import subprocess
import sys
import tempfile
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase

ROOT = Path(__file__).parents[2]
KEPT = ROOT / "tests" / "data" / "release1.sqlite3.gz"
LOOK = """
import json, sys, django
django.setup()
from django.core.management import call_command
for target in sys.argv[1:]:
    call_command("migrate", *(["studio", target] if target != "newest" else []), verbosity=0)
if sys.argv[-1] != "newest":
    sys.exit()
from studio.actions.history import labels
from studio.models import Piece
from studio.planning import planned
told = {}
for piece in Piece.objects.order_by("pk"):
    found = planned(piece)
    told[piece.name] = {
        "stages": [[s.key, s.process, s.family] for s in found.plan.stages],
        "thread": [b.shown.metric.text for b in found.plan.stages[0].thread],
        "starts": [s["heat"]["starts_at"] for s in found.document["stages"]],
        "heads": [f.firing.head_id is not None for f in piece.stages.select_related("firing")],
        "undoes": labels(piece, found.rows, {})[0],
    }
print(json.dumps(told))
"""


class ReleaseDatabase(SimpleTestCase):
    def setUp(self) -> None:
        self.folder = tempfile.TemporaryDirectory()
        self.addCleanup(self.folder.cleanup)
        self.path = Path(self.folder.name) / "old.sqlite3"
        self.path.write_bytes(gzip.decompress(KEPT.read_bytes()))

    def python(self, *arguments: str) -> str:
        environment = os.environ | {"COLD_CRADLE_DB": str(self.path), "DJANGO_SETTINGS_MODULE": "studio.settings"}
        done = subprocess.run(
            [sys.executable, *arguments], cwd=ROOT, env=environment, capture_output=True, text=True, check=False
        )
        self.assertEqual(done.returncode, 0, done.stderr[-2000:])
        return done.stdout

    def rows(self, query: str) -> list[Any]:
        connection = sqlite3.connect(self.path)
        try:
            return connection.execute(query).fetchall()
        finally:
            connection.close()

    def test_is_carried_over_with_every_revision(self) -> None:
        before = dict(self.rows("select id, snapshot from studio_revision"))
        told = json.loads(self.python("-c", LOOK, "newest"))
        golden = json.loads((ROOT / "tests" / "data" / "castings.golden.json").read_text("utf-8"))
        prism = golden["lamp-room-prism"]["thread"]
        self.assertEqual(told["Lamp-room prism"]["thread"][:6], [text for _, text in prism][:6])
        self.assertEqual([s[1:] for s in told["Tide tokens"]["stages"]], [["press", "press"]])
        self.assertEqual(
            told["Chart-table dish"]["stages"],
            [
                ["before-1", "full", "lay"],
                ["before-2", "full", "lay"],
                ["main", "slump", "slump"],
                ["after-1", "polish", "lay"],
            ],
        )
        starts = told["Chart-table dish"]["starts"]
        self.assertEqual([s[-5:] for s in starts], ["15:00"] * 4)
        self.assertEqual(sorted(starts), starts)
        self.assertTrue(all(all(each["heads"]) for each in told.values()))
        after = dict(self.rows("select id, snapshot from studio_revision"))
        self.assertEqual(set(after), set(before))
        for snapshot in after.values():
            for stage in json.loads(snapshot)["stages"]:
                self.assertEqual(
                    set(stage), {"key", "inputs", "glass_kind_id", "firing_id", "cradle_id", "reservations"}
                )
                self.assertNotIn("starts_at", stage["inputs"]["heat"])

    def test_goes_back_to_what_it_was(self) -> None:
        query = (
            "select s.inputs, f.starts_at, f.zone, f.kiln_id from studio_stage s "
            "join studio_firing f on f.id = s.firing_id"
        )
        before = {json.loads(i)["cradle"]["name"]: (json.loads(i), *rest) for i, *rest in self.rows(query)}
        self.python("-c", LOOK, "newest", "0004")
        after = {json.loads(i)["cradle"]["name"]: (json.loads(i), *rest) for i, *rest in self.rows(query)}
        self.assertEqual(set(after), set(before))
        for name, (inputs, *rest) in before.items():
            now, *where = after[name]
            if inputs["process"] == "cast":
                self.assertEqual(now, inputs, name)
                self.assertEqual(where, rest, name)
        chain = after["Shallow dish mould"][0]["heat"]["chain"]
        self.assertEqual(
            [(e["process"], e["before"]) for e in chain], [("full", True), ("full", True), ("polish", False)]
        )
        self.assertEqual(len(json.loads(self.python("-c", LOOK, "newest"))["Chart-table dish"]["stages"]), 4)


PEOPLE = """
import json, django
django.setup()
from studio.store import bring_up_to_date
bring_up_to_date()
from studio.models import BenchRecord, Firing, Kiln, Member, Piece, Reading, Revision, Studio
from studio.planning import planned
print(json.dumps({
    "studios": [[s.pk, s.name, s.begun] for s in Studio.objects.order_by("pk")],
    "members": [[m.studio_id, m.person.username, m.role] for m in Member.objects.order_by("pk")],
    "pieces": {p.name: planned(p).plan.stages[0].figures["effective_thickness"].value for p in Piece.objects.all()},
    "of": sorted({k.studio_id for k in Kiln.objects.all()}),
    "by": Revision.objects.exclude(by=None).count(),
    "counts": [Firing.objects.count(), Reading.objects.count(), BenchRecord.objects.count()],
}))
"""


class BeforePeople(ReleaseDatabase):
    """The last release in which rows belonged to a person: two people, each on an island."""

    def setUp(self) -> None:
        super().setUp()
        self.path.write_bytes(gzip.decompress((KEPT.parent / "release10.sqlite3.gz").read_bytes()))

    def test_is_carried_over_with_every_revision(self) -> None:
        counted = "select (select count(*) from studio_firing), (select count(*) from studio_reading), "
        counted += "(select count(*) from studio_benchrecord)"
        before = list(self.rows(counted)[0])
        told = json.loads(self.python("-c", PEOPLE))
        self.assertEqual([s[:2] for s in told["studios"]], [[1, "Gannet Row"], [2, "Knot"]])
        self.assertTrue(all("whole" in s[2] for s in told["studios"]), "nobody who is at home is led by the hand")
        self.assertEqual(told["members"], [[1, "Gannet Row", "owner"], [2, "Knot", "owner"]])
        self.assertEqual(told["of"], [1, 2])
        self.assertEqual(told["counts"], before)
        self.assertEqual(told["by"], 0)
        self.assertIn("Signal bar", told["pieces"])
        self.assertEqual(self.rows("pragma foreign_key_check"), [])

    def test_goes_back_to_what_it_was(self) -> None:
        query = "select id, owner_id, name from studio_kiln order by id"
        before = self.rows(query)
        self.python("-m", "django", "migrate", "-v", "0")
        self.python("-m", "django", "migrate", "-v", "0", "studio", "0010")
        self.assertEqual(self.rows(query), before)
