"""``bin/fairbench``: reads the command, calls the core, prints. Wrong input: one line, exit 2."""

import argparse
import datetime
import io
import json
import sys
from collections.abc import Sequence
from contextlib import suppress
from dataclasses import replace
from typing import Any, TypeVar

from fairbench.core.body.view import View
from fairbench.core.body.words import told
from fairbench.core.errors import InputError
from fairbench.core.exercises.search import Wanted, find
from fairbench.core.exercises.spread import spread
from fairbench.core.fit.case import Case, judge
from fairbench.core.fit.cautions import cautions
from fairbench.core.fit.cautions import demand_set as asked_of_version
from fairbench.core.fit.fit import fit
from fairbench.core.formats.catalogue_doc import exercise_schema, load_shelf
from fairbench.core.formats.class_doc import class_schema
from fairbench.core.formats.conditions_doc import conditions_schema, load_conditions
from fairbench.core.formats.fit_doc import fit_document, met_document
from fairbench.core.formats.handouts_doc import at_home_schema
from fairbench.core.formats.log_doc import log_schema
from fairbench.core.formats.people_doc import people_schemas, read_cases, read_people
from fairbench.core.formats.plan_doc import PlanFile, plan_schema, read_plan_file
from fairbench.core.formats.pose_doc import body_schemas, read_body, work_out
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.core.formats.room_doc import room_schema
from fairbench.core.formats.styles_doc import style_schema
from fairbench.core.formats.taken_doc import measures_schema
from fairbench.core.formats.term_doc import term_schema
from fairbench.core.people.conditions import Condition, Conditions, Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.timeline import Timeline
from fairbench.core.sides import Side
from fairbench.core.teaching.chance import chance, learn
from fairbench.figures.palette import INKS, palette
from fairbench.figures.still import POSES, still_svg

from . import checks, loads, places, progress, terms, text, things, values
from .reading import of_file, stock_argument, stock_of, today, version_argument, version_of, write_file

