"""The rack: weighing in and out, tables in and out, and glass set aside for a piece."""

from __future__ import annotations

import io
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from PIL import Image

from studio.actions.bringing_in import import_piece
from studio.models import GlassKind, Reservation, StockItem
from tests.documents import document
from tests.people import person_of
from tests.studio.base import AT, StudioTest


class Rack(StudioTest):
    def add(self, form: str = "nuggets", **typed: str) -> Any:
        return self.ask(
            "POST", "/stock", {"kind_id": self.kind().pk, "form": form, "document": {"weight": "1 kg", **typed}}
        )

    def change(self, item: dict[str, Any], **typed: str) -> Any:  # type: ignore[override]  # of an entry, not of the piece
        body = {"version": item["version"], "kind_id": item["kind_id"], "form": item["form"], "document": typed}
        return self.ask("PATCH", f"/stock/{item['id']}", body)

    def test_the_jar_is_taken_off(self) -> None:
        item = self.add(jar="310 g", gross="1 lb").json()
        self.assertEqual(item["entries"]["weight"]["shown"]["metric"]["text"], "144 g")
        again = self.change(item, gross="350 g").json()
        self.assertEqual(again["entries"]["weight"]["shown"]["metric"]["text"], "40 g")

    def test_faults_are_told_by_field(self) -> None:
        item = self.add().json()
        for typed, field in (
            ({"gross": "200 g"}, "jar"),
            ({"gross": "200 g", "jar": "300 g"}, "gross"),
            ({"weight": "-1 g"}, "weight"),
            ({"weight": "lots"}, "weight"),
            ({"thickness": "0 mm"}, "thickness"),
            ({"colour": "blue"}, "colour"),
        ):
            answer = self.change(item, **typed)
            self.assertEqual(answer.status_code, 422, typed)
            self.assertIn(field, [f["path"] for f in answer.json()["faults"]])
        self.assertEqual(self.add(form="lumps").status_code, 422)

    def test_two_windows_do_not_overwrite_each_other(self) -> None:
        item = self.add().json()
        self.assertEqual(self.change(item, weight="2 kg").status_code, 200)
        self.assertEqual(self.change(item, weight="3 kg").status_code, 409)

    def test_found_by_words_kind_and_form(self) -> None:
        self.add(place="bay 5, behind the door")
        self.add(form="billet", note="from the old LENS")
        self.assertEqual(self.ask("GET", "/stock?search=bay%20door").json()["count"], 1)
        self.assertEqual(self.ask("GET", "/stock?search=lens").json()["rows"][0]["form"], "billet")
        self.assertEqual(self.ask("GET", "/stock?form=nuggets").json()["count"], 1)
        self.assertEqual(self.ask("GET", f"/stock?kind_id={self.kind('lead-crystal').pk}").json()["count"], 0)
        self.assertEqual(self.ask("GET", "/stock?search=%00%25").json()["count"], 0)
        self.assertEqual(self.ask("GET", "/stock").json()["mass"]["metric"]["text"], "2000 g")

    def test_copied_empty_and_put_away(self) -> None:
        item = self.add(jar="310 g", place="bay 1").json()
        copy = self.ask("POST", f"/stock/{item['id']}/copy").json()
        self.assertEqual((copy["place"], copy["entries"]["weight"]["shown"]["metric"]["text"]), ("bay 1", "0 g"))
        self.ask("POST", f"/stock/{item['id']}/away")
        self.assertEqual(self.ask("GET", "/stock").json()["all"], 1)
        self.assertEqual(self.ask("GET", "/stock?archived=true").json()["all"], 1)

    def test_a_table_goes_out_and_comes_in_the_same(self) -> None:
        self.add(place="bay 1", jar="310 g")
        self.add(form="sheet", thickness="3 mm", note='says "=SUM(1)", with ; and ,')
        self.add(form="billet", place="=cmd|calc")
        text = self.client.get("/api/stock.csv").content
        self.assertIn(b"'=cmd", text)
        before = [(i.form, i.mass_kg, i.details) for i in StockItem.objects.order_by("form")]
        StockItem.objects.all().delete()
        answer = self.client.post("/api/stock.csv", text, content_type="text/csv")
        self.assertEqual(answer.json(), {"count": 3})
        self.assertEqual([(i.form, i.mass_kg, i.details) for i in StockItem.objects.order_by("form")], before)

    def test_a_faulty_table_changes_nothing_and_names_its_lines(self) -> None:
        text = (
            'kind,form,weight\r\nfloat, clear,sheet,1 kg\r\n"float, clear",sheet,2 kg\r\nmoon glass,coarse frit,1 '
            'kg\r\n"float, clear",sheet,heavy\r\n'
        )
        answer = self.client.post("/api/stock.csv", text, content_type="text/csv")
        self.assertEqual(answer.status_code, 422)
        told = " ".join(f["message"] for f in answer.json()["faults"])
        for words in (
            "line 2: there is no glass called “float”",
            "line 4: there is no glass called “moon glass”",
            "line 5:",
        ):
            self.assertIn(words, told)
        self.assertEqual(StockItem.objects.count(), 0)
        for raw in (b"", b"\xff\xfe\x00\x01", b"a,b\n1,2\n", b"kind;form;weight;colour\n", b'"', b"\x00"):
            self.assertEqual(self.client.post("/api/stock.csv", raw, content_type="text/csv").status_code, 422, raw)

    def test_semicolons_and_names_of_forms_are_understood(self) -> None:
        text = "Form;Kind;Weight;Place\ncoarse frit;fusing 90, clear;640 g;bay 2\nbillet;fusing 90, clear;1 lb;\n"
        self.assertEqual(self.client.post("/api/stock.csv", text, content_type="text/csv").json(), {"count": 2})

    def test_another_persons_jars_are_not_there(self) -> None:
        item = self.add().json()
        stranger = Client()
        stranger.force_login(person_of(self.new_studio("Plover")))
        for method, path in (("patch", ""), ("post", "/copy"), ("post", "/away")):
            body = {"kind_id": item["kind_id"], "form": "nuggets", "document": {}, "version": 1}
            got = getattr(stranger, method)(f"/api/stock/{item['id']}{path}", body, content_type="application/json")
            self.assertEqual(got.status_code, 404)
        self.assertNotIn(b"nuggets", stranger.get("/api/stock.csv").content)


