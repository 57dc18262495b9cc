"""The luggage scale: read over a local socket, one line of JSON for each reading, such as ``{"kg": 2.58}``."""

import json
import math
import socket

from django.conf import settings

_PATIENCE = 1.0
"""Seconds until a scale that says nothing is given up."""
_LONGEST = 200
MOST_KG = 60.0


class ScaleError(Exception):
    """The scale cannot be read; the message says why and what to do."""


def read_scale() -> float:
    """The kilograms that the scale shows now. Raises :class:`ScaleError`."""
    host, _, port = settings.SCALE_ADDRESS.partition(":")
    if not port.isdigit():
        raise ScaleError("No scale is set up.")
    try:
        with socket.create_connection((host, int(port)), _PATIENCE) as talk:
            talk.settimeout(_PATIENCE)
            with talk.makefile("rb") as lines:
                return _kilograms(lines.readline(_LONGEST))
    except OSError:
        raise ScaleError("The scale does not answer. Is it switched on?") from None


def _kilograms(line: bytes) -> float:
    try:
        kg = float(json.loads(line)["kg"])
    except (ValueError, KeyError, TypeError):
        raise ScaleError("The scale says something that is no weight.") from None
    if not (math.isfinite(kg) and 0 <= kg <= MOST_KG):
        raise ScaleError("The scale says something that is no weight.")
    return kg
