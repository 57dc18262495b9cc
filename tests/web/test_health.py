"""Somebody's health record over HTTP: declared, ended, screened, cleared; refused without loss; who may see it."""

import datetime
import re

import pytest
from django.test import Client
from django.utils import timezone

from fairbench.core.formats.screening_doc import load_questions
from fairbench.web.accounts.models import AuditEntry, Role
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import AdviceInput, DeclareInput, OverrideInput, ReviewInput
from fairbench.web.people.health_summary import person_of, screening_status_of
from fairbench.web.people.models import Condition, Override, Participant, Screening
from tests.factories import PASSWORD, ListingFactory, ParticipantFactory, UserFactory, make_group

pytestmark = pytest.mark.django_db
QUESTIONS = load_questions()


@pytest.fixture
def person(actor) -> Participant:
    return ParticipantFactory(practice=actor.practice, call_name="Nerys Quill", screened=False)


def send(client, person, verb: str, **fields):
    return client.post(f"/people/{person.id}/{verb}/", fields, follow=True).content.decode()


def history(client, person) -> str:
    return client.get(f"/people/{person.id}/history/").content.decode()


def declared(person) -> list[str]:
    person.refresh_from_db()
    return [one.condition for one in person_of(person).conditions]


def screen(client, person, **answers: str) -> Screening:
    """On the tablet, from the first question to the last; no to all but ``answers``."""
    client.post(f"/people/{person.id}/screening/")
    screening = Screening.objects.filter(participant=person).latest("started_at")
    for number, question in enumerate(QUESTIONS, 1):
        said = answers.get(question.id.replace("-", "_"), "no")
        client.post(f"/people/screening/{screening.id}/{number}/", {"answer": said})
    screening.refresh_from_db()
    return screening


def test_a_condition_is_added_counts_and_ends_without_being_lost(client_in, person) -> None:
    page = send(client_in, person, "declare", condition="hip-replacement", side="left", stage="settled", note="2021")
    assert "(hip arthroplasty)" in page
    assert "frozen shoulder (adhesive capsulitis)" in page  # what can be added is found by either name
    assert "replaced hip, left, settled" in page.lower()
    effects = re.findall(r'<span class="tag">(\w+)</span>', page)
    assert effects == sorted(effects, key=["avoid", "ease", "watch", "favour"].index)
    assert declared(person) == ["hip-replacement"]
    row = Condition.objects.get(participant=person)
    assert "Ended from today" in send(client_in, person, "end", row=str(row.id))
    assert declared(person) == []
    row.refresh_from_db()
    assert row.ended_at is not None
    assert AuditEntry.objects.filter(object_id=person.id, verb="health.end_condition").count() == 1


def test_what_was_noted_and_ended_is_told_by_name_and_by_whom(client_in, person) -> None:
    send(client_in, person, "declare", condition="hip-replacement", side="left", stage="settled")
    send(client_in, person, "event", kind="a fall", note="on the quay")
    send(client_in, person, "clear", who="Practice nurse", said="May stand as long as she likes")
    send(client_in, person, "end", row=str(Condition.objects.get(participant=person).id))
    told = re.findall(r"<li>\s*(.*?)\s*<small>\s*([^,<]*),", history(client_in, person))
    assert [words for words, _ in told] == [
        "Ended: replaced hip, left, settled",
        "Noted: Practice nurse: May stand as long as she likes",
        f"Noted: a fall, {timezone.localdate():%-d %b %Y}",
        "Noted: replaced hip, left, settled",
    ]
    assert {by for _, by in told} == {"Orla Brandt"}


def test_a_decision_is_taken_back_on_the_persons_page(client_in, actor, person) -> None:
    day = timezone.localdate() + datetime.timedelta(days=7)
    health_actions.override(
        actor,
        person.id,
        OverrideInput(exercise="bridge", version="full-bridge", reason="Asked for it.", until=day),
    )
    page = client_in.get(f"/people/{person.id}/").content.decode()
    assert "Remove my decision: Bridge" in page
    page = send(client_in, person, "end", row=str(Override.objects.get(participant=person).id))
    assert "Remove my decision" not in page
    assert "Ended: another version chosen, Bridge" in history(client_in, person)


@pytest.mark.parametrize(
    ("fields", "says"),
    [
        ({"condition": "flat-feet"}, "there is no condition"),
        ({"condition": "stenosis", "side": "left"}, "has no side"),
        ({"condition": "knee-replacement", "side": "up"}, "there is no side"),
        ({"condition": "knee-replacement", "stage": "sometimes"}, "sometimes"),
        ({"condition": "stenosis", "until": "2020-02-30"}, "is no day"),
        ({"condition": "stenosis", "until": "2020-02-28"}, "is past"),
    ],
)
def test_what_cannot_be_declared_is_refused_and_nothing_is_kept(client_in, person, fields, says) -> None:
    page = send(client_in, person, "declare", **fields)
    assert "Not saved" in page
    assert says in page
    assert declared(person) == []


