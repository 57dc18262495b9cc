"""Signing in, guessing, members, passwords, sessions, and beginning with an empty database."""

import re
import threading
import time

import pytest
from django.contrib.auth.hashers import make_password
from django.core.management import call_command
from django.db import IntegrityError, connection, transaction
from django.test import Client
from django.urls import reverse
from django_scopes import scopes_disabled

from fairbench.web.accounts import first_practice
from fairbench.web.accounts.actor import Actor
from fairbench.web.accounts.models import AuditEntry, Letter, Practice, Role, User
from fairbench.web.accounts.session_age import BEGAN, SEEN
from fairbench.web.people.handover import KEY
from fairbench.web.people.health_actions import begin_screening
from tests.factories import ParticipantFactory, UserFactory
from tests.reading import words

PASSWORD, OTHER = "harbour lights 7", "quay and ladder 9"


@pytest.fixture(autouse=True)
def kept_letters(settings) -> None:
    """As it is without a mail server; the tests' own way to send would be used otherwise."""
    settings.EMAIL_BACKEND = "fairbench.web.accounts.letters.LetterBackend"


@pytest.fixture
def member(user):
    """The owner, with a password."""
    user.password = make_password(PASSWORD)
    user.save()
    return user


def sign_in(email: str, password: str, client: Client | None = None, **more):
    return (client or Client()).post("/sign-in/", {"username": email, "password": password}, **more)


@pytest.mark.django_db
def test_an_address_is_the_same_in_any_letters(member) -> None:
    assert sign_in(f"  {member.email.upper()} ", PASSWORD)["Location"] == "/"
    with pytest.raises(IntegrityError), transaction.atomic():
        UserFactory(email=member.email.capitalize())


@pytest.mark.django_db
def test_after_five_wrong_passwords_the_right_one_is_not_tried_either(member) -> None:
    for _ in range(5):
        last = sign_in(member.email, "guess")
    assert last.status_code == 429
    assert "Too many wrong passwords" in last.content.decode()
    assert sign_in(member.email, PASSWORD).status_code == 429


@pytest.mark.django_db
def test_who_guesses_elsewhere_locks_no_colleague_out(member) -> None:
    for _ in range(8):
        sign_in(member.email, "guess", REMOTE_ADDR="203.0.113.7")
    assert sign_in(member.email, PASSWORD).status_code == 302


@pytest.mark.django_db
def test_a_right_password_begins_the_count_anew(member) -> None:
    for _ in range(2):
        for _ in range(4):
            sign_in(member.email, "guess")
        assert sign_in(member.email, PASSWORD).status_code == 302


