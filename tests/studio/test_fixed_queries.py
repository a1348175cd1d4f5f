"""Fixed reads and writes answer what the querysets and models they stand for answer."""

from __future__ import annotations

import threading

from django.db import connection, connections
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from studio.actions.bringing_in import import_piece
from studio.fixed_queries import FixedInsert, FixedRead, FixedUpdate, among
from studio.models import Piece, Revision, Stage
from studio.piece_rows import stages_of
from tests.documents import document
from tests.studio.base import StudioTest


class Reads(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        self.pieces = [import_piece(self.studio, document()) for _ in range(3)]

    def test_values_change_and_the_sql_does_not(self) -> None:
        read: FixedRead[Piece] = FixedRead(lambda piece: Piece.objects.filter(pk=piece), 1)
        for piece in (*self.pieces, *self.pieces):
            (found,), usual = read(piece.pk), Piece.objects.get(pk=piece.pk)
            self.assertEqual((found.pk, found.name, found.summary), (usual.pk, usual.name, usual.summary))
        self.assertIsNone(read.first(10**9))

    def test_several_numbers_are_one_value_none_among_them(self) -> None:
        read: FixedRead[Piece] = FixedRead(lambda pieces: Piece.objects.filter(pk__in=among(pieces)), 1)
        wanted = {p.pk for p in self.pieces[:2]}
        self.assertEqual({p.pk for p in read(wanted)}, wanted)
        self.assertEqual(read([]), [])

    def test_what_is_joined_and_what_is_left_out_is_as_django_has_it(self) -> None:
        (stage,) = stages_of(self.pieces[0])
        usual = Stage.objects.select_related("glass_kind", "firing__kiln").get(pk=stage.pk)
        with CaptureQueriesContext(connection) as asked:
            self.assertEqual(stage.glass_kind.document, usual.glass_kind.document)
            self.assertEqual(stage.firing.kiln.name, usual.firing.kiln.name)
            self.assertEqual(stage.firing.starts_at, usual.firing.starts_at)
            self.assertEqual((stage.set_aside, stage.measured), ([], []))
        self.assertEqual(len(asked), 0)
        with CaptureQueriesContext(connection) as asked:
            self.assertEqual(stage.firing.told, {})
        self.assertEqual(len(asked), 1)

    def test_words_are_values_too(self) -> None:
        read: FixedRead[Stage] = FixedRead(lambda key: Stage.objects.filter(key=key), 1)
        key = self.pieces[0].stages.get().key
        self.assertEqual(len(read(key)), Stage.objects.filter(key=key).count())
        self.assertEqual(read("x' OR '1'='1"), [])

    def test_a_value_that_never_comes_to_the_sql_is_refused(self) -> None:
        with self.assertRaisesRegex(TypeError, "every value"):
            FixedRead(lambda _piece: Piece.objects.all(), 1)(1)

    def test_another_thread_reads_by_its_own_connection(self) -> None:
        read: FixedRead[Piece] = FixedRead(lambda piece: Piece.objects.filter(pk=piece), 1)
        read(self.pieces[0].pk)
        found: list[object] = []

        def ask() -> None:
            try:
                found.append(len(read(10**9)))
            finally:
                connections.close_all()

        thread = threading.Thread(target=ask)
        thread.start()
        thread.join()
        self.assertEqual(found, [0])


class Writes(StudioTest):
    def test_an_update_is_of_the_rows_it_finds_and_says_how_many(self) -> None:
        piece = import_piece(self.studio, document())
        keep = FixedUpdate(Piece, ("name", "summary"), ("id", "version"))
        self.assertEqual(keep("Told", {"ü": [1, None]}, piece.pk, piece.version + 1), 0)
        self.assertEqual(keep("Told", {"ü": [1, None]}, piece.pk, piece.version), 1)
        found = Piece.objects.get(pk=piece.pk)
        self.assertEqual((found.name, found.summary), ("Told", {"ü": [1, None]}))

    def test_a_new_row_is_as_django_would_have_kept_it(self) -> None:
        piece, when = import_piece(self.studio, document()), timezone.now()
        add = FixedInsert(Revision, ("piece", "parent", "label", "snapshot", "created_at"))
        number = add(piece.pk, None, "kept “so”", {"name": "x"}, when)
        found = Revision.objects.get(pk=number)
        self.assertEqual((found.piece, found.parent, found.label), (piece, None, "kept “so”"))
        self.assertEqual((found.snapshot, found.created_at), ({"name": "x"}, when))
        self.assertEqual(Revision.objects.filter(piece=piece).count(), 2)