class TakesTest(StudioTest):
    """The piece wants about 811 g of nuggets."""

    def setUp(self) -> None:
        super().setUp()
        self.items = []
        for weight in ("600 g", "500 g"):
            body = {"kind_id": self.kind().pk, "form": "nuggets", "document": {"weight": weight}}
            self.items.append(self.ask("POST", "/stock", body).json()["id"])

    def rack(self, what: str, piece: Any = None) -> Any:
        piece = piece or self.piece
        piece.refresh_from_db()
        return self.ask("POST", f"/pieces/{piece.pk}/glass/{what}", {"version": piece.version})

    def masses(self) -> list[float]:
        return [round(StockItem.objects.get(pk=pk).mass_kg, 3) for pk in self.items]

    def stored(self) -> Any:
        self.piece.refresh_from_db()
        return self.piece


class Takes(TakesTest):
    def test_set_aside_from_the_fullest_then_used_then_given_back(self) -> None:
        aside = self.rack("aside").json()
        need = aside["plan"]["figures"]["charge_mass"]["value"]
        self.assertEqual([round(t.mass_kg, 3) for t in Reservation.objects.all()], [0.6, round(need - 0.6, 3)])
        self.assertEqual(self.masses(), [0.6, 0.5])
        used = self.rack("used").json()
        self.assertEqual(self.masses(), [0.0, round(1.1 - need, 3)])
        self.assertEqual(used["plan"]["states"]["glass"], "enough")
        self.assertTrue(all(t["is_used"] for t in used["reservations"]))
        self.rack("back")
        self.assertEqual(self.masses(), [0.6, 0.5])
        self.assertEqual(Reservation.objects.count(), 0)

    def test_undo_gives_it_back_and_redo_takes_it_again(self) -> None:
        self.rack("aside")
        self.rack("used")
        after = self.masses()
        self.ask("POST", f"/pieces/{self.piece.pk}/undo", {"version": self.stored().version})
        self.assertEqual(self.masses(), [0.6, 0.5])
        self.assertEqual(Reservation.objects.filter(is_used=False).count(), 2)
        self.ask("POST", f"/pieces/{self.piece.pk}/redo", {"version": self.stored().version})
        self.assertEqual(self.masses(), after)

    def test_what_is_set_aside_is_not_there_for_another_piece(self) -> None:
        other = import_piece(self.studio, document())
        before = self.ask("GET", f"/pieces/{other.pk}").json()["plan"]["states"]["glass"]
        self.rack("aside")
        after = self.ask("GET", f"/pieces/{other.pk}").json()["plan"]["states"]["glass"]
        self.assertEqual((before, after), ("enough", "not enough"))
        refused = self.rack("aside", other)
        self.assertEqual(refused.status_code, 422)
        self.assertIn("is missing", refused.json()["message"])
        # the piece that has set it aside still counts on it
        self.assertEqual(self.ask("GET", f"/pieces/{self.piece.pk}").json()["plan"]["states"]["glass"], "enough")

    def test_what_cannot_be_is_refused(self) -> None:
        self.assertEqual(self.rack("used").status_code, 422)
        self.rack("aside")
        away = self.ask("POST", f"/stock/{self.items[0]}/away")
        self.assertIn("set aside for a piece", away.json()["message"])
        self.rack("used")
        self.assertEqual(self.rack("aside").status_code, 422)
        stale = self.ask("POST", f"/pieces/{self.piece.pk}/glass/back", {"version": 1})
        self.assertEqual(stale.status_code, 409)

    def test_other_glasses_and_grains_are_taken_too(self) -> None:
        clear = self.kind("fusing-90-clear")
        for form in ("coarse", "medium", "powder"):
            self.ask("POST", "/stock", {"kind_id": clear.pk, "form": form, "document": {"weight": "900 g"}})
        mix = {"parts": [{"form": "coarse", "parts": "1"}, {"form": "medium", "parts": "1"}], "powder": "5 %"}
        changed = self.change(
            {
                AT + "kind_id": clear.pk,
                AT + "glass.form": "medium",
                AT + "glass.mix": mix,
                AT + "glass.with": [{"kind_id": self.kind().pk, "form": "nuggets", "mass": "30 g"}],
            }
        )
        self.assertEqual(changed.status_code, 200, changed.content[:300])
        rules = [f["rule"] for f in changed.json()["plan"]["findings"]]
        self.assertIn("glass.does-not-match", rules)  # 100 against 90
        self.assertEqual(self.rack("aside").status_code, 200)
        self.assertEqual(
            set(Reservation.objects.values_list("item__form", flat=True)), {"coarse", "medium", "powder", "nuggets"}
        )
        out = self.ask("GET", f"/pieces/{self.piece.pk}/document").json()
        again = self.ask("POST", "/pieces/import", out)
        self.assertEqual(again.status_code, 201, again.content[:300])
        self.assertEqual(
            again.json()["plan"]["figures"]["charge_mass"], changed.json()["plan"]["figures"]["charge_mass"]
        )

    def test_strangers_kinds_cannot_be_mixed_in(self) -> None:
        other = self.new_studio("Plover")
        theirs = GlassKind.objects.of(other).first()
        for value in ([{"kind_id": theirs.pk, "form": "fine", "mass": "1 g"}], [{"kind_id": "x"}], [3], "glass"):
            self.assertEqual(self.change({AT + "glass.with": value}).status_code, 422, value)


