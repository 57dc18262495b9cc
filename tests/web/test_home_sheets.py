"""Home sheets on the web, on the demo: proposed, saved, printed, on a phone, asked about at the door; and letters."""

import io
import json
import re
import uuid

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone
from django_scopes import scope
from pypdf import PdfReader

from fairbench.core.errors import InputError
from fairbench.core.formats.handouts_doc import load_home_rules
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.web.accounts.actor import Actor
from fairbench.web.accounts.models import AuditEntry, Practice, User
from fairbench.web.classes.models import Difference, Meeting
from fairbench.web.demo.homes import HOMES
from fairbench.web.people.health_actions import declare
from fairbench.web.people.health_inputs import DeclareInput
from fairbench.web.people.home_inputs import PersonLetterInput
from fairbench.web.people.letter_actions import send
from fairbench.web.people.models import (
    AtHome,
    Group,
    HomeReport,
    HomeSheet,
    HomeTick,
    Participant,
    PersonLetter,
    PhoneSheet,
    Screening,
)

pytestmark = pytest.mark.django_db


@pytest.fixture
def signed_in(demo):
    user = User.objects.get(email="orla@kittiwake.example")
    client = Client()
    client.force_login(user)
    with scope(practice=Practice.objects.get()):
        yield client


def someone(name: str = "Nerys Quill") -> Participant:
    return Participant.objects.get(call_name=name)


def at(name: str, person: Participant) -> str:
    return reverse(f"handouts:{name}", args=[person.id])


def page(client, person: Participant) -> str:
    return " ".join(client.get(at("at_home", person)).content.decode().split())


def text_of(data: bytes) -> str:
    return " ".join(" ".join(part.extract_text() for part in PdfReader(io.BytesIO(data)).pages).split())


@pytest.mark.parametrize("name", ["Bronwen Sayle", "Nerys Quill", "Solveig Penhale", "Dilwyn Farrow"])
@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_every_dose_and_stop_sign_is_on_paper(signed_in, name: str, paper: str) -> None:
    person = someone(name)
    answer = signed_in.get(at("sheet_pdf", person), {"paper": paper})
    assert answer["Content-Type"] == "application/pdf"
    text = text_of(answer.content)
    rules = load_home_rules()
    sheet = person.home_sheets.first().document
    assert name in text
    for line in sheet["lines"]:
        for words in (line["amount"], line["when"], line["name"], *line["start"], *line["do"], line["stop"]):
            assert " ".join(words.split()) in text, words
    for sign in (*rules.stop, rules.stop_do):
        assert sign in text
    assert "Orla Brandt" in text
    assert sheet["size"] == HOMES[name].size


def test_a_paper_that_there_is_not_says_so(signed_in) -> None:
    answer = signed_in.get(at("sheet_pdf", someone()), {"paper": "A9"})
    assert answer.status_code == 422
    assert "the paper is A4 or Letter, not A9" in answer.content.decode()


def test_what_is_chosen_is_a_further_edition(signed_in) -> None:
    person = someone()
    before = person.home_sheets.first()
    shown = page(signed_in, person)
    offered = re.findall(r'name="exercises" value="([a-z-]+)"', shown)
    chosen = offered[:3]
    answer = signed_in.post(at("save_sheet", person), {"exercises": chosen, "days": "7"}, follow=True)
    assert "The sheet is saved: 3 exercises" in answer.content.decode()
    now = person.home_sheets.first()
    assert now.edition == before.edition + 1
    assert {line["exercise"] for line in now.document["lines"]} == set(chosen)
    assert now.document["days"] == 7
    assert HomeSheet.objects.filter(id=before.id).exists()
    again = signed_in.post(at("save_sheet", person), {"exercises": chosen, "days": "7"}, follow=True)
    assert again.status_code == 200
    assert person.home_sheets.first().edition == now.edition, "the same again is no further edition"


@pytest.mark.parametrize(
    ("given", "says"),
    [
        ({"exercises": [], "days": "5"}, "a sheet has 3 to 8 exercises, not 0"),
        ({"exercises": ["bridge", "plank", "nonsense"], "days": "5"}, "not among what they can do at home"),
        ({"exercises": ["a", "b", "c"], "days": "often"}, "days"),
    ],
)
def test_a_sheet_that_cannot_be_says_why(signed_in, given, says: str) -> None:
    person = someone()
    before = person.home_sheets.count()
    answer = signed_in.post(at("save_sheet", person), given)
    assert answer.status_code == 422
    assert says in answer.content.decode()
    assert person.home_sheets.count() == before


