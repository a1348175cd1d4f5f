"""Rows belong to a studio: the number of whoever owned them is that of the studio made of them."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

_OWNED = [
    "cradle", "drawing", "firing", "glasskind", "kiln", "photo", "piece", "solid", "stockitem", "timer", "weektaken",
]
_INDEXES = [
    ("firing", "firing_by_state", ["state", "-started_at"]),
    ("piece", "newest_of_an_owner", ["-updated_at", "-id"]),
    ("stockitem", "stock_by_kind", ["is_archived", "kind", "form"]),
]
_ONCE = [("timer", "one_timer_a_key", "key"), ("drawing", "one_drawing_per_digest", "digest")]
_NEW = {"newest_of_an_owner": "newest_of_a_studio"}


class Migration(migrations.Migration):
    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("studio", "0011_studios_and_people"),
    ]

    operations = [
        *[migrations.RemoveIndex(model_name=model, name=name) for model, name, _ in _INDEXES],
        *[migrations.RemoveConstraint(model_name=model, name=name) for model, name, _ in _ONCE],
        *[migrations.RenameField(model_name=model, old_name="owner", new_name="studio") for model in _OWNED],
        *[
            migrations.AlterField(
                model_name=model,
                name="studio",
                field=models.ForeignKey(
                    on_delete=django.db.models.deletion.CASCADE, related_name="+", to="studio.studio"
                ),
            )
            for model in _OWNED
        ],
        *[
            migrations.AddIndex(
                model_name=model, index=models.Index(fields=["studio", *fields], name=_NEW.get(name, name))
            )
            for model, name, fields in _INDEXES
        ],
        *[
            migrations.AddConstraint(
                model_name=model, constraint=models.UniqueConstraint(fields=("studio", field), name=name)
            )
            for model, name, field in _ONCE
        ],
    ]
