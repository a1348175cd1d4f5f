"""Glass set aside is called a reservation: what a stage takes is what earlier stages gave."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0003_photo_of_an_entry")]

    operations = [
        migrations.RenameModel("Take", "Reservation"),
        migrations.AlterField(
            "reservation",
            "stage",
            models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE, related_name="reservations", to="studio.stage"
            ),
        ),
        migrations.AlterField(
            "reservation",
            "item",
            models.ForeignKey(
                on_delete=django.db.models.deletion.PROTECT, related_name="reservations", to="studio.stockitem"
            ),
        ),
    ]
