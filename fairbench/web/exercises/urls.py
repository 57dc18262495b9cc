from django.urls import path, re_path

from .views import compare, exercise, figure, files, own, workshop

app_name = "exercises"
urlpatterns = [
    path("import/", files.import_exercises, name="import"),
    re_path(r"^own\.(?P<kind>yaml|json)$", files.own_exercises, name="own_file"),
    re_path(r"^(?P<exercise_id>[-\w]+)/exercise\.(?P<kind>yaml|json)$", files.own_exercise, name="file"),
    path("compare/", compare.compare, name="compare"),
    path("figures/<slug:exercise_id>/<slug:version_id>.svg", figure.figure, name="figure"),
    path("figures/<slug:exercise_id>/<slug:version_id>/film.json", figure.film, name="film"),
    path("workshop/", workshop.open_workshop, name="workshop"),
    path("workshop/change/", workshop.change, name="workshop_change"),
    path("workshop/save/", workshop.save, name="workshop_save"),
    path("workshop/keep/", workshop.keep, name="workshop_keep"),
    path("workshop/<str:kept>/discard/", workshop.discard, name="workshop_discard"),
    path("<slug:exercise_id>/archive/", own.archive, name="archive"),
    path("<slug:exercise_id>/copy/", own.copy, name="copy"),
    path("<slug:exercise_id>/move/", own.move, name="move_version"),
    path("<slug:exercise_id>/name/", own.name, name="own_name"),
    path("<slug:exercise_id>/favourite/", own.favourite, name="favourite"),
    path("<slug:exercise_id>/", exercise.exercise, name="exercise"),
]