def test_nobody_who_must_be_talked_to_first_gets_a_sheet(signed_in) -> None:
    for name in ("Cosmo Idris", "Maud Ostler"):
        person = someone(name)
        assert "No sheet." in page(signed_in, person)
        refused = signed_in.post(at("save_sheet", person), {"exercises": ["a", "b", "c"], "days": "5"})
        assert refused.status_code == 422
        assert f"talk to {name} first" in refused.content.decode()
        assert signed_in.get(at("sheet_pdf", person)).status_code == 422


def test_home_facts_change_what_is_proposed(signed_in) -> None:
    person = someone("Corin Hale")
    before = page(signed_in, person)
    assert "Easier than in class" in before
    assert "the worktop." not in before
    facts = {"hold": "the worktop", "up_alone": "", "wish": "paper", "size": "20", "minutes": "15"}
    signed_in.post(at("save_at_home", person), facts)
    row = AtHome.objects.get(participant=person)
    assert (row.hold, row.up_alone, row.size) == ("the worktop", None, 20)
    assert "the worktop" in page(signed_in, person)
    typed = signed_in.post(at("save_at_home", person), {**facts, "hold": "nothing"})
    assert typed.status_code == 422
    assert "a heavy table, or empty, not" in typed.content.decode()
    wrong = signed_in.post(at("save_at_home", person), {**facts, "size": "8"})
    assert wrong.status_code == 422
    assert "16, 20 or 24 points, not 8" in wrong.content.decode()


def test_a_new_caution_holds_the_sheet_back_on_paper_and_on_the_phone(signed_in) -> None:
    person = someone()
    phone = person.phone_sheets.get()
    address = reverse("handouts:phone", args=[phone.token])
    assert "Count with me" in Client().get(address).content.decode()
    actor = Actor(User.objects.get(email="orla@kittiwake.example"))
    declare(actor, person.id, DeclareInput(condition="frozen-shoulder", side="left"))
    declare(actor, person.id, DeclareInput(condition="knee-arthritis", side="left", severity="marked"))
    declare(actor, person.id, DeclareInput(condition="back-bending"))
    shown = page(signed_in, person)
    assert "No longer for Nerys Quill at home" in shown
    assert signed_in.get(at("sheet_pdf", person)).status_code == 422
    paused = Client().get(address).content.decode()
    assert "These exercises wait" in paused
    assert "shoulder" not in paused.lower()


def test_what_hurt_in_the_last_class_holds_the_sheet_back(signed_in) -> None:
    person = someone("Bronwen Sayle")
    on_sheet = {line["exercise"]: line["name"] for line in person.home_sheets.first().document["lines"]}
    meeting = Meeting.objects.filter(attendances__participant=person).order_by("-held_on").first()
    items = {item["exercise"]: item["id"] for block in meeting.plan_document["blocks"] for item in block["items"]}
    hurt = next(name for name in on_sheet if name in items)
    Difference.objects.update_or_create(
        practice=person.practice,
        meeting=meeting,
        participant=person,
        item=items[hurt],
        current=True,
        defaults={"pain": 5, "pain_where": "left knee"},
    )
    assert f"No longer for Bronwen Sayle at home: {on_sheet[hurt]}" in page(signed_in, person)
    assert signed_in.get(at("sheet_pdf", person)).status_code == 422


def test_the_phone_page_holds_nothing_of_the_person(signed_in) -> None:
    person = someone()
    phone = person.phone_sheets.get()
    answer = Client().get(reverse("handouts:phone", args=[phone.token]))
    text = answer.content.decode()
    sheet = person.home_sheets.first().document
    for line in sheet["lines"]:
        assert line["amount"] in text
    said = ("Nerys", "Quill", "Kittiwake", "Orla", str(person.id), "hip replacement", "replacement", "1958", "csrf")
    for word in said:
        assert word not in text, word
    for condition in person.conditions.all():
        assert condition.condition not in text
    for line in sheet["lines"]:
        for mind in line["mind"]:
            assert mind not in text
    assert 'content="noindex, nofollow, noarchive"' in text
    assert answer["X-Robots-Tag"] == "noindex, nofollow, noarchive"
    assert "sessionid" not in answer.cookies
    assert not answer.cookies


