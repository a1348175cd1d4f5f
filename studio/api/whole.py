"""The whole studio as one file, for whoever owns it."""

from __future__ import annotations

import tempfile
from pathlib import Path
from typing import Any

from django.conf import settings
from django.http import FileResponse, HttpRequest
from ninja import Router, Status

from studio.api.schemas import ErrorOut
from studio.backup import write_backup
from studio.store import stamp

router = Router(tags=["whole"])


@router.get("/backup", response={403: ErrorOut})
def take_backup(request: HttpRequest) -> Any:
    """Database and meshes in one file; `./run restore FILE` brings it back."""
    if not (request.user.is_superuser or settings.DEMO):
        return Status(403, {"message": "Only the owner of the studio takes all of it along.", "faults": []})
    with tempfile.TemporaryDirectory(dir=settings.VAR) as folder:
        path = Path(folder) / "studio.zip"
        write_backup(path)
        file = path.open("rb")  # the name goes with the folder; what is open can still be read
    return FileResponse(file, as_attachment=True, filename=f"cold-cradle-{stamp()}.zip")
