"""The first hour, an invitation, two people at one piece, and a guest, each in a browser of their own."""

from __future__ import annotations

import re
from typing import Any

from django.contrib.auth import get_user_model
from django.test import Client
from playwright.sync_api import Page, expect

from studio.actions.people import invite, make_studio
from studio.models import Firing, GlassKind, Kiln, Member, Piece, Role, StockItem, Studio
from tests.browser.base import BrowserTest
from tests.people import PASSWORD, member


class Door(BrowserTest):
    """`as_somebody` opens a window that is signed in as them; `as_stranger` one that is not."""

    def as_stranger(self, path: str) -> Page:
        page = self.windows.lend(touch=False, at_the_end=self.addCleanup).new_page()
        page.set_viewport_size({"width": 1280, "height": 800})
        page.on("request", lambda request: self.requests.append(request.url))
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        page.goto(self.live_server_url + path)
        return page

    def as_somebody(self, person: Any, path: str) -> Page:
        page = self.open("/words")
        client = Client()
        client.force_login(person)
        page.context.clear_cookies()
        page.context.add_cookies(
            [{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": self.live_server_url}]
        )
        page.goto(self.live_server_url + path)
        return page


class Joining(Door):
    def test_a_link_is_made_opened_and_good_once(self) -> None:
        page = self.open("/studio")
        page.get_by_role("button", name="Make a link").click()
        field = page.get_by_label("Good once, for three days; shown only now")
        link = field.input_value()
        self.assertRegex(link, r"/join#[\w-]{20,}$")
        theirs = self.as_stranger(link.removeprefix(self.live_server_url))
        expect(theirs.get_by_role("heading", name="Join Wren")).to_be_visible()
        theirs.get_by_label("You are called").fill("Ann Harbour")
        theirs.get_by_label("A password of yours").fill(PASSWORD)
        theirs.get_by_role("button", name="Come in").click()
        expect(theirs).to_have_url(re.compile("/today$"))
        page.reload()
        expect(page.locator(".members")).to_contain_text("Ann Harbour")
        late = self.as_stranger(link.removeprefix(self.live_server_url))
        expect(late.get_by_role("alert")).to_contain_text("has been used")

    def test_a_password_is_changed_where_one_is_and_a_wrong_one_keeps_what_was_typed(self) -> None:
        page = self.open("/studio")
        page.get_by_label("Your password").fill("guessed wrong")
        page.get_by_label("A new one").fill("another long enough")
        page.get_by_role("button", name="Change it").click()
        expect(page.get_by_role("alert")).to_contain_text("not your password")
        expect(page.get_by_label("A new one")).to_have_value("another long enough")
        page.get_by_label("Your password").fill(PASSWORD)
        page.get_by_role("button", name="Change it").click()
        expect(page.get_by_role("status")).to_contain_text("Changed")


class Together(Door):
    def test_two_at_one_field_are_told_who_and_nothing_is_lost(self) -> None:
        knot = member(self.studio, "Knot")
        mine = self.at_piece("cradle")
        theirs = self.as_somebody(knot, f"/pieces/{self.piece.pk}/cradle")
        height = self.field(theirs, "cradle.parts.0.height")
        expect(self.field(mine, "cradle.parts.0.height")).to_be_visible()
        height.fill("70 mm")
        height.press("Enter")
        expect(height).to_have_value(re.compile("70"))
        expect(theirs.get_by_role("button", name="Undo")).to_be_enabled()
        own = self.field(mine, "cradle.parts.0.height")
        own.fill("75 mm")
        own.press("Enter")
        dialog = mine.get_by_role("dialog")
        expect(dialog).to_contain_text("Changed by Knot meanwhile")
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).head.by, knot)

    def test_a_guest_looks_and_finds_nothing_to_type_into(self) -> None:
        page = self.as_somebody(member(self.studio, "Stint", Role.GUEST), f"/pieces/{self.piece.pk}/cradle")
        expect(page.get_by_text("you may look and print, and change nothing")).to_be_visible()
        for station in ("Cradle", "Glass", "Lay-up", "Heat", "Before", "Fire", "After"):
            page.get_by_label("Stations").get_by_role("link", name=re.compile(f"^{station}")).click()
            expect(page.get_by_label("Stations").locator("[aria-current]")).to_contain_text(station)
            page.wait_for_load_state("networkidle")
            free = "main input:not([readonly]):not([disabled]):not([type=search]):not([type=range])"
            self.assertEqual([one.evaluate("e => e.outerHTML") for one in page.locator(free).all()], [], station)
            for act in ("Then …", "Undo", "Put away", "Start now", "Start the practice kiln", "Set the glass aside"):
                expect(page.get_by_role("button", name=act)).to_have_count(0)
            expect(page.locator("[data-dimension]")).to_have_count(0)
        page.get_by_label("Stations").get_by_role("link", name=re.compile("^Cradle")).click()
        expect(self.field(page, "cradle.parts.0.height")).to_have_attribute("readonly", "")
        page.goto(f"{self.live_server_url}/pieces")
        expect(page.get_by_text("Lamp-room prism")).to_be_visible()
        expect(page.get_by_role("button", name="New piece")).to_have_count(0)

    def test_a_guest_goes_to_a_studio_of_their_own_and_works_there(self) -> None:
        stint = member(self.studio, "Stint", Role.GUEST)
        make_studio(stint, "Stint’s shed")
        page = self.as_somebody(stint, "/studio")
        page.get_by_role("combobox", name="You work in").click()
        with page.expect_navigation(url=re.compile("/today$")):
            page.get_by_role("option", name="Stint’s shed").click()
        expect(page.get_by_text("you may look and print, and change nothing")).to_have_count(0)
        page.goto(f"{self.live_server_url}/pieces")
        expect(page.get_by_role("button", name="New piece").first).to_be_visible()

    def test_who_is_made_a_guest_at_work_is_told_so_and_keeps_what_they_typed(self) -> None:
        stint = member(self.studio, "Stint")
        page = self.as_somebody(stint, f"/pieces/{self.piece.pk}/cradle")
        height = self.field(page, "cradle.parts.0.height")
        expect(height).to_be_visible()
        Member.objects.filter(person=stint).update(role=Role.GUEST)
        height.fill("70 mm")
        height.press("Enter")
        expect(page.get_by_role("alert").first).to_contain_text("you may look and print")
        expect(height).to_have_value("70 mm")

    def test_who_was_taken_out_reads_so_and_keeps_what_they_typed(self) -> None:
        knot = member(self.studio, "Knot")
        page = self.as_somebody(knot, f"/pieces/{self.piece.pk}/cradle")
        height = self.field(page, "cradle.parts.0.height")
        expect(height).to_be_visible()
        Member.objects.filter(person=knot).delete()
        height.fill("70 mm")
        height.press("Enter")
        expect(page.get_by_role("alert").first).to_contain_text("You are in no studio")
        expect(height).to_have_value("70 mm")


