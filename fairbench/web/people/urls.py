from django.urls import path

from . import views

app_name = "people"
urlpatterns = [
    path("", views.groups, name="groups"),
    path("groups/new/", views.edit_group, name="new_group"),
    path("groups/<uuid:group_id>/", views.group, name="group"),
    path("groups/<uuid:group_id>/edit/", views.edit_group, name="edit_group"),
    path("groups/<uuid:group_id>/list/", views.list_person, name="list_person"),
    path("groups/<uuid:group_id>/take-off/", views.take_off, name="take_off"),
    path("new/", views.edit_participant, name="new_participant"),
    path("<uuid:participant_id>/", views.edit_participant, name="participant"),
]
