"""A report on one page, for whoever looks after somebody's health: what was done, how often, what was measured, and
what changed. It names no illness and advises nothing."""

import datetime
import io
from collections import defaultdict
from collections.abc import Sequence
from typing import Any

from django.utils import timezone
from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import getSampleStyleSheet
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, SimpleDocTemplate, Spacer, Table

from fairbench.core.exercises.shelf import Shelf
from fairbench.core.progress.ladder import TRAINED
from fairbench.core.progress.log import Bout
from fairbench.web.measures.results import TestResults
from fairbench.web.people.models import Participant

from .log_rows import PersonLog

MOST_TESTS, MOST_EXERCISES = 8, 12
"""So many lines of each fit on the page; the others are counted."""
_LINE = HexColor("#b4c2d2")


def report_pdf(person: Participant, log: PersonLog, results: Sequence[TestResults], stock: Shelf) -> bytes:
    """The page."""
    styles = getSampleStyleSheet()
    body = styles["BodyText"]
    today = timezone.localdate()
    first = min((bout.day for bout in log.bouts), default=today)
    parts: list[Any] = [
        Paragraph(_text(person.call_name), styles["Title"]),
        Paragraph(
            f"Exercise classes from {first:%-d %B %Y} to {today:%-d %B %Y}: came to {len(log.came)} of {len(log.met)}.",
            body,
        ),
        Paragraph("What was measured", styles["Heading2"]),
        _table(["Test", "Last", "What is usual", "Changed"], [_test(one) for one in results[:MOST_TESTS]], body),
        *_left_out(results[MOST_TESTS:], "tests", body),
        Paragraph("What was trained", styles["Heading2"]),
        _table(["Exercise", "Times", "First", "Last"], _exercises(log.bouts, stock)[:MOST_EXERCISES], body),
        *_left_out(_exercises(log.bouts, stock)[MOST_EXERCISES:], "exercises", body),
        Spacer(1, 4 * mm),
        Paragraph(
            "Figures as noted by the instructor. A change smaller than a test varies by itself is called no change. "
            "This page names no illness; it is for the clinician to judge.",
            body,
        ),
    ]
    written = io.BytesIO()
    margins = {"topMargin": 14 * mm, "bottomMargin": 12 * mm, "leftMargin": 18 * mm, "rightMargin": 18 * mm}
    SimpleDocTemplate(written, pagesize=A4, title="Report", author="Fair Bench", **margins).build(parts)
    return written.getvalue()


def _test(one: TestResults) -> list[str]:
    last = f"{one.newest.figures} {one.test.unit}, {one.newest.row.day:%-d %b %Y}"
    return [one.name, last, one.usual, one.changes[-1] if one.changes else "Once so far."]


def _exercises(bouts: Sequence[Bout], stock: Shelf) -> list[list[str]]:
    """What is trained, the most often done first."""
    times: dict[str, list[Bout]] = defaultdict(list)
    for bout in bouts:
        exercise = stock.exercises.get(bout.exercise)
        if exercise is not None and exercise.aim.quality in TRAINED:
            times[bout.exercise].append(bout)
    often = sorted(times.values(), key=lambda found: (-len(found), found[0].exercise))
    return [
        [stock.exercise(found[0].exercise).name, str(len(found)), _did(found[0]), _did(found[-1])] for found in often
    ]


def _did(bout: Bout) -> str:
    return f"{bout.amount.words}, {_day(bout.day)}"


def _day(day: datetime.date) -> str:
    return f"{day:%-d %b}"


def _table(headings: list[str], rows: list[list[str]], style: Any) -> Any:
    if not rows:
        return Paragraph("Nothing yet.", style)
    cells = [[Paragraph(f"<b>{heading}</b>", style) for heading in headings]]
    cells += [[Paragraph(_text(cell), style) for cell in row] for row in rows]
    table = Table(cells, colWidths=[42 * mm, 38 * mm, 46 * mm, 48 * mm], repeatRows=1)
    table.setStyle([("LINEBELOW", (0, 0), (-1, -1), 0.4, _LINE), ("VALIGN", (0, 0), (-1, -1), "TOP")])
    return table


def _left_out(rows: Sequence[object], what: str, style: Any) -> list[Any]:
    return [Paragraph(f"And {len(rows)} more {what}.", style)] if rows else []


def _text(value: str) -> str:
    return value.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
