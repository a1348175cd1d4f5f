"""Studios with members; each person of earlier releases becomes a studio of one, under the same number, so that the
rows which named the person name the studio without being touched.
"""

import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models

import studio.models.told

_TOLD = ["benchrecord", "broughtlog", "check", "firingevent", "firingrevision", "measure", "observation", "reading", "revision", "stagephoto"]
_ROLES = [("owner", "owner"), ("maker", "maker"), ("guest", "guest")]


def _number():
    return models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")


def _person(**more):
    return models.ForeignKey(
        null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="+", to=settings.AUTH_USER_MODEL, **more
    )


def people_to_studios(apps, schema_editor):
    users = apps.get_model("auth", "User").objects.order_by("pk")
    studios, members = apps.get_model("studio", "Studio").objects, apps.get_model("studio", "Member").objects
    for user in users:
        studios.create(pk=user.pk, name=user.username[:80], begun={"whole": "before"}, created_at=user.date_joined)
        members.create(studio_id=user.pk, person=user, role="owner", since=user.date_joined)


class Migration(migrations.Migration):
    dependencies = [
        ("studio", "0010_steps_at_the_bench"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="Studio",
            fields=[
                ("id", _number()),
                ("name", models.CharField(max_length=80)),
                ("begun", models.JSONField(default=dict)),
                ("created_at", models.DateTimeField(default=django.utils.timezone.now)),
            ],
        ),
        migrations.CreateModel(
            name="Member",
            fields=[
                ("id", _number()),
                ("role", models.CharField(choices=_ROLES, max_length=8)),
                ("since", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "person",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="memberships",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "studio",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="members", to="studio.studio"
                    ),
                ),
            ],
            options={"ordering": ["pk"]},
        ),
        migrations.AddConstraint(
            model_name="member",
            constraint=models.UniqueConstraint(fields=("studio", "person"), name="once_in_a_studio"),
        ),
        migrations.CreateModel(
            name="Invitation",
            fields=[
                ("id", _number()),
                ("digest", models.CharField(max_length=64, unique=True)),
                ("role", models.CharField(choices=_ROLES, max_length=8)),
                ("made_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("used_at", models.DateTimeField(null=True)),
                ("made_by", _person()),
                ("used_by", _person()),
                (
                    "studio",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="invitations", to="studio.studio"
                    ),
                ),
            ],
            options={"ordering": ["-pk"]},
        ),
        *[
            migrations.AddField(model_name=name, name="by", field=_person(default=studio.models.told.who_acts))
            for name in _TOLD
        ],
        migrations.RunPython(people_to_studios, migrations.RunPython.noop),
    ]
