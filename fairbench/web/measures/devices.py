"""The dynamometer and the range sensor: what they stream, made into the figure of a trial."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from django.conf import settings

from fairbench.core.measures.reading import peak_of, steady_of
from fairbench.core.measures.test import Test
from fairbench.web.site.device import Device


@dataclass(frozen=True, slots=True)
class Source:
    """A device of a test: how many figures are taken of it, what is made of them, and what to say before."""

    device: Device
    number: int
    made: Callable[[Sequence[float]], float]
    before: str


def sources() -> Mapping[str, Source]:
    """The devices by the test that they serve."""
    return {
        "grip": Source(
            Device(settings.DYNAMOMETER_ADDRESS, "dynamometer", "kg", "force", 100.0),
            60,
            peak_of,
            "Three seconds from the press: squeeze now.",
        ),
        "joint-range": Source(
            Device(settings.RANGE_SENSOR_ADDRESS, "range sensor", "degrees", "angle", 180.0),
            10,
            steady_of,
            "Hold it where it ends, then press.",
        ),
    }


def source_of(test: Test) -> Source | None:
    """The device of a test; None where there is none, or none is set up."""
    found = sources().get(test.id)
    return found if found is not None and found.device.address else None


def take_reading(source: Source) -> float:
    """A figure for a trial. Raises :class:`~fairbench.web.site.device.DeviceError` where the device cannot be read, and
    :class:`InputError` where what it says makes no figure."""
    return source.made(source.device.read(source.number))
