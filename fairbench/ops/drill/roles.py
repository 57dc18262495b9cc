"""Every role at every address, in a seeded order: nobody and strangers see and change nothing, an assistant changes
only classes, a cover teacher without one nothing, a tablet handed over stays at its questions.

In one process, on a database that holds the demo. What has changed is read off the digests of whole tables.
"""

import random
from typing import Any

from .demo_site import addresses, owner, real_ids
from .tally import Tally

_OPEN = (
    "sign-in/",
    "service-worker.js",
    "health/",
    "first-practice/",
    "password/forgotten/",
    "password/<uidb64>/",
    "h/<str:sheet_token>/",
    "feed/",
)
"""Addresses that need no sign-in begin like this."""
_OF_CLASSES = ("classes/", "sign-out/", "password/")
"""What an assistant may change something at."""
_KEPT_APART = ("django_session", "axes_", "accounts_auditentry", "accounts_letter")
"""Tables that a look alone may write to."""


def roles(seed: int, rounds: int) -> list[Tally]:
    """Every role ``rounds`` times over every address."""
    chance = random.Random(seed)
    told = [_strangers(chance, rounds), _assistant(chance, rounds), _cover_teacher(chance, rounds)]
    return [*told, _handed_over(chance, rounds)]


def _strangers(chance: random.Random, rounds: int) -> Tally:
    """Nobody, and the owner of another practice."""
    from fairbench.web.accounts.models import Practice, Role, User

    tally = Tally("Roles: nobody, and another practice")
    elsewhere = Practice.objects.create(name="The Other Hall")
    email = "somebody@otherhall.example"
    stranger = _client(User.objects.create(email=email, name="Ana Holm", practice=elsewhere, role=Role.OWNER))
    nobody, words, before = _client(None), _private_words(), _digests()
    for _ in range(rounds):
        for address, pattern in _shuffled(chance):
            is_of_somebody = "<uuid:" in pattern or "user_id" in pattern
            for post in (False, True):
                answer = _ask(nobody, address, post)
                turned_away = answer.status_code == 302 and "/sign-in/" in answer.headers["Location"]
                tally.check(turned_away or pattern.startswith(_OPEN), f"nobody at {address}: {answer.status_code}")
                if pattern == "sign-out/" or (post and not is_of_somebody):
                    continue
                answer = _ask(stranger, address, post)
                found_nothing = answer.status_code in (404, 405) or not is_of_somebody
                tally.check(found_nothing, f"a stranger at {address}: {answer.status_code}")
                shown = _shown(answer)
                seen = next((word for word in words if word in shown), "")
                tally.check(not seen, f"a stranger is shown {seen!r} at {address}")
    tally.check(not _changed(before), f"changed by strangers: {_changed(before)}")
    return tally


def _assistant(chance: random.Random, rounds: int) -> Tally:
    """Everything but what a class needs, their own favourites and their own calendar, stays as it is."""
    from fairbench.web.accounts.models import Role, User

    tally = Tally("Roles: an assistant")
    assistant = User.objects.create(
        email="assistant@kittiwake.example", name="Aled Marsh", practice=owner().practice, role=Role.ASSISTANT
    )
    client = _client(assistant)
    for address, _ in addresses():
        _ask(client, address, post=False)  # what is drawn once and kept is kept by now
    before = _digests()
    for _ in range(rounds):
        for address, pattern in _shuffled(chance):
            if pattern.startswith(_OF_CLASSES):
                continue
            for post in (False, True):
                status = _ask(client, address, post).status_code
                tally.check(status < 500, f"{address}: {status}")
    changed = [
        name
        for name in _changed(before)
        if not name.startswith(("classes_", "exercises_favourite", "terms_calendarfeed"))
    ]
    tally.check(not changed, f"changed by an assistant: {changed}")
    return tally