def test_what_contradicts_is_refused(client_in, person) -> None:
    send(client_in, person, "declare", condition="no-floor")
    assert "Not saved" in send(client_in, person, "declare", condition="floor-with-chair")
    assert declared(person) == ["no-floor"]


def test_a_condition_ends_by_itself_after_its_day(client_in, person) -> None:
    until = timezone.localdate() + datetime.timedelta(days=3)
    send(client_in, person, "declare", condition="sciatica", side="left", until=until.isoformat())
    person.refresh_from_db()
    assert person_of(person, today=until).conditions
    assert not person_of(person, today=until + datetime.timedelta(days=1)).conditions


def test_screened_on_the_tablet_and_read_together(client_in, person) -> None:
    assert screening_status_of(person).words == "not screened"
    screening = screen(client_in, person, pressure="yes", joints="tell")
    person.refresh_from_db()
    assert screening_status_of(person).words == "answers to be read"
    address = f"/people/screening/{screening.id}/review/"
    refused = client_in.post(address, {"keep-pressure": "on", "pressure-severity": "controlled"})
    assert refused.status_code == 422
    assert "still to be told" in refused.content.decode()
    assert declared(person) == []
    done = client_in.post(address, {"q-joints": "no", "keep-pressure": "on", "pressure-severity": "controlled"})
    assert done.status_code == 302
    assert declared(person) == ["high-blood-pressure"]
    assert client_in.post(address, {"keep-pressure": "on"}).status_code == 422
    assert Condition.objects.filter(participant=person).count() == 1
    assert screening_status_of(person).talk_first == ""
    assert AuditEntry.objects.filter(object_id=person.id, verb="screening.review").exists()
    assert client_in.get(address).status_code == 200
    assert AuditEntry.objects.filter(object_id=person.id, verb="screening.view").exists()


def test_a_tablet_goes_back_and_on_and_takes_no_nonsense(client_in, person) -> None:
    client_in.post(f"/people/{person.id}/screening/")
    screening = Screening.objects.get(participant=person)
    first = f"/people/screening/{screening.id}/1/"
    client_in.post(first, {"answer": "yes"})
    assert 'aria-pressed="true">Yes' in client_in.get(first).content.decode()
    client_in.post(first, {"answer": "maybe"})
    screening.refresh_from_db()
    assert screening.answers == {QUESTIONS[0].id: "yes"}
    assert client_in.get(f"/people/screening/{screening.id}/{len(QUESTIONS) + 1}/").status_code == 404
    again = client_in.post(f"/people/{person.id}/screening/")
    assert again["Location"] == f"/people/screening/{screening.id}/2/"
    page = client_in.get(first).content.decode()
    assert "Nerys" not in page
    assert "topbar" not in page


def test_a_tablet_handed_over_shows_the_questions_and_nothing_else(client_in, actor, person) -> None:
    actor.user.set_password(PASSWORD)
    actor.user.save()
    client_in.force_login(actor.user)
    client_in.post(f"/people/{person.id}/screening/", {"handed": "yes"})
    screening = Screening.objects.get(participant=person)
    other = Screening.objects.create(practice=actor.practice, participant=ParticipantFactory(practice=actor.practice))
    own = f"/people/screening/{screening.id}"
    assert client_in.get(f"{own}/1/").status_code == 200
    closed = ["/", f"/people/{person.id}/", f"{own}/review/", f"/people/screening/{other.id}/1/", "/no-such-page/"]
    for address in closed:
        assert client_in.get(address)["Location"] == "/people/hand-back/", address
    assert (
        client_in.post(f"/people/{person.id}/declare/", {"condition": "stenosis"})["Location"] == "/people/hand-back/"
    )
    assert declared(person) == []
    for number, _ in enumerate(QUESTIONS, 1):
        client_in.post(f"{own}/{number}/", {"answer": "no"})
    assert "hand it back" in client_in.get(f"{own}/asked/").content.decode()
    assert client_in.post("/people/hand-back/", {"password": "guess"}).status_code == 422
    assert client_in.get("/")["Location"] == "/people/hand-back/"
    assert client_in.post("/people/hand-back/", {"password": PASSWORD})["Location"] == f"{own}/review/"
    assert client_in.get("/").status_code == 200


