"""``bin/fairbench things``: what a plan needs, what is short and what settles it, what stands in, and the pack list."""

import argparse
import json
from typing import Any

from fairbench.core.clock import minutes_and_seconds
from fairbench.core.counted import how_many
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.packing import INSTRUCTOR, pack
from fairbench.core.fit.verdict import Fit
from fairbench.core.plan.plan import Plan
from fairbench.core.rooms.room import Room
from fairbench.core.rooms.seating import seat
from fairbench.core.rooms.store import Store
from fairbench.core.things.chairs import chair_needs
from fairbench.core.things.need import Peak, needs_of, peaks_of
from fairbench.core.things.ready import carry, ready_for_all
from fairbench.core.things.rounds import fixes_for_queue, queues_of
from fairbench.core.things.setups import changes_in, fewer_changes
from fairbench.core.things.shortage import Shortage, gravest
from fairbench.core.things.tried_fixes import Setting, fixes_for, look

from .situation import situation_arguments, situation_of


def add(commands: Any) -> None:
    """The command and its arguments."""
    command = commands.add_parser("things", help="what a plan needs, what is short, what settles it, the pack list")
    situation_arguments(command)
    command.add_argument("--room", metavar="ROOM.json", help="a room file; without it, nothing is short")
    command.add_argument("--json", action="store_true", help="as JSON")
    command.set_defaults(run=_things)


def _things(asked: argparse.Namespace) -> str:
    now = situation_of(asked)
    setting = Setting(now.group, now.shelf, now.conditions, now.store or Store())
    found, short = look(now.plan, setting)
    shortages = gravest(found, short) if now.store is not None else ()
    document = _document(now.plan, found, shortages, setting, now.room)
    return json.dumps(document, indent=2, ensure_ascii=False) + "\n" if asked.json else _text(document)


def _document(
    plan: Plan, found: Fit, shortages: tuple[Shortage, ...], setting: Setting, room: Room | None
) -> dict[str, Any]:
    shelf = setting.shelf
    names = {person.id: person.name for person in setting.group.people} | {INSTRUCTOR: "you"}
    exercises = {time.item.id: time.exercise.name for time in found.timeline.items}
    return {
        "need": [_peak(peak, shelf, exercises) for peak in peaks_of(needs_of(found, shelf))],
        "short": [
            {
                "prop": one.prop,
                "name": _named(one.prop, one.size, shelf),
                "size": one.size,
                "exercise": exercises[one.item],
                "item": one.item,
                "start": one.start,
                "needed": one.needed,
                "there": one.there,
                "without": [names[person] for person in one.missing],
                "stand_in": shelf.props[one.prop].substitute,
                "suggested_fixes": [
                    {"says": fix.words, "seconds": fix.seconds} for fix in fixes_for(plan, one, setting)
                ],
            }
            for one in shortages
        ],
        "waiting": [
            {
                "prop": queue.prop,
                "exercise": exercises[queue.item],
                "item": queue.item,
                "people": queue.rounds.people,
                "at_once": queue.rounds.at_once,
                "rounds": queue.rounds.rounds,
                "seconds": queue.rounds.seconds,
                "suggested_fixes": [
                    {"says": fix.words, "seconds": fix.seconds} for fix in fixes_for_queue(plan, queue, setting)
                ],
            }
            for queue in (queues_of(found) if room is not None else ())
        ],
        "without_chair": [
            {"person": names[need.person], "because": need.because}
            for need in (seat(chair_needs(found), room).without if room is not None and room.chairs else ())
        ],
        "ready": [
            {
                "prop": one.prop.id,
                "says": one.words,
                "on_side": one.on_side,
                "stand_in": one.prop.substitute,
                "for": list(one.used_in),
            }
            for one in ready_for_all(found, shelf)
        ],
        "set_ups": changes_in(plan, shelf),
        "order": _order(plan, setting),
        "carry": _carry(found, setting),
        "pack": [
            {"prop": thing.prop.id, "name": thing.prop.name, "count": thing.count, "says": thing.words,
             "stand_in": thing.prop.substitute, "for": list(thing.used_in)}
            for thing in pack(found, shelf)
        ],
    }  # fmt: skip


def _order(plan: Plan, setting: Setting) -> dict[str, Any] | None:
    """The order with fewer set-ups, by the items' ids; None where there is none."""
    found = fewer_changes(plan, setting.shelf, setting.group)
    return None if found is None else {"says": found.words, "items": [item.id for item in found.plan.items()]}


def _carry(found: Fit, setting: Setting) -> list[dict[str, Any]]:
    """What to carry there, because the room has too few."""
    carried = carry([(found, setting.store)], setting.shelf)
    return [{"prop": one.prop.id, "size": one.size, "count": one.count} for one in carried]


def _peak(peak: Peak, shelf: Shelf, exercises: dict[str, str]) -> dict[str, Any]:
    return {
        "prop": peak.prop,
        "name": _named(peak.prop, peak.size, shelf),
        "size": peak.size,
        "count": peak.count,
        "exercise": exercises[peak.item],
        "item": peak.item,
        "start": peak.start,
    }


def _named(prop: str, size: str, shelf: Shelf) -> str:
    name = shelf.props[prop].name
    return f"{name}, {size}" if size else name


def _text(document: dict[str, Any]) -> str:
    lines = ["Needed at once, yours counted"]
    lines += [
        f"  {one['count']:>3}  {one['name']:<28} {minutes_and_seconds(one['start']):>6}  {one['exercise']}"
        for one in document["need"]
    ]
    for one in document["short"]:
        lines += [
            "",
            f"{one['needed'] - one['there']} too few: {one['name']}, {one['there']} of {one['needed']}, "
            f"in {one['exercise']} at {minutes_and_seconds(one['start'])}",
            f"  without: {', '.join(one['without'])}",
        ]
        lines += [f"  suggested change: {fix['says']} ({_longer(fix['seconds'])})" for fix in one["suggested_fixes"]]
        lines += [f"  instead: {one['stand_in']}"] if one["stand_in"] else []
    for one in document["waiting"]:
        lines += [
            "",
            f"{one['people']} at a {one['prop']} for {one['at_once']} in {one['exercise']}: {one['rounds']} rounds, "
            f"{minutes_and_seconds(one['seconds'])}",
        ]
        lines += [f"  suggested change: {fix['says']} ({_longer(fix['seconds'])})" for fix in one["suggested_fixes"]]
    for one in document["without_chair"]:
        lines.append(f"No chair serves {one['person']}: {one['because'] or 'all are taken'}")
    set_ups = document["set_ups"]
    lines += ["", f"{how_many(set_ups, 'set-up')}"]
    lines[-1] += f"; another order has {document['order']['says']}" if document["order"] else ""
    lines += ["", "To have ready"]
    for one in document["ready"]:
        side = f", on their {one['on_side']}" if one["on_side"] else ""
        stand_in = f" (or {one['stand_in']})" if one["stand_in"] else ""
        lines.append(f"  {one['says']}{side}{stand_in}")
    lines += ["", "To pack"]
    lines += [f"  {one['says']:>14}  {one['name']:<28} {', '.join(one['for'])}" for one in document["pack"]]
    return "\n".join(lines) + "\n"


def _longer(seconds: float) -> str:
    if not seconds:
        return "the class takes as long"
    return f"{minutes_and_seconds(abs(seconds))} {'longer' if seconds > 0 else 'shorter'}"
