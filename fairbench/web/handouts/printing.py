"""Home sheets as files to print, one by one, kept while nothing on them changes."""

import hashlib
import json

import segno
from django.http import HttpRequest
from django.urls import reverse

from fairbench.core.formats.handouts_doc import sheet_document
from fairbench.core.handouts.sheet import Sheet
from fairbench.core.kept import shared
from fairbench.figures.home_sheet import Printed
from fairbench.figures.home_sheet_pdf import Pdf, sheet_pdf
from fairbench.web.people.models import Participant, PhoneSheet
from fairbench.web.plans.adapter import shelf

from .at_home import AtHomePage

_made = shared(48)


def address_of(request: HttpRequest, phone: PhoneSheet) -> str:
    """The private address, as it stands on paper."""
    return request.build_absolute_uri(reverse("handouts:phone", args=[phone.token]))


def code_of(address: str) -> str:
    """A QR code that leads to an address, as SVG."""
    drawn: str = segno.make(address, error="m").svg_inline(border=2, omitsize=True, dark="#000", light="#fff")
    return drawn


def pdf_of(request: HttpRequest, page: AtHomePage, sheet: Sheet, paper: str) -> Pdf:
    """The file of somebody's sheet. Raises :class:`PlanError` for a paper that there is not."""
    phone = page.participant.phone_sheets.filter(withdrawn_at=None).first()
    address = address_of(request, phone) if phone else ""
    key = _fingerprint(page.participant, sheet, paper, address)
    printed = Printed(sheet, page.participant.call_name, address, code_of(address) if address else "")
    found: Pdf = _made.once(key, lambda: sheet_pdf(printed, page.rules, shelf(), paper))
    return found


def _fingerprint(person: Participant, sheet: Sheet, paper: str, address: str) -> str:
    said = json.dumps([str(person.id), person.call_name, sheet_document(sheet), paper, address], sort_keys=True)
    return hashlib.sha256(said.encode()).hexdigest()
