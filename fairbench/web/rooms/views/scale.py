"""Weighing a band: the scale's figure as it comes, and what the readings make."""

from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.loads.band import calibrated
from fairbench.core.loads.units import read_length, read_mass
from fairbench.web.accounts.actor import actor_of
from fairbench.web.rooms import actions
from fairbench.web.rooms.models import Stock
from fairbench.web.rooms.scale import read_scale
from fairbench.web.rooms.store_page import SIZED, lines_of
from fairbench.web.site.device import DeviceError
from fairbench.web.site.find import find, is_id


def calibration(request: HttpRequest) -> HttpResponse:
    """The page on which a band is weighed."""
    return _page(request)


def reading(request: HttpRequest) -> HttpResponse:
    """What the scale shows now; the page asks for it again and again."""
    try:
        return render(request, "rooms/_reading.html", {"kg": read_scale()})
    except DeviceError as error:
        return render(request, "rooms/_reading.html", {"wrong": str(error)})


@require_POST
def save(request: HttpRequest) -> HttpResponse:
    """The band's force by the readings, kept on its line of the store."""
    try:
        wanted = request.POST.get("stock", "")
        if not is_id(wanted):
            raise InputError("choose the band; add it to a store first if it is in none", "band")
        row = find(Stock, UUID(wanted))
        taken = [read_mass(part, "readings") for part in request.POST.get("readings", "")[:120].split()]
        band = calibrated(read_length(request.POST.get("free", ""), "free length"), taken)
        row = actions.calibrate_stock(actor_of(request), row.id, band.free_cm, round(band.k, 2))
    except InputError as error:
        return _page(request, str(error))
    messages.success(request, f"Saved: {lines_of([row])[0].title} pulls {band.k:.1f} N at double length.")
    return redirect("rooms:calibration")


def _page(request: HttpRequest, wrong: str = "") -> HttpResponse:
    bands = Stock.objects.filter(prop__in=SIZED).select_related("room")
    context = {"bands": lines_of(bands), "given": request.POST, "wrong": wrong}
    return render(request, "rooms/calibration.html", context, status=422 if wrong else 200)