def all_at_once(tries: int, one_try) -> list[int]:
    """The statuses of as many tries that begin together."""
    statuses: list[int] = []
    gate = threading.Barrier(tries)

    def guess() -> None:
        try:
            gate.wait(timeout=60)
            statuses.append(one_try())
        finally:
            connection.close()

    threads = [threading.Thread(target=guess) for _ in range(tries)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(timeout=120)
    return statuses


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize("where", ["sign in", "hand back"])
def test_guessing_in_parallel_gets_no_further_than_one_after_the_other(where: str) -> None:
    user = UserFactory()
    user.set_password(PASSWORD)
    user.save()
    client = Client()
    client.force_login(user)
    if where == "hand back":
        with scopes_disabled():
            person = ParticipantFactory(practice=user.practice)
            session = client.session
            session[KEY] = str(begin_screening(Actor(user), person.id).id)
            session.save()

    def guess() -> int:
        if where == "sign in":
            return sign_in(user.email, "guess").status_code
        again = Client()
        again.cookies["sessionid"] = client.cookies["sessionid"].value
        return again.post("/people/hand-back/", {"password": "guess"}).status_code

    statuses = all_at_once(12, guess)
    judged = sum(status in (200, 422) for status in statuses)
    assert judged <= 4, statuses
    if where == "sign in":
        assert sign_in(user.email, PASSWORD).status_code == 429
    else:
        assert client.get("/")["Location"].startswith("/sign-in/")


@pytest.mark.django_db
def test_a_session_ends_when_nobody_was_there_and_after_a_day(client_in, settings) -> None:
    assert client_in.get("/").status_code == 200
    for key, seconds in ((SEEN, settings.SESSION_IDLE_SECONDS), (BEGAN, settings.SESSION_LONGEST_SECONDS)):
        client_in.force_login(User.objects.get())
        session = client_in.session
        session[BEGAN] = session[SEEN] = int(time.time())
        session[key] -= seconds + 5
        session.save()
        answer = client_in.get("/plans/")
        assert answer["Location"] == "/sign-in/?next=/plans/"
        assert client_in.get("/").status_code == 302


@pytest.mark.django_db
def test_signed_in_pages_are_kept_by_no_browser(client_in, plan, group) -> None:
    person = group.participants.first()
    for address in ("/", f"/people/{person.id}/", f"/plans/{plan.id}/", f"/people/groups/{group.id}/people.csv"):
        assert client_in.get(address)["Cache-Control"] == "no-store", address
    assert "no-store" not in client_in.get("/shelf/figures/bridge/full-bridge.svg")["Cache-Control"]


@pytest.mark.django_db
def test_signing_out_tells_the_browser_what_to_throw_away(client_in) -> None:
    user = User.objects.get()
    for device, clears in (("empty", True), ("discarded", True), ("sealed", False), ("unknown", False), ("", False)):
        client_in.force_login(user)
        header = client_in.post("/sign-out/", {"device": device})["Clear-Site-Data"]
        assert ("storage" in header) == clears
        assert "cache" in header


@pytest.mark.django_db
def test_a_member_is_added_chooses_a_password_and_signs_in(client_in, actor) -> None:
    given = {"name": "Ione Marsh", "email": "Ione@Practice.Example", "role": "assistant"}
    assert client_in.post("/members/", given).status_code == 302
    page = words(client_in.get("/members/").content.decode())
    assert "Ione Marsh" in page
    letter = Letter.objects.get()
    assert (letter.to, letter.subject) == ("ione@practice.example", f"Your access to {actor.practice.name}")
    link = re.search(r"http://testserver(/\S+)", letter.body).group(1)
    ione = Client()
    form = ione.get(link)
    chosen = {"new_password1": OTHER, "new_password2": OTHER}
    assert ione.post(form["Location"], chosen).status_code == 302
    assert sign_in("ione@practice.example", OTHER, ione)["Location"] == "/"
    assert ione.get("/").status_code == 200
    assert ione.get("/members/").status_code == 403
    assert "does not work any more" in Client().get(link).content.decode()
    entry = AuditEntry.objects.get(verb="member.add")
    address = "ione@practice.example"
    assert entry.new == {"member": address, "email": address, "name": "Ione Marsh", "role": "assistant"}


@pytest.mark.django_db
@pytest.mark.parametrize(
    ("given", "says"),
    [
        ({"name": "", "email": "a@b.example", "role": "owner"}, "is needed"),
        ({"name": "A", "email": "no address", "role": "owner"}, "is no email address"),
        ({"name": "A", "email": "a@b.example", "role": "king"}, "role"),
        ({"name": "A", "email": "ORLA", "role": "owner"}, "is no email address"),
    ],
)
def test_a_member_that_cannot_be_is_said_and_what_was_typed_stays(client_in, given, says) -> None:
    answer = client_in.post("/members/", given)
    assert answer.status_code in (400, 422)
    assert User.objects.count() == 1


@pytest.mark.django_db
def test_an_address_that_signs_in_already_is_not_taken_again(client_in, user) -> None:
    answer = client_in.post("/members/", {"name": "A", "email": user.email.upper(), "role": "owner"})
    assert answer.status_code == 422
    assert "signs in with this address already" in answer.content.decode()


@pytest.mark.django_db
def test_access_ends_at_once_and_records_stay(client_in, actor) -> None:
    other = UserFactory(practice=actor.practice, role=Role.INSTRUCTOR)
    theirs = Client()
    theirs.force_login(other)
    assert theirs.get("/").status_code == 200
    client_in.post(reverse("accounts:end_access", args=[other.id]))
    assert theirs.get("/").status_code == 302
    assert User.objects.filter(id=other.id).exists()
    client_in.post(reverse("accounts:restore_access", args=[other.id]))
    assert theirs.get("/").status_code == 200
    client_in.post(reverse("accounts:role", args=[other.id]), {"role": "assistant"})
    other.refresh_from_db()
    assert other.role == Role.ASSISTANT
    changed = AuditEntry.objects.get(verb="member.role")
    assert (changed.old["role"], changed.new["role"]) == ("instructor", "assistant")


@pytest.mark.django_db
def test_there_is_always_an_owner(client_in, user) -> None:
    for name, given in (("end_access", {}), ("role", {"role": "assistant"})):
        answer = client_in.post(reverse(f"accounts:{name}", args=[user.id]), given, follow=True)
        assert "keeps at least one owner" in answer.content.decode()
        user.refresh_from_db()
        assert (user.is_active, user.role) == (True, Role.OWNER)


@pytest.mark.django_db
def test_a_password_is_changed_by_whoever_knows_it(member) -> None:
    client = Client()
    sign_in(member.email, PASSWORD, client)
    fields = {"new_password1": OTHER, "new_password2": OTHER}
    assert "incorrect" in client.post("/password/", {**fields, "old_password": "guess"}).content.decode()
    elsewhere = Client()
    sign_in(member.email, PASSWORD, elsewhere)
    assert client.post("/password/", {**fields, "old_password": PASSWORD}).status_code == 302
    assert client.get("/").status_code == 200
    assert elsewhere.get("/").status_code == 302
    assert sign_in(member.email, OTHER).status_code == 302


@pytest.mark.django_db
def test_a_forgotten_password_is_chosen_anew_and_strangers_learn_nothing(member) -> None:
    answers = [Client().post("/password/forgotten/", {"email": email}) for email in (member.email, "no@body.example")]
    assert [answer["Location"] for answer in answers] == ["/password/forgotten/sent/"] * 2
    with scopes_disabled():
        letter = Letter.objects.get()
    link = re.search(r"http://testserver(/\S+)", letter.body).group(1)
    client = Client()
    form = client.get(link)["Location"]
    assert client.post(form, {"new_password1": OTHER, "new_password2": OTHER}).status_code == 302
    assert sign_in(member.email, OTHER).status_code == 302


@pytest.fixture
def token_file(tmp_path, monkeypatch):
    monkeypatch.setattr(first_practice, "_FILE", tmp_path / "first_practice")


@pytest.mark.django_db
def test_the_first_practice_is_opened_by_the_link_that_was_printed(token_file, capsys) -> None:
    call_command("first_practice_link")
    link = capsys.readouterr().out.strip()
    given = {"practice": "Signal Room", "name": "Ione Marsh", "email": "Ione@signal.example", "password": OTHER}
    client = Client()
    assert client.get(link).status_code == 200
    assert client.get("/first-practice/another-token/").status_code == 404
    for wrong in ({"password": "short"}, {"email": "x"}, {"practice": ""}):
        answer = client.post(link, {**given, **wrong})
        assert answer.status_code == 422
        assert "Ione Marsh" in answer.content.decode()
        assert not Practice.objects.exists()
    assert client.post(link, given)["Location"] == "/"
    assert client.get("/").status_code == 200
    assert client.get("/members/").status_code == 200
    assert Client().get(link).status_code == 404
    call_command("first_practice_link")
    assert capsys.readouterr().out == ""


@pytest.mark.django_db
def test_djangos_own_command_makes_an_owner(monkeypatch) -> None:
    monkeypatch.setenv("DJANGO_SUPERUSER_PASSWORD", PASSWORD)
    call_command("createsuperuser", "--no-input", email="Ione@signal.example", name="Ione", verbosity=0)
    user = User.objects.get()
    assert (user.email, user.role, user.practice.name) == ("ione@signal.example", "owner", "Ione's practice")
    assert sign_in("ione@signal.example", PASSWORD).status_code == 302


@pytest.mark.django_db
def test_health_asks_the_database(monkeypatch) -> None:
    assert Client().get("/health/").status_code == 200
    with connection.execute_wrapper(_away):
        assert Client().get("/health/").status_code == 503


def _away(execute, sql, params, many, context):
    from django.db import OperationalError

    raise OperationalError("the server is gone")