Value = TypeVar("Value")


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; the exit code is 0, 1 where a check has a must open, or 2 for wrong input."""
    for stream in (sys.stdout, sys.stderr):
        if isinstance(stream, io.TextIOWrapper):
            stream.reconfigure(errors="backslashreplace")  # what a terminal cannot show is told, never a reason to fail
    parser = _parser()
    asked = parser.parse_args(arguments)
    try:
        printed = asked.run(asked)
    except InputError as error:
        print(f"fairbench: {error}", file=sys.stderr)
        return 2
    code = 0
    if isinstance(printed, tuple):
        printed, code = printed
    print(printed, end="")
    return int(code)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="bin/fairbench", description="Work out plans on the command line.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    time = commands.add_parser("time", help="a plan worked out to the second: steps and totals")
    _plan_arguments(time)
    time.add_argument("--chance", action="store_true", help="whether it will end on time, from our defaults")
    time.set_defaults(run=_time)

    show = commands.add_parser("show", help="a plan in plain words")
    _plan_arguments(show)
    show.set_defaults(run=_show)

    catalogue = commands.add_parser("catalogue", help="all exercises")
    stock_argument(catalogue)
    catalogue.add_argument("words", nargs="*", help="only those in which all of these words stand")
    catalogue.add_argument("--json", action="store_true", help="as JSON")
    catalogue.set_defaults(run=_catalogue)

    figure = commands.add_parser("figure", help="the figure of a version as an SVG file")
    version_argument(figure)
    figure.add_argument("--view", choices=[view.value for view in View], help="from where; by itself, the best view")
    figure.add_argument("--pose", choices=POSES, default="both")
    figure.add_argument("--side", choices=[side.value for side in Side], default="right", help="the working side")
    figure.add_argument("--ink", choices=INKS, default="paper")
    figure.add_argument("-o", dest="file", metavar="FILE.svg", help="where to; by itself, the terminal")
    figure.set_defaults(run=_figure)

    demands = commands.add_parser("demands", help="what a version asks of a body, from its poses")
    version_argument(demands)
    demands.add_argument("--side", choices=[side.value for side in Side], default="right", help="the working side")
    demands.add_argument("--json", action="store_true", help="as JSON")
    demands.set_defaults(run=_demands)

    body = commands.add_parser("body", help="a pose file held up: contacts, shares, centre, moments, demands")
    body.add_argument("plan", metavar="POSE.json", help="a pose file, or - for standard input")
    body.add_argument("--json", action="store_true", help="as JSON")
    body.set_defaults(run=_body)

    counts = commands.add_parser("shelf", help="how the shelf is spread by family, position and prop")
    stock_argument(counts)
    counts.add_argument("--json", action="store_true", help="as JSON")
    counts.set_defaults(run=_shelf)

    classes = commands.add_parser("ready", help="the ready classes: every movement and the version that it is")
    classes.add_argument("--json", action="store_true", help="as JSON")
    classes.set_defaults(run=_ready)

    fitting = commands.add_parser("fit", help="which version each person does, why, and everybody's share")
    stock_argument(fitting)
    fitting.add_argument("plan", metavar="PLAN.json", help="a plan file")
    fitting.add_argument("people", metavar="PEOPLE.json", help="a file of people")
    fitting.add_argument("--json", action="store_true", help="as JSON")
    fitting.set_defaults(run=_fit)

    caution = commands.add_parser("caution", help="what conditions make of a version")
    caution.add_argument("conditions", metavar="CONDITIONS", help="such as shoulder-pain:left:mild,thin-bones")
    version_argument(caution)
    caution.add_argument("--json", action="store_true", help="as JSON")
    caution.set_defaults(run=_caution)

    judging = commands.add_parser("judge", help="one person's conditions and one movement given as demands")
    judging.add_argument("plan", metavar="CASE.json", help="a case file or a list of cases, or - for standard input")
    judging.add_argument("--json", action="store_true", help="as JSON")
    judging.set_defaults(run=_judge)

    listing = commands.add_parser("conditions", help="the conditions that can be declared, with their options")
    listing.add_argument("--json", action="store_true", help="as JSON")
    listing.add_argument("--rules", action="store_true", help="with every rule")
    listing.add_argument("--matrix", action="store_true", help="the matrix of conditions and demands, as Markdown")
    listing.add_argument("--warned", action="store_true", help="how much of the shelf each leaves fine, eased, avoided")
    listing.add_argument("--fine", metavar="CONDITION", help="what of the shelf a condition leaves fine at its worst")
    listing.set_defaults(run=_conditions)

    checks.add(commands)
    things.add(commands)
    places.add(commands)
    loads.add(commands)
    progress.add(commands)
    terms.add(commands)

    schema = commands.add_parser("schema", help="the JSON Schema of a plan, exercise or pose file")
    schema.add_argument(
        "which",
        choices=(
            "plan",
            "exercises",
            "body",
            "people",
            "conditions",
            "class",
            "room",
            "style",
            "log",
            "measures",
            "term",
            "at-home",
        ),
    )
    schema.set_defaults(run=_schema)
    return parser


def _plan_arguments(command: argparse.ArgumentParser) -> None:
    stock_argument(command)
    command.add_argument("plan", metavar="PLAN.json", help="a plan file, or - for standard input")
    command.add_argument("--pace", type=float, default=1.0, help="pace of the slowest, 1 to 3 (default 1)")
    command.add_argument(
        "--known", type=int, default=0, help="meetings in which all of it was taught before (default 0)"
    )
    command.add_argument("--json", action="store_true", help="as JSON")


def _read(asked: argparse.Namespace) -> tuple[PlanFile, Timeline]:
    file = of_file(asked.plan, lambda data: read_plan_file(data, stock_of(asked)))
    plan, shelf = file.plan, file.shelf
    group = Group((Person("slowest", "", asked.pace),), dict.fromkeys(shelf.exercises, max(0, asked.known)))
    return file, compile_timeline(plan, group, shelf)


def _time(asked: argparse.Namespace) -> str:
    _, timeline = _read(asked)
    if not asked.chance:
        return _json(values.timeline(timeline)) if asked.json else text.timeline(timeline)
    made = chance(timeline, learn([]))
    if asked.json:
        return _json(values.timeline(timeline) | {"chance": values.chance(made)})
    return text.timeline(timeline) + text.chance(made)


def _show(asked: argparse.Namespace) -> str:
    file, timeline = _read(asked)
    return _json(values.plan(timeline)) if asked.json else text.plan(timeline, file.shelf)


def _catalogue(asked: argparse.Namespace) -> str:
    found = [found.exercise for found in find(stock_of(asked), Wanted(" ".join(asked.words)))]
    return _json([values.exercise(e) for e in found]) if asked.json else text.catalogue(found)


def _figure(asked: argparse.Namespace) -> str:
    exercise, version = version_of(asked)
    view = View(asked.view) if asked.view else None
    side = Side(asked.side)
    title = told(version.movement, view, side)
    drawn = still_svg(version.movement, palette(asked.ink, exercise.block), title, asked.pose, view, side)
    if not asked.file:
        return drawn + "\n"
    write_file(asked.file, drawn + "\n")
    return ""


def _demands(asked: argparse.Namespace) -> str:
    exercise, version = version_of(asked)
    side = Side(asked.side)
    if asked.json:
        return _json(values.demands(exercise, version, side))
    return text.demands(exercise, version, side)


def _body(asked: argparse.Namespace) -> str:
    out = of_file(asked.plan, lambda data: work_out(read_body(data)))
    return _json(out.model_dump()) if asked.json else text.body(out)


def _shelf(asked: argparse.Namespace) -> str:
    counted = spread(stock_of(asked))
    return _json(values.spread(counted)) if asked.json else text.spread(counted)


def _ready(asked: argparse.Namespace) -> str:
    found = load_ready_classes()
    shelf = load_shelf()
    return _json(values.ready(found.values())) if asked.json else text.ready(found.values(), shelf)


def _fit(asked: argparse.Namespace) -> str:
    conditions = load_conditions()
    file = of_file(asked.plan, lambda data: read_plan_file(data, stock_of(asked)))
    plan, shelf = file.plan, file.shelf
    people = of_file(asked.people, lambda data: read_people(data, conditions, today()))
    found = fit(compile_timeline(plan, Group(people), shelf), people, shelf, conditions)
    return _json(fit_document(found, conditions)) if asked.json else text.fit(found)


def _caution(asked: argparse.Namespace) -> str:
    conditions = load_conditions()
    _, version = version_of(asked)
    declared = [_declared(part, conditions) for part in asked.conditions.split(",")]
    triggered = {hit: None for side in Side for hit in cautions(declared, conditions, asked_of_version(version, side))}
    if asked.json:
        return _json([met_document(hit, conditions) for hit in triggered])
    return text.cautions(tuple(triggered), conditions)


def _declared(words: str, conditions: Conditions) -> Declared:
    """``knee-replacement:left:2026-10-08`` with side, severity, stage, figure and day in any order."""
    name, *options = words.strip().split(":")
    found = conditions.condition(name)
    declared = Declared(name)
    for option in options:
        declared = replace(declared, **_said(option, found))
    return conditions.as_of(declared, today())


def _said(option: str, found: Condition) -> dict[str, Any]:
    """What one option says of a condition. Raises :class:`InputError` for one that it does not have."""
    if option in list(Side):
        return {"side": Side(option)}
    if option in found.severities:
        return {"severity": option}
    if option in found.stages:
        return {"stage": option}
    for name, read in (("measure", float), ("since", datetime.date.fromisoformat)):
        with suppress(ValueError):
            return {name: read(option)}
    known = ", ".join((*Side, *found.severities, *found.stages))
    raise InputError(f"{found.name} has no option '{option}'; it has {known}", found.id)


def _judge(asked: argparse.Namespace) -> str:
    conditions = load_conditions()
    cases = of_file(asked.plan, lambda data: read_cases(data, conditions, today()))
    if asked.json:
        judged = [_judged(case, conditions) for case in cases]
        return _json(judged[0] if len(judged) == 1 else judged)
    lines = []
    for case in cases:
        verdict, triggered = judge(case, conditions)
        lines.append(f"{verdict}\n{text.cautions(triggered, conditions)}")
    return "\n".join(lines)


def _judged(case: Case, conditions: Conditions) -> dict[str, Any]:
    verdict, triggered = judge(case, conditions)
    reasons = ([case.talk_first] if case.talk_first else []) + [hit.rule.because for hit in triggered]
    return {"verdict": verdict, "reasons": reasons, "applies": [met_document(hit, conditions) for hit in triggered]}


def _conditions(asked: argparse.Namespace) -> str:
    conditions = load_conditions()
    if asked.matrix:
        return text.matrix(conditions)
    if asked.warned:
        return text.warned(conditions, load_shelf())
    if asked.fine:
        return text.fine(conditions, load_shelf(), conditions.condition(asked.fine))
    return _json(values.conditions(conditions)) if asked.json else text.conditions(conditions, asked.rules)


def _schema(asked: argparse.Namespace) -> str:
    if asked.which not in ("plan", "exercises"):
        made = {
            "body": body_schemas,
            "people": people_schemas,
            "conditions": conditions_schema,
            "class": class_schema,
            "room": room_schema,
            "style": style_schema,
            "log": log_schema,
            "measures": measures_schema,
            "term": term_schema,
            "at-home": at_home_schema,
        }
        return _json(made[asked.which]())
    return _json(plan_schema() if asked.which == "plan" else exercise_schema())


def _json(value: object) -> str:
    return json.dumps(value, indent=2, ensure_ascii=False) + "\n"


if __name__ == "__main__":
    sys.exit(main())
