from django.urls import path

from .views import exercise, figure, shelf, workshop

app_name = "exercises"
urlpatterns = [
    path("", shelf.shelf, name="shelf"),
    path("sheet/", shelf.sheet, name="sheet"),
    path("figures/<slug:exercise_id>/<slug:version_id>.svg", figure.figure, name="figure"),
    path("figures/<slug:exercise_id>/<slug:version_id>/film.json", figure.film, name="film"),
    path("workshop/", workshop.open_workshop, name="workshop"),
    path("workshop/change/", workshop.change, name="workshop_change"),
    path("workshop/save/", workshop.save, name="workshop_save"),
    path("<slug:exercise_id>/archive/", workshop.archive, name="archive"),
    path("<slug:exercise_id>/", exercise.exercise, name="exercise"),
]
