"""Stages as real things: entries of a chain become stages, a firing keeps its own history, starts become moments."""

import copy
from datetime import UTC, datetime
from zoneinfo import ZoneInfo

import django.db.models.deletion
import django.utils.timezone
from django.db import migrations, models

FIRING_INPUTS = ("ready_by", "room", "furniture", "attendance", "wakes", "sleeps", "segments")


def moment(typed, zone):
    """A local time of old as a moment; what cannot be read becomes the first of the year, and is seen at once."""
    try:
        where = ZoneInfo(zone)
    except (ValueError, OSError, LookupError):
        where = UTC
    try:
        return datetime.fromisoformat(typed).replace(tzinfo=where).astimezone(UTC)
    except (TypeError, ValueError, OverflowError):
        return datetime(2026, 1, 1, tzinfo=UTC)


def local(starts_at, zone):
    try:
        where = ZoneInfo(zone)
    except (ValueError, OSError, LookupError):
        where = UTC
    return starts_at.astimezone(where).strftime("%Y-%m-%dT%H:%M")


def upgraded(name, inputs, starts_at, zone):
    """The stages that one stage of old becomes, as documents without glass kind and kiln."""
    from coldcradle.document.upgrade import upgrade

    stage = copy.deepcopy(inputs)
    stage.setdefault("heat", {}).update(starts_at=starts_at, zone=zone)
    return upgrade({"version": 1, "name": name, "stages": [stage]})["stages"]


def parted(stage):
    """A new stage document parted into what the stage keeps and what its firing does."""
    kept = copy.deepcopy(stage)
    heat = kept["heat"]
    firing = {name: heat.pop(name) for name in FIRING_INPUTS if name in heat}
    starts, zone = heat.pop("starts_at", ""), heat.pop("time_zone", "UTC")
    return kept, firing, moment(starts, zone), zone


def firing_snapshot(kiln_id, starts_at, zone, inputs):
    return {"kiln_id": kiln_id, "starts_at": starts_at.isoformat(), "time_zone": zone, "inputs": inputs}


class Forward:
    """One piece carried over: rows by key, and a snapshot of each revision."""

    def __init__(self, apps, piece):
        self.models = {
            name: apps.get_model("studio", name) for name in ("Stage", "Firing", "FiringRevision", "Revision")
        }
        self.piece = piece
        self.row = self.models["Stage"].objects.filter(piece=piece).order_by("order").first()
        self.firings = {}

    def firing(self, key, kiln_id, starts_at, zone, inputs, when):
        if key not in self.firings:
            if key == "main":
                firing = self.models["Firing"].objects.get(pk=self.row.firing_id)
            else:
                firing = self.models["Firing"](owner_id=self.piece.owner_id, kiln_id=kiln_id)
            firing.kiln_id, firing.moment, firing.time_zone, firing.inputs = kiln_id, starts_at, zone, inputs
            firing.save()
            self.firings[key] = firing
        return self.firings[key]

    def snapshot(self, name, old, when):
        stages = []
        for stage in upgraded(name, old["inputs"], old["starts_at"], old["zone"]):
            kept, inputs, starts_at, zone = parted(stage)
            firing = self.firing(kept["key"], old["kiln_id"], starts_at, zone, inputs, when)
            is_main = kept["key"] == "main"
            stages.append(
                {
                    "key": kept["key"],
                    "inputs": kept,
                    "glass_kind_id": old["glass_kind_id"],
                    "firing_id": firing.pk,
                    "cradle_id": old.get("cradle_id") if is_main else None,
                    "reservations": old.get("takes", []) if is_main else [],
                    "_firing": firing_snapshot(old["kiln_id"], starts_at, zone, inputs),
                }
            )
        return {"name": name, "stages": stages}

    def run(self):
        made = {}
        for revision in self.models["Revision"].objects.filter(piece=self.piece).order_by("pk"):
            old = revision.snapshot["stages"][0]
            snapshot = self.snapshot(revision.snapshot["name"], old, revision.created_at)
            for stage in snapshot["stages"]:
                self.firing_revision(made, revision, stage)
            revision.snapshot = snapshot
            revision.save()
        if self.row is not None:
            self.rows(made)

    def firing_revision(self, made, revision, stage):
        """A firing's own revision, where it is another than before."""
        wanted = stage.pop("_firing")
        before = made.get((revision.parent_id, stage["key"])) if revision.parent_id else None
        if before is None or before.snapshot != wanted:
            before = self.models["FiringRevision"].objects.create(
                firing_id=stage["firing_id"], parent=before, label=revision.label, snapshot=wanted,
                created_at=revision.created_at,
            )  # fmt: skip
        made[revision.pk, stage["key"]] = before

    def rows(self, made):
        """The stages as they stand, and each firing with the revision that stands."""
        old = {
            "inputs": self.row.inputs, "glass_kind_id": self.row.glass_kind_id, "kiln_id": self.old_kiln,
            "starts_at": self.old_start, "zone": self.old_zone, "cradle_id": self.row.cradle_id,
        }  # fmt: skip
        for order, stage in enumerate(self.snapshot(self.piece.name, old, None)["stages"]):
            stage_row = self.row if stage["key"] == "main" else self.models["Stage"](piece=self.piece)
            stage_row.key, stage_row.order, stage_row.process = (
                stage["key"],
                order,
                str(stage["inputs"]["process"])[:20],
            )
            stage_row.inputs, stage_row.glass_kind_id = stage["inputs"], stage["glass_kind_id"]
            stage_row.firing_id, stage_row.cradle_id = stage["firing_id"], stage["cradle_id"]
            stage_row.save()
            own = self.models["Firing"].objects.get(pk=stage["firing_id"])
            wanted = stage["_firing"]
            own.moment, own.time_zone = datetime.fromisoformat(wanted["starts_at"]), wanted["time_zone"]
            own.kiln_id, own.inputs = wanted["kiln_id"], wanted["inputs"]
            own.head = made.get((self.piece.head_id, stage["key"]))
            own.save()


