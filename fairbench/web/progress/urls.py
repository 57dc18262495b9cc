from django.urls import path

from .views import day_after, goals, group, group_paper, paper, person

app_name = "progress"
urlpatterns = [
    path("person/<uuid:participant_id>/", person.person, name="progress"),
    path("person/<uuid:participant_id>/log.json", person.log_json, name="log_json"),
    path("person/<uuid:participant_id>/report.pdf", person.report, name="report_pdf"),
    path("person/<uuid:participant_id>/paper/<slug:exercise_id>/", paper.paper, name="paper"),
    path("person/<uuid:participant_id>/school/", goals.set_school, name="set_school"),
    path("person/<uuid:participant_id>/goals/", goals.add_goal, name="add_goal"),
    path("person/<uuid:participant_id>/goals/<uuid:goal_id>/end/", goals.end_goal, name="end_goal"),
    path("person/<uuid:participant_id>/goals/<uuid:goal_id>/milestones/", goals.add_milestone, name="add_milestone"),
    path("person/<uuid:participant_id>/milestones/<uuid:milestone_id>/", goals.reach, name="reach_milestone"),
    path("group/<uuid:group_id>/", group.next_class, name="next_class"),
    path("group/<uuid:group_id>/paper/", group_paper.group_paper, name="group_paper"),
    path("group/<uuid:group_id>/take/", group.take, name="take_steps"),
    path("class/<uuid:meeting_id>/day-after/<uuid:participant_id>/", day_after.day_after, name="day_after"),
]
