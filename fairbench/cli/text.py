"""Core values as plain text for a terminal."""

from collections.abc import Iterable

from fairbench.core.body.movement import demands as movement_demands
from fairbench.core.clock import minutes_and_seconds
from fairbench.core.dose.words import summary
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.exercises.spread import PLACES, Spread
from fairbench.core.fit.cautions import TriggeredRule, demand_set
from fairbench.core.fit.cautions import cautions as all_cautions
from fairbench.core.fit.meanwhile import meanwhile_of
from fairbench.core.fit.profile import profile_of
from fairbench.core.fit.share import shares
from fairbench.core.fit.verdict import Fit
from fairbench.core.formats.conditions_doc import load_reading
from fairbench.core.formats.pose_doc import BodyOut
from fairbench.core.formats.ready_classes_doc import ReadyClass
from fairbench.core.people.conditions import Condition, Conditions, Declared
from fairbench.core.people.rules import Effect
from fairbench.core.plan.bracket_verbs import bracket_of
from fairbench.core.plan.line_verbs import lines_before
from fairbench.core.plan.lines import Line
from fairbench.core.plan.timeline import Step, Timeline
from fairbench.core.sides import Side
from fairbench.core.teaching.chance import Chance


def timeline(found: Timeline) -> str:
    """Every step with its start, then the totals."""
    names = {item.item.id: item.exercise.name for item in found.items}
    lines = [
        f"{minutes_and_seconds(step.start):>6}  {step.seconds:6.1f} s  {step.kind:<9} {_where(step, names)}"
        for step in found.steps
    ]
    lines += ["", *totals(found)]
    return "\n".join(lines) + "\n"


def totals(found: Timeline) -> list[str]:
    """Where the time goes, and how it stands to the booked length."""
    lines = [f"{kind:<10} {minutes_and_seconds(seconds):>6}" for kind, seconds in found.parts().items() if seconds]
    over = found.over
    verdict = f"{minutes_and_seconds(abs(over))} {'over' if over > 0 else 'to spare'}"
    return [*lines, f"{'in all':<10} {minutes_and_seconds(found.total):>6} of {found.plan.length_min}:00, {verdict}"]


def plan(found: Timeline, shelf: Shelf) -> str:
    """The plan by block, each item with its dose in words."""
    of = found.plan
    lines = [f"{of.name} · {of.length_min} min · {of.purpose.words} · their {of.lead} side first"]
    lines.append(f"From {of.start.words} to {of.ends_in.words}")
    for number, (block, seconds) in enumerate(zip(found.plan.blocks, found.block_seconds(), strict=True)):
        lines += ["", f"{block.words.capitalize()}  {minutes_and_seconds(seconds)}"]
        bracket = ""
        for item in found.items:
            if item.block != number:
                continue
            lines += [
                f"          ({line.label}: {line.says} {line.seconds:g} s)" for line in lines_before(of, item.item.id)
            ]
            if item.item.bracket != bracket:
                bracket = item.item.bracket
                lines += [f"          [{bracket_of(of, bracket).words}]"] if bracket else ["          [on its own]"]
            dose = summary(item.dose, item.exercise.limb)
            more = [word for word, so in (("optional", item.item.optional), ("extra", item.item.extra)) if so]
            more += [f"beside it {item.exercise.version(item.item.beside).name}"] if item.item.beside else []
            instead = meanwhile_of(item.item, shelf)
            more += [f"or {instead[0].name}, {instead[1].name}"] if instead else []
            more += [", then ".join(item.item.steps)] if item.item.steps else []
            lines.append(
                f"  {minutes_and_seconds(item.start):>6}  {item.exercise.name}, {item.version.name}: "
                + " · ".join([dose, *more])
            )
    lines += [_line(line) for line in lines_before(of, "")]
    return "\n".join([*lines, "", *totals(found)]) + "\n"


def _line(line: Line) -> str:
    return f"          ({line.label}: {line.says} {line.seconds:g} s)"


def catalogue(found: Iterable[Exercise]) -> str:
    """A line for each exercise, and one for each version under it."""
    lines = []
    for exercise in found:
        lines.append(f"{exercise.id}  {exercise.name} · {exercise.block.words} · {exercise.aim.words}")
        for version in exercise.versions:
            mark = "*" if version.id == exercise.base else " "
            dose = summary(version.dose, exercise.limb)
            lines.append(f"  {mark} {version.id}  {version.name} · {version.position.words} · {dose}")
    return "\n".join(lines) + ("\n" if lines else "")


def demands(exercise: Exercise, version: Version, side: Side) -> str:
    """What a version asks, a line each: how much, of which joint, in which pose."""
    lines = [f"{exercise.name}, {version.name} · {side} side works"]
    for demand in movement_demands(version.movement, side):
        where = f"{demand.joint} at {demand.pose}" if demand.pose else "said, not computed"
        lines.append(f"  {demand.figure:>18}  {demand.words}{f' ({demand.side})' if demand.side else ''} · {where}")
    return "\n".join(lines) + "\n"