def forward(apps, schema_editor):
    firings = {f.pk: (f.starts_at, f.zone, f.kiln_id) for f in apps.get_model("studio", "Firing").objects.all()}
    for piece in apps.get_model("studio", "Piece").objects.all():
        carried = Forward(apps, piece)
        if carried.row is not None:
            carried.old_start, carried.old_zone, carried.old_kiln = firings[carried.row.firing_id]
        carried.run()
    apps.get_model("studio", "Piece").objects.update(summary=None)
    for firing in apps.get_model("studio", "Firing").objects.filter(moment=None):
        firing.moment, firing.time_zone = moment(firing.starts_at, firing.zone), firing.zone
        firing.save()


def backward(apps, schema_editor):
    """The first stage's own form again, the others as entries of its chain. What the old form cannot say is left out."""
    from coldcradle.document.downgrade import downgrade_stages

    models_ = {name: apps.get_model("studio", name) for name in ("Stage", "Firing", "Revision", "Piece")}
    for firing in models_["Firing"].objects.all():
        firing.starts_at, firing.zone = local(firing.moment, firing.time_zone), firing.time_zone
        firing.save()

    def old(stages):
        """One stage of old from snapshots of new ones."""
        keys = [s["key"] for s in stages]
        main = stages[keys.index("main") if "main" in keys else 0]
        firing = models_["Firing"].objects.get(pk=main["firing_id"])
        documents = [copy.deepcopy(s["inputs"]) | {"key": s["key"]} for s in stages]
        for document, stage in zip(documents, stages, strict=True):
            own = models_["Firing"].objects.get(pk=stage["firing_id"])
            document["heat"] = document.get("heat", {}) | own.inputs
        return {
            "inputs": downgrade_stages(documents, main["key"]), "glass_kind_id": main["glass_kind_id"],
            "kiln_id": firing.kiln_id, "starts_at": firing.starts_at, "zone": firing.zone,
            "cradle_id": main.get("cradle_id"), "takes": main.get("reservations", []), "key": main["key"],
        }  # fmt: skip

    for revision in models_["Revision"].objects.all():
        told = old(revision.snapshot["stages"])
        told.pop("key")
        revision.snapshot = {"name": revision.snapshot["name"], "stages": [told]}
        revision.save()
    for piece in models_["Piece"].objects.all():
        rows = list(models_["Stage"].objects.filter(piece=piece).order_by("order"))
        if not rows:
            continue
        stages = [
            {"key": r.key, "inputs": r.inputs, "glass_kind_id": r.glass_kind_id, "firing_id": r.firing_id, "cradle_id": r.cradle_id}
            for r in rows
        ]  # fmt: skip
        told = old(stages)
        main = next(r for r in rows if r.key == told["key"])
        for row in rows:
            if row is not main:
                schema_editor.execute("DELETE FROM studio_reservation WHERE stage_id = %s", [row.pk])
                schema_editor.execute("DELETE FROM studio_stage WHERE id = %s", [row.pk])
        main.order, main.inputs = 0, told["inputs"]
        main.save()
    models_["Piece"].objects.update(summary=None)


class Migration(migrations.Migration):
    dependencies = [("studio", "0004_reservations")]

    operations = [
        migrations.RemoveConstraint("stage", "one_stage_per_place"),
        migrations.AddField("stage", "key", models.CharField(max_length=40, default="main")),
        migrations.AddField("stage", "process", models.CharField(max_length=20, default="cast")),
        migrations.AddField("firing", "moment", models.DateTimeField(null=True)),
        migrations.AddField("firing", "time_zone", models.CharField(max_length=60, default="UTC")),
        migrations.AddField("firing", "inputs", models.JSONField(default=dict)),
        migrations.AddField("firing", "state", models.CharField(max_length=12, default="planned")),
        migrations.AlterField("firing", "starts_at", models.CharField(max_length=40, default="")),
        migrations.AlterField("firing", "zone", models.CharField(max_length=60, default="UTC")),
        migrations.CreateModel(
            name="FiringRevision",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("label", models.CharField(max_length=120)),
                ("snapshot", models.JSONField()),
                ("created_at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "firing",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="revisions", to="studio.firing"
                    ),
                ),
                (
                    "parent",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="children",
                        to="studio.firingrevision",
                    ),
                ),
            ],
            options={"ordering": ["pk"]},
        ),
        migrations.AddField(
            "firing",
            "head",
            models.ForeignKey(
                null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="+", to="studio.firingrevision"
            ),
        ),
        migrations.AlterField("revision", "created_at", models.DateTimeField(default=django.utils.timezone.now)),
        migrations.RunPython(forward, backward),
        migrations.RemoveField("firing", "starts_at"),
        migrations.RemoveField("firing", "zone"),
        migrations.RenameField("firing", "moment", "starts_at"),
        migrations.AlterField("firing", "starts_at", models.DateTimeField()),
        migrations.AlterField("firing", "time_zone", models.CharField(max_length=60)),
        migrations.AlterField("stage", "key", models.CharField(max_length=40)),
        migrations.AlterField("stage", "process", models.CharField(max_length=20)),
        migrations.AddConstraint("stage", models.UniqueConstraint(fields=["piece", "key"], name="one_stage_per_key")),
    ]