class Kinds(StudioTest):
    def test_a_kind_from_three_points_and_a_density(self) -> None:
        made = self.ask(
            "POST",
            "/glass",
            {
                "document": {
                    "name": "gull grey",
                    "density": "2.51 g/cm3",
                    "expansion": "90",
                    "strain": "920F",
                    "annealing": "960F",
                    "softening": "1250F",
                    "source": "a maker's sheet",
                }
            },
        )
        self.assertEqual(made.status_code, 201, made.content)
        kind = made.json()
        self.assertEqual(kind["expansion"]["metric"]["text"], "90 ×10⁻⁷/K")
        self.assertEqual(kind["entries"]["stiffness"]["shown"]["metric"]["text"], "72 GPa")
        changed = self.ask(
            "PATCH", f"/glass/{kind['id']}", {"version": kind["version"], "document": {"annealing": "505 °C"}}
        )
        self.assertEqual(changed.json()["entries"]["annealing"]["shown"]["metric"]["text"], "505 °C")
        self.assertEqual(self.change({AT + "kind_id": kind["id"]}).status_code, 200)

    def test_ways_of_writing_an_expansion(self) -> None:
        kind = self.kind()
        for typed, shown in (
            ("96", "96"),
            ("9.6e-6 /K", "96"),
            ("96 x10^-7/K", "96"),
            ("96 × 10⁻⁷ /K", "96"),
            ("9.6", "96"),
            ("33e-7/K", "33"),
        ):
            kind.refresh_from_db()
            got = self.ask("PATCH", f"/glass/{kind.pk}", {"version": kind.version, "document": {"expansion": typed}})
            self.assertEqual(got.json()["expansion"]["metric"]["value"], shown, typed)
        kind.refresh_from_db()
        unknown = self.ask(
            "PATCH", f"/glass/{kind.pk}", {"version": kind.version, "document": {"expansion": ""}}
        ).json()
        self.assertTrue(unknown["is_unknown"])
        self.assertIn(
            "glass.unknown", [f["rule"] for f in self.ask("GET", f"/pieces/{self.piece.pk}").json()["plan"]["findings"]]
        )

    def test_changed_figures_are_no_longer_from_memory(self) -> None:
        kind = self.kind()
        got = self.ask("PATCH", f"/glass/{kind.pk}", {"version": 1, "document": {"softening": "640 °C"}}).json()
        self.assertEqual(got["source"], "your own figures")

    def test_faults_and_doubles_are_refused(self) -> None:
        kind = self.kind()
        for typed in (
            {"annealing": "900 °C"},
            {"name": "float, clear"},
            {"name": ""},
            {"density": "7"},
            {"colour": "x"},
        ):
            got = self.ask("PATCH", f"/glass/{kind.pk}", {"version": 1, "document": typed})
            self.assertEqual(got.status_code, 422, typed)
        self.assertEqual(self.ask("POST", "/glass", {"document": {"name": "x"}}).status_code, 422)
        self.assertEqual(
            self.ask("PATCH", f"/glass/{kind.pk}", {"version": 9, "document": {"density": "2600"}}).status_code, 409
        )

    def test_put_away_and_back(self) -> None:
        kind = self.kind("borosilicate")
        self.ask("POST", f"/glass/{kind.pk}/away")
        self.assertNotIn(kind.pk, [k["id"] for k in self.ask("GET", "/glass").json()])
        self.assertIn(kind.pk, [k["id"] for k in self.ask("GET", "/glass?archived=true").json()])


