"""A term as a file, and as it is kept."""

import datetime
from collections.abc import Mapping
from typing import Any, Literal

from pydantic import Field, TypeAdapter

from ..errors import InputError
from ..terms.term import Slot, SlotState, Term
from .dose_doc import Doc
from .log_doc import Day
from .people_doc import validated

MOST_SLOTS, MOST_CLOSED = 40, 120


class SlotDoc(Doc):
    """One class of a term, as it is written; what is left out is nothing."""

    id: str = Field(min_length=1, max_length=40)
    day: datetime.date = Field(strict=False)
    theme: str = ""
    new: list[str] = Field(default_factory=list)
    practised: list[str] = Field(default_factory=list)
    dropped: list[str] = Field(default_factory=list)
    easier: bool = False
    tests: bool = False
    state: SlotState = Field(default=SlotState.PLANNED, strict=False)
    was: datetime.date | None = Field(default=None, strict=False)
    why: str = Field(default="", max_length=80)
    plan: str = ""

    def value(self) -> Slot:
        """As the core has it. Raises :class:`InputError`."""
        return Slot(
            self.id,
            self.day,
            self.theme,
            tuple(self.new),
            tuple(self.practised),
            tuple(self.dropped),
            self.easier,
            self.tests,
            self.state,
            self.was,
            self.why,
            self.plan,
        )


class TermDoc(Doc):
    """A term, as it is written."""

    format: Literal["fairbench-term"]
    format_version: Literal[1]
    name: str
    starts_on: datetime.date = Field(strict=False)
    weeks: int = Field(description="6 to 14.")
    aim: str = Field(default="", max_length=200)
    rule: str = Field(default="FREQ=WEEKLY", description="How the classes recur: an RRULE without a start.")
    at: datetime.time = Field(default=datetime.time(10, 0), strict=False)
    minutes: int = 45
    closed: list[Day] = Field(default_factory=list, max_length=MOST_CLOSED)
    slots: list[SlotDoc] = Field(default_factory=list, max_length=MOST_SLOTS)
    wishes: list[str] = Field(default_factory=list, description="Exercises to be spread over it, by id.")
    known: list[str] = Field(default_factory=list, description="Those of them that the group knows.")
    wanted: list[str] = Field(default_factory=list, description="Those that serve what somebody wants to do.")

    def value(self) -> Term:
        """As the core has it. Raises :class:`InputError` with the place in it."""
        slots = []
        for number, doc in enumerate(self.slots):
            try:
                slots.append(doc.value())
            except InputError as error:
                raise error.within(f"slots[{number}]") from None
        return Term(
            self.name,
            self.starts_on,
            self.weeks,
            tuple(slots),
            self.aim,
            self.rule,
            self.at,
            self.minutes,
            frozenset(self.closed),
        )


_TERM = TypeAdapter(TermDoc)


def read_term(data: bytes) -> TermDoc:
    """A term file. Raises :class:`InputError` with the place in it."""
    doc: TermDoc = validated(_TERM, data)
    return doc


def term_value(document: Mapping[str, Any]) -> Term:
    """A kept term."""
    return TermDoc.model_validate(document).value()


def term_document(term: Term) -> dict[str, Any]:
    """A term as it is kept and written."""
    return {
        "format": "fairbench-term",
        "format_version": 1,
        "name": term.name,
        "starts_on": term.starts_on.isoformat(),
        "weeks": term.weeks,
        "aim": term.aim,
        "rule": term.rule,
        "at": term.at.isoformat("minutes"),
        "minutes": term.minutes,
        "closed": [day.isoformat() for day in sorted(term.closed)],
        "slots": [_slot_document(slot) for slot in term.slots],
    }


def _slot_document(slot: Slot) -> dict[str, Any]:
    everything: dict[str, Any] = {
        "id": slot.id,
        "day": slot.day.isoformat(),
        "theme": slot.theme,
        "new": list(slot.new),
        "practised": list(slot.practised),
        "dropped": list(slot.dropped),
        "easier": slot.easier,
        "tests": slot.tests,
        "state": "" if slot.state is SlotState.PLANNED else slot.state.value,
        "was": slot.was.isoformat() if slot.was else "",
        "why": slot.why,
        "plan": slot.plan,
    }
    return {name: value for name, value in everything.items() if value}


def term_schema() -> dict[str, Any]:
    """The JSON Schema of a term."""
    schema = TermDoc.model_json_schema()
    schema["title"] = "Fair Bench term, format version 1"
    return schema