def test_after_five_wrong_passwords_a_handed_tablet_is_signed_out(client_in, person) -> None:
    client_in.post(f"/people/{person.id}/screening/", {"handed": "yes"})
    for _ in range(5):
        last = client_in.post("/people/hand-back/", {"password": "guess"})
    assert last.status_code == 429
    assert client_in.get("/")["Location"].startswith("/sign-in/")
    assert client_in.get("/")["Location"].startswith("/sign-in/")


def test_a_fall_ends_the_screening_until_it_is_asked_again(client_in, person) -> None:
    done = screen(client_in, person)
    client_in.post(f"/people/screening/{done.id}/review/", {})
    person.refresh_from_db()
    assert screening_status_of(person).talk_first == ""
    assert "be asked again" in send(client_in, person, "event", kind="a fall", happened_on="")
    person.refresh_from_db()
    assert "A fall" in screening_status_of(person).talk_first
    tomorrow = timezone.localdate() + datetime.timedelta(days=1)
    assert "cannot be" in send(client_in, person, "event", kind="a fall", happened_on=tomorrow.isoformat())


def test_a_clinicians_word_lifts_what_asked_for_it(client_in, person) -> None:
    done = screen(client_in, person)
    client_in.post(f"/people/screening/{done.id}/review/", {})
    send(client_in, person, "declare", condition="angina", stage="unstable")
    person.refresh_from_db()
    assert "angina" in screening_status_of(person).talk_first
    assert "Not saved" in send(client_in, person, "clear", condition="angina", who=" ", said="May join.")
    until = timezone.localdate() + datetime.timedelta(days=30)
    word = {"condition": "angina", "who": "Dr Oake", "said": "May join.", "letter": "Blue folder, Q"}
    assert "Letter: Blue folder, Q." in send(client_in, person, "clear", **word, until=until.isoformat())
    person.refresh_from_db()
    assert screening_status_of(person).talk_first == ""
    assert "angina" in screening_status_of(person, until + datetime.timedelta(days=1)).talk_first


def test_an_assistant_sees_cautions_but_not_the_screening(client_in, actor, person) -> None:
    done = screen(client_in, person, pressure="yes")
    client_in.post(f"/people/screening/{done.id}/review/", {"keep-pressure": "on"})
    Participant.objects.filter(id=person.id).update(private_note="Sister is ill.")
    assistant = Client()
    assistant.force_login(UserFactory(practice=actor.practice, role=Role.ASSISTANT))
    page = assistant.get(f"/people/{person.id}/").content.decode()
    assert "High blood pressure" in page
    for hidden in ("Sister is ill", "Last outcome", "On record", "Add a caution"):
        assert hidden not in page
    for address in (f"/people/screening/{done.id}/review/", f"/people/screening/{done.id}/asked/"):
        assert assistant.get(address).status_code == 403
    assert assistant.post(f"/people/{person.id}/declare/", {"condition": "stenosis"}).status_code == 403


def test_a_list_is_brought_in_whole_or_not_at_all(client_in, group) -> None:
    address = f"/people/groups/{group.id}/import/"
    text = "Name;Born\nOdo Finn;1950\n;1951\n"
    before = group.participants.count()
    fields = {"text": text, "column-0": "call_name", "column-1": "birth_year"}
    seen = client_in.post(address, fields).content.decode()
    assert "no name" in seen
    refused = client_in.post(address, {**fields, "go": "yes"})
    assert refused.status_code == 422
    assert "Nobody was imported" in refused.content.decode()
    assert group.participants.count() == before
    client_in.post(address, {**fields, "go": "yes", "leave_out": "on"})
    assert group.participants.count() == before + 1
    saved = client_in.get(f"/people/groups/{group.id}/people.csv").content.decode()
    assert "Odo Finn,1950" in saved


def test_a_persons_page_asks_as_little_for_three_groups_as_for_one(
    client_in, actor, person, django_assert_max_num_queries
) -> None:
    for number in range(3):
        group = make_group(actor.practice, 0, name=f"Group {number}")
        ListingFactory(practice=actor.practice, group=group, participant=person)
    client_in.get(f"/people/{person.id}/")
    with django_assert_max_num_queries(8):
        page = client_in.get(f"/people/{person.id}/").content.decode()
    assert all(f"Group {number}" in page for number in range(3))


def test_a_red_flag_said_at_screening_waits_for_a_clinician(client_in, actor, person) -> None:
    client_in.post(f"/people/{person.id}/screening/")
    screening = Screening.objects.get(participant=person)
    for question in QUESTIONS:
        said = "yes" if question.id == "flag-saddle" else "no"
        health_actions.answer(actor, screening.id, question.id, said)
    health_actions.submit_screening(actor, screening.id)
    health_actions.review(actor, screening.id, ReviewInput.read({}))
    person.refresh_from_db()
    assert "a clinician's word on numb saddle" in person_of(person).talk_first
    assert "numb saddle" in person_of(person, joins=True).talk_first
    health_actions.clear(actor, person.id, AdviceInput(who="Dr Mirren Oake", said="Seen, nothing against it."))
    person.refresh_from_db()
    assert person_of(person).talk_first == ""


