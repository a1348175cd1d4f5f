"""People of a studio: asked in once, with a role; who did what; names and passwords; the last owner stays."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.contrib.auth import get_user_model
from django.test import Client
from django.utils import timezone

from studio.actions.people import INVITED_FOR, sign_in_name
from studio.models import BenchRecord, Check, FiringEvent, Invitation, Measure, Member, Piece, Revision, Role, Studio
from tests.people import PASSWORD, member, person_of, studio_of_one
from tests.studio.base import StudioTest


class Windows(StudioTest):
    def window(self, person: Any) -> Client:
        client = Client()
        client.force_login(person)
        return client

    def sent(self, client: Client, method: str, path: str, body: Any = None) -> Any:
        mine, self.client = self.client, client
        try:
            return self.ask(method, path, body)
        finally:
            self.client = mine


class Invited(Windows):
    def link(self, role: str = "maker") -> str:
        made = self.ask("POST", "/studio/invitations", {"role": role})
        self.assertEqual(made.status_code, 201)
        return str(made.json()["secret"])

    def join(self, secret: str, name: str = "Ann Harbour", client: Client | None = None) -> Any:
        body = {"secret": secret, "name": name, "password": PASSWORD}
        return self.sent(client or Client(), "POST", "/session/join", body)

    def test_a_link_makes_somebody_new_a_member_once(self) -> None:
        secret, client = self.link(), Client()
        shown = self.sent(client, "POST", "/session/invited", {"secret": secret}).json()
        self.assertEqual(shown, {"studio": "Wren", "role": "maker", "by": "Wren"})
        joined = self.join(secret, client=client)
        self.assertEqual(joined.status_code, 201)
        self.assertEqual((joined.json()["name"], joined.json()["sign_in"]), ("Ann Harbour", "ann-harbour"))
        self.assertEqual(self.sent(client, "GET", f"/pieces/{self.piece.pk}").status_code, 200)
        again = self.join(secret, "Knot")
        self.assertEqual(again.status_code, 422)
        self.assertIn("has been used", again.json()["message"])
        self.assertFalse(get_user_model().objects.filter(first_name="Knot").exists())

    def test_it_is_good_for_three_days_and_not_a_second_longer(self) -> None:
        for late, status in ((timedelta(seconds=-30), 201), (timedelta(seconds=1), 422)):
            secret = self.link()
            made = timezone.now() - INVITED_FOR - late
            Invitation.objects.filter(used_at=None).update(made_at=made)
            self.assertEqual(self.join(secret).status_code, status, late)

    def test_what_was_taken_back_or_made_up_opens_nothing(self) -> None:
        secret = self.link()
        row = Invitation.objects.get()
        self.assertNotIn(secret, row.digest)
        self.assertEqual(self.ask("POST", f"/studio/invitations/{row.pk}/out").status_code, 204)
        for tried in (secret, "", "x" * 40):
            self.assertEqual(self.join(tried).status_code, 422)
        self.assertEqual(Member.objects.filter(studio=self.studio).count(), 1)

    def test_somebody_with_a_studio_of_their_own_works_in_both(self) -> None:
        other = studio_of_one("Knot")
        client = self.window(person_of(other))
        joined = self.join(self.link("guest"), client=client)
        self.assertEqual(joined.status_code, 201)
        self.assertEqual(
            [(s["name"], s["role"], s["is_here"]) for s in joined.json()["studios"]],
            [("Knot", "owner", False), ("Wren", "guest", True)],
        )
        self.assertEqual(self.sent(client, "GET", f"/pieces/{self.piece.pk}").status_code, 200)
        self.sent(client, "POST", "/session/studio", {"id": other.pk})
        self.assertEqual(self.sent(client, "GET", f"/pieces/{self.piece.pk}").status_code, 404)
        twice = self.join(self.link(), client=client)
        self.assertIn("a member of Wren already", twice.json()["message"])

    def test_only_an_owner_asks_in_and_changes_who_may_do_what(self) -> None:
        knot = member(self.studio, "Knot")
        client, row = self.window(knot), Member.objects.get(person=knot)
        for path, body in (
            ("/studio/invitations", {"role": "maker"}),
            (f"/studio/members/{row.pk}/password", {"password": PASSWORD}),
        ):
            self.assertEqual(self.sent(client, "POST", path, body).status_code, 403)
        self.assertEqual(self.sent(client, "PATCH", f"/studio/members/{row.pk}", {"role": "owner"}).status_code, 403)
        self.assertEqual(self.sent(client, "PATCH", "/studio", {"name": "Mine"}).status_code, 403)
        self.assertEqual(self.sent(client, "GET", "/studio/members").json()["invitations"], [])
        self.assertEqual(self.ask("POST", "/studio/invitations", {"role": "king"}).status_code, 422)


class Leaving(Windows):
    def test_the_last_owner_stays(self) -> None:
        mine = Member.objects.get(studio=self.studio)
        for answer in (
            self.ask("POST", f"/studio/members/{mine.pk}/out"),
            self.ask("PATCH", f"/studio/members/{mine.pk}", {"role": "maker"}),
        ):
            self.assertEqual(answer.status_code, 422)
            self.assertIn("last owner", answer.json()["message"])
        second = Member.objects.get(person=member(self.studio, "Knot"))
        self.ask("PATCH", f"/studio/members/{second.pk}", {"role": "owner"})
        self.assertEqual(self.ask("POST", f"/studio/members/{mine.pk}/out").status_code, 204)
        self.assertEqual(self.ask("GET", "/pieces").status_code, 403)

    def test_who_is_taken_out_while_editing_is_told_and_their_work_stays(self) -> None:
        knot = member(self.studio, "Knot")
        client = self.window(knot)
        body = {"version": 1, "system": "metric", "changes": [{"path": "name", "value": "Gull dish"}]}
        self.assertEqual(self.sent(client, "PATCH", f"/pieces/{self.piece.pk}", body).status_code, 200)
        self.ask("POST", f"/studio/members/{Member.objects.get(person=knot).pk}/out")
        late = self.sent(client, "PATCH", f"/pieces/{self.piece.pk}", body | {"version": 2})
        self.assertEqual(late.status_code, 403)
        self.assertIn("You are in no studio", late.json()["message"])
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).name, "Gull dish")
        self.assertEqual(self.ask("GET", f"/pieces/{self.piece.pk}").json()["undoes"], "name (Knot)")

    def test_a_maker_leaves_by_themselves_and_takes_nobody_along(self) -> None:
        knot, stint = member(self.studio, "Knot"), member(self.studio, "Stint")
        client = self.window(knot)
        theirs, other = (Member.objects.get(person=p).pk for p in (knot, stint))
        self.assertEqual(self.sent(client, "POST", f"/studio/members/{other}/out").status_code, 403)
        self.assertEqual(self.sent(client, "POST", f"/studio/members/{theirs}/out").status_code, 204)


class WhoDidWhat(Windows):
    def setUp(self) -> None:
        super().setUp()
        self.knot = member(self.studio, "Knot")
        self.theirs = self.window(self.knot)

    def test_a_step_of_a_piece_says_who_and_ones_own_goes_without_saying(self) -> None:
        body = {"version": 1, "system": "metric", "label": "wider"}
        body["changes"] = [{"path": "name", "value": "Wide"}]
        self.sent(self.theirs, "PATCH", f"/pieces/{self.piece.pk}", body)
        self.assertEqual(Revision.objects.filter(piece=self.piece).latest("pk").by, self.knot)
        self.assertEqual(self.ask("GET", f"/pieces/{self.piece.pk}").json()["undoes"], "wider (Knot)")
        self.assertEqual(self.sent(self.theirs, "GET", f"/pieces/{self.piece.pk}").json()["undoes"], "wider")

    def test_two_at_one_field_nothing_is_overwritten_and_it_says_who(self) -> None:
        body = {"version": 1, "system": "metric", "label": "wider", "changes": [{"path": "name", "value": "Theirs"}]}
        self.assertEqual(self.sent(self.theirs, "PATCH", f"/pieces/{self.piece.pk}", body).status_code, 200)
        mine = self.ask("PATCH", f"/pieces/{self.piece.pk}", body | {"changes": [{"path": "name", "value": "Mine"}]})
        self.assertEqual(mine.status_code, 409)
        self.assertIn("Changed by Knot meanwhile (wider)", mine.json()["message"])
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).name, "Theirs")

    def test_ticks_acts_and_measures_say_who(self) -> None:
        stage = self.piece.stages.get()
        at = f"/firings/{stage.firing_id}"
        before = self.ask("GET", f"{at}/before").json()
        rule = next(line["check"]["rule"] for line in before["lines"] if line["check"]["by"] == "human")
        tick = {"stage_id": stage.pk, "rule": rule, "is_done": True}
        self.assertEqual(self.sent(self.theirs, "POST", f"{at}/checks", tick).status_code, 200)
        self.assertEqual(Check.objects.get().by, self.knot)
        lines = self.ask("GET", f"{at}/before").json()["lines"]
        self.assertEqual({line["by"] for line in lines if line["check"]["rule"] == rule}, {"Knot"})
        self.assertEqual(FiringEvent.objects.filter(by=None).count(), 0)
        rows = [{"key": "width", "place": 0, "typed": "80 mm"}]
        kept = {"stage_id": stage.pk, "rows": rows, "system": "metric", "copy_number": 0}
        answer = self.sent(self.theirs, "POST", f"{at}/measures", kept)
        if answer.status_code == 200:
            self.assertEqual(Measure.objects.get().by, self.knot)

    def test_what_nobody_here_did_names_nobody(self) -> None:
        Revision.objects.filter(piece=self.piece).update(by=None)
        self.assertNotIn("(", self.ask("GET", f"/pieces/{self.piece.pk}").json()["undoes"] or "")
        self.assertEqual(BenchRecord.objects.count(), 0)


class NamesAndPasswords(Windows):
    def test_a_name_is_free_text_and_the_sign_in_is_made_of_it(self) -> None:
        for name, made in (
            ("Ann Harbour", "ann-harbour"),
            ("Åsa Ø. Møl", "asa-ml"),
            ("灯台", "person"),
            ("Wren", "wren"),
        ):
            self.assertEqual(sign_in_name(name), made)
        get_user_model().objects.create_user("ann-harbour")
        self.assertEqual(sign_in_name("Ann Harbour"), "ann-harbour-2")

    def test_both_are_changed_and_another_ones_is_not_taken(self) -> None:
        member(self.studio, "knot")
        answer = self.ask("PATCH", "/session/me", {"name": "Wren of the Row", "sign_in": "wren@row"})
        self.assertEqual((answer.json()["name"], answer.json()["sign_in"]), ("Wren of the Row", "wren@row"))
        taken = self.ask("PATCH", "/session/me", {"name": "Wren", "sign_in": "KNOT"})
        self.assertEqual(taken.status_code, 422)
        self.assertIn("somebody else", taken.json()["message"])
        self.assertEqual(self.ask("PATCH", "/session/me", {"name": "", "sign_in": "a b"}).status_code, 422)

    def test_one_signs_in_by_either_where_it_is_only_ones_own(self) -> None:
        self.ask("PATCH", "/session/me", {"name": "Wren of the Row", "sign_in": "wren"})
        for name in ("wren", "Wren of the Row", " wren of  the row "):
            body = {"name": name, "password": PASSWORD}
            self.assertEqual(self.sent(Client(), "POST", "/session", body).status_code, 200, name)
        other = member(self.studio, "second")
        other.first_name = "Wren of the Row"
        other.save()
        body = {"name": "Wren of the Row", "password": PASSWORD}
        self.assertEqual(self.sent(Client(), "POST", "/session", body).status_code, 401)

    def test_a_password_wants_the_old_one_and_ends_the_other_sessions(self) -> None:
        elsewhere = self.window(person_of(self.studio))
        wrong = self.ask("POST", "/session/password", {"old": "guessed", "new": "another long enough"})
        self.assertEqual(wrong.status_code, 422)
        weak = self.ask("POST", "/session/password", {"old": PASSWORD, "new": "1234"})
        self.assertIn("too short", str(weak.json()))
        done = self.ask("POST", "/session/password", {"old": PASSWORD, "new": "another long enough"})
        self.assertEqual(done.status_code, 200)
        self.assertEqual(self.ask("GET", "/pieces").status_code, 200)
        self.assertEqual(self.sent(elsewhere, "GET", "/pieces").status_code, 401)

    def test_an_owner_gives_a_lost_one_anew_but_not_to_who_has_more_behind_it(self) -> None:
        knot = member(self.studio, "Knot")
        row = Member.objects.get(person=knot)
        give = {"password": "another long enough"}
        self.assertEqual(self.ask("POST", f"/studio/members/{row.pk}/password", give).status_code, 200)
        body = {"name": "Knot", **give}
        self.assertEqual(self.sent(Client(), "POST", "/session", body).status_code, 200)
        own = Studio.objects.create(name="Knot's own")
        Member.objects.create(studio=own, person=knot, role=Role.OWNER)
        refused = self.ask("POST", f"/studio/members/{row.pk}/password", {"password": "a third one long"})
        self.assertEqual(refused.status_code, 403)
        self.assertIn("more than this studio", refused.json()["message"])
