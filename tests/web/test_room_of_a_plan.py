"""A plan in its room: what the room rules out, what is short and its mends, who stands where, and the lists."""

import json
import re

import pytest
from django.core import mail
from django.urls import reverse
from django_scopes import scope

from fairbench.core.exercises.exercise import Prop
from fairbench.core.fit.packing import INSTRUCTOR, pack
from fairbench.core.plan.timeline import StepKind
from fairbench.core.rooms.room import Chair, Room
from fairbench.core.rooms.store import Stock
from fairbench.core.things.announce import announced
from fairbench.core.things.need import count_of, needs_of
from fairbench.core.things.ready import ready_for_all
from fairbench.core.things.set_out import set_out
from fairbench.web.accounts.models import Letter, Practice
from fairbench.web.people.models import OwnThing
from fairbench.web.plans.adapter import shelf
from fairbench.web.plans.models import FloorPlaces, PackTick, Plan
from fairbench.web.plans.packing import fitted
from fairbench.web.plans.surroundings import room_of
from fairbench.web.rooms import actions as room_actions

BARE = Room("Bare room", 10, 8, door_frames=0)
FULL = Room("Full room", 10, 8, rail=9, smooth_wall=12, door_frames=2, tables=2, bars=1)


def rooms_of(actor) -> tuple[object, object]:
    return room_actions.save_room(actor, BARE), room_actions.save_room(actor, FULL)


def do(client, plan, verb: str, **fields: str):
    plan.refresh_from_db()
    return client.post(reverse("plans:do", args=[plan.id, verb]), {"seen": plan.head, **fields})


def bench(client, plan, **query: str) -> str:
    return client.get(reverse("plans:bench", args=[plan.id]), query).content.decode()


def verdicts(page: str) -> list[str]:
    return re.findall(r'class="cell (\w+)', page)


def test_another_room_changes_the_fit_says_why_and_the_change_back_restores_it(client_in, actor, plan, group) -> None:
    bare, full = rooms_of(actor)
    group.room = full
    group.save()
    do(client_in, plan, "swap", item="c", exercise="heel-raise", to="heel-to-toe", version="half-step")
    before = bench(client_in, plan)
    assert "There is no rail" not in bench(client_in, plan, chosen="c", person=str(group.participants.first().id))
    form = {"name": group.name, "place": "", "ranges_from": "", "room": str(bare.id)}
    assert client_in.post(reverse("people:edit_group", args=[group.id]), form).status_code == 302
    moved = bench(client_in, plan)
    assert verdicts(moved) != verdicts(before)
    reason = bench(client_in, plan, chosen="c", person=str(group.participants.first().id))
    assert "There is no rail or worktop here." in reason
    client_in.post(reverse("people:edit_group", args=[group.id]), {**form, "room": str(full.id)})
    assert verdicts(bench(client_in, plan)) == verdicts(before)


def test_a_plan_may_name_another_room_than_its_group_has(client_in, actor, plan, group) -> None:
    bare, full = rooms_of(actor)
    group.room = full
    group.save()
    assert "In Bare room." in do(client_in, plan, "room", value=str(bare.id)).content.decode()
    plan.refresh_from_db()
    assert room_of(plan) == bare
    assert "In Full room." in do(client_in, plan, "room", value="").content.decode()
    assert do(client_in, plan, "room", value=str(plan.id)).status_code == 422


def test_a_shortage_says_what_who_and_when_and_each_suggestion_is_one_press(client_in, actor, plan, group) -> None:
    full = rooms_of(actor)[1]
    group.room = full
    group.save()
    for prop in shelf().props.values():
        room_actions.add_stock(actor, full, Stock(prop.id, 1 if prop.id == "band" else 20))
    page = bench(client_in, plan)
    assert "3 too few: resistance band" in page
    names = [person.call_name for person in group.participants.all()]
    assert re.search(rf"needs 4 at once,\s+1 is there. Without: {names[2]}, {names[1]}, you yourself", page)
    asked = {"item": "a", "prop": "band", "size": ""}
    fixes = client_in.get(reverse("plans:fixes", args=[plan.id]), asked).content.decode()
    presses = re.findall(r'hx-post="[^"]*/do/(\w+)/"\s+hx-vals=\'([^\']*)\'', fixes)
    assert presses
    for verb, values in presses:
        given = json.loads(values.replace("&quot;", '"'))
        answer = do(client_in, plan, verb, **given)
        assert answer.status_code == 200, (verb, given)
        assert "too few: resistance band" not in answer.content.decode(), (verb, given)
        do(client_in, plan, "undo")
        assert "3 too few: resistance band" in bench(client_in, plan)


