from django.urls import path

from .views import compare, exercise, figure, files, own, workshop

app_name = "exercises"
urlpatterns = [
    path("import/", files.import_exercises, name="import_exercises"),
    path("own.yaml", files.own_exercises, {"kind": "yaml"}, name="own_yaml"),
    path("own.json", files.own_exercises, {"kind": "json"}, name="own_json"),
    path("<slug:exercise_id>/exercise.yaml", files.own_exercise, {"kind": "yaml"}, name="yaml"),
    path("<slug:exercise_id>/exercise.json", files.own_exercise, {"kind": "json"}, name="json"),
    path("compare/", compare.compare, name="compare"),
    path("figures/<slug:exercise_id>/<slug:version_id>.svg", figure.figure, name="figure"),
    path("figures/<slug:exercise_id>/<slug:version_id>/film.json", figure.film, name="film"),
    path("workshop/", workshop.open_workshop, name="workshop"),
    path("workshop/change/", workshop.change, name="workshop_change"),
    path("workshop/save/", workshop.save, name="workshop_save"),
    path("workshop/keep/", workshop.keep, name="workshop_keep"),
    path("workshop/<uuid:kept>/discard/", workshop.discard, name="workshop_discard"),
    path("<slug:exercise_id>/archive/", own.archive, name="archive"),
    path("<slug:exercise_id>/copy/", own.copy, name="copy"),
    path("<slug:exercise_id>/move/", own.move, name="move_version"),
    path("<slug:exercise_id>/name/", own.name, name="own_name"),
    path("<slug:exercise_id>/favourite/", own.favourite, name="favourite"),
    path("<slug:exercise_id>/", exercise.exercise, name="exercise"),
]