def _cover_teacher(chance: random.Random, rounds: int) -> Tally:
    """Whoever covers, and has no class now, is shown nobody and changes nothing."""
    from fairbench.web.accounts.models import Role, User

    tally = Tally("Roles: a cover teacher without a class")
    email = "cover@kittiwake.example"
    client = _client(User.objects.create(email=email, name="Emrys Dunn", practice=owner().practice, role=Role.COVER))
    words, before = _private_words(), _digests()
    for _ in range(rounds):
        for address, pattern in _shuffled(chance):
            if pattern.startswith(("sign-out/", "password/", *_OPEN)):  # what is their own
                continue
            for post in (False, True):
                answer = _ask(client, address, post)
                tally.check(answer.status_code < 500, f"a cover teacher at {address}: {answer.status_code}")
                shown = _shown(answer)
                seen = next((word for word in words if word in shown), "")
                tally.check(not seen, f"a cover teacher is shown {seen!r} at {address}")
    tally.check(not _changed(before), f"changed by a cover teacher: {_changed(before)}")
    return tally


def _handed_over(chance: random.Random, rounds: int) -> Tally:
    """A tablet handed over is sent back to its questions from everywhere, and shows nobody else's name."""
    from django.urls import reverse

    tally = Tally("A tablet handed over")
    words = _private_words()
    for _ in range(rounds):
        client = _client(owner())
        client.post(reverse("people:screening", args=[real_ids()["participant_id"]]), {"handed": "yes"})
        before = _digests()
        for address, pattern in _shuffled(chance):
            if "screening" in pattern or "hand-back" in pattern or pattern.startswith(("service-worker.js", "health/")):
                continue
            for post in (False, True):
                answer = _ask(client, address, post)
                sent_back = answer.status_code == 302 and "hand-back" in answer.headers["Location"]
                tally.check(sent_back, f"{address}: {answer.status_code}")
                shown = _shown(answer)
                seen = next((word for word in words if word in shown), "")
                tally.check(not seen, f"{seen!r} is shown at {address}")
        tally.check(not _changed(before), f"changed on a tablet handed over: {_changed(before)}")
    return tally


def _client(user: Any) -> Any:
    from django.test import Client

    client = Client(raise_request_exception=False, headers={"Host": "localhost"})
    if user is not None:
        client.force_login(user)
    return client


def _ask(client: Any, address: str, post: bool) -> Any:
    ids = {name: str(value) for name, value in real_ids().items()}
    fields = {
        "participant": ids["participant_id"],
        "person": ids["participant_id"],
        "plan": ids["plan_id"],
        "exercise": "bridge",
        "version": "full-bridge",
        **dict.fromkeys(("reason", "call_name", "name", "text", "row", "who", "email"), "x"),
        **dict.fromkeys(("here", "go", "answer"), "yes"),
        "condition": "stenosis",
        "seen": "1",
        "role": "owner",
    }
    return client.post(address, fields) if post else client.get(address)


def _shown(answer: Any) -> str:
    parts = answer.streaming_content if answer.streaming else [answer.content]
    return b"".join(parts).decode(errors="replace")


def _shuffled(chance: random.Random) -> list[tuple[str, str]]:
    found = list(addresses())
    chance.shuffle(found)
    return found


def _private_words() -> list[str]:
    """Names and notes that only the demo practice may be shown."""
    from django_scopes import scope

    from fairbench.web.people.models import Group, Participant
    from fairbench.web.plans.models import Plan

    with scope(practice=owner().practice):
        names = [*Participant.objects.values_list("call_name", flat=True), *Plan.objects.values_list("name", flat=True)]
        return [*(name for name in names if " " in name), *Group.objects.values_list("name", flat=True)]


def _digests() -> dict[str, Any]:
    from fairbench.web.site.backup import tables

    return {name: state for name, state in tables().items() if not name.startswith(_KEPT_APART)}


def _changed(before: dict[str, Any]) -> list[str]:
    now = _digests()
    return sorted(name for name in now if now[name] != before.get(name))
