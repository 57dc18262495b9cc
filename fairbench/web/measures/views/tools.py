"""What helps with a figure: a reading of a device, and a figure of the body that follows an angle."""

import statistics

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.utils.safestring import SafeString
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.measures_doc import load_tests
from fairbench.core.measures.range_figure import JOINTS, range_movement, shown_angle
from fairbench.core.sides import Side
from fairbench.figures.palette import palette
from fairbench.figures.still import still_svg
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.measures.devices import source_of, take_reading
from fairbench.web.measures.inputs import angle_of
from fairbench.web.site.device import DeviceError


@require_POST
def reading(request: HttpRequest, test_id: str) -> JsonResponse:
    """A figure from the device of a test. It is kept nowhere: it goes into a trial, and is saved with it."""
    actor_of(request).require(Permission.HEALTH)
    test = load_tests().get(test_id)
    source = source_of(test) if test else None
    if source is None:
        raise Http404
    try:
        return JsonResponse({"value": take_reading(source)})
    except DeviceError as error:
        return JsonResponse({"wrong": f"{error} Enter the figure by hand."}, status=503)
    except InputError as error:
        return JsonResponse({"wrong": f"No figure: {error.message}."}, status=422)


@require_POST
def range_figures(request: HttpRequest) -> HttpResponse:
    """Left and right as they were entered so far: the mean of the trials of each side. Posted, so that no angle stands
    in an address."""
    actor_of(request).require(Permission.HEALTH)
    joint = request.POST.get("joint", "")
    words = load_tests()["joint-range"].joints.get(joint, "")
    figures = []
    for side in Side if joint in JOINTS else ():
        try:
            angles = [angle for n in (1, 2, 3) if (angle := angle_of(request.POST.get(f"{side}_{n}", ""))) is not None]
        except InputError:
            continue  # what is wrong is told when it is saved
        if angles:
            figures.append(_figure(joint, words, side, statistics.fmean(angles)))
    return render(request, "measures/_range_figures.html", {"figures": figures, "joint": words})


def _figure(joint: str, words: str, side: Side, angle: float) -> dict[str, object]:
    title = f"{words}, {side}, {angle:.0f} degrees"
    svg = still_svg(range_movement(joint, angle), palette(), title, side=side)
    return {
        "side": side.value,
        "angle": round(angle),
        "less": shown_angle(joint, angle) < angle,
        "svg": SafeString(svg),
    }