def test_what_is_not_said_stands_on_the_page_as_taken_as_the_stricter(client_in, actor, person) -> None:
    health_actions.declare(actor, person.id, DeclareInput(condition="angina"))
    page = client_in.get(f"/people/{person.id}/").content.decode()
    assert "Not said whether stable or unstable: taken as the stricter." in page
    assert "Clearance from a clinician is wanted: angina." in page


def conditions_of(person) -> list:
    person.refresh_from_db()
    return list(person_of(person).conditions)


def test_the_day_of_an_operation_decides_its_stage_and_is_told(client_in, person) -> None:
    seven = timezone.localdate() - datetime.timedelta(weeks=7)
    page = send(
        client_in, person, "declare", condition="hip-replacement", side="left", since=str(seven), stage="settled"
    )
    assert "replaced hip, left, early" in page.lower()
    assert f"7 weeks since {seven:%-d %b %Y}" in page
    assert [(one.stage, one.since) for one in conditions_of(person)] == [("early", seven)]
    later = person_of(person, today=seven + datetime.timedelta(weeks=12))
    assert [one.stage for one in later.conditions] == ["settled"]
    assert f"from {seven:%-d %b %Y}" in history(client_in, person)


def test_a_pregnancy_is_said_by_its_due_day_or_its_week(client_in, person) -> None:
    due = timezone.localdate() + datetime.timedelta(weeks=10)
    page = send(client_in, person, "declare", condition="pregnancy", since=str(due))
    assert f"week 30, due {due:%-d %b %Y}" in page
    assert [one.stage for one in conditions_of(person)] == ["last three months"]
    send(client_in, person, "end", row=str(Condition.objects.get(participant=person).id))
    send(client_in, person, "declare", condition="pregnancy", weeks="13")
    assert [one.stage for one in conditions_of(person)] == ["first three months"]
    late = timezone.localdate() + datetime.timedelta(weeks=41)
    assert "is still to come" in send(client_in, person, "declare", condition="pregnancy", since=str(late))


def test_advice_sets_a_limit_until_its_day(client_in, person) -> None:
    until = timezone.localdate() + datetime.timedelta(days=16)
    said = {"who": "Dr Mirren Oake", "said": "Hip to a right angle", "until": str(until)}
    limit = {"limit-condition": "limit-hip-bend", "limit-side": "left"}
    assert "Not saved: measure: say how far it may bend, in °" in send(client_in, person, "clear", **said, **limit)
    assert "is from 45° to 130°" in send(client_in, person, "clear", **said, **limit, **{"limit-measure": "200"})
    assert not conditions_of(person)
    page = send(client_in, person, "clear", **said, **limit, **{"limit-measure": "90"})
    assert "limit on bending the hip, left, 90°" in page.lower()
    assert f"until {until:%-d %b %Y}" in page
    assert [(one.condition, one.measure) for one in conditions_of(person)] == [("limit-hip-bend", 90.0)]
    assert not person_of(person, today=until + datetime.timedelta(days=1)).conditions
    row = person.clearances.get()
    send(client_in, person, "end", row=str(row.id))
    assert not conditions_of(person)
    assert Condition.objects.get(participant=person).ended_at is not None


def test_a_limit_that_is_over_says_so_and_asks(client_in, person) -> None:
    row = send(client_in, person, "declare", condition="no-weight-foot", side="left", until=str(timezone.localdate()))
    assert "no weight on a foot, left" in row.lower()
    yesterday = timezone.localdate() - datetime.timedelta(days=1)
    Condition.objects.filter(participant=person).update(until=yesterday)
    person.refresh_from_db()
    health_actions.keep_health_summary(person)
    page = client_in.get(f"/people/{person.id}/").content.decode()
    assert f"ended {yesterday:%-d %b %Y}: ask whether it still holds" in page
    assert not conditions_of(person)


def test_the_options_of_a_limit_and_of_a_date(client_in, person) -> None:
    def options(**asked) -> str:
        return client_in.get(f"/people/{person.id}/options/", asked).content.decode()

    limit = options(**{"limit-condition": "limit-lift"})
    assert 'id="limit-options"' in limit
    assert 'name="limit-measure"' in limit
    assert "The heaviest load, kg" in limit
    pregnancy = options(condition="pregnancy")
    assert "Day the child is due" in pregnancy
    assert "Or the week of the pregnancy" in pregnancy
    assert "Class:" in options(condition="heart-failure")
    assert "select" not in options(condition="")