class FirstHour(Door):
    def setUp(self) -> None:
        super().setUp()
        for model in (Piece, Firing, StockItem, Kiln, GlassKind, Studio):
            model.objects.all().delete()
        get_user_model().objects.all().delete()

    def test_from_an_empty_folder_to_a_piece_in_four_steps(self) -> None:
        page = self.as_stranger("/")
        expect(page.get_by_role("navigation")).to_have_count(0)
        page.get_by_label("You are called").fill("Ann of the Harbour House")
        page.get_by_label("Password", exact=True).fill(PASSWORD)
        page.get_by_label("The same password again").fill(PASSWORD)
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("heading", name="How do you measure?")).to_be_visible()
        page.get_by_role("button", name="inches, ounces, °F").click()
        page.get_by_role("button", name="One like the middle kiln").click()
        page.get_by_label("borosilicate").uncheck()
        page.get_by_role("button", name="These").click()
        page.get_by_role("button", name="A copy of Pilot’s bowl").click()
        expect(page.get_by_role("heading", name="Pilot’s bowl, a copy")).to_be_visible()
        self.assertEqual(Kiln.objects.get().name, "Middle kiln")
        begun = Studio.objects.get().begun
        self.assertEqual(set(begun), {"units", "kiln", "glass", "piece"})

    def test_all_of_it_may_be_passed_over(self) -> None:
        page = self.as_stranger("/")
        page.get_by_label("You are called").fill("Ann")
        page.get_by_label("Password", exact=True).fill(PASSWORD)
        page.get_by_label("The same password again").fill(PASSWORD)
        page.get_by_role("button", name="Begin").click()
        for _ in range(3):
            page.get_by_role("button", name="Pass this over").click()
        page.get_by_role("button", name="Straight to Today").click()
        expect(page).to_have_url(re.compile("/today$"))
        expect(page.get_by_role("navigation", name="Places")).to_be_visible()


class Walk(Door):
    def test_it_goes_from_place_to_place_is_left_and_taken_up_again(self) -> None:
        Studio.objects.filter(pk=self.studio.pk).update(begun={})
        page = self.open("/today")
        page.get_by_role("button", name="Walk through one piece").click()
        card = page.get_by_label("Walk through one piece")
        expect(card).to_contain_text("1 of 7. The mould")
        expect(page.get_by_role("heading", name="Lamp-room prism, a copy")).to_be_visible()
        for title in ("How much glass", "How it lies", "The firing"):
            card.get_by_role("button", name="On").click()
            expect(card).to_contain_text(title)
        expect(page).to_have_url(re.compile("/heat"))
        card.get_by_role("button", name="Leave it").click()
        expect(card).to_have_count(0)
        page.goto(self.live_server_url + "/today")
        page.get_by_role("button", name="Take up the walk").click()
        expect(card).to_contain_text("4 of 7. The firing")

    def test_the_secret_of_a_link_is_sent_in_no_address(self) -> None:
        _, secret = invite(Member.objects.get(studio=self.studio), Role.MAKER)
        self.as_stranger(f"/join#{secret}")
        self.assertFalse([url for url in self.requests if secret in url.partition("#")[0]])
