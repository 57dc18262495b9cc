"""What helps with a figure: the simulated devices, and the figure that follows an angle."""

import pytest
from django.test import Client
from django.urls import reverse

from fairbench.ops.sensors import SimulatedDynamometer, SimulatedRangeSensor, bent_at, squeezed_at
from fairbench.web.accounts.models import Role
from fairbench.web.measures.models import Measurement
from tests.factories import UserFactory


@pytest.fixture
def devices(settings):
    """Both devices, on."""
    grip, angle = SimulatedDynamometer(most=31.2), SimulatedRangeSensor(held=104)
    settings.DYNAMOMETER_ADDRESS, settings.RANGE_SENSOR_ADDRESS = grip.address, angle.address
    yield grip, angle
    grip.stop()
    angle.stop()


def read(client, test: str):
    return client.post(reverse("measures:device_reading", args=[test]))


def take_page(client, person, test: str) -> str:
    return client.get(reverse("measures:take", args=[person.id, test])).content.decode()


def test_a_reading_is_the_squeeze_and_where_the_joint_is_held(client_in, group, devices) -> None:
    assert 30.5 <= read(client_in, "grip").json()["value"] <= 31.2
    assert read(client_in, "joint-range").json()["value"] == 104
    assert not Measurement.objects.exists()
    page = take_page(client_in, group.participants.first(), "grip")
    assert "Read the dynamometer" in page
    assert "Read the range sensor" in take_page(client_in, group.participants.first(), "joint-range")


def test_without_a_device_the_figure_is_entered_by_hand(client_in, group, settings) -> None:
    settings.DYNAMOMETER_ADDRESS = settings.RANGE_SENSOR_ADDRESS = ""
    assert read(client_in, "grip").status_code == 404
    assert read(client_in, "chair-rise-30s").status_code == 404
    assert "dynamometer</button>" not in take_page(client_in, group.participants.first(), "grip")
    settings.DYNAMOMETER_ADDRESS = "127.0.0.1:1"
    answer = read(client_in, "grip")
    assert answer.status_code == 503
    assert answer.json()["wrong"] == "The dynamometer does not answer. Is it switched on? Enter the figure by hand."


def test_what_makes_no_figure_says_why(client_in, settings) -> None:
    grip = SimulatedDynamometer(most=0)
    settings.DYNAMOMETER_ADDRESS = grip.address
    answer = read(client_in, "grip")
    grip.stop()
    assert (answer.status_code, answer.json()["wrong"]) == (422, "No figure: nothing was squeezed.")


def test_the_simulated_devices_do_the_same_every_time() -> None:
    assert [squeezed_at(at, 20) for at in (0, 0.25, 0.5, 0.62, 2.25, 2.9)] == [0, 10, 20, 19.6, 10, 0]
    assert {bent_at(at / 20, 90) for at in range(30)} == {89, 90, 91}


def test_a_figure_follows_what_is_entered_on_each_side(client_in) -> None:
    address = reverse("measures:range_figures")
    entered = {"joint": "knee-bend", "left_1": "90", "left_2": "100", "right_1": "120"}
    shown = client_in.post(address, entered).content.decode()
    assert shown.count("<svg") == 2
    assert "Knee bent, left, 95 degrees" in shown
    assert "Knee bent, right, 120 degrees" in shown
    further = client_in.post(address, {"joint": "ankle-up", "left_1": "80"}).content.decode()
    assert "further than the figure goes" in further
    for nothing in ({}, {"joint": "neck", "left_1": "3"}, {"joint": "knee-bend", "left_1": "x", "right_1": "400"}):
        answer = client_in.post(address, nothing)
        assert answer.status_code == 200
        assert "<svg" not in answer.content.decode()


def test_an_assistant_reads_nothing(actor) -> None:
    client = Client()
    client.force_login(UserFactory(practice=actor.practice, role=Role.ASSISTANT))
    assert read(client, "grip").status_code == 403
    assert client.post(reverse("measures:range_figures")).status_code == 403