def body(out: BodyOut) -> str:
    """A pose that is held up, in a few lines."""
    lines = [f"{out.position}, {out.side} side works"]
    lines += [f"  {share * 100:5.1f} %  on the {group}" for group, share in out.shares.items() if share]
    state = "inside what holds it" if out.stability_margin >= 0 else "outside: it would tip"
    lines.append(f"  the weight is {abs(out.stability_margin) * 100:.1f} % of stature {state}")
    lines += [f"  {moment:7.1f} N·m  at the {joint.replace('_', ' ')}" for joint, moment in out.moments.items()]
    lines += [f"  {d.value:g} {d.unit}  {d.words}{f' ({d.side})' if d.side else ''}" for d in out.demands]
    return "\n".join(lines) + "\n"


def spread(counted: Spread) -> str:
    """Exercises and versions by family, place, position, group of props and prop."""
    lines = [f"{counted.total.exercises} exercises, {counted.total.versions} versions"]
    for title, counts in (
        ("By family", {family.words: count for family, count in counted.families.items()}),
        ("By place", {PLACES[place]: count for place, count in counted.places.items()}),
        ("By position", {position.words: count for position, count in counted.positions.items()}),
        ("With", counted.groups),
        ("By prop", counted.props),
    ):
        lines += ["", f"{title:<36} exercises  versions"]
        lines += [f"  {name:<34} {count.exercises:>9} {count.versions:>9}" for name, count in counts.items()]
    return "\n".join(lines) + "\n"


def ready(found: Iterable[ReadyClass], shelf: Shelf) -> str:
    """Every ready class with its movements, each with the exercises and versions that it is."""
    lines: list[str] = []
    for one in found:
        items = {item.id: item for item in one.plan.items()}
        lines += [f"{one.plan.name} ({one.id}): {len(one.movements)} movements"]
        for says, of in one.movements:
            exercises = [(shelf.exercise(items[item].exercise), items[item].version) for item in of]
            done = "; ".join(f"{exercise.id}/{exercise.version(version).id}" for exercise, version in exercises)
            lines.append(f"  {says} → {done}")
    return "\n".join(lines) + "\n"


def fit(found: Fit) -> str:
    """Who does what otherwise, then everybody's share."""
    names = {time.item.id: f"{time.exercise.name}, {time.version.name}" for time in found.timeline.items}
    lines = []
    for time in found.timeline.items:
        lines.append(names[time.item.id])
        for verdict in found.of_item(time.item.id):
            if verdict.differs:
                what = f"{verdict.exercise.name}, {verdict.version.name}" if verdict.version else verdict.reason
                lines.append(f"  {verdict.person.name:<20} {verdict.kind.words:<10} {what}")
    people = tuple({v.person.id: v.person for v in found.verdicts.values()}.values())
    lines += ["", "Share of the working time"]
    lines += [f"  {share.person.name:<20} {share.part:6.1%}  {share.swaps} swapped" for share in shares(found, people)]
    return "\n".join(lines) + "\n"


def cautions(triggered: tuple[TriggeredRule, ...], conditions: Conditions) -> str:
    """A line for each caution: what to do, why, and what met it."""
    lines = []
    for hit in triggered:
        what = f"{hit.demand.words} {hit.demand.figure}" if hit.demand else hit.rule.when_words
        side = f", {hit.side}" if hit.side else ""
        lines.append(f"  {hit.effect:<7} {hit.rule.because} ({conditions.words(hit.declared)}: {what}{side})")
    return "\n".join(lines or ["  nothing applies"]) + "\n"


def conditions(found: Conditions, rules: bool) -> str:
    """A line for each condition with its options; its rules under it if wanted."""
    lines = []
    for condition in found:
        options = [
            *(["left or right"] if condition.sided else []),
            "/".join(condition.severities),
            "/".join(condition.stages),
        ]
        lines.append(
            f"{condition.id:<22} {condition.name} · {condition.topic}{''.join(f' · {o}' for o in options if o)}"
        )
        if rules:
            lines += [
                f"    {rule.effect:<7} {rule.when_words} · {rule.because} ({rule.kind})" for rule in condition.rules
            ]
    return "\n".join(lines) + "\n"


