from django.urls import path

from .views import groups, health, lists, person, screening, things

app_name = "people"
urlpatterns = [
    path("", groups.groups, name="groups"),
    path("groups/new/", groups.edit_group, name="new_group"),
    path("groups/<uuid:group_id>/", groups.group, name="group"),
    path("groups/<uuid:group_id>/edit/", groups.edit_group, name="edit_group"),
    path("groups/<uuid:group_id>/add/", groups.add_to_group, name="add_to_group"),
    path("groups/<uuid:group_id>/remove/", groups.remove_from_group, name="remove_from_group"),
    path("groups/<uuid:group_id>/candidates/", groups.candidates, name="candidates"),
    path("groups/<uuid:group_id>/import/", lists.import_csv, name="import_csv"),
    path("groups/<uuid:group_id>/people.csv", lists.export_csv, name="export_csv"),
    path("new/", person.edit_participant, name="new_participant"),
    path("<uuid:participant_id>/", person.person, name="participant"),
    path("<uuid:participant_id>/history/", person.history, name="history"),
    path("<uuid:participant_id>/edit/", person.edit_participant, name="edit_participant"),
    path("<uuid:participant_id>/options/", health.options, name="options"),
    path("<uuid:participant_id>/declare/", health.declare, name="declare"),
    path("<uuid:participant_id>/end/", health.end, name="end"),
    path("<uuid:participant_id>/load/", health.load, name="load"),
    path("<uuid:participant_id>/sharing/", health.sharing, name="sharing"),
    path("<uuid:participant_id>/minutes/", things.budgets, name="budgets"),
    path("<uuid:participant_id>/chair/", things.chair, name="chair"),
    path("<uuid:participant_id>/thing/", things.own_thing, name="own_thing"),
    path("<uuid:participant_id>/side/", health.side, name="side"),
    path("<uuid:participant_id>/event/", health.event, name="event"),
    path("<uuid:participant_id>/clear/", health.clear, name="clear"),
    path("<uuid:participant_id>/screening/", screening.begin, name="screening"),
    path("hand-back/", screening.hand_back, name="hand_back"),
    path("hand-back/questions/", screening.handed, name="handed"),
    path("screening/<uuid:screening_id>/<int:number>/", screening.ask, name="ask"),
    path("screening/<uuid:screening_id>/asked/", screening.asked, name="asked"),
    path("screening/<uuid:screening_id>/review/", screening.review, name="review"),
]