class Changed(TakesTest):
    """What happens when plan or jar move on after glass was set aside."""

    def test_a_plan_that_asks_for_more_says_so(self) -> None:
        self.assertIsNone(self.rack("aside").json()["reservations_gap"])
        more = self.change({AT + "cradle.line": "70 mm", AT + "cradle.method": "shape"}).json()
        self.assertIn("Set it aside anew", more["reservations_gap"]["metric"])
        self.assertIsNone(self.rack("aside").json()["reservations_gap"])

    def test_a_jar_that_was_emptied_meanwhile_is_not_used_below_nothing(self) -> None:
        self.rack("aside")
        item = StockItem.objects.get(pk=self.items[0])
        item.mass_kg = 0.1
        item.save()
        refused = self.rack("used")
        self.assertEqual(refused.status_code, 422)
        self.assertIn("which now holds 100 g", refused.json()["message"])
        self.assertEqual(self.masses(), [0.1, 0.5])

    def test_redo_of_what_is_no_longer_there_changes_nothing(self) -> None:
        self.rack("aside")
        self.rack("used")
        self.ask("POST", f"/pieces/{self.piece.pk}/undo", {"version": self.stored().version})
        StockItem.objects.filter(pk=self.items[0]).update(mass_kg=0.05)
        version = self.stored().version
        again = self.ask("POST", f"/pieces/{self.piece.pk}/redo", {"version": version})
        self.assertEqual(again.status_code, 422)
        self.assertEqual(self.stored().version, version)
        self.assertEqual(self.masses()[0], 0.05)

    def test_a_piece_that_is_put_away_sets_nothing_aside(self) -> None:
        other = import_piece(self.studio, document())
        self.rack("aside")
        self.ask("POST", f"/pieces/{self.piece.pk}/away")
        self.assertEqual(self.ask("GET", f"/pieces/{other.pk}").json()["plan"]["states"]["glass"], "enough")
        self.assertEqual(self.rack("aside", other).status_code, 200)


