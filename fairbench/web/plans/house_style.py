"""The style of a practice and of a plan: which school was chosen, and where it acts."""

from collections.abc import Mapping
from dataclasses import replace

from django_scopes import get_scope

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.words import summary
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.styles_doc import load_questions
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.plan.plan import change
from fairbench.core.plan.timeline import ItemTime
from fairbench.core.style.acts import acts_on, proposed, put_aside_by_style, styled_shelf
from fairbench.core.style.style import Style, known_of
from fairbench.web.accounts.models import Practice
from fairbench.web.exercises.shelf import practice_shelf

OwnAnswers = tuple[tuple[str, str], ...]
"""A plan's own answers, as (question, school)."""


def style_now(own: OwnAnswers = ()) -> Style:
    """The style that holds: a plan's own answers over those of the practice that is signed in."""
    practice: Practice | None = get_scope().get("practice")
    answers = {**(practice.style if practice is not None else {}), **dict(own)}
    return known_of(answers, load_questions().all)[0] if answers else Style()


def shelf_of(own: OwnAnswers = ()) -> Shelf:
    """The practice's shelf with what its style says of breath and form."""
    return styled_shelf(practice_shelf(), style_now(own), load_questions())


def put_aside_now(own: OwnAnswers = ()) -> Mapping[str, str]:
    """The rules of the checks that the style leaves out, with why."""
    return put_aside_by_style(style_now(own), load_questions().all)


def proposed_dose(exercise: str, version: str, own: OwnAnswers = ()) -> Dose | None:
    """The dose that the style proposes for a version; None where that is its usual one."""
    stock = practice_shelf()
    found = stock.exercise(exercise).version(version)
    dose = proposed(stock.exercise(exercise), found, style_now(own), load_questions().all)
    return None if dose == found.dose else dose


def with_proposed(plan: CorePlan, item_id: str) -> CorePlan:
    """A plan with the dose that the style proposes for an item that has none of its own."""
    item = plan.item(item_id)
    dose = proposed_dose(item.exercise, item.version, plan.style) if item.dose is None else None
    return plan if dose is None else change(plan, replace(item, dose=dose))


def style_lines(time: ItemTime, own: OwnAnswers) -> tuple[tuple[str, str], ...]:
    """What of an item comes from the style, each with the question it answers: the dose, where it is the one that the
    style proposes, and what is said."""
    stock, questions = practice_shelf(), load_questions().all
    style = style_now(own)
    if not style:
        return ()
    exercise = stock.exercise(time.exercise.id)
    version = exercise.version(time.version.id)
    lines = []
    dose = proposed(exercise, version, style, questions)
    if dose not in (version.dose, None) and replace(time.dose, assumed=dose.assumed) == dose:
        lines.append((f"From your style: {summary(dose, exercise.limb)}", "dose"))
    for acted in acts_on(exercise, version, style, questions):
        if not acted.school.dose or acted.school.cue:
            lines.append((acted.says, acted.question.ask))
    return tuple(dict.fromkeys(lines))