def test_without_anything_counted_nothing_is_short(client_in, actor, plan, group) -> None:
    group.room = rooms_of(actor)[1]
    group.save()
    assert "too few" not in bench(client_in, plan)
    asked = {"item": "a", "prop": "band", "size": ""}
    answer = client_in.get(reverse("plans:fixes", args=[plan.id]), asked).content.decode()
    assert "No change was found" in answer
    assert client_in.get(reverse("plans:fixes", args=[plan.id])).status_code == 200


def test_things_laid_out_beforehand_are_only_taken_up(client_in, plan) -> None:
    fetched = bench(client_in, plan).split("Fetching things")[1][:120]
    laid = do(client_in, plan, "settings", field="laid_out", value="on").content.decode()
    assert laid.split("Fetching things")[1][:120] != fetched
    assert "laid out beforehand" in laid
    assert bench(client_in, plan).split("Fetching things")[1][:120] != fetched
    do(client_in, plan, "settings", field="laid_out", value="")
    assert bench(client_in, plan).split("Fetching things")[1][:120] == fetched


def test_an_order_with_fewer_set_ups_is_taken_or_said_not_to_be(client_in, plan) -> None:
    assert "No order within the blocks has fewer set-ups." in do(client_in, plan, "fewer_set_ups").content.decode()


@pytest.mark.usefixtures("demo")
def test_every_list_of_every_demo_plan_tells_the_same() -> None:
    with scope(practice=Practice.objects.get()):
        plans = list(Plan.objects.select_related("group__room", "room"))
        assert len(plans) == 4
        for plan in plans:
            found = fitted(plan)
            props = shelf().props
            needs = needs_of(found, shelf())
            packed = {thing.prop.id: thing.count for thing in pack(found, shelf()) if _handed_out(thing.prop)}
            peaks: dict[str, int] = {}
            for (prop, _), number in count_of(needs).items():
                peaks[prop] = max(peaks.get(prop, 0), number)
            assert peaks == packed, plan.name
            laid = {thing.ready.prop.id for place in set_out(found, shelf()) for thing in place.laid}
            assert laid == packed.keys(), plan.name
            told = {one.prop for one in announced(ready_for_all(found, shelf()))}
            assert told | {"mat"} >= {need.prop for need in needs if need.person != INSTRUCTOR}, plan.name
            fetches = {step.item for step in found.timeline.steps if step.kind is StepKind.FETCH and step.seconds}
            firsts: dict[str, str] = {}
            for time in found.timeline.items:
                for prop in time.version.props:
                    firsts.setdefault(prop, time.item.id)
            assert {item for prop, item in firsts.items() if props[prop].fetch} <= fetches, plan.name


def _handed_out(prop: Prop) -> bool:
    return not prop.shared and prop.id != "chair"


@pytest.fixture
def in_hall(actor, plan, group):
    group.room = room_actions.save_room(actor, Room("Hall", 12, 9, rail=6))
    group.save()
    return plan


def floor_page(client, plan) -> str:
    return client.get(reverse("plans:floor", args=[plan.id])).content.decode()


def at(page: str, person) -> tuple[float, float]:
    found = re.search(rf'data-person="{person.id}" data-x="([\d.]+)" data-y="([\d.]+)"', page)
    assert found
    return float(found[1]), float(found[2])


def change(client, plan, what: str, **fields: object):
    return client.post(reverse("plans:change_floor", args=[plan.id, what]), fields)


def test_the_floor_leads_on_where_group_or_room_is_missing(client_in, actor, plan, group) -> None:
    assert "meets in none" in floor_page(client_in, plan)
    plan.group = None
    plan.save()
    assert "for no group yet" in floor_page(client_in, plan)
    assert change(client_in, plan, "shape", shape="arc").status_code == 404


