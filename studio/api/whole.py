"""The whole studio as one file, for whoever owns it."""

from __future__ import annotations

import json
import shutil
import tempfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import DatabaseError
from django.http import FileResponse, HttpRequest, StreamingHttpResponse
from ninja import File, Router, Status
from ninja.files import UploadedFile

from studio.api.replies import file_stem
from studio.api.schemas import ErrorOut
from studio.archive import read_archive, write_archive
from studio.backup import write_backup
from studio.errors import store_trouble
from studio.keeping import Busy
from studio.members import member_of, studio_of
from studio.models import Role, Studio
from studio.store import StoreTrouble, stamp

router = Router(tags=["whole"])
_NOT_YOURS = {"message": "Only an owner of the studio takes all of it along, or brings it in.", "faults": []}


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


@router.get("/archive", response={403: ErrorOut, 507: ErrorOut})
def take_archive(request: HttpRequest) -> Any:
    """One studio in one file of open formats: tables in JSON and CSV, photographs, meshes."""
    if member_of(request).role != Role.OWNER:
        return Status(403, _NOT_YOURS)
    with tempfile.TemporaryDirectory(dir=settings.VAR) as folder:
        path = Path(folder) / "studio.zip"
        try:
            write_archive(studio_of(request), path)
        except StoreTrouble as error:
            return Status(507, {"message": str(error), "faults": []})
        file = path.open("rb")  # the name goes with the folder; what is open can still be read
    name = file_stem(studio_of(request).name, "studio")
    return FileResponse(file, as_attachment=True, filename=f"{name}-{stamp()}.zip")


@router.post("/archive", response={403: ErrorOut, 422: ErrorOut})
def bring_archive(request: HttpRequest, file: File[UploadedFile]) -> Any:
    """Bring an archive in, line by line how far it is; the last line says which studio it became."""
    if member_of(request).role != Role.OWNER:
        return Status(403, _NOT_YOURS)
    folder = tempfile.mkdtemp(dir=settings.VAR, prefix="coming-in-")
    path = Path(folder) / "studio.zip"
    try:
        with path.open("wb") as kept:
            for chunk in file.chunks():
                kept.write(chunk)
    except OSError:
        shutil.rmtree(folder, ignore_errors=True)
        raise
    return StreamingHttpResponse(_brought(path, studio_of(request)), content_type="application/x-ndjson")


def _brought(path: Path, studio: Studio) -> Iterator[str]:
    def line(**told: Any) -> str:
        return json.dumps(told, ensure_ascii=False) + "\n"

    try:
        for one in read_archive(path, studio):
            became = one.studio.pk if one.studio else None
            yield line(step=one.step, done=one.done, of=one.of, studio=became, missing=one.missing, trouble="")
    except StoreTrouble as error:
        yield line(step="", done=0, of=0, studio=None, missing=[], trouble=str(error))
    except (DatabaseError, OSError, Busy) as error:
        found = store_trouble(error)
        if found is None:
            raise
        yield line(step="", done=0, of=0, studio=None, missing=[], trouble=found[1])
    finally:
        shutil.rmtree(path.parent, ignore_errors=True)
