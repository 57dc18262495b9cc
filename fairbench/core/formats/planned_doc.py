"""What was planned for a class, as JSON values."""

from dataclasses import asdict
from typing import Any

from pydantic import TypeAdapter

from ..teaching.planned import Planned

_PLANNED = TypeAdapter(Planned)


def planned_document(planned: Planned) -> dict[str, Any]:
    """The JSON value of a planned class."""
    return asdict(planned)


def planned_value(document: Any) -> Planned:
    """The planned class in a JSON value that :func:`planned_document` made."""
    return _PLANNED.validate_python(document)