def test_somebody_is_moved_stays_there_and_can_be_freed(client_in, in_hall, group) -> None:
    first, second = group.participants.all()[:2]
    page = floor_page(client_in, in_hall)
    spots = [(float(x), float(y)) for x, y in re.findall(r'data-spot="\d+" data-x="([\d.]+)" data-y="([\d.]+)"', page)]
    far = max(spots)
    assert at(page, first) != far
    moved = change(client_in, in_hall, "move", person=first.id, x=far[0] + 0.2, y=far[1]).content.decode()
    assert at(moved, first) == far
    assert at(floor_page(client_in, in_hall), first) == far
    taken = change(client_in, in_hall, "move", person=second.id, x=far[0], y=far[1]).content.decode()
    assert at(taken, second) == far
    assert at(taken, first) != far
    kept = FloorPlaces.objects.get()
    assert kept.pins.keys() == {str(first.id), str(second.id)}
    change(client_in, in_hall, "pin", person=second.id, pin="off")
    kept.refresh_from_db()
    assert kept.pins.keys() == {str(first.id)}


def test_a_shape_is_kept_for_the_group_and_room_and_pins_find_the_nearest_place(client_in, in_hall, group) -> None:
    person = group.participants.first()
    change(client_in, in_hall, "pin", person=person.id, pin="on")
    before = at(floor_page(client_in, in_hall), person)
    page = change(client_in, in_hall, "shape", shape="arc").content.decode()
    after = at(page, person)
    assert abs(after[0] - before[0]) < 3
    assert re.search(r'id="shape-arc"[^>]*aria-pressed="true"', floor_page(client_in, in_hall))
    assert change(client_in, in_hall, "shape", shape="heap").status_code == 422


def test_an_assistant_stands_beside_who_needs_one_and_nobody_else_has_the_place(client_in, in_hall, group) -> None:
    person = group.participants.first()
    page = change(client_in, in_hall, "helper", place="5", beside=[str(person.id)]).content.decode()
    assert "Needs somebody beside them: next to the assistant" in page
    assert ">assistant<" in page
    assert 'value="5" selected' in " ".join(page.split())
    spot = re.search(r'data-spot="5" data-x="([\d.]+)" data-y="([\d.]+)"', page)
    assert spot
    refused = change(client_in, in_hall, "move", person=person.id, x=spot[1], y=spot[2])
    assert refused.status_code == 422
    assert "That is the assistant’s place" in refused.content.decode().replace("&#x27;", "’")
    assert change(client_in, in_hall, "helper", place="99").status_code == 422
    assert ">assistant<" not in change(client_in, in_hall, "helper", place="").content.decode()


@pytest.mark.parametrize(
    ("what", "fields"),
    [
        ("move", {"person": "nobody", "x": "1", "y": "1"}),
        ("move", {"person": "6f2b1c1e-0000-4000-8000-000000000001", "x": "1", "y": "1"}),
        ("pin", {"person": "6f2b1c1e-0000-4000-8000-000000000001", "pin": "on"}),
        ("pin", {"pin": "on"}),
    ],
)
def test_nobody_of_another_group_is_moved(client_in, in_hall, what: str, fields: dict[str, str]) -> None:
    answer = change(client_in, in_hall, what, **fields)
    assert answer.status_code == 422
    assert "Not done." in answer.content.decode()
    assert not any(kept.pins for kept in FloorPlaces.objects.all())


def test_more_people_than_a_room_holds_are_told_what_else_they_fit_in(client_in, actor, plan, group) -> None:
    group.room = room_actions.save_room(actor, Room("Cupboard", 1.4, 2.4, door_frames=0))
    group.save()
    page = floor_page(client_in, plan)
    assert "Cupboard holds" in page
    assert "No shape of this room holds them" in page


@pytest.mark.usefixtures("demo")
def test_the_floor_and_the_lists_ask_the_database_little(client, django_assert_max_num_queries) -> None:
    practice = Practice.objects.get()
    client.force_login(practice.users.get(), "fairbench.web.accounts.backend.PracticeBackend")
    with scope(practice=practice):
        plan = Plan.objects.get(name="Open chest, strong legs")
    for name, most in (("floor", 9), ("set_out", 9), ("ready", 10), ("pack_list", 11), ("fixes", 9)):
        with django_assert_max_num_queries(most):
            assert client.get(reverse(f"plans:{name}", args=[plan.id])).status_code == 200


