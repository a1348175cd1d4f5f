"""One studio as one file of open formats, out and in: tables in JSON and CSV, photographs and meshes as they are."""

from studio.archive.reading import read_archive
from studio.archive.writing import write_archive

__all__ = ["read_archive", "write_archive"]