def matrix(found: Conditions) -> str:
    """Every rule, by condition, as Markdown tables that can be reviewed on paper."""
    lines = [
        "# Cautions",
        "",
        "Made from `fairbench/catalogue/conditions.yaml` by `bin/fairbench conditions --matrix`; a test compares them.",
        "They are the usual cautions, said plainly. They never diagnose, and a person's clinician and local rules come",
        "first. *Ease* says what must come down; *watch* what to keep an eye on; *favour* what is worth doing.",
        "",
        f"{len(list(found))} conditions and needs, {sum(len(one.rules) for one in found)} rules.",
    ]
    topic = ""
    for condition in found:
        if condition.topic != topic:
            topic = condition.topic
            lines += ["", f"## {topic.capitalize()}"]
        side = ", one side or both" if condition.sided else ""
        lines += [
            "",
            f"### {condition.full_name[:1].upper()}{condition.full_name[1:]}{side}",
            "",
            "| | when | because | only for | kind |",
            "|---|---|---|---|---|",
        ]
        lines += [
            f"| **{r.effect}** | {r.when_words} | {r.because} | {', '.join((*r.severity, *r.stage))} | {r.kind} |"
            for r in condition.rules
        ]
    used: dict[str, list[str]] = {}
    for condition in found:
        for rule in condition.rules:
            for term in rule.when:
                used.setdefault(term.demand, []).append(condition.id)
    lines += ["", "## By demand", "", "| demand | conditions that look at it |", "|---|---|"]
    lines += [f"| {demand} | {', '.join(dict.fromkeys(ids))} |" for demand, ids in sorted(used.items())]
    lines += ["", "## What a reading in a clinician's role asked for", ""]
    lines += ["From general published guidance, not by a licensed clinician: a draft that was weighed.", ""]
    lines += ["| line | what was done, or why not |", "|---|---|"]
    lines += [f"| {row.line} | {row.answer} |" for row in load_reading()]
    return "\n".join(lines) + "\n"


def warned(found: Conditions, shelf: Shelf) -> str:
    """How much of the shelf each condition leaves fine, eases and avoids, by its strictest and mildest form."""
    versions = [version for exercise in shelf for version in exercise.versions]
    lines = [f"{'condition':<58} {'fine':>6} {'eased':>6} {'avoided':>8}"]
    for condition in found:
        for severity in condition.severities or ("",):
            for stage in condition.stages or ("",):
                declared = Declared(condition.id, None, severity, stage)
                counts = dict.fromkeys(("fine", "ease", "avoid"), 0)
                for version in versions:
                    effects = {hit.effect for hit in all_cautions([declared], found, demand_set(version, Side.RIGHT))}
                    counts["avoid" if Effect.AVOID in effects else "ease" if Effect.EASE in effects else "fine"] += 1
                fine, ease, avoid = (counts[name] / len(versions) for name in counts)
                mark = "  under half is fine or eased" if avoid > 0.5 else ""
                lines.append(f"{found.words(declared):<58} {fine:6.0%} {ease:6.0%} {avoid:8.0%}{mark}")
    return "\n".join(lines) + "\n"


def fine(found: Conditions, shelf: Shelf, condition: Condition) -> str:
    """What of the shelf a condition leaves fine when nothing more is said of it, which counts as its worst; by family,
    with what is to be watched."""
    profile = profile_of((Declared(condition.id),), found)
    lines = [f"{condition.full_name}: fine at its worst"]
    families: dict[str, list[str]] = {}
    for exercise in shelf:
        for version in exercise.versions:
            both = profile.both(version)
            if not any(made.against for made in both):
                watched = any(hit.effect is Effect.WATCH for made in both for hit in made.triggered)
                families.setdefault(exercise.family.value, []).append(
                    f"{exercise.id}/{version.id}{' (watch)' if watched else ''}"
                )
    for family, versions in families.items():
        lines += ["", f"{family} ({len(versions)})", f"  {', '.join(versions)}"]
    return "\n".join(lines) + "\n"


def _where(step: Step, names: dict[str, str]) -> str:
    parts = [names.get(step.item or "", "")]
    if step.side:
        parts.append(f"their {step.side}")
    elif step.turn:
        parts.append(step.turn)
    if step.direction:
        parts.append(step.direction)
    if step.rounds > 1:
        parts.append(f"round {step.round_number} of {step.rounds}{f': {step.round_name}' if step.round_name else ''}")
    if step.sets > 1:
        parts.append(f"set {step.set_number} of {step.sets}")
    if step.kind in ("transfer", "line", "water"):
        parts.append(step.says.rstrip("."))
    return " · ".join(part for part in parts if part)


def chance(made: Chance) -> str:
    """What a thousand tried classes come to, in words."""
    lines = [
        "",
        f"{made.percent}% to end on time, {made.habits.words}",
        f"  likely {minutes_and_seconds(made.likely)}, four of five between {minutes_and_seconds(made.early)} and "
        f"{minutes_and_seconds(made.late)}",
        *(f"  most to blame when late: {name}, +{minutes_and_seconds(over)}" for _, name, over in made.blame),
    ]
    return "\n".join(lines) + "\n"