def test_the_list_to_have_ready_goes_out_as_a_letter_that_can_be_read_found_and_saved(client_in, plan, group) -> None:
    first, second, third = group.participants.all()
    for person, name in ((first, "ada"), (second, "bo")):
        person.email = f"{name}@brackwater.example"
        person.save()
    OwnThing.objects.create(practice=group.practice, participant=first, prop="band", instead="long scarf")
    page = client_in.get(reverse("plans:ready", args=[plan.id]), {"person": str(first.id)}).content.decode()
    assert "Resistance band; or your long scarf." in page
    assert third.call_name in page.split("No address is known of")[1]
    sent = {"to": "everybody", "which": "own", "subject": "Friday", "words": "See you on Friday."}
    answer = client_in.post(reverse("plans:ready_letter", args=[plan.id]), sent, follow=True).content.decode()
    assert f"Sent to {first.call_name}, {second.call_name}." in answer
    assert [message.to for message in mail.outbox] == [["ada@brackwater.example"], ["bo@brackwater.example"]]
    assert "or your long scarf" in mail.outbox[0].body
    assert "or tights or a long scarf" in mail.outbox[1].body
    assert mail.outbox[0].body.startswith("See you on Friday.")


def test_the_post_office_keeps_letters_and_shows_each_role_its_own(client_in, actor, plan, settings) -> None:
    settings.EMAIL_BACKEND = "fairbench.web.accounts.letters.LetterBackend"
    person = plan.group.participants.first()
    person.email = "ada@brackwater.example"
    person.save()
    client_in.post(reverse("plans:ready_letter", args=[plan.id]), {"to": str(person.id), "subject": "Friday: bring"})
    letter = Letter.objects.get()
    assert (letter.kind, letter.to) == ("class", "ada@brackwater.example")
    Letter.objects.create(practice=actor.practice, to="x@practice.example", subject="Choose a password", body="link")
    page = client_in.get(reverse("accounts:letters")).content.decode()
    assert "Friday: bring" in page
    assert "Choose a password" in page
    assert "Friday: bring" in client_in.post(reverse("accounts:letters"), {"q": "ADA friday"}).content.decode()
    assert "No letter has these words" in client_in.post(reverse("accounts:letters"), {"q": "zebra"}).content.decode()
    assert "Resistance band" in client_in.get(reverse("accounts:letter", args=[letter.id])).content.decode()
    eml = client_in.get(reverse("accounts:letter_eml", args=[letter.id])).content.decode()
    assert "To: ada@brackwater.example" in eml
    assert "Subject: Friday: bring" in eml
    actor.user.role = "instructor"
    actor.user.save()
    seen = client_in.get(reverse("accounts:letters")).content.decode()
    assert "Friday: bring" in seen
    assert "Choose a password" not in seen


@pytest.mark.parametrize(
    ("sent", "said"),
    [
        ({"to": "everybody", "subject": "x"}, "nobody of them has an email address yet"),
        ({"to": "everybody", "subject": ""}, "Not sent."),
        ({"to": "nobody", "subject": "x"}, "Not sent."),
    ],
)
def test_a_letter_that_cannot_go_says_why_and_nothing_is_sent(client_in, plan, sent, said) -> None:
    answer = client_in.post(reverse("plans:ready_letter", args=[plan.id]), sent)
    assert answer.status_code == 422
    page = answer.content.decode()
    assert said in page or "has an email address yet" in page
    assert mail.outbox == []


def test_a_mail_server_that_does_not_answer_is_told_with_who_has_theirs(client_in, plan, settings) -> None:
    settings.EMAIL_BACKEND = "django.core.mail.backends.smtp.EmailBackend"
    settings.EMAIL_HOST, settings.EMAIL_PORT = "127.0.0.1", 1
    person = plan.group.participants.first()
    person.email = "ada@brackwater.example"
    person.save()
    answer = client_in.post(reverse("plans:ready_letter", args=[plan.id]), {"to": "everybody", "subject": "Friday"})
    assert answer.status_code == 422
    assert "the mail server did not take the letter" in answer.content.decode().lower()
    assert "nobody has it" in answer.content.decode()


