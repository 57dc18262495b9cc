from django.urls import path

from .views import day_after, group, paper, person

app_name = "progress"
urlpatterns = [
    path("person/<uuid:participant_id>/", person.person, name="progress"),
    path("person/<uuid:participant_id>/log.json", person.log_json, name="log_json"),
    path("person/<uuid:participant_id>/report.pdf", person.report, name="report_pdf"),
    path("person/<uuid:participant_id>/paper/<slug:exercise_id>/", paper.paper, name="paper"),
    path("group/<uuid:group_id>/", group.next_class, name="next_class"),
    path("group/<uuid:group_id>/take/", group.take, name="take_steps"),
    path("class/<uuid:meeting_id>/day-after/<uuid:participant_id>/", day_after.day_after, name="day_after"),
]
