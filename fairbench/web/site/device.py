"""Devices of the room that are read over a local socket, one line of JSON for each reading."""

import json
import socket
from dataclasses import dataclass

_PATIENCE = 1.0
"""Seconds until a device that says nothing is given up."""
_LONGEST = 200


class DeviceError(Exception):
    """A device cannot be read; the message says why and what to do."""


@dataclass(frozen=True, slots=True)
class Device:
    """Where a device is (``host:port``, empty where none is set up), what it is called, under which ``key`` its figure
    stands in a line, what the figure is of, and the most that it can be."""

    address: str
    name: str
    key: str
    of: str
    most: float

    def read(self, number: int = 1) -> list[float]:
        """Its next figures. Raises :class:`DeviceError`."""
        host, _, port = self.address.partition(":")
        if not port.isdigit():
            raise DeviceError(f"No {self.name} is set up.")
        try:
            with socket.create_connection((host, int(port)), _PATIENCE) as talk:
                talk.settimeout(_PATIENCE)
                with talk.makefile("rb") as lines:
                    return [self._figure(lines.readline(_LONGEST)) for _ in range(number)]
        except OSError:
            raise DeviceError(f"The {self.name} does not answer. Is it switched on?") from None

    def _figure(self, line: bytes) -> float:
        try:
            said = json.loads(line)
        except ValueError:
            said = None
        figure = said.get(self.key) if isinstance(said, dict) else None
        if isinstance(figure, int | float) and not isinstance(figure, bool) and 0 <= figure <= self.most:
            return float(figure)
        raise DeviceError(f"The {self.name} says something that is no {self.of}.")
