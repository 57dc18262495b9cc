"""What the demo's people took home: sheets for four with different needs, how it went, and a few letters."""

import datetime

from fairbench.core.formats.handouts_doc import sheet_document
from fairbench.core.handouts.sheet import Sheet
from fairbench.web.accounts.actor import Actor
from fairbench.web.handouts.at_home import AtHomePage, whom_to_call
from fairbench.web.handouts.due_letters import runs_out_soon
from fairbench.web.handouts.letter_texts import of_screenings, of_sheets
from fairbench.web.people import home_actions, letter_actions
from fairbench.web.people.home_inputs import AtHomeInput, HomeReportInput, PersonLetterInput
from fairbench.web.people.models import HomeSheet, Participant, PersonLetter

HOMES = {
    "Bronwen Sayle": AtHomeInput(hold="the worktop", up_alone=False, minutes=15),
    "Nerys Quill": AtHomeInput(hold="the window sill", up_alone=True, wish="letter", minutes=20),
    "Solveig Penhale": AtHomeInput(hold="the worktop", size=24, minutes=12),
    "Dilwyn Farrow": AtHomeInput(hold="a rail", up_alone=False, size=20, minutes=10),
    "Corin Hale": AtHomeInput(wish="none"),
}
_REPORTS = (
    ("Bronwen Sayle", 7, "most", ""),
    ("Nerys Quill", 7, "some", "forgot"),
    ("Dilwyn Farrow", 7, "some", "tired"),
)


def sheets_taken_home(actor: Actor, today: datetime.date) -> None:
    """The homes, the sheets, one private address, what was said, and the letters that wait."""
    for name, home in HOMES.items():
        person = Participant.objects.get(call_name=name)
        home_actions.save_at_home(actor, person.id, home)
        if home.wish == "none":
            continue
        page = AtHomePage(person, today)
        call = whom_to_call(actor.user.name, actor.practice.name)
        sheet = Sheet(page.proposal.lines, 5, home.size, call)
        row = home_actions.keep_sheet(
            actor, person.id, sheet_document(sheet), ", ".join(line.name for line in sheet.lines)
        )
        if name != "Solveig Penhale":
            home_actions.hand_out(actor, row.id, today - datetime.timedelta(days=14))
    home_actions.open_address(actor, Participant.objects.get(call_name="Nerys Quill").id)
    for name, days, how, stopped in _REPORTS:
        person = Participant.objects.get(call_name=name)
        given = HomeReportInput.read({"how": how, "stopped": stopped})
        home_actions.report_home(actor, person.id, today - datetime.timedelta(days=days), given)
    _letters(actor, today)


def _letters(actor: Actor, today: datetime.date) -> None:
    """One with each of two sheets, of which one went out, and a reminder where a screening ran out."""
    sheets = HomeSheet.objects.filter(participant__call_name__in=("Nerys Quill", "Solveig Penhale"))
    drafts = of_sheets(actor, [(sheet, "") for sheet in sheets.select_related("participant")])
    letter_actions.write(actor, [*drafts, *of_screenings(actor, runs_out_soon(today))])
    sent = PersonLetter.objects.get(participant__call_name="Nerys Quill")
    letter_actions.look(actor, sent.id)
    letter_actions.send(actor, sent.id, PersonLetterInput(subject=sent.subject, body=sent.body))