def test_ticks_come_back_once_and_as_a_count_only(signed_in) -> None:
    phone = someone().phone_sheets.get()
    address = reverse("handouts:phone_done", args=[phone.token])
    key = str(uuid.uuid4())
    for _ in range(3):
        answer = Client().post(address, json.dumps({"key": key}), content_type="application/json")
        assert answer.json() == {"today": 1}
    assert HomeTick.objects.filter(phone=phone).count() == 1
    for body in ("nonsense", "[]", json.dumps({"key": "x"}), json.dumps({"key": key, "more": "x" * 500})):
        assert Client().post(address, body, content_type="application/json").status_code == 422
    for _ in range(39):
        Client().post(address, json.dumps({"key": str(uuid.uuid4())}), content_type="application/json")
    over = Client().post(address, json.dumps({"key": str(uuid.uuid4())}), content_type="application/json")
    assert over.status_code == 422
    assert HomeTick.objects.filter(phone=phone).count() == 40


def test_an_address_that_was_withdrawn_is_gone(signed_in) -> None:
    person = someone()
    phone = person.phone_sheets.get()
    signed_in.post(at("sheet_address", person), {"withdraw": "yes"})
    gone = Client().get(reverse("handouts:phone", args=[phone.token]))
    assert gone.status_code == 410
    assert "withdrawn" in gone.content.decode()
    tick = Client().post(
        reverse("handouts:phone_done", args=[phone.token]),
        json.dumps({"key": str(uuid.uuid4())}),
        content_type="application/json",
    )
    assert tick.status_code == 410
    for wrong in ("no-such-key", phone.key, f"{phone.key}.x"):
        assert Client().get(reverse("handouts:phone", args=[wrong])).status_code == 410
    signed_in.post(at("sheet_address", person))
    assert PhoneSheet.objects.get(participant=person, withdrawn_at=None).key != phone.key


def test_home_is_asked_about_at_the_door_with_one_tap(signed_in) -> None:
    person = someone("Bronwen Sayle")
    meeting = Meeting.objects.filter(group__participants=person).first()
    address = reverse("handouts:how_was_home", args=[meeting.id, person.id])
    assert "Most" in signed_in.get(address).content.decode()
    answer = signed_in.post(address, {"how": "some"}).content.decode()
    assert "What stopped them?" in answer
    signed_in.post(address, {"how": "some", "stopped": "hurt"})
    row = HomeReport.objects.get(participant=person, day=meeting.held_on)
    assert (row.how, row.stopped) == ("some", "hurt")
    assert signed_in.post(address, {"how": "often"}).status_code == 422
    nobody = signed_in.get(reverse("handouts:how_was_home", args=[meeting.id, someone("Tomasz Wilk").id]))
    assert "They have no home sheet" in nobody.content.decode()


def test_nothing_done_twice_running_asks_for_less(signed_in) -> None:
    person = someone("Bronwen Sayle")
    HomeReport.objects.filter(participant=person).delete()
    before = len(re.findall(r'value="[a-z-]+" checked', page(signed_in, person)))
    HomeSheet.objects.filter(participant=person).delete()
    for days in (1, 8):
        HomeReport.objects.create(
            practice=person.practice,
            participant=person,
            day=timezone.localdate() - timezone.timedelta(days=days),
            how="none",
        )
    after = len(re.findall(r'value="[a-z-]+" checked', page(signed_in, person)))
    assert (before, after) == (5, 3)


def test_the_set_of_a_group_is_made_one_by_one(signed_in) -> None:
    group = Group.objects.get(name="Monday Chairs")
    address = reverse("handouts:print_sheets", args=[group.id])
    first = signed_in.post(address, {"paper": "A4"}).content.decode()
    assert "1 of 4 sheets made" in first
    done = first
    for number in range(1, 4):
        done = signed_in.post(address, {"paper": "A4", "done": str(number)}).content.decode()
    assert "4 of 4 sheets made" in done
    answer = signed_in.get(reverse("handouts:group_pdf", args=[group.id]))
    pages = PdfReader(io.BytesIO(answer.content)).pages
    assert len(pages) >= 8
    text = text_of(answer.content)
    for name in ("Bronwen Sayle", "Nerys Quill", "Solveig Penhale", "Dilwyn Farrow"):
        assert f"{name}: exercises at home" in text


def test_proposed_sheets_are_made_for_those_who_are_chosen(signed_in) -> None:
    group = Group.objects.get(name="Monday Chairs")
    chosen = [str(someone(name).id) for name in ("Tomasz Wilk", "Cosmo Idris")]
    answer = signed_in.post(reverse("handouts:group_sheets", args=[group.id]), {"person": chosen}, follow=True)
    text = answer.content.decode()
    assert "As proposed, for Tomasz Wilk" in text
    assert "talk to Cosmo Idris first" in text
    assert someone("Tomasz Wilk").home_sheets.count() == 1
    assert not someone("Cosmo Idris").home_sheets.exists()


