"""A practice with a signed-in owner, a group and a plan; and the demo when a test asks for it."""

import pytest
from django.test import Client
from django.urls import reverse
from django_scopes import scope

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.web.accounts.actor import Actor
from fairbench.web.classes.models import Meeting
from fairbench.web.plans import actions
from tests.factories import UserFactory, make_group

from .every_address import addresses  # noqa: F401  (a fixture)

SHELF = load_shelf()


@pytest.fixture
def user(db):
    return UserFactory()


@pytest.fixture
def actor(user):
    with scope(practice=user.practice):
        yield Actor(user)


@pytest.fixture
def client_in(actor):
    client = Client()
    client.force_login(actor.user)
    return client


@pytest.fixture
def group(actor):
    return make_group(actor.practice, 3)


def core_plan(*exercises: str, name: str = "Test plan") -> CorePlan:
    """A plan with one strengthening block of those exercises, ids a, b, c …"""
    items = tuple(Item("abcdefghijklmnopqrstuvwxyz"[n], e, SHELF.exercise(e).base) for n, e in enumerate(exercises))
    return CorePlan(name, 45, (Block(BlockKind.WARM_UP), Block(BlockKind.STRENGTHEN, items), Block(BlockKind.CLOSE)))


@pytest.fixture
def plan(actor, group):
    return actions.create(actor, core_plan("band-row", "bridge", "heel-raise"), group, "Made for a test")


@pytest.fixture
def demo(on_demo, db):
    """The demo practice is in the database."""


@pytest.fixture
def meeting(client_in, plan, group):
    """A class under way with everybody here."""
    client_in.post(reverse("classes:open"), {"plan": plan.id})
    opened = Meeting.objects.get()
    for person in group.participants.all():
        client_in.post(reverse("classes:here", args=[opened.id]), {"participant": person.id, "here": "yes"})
    client_in.post(reverse("classes:begin", args=[opened.id]))
    opened.refresh_from_db()
    return opened
