"""``bin/fairbench``: reads the command, calls the core, prints. Wrong input: one line, exit 2."""

import argparse
import json
import sys
from collections.abc import Sequence
from pathlib import Path

from fairbench.core.body.drawing.view import View
from fairbench.core.body.words import told
from fairbench.core.errors import InputError, PlanError
from fairbench.core.exercises import Exercise, Version
from fairbench.core.finding import Wanted, find
from fairbench.core.formats.catalogue_doc import exercise_schema, load_shelf
from fairbench.core.formats.plan_doc import LARGEST_FILE, plan_schema, read_plan
from fairbench.core.formats.pose_doc import body_schemas, read_body, work_out
from fairbench.core.people import Group, Person
from fairbench.core.plans import Plan
from fairbench.core.sides import Side
from fairbench.core.spread import spread
from fairbench.core.timeline import Timeline, compile_timeline
from fairbench.figures.palette import INKS, palette
from fairbench.figures.still import POSES, still_svg

from . import text, values


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; the exit code is 0, or 2 for wrong input."""
    parser = _parser()
    asked = parser.parse_args(arguments)
    try:
        print(asked.run(asked), end="")
    except InputError as error:
        print(
            f"fairbench: {getattr(asked, 'plan', '')}{': ' if hasattr(asked, 'plan') else ''}{error}", file=sys.stderr
        )
        return 2
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="bin/fairbench", description="Work out plans on the command line.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    time = commands.add_parser("time", help="a plan worked out to the second: steps and totals")
    _plan_arguments(time)
    time.set_defaults(run=_time)

    show = commands.add_parser("show", help="a plan in plain words")
    _plan_arguments(show)
    show.set_defaults(run=_show)

    catalogue = commands.add_parser("catalogue", help="the exercises on the shelf")
    catalogue.add_argument("words", nargs="*", help="only those in which all of these words stand")
    catalogue.add_argument("--json", action="store_true", help="as JSON")
    catalogue.set_defaults(run=_catalogue)

    figure = commands.add_parser("figure", help="the figure of a version as an SVG file")
    _version_argument(figure)
    figure.add_argument("--view", choices=[view.value for view in View], help="from where; by itself, the best view")
    figure.add_argument("--pose", choices=POSES, default="both")
    figure.add_argument("--side", choices=[side.value for side in Side], default="right", help="the working side")
    figure.add_argument("--ink", choices=INKS, default="paper")
    figure.add_argument("-o", dest="file", metavar="FILE.svg", help="where to; by itself, the terminal")
    figure.set_defaults(run=_figure)

    demands = commands.add_parser("demands", help="what a version asks of a body, from its poses")
    _version_argument(demands)
    demands.add_argument("--side", choices=[side.value for side in Side], default="right", help="the working side")
    demands.add_argument("--json", action="store_true", help="as JSON")
    demands.set_defaults(run=_demands)

    body = commands.add_parser("body", help="a pose file held up: contacts, shares, centre, moments, demands")
    body.add_argument("plan", metavar="POSE.json", help="a pose file, or - for standard input")
    body.add_argument("--json", action="store_true", help="as JSON")
    body.set_defaults(run=_body)

    counts = commands.add_parser("shelf", help="how the shelf is spread by family, position and prop")
    counts.add_argument("--json", action="store_true", help="as JSON")
    counts.set_defaults(run=_shelf)

    schema = commands.add_parser("schema", help="the JSON Schema of a plan, exercise or pose file")
    schema.add_argument("which", choices=("plan", "exercises", "body"))
    schema.set_defaults(run=_schema)
    return parser


def _version_argument(command: argparse.ArgumentParser) -> None:
    command.add_argument(
        "version", metavar="EXERCISE[/VERSION]", help="such as bridge/half-bridge; by itself, its base"
    )


def _plan_arguments(command: argparse.ArgumentParser) -> None:
    command.add_argument("plan", metavar="PLAN.json", help="a plan file, or - for standard input")
    command.add_argument("--pace", type=float, default=1.0, help="pace of the slowest, 1 to 3 (default 1)")
    command.add_argument(
        "--known", type=int, default=0, help="meetings in which all of it was taught before (default 0)"
    )
    command.add_argument("--json", action="store_true", help="as JSON")


def _read(asked: argparse.Namespace) -> tuple[Plan, Timeline]:
    shelf = load_shelf()
    plan = read_plan(_bytes(asked.plan), shelf)
    group = Group((Person("slowest", "", asked.pace),), dict.fromkeys(shelf.exercises, max(0, asked.known)))
    return plan, compile_timeline(plan, group, shelf)


def _bytes(name: str) -> bytes:
    if name == "-":
        return sys.stdin.buffer.read(LARGEST_FILE + 1)
    try:
        with Path(name).open("rb") as file:
            return file.read(LARGEST_FILE + 1) if Path(name).stat().st_size <= LARGEST_FILE else file.read()
    except OSError as error:
        raise PlanError(f"cannot be read: {error.strerror}") from None


def _time(asked: argparse.Namespace) -> str:
    _, timeline = _read(asked)
    return _json(values.timeline(timeline)) if asked.json else text.timeline(timeline)


def _show(asked: argparse.Namespace) -> str:
    _, timeline = _read(asked)
    return _json(values.plan(timeline)) if asked.json else text.plan(timeline)


def _catalogue(asked: argparse.Namespace) -> str:
    found = [found.exercise for found in find(load_shelf(), Wanted(" ".join(asked.words)))]
    return _json([values.exercise(e) for e in found]) if asked.json else text.catalogue(found)


def _version(asked: argparse.Namespace) -> tuple[Exercise, Version]:
    exercise_id, _, version_id = asked.version.partition("/")
    exercise = load_shelf().exercise(exercise_id)
    return exercise, exercise.version(version_id or exercise.base)


def _figure(asked: argparse.Namespace) -> str:
    exercise, version = _version(asked)
    view = View(asked.view) if asked.view else None
    drawn = still_svg(
        version.movement, palette(asked.ink, exercise.block), told(version.movement, view), asked.pose, view,
        Side(asked.side),
    )  # fmt: skip
    if not asked.file:
        return drawn + "\n"
    try:
        Path(asked.file).write_text(drawn + "\n", encoding="utf-8")
    except OSError as error:
        raise InputError(f"cannot be written: {error.strerror}", asked.file) from None
    return ""


def _demands(asked: argparse.Namespace) -> str:
    exercise, version = _version(asked)
    side = Side(asked.side)
    if asked.json:
        return _json(values.demands(exercise, version, side))
    return text.demands(exercise, version, side)


def _body(asked: argparse.Namespace) -> str:
    out = work_out(read_body(_bytes(asked.plan)))
    return _json(out.model_dump()) if asked.json else text.body(out)


def _shelf(asked: argparse.Namespace) -> str:
    counted = spread(load_shelf())
    return _json(values.spread(counted)) if asked.json else text.spread(counted)


def _schema(asked: argparse.Namespace) -> str:
    if asked.which == "body":
        return _json(body_schemas())
    return _json(plan_schema() if asked.which == "plan" else exercise_schema())


def _json(value: object) -> str:
    return json.dumps(value, indent=2, ensure_ascii=False) + "\n"


if __name__ == "__main__":
    sys.exit(main())