def letter_of(name: str) -> PersonLetter:
    return PersonLetter.objects.get(participant__call_name=name)


def test_a_letter_goes_out_once_and_only_after_it_was_looked_at(signed_in, mailoutbox) -> None:
    person = someone("Solveig Penhale")
    person.email = "solveig@brackwater.example"
    person.save(update_fields=["email"])
    waits = letter_of("Solveig Penhale")
    address = reverse("handouts:letter_to_send", args=[waits.id])
    actor = Actor(User.objects.get(email="orla@kittiwake.example"))
    words = PersonLetterInput(subject="x", body="y")
    with pytest.raises(InputError, match="look at it first"):
        send(actor, waits.id, words)
    assert "exercises for at home are ready" in signed_in.get(address).content.decode()
    sent = signed_in.post(address, {"way": "send", "subject": "Yours", "body": "As we said."}, follow=True)
    assert "Sent. Solveig Penhale" in sent.content.decode()
    (went,) = mailoutbox
    assert (went.to, went.subject, went.body) == ([person.email], "Yours", "As we said.")
    again = signed_in.post(address, {"way": "send", "subject": "Yours", "body": "As we said."})
    assert again.status_code == 422
    assert "nothing goes out twice" in again.content.decode()
    assert len(mailoutbox) == 1


def test_without_an_address_a_letter_waits(signed_in) -> None:
    waits = letter_of("Solveig Penhale")
    address = reverse("handouts:letter_to_send", args=[waits.id])
    signed_in.get(address)
    answer = signed_in.post(address, {"way": "send", "subject": "Yours", "body": "Words"})
    assert answer.status_code == 422
    assert "no email address is known" in answer.content.decode()
    waits.refresh_from_db()
    assert waits.state == PersonLetter.State.WAITING
    printed = signed_in.get(reverse("handouts:letter_paper", args=[waits.id]))
    assert "Dear Solveig Penhale" in text_of(printed.content)
    signed_in.post(address, {"way": "print", "subject": "Yours", "body": "Words"})
    waits.refresh_from_db()
    assert waits.state == PersonLetter.State.PRINTED


def test_what_is_due_is_written_once_and_never_to_whom_wants_none(signed_in) -> None:
    person, none = someone("Tomasz Wilk"), someone("Corin Hale")
    for one in (person, none):
        Screening.objects.filter(participant=one).update(given_on=timezone.localdate() - timezone.timedelta(days=350))
    for _ in range(2):
        signed_in.post(reverse("handouts:to_send"))
    assert PersonLetter.objects.filter(participant=person, kind="screen").count() == 1
    assert not PersonLetter.objects.filter(participant=none).exists()
    assert "ten minutes early" in PersonLetter.objects.get(participant=person).body


def test_looking_at_somebodys_home_is_on_record(signed_in) -> None:
    person = someone()
    before = AuditEntry.objects.filter(object_id=person.id).count()
    page(signed_in, person)
    assert AuditEntry.objects.filter(object_id=person.id).count() == before + 1


def test_the_page_asks_little_of_the_database(signed_in, django_assert_max_num_queries) -> None:
    page(signed_in, someone())
    with django_assert_max_num_queries(24):
        page(signed_in, someone())


@pytest.mark.parametrize("ready", ["home-standing-and-seated", "home-with-support"])
def test_a_leaflet_prints_the_whole_class(signed_in, ready: str) -> None:
    """Each of its exercises is on paper with its dose, or it is said why not."""
    person = someone("Ifeoma Adair")
    facts = {"hold": "the worktop", "up_alone": "yes", "wish": "paper", "size": "16", "minutes": "15"}
    signed_in.post(at("save_at_home", person), facts)
    answer = signed_in.post(at("save_leaflet", person), {"plan": ready}, follow=True)
    said = " ".join(answer.content.decode().split())
    assert "is the sheet now" in said
    document = person.home_sheets.first().document
    items = list(load_ready_classes()[ready].plan.items())
    assert len(document["lines"]) + said.count("It ") >= len(items)
    assert len(document["lines"]) >= 0.8 * len(items)
    text = text_of(signed_in.get(at("sheet_pdf", person)).content)
    for line in document["lines"]:
        assert line["amount"] in text
    assert "pages of A4 in 16 points" in signed_in.get(at("sheet_pages", person)).content.decode()
    assert "as a leaflet" in page(signed_in, person)
    wrong = signed_in.post(at("save_leaflet", person), {"plan": "nonsense"})
    assert wrong.status_code == 422
    assert "choose a plan of their group" in wrong.content.decode()
