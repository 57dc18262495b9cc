"""The luggage scale: read over a local socket, one line of JSON for each reading, such as ``{"kg": 2.58}``."""

from django.conf import settings

from fairbench.web.site.device import Device

MOST_KG = 60.0


def read_scale() -> float:
    """The kilograms that the scale shows now. Raises :class:`~fairbench.web.site.device.DeviceError`."""
    return Device(settings.SCALE_ADDRESS, "scale", "kg", "weight", MOST_KG).read()[0]
