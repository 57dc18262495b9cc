from django.urls import path

from .views import files, person, rounds, tools

app_name = "measures"
urlpatterns = [
    path("person/<uuid:participant_id>/", person.person, name="measures"),
    path("person/<uuid:participant_id>/bands/", person.bands, name="bands"),
    path("person/<uuid:participant_id>/take/<slug:test_id>/", person.take, name="take"),
    path("person/<uuid:participant_id>/import/", files.import_measures, name="import_measures"),
    path("person/<uuid:participant_id>/measures.csv", files.export_csv, name="measures_csv"),
    path("person/<uuid:participant_id>/measures.json", files.export_json, name="measures_json"),
    path("reading/<slug:test_id>/", tools.reading, name="device_reading"),
    path("range-figures/", tools.range_figures, name="range_figures"),
    path("<uuid:measurement_id>/take-back/", person.take_back, name="take_back"),
    path("group/<uuid:group_id>/", rounds.round_of, name="test_round"),
]
