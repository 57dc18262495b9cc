"""Every address, by room."""

from django.urls import include, path

from fairbench.web.site import pages
from fairbench.web.site.help import help_page

urlpatterns = [
    path("", include("fairbench.web.accounts.urls")),
    path("", include("fairbench.web.classes.urls")),
    path("people/", include("fairbench.web.people.urls")),
    path("measures/", include("fairbench.web.measures.urls")),
    path("progress/", include("fairbench.web.progress.urls")),
    path("", include("fairbench.web.handouts.urls")),
    path("", include("fairbench.web.terms.urls")),
    path("rooms/", include("fairbench.web.rooms.urls")),
    path("shelf/", include("fairbench.web.shelf.urls")),
    path("shelf/", include("fairbench.web.exercises.urls")),
    path("plans/", include("fairbench.web.plans.urls")),
    path("help/", help_page, name="help"),
    path("health/", pages.health, name="health"),
    path("service-worker.js", pages.service_worker, name="service_worker"),
]

handler400 = "fairbench.web.site.pages.bad_request"
handler403 = "fairbench.web.site.pages.forbidden"
handler404 = "fairbench.web.site.pages.not_found"
handler500 = "fairbench.web.site.pages.broken"