def test_what_is_carried_on_a_day_is_ticked_out_and_back(client_in, actor, plan, group) -> None:
    group.room = room_actions.save_room(actor, Room("Hall", 12, 9))
    group.save()
    room_actions.add_stock(actor, group.room, Stock("band", 1))
    room_actions.add_stock(actor, None, Stock("band", 2))
    address = reverse("plans:pack_day")
    assert "Choose the classes of the day" in client_in.get(address).content.decode()
    page = " ".join(client_in.get(address, {"day": "2026-11-30", "plan": str(plan.id)}).content.decode().split())
    assert "Pack list, Monday 30 November" in page
    assert "<b>3</b> </td> <td> <b>Resistance band</b>" in page
    assert "1 more than your own store has" in page
    tick = {"day": "2026-11-30", "prop": "band", "size": "", "which": "out", "on": "on"}
    assert client_in.post(reverse("plans:pack_tick"), tick).status_code == 204
    assert PackTick.objects.get().is_out
    again = client_in.get(address, {"day": "2026-11-30", "plan": str(plan.id)}).content.decode()
    assert again.count("checked>") >= 2
    del tick["on"]
    client_in.post(reverse("plans:pack_tick"), tick)
    assert not PackTick.objects.get().is_out
    assert client_in.post(reverse("plans:pack_tick"), {**tick, "which": "lost"}).status_code == 400
    wrong = client_in.get(address, {"day": "someday", "plan": "nothing"}).content.decode()
    assert "is no day" in wrong.lower()


def test_a_persons_chair_and_things_are_kept_and_checked_against_the_room(client_in, actor, plan, group) -> None:
    person = group.participants.first()
    chair = reverse("people:chair", args=[person.id])
    page = client_in.post(chair, {"chair_arms": "with", "seat_from": "18 in", "chair_at_wall": "on"}, follow=True)
    assert "With arms, seat at least 46 cm, against the wall" in page.content.decode()
    for wrong in ({"seat_from": "high"}, {"seat_from": "50", "seat_to": "45"}, {"seat_to": "5"}):
        assert "Not saved" in client_in.post(chair, wrong, follow=True).content.decode()
    things = reverse("people:own_thing", args=[person.id])
    page = client_in.post(things, {"prop": "stick", "instead": "broom"}, follow=True).content.decode()
    assert "Stick: broom" in page
    assert "Not saved" in client_in.post(things, {"prop": "stikc"}, follow=True).content.decode()
    client_in.post(things, {"prop": "stick", "remove": "yes"})
    assert not OwnThing.objects.exists()
    group.room = room_actions.save_room(actor, Room("Hall", 12, 9, chairs=(Chair("stacking chair", 20),)))
    group.save()
    assert f"{person.call_name}: no chair in Hall serves" in bench(client_in, plan)


def test_units_are_chosen_for_the_practice(client_in, actor) -> None:
    room_actions.add_stock(actor, None, Stock("hand-weight", 4, "small", kg=1))
    client_in.post(reverse("accounts:units"), {"units": "imperial"})
    assert "2.2 lb each" in client_in.get(reverse("rooms:cupboard")).content.decode()
    client_in.post(reverse("accounts:units"), {"units": "metric"})
    assert "1 kg each" in client_in.get(reverse("rooms:cupboard")).content.decode()
    assert client_in.post(reverse("accounts:units"), {"units": "ells"}).status_code == 400


def test_where_everybody_stands_is_shown_on_arrivals_and_in_teaching(client_in, in_hall, group) -> None:
    client_in.post(reverse("classes:open"), {"plan": in_hall.id})
    meeting = group.meetings.get()
    assert meeting.room == group.room
    person = group.participants.first()
    where = client_in.get(reverse("classes:where", args=[meeting.id])).content.decode()
    assert person.call_name.split()[0] in where
    assert "Where everybody stands" in client_in.get(reverse("classes:arrivals", args=[meeting.id])).content.decode()
    client_in.post(reverse("classes:here", args=[meeting.id]), {"participant": person.id, "here": "yes"})
    client_in.post(reverse("classes:begin", args=[meeting.id]))
    assert "Where is everybody" in client_in.get(reverse("classes:teach", args=[meeting.id])).content.decode()


def test_a_group_without_a_room_has_no_floor_in_class(client_in, plan, group) -> None:
    client_in.post(reverse("classes:open"), {"plan": plan.id})
    meeting = group.meetings.get()
    assert "No floor is known" in client_in.get(reverse("classes:where", args=[meeting.id])).content.decode()