class Sheets(StudioTest):
    def add(self, **typed: str) -> dict[str, Any]:
        body = {"kind_id": self.kind("float-clear").pk, "form": "sheet", "document": typed}
        return self.ask("POST", "/stock", body).json()

    def test_a_sheet_weighs_what_its_size_says(self) -> None:
        """2500 kg/m³ · 3 mm · 500 mm · 400 mm · 2."""
        item = self.add(thickness="3 mm", length="500 mm", width="400 mm", count="2")
        self.assertEqual(item["entries"]["weight"]["shown"]["metric"]["text"], "3000 g")
        self.assertEqual(item["area"]["metric"]["text"], "4000 cm²")

    def test_a_weight_that_was_weighed_counts_before_a_size(self) -> None:
        item = self.add(thickness="3 mm", length="500 mm", width="400 mm", weight="1 kg")
        self.assertEqual(item["entries"]["weight"]["shown"]["metric"]["text"], "1000 g")
        self.assertEqual(item["area"]["metric"]["text"], "1333 cm²")

    def test_half_a_size_is_no_weight(self) -> None:
        self.assertIn("expected a weight", self.add(thickness="3 mm")["message"])

    def test_the_order_of_the_rack(self) -> None:
        for weight in ("1 kg", "3 kg", "2 kg"):
            self.add(weight=weight)

        def order(sort: str) -> list[str]:
            rows = self.ask("GET", f"/stock?sort={sort}").json()["rows"]
            return [r["entries"]["weight"]["shown"]["metric"]["text"] for r in rows]

        self.assertEqual(order("weight"), ["3000 g", "2000 g", "1000 g"])
        self.assertEqual(order("recent"), ["2000 g", "3000 g", "1000 g"])
        self.assertEqual(self.ask("GET", "/stock?sort=colour").status_code, 422)

    def test_a_photograph_of_a_jar(self) -> None:
        item = self.add(weight="1 kg")
        out = io.BytesIO()
        Image.new("RGB", (40, 30), "green").save(out, "PNG")
        photo = SimpleUploadedFile("jar.png", out.getvalue())
        answer = self.client.post(f"/api/stock/{item['id']}/photo", {"file": photo})
        self.assertEqual(self.client.get(f"/api/photos/{answer.json()['photo_id']}").status_code, 200)
