"""``bin/fairbench term``: how a term is spread, its balance and its gaps; ``home``: what somebody takes home."""

import argparse
import json
from dataclasses import replace
from pathlib import Path
from typing import Any

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.handouts_doc import load_home_rules, read_at_home, sheet_document
from fairbench.core.formats.log_doc import read_log
from fairbench.core.formats.term_doc import read_term, term_document
from fairbench.core.handouts.alone import Alone
from fairbench.core.handouts.choose import Wanted, propose
from fairbench.core.handouts.sheet import FEWEST, Sheet
from fairbench.core.people.person import Person
from fairbench.core.terms.balance import Balance, balance
from fairbench.core.terms.curve import effort, with_curve
from fairbench.core.terms.days import slots_of
from fairbench.core.terms.spread import Spread, spread, wish_of
from fairbench.figures.home_sheet import PAPERS, Printed, sheets_html

from .reading import of_file, stock_argument, stock_of, today, write_file


def add(commands: Any) -> None:
    """The commands and their arguments."""
    command = commands.add_parser("term", help="how a term is spread over its weeks, its balance and its gaps")
    command.add_argument("term", metavar="TERM.json", help="a term file, or - for standard input")
    stock_argument(command)
    command.add_argument("--json", action="store_true", help="as JSON")
    command.set_defaults(run=_term)
    command = commands.add_parser("home", help="the exercises that somebody takes home, and why")
    command.add_argument("person", metavar="PERSON.json", help="a file of somebody at home")
    command.add_argument("log", metavar="LOG.json", help="what they did in class")
    stock_argument(command)
    command.add_argument("--paper", choices=PAPERS, default="A4")
    command.add_argument("-o", dest="file", metavar="FILE", help="sheet.pdf or sheet.html to write")
    command.add_argument("--json", action="store_true", help="as JSON")
    command.set_defaults(run=_home)


def _term(asked: argparse.Namespace) -> str:
    doc, shelf = of_file(asked.term, read_term), stock_of(asked)
    for place in ("wishes", "known", "wanted"):
        for number, name in enumerate(getattr(doc, place)):
            if name not in shelf.exercises:
                raise InputError(f"there is no exercise '{name}'", f"{place}[{number}]")
    if not doc.slots:
        slots = slots_of(doc.starts_on, doc.weeks, doc.rule, frozenset(doc.closed))
        made = with_curve(replace(doc.value(), slots=slots))
    else:
        made = doc.value()
    wishes = [wish_of(shelf.exercise(name), name in doc.wanted, name in doc.known) for name in doc.wishes]
    found = spread(made, wishes) if wishes else Spread(made, ())
    weighed = balance(found.term, shelf)
    if asked.json:
        document = {
            "term": term_document(found.term),
            "effort": {slot.id: part for slot, part in effort(found.term)},
            "regions": {region.value: list(times) for region, times in weighed.regions.items()},
            "qualities": {quality.value: list(times) for quality, times in weighed.qualities.items()},
            "gaps": list(weighed.gaps),
            "left_out_too_long": list(weighed.left_out),
            "not_placed": [{"exercise": one.exercise, "why": one.why} for one in found.not_placed],
        }
        return json.dumps(document, indent=2, ensure_ascii=False)
    return "\n".join(_lines(found, weighed))


def _lines(found: Spread, weighed: Balance) -> list[str]:
    term = found.term
    lines = [f"{term.name}, {term.weeks} weeks from {term.starts_on:%-d %B %Y}"]
    parts = {slot.id: part for slot, part in effort(term)}
    for slot in term.slots:
        said = "off" if not slot.held else f"{parts[slot.id]:.0%}{', tests' if slot.tests else ''}"
        lines.append(f"{term.week(slot):>3}  {slot.day:%a %-d %b}  {said}  {slot.theme}".rstrip())
        lines += [f"       new: {', '.join(slot.new)}"] if slot.new else []
        lines += [f"     again: {', '.join(slot.practised)}"] if slot.practised else []
    lines += [f"Closed: {', '.join(f'{day:%-d %b}' for day in sorted(term.closed))}"] if term.closed else []
    lines += weighed.gaps
    lines += [f"Left out too long: {name}" for name in weighed.left_out]
    lines += [f"Not placed: {one.exercise}, {one.why}" for one in found.not_placed]
    return lines


def _home(asked: argparse.Namespace) -> str:
    read, log = of_file(asked.person, read_at_home), of_file(asked.log, read_log)
    shelf, conditions, rules, day = stock_of(asked), load_conditions(), load_home_rules(), today()
    declared = tuple(one.value(day) for one in (*read.doc.conditions, *log.conditions))
    for one in declared:
        conditions.check(one)
    person = Person("1", read.doc.name, conditions=declared, talk_first=read.doc.talk_first)
    wanted = Wanted(read.doc.goals, read.doc.lines, read.doc.minutes)
    newest = max((bout.day for bout in log.bouts), default=day)
    found = propose(Alone(person, read.home, rules, shelf, conditions), log.bouts, wanted, newest)
    if not found.lines:
        why = "; ".join(f"{one.exercise.name}: {one.why}" for one in found.left_out)
        raise InputError(f"nothing can be proposed. {why}".strip(), "log")
    sheet = Sheet(found.lines, read.doc.days, read.doc.size, read.doc.call)
    if asked.file:
        return _written(asked, Printed(sheet, read.doc.name))
    if asked.json:
        left_out = [{"exercise": one.exercise.id, "why": one.why} for one in found.left_out]
        document = {**sheet_document(sheet), "left_out": left_out}
        return json.dumps(document, indent=2, ensure_ascii=False)
    lines = [f"{read.doc.name}: {sheet.minutes_a_day} minutes a day, {sheet.days} days a week"]
    for number, line in enumerate(sheet.lines, 1):
        lines += [f"{number}. {line.moment.say}: {line.name}. {line.amount}", f"   {' '.join(line.because)}"]
    lines += [f"Left out: {one.exercise.name}. {one.why}" for one in found.left_out]
    lines += [f"Only {len(found.lines)} can be proposed."] if len(found.lines) < FEWEST else []
    return "\n".join(lines)


def _written(asked: argparse.Namespace, printed: Printed) -> str:
    """The sheet as a file, by what its name ends in."""
    shelf, rules = stock_of(asked), load_home_rules()
    if asked.file.endswith(".html"):
        write_file(asked.file, sheets_html([printed], rules, shelf, asked.paper))
        return f"Written: {asked.file}"
    if not asked.file.endswith(".pdf"):
        raise InputError("ends in .pdf or .html", asked.file)
    from fairbench.figures.home_sheet_pdf import sheet_pdf  # takes long to load, and only this needs it

    made = sheet_pdf(printed, rules, shelf, asked.paper)
    try:
        Path(asked.file).write_bytes(made.data)
    except OSError as error:
        raise InputError(f"cannot be written: {error.strerror}", asked.file) from None
    return f"Written: {asked.file}, {made.pages} {'page' if made.pages == 1 else 'pages'}"
